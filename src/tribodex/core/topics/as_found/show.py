"""What was found, in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.said import mm
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text, um_text
from tribodex.core.removal.as_found import AsFound, RingsFound
from tribodex.core.sheet import Page, Section
from tribodex.core.topics.as_found.commands import ReadAsFound
from tribodex.core.topics.as_found.decide import across, left_on, released
from tribodex.core.topics.as_found.facts import FoundRead
from tribodex.core.topics.as_found.moves import FoundDo as Do
from tribodex.core.topics.as_found.state import Evidence
from tribodex.core.working import Level, Verdict


def in_words(found: AsFound, sleeve_end_mm: float | None) -> str:
    """What was read, in a line."""
    gaps = [
        f"gap {travel_text(gap)} {side}"
        for gap, side in (
            (found.toward_mm, "towards the other bearing"),
            (found.away_mm, "away from it"),
        )
        if gap is not None
    ]
    rings = [found.rings.words] if found.rings is not RingsFound.UNKNOWN else []
    um = found.clearance_um
    clearance = (
        [] if um is None else ["no feeler goes in"] if um <= 0 else [f"clearance {um_text(um)}"]
    )
    end = [f"thread end to ring {travel_text(sleeve_end_mm)}"] if sleeve_end_mm is not None else []
    return ", ".join((*gaps, *rings, *clearance, *end))


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    if not isinstance(fact, FoundRead):
        raise TypeError(f"nothing tells {type(fact).__name__}")
    read = in_words(fact.found, fact.sleeve_end_mm)
    words = "; ".join(part for part in (read, fact.text) if part)
    return f"As found: {words}: {', '.join(verdict.word for verdict in fact.verdicts)}."


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    if not isinstance(fact, FoundRead):
        return None
    um = fact.found.clearance_um
    clearance = "" if um is None else "none" if um <= 0 else f"{um:g} µm"
    return ReadAsFound(
        mm(fact.found.toward_mm),
        mm(fact.found.away_mm),
        fact.found.rings,
        clearance,
        mm(fact.sleeve_end_mm),
        fact.text,
    )


@dataclass(frozen=True)
class FoundWork:
    """What was found, as its panel shows it."""

    topic: Literal["as_found"]
    asks: Do | None
    read: FoundRead | None
    verdicts: tuple[Verdict, ...]
    across: Verdict | None
    released: bool
    width_mm: float | None


def view(desk: Desk, state: Evidence) -> FoundWork:
    """The evidence as it is shown."""
    fitted = desk.fitted(desk.at)
    return FoundWork(
        topic="as_found",
        asks=None,
        read=state.read,
        verdicts=state.read.verdicts if state.read is not None else (),
        across=across(desk),
        released=released(desk),
        width_mm=fitted.bearing.width_mm if fitted is not None else None,
    )


def record(desk: Desk, state: Evidence) -> Sequence[Section]:
    """The evidence for the record, with what it says of the old mounting."""
    read = state.read
    if read is None:
        return []
    twice = across(desk)
    said_of = [*read.verdicts, *([twice] if twice is not None else [])]
    lines = (
        in_words(read.found, read.sleeve_end_mm),
        *((read.text,) if read.text else ()),
        *(f"{v.word.capitalize()}: {v.reason}" for v in said_of),
    )
    worst = next((v for v in said_of if v.level is not Level.GOOD), None)
    return [
        Section(
            "As found, before anything was released",
            tuple(line for line in lines if line),
            (),
            (),
            worst,
            page=Page.ONE,
        )
    ]


def findings(desk: Desk, state: Evidence) -> Sequence[str]:
    """What was wrong with the old mounting, beside the next move."""
    if state.read is None:
        return (
            ["Nothing was read before the sleeve was released: what stood there is gone."]
            if released(desk) and not left_on(desk)
            else []
        )
    twice = across(desk)
    return [
        f"As found, {v.word}: {v.reason}"
        for v in (*state.read.verdicts, *((twice,) if twice is not None else ()))
        if v.level is not Level.GOOD
    ]
