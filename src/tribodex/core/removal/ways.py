"""Ways to take a bearing off, each with what speaks for and against it here."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.shaft import Seat
from tribodex.core.working import Level, Verdict


class WayOffCode(StrEnum):
    """Why a way is not taken, by a name that never changes."""

    NOT_KNOWN = "way_off.not_known"
    NOT_HERE = "way_off.not_here"


class Ring(StrEnum):
    """Which ring has the tight fit. The other one comes off by hand."""

    INNER = "inner"
    OUTER = "outer"
    BOTH = "both"
    NONE = "none"
    UNKNOWN = "unknown"

    @property
    def words(self) -> str:
        """As the trade says it.

        >>> Ring.INNER.words
        'the inner ring, on its shaft'
        """
        return {
            Ring.INNER: "the inner ring, on its shaft",
            Ring.OUTER: "the outer ring, in its housing",
            Ring.BOTH: "both rings",
            Ring.NONE: "neither: both slide",
            Ring.UNKNOWN: "not known yet",
        }[self]


class WayOff(StrEnum):
    """A way to take a bearing off."""

    RELEASE = "release"
    OWN_NUT = "own_nut"
    PULLER = "puller"
    PRESS = "press"
    HEAT = "heat"
    CUT = "cut"
    SLIDE = "slide"

    @property
    def words(self) -> str:
        """As the trade says it.

        >>> WayOff.OWN_NUT.words
        'by its own nut'
        """
        return {
            WayOff.RELEASE: "release it from its taper",
            WayOff.OWN_NUT: "by its own nut",
            WayOff.PULLER: "puller",
            WayOff.PRESS: "press",
            WayOff.HEAT: "heat the ring",
            WayOff.CUT: "cut the ring off",
            WayOff.SLIDE: "slide it off by hand",
        }[self]


@dataclass(frozen=True)
class Sight:
    """What is known before it comes off. None: nobody knows.

    `seat` is None for a cylindrical one; `captive_nut` counts for one-piece units; `keep` whether
    the bearing is to be used again; `slides` whether it was made to slide on its shaft (an insert).
    """

    seat: Seat | None
    tight: Ring
    shaft_out: bool | None = None
    one_piece: bool = False
    captive_nut: bool | None = None
    keep: bool | None = None
    within_reach: bool | None = None
    slides: bool = False


@dataclass(frozen=True)
class Advice:
    """A way with its verdict, and what speaks for it and against it."""

    way: WayOff
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


def advise(sight: Sight) -> tuple[Advice, ...]:
    """Every way, the best first.

    Symbols: none.
    Valid: bearings on a taper and on a cylindrical seat.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.shaft import Seat
    >>> advise(Sight(Seat.ADAPTER_SLEEVE, Ring.INNER))[0].way.value
    'release'
    >>> advise(Sight(None, Ring.INNER, shaft_out=False))[0].way.value
    'puller'
    >>> advise(Sight(None, Ring.NONE, slides=True))[0].way.value
    'slide'
    """
    found = [
        _release(sight),
        _own_nut(sight),
        _puller(sight),
        _press(sight),
        _heat(sight),
        _cut(sight),
        _slide(sight),
    ]
    ranks = {Level.GOOD: 0, Level.WATCH: 1, Level.UNKNOWN: 2, Level.STOP: 3}
    return tuple(sorted(found, key=lambda advice: ranks[advice.verdict.level]))


_CODES = {Level.UNKNOWN: WayOffCode.NOT_KNOWN, Level.STOP: WayOffCode.NOT_HERE}


def _advice(way: WayOff, level: Level, reasons: list[str], against: list[str]) -> Advice:
    word = {
        Level.GOOD: "fits here",
        Level.WATCH: "possible",
        Level.UNKNOWN: "not known yet",
        Level.STOP: "not here",
    }[level]
    return Advice(
        way,
        Verdict(word, level, (against or reasons)[0], code=_CODES.get(level, "")),
        tuple(reasons),
        tuple(against),
    )


def _release(sight: Sight) -> Advice:
    if sight.seat is None:
        return _advice(
            WayOff.RELEASE,
            Level.STOP,
            [],
            ["The seat is cylindrical: there is no taper to release."],
        )
    # A blow on a unit that its nut would draw loose by itself only risks seal and screw.
    if sight.one_piece and sight.captive_nut:
        return _advice(
            WayOff.RELEASE,
            Level.WATCH,
            ["A blow is not needed."],
            ["Its captive nut draws it loose by itself."],
        )
    if sight.seat is Seat.WITHDRAWAL_SLEEVE:
        return _advice(
            WayOff.RELEASE,
            Level.STOP,
            [],
            ["Its own nut pulls a withdrawal sleeve out; a blow on its end drives it further in."],
        )
    level = Level.WATCH if sight.tight is Ring.BOTH else Level.GOOD
    against = (
        ["The outer ring is tight too: split the housing, or free it first."]
        if sight.tight is Ring.BOTH
        else []
    )
    return _advice(
        WayOff.RELEASE,
        level,
        [
            "A taper comes free at once when its sleeve or ring is moved; nothing pulls over the"
            " rollers."
        ],
        against,
    )


def _own_nut(sight: Sight) -> Advice:
    if sight.seat is Seat.WITHDRAWAL_SLEEVE:
        return _advice(
            WayOff.OWN_NUT,
            Level.GOOD,
            ["The withdrawal nut, tightened against the inner ring, pulls the sleeve out."],
            [],
        )
    if not sight.one_piece:
        return _advice(
            WayOff.OWN_NUT,
            Level.STOP,
            [],
            [
                "Only a captive nut of a one-piece unit, or a withdrawal nut, draws the sleeve"
                " loose."
            ],
        )
    # Treated as captive, a plain nut would be turned off its thread, and the unit shot loose.
    if sight.captive_nut is None:
        return _advice(
            WayOff.OWN_NUT,
            Level.UNKNOWN,
            [],
            [
                "Captive or plain nut? While that is not known it is treated as plain: with stop"
                " and bang."
            ],
        )
    if not sight.captive_nut:
        return _advice(
            WayOff.OWN_NUT,
            Level.STOP,
            [],
            ["A plain nut turned back only makes room; the sleeve stays stuck until it is struck."],
        )
    return _advice(
        WayOff.OWN_NUT,
        Level.GOOD,
        ["A captive nut turned back draws the sleeve loose by itself."],
        [],
    )


def _puller(sight: Sight) -> Advice:
    if sight.seat is not None and sight.seat is not Seat.TAPERED_SHAFT:
        return _advice(
            WayOff.PULLER,
            Level.STOP,
            [],
            ["On a sleeve it is released, not pulled: a puller drags the sleeve along."],
        )
    if sight.tight is Ring.UNKNOWN:
        return _advice(
            WayOff.PULLER,
            Level.UNKNOWN,
            [],
            ["Which ring is tight? Jaws go behind that one alone."],
        )
    if sight.tight is Ring.NONE:
        return _advice(
            WayOff.PULLER, Level.STOP, [], ["Neither ring is tight: there is nothing to pull."]
        )
    against = ["About what a puller reaches is exceeded."] if sight.within_reach is False else []
    # With the shaft out a press goes straighter: then the puller is the second choice.
    level = Level.STOP if against else Level.GOOD if sight.shaft_out is False else Level.WATCH
    return _advice(
        WayOff.PULLER,
        level,
        [
            "The shaft stays in its machine.",
            "Proof: with the puller snug the other ring still turns freely.",
        ],
        against,
    )


def _press(sight: Sight) -> Advice:
    if sight.seat is not None and sight.seat is not Seat.TAPERED_SHAFT:
        return _advice(WayOff.PRESS, Level.STOP, [], ["On a sleeve it is released, not pressed."])
    if sight.shaft_out is None:
        return _advice(WayOff.PRESS, Level.UNKNOWN, [], ["Can the shaft leave its machine?"])
    if not sight.shaft_out:
        return _advice(WayOff.PRESS, Level.STOP, [], ["The shaft stays in its machine."])
    if sight.tight is Ring.UNKNOWN:
        return _advice(
            WayOff.PRESS,
            Level.UNKNOWN,
            [],
            ["Which ring is tight? Plates go under that one alone."],
        )
    if sight.tight is Ring.NONE:
        return _advice(
            WayOff.PRESS, Level.STOP, [], ["Neither ring is tight: there is nothing to press."]
        )
    against = ["About what presses reach is exceeded."] if sight.within_reach is False else []
    return _advice(
        WayOff.PRESS,
        Level.STOP if against else Level.GOOD,
        ["Straight and even, plates under the tight ring alone."],
        against,
    )


def _heat(sight: Sight) -> Advice:
    if sight.seat is not None:
        return _advice(
            WayOff.HEAT, Level.STOP, [], ["A taper needs no heat; grease and seals would burn."]
        )
    if sight.within_reach is False:
        return _advice(
            WayOff.HEAT,
            Level.WATCH,
            ["It needs less force than a press has."],
            ["Grease, seals and cage suffer: for a ring that is scrap, by induction."],
        )
    return _advice(
        WayOff.HEAT,
        Level.WATCH,
        ["An inner ring alone, heated fast by induction, drops off."],
        ["Grease, seals and cage suffer: for a ring that is scrap."],
    )


def _slide(sight: Sight) -> Advice:
    reasons = [
        "Screws out, collar or clamp off, the marks of the screws filed flat: it slides off by"
        " hand."
    ]
    if sight.tight is Ring.NONE or (sight.slides and sight.tight is Ring.UNKNOWN):
        against = (
            []
            if sight.tight is Ring.NONE
            else ["If rust holds it: penetrating oil, then the puller on its inner ring."]
        )
        return _advice(WayOff.SLIDE, Level.GOOD, reasons, against)
    why = (
        "Rust holds its ring: penetrating oil first, then pull."
        if sight.slides
        else "A ring is tight: it does not slide."
    )
    return _advice(WayOff.SLIDE, Level.WATCH if sight.slides else Level.STOP, reasons, [why])


def _cut(sight: Sight) -> Advice:
    against = [
        "The tight ring is under tension and bursts: hot-work permit, screen, face shield, notch"
        " and split, shaft spared, nobody in line."
    ]
    # Cut is gone: whoever wants to use it again has ruled this way out.
    if sight.keep:
        return _advice(WayOff.CUT, Level.STOP, [], ["It is to be used again.", *against])
    return _advice(WayOff.CUT, Level.WATCH, ["The last way, where nothing else moves it."], against)
