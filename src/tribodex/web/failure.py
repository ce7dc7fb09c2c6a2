"""What is known of failure marks."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag

from tribodex.usecases.failure_book import FailureBook, failure_book
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Whole

api = Blueprint(
    "failure", __name__, url_prefix="/api/failure-marks", abp_tags=[Tag(name="failure marks")]
)
BOOK = Shape(FailureBook)


class FailureBookAnswer(Whole[FailureBook]):
    """The book of failure marks."""


@api.get(
    "",
    responses={200: FailureBookAnswer},
    summary="Questions of a look, causes with every weight, classes of damage",
)
def get_book() -> Response:
    return reply(BOOK, failure_book(context().reference))
