"""Makers' sheets as they are printed: any of their figures, in their own units, keyed as they are;
what is missing comes from the default card.
"""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import BEGIN, DRAFT, FEELERS, MemoryStore, make_bench
from tests.usecases.by_hand import tap
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.clearance import judge_initial
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.judgement import FinalCode, judge_final
from tribodex.core.mounting.lock_ruling import LeafSays, LockCode, may_lock, may_meet
from tribodex.core.mounting.reduction import ReductionRow, complete
from tribodex.core.mounting.sheet import SheetLine
from tribodex.core.mounting.window import Target, WindowCode, judge_window
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.working import Level, Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import CardDraft, CardRowDraft, keep_card
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import plan_of
from tribodex.usecases.planning import make_plan

# 22218 K C3: by card A 45 to 60 µm are taken out and 50 left; C3 of this bore is 110 to 140.
TYPED = replace(DRAFT, card="sheet", sheet="maker's sheet 12, page 4")
CROSSED = CardRowDraft(
    over="80",
    to="100",
    final_low="0.1",
    final_high="0.12",
    unmounted_low="0.05",
    unmounted_high="0.08",
)
FINE = Verdict("inside the usual limit", Level.GOOD, "")


def wrong(reference: Reference, draft: PlanDraft) -> dict[str, str]:
    with pytest.raises(InvalidInput) as raised:
        make_plan(reference, FEELERS, draft)
    assert all(field.message and field.expected for field in raised.value.fields)
    return {field.name: field.message for field in raised.value.fields}


@pytest.mark.parametrize(
    "typed",
    ["0.045–0.060 mm", "0.045 to 0.060", "45 - 60 µm", "0,045 … 0,060", "1.7717 to 2.3622 thou"],
)
def test_a_line_is_typed_as_it_stands(reference: Reference, typed: str) -> None:
    plan = make_plan(reference, FEELERS, replace(TYPED, sheet_reduction=typed))
    assert plan.target is not None
    assert (plan.target.reduction_um.low, plan.target.reduction_um.high) == (
        pytest.approx(45, abs=0.01),
        pytest.approx(60, abs=0.01),
    )
    assert (
        plan.card == "sheet"
        and plan.card_title == "maker's sheet 12, page 4"
        and plan.sources[-1].grade == "maker"
    )


def test_a_sheet_with_a_reduction_alone_gets_the_default_cards_residual_marked(
    reference: Reference,
) -> None:
    plan = make_plan(reference, FEELERS, replace(TYPED, sheet_reduction="0.040 to 0.055"))
    window = plan.window(124)
    assert window is not None and (window.low_um, window.high_um) == (69, 84)
    assert (
        plan.target is not None
        and plan.target.beside_um == 50
        and plan.target.least_residual_um is None
    )
    assert any("does not say what must be left: 0.050 mm" in finding for finding in plan.findings)
    low = plan.window(102)
    # The sheet itself would go down to 47: below 50 only by its name.
    assert low is not None and (low.low_um, low.by_sheet_um) == (50, 47)
    assert judge_window(low).word == "sheet and default card differ"


def test_a_final_band_is_the_window_whatever_was_measured(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(TYPED, sheet_final="0.055 to 0.075 mm"))
    for initial in (102.0, 115.0, 129.0):
        window = plan.window(initial)
        assert window is not None and (window.low_um, window.high_um) == (55, 75)
    assert plan.drive_up_mm is not None and plan.target is not None
    assert plan.target.aimed(115) == Span(40, 60)
    assert any("does not say how much to take out" in finding for finding in plan.findings)


def test_a_final_band_met_without_any_grip_is_no_window(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(TYPED, sheet_final="0.055 to 0.075 mm"))
    tight, loose = plan.window(54), plan.window(80)
    assert tight is not None and judge_window(tight).code == WindowCode.NOTHING_TO_TAKE_OUT
    assert loose is not None and judge_window(loose).level is Level.UNKNOWN, (
        "25 µm at most: less than the default card takes"
    )
    wide = plan.window(260)
    assert wide is not None and judge_window(wide).code == WindowCode.RING_TOO_TIGHT, (
        "185 µm would crack the ring"
    )


