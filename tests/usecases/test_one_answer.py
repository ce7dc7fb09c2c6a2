"""One question, one answer: early figures, plan, calculator and paper say the same, in either unit;
and hostile text stays text.
"""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.helpers import BEGIN, DRAFT, FEELERS, MemoryStore, open_one
from tribodex.core.errors import InvalidInput
from tribodex.core.job import commands as job_cmd
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level, Result
from tribodex.exchange.nut_strip import StripOrder, strip_pages
from tribodex.exchange.paper import Paper
from tribodex.exchange.plan_page import plan_html
from tribodex.exchange.record_page import render_html
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import CardDraft, CardRowDraft, keep_card
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import plan_of
from tribodex.usecases.plan_sheet import plan_sheet
from tribodex.usecases.planning import make_plan
from tribodex.usecases.planning.early import early
from tribodex.usecases.ports import Tap
from tribodex.usecases.record import record
from tribodex.usecases.variants import VariantDraft, side_by_side

REFERENCE = load_reference()
PARTS = [
    ("22209 K", "CN", "40 mm"),
    ("22211 K C3", "", "50 mm"),
    ("22218 K C3", "", "80 mm"),
    ("22218 K C4", "", "80 mm"),
    ("22320 K C4", "", "90 mm"),
    ("23122 K C3", "", "100 mm"),
    ("23224 K C3", "", "110 mm"),
    ("22326 K C3", "", "115 mm"),
]


def draft_of(part: tuple[str, str, str], **more: str) -> PlanDraft:
    number, group, shaft = part
    return replace(DRAFT, designation=number, group=group, shaft=shaft, **more)


def by_name(figures: tuple[Result, ...]) -> dict[str, Result]:
    return {figure.id: figure for figure in figures}


@pytest.mark.parametrize("part", PARTS, ids=lambda part: part[0])
@pytest.mark.parametrize("card", ["A", "B"])
def test_what_is_said_early_is_said_in_the_plan(
    reference: Reference, part: tuple[str, str, str], card: str
) -> None:
    draft = draft_of(part, card=card)
    soon, late = (
        by_name(early(reference, draft).figures),
        by_name(make_plan(reference, FEELERS, draft).figures),
    )
    shared = soon.keys() & late.keys()
    assert {"group_limits", "reduction"} & shared or len(shared) >= 3, (soon.keys(), late.keys())
    for name in shared:
        one, two = soon[name], late[name]
        assert (one.value, one.value_to, one.unit) == (two.value, two.value_to, two.unit), name
    assert early(reference, draft).missing == ()


@pytest.mark.parametrize("part", PARTS, ids=lambda part: part[0])
def test_the_slate_says_what_the_plan_says(
    reference: Reference, part: tuple[str, str, str]
) -> None:
    draft = draft_of(part)
    plan = make_plan(reference, FEELERS, draft)
    initial = plan.limits_um.mid
    (variant,) = side_by_side(
        reference, [VariantDraft(replace(draft, feeler_id=""), initial=f"{initial} µm")]
    ).variants
    assert variant.sheet is not None and variant.sheet.window is not None
    window = plan.window(initial)
    assert window is not None
    assert (variant.sheet.window.low_um, variant.sheet.window.high_um) == (
        window.low_um,
        window.high_um,
    )
    planned, shown = by_name(plan.figures), by_name(variant.sheet.figures)
    for name in planned.keys() & shown.keys():
        assert (planned[name].value, planned[name].value_to) == (
            shown[name].value,
            shown[name].value_to,
        ), name


@pytest.mark.parametrize("part", PARTS, ids=lambda part: part[0])
def test_the_window_by_the_two_formulas(reference: Reference, part: tuple[str, str, str]) -> None:
    """lo = max(m, c₀ - r_max), hi = c₀ - r_min, worked here from the plan's own card: no other path
    may say anything else.
    """
    plan = make_plan(reference, FEELERS, draft_of(part))
    for initial in (plan.limits_um.low, plan.limits_um.mid, plan.limits_um.high):
        window = plan.window(initial)
        assert window is not None and plan.target is not None
        least = plan.least_residual_um or float("-inf")
        assert window.low_um == pytest.approx(max(least, initial - plan.target.reduction_um.high))
        if not window.empty:
            assert window.high_um == pytest.approx(initial - plan.target.reduction_um.low)


