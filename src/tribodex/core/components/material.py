"""Materials of shafts, rings and housings."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.errors import InvalidInput
from tribodex.core.sources import Source


@dataclass(frozen=True)
class Material:
    """Elastic modulus (GPa), Poisson's ratio (1), linear expansion (µm/(m·K), 20 to 100 °C) with
    the range that handbooks give.
    """

    name: str
    e_gpa: float
    poisson: float
    expansion_um_per_m_k: float
    expansion_range: tuple[float, float] | None = None

    @property
    def e_mpa(self) -> float:
        """Elastic modulus in MPa."""
        return self.e_gpa * 1000


def range_of(said: str) -> tuple[float, float]:
    """A range as the table has it.

    >>> range_of("11.0-12.5")
    (11.0, 12.5)
    """
    low, high = said.split("-")
    return float(low), float(high)


# Rows of the material table; general handbooks, from memory. A steel shaft counts as its ring's
# steel does: warmed alike they grow alike.
RING_STEEL = Material("bearing steel 100Cr6 (hardened)", 208, 0.3, 12.0, (11.5, 12.5))
SHAFT_STEEL = Material("carbon shaft steel (C45)", 206, 0.3, 12.0, (11.0, 12.5))
STAINLESS = Material("austenitic stainless 304", 195, 0.29, 17.2, (16.0, 17.3))
CAST_IRON = Material("grey cast iron (GJL-200..250)", 110, 0.26, 10.5, (10.0, 11.7))
ALUMINIUM = Material("aluminium (wrought)", 70, 0.33, 23.5, (22.5, 24.0))
# No shaft's material: what machines stand on. General handbooks, from memory.
CONCRETE = Material("concrete", 30, 0.2, 11.0, (9.0, 13.0))


@dataclass(frozen=True)
class MaterialTable:
    """Materials by name."""

    source: Source
    rows: tuple[Material, ...]

    def get(self, name: str) -> Material:
        """The material of this name. Raises InvalidInput with the names there are."""
        for row in self.rows:
            if row.name == name:
                return row
        raise InvalidInput.at(
            "shaft_material",
            f"“{name}” is not in the material table.",
            ", ".join(row.name for row in self.rows),
        )