def test_least_residual_alone_also_asks_for_grip(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, replace(TYPED, sheet_least="0.055 mm"))
    window = plan.window(124)
    assert window is not None and (window.low_um, window.high_um) == (55, 79)
    idle = judge_final(window, 120, 4, 4, 3)
    assert idle.overall.level is Level.UNKNOWN and idle.overall.code == FinalCode.GRIP_NOT_PROVEN
    assert judge_final(window, 75, 4, 49, 3).overall.word == "in order"
    # More than the default card's largest, and the sheet's least is kept: a remark, no stop.
    assert judge_final(window, 58, 2, 66, 2).overall.level is Level.WATCH
    assert judge_final(window, 48, 3, 76, 3).overall.level is Level.STOP


def test_a_lower_sheet_stands_beside_the_default_card_and_is_taken_by_its_name(
    reference: Reference,
) -> None:
    plan = make_plan(reference, FEELERS, replace(TYPED, sheet_least="0.040 mm"))
    assert any("your sheet is wider" in finding for finding in plan.findings)
    window = plan.window(104)
    assert window is not None and (window.low_um, window.by_sheet_um, window.residual_limit_um) == (
        50,
        40,
        40,
    )
    says = LeafSays(46, 4, 0, 3)
    assert may_lock(window, says, 0.38, 0).code == LockCode.PAST
    assert (
        may_meet(window, says, 0.38, 0, 9, hoop=FINE).word == "may be locked by name of the sheet"
    )
    assert may_meet(window, LeafSays(42, 4, 0, 3), 0.38, 0, 9, hoop=FINE).level is Level.STOP, (
        "it may be 38, and the sheet leaves 40"
    )
    assert judge_final(window, 46, 4, 58, 3).residual.word == "less than the default card"


@pytest.mark.parametrize(
    ("field", "typed"),
    [
        ("sheet_drive_up", "0.6 to 0.8 mm"),
        ("sheet_angle", "100 to 130°"),
        ("sheet_angle", "1/4 to 1/3 turn"),
    ],
)
def test_drive_up_or_angle_alone_is_judged_by_the_default_card_and_gauged(
    reference: Reference, field: str, typed: str
) -> None:
    method = "X" if field == "sheet_drive_up" else "N"
    plan = make_plan(reference, FEELERS, replace(TYPED, method=method, **{field: typed}))
    window = plan.window(124)
    assert window is not None and (window.low_um, window.high_um) == (64, 79) and plan.method.gauged
    if field == "sheet_drive_up":
        assert plan.drive_up_mm == Span(0.6, 0.8)
    else:
        assert plan.turn_range_deg is not None and plan.turn_range_deg.low >= 90
        assert any("counts from is not known" in finding for finding in plan.findings)
        tapped = make_plan(
            reference, FEELERS, replace(TYPED, method=method, sheet_zero="tapped", **{field: typed})
        )
        assert tapped.sheet_zero is SheetZero.TAPPED and not any(
            "counts from is not known" in finding for finding in tapped.findings
        )
    assert judge_final(window, 110, 4, 14, 3).overall.code == FinalCode.GRIP_NOT_PROVEN
    assert judge_final(window, 45, 4, 79, 3).overall.level is Level.STOP


def test_a_makers_unmounted_band_judges_and_the_group_stands_beside(reference: Reference) -> None:
    plan = make_plan(
        reference,
        FEELERS,
        replace(TYPED, sheet_reduction="0.045 to 0.060", sheet_unmounted="0.085 to 0.105"),
    )
    assert plan.limits_um == Span(85, 105)
    inside = judge_initial(95, 4, plan.groups_um, plan.bearing.group, plan.unmounted_um)
    assert (
        inside.level is Level.GOOD
        and "C3 by the standard is" in inside.reason
        and "outside it" in inside.reason
    )
    assert (
        judge_initial(124, 4, plan.groups_um, plan.bearing.group, plan.unmounted_um).level
        is Level.STOP
    )
    assert judge_initial(124, 4, plan.groups_um, plan.bearing.group).level is Level.GOOD, (
        "by the group alone it is right"
    )
    alone = make_plan(reference, FEELERS, replace(TYPED, sheet_unmounted="0.085 to 0.105"))
    assert alone.limits_um == Span(85, 105) and alone.reduction_um == Span(45, 60)


