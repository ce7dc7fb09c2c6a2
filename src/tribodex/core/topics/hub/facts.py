"""What can be said while a bearing goes into a tight hub."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.facts import Fact
from tribodex.core.shouldered.hub import HubCode
from tribodex.core.shouldered.hub_plan import HubHeld, HubPlan
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.working import Level, Verdict


@dataclass(frozen=True)
class HubPlanned(Fact):
    """The plan of its hub."""

    plan: HubPlan


@dataclass(frozen=True)
class HoleMeasured(Fact):
    """Hole of the hub, and the ring where it was measured (mm, at one temperature), against what
    the drawing asks.
    """

    hole_mm: float
    ring_mm: float | None
    typed: str
    verdict: Verdict


@dataclass(frozen=True)
class WayInChosen(Fact):
    """The way to bring it in, with what was advised; one that is not advised is a decision with a
    name.
    """

    way: WayIn
    advised: Verdict
    decided_by: str = ""
    reason: str = ""


@dataclass(frozen=True)
class BearingWarmth(Fact):
    """The temperature of the bearing before it goes in."""

    bearing_c: float


@dataclass(frozen=True)
class HubWarmth(Fact):
    """The temperature of the hub at its hole, judged by its limit."""

    hub_c: float
    verdict: Verdict


@dataclass(frozen=True)
class PushedIn(Fact):
    """It was pushed to the shoulder of its hub and held until it gripped."""

    text: str


@dataclass(frozen=True)
class StoppedIn(Fact):
    """It hesitated or cocked: everything is let off until the cause is out."""

    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        return (
            Verdict(
                "stopped on the way in",
                Level.STOP,
                f"{self.text}. Let off until the cause is out.",
                code=HubCode.COCKED,
            ),
        )


@dataclass(frozen=True)
class StraightIn(Fact):
    """The cause is out; bearing and hub stand straight again."""

    cause: str


@dataclass(frozen=True)
class HubTried(Fact):
    """Whether the leaf enters between outer ring and shoulder at top, right, bottom and left, when
    it was hand-warm.
    """

    enters: tuple[bool, bool, bool, bool]
    verdict: Verdict


@dataclass(frozen=True)
class HeldInHub(Fact):
    """What holds the outer ring in its hub, and the verdict."""

    held_by: HubHeld
    text: str
    verdict: Verdict


@dataclass(frozen=True)
class HubRenewed(Fact):
    """Another hub or bearing is taken: what was said of the one before counts no longer."""

    reason: str


FACTS: tuple[type[Fact], ...] = (
    HubPlanned,
    HoleMeasured,
    WayInChosen,
    BearingWarmth,
    HubWarmth,
    PushedIn,
    StoppedIn,
    StraightIn,
    HubTried,
    HeldInHub,
    HubRenewed,
)
HubFact = (
    HubPlanned
    | HoleMeasured
    | WayInChosen
    | BearingWarmth
    | HubWarmth
    | PushedIn
    | StoppedIn
    | StraightIn
    | HubTried
    | HeldInHub
    | HubRenewed
)
