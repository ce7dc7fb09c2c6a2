"""An insert replaced in its housing: which side its groove faces, how square it stands, what closes
the grease hole.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class InsertFitCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    FITTING_AND_GROOVE_PART = "insert_fit.fitting_and_groove_part"
    GUN_PUSHES_HARD = "insert_fit.gun_pushes_hard"
    TOO_MANY_STROKES = "insert_fit.too_many_strokes"
    IRON_NOT_KNOWN = "insert_fit.iron_not_known"
    NOT_DECIDED = "insert_fit.not_decided"
    OLD_FITTING = "insert_fit.old_fitting"
    PIN_ON_SOLID_IRON = "insert_fit.pin_on_solid_iron"
    SWUNG_PAST = "insert_fit.swung_past"
    SIDE_NOT_DECIDED = "insert_fit.side_not_decided"
    WRONG_WAY_ROUND = "insert_fit.wrong_way_round"


# What a caliper and an eye on the fitting's middle tell (mm; common practice, no source).
FITTING_MM = 0.7
# What two caliper readings tell of each other (mm; common practice, no source).
CALIPER_MM = 0.1
# How square an insert should stand before the shaft comes, and where its grease hole closes
# (degrees; common practice, no source).
SQUARE_DEG, SHUT_DEG = 0.5, 2.0


class HousingFace(StrEnum):
    """A face of the housing. One of them gets a mark, so that both have a name."""

    MARKED = "marked"
    OTHER = "other"
    MIDDLE = "middle"
    UNSEEN = "unseen"

    @property
    def words(self) -> str:
        """As it is said of the housing."""
        return {
            "marked": "the marked face",
            "other": "the other face",
            "middle": "the middle",
            "unseen": "not to be seen",
        }[self.value]


class Pin(StrEnum):
    """What keeps the insert's outer ring from turning in its housing."""

    IN_SLOT = "in_slot"
    ON_IRON = "on_iron"
    NONE = "none"


class Closed(StrEnum):
    """What closes the grease hole once the insert is in."""

    NEW_FITTING = "new_fitting"
    PLUG = "plug"
    OLD_FITTING = "old_fitting"


class Iron(StrEnum):
    """What a housing is made of. The number cast on it is the mould's and says nothing of it."""

    GREY = "grey"
    DUCTILE = "ductile"
    UNKNOWN = "unknown"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "grey": "grey iron",
            "ductile": "ductile iron",
            "unknown": "not known: the number cast on it is the mould's",
        }[self.value]


class Balls(StrEnum):
    """How an insert's balls are kept apart."""

    CAGED = "caged"
    FULL = "full"

    @property
    def words(self) -> str:
        """As the trade says it, with what it costs."""
        return {
            "caged": "caged: worn balls stay apart, and it still turns",
            "full": "full complement: carries more; worn balls touch, catch and jam",
        }[self.value]


class HoleStep(StrEnum):
    """Greasing through a hole that a plug closes, step by step."""

    PLUG_OUT = "plug_out"
    FITTING_IN = "fitting_in"
    STROKES = "strokes"
    PLUG_BACK = "plug_back"

    @property
    def words(self) -> str:
        """As it is asked."""
        return {
            "plug_out": "plug out, hole wiped",
            "fitting_in": "fitting in, by hand and a quarter turn",
            "strokes": "strokes, counted",
            "plug_back": "fitting out, plug back",
        }[self.value]


class Push(StrEnum):
    """How a gun pushes."""

    EASY = "easy"
    HARD = "hard"
    NOT = "not"

    @property
    def words(self) -> str:
        """As it is said."""
        return {"easy": "as always", "hard": "hard", "not": "not at all"}[self.value]


# What a closed hole costs (common practice, no source).
CLOSED_COST = {
    Closed.NEW_FITTING: "greased in a minute; its ball wears, sticks open and lets grit in",
    Closed.PLUG: (
        "nothing gets in, brass does not rust in; each greasing is plug out, fitting in, strokes,"
        " plug back"
    ),
    Closed.OLD_FITTING: "saves a fitting; its worn ball lets grit in, or hardened grease blocks it",
}
# An insert with tight seals, where its maker says nothing (strokes; common practice, no source).
STROKES_AT_MOST = 2


