"""Tables and procedures as the use cases see them, with what a site changed in them. The reference
files provide it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from types import MappingProxyType
from typing import Any, NamedTuple

from tribodex.core.bolts.torque import BoltStrength
from tribodex.core.components.adapter_sleeve import SleeveTable, WithdrawalTable
from tribodex.core.components.bearing import DimensionTable, Kind
from tribodex.core.components.lock_nut import LockNutTable
from tribodex.core.components.material import MaterialTable
from tribodex.core.errors import NotFound
from tribodex.core.failure.marks import FailureMarks
from tribodex.core.fits.iso492 import RingTable
from tribodex.core.follower.stud import StudTable
from tribodex.core.grease.thickener import Thickeners
from tribodex.core.grease.viscosity import OilGrades
from tribodex.core.mounting.ball_angle import BallAngles
from tribodex.core.mounting.clearance import ClearanceTable
from tribodex.core.mounting.part_numbers import PartBooks
from tribodex.core.mounting.reduction import ReductionCard
from tribodex.core.mounting.shaft_fit import InchShafts
from tribodex.core.procedure import Procedure
from tribodex.core.seals.material import SealMaterials
from tribodex.core.seals.v_ring import VRings
from tribodex.core.shouldered.retaining_ring import RetainingRings
from tribodex.core.sources import Source
from tribodex.core.units.known import KnownSizes
from tribodex.core.units.screws import SetScrews
from tribodex.core.units.sizes import InsertSizes


@dataclass(frozen=True)
class Sheet:
    """A table as it stands in its file: column names, rows of text, and its source."""

    source: Source
    columns: tuple[str, ...]
    rows: tuple[dict[str, str], ...]


class RowChange(NamedTuple):
    """A row of a table that is another one here than it ships, by column; `was` is empty for one
    that is added.
    """

    table: str
    was: tuple[tuple[str, str], ...]
    now: tuple[tuple[str, str], ...]


NO_VERSIONS: Mapping[str, int] = MappingProxyType({})


@dataclass(frozen=True)
class Reference:
    """Tables, procedures and their sources. `shipped`: the tables before anything was changed here;
    `change`: how it is made with changes.
    """

    clearance: ClearanceTable
    ball_clearance: ClearanceTable
    cards: dict[str, ReductionCard]
    nuts: LockNutTable
    inch_nuts: LockNutTable
    materials: MaterialTable
    sleeves: SleeveTable
    withdrawal: WithdrawalTable
    ball_angles: BallAngles
    inch_shafts: InchShafts
    dimensions: DimensionTable
    rings: RingTable
    groove_clearance: ClearanceTable
    groove_dimensions: DimensionTable
    retaining_rings: RetainingRings
    studs: StudTable
    set_screws: SetScrews
    bolts: BoltStrength
    thickeners: Thickeners
    oil_grades: OilGrades
    seal_materials: SealMaterials
    v_rings: VRings
    inserts: InsertSizes
    failure_marks: FailureMarks
    procedures: dict[tuple[str, int], Procedure]
    sources: dict[str, Source]
    sheets: tuple[Sheet, ...]
    shipped: tuple[Sheet, ...]
    change: Callable[[tuple[RowChange, ...], tuple[tuple[str, int], ...]], Reference]

    def changed(
        self, changes: tuple[RowChange, ...], versions: Mapping[str, int] = NO_VERSIONS
    ) -> Reference:
        """The same with rows changed or added; `versions`: how many versions later than it ships a
        table is.

        Raises ValueError with table, line and column where one does not fit.
        """
        made = self.change(changes, tuple(sorted(versions.items())))
        return (
            made
            if made.procedures is self.procedures
            else replace(made, procedures=self.procedures)
        )

    @cached_property
    def books(self) -> Mapping[type, Any]:
        """What topics look things up in, by what it is."""
        return {
            FailureMarks: self.failure_marks,
            Thickeners: self.thickeners,
            OilGrades: self.oil_grades,
            BoltStrength: self.bolts,
            KnownSizes: self.known_sizes,
            SealMaterials: self.seal_materials,
            SetScrews: self.set_screws,
            LockNutTable: self.nuts,
            VRings: self.v_rings,
            PartBooks: PartBooks(self.dimensions, self.sleeves, self.withdrawal),
        }

    @cached_property
    def known_sizes(self) -> KnownSizes:
        """Sizes by number, of whatever kind."""
        return KnownSizes(self.dimensions, self.groove_dimensions, self.inserts)

    def clearances(self, kind: Kind) -> ClearanceTable:
        """The group limits for a kind of bearing, tapered bore."""
        return self.ball_clearance if kind is Kind.SELF_ALIGNING_BALL else self.clearance

    def procedure(self, procedure_id: str, version: int | None = None) -> Procedure:
        """A procedure; the newest version unless one is named."""
        versions = [v for (key, v) in self.procedures if key == procedure_id]
        if not versions or (version is not None and version not in versions):
            raise NotFound(
                f"There is no procedure {procedure_id}{f'@{version}' if version else ''}."
            )
        return self.procedures[procedure_id, version if version is not None else max(versions)]

    def pinned(self, names: Iterable[str]) -> Reference:
        """The same with these versions (“id@version”) as the newest of their procedures: what is
        opened is not changed by a later one.

        Raises NotFound for one that is not there.
        """
        newest = {
            name.partition("@")[0]: (
                self.procedure(name.partition("@")[0], int(name.partition("@")[2])).version
            )
            for name in names
        }
        return replace(
            self,
            procedures={
                key: p for key, p in self.procedures.items() if key[1] <= newest.get(key[0], key[1])
            },
        )
