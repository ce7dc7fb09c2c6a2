"""What if, without a job; and the tables with their charts."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.helpers import DRAFT
from tribodex.core.errors import InvalidInput, NotFound
from tribodex.usecases.books import Reference
from tribodex.usecases.tables import table_heads, table_view
from tribodex.usecases.variants import VariantDraft, VariantSheet, side_by_side

PLAN = replace(DRAFT, feeler_id="")
BASE = VariantDraft(PLAN, initial="125 µm", inner_over_outer="10 K")


def sheets(reference: Reference, *drafts: VariantDraft) -> list[VariantSheet]:
    made = []
    for variant in side_by_side(reference, drafts).variants:
        assert variant.sheet is not None, variant.problem
        made.append(variant.sheet)
    return made


def value(sheet: VariantSheet, name: str) -> float:
    found = next(f for f in sheet.figures if f.id == name).value
    assert found is not None
    return found


def test_it_needs_no_gauge_set_and_says_what_it_assumed(reference: Reference) -> None:
    given, assumed = sheets(reference, BASE, replace(BASE, initial=""))
    assert given.window is not None and (given.window.low_um, given.window.high_um) == (65, 80)
    assert given.assumed == () and "middle of C3" in assumed.assumed[0]


def test_variants_differ_where_their_questions_do(reference: Reference) -> None:
    """Other group, hollow shaft, hotter ring: each moves what it should."""
    hollow = replace(BASE, plan=replace(PLAN, shaft_bore="50"))
    hot = replace(BASE, inner_over_outer="40")
    one, two, three = sheets(reference, BASE, hollow, hot)
    assert value(two, "ratio") < value(one, "ratio") and value(two, "computed_drive_up") > value(
        one, "computed_drive_up"
    )
    assert value(three, "running") < value(one, "running") and value(three, "ratio") == value(
        one, "ratio"
    )
    differs = set(side_by_side(reference, [BASE, hollow, hot]).differs)
    assert {"ratio", "running", "computed_drive_up"} <= differs and "window" not in differs
    other = sheets(
        reference, replace(BASE, plan=replace(PLAN, designation="22218 K C4"), initial="")
    )[0]
    assert other.window is not None and other.window.high_um > 100


def test_another_card_and_another_washer(reference: Reference) -> None:
    card_b, washer = sheets(
        reference,
        replace(BASE, plan=replace(PLAN, card="B")),
        replace(BASE, plan=replace(PLAN, nut_tabs="4")),
    )
    assert card_b.window is not None and card_b.window.residual_limit_um is None
    step = next(f for f in washer.figures if f.id == "lock_step")
    assert (
        step.value is not None
        and step.value > 30
        and step.verdict is not None
        and step.verdict.word == "may miss the window"
    )


def test_a_variant_that_cannot_be_worked_out_keeps_the_others(reference: Reference) -> None:
    made = side_by_side(
        reference,
        [
            BASE,
            replace(
                BASE, plan=replace(PLAN, shaft="eighty"), initial="thick", inner_over_outer="900"
            ),
        ],
    )
    assert made.variants[0].sheet is not None and made.variants[1].sheet is None
    assert {f.name for f in made.variants[1].fields} == {"shaft", "initial", "inner_over_outer"}
    wild = side_by_side(reference, [replace(BASE, initial="4 mm")]).variants[0]
    assert wild.sheet is None and wild.fields[0].name == "initial"


def test_methods_without_a_window_are_worked_out_too(reference: Reference) -> None:
    unit = sheets(
        reference,
        VariantDraft(
            replace(
                PLAN, housed_unit="yes", range_low="1", range_high="1 1/4", range_source="sheet"
            )
        ),
    )[0]
    assert unit.window is None and value(unit, "travel") == 2 and unit.comparison.ways


@pytest.mark.parametrize("count", [0, 4])
def test_one_to_three(reference: Reference, count: int) -> None:
    with pytest.raises(InvalidInput):
        side_by_side(reference, [BASE] * count)


def test_every_table_is_there_with_its_source_and_rows(reference: Reference) -> None:
    heads = table_heads(reference)
    assert len(heads) == len(reference.sheets)
    for head in heads:
        view = table_view(reference, head.id)
        assert len(view.rows) == head.rows and len(view.charts) == head.charts
        assert all(len(row) == len(view.columns) for row in view.rows)
    with pytest.raises(NotFound):
        table_view(reference, "nothing")


def test_charts_draw_what_the_tables_hold(reference: Reference) -> None:
    chart = table_view(reference, "clearance_srb_tapered").charts[0]
    c3 = next(s for s in chart.series if s.name == "C3")
    assert any((b.from_x, b.to_x, b.low, b.high) == (80, 100, 110, 140) for b in c3.bands)
    reductions, theory, _ = table_view(reference, "reduction_srb_tapered").charts
    assert [s.name for s in reductions.series] == ["Card A", "Card A2", "Card B", "Card C"]
    line = theory.series[0]
    assert line.kind == "line" and all(b.low < b.high for b in line.bands) and len(line.bands) > 40
    middle = [(b.low + b.high) / 2 for b in line.bands if 50 <= b.from_x <= 300]
    assert all(13 < ratio < 16.5 for ratio in middle), "the shop rule s = 15 r"
