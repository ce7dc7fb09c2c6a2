"""Every test, fast ones first: pytest's closing line comes last. Extra arguments go to pytest.

Without arguments: the front end by itself (outbox, numbers, drawings, panels), then the core and the use cases (several processes), then store,
web and exchange on a real MariaDB, then the browser. `faults` alone runs what kills, cuts, hangs and crowds.
One pytest run holds all that is Python, so that there is one closing line; the order is that of the paths.
"""

import os
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
FOLDERS = ["src/tribodex/core", "tests/core", "tests/usecases", "tests/architecture", "tests/store", "tests/web", "tests/exchange", "tests/browser"]

SHORT = {"faults": ["tests", "-m", "faults"]}

# One more than there are processors: whoever waits for a server to start or to stop leaves room.
ALL = [*FOLDERS, "-n", str((os.cpu_count() or 1) + 1), "--dist", "worksteal"]
given = sys.argv[1:]
arguments = SHORT.get(given[0], given) if given else ALL
front_end = 0 if given else subprocess.run(["npm", "run", "--silent", "test"], cwd=ROOT / "web", check=False).returncode
sys.exit(subprocess.run([sys.executable, "-m", "pytest", *arguments], cwd=ROOT, check=False).returncode or front_end)
