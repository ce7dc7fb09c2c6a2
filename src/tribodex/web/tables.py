"""Tables with their sources and charts."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from tribodex.store.repository import SqlStore
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import (
    RowDraft,
    Used,
    keep_row,
    used_row,
    with_cards,
    with_own_cards,
    withdraw,
)
from tribodex.usecases.people.standing import ask_reader
from tribodex.usecases.shape import Shape
from tribodex.usecases.tables import TableHead, TableView, table_heads, table_view
from tribodex.web.access import acting
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import TapBody, UsedAnswer, WithdrawBody

api = Blueprint(
    "tables",
    __name__,
    url_prefix="/api/tables",
    abp_tags=[Tag(name="tables")],
    abp_responses={404: Problem},
)
HEADS = Shape(tuple[TableHead, ...])
VIEW = Shape(TableView)
USED = Shape(Used)


class TablePath(Model):
    """A table in an address."""

    table_id: str = Field(max_length=64, pattern=r"^[A-Za-z0-9_-]+$")


class RowPath(TablePath):
    """A row of a table that was compared with print here, in an address."""

    item_id: str = Field(min_length=2, max_length=64, pattern=r"^row-[a-f0-9]+$")


class RowBody(TapBody):
    """A row as print says it."""

    row: RowDraft
    reason: str = Field(default="", max_length=300)


class TableList(Whole[tuple[TableHead, ...]]):
    """Every table."""


class TableAnswer(Whole[TableView]):
    """One table."""


@api.get("", responses={200: TableList}, summary="Every table")
def list_tables() -> Response:
    return reply(HEADS, table_heads(_reference()))


@api.get("/<table_id>", responses={200: TableAnswer}, summary="A table with its rows and charts")
def get_table(path: TablePath) -> Response:
    with context().store() as store:
        return _table(store, path.table_id)


@api.post(
    "/<table_id>/rows",
    responses={200: TableAnswer, 409: Problem, 422: Problem},
    summary="Keep what print says of a row, or add one",
)
def post_row(path: TablePath, body: RowBody) -> Response:
    here = context()
    with here.store() as store:
        ask_reader(store.who, acting(), body.row.second, body.client_event_id, one_tap=here.one_tap)
        keep_row(
            store,
            here.reference,
            path.table_id,
            body.row,
            body.reason,
            tap=body.tap(),
            recorded_at=here.now(),
        )
        return _table(store, path.table_id)


@api.post(
    "/<table_id>/rows/<item_id>/withdraw",
    responses={200: TableAnswer, 409: Problem, 422: Problem},
    summary="Let the shipped row hold again",
)
def post_withdrawn(path: RowPath, body: WithdrawBody) -> Response:
    here = context()
    with here.store() as store:
        withdraw(store, path.item_id, body.reason, body.tap(), here.now())
        return _table(store, path.table_id)


@api.get(
    "/<table_id>/rows/<item_id>/used",
    responses={200: UsedAnswer},
    summary="Jobs that rest on a row before it was corrected",
)
def get_used(path: RowPath) -> Response:
    with context().store() as store:
        return reply(USED, used_row(store, path.item_id))


def _table(store: SqlStore, table_id: str) -> Response:
    items = store.crib_items()
    left = {
        account.name: account.pseudonym
        for account in store.who.accounts()
        if account.left_at is not None
    }
    return reply(VIEW, table_view(with_cards(context().reference, items), table_id, items, left))


def _reference() -> Reference:
    here = context()
    with here.store() as store:
        return with_own_cards(here.reference, store)
