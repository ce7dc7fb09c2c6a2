"""What can be said of keeping a bearing: how it is greased again, how often it is looked at, what
is due once.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum

from tribodex.core.grease.strokes import GreaseGun
from tribodex.core.job.facts import Fact
from tribodex.core.schedule.due import Care
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Result, Verdict


class CareWay(StrEnum):
    """How a bearing is kept greased."""

    UNTIL_SHOWS = "until_shows"
    COUNTED = "counted"
    SEALED_INSERT = "sealed_insert"
    LUBRICATOR = "lubricator"
    OIL = "oil"
    FOR_LIFE = "for_life"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "until_shows": "greased until clean grease shows: its seals let grease out",
            "counted": "counted strokes: tight seals that blow",
            "sealed_insert": "insert with triple-lip seals: two strokes, no more",
            "lubricator": "automatic lubricator",
            "oil": "oil",
            "for_life": "greased for life: never",
        }[self.value]


# What is looked at on every round (common practice, no source).
LOOKS = (
    "Seals: a collar of clean grease, none torn or out",
    "Nothing loose: base, cap, set screws, guard",
    "Even noise, no new shaking",
    "No dirt or water on it that was not there before",
    "Fitting clean, its cap on",
)


@dataclass(frozen=True)
class CarePlan:
    """How a bearing is kept. `running`: greased while it runs, with the fitting outside the guard
    and the site's leave.

    `plug`: its grease hole is closed by a plug that comes out for it; `looks`: what is looked at
    there, empty: the usual list. `hours_per_day` of running, None not known; `amount_g` and
    `strokes` each time, None where they are not known or none is given.
    """

    way: CareWay
    due: tuple[Care, ...]
    hours_per_day: float | None
    grease: str
    thickener: str
    gun: GreaseGun | None
    amount_g: float | None
    strokes: int | None
    running: bool
    figures: tuple[Result, ...]
    verdict: Verdict
    typed: dict[str, str] = field(default_factory=dict)
    plug: bool = False
    looks: tuple[str, ...] = ()


@dataclass(frozen=True)
class CareSet(Fact):
    """How this bearing is kept from now on."""

    plan: CarePlan


@dataclass(frozen=True)
class BearingSaid(Fact):
    """Which bearing is there, where no job has fitted one."""

    bearing: KeptBearing

    def sizes(self) -> object:
        """The bearing; nothing is worked out from its shaft."""
        return self.bearing


FACTS: tuple[type[Fact], ...] = (BearingSaid, CareSet)
CareFact = BearingSaid | CareSet
