"""What could hurt somebody in a published procedure is shown put right, also to a job that was
opened with it.
"""

from __future__ import annotations

from tests.benches.shaft import REFERENCE
from tribodex.core.procedure import Procedure
from tribodex.core.procedure.put_right import PUT_RIGHT, shown

PUBLISHED = [("tapered-gauged", version) for version in range(1, 6)] + [
    ("tapered-gauged-whole", version) for version in range(1, 7)
]


def texts(procedure: Procedure) -> list[str]:
    return [step.text for stage in procedure.stages for step in (*stage.steps, *stage.cautions)]


def test_no_version_tells_anybody_to_strike_a_sleeve_s_thread_end() -> None:
    every = [
        text for name, version in PUBLISHED for text in texts(REFERENCE.procedure(name, version))
    ]
    assert any("thread end" in text for text in every), "the published ones stay as they were"
    assert [
        text
        for text in map(shown, every)
        if "low on the sleeve's thread end" in text or "2 to 4 mm, its whole height" in text
    ] == []


def test_every_sentence_that_is_put_right_stands_in_a_published_version() -> None:
    every = {
        text for name, version in PUBLISHED for text in texts(REFERENCE.procedure(name, version))
    }
    assert set(PUT_RIGHT) <= every
