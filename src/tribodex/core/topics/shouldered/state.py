"""How a ring stands on its way to the shoulder, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import assert_never

from tribodex.core.components.bands import Span
from tribodex.core.fits.seat import deviation_um
from tribodex.core.job.facts import Event
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.shouldered.cooling import CoolingFit, learn_cooling, seconds_to_contact
from tribodex.core.shouldered.fit import by_limits
from tribodex.core.shouldered.heating import HeatingCode, contact_c, push_above_c
from tribodex.core.shouldered.ways import AdviceOn, OuterRing, WayOn, advise_on
from tribodex.core.topics.hub import TOPIC as HUB
from tribodex.core.topics.hub.decide import both_at_once, still_to_enter
from tribodex.core.topics.hub.state import tight_now
from tribodex.core.topics.prepare import TOPIC as PREPARE
from tribodex.core.topics.prepare.decide import fit_of
from tribodex.core.topics.shouldered import facts as ev
from tribodex.core.topics.shouldered.plan import (
    WORKSHOP_C,
    HeldBy,
    ShoulderPlan,
    Tight,
    figures_for,
)
from tribodex.core.working import Level, Result


@dataclass
class Shouldered:
    """How a ring stands on its way to the shoulder, now. Mutable only inside fold()."""

    planned: ShoulderPlan | None = None
    way: ev.WayOnChosen | None = None
    shaft_c: float | None = None
    warmth: list[tuple[datetime, ev.RingWarmth]] = field(default_factory=list)
    off_at: datetime | None = None
    heatings: int = 1
    read_before: int = 0
    gaps: ev.GapsRead | None = None
    stopped: ev.StoppedOn | None = None
    times_stopped: int = 0
    home: ev.PushedHome | None = None
    shoulder: ev.ShoulderTried | None = None
    held: ev.HeldFast | None = None
    turned: ev.TurnedByHand | None = None
    setting: ev.SettingRead | None = None
    renewed: int = 0

    @property
    def spoilt(self) -> ev.RingWarmth | None:
        """The reading at which this ring went over what is never exceeded."""
        return next(
            (read for _, read in self.warmth if read.verdict.says(HeatingCode.OVER_ITS_LIMIT)), None
        )

    @property
    def now(self) -> list[tuple[datetime, ev.RingWarmth]]:
        """Readings of this heating."""
        return self.warmth[self.read_before :]

    @property
    def far_ahead(self) -> ev.RingWarmth | None:
        """The last reading of both rings, where the inner one is too far ahead; none where a later
        one of both is right.
        """
        both = [read for _, read in self.warmth if read.outer_c is not None]
        return (
            both[-1]
            if both and both[-1].verdict.says(HeatingCode.INNER_RING_TOO_FAR_AHEAD)
            else None
        )

    @property
    def highest_c(self) -> float | None:
        """The highest temperature that was read in this heating."""
        return max((c for _, read in self.now if (c := read.at_least_c) is not None), default=None)


_Seating = (
    ev.GapsRead
    | ev.StoppedOn
    | ev.StraightOn
    | ev.PushedHome
    | ev.ShoulderTried
    | ev.HeldFast
    | ev.TurnedByHand
    | ev.SettingRead
)


def fold(state: Shouldered, event: Event, fact: ev.ShoulderedFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.ShoulderPlanned():
            state.planned = fact.plan
        case ev.WayOnChosen():
            state.way = fact
        case ev.ShaftWarmth():
            state.shaft_c = fact.shaft_c
        case ev.RingWarmth():
            state.warmth.append((event.happened_at, fact))
        case ev.HeaterOff():
            state.off_at = event.happened_at
        case ev.HeatedAgain():
            # What it had at most stays known; how warm it is now has to be read.
            state.off_at, state.heatings, state.read_before = (
                None,
                state.heatings + 1,
                len(state.warmth),
            )
        case ev.RingRenewed():
            state.warmth, state.off_at, state.renewed = [], None, state.renewed + 1
            state.heatings, state.read_before = 1, 0
            state.gaps = state.home = state.shoulder = state.held = state.turned = state.setting = (
                None
            )
        case _:
            _fold_seat(state, fact)


def _fold_seat(state: Shouldered, fact: _Seating) -> None:
    """How it came to its shoulder and is held there."""
    match fact:
        case ev.GapsRead():
            state.gaps = fact
        case ev.StoppedOn():
            state.stopped, state.times_stopped = fact, state.times_stopped + 1
        case ev.StraightOn():
            state.stopped = None
        case ev.PushedHome():
            state.home, state.gaps = fact, None
        case ev.ShoulderTried():
            state.shoulder = fact
            # It is taken up, pressed on or off: what was said of its being home no longer holds.
            if fact.verdict.level is Level.STOP:
                state.home = None
        case ev.HeldFast():
            state.held = fact
            # A nut that was tightened again has another setting.
            state.setting = None
        case ev.TurnedByHand():
            state.turned = fact
        case ev.SettingRead():
            state.setting = fact
        case _:
            assert_never(fact)


def tight(desk: Desk, plan: ShoulderPlan) -> Tight:
    """What was measured on seat and ring with what a micrometer can tell; a part that was not
    measured counts by its limits.
    """
    prepared = desk.job.of(PREPARE, desk.at)
    fit = fit_of(prepared)
    if fit is not None and fit.value is not None:
        doubt = fit.uncertainty or 0.0
        return Tight(
            Span(round(fit.value - doubt, 1), round(fit.value + doubt, 1)),
            seat_measured=True,
            ring_measured=True,
        )
    warm = prepared.warmth
    nominal = plan.shaft.diameter_mm
    if (seat := prepared.form) is not None:
        measured = deviation_um(seat, nominal, warm.shaft_c if warm is not None else None)
        return Tight(by_limits(measured, plan.bore_limits_um), seat_measured=True)
    if (bore := prepared.bore) is not None:
        measured = deviation_um(bore, nominal, warm.ring_c if warm is not None else None)
        return Tight(by_limits(plan.seat_limits_um, measured), ring_measured=True)
    return plan.by_limits


def interference(desk: Desk, plan: ShoulderPlan) -> Span:
    """The same without where it comes from."""
    return tight(desk, plan).um


def figures_now(desk: Desk, state: Shouldered) -> tuple[Result, ...]:
    """The targets for what is measured; empty while nothing is planned."""
    if state.planned is None:
        return ()
    outer = tight_now(desk.of(HUB))
    return figures_for(
        state.planned,
        tight(desk, state.planned),
        state.shaft_c if state.shaft_c is not None else WORKSHOP_C,
        outer,
    )


def figure(figures: tuple[Result, ...], name: str) -> Result:
    """One of the targets."""
    return next(figure for figure in figures if figure.id == name)


def ways(desk: Desk, state: Shouldered) -> tuple[AdviceOn, ...]:
    """Every way to put it on, the best first."""
    if state.planned is None:
        return ()
    found = figures_now(desk, state)
    # The second bearing of a cartridge meets shaft and housing at once.
    hub = desk.of(HUB)
    both = (
        state.planned.held_by is HeldBy.CARTRIDGE and desk.floats(desk.at) is not Floats.HELD
    ) or both_at_once(hub)
    outer = (
        OuterRing.TO_ENTER
        if still_to_enter(hub)
        else OuterRing.IN_ITS_HUB
        if hub.plan is not None
        else OuterRing.FREE
    )
    force, heat = figure(found, "push_on_force"), figure(found, "heat_needed")
    return advise_on(
        state.planned.bearing.bore_mm,
        force,
        heat,
        both_rings=both,
        outer=outer,
        loose=interference(desk, state.planned).high <= 0,
    )


def cooled(desk: Desk, state: Shouldered) -> tuple[float, float] | None:
    """What was read last after the heater went off, and what it must have to be pushed on, where it
    has less; None where it is warm enough.
    """
    if state.planned is None or state.shaft_c is None or state.off_at is None or not state.now:
        return None
    need = push_above_c(
        state.planned.bearing.bore_mm, state.shaft_c, interference(desk, state.planned).high
    )
    last = state.now[-1][1]
    known = last.at_least_c if last.at_least_c is not None else state.shaft_c
    return (known, need) if known < need else None


@dataclass(frozen=True)
class Grip:
    """When the ring will touch its seat: at which temperature, and when; the time is None where
    readings do not tell.
    """

    contact_c: float
    at: datetime | None
    cooling: CoolingFit | None


def grip(desk: Desk, state: Shouldered) -> Grip | None:
    """When a warm ring grips, from its readings after the heater went off; None while it is cold or
    not planned.
    """
    if (
        state.planned is None
        or state.way is None
        or state.way.way is not WayOn.HEAT
        or state.shaft_c is None
    ):
        return None
    contact = contact_c(
        state.planned.bearing.bore_mm, state.shaft_c, interference(desk, state.planned).high
    )
    if state.off_at is None:
        return Grip(contact, None, None)
    begin = state.off_at
    after = [
        (moment, read.ring_c) for moment, read in state.now if moment >= begin and not read.crayon
    ]
    if not after:
        return Grip(contact, None, None)
    cooling = learn_cooling(
        [((moment - begin).total_seconds(), c) for moment, c in after], state.shaft_c
    )
    if cooling is None:
        return Grip(contact, None, None)
    last, warm = after[-1]
    left = seconds_to_contact(warm, contact, cooling)
    return Grip(contact, last + timedelta(seconds=min(left, 36_000.0)), cooling)
