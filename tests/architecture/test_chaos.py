"""A minute of trouble by a seed: what was acknowledged is there once, chains hold, lists equal logs, and every answer said the truth.

`./run test chaos --minutes 30 --seed 7` goes on for longer, or does the same again.
"""

from __future__ import annotations

import json
import os
import random
import threading
import time
from collections import Counter
from datetime import UTC, datetime
from pathlib import Path

import pytest

from tests.chaos import PLAN, Device, post, ready, served
from tests.launched import ROOT, Started, get, nothing_is_left_running, root  # noqa: F401
from tribodex.launch.chained import verify
from tribodex.launch.mariadb import free_port
from tribodex.launch.serve import import_plant, rebuild

pytestmark = pytest.mark.faults
MINUTES, SEED = float(os.environ.get("TRIBODEX_CHAOS_MINUTES", "1")), int(os.environ.get("TRIBODEX_CHAOS_SEED", "20261130"))
JOBS = ("chaos-job-1", "chaos-job-2")


def test_what_was_acknowledged_survives_whatever_breaks(root: Path) -> None:  # noqa: F811
    import_plant(root, ROOT / "data" / "demo" / "hollin_vale.yaml")
    started, stopped = Started(root, "serve", TRIBODEX_PORT=str(free_port())), threading.Event()
    with served(started, root / ".run" / "serve", SEED) as site:
        position = get(f"{site.address}/api/plant")["machines"][0]["positions"][0]["id"]  # type: ignore[index]
        for job in JOBS:
            who = {"client_event_id": f"open-{job}", "actor": "Opener", "happened_at": datetime.now(UTC).isoformat()}
            post(f"{site.address}/api/jobs", {**who, "job_id": job, "position_id": position, "plan": PLAN})
        through = f"http://127.0.0.1:{site.cable.port}"
        devices = [Device(f"device-{n}", through if n % 2 else site.address, JOBS[n // 2], random.Random(SEED + n)) for n in range(4)]
        threads = [threading.Thread(target=device.work, args=(stopped,)) for device in devices]
        for thread in threads:
            thread.start()
        end = time.monotonic() + 60 * MINUTES
        while time.monotonic() < end:
            site.break_something()
            time.sleep(site.rng.uniform(0.2, 4))
        ready(site.address)
        # Everybody gets through once more before it ends.
        before = [len(device.acknowledged) for device in devices]
        limit = time.monotonic() + 240
        while any(len(device.acknowledged) <= count for device, count in zip(devices, before, strict=True)) and time.monotonic() < limit:
            time.sleep(0.2)
        stopped.set()
        for thread in threads:
            thread.join(60)
        said = f"seed {SEED}, faults {Counter(site.done)}, tries {sum(device.tries for device in devices)}"
        assert all(len(device.acknowledged) > count for device, count in zip(devices, before, strict=True)), said
        assert [device.untrue for device in devices] == [[]] * 4, said
        listed = {job["id"]: job["events"] for job in get(f"{site.address}/api/jobs")}  # type: ignore[attr-defined]
        for job in JOBS:
            record = json.loads(json.dumps(get(f"{site.address}/api/jobs/{job}/record.json")))
            stored = [event["client_event_id"] for event in record["events"]]
            acknowledged = [name for device in devices if device.job == job for name in device.acknowledged]
            assert Counter(acknowledged) <= Counter(stored) and max(Counter(stored).values()) == 1, said
            assert len(acknowledged) > 10 and len(stored) - 1 - len(acknowledged) <= 2, f"{said}: stored without a word"
            assert listed[job] == len(stored) and record["chain"]["troubles"] == [], said
            for device in devices:
                mine = [name for name in stored if name.startswith(device.name)]
                assert mine == sorted(mine), f"{said}: one device's taps in another order"
    assert started.stop() == 0
    assert verify(root) == 0 and rebuild(root) == 0
