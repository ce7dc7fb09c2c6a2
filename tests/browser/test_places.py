"""The calculator, the tables and the tool crib with a real browser."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.drivers.hands import Hands
from tests.browser.drivers.machine import PHONE
from tribodex.core.training.virtual import VirtualBearing

pytestmark = pytest.mark.in_turn(
    "tests/web/test_api.py",
    "tests/web/test_job_list.py",
    "web/tests/calculator-fields.test.ts",
    "web/tests/worked-out.test.tsx",
)


def test_what_if_side_by_side_and_a_job_from_it(page: Page) -> None:
    page.goto("/calculator")
    first = page.get_by_role("region", name="Variant A", exact=True)
    first.get_by_label("Number on the ring").fill("23224 K C3")
    first.get_by_label("Shaft diameter").fill("110")
    first.get_by_label("Unmounted clearance").fill("0.150")
    figures = page.get_by_role("region", name="Figures of each variant")
    expect(figures).to_contain_text("0.080 to 0.100 mm")
    page.get_by_role("button", name="Set another variant beside it").click()
    second = page.get_by_role("region", name="Variant B", exact=True)
    expect(second).to_contain_text("nothing changed yet")
    second.get_by_label("Change in B").select_option("shaft_bore")
    bored = second.get_by_role("textbox", name="Shaft bored to")
    bored.fill("70")
    expect(second).to_contain_text("A: solid")
    expect(second.get_by_label("Number on the ring")).to_have_count(0)
    ratio = figures.get_by_role("row").filter(has_text="Effective ratio")
    expect(ratio).to_contain_text("≠")
    bored.fill("109")
    expect(second).to_contain_text("does not leave a wall")
    bored.fill("70")
    # The answer and its drawing stay in sight while the lowest entry is typed.
    expect(page.get_by_role("region", name="Drawn to scale")).to_be_in_viewport()
    # What B has in common with A follows A.
    first.get_by_label("Unmounted clearance").fill("0.155")
    expect(figures).to_contain_text("0.085 to 0.105 mm")
    expect(second).not_to_contain_text("Unmounted clearance ≠")
    figures.get_by_role("button", name="Effective ratio k").click()
    expect(figures).to_contain_text("Thick-walled rings")
    page.reload()
    expect(
        page.get_by_role("region", name="Variant B", exact=True).get_by_role(
            "textbox", name="Shaft bored to"
        )
    ).to_have_value("70")
    # What follows A is no reason to refuse B.
    expect(page.get_by_role("region", name="Drawn to scale")).to_be_visible()
    expect(page.get_by_role("button", name="Plan a job from B")).to_be_enabled()
    page.get_by_role("button", name="Plan a job from B").click()
    expect(page.get_by_label("Number on the new ring")).to_have_value("23224 K C3")
    expect(page.get_by_label("Bored to")).to_have_value("70")


def test_any_calculator_is_a_sheet_of_the_slate(page: Page) -> None:
    """Growth of a shaft: asked in words, worked out while typing, in either unit; what is wrong
    stands at its entry.
    """
    page.goto("/calculator")
    page.get_by_label("Sheet", exact=True).select_option(label="Growth of a shaft, float and gaps")
    answer = page.get_by_role("region", name="Answer")
    expect(answer).to_contain_text("Still to give: between the two bearings")
    for label, value in {
        "Between the two bearings": "1850 mm",
        "Temperature at mounting": "59 °F",
        "Shaft when running": "65",
        "Base when running": "25",
        "Room to float: seat less bearing and rings, if known": "8 mm",
    }.items():
        page.get_by_label(label).fill(value)
    # By hand: 1850 mm x (12 x 50 - 12 x 10) millionths = 0.89 mm, and half of it set towards the
    # fixed bearing.
    expect(answer).to_contain_text("room to float")
    expect(answer).to_contain_text("0.89 mm")
    answer.get_by_role("button", name="Show the working").first.click()
    expect(answer).to_contain_text("1850")
    page.get_by_label("Shaft when running").fill("65 K")
    expect(page.get_by_text("is not a unit of temperature known here").first).to_be_visible()
    page.get_by_label("Shaft when running").fill("150 °F")
    expect(answer).to_contain_text("room to float")
    page.reload()
    expect(page.get_by_label("Shaft when running")).to_have_value("150 °F")
    page.get_by_label("Sheet", exact=True).select_option(
        label="A seat from its micrometer readings"
    )
    page.get_by_label("Nominal diameter").fill("85 mm")
    page.get_by_label("Section 1").fill("84.985; 84.987")
    page.get_by_label("Section 2").fill("84.980; 84.981")
    expect(answer).to_contain_text("Seat, mean diameter")
    page.get_by_label("Sheet", exact=True).select_option(
        label="Force to pull off, and the press for it"
    )
    expect(answer).to_contain_text(
        "Still to give: bore d; outside diameter D; width B; shaft diameter"
    )
    expect(page.get_by_label("Clearance group")).to_have_count(0)
    page.goto("/calculator/no-such-sheet")
    expect(page.get_by_text("There is no such sheet")).to_be_visible()


def test_a_table_is_found_read_and_drawn(page: Page) -> None:
    page.goto("/tables")
    page.get_by_label("Find a table").fill("clearance tapered")
    page.get_by_role("link", name="spherical roller bearings, tapered bore").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text(
        "spherical roller bearings, tapered bore"
    )
    expect(page.get_by_text("from memory, not compared with print")).to_be_visible()
    expect(page.get_by_role("img", name="Group limits over the bore")).to_be_visible()
    page.get_by_label("Find rows").fill("80 100 110")
    expect(page.get_by_text("1 of 30 rows")).to_be_visible()
    page.goto("/tables/reduction_srb_tapered")
    expect(page.get_by_role("img", name="theory against cards")).to_have_count(2)
    page.goto("/tables")
    page.get_by_label("Find a table").fill("nothing like this")
    expect(page.get_by_text("No table has these words")).to_be_visible()


def test_a_makers_sheet_is_typed_in_and_planned_with(new_page: Callable[..., Page]) -> None:
    page = new_page(strict=False)
    page.goto("/crib")
    page.get_by_role("button", name="Type in a sheet or card").click()
    page.get_by_role("button", name="Keep the card").click()
    expect(page.get_by_role("alert")).to_contain_text("Nothing was lost")
    expect(page.get_by_label("What the shop calls it")).to_have_attribute("aria-invalid", "true")
    page.get_by_label("What the shop calls it").fill("Roller sheet 12")
    page.get_by_label("Source: sheet, edition, page").fill("maker's sheet 12, page 2")
    page.get_by_label("For one bearing alone").fill("23224 K")
    page.get_by_label("Bore over").fill("100")
    page.get_by_label("up to").fill("140")
    page.get_by_label("Reduction, least").fill("2 thou")
    page.get_by_label("greatest").first.fill("0.065")
    page.get_by_label("C3", exact=True).fill("0.070")
    page.get_by_role("button", name="Keep the card").click()
    expect(page.get_by_role("heading", name="Roller sheet 12, for 23224 alone")).to_be_visible()
    expect(page.get_by_text("first typed in").last).to_be_visible()
    hands = Hands(page, VirtualBearing(150, 0.4, 9))

    def fill(planner: Page) -> None:
        planner.get_by_label("Feeler set").select_option("fs-m1")
        planner.get_by_role("radio", name="Roller sheet 12").click()
        expect(planner.get_by_text("0.051 to 0.065 mm").first).to_be_visible()

    hands.plan("dc-1-in", "By the maker's sheet", fill)
    hands.show = "?at=1"
    assert hands.bench()["work"]["ruler"]["residual_limit_um"] == 70
    page.goto("/crib")
    page.get_by_role("button", name="Withdraw Roller sheet 12").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Reason").fill("a newer sheet came")
    dialog.get_by_role("button", name="Withdraw it").click()
    expect(page.get_by_text("(withdrawn)")).to_be_visible()


def test_a_bent_leaf_is_taken_out_of_its_set(new_page: Callable[..., Page]) -> None:
    page = new_page(PHONE, strict=False)
    page.goto("/crib")
    page.get_by_role("button", name="Change Feeler set T1, thousandths").click()
    page.get_by_label("Leaves, split by blanks").fill("2 2.5 3 4 5 6 8 10 12 15")
    page.get_by_role("button", name="Keep the changed set").click()
    expect(page.get_by_label("Why it is changed")).to_have_attribute("aria-invalid", "true")
    page.get_by_label("Why it is changed").fill("feeler 1.5 bent")
    page.get_by_role("button", name="Keep the changed set").click()
    expect(page.get_by_text("changed (feeler 1.5 bent)")).to_be_visible()


def test_prints_are_one_tap_from_plan_and_bench(page: Page) -> None:
    page.goto("/plan")
    page.get_by_label("Machine and position").select_option("kc-2-drive")
    page.get_by_label("Feeler set").select_option("fs-m1")
    links = {
        name: page.get_by_role("link", name=name)
        for name in ("Plan sheet, A4", "Nut strip and protractor 1:1, A4", "SVG")
    }
    for link in links.values():
        # The first PDF reads the fonts; a busy machine takes its time over it.
        answer = page.request.get(str(link.get_attribute("href")), timeout=90_000)
        assert answer.ok and answer.body()[:4] in (b"%PDF", b"<svg")
    page.goto("/jobs/hollin-vale-0003")
    page.get_by_role("link", name="Plan sheet").click()
    expect(page.get_by_role("heading", name="Readings")).to_be_visible()
    expect(page.get_by_role("link", name="Nut strip 1:1, Letter")).to_be_visible()


def test_a_job_is_found_by_its_machine_bearing_or_number(page: Page) -> None:
    page.goto("/")
    expect(page.get_by_role("link", name="Flaking-roll drive").first).to_be_visible()
    find = page.get_by_label("Find a job")
    find.fill("flaking")
    expect(page.get_by_role("link", name="Raw-grain scalper, eccentric shaft")).to_have_count(0)
    expect(page.get_by_role("link", name="Flaking-roll drive").first).to_be_visible()
    find.fill("2209 dust")
    expect(page.get_by_text("No open job says that.")).to_be_visible()
    expect(page.get_by_role("link", name="Dust collector screw").first).to_be_visible()
    find.fill("no such thing")
    expect(page.get_by_text("No finished job says that.")).to_be_visible()
    find.fill("")
    expect(page.get_by_role("link", name="Raw-grain scalper").first).to_be_visible()


def test_a_gun_is_weighed_again_and_a_wrench_checked(new_page: Callable[..., Page]) -> None:
    """What a stroke weighs and where a scale ends, typed in, refused with what is missing, changed
    with a reason, and offered to jobs.
    """
    page = new_page(PHONE, strict=False)
    page.goto("/crib")
    guns = page.get_by_role("region", name="Grease guns")
    guns.get_by_role("button", name="Add a grease gun").click()
    guns.get_by_role("button", name="Keep the gun").click()
    expect(guns.get_by_label("Ten strokes weigh")).to_have_attribute("aria-invalid", "true")
    guns.get_by_label("Name of the gun").fill("Gun 9, white band")
    guns.get_by_label("Ten strokes weigh").fill("13.2 g; 12.8 g; 13.0 g")
    guns.get_by_role("button", name="Keep the gun").click()
    expect(guns.get_by_text("One stroke gives 1.3 g ± 0.04 g")).to_be_visible()
    guns.get_by_role("button", name="Change Gun 9, white band").click()
    guns.get_by_label("Ten strokes weigh").fill("9 g")
    guns.get_by_label("Why it is changed").fill("piston ring worn")
    guns.get_by_role("button", name="Keep the changed gun").click()
    expect(guns.get_by_text("One stroke gives 0.9 g", exact=True)).to_be_visible()
    expect(guns.get_by_text("changed (piston ring worn)")).to_be_visible()
    wrenches = page.get_by_role("region", name="Torque wrenches")
    wrenches.get_by_role("button", name="Add a torque wrench").click()
    wrenches.get_by_label("Name of the wrench").fill("No. 9")
    wrenches.get_by_label("Its scale begins at").fill("200 N·m")
    wrenches.get_by_label("Its scale ends at").fill("40 N·m")
    wrenches.get_by_role("button", name="Keep the wrench").click()
    expect(wrenches.get_by_label("Its scale ends at")).to_have_attribute("aria-invalid", "true")
    wrenches.get_by_label("Its scale ends at").fill("400 N·m")
    wrenches.get_by_role("button", name="Keep the wrench").click()
    expect(wrenches.get_by_role("heading", name="No. 9")).to_be_visible()
    expect(wrenches.get_by_text("△ Never checked").last).to_be_visible()
