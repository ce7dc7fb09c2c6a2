"""One word for one thing: wordings that people stumbled over stand in nothing that a person
reads."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from functools import cache
from pathlib import Path

import pytest
import yaml

from tests.architecture.newest import newest
from tribodex.core.procedure.labels import GATE_TITLES, STAGE_TITLES

ROOT = Path(__file__).resolve().parents[2]

BARRED = (
    "Weigh the ways",
    "let go of its taper",
    "Let it go",
    "blow on the sleeve's thread end",
    "What holds or lets go here",
    "stops where the chance to overshoot grows beyond what you chose",
    "Judge it",
    "Judge the seat",
    "Judge what holds it",
    "Judge the flinger",
    "Hold it there",
    "Onto the shoulder",
    "It stands in the record with your name",
    "a life may hang on it",
    "The leaf tells the truth about the play",
    "brackets are closed",
    "All places are bracketed",
    "Finish with what is bracketed",
    "No leaf in the bearing while anyone strikes",
    "not by the leaf",
    "Nobody said where the nut stands",
    "How askew it may stand hangs on it",
    "Nut now stands behind its old mark by whole turns",
    "Cause out, three lines straight again",
    "It hesitates or tilts: stop",
    "(empty: none)",
    "Stands on the part",
    "Nobody in the way of what lets go",
    "Rust on the running faces",
    "What it speaks for",
    "Conclude otherwise than the marks",
    "Back, or scrap",
    "It came greased",
    "Into the warm, lid open",
    "Go round: flat to the bottom everywhere?",
    "How it turns (needed where it is not free)",
    "by hand to metal-to-metal",
    "are one family, for this shaft",
    "remembered with low confidence",
    "This is what this device last knew",
    "The way to the server asks who you are",
    "less than it can be off",
    "first leaf ",
    "leave it so by name",
    "overrule by name",
    "set aside",
    "take up again",
    "Slate",
)
# One word alone, where it is a button, an answer or a title.
BARRED_ALONE = (
    "Seen",
    "Read",
    "Note it",
    "Looked again",
    "Destroyed",
    "They are in",
    "It is in",
    "It is out",
    "Set out",
    "Take stock",
    "Take off",
    "Look",
    "Keep",
    "Asked for",
    "as asked for",
    "Judge",
    "Leave it so",
    "Accept by name",
)


def of_python(path: Path) -> Iterator[str]:
    """String constants that are no docstring; placeholders are left out."""
    tree = ast.parse(path.read_text("utf-8"))
    docs = {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr)}
    inside = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.JoinedStr):
            inside.update(id(part) for part in node.values)
            yield "".join(
                str(part.value) if isinstance(part, ast.Constant) else "…" for part in node.values
            )
    for node in ast.walk(tree):
        if (
            isinstance(node, ast.Constant)
            and isinstance(node.value, str)
            and id(node) not in docs | inside
        ):
            yield node.value


def of_typescript(path: Path) -> Iterator[str]:
    """The file without its comments, quoted texts and texts between tags apart."""
    text = re.sub(r"/\*.*?\*/|(?<![:\"'`])//[^\n]*", "", path.read_text("utf-8"), flags=re.S)
    yield " ".join(text.split())
    for found in re.finditer(r'"((?:[^"\\\n]|\\.)*)"|>\s*([^<>{}]+?)\s*(?=[<{])', text):
        yield found.group(1) or found.group(2) or ""


def of_data(value: object) -> Iterator[str]:
    """Every text of a document of plain data."""
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        for part in value.values():
            yield from of_data(part)
    elif isinstance(value, list):
        for part in value:
            yield from of_data(part)


@cache
def read_by_people() -> tuple[tuple[str, str], ...]:
    """Every text with its file."""
    found: list[tuple[Path, str]] = []
    for path in (ROOT / "src").rglob("*.py"):
        # What is put right is named there as it stood.
        if path.name == "put_right.py":
            continue
        found += ((path, text) for text in of_python(path))
    for path in (ROOT / "web" / "src").rglob("*.ts*"):
        if "generated" not in path.name:
            found += ((path, text) for text in of_typescript(path))
    data = ROOT / "data"
    for path in (
        *newest(data / "procedures"),
        *newest(data / "procedures" / "stages"),
        *(data / "failure_marks").glob("*.yaml"),
    ):
        found += ((path, text) for text in of_data(yaml.safe_load(path.read_text("utf-8"))))
    for path in (ROOT / "src").rglob("*.html"):
        found.append((path, path.read_text("utf-8")))
    return tuple((str(path.relative_to(ROOT)), " ".join(text.split())) for path, text in found)


def test_texts_are_found() -> None:
    texts = [text for _, text in read_by_people()]
    assert len(texts) > 5_000
    for known in (
        "Mark and check",
        "Compare methods",
        "Trust the feeler, not the angle",
        "Evidence lost",
        "Grease under pressure goes through skin",
    ):
        assert any(known in text for text in texts), known


@pytest.mark.parametrize("phrase", BARRED)
def test_a_barred_wording_stands_nowhere(phrase: str) -> None:
    assert [
        (path, text[:200])
        for path, text in read_by_people()
        if re.search(rf"(?<![a-z]){re.escape(phrase)}(?![a-z])", text, re.IGNORECASE)
    ] == []


def test_a_barred_button_or_title_stands_nowhere() -> None:
    assert [(path, text) for path, text in read_by_people() if text in BARRED_ALONE] == []


def test_every_stage_and_gate_has_its_label() -> None:
    """The log tells stages and gates by the titles that the newest procedures give them."""
    stages: dict[str, str] = {}
    gates: dict[str, str] = {}
    for path in newest(ROOT / "data" / "procedures" / "stages"):
        stage = yaml.safe_load(path.read_text("utf-8"))
        stages[stage["id"]] = stage["title"]
        gates |= {gate["id"]: gate["title"] for gate in stage.get("gates", [])}
    for path in newest(ROOT / "data" / "procedures"):
        for stage in yaml.safe_load(path.read_text("utf-8")).get("stages", []):
            if isinstance(stage, dict):
                # Some share an id and not a title: turns from hand-tight have a zero mark for a
                # target window.
                stages.setdefault(stage["id"], stage["title"])
                gates |= {gate["id"]: gate["title"] for gate in stage.get("gates", [])}
    assert gates == GATE_TITLES
    assert {name: title for name, title in STAGE_TITLES.items() if name in stages} == {
        name: title if name not in ("target_window", "drive_up") else STAGE_TITLES[name]
        for name, title in stages.items()
    }