def judge_push(push: Push) -> Verdict:
    """How a gun pushes into a bearing: a sign with its cause.

    Symbols: none.
    Valid: a hole that was free when it was closed last.
    Raises: nothing.
    Source: common practice, no source.

    >>> judge_push(Push.EASY).word, judge_push(Push.HARD).word, judge_push(Push.NOT).level.value
    ('goes in', 'gun pushes hard', 'stop')
    """
    if push is Push.EASY:
        return Verdict("goes in", Level.GOOD, "The gun pushes as always.")
    word = "gun pushes hard" if push is Push.HARD else "nothing goes in"
    why = (
        "Grease has hardened in the hole, or the ball of its fitting is stuck: new fitting, hole"
        " cleared with a wire, again. Still hard: the groove does not stand at the hole, the insert"
        " is in the wrong way round or askew. Never harder: seals blow."
    )
    return Verdict(word, Level.STOP, why, code=InsertFitCode.GUN_PUSHES_HARD)


def judge_strokes(total: int, most: int | None) -> Verdict:
    """Strokes that an insert with tight seals has got in all, against its maker's, else two and no
    more.

    Symbols: strokes in all; the most its maker allows, None where it says nothing.
    Valid: inserts with tight lips; a gun of at most 1.4 g a stroke.
    Raises: nothing.
    Source: common practice, no source.

    >>> judge_strokes(2, None).word, judge_strokes(3, None).word, judge_strokes(3, 4).word
    ('counted', 'too many strokes', 'counted')
    """
    limit, by = (
        (most, "its maker's")
        if most is not None
        else (STROKES_AT_MOST, "two, no more, where its maker says nothing")
    )
    words = f"{total} strokes in all, of {limit} ({by})"
    if total > limit:
        why = (
            f"{words}: tight seals blow. Look at them, all round, and at its temperature when it"
            " runs."
        )
        return Verdict("too many strokes", Level.STOP, why, code=InsertFitCode.TOO_MANY_STROKES)
    return Verdict("counted", Level.GOOD, f"{words}.")


@dataclass(frozen=True)
class Side:
    """Which side the insert's grease groove has to face, how sure that is, and why."""

    face: HousingFace
    verdict: Verdict


def fitting_offset(to_marked_mm: float, to_other_mm: float) -> Result:
    """How far the fitting stands off the middle of its housing: above zero towards the marked face.

    Symbols: m, o distances from the fitting's middle to the marked and the other face (mm); e = (o
        - m)/2.
    Valid: both faces machined alike.
    Raises: nothing.
    Source: definition; reading ±0.7 mm, common practice, no source.

    >>> fitting_offset(14, 20).value
    3.0
    """
    off = (to_other_mm - to_marked_mm) / 2
    line = Line(
        "e",
        "fitting off the middle",
        "(o - m)/2",
        f"({number(to_other_mm)} - {number(to_marked_mm)})/2",
        off,
        "mm",
        "gauged",
    )
    return Result(
        "fitting_offset",
        "Fitting off the middle of the housing",
        off,
        "mm",
        uncertainty=FITTING_MM,
        working=(line,),
    )


