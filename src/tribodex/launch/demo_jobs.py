"""The demonstration's jobs, done by a virtual fitter through the same commands as a real one's."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from tribodex.core.job import ahead, rail
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.facts import Event
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.places import ONLY_PLACE, SHAFT
from tribodex.core.job.scope import Scope
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.seat import LengthTool, seat_behind_deg
from tribodex.core.topics import HOUSE
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.facts import LeafTried
from tribodex.core.topics.tapered.leaves import next_cell
from tribodex.core.topics.tapered.moves import Do, NextMove
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo_steps import AFTER_LOCKING
from tribodex.reference.yaml_file import read_yaml
from tribodex.store.repository import SqlStore
from tribodex.usecases.books import Reference
from tribodex.usecases.chain import LogKeys
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import Loaded, desk_of, do
from tribodex.usecases.keeping import open_keeping, open_seal
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.planning.kinds import KINDS, Draft
from tribodex.usecases.ports import JobSummary, Store, Tap
from tribodex.usecases.rounds import RoundOrder, open_round

PACE = timedelta(seconds=50)
# What the first blow turns the nut, and how each next one falls off.
BLOW_DEG, BLOW_FALLS = 18.0, 0.96
# What a person decides.
_STOPS = (
    Do.RELEASE,
    Do.DECIDE_GROUP,
    Do.DECIDE_WINDOW,
    Do.DECIDE_FEELERS,
    Do.DECIDE_NARROW,
    Do.PARTED,
    Do.NO_PLAY,
)


class VirtualFitter:
    """Does a job step by step. Deterministic: ids and times follow from the job."""

    def __init__(
        self,
        store: Store,
        reference: Reference,
        job: Loaded,
        truth: VirtualBearing | Mapping[str, VirtualBearing],
        actor: str,
        *,
        begins: datetime,
    ) -> None:
        self._store, self._reference, self._actor = store, reference, actor
        self._truths = truth if isinstance(truth, Mapping) else {ONLY_PLACE: truth}
        self._clock = begins
        # How far the nut of a bearing was struck; nobody at the bench knows it.
        self._struck_deg: dict[str, float] = {}
        self.job, self.at = job, ""

    @property
    def desk(self) -> Desk:
        """The job at the bearing that is worked at."""
        return desk_of(self._reference, self.job, self.at)

    @property
    def _truth(self) -> VirtualBearing:
        return self._truths[self.at or ONLY_PLACE]

    def go_to(self, at: str) -> None:
        """To another bearing of the shaft."""
        self.at = at

    @property
    def state(self) -> Tapered:
        """The drive-up of the bearing that is worked at."""
        return self.job.tapered(self.at)

    def say(self, command: object) -> None:
        """One tap."""
        self._clock += PACE
        tap = Tap(f"{self.job.id}-{self.job.job.last_seq:04d}", self._actor, self._clock)
        self.job = do(
            self._store,
            self._reference,
            self.job.id,
            command,
            tap,
            recorded_at=self._clock,
            at=self.at,
        )

    def confirm(self, gate_id: str, without: tuple[str, ...] = ()) -> tuple[str, ...]:
        """The items of a gate, all but some."""
        gate, _ = desk_of(self._reference, self.job, self.at).gate(gate_id)
        return tuple(item.id for item in gate.items if item.id not in without)

    def steps(self, stage: str) -> tuple[str, ...]:
        """The steps of a stage that are ticked off."""
        desk = desk_of(self._reference, self.job, self.at)
        task = next(task for task in rail.tasks(desk) if task.stage.id == stage)
        return rail.steps_of(desk.here(task.at), task)

    def gauge(self, phase: Phase) -> None:
        """Gauge as the tool proposes, until every bracket is fine enough."""
        self.say(cmd.StartGauging(phase))
        while gauging := self.state.open_gauging():
            todo = next_cell(self.state, gauging)
            if todo is None:
                break
            cell, choice = todo
            leaf = choice.stack
            nut_deg = self._struck_deg.get(self.at, gauging.nut_deg)
            outcome = self._truth.try_leaf(leaf.thickness_um, nut_deg, cell.place, cell.row)
            self.say(cmd.TryLeaf(cell.place, cell.row, f"{leaf.thickness_um} µm", outcome))
        self.say(cmd.CloseGauging())

    def seat(self) -> cmd.SeatNut:
        """The nut on its washer, measured, where it should seat; or in place of the hydraulic nut,
        with sleeve end to ring measured.
        """
        plan = self.state.plan
        if plan.hydraulic is not None or plan.nut is None:
            return cmd.SeatNut(
                sleeve_before="31.42 mm", sleeve_after="31.43 mm", tool=LengthTool.DEPTH_MICROMETER
            )
        thickness = plan.washer_thickness_mm or 1.5
        behind = seat_behind_deg(thickness, plan.nut.pitch_mm)
        return cmd.SeatNut(f"{behind:.0f}", "degrees", washer_thickness=f"{thickness:.2f} mm")

    def strike(self, blows: int, same: bool) -> None:
        """So many blows; each turns the nut a little less than the one before."""
        deg = self._struck_deg.get(self.at, self._truth.seating_deg)
        for _ in range(blows):
            deg += BLOW_DEG * BLOW_FALLS ** (deg / BLOW_DEG)
        self._struck_deg[self.at] = deg
        self.say(cmd.StrikeBlows(blows, same))

    def follow(self, most: int) -> None:
        """Follow the tool's next moves up to signing."""
        for _ in range(most):
            desk = desk_of(self._reference, self.job, self.at)
            task = next(
                (
                    t
                    for t in rail.tasks(desk)
                    if t.at in (SHAFT, self.at or "1") and rail.stands(desk, t) == rail.NOW
                ),
                None,
            )
            move = ahead.move_at(desk, task) if task is not None else ahead.next_move(desk)
            # Other work than driving up is said step by step.
            other = not isinstance(move, NextMove) and move.do != Ask.CONFIRM
            if other or move.do in (Ask.SIGN, Ask.NOTHING, Ask.HELD, Ask.TICK, *_STOPS):
                return
            self._follow_one(move)

    def _follow_one(self, move: Move) -> None:
        if move.do == Ask.CONFIRM and move.gate:
            self.say(job_cmd.ConfirmGate(move.gate, self.confirm(move.gate)))
            return
        assert isinstance(move, NextMove)  # every other move is one of the drive-up
        if move.do is Do.TURN and move.turn_deg is not None:
            self.say(cmd.TurnNut(f"{move.turn_deg:g}", "degrees"))
        elif move.do is Do.STRIKE and move.blows is not None:
            self.strike(move.blows, not move.another_tool)
        elif move.do is Do.GAUGE_INITIAL:
            self.gauge(Phase.INITIAL)
        elif move.do is Do.GAUGE:
            self.gauge(Phase.DRIVE_UP)
        elif move.do is Do.GAUGE_FINAL:
            self.gauge(Phase.FINAL)
        elif move.do is Do.SEAT:
            self.say(self.seat())
        elif move.do is Do.HAND_CHECK:
            self.say(cmd.HandCheck(self._truth.feel(self.state.attempt.nut_deg), turns_freely=True))
        elif move.do is Do.LOCK and move.turn_deg is not None:
            if self.at in self._struck_deg:
                self._struck_deg[self.at] += move.turn_deg
            self.say(cmd.Lock(f"{move.turn_deg:.2f}"))
        elif move.do in (Do.LOCK, Do.SEE_TAB):
            self.say(cmd.SeeTab("1.5", "degrees"))
        elif move.do is Do.SET_ZERO:
            self.say(cmd.SetZero(tap_tested=True))
        else:
            raise RuntimeError(f"the virtual fitter does not know {move.do}")


