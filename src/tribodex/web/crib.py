"""The tool crib: gauge sets, cards of one's own, grease guns, torque wrenches."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from tribodex.usecases.crib import (
    CardDraft,
    Crib,
    GaugeDraft,
    GunDraft,
    Used,
    WrenchDraft,
    crib,
    keep_card,
    keep_gauge,
    keep_gun,
    keep_wrench,
    used_card,
    withdraw,
)
from tribodex.usecases.people.standing import ask_reader
from tribodex.usecases.shape import Shape
from tribodex.web.access import acting
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import TapBody, UsedAnswer, WithdrawBody
from tribodex.web.told_once import ToldOnce

api = Blueprint(
    "crib",
    __name__,
    url_prefix="/api/crib",
    abp_tags=[Tag(name="crib")],
    abp_responses={409: Problem, 422: Problem},
)
CRIB = Shape(Crib)
USED = Shape(Used)


class ItemPath(Model):
    """A thing of the crib in an address."""

    item_id: str = Field(min_length=2, max_length=64, pattern=r"^[A-Za-z0-9-]+$")


class GaugeBody(TapBody):
    """A gauge set as typed."""

    gauge: GaugeDraft
    reason: str = Field(default="", max_length=300)


class CardBody(TapBody):
    """A card as typed."""

    card: CardDraft
    reason: str = Field(default="", max_length=300)


class GunBody(TapBody):
    """A grease gun as typed."""

    gun: GunDraft
    reason: str = Field(default="", max_length=300)


class WrenchBody(TapBody):
    """A torque wrench as typed."""

    wrench: WrenchDraft
    reason: str = Field(default="", max_length=300)


class CribAnswer(ToldOnce, Whole[Crib]):
    """Everything in the crib."""


@api.get("", responses={200: CribAnswer}, summary="Gauge sets, own cards, guns, wrenches")
def get_crib() -> Response:
    with context().store() as store:
        return reply(CRIB, crib(store))


@api.post("/gauges/<item_id>", responses={200: CribAnswer}, summary="Add or change a gauge set")
def post_gauge(path: ItemPath, body: GaugeBody) -> Response:
    here = context()
    with here.store() as store:
        return reply(
            CRIB,
            keep_gauge(
                store, path.item_id, body.gauge, body.reason, body.tap(), recorded_at=here.now()
            ),
        )


@api.post(
    "/cards/<item_id>", responses={200: CribAnswer}, summary="Add or change a card of one's own"
)
def post_card(path: ItemPath, body: CardBody) -> Response:
    here = context()
    with here.store() as store:
        ask_reader(
            store.who, acting(), body.card.second, body.client_event_id, one_tap=here.one_tap
        )
        return reply(
            CRIB,
            keep_card(
                store, path.item_id, body.card, body.reason, body.tap(), recorded_at=here.now()
            ),
        )


@api.get(
    "/cards/<item_id>/used",
    responses={200: UsedAnswer},
    summary="Jobs that were planned with an earlier version of a card",
)
def get_used(path: ItemPath) -> Response:
    with context().store() as store:
        return reply(USED, used_card(store, path.item_id))


@api.post(
    "/guns/<item_id>", responses={200: CribAnswer}, summary="Add a grease gun, or weigh one again"
)
def post_gun(path: ItemPath, body: GunBody) -> Response:
    here = context()
    with here.store() as store:
        return reply(
            CRIB,
            keep_gun(
                store, path.item_id, body.gun, body.reason, body.tap(), recorded_at=here.now()
            ),
        )


@api.post(
    "/wrenches/<item_id>",
    responses={200: CribAnswer},
    summary="Add a torque wrench, or say its check",
)
def post_wrench(path: ItemPath, body: WrenchBody) -> Response:
    here = context()
    with here.store() as store:
        return reply(
            CRIB,
            keep_wrench(
                store, path.item_id, body.wrench, body.reason, body.tap(), recorded_at=here.now()
            ),
        )


@api.post(
    "/withdraw/<item_id>", responses={200: CribAnswer}, summary="Withdraw a thing of the crib"
)
def post_withdraw(path: ItemPath, body: WithdrawBody) -> Response:
    here = context()
    with here.store() as store:
        return reply(CRIB, withdraw(store, path.item_id, body.reason, body.tap(), here.now()))
