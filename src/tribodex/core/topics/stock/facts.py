"""What can be said while taking stock: marks, parts, temporary parts, joints, what is attached."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, Literal

from tribodex.core.components.compare_numbers import Difference
from tribodex.core.job.facts import Fact
from tribodex.core.mounting.part_numbers import Candidate
from tribodex.core.photo_marks import PhotoMark
from tribodex.core.working import Level, Verdict


class MarkKind(StrEnum):
    """What is marked before anything is loosened. Without a drawing, these marks are the
    drawing."""

    FIXED = "fixed_or_floating"
    POSITION = "position_on_base"
    CAP_BASE = "cap_and_base"
    NUT_SIDE = "nut_side"
    SHIMS = "shims"
    RINGS = "rings_found"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            MarkKind.FIXED: "fixed or floating, as found",
            MarkKind.POSITION: "housing on its base, side and front",
            MarkKind.CAP_BASE: "cap and base, matching numbers",
            MarkKind.NUT_SIDE: "which way the nut end faces",
            MarkKind.SHIMS: "shims under each foot",
            MarkKind.RINGS: "locating rings found",
        }[self]


class Tightness(StrEnum):
    """How far a joint is."""

    OPEN = "open"
    BY_HAND = "by hand"
    SNUG = "snug"
    AT_TORQUE = "at torque"


class StockCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    PART_DIFFERS = "stock.part_differs"
    NOT_THE_POSITIONS = "stock.not_the_positions"
    ANOTHER_SUFFIX = "stock.another_suffix"


@dataclass(frozen=True)
class MarkMade(Fact):
    """Something was marked or noted at a bearing (`place`), or for the whole shaft."""

    place: str
    mark: MarkKind
    text: str

    def about(self) -> str:
        return f"{self.place}, {self.mark.value}"


@dataclass(frozen=True)
class PartChecked(Fact):
    """The number on a part against what is asked for. A difference is a decision with a name."""

    place: str
    part: str
    specified: str
    found: str
    differs: tuple[Difference, ...]
    decided_by: str
    reason: str

    def about(self) -> str:
        return f"{self.place}, {self.part}"

    def judgements(self) -> tuple[Verdict, ...]:
        grave = [
            f"{d.what}: {d.specified} is asked for, {d.found} is on the part"
            for d in self.differs
            if d.grave
        ]
        return (
            (
                Verdict(
                    "another part", Level.STOP, f"{'; '.join(grave)}.", code=StockCode.PART_DIFFERS
                ),
            )
            if grave
            else ()
        )


@dataclass(frozen=True)
class PositionCompared(Fact):
    """What is planned for a position beside what the plant's list has there; nothing differs where
    `differs` is empty.

    Another size or kind stands until position, sleeve and housing are put right, by whoever says
    so; a suffix may be taken by name.
    """

    place: str
    listed: str
    planned: str
    differs: tuple[Difference, ...]
    decided_by: str = ""
    reason: str = ""

    def about(self) -> str:
        return f"{self.place}, position"

    def named(self) -> str:
        return f"{self.decided_by}: {self.reason}" if self.decided_by else ""

    def judgements(self) -> tuple[Verdict, ...]:
        if not self.differs:
            return ()
        words = "; ".join(
            f"{d.what}: {d.specified} by the plant's list, {d.found} planned" for d in self.differs
        )
        if any(d.another_size for d in self.differs):
            why = f"{words}. Its sleeve and its housing are for the one that is listed."
            return (
                Verdict(
                    "not this position's bearing", Level.STOP, why, code=StockCode.NOT_THE_POSITIONS
                ),
            )
        return (
            Verdict(
                "not as listed for this position",
                Level.STOP,
                f"{words}.",
                code=StockCode.ANOTHER_SUFFIX,
            ),
        )


@dataclass(frozen=True)
class NumbersRead(Fact):
    """Numbers read on block, sleeve and bearing, the shaft as measured (mm): what they may mean,
    and what cannot go together.
    """

    place: str
    block: str
    sleeve: str
    bearing: str
    shaft_mm: float | None
    shaft_typed: str
    candidates: tuple[Candidate, ...]
    verdicts: tuple[Verdict, ...]

    def about(self) -> str:
        return f"{self.place}, numbers"


@dataclass(frozen=True)
class TemporaryIn(Fact):
    """Something was put in that comes out again: a support, a protector, a strap, film, a plug."""

    what: str
    where: str


@dataclass(frozen=True)
class TemporaryOut(Fact):
    """A temporary part came out again; `entry` is the entry that put it in."""

    entry: int


@dataclass(frozen=True)
class JointSaid(Fact):
    """How far a joint is, with the wrench where it is at torque."""

    joint: str
    tightness: Tightness
    wrench: str

    def about(self) -> str:
        return self.joint


@dataclass(frozen=True)
class Attached(Fact):
    """A picture, sheet or spoken note kept with the job: for the stage that needs it, and the entry
    that it belongs to (0: none).

    `marks`: what was drawn over a picture; the picture itself is kept as it was taken.
    """

    VERSION: ClassVar[int] = 4

    attachment: str
    what: Literal["photo", "sheet", "voice"]
    caption: str
    stage: str
    belongs_to: int = 0
    marks: tuple[PhotoMark, ...] = ()


FACTS: tuple[type[Fact], ...] = (
    MarkMade,
    PartChecked,
    NumbersRead,
    PositionCompared,
    TemporaryIn,
    TemporaryOut,
    JointSaid,
    Attached,
)
StockFact = (
    MarkMade
    | PartChecked
    | NumbersRead
    | PositionCompared
    | TemporaryIn
    | TemporaryOut
    | JointSaid
    | Attached
)
