"""Lock nuts and the tab washers that hold them."""

from __future__ import annotations

from dataclasses import dataclass
from math import lcm, pi

from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.sources import Source


@dataclass(frozen=True)
class LockNut:
    """A lock nut with its washer. Lengths in mm; `tabs` counts the washer's outer tabs.

    `tabs_counted` tells whether the person counted the tabs on the washer at hand.
    """

    thread_mm: float
    pitch_mm: float
    outside_mm: float
    slots: int
    tabs: int
    slot_width_mm: float
    tabs_counted: bool = False
    source_id: str = "lock_nut_metric"

    def __post_init__(self) -> None:
        for name, value, low, high, what in (
            ("nut_pitch", self.pitch_mm, 0.5, 10, "pitch in mm, for example 2"),
            ("nut_slots", self.slots, 3, 24, "the number of slots, for example 4"),
            ("nut_tabs", self.tabs, 3, 60, "the number of outer tabs, counted on the washer"),
        ):
            if not low <= value <= high:
                raise OutOfRange.at(name, f"{value:g} cannot be meant here.", f"{low:g} to {high:g}: {what}")
        if not self.thread_mm < self.outside_mm < 2.5 * self.thread_mm:
            raise InvalidInput.at(
                "nut_outside",
                f"An outside diameter of {self.outside_mm:g} mm does not go with a {self.thread_mm:g} mm thread.",
                f"between {self.thread_mm:g} and {2.5 * self.thread_mm:g} mm",
            )

    @property
    def slot_angle_deg(self) -> float:
        """Turn from one slot to the next."""
        return 360 / self.slots

    @property
    def meeting_angle_deg(self) -> float:
        """Turn between positions where some tab meets some slot: 360/lcm(slots, tabs).

        >>> round(LockNut(200, 3, 250, 4, 19, 18).meeting_angle_deg, 3)
        4.737
        """
        return 360 / lcm(self.slots, self.tabs)

    @property
    def rim_mm_per_deg(self) -> float:
        """Length along the rim for one degree."""
        return pi * self.outside_mm / 360


@dataclass(frozen=True)
class LockNutTable:
    """Lock nuts by thread diameter, which for adapter sleeves equals the bearing's bore."""

    source: Source
    rows: tuple[LockNut, ...]

    def find(self, thread_mm: float) -> LockNut | None:
        """The nut for a thread, if the table has it."""
        return next((row for row in self.rows if row.thread_mm == thread_mm), None)
