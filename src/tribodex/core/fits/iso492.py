"""Limits of a bearing's bore and outside diameter by ISO 492, from the table given."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.sources import Source


@dataclass(frozen=True)
class RingBand:
    """Deviation of the mean diameter over a band of sizes: `kind` inner_bore or outer_od, class
    Normal, P6 or P5. mm, µm.
    """

    kind: str
    over_mm: float
    to_mm: float
    tolerance_class: str
    lower_um: float
    upper_um: float


@dataclass(frozen=True)
class RingTable:
    """Deviations of bore and outside diameter of bearings."""

    source: Source
    bands: tuple[RingBand, ...]

    @property
    def classes(self) -> tuple[str, ...]:
        """Tolerance classes of bearings that are kept, the usual one first."""
        return tuple(dict.fromkeys(band.tolerance_class for band in self.bands))

    def limits_um(self, kind: str, nominal_mm: float, tolerance_class: str) -> Span:
        """Deviations of the mean diameter from nominal.

        Symbols: kind inner_bore or outer_od; nominal diameter (mm); lower and upper deviation (µm).
        Valid: sizes and classes of the table. Radial bearings with a cylindrical bore; tapered
            bores have other limits.
        Raises: InvalidInput for another class, OutOfRange for a size outside the table.
        Source: the table's own.
        """
        if tolerance_class not in self.classes:
            raise InvalidInput.at(
                "bearing_class",
                f"“{tolerance_class}” is no class of bearings that is kept here.",
                ", ".join(self.classes),
            )
        for band in self.bands:
            if (band.kind, band.tolerance_class) == (
                kind,
                tolerance_class,
            ) and band.over_mm < nominal_mm <= band.to_mm:
                return Span(band.lower_um, band.upper_um)
        raise OutOfRange.at(
            "nominal",
            f"{self.source.title}: no row for {nominal_mm:g} mm, class {tolerance_class}.",
            "a size inside the table",
        )
