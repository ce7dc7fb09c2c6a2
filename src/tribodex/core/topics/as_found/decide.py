"""Readings before anything is released: what may still be read, and what they say of the old
mounting.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.proofs import Claim
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.core.removal.as_found import (
    AsFound,
    Mounted,
    RingsFound,
    held_twice,
    judge_gaps,
    judge_mounted,
)
from tribodex.core.topics import prepare, removal, tapered
from tribodex.core.topics.as_found.commands import ReadAsFound
from tribodex.core.topics.as_found.facts import FoundRead
from tribodex.core.topics.as_found.moves import FoundDo as Do
from tribodex.core.topics.as_found.state import Evidence
from tribodex.core.working import Level, Verdict

STAGE = "as_found"
# What can stand there at all, of gap, clearance and end: a slip of ten-fold is asked back, a worn
# bearing is not.
GAP_UM, CLEARANCE_UM, END_UM = (0.0, 120_000.0), (5.0, 2_500.0), (0.0, 400_000.0)


def released(desk: Desk) -> bool:
    """Whether something was let go already, so that what stood there is gone: nobody measures a
    seat with a bearing on it.
    """
    off = desk.of(removal.TOPIC)
    return off.nut is not None or off.off is not None or bool(desk.of(prepare.TOPIC).shaft_mm)


def no_more_asked(desk: Desk) -> bool:
    """Whether nobody is asked for it: it is gone, or this job does not take the bearing off."""
    return released(desk) or left_on(desk)


def left_on(desk: Desk) -> bool:
    """Whether taking the old bearing off is no part of this job: it stays, or others took it
    off."""
    return any((stage, desk.at) in desk.job.aside for stage in removal.TOPIC.stages)


def decide(desk: Desk, state: Evidence, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    if not isinstance(command, ReadAsFound):
        raise TypeError(f"what was found takes no {type(command).__name__}")
    if released(desk) and not desk.correcting:
        raise Refused(
            "The sleeve was released already: what stood there is gone. Note what somebody"
            " remembers as a remark."
        )
    return [_read(desk, command)]


def _read(desk: Desk, command: ReadAsFound) -> FoundRead:
    toward = _length(command.toward, "toward", GAP_UM, command)
    away = _length(command.away, "away", GAP_UM, command)
    end = _length(command.sleeve_end, "sleeve_end", END_UM, command)
    said = command.clearance.strip()
    um: float | None = None
    if said:
        um = (
            0.0
            if said.lower() == "none"
            else read_length(said, "clearance", LengthUnit.MM, CLEARANCE_UM, command.shown).um
        )
    if (
        toward is None
        and away is None
        and um is None
        and end is None
        and command.rings is RingsFound.UNKNOWN
        and not command.text.strip()
    ):
        raise InvalidInput.at(
            "toward",
            "Nothing was read.",
            "whatever can be read: gaps, rings, clearance, sleeve end",
        )
    found = AsFound(toward, away, command.rings, um)
    verdicts = [
        v
        for v in (
            judge_gaps(found),
            judge_mounted(um, mounted_by(desk)) if um is not None else None,
        )
        if v is not None
    ]
    typed = " / ".join(
        part
        for part in (command.toward.strip(), command.away.strip(), said, command.sleeve_end.strip())
        if part
    )
    read = Verdict("read", Level.GOOD, "Kept as it was found, before anything was released.")
    return FoundRead(found, end, command.text.strip(), typed, tuple(verdicts) or (read,))


def _length(
    typed: str, name: str, sensible: tuple[float, float], command: ReadAsFound
) -> float | None:
    if not typed.strip():
        return None
    return read_length(typed, name, LengthUnit.MM, sensible, command.shown, zero=True).mm


def mounted_by(desk: Desk) -> Mounted | None:
    """What a right mounting of the bearing that is planned here leaves; None where no drive-up is
    planned.
    """
    plan = desk.of(tapered.TOPIC).planned
    if plan is None or plan.target is None:
        return None
    least = (
        plan.target.least_residual_um
        if plan.target.least_residual_um is not None
        else plan.target.beside_um
    )
    return Mounted(least, plan.limits_um.high - plan.target.reduction_um.low)


def across(desk: Desk) -> Verdict | None:
    """What the bearings of the shaft say together."""
    found = [
        (place.name, read.found)
        for place in desk.job.places
        if (read := desk.job.slices["as_found", place.id].read) is not None
    ]
    return held_twice(found)


def claims(desk: Desk, state: Evidence) -> tuple[Claim, ...]:
    """Read before the release; once that is done nobody is asked any more."""
    if state.read is None and no_more_asked(desk):
        return ()
    return (
        Claim("as_found.read", "read as found, before the release", STAGE, desk.at, (FoundRead,)),
    )


def move(desk: Desk, state: Evidence) -> Move:
    """What to read next."""
    if state.read is not None:
        twice = across(desk)
        worst = next(
            (
                v
                for v in (*state.read.verdicts, *((twice,) if twice is not None else ()))
                if v.level is not Level.GOOD
            ),
            None,
        )
        why = worst.reason if worst is not None else "Kept as it was found."
        return Move(
            Ask.NOTHING,
            f"As found: {worst.word}" if worst is not None else "Read as it was found",
            why,
        )
    if released(desk):
        return Move(
            Ask.NOTHING,
            "Released without a reading",
            "What stood there before is gone; the record says so.",
        )
    why = (
        "Cap off, sleeve and nut untouched, shaft supported snug and not lifted: gaps beside the"
        " outer ring, rings found, the thickest feeler opposite the load (in the base mostly at the"
        " top), thread end to ring."
    )
    return Move(
        Do.READ,
        "Read it as it stands, before anything is released",
        why,
        "Once the sleeve lets go this evidence is gone.",
    )
