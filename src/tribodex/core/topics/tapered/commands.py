"""What a person can ask at a tapered seat. Amounts stay as typed until decide() reads them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.job.asked import Warmth
from tribodex.core.mounting.gauging import Outcome, Phase, Row, Where
from tribodex.core.mounting.judgement import Swivel
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.quantities import Shown
from tribodex.core.topics.tapered.plan import Plan

TurnUnit = Literal["degrees", "slots", "rim", "drive_up", "turns"]


@dataclass(frozen=True)
class RevisePlan:
    """Change the plan before the bearing was gauged."""

    plan: Plan
    reason: str


@dataclass(frozen=True)
class StartGauging:
    """Begin a gauging. Places and where are the plan's unless named.

    Temperatures of inner and outer ring as typed (°C or °F), where they differ: the reading is corrected, or refused.
    """

    phase: Phase
    places: int | None = None
    where: Where | None = None
    inner_temperature: Warmth = ""
    outer_temperature: Warmth = ""


@dataclass(frozen=True)
class TryLeaf:
    """A leaf or stack was tried. `leaf` is a thickness as typed or tapped, for example “0.12” or “4.5 thou”.

    `shown` is the unit system on the screen (mm or in) that a bare number is read in.
    """

    place: int
    row: Row
    leaf: str
    outcome: Outcome
    typed: bool = False
    shown: Shown = ""


@dataclass(frozen=True)
class BracketPlace:
    """The thickest leaf that goes in at a place; the next one of the set was tried and does not. “none”: not even the thinnest.

    `both_rows`: both rows of the place were tried and read the same; `row` is then either of them.
    """

    place: int
    row: Row
    leaf: str
    typed: bool = False
    shown: Shown = ""
    both_rows: bool = False


@dataclass(frozen=True)
class RepeatPlace:
    """Gauge a place of a row anew: rolled leaf, dirt, rollers not settled. What was read there before no longer counts."""

    place: int
    row: Row


@dataclass(frozen=True)
class CloseGauging:
    """The gauging is finished."""


@dataclass(frozen=True)
class AcceptOutside:
    """Go on although the clearance is outside its group, the window is empty, or too narrow for what leaves can tell."""

    what: Literal["group", "window", "narrow"]
    name: str
    reason: str


@dataclass(frozen=True)
class SetZero:
    """The nut stands at the method's zero point and is marked; with a hydraulic nut, the start pressure reached."""

    tap_tested: bool
    start_pressure: str = ""


@dataclass(frozen=True)
class TurnNut:
    """The nut was tightened."""

    amount: str
    unit: TurnUnit = "degrees"
    shown: Shown = ""


@dataclass(frozen=True)
class SeatNut:
    """The washer or lock is fitted and the nut seated firmly. Everything but the seating itself may be left open.

    `amount` is the counted turn behind the old mark (past it where `past`); `washer_thickness` as measured here;
    `sleeve_before` and `sleeve_after` sleeve end to ring, measured with `tool`.
    """

    amount: str = ""
    unit: TurnUnit = "degrees"
    past: bool = False
    washer_thickness: str = ""
    sleeve_before: str = ""
    sleeve_after: str = ""
    tool: LengthTool | None = None
    shown: Shown = ""


@dataclass(frozen=True)
class FollowLeaf:
    """Leaf and nut do not agree; the leaf was confirmed by a second gauging, and these checks were made: it leads from here."""

    checks: tuple[str, ...]
    found: str


@dataclass(frozen=True)
class HandCheck:
    """The ring swivelled and turned by hand."""

    swivel: Swivel
    turns_freely: bool


@dataclass(frozen=True)
class ChooseRisk:
    """The chance of going too far that the next moves may carry, for example 0.02."""

    risk: float


@dataclass(frozen=True)
class SeeTab:
    """How far it is, by tightening, until a tab meets a slot."""

    amount: str
    unit: TurnUnit = "rim"
    shown: Shown = ""


@dataclass(frozen=True)
class Lock:
    """Tightened to a tab position, tab bent."""

    turn: str


@dataclass(frozen=True)
class Release:
    """Released from the sleeve; begin again."""

    reason: str


COMMANDS: tuple[type, ...] = (
    RevisePlan,
    StartGauging,
    TryLeaf,
    BracketPlace,
    RepeatPlace,
    CloseGauging,
    AcceptOutside,
    SetZero,
    TurnNut,
    SeatNut,
    FollowLeaf,
    HandCheck,
    ChooseRisk,
    SeeTab,
    Lock,
    Release,
)
