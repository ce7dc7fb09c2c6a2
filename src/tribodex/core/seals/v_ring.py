"""V-rings: the width they are set to, what squeezes their lip, the speed they stand, the face they
run on.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.sources import Recall, Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class VRingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_HELD = "v_ring.not_held"
    NOT_SQUARE = "v_ring.not_square"
    NOT_SQUEEZED = "v_ring.not_squeezed"
    SQUEEZED_TOO_FAR = "v_ring.squeezed_too_far"
    TOO_LITTLE_SQUEEZE = "v_ring.too_little_squeeze"
    TOO_FAST = "v_ring.too_fast"
    WHAT_HOLDS_IT = "v_ring.what_holds_it"
    WIDTH_NOT_KNOWN = "v_ring.width_not_known"


# Up to this speed the ring's own stretch holds it; up to the second a shoulder or clamp behind it
# does (m/s; common practice, no source).
FREE_MS, BEHIND_MS = 8.0, 12.0
# Faster than this none is run, however it is held (m/s; own choice).
MOST_MS = 25.0
# Roughness of the face it runs on, from the fastest down: from a speed (m/s), Ra (µm); common
# practice, no source.
FACES = ((10.0, "0.4 to 0.8"), (5.0, "0.8 to 1.6"), (1.0, "1.6 to 2.0"), (0.0, "up to 2.5"))
# A lip that is squeezed by less than this is not squeezed (mm; our figure, as near as a caliper
# reads on rubber).
SQUEEZED_MM = 0.3


class Held(StrEnum):
    """What holds a V-ring on its shaft besides its own stretch."""

    STRETCH = "stretch"
    BEHIND = "behind"
    ALL_ROUND = "all_round"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "stretch": "its own stretch",
            "behind": "a shoulder or clamp behind it",
            "all_round": "a clamp behind it and a band round it",
        }[self.value]


@dataclass(frozen=True)
class VRingBand:
    """Shafts over and up to (mm): width when set and how far it may be off (mm). `other_mm`: what a
    second memory says where they differ.
    """

    over_mm: float
    to_mm: float
    set_mm: float
    off_mm: float
    other_mm: float | None
    recall: Recall


@dataclass(frozen=True)
class VRings:
    """Widths by shaft; one cross-section for all of a band."""

    source: Source
    bands: tuple[VRingBand, ...]

    def at(self, shaft_mm: float) -> VRingBand | None:
        """The band of a shaft; None where nobody remembers one."""
        return next((band for band in self.bands if band.over_mm < shaft_mm <= band.to_mm), None)


def sheet_span(least_mm: float | None, most_mm: float | None) -> Span | None:
    """A ring's own sheet: both ends, or nothing. Raises InvalidInput for one end alone, or ends the
    wrong way round.
    """
    if least_mm is None and most_mm is None:
        return None
    if least_mm is None or most_mm is None:
        raise InvalidInput.at(
            "sheet_most" if most_mm is None else "sheet_least",
            "The other end of the width is missing.",
            "both, from its sheet",
        )
    if least_mm > most_mm:
        raise InvalidInput.at(
            "sheet_most",
            f"{number(most_mm)} mm is less than {number(least_mm)} mm.",
            "the least first, then the most",
        )
    return Span(least_mm, most_mm)


def set_width(
    rings: VRings, shaft_mm: float, sheet: Span | None = None, free_mm: float | None = None
) -> Result:
    """Width to which a V-ring is pushed up: from the face its lip runs on to its back.

    Where two memories differ the width is not known, unless the free width says that the larger one
    leaves no squeeze.

    Symbols: d shaft (mm); free width, as measured before it is fitted (mm); the ring's own sheet
        goes first.
    Valid: one-piece rings of the ordinary section, stretched onto the shaft.
    Raises: nothing.
    Source: common practice, no source; widths from memory.

    >>> from tribodex.core.sources import PRACTICE
    >>> table = VRings(
    ...     PRACTICE,
    ...     (
    ...         VRingBand(19, 38, 6, 0.8, None, Recall.TWICE),
    ...         VRingBand(38, 68, 7, 1, 9, Recall.DIFFERS),
    ...     ),
    ... )
    >>> [
    ...     (r.value, r.value_to)
    ...     for r in (set_width(table, 30), set_width(table, 50), set_width(table, 50, free_mm=9))
    ... ]
    [(5.2, 6.8), (None, None), (6, 8)]
    """
    label = "Width when set, from the face to its back"
    if sheet is not None:
        line = Line(
            "b",
            "its own sheet",
            "b",
            f"{number(sheet.low)} to {number(sheet.high)}",
            sheet.low,
            "mm",
            "maker",
        )
        return Result("set_width", label, sheet.low, "mm", value_to=sheet.high, working=(line,))
    band = rings.at(shaft_mm)
    if band is None:
        return _unknown(
            label,
            f"No width is known for a shaft of {number(shaft_mm)} mm: it stands on the ring's"
            " sheet.",
        )
    words = f"{number(band.set_mm)} ± {number(band.off_mm)} mm"
    note = f"{str(band.recall).capitalize()}: its sheet goes first."
    if band.other_mm is not None:
        if free_mm is None or free_mm - band.other_mm >= SQUEEZED_MM:
            return _unknown(
                label,
                f"Two memories differ, {words} or {number(band.other_mm)} mm: the ring's sheet"
                " tells, or its width before it is fitted.",
            )
        note = (
            f"Two memories differ; the other, {number(band.other_mm)} mm, would leave a ring of"
            f" {number(free_mm)} mm no squeeze."
        )
    low, high = band.set_mm - band.off_mm, band.set_mm + band.off_mm
    line = Line(
        "b",
        f"shafts over {number(band.over_mm)} to {number(band.to_mm)} mm",
        "b ± Δ",
        words,
        band.set_mm,
        "mm",
        rings.source.id,
    )
    return Result(
        "set_width", label, round(low, 3), "mm", value_to=round(high, 3), working=(line,), note=note
    )


def _unknown(label: str, why: str) -> Result:
    return Result(
        "set_width",
        label,
        None,
        "mm",
        note=why,
        verdict=Verdict("width not known", Level.UNKNOWN, why, code=VRingCode.WIDTH_NOT_KNOWN),
    )


def judge_set(asked: Result, set_mm: float, free_mm: float | None, *, even: bool) -> Verdict:
    """A V-ring as it was pushed up. Source: common practice, no source; that it must be squeezed at
    all is physics.

    >>> asked = Result("set_width", "", 5.2, "mm", value_to=6.8)
    >>> (
    ...     [judge_set(asked, b, 7.5, even=True).word for b in (6.0, 4.0, 7.0, 7.5)],
    ...     judge_set(asked, 6, None, even=False).word,
    ... )
    (['squeezed right', 'squeezed too far', 'too little squeeze', 'not squeezed'], 'not square')
    """
    if free_mm is not None and set_mm > free_mm - SQUEEZED_MM:
        return Verdict(
            "not squeezed",
            Level.STOP,
            f"Set to {number(set_mm)} mm, {number(free_mm)} mm free: its lip does not lean on the"
            " face.",
            code=VRingCode.NOT_SQUEEZED,
        )
    if not even:
        return Verdict(
            "not square",
            Level.STOP,
            "Push it up evenly until the width is the same all round: cocked it lifts on one side"
            " and creeps.",
            code=VRingCode.NOT_SQUARE,
        )
    if asked.value is None or asked.value_to is None:
        return Verdict("width not known", Level.UNKNOWN, asked.note, code=VRingCode.WIDTH_NOT_KNOWN)
    words = f"{number(set_mm)} mm of {number(asked.value)} to {number(asked.value_to)}"
    if set_mm < asked.value:
        return Verdict(
            "squeezed too far",
            Level.STOP,
            f"{words}: its lip runs hot and wears. Pull it back.",
            code=VRingCode.SQUEEZED_TOO_FAR,
        )
    if set_mm > asked.value_to:
        return Verdict(
            "too little squeeze",
            Level.STOP,
            f"{words}: its lip lifts as the shaft moves. Push it up.",
            code=VRingCode.TOO_LITTLE_SQUEEZE,
        )
    return Verdict("squeezed right", Level.GOOD, f"{words}.")


def judge_v_speed(speed_ms: float, held: Held | None) -> list[Verdict]:
    """What the speed asks of a V-ring and of the face it runs on. None: what holds it is not said.

    Source: common practice, no source.

    >>> [
    ...     judge_v_speed(v, held)[0].word
    ...     for v, held in (
    ...         (6, None),
    ...         (9, None),
    ...         (9, Held.STRETCH),
    ...         (9, Held.BEHIND),
    ...         (100, Held.ALL_ROUND),
    ...     )
    ... ]
    ['speed right', 'what holds it?', 'not held', 'held', 'too fast for a V-ring']
    """
    face = next(ra for least, ra in FACES if speed_ms >= least)
    counter = Verdict(
        "the face",
        Level.WATCH,
        f"At {number(speed_ms)} m/s the face it runs on has Ra {face} µm, square to the shaft, no"
        " scratches.",
    )
    if speed_ms <= FREE_MS:
        return [
            Verdict(
                "speed right",
                Level.GOOD,
                f"{number(speed_ms)} m/s: its own stretch holds it up to {FREE_MS:g}.",
            ),
            counter,
        ]
    if speed_ms > MOST_MS:
        why = (
            f"{number(speed_ms)} m/s is more than a V-ring stands, however it is held ({MOST_MS:g}"
            " m/s): a seal that does not rub."
        )
        return [Verdict("too fast for a V-ring", Level.STOP, why, code=VRingCode.TOO_FAST), counter]
    asked = Held.BEHIND if speed_ms <= BEHIND_MS else Held.ALL_ROUND
    why = f"{number(speed_ms)} m/s: it lifts off the shaft. It needs {asked.words}"
    if held is None:
        return [
            Verdict(
                "what holds it?",
                Level.STOP,
                f"{why}: say what holds it.",
                code=VRingCode.WHAT_HOLDS_IT,
            ),
            counter,
        ]
    if list(Held).index(held) < list(Held).index(asked):
        return [
            Verdict(
                "not held",
                Level.STOP,
                f"{why}, or a seal that does not rub.",
                code=VRingCode.NOT_HELD,
            ),
            counter,
        ]
    return [Verdict("held", Level.GOOD, f"{number(speed_ms)} m/s, held by {held.words}."), counter]
