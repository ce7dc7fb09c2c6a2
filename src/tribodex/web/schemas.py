"""Bodies and paths of requests. Answers are the use cases' own dataclasses."""

from __future__ import annotations

import dataclasses
import hashlib
import json
import types
import typing
from datetime import datetime
from typing import Annotated, Any, Literal, Self

from pydantic import (
    AwareDatetime,
    BeforeValidator,
    ConfigDict,
    Field,
    StrictBool,
    StrictFloat,
    StrictInt,
    create_model,
    field_validator,
    model_validator,
)

from tribodex.core.job.commands import FromPaper
from tribodex.core.job.facts import kind_of
from tribodex.core.job.scope import Scope
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics import HOUSE
from tribodex.core.topics.tapered.commands import RevisePlan
from tribodex.exchange.paper import Paper
from tribodex.usecases.crib import Used
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.planning.fitted import FittedDraft
from tribodex.usecases.planning.followers import FollowerDraft
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.inserts import InsertDraft
from tribodex.usecases.ports import Tap
from tribodex.web.access import actor
from tribodex.web.models import Model, Whole

# The plan of a revision is made from a draft, so that command has a body of its own.
_COMMANDS: dict[str, type] = {
    kind: cls for kind, cls in HOUSE.commands.items() if cls is not RevisePlan
}
# What may be said again in a correction.
_ENTRIES: dict[str, type] = {kind_of(cls): cls for cls in HOUSE.entry_commands}


_STRICT: dict[Any, Any] = {bool: StrictBool, int: StrictInt, float: StrictFloat}


def _strict(hint: Any) -> Any:
    """A type as it stands in JSON: “yes” and 1 are no true, “true” is no number, and a number in
    quotes is a text; also within lists.
    """
    inside = typing.get_args(hint)
    if hint in _STRICT or not inside:
        return _STRICT.get(hint, hint)
    if typing.get_origin(hint) is tuple:
        return tuple[tuple(_strict(one) for one in inside)]  # type: ignore[misc]
    if typing.get_origin(hint) in (typing.Union, types.UnionType):
        return typing.Union[tuple(_strict(one) for one in inside)]  # noqa: UP007
    return hint


class _Command(Model):
    model_config = ConfigDict(extra="forbid")


def _model(kind: str, cls: type) -> type[_Command]:
    hints = typing.get_type_hints(cls)
    fields: dict[str, Any] = {"kind": (Literal[kind], ...)}
    for item in dataclasses.fields(cls):
        # What an entry should have been is a command itself, told apart by its kind like any other.
        hint = (
            _Entry | None
            if item.name == "entry"
            else _Step
            if item.name == "step" and cls is FromPaper
            else None
        )
        hint = hint or _strict(hints[item.name])
        fields[item.name] = (hint, ... if item.default is dataclasses.MISSING else item.default)
    return create_model(f"{cls.__name__}Command", __base__=_Command, __doc__=cls.__doc__, **fields)


_ENTRY_MODELS: dict[str, type[_Command]] = {
    kind: _model(kind, cls) for kind, cls in _ENTRIES.items()
}
_Entry: Any = Annotated[typing.Union[tuple(_ENTRY_MODELS.values())], Field(discriminator="kind")]  # noqa: UP007
# What was done on paper is any step of the work.
_STEP_MODELS: dict[str, type[_Command]] = {
    kind: _ENTRY_MODELS.get(kind) or _model(kind, cls)
    for kind, cls in _COMMANDS.items()
    if cls in HOUSE.by_command
}
_Step: Any = Annotated[typing.Union[tuple(_STEP_MODELS.values())], Field(discriminator="kind")]  # noqa: UP007
COMMAND_MODELS: dict[str, type[_Command]] = {
    kind: _STEP_MODELS.get(kind) or _ENTRY_MODELS.get(kind) or _model(kind, cls)
    for kind, cls in _COMMANDS.items()
}
# Made while running, so the type checker sees no more than that it is one of the models.
_AnyOf: Any = typing.Union[tuple(COMMAND_MODELS.values())]  # noqa: UP007
AnyCommand: Any = Annotated[_AnyOf, Field(discriminator="kind")]


