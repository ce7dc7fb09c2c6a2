"""Taking off in words, on the screen, and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.components.section import BearingSection, section_of
from tribodex.core.job.said import mm, plain
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.removal.backing_off import nut_gap
from tribodex.core.removal.forces import tool_size
from tribodex.core.removal.set_up import ForceMark, ToolSetUp, force_marks, tool_set_up
from tribodex.core.removal.ways import Advice, Ring, WayOff
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.removal import commands as cmd
from tribodex.core.topics.removal.facts import (
    CameOff,
    Cocked,
    NutBackedOff,
    PullerFitted,
    SetStraight,
    TightSaid,
    WayChosen,
)
from tribodex.core.topics.removal.moves import RemovalDo as Do
from tribodex.core.topics.removal.state import Removal, advice, force_of
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Result, Verdict, number


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case TightSaid():
            return (
                f"Tight: {fact.ring.words}. Shaft can leave the machine: {fact.shaft_out}. To be"
                f" used again: {fact.keep}."
            )
        case WayChosen():
            who = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return f"Way to take it off: {fact.way.words} ({fact.advised.word}).{who}"
        case PullerFitted():
            rated = f", rated for {number(fact.rated_kn)} kN" if fact.rated_kn is not None else ""
            sizes = (
                f"reaches {travel_text(fact.reach_mm)} of {travel_text(fact.depth_mm)}, opens"
                f" {travel_text(fact.opens_mm)}"
            )
            return (
                f"Puller: {sizes}{rated}: {', '.join(verdict.word for verdict in fact.verdicts)}."
            )
        case NutBackedOff():
            height = (
                "its whole height on the thread"
                if fact.whole_nut
                else "not its whole height on the thread"
            )
            return f"Nut backed off {travel_text(fact.gap_mm)}, {height}: {fact.verdict.word}."
        case Cocked():
            return f"Cocked: {fact.text}. Let off."
        case SetStraight():
            return f"Straight again. Cause: {fact.cause}."
        case CameOff():
            return f"It is off: {fact.text}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case TightSaid():
            return cmd.SayTight(fact.ring, fact.shaft_out, fact.keep, fact.captive_nut)
        case PullerFitted():
            return cmd.FitPuller(
                mm(fact.reach_mm), mm(fact.depth_mm), mm(fact.opens_mm), plain(fact.rated_kn)
            )
        case NutBackedOff():
            return cmd.BackNutOff(mm(fact.gap_mm), fact.whole_nut)
        case Cocked():
            return cmd.SayCocked(fact.text)
        case CameOff():
            return cmd.SayOff(fact.text)
        case SetStraight():
            return cmd.SayStraight(fact.cause)
        case _:
            return None


@dataclass(frozen=True)
class RemovalRing:
    """A ring that may be tight, in words."""

    value: Ring
    words: str


@dataclass(frozen=True)
class RemovalWay:
    """A way in words, with what speaks for it and against it."""

    value: WayOff
    words: str
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


@dataclass(frozen=True)
class RemovalWork:
    """Taking off as its panel shows it."""

    topic: Literal["removal"]
    rings: tuple[RemovalRing, ...]
    tight: TightSaid | None
    one_piece: bool
    ways: tuple[RemovalWay, ...]
    chosen: WayOff | None
    nut: Verdict | None
    puller: tuple[Verdict, ...]
    cocked: str
    off: str
    section: BearingSection | None
    marks: tuple[ForceMark, ...]
    straight: BearingSection | None
    set_up: ToolSetUp | None
    asks: Do | None


def view(desk: Desk, state: Removal) -> RemovalWork:
    """Taking off as it is shown."""
    fitted, chosen = desk.fitted(desk.at), state.way.way if state.way is not None else None
    whole = (
        section_of(fitted.bearing, fitted.shaft, fitted.seat, None, None)
        if fitted is not None and not isinstance(fitted.bearing, KeptBearing)
        else None
    )
    # On a taper the force is shown on the section itself; on a cylindrical seat the tool is drawn
    # on its ring.
    taper = fitted is not None and fitted.seat is not None
    section = whole if taper else None
    tight = state.tight.ring if state.tight is not None else Ring.UNKNOWN
    return RemovalWork(
        asks=None,
        topic="removal",
        rings=tuple(RemovalRing(ring, ring.words) for ring in Ring),
        tight=state.tight,
        one_piece=fitted.housed_unit and fitted.seat is not None if fitted is not None else False,
        ways=tuple(map(_shown, advice(desk, state))),
        chosen=chosen,
        nut=state.nut.verdict if state.nut is not None else None,
        puller=state.puller.verdicts if state.puller is not None else (),
        cocked=state.cocked.text if state.cocked is not None else "",
        off=state.off.text if state.off is not None else "",
        section=section,
        marks=(
            force_marks(chosen, tight, section)
            if section is not None and chosen is not None
            else ()
        ),
        straight=whole if not taper else None,
        set_up=(
            tool_set_up(chosen, tight, whole)
            if whole is not None and chosen is not None and not taper
            else None
        ),
    )


def _shown(found: Advice) -> RemovalWay:
    return RemovalWay(found.way, found.way.words, found.verdict, found.reasons, found.against)


def figures(desk: Desk, state: Removal) -> Sequence[Result]:
    """The force to expect, the tool that reaches it where one presses or pulls, and the nut's
    gap."""
    results: list[Result] = []
    force = force_of(desk)
    if state.tight is not None and force is not None:
        results.append(force)
        if state.way is not None and state.way.way in (WayOff.PRESS, WayOff.PULLER):
            results.append(tool_size(force))
    if state.nut is not None:
        asked = state.nut.asked
        results.append(
            nut_gap(
                state.nut.gap_mm,
                state.nut.whole_nut,
                *((asked.gap_mm, asked.lines()) if asked is not None else ()),
            )
        )
    return results


def record(desk: Desk, state: Removal) -> Sequence[Section]:
    """How it came off, for the record; the ways that were weighed stand in a table."""
    if state.tight is None and state.off is None:
        return []
    entries: tuple[Any, ...] = (
        state.tight,
        state.way,
        state.puller,
        state.nut,
        state.cocked,
        state.straight,
        state.off,
    )
    lines = tuple(tell(fact) for fact in entries if fact is not None)
    if state.times_cocked:
        lines = (
            *lines,
            f"It cocked {state.times_cocked} time{'s' if state.times_cocked > 1 else ''}.",
        )
    rows = tuple(
        (one.way.words, one.verdict.word, " ".join((*one.reasons, *one.against)))
        for one in advice(desk, state)
    )
    return [
        Section(
            "Removal",
            lines,
            (Table(("Way", "Here", "Why"), rows),) if rows else (),
            tuple(figures(desk, state)),
        )
    ]


def certificate(_: Desk, state: Removal) -> str:
    """How it came off, in a line for page one."""
    return (
        f"{state.way.way.words}: {state.off.text}"
        if state.way is not None and state.off is not None
        else ""
    )
