"""What is looked at and felt: sleeve end to ring, marks, the ring; and a leaf that leads on."""

from __future__ import annotations

import math

from tribodex.core.adviser.belief import MARK_SD_DEG
from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.by_hand import judge_hand
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.seat import (
    LengthTool,
)
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import (
    Length,
    LengthUnit,
    read_length,
)
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.allowed import may_drive, needs_zero
from tribodex.core.topics.tapered.looks import (
    LENGTH_ERROR_MM,
    MECHANISM,
    MOST_SHARE,
    PROVES,
    WORDS,
    LookFound,
    LookTarget,
    by_travel,
)
from tribodex.core.topics.tapered.parting import WORDS as PARTED_WORDS
from tribodex.core.topics.tapered.parting import checks_for, must_check, parted
from tribodex.core.topics.tapered.state import Tapered


def driven_further(seat: Seat, before: Length, after: Length) -> float:
    """How far it went up its taper, by thread end to ring: a withdrawal sleeve goes in and its end
    comes nearer; every other end moves away.
    """
    grown = after.mm - before.mm
    return -grown if seat is Seat.WITHDRAWAL_SLEEVE else grown


def ends_of(command: cmd.SeatNut | cmd.LookAt) -> tuple[Length, Length] | None:
    """Sleeve end to ring, before and after; None where it was not measured."""
    before, after = command.sleeve_before.strip(), command.sleeve_after.strip()
    if not before and not after:
        return None
    if not (before and after):
        missing = "sleeve_after" if before else "sleeve_before"
        raise InvalidInput.at(
            missing,
            "One measurement alone proves nothing: sleeve end to ring is measured before and"
            " after.",
            "for example 12.34 mm",
        )
    if command.measured_from != "thread end":
        raise InvalidInput.at(
            "measured_from",
            "From another end the same movement reads the other way round, or not at all.",
            "the thread end of sleeve or shaft, to the near face of the ring",
        )
    if command.tool is None:
        raise InvalidInput.at(
            "tool",
            "With what was it measured?",
            "dial indicator or depth micrometer; a steel rule is no proof",
        )
    first, second = (
        read_length(value, name, LengthUnit.MM, (10, 300_000), command.shown, zero=True)
        for name, value in (("sleeve_before", before), ("sleeve_after", after))
    )
    if abs(second.mm - first.mm) > 5:
        raise InvalidInput.at(
            "sleeve_after",
            f"{second.mm:g} mm after {first.mm:g} mm is out of range: check value and unit.",
            "the same distance, measured again",
        )
    return first, second


def follow_leaf(state: Tapered, command: cmd.FollowLeaf) -> ev.LeafFollowed:
    """The leaf leads on, after it was confirmed and everything was looked at that does not move the
    bearing.
    """
    found = parted(state)
    if found is None:
        raise Refused("Feeler and nut agree: there is nothing to decide between them.")
    if found.again:
        raise Refused(
            "It was looked at once, and a further turn brought nothing: the sleeve is seated anew,"
            " and the zero set again."
        )
    if not found.confirmed:
        raise Refused(
            "First gauge once more where the nut stands: one reading may be wrong, two that agree"
            " are not."
        )
    if found.cause in MECHANISM:
        raise Refused(
            f"It was seen why: {PARTED_WORDS[found.cause]}. The feeler is not followed over that;"
            " release, and put it right."
        )
    there, looks = checks_for(state.plan.method), state.attempt.looked()
    unknown = [check for check in command.checks if check not in there]
    missing = [
        check
        for check in must_check(state.plan.method)
        if check not in command.checks and check not in looks
    ]
    if unknown or missing:
        raise InvalidInput.at(
            "checks",
            f"Not looked at yet: {', '.join(there[c] for c in missing) or unknown[0]}.",
            ", ".join(there),
        )
    by_looks = "; ".join(WORDS[look][one] for look, one in looks.items())
    seen = (
        "nut was only hand-tight at the zero mark"
        if state.plan.method.from_a_mark
        else "sleeve had slipped"
    )
    said = (
        command.found.strip()
        or by_looks
        or text(command.found, "found", f"what was found, for example “{seen}”, or “nothing found”")
    )
    return ev.LeafFollowed(
        found.gauging.number, tuple(dict.fromkeys((*command.checks, *looks))), said
    )


