"""Records: as a page, as PDF, as JSON."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from flask import Response, send_from_directory
from flask_openapi3 import Tag

from tribodex.core.errors import NotFound
from tribodex.exchange.paper import FONTS, Paper, page_css
from tribodex.exchange.record_page import render_html, render_pdf
from tribodex.store.repository import SqlStore
from tribodex.usecases.chain import ChainView
from tribodex.usecases.crib import with_own_cards
from tribodex.usecases.jobs import load
from tribodex.usecases.log_lines import unproven_marked
from tribodex.usecases.record import Record, record
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.described import a_file
from tribodex.web.models import Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import FontPath, JobPath, RecordPaperQuery

api = Blueprint(
    "records",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="records")],
    abp_responses={404: Problem},
)
RECORD = Shape(Record)


CHAIN = Shape(ChainView)


class RecordAnswer(Whole[Record]):
    """A whole record."""


class ChainAnswer(Whole[ChainView]):
    """What the chain says of a log."""


@api.get("/jobs/<job_id>/record.json", responses={200: RecordAnswer}, summary="The record as JSON")
def record_json(path: JobPath) -> Response:
    made = _made(path)
    response = reply(RECORD, made)
    response.headers["Content-Disposition"] = f'inline; filename="job-{made.number}.json"'
    return response


@api.get(
    "/jobs/<job_id>/record.html",
    responses={200: a_file("text/html")},
    summary="The record as a page",
)
def record_html(path: JobPath) -> Response:
    made = _made(path)
    return Response(render_html(made), content_type="text/html; charset=utf-8")


@api.get(
    "/jobs/<job_id>/record.pdf",
    responses={200: a_file("application/pdf")},
    summary="The record as PDF, A4 or Letter",
)
def record_pdf(path: JobPath, query: RecordPaperQuery) -> Response:
    made = _made(path)
    with context().store() as store:
        pictures = {} if query.short else store.pictures(path.job_id)
    return Response(
        render_pdf(made, query.paper, short=query.short, pictures=pictures),
        content_type="application/pdf",
        headers={"Content-Disposition": f'inline; filename="job-{made.number}.pdf"'},
    )


@api.get("/record.css", responses={200: a_file("text/css")}, summary="The record's style")
def record_style() -> Response:
    return Response(
        page_css(Paper.A4, for_print=False),
        content_type="text/css; charset=utf-8",
        headers={"Cache-Control": "no-cache"},
    )


@api.get("/fonts/<name>", responses={200: a_file("font/woff2")}, summary="A font of the record")
def record_font(path: FontPath) -> Response:
    return send_from_directory(FONTS, path.name, max_age=30 * 24 * 3600)


@api.get(
    "/jobs/<job_id>/chain",
    responses={200: ChainAnswer},
    summary="Whether the log is what was stored",
)
def chain(path: JobPath) -> Response:
    with context().store() as store:
        return reply(CHAIN, _chain(store, path))


def _made(path: JobPath) -> Record:
    """Every opening of a record looks whether its log is what was stored."""
    here = context()
    with here.store() as store:
        made = record(
            with_own_cards(here.reference, store),
            load(store, path.job_id),
            store.chain(path.job_id),
        )
        return replace(
            made, log=unproven_marked(made.log, partial(store.who.unproven, path.job_id))
        )


def _chain(store: SqlStore, path: JobPath) -> ChainView:
    seen = store.chain(path.job_id)
    if seen is None:
        raise NotFound("There is no such job here.")
    return seen
