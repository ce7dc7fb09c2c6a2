"""Style, types, layers and drift, without running the product. --fix mends what a machine can
mend."""

import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
WEB = ROOT / "web"
FIX = "--fix" in sys.argv
BIN = Path(sys.executable).parent


def run(name: str, command: list[str], folder: Path = ROOT) -> bool:
    """Run a command; its output is shown when it fails."""
    done = subprocess.run(command, cwd=folder, capture_output=True, text=True, check=False)
    print(f"{'ok  ' if done.returncode == 0 else 'FAIL'} {name}", flush=True)
    if done.returncode:
        print(done.stdout[-6000:], done.stderr[-3000:], sep="\n")
    return done.returncode == 0


def drift() -> bool:
    """The committed API description is what the code makes now; the TypeScript types are made from
    it.
    """
    with tempfile.TemporaryDirectory() as folder:
        made = Path(folder, "openapi.json")
        if not run(
            "API description is made", [sys.executable, "-m", "tribodex", "openapi", str(made)]
        ):
            return False
        same = made.read_text() == (ROOT / "docs" / "openapi.json").read_text()
        print(
            f"{'ok  ' if same else 'FAIL'} API description is"
            f" current{'' if same else ': run ./run api'}"
        )
        return same


python = str(BIN / "ruff")
checks = [
    run("ruff format", [python, "format", *([] if FIX else ["--check"]), "src", "tests", "tools"]),
    run("ruff", [python, "check", *(["--fix"] if FIX else []), "src", "tests", "tools"]),
    run("mypy", [str(BIN / "mypy")]),
    run("layers", [str(BIN / "lint-imports")]),
    run(
        "prettier",
        ["npx", "prettier", "--log-level", "warn", "--write" if FIX else "--check", "."],
        WEB,
    ),
    run("eslint", ["npx", "eslint", "--max-warnings", "0", "."], WEB),
    run("types from the API description", ["npm", "run", "--silent", "types"], WEB),
    run("tsc", ["npx", "tsc", "--noEmit"], WEB),
    run("tsc, service worker", ["npx", "tsc", "--noEmit", "-p", "worker"], WEB),
    drift(),
]
sys.exit(0 if all(checks) else 1)