class JobPath(Model):
    """A job in an address."""

    job_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")


class FontPath(Model):
    """A font in an address."""

    name: str = Field(pattern=r"^[a-z0-9-]+\.woff2$")


class PaperQuery(Model):
    """Which paper."""

    paper: Paper = Paper.A4


class RecordPaperQuery(PaperQuery):
    """Which paper, and how much of the record."""

    short: bool = Field(default=False, description="page one, the certificate, alone")


class PlaceQuery(Model):
    """Which bearing of a job; the first one when left out."""

    at: str = Field(default="", max_length=16)


class PlacePaperQuery(PaperQuery, PlaceQuery):
    """Which bearing, which paper."""


def _written_out(value: object) -> object:
    # A bare number would be read as seconds since 1970.
    if not isinstance(value, str | datetime) or (
        isinstance(value, str) and "T" not in value.upper()
    ):
        raise ValueError("A time is written out, with its zone, as 2026-11-30T14:05:00Z")
    return value


Moment = Annotated[AwareDatetime, BeforeValidator(_written_out)]


class TapBody(Model):
    """Who, when, and the id that makes a repeat harmless."""

    model_config = ConfigDict(extra="forbid")
    client_event_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")
    actor: str = Field(
        default="",
        max_length=80,
        description="that of who is signed in, and nobody else's; may be left out",
    )
    happened_at: Moment

    @field_validator("happened_at")
    @classmethod
    def _a_time_that_can_be(cls, value: datetime) -> datetime:
        if not 2000 < value.year < 2200:
            raise ValueError(f"The clock of this device says {value.year}: set it, and tap again")
        return value

    def tap(self) -> Tap:
        """As the use cases want it."""
        return Tap(self.client_event_id, actor(self.actor), self.happened_at, self._digest())

    def _digest(self) -> str:
        """What was sent besides who and when, as one short text: the same id with other content is
        told apart by it.

        Only what the device sent, so that a newer server makes the same of a tap that waited.
        """
        sent = self.model_dump(
            mode="json",
            exclude_unset=True,
            exclude={"client_event_id", "actor", "happened_at", "seen"},
        )
        return hashlib.sha256(json.dumps(sent, sort_keys=True).encode()).hexdigest()


class WithdrawBody(TapBody):
    """No longer offer it."""

    reason: str = Field(max_length=300)


class UsedAnswer(Whole[Used]):
    """Jobs that rest on earlier versions."""


class TaskQuery(Model):
    """Which task of a job is shown: a stage, a place; what is next when left out."""

    at: str = Field(
        default="",
        max_length=16,
        description="a place of the job; empty: the whole shaft, or the only place",
    )
    stage: str = Field(default="", max_length=40, description="a stage of the job")
    paper: bool = Field(
        default=False, description="what was done on paper is typed in: no gate is asked"
    )


class CommandBody(TapBody):
    """One tap on a job, at a place of it; the place may be left out where there is only one."""

    at: str = Field(default="", max_length=16)
    meant: list[str] = Field(
        default_factory=list,
        max_length=12,
        description="fields whose number was read back, and is meant",
    )
    seen: StrictInt | None = Field(
        default=None,
        ge=0,
        le=10_000_000,
        description=(
            "the last entry that the screen showed; left out by a tap that waited for the network"
        ),
    )

    command: AnyCommand  # type: ignore[valid-type, unused-ignore]

    def core(self) -> object:
        """The command as the core knows it."""
        return _core(self.command)


def _core(model: Any) -> object:
    # Attributes rather than a dump: enums and tuples stay what they are.
    values = {name: getattr(model, name) for name in type(model).model_fields if name != "kind"}
    for name in ("entry", "step"):
        if isinstance(values.get(name), _Command):
            values[name] = _core(values[name])
    return _COMMANDS[model.kind](**values)


