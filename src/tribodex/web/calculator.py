"""What if: computing without a job."""

from __future__ import annotations

from typing import Annotated

from flask import Response
from flask_openapi3 import Tag
from pydantic import ConfigDict
from pydantic import Field as FieldOf

from tribodex.core.quantities import Shown
from tribodex.usecases.calculators import Answer
from tribodex.usecases.calculators.sheets import CalculatorSheet, sheets, work_out
from tribodex.usecases.crib import with_own_cards
from tribodex.usecases.shape import Shape
from tribodex.usecases.variants import VariantDraft, Variants, side_by_side
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem

api = Blueprint(
    "calculator",
    __name__,
    url_prefix="/api/calculator",
    abp_tags=[Tag(name="calculator")],
    abp_responses={422: Problem},
)
VARIANTS = Shape(Variants)
SHEETS = Shape(tuple[CalculatorSheet, ...])
ANSWER = Shape(Answer)


class VariantsBody(Model):
    """One to three variants."""

    model_config = ConfigDict(extra="forbid")
    variants: list[VariantDraft]


class VariantsAnswer(Whole[Variants]):
    """Variants side by side."""


@api.post("", responses={200: VariantsAnswer}, summary="Work out variants side by side")
def post_variants(body: VariantsBody) -> Response:
    here = context()
    with here.store() as store:
        reference = with_own_cards(here.reference, store)
    return reply(VARIANTS, side_by_side(reference, body.variants))


class SheetList(Whole[tuple[CalculatorSheet, ...]]):
    """Every calculator as a sheet: what it asks, in words."""


class SheetPath(Model):
    """A sheet by its name."""

    sheet_id: str = FieldOf(max_length=40)


class SheetBody(Model):
    """What was typed on a sheet, and the units that are shown."""

    model_config = ConfigDict(extra="forbid")
    given: dict[Annotated[str, FieldOf(max_length=40)], Annotated[str, FieldOf(max_length=400)]] = (
        FieldOf(max_length=40)
    )
    shown: Shown = ""


class SheetAnswer(Whole[Answer]):
    """Value, uncertainty, verdict and working."""


@api.get("/sheets", responses={200: SheetList}, summary="Every calculator as a sheet")
def get_sheets() -> Response:
    return reply(SHEETS, sheets())


@api.post(
    "/sheets/<sheet_id>",
    responses={200: SheetAnswer, 404: Problem},
    summary="Work out a sheet from what was typed",
)
def post_sheet(path: SheetPath, body: SheetBody) -> Response:
    here = context()
    with here.store() as store:
        reference = with_own_cards(here.reference, store)
    return reply(ANSWER, work_out(reference, path.sheet_id, body.given, body.shown))
