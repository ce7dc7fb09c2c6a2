"""What can be said of greasing a bearing and its housing: lubricant, amounts, packed, corner by
corner, oil level, tag.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from tribodex.core.grease.amounts import Pace
from tribodex.core.grease.housing import Measured
from tribodex.core.grease.strokes import GreaseGun
from tribodex.core.job.facts import Fact
from tribodex.core.working import Result, Verdict

Pack = Literal["full", "part", "none"]


@dataclass(frozen=True)
class LubricantChosen(Fact):
    """What goes in: its name, whether grease or oil, its thickener beside the old one's, and κ
    where oil, speed and warmth are known.
    """

    kind: Literal["grease", "oil"]
    name: str
    thickener: str
    old: str
    mixes: Verdict
    figures: tuple[Result, ...]
    typed: dict[str, str] = field(default_factory=dict)

    def judgements(self) -> tuple[Verdict, ...]:
        return (self.mixes,)


@dataclass(frozen=True)
class FillPlan:
    """Two amounts. `counted`: the sheet counts strokes, and of how many grams nobody knows: they
    stay strokes, `housing_g` is zero then.

    `seals_g`, `cartridge_g`: what the seals take, and what a cartridge holds, for the budget.
    `housing_g` by `by` (share or sheet); sizes (mm) of the housing for its drawing, None where only
    a volume is known.
    """

    pace: Pace
    gun: GreaseGun | None
    bearing: Result
    housing: Result
    others: tuple[Result, ...]
    share: float | None
    by: Literal["rule", "share", "sheet"]
    source: str
    housing_g: float
    measured: Measured
    corners: int
    housing_mm: float | None
    inside_mm: float | None
    level_mm: float | None
    verdict: Verdict | None
    typed: dict[str, str] = field(default_factory=dict)
    counted: bool = False
    seals_g: float | None = None
    cartridge_g: float | None = None

    @property
    def in_strokes(self) -> bool:
        """Whether corners are counted in strokes: of this gun, or as the sheet counts them."""
        return self.gun is not None or self.counted

    @property
    def asked(self) -> tuple[float, ...]:
        """What each corner gets: strokes of the gun, or grams where no gun is used."""
        if self.measured.corners:
            return tuple(float(count) for count in self.measured.corners)
        return tuple(round(self.housing_g / self.corners, 1) for _ in range(self.corners))


@dataclass(frozen=True)
class FillPlanned(Fact):
    """How much goes where."""

    plan: FillPlan


@dataclass(frozen=True)
class BearingPacked(Fact):
    """The bearing was packed by hand: how full, and turned so that grease goes through its cage on
    both rows.
    """

    how: Pack
    turned: bool
    text: str
    verdict: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class CornerFilled(Fact):
    """One corner of the housing: what it got (strokes, or grams without a gun), against what it
    should.
    """

    corner: int
    amount: float
    verdict: Verdict

    def about(self) -> str:
        return f"corner {self.corner}"


@dataclass(frozen=True)
class StorageTagged(Fact):
    """A housing filled for storage carries a tag: drain and run in before service."""

    text: str


@dataclass(frozen=True)
class OilFilled(Fact):
    """Oil at standstill: below the middle of the shaft (mm), channels open, both sides level, drain
    plug in.
    """

    below_mm: float
    channels_open: bool
    level_both: bool
    plug: str
    typed: str
    verdicts: tuple[Verdict, ...]


@dataclass(frozen=True)
class LeftAsMade(Fact):
    """It came greased from its maker and gets nothing now."""

    text: str


FACTS: tuple[type[Fact], ...] = (
    LubricantChosen,
    FillPlanned,
    BearingPacked,
    CornerFilled,
    StorageTagged,
    OilFilled,
    LeftAsMade,
)
GreaseFact = (
    LubricantChosen
    | FillPlanned
    | BearingPacked
    | CornerFilled
    | StorageTagged
    | OilFilled
    | LeftAsMade
)
