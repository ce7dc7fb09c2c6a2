"""Commands on what the server's database holds: bring a plant in, make the list of jobs anew."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy.orm import Session

from tribodex.exchange.plant_file import read_plant
from tribodex.launch.own import opened
from tribodex.launch.watch import say
from tribodex.launch.zone import keep_plant_zone
from tribodex.reference import load_reference
from tribodex.store.plant import store_plant
from tribodex.store.repository import SqlStore
from tribodex.usecases.projections import rebuild_list


def import_plant(root: Path, file: Path) -> int:
    """Bring a plant file into the server's database."""
    plant = read_plant(file)
    with opened(root) as here:
        store_plant(here.engine, plant, datetime.now(UTC))
    say(
        f"{len(plant.machines)} machines, {len(plant.people)} people, {len(plant.feeler_sets)}"
        " gauge sets brought in."
    )
    return 0


def rebuild(root: Path) -> int:
    """Make the list of jobs anew from their logs, and say what stood wrong."""
    keep_plant_zone()
    with opened(root) as here, Session(here.engine) as session:
        made = rebuild_list(SqlStore(session), load_reference())
    say(
        f"{made.looked_at} jobs looked at; {len(made.mended)} stood wrong in the list and were put"
        " right."
    )
    for job_id, what in made.mended.items():
        say(f"  {job_id}: {', '.join(what)}")
    for job_id, why in made.unread.items():
        say(f"  {job_id} left as it is: {why}")
    return 1 if made.unread else 0
