"""The shaft under the bearing, and how the tapered bore sits on it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.material import SHAFT_STEEL, Material
from tribodex.core.errors import InvalidInput


class Seat(StrEnum):
    """What carries the tapered bore."""

    ADAPTER_SLEEVE = "adapter_sleeve"
    WITHDRAWAL_SLEEVE = "withdrawal_sleeve"
    TAPERED_SHAFT = "tapered_shaft"

    @property
    def sliding_faces(self) -> int:
        """Faces that slide while driving up: a withdrawal sleeve slides in the bore and on the
        shaft.
        """
        return 2 if self is Seat.WITHDRAWAL_SLEEVE else 1


class Finish(StrEnum):
    """How the seat was finished: rougher seats smooth out more."""

    GROUND = "ground"
    TURNED = "turned"


@dataclass(frozen=True)
class Shaft:
    """Diameter and bore of the shaft (mm; bore zero: solid), its material and finish."""

    diameter_mm: float
    bore_mm: float = 0.0
    material: Material = SHAFT_STEEL
    finish: Finish = Finish.GROUND

    def __post_init__(self) -> None:
        if not 0 <= self.bore_mm < 0.95 * self.diameter_mm:
            raise InvalidInput.at(
                "shaft_bore",
                f"A bore of {self.bore_mm:g} mm does not leave a wall in a {self.diameter_mm:g} mm"
                " shaft.",
                f"0 (solid) to {0.95 * self.diameter_mm:.0f} mm",
            )

    @property
    def hollow(self) -> bool:
        """Whether there is a bore."""
        return self.bore_mm > 0