def groove_side(offset_mm: float | None, seen: HousingFace | None) -> Side:
    """Which side the insert's grease groove has to face: where the fitting stands, proved by the
    groove seen in the housing's bore.

    The wrong way round no grease ever reaches the balls. What was seen outranks the offset; where
    the two part, nothing is fitted.

    Symbols: offset of the fitting (mm), above zero towards the marked face; None where it was not
        measured.
    Valid: housings whose fitting stands off the middle on the groove's side.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     groove_side(3.0, HousingFace.MARKED).face.value,
    ...     groove_side(0.3, None).verdict.word,
    ...     groove_side(3.0, HousingFace.OTHER).verdict.word,
    ... )
    ('marked', 'not decided', 'fitting and groove part')
    """
    by_fitting = (
        None
        if offset_mm is None or abs(offset_mm) < FITTING_MM
        else HousingFace.MARKED
        if offset_mm > 0
        else HousingFace.OTHER
    )
    sight = seen if seen in (HousingFace.MARKED, HousingFace.OTHER) else None
    if seen is HousingFace.MIDDLE:
        if by_fitting is None:
            return Side(
                HousingFace.MIDDLE,
                Verdict(
                    "either way round",
                    Level.GOOD,
                    "Fitting and groove stand in the middle: it goes in either way round.",
                ),
            )
        why = (
            f"The groove was seen in the middle, the fitting stands towards {by_fitting.words}."
            " Look again, with a wire through the grease hole."
        )
        return Side(
            HousingFace.UNSEEN,
            Verdict(
                "fitting and groove part",
                Level.STOP,
                why,
                code=InsertFitCode.FITTING_AND_GROOVE_PART,
            ),
        )
    if sight is not None and by_fitting is not None and sight is not by_fitting:
        why = (
            f"The groove was seen towards {sight.words}, the fitting stands towards"
            f" {by_fitting.words}. One is wrong: put a wire through the grease hole and see where"
            " it comes out in the bore."
        )
        return Side(
            HousingFace.UNSEEN,
            Verdict(
                "fitting and groove part",
                Level.STOP,
                why,
                code=InsertFitCode.FITTING_AND_GROOVE_PART,
            ),
        )
    if sight is not None:
        return Side(
            sight,
            Verdict(
                "groove seen",
                Level.GOOD,
                f"The insert's groove faces {sight.words}, where the housing's groove is.",
            ),
        )
    if by_fitting is not None:
        why = (
            f"The fitting stands {travel_text(abs(offset_mm or 0.0))} off the middle, towards"
            f" {by_fitting.words}: the groove is there."
        )
        return Side(by_fitting, Verdict("by the fitting", Level.GOOD, why))
    why = (
        "The fitting stands in the middle as far as a caliper tells. Look for the groove in the"
        " bore, or put a wire through the grease hole."
    )
    return Side(
        HousingFace.UNSEEN,
        Verdict("not decided", Level.UNKNOWN, why, code=InsertFitCode.NOT_DECIDED),
    )


def judge_entered(side: Side, groove_faces: HousingFace, pin: Pin, slot_there: bool) -> Verdict:
    """Whether an insert went in the right way round, and its pin where it belongs.

    Symbols: none.
    Valid: inserts with a grease groove on one side.
    Raises: nothing.
    Source: common practice, no source: reversed, no grease ever reaches the balls.

    >>> side = groove_side(3.0, None)
    >>> (
    ...     judge_entered(side, HousingFace.OTHER, Pin.IN_SLOT, True).word,
    ...     judge_entered(side, HousingFace.MARKED, Pin.ON_IRON, True).word,
    ... )
    ('wrong way round', 'pin on solid iron')
    """
    if side.verdict.level is not Level.GOOD:
        return Verdict(
            side.verdict.word, Level.STOP, side.verdict.reason, code=InsertFitCode.SIDE_NOT_DECIDED
        )
    if side.face is not HousingFace.MIDDLE and groove_faces is not side.face:
        why = (
            f"Its groove faces {groove_faces.words}, the grease comes at {side.face.words}: no"
            " grease ever reaches the balls. Out and round."
        )
        return Verdict("wrong way round", Level.STOP, why, code=InsertFitCode.WRONG_WAY_ROUND)
    if pin is Pin.ON_IRON:
        return Verdict(
            "pin on solid iron",
            Level.STOP,
            "The pin's pocket belongs at the housing's slot: pressed against iron it bends, or"
            " holds it askew.",
            code=InsertFitCode.PIN_ON_SOLID_IRON,
        )
    if pin is Pin.NONE and slot_there:
        why = (
            "The housing has a slot for a pin and this insert has none: its outer ring may turn in"
            " the housing. The insert as ordered?"
        )
        return Verdict("no pin", Level.WATCH, why)
    return Verdict(
        "right way round",
        Level.GOOD,
        "Groove to the fitting's side" + (", pin in its slot." if pin is Pin.IN_SLOT else "."),
    )


def tilt_deg(first_mm: float, second_mm: float, circle_mm: float) -> float:
    """How far an insert is swung, degrees; above zero where the first slot is deeper.

    >>> round(tilt_deg(8.0, 6.0, 72), 2)
    1.59
    """
    return math.degrees(math.atan2(first_mm - second_mm, circle_mm))


