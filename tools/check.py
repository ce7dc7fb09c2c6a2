"""Style, types, layers and drift, without running the product. --fix mends what a machine can
mend."""

import os
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
WEB = ROOT / "web"
FIX = "--fix" in sys.argv
BIN = Path(sys.executable).parent


def run(name: str, command: list[str], folder: Path = ROOT) -> bool:
    """Run a command; its output is shown when it fails."""
    done = subprocess.run(command, cwd=folder, capture_output=True, text=True, check=False)
    said = f"{'ok  ' if done.returncode == 0 else 'FAIL'} {name}"
    if done.returncode:
        said = f"{said}\n{done.stdout[-6000:]}\n{done.stderr[-3000:]}"
    # In one go: others speak at the same time.
    print(f"{said}\n", end="", flush=True)
    return done.returncode == 0


def drift() -> bool:
    """The committed API description is what the code makes now."""
    with tempfile.TemporaryDirectory() as folder:
        made = Path(folder, "openapi.json")
        if not run(
            "API description is made", [sys.executable, "-m", "tribodex", "openapi", str(made)]
        ):
            return False
        same = made.read_text() == (ROOT / "docs" / "openapi.json").read_text()
        said = "ok   API description is current"
        print(said if same else "FAIL API description is current: run ./run api", flush=True)
        return same


def written() -> bool:
    """What may write files, one after the other: style, and the front end's types, made from the
    committed API description.
    """
    python = str(BIN / "ruff")
    keep = [] if FIX else ["--check"]
    mend = ["--fix"] if FIX else []
    pretty = ["--write" if FIX else "--check", "."]
    return all(
        [
            run("ruff format", [python, "format", *keep, "src", "tests", "tools"]),
            run("ruff", [python, "check", *mend, "src", "tests", "tools"]),
            run("prettier", ["npx", "prettier", "--log-level", "warn", *pretty], WEB),
            run("types from the API description", ["npm", "run", "--silent", "types"], WEB),
        ]
    )


written_well = written()
# What reads only goes side by side, as many at a time as there are processors; the longest first.
with ThreadPoolExecutor(os.cpu_count() or 1) as hands:
    read = [
        hands.submit(run, "eslint", ["npx", "eslint", "--max-warnings", "0", "."], WEB),
        hands.submit(run, "mypy", [str(BIN / "mypy")]),
        hands.submit(run, "tsc", ["npx", "tsc", "--noEmit"], WEB),
        hands.submit(drift),
        hands.submit(run, "tsc, service worker", ["npx", "tsc", "--noEmit", "-p", "worker"], WEB),
        hands.submit(run, "layers", [str(BIN / "lint-imports")]),
    ]
sys.exit(0 if written_well and all(done.result() for done in read) else 1)
