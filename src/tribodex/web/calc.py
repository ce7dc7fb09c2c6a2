"""Every calculator as one stateless address."""

from __future__ import annotations

from collections.abc import Callable

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import RootModel, TypeAdapter

from tribodex.usecases.calculators import CALCULATORS, Answer, Calculator, calculate
from tribodex.web.context import context, reply
from tribodex.web.problems import Problem
from tribodex.web.told_once import ToldOnce

api = APIBlueprint("calc", __name__, url_prefix="/api/calc", abp_tags=[Tag(name="calc")], abp_responses={404: Problem, 422: Problem})
ANSWER = TypeAdapter(Answer)


class CalcAnswer(ToldOnce, RootModel[Answer]):
    """Value, uncertainty, verdict and working."""


def _view(calculator: Calculator) -> Callable[..., Response]:
    def view(body: object) -> Response:
        inputs = calculator.inputs.model_validate(body)
        return reply(ANSWER, calculate(context().reference, calculator.name, inputs))

    # The library reads the body's model from the annotation.
    view.__annotations__["body"] = calculator.inputs
    view.__name__ = f"calc_{calculator.name.replace('-', '_')}"
    return view


for _calculator in CALCULATORS.values():
    api.post(f"/{_calculator.name}", responses={200: CalcAnswer}, summary=_calculator.title)(_view(_calculator))