def squareness(first_mm: float, second_mm: float, circle_mm: float) -> Result:
    """How square an insert stands in its housing, from two caliper readings across it.

    Both from the housing's face to the ring's face, at the two loading slots: there it swings.

    Symbols: a, b depths (mm); D circle on which they were read (mm); tilt = atan((a - b)/D)
        (degrees).
    Valid: faces of housing and ring machined.
    Raises: nothing.
    Source: geometry; limits common practice, no source: the grease hole closes at about 2°.

    >>> squareness(6.0, 6.1, 72).verdict.word, squareness(6.0, 8.9, 72).verdict.word
    ('square', 'swung past')
    """
    tilt = tilt_deg(first_mm, second_mm, circle_mm)
    deeper, shallower = ("first", "second") if tilt > 0 else ("second", "first")
    off = travel_text(abs(first_mm - second_mm))
    if abs(tilt) <= SQUARE_DEG:
        verdict = Verdict(
            "square", Level.GOOD, "The two readings are alike: the shaft will find it."
        )
    elif abs(tilt) <= SHUT_DEG:
        why = (
            f"{off} deeper at the {deeper} slot: lever the {shallower} side in by half of that, and"
            " read again."
        )
        verdict = Verdict("a little askew", Level.WATCH, why)
    else:
        why = (
            f"{off} deeper at the {deeper} slot: its grease hole is shut. Swing it back with the"
            " lever, out of the vise, and read again."
        )
        verdict = Verdict("swung past", Level.STOP, why, code=InsertFitCode.SWUNG_PAST)
    lines = (
        Line(
            "a - b",
            "one slot deeper than the other",
            "a - b",
            f"{number(first_mm)} - {number(second_mm)}",
            first_mm - second_mm,
            "mm",
            "gauged",
        ),
        Line(
            "φ",
            "tilt",
            "atan((a - b)/D)",
            f"atan(({number(first_mm)} - {number(second_mm)})/{number(circle_mm)})",
            tilt,
            "°",
            "gauged",
        ),
    )
    off_mm = round(abs(first_mm - second_mm), 3)
    return Result(
        "insert_askew",
        "Insert askew across its housing",
        off_mm,
        "mm",
        uncertainty=1.4 * CALIPER_MM,
        verdict=verdict,
        working=lines,
    )


def judge_closed(closed: Closed, grit: bool, regreased: bool) -> Verdict:
    """What closes the grease hole: a new fitting with a new insert; in grit or salt a brass plug,
    and the fitting only for greasing.

    Symbols: none.
    Valid: grey and ductile housings.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     judge_closed(Closed.OLD_FITTING, False, True).word,
    ...     judge_closed(Closed.PLUG, True, True).word,
    ... )
    ('old fitting', 'plugged')
    """
    if closed is Closed.OLD_FITTING:
        why = (
            "Its ball wears, sticks open and lets grit in, or hardened grease blocks it: a new"
            " fitting comes with a new insert."
        )
        return Verdict("old fitting", Level.STOP, why, code=InsertFitCode.OLD_FITTING)
    if closed is Closed.NEW_FITTING and grit:
        return Verdict(
            "fitting in grit",
            Level.WATCH,
            "In grit or salt: brass plug in the hole, the fitting only while it is greased.",
        )
    if closed is Closed.PLUG and regreased and not grit:
        return Verdict(
            "plugged",
            Level.WATCH,
            "It will be regreased: the plug comes out for that and goes back in. A fitting is"
            " simpler where it is clean.",
        )
    return Verdict(
        "plugged" if closed is Closed.PLUG else "new fitting", Level.GOOD, "As it should be here."
    )


def judge_iron(iron: Iron, shock: bool) -> Verdict:
    """What the housing is made of, against how heavily it works.

    Symbols: none.
    Valid: cast housings.
    Raises: nothing.
    Source: rule of thumb, common practice, no source: ductile iron costs about three times grey
        iron and stands about five times the knock.
    """
    if iron is Iron.UNKNOWN:
        return Verdict(
            "iron not known",
            Level.UNKNOWN if shock else Level.WATCH,
            "Ask for it: the number cast on it says nothing of the iron.",
            code=InsertFitCode.IRON_NOT_KNOWN,
        )
    if iron is Iron.GREY and shock:
        why = (
            "Shocks crack grey iron. Ductile iron costs about three times as much and stands about"
            " five times the knock."
        )
        return Verdict("grey iron under shocks", Level.WATCH, why)
    return Verdict(iron.words, Level.GOOD, "As the work asks.")