class WrittenAtOnce(SqlStore):
    """Keeps back what is said of one job until it is all there, and writes it in one go: a
    demonstration that is stopped leaves no half job.
    """

    def __init__(self, session: Session, keys: LogKeys | None = None) -> None:
        super().__init__(session, keys)
        self._before: tuple[Event, ...] | None = None
        self._log: list[Event] = []
        self._last: tuple[str, JobSummary, Mapping[str, list[dict[str, Any]]], bool] | None = None
        self._positions: tuple[str, ...] = ()

    def hold(self, job_id: str) -> None:
        """Nobody else writes to it."""

    def events(self, job_id: str) -> Sequence[Event]:
        """What stands there, and what was said since."""
        if self._before is None:
            self._before = tuple(super().events(job_id))
        return (*self._before, *self._log)

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
        """Keep it back. What a demonstration is at it is never taken from."""
        self._log += events
        self._positions = tuple(positions) or self._positions
        # What a job says of keeping its bearings is said whole every time.
        self._last = (job_id, summary, care or (self._last[2] if self._last else {}), round)

    def write(self) -> None:
        """Everything of the job."""
        if self._last is not None:
            job_id, summary, care, of_rounds = self._last
            super().append(job_id, self._log, summary, self._positions, care, round=of_rounds)


def load_jobs(
    engine: Engine, reference: Reference, file: Path, keys: LogKeys | None = None
) -> None:
    """Do every job of the file; jobs that are there already stay as they are."""
    demonstration = read_yaml(file)
    reference = reference.pinned(demonstration.get("procedures", ()))
    for entry in demonstration["jobs"]:
        with Session(engine) as session:
            store = WrittenAtOnce(session, keys)
            begins = datetime.fromisoformat(entry["begins"])
            tap = Tap(f"{entry['id']}-open", entry["actor"], begins)
            job = _opened(store, reference, entry, tap, begins)
            # What is said of it at its opening carries the opening's own name.
            if any(not event.client_event_id.startswith(tap.client_event_id) for event in job.log):
                continue
            driven = entry.get("truths") or ([entry["truth"]] if "truth" in entry else [])
            truths = {str(i): _truth(truth) for i, truth in enumerate(driven, 1)}
            fitter = VirtualFitter(store, reference, job, truths, entry["actor"], begins=begins)
            for step in entry["steps"]:
                for name, value in step.items():
                    _STEPS[name](fitter, value)
            store.write()