class DraftBody(Whole[PlanDraft]):
    """A plan as typed."""


class BearingBody(Model):
    """One bearing of a job to open."""

    model_config = ConfigDict(extra="forbid")
    position_id: str = ""
    plan: PlanDraft | None = None
    shoulder: ShoulderDraft | None = Field(
        default=None, description="a bearing on a cylindrical seat, in place of `plan`"
    )
    follower: FollowerDraft | None = Field(
        default=None, description="a cam follower, in place of `plan`"
    )
    unit: UnitDraft | None = Field(
        default=None, description="a housed unit with an insert, in place of `plan`"
    )
    insert: InsertDraft | None = Field(
        default=None,
        description="an insert changed in its housing on the bench, in place of `plan`",
    )
    fitted: FittedDraft | None = Field(
        default=None,
        description="what others mounted, in place of `plan`: for a job that does not mount it",
    )
    floats: Floats = Floats.UNKNOWN
    name: str = Field(
        default="",
        max_length=400,
        description=(
            "which bearing of a machine that is not in the plant yet, in place of `position_id`"
        ),
    )

    @model_validator(mode="after")
    def _one_plan(self) -> Self:
        if (
            sum(
                one is not None
                for one in (
                    self.plan,
                    self.shoulder,
                    self.follower,
                    self.unit,
                    self.insert,
                    self.fitted,
                )
            )
            != 1
        ):
            raise ValueError(
                "one plan: a bearing on a taper or on a cylindrical seat, a cam follower, a housed"
                " unit, an insert, or what others mounted"
            )
        return self

    def order(self) -> BearingOrder:
        """As the use case wants it."""
        draft = (
            self.plan or self.shoulder or self.follower or self.unit or self.insert or self.fitted
        )
        assert draft is not None  # one of them is there
        return BearingOrder(self.position_id, draft, self.floats, self.name)


class OpenBody(TapBody):
    """Open a job: for one bearing (position and plan), or for several of one shaft."""

    job_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")
    title: str = Field(default="", max_length=200)
    position_id: str = ""
    plan: PlanDraft | None = None
    bearings: list[BearingBody] = Field(default_factory=list, max_length=8)
    whole: StrictBool = Field(
        default=False, description="every stage of the trade, not the mounting alone"
    )
    scope: Scope = Field(
        default=Scope.WHOLE, description="with `whole`: what of every stage this job covers"
    )
    off_machine: str = Field(
        default="",
        max_length=200,
        description="why it is work away from the machine: isolation is not asked then",
    )
    machine: str | None = Field(
        default=None,
        max_length=400,
        description="what a machine is called that is not in the plant yet",
    )
    name: str = Field(
        default="", max_length=400, description="with `plan`: which bearing of that machine"
    )
    cartridge: CartridgeDraft | None = Field(
        default=None, description="what closes two bearings on cylindrical seats into one housing"
    )

    def order(self) -> Order:
        """As the use case wants it. One bearing may be named alone, as it was before a job could
        hold several.
        """
        bearings = [bearing.order() for bearing in self.bearings]
        if self.plan is not None:
            bearings.insert(0, BearingOrder(self.position_id, self.plan, name=self.name))
        return Order(
            self.title,
            tuple(bearings),
            self.whole,
            self.cartridge,
            self.scope,
            self.off_machine,
            self.machine,
        )


class ReviseBody(TapBody):
    """Change the plan of a bearing."""

    at: str = Field(default="", max_length=16)

    plan: PlanDraft
    reason: str = Field(max_length=500)


class GiveBody(TapBody):
    """Give a bearing its position in the plant."""

    at: str = Field(default="", max_length=16)
    position_id: str = Field(max_length=64)


class Health(Model):
    """Whether the tool and its database answer."""

    status: str
    version: str
    at: datetime
