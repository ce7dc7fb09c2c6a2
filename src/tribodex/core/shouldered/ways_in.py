"""Ways to bring a bearing into a tight hub, weighed for the one before you."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.removal.forces import tool_size
from tribodex.core.shouldered.hub import HubCode
from tribodex.core.shouldered.tools import DRIFT_BORE_MM, DRIFT_LIMIT_KN
from tribodex.core.working import Level, Result, Verdict, roughly


class WayIn(StrEnum):
    """How a bearing goes into its hub."""

    HEAT = "heat"
    PRESS = "press"
    DRIFT = "drift"
    BOTH_RINGS = "both_rings"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "heat": "hub warm, bearing cold",
            "press": "cold, by press on the outer ring",
            "drift": "cold, by tube and mallet on the outer ring",
            "both_rings": "cold, with its shaft at once, by a tool on both rings",
        }[self.value]


@dataclass(frozen=True)
class AdviceIn:
    """A way with its verdict, and what speaks for it and against it."""

    way: WayIn
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


_RANK = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)
_CODES = {Level.UNKNOWN: HubCode.NOT_KNOWN, Level.STOP: HubCode.NOT_HERE}
_WORDS = {
    Level.GOOD: "fits here",
    Level.WATCH: "possible",
    Level.UNKNOWN: "not known yet",
    Level.STOP: "not here",
}


def advise_in(
    outside_mm: float, force: Result, heat: Result | None, *, inner_tight: bool
) -> tuple[AdviceIn, ...]:
    """Every way, the best first; at equal rank heat before press before drift, for it strains ring
    and hub least.

    Symbols: D outside of the bearing (mm); force to press it in (kN); temperature of the hub with
        its verdict, None where its limit is not said.
    Valid: the outer ring is tight.
    Raises: nothing.
    Source: common practice, no source.

    >>> force = Result("f", "", 0.4, "kN", value_to=8.3)
    >>> [(one.way.value, one.verdict.word) for one in advise_in(72, force, None, inner_tight=False)]
    [('press', 'possible'), ('drift', 'possible'), ('heat', 'not known yet')]
    """
    most = force.value_to if force.value_to is not None else force.value or 0.0
    press = tool_size(force)
    found = [_warm(heat), _press(most, press), _drift(outside_mm, most)]
    if inner_tight:
        against = (
            "It needs a plate or tube that bears on both rings evenly, and a shaft that is in its"
            " place."
        )
        found.append(
            _one(
                WayIn.BOTH_RINGS,
                Level.WATCH,
                ["Shaft and hub at once: the force crosses no ball."],
                [against],
            )
        )
    return tuple(sorted(found, key=lambda one: _RANK.index(one.verdict.level)))


def _warm(heat: Result | None) -> AdviceIn:
    reasons = ["No force on ring or seat; straight by itself."]
    if heat is None or heat.verdict is None:
        return _one(
            WayIn.HEAT,
            Level.UNKNOWN,
            reasons,
            ["How warm this hub may get, by material, paint and seals, is not in the plan."],
        )
    against = [heat.verdict.reason] if heat.verdict.level is not Level.GOOD else []
    return _one(WayIn.HEAT, heat.verdict.level, reasons, against)


def _press(most_kn: float, press: Result) -> AdviceIn:
    if press.value is None:
        reason = press.verdict.reason if press.verdict is not None else ""
        return _one(WayIn.PRESS, Level.STOP, ["The force is seen on a gauge."], [reason])
    reasons = [f"About {roughly(most_kn)} kN at the end of the way: a press of {press.value:g} kN."]
    return _one(
        WayIn.PRESS,
        Level.WATCH,
        reasons,
        ["It scores the hole a little; the hub must go under the press."],
    )


def _drift(outside_mm: float, most_kn: float) -> AdviceIn:
    reasons = ["Needs a tube and a mallet alone."]
    if most_kn > DRIFT_LIMIT_KN or outside_mm > DRIFT_BORE_MM:
        return _one(
            WayIn.DRIFT,
            Level.STOP,
            reasons,
            [f"About {roughly(most_kn)} kN: blows get nowhere. Heat the hub or press."],
        )
    return _one(
        WayIn.DRIFT,
        Level.WATCH,
        reasons,
        ["The tube bears on the outer ring alone; a blow on the inner ring dents the raceways."],
    )


def _one(way: WayIn, level: Level, reasons: list[str], against: list[str]) -> AdviceIn:
    return AdviceIn(
        way,
        Verdict(_WORDS[level], level, (against or reasons)[0], code=_CODES.get(level, "")),
        tuple(reasons),
        tuple(against),
    )
