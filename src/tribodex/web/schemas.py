"""Bodies and paths of requests. Answers are the use cases' own dataclasses."""

from __future__ import annotations

import dataclasses
import hashlib
import json
import typing
from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, RootModel, StrictFloat, StrictInt, create_model, field_validator

from tribodex.core.job import commands as cmd
from tribodex.core.job.events import kind_of
from tribodex.exchange.paper import Paper
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.ports import Tap

# The plan of a revision is made from a draft, so that command has a body of its own.
_COMMANDS: dict[str, type] = {kind_of(cls): cls for cls in cmd.Command.__args__ if cls is not cmd.RevisePlan}


# “true” is no number, and a number in quotes is a text.
_NUMBERS: dict[Any, Any] = {int: StrictInt, int | None: StrictInt | None, float: StrictFloat}


def _model(kind: str, cls: type) -> type[BaseModel]:
    hints = typing.get_type_hints(cls)
    fields: dict[str, Any] = {"kind": (Literal[kind], ...)}
    for item in dataclasses.fields(cls):
        # What an entry should have been is a command itself, told apart by its kind like any other.
        hint = _Entry | None if item.name == "entry" else _NUMBERS.get(hints[item.name], hints[item.name])
        fields[item.name] = (hint, ... if item.default is dataclasses.MISSING else item.default)
    return create_model(f"{cls.__name__}Command", __config__=ConfigDict(extra="forbid"), __doc__=cls.__doc__, **fields)


_ENTRY_MODELS: dict[str, type[BaseModel]] = {kind_of(cls): _model(kind_of(cls), cls) for cls in typing.get_args(cmd.Entry)}
_Entry: Any = Annotated[typing.Union[tuple(_ENTRY_MODELS.values())], Field(discriminator="kind")]  # noqa: UP007
COMMAND_MODELS: dict[str, type[BaseModel]] = {kind: _ENTRY_MODELS.get(kind) or _model(kind, cls) for kind, cls in _COMMANDS.items()}
# Made while running, so the type checker sees no more than that it is one of the models.
AnyCommand: Any = Annotated[typing.Union[tuple(COMMAND_MODELS.values())], Field(discriminator="kind")]  # noqa: UP007


class JobPath(BaseModel):
    """A job in an address."""

    job_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")


class FontPath(BaseModel):
    """A font in an address."""

    name: str = Field(pattern=r"^[a-z0-9-]+\.woff2$")


class PaperQuery(BaseModel):
    """Which paper."""

    paper: Paper = Paper.A4


class RecordPaperQuery(PaperQuery):
    """Which paper, and how much of the record."""

    short: bool = Field(default=False, description="page one, the certificate, alone")


class TapBody(BaseModel):
    """Who, when, and the id that makes a repeat harmless."""

    model_config = ConfigDict(extra="forbid")
    client_event_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")
    actor: str = Field(max_length=80)
    happened_at: AwareDatetime

    @field_validator("happened_at")
    @classmethod
    def _a_time_that_can_be(cls, value: datetime) -> datetime:
        if not 2000 < value.year < 2200:
            raise ValueError(f"The clock of this device says {value.year}: set it, and tap again")
        return value

    def tap(self) -> Tap:
        """As the use cases want it."""
        return Tap(self.client_event_id, self.actor, self.happened_at, self._digest())

    def _digest(self) -> str:
        """What was sent besides who and when, as one short text: the same id with other content is told apart by it.

        Only what the device sent, so that a newer server makes the same of a tap that waited.
        """
        sent = self.model_dump(mode="json", exclude_unset=True, exclude={"client_event_id", "actor", "happened_at"})
        return hashlib.sha256(json.dumps(sent, sort_keys=True).encode()).hexdigest()


class CommandBody(TapBody):
    """One tap on a job."""

    command: AnyCommand  # type: ignore[valid-type, unused-ignore]

    def core(self) -> cmd.Command:
        """The command as the core knows it."""
        return _core(self.command)


def _core(model: Any) -> cmd.Command:
    # Attributes rather than a dump: enums and tuples stay what they are.
    values = {name: getattr(model, name) for name in type(model).model_fields if name != "kind"}
    if isinstance(values.get("entry"), BaseModel):
        values["entry"] = _core(values["entry"])
    made: cmd.Command = _COMMANDS[model.kind](**values)
    return made


class DraftBody(RootModel[PlanDraft]):
    """A plan as typed."""


class OpenBody(TapBody):
    """Open a job."""

    job_id: str = Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")
    position_id: str = ""
    title: str = Field(default="", max_length=200)
    plan: PlanDraft


class ReviseBody(TapBody):
    """Change the plan."""

    plan: PlanDraft
    reason: str = Field(max_length=500)


class Health(BaseModel):
    """Whether the tool and its database answer."""

    status: str
    version: str
    at: datetime