@pytest.mark.parametrize(
    ("given", "field"),
    [
        ({"sheet_reduction": "0.45 to 0.60"}, "sheet_reduction"),
        ({"sheet_reduction": "45 to 60"}, "sheet_reduction"),
        ({"sheet_reduction": "0.060 to 0.045"}, "sheet_reduction"),
        ({"sheet_reduction": "0.050"}, "sheet_reduction"),
        ({"sheet_final": "0.55 to 0.75"}, "sheet_final"),
        ({"sheet_least": "0.5"}, "sheet_least"),
        ({"sheet_least": "0.005"}, "sheet_least"),
        ({"sheet_drive_up": "7 to 9 mm"}, "sheet_drive_up"),
        ({"sheet_angle": "9 turns"}, "sheet_angle"),
        ({"sheet_unmounted": "1.00 to 1.30"}, "sheet_unmounted"),
        (
            {"sheet_reduction": "0.110 to 0.130", "sheet_unmounted": "0.080 to 0.105"},
            "sheet_reduction",
        ),
        ({"sheet_final": "0.120 to 0.140", "sheet_unmounted": "0.080 to 0.110"}, "sheet_final"),
        ({}, "sheet_reduction"),
        ({"sheet": "", "sheet_reduction": "0.045 to 0.060"}, "sheet"),
        ({"sheet_reduction": "0.045 to 0.060", "sheet_zero": "by feel"}, "sheet_zero"),
    ],
)
def test_slips_of_a_sheet_are_said_at_their_field(
    reference: Reference, given: dict[str, str], field: str
) -> None:
    assert field in wrong(reference, replace(TYPED, **given))


def test_a_typed_line_and_another_card_are_not_mixed(reference: Reference) -> None:
    assert "sheet_final" in wrong(reference, replace(DRAFT, sheet_final="0.05 to 0.07"))


def test_cards_of_the_shop_are_entered_by_shaft_or_part_number(reference: Reference) -> None:
    store = MemoryStore()
    rows = (
        CardRowDraft(over="70", to="80", final_low="0.050", final_high="0.070"),
        CardRowDraft(over="80", to="90", residual="0.045"),
    )
    keep_card(
        store,
        "card-s",
        CardDraft("By shaft", "sheet 3", "", rows, keyed_by="shaft"),
        "",
        tap("a"),
        recorded_at=BEGIN,
    )
    plan = plan_of(store, reference, replace(DRAFT, card="card-s"))
    assert plan.target is not None and plan.target.final_um == Span(50, 70), (
        "80 mm belongs to over 70 up to and including 80"
    )
    thinner = replace(DRAFT, card="card-s", shaft="65 mm", special_sleeve="thick sleeve")
    with pytest.raises(InvalidInput, match="no line for a shaft of 65 mm"):
        plan_of(store, reference, thinner)
    by_part = CardDraft(
        "By number",
        "sheet 4",
        "",
        (CardRowDraft(part="22218-K-C3", residual="0.052"),),
        keyed_by="part",
    )
    keep_card(store, "card-p", by_part, "", tap("b"), recorded_at=BEGIN)
    assert plan_of(store, reference, replace(DRAFT, card="card-p")).least_residual_um == 52
    with pytest.raises(InvalidInput, match="no line for"):
        plan_of(store, reference, replace(DRAFT, designation="22218 K C4", card="card-p"))


@pytest.mark.parametrize(
    ("draft", "field"),
    [
        (CardDraft("A", "b", "", (CardRowDraft(residual="0.05"),), keyed_by="part"), "rows.0.part"),
        (
            CardDraft(
                "A",
                "b",
                "",
                (CardRowDraft(part="1", residual="0.05"), CardRowDraft(part=" 1", residual="0.06")),
                keyed_by="part",
            ),
            "rows",
        ),
        (
            CardDraft(
                "A",
                "b",
                "",
                (CardRowDraft(over="80", to="100", residual="0.05"),),
                keyed_by="colour",
            ),
            "keyed_by",
        ),
        (CardDraft("A", "b", "", (CROSSED,)), "rows.0.final_low"),
    ],
)
def test_a_card_that_cannot_be_meant_says_where(draft: CardDraft, field: str) -> None:
    with pytest.raises(InvalidInput) as raised:
        keep_card(MemoryStore(), "card-x", draft, "", tap("a"), recorded_at=BEGIN)
    assert field in {one.name for one in raised.value.fields}


band = st.tuples(st.floats(20, 150), st.floats(1, 60)).map(
    lambda pair: Span(pair[0], pair[0] + pair[1])
)


