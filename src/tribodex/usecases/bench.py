"""What the bench shows of a job: one task with its work, the rail, what is next; small, for it
comes with every tap.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from itertools import islice
from typing import Any

from tribodex.core.errors import NotFound
from tribodex.core.job import ahead, rail
from tribodex.core.job.facts import PlaceFitted
from tribodex.core.job.job import Job, Point
from tribodex.core.job.moves import Move
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import about_words, in_job
from tribodex.core.job.ticks import TicksWork, ticks_work
from tribodex.core.job.topic import Desk, Task, Topic
from tribodex.core.job.undo import undoable
from tribodex.core.lineup.floating import Floats
from tribodex.core.procedure import Gate
from tribodex.core.procedure.labels import TRADE_STAGES
from tribodex.core.topics import HOUSE, Work, stock
from tribodex.core.topics.stop.facts import StopPlanned
from tribodex.core.topics.tapered.work import TaperedWork
from tribodex.core.working import Level, Result, Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of
from tribodex.usecases.log_lines import LogLine, log_lines, said_as
from tribodex.usecases.outline import mark_of

# Entries that come with every answer; older ones are asked for, by the page.
SHOWN_ENTRIES, PAGE_ENTRIES = 5, 500
# Points that are done, of which the newest come with every answer; what is open always does. The
# record holds all.
SHOWN_CLOSED = 6


@dataclass(frozen=True)
class RailMark:
    """How one stage stands at one place: done, now, ahead or aside."""

    stage: str
    at: str
    state: str


@dataclass(frozen=True)
class RailStage:
    """A stage of the trade with its marks: one for the shaft, or for each bearing. Its words are in
    the job's outline.

    `by_place`: how all of its parts at a place stand together, where it has several; at the only
    one it stands like the stage.
    """

    id: str
    state: str
    marks: tuple[RailMark, ...]
    by_place: dict[str, str]


@dataclass(frozen=True)
class PlaceView:
    """A bearing of the job: what it is, whether it holds the shaft, where its work stands, and its
    last figure.

    `fitted`: what is fitted there as it was said, in the fields of the command that says it again;
    None where it follows from a plan.
    """

    id: str
    name: str
    position_id: str
    bearing: str
    floats: Floats
    floats_words: str
    stage: str
    state: str
    figure: FigureView | None
    may_revise: bool
    fitted: Mapping[str, str | int | float | bool | None] | None


@dataclass(frozen=True)
class FigureView:
    """A figure without its working, which has an address of its own."""

    id: str
    label: str
    value: float | None
    value_to: float | None
    unit: str
    uncertainty: float | None
    verdict: Verdict | None
    note: str
    worked: bool


@dataclass(frozen=True)
class PointView:
    """Something left to do."""

    number: int
    text: str
    closed: str | None
    blocks: str


@dataclass(frozen=True)
class AlarmView:
    """A stop that waits for its answer, or what is not known: of which entry, what it says, and the
    way on. `by_name`: a name may take it.

    `at`: where it is answered, empty for the shaft; `place`: the bearing that it is about, also
    where it is answered for the shaft.
    """

    entry: int
    code: str
    at: str
    place: str
    where: str
    about: str
    verdict: Verdict
    way: str
    by_name: bool


@dataclass(frozen=True)
class SheetView:
    """A sheet or picture that a stage needs: opened there, and kept on the device before."""

    attachment: str
    caption: str
    stage: str


@dataclass(frozen=True)
class Bench:
    """The job as the bench shows it. `at` and `stage` name the task that is shown; `next_at` and
    `next_stage` the one whose turn it is.

    `outline` marks the outline that holds: names of stages, their steps and cautions, which have an
    address of their own.
    """

    id: str
    number: int
    title: str
    machine: str
    status: str
    at: str
    stage: str
    places: tuple[PlaceView, ...]
    rail: tuple[RailStage, ...]
    next: Move
    next_at: str
    next_stage: str
    gate: Gate | None
    outline: str
    may_set_aside: bool
    set_aside: bool
    may_sign: bool
    has_plan: bool
    work: Work | TicksWork
    figures: tuple[FigureView, ...]
    findings: tuple[str, ...]
    points: tuple[PointView, ...]
    alarms: tuple[AlarmView, ...]
    sheets: tuple[SheetView, ...]
    log: tuple[LogLine, ...]
    # Taps that whoever made them may take back for a minute.
    undo: tuple[str, ...]
    last_seq: int


def bench(
    reference: Reference, job: Loaded, at: str = SHAFT, stage: str = "", *, paper: bool = False
) -> Bench:
    """Compute the bench for a job: for a stage at a place, or for what is next there.

    `paper`: what was done on paper is typed in, and no gate is asked. Raises NotFound for a stage
    or place that the job does not have.
    """
    desk = replace(desk_of(reference, job), paper=paper)
    task, due = shown_task(desk, at, stage), rail.present(desk)
    here, known = desk.here(task.at), task.stage
    topic = HOUSE.by_stage.get(known.id)
    gate = None if job.job.abandoned or paper else _gate(desk, task)
    move = _move(desk, task, due)
    return Bench(
        id=job.id,
        number=job.job.opened.number,
        title=job.job.opened.title,
        machine=job.job.machine,
        status=rail.status(desk),
        at=task.at,
        stage=known.id,
        places=tuple(_place(desk, place.id) for place in job.job.places),
        rail=rail_view(desk),
        next=move,
        next_at=due.at if due is not None else SHAFT,
        next_stage=due.stage.id if due is not None else "",
        gate=gate,
        outline=mark_of(desk),
        may_set_aside=not known.firm,
        set_aside=(known.id, task.at) in job.job.aside,
        may_sign=not job.job.closed and not ahead.unsaid(desk),
        # A stop's plan is what is due there; it has no paper of its own.
        has_plan=any(
            not isinstance(planned.fact, StopPlanned | PlaceFitted)
            for planned in job.job.opened.plans
        ),
        work=_work(topic, here, move) if topic is not None else ticks_work(here, task),
        figures=tuple(
            figure_view(f)
            for f in (topic.figures(here, here.of(topic)) if topic is not None else ())
        ),
        findings=tuple(topic.findings(here, here.of(topic))) if topic is not None else (),
        points=point_views(_latest_points(job.job)),
        alarms=() if job.job.closed else alarm_views(desk),
        sheets=_sheets(desk),
        log=log_lines(job, newest=SHOWN_ENTRIES),
        undo=() if job.job.closed else undoable(desk),
        last_seq=job.job.last_seq,
    )


def _work(topic: Topic[Any], here: Desk, move: Move) -> Work:
    """The work as its panel shows it, with what it asks for now: nothing while a gate, a stop or
    another place goes first.
    """
    seen: Any = topic.view(here, here.of(topic))
    work: Work = (
        seen
        if isinstance(seen, TaperedWork)
        else replace(seen, asks=move.do if isinstance(move.do, topic.do) else None)
    )
    return work


def alarm_views(desk: Desk) -> tuple[AlarmView, ...]:
    """What is open: stops that nobody has answered, and what was said of something and is not
    known.
    """
    views = []
    for alarm in desk.job.alarms.open:
        answer = HOUSE.by_name[alarm.topic].answers.get(alarm.verdict.code)
        by_name, way = (answer.by_name, answer.way) if answer is not None else (True, "")
        views.append(
            _alarm(
                desk, alarm.entry, alarm.at, alarm.about, alarm.verdict, way=way, by_name=by_name
            )
        )
    known = {(view.entry, view.code) for view in views}
    for _, at, proof in in_job(desk):
        fact = (
            desk.job.effective.get(proof.entry)
            if proof.entry is not None and proof.level is Level.UNKNOWN
            else None
        )
        for verdict in fact.judgements() if fact is not None else ():
            if (
                verdict.level is Level.UNKNOWN
                and (proof.entry, verdict.code) not in known
                and proof.entry is not None
            ):
                place = at or proof.claim.at
                views.append(
                    _alarm(
                        desk, proof.entry, place, proof.claim.about, verdict, way="", by_name=True
                    )
                )
                known.add((proof.entry, verdict.code))
    return tuple(views)


def _alarm(
    desk: Desk, entry: int, at: str, about: str, verdict: Verdict, *, way: str, by_name: bool
) -> AlarmView:
    # Work of the shaft is about a place, which stands first.
    first = about.split(", ")[0]
    place = at or (first if any(first == place.id for place in desk.job.places) else "")
    return AlarmView(
        entry,
        verdict.code,
        at,
        place,
        _where(desk, at),
        about_words(desk, about),
        verdict,
        way,
        by_name,
    )


def _where(desk: Desk, at: str) -> str:
    return desk.job.place(at).name if at and len(desk.job.places) > 1 else ""


def _sheets(desk: Desk) -> tuple[SheetView, ...]:
    """What was attached for a later stage. Photographs of what was found stay where stock is
    taken."""
    attached = desk.job.of(stock.TOPIC, SHAFT).attached.values()
    return tuple(
        SheetView(a.attachment, a.caption, a.stage)
        for a in attached
        if a.stage not in stock.TOPIC.stages
    )


def shown_task(desk: Desk, at: str, stage: str) -> Task:
    """The task that is asked for; else what is next at that place, or in the job. Raises
    NotFound."""
    every = rail.tasks(desk)
    if stage:
        places = (at,) if at else (SHAFT, desk.job.places[0].id)
        found = next(
            (
                task
                for place in places
                for task in every
                if (task.stage.id, task.at) == (stage, place)
            ),
            None,
        )
        if found is None:
            raise NotFound(f"This job has no stage “{stage}” there.")
        return found
    if at:
        desk.job.place(at)
    wanted = [task for task in every if not at or task.at == at]
    return next((task for task in wanted if rail.stands(desk, task) == rail.NOW), wanted[-1])


def _move(desk: Desk, task: Task, due: Task | None) -> Move:
    """What the person at this task does next. Where a job is over, or its work is done, that is
    said instead.
    """
    if desk.job.closed or due is None:
        return ahead.next_move(desk)
    return ahead.move_at(desk, task)


def _gate(desk: Desk, task: Task) -> Gate | None:
    """The gate that stands before what is next at a task."""
    move = ahead.move_at(desk, task)
    return desk.here(task.at).gate(move.gate)[0] if move.gate is not None else None


def rail_view(desk: Desk) -> tuple[RailStage, ...]:
    """The stages of this job in the trade's order, with how each stands at each place."""
    every, states = rail.tasks(desk), _states(desk)
    stages = []
    for trade in TRADE_STAGES:
        own = [task for task in every if task.stage.trade == trade]
        if not own:
            continue
        marks = tuple(
            RailMark(task.stage.id, task.at, states[task.stage.id, task.at]) for task in own
        )
        places = dict.fromkeys(mark.at for mark in marks)
        by_place = (
            {at: together([mark.state for mark in marks if mark.at == at]) for at in places}
            if len(places) > 1
            else {}
        )
        stages.append(RailStage(trade, together([mark.state for mark in marks]), marks, by_place))
    return tuple(stages)


