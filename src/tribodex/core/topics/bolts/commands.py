"""What a person can ask while a housing is closed. Torques, lengths and dates stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.job.asked import Torque
from tribodex.core.quantities import Shown
from tribodex.core.topics.bolts.facts import BaseHabit


@dataclass(frozen=True)
class PairCap:
    """Cap and base before they close; `rubs`: what rubs, empty where nothing does."""

    numbers_agree: bool
    faces_clean: bool
    rubs: str = ""


@dataclass(frozen=True)
class ChooseHabit:
    """When the base bolts come to torque."""

    habit: BaseHabit


@dataclass(frozen=True)
class PlanJoint:
    """A joint. The maker's torque with its source, else by grade and how the thread is; with an extension what the wrench is set to."""

    joint: str
    count: str
    layout: str
    screw: str
    grade: str = ""
    finish: str = ""
    torque: str = ""
    torque_source: str = ""
    into: str = ""
    engaged: str = ""
    wrench: str = ""
    wrench_from: str = ""
    wrench_to: str = ""
    wrench_checked: str = ""
    wrench_length: str = ""
    extension: str = ""
    angle: str = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TightenBolt:
    """One bolt in one pass. `torque` where it was not the one that is asked."""

    joint: str
    bolt: int
    turn: int
    torque: Torque = ""


@dataclass(frozen=True)
class LoosenJoint:
    """A joint is opened again."""

    joint: str
    reason: str


@dataclass(frozen=True)
class TakeSupportOut:
    """The support comes out, the load comes on: what was taken out."""

    text: str


@dataclass(frozen=True)
class AlignLoaded:
    """Lined up with the load on; leaf under each foot: 0 + 0.02."""

    offset: str
    over: str
    feet: str = ""
    turned: bool = False
    labyrinth: bool = False
    shown: Shown = ""


@dataclass(frozen=True)
class ReadRingGaps:
    """Gaps beside the outer ring."""

    toward: str
    away: str
    how: Literal["cap_off", "pushed"]
    shown: Shown = ""


@dataclass(frozen=True)
class LookRubbing:
    """Cap on and tight: turned and looked at; `rubs`: what rubs, empty where nothing does."""

    freely: bool
    rubs: str = ""


COMMANDS: tuple[type, ...] = (
    PairCap,
    ChooseHabit,
    PlanJoint,
    TightenBolt,
    LoosenJoint,
    TakeSupportOut,
    AlignLoaded,
    ReadRingGaps,
    LookRubbing,
)