@given(st.none() | band, st.none() | band, st.none() | st.floats(10, 120), st.floats(60, 260))
def test_no_side_that_a_sheet_gives_is_overridden(
    reduction: Span | None, final: Span | None, least: float | None, initial: float
) -> None:
    """Whatever a sheet says: below its own least and outside its own bands nothing is good, and its
    own reduction is kept.
    """
    card = ReductionRow(80, 100, Span(45, 60), {Taper.ONE_IN_12: Span(0.7, 0.9)}, {Group.C3: 50.0})
    row = complete(SheetLine(80, 100, reduction_um=reduction, final_um=final, least_um=least), card)
    target = Target(
        row.reduction_um,
        row.least_residual_um.get(Group.C3),
        heat_um=17,
        final_um=row.final_um,
        reduction_given=reduction is not None,
        beside_um=row.beside_um.get(Group.C3),
        most_um=90,
    )
    window = target.window(initial)
    own = max(
        (one for one in (least, final.low if final else None) if one is not None), default=None
    )
    for residual in (5.0, 16.0, 30.0, 45.0, 55.0, 70.0, 90.0, initial - 5, initial):
        verdict = judge_final(window, residual, 2, initial - residual, 2)
        said = verdict.overall.level is Level.GOOD
        if own is not None and residual < own - 2:
            assert not said
        if final is not None and residual > final.high + 2:
            assert not said
        if (
            reduction is not None
            and not reduction.low - 2 <= initial - residual <= reduction.high + 2
        ):
            assert not said
        if reduction is None and final is None and initial - residual < 45 - 2:
            assert not said, "without the default card's least the grip is not proven"
        if initial - residual > 92:
            assert verdict.overall.level is Level.STOP, (
                "whatever a sheet says, the ring bears no more"
            )
        if said:
            assert residual > 17, "running warm takes that"


@given(st.floats(30, 320), st.floats(0, 160), st.floats(5, 25))
def test_half_of_it_widens_towards_less_only(initial: float, least: float, step: float) -> None:
    target = Target(Span(45, 60), least, Span(0.4, 0.5), 60.0, 0.0, 45.0, step)
    got = target.reduction(initial)
    assert 0 <= got.low <= got.high <= min(60.0, 0.5 * initial) + 1e-9
    assert got.high <= max(0.0, initial - least) + 1e-9
    assert got.low <= 0.4 * initial + 1e-9
    if got.low < 0.4 * initial - 1e-9 and got.low < got.high - 1e-9:
        # Widened, or capped: never below the card's least unless half of it lies there already.
        assert got.low >= min(45.0, 0.4 * initial, got.high) - 1e-9


def test_half_of_it_that_cannot_be_told_is_said_at_the_plan(reference: Reference) -> None:
    coarse = replace(
        DRAFT, designation="22211 K", group="CN", shaft="50 mm", card="half", feeler_id="i"
    )
    assert any(
        "less than a feeler step" in finding
        for finding in make_plan(reference, FEELERS, coarse).findings
    )
    small = replace(DRAFT, designation="22226 K C2", shaft="115 mm", card="half")
    assert any(
        "grip would not be proven" in finding
        for finding in make_plan(reference, FEELERS, small).findings
    )


def test_a_job_by_a_final_band_ends_inside_it(reference: Reference) -> None:
    bench = make_bench(
        reference, replace(TYPED, sheet_final="0.055 to 0.080 mm", places="3", washer="on")
    )
    truth = VirtualBearing(121.0, 0.375, 11.0)
    bench.ready(truth)
    for _ in range(30):
        move = bench.move()
        if move.do == Do.TURN:
            bench.do(cmd.TurnNut(f"{move.turn_deg:.0f}"))
        elif move.do == Do.GAUGE:
            bench.gauge(Phase.DRIVE_UP, truth)
        elif move.do == Do.SEE_TAB:
            bench.do(cmd.SeeTab("4", "degrees"))
        else:
            break
    assert move.do == Do.LOCK, move
    bench.do(cmd.Lock("4"))
    bench.gauge(Phase.FINAL, truth)
    final = bench.state.attempt.final_verdict()
    assert final is not None and final.overall.level in (Level.GOOD, Level.WATCH)
    assert 50 <= truth.clearance_um(bench.state.attempt.nut_deg) <= 85
