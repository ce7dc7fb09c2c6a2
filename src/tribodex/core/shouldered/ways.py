"""Ways to put a ring on a cylindrical seat, weighed for the one before you."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum, StrEnum

from tribodex.core.removal.forces import tool_size
from tribodex.core.shouldered.tools import DRIFT_BORE_MM, DRIFT_LIMIT_KN
from tribodex.core.working import Level, Result, Verdict, roughly


class WayOnCode(StrEnum):
    """Why a way is not taken, by a name that never changes."""

    NOT_KNOWN = "way_on.not_known"
    NOT_HERE = "way_on.not_here"


class WayOn(StrEnum):
    """How a ring goes on."""

    HEAT = "heat"
    PRESS = "press"
    DRIFT = "drift"
    BOTH_RINGS = "both_rings"
    HAND = "hand"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "heat": "warm, by induction heater",
            "press": "cold, by press",
            "drift": "cold, by drift and mallet",
            "both_rings": "cold, by a tool on both rings",
            "hand": "cold, by hand: it slides",
        }[self.value]


class OuterRing(Enum):
    """Where its outer ring is while it goes onto its shaft."""

    FREE = "slides in its housing"
    TO_ENTER = "still to enter a tight hub"
    IN_ITS_HUB = "in its tight hub already"


@dataclass(frozen=True)
class AdviceOn:
    """A way with its verdict, and what speaks for it and against it."""

    way: WayOn
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


_RANK = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)


def advise_on(
    bore_mm: float,
    force: Result,
    heat: Result,
    *,
    both_rings: bool = False,
    outer: OuterRing = OuterRing.FREE,
    loose: bool = False,
) -> tuple[AdviceOn, ...]:
    """Every way, the best first; at equal rank heat before press before drift, for it strains ring
    and seat least.

    Symbols: d bore (mm); force to push it on (kN); temperature with its verdict; whether it goes
    onto shaft and into housing at once; where its outer ring is; `loose`: even the tightest fit
    that there can be has play.
    Valid: the inner ring is the tight one, or slides.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.working import Result, Verdict
    >>> warm = Result(
    ...     "heat_needed", "", 100, "°C", verdict=Verdict("goes on by hand", Level.GOOD, "…")
    ... )
    >>> [one.way.value for one in advise_on(45, Result("f", "", 0.4, "kN", value_to=8.3), warm)]
    ['heat', 'press', 'drift']
    """
    assert heat.verdict is not None  # every temperature is judged
    most = force.value_to if force.value_to is not None else force.value or 0.0
    # Heat or force on a ring that slides hides the burr that holds it.
    if loose:
        return _by_hand(both_rings)
    press = tool_size(force)
    found = [
        _warm(heat.verdict, outer),
        _press(most, press, both_rings),
        _drift(bore_mm, most, both_rings),
    ]
    if both_rings:
        found.append(_both(most, press))
    return tuple(sorted(found, key=lambda one: _RANK.index(one.verdict.level)))


_TO_ENTER = (
    "Its outer ring has still to enter a tight hub: a warm one grows, and does not go in. Hub"
    " first, or on its shaft cold."
)
_IN_HUB = (
    "In its hub the inner ring warms alone, and its clearance goes: both rings read, and the hub"
    " goes with it."
)


def _by_hand(both_rings: bool) -> tuple[AdviceOn, ...]:
    """A ring that has play on its seat: nothing is heated, nothing is pressed."""
    slides = ["It has play on its seat."]
    needless = [
        "It slides: what needs force or heat all the same is cocked, burred, or another size."
    ]
    other = [WayOn.HEAT, WayOn.PRESS, WayOn.DRIFT]
    both = _one(
        WayOn.BOTH_RINGS,
        Level.GOOD,
        ["Its outer ring enters at the same time: the force crosses no ball."],
        [],
    )
    first = [both] if both_rings else [_one(WayOn.HAND, Level.GOOD, slides, [])]
    return (*first, *(_one(way, Level.STOP, [], needless) for way in other))


def _warm(verdict: Verdict, outer: OuterRing) -> AdviceOn:
    reasons = ["No force on ring or seat; straight by itself."]
    against = [verdict.reason] if verdict.level is not Level.GOOD else []
    if outer is OuterRing.TO_ENTER:
        return _one(WayOn.HEAT, Level.STOP, reasons, [_TO_ENTER])
    if outer is OuterRing.IN_ITS_HUB and verdict.level is Level.GOOD:
        return _one(WayOn.HEAT, Level.WATCH, reasons, [_IN_HUB])
    return _one(WayOn.HEAT, verdict.level, reasons, against)


_ONE_ALONE = (
    "It goes onto the shaft and into the housing at once: on the inner ring alone the force crosses"
    " the balls."
)


def _both(most_kn: float, press: Result) -> AdviceOn:
    reasons = [
        f"Shaft and housing at once, about {roughly(most_kn)} kN on the shaft alone: the force"
        " crosses no ball."
    ]
    if press.value is None:
        return _one(
            WayOn.BOTH_RINGS,
            Level.STOP,
            reasons,
            [press.verdict.reason if press.verdict is not None else ""],
        )
    return _one(
        WayOn.BOTH_RINGS,
        Level.GOOD,
        reasons,
        ["It needs a plate or tube that bears on both rings evenly."],
    )


def _press(most_kn: float, press: Result, both_rings: bool) -> AdviceOn:
    if both_rings:
        return _one(WayOn.PRESS, Level.STOP, ["The force is seen on a gauge."], [_ONE_ALONE])
    if press.value is None:
        reason = press.verdict.reason if press.verdict is not None else ""
        return _one(WayOn.PRESS, Level.STOP, ["The force is seen on a gauge."], [reason])
    reasons = [f"About {roughly(most_kn)} kN at the end of the way: a press of {press.value:g} kN."]
    return _one(
        WayOn.PRESS,
        Level.WATCH,
        reasons,
        ["It scores the seat a little; the shaft must go under the press."],
    )


def _drift(bore_mm: float, most_kn: float, both_rings: bool) -> AdviceOn:
    reasons = ["Needs a tube and a mallet alone."]
    if both_rings:
        return _one(WayOn.DRIFT, Level.STOP, reasons, [_ONE_ALONE])
    # Beyond this the ring does not move, and every blow goes through the balls.
    if most_kn > DRIFT_LIMIT_KN or bore_mm > DRIFT_BORE_MM:
        return _one(
            WayOn.DRIFT,
            Level.STOP,
            reasons,
            [
                f"About {roughly(most_kn)} kN: blows get nowhere and shock what they pass. Heat or"
                " press."
            ],
        )
    return _one(
        WayOn.DRIFT,
        Level.WATCH,
        reasons,
        ["Blows travel: shaft in soft jaws, out of the machine, never through its other bearings."],
    )


_CODES = {Level.UNKNOWN: WayOnCode.NOT_KNOWN, Level.STOP: WayOnCode.NOT_HERE}


def _one(way: WayOn, level: Level, reasons: list[str], against: list[str]) -> AdviceOn:
    word = {
        Level.GOOD: "fits here",
        Level.WATCH: "possible",
        Level.UNKNOWN: "not known yet",
        Level.STOP: "not here",
    }[level]
    return AdviceOn(
        way,
        Verdict(word, level, (against or reasons)[0], code=_CODES.get(level, "")),
        tuple(reasons),
        tuple(against),
    )
