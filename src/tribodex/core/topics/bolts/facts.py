"""What can be said while a housing is closed: cap paired, base habit, load on, in line, joints bolt
by bolt, gaps beside the ring, rubbing.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum
from typing import ClassVar, Literal

from tribodex.core.bolts.order import Layout
from tribodex.core.bolts.wrench import TorqueWrench
from tribodex.core.job.facts import Fact
from tribodex.core.working import Result, Verdict


class BaseHabit(StrEnum):
    """When the base bolts come to torque."""

    ALL_SNUG = "all_snug"
    FIXED_FIRST = "fixed_first"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "all_snug": "all snug until the floating bearing is in; then line up, then torque",
            "fixed_first": (
                "the fixed base lined up and bolted down first, then its ring, then the"
                " floating one"
            ),
        }[self.value]

    @property
    def reason(self) -> str:
        """Why it is done so."""
        return {
            "all_snug": (
                "Nothing is forced: both housings find their place, and the float is centred from"
                " its bolt-hole room before torque."
            ),
            "fixed_first": (
                "The shaft has one place that holds from the start, on long bases and hanging"
                " machines; the floating housing follows it."
            ),
        }[self.value]


@dataclass(frozen=True)
class JointPlan:
    """A joint: its bolts, how they stand, the torque that is asked with its working, what the
    wrench is set to, and what was judged of it.
    """

    joint: str
    count: int
    layout: Layout
    screw: str
    torque_nm: float
    torque: Result
    wrench: TorqueWrench
    setting: Result | None
    verdicts: tuple[Verdict, ...]
    typed: dict[str, str] = field(default_factory=dict)

    @property
    def set_nm(self) -> float:
        """What the wrench shows at full torque (N·m)."""
        return (
            self.setting.value
            if self.setting is not None and self.setting.value is not None
            else self.torque_nm
        )


@dataclass(frozen=True)
class CapPaired(Fact):
    """Cap and base before they close: numbers agree, same side, faces clean, nothing rubs."""

    numbers_agree: bool
    faces_clean: bool
    rubs: str
    verdict: Verdict


@dataclass(frozen=True)
class HabitChosen(Fact):
    """When the base bolts of this shaft come to torque."""

    habit: BaseHabit


@dataclass(frozen=True)
class JointPlanned(Fact):
    """Bolts, order and torque of a joint."""

    plan: JointPlan

    def about(self) -> str:
        return self.plan.joint


@dataclass(frozen=True)
class BoltTightened(Fact):
    """One bolt in one pass: `turn` 1 to 4, the torque at the bolt (N·m)."""

    joint: str
    bolt: int
    turn: int
    torque_nm: float
    verdict: Verdict

    def about(self) -> str:
        return f"{self.joint}, bolt {self.bolt}, pass {self.turn}"


@dataclass(frozen=True)
class JointLoosened(Fact):
    """A joint was opened again: what was tightened no longer counts."""

    joint: str
    reason: str

    def about(self) -> str:
        return self.joint


@dataclass(frozen=True)
class LoadOn(Fact):
    """The support is out and the load on; cap or bolts hold against a pull upwards."""

    text: str


@dataclass(frozen=True)
class AlignedLoaded(Fact):
    """Lined up with the load on: offset over a length, gaps under the feet (mm), shaft turned by
    hand before, and whether a labyrinth asks more.
    """

    VERSION: ClassVar[int] = 4

    offset_mm: float
    over_mm: float
    feet_mm: tuple[float, ...]
    turned: bool
    labyrinth: bool
    verdict: Verdict


@dataclass(frozen=True)
class RingGapsRead(Fact):
    """Gaps beside the outer ring, towards the other bearing and away from it (mm), cap off or
    pushed with a dial.
    """

    toward_mm: float
    away_mm: float
    how: Literal["cap_off", "pushed"]
    verdict: Verdict
    figure: Result


@dataclass(frozen=True)
class RubbingLooked(Fact):
    """The cap is on and tight: shaft turned, seal rings and flingers looked at all round."""

    freely: bool
    rubs: str
    verdict: Verdict


FACTS: tuple[type[Fact], ...] = (
    CapPaired,
    HabitChosen,
    JointPlanned,
    BoltTightened,
    JointLoosened,
    LoadOn,
    AlignedLoaded,
    RingGapsRead,
    RubbingLooked,
)
BoltsFact = (
    CapPaired
    | HabitChosen
    | JointPlanned
    | BoltTightened
    | JointLoosened
    | LoadOn
    | AlignedLoaded
    | RingGapsRead
    | RubbingLooked
)
