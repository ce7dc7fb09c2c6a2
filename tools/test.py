"""Every test, fast ones first: pytest's closing line comes last. Extra arguments go to pytest.

Without arguments, or with `all`: the front end by itself (outbox, numbers, drawings, panels), then
the core and the use cases (several processes), then store, web and exchange on a real MariaDB, then
the browser. What takes long and is held by something quicker as well (marked `in_turn`) runs in six
parts, one with each commit; `all` leaves nothing out. `faults` alone runs what kills, cuts, hangs
and crowds; `chaos [--minutes N] [--seed S]` breaks things by a seed for so long. One pytest run
holds all that is Python, so that there is one closing line; the order is that of the paths.
"""

import os
import shutil
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
FOLDERS = [
    *(f"src/tribodex/{part}" for part in ("core", "usecases", "reference", "web", "exchange")),
    "tests/core",
    "tests/usecases",
    "tests/architecture",
    "tests/store",
    "tests/web",
    "tests/exchange",
    "tests/browser",
]

SHORT = {"faults": ["tests", "-m", "faults"], "chaos": ["tests/architecture/test_chaos.py", "-s"]}

# One more than there are processors: whoever waits for a server to start or to stop leaves room.
ALL = [*FOLDERS, "-n", str((os.cpu_count() or 1) + 1), "--dist", "worksteal"]
PARTS = 6


def part_of_this_commit() -> str:
    """Which part of what runs in turn: the same for everybody at the same commit."""
    if shutil.which("git") is None:
        return ""
    asked = subprocess.run(
        ["git", "rev-parse", "HEAD"], cwd=ROOT, check=False, capture_output=True, text=True
    )
    commit = asked.stdout.strip()
    return f"{int(commit[:8], 16) % PARTS + 1}/{PARTS}" if asked.returncode == 0 else ""


given = sys.argv[1:]
everything = given == ["all"]
if everything:
    given = []
if not given and not everything and (part := part_of_this_commit()):
    os.environ["TRIBODEX_TESTS_PART"] = part
    print(
        f"Of what takes long, part {part} comes with this commit; ./run test all runs it all.",
        flush=True,
    )
if given[:1] == ["chaos"]:
    for name, value in zip(given[1::2], given[2::2], strict=False):
        os.environ[f"TRIBODEX_CHAOS_{name.lstrip('-').upper()}"] = value
arguments = SHORT.get(given[0], given) if given else ALL
front_end = (
    0
    if given
    else subprocess.run(
        ["npm", "run", "--silent", "test"], cwd=ROOT / "web", check=False
    ).returncode
)
sys.exit(
    subprocess.run([sys.executable, "-m", "pytest", *arguments], cwd=ROOT, check=False).returncode
    or front_end
)
