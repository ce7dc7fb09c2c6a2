"""Lock nuts, metric and inch, and what holds them: tab washer, lock plate, locking clip."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import lcm, pi

from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.sources import Source


class LockKind(StrEnum):
    """What keeps the nut from turning back."""

    TAB_WASHER = "tab_washer"
    LOCK_PLATE = "lock_plate"
    LOCKING_CLIP = "locking_clip"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return self.value.replace("_", " ")

    @property
    def stop(self) -> str:
        """What meets a slot."""
        return {"tab_washer": "tab", "lock_plate": "plate", "locking_clip": "clip"}[self.value]


class Family(StrEnum):
    """Threads in millimetres of pitch, or in threads per inch."""

    METRIC = "metric"
    INCH = "inch"


@dataclass(frozen=True)
class LockNut:
    """A lock nut with what locks it. Lengths in mm.

    `tabs` counts the places where a slot can be held in one whole turn of the part that stands
    still: outer tabs of the washer, positions of the plate, one for a single clip. `outside_mm`,
    `slots` and `tabs` are None while nobody knows them: then no rim length or no tab position is
    computed. `tabs_counted` tells whether the person counted them at hand. `washer_mm` is the
    washer's thickness, `washer_measured` whether it was measured here rather than remembered;
    `series` tells nuts of one thread apart (light, heavy), `trapezoidal` the shape of the thread.
    """

    thread_mm: float
    pitch_mm: float
    outside_mm: float | None
    slots: int | None
    tabs: int | None
    slot_width_mm: float | None
    tabs_counted: bool = False
    source_id: str = "lock_nut_metric"
    lock: LockKind = LockKind.TAB_WASHER
    washer_mm: float | None = None
    washer_measured: bool = False
    series: str = ""
    trapezoidal: bool = False

    def __post_init__(self) -> None:
        for name, value, low, high, what in (
            ("nut_pitch", self.pitch_mm, 0.5, 10, "pitch in mm, for example 2"),
            ("nut_slots", self.slots, 3, 24, "the number of slots, for example 4"),
            (
                "nut_tabs",
                self.tabs,
                1,
                60,
                (
                    "the number of outer tabs, counted on the washer; positions of a plate; 1 for a"
                    " clip"
                ),
            ),
        ):
            if value is not None and not low <= value <= high:
                raise OutOfRange.at(
                    name,
                    f"{value:g} is out of range: check value and unit.",
                    f"{low:g} to {high:g}: {what}",
                )
        if self.lock is LockKind.TAB_WASHER and self.tabs is not None and self.tabs < 3:
            raise OutOfRange.at(
                "nut_tabs",
                f"A tab washer with {self.tabs} tabs is out of range: check value and unit.",
                "the number of outer tabs, counted on the washer",
            )
        if (
            self.outside_mm is not None
            and not self.thread_mm < self.outside_mm < 2.5 * self.thread_mm
        ):
            raise InvalidInput.at(
                "nut_outside",
                f"An outside diameter of {self.outside_mm:g} mm does not go with a"
                f" {self.thread_mm:g} mm thread.",
                f"between {self.thread_mm:g} and {2.5 * self.thread_mm:g} mm",
            )

    @property
    def slot_angle_deg(self) -> float | None:
        """Turn from one slot to the next."""
        return 360 / self.slots if self.slots else None

    @property
    def tab_step_deg(self) -> float | None:
        """Turn between positions where some tab meets some slot: 360/lcm(slots, tabs).

        >>> round(LockNut(200, 3, 250, 4, 19, 18).tab_step_deg, 3)
        4.737
        """
        return 360 / lcm(self.slots, self.tabs) if self.slots and self.tabs else None

    @property
    def rim_mm_per_deg(self) -> float | None:
        """Length along the rim for one degree."""
        return pi * self.outside_mm / 360 if self.outside_mm is not None else None

    def rim_mm(self, degrees: float) -> float | None:
        """Length along the rim for a turn; None while the diameter is not known."""
        return degrees * self.rim_mm_per_deg if self.rim_mm_per_deg is not None else None


@dataclass(frozen=True)
class LockNutTable:
    """Lock nuts of one family by the bearing's bore, which for metric adapter sleeves equals the
    thread.
    """

    source: Source
    rows: tuple[tuple[float, LockNut], ...]

    def find(self, bore_mm: float, outside_mm: float | None = None) -> LockNut | None:
        """The nut that goes with a bearing bore, if the table has it.

        Where nuts of several series have the same thread, the outside diameter of the sleeve's own
        nut decides; without it only what all of them share is known: never one of them by chance.
        """
        nuts = [nut for bore, nut in self.rows if bore == bore_mm]
        if outside_mm is not None:
            return next(
                (
                    nut
                    for nut in nuts
                    if nut.outside_mm is not None and abs(nut.outside_mm - outside_mm) < 0.6
                ),
                None,
            )
        if len(nuts) < 2:
            return nuts[0] if nuts else None
        if len({nut.pitch_mm for nut in nuts}) > 1:
            return None
        one = nuts[0]
        same_lock = len({nut.lock for nut in nuts}) == 1
        return LockNut(
            thread_mm=one.thread_mm,
            pitch_mm=one.pitch_mm,
            outside_mm=None,
            slots=None,
            tabs=None,
            slot_width_mm=None,
            source_id=one.source_id,
            lock=one.lock if same_lock else LockKind.TAB_WASHER,
            washer_mm=one.washer_mm if len({nut.washer_mm for nut in nuts}) == 1 else None,
            trapezoidal=one.trapezoidal,
        )
