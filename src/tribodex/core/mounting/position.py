"""Where the bearing is now and what the next turn should be: a plain estimate with its doubt."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol, Self

from tribodex.core.components.bearing import Bearing
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE, effective_ratio, reduction_per_degree_um
from tribodex.core.mounting.window import Window
from tribodex.core.sources import LAME
from tribodex.core.working import Line, Result, number

# Seating turn that metal-to-metal by hand still leaves in the sleeve, degrees (common practice, no source).
SEATING_DEG = 10.0
SEATING_SD_DEG = 10.0
# How well a mark is set and read along the rim, degrees (common practice, no source).
MARK_SD_DEG = 2.0
# The chance to overshoot that the next turn may carry.
OVERSHOOT_CHANCE = 0.02


@dataclass(frozen=True)
class Gauged:
    """A gauging taken with the nut at `nut_angle_deg` past its zero mark. Clearances in µm."""

    nut_angle_deg: float
    mean_um: float
    sd_um: float


class Placed(Protocol):
    """Where a bearing is believed to be, however that was found out."""

    @property
    def clearance_um(self) -> float: ...
    @property
    def sd_um(self) -> float: ...
    @property
    def per_degree_um(self) -> float: ...
    @property
    def nut_angle_deg(self) -> float: ...
    @property
    def gauged_here(self) -> bool: ...
    def after(self, turn_deg: float) -> Self: ...
    def below(self, window: Window) -> float: ...
    def inside(self, window: Window) -> float: ...


@dataclass(frozen=True)
class Position:
    """Estimate of the clearance now. `per_degree_um` is the reduction for a degree of turn.

    `gauged_here` tells whether the nut has not moved since the last gauging.
    """

    clearance_um: float
    sd_um: float
    per_degree_um: float
    nut_angle_deg: float
    gauged_here: bool

    def chance_below(self, limit_um: float) -> float:
        """Chance that the true clearance is below a limit (normal approximation)."""
        return 0.5 * (1 + math.erf((limit_um - self.clearance_um) / (self.sd_um * math.sqrt(2))))

    def below(self, window: Window) -> float:
        """Chance to be below the window's lower end."""
        return self.chance_below(window.low_um)

    def inside(self, window: Window) -> float:
        """Chance to be inside the window."""
        return max(0.0, self.chance_below(window.high_um) - self.chance_below(window.low_um))

    def after(self, turn_deg: float) -> Position:
        """The estimate after a further turn; its doubt grows with the turn."""
        if turn_deg <= 0:
            return self
        step = self.per_degree_um * turn_deg
        sd = math.sqrt(self.sd_um**2 + (RATIO_SD_SHARE * step) ** 2 + (MARK_SD_DEG * self.per_degree_um) ** 2)
        return Position(self.clearance_um - step, sd, self.per_degree_um, self.nut_angle_deg + turn_deg, False)


def estimate(bearing: Bearing, pitch_mm: float, initial: Gauged, gaugings: Sequence[Gauged], nut_angle_deg: float) -> Position:
    """Where the bearing is: each gauging weighed with what the nut's turn said before it, then carried on by the turn since.

    On the sleeve: c = c₀ - κ·max(0, θ - θ₀), with the seating turn θ₀ = 10 ± 10°. At a gauging: the mean of both,
    weighed by 1/sd². Where they differ beyond their doubt (2.6 sd) the leaf alone counts: it tells the truth about the play.

    Symbols: c₀, c clearance (µm), κ reduction per degree (µm/°), θ nut angle past the zero mark, θ₀ seating turn (°).
    Valid: solid steel shaft, zero mark at firm metal-to-metal, nut only tightened.
    Raises: OutOfRange for impossible dimensions.
    Source: Lamé with screw and taper geometry; doubts are common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)
    >>> p = estimate(b, 2, Gauged(0, 124, 4), [Gauged(90, 92, 5)], 110)
    >>> round(p.clearance_um, 1), p.gauged_here
    (84.6, False)
    """
    ratio = effective_ratio(bearing.bore_mm, bearing.inner_raceway_mm)
    per_degree = reduction_per_degree_um(ratio, bearing.taper.slope, pitch_mm)
    now = Position(initial.mean_um, initial.sd_um, per_degree, 0.0, True)
    on_sleeve = False
    for reading in gaugings:
        predicted = _carry(now, reading.nut_angle_deg, seated=on_sleeve)
        mean, sd = _weigh(predicted, reading)
        now = Position(mean, sd, per_degree, reading.nut_angle_deg, True)
        on_sleeve = True
    return _carry(now, nut_angle_deg, seated=on_sleeve)


