"""Jobs without a mounting: bearings that run already given into keeping, and a large shaft seal on
its own.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from tribodex.core.errors import InvalidInput
from tribodex.core.job.facts import JobOpened, Planned
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.topics import fold
from tribodex.core.topics.care.facts import BearingSaid
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, append, load
from tribodex.usecases.ports import ConcurrentWriter, Store, Tap

KEEPING, KEPT = "job-keeping", "keeping"
SEALING, SEALED = "job-seal", "large-seal"
MOST = 12


def open_keeping(
    store: Store,
    reference: Reference,
    job_id: str,
    positions: Sequence[str],
    tap: Tap,
    *,
    recorded_at: datetime,
) -> Loaded:
    """Open a job that says how bearings are kept. Opening the same id again gives the job that is
    there.

    Raises InvalidInput with the fields to correct.
    """
    if not tap.actor.strip():
        raise InvalidInput.at("actor", "Who plans? The log names everybody.", "a name")
    known = {
        position.id: (machine, position)
        for machine in store.machines()
        for position in machine.positions
    }
    if not 1 <= len(positions) <= MOST or len(set(positions)) != len(positions):
        raise InvalidInput.at(
            "positions", f"1 to {MOST} bearings at once, each once.", "positions of the plant"
        )
    if missing := [position for position in positions if position not in known]:
        raise InvalidInput.at(
            "positions",
            f"The plant has no position {', '.join(missing)}.",
            "positions of the plant",
        )
    number = store.create_job(job_id, recorded_at)
    log = store.events(job_id)
    if log:
        return Loaded(job_id, log, fold(log))
    own, shaft = reference.procedure(KEPT), reference.procedure(KEEPING)
    places, plans = [], []
    machines = list(dict.fromkeys(known[position][0].name for position in positions))
    for i, position_id in enumerate(positions, 1):
        machine, position = known[position_id]
        name = position.name if len(machines) == 1 else f"{machine.name}, {position.name}"
        places.append(Place(str(i), position_id, name, own.id, own.version))
        if (bearing := reference.known_sizes.find(position.designation)) is not None:
            plans.append(Planned(str(i), BearingSaid(bearing)))
    opened = JobOpened(
        number=number,
        title=f"Into the rounds: {', '.join(machines)}",
        machine_id=known[positions[0]][0].id,
        machine=", ".join(machines),
        procedure_id=shaft.id,
        procedure_version=shaft.version,
        places=tuple(places),
        plans=tuple(plans),
    )
    return _begun(store, reference, job_id, opened, tap, recorded_at=recorded_at)


def open_seal(
    store: Store,
    reference: Reference,
    job_id: str,
    position_id: str,
    tap: Tap,
    *,
    recorded_at: datetime,
) -> Loaded:
    """Open a job for a large shaft seal at a position; its plan is made at the bench. Opening the
    same id again gives the job that is there.

    Raises InvalidInput with the fields to correct.
    """
    if not tap.actor.strip():
        raise InvalidInput.at("actor", "Who plans? The log names everybody.", "a name")
    here = next(
        (
            (machine, place)
            for machine in store.machines()
            for place in machine.positions
            if place.id == position_id
        ),
        None,
    )
    if here is None:
        raise InvalidInput.at(
            "position", "The plant has no such position.", "one of the plant's positions"
        )
    machine, position = here
    number = store.create_job(job_id, recorded_at)
    log = store.events(job_id)
    if log:
        return Loaded(job_id, log, fold(log))
    own, shaft = reference.procedure(SEALED), reference.procedure(SEALING)
    opened = JobOpened(
        number=number,
        title=f"{machine.name}, {position.name}: large shaft seal",
        machine_id=machine.id,
        machine=machine.name,
        procedure_id=shaft.id,
        procedure_version=shaft.version,
        places=(Place("1", position.id, position.name, own.id, own.version),),
        plans=(),
    )
    return _begun(store, reference, job_id, opened, tap, recorded_at=recorded_at)


def _begun(
    store: Store,
    reference: Reference,
    job_id: str,
    opened: JobOpened,
    tap: Tap,
    *,
    recorded_at: datetime,
) -> Loaded:
    try:
        return append(
            store, reference, job_id, None, [(SHAFT, opened)], tap=tap, recorded_at=recorded_at
        )
    except ConcurrentWriter:
        return load(store, job_id)
