"""A ring against its shoulder in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from tribodex.core.components.straight import StraightKind
from tribodex.core.job.said import celsius, mm, mm_each
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import travel_text
from tribodex.core.sheet import Page, Section, Table
from tribodex.core.shouldered.setting import setting_words
from tribodex.core.shouldered.square import DIRECTIONS, SEATED_MM, tilt_of
from tribodex.core.shouldered.tools import DriftTube, drift_tube
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.shouldered import commands as cmd
from tribodex.core.topics.shouldered import facts as ev
from tribodex.core.topics.shouldered.moves import ShoulderedDo as Do
from tribodex.core.topics.shouldered.plan import HeldBy
from tribodex.core.topics.shouldered.state import Shouldered, figures_now, grip, ways
from tribodex.core.working import Result, Verdict


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.ShoulderPlanned():
            plan = fact.plan
            why = f" ({fact.reason})" if fact.reason else ""
            return (
                f"Planned: {plan.bearing.label} on {plan.shaft_text} {plan.shaft_class}, held by"
                f" {plan.held_by.words}{why}."
            )
        case ev.WayOnChosen():
            who = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return f"Way on: {fact.way.words} ({fact.advised.word}).{who}"
        case ev.ShaftWarmth():
            return f"Shaft {fact.shaft_c:.0f} °C."
        case ev.RingWarmth():
            outer = f", outer ring {fact.outer_c:.0f} °C" if fact.outer_c is not None else ""
            if fact.crayon:
                return (
                    f"Crayon of {fact.ring_c:.0f} °C on the inner ring {fact.crayon}{outer}:"
                    f" {fact.verdict.word}."
                )
            return f"Inner ring {fact.ring_c:.0f} °C{outer}: {fact.verdict.word}."
        case ev.HeaterOff():
            return "Heater off, demagnetised."
        case ev.HeatedAgain():
            return "Cooled: off the shaft, heated again."
        case ev.RingRenewed():
            return f"Another ring is taken: {fact.reason}."
        case _:
            return _tell_seat(fact)


def _tell_seat(fact: Any) -> str:
    """How it came to its shoulder and is held there."""
    match fact:
        case ev.GapsRead():
            gaps = ", ".join(
                f"{side} {travel_text(gap)}"
                for side, gap in zip(DIRECTIONS, fact.gaps_mm, strict=True)
            )
            return f"Gaps to the shoulder: {gaps}: {fact.verdict.word}."
        case ev.StoppedOn():
            return f"Stopped: {fact.text}. Let off."
        case ev.StraightOn():
            return f"Straight again. Cause: {fact.cause}."
        case ev.PushedHome():
            return f"Pushed to its shoulder: {fact.text}."
        case ev.ShoulderTried():
            return f"{SEATED_MM:g} mm feeler at the shoulder: {fact.verdict.word}."
        case ev.HeldFast():
            torque = f" at {fact.torque_nm:g} N·m" if fact.torque_nm is not None else ""
            return (
                f"Held by {fact.held_by.words}{torque}: {fact.text}."
                f" {fact.verdict.word.capitalize()}."
            )
        case ev.TurnedByHand():
            besides = f", {fact.text}" if fact.text else ""
            return f"Turned by hand: {'freely' if fact.freely else 'not freely'}{besides}."
        case ev.SettingRead():
            return f"Setting read, {fact.typed}: {fact.verdict.word}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.ShaftWarmth():
            return cmd.SayShaftWarmth(celsius(fact.shaft_c))
        case ev.RingWarmth():
            return cmd.ReadRing(celsius(fact.ring_c), celsius(fact.outer_c), fact.crayon)
        case ev.GapsRead():
            return cmd.ReadGaps(mm_each(fact.gaps_mm), mm(fact.circle_mm))
        case ev.ShoulderTried():
            return cmd.TryShoulder(
                ", ".join(
                    side for side, inside in zip(DIRECTIONS, fact.enters, strict=True) if inside
                )
            )
        case ev.StraightOn():
            return cmd.SayStraightOn(fact.cause)
        case ev.StoppedOn():
            return cmd.StopOn(fact.text)
        case ev.PushedHome():
            return cmd.PushHome(fact.text)
        case ev.TurnedByHand():
            return cmd.TurnByHand(fact.freely, fact.text)
        case ev.SettingRead():
            return cmd.ReadSetting(fact.typed)
        case _:
            return None


@dataclass(frozen=True)
class WayOnView:
    """A way to put it on in words, with what speaks for it and against it."""

    value: WayOn
    words: str
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


@dataclass(frozen=True)
class RingReading:
    """A reading of the warm ring; by a crayon whether its mark has melted."""

    at: datetime
    ring_c: float
    outer_c: float | None
    crayon: str


@dataclass(frozen=True)
class ShoulderSection:
    """What is drawn: ring with what rolls in it, seat, shoulder and tube, mm."""

    kind: StraightKind
    bore_mm: float
    outside_mm: float
    width_mm: float
    inner_raceway_mm: float
    outer_raceway_mm: float
    tube: DriftTube | None


@dataclass(frozen=True)
class ShoulderWork:
    """A ring on its way to the shoulder as its panel shows it."""

    topic: Literal["shouldered"]
    ways: tuple[WayOnView, ...]
    chosen: WayOn | None
    held_by: HeldBy | None
    shaft_c: float | None
    needed_c: float | None
    limit_c: float | None
    contact_c: float | None
    contact_at: datetime | None
    off: bool
    readings: tuple[RingReading, ...]
    reading: Verdict | None
    gaps_mm: tuple[float, ...]
    tilt_deg: float | None
    tilt: Verdict | None
    stopped: str
    shoulder: Verdict | None
    setting: Verdict | None
    setting_asked: str
    held: Verdict | None
    section: ShoulderSection | None
    asks: Do | None


def view(desk: Desk, state: Shouldered) -> ShoulderWork:
    """The ring as it is shown."""
    plan, gripping = state.planned, grip(desk, state)
    found = figures_now(desk, state)
    need = next((one for one in found if one.id == "heat_needed"), None)
    tilt = tilt_of(state.gaps.gaps_mm, state.gaps.circle_mm) if state.gaps is not None else None
    return ShoulderWork(
        asks=None,
        topic="shouldered",
        ways=tuple(
            WayOnView(way.way, way.way.words, way.verdict, way.reasons, way.against)
            for way in ways(desk, state)
        ),
        chosen=state.way.way if state.way is not None else None,
        held_by=plan.held_by if plan is not None else None,
        shaft_c=state.shaft_c,
        needed_c=need.value if need is not None else None,
        limit_c=plan.limit.limit_c if plan is not None else None,
        contact_c=gripping.contact_c if gripping is not None else None,
        contact_at=gripping.at if gripping is not None else None,
        off=state.off_at is not None,
        readings=tuple(
            RingReading(moment, read.ring_c, read.outer_c, read.crayon)
            for moment, read in state.warmth[-12:]
        ),
        reading=state.warmth[-1][1].verdict if state.warmth else None,
        gaps_mm=state.gaps.gaps_mm if state.gaps is not None else (),
        tilt_deg=tilt.towards_deg if tilt is not None else None,
        tilt=state.gaps.verdict if state.gaps is not None else None,
        stopped=state.stopped.text if state.stopped is not None else "",
        shoulder=state.shoulder.verdict if state.shoulder is not None else None,
        held=state.held.verdict if state.held is not None else None,
        setting=state.setting.verdict if state.setting is not None else None,
        setting_asked=(
            setting_words(plan.setting) if plan is not None and plan.setting is not None else ""
        ),
        section=_section(state),
    )


def _section(state: Shouldered) -> ShoulderSection | None:
    plan = state.planned
    if plan is None:
        return None
    b = plan.bearing
    tube = (
        drift_tube(b, plan.stick_out_mm)
        if state.way is None or state.way.way not in (WayOn.HEAT, WayOn.HAND)
        else None
    )
    return ShoulderSection(
        kind=b.kind,
        bore_mm=b.bore_mm,
        outside_mm=b.outside_mm,
        width_mm=b.width_mm,
        inner_raceway_mm=b.inner_raceway_mm,
        outer_raceway_mm=b.outer_raceway_mm,
        tube=tube,
    )


def figures(desk: Desk, state: Shouldered) -> Sequence[Result]:
    """The targets for what is measured."""
    return figures_now(desk, state)


def record(desk: Desk, state: Shouldered) -> Sequence[Section]:
    """How it went on, for the record."""
    if state.planned is None or state.way is None:
        return []
    entries = (state.way, state.home, state.shoulder, state.held, state.setting, state.turned)
    lines = [
        f"{state.planned.bearing.label}, held by {state.planned.held_by.words}.",
        *(tell(fact) for fact in entries if fact is not None),
    ]
    if state.times_stopped:
        lines.append(
            f"It was stopped {state.times_stopped} time{'s' if state.times_stopped > 1 else ''}."
        )
    if state.renewed:
        lines.append(
            f"Another ring was taken {state.renewed} time{'s' if state.renewed > 1 else ''}."
        )
    if state.highest_c is not None:
        lines.append(f"Highest temperature read on the ring: {state.highest_c:.0f} °C.")
    outer = [
        f"{read.outer_c:.0f} °C" if read.outer_c is not None else "" for _, read in state.warmth
    ]
    rows = tuple(
        (f"{moment:%H:%M:%S}", f"{read.ring_c:.0f} °C", other)
        for (moment, read), other in zip(state.warmth, outer, strict=True)
    )
    tables = (Table(("Time", "Inner ring", "Outer ring"), rows),) if rows else ()
    verdict = state.held.verdict if state.held is not None else None
    # A ring that went on warm took no force, and a cold one no heat.
    other_way = "push_on_force" if state.way.way is WayOn.HEAT else "heat_needed"
    counts = tuple(figure for figure in figures(desk, state) if figure.id != other_way)
    return [Section("Onto its shoulder", tuple(lines), tables, counts, verdict, page=Page.ONE)]
