"""Pictures and sheets of a job: sent as they are, kept re-encoded, shown with the record."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Base64Bytes, ConfigDict, Field

from tribodex.core.errors import NotFound
from tribodex.exchange.pictures import to_keep
from tribodex.usecases.ports import Attachment
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.described import a_file
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import JobPath

api = Blueprint(
    "attachments",
    __name__,
    url_prefix="/api/jobs",
    abp_tags=[Tag(name="attachments")],
    abp_responses={404: Problem, 422: Problem},
)


@dataclass(frozen=True)
class AttachmentKept:
    """What was kept, and under which id it is attached by a tap."""

    id: str
    kind: Literal["photo", "sheet", "voice"]


class AttachmentAnswer(Whole[AttachmentKept]):
    """What was kept."""


class AttachmentPath(JobPath):
    """A picture or sheet in an address."""

    attachment_id: str = Field(pattern=r"^[0-9a-f]{64}$")


class AttachmentBody(Model):
    """The file itself, as base64."""

    model_config = ConfigDict(extra="forbid")
    file: Base64Bytes


KEPT = Shape(AttachmentKept)


@api.post(
    "/<job_id>/attachments",
    responses={201: AttachmentAnswer},
    summary="Send a photograph, sheet or spoken note; a tap keeps it with the job",
)
def send_attachment(path: JobPath, body: AttachmentBody) -> Response:
    here = context()
    kept = to_keep(body.file)
    name = hashlib.sha256(kept.data).hexdigest()
    with here.store() as store:
        store.keep_attachment(path.job_id, Attachment(name, kept.mime, kept.data), here.now())
    return reply(KEPT, AttachmentKept(name, kept.kind), 201)


@api.get(
    "/<job_id>/attachments/<attachment_id>",
    responses={200: a_file("image/jpeg")},
    summary="A photograph or sheet of a job",
)
def get_attachment(path: AttachmentPath) -> Response:
    with context().store() as store:
        found = store.attachment(path.job_id, path.attachment_id)
    if found is None:
        raise NotFound("There is no such picture here.")
    response = Response(
        found.data,
        content_type=found.mime,
        headers={"Cache-Control": "private, max-age=31536000, immutable"},
    )
    # Only what this server made itself, or what a player alone opens, is shown in the page's place.
    response.headers["Content-Disposition"] = (
        "attachment; filename=sheet.pdf" if found.mime == "application/pdf" else "inline"
    )
    response.headers["Accept-Ranges"] = "none"
    return response
