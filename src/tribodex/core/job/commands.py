"""What a person can ask of any job, whatever work is done in it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Any

from tribodex.core.grease.interval import ROLLS
from tribodex.core.job.asked import choice, count, length, tick, words
from tribodex.core.quantities import Shown

SEATS = {
    "": "not known",
    "adapter_sleeve": "an adapter sleeve",
    "withdrawal_sleeve": "a withdrawal sleeve",
    "tapered_shaft": "a tapered shaft",
    "cylindrical": "the shaft itself, straight",
}


@dataclass(frozen=True)
class ConfirmGate:
    """Confirm items of a gate; it opens when all are confirmed."""

    gate: Annotated[str, words("Gate", stays=True)]
    items: Annotated[tuple[str, ...], words("Items confirmed")]


@dataclass(frozen=True)
class OverruleGate:
    """Pass a gate although not all is confirmed."""

    gate: Annotated[str, words("Gate", stays=True)]
    name: Annotated[str, words("Decided by")]
    reason: Annotated[str, words("Reason")]
    items: Annotated[tuple[str, ...], words("Items left open")] = ()


@dataclass(frozen=True)
class TickStep:
    """A step of a stage is done; or it is to be done after all."""

    stage: Annotated[str, words("Stage", stays=True)]
    step: Annotated[str, words("Step", stays=True)]
    done: Annotated[bool, tick("Done")] = True


@dataclass(frozen=True)
class SetStageAside:
    """A stage is no part of this job."""

    stage: Annotated[str, words("Stage", stays=True)]
    reason: Annotated[str, words("Reason")]


@dataclass(frozen=True)
class TakeStageUp:
    """A stage that was set aside is part of this job after all."""

    stage: Annotated[str, words("Stage", stays=True)]


@dataclass(frozen=True)
class AcceptAlarm:
    """What entry `number` says that stops, or is not known, is taken as it is, by name with a
    reason.
    """

    number: Annotated[int, count("Entry", stays=True)]
    name: Annotated[str, words("Accepted by")]
    reason: Annotated[str, words("Reason")]
    code: Annotated[str, words("Which stop", stays=True)] = ""


@dataclass(frozen=True)
class StateDone:
    """What a step needs was done outside this job: who says so, and how it is known."""

    what: Annotated[str, words("What was done", stays=True)]
    by: Annotated[str, words("Who says so")]
    how: Annotated[str, words("How it is known")]


@dataclass(frozen=True)
class SayFitted:
    """What is fitted at a place that this job does not mount: its number, or its sizes with what
    rolls in it; the shaft under it.
    """

    designation: Annotated[str, words("Number on the ring, or what it is called", "22218 K C3")]
    shaft: Annotated[str, length("Shaft diameter", "80 mm or 3 7/16 in")]
    bore: Annotated[str, length("Bore", "90 mm", empty="by its number")] = ""
    outside: Annotated[str, length("Outside diameter", "160 mm", empty="by its number")] = ""
    width: Annotated[str, length("Width", "40 mm", empty="by its number")] = ""
    design: Annotated[str, choice("In it roll", ROLLS)] = ""
    seat: Annotated[str, choice("It sits on", SEATS)] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class GivePosition:
    """A bearing that was not in the plant yet gets its position there, found in the plant by
    whoever asks for it.
    """

    machine_id: str
    machine: str
    position_id: str
    name: str


@dataclass(frozen=True)
class AddNote:
    """A remark."""

    text: Annotated[str, words("Note")]


@dataclass(frozen=True)
class OpenPoint:
    """Something left to do. `blocks` names a stage that does not begin before it is done."""

    text: Annotated[str, words("What is left to do")]
    blocks: Annotated[str, words("Before which stage")] = ""


@dataclass(frozen=True)
class ClosePoint:
    """An open point is settled. `accepted_by`: it is not done, and somebody takes it on, with the
    reason in `how`.
    """

    point: Annotated[int, count("Point", stays=True)]
    how: Annotated[str, words("How it was settled")]
    accepted_by: Annotated[str, words("Accepted by")] = ""


@dataclass(frozen=True)
class Correct:
    """An earlier entry was wrong. `entry` is what should have been said there, decided where the
    entry stands.

    An entry is withdrawn only when `withdraw` says so.
    """

    target: Annotated[int, count("Entry", stays=True)]
    reason: Annotated[str, words("What was wrong", "read the wrong feeler")]
    entry: Annotated[Any, words("What it should have been")] = None
    withdraw: Annotated[bool, tick("Withdrawn")] = False


@dataclass(frozen=True)
class FromPaper:
    """A step that was done on paper before, typed in afterwards: who did it, when as the card says
    (with its zone), and the step itself.
    """

    done_by: Annotated[str, words("Done by")]
    done_at: Annotated[str, words("Done at, as the card says", "2026-11-28 14:30")]
    step: Annotated[Any, words("What was done")]


@dataclass(frozen=True)
class SayPaper:
    """How it was isolated and supported while it was done on paper: who says so."""

    said_by: Annotated[str, words("Who says so")]
    how: Annotated[
        str, words("What was isolated and supported", "locked at Q14 and tried, shaft on two jacks")
    ]


@dataclass(frozen=True)
class Undo:
    """The last tap was a slip: taken back at once, by the device that made it and knows its id."""

    tap: Annotated[str, words("Tap", stays=True)]


@dataclass(frozen=True)
class Sign:
    """Sign the record."""

    name: Annotated[str, words("Signed by")]
    role: Annotated[str, words("As")]


@dataclass(frozen=True)
class CounterSign:
    """A second person looked at what was signed, and signs it too."""

    name: Annotated[str, words("Counter-signed by")]
    role: Annotated[str, words("As")]


@dataclass(frozen=True)
class HandOver:
    """Give the job to somebody, with what that person should know."""

    to: Annotated[str, words("Handed over to")]
    note: Annotated[
        str, words("What the other one should know", "driven to 40 µm, lock plate on the bench")
    ]


@dataclass(frozen=True)
class Abandon:
    """Give the job up."""

    name: Annotated[str, words("Given up by")]
    reason: Annotated[str, words("Reason")]


KERNEL_COMMANDS: tuple[type, ...] = (
    FromPaper,
    SayPaper,
    ConfirmGate,
    Undo,
    OverruleGate,
    TickStep,
    SetStageAside,
    TakeStageUp,
    AcceptAlarm,
    StateDone,
    SayFitted,
    AddNote,
    OpenPoint,
    ClosePoint,
    Correct,
    Sign,
    CounterSign,
    HandOver,
    Abandon,
)
