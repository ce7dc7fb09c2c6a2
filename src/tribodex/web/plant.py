"""The plant, its people and gauge sets, and where numbers come from."""

from __future__ import annotations

from dataclasses import dataclass

from flask import Response
from flask_openapi3 import Tag
from pydantic import ConfigDict, Field

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.errors import NotFound
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.reduction import ReductionCard
from tribodex.core.procedure import Choice
from tribodex.core.sources import Source
from tribodex.store.repository import SqlStore
from tribodex.usecases.crib import gauges_of, with_own_cards
from tribodex.usecases.jobs import LastPlan, last_plan
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning.listed import AsListed, compared
from tribodex.usecases.plant import (
    MachineChoice,
    MachineDraft,
    PositionDraft,
    add_machine,
    add_position,
    to_choose,
)
from tribodex.usecases.plant_shafts import PartDraft, ShaftDraft, keep_shaft
from tribodex.usecases.ports import Machine
from tribodex.usecases.shape import Shape
from tribodex.web.blueprint import Blueprint
from tribodex.web.context import Context, context, reply
from tribodex.web.models import Model, Whole
from tribodex.web.problems import Problem

api = Blueprint("plant", __name__, url_prefix="/api", abp_tags=[Tag(name="plant")])


@dataclass(frozen=True)
class NamedCard:
    """A card of one's own, to choose."""

    id: str
    title: str
    designation: str


# A plant of ten thousand positions comes in pages that a slow network carries one by one.
MACHINES_AT_ONCE = 300


@dataclass(frozen=True)
class MachinePage:
    """Machines in the plant's order. `more_after`: the last one, where others come behind it; else
    empty.
    """

    machines: list[MachineChoice]
    more_after: str


@dataclass(frozen=True)
class Choices(MachinePage):
    """What a planner chooses from, with the first of the machines."""

    people: list[str]
    feeler_sets: list[FeelerSet]
    gauging_places: tuple[Choice, ...]
    bearings: list[str]
    materials: list[str]
    own_cards: list[NamedCard]


class ChoicesAnswer(Whole[Choices]):
    """What a planner chooses from, with the first of the machines."""


class MachinePageAnswer(Whole[MachinePage]):
    """More machines."""


class AfterMachine(Model):
    """Which machines."""

    after: str = Field(min_length=1, max_length=64, description="the machine that came last")


class PeopleAnswer(Whole[list[str]]):
    """Names to choose from: asked for on every page, so apart from the plant, which may be
    large."""


class SourcesAnswer(Whole[dict[str, Source]]):
    """Sources by id."""


CHOICES = Shape(Choices)
MACHINE_PAGE = Shape(MachinePage)
PEOPLE = Shape(list[str])
SOURCES = Shape(dict[str, Source])


@api.get("/plant", responses={200: ChoicesAnswer}, summary="Machines, people, gauge sets")
def get_plant() -> Response:
    here = context()
    with here.store() as store:
        return here.choices.of(
            f"{store.site}:", store.plant_mark(), lambda: CHOICES.dump_json(_choices(here, store))
        )


@api.get(
    "/plant/machines",
    responses={200: MachinePageAnswer, 404: Problem},
    summary="The machines behind one that was told",
)
def get_machines(query: AfterMachine) -> Response:
    here = context()
    with here.store() as store:
        return here.choices.of(
            f"{store.site}:{query.after}",
            store.plant_mark(),
            lambda: MACHINE_PAGE.dump_json(MachinePage(*_machines(store, query.after))),
        )


def _machines(store: SqlStore, after: str = "") -> tuple[list[MachineChoice], str]:
    """A page of machines, and the last of them where there are more."""
    found = store.machine_page(after, MACHINES_AT_ONCE + 1)
    if found is None:
        raise NotFound("There is no such machine here.")
    shown = to_choose(found[:MACHINES_AT_ONCE])
    return shown, shown[-1].id if len(found) > MACHINES_AT_ONCE else ""


def _choices(here: Context, store: SqlStore) -> Choices:
    reference = with_own_cards(here.reference, store)
    cards: list[ReductionCard] = [c for c in reference.cards.values() if c.name]
    machines, more_after = _machines(store)
    return Choices(
        machines=machines,
        more_after=more_after,
        people=list(store.people()),
        feeler_sets=gauges_of(store.crib_items()),
        gauging_places=here.reference.procedure(procedure_id(Method.FEELER)).gauging_places,
        bearings=[row.code for row in reference.dimensions.rows],
        materials=[m.name for m in reference.materials.rows],
        own_cards=[NamedCard(c.card, c.title, c.designation) for c in cards],
    )


