"""The plant, its people and gauge sets, and where numbers come from."""

from __future__ import annotations

from dataclasses import dataclass

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import RootModel, TypeAdapter

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.procedure import Choice
from tribodex.core.sources import Source
from tribodex.usecases.jobs import PROCEDURE
from tribodex.usecases.ports import Machine
from tribodex.web.context import context, reply

api = APIBlueprint("plant", __name__, url_prefix="/api", abp_tags=[Tag(name="plant")])


@dataclass(frozen=True)
class Choices:
    """What a planner chooses from."""

    machines: list[Machine]
    people: list[str]
    feeler_sets: list[FeelerSet]
    gauging_places: tuple[Choice, ...]
    bearings: list[str]


class ChoicesAnswer(RootModel[Choices]):
    """What a planner chooses from."""


class SourcesAnswer(RootModel[dict[str, Source]]):
    """Sources by id."""


CHOICES = TypeAdapter(Choices)
SOURCES = TypeAdapter(dict[str, Source])


@api.get("/plant", responses={200: ChoicesAnswer}, summary="Machines, people, gauge sets")
def get_plant() -> Response:
    here = context()
    procedure = here.reference.procedure(PROCEDURE)
    codes = [row.code for row in here.reference.dimensions.rows]
    with here.store() as store:
        plant = Choices(list(store.machines()), list(store.people()), list(store.feeler_sets()), procedure.gauging_places, codes)
        return reply(CHOICES, plant)


@api.get("/sources", responses={200: SourcesAnswer}, summary="Where numbers come from")
def get_sources() -> Response:
    return reply(SOURCES, context().reference.sources)