def look_at(state: Tapered, command: cmd.LookAt) -> ev.LookedAt:
    """What was found at something that does not move the bearing; by two lengths, whether the
    sleeve went along.
    """
    attempt, nut = state.attempt, state.plan.nut
    # Whether the sleeve went along can be measured at any time: it is a second witness.
    measured = command.look is LookTarget.SLEEVE_END and (
        command.sleeve_before or command.sleeve_after
    )
    if (
        parted(state) is None
        and command.look not in attempt.looks
        and not (measured and attempt.nut_deg > 0)
    ):
        raise Refused("Feeler and nut agree: there is nothing to look for.")
    if command.look.value not in checks_for(state.plan.method):
        raise Refused("By blows nobody counts from a zero mark, nor threads.")
    ends = ends_of(command)
    if ends is not None:
        if command.look is not LookTarget.SLEEVE_END:
            raise InvalidInput.at(
                "sleeve_before", "Lengths belong to sleeve end and ring.", "look: sleeve end"
            )
        if command.tool is LengthTool.STEEL_RULE:
            raise InvalidInput.at(
                "tool",
                "A steel rule tells nothing at this size.",
                "dial indicator or depth micrometer",
            )
        if nut is None or state.plan.method is Method.BLOWS:
            raise InvalidInput.at(
                "sleeve_before",
                "Without a counted turn no travel follows.",
                "the mark across sleeve and shaft",
            )
        moved, nut_mm = (
            driven_further(state.plan.seat, *ends),
            attempt.nut_deg * nut.pitch_mm / 360,
        )
        marks = 2 * math.sqrt(attempt.mark_var_deg2 + 2 * MARK_SD_DEG**2)
        marks_mm = marks * nut.pitch_mm / 360
        if (
            not -LENGTH_ERROR_MM - marks_mm
            <= moved
            <= MOST_SHARE * nut_mm + LENGTH_ERROR_MM + marks_mm
        ):
            raise InvalidInput.at(
                "sleeve_after",
                f"The ring cannot have gone {moved:.2f} mm up its sleeve: the nut went"
                f" {nut_mm:.2f} mm.",
                "both lengths from the same end, measured again; check value and unit",
            )
        found = by_travel(moved, nut_mm, marks_mm)
        return ev.LookedAt(
            command.look,
            found,
            attempt.nut_deg,
            moved,
            nut_mm,
            " to ".join(end.written for end in ends),
            command.tool,
        )
    if command.found is None or command.found not in WORDS[command.look]:
        raise InvalidInput.at(
            "found", "That is no answer to what was looked at.", ", ".join(WORDS[command.look])
        )
    before = attempt.looks.get(command.look)
    if (
        command.found is LookFound.UNKNOWN
        and before is not None
        and PROVES.get(before.found) in MECHANISM
    ):
        raise Refused(
            f"It was seen before: {WORDS[before.look][before.found]}. Not knowing is no answer to"
            " that; look again, or correct that entry."
        )
    return ev.LookedAt(command.look, command.found, attempt.nut_deg)


def hand_check(desk: Desk, state: Tapered, command: cmd.HandCheck) -> ev.HandChecked:
    """The ring was felt by hand."""
    may_drive(desk, state)
    needs_zero(state)
    return hand_checked(state, command)


def hand_checked(state: Tapered, command: cmd.HandCheck) -> ev.HandChecked:
    """What was felt, judged where the nut is locked and nothing is gauged."""
    attempt = state.attempt
    locked = attempt.locked is not None
    verdict = None
    if locked and not state.plan.method.gauged:
        by_feel = state.plan.method is Method.BALL_ANGLE
        sheet = state.plan.sheet_zero or attempt.counted_from
        # Both hands need no proof; a silent sheet proves nothing.
        proven = (
            attempt.tap_tested
            if by_feel or sheet is SheetZero.TAPPED
            else sheet is SheetZero.BOTH_HANDS
        )
        by_name = attempt.locked is not None and bool(attempt.locked.decided_by)
        verdict = judge_hand(
            command.swivel,
            command.turns_freely,
            attempt.nut_deg,
            state.plan.turn_range_deg,
            by_feel,
            zero_proven=proven,
            past_by_name=by_name,
        )
    return ev.HandChecked(command.swivel, command.turns_freely, attempt.nut_deg, locked, verdict)
