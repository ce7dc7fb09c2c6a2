"""A plan before there is a job: every target, or every entry to correct; and what is known so
far."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag

from tribodex.usecases.crib import with_own_cards
from tribodex.usecases.jobs import plan_of
from tribodex.usecases.plan_sheet import PlanSheet, plan_sheet
from tribodex.usecases.planning.cartridges import CartridgeOrder, CartridgeSheet, cartridge_sheet
from tribodex.usecases.planning.early import Early, early
from tribodex.usecases.planning.fitted import FittedDraft, FittedSheet, fitted_sheet
from tribodex.usecases.planning.followers import FollowerDraft, FollowerSheet, follower_sheet
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.inserts import InsertDraft, InsertSheet, insert_sheet
from tribodex.usecases.planning.shouldered import ShoulderSheet, shoulder_sheet
from tribodex.usecases.planning.units import Duty, LockChoice, UnitSheet, lock_choice, unit_sheet
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import context, reference_here, reply
from tribodex.web.models import Whole
from tribodex.web.problems import Problem
from tribodex.web.schemas import DraftBody

api = Blueprint(
    "planning",
    __name__,
    url_prefix="/api/plan",
    abp_tags=[Tag(name="plan")],
    abp_responses={422: Problem},
)
SHEET = Shape(PlanSheet)


class PlanSheetAnswer(Whole[PlanSheet]):
    """A plan with what to take along."""


@api.post("", responses={200: PlanSheetAnswer}, summary="Work out a plan without keeping it")
def preview_plan(body: DraftBody) -> Response:
    here = context()
    with here.store() as store:
        plan = plan_of(store, here.reference, body.root, gauges=False)
        return reply(SHEET, plan_sheet(with_own_cards(here.reference, store), plan))


class ShoulderBody(Whole[ShoulderDraft]):
    """A plan for a cylindrical seat as typed."""


class ShoulderSheetAnswer(Whole[ShoulderSheet]):
    """A plan for a cylindrical seat with its targets."""


SHOULDER = Shape(ShoulderSheet)


@api.post(
    "/shouldered",
    responses={200: ShoulderSheetAnswer},
    summary="Work out a plan for a cylindrical seat without keeping it",
)
def preview_shouldered(body: ShoulderBody) -> Response:
    return reply(SHOULDER, shoulder_sheet(reference_here(), body.root))


class FollowerBody(Whole[FollowerDraft]):
    """A plan for a cam follower as typed."""


class FollowerSheetAnswer(Whole[FollowerSheet]):
    """A plan for a cam follower with its targets."""


FOLLOWER = Shape(FollowerSheet)


@api.post(
    "/follower",
    responses={200: FollowerSheetAnswer},
    summary="Work out a plan for a cam follower without keeping it",
)
def preview_follower(body: FollowerBody) -> Response:
    return reply(FOLLOWER, follower_sheet(reference_here(), body.root))


class InsertBody(Whole[InsertDraft]):
    """A plan for an insert on the bench as typed."""


class InsertSheetAnswer(Whole[InsertSheet]):
    """What was read of a plan for an insert."""


INSERT = Shape(InsertSheet)


@api.post(
    "/insert",
    responses={200: InsertSheetAnswer},
    summary="Work out a plan for an insert on the bench without keeping it",
)
def preview_insert(body: InsertBody) -> Response:
    return reply(INSERT, insert_sheet(reference_here(), body.root))


class FittedBody(Whole[FittedDraft]):
    """What others mounted, as typed."""


class FittedSheetAnswer(Whole[FittedSheet]):
    """What is known of it."""


FITTED = Shape(FittedSheet)


@api.post(
    "/fitted",
    responses={200: FittedSheetAnswer},
    summary="What is known of a bearing that others mounted, without keeping it",
)
def preview_fitted(body: FittedBody) -> Response:
    return reply(FITTED, fitted_sheet(reference_here(), body.root))


class UnitBody(Whole[UnitDraft]):
    """A plan for a housed unit as typed."""


class UnitSheetAnswer(Whole[UnitSheet]):
    """A plan for a housed unit with its targets."""


class DutyBody(Whole[Duty]):
    """How a unit works."""


class LockChoiceAnswer(Whole[LockChoice]):
    """Ways to lock an insert, the best first."""


UNIT = Shape(UnitSheet)
LOCKS = Shape(LockChoice)


@api.post(
    "/unit",
    responses={200: UnitSheetAnswer},
    summary="Work out a plan for a housed unit without keeping it",
)
def preview_unit(body: UnitBody) -> Response:
    return reply(UNIT, unit_sheet(reference_here(), body.root))


@api.post(
    "/unit/locks",
    responses={200: LockChoiceAnswer},
    summary="Ways to lock an insert on its shaft, weighed for a duty",
)
def weigh_locks(body: DutyBody) -> Response:
    return reply(LOCKS, lock_choice(body.root))


class CartridgeBody(Whole[CartridgeOrder]):
    """A cartridge as typed: both bearings, and what closes them in."""


class CartridgeSheetAnswer(Whole[CartridgeSheet]):
    """A cartridge with its targets."""


CARTRIDGE = Shape(CartridgeSheet)


@api.post(
    "/cartridge",
    responses={200: CartridgeSheetAnswer},
    summary="Work out a plan for a bearing cartridge without keeping it",
)
def preview_cartridge(body: CartridgeBody) -> Response:
    return reply(CARTRIDGE, cartridge_sheet(reference_here(), body.root))


class EarlyAnswer(Whole[Early]):
    """What is known so far."""


EARLY = Shape(Early)


@api.post(
    "/early",
    responses={200: EarlyAnswer},
    summary="What a plan says already, and what is still missing",
)
def early_plan(body: DraftBody) -> Response:
    here = context()
    with here.store() as store:
        return reply(EARLY, early(with_own_cards(here.reference, store), body.root))
