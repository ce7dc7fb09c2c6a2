"""Small makers for tests: gauge sets, plans, logs, a store in memory."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from datetime import UTC, date, datetime, timedelta
from typing import Any

from tribodex.core.components.bearing import Bearing, Group, Taper
from tribodex.core.components.feeler import FeelerSet, FeelerShelf
from tribodex.core.job import ahead, rail
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.decide import decide
from tribodex.core.job.facts import Event, Fact, JobOpened, Planned
from tribodex.core.job.job import Job
from tribodex.core.job.moves import Move
from tribodex.core.job.places import ONLY_PLACE, SHAFT, Place
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.procedure import Procedure
from tribodex.core.quantities import LengthUnit, parse_length
from tribodex.core.schedule.history import DueNow
from tribodex.core.schedule.moves import StopMove
from tribodex.core.topics import desk, fold, tapered
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.leaves import next_cell
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.stages import current_stage
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.training.virtual import VirtualBearing
from tribodex.usecases.books import Reference
from tribodex.usecases.care import Said, due_kept, due_of
from tribodex.usecases.crib import gauge_item
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import ROUND, Loaded
from tribodex.usecases.opening import MOUNTING, open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning import make_plan
from tribodex.usecases.ports import (
    NEWEST,
    CareRow,
    ConcurrentWriter,
    Crew,
    CribItem,
    JobsAsked,
    JobSummary,
    Machine,
    Position,
    PositionJob,
    Store,
    Tap,
)

BEGIN = datetime(2026, 10, 5, 6, 0, tzinfo=UTC)
METRIC = FeelerSet(
    "m",
    "Metric set",
    LengthUnit.MM,
    tuple(float(t) for t in (30, 40, 50, 60, 70, 80, 90, 100, 150, 200, 250, 300, 400, 500)),
)
INCH = FeelerSet(
    "i",
    "Thou set",
    LengthUnit.THOU,
    tuple(round(t * 25.4, 3) for t in (1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15)),
)
# Not in the crib of the store: what a bench takes in hand where these are too thick.
FINE = FeelerSet(
    "f",
    "Fine set",
    LengthUnit.MM,
    tuple(float(t) for t in (10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 150, 200)),
)
FEELERS = (METRIC, INCH)
MACHINES = [
    Machine(
        "m-1",
        "Test machine",
        "Hall",
        (Position("m-1-a", "m-1", "Drive side", "22218 K C3", "80 mm", True),),
    )
]
# A mid-size bearing that is not one of the check values: 22218 K C3.
DRAFT = PlanDraft(designation="22218 K C3", shaft="80 mm", feeler_id="m")


def bearing(
    bore: float = 90,
    outside: float = 160,
    width: float = 40,
    group: Group = Group.C3,
    taper: Taper = Taper.ONE_IN_12,
) -> Bearing:
    return Bearing(bore, outside, width, taper, group)


class Folded:
    """A log folded once for as long as nothing is added to it or taken away."""

    def __init__(self) -> None:
        self._log: list[Event] = []
        self._job: Job | None = None

    def job(self, log: list[Event]) -> Job:
        """What the log comes to now."""
        # Entries that are the same are the same object: told at once.
        if self._job is None or self._log != log:
            self._log, self._job = list(log), fold(log)
        return self._job


class Bench:
    """A log that grows by commands, in memory, as the use cases grow it: one bearing, its mounting
    alone; the crib beside it.
    """

    crib: tuple[FeelerSet, ...] = (METRIC, INCH, FINE)

    def __init__(self, shaft: Procedure, procedure: Procedure, plan: Plan) -> None:
        self.procedures = {SHAFT: shaft, ONLY_PLACE: procedure}
        place = Place(ONLY_PLACE, "m-1-a", "Drive side", procedure.id, procedure.version)
        plans = (Planned(ONLY_PLACE, ev.TaperedPlanned(plan)),)
        opened = JobOpened(
            1, "Test", "m-1", "Test machine", shaft.id, shaft.version, (place,), plans
        )
        self.log: list[Event] = []
        self._folded = Folded()
        self._clock = itertools.count()
        self._add(SHAFT, opened)

    @property
    def job(self) -> Job:
        return self._folded.job(self.log)

    @property
    def desk(self) -> Desk:
        return desk(
            self.job, self.procedures, self.log, ONLY_PLACE, {FeelerShelf: FeelerShelf(self.crib)}
        )

    @property
    def state(self) -> Tapered:
        return self.job.of(tapered.TOPIC, ONLY_PLACE)

    @property
    def procedure(self) -> Procedure:
        return self.procedures[ONLY_PLACE]

    def stage(self) -> str:
        task = rail.present(self.desk)
        return task.stage.id if task is not None else current_stage(self.state)

    def move(self) -> Move:
        return ahead.next_move(self.desk)

    def _add(self, at: str, fact: Fact) -> None:
        moment = BEGIN + timedelta(minutes=next(self._clock))
        seq = len(self.log) + 1
        self.log.append(Event(seq, f"event-{seq:06d}", at, fact, "Tester", moment, moment))

    def do(self, *commands: object, meant: tuple[str, ...] = ()) -> Tapered:
        for command in commands:
            at, facts = decide(self.desk, command, frozenset(meant))
            for fact in facts:
                self._add(at, fact)
        return self.state

    def pass_gate(self, gate_id: str) -> None:
        gate, _ = self.desk.gate(gate_id)
        self.do(job_cmd.ConfirmGate(gate_id, tuple(item.id for item in gate.items)))

    def pass_gates(self) -> None:
        """Every gate up to the first gauging, or to the zero mark where nothing is gauged."""
        for gate_id in ("safe", "to_gauge", "which_way", "fit_up"):
            if any(
                gate.id == gate_id
                for procedure in self.procedures.values()
                for gate in procedure.gates()
            ):
                self.pass_gate(gate_id)

    def seat(self, extra_deg: float = 0.0, thickness: str = "1.75 mm") -> Tapered:
        """The washer measured and fitted, the nut seated where the washer puts it, or further on;
        sleeve end to ring measured.
        """
        nut = self.state.plan.nut
        assert nut is not None
        behind = 360 * parse_length(thickness, "t").mm / nut.pitch_mm - extra_deg
        moved = extra_deg * nut.pitch_mm / 360
        tool = LengthTool.DEPTH_MICROMETER
        return self.do(
            cmd.SeatNut(
                f"{behind:.2f}",
                "degrees",
                False,
                thickness,
                "31.40 mm",
                f"{31.40 + moved:.3f} mm",
                tool,
            )
        )

    def gauge(self, phase: Phase, truth: VirtualBearing, places: int | None = None) -> Tapered:
        self.do(cmd.StartGauging(phase, places))
        while (gauging := self.state.open_gauging()) and (todo := next_cell(self.state, gauging)):
            cell, choice = todo
            leaf = choice.stack
            outcome = truth.try_leaf(leaf.thickness_um, gauging.nut_deg, cell.place, cell.row)
            self.do(cmd.TryLeaf(cell.place, cell.row, f"{leaf.thickness_um} µm", outcome))
        return self.do(cmd.CloseGauging())

    def ready(self, truth: VirtualBearing, places: int | None = None) -> Tapered:
        """Gates passed, unmounted clearance gauged, zero mark set."""
        self.pass_gates()
        self.gauge(Phase.INITIAL, truth, places)
        if "washer_on" in self.state.plan.conditions:
            self.pass_gate("washer_on")
        return self.do(cmd.SetZero(True))


def make_bench(reference: Reference, draft: PlanDraft = DRAFT) -> Bench:
    plan = make_plan(reference, FEELERS, draft)
    return Bench(
        reference.procedure(MOUNTING), reference.procedure(procedure_id(plan.method)), plan
    )


class MemoryStore:
    """A store as the use cases see it, written by hand. `races` lets other writers win that many
    times.
    """

    def __init__(self, races: int = 0) -> None:
        self.jobs: dict[str, int] = {}
        self.logs: dict[str, list[Event]] = {}
        self.touched: dict[str, set[str]] = {}
        self.summaries: dict[str, JobSummary] = {}
        self.races = races
        self.said: dict[str, dict[int, list[dict[str, Any]]]] = {}
        self.the_crews: list[Crew] = []
        self.moves: list[StopMove] = []
        self.crib = [
            CribItem(f.id, 1, "gauge", gauge_item(f), False, "", f"first-{f.id}", "Tester", BEGIN)
            for f in FEELERS
        ]

    def machines(self) -> Sequence[Machine]:
        return MACHINES

    site: str | None = None

    def people(self) -> Sequence[str]:
        return ["Tester"]

    def crib_items(self) -> Sequence[CribItem]:
        return list(self.crib)

    def add_crib_item(self, item: CribItem) -> None:
        if any((i.item_id, i.version) == (item.item_id, item.version) for i in self.crib):
            raise ConcurrentWriter
        self.crib.append(item)

    def stop_moves(self, from_week: date) -> Sequence[StopMove]:
        return [move for move in self.moves if move.to_week >= from_week]

    def stop_move(self, client_event_id: str) -> StopMove | None:
        return next((move for move in self.moves if move.client_event_id == client_event_id), None)

    def add_stop_move(self, move: StopMove) -> None:
        if all(move.client_event_id != known.client_event_id for known in self.moves):
            self.moves.append(move)

    def job_summaries(self, asked: JobsAsked = NEWEST) -> Sequence[JobSummary]:
        return list(self.summaries.values())

    def create_job(self, job_id: str, recorded_at: datetime) -> int:
        return self.jobs.setdefault(job_id, len(self.jobs) + 1)

    def hold(self, job_id: str) -> None:
        """Nobody else is here."""

    def events(self, job_id: str) -> Sequence[Event]:
        return list(self.logs.get(job_id, []))

    def last_job(self, position_id: str) -> str | None:
        seen = [
            j
            for j, at in self.touched.items()
            if position_id in at and self.logs[j][0].fact.procedure_id != ROUND
        ]  # type: ignore[attr-defined]
        return max(seen, key=lambda j: self.jobs.get(j, 0), default=None)

    def append(
        self,
        job_id: str,
        events: Sequence[Event],
        summary: JobSummary,
        positions: Sequence[str] = (),
        care: Said | None = None,
        *,
        round: bool = False,
        left: Sequence[str] = (),
    ) -> None:
        if self.races:
            self.races -= 1
            raise ConcurrentWriter
        self.logs.setdefault(job_id, []).extend(events)
        self.summaries[job_id] = summary
        self.touched[job_id] = (self.touched.get(job_id, set()) | set(positions)) - set(left)
        self.keep_care(summary.number, care or {})

    def crews(self) -> Sequence[Crew]:
        return list(self.the_crews)

    def keep_care(self, number: int, said: Said) -> None:
        for position_id, entries in said.items():
            self.said.setdefault(position_id, {})[number] = entries

    def _due(self, position_id: str) -> Sequence[DueNow]:
        return due_of(list(self.said[position_id].values()))

    def care_rows(self) -> Sequence[CareRow]:
        known = {p.id: (p.name, m.name, m.area) for m in self.machines() for p in m.positions}
        return [
            CareRow(
                at,
                *known[at],
                one.care.kind,
                one.care.every_h,
                one.care.every_days,
                one.hours_per_day,
                one.since,
                one.strokes,
                *(one.over, one.run_from),
            )
            for at in self.said
            for one in self._due(at)
        ]

    def care_mark(self) -> str:
        return repr(self.care_rows())

    def care_due(self, position_ids: Sequence[str]) -> dict[str, list[dict[str, Any]]]:
        return {
            at: [due_kept(one) for one in self._due(at)] for at in position_ids if at in self.said
        }

    def in_open_rounds(self, position_ids: Sequence[str]) -> dict[str, int]:
        found = {}
        for job_id, log in self.logs.items():
            opened = log[0].fact
            if (
                isinstance(opened, JobOpened)
                and opened.procedure_id == ROUND
                and self.summaries[job_id].status not in ("signed", "abandoned")
            ):
                found.update(
                    {
                        place.position_id: self.summaries[job_id].number
                        for place in opened.places
                        if place.position_id in position_ids
                    }
                )
        return found

    def position_jobs(self, position_id: str, limit: int) -> Sequence[PositionJob]:
        found = []
        for job_id, log in self.logs.items():
            opened = log[0].fact
            if isinstance(opened, JobOpened) and position_id in self.touched[job_id]:
                s = self.summaries[job_id]
                said = self.said.get(position_id, {}).get(s.number, [])
                found.append(
                    PositionJob(
                        job_id,
                        s.number,
                        s.title,
                        s.status,
                        s.updated_at,
                        opened.procedure_id == ROUND,
                        list(said),
                    )
                )
        return sorted(found, key=lambda job: -job.number)[:limit]


def ticking(start: datetime = BEGIN) -> Iterator[datetime]:
    """Moments, a minute apart."""
    return (start + timedelta(minutes=i) for i in itertools.count())


def open_one(
    store: Store,
    reference: Reference,
    job_id: str,
    position_id: str,
    title: str,
    *,
    draft: PlanDraft,
    tap: Tap,
    at: datetime,
    whole: bool = False,
) -> Loaded:
    """A job for one bearing."""
    return open_job(
        store,
        reference,
        job_id,
        Order(title, (BearingOrder(position_id, draft),), whole),
        tap,
        recorded_at=at,
    )
