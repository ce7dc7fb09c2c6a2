"""What if: computing without a job."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, ConfigDict, RootModel, TypeAdapter

from tribodex.usecases.crib import with_own_cards
from tribodex.usecases.slate import Slate, SlateDraft, slate
from tribodex.web.context import context, reply
from tribodex.web.problems import Problem

api = APIBlueprint("slate", __name__, url_prefix="/api/slate", abp_tags=[Tag(name="slate")], abp_responses={422: Problem})
SLATE = TypeAdapter(Slate)


class SlateBody(BaseModel):
    """One to three variants."""

    model_config = ConfigDict(extra="forbid")
    variants: list[SlateDraft]


class SlateAnswer(RootModel[Slate]):
    """Variants side by side."""


@api.post("", responses={200: SlateAnswer}, summary="Work out variants side by side")
def post_slate(body: SlateBody) -> Response:
    here = context()
    with here.store() as store:
        reference = with_own_cards(here.reference, store)
    return reply(SLATE, slate(reference, body.variants))
