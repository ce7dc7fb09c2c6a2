"""What a person can ask of any job, whatever work is done in it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True)
class ConfirmGate:
    """Confirm items of a gate; it opens when all are confirmed."""

    gate: str
    items: tuple[str, ...]


@dataclass(frozen=True)
class OverruleGate:
    """Pass a gate although not all is confirmed."""

    gate: str
    name: str
    reason: str
    items: tuple[str, ...] = ()


@dataclass(frozen=True)
class TickStep:
    """A step of a stage is done; or it is to be done after all."""

    stage: str
    step: str
    done: bool = True


@dataclass(frozen=True)
class SetStageAside:
    """A stage is no part of this job."""

    stage: str
    reason: str


@dataclass(frozen=True)
class TakeStageUp:
    """A stage that was set aside is part of this job after all."""

    stage: str


@dataclass(frozen=True)
class AcceptAlarm:
    """What entry `number` says that stops, or is not known, is taken as it is, by name with a reason."""

    number: int
    name: str
    reason: str
    code: str = ""


@dataclass(frozen=True)
class StateDone:
    """What a step needs was done outside this job: who says so, and how it is known."""

    what: str
    by: str
    how: str


@dataclass(frozen=True)
class AddNote:
    """A remark."""

    text: str


@dataclass(frozen=True)
class OpenPoint:
    """Something left to do. `blocks` names a stage that does not begin before it is done."""

    text: str
    blocks: str = ""


@dataclass(frozen=True)
class ClosePoint:
    """An open point is settled. `accepted_by`: it is not done, and somebody takes it on, with the reason in `how`."""

    point: int
    how: str
    accepted_by: str = ""


@dataclass(frozen=True)
class Correct:
    """An earlier entry was wrong. `entry` is what should have been said there, decided where the entry stands.

    An entry is withdrawn only when `withdraw` says so.
    """

    target: int
    reason: str
    entry: Any = None
    withdraw: bool = False


@dataclass(frozen=True)
class Sign:
    """Sign the record."""

    name: str
    role: str


@dataclass(frozen=True)
class Abandon:
    """Give the job up."""

    name: str
    reason: str


KERNEL_COMMANDS: tuple[type, ...] = (
    ConfirmGate,
    OverruleGate,
    TickStep,
    SetStageAside,
    TakeStageUp,
    AcceptAlarm,
    StateDone,
    AddNote,
    OpenPoint,
    ClosePoint,
    Correct,
    Sign,
    Abandon,
)
