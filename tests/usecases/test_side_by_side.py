"""Where the trade disagrees: every way with its reason, and one default, which is what a plan with
nothing chosen takes.
"""

from __future__ import annotations

from dataclasses import replace

from tests.helpers import DRAFT, FEELERS
from tribodex.core.cartridge.assembly import Stands, order_of
from tribodex.core.cartridge.parts import BearingHeld, Makeup, parts_of
from tribodex.core.mounting.methods import METHOD_NOTES, OIL_REASONS, WASHER_REASONS, methods_for
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics.bolts.facts import BaseHabit
from tribodex.reference import load_reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.planning import make_plan
from tribodex.usecases.side_by_side import disagreements

QUESTIONS = {question.id: question for question in disagreements()}


def default_of(name: str) -> str:
    return next(way.title for way in QUESTIONS[name].ways if way.default)


def test_each_has_reasons_and_one_default() -> None:
    on_a_taper = {"oil", "unmounted", "places", "zero", "method", "washer", "stop", "card", "base"}
    assert set(QUESTIONS) == on_a_taper | {
        "way_on",
        "heat",
        "fixed_cover",
        "flingers",
        "amounts",
        "lip",
    }
    for question in QUESTIONS.values():
        assert len(question.ways) > 1 and sum(way.default for way in question.ways) == 1, (
            question.id
        )
        assert (
            len({way.title for way in question.ways})
            == len(question.ways)
            == len({way.reason for way in question.ways})
        )
        assert all(len(way.reason) > 40 for way in question.ways) and question.chosen_at


def test_no_way_of_the_product_is_missing() -> None:
    titles = {name: {way.title for way in question.ways} for name, question in QUESTIONS.items()}
    bearing = make_plan(load_reference(), FEELERS, DRAFT).bearing
    assert titles["method"] == {
        METHOD_NOTES[method].title for method in methods_for(bearing.kind, no_leaf=False)
    }
    assert len(titles["oil"]) == len(OIL_REASONS) and len(titles["washer"]) == len(WASHER_REASONS)
    assert len(titles["zero"]) == len(ZeroPoint) + 1 and len(titles["base"]) == len(BaseHabit)
    assert len(titles["way_on"]) == len(WayOn)


def test_the_fixed_cover_goes_on_first_where_an_order_is_offered() -> None:
    seats = (BearingHeld("fixed", "drive"), BearingHeld("floating", "far"))
    made = Makeup(Stands.UPRIGHT, "fixed", seats, ("drive", "far"), ("far",), ())
    order = [
        step.part.id if step.part is not None else "over"
        for step in order_of(parts_of(made), made.stands)
    ]
    assert (order.index("cover.drive") < order.index("over")) == default_of(
        "fixed_cover"
    ).startswith("First")


def test_the_default_is_what_a_plan_takes_where_nothing_was_chosen() -> None:
    plan = make_plan(
        load_reference(),
        FEELERS,
        replace(DRAFT, method="", card=PlanDraft.card, washer="", oil="", places=PlanDraft.places),
    )
    assert METHOD_NOTES[plan.method].title == default_of("method")
    assert f"Card {plan.card}" == default_of("card")
    assert f"Washer {plan.washer.value}" == default_of("washer")
    assert [*OIL_REASONS][[way.default for way in QUESTIONS["oil"].ways].index(True)] is plan.oil
    assert (plan.places == 3) == (default_of("places") == "Three places")
