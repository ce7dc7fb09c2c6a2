"""Machines and positions that are added one by one."""

from __future__ import annotations

from sqlalchemy.orm import Session

from tribodex.store.at_site import AtSite
from tribodex.store.models import MachineRow, PositionRow
from tribodex.store.plant import SHAFTS
from tribodex.usecases.ports import Machine, Position, ShaftLine


class Growing(AtSite):
    """What a store does where the plant grows. Each commits."""

    _session: Session

    def add_machine(self, machine: Machine, rank: int) -> None:
        """Keep a machine."""
        self._session.add(
            MachineRow(
                id=machine.id,
                name=machine.name,
                area=machine.area,
                rank=rank,
                shafts=[],
                site_id=self.adds_to,
            )
        )
        self._session.commit()

    def add_position(self, position: Position, rank: int) -> None:
        """Keep a bearing position of a machine."""
        row = PositionRow(
            id=position.id,
            machine_id=position.machine_id,
            name=position.name,
            designation=position.designation,
            shaft=position.shaft,
        )
        row.fixed, row.rank = position.fixed, rank
        self._session.add(row)
        self._session.commit()

    def keep_shaft(self, machine_id: str, shaft: ShaftLine) -> None:
        """Keep a shaft of a machine in place of the one with its id."""
        row = self._session.get_one(MachineRow, machine_id, with_for_update=True)
        kept = SHAFTS.validate_python(row.shafts or [])
        others = tuple(one for one in kept if one.id != shaft.id)
        row.shafts = SHAFTS.dump_python((*others, shaft), mode="json")
        self._session.commit()
