"""The plan for a bearing on a cylindrical seat against a shoulder."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.shaft import Shaft
from tribodex.core.components.straight import Closure, StraightBearing
from tribodex.core.shouldered.fit import NOTHING, clearance_left, push_on_force
from tribodex.core.shouldered.heating import HeatLimit, heat_needed
from tribodex.core.shouldered.hub_plan import HubPlan, OuterTight, hub_figures
from tribodex.core.shouldered.retaining_ring import RingRow, end_change
from tribodex.core.shouldered.setting import Arrangement, PlaySetting, setting_result
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result

# A workshop's own temperature, for a plan; the real one is measured before heating.
WORKSHOP_C = 20.0


class HeldBy(StrEnum):
    """What keeps the ring against its shoulder."""

    LOCK_NUT = "lock_nut"
    RETAINING_RING = "retaining_ring"
    BORE_RING = "bore_ring"
    COVER = "cover"
    CARTRIDGE = "cartridge"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "lock_nut": "lock nut and washer",
            "retaining_ring": "retaining ring",
            "bore_ring": "retaining ring in the bore of its housing",
            "cover": "cover",
            "cartridge": "its cartridge",
        }[self.value]


@dataclass(frozen=True)
class Tight:
    """Interference on diameter (µm, negative: play), and of which part it is measured; the other
    one counts by its limits still.
    """

    um: Span
    seat_measured: bool = False
    ring_measured: bool = False

    def words(self, shaft_class: str) -> str:
        """Where it comes from.

        >>> Tight(Span(2, 12), seat_measured=True).words("k5")
        'The seat as measured; the ring still by its limits.'
        """
        match self.seat_measured, self.ring_measured:
            case True, True:
                return "Measured on seat and ring, with what a micrometer can tell."
            case True, False:
                return "The seat as measured; the ring still by its limits."
            case False, True:
                return f"The ring as measured; the seat still by the limits of {shaft_class}."
            case _:
                return f"By the limits of {shaft_class} and of the ring."


@dataclass(frozen=True)
class ShoulderPlan:
    """Everything that is aimed for. Limits in µm from nominal; interference by limits: what seat
    and ring allow between them.

    `group_um` is None where no table of this kind is known; `setting`: the maker's end play or
    preload, None while nobody has it. `hub`: where its outer ring is tight.
    """

    bearing: StraightBearing
    shaft: Shaft
    shaft_text: str
    shaft_class: str
    seat_limits_um: Span
    bore_limits_um: Span
    group_um: Span | None
    interference_um: Span
    limit: HeatLimit
    held_by: HeldBy
    ring: RingRow | None
    stick_out_mm: float | None
    given: dict[str, str]
    sources: tuple[Source, ...] = ()
    arrangement: Arrangement | None = None
    setting: PlaySetting | None = None
    nut_nm: float | None = None
    nut_source: str = ""
    hub: HubPlan | None = None

    @property
    def figures(self) -> tuple[Result, ...]:
        """Targets by the limits, before anything is measured."""
        return figures_for(self, self.by_limits, WORKSHOP_C)

    @property
    def hub_figures(self) -> tuple[Result, ...]:
        """Targets of its tight hub by the limits; empty where its outer ring slides."""
        return hub_figures(self.hub, self.hub.by_limits, WORKSHOP_C) if self.hub is not None else ()

    @property
    def by_limits(self) -> Tight:
        """The interference before anything is measured."""
        return Tight(self.interference_um)

    @property
    def conditions(self) -> frozenset[str]:
        """What procedures ask for in `when`."""
        closed = {"closed_ring"} if self.bearing.closure is not Closure.OPEN else set()
        one_way = {"goes_one_way"} if self.bearing.kind.one_way else set()
        play = {"play_is_set"} if self.bearing.kind.is_set else set()
        return frozenset(
            {
                f"held_by_{self.held_by}",
                f"rolls_{self.bearing.kind.rolls}",
                *closed,
                *one_way,
                *play,
            }
        )


def figures_for(
    plan: ShoulderPlan, tight: Tight, shaft_c: float, outer: OuterTight | None = None
) -> tuple[Result, ...]:
    """The targets for an interference and a shaft temperature; each says what of it is measured.
    `outer`: that of a tight hub, as known now.
    """
    words = tight.words(plan.shaft_class)
    takes = plan.hub.taken(outer or plan.hub.by_limits) if plan.hub is not None else NOTHING
    by_it = (
        *(
            (clearance_left(plan.bearing, plan.shaft, plan.group_um, tight.um, takes),)
            if plan.group_um is not None
            else ()
        ),
        push_on_force(plan.bearing, plan.shaft, tight.um),
        heat_needed(plan.bearing, shaft_c, tight.um.high, plan.limit),
    )
    return (
        Result(
            "interference",
            "Interference on diameter",
            tight.um.low,
            "µm",
            value_to=tight.um.high,
            note=words,
        ),
        *(replace(figure, note=f"{figure.note} {words}".strip()) for figure in by_it),
        *((end_change(plan.ring),) if plan.ring is not None else ()),
        *((setting_result(plan.setting),) if plan.setting is not None else ()),
        *((_nut_torque(plan.nut_nm, plan.nut_source),) if plan.nut_nm is not None else ()),
    )


def _nut_torque(nm: float, source: str) -> Result:
    line = Line("T", "by its maker", "", "", nm, "N·m", source)
    return Result("nut_torque", "Torque of the nut", nm, "N·m", working=(line,), note=source)


CONDITIONS = frozenset(
    {
        "closed_ring",
        "goes_one_way",
        "play_is_set",
        "rolls_balls",
        "rolls_rollers",
        *(f"held_by_{one}" for one in HeldBy),
        *(f"on_by_{way}" for way in WayOn),
    }
)


def worst(figures: tuple[Result, ...]) -> Level:
    """The worst level of the figures' verdicts."""
    order = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)
    return max(
        (figure.verdict.level for figure in figures if figure.verdict is not None),
        key=order.index,
        default=Level.GOOD,
    )