@api.get("/people", responses={200: PeopleAnswer}, summary="Names of those who work here")
def get_people() -> Response:
    with context().store() as store:
        return reply(PEOPLE, list(store.people()))


@api.get("/sources", responses={200: SourcesAnswer}, summary="Where numbers come from")
def get_sources() -> Response:
    here = context()
    with here.store() as store:
        return reply(SOURCES, with_own_cards(here.reference, store).sources)


class MachineBody(Model):
    """A machine to add."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=400)
    area: str = Field(default="", max_length=400)


class PositionBody(Model):
    """A bearing position to add to a machine."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=400)
    bearing: str = Field(default="", max_length=400)
    shaft: str = Field(default="", max_length=400)
    holds: str = Field(
        default="", max_length=20, description="fixed, floating, or empty where nobody has looked"
    )


class MachinePath(Model):
    """A machine in an address."""

    machine_id: str = Field(max_length=64)


class MachineAnswer(Whole[Machine]):
    """A machine with its positions."""


MACHINE = Shape(Machine)


@api.post("/plant/machines", responses={201: MachineAnswer, 422: Problem}, summary="Add a machine")
def post_machine(body: MachineBody) -> Response:
    with context().store() as store:
        return reply(MACHINE, add_machine(store, MachineDraft(body.name, body.area)), 201)


@api.post(
    "/plant/machines/<machine_id>/positions",
    responses={201: MachineAnswer, 404: Problem, 422: Problem},
    summary="Add a bearing position",
)
def post_position(path: MachinePath, body: PositionBody) -> Response:
    with context().store() as store:
        return reply(
            MACHINE,
            add_position(
                store,
                PositionDraft(path.machine_id, body.name, body.bearing, body.shaft, body.holds),
            ),
            201,
        )


class ShaftPartBody(Model):
    """Something on a shaft, as typed."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(default="", max_length=400)
    kind: str = Field(default="", max_length=20)
    at: str = Field(
        default="", max_length=60, description="its middle, from where the shaft is measured"
    )
    width: str = Field(default="", max_length=60)
    diameter: str = Field(default="", max_length=60)


class ShaftBody(Model):
    """A shaft of a machine, as typed."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=400)
    length: str = Field(max_length=60)
    datum: str = Field(max_length=400, description="where everything on it is measured from")
    bearings: dict[str, str] = Field(
        max_length=24,
        description=(
            "by position: how far its centre lies from there; blank for one of another shaft"
        ),
    )
    parts: list[ShaftPartBody] = Field(default_factory=list, max_length=24)
    shaft_id: str = Field(
        default="", max_length=64, description="the shaft that is said anew; empty for one more"
    )


@api.post(
    "/plant/machines/<machine_id>/shafts",
    responses={201: MachineAnswer, 404: Problem, 422: Problem},
    summary="Add a shaft, or say one anew",
)
def post_shaft(path: MachinePath, body: ShaftBody) -> Response:
    parts = [PartDraft(**part.model_dump()) for part in body.parts]
    draft = ShaftDraft(
        path.machine_id, body.name, body.length, body.datum, body.bearings, parts, body.shaft_id
    )
    with context().store() as store:
        return reply(MACHINE, keep_shaft(store, draft), 201)


class PositionPath(Model):
    """A bearing position in an address."""

    position_id: str = Field(max_length=64)


class LastPlanAnswer(Whole[LastPlan | None]):
    """What was planned last for a position."""


LAST_PLAN = Shape(LastPlan | None)  # type: ignore[arg-type]


@api.get(
    "/positions/<position_id>/last-plan",
    responses={200: LastPlanAnswer},
    summary="What was planned last for a position",
)
def get_last_plan(path: PositionPath) -> Response:
    here = context()
    with here.store() as store:
        return reply(LAST_PLAN, last_plan(store, path.position_id))


class PlannedQuery(Model):
    """A number as it is planned."""

    planned: str = Field(max_length=200)


class AsListedAnswer(Whole[AsListed]):
    """What the list has for a position, and what differs."""


AS_LISTED = Shape(AsListed)


@api.get(
    "/positions/<position_id>/compared",
    responses={200: AsListedAnswer},
    summary="A planned bearing beside the plant's list",
)
def get_compared(path: PositionPath, query: PlannedQuery) -> Response:
    with context().store() as store:
        return reply(AS_LISTED, compared(store.machines(), path.position_id, query.planned))
