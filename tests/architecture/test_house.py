"""The house keeps its rules: layers, purity, and no path or address of a machine in its files."""

from __future__ import annotations

import ast
import re
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "src" / "tribodex" / "core"


def test_the_layers_hold() -> None:
    done = subprocess.run([Path(sys.executable).parent / "lint-imports"], cwd=ROOT, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout


@pytest.mark.parametrize("path", sorted(CORE.rglob("*.py")), ids=lambda p: str(p.relative_to(CORE)))
def test_the_core_reads_no_clock_no_chance_and_no_file(path: Path) -> None:
    barred = {"now", "utcnow", "today", "open", "print", "input", "urandom"}
    modules = {"random", "os", "pathlib", "time", "secrets", "uuid", "socket", "subprocess"}
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Call):
            name = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
            assert name not in barred, f"{path.name}:{node.lineno} calls {name}"
        if isinstance(node, ast.Import | ast.ImportFrom):
            names = [alias.name for alias in node.names] if isinstance(node, ast.Import) else [node.module or ""]
            assert not modules & {name.split(".")[0] for name in names}, f"{path.name}:{node.lineno}"


def test_no_engineering_in_the_front_end() -> None:
    """Formatting and drawing only: names of the trade's formulas do not appear in TypeScript arithmetic."""
    for path in (ROOT / "web" / "src").rglob("*.ts*"):
        if "generated" in path.name:
            continue
        text = path.read_text("utf-8")
        assert not re.search(r"(pitch_mm|per_degree|reduction_um|residual_limit_um)\s*[*/]", text), path


def test_lock_files_name_no_registry() -> None:
    lock = (ROOT / "web" / "package-lock.json").read_text("utf-8")
    assert '"resolved"' not in lock
    for path in (ROOT / "requirements").glob("*.txt"):
        text = path.read_text("utf-8")
        assert "://" not in text and "--hash=sha256:" in text, path.name


def test_modules_stay_small() -> None:
    long = {str(p.relative_to(ROOT)): n for p in (ROOT / "src").rglob("*.py") if (n := len(p.read_text("utf-8").splitlines())) > 450}
    assert not long
