"""Pictures of work: which stages have one, and which still lack one, is said in
docs/pictures.md."""

from __future__ import annotations

import re
from pathlib import Path

from tests.architecture.newest import newest
from tribodex.reference import load_reference

ROOT = Path(__file__).resolve().parents[2]


def test_the_list_of_stages_without_a_picture_is_that_of_the_newest_procedures() -> None:
    reference = load_reference()
    lacking, having = set(), set()
    for path in newest(ROOT / "data" / "procedures"):
        for stage in reference.procedure(path.stem.split("@")[0]).stages:
            (having if stage.pictures else lacking).add(stage.title)
    told = set(
        re.findall(r"^- (.+)$", (ROOT / "docs" / "pictures.md").read_text("utf-8"), re.MULTILINE)
    )
    assert told == lacking - having
