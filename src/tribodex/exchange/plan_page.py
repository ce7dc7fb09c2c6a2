"""The plan sheet to take along: targets, tools, cautions, and blanks for what is read under the
machine.
"""

from __future__ import annotations

from tribodex.core.mounting.gauging import Row
from tribodex.core.procedure import Procedure, texts_for
from tribodex.core.procedure.put_right import shown
from tribodex.exchange.paper import Paper, environment, page_css
from tribodex.exchange.press import press
from tribodex.usecases.plan_sheet import PlanSheet
from tribodex.usecases.planning.papers import PlanPaper

# Blanks: the unmounted gauging, gaugings on the sleeve, the final one.
BLANK_GAUGINGS = (
    "Unmounted",
    "On the sleeve, nut at ____°",
    "On the sleeve, nut at ____°",
    "On the sleeve, nut at ____°",
    "Final, locked",
)


def plan_html(
    sheet: PlanSheet,
    title: str,
    *,
    for_print: bool = False,
    paper: Paper = Paper.A4,
    links: tuple[tuple[str, str], ...] = (),
) -> str:
    """The plan sheet as a page of its own. `links` are pairs of address and words for its
    navigation.
    """
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
            rows=[row.words for row in Row],
            faces=[row.called(unmounted=True) for row in Row],
            method=next(option for option in sheet.methods if option.chosen),
        )
    )


def plan_pdf(sheet: PlanSheet, title: str, paper: Paper = Paper.A4) -> bytes:
    """The plan sheet as PDF."""
    return press.pdf(plan_html(sheet, title, for_print=True, paper=paper))


def other_html(
    plan: PlanPaper,
    procedure: Procedure,
    title: str,
    *,
    for_print: bool = False,
    paper: Paper = Paper.A4,
    links: tuple[tuple[str, str], ...] = (),
) -> str:
    """The plan sheet of a bearing that is not driven up a taper. What is chosen at the bench is not
    known yet: tools of every way stand on it.
    """
    cautions = dict.fromkeys(
        shown(text)
        for stage in procedure.stages
        for text in texts_for(stage.cautions, plan.conditions)
    )
    return (
        environment()
        .get_template("other_plan.html")
        .render(
            plan=plan,
            title=title,
            for_print=for_print,
            css=page_css(paper, for_print=True) if for_print else "",
            links=links,
            tools=texts_for(procedure.tools, plan.conditions),
            parts=texts_for(procedure.parts, plan.conditions),
            cautions=tuple(cautions),
            standing_above=procedure.standing_above,
        )
    )


def other_pdf(plan: PlanPaper, procedure: Procedure, title: str, paper: Paper = Paper.A4) -> bytes:
    """The same as PDF."""
    return press.pdf(other_html(plan, procedure, title, for_print=True, paper=paper))
