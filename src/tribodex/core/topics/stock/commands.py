"""What a person can ask while taking stock."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.topics.stock.facts import MarkKind, Tightness


@dataclass(frozen=True)
class MakeMark:
    """Something is marked or noted."""

    mark: MarkKind
    text: str
    place: str = ""


@dataclass(frozen=True)
class CheckPart:
    """The number on a part is read. Where it differs, who decides to use it, and why; empty: nobody has decided."""

    part: str
    specified: str
    found: str
    place: str = ""
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class PutIn:
    """A temporary part goes in."""

    what: str
    where: str = ""


@dataclass(frozen=True)
class TakeOut:
    """A temporary part, by the number of its entry, comes out."""

    number: int


@dataclass(frozen=True)
class SayJoint:
    """How far a joint is."""

    joint: str
    tightness: Tightness
    wrench: str = ""


@dataclass(frozen=True)
class Attach:
    """A picture or sheet that was sent before is kept with the job."""

    attachment: str
    what: Literal["photo", "sheet"]
    caption: str
    stage: str = "take_stock"


COMMANDS: tuple[type, ...] = (MakeMark, CheckPart, PutIn, TakeOut, SayJoint, Attach)