def _carry(now: Position, nut_angle_deg: float, *, seated: bool) -> Position:
    """The estimate with the nut turned on. The seating turn counts until the bearing was gauged on the sleeve."""
    turn = nut_angle_deg - now.nut_angle_deg
    if turn <= 0:
        return now
    if seated:
        return now.after(turn)
    reached = now.after(max(0.0, turn - SEATING_DEG))
    seating = SEATING_SD_DEG * now.per_degree_um * min(1.0, turn / SEATING_DEG)
    return Position(reached.clearance_um, math.hypot(reached.sd_um, seating), now.per_degree_um, nut_angle_deg, False)


def _weigh(predicted: Position, reading: Gauged) -> tuple[float, float]:
    if predicted.gauged_here or abs(reading.mean_um - predicted.clearance_um) > 2.6 * math.hypot(predicted.sd_um, reading.sd_um):
        return reading.mean_um, reading.sd_um
    weight = predicted.sd_um**2 / (predicted.sd_um**2 + reading.sd_um**2)
    mean = predicted.clearance_um + weight * (reading.mean_um - predicted.clearance_um)
    return mean, math.sqrt(1 - weight) * predicted.sd_um


@dataclass(frozen=True)
class Turn:
    """A turn to make next. Angles in degrees, `chance` of ending below the window."""

    angle_deg: float
    to_middle_deg: float
    chance: float
    position: Position


def next_turn(now: Position, window: Window) -> Turn:
    """The turn towards the middle of the window whose chance to overshoot stays below 1 in 50.

    Symbols: α turn (°), to the window's middle or to where the chance reaches 1 in 50, whichever is less.
    Valid: window not empty.
    Raises: nothing; a turn of nought says: do not turn.
    Source: normal approximation.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(64, 79, 124, Span(45, 60), 50.0)
    >>> next_turn(Position(100, 4, 0.388, 60, True), w).angle_deg
    60.0
    """
    to_middle = max(0.0, (now.clearance_um - window.mid_um) / now.per_degree_um)
    safe = to_middle
    for _ in range(60):
        if now.after(safe).chance_below(window.low_um) <= OVERSHOOT_CHANCE:
            break
        safe *= 0.93
    else:
        safe = 0.0
    # A hand sets about five degrees on a long turn and one on a short one.
    step = 5.0 if safe > 20 else 1.0
    angle = math.floor(safe / step) * step
    if angle < 2:
        angle = 0.0
    after = now.after(angle)
    return Turn(angle, to_middle, after.chance_below(window.low_um), after)


def position_result(now: Placed, bearing: Bearing, nut: LockNut, since_deg: float, from_um: float) -> Result:
    """The estimate as a figure with working.

    Symbols: as estimate.
    Valid: as estimate.
    Raises: nothing.
    Source: Lamé with screw and taper geometry.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b, n = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), LockNut(90, 2, 120, 4, 17, 10)
    >>> position_result(Position(84.2, 6, 0.388, 110, False), b, n, 20, 92).unit
    'µm'
    """
    taken = from_um - now.clearance_um
    return Result(
        "position",
        "Clearance now, estimated",
        now.clearance_um,
        "µm",
        doubt=2 * now.sd_um,
        working=(
            Line(
                "κ",
                "reduction for a degree of turn",
                "κ = k·t·P/360",
                f"{number(bearing.bore_mm / bearing.inner_raceway_mm)}·{bearing.taper}·{number(nut.pitch_mm)} mm/360",
                now.per_degree_um,
                "µm/°",
                LAME.id,
            ),
            Line(
                "c",
                "clearance now",
                "c = c_gauged - κ·Δθ",
                f"{number(from_um)} - {number(taken)} (turned {number(since_deg)}° since)",
                now.clearance_um,
                "µm",
                LAME.id,
            ),
        ),
        note="Everything gauged so far, carried on by the nut's turn. The leaf decides.",
    )
