"""The next turn: as far as the chosen risk allows, towards where the chance of being inside is greatest."""

from __future__ import annotations

import math
from dataclasses import dataclass

from tribodex.core.adviser.belief import Belief
from tribodex.core.mounting.window import Window

RISK = 0.02
# With this chance to be inside, and gauged where it stands, no further turn is asked for.
ENOUGH = 0.95
# A turn is worth its gauging when it gains this much chance.
WORTH = 0.02
# Gauging again on the spot narrows the doubt while there is this much of it; not for ever.
REPEATS = 2


@dataclass(frozen=True)
class Advice:
    """What to do with the nut. `angle_deg` nought says: do not turn; `regauge`: gauge once more where it stands.

    `inside_now` and `inside_after` are chances to be inside the window, `below_after` to be below its lower end.
    """

    angle_deg: float
    best_deg: float
    inside_now: float
    inside_after: float
    below_after: float
    stop: bool
    regauge: bool


def advise(now: Belief, window: Window, readings: int, repeats: int, risk: float = RISK) -> Advice:
    """The largest turn whose chance to end below the window stays within the risk, but not past the best place.

    Symbols: α turn (degrees); risk: chance of ending below lo; readings: gaugings on the sleeve so far; repeats: how many
    of them after the first were taken where the nut stands now.
    Valid: window not empty.
    Raises: nothing.
    Source: decision on the posterior.

    >>> from tribodex.core.adviser.belief import Reading, believe
    >>> from tribodex.core.components.bands import Span
    >>> from tribodex.core.components.bearing import Bearing, Group, Taper
    >>> b = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)
    >>> w = Window(65, 80, 125, Span(45, 60), 50.0)
    >>> first = advise(believe(b, 2, [Span(120, 130)] * 6, [], 0.0), w, 0, 0)
    >>> 80 < first.angle_deg < 150, first.below_after <= 0.02, first.stop
    (True, True, False)
    """
    inside_now = now.inside(window)
    best = _best_turn(now, window)
    allowed = _largest_allowed(now, window, risk, best)
    angle = _settable(allowed)
    after = now.after(angle)
    inside_after = after.inside(window) if angle else inside_now
    gains = angle > 0 and inside_after >= inside_now + WORTH
    sure = inside_now >= ENOUGH or repeats >= REPEATS
    stop = now.gauged_here and readings > 0 and not gains and sure and now.below(window) < 0.5
    regauge = now.gauged_here and readings > 0 and not gains and not stop
    return Advice(0.0 if stop or regauge else angle, best, inside_now, inside_after, after.below(window), stop, regauge)


def _best_turn(now: Belief, window: Window) -> float:
    """Turn to the greatest chance of being inside: golden section, the chance has one hill."""
    low, high = 0.0, max(5.0, 2.5 * (now.clearance_um - window.low_um) / now.per_degree_um + 60)
    shrink = (math.sqrt(5) - 1) / 2

    def value(turn: float) -> float:
        # Far away the chance is flat at nought; the distance to the middle leads there.
        moved = now.after(turn)
        return moved.inside(window) - 1e-4 * abs(moved.clearance_um - window.mid_um)

    a, b = high - shrink * (high - low), low + shrink * (high - low)
    at_a, at_b = value(a), value(b)
    for _ in range(11):
        if at_a >= at_b:
            high, b, at_b = b, a, at_a
            a = high - shrink * (high - low)
            at_a = value(a)
        else:
            low, a, at_a = a, b, at_b
            b = low + shrink * (high - low)
            at_b = value(b)
    middle = (low + high) / 2
    return middle if value(middle) > value(0.0) else 0.0


def _largest_allowed(now: Belief, window: Window, risk: float, most: float) -> float:
    """Bisection: the chance to be below the window only grows with the turn."""
    if now.after(most).below(window) <= risk:
        return most
    low, high = 0.0, most
    for _ in range(9):
        middle = (low + high) / 2
        if now.after(middle).below(window) <= risk:
            low = middle
        else:
            high = middle
    return low


def _settable(turn: float) -> float:
    """What a hand can set: five degrees on a long turn, one on a short one; below two degrees nothing."""
    step = 5.0 if turn > 40 else 1.0
    angle = math.floor(turn / step) * step
    return angle if angle >= 2 else 0.0