@pytest.mark.parametrize("part", PARTS, ids=lambda part: part[0])
def test_a_plan_given_in_inches_is_the_same_plan(
    reference: Reference, part: tuple[str, str, str]
) -> None:
    """One inch is 25.4 mm exactly: the shaft typed in inches to a tenth of a thousandth changes no
    figure by more than that.
    """
    millimetres = float(part[2].split()[0])
    metric = make_plan(reference, FEELERS, draft_of(part))
    inch = make_plan(
        reference, FEELERS, replace(draft_of(part), shaft=f"{millimetres / 25.4:.4f} in")
    )
    one, two = by_name(metric.figures), by_name(inch.figures)
    assert one.keys() == two.keys()
    for name, figure in one.items():
        if figure.value is not None:
            assert two[name].value == pytest.approx(figure.value, rel=2e-3, abs=1e-6), name


@settings(max_examples=40, deadline=None)
@given(st.integers(5, 80), st.integers(1, 80), st.integers(0, 90))
def test_a_sheet_typed_in_is_used_as_typed(low: int, more: int, residual: int) -> None:
    """Own card: taken to the micrometre, or refused with its field; never rounded, never replaced
    by a built-in one.
    """
    row = CardRowDraft(
        over="80",
        to="100",
        reduction_low=f"{low} µm",
        reduction_high=f"{low + more} µm",
        residual_c3=f"{residual} µm" if residual else "",
    )
    store = MemoryStore()
    try:
        keep_card(
            store,
            "card-9",
            CardDraft("Sheet 9", "maker's sheet 9, page 1", "22218", (row,)),
            "",
            Tap("tap-card-0009", "Tester", BEGIN),
            recorded_at=BEGIN,
        )
    except InvalidInput as error:
        assert error.fields
        return
    plan = plan_of(store, REFERENCE, replace(DRAFT, card="card-9"))
    assert plan.target is not None
    assert (plan.target.reduction_um.low, plan.target.reduction_um.high) == (
        pytest.approx(low),
        pytest.approx(low + more),
    )
    assert plan.least_residual_um == (pytest.approx(residual) if residual else None)
    window = plan.window(124)
    assert window is not None
    if not residual:
        assert window.residual_limit_um is None, (
            "what the sheet does not say is not borrowed from another card"
        )


def test_no_figure_is_good_without_a_working_and_a_unit(reference: Reference) -> None:
    for part in PARTS:
        for figure in make_plan(reference, FEELERS, draft_of(part)).figures:
            if figure.verdict is not None and figure.verdict.level is Level.GOOD:
                assert figure.working and figure.verdict.reason, figure.id
            assert not re.search(r"\d\.\d{7,}", figure.label + figure.note), "no raw floats"


HOSTILE = "<script>alert(1)</script><img src=x onerror=alert(2)>&\"'</td></table>{{7*7}}{% raw %}"


@pytest.fixture(scope="module")
def hostile_job() -> Any:
    """A job whose every text was written by somebody who means no good."""
    store = MemoryStore()
    draft = replace(DRAFT, range_source=HOSTILE)
    job = open_one(
        store,
        REFERENCE,
        "job-0666",
        "m-1-a",
        HOSTILE,
        draft=draft,
        tap=Tap("open-0666", HOSTILE, BEGIN),
        at=BEGIN,
    )
    fitter = VirtualFitter(store, REFERENCE, job, VirtualBearing(125, 0.385), HOSTILE, begins=BEGIN)
    fitter.say(job_cmd.AddNote(HOSTILE))
    fitter.say(job_cmd.OpenPoint(HOSTILE))
    fitter.follow(6)
    fitter.say(cmd.Release(HOSTILE))
    return fitter.job


def inert(page: str) -> None:
    """No element and no attribute came from the text; the text itself is there, readable."""
    assert "<script>alert" not in page and "<img src=x" not in page
    assert not re.search(r"<[^>]*\sonerror=", page)
    assert "49" not in re.findall(r"\{\{7\*7\}\}|(?<=\}\})49", page)
    assert "&lt;script&gt;alert(1)" in page or "\\u003cscript" in page


def test_hostile_text_is_only_text_in_the_record(hostile_job: Any) -> None:
    page = render_html(record(REFERENCE, hostile_job))
    inert(page)
    assert page.count("&lt;script&gt;alert(1)") >= 3
    assert "{{7*7}}" in page, "nothing of it was worked out by a template"


def test_hostile_text_is_only_text_on_a_plan_sheet_and_a_strip() -> None:
    plan = make_plan(REFERENCE, FEELERS, DRAFT)
    inert(plan_html(plan_sheet(REFERENCE, plan), HOSTILE))
    assert plan.nut is not None
    for page in strip_pages(StripOrder(plan.nut, HOSTILE, 126, 162), Paper.A4):
        assert "<script" not in page and "<img" not in page
