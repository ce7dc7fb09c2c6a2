"""Tables with their sources and charts."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from tribodex.usecases.crib import with_own_cards
from tribodex.usecases.ports import Reference
from tribodex.usecases.shape import Shape
from tribodex.usecases.tables import TableHead, TableView, table_heads, table_view
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem

api = Blueprint("tables", __name__, url_prefix="/api/tables", abp_tags=[Tag(name="tables")], abp_responses={404: Problem})
HEADS = Shape(tuple[TableHead, ...])
VIEW = Shape(TableView)


class TablePath(Model):
    """A table in an address."""

    table_id: str = Field(max_length=64, pattern=r"^[A-Za-z0-9_-]+$")


class TableList(Whole[tuple[TableHead, ...]]):
    """Every table."""


class TableAnswer(Whole[TableView]):
    """One table."""


@api.get("", responses={200: TableList}, summary="Every table")
def list_tables() -> Response:
    return reply(HEADS, table_heads(_reference()))


@api.get("/<table_id>", responses={200: TableAnswer}, summary="A table with its rows and charts")
def get_table(path: TablePath) -> Response:
    return reply(VIEW, table_view(_reference(), path.table_id))


def _reference() -> Reference:
    here = context()
    with here.store() as store:
        return with_own_cards(here.reference, store)
