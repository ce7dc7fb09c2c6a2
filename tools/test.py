"""Every test, fast ones first: pytest's closing line comes last. Extra arguments go to pytest.

Without arguments: the front end by itself (outbox, numbers, drawings, panels), then the core and
the use cases (several processes), then store, web and exchange on a real MariaDB, then the browser.
`faults` alone runs what kills, cuts, hangs and crowds; `chaos [--minutes N] [--seed S]` breaks
things by a seed for so long. One pytest run holds all that is Python, so that there is one closing
line; the order is that of the paths.
"""

import os
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
given = sys.argv[1:]
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
