"""The house keeps its rules: layers, purity, and no path or address of a machine in its files."""

from __future__ import annotations

import ast
import importlib
import inspect
import io
import json
import pkgutil
import re
import subprocess
import sys
import tokenize
from collections.abc import Iterator
from pathlib import Path

import pytest

import tribodex

ROOT = Path(__file__).resolve().parents[2]
SRC = ROOT / "src" / "tribodex"
CORE = SRC / "core"


def test_the_layers_hold() -> None:
    done = subprocess.run(
        [Path(sys.executable).parent / "lint-imports"],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=False,
    )
    assert done.returncode == 0, done.stdout


@pytest.mark.parametrize("path", sorted(CORE.rglob("*.py")), ids=lambda p: str(p.relative_to(CORE)))
def test_the_core_reads_no_clock_no_chance_and_no_file(path: Path) -> None:
    barred = {"now", "utcnow", "today", "open", "print", "input", "urandom"}
    modules = {"random", "os", "pathlib", "time", "secrets", "uuid", "socket", "subprocess"}
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Call):
            name = (
                node.func.attr
                if isinstance(node.func, ast.Attribute)
                else getattr(node.func, "id", "")
            )
            assert name not in barred, f"{path.name}:{node.lineno} calls {name}"
        if isinstance(node, ast.Import | ast.ImportFrom):
            names = (
                [alias.name for alias in node.names]
                if isinstance(node, ast.Import)
                else [node.module or ""]
            )
            assert not modules & {name.split(".")[0] for name in names}, (
                f"{path.name}:{node.lineno}"
            )


def test_no_engineering_in_the_front_end() -> None:
    """Formatting and drawing only: names of the trade's formulas do not appear in TypeScript
    arithmetic.
    """
    for path in (ROOT / "web" / "src").rglob("*.ts*"):
        if "generated" in path.name:
            continue
        text = path.read_text("utf-8")
        assert not re.search(
            r"(pitch_mm|per_degree|reduction_um|residual_limit_um)\s*[*/]", text
        ), path


def test_lock_files_name_no_registry() -> None:
    lock = (ROOT / "web" / "package-lock.json").read_text("utf-8")
    assert '"resolved"' not in lock
    for path in (ROOT / "requirements").glob("*.txt"):
        text = path.read_text("utf-8")
        assert "://" not in text and "--hash=sha256:" in text, path.name


def test_no_test_imports_another_test() -> None:
    """What tests share stands in modules of its own: a test can be changed, or deleted, by
    itself."""
    importing = re.compile(r"^\s*(?:from|import) tests(?:\.\w+)*\.test_\w+", re.MULTILINE)
    assert [
        path.name
        for path in (ROOT / "tests").rglob("*.py")
        if importing.search(path.read_text("utf-8"))
    ] == []


_SAYS_NOTHING = frozenset(
    (
        tokenize.COMMENT,
        tokenize.NL,
        tokenize.NEWLINE,
        tokenize.INDENT,
        tokenize.DEDENT,
        tokenize.ENDMARKER,
    )
)


def _code_lines(source: str) -> set[int]:
    """Lines that are neither blank nor a comment nor a docstring."""
    lines: set[int] = set()
    for token in tokenize.generate_tokens(io.StringIO(source).readline):
        if token.type not in _SAYS_NOTHING:
            lines.update(range(token.start[0], token.end[0] + 1))
    for node in ast.walk(ast.parse(source)):
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef) and ast.get_docstring(
            node
        ):
            told = node.body[0]
            lines -= set(range(told.lineno, (told.end_lineno or told.lineno) + 1))
    return lines


def _component_lines(source: str) -> int:
    """Lines of a file of components that neither explain nor are empty."""
    told = re.compile(r"\s*(//|/\*|\*|$)")
    return sum(told.match(line) is None for line in source.splitlines())


def test_what_explains_is_no_line_of_code() -> None:
    source = (
        '"""Told\n\nhere."""\n\n# why\nx = (\n    1,  # one\n)\n\n\ndef f():\n    """Told."""\n'
    )
    assert _code_lines(source) == {6, 7, 8, 11}
    assert (
        _component_lines("/**\n * Told.\n */\n\n// why\nexport const a = 1;\nreturn <p />;\n") == 2
    )


def test_modules_stay_small() -> None:
    """A Python module 400 lines of code, a file of components 150. What explains does not count:
    a limit that counts it is met by leaving it out.
    """
    long = {
        str(p.relative_to(ROOT)): n
        for p in (ROOT / "src").rglob("*.py")
        if (n := len(_code_lines(p.read_text("utf-8")))) > 400
    }
    assert not long
    web = ROOT / "web" / "src"
    large = {
        str(p.relative_to(web)): n
        for p in web.rglob("*.tsx")
        if (n := _component_lines(p.read_text("utf-8"))) > 150
    }
    assert not large


def test_long_lines_of_the_front_end_are_words_and_styles() -> None:
    """Code is broken at 100 columns; a sentence, a path of a drawing or a list of styles is not."""
    web = ROOT / "web"
    lines = [
        line
        for folder in ("src", "tests", "worker")
        for p in (web / folder).rglob("*.ts*")
        if "generated" not in p.name
        for line in p.read_text("utf-8").splitlines()
    ]
    assert len(lines) > 10_000
    assert sum(len(line) > 100 for line in lines) <= len(lines) / 100


