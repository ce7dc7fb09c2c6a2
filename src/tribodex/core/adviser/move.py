"""The next turn: as far as the chosen risk allows, towards where the chance of being inside is
greatest; and whether gauging once more is worth it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np
from numpy.polynomial.hermite_e import hermegauss

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.reading import CELL_SD_UM, SHARED_SD_UM, Array
from tribodex.core.mounting.locking import LOCK_TURN_DEG, USUAL_RISK, Ruling
from tribodex.core.mounting.provable import NARROW_UM
from tribodex.core.mounting.window import Window
from tribodex.core.working import Level

RISK = USUAL_RISK
# Chances to end below the limit that a fitter may choose from: a scale of three is told apart by
# feel, a finer one is not (our choice).
RISKS = (0.01, 0.02, 0.05)
# With this chance to be inside, gauged and lawful where it stands, nothing more is asked for.
ENOUGH = 0.85
# Once somebody looked where the tab stands, a little less is enough: nobody looks at it for
# nothing.
SEEN_LESS = 0.03
# A turn is worth its gauging when it gains this much chance; so is a further gauging on the spot.
WORTH = 0.08
REGAUGE_WORTH = 0.16
# Gauging again on the spot narrows the uncertainty while there is this much of it; not for ever.
NARROW_WORTH = 0.08
REPEATS = 2
# In a window of a leaf step or so more gaugings are worth it.
ENOUGH_NARROW, WORTH_NARROW, REGAUGE_NARROW, REPEATS_NARROW = 0.95, 0.04, 0.02, 3
MOST_REPEATS = 4
# Windows narrower than these are worth a second and a third gauging of the unmounted clearance.
TWICE_UM, THRICE_UM = 14.0, 8.0
# Tab positions further apart than this are aimed at from the start: degrees, or a share of the
# window.
COARSE_STEP_DEG, COARSE_SHARE = 6.0, 0.25
# Where a narrow window was accepted by name, a turn goes no further than to this chance of ending
# below it: what is short of the window is made up by a further turn, what is past it only by a
# release.
BELOW_NARROW = 0.05
# The least turn that a hand sets and reads (degrees).
LEAST_TURN_DEG = 2.0
# What one more gauging of three places on both rows would tell (sd, µm), and the half-width that
# its mean then has.
SEEN_SD_UM = math.hypot(SHARED_SD_UM, CELL_SD_UM / math.sqrt(6))
USUAL_UNCERTAINTY_UM = 4.5
# Five readings and their shares that stand for a normal distribution (Gauss-Hermite).
_NODES, _WEIGHTS = hermegauss(5)
_SHARES = _WEIGHTS / math.sqrt(2 * math.pi)


class Act(StrEnum):
    """What the adviser would do with the nut."""

    TURN = "turn"
    GAUGE = "gauge"
    AGAIN = "gauge again"
    LOCK = "lock"
    NARROW = "nothing lawful"
    TOO_FAR = "too far"
    STUCK = "stuck"


@dataclass(frozen=True)
class Advice:
    """What to do with the nut. `angle_deg` is zero unless the act is to turn.

    `inside_now` and `inside_after` are chances to be inside the window, `below_after` to be below
    its lower end, `limit_now` that less than what must be left is left already. `small`: the turn
    is a last small step.
    """

    act: Act
    angle_deg: float
    best_deg: float
    inside_now: float
    inside_after: float
    below_after: float
    limit_now: float
    small: bool = False


@dataclass(frozen=True)
class Lock:
    """How the nut is locked: turn between tab positions (zero: any place) and to the first one,
    None when nobody looked; what the leaf allows after a turn.
    """

    step_deg: float = 0.0
    first_deg: float | None = None
    ruling: Ruling | None = None

    def turns(self, most: int = 3) -> tuple[float, ...]:
        """Turns to the next places to lock; half a step stands for places nobody has seen."""
        if not self.step_deg:
            return (0.0,)
        first = self.first_deg if self.first_deg is not None else self.step_deg / 2
        further = (first + i * self.step_deg for i in range(1, most))
        return (first, *(turn for turn in further if turn <= LOCK_TURN_DEG))

    def allows(self, turn_deg: float) -> bool:
        """Whether the leaf allows to lock after this turn; as far as nobody asked it, yes."""
        return self.ruling is None or self.ruling(turn_deg).level is not Level.STOP


@dataclass(frozen=True)
class Question:
    """What is asked of the adviser besides where the bearing is.

    `readings` on the sleeve so far; `repeats` of them after the first where the nut stands now;
    `most_deg` is a cap on the next turn (a blind first one, a test turn), None for none;
    `only_seated` when nothing but seating the nut on its washer happened since the last gauging;
    `narrow` when it was accepted by name that only what must be left is kept at the chosen risk,
    not the window's lower end.
    """

    readings: int
    repeats: int = 0
    risk: float = RISK
    lock: Lock = Lock()
    most_deg: float | None = None
    narrow: bool = False
    only_seated: bool = False


def advise(now: Belief, window: Window, asked: Question) -> Advice:
    """The largest turn whose chance to end below the window stays within the risk, but not past the
    best place.

    Symbols: α turn (degrees); risk: chance of ending below lo, or below what must be left where the
    window is too narrow for leaves and that was accepted by name.
    Valid: window not empty.
    Raises: nothing.
    Source: decision on the posterior.

    >>> from tribodex.core.adviser.infer import believe
    >>> from tribodex.core.adviser.prior import SleeveModel
    >>> from tribodex.core.components.bands import Span
    >>> w = Window(65, 80, 125, Span(45, 60), 50.0)
    >>> first = advise(believe(SleeveModel(0.388), [[Span(120, 130)] * 6], [], 0.0), w, Question(0))
    >>> first.act.value, 60 < first.angle_deg < 150, first.below_after <= 0.02
    ('turn', True, True)
    """
    lock = asked.lock
    gauged = (now.gauged_here or asked.only_seated) and asked.readings > 0
    lawful = [turn for turn in lock.turns() if lock.allows(turn)] if gauged else []
    inside_now = max(
        (now.after(turn).inside(window) for turn in lawful), default=now.inside(window)
    )
    rest = 0.0 if lock.first_deg is not None else lock.step_deg / 2
    aim = _aim(window)
    best = max(0.0, _best_turn(now, aim) - rest)
    angle = _allowed(now, window, asked, rest, best)
    aims = lock.first_deg is not None and far_apart(lock.step_deg, now.per_degree_um, window)
    if aims:
        angle = _to_tab(now, window, lock, angle, best)
    angle = _settable(angle, lock.first_deg if aims else None, lock.step_deg)
    inside_after = now.after(angle + rest).inside(window) if angle else inside_now
    below_after = now.after(angle + rest).below(window)
    limit_now = now.below_limit(window)

    def advice(act: Act, turn: float = 0.0) -> Advice:
        return Advice(
            act, turn, best, inside_now, inside_after, below_after, limit_now, 0 < turn < 10
        )

    def narrow_pays() -> bool:
        """Whether keeping only what must be left, not the window's lower end, would better the
        chance by much.
        """
        if asked.narrow or window.width_um >= NARROW_UM:
            return False
        further = _settable(_allowed(now, window, replace(asked, narrow=True), rest, best))
        return (
            bool(further)
            and now.after(further + rest).inside(window)
            >= max(inside_now, inside_after) + NARROW_WORTH
        )

    if not gauged:
        # One turn, then a gauging: what is left of a turn is not made up unseen.
        return advice(Act.TURN, angle) if angle and now.nut_angle_deg == 0 else advice(Act.GAUGE)
    narrow = window.width_um < NARROW_UM + 3
    enough, regauge_worth, repeats = (
        (ENOUGH_NARROW, REGAUGE_NARROW, REPEATS_NARROW)
        if narrow
        else (ENOUGH, REGAUGE_WORTH, REPEATS)
    )
    if lawful and inside_now >= enough - (SEEN_LESS if lock.first_deg is not None else 0.0):
        return advice(Act.LOCK)
    if now.clearance_um < window.high_um + NARROW_UM and narrow_pays():
        return advice(Act.NARROW)
    # Where the leaf does not allow to lock yet, any turn that keeps the risk leads there; else it
    # must be worth its gauging.
    if (
        angle
        and inside_after >= inside_now + ((WORTH_NARROW if narrow else WORTH) if lawful else 0.0)
        and not _past(now, window)
    ):
        return advice(Act.TURN, angle)
    if asked.repeats < repeats and (
        not lawful or _gauging_gains(now, window, inside_now + regauge_worth)
    ):
        return advice(Act.AGAIN)
    if lawful:
        return advice(Act.LOCK)
    if _past(now, window):
        return advice(Act.TOO_FAR)
    if asked.repeats >= MOST_REPEATS:
        # Not too far: what the leaf says decides whether a release helps.
        return advice(Act.STUCK)
    return advice(Act.NARROW if narrow else Act.AGAIN)


def far_apart(step_deg: float, per_degree_um: float, window: Window) -> bool:
    """Whether tab positions are so far apart that a turn should end on one: some degrees, or a good
    part of the window.

    Symbols: Δα step (°), κ reduction for a degree (µm/°), width of the window (µm); κ·Δα > width/4.
    Valid: window not empty.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> [far_apart(5.3, 0.39, Window(60, 60 + width, 120, Span(45, 60), 50.0)) for width in (5, 15)]
    [True, False]
    """
    return step_deg >= COARSE_STEP_DEG or per_degree_um * step_deg > COARSE_SHARE * window.width_um


def unmounted_again(window: Window, gaugings: int) -> bool:
    """Whether the unmounted clearance is worth gauging once more: a narrow window hangs on it at
    both ends.

    Symbols: width of the window hi - lo (µm); gaugings taken of the unmounted clearance that agree.
    Valid: window not empty, before the bearing is on its seat.
    Raises: nothing.
    Source: each gauging is good to some 3 µm; another one pays while that is more than a fifth of
        the window; common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(60, 70, 120, Span(45, 60), 60.0)
    >>> (
    ...     unmounted_again(w, 1),
    ...     unmounted_again(w, 2),
    ...     unmounted_again(Window(60, 80, 120, Span(45, 60), 60.0), 1),
    ... )
    (True, False, False)
    """
    return gaugings < (3 if window.width_um < THRICE_UM else 2 if window.width_um < TWICE_UM else 1)


def _past(now: Belief, window: Window) -> bool:
    return now.clearance_um < window.low_um and now.below(window) > 0.5


def _aim(window: Window) -> Window:
    """The window to aim in: what must be left, with room for the gauging that has to prove it."""
    guard = window.guard_um
    if guard is None:
        return window
    proven = min(guard + USUAL_UNCERTAINTY_UM, window.high_um - 0.3 * window.width_um)
    return replace(window, low_um=max(window.low_um, proven), residual_limit_um=max(guard, proven))


def _best_turn(now: Belief, window: Window, rounds: int = 11) -> float:
    """Turn to the greatest chance of being inside: golden section, the chance has one hill."""
    low, high = 0.0, max(5.0, 2.5 * (now.clearance_um - window.low_um) / now.per_degree_um + 60)
    shrink = (math.sqrt(5) - 1) / 2

    def value(turn: float) -> float:
        # Far away the chance is flat at zero; the distance to the middle leads there.
        moved = now.after(turn)
        return moved.inside(window) - 1e-3 * abs(moved.clearance_um - window.mid_um)

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
    return middle if value(middle) > value(0.0) else 0.0


def _keeps(now: Belief, window: Window, asked: Question, turn: float) -> bool:
    """Whether a turn keeps the chosen risk."""
    there = now.after(turn)
    below, _ = there.chances(window)
    if not asked.narrow:
        return below <= asked.risk
    return there.below_limit(window) <= asked.risk and below <= max(BELOW_NARROW, asked.risk)


def _allowed(now: Belief, window: Window, asked: Question, rest: float, best: float) -> float:
    """Bisection: the chance to be below the window only grows with the turn. Locking turns on by
    `rest` more.
    """
    most = best if asked.most_deg is None else min(best, asked.most_deg)
    if most <= 0 or _keeps(now, window, asked, most + rest):
        return max(0.0, most)
    low, high = 0.0, most
    for _ in range(9):
        middle = (low + high) / 2
        if _keeps(now, window, asked, middle + rest):
            low = middle
        else:
            high = middle
    return low


def _to_tab(now: Belief, window: Window, lock: Lock, allowed: float, best: float) -> float:
    """The last tab position that is allowed, when it is nearly as good as the best place; far away
    any turn will do.
    """
    assert lock.first_deg is not None
    if allowed < best - lock.step_deg:
        return allowed
    count = math.floor((allowed - lock.first_deg) / lock.step_deg + 1e-9)
    if count < 0:
        return 0.0
    at = lock.first_deg + count * lock.step_deg
    return at if now.after(at).inside(window) >= now.inside(window) else 0.0


def _gauging_gains(now: Belief, window: Window, to_beat: float) -> bool:
    """Whether one more gauging here is expected to better the chance of ending inside: try what it
    might read.

    Five readings stand for all that it might say; for each the best of a few turns is looked for.
    """
    here = now.clearances()
    mean = float(now.weight @ here)
    spread = math.hypot(now.gauged_sd_um, SEEN_SD_UM)
    reached = [_best_reached(_as_if(now, here, mean + node * spread), window) for node in _NODES]
    return float(_SHARES @ np.array(reached)) >= to_beat


def _as_if(now: Belief, here: Array, read_um: float) -> Belief:
    weight = now.weight * (np.exp(-0.5 * ((here - read_um) / SEEN_SD_UM) ** 2) + 1e-12)
    return replace(now, weight=weight / weight.sum(), gauged_here=True, mark_var_deg2=0.0)


def _best_reached(at: Belief, window: Window) -> float:
    """Best chance of being inside by a further turn."""
    reach = max(0.0, at.clearance_um - window.low_um) / at.per_degree_um
    return max(at.after(share * reach).inside(window) for share in (0.0, 0.35, 0.7))


def _settable(turn: float, tab_deg: float | None = None, step_deg: float = 0.0) -> float:
    """What a hand can set: five degrees on a long turn, one on a short one; below two degrees
    nothing. A tab position is kept.
    """
    if tab_deg is not None and abs((turn - tab_deg) % step_deg) < 1e-6:
        return turn if turn >= LEAST_TURN_DEG else 0.0
    step = 5.0 if turn > 40 else 1.0
    angle = math.floor(turn / step) * step
    return angle if angle >= LEAST_TURN_DEG else 0.0
