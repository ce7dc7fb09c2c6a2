"""Plans that are kept half done."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag
from pydantic import ConfigDict, Field, StrictInt

from tribodex.core.components.listed import Work
from tribodex.usecases.half_plans import HalfPlan, half_plan, keep_half_plan
from tribodex.usecases.shape import Shape
from tribodex.web.access import actor
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem

api = Blueprint(
    "half_plans", __name__, url_prefix="/api/half-plans", abp_tags=[Tag(name="planning")]
)
ONE = Shape(HalfPlan)
EVERY = Shape(list[HalfPlan])


class HalfPlanAnswer(Whole[HalfPlan]):
    """A plan as far as it was typed."""


class HalfPlansAnswer(Whole[list[HalfPlan]]):
    """Plans that are kept half done, the newest first."""


class HalfPlanPath(Model):
    """A half plan in an address."""

    plan_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")


class HalfPlanBody(Model):
    """What was typed so far."""

    model_config = ConfigDict(extra="forbid")
    work: Work
    about: str = Field(default="", max_length=400)
    form: dict[str, str] = Field(max_length=200)
    actor: str = Field(default="", max_length=80)
    edition: StrictInt = Field(
        default=0, ge=0, description="the edition this one was begun from; 0 for a new one"
    )


@api.get("", responses={200: HalfPlansAnswer}, summary="Plans that are kept half done")
def get_half_plans() -> Response:
    with context().store() as store:
        return reply(EVERY, list(store.half_plans()))


@api.get(
    "/<plan_id>",
    responses={200: HalfPlanAnswer, 404: Problem},
    summary="A plan as far as it was typed",
)
def get_half_plan(path: HalfPlanPath) -> Response:
    with context().store() as store:
        return reply(ONE, half_plan(store, path.plan_id))


@api.put(
    "/<plan_id>", responses={200: HalfPlanAnswer, 422: Problem}, summary="Keep a plan half done"
)
def put_half_plan(path: HalfPlanPath, body: HalfPlanBody) -> Response:
    here = context()
    with here.store() as store:
        typed = HalfPlan(
            path.plan_id,
            body.work,
            body.about,
            body.form,
            actor(body.actor),
            here.now(),
            body.edition,
        )
        return reply(ONE, keep_half_plan(store, typed))


@api.delete(
    "/<plan_id>",
    responses={200: HalfPlansAnswer, 415: Problem},
    summary="Drop a plan that is kept half done",
)
def delete_half_plan(path: HalfPlanPath) -> Response:
    with context().store() as store:
        store.drop_half_plan(path.plan_id)
        return reply(EVERY, list(store.half_plans()))
