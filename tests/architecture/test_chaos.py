"""A minute of trouble by a seed: what was acknowledged is there once, chains hold, lists equal
logs, every answer and the page said the truth.

At its end a page of the database is damaged, and everything comes back by command, from the backup
and every change since. `./run test chaos --minutes 30 --seed 7` goes on for longer, or does the
same again.
"""

from __future__ import annotations

import json
import os
import random
import threading
import time
import urllib.error
from collections import Counter
from datetime import UTC, datetime
from pathlib import Path

import pytest

from tests.chaos import (
    PLAN,
    Device,
    Screen,
    Site,
    a_disk_of_its_own,
    post,
    ready,
    served,
    write_clock,
)
from tests.launched import ROOT, Started, get, nothing_is_left_running, root  # noqa: F401
from tribodex.launch.backup import backup
from tribodex.launch.chained import verify
from tribodex.launch.mariadb import free_port
from tribodex.launch.plant_data import import_plant, rebuild
from tribodex.launch.restore import restore

pytestmark = [
    pytest.mark.faults,
    pytest.mark.in_turn(
        "tests/browser/test_way_to_disk.py",
        "tests/store/test_contention.py",
    ),
]
MINUTES, SEED = (
    float(os.environ.get("TRIBODEX_CHAOS_MINUTES", "1")),
    int(os.environ.get("TRIBODEX_CHAOS_SEED", "20261130")),
)
JOBS = ("chaos-job-1", "chaos-job-2", "chaos-job-3")


def test_what_was_acknowledged_survives_whatever_breaks(
    root: Path,  # noqa: F811
    tmp_path_factory: pytest.TempPathFactory,
) -> None:
    clock = tmp_path_factory.mktemp("clock") / "seconds"
    write_clock(clock, 0)
    with a_disk_of_its_own(root / ".run") as own_disk:
        import_plant(root, ROOT / "data" / "demo" / "hollin_vale.yaml")
        path = f"{ROOT / 'tests' / 'clock'}{os.pathsep}{os.environ.get('PYTHONPATH', '')}"
        started = Started(
            root,
            "serve",
            TRIBODEX_PORT=str(free_port()),
            PYTHONPATH=path,
            TRIBODEX_TEST_CLOCK=str(clock),
        )
        with served(started, root / ".run" / "serve", SEED, clock, own_disk) as site:
            said, devices = _through_trouble(root, site)
            write_clock(clock, 0)
            _all_is_there(site.address, devices, said)
        assert started.stop() == 0, started.text
        assert verify(root) == 0 and rebuild(root) == 0
        _damage(root)
        broken = Started(root, "serve", TRIBODEX_PORT=str(free_port()))
        _damage_is_said(broken.address())
        assert broken.stop() == 0
        assert restore(root, None, replace=True) == 0
        again = Started(root, "serve", TRIBODEX_PORT=str(free_port()))
        address = again.address()
        ready(address)
        _all_is_there(address, devices, f"restored, {said}")
        assert again.stop() == 0
        assert verify(root) == 0


def _through_trouble(root: Path, site: Site) -> tuple[str, list[Device]]:  # noqa: F811
    """Devices and a browser tap while one thing after another breaks; what was done, and who
    tapped.
    """
    position = json.loads(json.dumps(get(f"{site.address}/api/plant")))["machines"][0]["positions"][
        0
    ]["id"]
    for job in JOBS:
        who = {"client_event_id": f"open-{job}", "happened_at": datetime.now(UTC).isoformat()}
        post(
            f"{site.address}/api/jobs",
            {**who, "job_id": job, "position_id": position, "plan": PLAN},
        )
    through, stopped = f"http://127.0.0.1:{site.cable.port}", threading.Event()
    devices = [
        Device(
            f"device-{n}", through if n % 2 else site.address, JOBS[n // 2], random.Random(SEED + n)
        )
        for n in range(4)
    ]
    screen = Screen(through, site.address, JOBS[2])
    threads = [threading.Thread(target=one.work, args=(stopped,)) for one in (*devices, screen)]
    for thread in threads:
        thread.start()
    backup(root)
    end = time.monotonic() + 60 * MINUTES
    while time.monotonic() < end:
        site.break_something()
        time.sleep(site.rng.uniform(0.2, 4))
    ready(site.address)
    # Everybody gets through once more before it ends.
    before = [len(device.acknowledged) for device in devices]
    limit = time.monotonic() + 240
    while time.monotonic() < limit and (
        any(
            len(device.acknowledged) <= count for device, count in zip(devices, before, strict=True)
        )
        or min(screen.tapped, screen.compared) <= 3
    ):
        time.sleep(0.2)
    stopped.set()
    for thread in threads:
        thread.join(300)
    said = (
        f"seed {SEED}, faults {Counter(site.done)}, tries"
        f" {sum(device.tries for device in devices)}, page {screen}"
    )
    assert [device.untrue for device in devices] == [[]] * 4, said
    stuck = {
        device.name: device.met
        for device, count in zip(devices, before, strict=True)
        if len(device.acknowledged) <= count
    }
    assert not stuck, f"{said}, stuck {stuck}"
    assert screen.untrue == [] and screen.tapped > 3 and screen.compared > 3, said
    print(said)
    return said, devices


def _all_is_there(address: str, devices: list[Device], said: str) -> None:
    listed = {job["id"]: job["events"] for job in get(f"{address}/api/jobs")}  # type: ignore[attr-defined]
    for job in JOBS:
        record = json.loads(json.dumps(get(f"{address}/api/jobs/{job}/record.json")))
        stored = [event["client_event_id"] for event in record["events"]]
        assert listed[job] == len(stored) and record["chain"]["troubles"] == [], said
        mine = [device for device in devices if device.job == job]
        acknowledged = [name for device in mine for name in device.acknowledged]
        assert Counter(acknowledged) <= Counter(stored) and max(Counter(stored).values()) == 1, said
        if mine:
            assert len(acknowledged) > 10 and len(stored) - 1 - len(acknowledged) <= 2, (
                f"{said}: stored without a word"
            )
        for device in mine:
            by_it = [name for name in stored if name.startswith(device.name)]
            assert by_it == sorted(by_it), f"{said}: one device's taps in another order"


def _damage(root: Path) -> None:  # noqa: F811
    """Pages of the log's table hold what nobody wrote."""
    page = root / ".run" / "serve" / "data" / "tribodex" / "job_event.ibd"
    page.write_bytes(page.read_bytes()[:16384] + b"\xa5" * 16384 * 4)


def _damage_is_said(address: str) -> None:
    """Not as trouble that passes: nobody is told to wait."""
    for path in ("/api/jobs/chaos-job-1", "/api/jobs/chaos-job-2/record.json"):
        with pytest.raises(urllib.error.HTTPError) as caught:
            get(address + path)
        said = json.loads(caught.value.read())
        assert (
            caught.value.code == 500
            and said["title"] == "The database finds a damaged page"
            and "Retry-After" not in caught.value.headers
        )