def _states(desk: Desk) -> dict[tuple[str, str], str]:
    """How every task stands. Of those that could be begun, the first of each bearing and of the
    shaft is “now”, the others are ahead.
    """
    found: dict[tuple[str, str], str] = {}
    begun: set[str] = set()
    for task in rail.tasks(desk):
        state = rail.stands(desk, task)
        if state == rail.NOW:
            due = rail.gate_due(desk, task.stage.id, task.at)
            waits = due is not None and due[1] != task.at and bool(begun)
            state = rail.AHEAD if task.at in begun or waits else rail.NOW
            begun.add(task.at)
        found[task.stage.id, task.at] = state
    return found


def together(states: list[str]) -> str:
    """One state for several marks: what is now goes first, and what is begun and not done; then
    what is ahead.
    """
    if rail.NOW in states or {rail.DONE, rail.AHEAD} <= set(states):
        return rail.NOW
    return next((state for state in (rail.AHEAD, rail.DONE) if state in states), rail.ASIDE)


def _place(desk: Desk, at: str) -> PlaceView:
    place, fitted = desk.job.place(at), desk.fitted(at)
    own = [task for task in rail.tasks(desk) if task.at == at]
    now = next((task for task in own if rail.stands(desk, task) == rail.NOW), None)
    floats, here = desk.floats(at), desk.here(at)
    # The newest kind of work that has a figure. Where there is one bearing alone, its figures stand
    # beside it anyway.
    used = (
        [topic for topic, where in desk.in_use() if where == at] if len(desk.job.places) > 1 else []
    )
    in_order = sorted(used, key=HOUSE.topics.index, reverse=True)
    figures = next(
        (found for topic in in_order if (found := topic.figures(here, here.of(topic)))), ()
    )
    said = desk.job.fitted.get(at)
    return PlaceView(
        fitted=said_as(said) if said is not None else None,
        id=place.id,
        name=place.name,
        position_id=place.position_id,
        bearing=fitted.bearing.label if fitted is not None else "",
        floats=floats,
        floats_words=floats.words,
        stage=now.stage.title if now is not None else "",
        state=rail.NOW if now is not None else rail.DONE,
        figure=figure_view(figures[0]) if figures else None,
        may_revise=not desk.job.closed
        and any(t.may_revise(desk.job.of(t, at)) for t in HOUSE.topics if not t.per_shaft),
    )


def figure_view(figure: Result) -> FigureView:
    """A figure without its working."""
    f = figure
    return FigureView(
        id=f.id,
        label=f.label,
        value=f.value,
        value_to=f.value_to,
        unit=f.unit,
        uncertainty=f.uncertainty,
        verdict=f.verdict,
        note=f.note,
        worked=bool(f.working),
    )


def point_views(points: Iterable[Point]) -> tuple[PointView, ...]:
    """Points as they are shown."""
    return tuple(PointView(p.number, p.text, p.closed, p.blocks) for p in points)


def _latest_points(job: Job) -> list[Point]:
    done = islice(reversed(job.closed_points.values()), SHOWN_CLOSED)
    return sorted([*job.open_points.values(), *done], key=lambda point: point.number)
