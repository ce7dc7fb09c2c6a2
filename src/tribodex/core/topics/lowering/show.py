"""Into the base, in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.said import mm
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.lowering.commands import LowerIn
from tribodex.core.topics.lowering.decide import planned_shift, verdicts_of
from tribodex.core.topics.lowering.facts import LoweredIn
from tribodex.core.topics.lowering.moves import LoweringDo as Do
from tribodex.core.topics.lowering.state import Lowering
from tribodex.core.working import Level, Verdict


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    if not isinstance(fact, LoweredIn):
        raise TypeError(f"nothing tells {type(fact).__name__}")
    held = "hoist, jacks or sling" if fact.lifted_by == "gear" else "hands alone"
    weight = f", {fact.weight_kg:g} kg" if fact.weight_kg is not None else ""
    shift = f", shifted {travel_text(fact.shift_mm)}" if fact.shift_mm is not None else ""
    ring = "locating ring in" if fact.ring_in else "no locating ring"
    return (
        f"Lowered into its base by {fact.who}, {held}{weight}, {ring}{shift}:"
        f" {', '.join(v.word for v in fact.verdicts)}."
    )


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    if not isinstance(fact, LoweredIn):
        return None
    by: Literal["gear", "hands"] = "gear" if fact.lifted_by == "gear" else "hands"
    ring: Literal["in", "none"] = "in" if fact.ring_in else "none"
    weight = f"{fact.weight_kg:g} kg" if fact.weight_kg is not None else ""
    return LowerIn(fact.who, by, fact.guided, ring, weight, fact.typed or mm(fact.shift_mm))


@dataclass(frozen=True)
class LoweringWork:
    """Into the base, as its panel shows it; the shift by its rings (mm) where they were
    measured."""

    topic: Literal["lowering"]
    asks: Do | None
    floats_words: str
    shift_mm: float | None
    verdicts: tuple[Verdict, ...]


def view(desk: Desk, state: Lowering) -> LoweringWork:
    """The work as it is shown."""
    return LoweringWork(
        "lowering", None, desk.floats(desk.at).short, planned_shift(desk), verdicts_of(desk, state)
    )


def record(desk: Desk, state: Lowering) -> Sequence[Section]:
    """The work for the record."""
    if state.down is None:
        return []
    found = verdicts_of(desk, state)
    worst = next((v for v in found if v.level is not Level.GOOD), found[0])
    return [Section("Into its base", (tell(state.down),), (), (), worst, page=Page.ONE)]
