"""Whether the tool is up: for the screen, and for whoever watches the process."""

from __future__ import annotations

from typing import Literal, cast

from flask import Response, current_app, jsonify
from flask_openapi3 import Tag

from tribodex import __version__
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.described import DescribedApi
from tribodex.web.models import Model
from tribodex.web.problems import troubled
from tribodex.web.trouble import DISK_FULL, no_room

api = Blueprint("status", __name__, abp_tags=[Tag(name="status")])


class Status(Model):
    """It answers."""

    status: Literal["ok"] = "ok"
    version: str = __version__


STATUS = Shape(Status)


@api.route("/api/openapi.json")
def description() -> Response:
    """What the API says about itself."""
    return jsonify(cast(DescribedApi, current_app).api_doc)


@api.get("/health", responses={200: Status}, summary="This process answers, whatever else is away")
def health() -> Response:
    return reply(STATUS, Status())


@api.get(
    "/ready",
    responses={200: Status},
    summary="This process and its database answer, and there is room to write",
)
def ready() -> Response:
    with context().store() as store:
        folder = store.folder()
    if no_room(folder):
        return troubled(DISK_FULL)
    return reply(STATUS, Status())
