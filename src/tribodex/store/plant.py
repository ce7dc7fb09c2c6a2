"""The plant into the database."""

from __future__ import annotations

from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from tribodex.store.models import FeelerLeafRow, FeelerSetRow, MachineRow, PersonRow, PositionRow
from tribodex.usecases.ports import Plant


def has_plant(engine: Engine) -> bool:
    """Whether there is any machine."""
    with Session(engine) as session:
        return session.scalar(select(MachineRow.id).limit(1)) is not None


def store_plant(engine: Engine, plant: Plant) -> None:
    """Add or renew everything the plant names; what it does not name stays."""
    with Session(engine) as session, session.begin():
        for rank, machine in enumerate(plant.machines):
            session.merge(MachineRow(id=machine.id, name=machine.name, area=machine.area, rank=rank))
            session.flush()
            for order, place in enumerate(machine.positions):
                row = PositionRow(id=place.id, machine_id=machine.id, name=place.name, designation=place.designation, shaft=place.shaft)
                row.fixed, row.rank = place.fixed, order
                session.merge(row)
        for rank, name in enumerate(plant.people):
            session.merge(PersonRow(name=name, rank=rank))
        for rank, gauge in enumerate(plant.feeler_sets):
            session.merge(FeelerSetRow(id=gauge.id, name=gauge.name, unit=gauge.unit.value, checked_on=gauge.checked_on, rank=rank))
            session.flush()
            for leaf in gauge.leaves_um:
                session.merge(FeelerLeafRow(set_id=gauge.id, thickness_um=leaf))
