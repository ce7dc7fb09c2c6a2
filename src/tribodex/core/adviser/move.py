"""The next turn: as far as the chosen risk allows, towards where the chance of being inside is greatest; and whether
gauging once more is worth it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from tribodex.core.adviser.belief import CELL_SD_UM, SHARED_SD_UM, Array, Belief
from tribodex.core.mounting.locking import USUAL_RISK
from tribodex.core.mounting.window import Window

RISK = USUAL_RISK
RISKS = (0.01, 0.02, 0.05)
# With this chance to be inside, and gauged where it stands, nothing more is asked for.
ENOUGH = 0.97
# A turn is worth its gauging when it gains this much chance; so is a further gauging on the spot.
WORTH = 0.02
REGAUGE_WORTH = 0.015
# Gauging again on the spot narrows the uncertainty while there is this much of it; not for ever.
REPEATS = 3
# A drive-up takes about two turns: each may spend this share of the risk.
TURN_SHARE = 0.5
# Beyond this a turn risks more than the gauging that it saves is worth, whatever risk was chosen.
TURN_MOST = 0.0075
# A window narrower than this is worth a second gauging of the unmounted clearance.
NARROW_UM = 12.0
# What one more gauging of three places on both rows would tell (sd, µm).
SEEN_SD_UM = math.hypot(SHARED_SD_UM, CELL_SD_UM / math.sqrt(6))


@dataclass(frozen=True)
class Advice:
    """What to do with the nut. `angle_deg` zero says: do not turn; `regauge`: gauge once more where it stands.

    `inside_now` and `inside_after` are chances to be inside the window, `below_after` to be below its lower end,
    `limit_now` that less than the residual limit is left already.
    """

    angle_deg: float
    best_deg: float
    inside_now: float
    inside_after: float
    below_after: float
    limit_now: float
    stop: bool
    regauge: bool


def advise(now: Belief, window: Window, readings: int, repeats: int, risk: float = RISK, step_deg: float = 0.0) -> Advice:
    """The largest turn whose chance to end below the window stays within the risk, but not past the best place.

    Symbols: α turn (degrees); risk: chance of ending below lo; readings: gaugings on the sleeve so far; repeats: how many
    of them after the first were taken where the nut stands now; step_deg: turn between tab_positions of tab and slot, so that
    half a step is left for locking (zero: no such steps).
    Valid: window not empty.
    Raises: nothing.
    Source: decision on the posterior.

    >>> from tribodex.core.adviser.belief import Reading, believe
    >>> from tribodex.core.adviser.prior import SleeveModel
    >>> from tribodex.core.components.bands import Span
    >>> w = Window(65, 80, 125, Span(45, 60), 50.0)
    >>> first = advise(believe(SleeveModel(0.388), [[Span(120, 130)] * 6], [], 0.0), w, 0, 0)
    >>> 80 < first.angle_deg < 150, first.below_after <= 0.02, first.stop
    (True, True, False)
    """
    inside_here = now.inside(window)
    best, _ = _best_turn(now, window, inside_here)
    # Locking tightens by up to a step: what is reached that way counts as reached.
    inside_now = max(inside_here, now.after(min(best, step_deg)).inside(window)) if best > 0 and step_deg else inside_here
    allowed = _largest_allowed(now, window, risk, step_deg, max(0.0, best - step_deg / 2))
    angle = _settable(allowed)
    after = now.after(angle)
    inside_after = after.inside(window) if angle else inside_now
    gains = angle > 0 and inside_after >= inside_now + WORTH
    gauged = now.gauged_here and readings > 0
    regauge = gauged and not gains and inside_now < ENOUGH and repeats < REPEATS and _gauging_gains(now, window, risk, inside_now)
    stop = gauged and not gains and not regauge and now.below(window) < 0.5
    return Advice(0.0 if stop or regauge else angle, best, inside_now, inside_after, after.below(window), now.below_limit(window), stop, regauge)


def unmounted_again(window: Window, gaugings: int) -> bool:
    """Whether the unmounted clearance is worth gauging once more: a narrow window hangs on it at both ends.

    Symbols: width of the window hi - lo (µm); gaugings taken of the unmounted clearance that agree.
    Valid: window not empty, before the bearing is on its sleeve.
    Raises: nothing.
    Source: with less width than four times the uncertainty of a gauging (3 µm) a second one pays; common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> unmounted_again(Window(60, 66, 120, Span(45, 60), 60.0), 1), unmounted_again(Window(60, 66, 120, Span(45, 60), 60.0), 2)
    (True, False)
    """
    return gaugings < 2 and window.high_um - window.low_um < NARROW_UM


def _best_turn(now: Belief, window: Window, inside_here: float, rounds: int = 11) -> tuple[float, float]:
    """Turn to the greatest chance of being inside: golden section, the chance has one hill."""
    low, high = 0.0, max(5.0, 2.5 * (now.clearance_um - window.low_um) / now.per_degree_um + 60)
    shrink = (math.sqrt(5) - 1) / 2

    def value(turn: float) -> float:
        # Far away the chance is flat at zero; the distance to the middle leads there.
        moved = now.after(turn)
        return moved.inside(window) - 1e-4 * abs(moved.clearance_um - window.mid_um)

    a, b = high - shrink * (high - low), low + shrink * (high - low)
    at_a, at_b = value(a), value(b)
    for _ in range(rounds):
        if at_a >= at_b:
            high, b, at_b = b, a, at_a
            a = high - shrink * (high - low)
            at_a = value(a)
        else:
            low, a, at_a = a, b, at_b
            b = low + shrink * (high - low)
            at_b = value(b)
    middle = (low + high) / 2
    inside = now.after(middle).inside(window)
    return (middle, inside) if inside > inside_here else (0.0, inside_here)


def _largest_allowed(now: Belief, window: Window, risk: float, step_deg: float, most: float) -> float:
    """Bisection: the chance to be below the window only grows with the turn.

    Room is left for locking: half a step further on, the residual limit must still be kept.
    """

    def lawful(turn: float) -> bool:
        if now.after(turn).below(window) > min(risk * TURN_SHARE, TURN_MOST):
            return False
        return not step_deg or now.after(turn + step_deg / 2).below_limit(window) <= risk

    if lawful(most):
        return most
    low, high = 0.0, most
    for _ in range(9):
        middle = (low + high) / 2
        if lawful(middle):
            low = middle
        else:
            high = middle
    return low


def _gauging_gains(now: Belief, window: Window, risk: float, inside_now: float) -> bool:
    """Whether one more gauging here is expected to better the chance of ending inside: try what it might read.

    Five readings stand for all that it might say; for each the best lawful turn is looked for.
    """
    here = now.clearances()
    mean = float(now.weight @ here)
    spread = math.hypot(now.gauged_sd_um, SEEN_SD_UM)
    # Nodes and weights of a five-point Gauss-Hermite rule for a normal distribution (Abramowitz and Stegun 25.4.46, from memory).
    nodes = ((0.0, 8 / 15), (1.3556261799742659, 0.2220759220056126), (2.8569700138728056, 0.011257411327720689))
    expected = 0.0
    for node, share in nodes:
        for sign in (1, -1) if node else (1,):
            expected += share * _best_lawful(_as_if(now, here, mean + sign * node * spread), window, risk)
    return expected >= inside_now + REGAUGE_WORTH


def _as_if(now: Belief, here: Array, read_um: float) -> Belief:
    weight = now.weight * (np.exp(-0.5 * ((here - read_um) / SEEN_SD_UM) ** 2) + 1e-12)
    return replace(now, weight=weight / weight.sum(), gauged_here=True, marks=0)


def _best_lawful(at: Belief, window: Window, risk: float) -> float:
    """Best chance of being inside by turns that keep the risk of less than the residual limit."""
    reach = max(0.0, at.clearance_um - window.low_um) / at.per_degree_um
    best = at.inside(window)
    for share in (0.25, 0.5, 0.75):
        moved = at.after(share * reach)
        if moved.below_limit(window) > risk:
            break
        best = max(best, moved.inside(window))
    return best


def _settable(turn: float) -> float:
    """What a hand can set: five degrees on a long turn, one on a short one; below two degrees nothing."""
    step = 5.0 if turn > 40 else 1.0
    angle = math.floor(turn / step) * step
    return angle if angle >= 2 else 0.0
