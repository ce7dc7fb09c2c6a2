"""A virtual bearing on a virtual sleeve."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from tribodex.core.mounting.by_hand import Swivel
from tribodex.core.mounting.gauging import Outcome, Row

# So close to its gap a feeler still goes in, and drags (common practice, no source).
DRAG_UM = 2.0
# A ring is felt to drag when no more than this share of its play is left (common practice, no
# source).
FELT_SHARE = 0.55


@dataclass(frozen=True)
class VirtualBearing:
    """The truth that nobody at the bench sees.

    c(θ) = c₀ - κ·max(0, θ - θ₀), plus what each place and row is off. Clearances µm, angles
    degrees, κ µm/degree.
    """

    initial_um: float
    per_degree_um: float
    seating_deg: float = 8.0
    offsets_um: Mapping[tuple[int, Row], float] = field(default_factory=dict)

    def clearance_um(self, nut_deg: float, place: int = 1, row: Row = Row.NUT_SIDE) -> float:
        """True play at a place of a row with the nut turned this far past its zero mark; never
        below zero.

        >>> VirtualBearing(120, 0.4, 10).clearance_um(110)
        80.0
        """
        taken = self.per_degree_um * max(0.0, nut_deg - self.seating_deg)
        return max(0.0, self.initial_um - taken + self.offsets_um.get((place, row), 0.0))

    def try_leaf(self, thickness_um: float, nut_deg: float, place: int, row: Row) -> Outcome:
        """What a leaf does there.

        >>> VirtualBearing(120, 0.4).try_leaf(130, 0, 1, Row.NUT_SIDE).value
        'does not pass'
        """
        play = self.clearance_um(nut_deg, place, row)
        if thickness_um > play:
            return Outcome.STOPS
        return Outcome.DRAGS if play - thickness_um < DRAG_UM else Outcome.PASSES

    def feel(self, nut_deg: float) -> Swivel:
        """How the ring of a self-aligning ball bearing swivels there: half of its play gone is felt
        as a slight drag.

        >>> (
        ...     VirtualBearing(50, 0.4, 0).feel(0),
        ...     VirtualBearing(50, 0.4, 0).feel(70),
        ...     VirtualBearing(50, 0.4, 0).feel(125),
        ... )
        ('freely', 'slight drag', 'binds')
        """
        play = self.clearance_um(nut_deg)
        return (
            "binds"
            if play <= DRAG_UM
            else "slight drag"
            if play <= FELT_SHARE * self.initial_um
            else "freely"
        )