def _opened(
    store: Store, reference: Reference, entry: Mapping[str, Any], tap: Tap, begins: datetime
) -> Loaded:
    """The job of an entry: a mounting, bearings given into keeping, a large seal, or a round over
    positions.
    """
    if "keeping" in entry:
        return open_keeping(
            store, reference, entry["id"], entry["keeping"], tap, recorded_at=begins
        )
    if "large_seal" in entry:
        return open_seal(
            store, reference, entry["id"], entry["large_seal"], tap, recorded_at=begins
        )
    if "round" in entry:
        order = RoundOrder(title=entry["title"], positions=tuple(entry["round"]))
        return open_round(store, reference, entry["id"], order, tap, recorded_at=begins)
    return open_job(store, reference, entry["id"], _order(entry), tap, recorded_at=begins)


def _order(entry: Mapping[str, Any]) -> Order:
    """The job as it was ordered: for one bearing, or for those of a shaft; other plans than that of
    a taper stand under their kind's name.
    """
    places = entry.get("bearings", [entry])
    bearings = tuple(
        BearingOrder(b["position"], _draft({**entry, **b}), Floats(b.get("floats", "unknown")))
        for b in places
    )
    cartridge = CartridgeDraft(**entry["cartridge"]) if "cartridge" in entry else None
    whole, scope = entry.get("whole", len(places) > 1), Scope(entry.get("scope", Scope.WHOLE))
    return Order(
        entry["title"],
        bearings,
        whole=whole,
        cartridge=cartridge,
        scope=scope,
        off_machine=entry.get("off_machine", ""),
    )


def _draft(entry: Mapping[str, Any]) -> PlanDraft | Draft:
    for kind in KINDS:
        if kind.order in entry:
            made: Draft = kind.draft(**entry[kind.order])
            return made
    return PlanDraft(**entry["plan"])


def _said(fitter: VirtualFitter, value: Mapping[str, Any]) -> None:
    """Any tap, by its kind and its fields."""
    fields = dict(value)
    fitter.say(TypeAdapter(HOUSE.commands[fields.pop("kind")]).validate_python(fields))


def _truth(data: Mapping[str, Any]) -> VirtualBearing:
    cells = [(place, row) for place in (1, 2, 3) for row in Row]
    return VirtualBearing(
        data["initial_um"],
        data["per_degree_um"],
        data["seating_deg"],
        dict(zip(cells, data["offsets_um"], strict=True)),
    )


def _overrule(fitter: VirtualFitter, value: Mapping[str, Any]) -> None:
    items = fitter.confirm(value["gate"], tuple(value["without"]))
    fitter.say(job_cmd.OverruleGate(value["gate"], value["name"], value["reason"], items))


def _correct(fitter: VirtualFitter, value: Mapping[str, Any]) -> None:
    """The last leaf that was tried did something else."""
    target, tried = next(
        (e.seq, e.fact) for e in reversed(fitter.job.log) if isinstance(e.fact, LeafTried)
    )
    again = cmd.TryLeaf(
        tried.place, tried.row, f"{sum(tried.leaves_um):g} µm", Outcome(value["outcome"])
    )
    fitter.say(job_cmd.Correct(target, value["reason"], again))


def _settle(fitter: VirtualFitter, how: str) -> None:
    """The newest open point is done."""
    newest = max(fitter.job.job.open_points)
    fitter.say(job_cmd.ClosePoint(newest, how))


def _tick(fitter: VirtualFitter, stage: str) -> None:
    """Every step of a stage is done."""
    for step in fitter.steps(stage):
        fitter.say(job_cmd.TickStep(stage, step))


_STEPS: dict[str, Callable[[VirtualFitter, Any], None]] = {
    "at": lambda f, v: f.go_to(str(v)),
    "say": _said,
    "gate": lambda f, v: f.say(job_cmd.ConfirmGate(v, f.confirm(v))),
    "overrule": _overrule,
    "gauge": lambda f, v: f.gauge(Phase(v)),
    "zero": lambda f, v: f.say(cmd.SetZero(bool(v))),
    "press": lambda f, v: f.say(cmd.SetZero(tap_tested=True, start_pressure=str(v))),
    "turn": lambda f, v: f.say(cmd.TurnNut(str(v), "degrees")),
    "release": lambda f, v: f.say(cmd.Release(v)),
    "tick": _tick,
    "note": lambda f, v: f.say(job_cmd.AddNote(v)),
    "point": lambda f, v: f.say(job_cmd.OpenPoint(v)),
    "settle": _settle,
    "correct": _correct,
    "follow": lambda f, v: f.follow(int(v)),
    **AFTER_LOCKING,
    "sign": lambda f, v: f.say(job_cmd.Sign(v["name"], v["role"])),
}
