"""Forms of housed units, how each is lined up, and where it lets the shaft grow."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class FloatCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    FIXED_OR_FLOATING = "float.fixed_or_floating"
    FLOATS_AND_SHOULD_HOLD = "float.floats_and_should_hold"
    HARD_AGAINST_ONE_SIDE = "float.hard_against_one_side"
    HELD_AND_SHOULD_FLOAT = "float.held_and_should_float"
    TOO_LITTLE_ROOM = "float.too_little_room"


# Set-up error that an insert forgives, degrees: where it is regreased the grease hole limits it
# (common practice, no source; the maker wins).
REGREASED_DEG, SEALED_DEG = 2.0, 5.0


class Form(StrEnum):
    """Forms of one-piece units."""

    FOOT_2 = "foot_2"
    FOOT_4 = "foot_4"
    FLANGE = "flange"
    PILOT = "pilot"
    TAKE_UP = "take_up"
    HANGER = "hanger"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "foot_2": "foot, two bolts",
            "foot_4": "foot, four bolts",
            "flange": "flange, four bolts",
            "pilot": "flange with pilot",
            "take_up": "take-up, in a slot",
            "hanger": "hanger, hung from above",
        }[self.value]

    @property
    def bolts(self) -> int:
        """How many bolts hold it; a take-up hangs on its spindle."""
        return {"foot_2": 2, "foot_4": 4, "flange": 4, "pilot": 4, "take_up": 1, "hanger": 2}[
            self.value
        ]

    @property
    def on_feet(self) -> bool:
        """Whether it stands on feet that are shimmed."""
        return self in (Form.FOOT_2, Form.FOOT_4)

    @property
    def lined_up_by(self) -> str:
        """How it is lined up (common practice, no source)."""
        return {
            "foot_2": "Shims under its feet, side to side in its bolt holes.",
            "foot_4": (
                "Shims under its feet; a foot that does not touch is shimmed, not drawn down."
            ),
            "flange": (
                "By its face: clean, flat, square to the shaft; side to side in its bolt holes."
            ),
            "pilot": (
                "By its pilot and its face: the bore of the wall decides, bolt holes do not help."
            ),
            "take_up": "By its slot and spindle, both sides alike; again after every tensioning.",
            "hanger": (
                "By its hanger: plumb, in line with its neighbours; shims between hanger and beam."
            ),
        }[self.value]


class FloatBy(StrEnum):
    """What holds the insert in its housing, or lets it move there, as it stands now."""

    HOUSING = "housing"
    RING_INNER = "ring_inner"
    RING_OUTER = "ring_outer"
    ROOM = "room"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "housing": "the housing holds it: no room along the shaft",
            "ring_inner": "snap ring in the inner groove: held",
            "ring_outer": "snap ring in the outer groove: room to float",
            "room": "expansion housing: room on both sides",
        }[self.value]

    @property
    def holds(self) -> bool:
        """Whether it holds the shaft."""
        return self in (FloatBy.HOUSING, FloatBy.RING_INNER)


def judge_float(by: FloatBy, floats: Floats) -> Verdict:
    """Whether a unit stands as its bearing was said to: fixed or floating; with what converts it.

    Symbols: none.
    Valid: one-piece units.
    Raises: nothing.
    Source: common practice, no source: a ring in the outer groove floats, in the inner groove it
        holds; swapped to convert.

    >>> (
    ...     judge_float(FloatBy.RING_INNER, Floats.SEAT).word,
    ...     judge_float(FloatBy.RING_OUTER, Floats.HOUSING).word,
    ... )
    ('held, and should float', 'floats')
    """
    if floats is Floats.UNKNOWN:
        return Verdict(
            "fixed or floating?",
            Level.UNKNOWN,
            f"Now: {by.words}. Say first which unit holds the shaft.",
            code=FloatCode.FIXED_OR_FLOATING,
        )
    if floats is Floats.CROSS:
        return Verdict(
            "cross-located",
            Level.WATCH,
            f"Now: {by.words}. It holds one way, together with the other unit: the maker"
            " allows it?",
        )
    if by.holds and floats is not Floats.HELD:
        how = {FloatBy.RING_INNER: "Set the ring into the outer groove."}.get(
            by, "This housing cannot float: an expansion unit belongs here."
        )
        return Verdict(
            "held, and should float",
            Level.STOP,
            f"Two units that hold push each other apart when the shaft warms. {how}",
            code=FloatCode.HELD_AND_SHOULD_FLOAT,
        )
    if not by.holds and floats is Floats.HELD:
        how = (
            "Set the ring into the inner groove."
            if by is FloatBy.RING_OUTER
            else "A unit without room belongs here."
        )
        return Verdict(
            "floats, and should hold",
            Level.STOP,
            f"Nothing would hold the shaft along itself. {how}",
            code=FloatCode.FLOATS_AND_SHOULD_HOLD,
        )
    return Verdict("holds" if by.holds else "floats", Level.GOOD, by.words.capitalize() + ".")


def float_room(toward_mm: float, away_mm: float, growth_mm: float | None) -> Result:
    """Room of a floating insert in its housing, against the growth it has to take.

    The shaft grows away from the fixed unit, so the insert is set towards it, not hard against it.

    Symbols: t room towards the fixed unit, a room away from it (mm); g growth away from the fixed
        unit (mm), None while not known.
    Valid: expansion units and snap rings in the outer groove; the shaft warms more than its base.
    Raises: nothing.
    Source: geometry; set towards the fixed unit by common practice, no source.

    >>> (
    ...     float_room(1.0, 4.0, 1.2).verdict.word,
    ...     float_room(0.0, 5.0, 1.2).verdict.word,
    ...     float_room(4.5, 0.5, 1.2).verdict.word,
    ... )
    ('room enough', 'hard against one side', 'too little room')
    """
    lines = [
        Line("t", "room towards the fixed unit", "", "", toward_mm, "mm", "gauged"),
        Line("a", "room away from it", "", "", away_mm, "mm", "gauged"),
    ]
    # Above zero it grows away from the fixed unit; below zero, where the base is the warmer one,
    # towards it.
    shrinks = growth_mm is not None and growth_mm < 0
    room, moves = (
        (toward_mm, -growth_mm)
        if shrinks and growth_mm is not None
        else (away_mm, growth_mm or 0.0)
    )
    side = "towards" if shrinks else "away from"
    if growth_mm is not None:
        symbol = "t + g" if shrinks else "a - g"
        lines.append(
            Line(
                "m",
                "left when it has moved",
                symbol,
                f"{number(room)} - {number(moves)}",
                room - moves,
                "mm",
                "practice",
            )
        )
    if min(toward_mm, away_mm) <= 0.05:
        verdict = Verdict(
            "hard against one side",
            Level.STOP,
            "It has no room on one side: cold or warm, it pushes there. Set it off by a little.",
            code=FloatCode.HARD_AGAINST_ONE_SIDE,
        )
    elif growth_mm is None:
        verdict = Verdict(
            "growth not known",
            Level.WATCH,
            "Room on both sides; whether it is enough hangs on the growth: work it out under"
            " Line up.",
        )
    elif room - moves <= 0:
        lack = moves - room
        other = "away from" if shrinks else "towards"
        why = (
            f"{travel_text(lack)} are lacking {side} the fixed unit, or nothing is left: shift it"
            f" {other} the fixed one."
        )
        verdict = Verdict("too little room", Level.STOP, why, code=FloatCode.TOO_LITTLE_ROOM)
    elif room - moves < max(0.25 * moves, 0.2):
        verdict = Verdict(
            "scarce room",
            Level.WATCH,
            f"{travel_text(room - moves)} left {side} the fixed unit when it has moved.",
        )
    else:
        verdict = Verdict(
            "room enough", Level.GOOD, f"{travel_text(room - moves)} left when it runs warm."
        )
    return Result(
        "float_room",
        "Room along the shaft",
        toward_mm + away_mm,
        "mm",
        verdict=verdict,
        working=tuple(lines),
    )
