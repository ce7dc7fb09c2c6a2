"""Housed units on an adapter sleeve: shaft limits of their own sheet, the zero that its turns count
from, turns, positions of the lock plate.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import LengthUnit, parse_length
from tribodex.core.working import Level, Line, Result, Verdict


class AdapterCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    OTHER_ZERO = "adapter.other_zero"
    ZERO_NOT_PROVEN = "adapter.zero_not_proven"
    PAST_THE_SHEET = "adapter.past_the_sheet"
    SHORT_OF_THE_SHEET = "adapter.short_of_the_sheet"
    PLATE_PAST_THE_SHEET = "adapter.plate_past_the_sheet"


class Captive(StrEnum):
    """What the nut does when it is turned back."""

    CAPTIVE = "captive"
    PLAIN = "plain"
    UNKNOWN = "unknown"

    @property
    def words(self) -> str:
        """How such a unit lets go, as the trade says it."""
        return {
            "captive": "captive nut: turned back it draws the sleeve loose by itself",
            "plain": (
                "plain nut: it stays on its thread as the stop, the sleeve lets go with a bang"
                " under a soft drift on the nut's face"
            ),
            "unknown": (
                "captive or plain nut not known: treat it as plain, it stays on its thread as the"
                " stop"
            ),
        }[self.value]


# A turn is not marked or read closer than this (degrees; common practice, no source).
WITHIN_DEG = 2.0
_SIGNED = re.compile(r"^\s*([+−-]?)\s*([0-9][0-9.,]*)\s*(.*?)\s*$")
_UNIT = re.compile(r"(µm|um|mm|thou|in(?:ch(?:es)?)?|\")\s*$", re.IGNORECASE)


@dataclass(frozen=True)
class Turned:
    """How far a nut stands from its zero, against its sheet (degrees)."""

    total_deg: float
    range_deg: Span


def turns_text(degrees: float) -> str:
    """Turns as a fitter says them: in eighths where they are eighths.

    Symbols: α (degrees).
    Valid: any turn of a nut.
    Raises: nothing.
    Source: none.

    >>> turns_text(405), turns_text(360), turns_text(180), turns_text(368)
    ('1 1/8 turns', '1 turn', '1/2 turn', '1.02 turns')
    """
    eighths = degrees / 45
    if abs(eighths - round(eighths)) > 0.02:
        return f"{degrees / 360:.2f} turns"
    whole, part = divmod(round(eighths), 8)
    divisor = math.gcd(part, 8) or 1
    words = " ".join(
        [
            *([str(whole)] if whole or not part else []),
            *([f"{part // divisor}/{8 // divisor}"] if part else []),
        ]
    )
    return f"{words} turn{'s' if degrees > 361 or (whole == 0 and not part) else ''}"


def read_shaft_limits(text: str, field: str) -> Span:
    """Limits of a shaft as a sheet prints them, upper and lower deviation: “+0/-0.003 in”, “0 /
    −0.08 mm”. In µm.

    Symbols: deviations from the nominal diameter (µm).
    Valid: both at or near zero, the lower below the upper, within 2 mm.
    Raises: InvalidInput naming the field.
    Source: none.

    >>> read_shaft_limits("+0/-0.003 in", "f"), read_shaft_limits("0 / −0.08", "f")
    (Span(low=-76.2, high=0.0), Span(low=-80.0, high=0.0))
    """
    example = "+0/-0.003 in, 0/-0.08 mm"
    unit = match.group(1) if (match := _UNIT.search(text)) else ""
    body = text[: match.start()] if match else text
    parts = [part for part in re.split(r"[/;]|\bto\b", body) if part.strip()]
    if len(parts) != 2:
        raise InvalidInput.at(field, f"“{text.strip()}” does not name two limits.", example)
    ends = []
    for part in parts:
        signed = _SIGNED.match(part)
        if signed is None:
            raise InvalidInput.at(field, f"“{part.strip()}” cannot be read as a limit.", example)
        sign, size, own = signed.groups()
        length = parse_length(f"{size} {own or unit}".strip(), field, LengthUnit.MM, zero=True)
        ends.append(round(-length.um if sign in ("-", "−") else length.um, 3))
    low, high = min(ends), max(ends)
    # A shaft is made under its size: a limit far above it is a slip of sign or unit.
    if low == high or low < -2000 or high > 500:
        raise InvalidInput.at(
            field, f"“{text.strip()}” is out of range: check value and unit.", example
        )
    return Span(low, high)


def judge_zero(sheet: SheetZero, taps: int, moved: int, last_moved: bool) -> Verdict:
    """The zero that was reached against the zero that the sheet counts from. They lie a closing
    travel apart and are never converted.

    Symbols: taps on the rim that were tried, how many of them let the nut go on, whether the last
        one did.
    Valid: nut run up with both hands until it stopped.
    Raises: nothing.
    Source: common practice, no source.

    >>> [
    ...     judge_zero(z, *t).level.value
    ...     for z in SheetZero
    ...     for t in ((0, 0, False), (3, 2, False), (1, 1, True))
    ... ]
    ['good', 'stop', 'stop', 'unknown', 'good', 'unknown']
    """
    if sheet is SheetZero.BOTH_HANDS:
        # Too far on by a closing travel: the same turns from there drive the ring too far.
        if moved:
            why = (
                "The nut went on when its rim was tapped, and this sheet counts from both hands:"
                " its turns would be counted from too far on. Ease the nut until the sleeve is"
                " loose, run it up with both hands again, and mark it there."
            )
            return Verdict(
                "another zero than its sheet's", Level.STOP, why, code=AdapterCode.OTHER_ZERO
            )
        return Verdict("zero of its sheet", Level.GOOD, "Both hands until it stopped.")
    # What counts is the last tap: one that moved it says only that it was not there yet.
    if taps and not last_moved:
        again = "it did not move" if not moved else f"{taps} taps, the last one did not move it"
        return Verdict("zero proven", Level.GOOD, f"Tapped on its rim and tried again: {again}.")
    what = "It still moved at the last tap." if taps else "Its rim was not tapped."
    why = (
        f"{what} The sheet counts from where it no longer moves: until then the turns may be"
        " nothing but closing the sleeve."
    )
    return Verdict("zero not proven", Level.UNKNOWN, why, code=AdapterCode.ZERO_NOT_PROVEN)


def judge_turned(total_deg: float, range_deg: Span) -> Verdict:
    """How far the nut stands from its zero, against its sheet.

    Symbols: α total, range of the sheet (degrees).
    Valid: counted from the sheet's own zero.
    Raises: nothing.
    Source: common practice, no source: past the sheet the clearance may be gone, short of it the
        sleeve creeps.

    >>> [judge_turned(a, Span(360, 450)).word for a in (90, 365, 450, 470)]
    ['on its way', 'turns reached', 'turns reached', 'past the sheet']
    """
    asked = f"{turns_text(range_deg.low)} to {turns_text(range_deg.high)}"
    words = f"{turns_text(total_deg)} ({total_deg:.0f}°), {asked} by the sheet"
    if total_deg > range_deg.high + WITHIN_DEG:
        why = (
            f"{words}: the clearance may be gone, and nobody can gauge it. Loosening a little does"
            " not bring it back: nut back, start again."
        )
        return Verdict("past the sheet", Level.STOP, why, code=AdapterCode.PAST_THE_SHEET)
    if total_deg < range_deg.low - WITHIN_DEG:
        return Verdict("on its way", Level.GOOD, f"{words}.")
    return Verdict("turns reached", Level.GOOD, f"{words}.")


def plate_step_deg(slots: int, holes: int) -> float:
    """How far apart the positions of a lock plate are.

    Symbols: n slots or flats of the nut, m holes of the plate in the round; 360/lcm(n, m)
        (degrees).
    Valid: both evenly spaced.
    Raises: InvalidInput for a count below one.
    Source: geometry of a vernier.

    >>> plate_step_deg(4, 10), plate_step_deg(12, 1)
    (18.0, 30.0)
    """
    for name, count in (("slots", slots), ("holes", holes)):
        if not 1 <= count <= 72:
            raise InvalidInput.at(
                name, f"{count} cannot be counted there.", "1 to 72, counted in the round"
            )
    return 360 / math.lcm(slots, holes)


def positions_inside(
    range_deg: Span, step_deg: float, first_deg: float | None, now_deg: float
) -> tuple[float, ...]:
    """Totals at which the plate meets inside the sheet's range, by tightening from here; empty
    where nobody looked how far the next one is.

    Symbols: β step, x to the next position, α now (degrees); α + x + i·β inside the range.
    Valid: from the sheet's zero.
    Raises: nothing.
    Source: geometry.

    >>> positions_inside(Span(360, 450), 30, 12, 330), positions_inside(Span(360, 450), 30, None, 0)
    ((372, 402, 432), ())
    """
    if first_deg is None:
        return ()
    total, found = now_deg + first_deg, list[float]()
    while total <= range_deg.high + WITHIN_DEG:
        if total >= range_deg.low - WITHIN_DEG:
            found.append(total)
        total += step_deg
    return tuple(found)


def positions_result(
    range_deg: Span, step_deg: float | None, first_deg: float | None, now_deg: float
) -> Result:
    """How many positions of the lock plate lie inside the sheet's range, before the first mark and
    on the way.

    Symbols: β step between positions (degrees), None until slots and holes were counted.
    Valid: from the sheet's zero.
    Raises: nothing.
    Source: geometry.

    >>> positions_result(Span(360, 450), 30.0, None, 0).note
    'At least 3 positions lie inside, 30° apart, wherever the first one stands.'
    """
    label = "Positions of the lock plate are apart"
    if step_deg is None:
        note = (
            "Count slots of the nut and holes of the plate when both are in sight: then it is known"
            " before the first mark."
        )
        return Result("plate_positions", label, None, "°", note=note)
    width = range_deg.high - range_deg.low
    lines = (
        Line("β", "step between positions", "360°/lcm(n, m)", "", step_deg, "°", "geometry"),
        Line(
            "w",
            "width of the sheet's range",
            "α_max - α_min",
            f"{range_deg.high:g} - {range_deg.low:g}",
            width,
            "°",
            "geometry",
        ),
    )
    found = positions_inside(range_deg, step_deg, first_deg, now_deg)
    if first_deg is not None:
        words = ", ".join(turns_text(one) for one in found) or "none"
        verdict = (
            Verdict("a position inside", Level.GOOD, f"At {words}.")
            if found
            else Verdict(
                "no position inside",
                Level.WATCH,
                "None lies inside by tightening: another hole or slot of the plate, or the maker's"
                " word.",
            )
        )
        return Result(
            "plate_positions",
            label,
            step_deg,
            "°",
            verdict=verdict,
            working=lines,
            note=f"Inside the sheet's range: {words}.",
        )
    sure = math.floor((width + 1e-9) / step_deg)
    note = (
        f"At least {sure} position{'s' if sure > 1 else ''} lie{'' if sure > 1 else 's'} inside,"
        f" {step_deg:g}° apart, wherever the first one stands."
        if sure
        else (
            f"They stand {step_deg:g}° apart, the sheet's range is {width:g}° wide: look where the"
            " next one stands before the nut is marked."
        )
    )
    missed = None if sure else Verdict("may miss the range", Level.WATCH, note)
    return Result("plate_positions", label, step_deg, "°", verdict=missed, working=lines, note=note)


def judge_plate(
    total_deg: float, turn_deg: float, range_deg: Span, step_deg: float | None
) -> tuple[Verdict, bool]:
    """Whether the plate may be fitted there; and whether a name may decide it where it lies past
    the sheet.

    Symbols: α total with the last turn to the plate, the turn itself, β step (degrees).
    Valid: by tightening.
    Raises: nothing.
    Source: common practice, no source: on to the next position by tightening, never back.

    >>> (
    ...     [judge_plate(t, 10, Span(360, 450), 30)[0].word for t in (300, 400, 460)],
    ...     judge_plate(460, 20, Span(360, 450), 30)[1],
    ... )
    (['short of the sheet', 'plate fits inside', 'plate past the sheet'], True)
    """
    words = (
        f"{turns_text(total_deg)} in all, {turns_text(range_deg.low)} to"
        f" {turns_text(range_deg.high)} by the sheet"
    )
    if total_deg < range_deg.low - WITHIN_DEG:
        return (
            Verdict(
                "short of the sheet",
                Level.STOP,
                f"{words}: it creeps on its sleeve.",
                code=AdapterCode.SHORT_OF_THE_SHEET,
            ),
            False,
        )
    if total_deg <= range_deg.high + WITHIN_DEG:
        return Verdict("plate fits inside", Level.GOOD, f"{words}."), False
    earlier = (
        step_deg is not None
        and turn_deg >= step_deg
        and total_deg - step_deg >= range_deg.low - WITHIN_DEG
    )
    by_name = step_deg is not None and not earlier and total_deg <= range_deg.high + step_deg
    why = f"{words}. " + (
        "The position before lies inside."
        if earlier
        else "Only by name, and not where the sheet forbids it."
        if by_name
        else ""
    )
    return (
        Verdict(
            "plate past the sheet", Level.STOP, why.strip(), code=AdapterCode.PLATE_PAST_THE_SHEET
        ),
        by_name,
    )
