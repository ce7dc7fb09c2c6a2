"""The kinds of work a job is made of: the one list of topics, and the kernel's functions for
them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from tribodex.core.job import fold as kernel
from tribodex.core.job.facts import Event, Fact
from tribodex.core.job.job import Job
from tribodex.core.job.places import SHAFT
from tribodex.core.job.tell import tell as kernel_tell
from tribodex.core.job.topic import NO_BOOKS, Desk, House
from tribodex.core.procedure import Procedure
from tribodex.core.topics import (
    adapter_unit,
    as_found,
    bolts,
    care,
    cartridge,
    follower,
    grease,
    hub,
    insert,
    large_seal,
    lineup,
    look,
    lowering,
    prepare,
    removal,
    runin,
    seals,
    shouldered,
    stock,
    stop,
    tapered,
    units,
)
from tribodex.core.topics.adapter_unit.show import AdapterWork
from tribodex.core.topics.as_found.show import FoundWork
from tribodex.core.topics.bolts.show import ClosingWork
from tribodex.core.topics.care.show import CareWork
from tribodex.core.topics.cartridge.view import CartridgeWork
from tribodex.core.topics.follower.show import FollowerWork
from tribodex.core.topics.grease.show import GreaseWork
from tribodex.core.topics.hub.show import HubWork
from tribodex.core.topics.insert.show import InsertWork
from tribodex.core.topics.large_seal.show import LargeSealWork
from tribodex.core.topics.lineup.show import LineUpWork
from tribodex.core.topics.look.show import LookWork
from tribodex.core.topics.lowering.show import LoweringWork
from tribodex.core.topics.prepare.show import PrepareWork
from tribodex.core.topics.removal.show import RemovalWork
from tribodex.core.topics.runin.show import RunWork
from tribodex.core.topics.seals.show import SealWork
from tribodex.core.topics.shouldered.show import ShoulderWork
from tribodex.core.topics.stock.show import StockWork
from tribodex.core.topics.stop.show import StopWork
from tribodex.core.topics.tapered.work import TaperedWork
from tribodex.core.topics.units.show import UnitWork

HOUSE = House(
    (
        stock.TOPIC,
        as_found.TOPIC,
        removal.TOPIC,
        look.TOPIC,
        prepare.TOPIC,
        lineup.TOPIC,
        tapered.TOPIC,
        hub.TOPIC,
        shouldered.TOPIC,
        follower.TOPIC,
        insert.TOPIC,
        units.TOPIC,
        adapter_unit.TOPIC,
        cartridge.TOPIC,
        seals.TOPIC,
        large_seal.TOPIC,
        grease.TOPIC,
        lowering.TOPIC,
        bolts.TOPIC,
        runin.TOPIC,
        care.TOPIC,
        stop.TOPIC,
    )
)
Work = (
    StockWork
    | RemovalWork
    | LookWork
    | PrepareWork
    | LineUpWork
    | TaperedWork
    | HubWork
    | ShoulderWork
    | FollowerWork
    | InsertWork
    | UnitWork
    | AdapterWork
    | FoundWork
    | LoweringWork
    | CartridgeWork
    | SealWork
    | LargeSealWork
    | GreaseWork
    | ClosingWork
    | RunWork
    | CareWork
    | StopWork
)


def fold(events: Sequence[Event]) -> Job:
    """Fold a log into a job. Raises Refused when the log does not begin with job_opened."""
    return kernel.fold(HOUSE, events)


def taken_further(job: Job, log: Sequence[Event], added: Sequence[Event]) -> Job:
    """The job after more entries; see the kernel."""
    return kernel.taken_further(HOUSE, job, log, added)


def desk(
    job: Job,
    procedures: Mapping[str, Procedure],
    log: Sequence[Event] = (),
    at: str = SHAFT,
    books: Mapping[type, Any] = NO_BOOKS,
) -> Desk:
    """A job at a place, with the procedures that are pinned for it, and the books that topics look
    things up in.
    """
    return Desk(HOUSE, job, procedures, log, at, books=books)


def tell(fact: Fact) -> str:
    """One sentence for one fact."""
    return kernel_tell(HOUSE, fact)
