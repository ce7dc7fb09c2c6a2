"""Every calculator as one stateless address."""

from __future__ import annotations

from collections.abc import Callable

from flask import Response
from flask_openapi3 import Tag

from tribodex.usecases.calculators import CALCULATORS, Answer, Calculator, calculate
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import reference_here, reply
from tribodex.web.models import Whole
from tribodex.web.problems import Problem
from tribodex.web.told_once import ToldOnce

api = Blueprint(
    "calc",
    __name__,
    url_prefix="/api/calc",
    abp_tags=[Tag(name="calc")],
    abp_responses={404: Problem, 422: Problem},
)
ANSWER = Shape(Answer)


class CalcAnswer(ToldOnce, Whole[Answer]):
    """Value, uncertainty, verdict and working."""


def _view(calculator: Calculator) -> Callable[..., Response]:
    def view(body: object) -> Response:
        inputs = calculator.inputs.model_validate(body)
        return reply(ANSWER, calculate(reference_here(), calculator.name, inputs))

    # The library reads the body's model from the annotation.
    view.__annotations__["body"] = calculator.inputs
    view.__name__ = f"calc_{calculator.name.replace('-', '_')}"
    return view


for _calculator in CALCULATORS.values():
    api.post(f"/{_calculator.name}", responses={200: CalcAnswer}, summary=_calculator.title)(
        _view(_calculator)
    )
