"""What a person can ask while taking stock."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import choice, count, length, same, worded, words
from tribodex.core.quantities import Shown
from tribodex.core.topics.stock.facts import MarkKind, Tightness

_PLACE = words("Bearing", stays=True)


@dataclass(frozen=True)
class MakeMark:
    """Something is marked or noted."""

    mark: Annotated[MarkKind, choice("Mark", worded(MarkKind), stays=True)]
    text: Annotated[str, words("What was marked or noted")]
    place: Annotated[str, _PLACE] = ""


@dataclass(frozen=True)
class CheckPart:
    """The number on a part is read. Where it differs, who decides to use it, and why; empty: nobody
    has decided.
    """

    part: Annotated[str, words("Part", stays=True)]
    specified: Annotated[str, words("Specified")]
    found: Annotated[str, words("Marked on the part")]
    place: Annotated[str, _PLACE] = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class ReadNumbers:
    """Numbers read on block, sleeve and bearing, and the shaft as measured: whatever is legible;
    the rest stays empty.
    """

    block: Annotated[str, words("Number on the block", "SN 518")] = ""
    sleeve: Annotated[str, words("Number on the sleeve", "H 318")] = ""
    bearing: Annotated[str, words("Number on the old ring", "22218 K C3")] = ""
    shaft: Annotated[str, length("Shaft, measured", "79.95 mm, 3 3/16 in")] = ""
    place: Annotated[str, _PLACE] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class PutIn:
    """A temporary part goes in."""

    what: Annotated[str, words("What")]
    where: Annotated[str, words("How many, where")] = ""


@dataclass(frozen=True)
class ComparePosition:
    """Plan and plant's list compared again; where they still differ in size, by whose word
    position, sleeve and housing were put right.
    """

    place: Annotated[str, words("Bearing", stays=True)]
    decided_by: Annotated[str, words("Put right by")] = ""
    reason: Annotated[str, words("What was put right: position, sleeve, housing")] = ""


@dataclass(frozen=True)
class TakeOut:
    """A temporary part, by the number of its entry, comes out."""

    number: Annotated[int, count("Entry", stays=True)]


@dataclass(frozen=True)
class SayJoint:
    """How far a joint is."""

    joint: Annotated[str, words("Joint", stays=True)]
    tightness: Annotated[Tightness, choice("It is", same(*Tightness))]
    wrench: Annotated[str, words("Wrench")] = ""


@dataclass(frozen=True)
class Attach:
    """A picture, sheet or spoken note that was sent before is kept with the job; `belongs_to`: the
    entry of the finding or reading it shows.
    """

    attachment: Annotated[str, words("Picture or sheet", stays=True)]
    what: Annotated[
        Literal["photo", "sheet", "voice"],
        choice("As", {"photo": "photograph", "sheet": "sheet", "voice": "spoken note"}),
    ]
    caption: Annotated[str, words("What it shows")]
    stage: Annotated[str, words("Needed at", stays=True)] = ""
    belongs_to: Annotated[int, count("Belongs to entry", stays=True)] = 0
    marks: Annotated[str, words("Drawn on it", stays=True)] = ""


COMMANDS: tuple[type, ...] = (
    MakeMark,
    CheckPart,
    ReadNumbers,
    ComparePosition,
    PutIn,
    TakeOut,
    SayJoint,
    Attach,
)
