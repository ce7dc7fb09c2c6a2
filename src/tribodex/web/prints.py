"""What is printed before and beside a job: plan sheet, nut strip, protractor."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated
from urllib.parse import urlencode

from flask import Response
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict, Field, create_model

from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import NotFound
from tribodex.core.procedure import Procedure
from tribodex.core.topics.lineup.show import LineDrawing
from tribodex.exchange.blank_page import blank_html, blank_pdf
from tribodex.exchange.mark_out import mark_out_pages, mark_out_pdf
from tribodex.exchange.nut_strip import StripOrder, strip_pages, strip_pdf
from tribodex.exchange.paper import Paper
from tribodex.exchange.plan_page import other_html, other_pdf, plan_html, plan_pdf
from tribodex.usecases.bench_more import shaft_of
from tribodex.usecases.crib import with_own_cards
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import load, plan_of
from tribodex.usecases.plan_sheet import PlanSheet, plan_sheet
from tribodex.usecases.planning.kinds import cartridge_at, planned_at
from tribodex.usecases.planning.papers import PlanPaper, cartridge_paper
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.described import a_file
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import JobPath, PlacePaperQuery, PlaceQuery

api = Blueprint(
    "prints",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="prints")],
    abp_responses={404: Problem, 422: Problem},
)

Mm = Annotated[float, Field(gt=0, le=2000)]


class MarkOutQuery(Model):
    """Which paper, and which page of a drawing."""

    model_config = ConfigDict(extra="forbid")
    paper: Paper = Paper.A4
    page: int = Field(default=1, ge=1)


class BlankQuery(Model):
    """Which kind of work, and which paper."""

    model_config = ConfigDict(extra="forbid")
    kind: str = Field(
        max_length=60,
        pattern=r"^[a-z-]+$",
        description="a procedure, as listed under /api/blank-sheets",
    )
    paper: Paper = Paper.A4


class StripQuery(Model):
    """A nut and the turn range to mark on it."""

    model_config = ConfigDict(extra="forbid")
    outside_mm: Mm
    thread_mm: Mm
    pitch_mm: Annotated[float, Field(gt=0, le=10)]
    slots: int | None = None
    tabs: int | None = None
    from_deg: Annotated[float, Field(ge=0, le=3600)] | None = None
    to_deg: Annotated[float, Field(ge=0, le=3600)] | None = None
    title: str = Field(default="Nut strip", max_length=120)
    paper: Paper = Paper.A4
    page: int = Field(default=1, ge=1)

    def order(self) -> StripOrder:
        """What to draw. Raises InvalidInput for a nut that cannot be."""
        nut = LockNut(
            thread_mm=self.thread_mm,
            pitch_mm=self.pitch_mm,
            outside_mm=self.outside_mm,
            slots=self.slots,
            tabs=self.tabs,
            slot_width_mm=None,
        )
        return StripOrder(nut, self.title, self.from_deg, self.to_deg)


# The fields of a draft as a query, so that a sheet can be printed before there is a job.
DraftQuery: type[BaseModel] = create_model(
    "DraftQuery",
    __config__=ConfigDict(extra="forbid"),
    __doc__="A plan as typed, and the paper.",
    paper=(Paper, Paper.A4),
    **{name: (str, item.default) for name, item in PlanDraft.__dataclass_fields__.items()},  # type: ignore[call-overload]
)


@api.get(
    "/print/strip.svg",
    responses={200: a_file("image/svg+xml")},
    summary="Nut strip and protractor, one page as SVG at 1:1",
)
def strip_svg(query: StripQuery) -> Response:
    pages = strip_pages(query.order(), query.paper)
    if query.page > len(pages):
        raise NotFound(f"There are {len(pages)} pages.")
    name = f'inline; filename="nut-strip-{query.page}.svg"'
    return Response(
        pages[query.page - 1],
        content_type="image/svg+xml",
        headers={"Content-Disposition": name, "X-Pages": str(len(pages))},
    )


@api.get(
    "/print/strip.pdf",
    responses={200: a_file("application/pdf")},
    summary="Nut strip and protractor as PDF at 1:1",
)
def strip_as_pdf(query: StripQuery) -> Response:
    return _pdf(strip_pdf(query.order(), query.paper), "nut-strip")


@api.get(
    "/print/plan.pdf",
    responses={200: a_file("application/pdf")},
    summary="The plan sheet of a draft as PDF",
)
def draft_plan_pdf(query: DraftQuery) -> Response:
    values = query.model_dump()
    paper = values.pop("paper")
    here = context()
    with here.store() as store:
        plan = plan_of(store, here.reference, PlanDraft(**values))
        sheet = plan_sheet(with_own_cards(here.reference, store), plan)
    return _pdf(plan_pdf(sheet, sheet.label, paper), "plan")


@api.get(
    "/jobs/<job_id>/plan.html",
    responses={200: a_file("text/html")},
    summary="The plan sheet of a job as a page",
)
def job_plan_html(path: JobPath, query: PlaceQuery) -> Response:
    title, sheet = _job_sheet(path, query.at)
    at = f"at={query.at}" if query.at else ""
    address = f"/api/jobs/{path.job_id}/plan.pdf"
    links = [
        (f"/jobs/{path.job_id}", "Back to the bench"),
        (f"{address}?{at}", "PDF, A4"),
        (f"{address}?paper=letter&{at}", "PDF, Letter"),
    ]
    if isinstance(sheet, OtherPlan):
        return Response(
            other_html(sheet.plan, sheet.procedure, title, links=tuple(links)),
            content_type="text/html; charset=utf-8",
        )
    nut = sheet.plan.nut
    if nut is not None and nut.outside_mm is not None:
        for paper, words in ((Paper.A4, "A4"), (Paper.LETTER, "Letter")):
            links.append(
                (f"/api/print/strip.pdf?{strip_query(sheet, paper)}", f"Nut strip 1:1, {words}")
            )
    return Response(
        plan_html(sheet, title, links=tuple(links)), content_type="text/html; charset=utf-8"
    )


@api.get(
    "/jobs/<job_id>/mark-out.svg",
    responses={200: a_file("image/svg+xml")},
    summary="The shaft line at a stated scale, one page as SVG",
)
def mark_out_svg(path: JobPath, query: MarkOutQuery) -> Response:
    title, drawn = _job_shaft(path)
    pages = mark_out_pages(drawn, title, query.paper)
    if query.page > len(pages):
        raise NotFound(f"There are {len(pages)} pages.")
    return Response(
        pages[query.page - 1], content_type="image/svg+xml", headers={"X-Pages": str(len(pages))}
    )


@api.get(
    "/jobs/<job_id>/mark-out.pdf",
    responses={200: a_file("application/pdf")},
    summary="The shaft line at a stated scale, with every dimension, as PDF",
)
def mark_out_as_pdf(path: JobPath, query: MarkOutQuery) -> Response:
    title, drawn = _job_shaft(path)
    return _pdf(mark_out_pdf(drawn, title, query.paper), "mark-out")


@api.get(
    "/jobs/<job_id>/plan.pdf",
    responses={200: a_file("application/pdf")},
    summary="The plan sheet of a job as PDF",
)
def job_plan_pdf(path: JobPath, query: PlacePaperQuery) -> Response:
    title, sheet = _job_sheet(path, query.at)
    if isinstance(sheet, OtherPlan):
        return _pdf(other_pdf(sheet.plan, sheet.procedure, title, query.paper), "plan")
    return _pdf(plan_pdf(sheet, title, query.paper), "plan")


def strip_query(sheet: PlanSheet, paper: Paper) -> str:
    """The query of the strip that belongs to a plan."""
    nut, asked = sheet.plan.nut, sheet.plan.turn_range_deg
    assert nut is not None  # asked for where there is one
    values = {
        "outside_mm": nut.outside_mm,
        "thread_mm": nut.thread_mm,
        "pitch_mm": nut.pitch_mm,
        "slots": nut.slots,
        "tabs": nut.tabs,
    }
    if asked is not None:
        values |= {"from_deg": round(asked.low, 1), "to_deg": round(asked.high, 1)}
    return urlencode(
        {name: f"{value:g}" for name, value in values.items() if value is not None}
        | {"title": sheet.label, "paper": paper.value}
    )


def _job_shaft(path: JobPath) -> tuple[str, LineDrawing]:
    here = context()
    with here.store() as store:
        job = load(store, path.job_id)
    opened = job.job.opened
    return f"Job {opened.number}: {opened.title}, {job.job.machine}", shaft_of(here.reference, job)


@dataclass(frozen=True)
class OtherPlan:
    """The plan of a bearing that is not driven up a taper, with the procedure that is pinned for
    it.
    """

    plan: PlanPaper
    procedure: Procedure


def _job_sheet(path: JobPath, at: str) -> tuple[str, PlanSheet | OtherPlan]:
    here = context()
    with here.store() as store:
        job = load(store, path.job_id)
        opened, place = job.job.opened, job.job.place(job.job.placed(at or job.job.places[0].id))
        whole = cartridge_at(job.job) if not at else None
        if whole is not None:
            procedure = here.reference.procedure(opened.procedure_id, opened.procedure_version)
            return f"Job {opened.number}: {opened.title}, {job.job.machine}", OtherPlan(
                cartridge_paper(*whole), procedure
            )
        other = planned_at(job.job, place.id)
        if other is None and place.id in job.job.fitted:
            raise NotFound("What others mounted has no plan sheet.")
        sheet: PlanSheet | OtherPlan
        if other is not None:
            sheet = OtherPlan(
                other[0].paper(other[1]),
                here.reference.procedure(place.procedure_id, place.procedure_version),
            )
        else:
            sheet = plan_sheet(with_own_cards(here.reference, store), job.tapered(place.id).plan)
    return f"Job {opened.number}: {opened.title}, {job.job.machine}, {place.name}", sheet


def _pdf(made: bytes, name: str) -> Response:
    return Response(
        made,
        content_type="application/pdf",
        headers={"Content-Disposition": f'inline; filename="{name}.pdf"'},
    )


@dataclass(frozen=True)
class BlankKind:
    """A kind of work that a blank sheet prints for."""

    id: str
    title: str


def _kinds() -> list[BlankKind]:
    """One sheet for each kind of work on a bearing, each with every stage it has; and those of a
    shaft, a round, a seal.
    """
    known = {name for name, _ in context().reference.procedures}
    whole = {name for name in known if name.endswith("-whole")}
    alone = {
        name
        for name in known
        if f"{name}-whole" not in known
        and name not in whole
        and not name.startswith("job-mounting")
    }
    found = [context().reference.procedure(name) for name in sorted(whole | alone)]
    return [BlankKind(p.id, p.title) for p in found]


def _blank(kind: str) -> tuple[str, tuple[Procedure, ...]]:
    title = next((one.title for one in _kinds() if one.id == kind), None)
    if title is None:
        raise NotFound(f"There is no kind of work “{kind}”.")
    own = context().reference.procedure(kind)
    # Before every work at a bearing the machine is made safe.
    first = (
        ()
        if kind.startswith("job-") or own.assembly == "keeping"
        else (context().reference.procedure("job-mounting"),)
    )
    return title, (*first, own)


KINDS = Shape(list[BlankKind])


class BlankKindsAnswer(Whole[list[BlankKind]]):
    """Kinds of work that a blank sheet prints for."""


@api.get(
    "/blank-sheets",
    responses={200: BlankKindsAnswer},
    summary="Kinds of work that a blank sheet prints for",
)
def get_blank_kinds() -> Response:
    return reply(KINDS, _kinds())


@api.get(
    "/print/blank.html", responses={200: a_file("text/html")}, summary="A blank sheet, as a page"
)
def print_blank_html(query: BlankQuery) -> Response:
    return Response(blank_html(*_blank(query.kind)), content_type="text/html; charset=utf-8")


@api.get(
    "/print/blank.pdf", responses={200: a_file("application/pdf")}, summary="A blank sheet, as PDF"
)
def print_blank_pdf(query: BlankQuery) -> Response:
    title, procedures = _blank(query.kind)
    return _pdf(blank_pdf(title, procedures, query.paper), "blank-sheet")
