"""Threads of bolts: size and pitch read from what is written on them, and the stress area."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from tribodex.core.errors import InvalidInput

# Coarse pitches, mm (ISO 261); threads per inch of UNC (ASME B1.1).
COARSE_MM = {
    3.0: 0.5,
    4.0: 0.7,
    5.0: 0.8,
    6.0: 1.0,
    8.0: 1.25,
    10.0: 1.5,
    12.0: 1.75,
    14.0: 2.0,
    16.0: 2.0,
    18.0: 2.5,
    20.0: 2.5,
    22.0: 2.5,
    24.0: 3.0,
    27.0: 3.0,
    30.0: 3.5,
    33.0: 3.5,
    36.0: 4.0,
    39.0: 4.0,
    42.0: 4.5,
    45.0: 4.5,
    48.0: 5.0,
}
# Sizes of the second choice: read only with their pitch (ISO 261).
SECOND_MM = {7.0: 1.0, 9.0: 1.25, 11.0: 1.5}
UNC = {
    "1/4": 20,
    "5/16": 18,
    "3/8": 16,
    "7/16": 14,
    "1/2": 13,
    "9/16": 12,
    "5/8": 11,
    "3/4": 10,
    "7/8": 9,
    "1": 8,
    "1-1/8": 7,
    "1-1/4": 7,
    "1-3/8": 6,
    "1-1/2": 6,
}
# Threads per inch of UNF and UNEF (ASME B1.1, from memory), and those of the constant pitch series
# from a size on (8-UN, 12-UN, 16-UN).
UNF = {
    "1/4": (28, 32),
    "5/16": (24, 32),
    "3/8": (24, 32),
    "7/16": (20, 28),
    "1/2": (20, 28),
    "9/16": (18, 24),
    "5/8": (18, 24),
    "3/4": (16, 20),
    "7/8": (14, 20),
    "1": (12, 14, 20),
    "1-1/8": (12, 18),
    "1-1/4": (12, 18),
    "1-3/8": (12, 18),
    "1-1/2": (12, 18),
}
CONSTANT = {8: 1.0, 12: 0.5625, 16: 0.375}
# Pitches of fine metric threads, mm, and the finest from a size on (ISO 261, from memory).
FINE_MM = (0.2, 0.25, 0.35, 0.5, 0.75, 1.0, 1.25, 1.5, 2.0, 3.0, 4.0)
FINEST_MM = ((33.0, 1.5), (12.0, 1.0), (8.0, 0.75), (4.0, 0.5), (0.0, 0.35))
_METRIC = re.compile(r"^M(\d+(?:[.,]\d+)?)(?:X(\d+(?:[.,]\d+)?))?$")
_INCH = re.compile(r"^(\d+(?:-\d+/\d+)?(?:/\d+)?)(?:-(\d+))?(?:UN[CF]?)?$")


@dataclass(frozen=True)
class BoltThread:
    """A thread: as it is written, nominal diameter and pitch (mm)."""

    text: str
    diameter_mm: float
    pitch_mm: float
    metric: bool

    @property
    def stress_area_mm2(self) -> float:
        """Tensile stress area, π/4·(d - 0.9382·P)² metric, π/4·(d - 0.9743/n)² inch (ISO 898-1,
        ASME B1.1).

        >>> round(BoltThread("M8", 8, 1.25, True).stress_area_mm2, 1)
        36.6
        """
        return (
            math.pi
            / 4
            * (self.diameter_mm - (0.9382 if self.metric else 0.9743) * self.pitch_mm) ** 2
        )


def read_thread(text: str, field: str = "screw") -> BoltThread:
    """Read a thread: M8, M10x1.25, 1/4-20, 3/8 (coarse where no pitch is named).

    >>> (
    ...     read_thread("m8").pitch_mm,
    ...     round(read_thread("1/4-20").pitch_mm, 3),
    ...     read_thread("M10x1,25").pitch_mm,
    ... )
    (1.25, 1.27, 1.25)
    """
    written = text.strip().upper().replace(" ", "").replace("×", "X").removesuffix("IN")
    match = _METRIC.match(written)
    if match is not None:
        size = float(match[1].replace(",", "."))
        pitch = float(match[2].replace(",", ".")) if match[2] else COARSE_MM.get(size)
        if pitch is None or not 0 < pitch < size / 2:
            raise InvalidInput.at(
                field,
                f"“{text.strip()}” is no metric thread known here.",
                "M3 to M48; a fine one with its pitch: M10x1.25",
            )
        coarse, finest = (
            COARSE_MM.get(size) or SECOND_MM.get(size),
            next(least for above, least in FINEST_MM if size >= above),
        )
        if coarse is None or (
            pitch != coarse and not (pitch in FINE_MM and finest <= pitch < coarse)
        ):
            raise InvalidInput.at(
                field, f"There is no thread M{size:g}×{pitch:g}.", _metric_of(size)
            )
        return BoltThread(
            f"M{size:g}" if not match[2] else f"M{size:g}×{pitch:g}", size, pitch, True
        )
    return _inch(text, written, field)


def _metric_of(size_mm: float) -> str:
    coarse = COARSE_MM.get(size_mm)
    if coarse is None:
        return "M3 to M48, for example M16 or M16x1.5"
    finest = next(least for above, least in FINEST_MM if size_mm >= above)
    fine = [f"M{size_mm:g}x{pitch:g}" for pitch in FINE_MM if finest <= pitch < coarse]
    return " or ".join([f"M{size_mm:g} ({coarse:g} mm)", *reversed(fine)])


def _inch(text: str, written: str, field: str) -> BoltThread:
    wrong = InvalidInput.at(
        field,
        f"“{text.strip()}” is no thread known here.",
        "for example M8, M10x1.25, 1/4-20, 3/8-16",
    )
    match = _INCH.match(written)
    if match is None:
        raise wrong
    size, per_inch = match[1], match[2]
    # 1-1/4 is a size; 1/4-20 is a size with its threads.
    if "/" not in size and size != "1":
        raise wrong
    threads = int(per_inch) if per_inch else UNC.get(size)
    if threads is None or not 4 <= threads <= 80:
        raise wrong
    whole, _, part = size.rpartition("-")
    inches = (float(whole) if whole else 0.0) + (
        float(part.split("/")[0]) / float(part.split("/")[1]) if "/" in part else float(part)
    )
    fixed = [per for per, above in CONSTANT.items() if inches >= above]
    usual = [UNC[size], *UNF[size], *fixed] if size in UNC else []
    if threads not in usual:
        known = " or ".join(f"{size}-{per}" for per in dict.fromkeys(usual[:3]))
        raise InvalidInput.at(
            field, f"There is no thread {size}-{threads}.", known or "for example 1/4-20, 3/8-16"
        )
    return BoltThread(f"{size}-{threads}", inches * 25.4, 25.4 / threads, False)
