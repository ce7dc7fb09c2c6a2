"""The plan sheet to take along: targets, tools, cautions, and blanks for what is read under the machine."""

from __future__ import annotations

from typing import Any

from tribodex.core.follower.stud import ROUNDS, clamp_result
from tribodex.core.mounting.gauging import Row
from tribodex.core.procedure import Procedure, texts_for
from tribodex.core.shouldered.tools import drift_tube
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.follower.facts import FollowerPlan
from tribodex.core.topics.shouldered.plan import ShoulderPlan
from tribodex.exchange.paper import Paper, environment, page_css
from tribodex.exchange.press import press
from tribodex.usecases.plan_sheet import PlanSheet

# Blanks: the unmounted gauging, gaugings on the sleeve, the final one.
BLANK_GAUGINGS = ("Unmounted", "On the sleeve, nut at ____°", "On the sleeve, nut at ____°", "On the sleeve, nut at ____°", "Final, locked")


def plan_html(sheet: PlanSheet, title: str, *, for_print: bool = False, paper: Paper = Paper.A4, links: tuple[tuple[str, str], ...] = ()) -> str:
    """The plan sheet as a page of its own. `links` are pairs of address and words for its navigation."""
    plan = sheet.plan
    return (
        environment()
        .get_template("plan.html")
        .render(
            s=sheet,
            plan=plan,
            title=title,
            for_print=for_print,
            css=page_css(paper, for_print=True) if for_print else "",
            links=links,
            blanks=BLANK_GAUGINGS if plan.method.gauged else (),
            places=range(1, plan.places + 1),
            rows=[row.value for row in Row],
            method=next(option for option in sheet.methods if option.chosen),
        )
    )


def plan_pdf(sheet: PlanSheet, title: str, paper: Paper = Paper.A4) -> bytes:
    """The plan sheet as PDF."""
    return press.pdf(plan_html(sheet, title, for_print=True, paper=paper))


def other_html(
    plan: ShoulderPlan | FollowerPlan,
    procedure: Procedure,
    title: str,
    *,
    for_print: bool = False,
    paper: Paper = Paper.A4,
    links: tuple[tuple[str, str], ...] = (),
) -> str:
    """The plan sheet of a bearing that is not driven up a taper. What is chosen at the bench is not known yet: tools of every way stand on it."""
    if isinstance(plan, ShoulderPlan):
        name, stands = "shoulder_plan.html", plan.conditions | frozenset(f"on_by_{way}" for way in WayOn)
        own: dict[str, Any] = {"tube": drift_tube(plan.bearing, plan.stick_out_mm)}
    else:
        name, stands = "follower_plan.html", frozenset({f"follower_{plan.mount}"})
        own = {"rounds": ROUNDS, "figures": [clamp_result(plan.clamp)] if plan.clamp is not None else []}
    cautions = dict.fromkeys(text for stage in procedure.stages for text in texts_for(stage.cautions, stands))
    return (
        environment()
        .get_template(name)
        .render(
            plan=plan,
            title=title,
            for_print=for_print,
            css=page_css(paper, for_print=True) if for_print else "",
            links=links,
            tools=texts_for(procedure.tools, stands),
            parts=texts_for(procedure.parts, stands),
            cautions=tuple(cautions),
            standing_above=procedure.standing_above,
            **own,
        )
    )


def other_pdf(plan: ShoulderPlan | FollowerPlan, procedure: Procedure, title: str, paper: Paper = Paper.A4) -> bytes:
    """The same as PDF."""
    return press.pdf(other_html(plan, procedure, title, for_print=True, paper=paper))
