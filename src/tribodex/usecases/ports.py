"""What the use cases need from outside, as they see it. The store and the reference files provide
it.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Literal, NamedTuple, Protocol

from tribodex.core.job.facts import Event
from tribodex.core.schedule.moves import StopMove
from tribodex.core.topics.lineup.facts import ShaftPart


@dataclass(frozen=True)
class Position:
    """A bearing position of a machine, with what is usual there."""

    id: str
    machine_id: str
    name: str
    designation: str
    shaft: str
    fixed: bool | None


@dataclass(frozen=True)
class ShaftLine:
    """A shaft of a machine as it is drawn, mm from the datum: parts on it, and the centre marks of
    its bearings by position.
    """

    id: str
    name: str
    length_mm: float
    datum: str
    parts: tuple[ShaftPart, ...]
    bearings: dict[str, float]


@dataclass(frozen=True)
class Machine:
    """A machine of the plant."""

    id: str
    name: str
    area: str
    positions: tuple[Position, ...]
    shafts: tuple[ShaftLine, ...] = ()


# Not frozen: a page of them is made for every look at the list, and that is five times as quick.
@dataclass(slots=True)
class JobSummary:
    """A job in a list: a projection of its log that can be rebuilt. Its stage is number `stage_at`
    of `stage_of`, from one; `who` has it.
    """

    id: str
    number: int
    title: str
    machine: str
    position: str
    bearing: str
    stage: str
    stage_at: int
    stage_of: int
    status: str
    events: int
    who: str
    updated_at: datetime


@dataclass(frozen=True)
class JobsAsked:
    """Which jobs of the list: those at the bench (`live`), the finished ones, or all; those that
    `who` has; with these words in them; after one that was shown.
    """

    live: bool | None = None
    who: str = ""
    words: tuple[str, ...] = ()
    after: tuple[datetime, int] | None = None
    limit: int = 50


NEWEST = JobsAsked()


@dataclass(frozen=True)
class Resting:
    """An entry of a job's log that names something it was worked out with, as it was stored; with
    its job.
    """

    job: JobSummary
    at: str
    kind: str
    payload: Any
    recorded_at: datetime


CribKind = Literal["gauge", "card", "gun", "wrench", "row"]


@dataclass(frozen=True)
class Crew:
    """Who walks which routes (areas of the plant), and for how many minutes a week."""

    name: str
    minutes_a_week: float
    routes: tuple[str, ...]


class CareRow(NamedTuple):
    """Something due at a position, as the plan of the rounds needs it."""

    position_id: str
    position: str
    machine: str
    route: str
    kind: str
    every_h: float | None
    every_days: float | None
    hours_per_day: float | None
    since: date
    strokes: int | None
    over: str
    run_from: float | None


@dataclass(frozen=True)
class PositionJob:
    """A job that a position has seen, with what it says of keeping it."""

    job_id: str
    number: int
    title: str
    status: str
    updated_at: datetime
    round: bool
    said: list[dict[str, Any]]


@dataclass(frozen=True)
class CribItem:
    """One version of a gauge set, card, gun, wrench or row of a table, with who typed it and when.
    `withdrawn`: no longer offered.
    """

    item_id: str
    version: int
    kind: CribKind
    payload: dict[str, Any]
    withdrawn: bool
    reason: str
    client_event_id: str
    actor: str
    recorded_at: datetime
    # A pseudonym, where whoever typed it left.
    listed_as: str = ""

    @property
    def by(self) -> str:
        """Who typed it, as lists say it."""
        return self.listed_as or self.actor


@dataclass(frozen=True)
class Tap:
    """Who did it and when, and the id that makes a repeat harmless; `digest` tells a repeat from
    other content under the same id.
    """

    client_event_id: str
    actor: str
    happened_at: datetime
    digest: str = ""


@dataclass(frozen=True)
class Attachment:
    """A picture or sheet kept beside a job's log; its id is that of its content."""

    id: str
    mime: str
    data: bytes


class ConcurrentWriter(Exception):
    """Another device wrote to the same job at the same moment."""


