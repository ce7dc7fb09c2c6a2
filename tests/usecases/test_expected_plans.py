"""Numbers of a plan that nobody could mean are asked about before the plan is made; said to be
meant they are taken, and judged.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import fields, replace
from typing import Any

import pytest

from tests.benches.cartridge import CLOSING
from tests.helpers import DRAFT, FEELERS, make_plan
from tribodex.core.errors import InvalidInput
from tribodex.usecases.books import Reference
from tribodex.usecases.planning.cartridges import cartridge_plan
from tribodex.usecases.planning.fitted import FittedDraft, fitted_plan
from tribodex.usecases.planning.followers import FollowerDraft, follower_plan
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.shouldered import shoulder_plan
from tribodex.usecases.planning.units import unit_plan

Made = Callable[[Reference, Any], Any]
FULL = replace(
    DRAFT,
    bore="90 mm",
    outside="160 mm",
    width="40 mm",
    group="C3",
    taper="1:12",
    shaft_bore="20 mm",
    nut_thread="90 mm",
    nut_pitch="2 mm",
    nut_outside="120 mm",
    nut_slots="4",
    nut_tabs="17",
    washer_thickness="1.75 mm",
    risk="0.02",
)
TAPER: Made = lambda reference, draft: make_plan(reference, FEELERS, draft)  # noqa: E731
RING = ShoulderDraft(
    "6209 C3",
    "45 mm",
    "85 mm",
    "19 mm",
    shaft_class="k5",
    shaft_bore="20 mm",
    held_by="lock_nut",
    stick_out="40 mm",
)


def _cartridge(reference: Reference, draft: Any) -> Any:
    plan = shoulder_plan(reference, ShoulderDraft("6209 C3", shaft_class="k5", held_by="cartridge"))
    return cartridge_plan(reference, draft, {"1": plan, "2": plan}, "1", "2")


UNIT = UnitDraft(
    insert="208",
    bore="40 mm",
    outside="80 mm",
    width="18 mm",
    form="foot_2",
    lock="set_screws",
    load="normal",
    shaft_class="h7",
    regreased="yes",
    screw="M8",
    screw_torque="8 N·m",
    screw_source="sheet",
    base_torque="40 N·m",
    base_source="sheet",
    rotation="clockwise",
    growth="0.5 mm",
)
PLANS: list[tuple[str, Made, Any]] = [
    ("taper", TAPER, FULL),
    (
        "hydraulic",
        TAPER,
        replace(
            DRAFT,
            method="X",
            piston_area="7150 mm²",
            start_pressure="0.5 MPa",
            rated_pressure="70 MPa",
        ),
    ),
    ("ring", shoulder_plan, RING),
    ("unit", unit_plan, UNIT),
    (
        "follower",
        follower_plan,
        FollowerDraft("stud", "40 mm", "18 mm", "20 mm", "58 N·m", "oiled", "sheet", "no"),
    ),
    (
        "cartridge",
        _cartridge,
        replace(
            CLOSING, engaged="12 mm", into="grey iron", cover_torque="20 N·m", cover_source="sheet"
        ),
    ),
    (
        "fitted",
        lambda reference, draft: fitted_plan(reference, draft),
        FittedDraft("22218 K C3", "80 mm", "90 mm", "160 mm", "40 mm", "spherical"),
    ),
]
# Names and classes, though they begin with a digit.
NO_NUMBERS = {"designation", "insert", "taper", "grade", "feeler_id"}
# What a slip of a decimal place may well be, with the reason.
MAY_BE = {
    ("taper", "shaft_bore", 0.1): "a shaft may be bored by 2 mm as well as by 20",
    ("ring", "shaft_bore", 0.1): "as above",
    ("ring", "stick_out", 10): "it makes the tube of a drift longer, and nothing else",
    ("ring", "stick_out", 0.1): "as above",
    (
        "unit",
        "base_torque",
        10,
    ): "the thread of the housing's bolts is not asked: it is judged where they are tightened",
    ("unit", "base_torque", 0.1): "as above",
    ("unit", "growth", 0.1): "a short shaft grows by hundredths",
    ("cartridge", "growth", 0.1): "a short shaft grows by hundredths",
    ("cartridge", "stands_out", 0.1): "some stand out by little",
}
NUMBERS = [
    (name, made, draft, item.name, factor)
    for name, made, draft in PLANS
    for item in fields(draft)
    if item.name not in NO_NUMBERS and re.match("[0-9]", str(getattr(draft, item.name)))
    for factor in (10, 0.1)
]


def _slipped(typed: str, factor: float) -> str:
    found = re.match("[0-9.]+", typed)
    assert found is not None  # only numbers
    return f"{float(found[0]) * factor:g}{typed[found.end() :]}"


@pytest.mark.parametrize(
    ("name", "made", "draft", "field", "factor"),
    NUMBERS,
    ids=[f"{n}-{f}-{k}" for n, _, _, f, k in NUMBERS],
)
def test_ten_times_too_much_or_too_little_is_never_planned_silently(
    *, reference: Reference, name: str, made: Made, draft: Any, field: str, factor: float
) -> None:
    assert made(reference, draft)
    slipped = replace(draft, **{field: _slipped(getattr(draft, field), factor)})
    if (name, field, factor) in MAY_BE:
        assert made(reference, slipped)
        return
    with pytest.raises(InvalidInput) as raised:
        made(reference, slipped)
    assert raised.value.fields


@pytest.mark.parametrize(
    ("made", "draft", "field", "typed", "choice"),
    [
        (unit_plan, UNIT, "screw_torque", "80 N·m", "8 N·m"),
        (shoulder_plan, RING, "width", "190 mm", "19 mm"),
        (TAPER, PLANS[1][2], "rated_pressure", "15 MPa", "150 MPa"),
    ],
)
def test_what_is_meant_is_taken(
    *, reference: Reference, made: Made, draft: Any, field: str, typed: str, choice: str
) -> None:
    slipped = replace(draft, **{field: typed})
    with pytest.raises(InvalidInput) as raised:
        made(reference, slipped)
    (asked,) = [one for one in raised.value.fields if one.name == field]
    assert asked.meant and choice in asked.choices and asked.choices[-1] == typed
    with pytest.raises(InvalidInput):
        made(reference, replace(slipped, meant="another"))
    assert made(reference, replace(slipped, meant=f"another,{field}"))


def test_every_reason_is_of_a_number_that_there_is() -> None:
    assert set(MAY_BE) <= {(name, field, factor) for name, _, _, field, factor in NUMBERS}
