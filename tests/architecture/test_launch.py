"""Starting and stopping as a person does: the address, a busy port, a clean end, data that
stays."""

from __future__ import annotations

import socket
import subprocess
from pathlib import Path

from tests.architecture.demo_file import DEMO
from tests.launched import ROOT, Started, get, nothing_is_left_running, root
from tribodex.launch.mariadb import free_port
from tribodex.launch.plant_data import import_plant

__all__ = ["nothing_is_left_running", "root"]


def test_the_demonstration_starts_on_another_port_keeps_its_data_and_ends_cleanly(
    root: Path,
) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        busy = taken.getsockname()[1]
        first = Started(root, "demo", "--port", str(busy))
        address = first.address()
        assert f"Port {busy} is busy; taking" in first.text
        jobs = get(f"{address}/api/jobs")
        assert isinstance(jobs, list) and len(jobs) == len(DEMO["jobs"])
        assert {job["status"] for job in jobs} >= {"open", "stopped", "signed"}
        assert first.stop() == 0
    log = (root / ".run" / "demo" / "server.log").read_text()
    assert "Shutdown complete" in log
    assert not (root / ".run" / "demo" / "server.pid").exists()
    second = Started(root, "demo", "--port", str(free_port()))
    assert get(f"{second.address()}/api/jobs") == jobs
    assert "filling in" not in second.text
    assert second.stop() == 0


def test_serving_begins_empty_and_takes_a_plant(root: Path) -> None:
    port = str(free_port())
    empty = Started(root, "serve", TRIBODEX_PORT=port, TRIBODEX_ONE_TAP="1")
    address = empty.address()
    assert address.endswith(f":{port}") and "The plant is empty" in empty.text
    door = get(f"{address}/api/door")
    assert isinstance(door, dict) and door["first_run"] and door["one_tap"] == [], (
        "nobody comes in by one tap but in the demonstration"
    )
    assert get(f"{address}/api/jobs") == []
    assert empty.stop() == 0
    assert import_plant(root, ROOT / "data" / "demo" / "hollin_vale.yaml") == 0
    filled = Started(root, "serve", TRIBODEX_PORT=str(free_port()))
    plant = get(f"{filled.address()}/api/plant")
    assert (
        isinstance(plant, dict)
        and len(plant["machines"]) == len(DEMO["plant"]["machines"])
        and len(plant["people"]) == 4
    )
    assert get(f"{filled.address()}/api/jobs") == [], "no demonstration data"
    assert filled.stop() == 0


def test_the_launcher_names_its_commands() -> None:
    shown = subprocess.run([ROOT / "run"], capture_output=True, text=True, check=False)
    assert shown.returncode == 0
    for command in ("demo", "test", "check", "serve", "calc", "shots", "bench"):
        assert f"./run {command}" in shown.stdout
    assert (
        subprocess.run([ROOT / "run", "nonsense"], capture_output=True, check=False).returncode == 2
    )