class Store(Protocol):
    """Where jobs, plant and tools are kept, those of one `site` or of every one. One transaction
    around each use case.
    """

    @property
    def site(self) -> str | None:
        """The site that is held."""

    def machines(self) -> Sequence[Machine]:
        """The plant."""

    def machine_page(self, after: str, limit: int) -> Sequence[Machine] | None:
        """So many machines behind the one named, from the first where nothing is named; none where
        nobody knows it.
        """

    def people(self) -> Sequence[str]:
        """Names to choose from."""

    def crib_items(self) -> Sequence[CribItem]:
        """Every version of every gauge set and card, oldest first."""

    def row_items(self) -> Sequence[CribItem]:
        """Of the crib the rows of tables alone, every version, oldest first."""

    def resting_on(self, name: str) -> Sequence[Resting]:
        """Entries of jobs, those given up apart, that name a table, a card or a part number, and
        every plan made anew; oldest first.
        """

    def add_crib_item(self, item: CribItem) -> None:
        """Keep a new version. Raises ConcurrentWriter when its number is taken."""

    def stop_moves(self, from_week: date) -> Sequence[StopMove]:
        """Moves into this week and later ones (by their Mondays), oldest first."""

    def stop_move(self, client_event_id: str) -> StopMove | None:
        """The move that was sent under this id."""

    def add_stop_move(self, move: StopMove) -> None:
        """Keep a move; the same one sent again changes nothing."""

    def job_summaries(self, asked: JobsAsked = NEWEST) -> Sequence[JobSummary]:
        """A page of jobs, newest change first."""

    def create_job(self, job_id: str, recorded_at: datetime) -> int:
        """Register a job and give it its number; the number it has already when it is known."""

    def hold(self, job_id: str) -> None:
        """Let no other writer at this job until append() or the end. Raises Busy when others hold
        it for too long.
        """

    def events(self, job_id: str) -> Sequence[Event]:
        """The log of a job in order; empty when the job is not known."""

    def add_machine(self, machine: Machine, rank: int) -> None:
        """Keep a machine."""

    def add_position(self, position: Position, rank: int) -> None:
        """Keep a bearing position of a machine."""

    def keep_shaft(self, machine_id: str, shaft: ShaftLine) -> None:
        """Keep a shaft of a machine in place of the one with its id."""

    def newest_entries(self, job_ids: Sequence[str]) -> Mapping[str, int]:
        """The numbers of the newest entries; jobs that are not known are left out."""

    def last_job(self, position_id: str) -> str | None:
        """The newest job at a position, rounds apart; None where there was none."""

    def keep_attachment(self, job_id: str, kept: Attachment, recorded_at: datetime) -> None:
        """Keep a picture or sheet of a job, and commit; what is kept already stays as it is. Raises
        NotFound for a job unknown.
        """

    def attachment(self, job_id: str, attachment_id: str) -> Attachment | None:
        """A picture or sheet of a job; None where there is none."""

    def pictures(self, job_id: str) -> dict[str, bytes]:
        """Every photograph of a job by its id."""

    def job_ids(self, after: int, limit: int) -> Sequence[tuple[int, str]]:
        """Numbers and ids of jobs above a number, in order: every job, page by page."""

    def listed(self, job_ids: Sequence[str]) -> dict[str, JobSummary]:
        """What the list says of jobs; nothing of those that it does not hold."""

    def relist(
        self,
        summaries: Sequence[JobSummary],
        positions: Mapping[str, Sequence[str]],
        rounds: Collection[str] = (),
    ) -> None:
        """Put jobs into the list as said, with the bearing positions of each and which are rounds,
        and commit.
        """

    def crews(self) -> Sequence[Crew]:
        """Who walks which routes."""

    def care_rows(self) -> Sequence[CareRow]:
        """What is due anywhere, in one query."""

    def care_mark(self) -> str:
        """A mark of what care_rows() would say: another one as soon as anything of it is another,
        without reading it.
        """

    def care_due(self, position_ids: Sequence[str]) -> dict[str, list[dict[str, Any]]]:
        """What is due at positions, with what a stop there needs."""

    def in_open_rounds(self, position_ids: Sequence[str]) -> dict[str, int]:
        """Positions that stand in a round which is not signed or abandoned, with its number."""

    def position_jobs(self, position_id: str, limit: int) -> Sequence[PositionJob]:
        """The newest jobs that a position has seen."""

    def keep_care(self, number: int, said: Mapping[str, list[dict[str, Any]]]) -> None:
        """Keep what a job says of its positions, and what is due there now; the caller commits by
        append() or relist().
        """

    def append(
        self,
        job_id: str,
        events: Sequence[Event],
        summary: JobSummary,
        positions: Sequence[str] = (),
        care: Mapping[str, list[dict[str, Any]]] | None = None,
        *,
        round: bool = False,
        left: Sequence[str] = (),
    ) -> None:
        """Add events and refresh the projections, all or nothing; with the bearing positions of a
        job that is opened, whether it is a round, and what it says of keeping them.

        Raises ConcurrentWriter when a sequence number is taken.
        """
