"""Jobs: list, open, look at, tap."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from tribodex.core.errors import NotFound
from tribodex.core.topics.lineup.show import LineDrawing
from tribodex.store.repository import SqlStore
from tribodex.usecases.bench import PAGE_ENTRIES, Bench, bench
from tribodex.usecases.bench_more import (
    OtherwiseView,
    PlaceFigures,
    otherwise_today,
    place_figures,
    shaft_of,
)
from tribodex.usecases.crib import Superseded, superseded
from tribodex.usecases.jobs import do, load, revise_plan
from tribodex.usecases.log_lines import LogLine, log_lines, unproven_marked
from tribodex.usecases.opening import open_job
from tribodex.usecases.outline import Outline, outline
from tribodex.usecases.people.board import as_listed
from tribodex.usecases.people.standing import NotYours, ask_words, right_of, second_eyes
from tribodex.usecases.ports import JobsAsked, JobSummary
from tribodex.usecases.positions import give_position
from tribodex.usecases.shape import Shape
from tribodex.web.access import acting
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply, reply_short
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import (
    CommandBody,
    GiveBody,
    JobPath,
    Moment,
    OpenBody,
    ReviseBody,
    TaskQuery,
)
from tribodex.web.told_once import ToldOnce

api = Blueprint(
    "jobs",
    __name__,
    url_prefix="/api/jobs",
    abp_tags=[Tag(name="jobs")],
    abp_responses={404: Problem, 409: Problem, 422: Problem},
)
MOST_WORDS = 8
BENCH = Shape(Bench)
LINES = Shape(tuple[LogLine, ...])
FIGURES = Shape(PlaceFigures)
SHAFT = Shape(LineDrawing)
OUTLINE = Shape(Outline)
OTHERWISE = Shape(tuple[OtherwiseView, ...])
SUMMARIES = Shape(list[JobSummary])


class BenchAnswer(ToldOnce, Whole[Bench]):
    """The job as the bench shows it."""


class LogPage(Whole[list[LogLine]]):
    """Entries in order."""


class LogQuery(Model):
    """Which part of a log."""

    before: int | None = Field(
        default=None,
        ge=1,
        le=10_000_000,
        description="entries before this one; the newest when left out",
    )


class JobsQuery(Model):
    """Which jobs. The next page is asked for with time and number of the last one shown."""

    live: bool | None = Field(
        default=None, description="those at the bench, or the finished ones; all when left out"
    )
    who: str = Field(default="", max_length=80, description="those that this person has")
    words: str = Field(
        default="",
        max_length=80,
        description="words that stand in title, machine, position or bearing, or the number",
    )
    after_time: Moment | None = None
    after_number: int = Field(default=0, ge=0, le=10**12)
    limit: int = Field(default=50, ge=1, le=200)

    def asked(self) -> JobsAsked:
        """As the store wants it."""
        after = (self.after_time, self.after_number) if self.after_time is not None else None
        return JobsAsked(
            self.live, self.who, tuple(self.words.split()[:MOST_WORDS]), after, self.limit
        )


class JobList(Whole[list[JobSummary]]):
    """Jobs, newest change first."""


@api.get("", responses={200: JobList}, summary="Jobs, page by page")
def list_jobs(query: JobsQuery) -> Response:
    with context().store() as store:
        return reply(SUMMARIES, as_listed(store.job_summaries(query.asked()), store.who))


@api.post("", responses={201: BenchAnswer}, summary="Open a job")
def create_job(body: OpenBody) -> Response:
    here = context()
    with here.store() as store:
        reference = here.reference_of(store)
        job = open_job(
            store, reference, body.job_id, body.order(), body.tap(), recorded_at=here.now()
        )
        return _bench(store, bench(reference, job), 201)


@api.get("/<job_id>", responses={200: BenchAnswer}, summary="A job as the bench shows it")
def get_job(path: JobPath, query: TaskQuery) -> Response:
    here = context()
    with here.store() as store:
        return _bench(
            store,
            bench(
                here.reference_of(store),
                load(store, path.job_id),
                query.at,
                query.stage,
                paper=query.paper,
            ),
        )


@api.get("/<job_id>/log", responses={200: LogPage}, summary="Entries of the log before one of them")
def get_log(path: JobPath, query: LogQuery) -> Response:
    with context().store() as store:
        lines = log_lines(load(store, path.job_id), newest=PAGE_ENTRIES, before=query.before)
        return reply(LINES, unproven_marked(lines, partial(store.who.unproven, path.job_id)))


class NewestQuery(Model):
    """What a screen shows already."""

    seen: int = Field(default=0, ge=0, le=10_000_000, description="the last entry that is shown")


class NewestAnswer(Model):
    """The newest entry of a job."""

    seq: int


@api.get(
    "/<job_id>/newest",
    responses={200: NewestAnswer, 204: None},
    summary="The newest entry, where it is newer than what a screen shows",
)
def get_newest(path: JobPath, query: NewestQuery) -> Response:
    here = context()
    here.benches.tell(request.headers.get("Cookie", ""), path.job_id)
    seq = here.newest.of(path.job_id)
    if seq is None:
        raise NotFound("There is no such job here.")
    if seq <= query.seen:
        return Response(status=204)
    return Response(f'{{"seq":{seq}}}', mimetype="application/json")


class PlaceFiguresAnswer(Whole[PlaceFigures]):
    """Figures of a place with their working, its targets, and what was given for its plan."""


@api.get(
    "/<job_id>/figures",
    responses={200: PlaceFiguresAnswer},
    summary="Figures of a task with their working, targets, and the plan as given",
)
def get_figures(path: JobPath, query: TaskQuery) -> Response:
    here = context()
    with here.store() as store:
        return reply(
            FIGURES,
            place_figures(
                here.reference_of(store), load(store, path.job_id), query.at, query.stage
            ),
        )


class OutlineAnswer(Whole[Outline]):
    """Names of a job's stages, their steps and cautions."""


