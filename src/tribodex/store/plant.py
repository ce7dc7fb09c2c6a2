"""The plant into the database."""

from __future__ import annotations

import hashlib
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Engine, Select, String, cast, func, literal, select, union_all
from sqlalchemy.orm import InstrumentedAttribute, Session

from tribodex.core.people import Rights, of_role
from tribodex.store.models import CrewRow, CribItemRow, JobEventRow, MachineRow, PositionRow
from tribodex.store.people_models import AccountRow, SiteRow
from tribodex.usecases.codec import reads
from tribodex.usecases.crib import gauge_item
from tribodex.usecases.crib.guns import gun_item
from tribodex.usecases.crib.wrenches import wrench_item
from tribodex.usecases.ports import ShaftLine
from tribodex.usecases.shape import Shape
from tribodex.usecases.whole_plant import Plant

SHAFTS: Shape[tuple[ShaftLine, ...]] = Shape(tuple[ShaftLine, ...])


def _checked(kind: str, *columns: InstrumentedAttribute[Any]) -> Select[str, int, Any]:
    """How many rows, and their checksums added up. What is not known is no empty text."""
    texts = (func.coalesce(cast(column, String), "-") for column in columns)
    return select(literal(kind), func.count(), func.sum(func.crc32(func.concat_ws("|", *texts))))


_P = PositionRow
_MARKS = union_all(
    _checked(
        "machine",
        MachineRow.id,
        MachineRow.name,
        MachineRow.area,
        MachineRow.rank,
        MachineRow.shafts,
        MachineRow.site_id,
    ),
    _checked(
        "position", _P.id, _P.machine_id, _P.name, _P.designation, _P.shaft, _P.fixed, _P.rank
    ),
    _checked("person", AccountRow.name, AccountRow.rank, AccountRow.left_at, AccountRow.rights),
    select(literal("crib"), func.count(), func.max(CribItemRow.entry)),
)


def plant_mark(session: Session) -> str:
    """A mark of machines, positions, people and crib: another one as soon as any of them changes.
    Computed where they lie.
    """
    return ".".join(
        f"{count}-{checks or 0}" for _, count, checks in sorted(session.execute(_MARKS))
    )


def store_plant(engine: Engine, plant: Plant, now: datetime) -> None:
    """Add or renew everything the plant names; what it does not name stays. A changed gauge set is
    a new version.
    """
    with Session(engine) as session, session.begin():
        _site(session, plant)
        for rank, machine in enumerate(plant.machines):
            shafts = SHAFTS.dump_python(machine.shafts, mode="json")
            session.merge(
                MachineRow(
                    id=machine.id,
                    name=machine.name,
                    area=machine.area,
                    rank=rank,
                    shafts=shafts,
                    site_id=plant.site_id,
                )
            )
            session.flush()
            for order, place in enumerate(machine.positions):
                row = PositionRow(
                    id=place.id,
                    machine_id=machine.id,
                    name=place.name,
                    designation=place.designation,
                    shaft=place.shaft,
                )
                row.fixed, row.rank = place.fixed, order
                session.merge(row)
        _people(session, plant)
        for rank, crew in enumerate(plant.crews):
            walk = CrewRow(
                name=crew.name,
                minutes_a_week=crew.minutes_a_week,
                routes=list(crew.routes),
                rank=rank,
            )
            walk.site_id = plant.site_id
            session.merge(walk)
        known = {item: (version, payload) for item, version, payload in session.execute(_NEWEST)}
        tools = [("gauge", gauge.id, gauge_item(gauge)) for gauge in plant.feeler_sets]
        tools += [("gun", item, gun_item(draft)) for item, draft in plant.guns.items()]
        tools += [("wrench", item, wrench_item(draft)) for item, draft in plant.wrenches.items()]
        for kind, item_id, kept in tools:
            version, payload = known.get(item_id, (0, None))
            if payload == kept:
                continue
            session.add(
                CribItemRow(
                    item_id=item_id,
                    site_id=plant.site_id,
                    version=version + 1,
                    kind=kind,
                    payload=kept,
                    withdrawn=False,
                    reason="" if version == 0 else "plant file read again",
                    client_event_id=f"plant-{item_id}-{version + 1}",
                    actor="plant file",
                    recorded_at=now.astimezone(UTC).replace(tzinfo=None),
                )
            )


def _site(session: Session, plant: Plant) -> None:
    """The site itself; what was set for it stays."""
    row = session.get(SiteRow, plant.site_id)
    if row is None:
        session.add(SiteRow(id=plant.site_id, name=plant.site or "This plant"))
    elif plant.site:
        row.name = plant.site


def _people(session: Session, plant: Plant) -> None:
    """Names as they are: whoever is new gets the rights of the role at this site; what somebody was
    given or lost since stays as it is.
    """
    known = {row.name.casefold(): row for row in session.scalars(select(AccountRow))}
    for rank, person in enumerate(plant.people):
        if person.name.casefold() in known:
            continue
        rights = Rights.of({plant.site_id: list(of_role(person.role))}) if person.role else Rights()
        made = hashlib.sha1(person.name.casefold().encode(), usedforsecurity=False).hexdigest()[:32]
        over = known.get(person.under.casefold())
        row = AccountRow(
            id=made,
            name=person.name,
            rank=rank,
            rights=rights.said(),
            settings={},
            works_under=over.id if over else "",
        )
        known[person.name.casefold()] = row
        session.add(row)


_NEWEST = (
    select(CribItemRow.item_id, CribItemRow.version, CribItemRow.payload)
    .where(CribItemRow.kind != "card")
    .order_by(CribItemRow.entry)
)


def foreign_schema(engine: Engine) -> bool:
    """Whether there are entries that this version cannot read."""
    with Session(engine) as session:
        kinds = session.execute(select(JobEventRow.kind, JobEventRow.schema_version).distinct())
        return not all(reads(kind, version) for kind, version in kinds)
