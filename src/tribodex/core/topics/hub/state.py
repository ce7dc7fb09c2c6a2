"""How a bearing stands on its way into a tight hub, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from typing import assert_never

from tribodex.core.components.bands import Span
from tribodex.core.job.facts import Event
from tribodex.core.shouldered.hub import drop_above_c, hub_contact_c, outer_fit
from tribodex.core.shouldered.hub_plan import HubPlan, OuterTight, hub_figures
from tribodex.core.shouldered.ways_in import AdviceIn, WayIn, advise_in
from tribodex.core.topics.hub import facts as ev
from tribodex.core.working import Level, Result

# A plan reckons with a workshop's own temperature; the real one is measured before heating.
WORKSHOP_C = 20.0
# What bore gauge and micrometer can tell of a hole and of a ring (µm; our figures).
HOLE_UM, RING_UM = 4.0, 2.0


@dataclass
class Hub:
    """How a bearing stands on its way into a tight hub, now. Mutable only inside fold()."""

    plan: HubPlan | None = None
    hole: ev.HoleMeasured | None = None
    way: ev.WayInChosen | None = None
    bearing_c: float | None = None
    warmth: list[tuple[datetime, ev.HubWarmth]] = field(default_factory=list)
    pushed: ev.PushedIn | None = None
    stopped: ev.StoppedIn | None = None
    times_stopped: int = 0
    tried: ev.HubTried | None = None
    held: ev.HeldInHub | None = None
    renewed: int = 0

    @property
    def home(self) -> bool:
        """Whether it sits against the shoulder of its hub."""
        return self.tried is not None and self.tried.verdict.level is not Level.STOP

    @property
    def last(self) -> tuple[datetime, ev.HubWarmth] | None:
        """The newest reading of the warm hub."""
        return self.warmth[-1] if self.warmth else None


def fold(state: Hub, event: Event, fact: ev.HubFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.HubPlanned():
            state.plan = fact.plan
        case ev.HoleMeasured():
            state.hole = fact
        case ev.WayInChosen():
            state.way = fact
        case ev.BearingWarmth():
            state.bearing_c = fact.bearing_c
        case ev.HubWarmth():
            state.warmth.append((event.happened_at, fact))
        case ev.PushedIn():
            state.pushed, state.tried, state.held = fact, None, None
        case ev.StoppedIn():
            state.stopped, state.times_stopped = fact, state.times_stopped + 1
        case ev.StraightIn():
            # What it had before it was let off says nothing of how warm it is now.
            state.stopped, state.warmth = None, []
        case ev.HubTried():
            state.tried = fact
            if fact.verdict.level is Level.STOP:
                # Pressed on or out again: what was said of its being home no longer holds.
                state.pushed, state.warmth = None, []
        case ev.HeldInHub():
            state.held = fact
        case ev.HubRenewed():
            state.hole = state.way = state.bearing_c = state.pushed = state.stopped = (
                state.tried
            ) = state.held = None
            state.warmth, state.renewed = [], state.renewed + 1
        case _:
            assert_never(fact)


def tight_now(state: Hub) -> OuterTight | None:
    """The interference of the outer ring as it is known now; a part that was not measured counts by
    its limits.
    """
    plan, hole = state.plan, state.hole
    if plan is None:
        return None
    if hole is None:
        return plan.by_limits
    nominal = plan.bearing.outside_mm
    of_hole = (hole.hole_mm - nominal) * 1000
    bored = Span(of_hole - HOLE_UM, of_hole + HOLE_UM)
    if hole.ring_mm is None:
        return OuterTight(_rounded(outer_fit(plan.outside_um, bored)), hole_measured=True)
    of_ring = (hole.ring_mm - nominal) * 1000
    return OuterTight(
        _rounded(outer_fit(Span(of_ring - RING_UM, of_ring + RING_UM), bored)),
        hole_measured=True,
        ring_measured=True,
    )


def _rounded(span: Span) -> Span:
    return Span(round(span.low, 1), round(span.high, 1))


def figures_now(state: Hub) -> tuple[Result, ...]:
    """The targets for what is measured; empty while nothing is planned."""
    tight = tight_now(state)
    if state.plan is None or tight is None:
        return ()
    return hub_figures(
        state.plan, tight, state.bearing_c if state.bearing_c is not None else WORKSHOP_C
    )


def ways(state: Hub) -> tuple[AdviceIn, ...]:
    """Every way to bring it in, the best first."""
    if state.plan is None:
        return ()
    found = {one.id: one for one in figures_now(state)}
    return advise_in(
        state.plan.bearing.outside_mm,
        found["push_in_force"],
        found.get("hub_heat"),
        inner_tight=state.plan.inner_tight,
    )


def warm_way(state: Hub) -> bool:
    """Whether the hub is warmed."""
    return state.way is not None and state.way.way is WayIn.HEAT


def touches_c(state: Hub) -> float | None:
    """The temperature of the hub at which the cold bearing touches it."""
    tight = tight_now(state)
    if state.plan is None or tight is None or state.bearing_c is None:
        return None
    return hub_contact_c(state.plan.bearing, state.bearing_c, tight.um.high, state.plan.material)


def least_c(state: Hub) -> float | None:
    """What the hub has to have at least for the bearing to drop in."""
    tight = tight_now(state)
    if state.plan is None or tight is None or state.bearing_c is None:
        return None
    return drop_above_c(state.plan.bearing, state.bearing_c, tight.um.high, state.plan.material)