@api.get(
    "/<job_id>/outline",
    responses={200: OutlineAnswer},
    summary="Stages of a job with their steps and cautions",
)
def get_outline(path: JobPath) -> Response:
    here = context()
    with here.store() as store:
        return reply(OUTLINE, outline(here.reference, load(store, path.job_id)))


class OtherwisePage(Whole[list[OtherwiseView]]):
    """What today's rules judge otherwise than it was signed."""


@api.get(
    "/<job_id>/today",
    responses={200: OtherwisePage},
    summary="Where today's rules part from what a record was signed with",
)
def get_today(path: JobPath) -> Response:
    here = context()
    with here.store() as store:
        return reply(OTHERWISE, otherwise_today(here.reference_of(store), load(store, path.job_id)))


class SupersededAnswer(Whole[list[Superseded]]):
    """What of a job was corrected since."""


SUPERSEDED = Shape(tuple[Superseded, ...])


@api.get(
    "/<job_id>/superseded",
    responses={200: SupersededAnswer},
    summary="Rows, cards and sheets that were corrected after the job was worked out",
)
def get_superseded(path: JobPath) -> Response:
    here = context()
    with here.store() as store:
        return reply(
            SUPERSEDED, superseded(here.reference, store.crib_items(), load(store, path.job_id).log)
        )


class ShaftAnswer(Whole[LineDrawing]):
    """The shaft of a job, to draw."""


@api.get(
    "/<job_id>/shaft",
    responses={200: ShaftAnswer},
    summary="The shaft of a job with its bearings, to draw",
)
def get_shaft(path: JobPath) -> Response:
    here = context()
    with here.store() as store:
        return reply(SHAFT, shaft_of(here.reference, load(store, path.job_id)))


@api.post("/<job_id>/taps", responses={200: BenchAnswer}, summary="Do one thing to a job")
def tap_job(path: JobPath, query: TaskQuery, body: CommandBody) -> Response:
    here = context()
    with here.store() as store:
        command, own = body.core(), acting()
        needed = right_of(command)
        if not own.may(needed):
            raise NotYours(f"{own.account.name} may not {needed.words} at {own.site.name}.")
        ask_words(store.who, own, command, body.client_event_id, one_tap=here.one_tap)
        second = second_eyes(store.who, own, command)
        tap, meant = body.tap(), frozenset(body.meant)
        reference = here.reference_of(store)
        job = do(
            store,
            reference,
            path.job_id,
            command,
            tap,
            recorded_at=here.now(),
            at=body.at,
            meant=meant,
            seen=body.seen,
            second=second,
        )
        here.newest.tell(job.id, job.job.last_seq)
        return _bench(store, bench(reference, job, query.at, query.stage, paper=query.paper))


@api.post(
    "/<job_id>/plan",
    responses={200: BenchAnswer},
    summary="Change the plan before the bearing is gauged",
)
def change_plan(path: JobPath, body: ReviseBody) -> Response:
    here = context()
    with here.store() as store:
        reference = here.reference_of(store)
        job = revise_plan(
            store,
            reference,
            path.job_id,
            body.plan,
            body.reason,
            tap=body.tap(),
            recorded_at=here.now(),
            at=body.at,
        )
        return _bench(store, bench(reference, job, body.at))


@api.post(
    "/<job_id>/position",
    responses={200: BenchAnswer},
    summary="Give a bearing that was not in the plant yet its position there",
)
def post_given(path: JobPath, body: GiveBody) -> Response:
    here = context()
    with here.store() as store:
        reference = here.reference_of(store)
        job = give_position(
            store,
            reference,
            path.job_id,
            body.position_id,
            body.tap(),
            recorded_at=here.now(),
            at=body.at,
        )
        here.newest.tell(job.id, job.job.last_seq)
        return _bench(store, bench(reference, job, body.at))


def _bench(store: SqlStore, shown: Bench, status: int = 200) -> Response:
    """The bench, with what of its newest entries no PIN stands for."""
    marked = replace(shown, log=unproven_marked(shown.log, partial(store.who.unproven, shown.id)))
    return reply_short(BENCH, marked, status)