def test_no_two_classes_share_a_name_in_the_description() -> None:
    """Every class that the API describes stands under a name of its own: two of one name would be
    merged into one, or numbered.
    """
    schemas = json.loads((ROOT / "docs" / "openapi.json").read_text("utf-8"))["components"][
        "schemas"
    ]
    assert [name for name in schemas if re.search(r"\d$|__", name)] == []
    named: dict[str, set[str]] = {}
    for module_info in pkgutil.walk_packages(tribodex.__path__, "tribodex."):
        # What starts something when it is imported.
        if ".migrations" in module_info.name or module_info.name.endswith(("__main__", ".wsgi")):
            continue
        module = importlib.import_module(module_info.name)
        for name, thing in inspect.getmembers(module, inspect.isclass):
            if thing.__module__ == module.__name__ and name in schemas:
                named.setdefault(name, set()).add(module.__name__)
    assert {name: modules for name, modules in named.items() if len(modules) > 1} == {}


def _verdicts(tree: ast.AST) -> Iterator[ast.Call]:
    for node in ast.walk(tree):
        if (
            isinstance(node, ast.Call)
            and isinstance(node.func, ast.Name)
            and node.func.id == "Verdict"
        ):
            yield node


def test_every_verdict_that_stops_or_is_not_known_has_a_code_and_codes_are_unique() -> None:
    """What an alarm is known by, and what is branched on, is a code; a word may be bettered."""
    without, codes = [], []
    for path in sorted((SRC / "core").rglob("*.py")):
        tree = ast.parse(path.read_text("utf-8"))
        for call in _verdicts(tree):
            level = (
                call.args[1]
                if len(call.args) > 1
                else next((k.value for k in call.keywords if k.arg == "level"), None)
            )
            named = (
                {node.attr for node in ast.walk(level) if isinstance(node, ast.Attribute)}
                if level is not None
                else set()
            )
            sure = (
                level is not None
                and isinstance(level, ast.Attribute | ast.IfExp)
                and not named & {"STOP", "UNKNOWN"}
            )
            coded = len(call.args) > 3 or any(k.arg == "code" for k in call.keywords)
            if not sure and not coded:
                without.append(f"{path.relative_to(SRC)}:{call.lineno}")
        for node in ast.walk(tree):
            if (
                isinstance(node, ast.ClassDef)
                and node.name.endswith("Code")
                and "StrEnum" in map(ast.unparse, node.bases)
            ):
                codes += [
                    s.value.value
                    for s in node.body
                    if isinstance(s, ast.Assign) and isinstance(s.value, ast.Constant)
                ]
    assert without == [] and len(codes) > 150
    assert len(set(codes)) == len(codes), sorted(code for code in codes if codes.count(code) > 1)


def test_nothing_branches_on_the_word_of_a_verdict() -> None:
    found = []
    for path in sorted(SRC.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Compare) and any(
                isinstance(side, ast.Attribute) and side.attr == "word"
                for side in (node.left, *node.comparators)
            ):
                found.append(f"{path.relative_to(SRC)}:{node.lineno}")
    # Two of the kernel's own, which it made itself.
    assert [
        one
        for one in found
        if not one.startswith(("core/job/proofs.py", "core/job/certificate.py"))
    ] == []


def _a_number(value: ast.expr | None) -> bool:
    match value:
        case ast.Constant(value=int() | float() as held):
            return not isinstance(held, bool)
        case ast.UnaryOp(operand=inner):
            return _a_number(inner)
        case ast.Tuple(elts=several):
            return bool(several) and all(_a_number(one) for one in several)
    return False


def _numbers_without_a_why(source: str) -> list[str]:
    """Named numbers of a module with no comment above them, or above the numbers they follow."""
    lines, bare = source.split("\n"), []
    for statement in ast.parse(source).body:
        if isinstance(statement, ast.Assign | ast.AnnAssign) and _a_number(statement.value):
            above = statement.lineno - 2
            while above >= 0 and re.match(r"[A-Z_]+[\w, ]* = ", lines[above]):
                above -= 1
            if above < 0 or not lines[above].startswith("#"):
                bare.append(lines[statement.lineno - 1])
    return bare


def test_a_number_of_the_core_says_why_it_is_that_number() -> None:
    assert _numbers_without_a_why("# Why.\nA = 1\nB = 2.5\n\nC = (1, -2)\n") == ["C = (1, -2)"]
    assert _numbers_without_a_why('LETTER = "A"\nTRUE = True\n') == []
    bare = {
        f"{path.relative_to(CORE)}: {line}"
        for path in CORE.rglob("*.py")
        for line in _numbers_without_a_why(path.read_text("utf-8"))
    }
    assert not bare


def test_most_functions_branch_little() -> None:
    """None more than 15 times (held by the linter), 19 of 20 at most eight times."""
    said = subprocess.run(
        [
            *(sys.executable, "-m", "ruff", "check", "--select", "C901", "--no-cache"),
            *("--config", "lint.mccabe.max-complexity=0", "--output-format", "concise", SRC),
        ],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=False,
    ).stdout
    branches = sorted(int(count) for count in re.findall(r"\((\d+) > 0\)", said))
    assert len(branches) > 3000 and branches[len(branches) * 95 // 100] <= 8


# Words that fit everything.
_FIT_ALL = frozenset({"found", "said", "one", "made"})


def test_few_names_say_nothing_of_what_they_hold() -> None:
    """Of what functions bind, at most one in thirty is called by a word that fits everything."""
    bound = [
        node.id if isinstance(node, ast.Name) else node.arg
        for path in SRC.rglob("*.py")
        for node in ast.walk(ast.parse(path.read_text("utf-8")))
        if (isinstance(node, ast.Name) and isinstance(node.ctx, ast.Store))
        or isinstance(node, ast.arg)
    ]
    assert sum(name in _FIT_ALL for name in bound) * 30 <= len(bound)
