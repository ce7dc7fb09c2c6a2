"""A bearing on its sleeve as it might really be: steel, hands and feelers. Imports nothing of the
adviser or the drive code.

Written from mechanics alone, with effects that the adviser does not model: the seat bites by and
by, surfaces smooth, a hand measures all its life a little high or low, thick stacks read less, the
ring is warmer than the shaft, the sleeve creeps along. All numbers are choices of this file (common
practice, no source); docs/adviser.md lists them beside what the adviser believes.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from enum import StrEnum

import numpy as np

# Where the raceway lies between bore and outside; what the ring gives, against two thick rings (one
# standard deviation).
RACEWAY_AT, STIFFNESS_SD = (0.25, 0.32), 0.07
RING_E, RING_NU = 208.0, 0.30
# The seat bites over so much travel; smoothing swallows so much interference; the sleeve creeps
# along by a share of the travel.
BITE_MM, SMOOTHED_UM, CREEP = (0.005, 0.05), (0.5, 3.0), (0.0, 0.05)
# What the slit still closes after the zero mark, as travel: mostly little, now and then much.
CLOSING_MEAN_MM, CLOSING_MOST_MM = 0.08, 0.4
# A hand: always so much high or low, and by a share of the play; each gauging so much, half of it
# kept to the next.
HAND_SD_UM, HAND_SHARE_SD, GAUGING_SD_UM, KEPT = 1.5, 0.012, 2.2, 0.4
FORM_SD_UM, FEEL_SD_UM, WARM_UM = 3.0, 2.5, (0.0, 1.5)
# Leaves: their tolerance, the larger of these, is three standard deviations; oil and dirt in each
# joint of a stack.
LEAF_MOST_UM, LEAF_MOST_SHARE, FILM_UM = 3.0, 0.05, 1.5
TURN_SD_DEG, PITCH_SD = 3.0, 0.004
BLOW_UM, BLOW_FALLS, BLOW_SD = (2.5, 11.0), (0.85, 1.0), 0.25
WASHER_SD_MM, MICROMETER_SD_MM, DEPTH_SD_MM, SEAT_ON_SD_DEG, READ_SD_DEG = (
    0.10,
    0.015,
    0.010,
    3.0,
    3.0,
)
LEAF_READ_SD_UM = 0.7
# A sleeve that went along by less than this, as reduction, cannot be told from a hand that turned a
# little less.
ACTED_UM = 2.0


class Fault(StrEnum):
    """What may be wrong, and nobody knows."""

    NONE = ""
    ZERO_EARLY = "zero too early"
    DRIVEN = "driven before zero"
    TAPER = "other taper"
    SLIDES = "sleeve goes along in part"
    TURNS = "sleeve turns with the nut"
    READING = "a gauging reads wrong"

    @property
    def of_the_mechanism(self) -> bool:
        """Whether parts move otherwise than planned: to be stopped before the lock."""
        return self in (Fault.DRIVEN, Fault.TAPER, Fault.SLIDES, Fault.TURNS)


@dataclass(frozen=True)
class Parts:
    """What lies on the bench (mm, GPa, µm); the group's limits of the unmounted clearance, and the
    reduction that the card asks.
    """

    bore_mm: float
    outside_mm: float
    pitch_mm: float
    slope: float
    limits_um: tuple[float, float]
    asked_um: float
    leaves_um: tuple[float, ...]
    washer_mm: float
    shaft_bore_mm: float = 0.0
    shaft_e: float = 206.0
    shaft_nu: float = 0.3


def growth(parts: Parts, raceway_mm: float) -> float:
    """How much of an interference comes out at the raceway: two thick rings (Lamé)."""
    d, f, hole = parts.bore_mm, raceway_mm, parts.shaft_bore_mm
    ring = ((f * f + d * d) / (f * f - d * d) + RING_NU) / RING_E
    shaft = ((d * d + hole * hole) / (d * d - hole * hole) - parts.shaft_nu) / parts.shaft_e
    pressure = 1 / (ring + shaft)  # for an interference of one bore
    return pressure * 2 * d * f / (RING_E * (f * f - d * d))


@dataclass
class World:
    """One mounting. Clearances µm, travel mm along the sleeve, turns of the nut in degrees."""

    rng: np.random.Generator
    parts: Parts
    fault: Fault = Fault.NONE
    turned_deg: float = 0.0
    travel_mm: float = 0.0
    lost_mm: float = 0.0
    gaugings: int = 0
    form: dict[tuple[int, bool], float] = field(default_factory=dict)
    _bias_um: float = 0.0

    def __post_init__(self) -> None:
        rng, parts = self.rng, self.parts
        raceway = parts.bore_mm + rng.uniform(*RACEWAY_AT) * (parts.outside_mm - parts.bore_mm)
        self.initial_um = float(rng.uniform(*parts.limits_um))
        self._growth = growth(parts, raceway) * max(0.6, float(rng.normal(1, STIFFNESS_SD)))
        self._bite_mm, self._smoothed_um, self._creep = (
            float(rng.uniform(*span)) for span in (BITE_MM, SMOOTHED_UM, CREEP)
        )
        self._hand_um, self._hand_share = (
            float(rng.normal(0, HAND_SD_UM)),
            float(rng.normal(0, HAND_SHARE_SD)),
        )
        self._warm_um = float(rng.uniform(*WARM_UM))
        self._leaf_off = {
            leaf: (
                float(np.clip(rng.normal(0, 1 / 3), -1, 1))
                * max(LEAF_MOST_UM, LEAF_MOST_SHARE * leaf)
            )
            for leaf in parts.leaves_um
        }
        self._pitch_mm = parts.pitch_mm * float(rng.normal(1, PITCH_SD))
        self.washer_mm = max(0.6, parts.washer_mm + float(rng.normal(0, WASHER_SD_MM)))
        form = {
            (place, row): float(rng.normal(0, FORM_SD_UM))
            for place in range(1, 7)
            for row in (True, False)
        }
        mean = sum(form.values()) / len(form)
        # The form is told from its mean round the ring.
        self.form = {cell: off - mean for cell, off in form.items()}
        self._slope = parts.slope
        # What a first blow takes out where the seat bears, as travel; how it falls.
        self._blow_mm = float(rng.uniform(*BLOW_UM)) / (1000 * self._growth * parts.slope)
        self._blow_falls, self._struck = float(rng.uniform(*BLOW_FALLS)), 0
        self._wrong_gauging = -1
        self._lost, self._loses_from_mm, self._driven_mm, self._early_mm = 0.0, 0.0, 0.0, 0.0
        self.closing_mm = 0.0
        self._go_wrong()

    def set_zero(self) -> None:
        """Metal to metal, as well as it was found: what the slit still closes, the nut goes without
        the bearing.
        """
        self.closing_mm = (
            float(min(CLOSING_MOST_MM, self.rng.exponential(CLOSING_MEAN_MM))) + self._early_mm
        )
        self.turned_deg, self.travel_mm = 0.0, self._driven_mm
        if self._driven_mm:
            self.closing_mm = 0.0

    def _go_wrong(self) -> None:
        rng = self.rng
        asked_mm = self.parts.asked_um / (1000 * self._growth * self.parts.slope)
        match self.fault:
            case Fault.ZERO_EARLY:
                self._early_mm = float(rng.uniform(0.4, 1.6))
            case Fault.DRIVEN:
                self._driven_mm = float(rng.uniform(0.3, 1.1)) * asked_mm
            case Fault.TAPER:
                self._slope = self.parts.slope * (0.4 if self.parts.slope > 1 / 20 else 2.5)
            case Fault.SLIDES:
                self._lost = float(rng.uniform(0.4, 0.7))
            case Fault.TURNS:
                self._lost, self._loses_from_mm = (
                    float(rng.uniform(0.85, 1.0)),
                    float(rng.uniform(0.0, 0.6)) * asked_mm,
                )
            case Fault.READING:
                self._wrong_gauging = int(rng.integers(0, 4))

    @property
    def residual_um(self) -> float:
        """The true clearance, mean round the ring."""
        driven = max(0.0, self.travel_mm - self.closing_mm)
        # Bites by and by: nothing at first, all of it later.
        bitten = driven - self._bite_mm * (1 - math.exp(-driven / self._bite_mm))
        interference = 1000 * self._slope * bitten * (1 - self._creep)
        taken = interference - self._smoothed_um * (1 - math.exp(-interference / 10.0))
        return self.initial_um - self._growth * taken

    def turn(self, degrees: float, exactly: bool = False) -> None:
        """The nut is turned on; a hand sets it as well as it can."""
        really = max(0.0, degrees + (0.0 if exactly else self.rng.normal(0, TURN_SD_DEG)))
        self.turned_deg += really
        on = really * self._pitch_mm / 360
        self._drive(on)

    def _drive(self, on_mm: float) -> None:
        """The nut goes on by so much; the ring as far as the sleeve stays behind."""
        lost = self._lost if self.travel_mm >= self._loses_from_mm else 0.0
        self.travel_mm += on_mm * (1 - lost)
        self.lost_mm += on_mm * lost

    @property
    def acted(self) -> bool:
        """Whether what is wrong has shown itself by now: a sleeve that lets go later than the
        bearing is driven harms nobody.
        """
        return (
            self.fault not in (Fault.SLIDES, Fault.TURNS)
            or 1000 * self._slope * self._growth * self.lost_mm > ACTED_UM
        )

    def strike(self, blows: int, weight: float = 1.0) -> None:
        """Blows on the spanner: each drives a little less than the one before, as a hand strikes;
        `weight` of another hammer, against the first.
        """
        if weight != 1.0:
            self._blow_mm, self._struck = self._blow_mm * weight, 0
        for _ in range(blows):
            on = (
                self._blow_mm
                * self._blow_falls**self._struck
                * max(0.0, float(self.rng.normal(1, BLOW_SD)))
            )
            # The nut follows by as much: nobody counts it.
            self.turned_deg += 360 * on / self._pitch_mm
            self._drive(on)
            self._struck += 1

    def begin_gauging(self) -> None:
        """A gauging has its own bias, near to that of the one before; now and then one reads wrong
        altogether.
        """
        fresh = float(self.rng.normal(0, GAUGING_SD_UM))
        self._bias_um = (
            KEPT * self._bias_um + math.sqrt(1 - KEPT**2) * fresh if self.gaugings else fresh
        )
        self._gross_um = (
            float(self.rng.choice([-1, 1])) * float(self.rng.uniform(20, 60))
            if self.gaugings == self._wrong_gauging
            else 0.0
        )
        self.gaugings += 1

    def goes_in(self, leaves_um: Sequence[float], place: int, nut_side: bool) -> bool:
        """Whether a feeler, or a stack of them, goes in at a place of a row."""
        left = self.residual_um - (self._warm_um if self.travel_mm > self.closing_mm else 0.0)
        off = self._hand_um + self._hand_share * left + self._bias_um + self._gross_um
        play = max(0.0, left + self.form[place, nut_side] + off)
        real = sum(leaf + self._leaf_off[leaf] for leaf in leaves_um) + FILM_UM * (
            len(leaves_um) - 1
        )
        return real + self.rng.normal(0, FEEL_SD_UM) <= play

    def by_micrometer_um(self, leaf_um: float) -> float:
        """What a micrometer says of a leaf, as a crib reads it: flat and clean, three times."""
        return leaf_um + self._leaf_off[leaf_um] + float(self.rng.normal(0, LEAF_READ_SD_UM))

    def sleeve_end_mm(self) -> float:
        """Sleeve end to ring, as a depth micrometer reads it: 30 mm where nothing was driven."""
        return 30.0 + self.travel_mm + float(self.rng.normal(0, DEPTH_SD_MM))

    def mark_moved(self) -> bool:
        """Whether a mark across sleeve and shaft has parted: a sleeve that turns or slides takes
        its half along.
        """
        return self._lost > 0 and self.travel_mm >= self._loses_from_mm and self.turned_deg > 10

    def seat_washer(self) -> tuple[float, float]:
        """The nut is seated on its washer: it may drive on a little. How far the nut stands behind
        where it stood, and the washer as measured.
        """
        on = abs(float(self.rng.normal(0, SEAT_ON_SD_DEG)))
        self.turn(on, exactly=True)
        behind = (
            360 * self.washer_mm / self.parts.pitch_mm - on + float(self.rng.normal(0, READ_SD_DEG))
        )
        return behind, self.washer_mm + float(self.rng.normal(0, MICROMETER_SD_MM))

    def release(self) -> None:
        """Off, and a new zero: what was wrong with the zero is gone, what is wrong with the parts
        is not.
        """
        self.turned_deg = self.travel_mm = 0.0
        if self.fault in (Fault.ZERO_EARLY, Fault.DRIVEN, Fault.READING):
            self.fault, self._wrong_gauging, self._driven_mm, self._early_mm = (
                Fault.NONE,
                -1,
                0.0,
                0.0,
            )
