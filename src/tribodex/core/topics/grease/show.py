"""Grease in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.grease.amounts import Pace
from tribodex.core.grease.housing import fill_budget, oil_level
from tribodex.core.grease.strokes import CARTRIDGE_G
from tribodex.core.grease.thickener import Thickeners
from tribodex.core.job.said import mm, plain, typed_again
from tribodex.core.job.topic import Desk
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.decide import packs
from tribodex.core.topics.grease.moves import GreaseDo as Do
from tribodex.core.topics.grease.state import Greasing
from tribodex.core.working import Level, Result, Verdict, number

PACKS = {"full": "full", "part": "in part", "none": "not"}


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.LubricantChosen():
            after = f", {fact.thickener}, onto {fact.old}" if fact.kind == "grease" else ""
            return f"Goes in: {fact.name}{after}: {fact.mixes.word}."
        case ev.FillPlanned():
            plan = fact.plan
            strokes = (
                f", {plan.measured.strokes} strokes of {plan.gun.name or 'the gun'}"
                if plan.gun is not None
                else ""
            )
            if plan.counted:
                return (
                    f"Fill planned, {plan.pace.words}: {plan.measured.strokes} strokes of the"
                    " sheet's gun into the housing."
                )
            return (
                f"Fill planned, {plan.pace.words}: {number(plan.housing_g)} g into the"
                f" housing{strokes}."
            )
        case ev.BearingPacked():
            who = f" Decided by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            remark = f" ({fact.text})" if fact.text else ""
            return (
                f"Bearing packed {PACKS[fact.how]}{', turned' if fact.turned else ''}{remark}:"
                f" {fact.verdict.word}.{who}"
            )
        case ev.CornerFilled():
            return f"Corner {fact.corner}: {fact.verdict.reason.rstrip('.')}, {fact.verdict.word}."
        case ev.StorageTagged():
            return f"Tagged: {fact.text}."
        case ev.OilFilled():
            return (
                f"Oil {number(fact.below_mm)} mm below the shaft's middle:"
                f" {', '.join(v.word for v in fact.verdicts)}."
            )
        case ev.LeftAsMade():
            return f"Left as its maker greased it: {fact.text}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.LubricantChosen():
            return typed_again(cmd.ChooseLubricant, fact.typed)
        case ev.FillPlanned():
            return typed_again(cmd.PlanFill, fact.plan.typed)
        case ev.BearingPacked():
            return cmd.PackBearing(fact.how, fact.turned, fact.text, fact.decided_by, fact.reason)
        case ev.CornerFilled():
            return cmd.FillCorner(fact.corner, plain(fact.amount))
        case ev.StorageTagged():
            return cmd.TagStored(fact.text)
        case ev.LeftAsMade():
            return cmd.LeaveAsMade(fact.text)
        case ev.OilFilled():
            return cmd.FillOil(mm(fact.below_mm), fact.channels_open, fact.level_both, fact.plug)
        case _:
            return None


@dataclass(frozen=True)
class GreaseCorner:
    """A corner of the housing: what it gets and what it got; strokes, or grams without a gun."""

    number: int
    asked: float
    given: float | None
    verdict: Verdict | None


@dataclass(frozen=True)
class GreaseHousing:
    """Housing, bearing and shaft for their drawing (mm); inside sizes None where they were not
    measured. `level_mm` from its bottom.
    """

    bore_mm: float
    outside_mm: float
    width_mm: float
    shaft_mm: float
    housing_mm: float | None
    inside_mm: float | None
    level_mm: float | None
    share: float | None
    oil_below_mm: float | None


@dataclass(frozen=True)
class GreaseLine:
    """One thing that was said of the grease, with its verdict."""

    what: str
    verdict: Verdict


@dataclass(frozen=True)
class PaceChoice:
    """How fast a shaft runs, in words."""

    value: Pace
    words: str


@dataclass(frozen=True)
class GreaseWork:
    """Grease as its panel shows it: what goes in, both amounts in every measure, the corners, and
    the verdicts there are.
    """

    topic: Literal["grease"]
    kind: Literal["", "grease", "oil"]
    name: str
    gun: str
    stroke_g: float | None
    counted: bool
    grams: float | None
    ounces: float | None
    strokes: int | None
    cartridges: int | None
    corners: tuple[GreaseCorner, ...]
    packed: ev.Pack | None
    stored: bool
    housing: GreaseHousing | None
    thickeners: tuple[str, ...]
    paces: tuple[PaceChoice, ...]
    verdicts: tuple[GreaseLine, ...]
    done: bool
    asks: Do | None


def view(desk: Desk, state: Greasing) -> GreaseWork:
    """The grease as it is shown."""
    plan = state.planned
    corners = tuple(
        GreaseCorner(
            i, asked, c.amount if c is not None else None, c.verdict if c is not None else None
        )
        for i, asked in enumerate(plan.asked if plan is not None else (), 1)
        for c in [state.corners.get(i)]
    )
    amount = plan.measured if plan is not None else None
    return GreaseWork(
        asks=None,
        topic="grease",
        kind=state.chosen.kind if state.chosen is not None else "",
        name=state.chosen.name if state.chosen is not None else "",
        gun=plan.gun.name if plan is not None and plan.gun is not None else "",
        stroke_g=plan.gun.stroke_g if plan is not None and plan.gun is not None else None,
        counted=plan is not None and plan.counted,
        grams=(
            amount.grams if amount is not None and plan is not None and not plan.counted else None
        ),
        ounces=(
            amount.ounces if amount is not None and plan is not None and not plan.counted else None
        ),
        strokes=amount.strokes if amount is not None else None,
        cartridges=amount.cartridges if amount is not None else None,
        corners=corners,
        packed=state.packed.how if state.packed is not None else None,
        stored=state.stored,
        housing=_housing(desk, state),
        thickeners=(
            desk.book(Thickeners).names() if state.chosen is None or not state.chosen_right else ()
        ),
        paces=tuple(PaceChoice(pace, pace.words) for pace in Pace) if not state.corners else (),
        verdicts=tuple(_lines(state)),
        done=state.done,
    )


def _housing(desk: Desk, state: Greasing) -> GreaseHousing | None:
    fitted = desk.fitted(desk.at)
    if fitted is None:
        return None
    b, plan = fitted.bearing, state.planned
    oil = (
        oil_level(b.bore_mm, b.outside_mm).value
        if state.chosen is not None and state.chosen.kind == "oil"
        else None
    )
    return GreaseHousing(
        bore_mm=b.bore_mm,
        outside_mm=b.outside_mm,
        width_mm=b.width_mm,
        shaft_mm=fitted.shaft.diameter_mm,
        housing_mm=plan.housing_mm if plan is not None else None,
        inside_mm=plan.inside_mm if plan is not None else None,
        level_mm=plan.level_mm if plan is not None else None,
        share=round(plan.share, 3) if plan is not None and plan.share is not None else None,
        oil_below_mm=state.oil.below_mm if state.oil is not None else oil,
    )


def _lines(state: Greasing) -> list[GreaseLine]:
    lines = []
    if state.chosen is not None:
        lines.append(GreaseLine("What goes in", state.chosen.mixes))
        lines += [
            GreaseLine("Its oil", figure.verdict)
            for figure in state.chosen.figures
            if figure.verdict is not None
        ]
    if state.planned is not None and state.planned.verdict is not None:
        lines.append(GreaseLine("Share of the housing", state.planned.verdict))
    if state.packed is not None:
        lines.append(GreaseLine("Bearing", state.packed.verdict))
    lines += [
        GreaseLine(f"Corner {i}", c.verdict)
        for i, c in sorted(state.corners.items())
        if c.verdict.level is not Level.GOOD
    ]
    if state.oil is not None:
        lines += [GreaseLine("Oil", verdict) for verdict in state.oil.verdicts]
    return lines


def budget(plan: ev.FillPlan) -> Result | None:
    """All of a first fill in one sum; None while nobody said what the seals take."""
    if plan.seals_g is None:
        return None
    housing = None if plan.counted else plan.housing_g
    return fill_budget(
        plan.bearing, housing, plan.seals_g, plan.cartridge_g or CARTRIDGE_G, plan.measured.corners
    )


def figures(desk: Desk, state: Greasing) -> Sequence[Result]:
    """Amounts, and whether the oil is thick enough."""
    results: list[Result] = []
    if state.planned is not None:
        results += [state.planned.housing, state.planned.bearing, *state.planned.others]
        if (sum_up := budget(state.planned)) is not None:
            results.append(sum_up)
    if state.chosen is not None:
        results += state.chosen.figures
        fitted = desk.fitted(desk.at)
        if state.chosen.kind == "oil" and fitted is not None:
            results.append(oil_level(fitted.bearing.bore_mm, fitted.bearing.outside_mm))
    return results


def findings(desk: Desk, state: Greasing) -> Sequence[str]:
    """What is worth saying beside the move."""
    why = packs(desk)
    found = (
        [f"The bearing came {why}: what is pressed in beside it does not get in."] if why else []
    )
    if state.chosen is not None and not state.chosen.figures:
        found.append(
            "Base oil, speed and temperature are not known together: whether its oil is thick"
            " enough stays open."
        )
    return found


def record(desk: Desk, state: Greasing) -> Sequence[Section]:
    """The grease for the record."""
    if state.as_made is not None:
        return [Section("Grease", (tell(state.as_made),))]
    if state.chosen is None:
        return []
    plan = [ev.FillPlanned(state.planned)] if state.planned is not None else []
    entries = (state.chosen, *plan, state.packed, state.tagged, state.oil)
    lines = [tell(fact) for fact in entries if fact is not None]
    tables: tuple[Table, ...] = ()
    if state.planned is not None and state.corners:
        unit = "strokes" if state.planned.gun is not None else "g"
        rows = tuple(
            (str(i), f"{asked:g}", f"{c.amount:g}" if (c := state.corners.get(i)) else "")
            for i, asked in enumerate(state.planned.asked, 1)
        )
        tables = (Table(("Corner", f"Asked, {unit}", f"Given, {unit}"), rows),)
        grams = state.given_g if unit == "strokes" else None
        weighed = f", {number(grams)} g" if grams else ""
        lines.append(f"In all {number(state.given)} {unit}{weighed}.")
    worst = next((line.verdict for line in _lines(state) if line.verdict.level is Level.STOP), None)
    good = state.packed.verdict if state.packed is not None else state.chosen.mixes
    return [Section("Grease", tuple(lines), tables, tuple(figures(desk, state)), worst or good)]


def certificate(_: Desk, state: Greasing) -> str:
    """The grease in a line for page one."""
    if state.as_made is not None:
        return f"as its maker greased it: {state.as_made.text}"
    if state.chosen is None:
        return ""
    if state.oil is not None and state.chosen.kind == "oil":
        return f"{state.chosen.name}, {number(state.oil.below_mm)} mm below the shaft's middle"
    packed = f", bearing packed {PACKS[state.packed.how]}" if state.packed is not None else ""
    plan = state.planned
    if plan is None:
        return f"{state.chosen.name}{packed}"
    unit = "strokes" if plan.in_strokes else "g"
    return (
        f"{state.chosen.name} ({state.chosen.thickener}){packed}, housing {number(state.given)} of"
        f" {number(sum(plan.asked))} {unit}"
    )
