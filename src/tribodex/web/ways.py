"""Where the trade disagrees, side by side."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag

from tribodex.usecases.shape import Shape
from tribodex.usecases.side_by_side import Disagreement, disagreements
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import reply
from tribodex.web.models import Whole

api = Blueprint("ways", __name__, url_prefix="/api/ways", abp_tags=[Tag(name="ways")])
WAYS = Shape(tuple[Disagreement, ...])


class WayList(Whole[tuple[Disagreement, ...]]):
    """Every question with its ways."""


@api.get(
    "",
    responses={200: WayList},
    summary="Where the trade disagrees: every way with its reason, one of them the default",
)
def list_ways() -> Response:
    return reply(WAYS, disagreements())
