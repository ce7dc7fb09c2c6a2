"""A bearing in its hub in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from tribodex.core.components.straight import StraightKind
from tribodex.core.job.said import celsius, mm
from tribodex.core.job.topic import Desk
from tribodex.core.sheet import Page, Section, Table
from tribodex.core.shouldered.hub_plan import HubHeld
from tribodex.core.shouldered.square import DIRECTIONS, SEATED_MM
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics.hub import commands as cmd
from tribodex.core.topics.hub import facts as ev
from tribodex.core.topics.hub.moves import HubDo as Do
from tribodex.core.topics.hub.state import Hub, figures_now, least_c, touches_c, ways
from tribodex.core.working import Result, Verdict


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.HubPlanned():
            plan = fact.plan
            hub = (
                f"a hub {plan.hole_class} of {plan.material.name}, outside"
                f" {plan.hub_outside_mm:g} mm"
            )
            return f"Planned: into {hub}, held by {plan.held_by.words}."
        case ev.HoleMeasured():
            ring = f", ring {fact.ring_mm:.3f} mm" if fact.ring_mm is not None else ""
            return f"Hole of the hub {fact.hole_mm:.3f} mm{ring}: {fact.verdict.word}."
        case ev.WayInChosen():
            who = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return f"Way in: {fact.way.words} ({fact.advised.word}).{who}"
        case ev.BearingWarmth():
            return f"Bearing {fact.bearing_c:.0f} °C."
        case ev.HubWarmth():
            return f"Hub {fact.hub_c:.0f} °C at its hole: {fact.verdict.word}."
        case ev.PushedIn():
            return f"Pushed into its hub: {fact.text}."
        case ev.StoppedIn():
            return f"Stopped: {fact.text}. Let off."
        case ev.StraightIn():
            return f"Straight again. Cause: {fact.cause}."
        case ev.HubTried():
            return f"{SEATED_MM:g} mm feeler at the shoulder of its hub: {fact.verdict.word}."
        case ev.HeldInHub():
            return (
                f"In its hub held by {fact.held_by.words}: {fact.text}."
                f" {fact.verdict.word.capitalize()}."
            )
        case ev.HubRenewed():
            return f"Another hub or bearing is taken: {fact.reason}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.HoleMeasured():
            return cmd.MeasureHole(fact.typed or mm(fact.hole_mm), True, mm(fact.ring_mm))
        case ev.BearingWarmth():
            return cmd.SayBearingWarmth(celsius(fact.bearing_c))
        case ev.HubWarmth():
            return cmd.ReadHub(celsius(fact.hub_c))
        case ev.PushedIn():
            return cmd.PushIn(fact.text)
        case ev.StoppedIn():
            return cmd.StopIn(fact.text)
        case ev.StraightIn():
            return cmd.SayStraightIn(fact.cause)
        case ev.HubTried():
            return cmd.TryHub(
                ", ".join(
                    side for side, inside in zip(DIRECTIONS, fact.enters, strict=True) if inside
                )
            )
        case _:
            return None


@dataclass(frozen=True)
class WayInView:
    """A way to bring it in, in words, with what speaks for it and against it."""

    value: WayIn
    words: str
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


@dataclass(frozen=True)
class HubReading:
    """A reading of the warm hub."""

    at: datetime
    hub_c: float


@dataclass(frozen=True)
class HubSection:
    """What is drawn: the bearing, and its hub round it, mm."""

    kind: StraightKind
    bore_mm: float
    outside_mm: float
    width_mm: float
    hub_outside_mm: float


@dataclass(frozen=True)
class HubWork:
    """A bearing on its way into its hub as its panel shows it."""

    topic: Literal["hub"]
    asks: Do | None
    ways: tuple[WayInView, ...]
    chosen: WayIn | None
    held_by: HubHeld | None
    ring: bool
    bearing_c: float | None
    needed_c: float | None
    touches_c: float | None
    limit_c: float | None
    readings: tuple[HubReading, ...]
    fit: Verdict | None
    stopped: str
    tried: Verdict | None
    held: Verdict | None
    home: bool
    section: HubSection | None


def view(_: Desk, state: Hub) -> HubWork:
    """The bearing as it is shown."""
    plan = state.plan
    b = plan.bearing if plan is not None else None
    return HubWork(
        topic="hub",
        asks=None,
        ways=tuple(
            WayInView(way.way, way.way.words, way.verdict, way.reasons, way.against)
            for way in ways(state)
        ),
        chosen=state.way.way if state.way is not None else None,
        held_by=plan.held_by if plan is not None else None,
        ring=plan is not None and plan.ring is not None,
        bearing_c=state.bearing_c,
        needed_c=least_c(state),
        touches_c=touches_c(state),
        limit_c=plan.limit_c if plan is not None else None,
        readings=tuple(HubReading(moment, read.hub_c) for moment, read in state.warmth[-12:]),
        fit=state.hole.verdict if state.hole is not None else None,
        stopped=state.stopped.text if state.stopped is not None else "",
        tried=state.tried.verdict if state.tried is not None else None,
        held=state.held.verdict if state.held is not None else None,
        home=state.home,
        section=(
            HubSection(b.kind, b.bore_mm, b.outside_mm, b.width_mm, plan.hub_outside_mm)
            if plan is not None and b is not None
            else None
        ),
    )


def figures(_: Desk, state: Hub) -> Sequence[Result]:
    """The targets for what is measured."""
    return figures_now(state)


def record(desk: Desk, state: Hub) -> Sequence[Section]:
    """How it went in, for the record."""
    if state.plan is None or (state.way is None and state.hole is None):
        return []
    lines = [tell(ev.HubPlanned(state.plan))]
    lines += [
        tell(fact)
        for fact in (state.hole, state.way, state.pushed, state.tried, state.held)
        if fact is not None
    ]
    if state.times_stopped:
        lines.append(
            f"It was stopped {state.times_stopped} time{'s' if state.times_stopped > 1 else ''}."
        )
    rows = tuple((f"{moment:%H:%M:%S}", f"{read.hub_c:.0f} °C") for moment, read in state.warmth)
    tables = (Table(("Time", "Hub at its hole"), rows),) if rows else ()
    warm = state.way is not None and state.way.way is WayIn.HEAT
    # A hub that was warmed took no force, and a cold one no heat.
    left_out = "push_in_force" if warm else "hub_heat"
    counts = tuple(figure for figure in figures(desk, state) if figure.id != left_out)
    return [
        Section(
            "Into its hub",
            tuple(lines),
            tables,
            counts,
            state.held.verdict if state.held is not None else None,
            page=Page.ONE,
        )
    ]
