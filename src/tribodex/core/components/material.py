"""Materials of shafts, rings and housings."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.errors import InvalidInput
from tribodex.core.sources import Source


@dataclass(frozen=True)
class Material:
    """Elastic modulus (GPa), Poisson's ratio (1), linear expansion (µm/(m·K), 20 to 100 °C)."""

    name: str
    e_gpa: float
    poisson: float
    expansion_um_per_m_k: float

    @property
    def e_mpa(self) -> float:
        """Elastic modulus in MPa."""
        return self.e_gpa * 1000


# Values of the material table's first two rows; general handbooks, from memory.
RING_STEEL = Material("bearing steel 100Cr6 (hardened)", 208, 0.3, 12.0)
SHAFT_STEEL = Material("carbon shaft steel (C45)", 206, 0.3, 11.5)


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
        raise InvalidInput.at("shaft_material", f"“{name}” is not in the material table.", ", ".join(row.name for row in self.rows))
