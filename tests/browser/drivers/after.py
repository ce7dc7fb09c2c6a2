"""After locking, as hands do it on the panels: seals, grease, closing, running in, keeping."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tribodex.core.removal.as_found import RingsFound

Press = Callable[..., None]


def headline(page: Page, words: str) -> None:
    """Wait until the next move says this."""
    expect(page.locator("#next-move")).to_contain_text(words)


def inboard(page: Page, press: Press) -> None:
    """Lip seals planned, the inboard ring on, wrong way round first."""
    headline(page, "Which seals, and what for?")
    page.get_by_role("radio", name="lip seal in the housing's groove", exact=False).click()
    page.get_by_role("radio", name="to keep dirt and water out").click()
    press(page, "These seals")
    headline(page, "Inboard ring onto the shaft")
    page.get_by_role("radio", name="towards the bearing").click()
    press(page, "The inboard ring is on the shaft")
    headline(page, "Stop: wrong way round")
    page.get_by_role("radio", name="away from the bearing").click()
    page.get_by_role("checkbox", name="Protected over threads", exact=False).check()
    press(page, "The inboard ring is on the shaft")


def outboard(page: Page, press: Press) -> None:
    """Both in their grooves, the outboard ring on."""
    for side in ("inboard", "outboard"):
        if side == "outboard":
            headline(page, "Outboard ring onto the shaft")
            page.get_by_role("radio", name="away from the bearing").click()
            page.get_by_role("checkbox", name="Protected over threads", exact=False).check()
            press(page, "The outboard ring is on the shaft")
        headline(page, f"{side.capitalize()} seal into its groove")
        for box in ("Grooves in base and cap", "Ends of the halves"):
            page.get_by_role("checkbox", name=box, exact=False).check()
        press(page, "It sits in its groove")
    headline(page, "Sealed")


def numbers(page: Page, tapped: Callable[..., None]) -> None:
    """Numbers that slipped by one on the block, seen at once; wiped, read again, and they go
    together.
    """
    page.get_by_text("Numbers read on block, sleeve and ring").click()
    panel = page.get_by_role("group", name="Numbers read")
    for block, words in (
        ("SN 519", "block 95 mm, sleeve 110 mm"),
        ("SN 522", "nothing contradicts"),
    ):
        for label, said in (
            ("Number on the block", block),
            ("Number on the sleeve", "H 322"),
            ("Number on the old ring", "22222 K C3"),
        ):
            panel.get_by_label(label).fill(said)
        tapped(page, "What do they mean?")
        expect(panel).to_contain_text(words)
    expect(panel).to_contain_text("From memory, not confirmed.")
    expect(panel).not_to_contain_text("block 95 mm")


def found(page: Page, press: Press) -> None:
    """Read before anything is released; a slip is named at its field and loses nothing."""
    headline(page, "Read it as it stands")
    page.get_by_label("towards the other bearing", exact=False).fill("soon")
    page.get_by_role("radio", name=RingsFound.BOTH.words).click()
    page.get_by_role("button", name="Save readings").click()
    expect(page.get_by_label("towards the other bearing", exact=False)).to_have_attribute(
        "aria-invalid", "true"
    )
    page.get_by_label("towards the other bearing", exact=False).fill("2 mm")
    page.get_by_label("Thickest feeler that goes in").fill("0.03 mm")
    press(page, "Save readings")


def lowered(page: Page, press: Press, fixed: bool) -> None:
    """Down into its base; the fixed one first with its ring forgotten, which stops."""
    headline(page, "Lower it into its base")
    for ring in ("none", "in, on its side") if fixed else ("none",):
        page.get_by_role("radio", name="hoist, jacks or sling").click()
        page.get_by_role("checkbox", name="Both seal rings went", exact=False).check()
        page.get_by_role("radio", name=ring, exact=False).click()
        page.get_by_label("Who lowered, who guided").fill("Tobit at the hoist, Ines at the seals")
        page.get_by_label("Weight that came down").fill("85 kg")
        press(page, "Down in its base")
        if ring == "none" and fixed:
            headline(page, "Stop: locating ring missing")


def filled(page: Page, press: Press) -> None:
    """Grease chosen, amounts worked out with a gun of the crib, packed, corner by corner, one of
    them in another order.
    """
    headline(page, "What goes in?")
    page.get_by_label("Name and number on the tin").fill("Mill grease 2")
    page.get_by_label("Its thickener").select_option("lithium complex")
    page.get_by_label("What was in there").select_option("clean")
    page.get_by_label("Its oil: grade, or mm²/s").fill("VG 220")
    page.get_by_label("Speed", exact=True).fill("64")
    page.get_by_label("Housing when running").fill("52 °C")
    press(page, "This goes in")
    headline(page, "How much goes where?")
    page.get_by_role("radio", name="middling").click()
    page.get_by_label("Inside diameter of the housing").fill("232 mm")
    page.get_by_label("Its inside width").fill("112 mm")
    page.get_by_role("button", name="Gun 1, blue band", exact=False).click()
    press(page, "Work it out")
    headline(page, "Pack the bearing")
    page.get_by_role("checkbox", name="Turned", exact=False).check()
    press(page, "Packed full")
    base = page.get_by_role("img", name="Base from above", exact=False)
    page.get_by_role("radio", name="3:", exact=False).click()
    press(page, "Corner 3 has its", exact=False)
    expect(base).to_have_accessible_name(_done(3))
    for corner in (1, 2, 4):
        headline(page, f"Corner {corner}: ")
        press(page, f"Corner {corner} has its", exact=False)
    headline(page, "Greased")


def _done(corner: int) -> object:
    import re

    return re.compile(rf"corner {corner}: \d+ of \d+ strokes, done")


def closed(page: Page, press: Press, first: bool, gaps: tuple[str, str]) -> None:
    """A pair, habit and load at the first, in line, base and cap bolt by bolt, gaps, nothing
    rubs."""
    headline(page, "Cap and base: are they a pair?")
    for box in ("Numbers of cap and base", "Joint faces wiped"):
        page.get_by_role("checkbox", name=box, exact=False).check()
    press(page, "They are a pair")
    if first:
        press(page, "all snug until the floating bearing is in", exact=False)
        headline(page, "Support out")
        page.get_by_role("button", name="jack out; caps hold").click()
        press(page, "The load is on")
    page.get_by_role("checkbox", name="The shaft was turned by hand").check()
    for label, value in (
        ("Out of line by", "0.2 mm"),
        ("Over a length of", "1000 mm"),
        ("Feeler under each foot", "0 + 0.02 mm"),
    ):
        page.get_by_label(label).fill(value)
    press(page, "Is it in line?")
    headline(page, "Base bolts: how many, which torque?")
    page.get_by_role("button", name="2", exact=True).click()
    page.get_by_label("Thread", exact=True).fill("M24")
    page.get_by_label("The maker's torque").fill("310 N·m")
    page.get_by_role("button", name="sheet of the housing").click()
    page.get_by_role("button", name="No. 3, 60 to 340 N·m").click()
    press(page, "Work out the torque")
    pulls(page, press, 8)
    headline(page, "Gaps left and right of the outer ring")
    page.get_by_label("Gap towards the other bearing").fill(gaps[0])
    page.get_by_label("Gap away from it").fill(gaps[1])
    press(page, "Is it held?" if first else "Does it float?")
    headline(page, "Cap bolts: how many, which torque?")
    page.get_by_role("button", name="4", exact=True).click()
    page.get_by_label("Thread", exact=True).fill("M16")
    page.get_by_role("radio", name="grade and thread").click()
    page.get_by_label("Grade").select_option("8.8")
    page.get_by_role("radio", name="oiled").click()
    press(page, "Work out the torque")
    pulls(page, press, 16)
    headline(page, "Turn the shaft: does anything rub?")
    press(page, "Turns, nothing rubs")


def pulls(page: Page, press: Press, count: int) -> None:
    """Every bolt as it is proposed."""
    told = page.locator("#next-move")
    for left in range(count, 0, -1):
        headline(page, ", bolt ")
        before = told.inner_text()
        press(page, "is at its torque, pass", exact=False)
        if left > 1:
            expect(told).not_to_have_text(before, use_inner_text=True)


def ran_in(page: Page, press: Press, names: tuple[str, str]) -> None:
    """Bumped, started, read until both settle, by thermometer and by strip; concluded."""
    headline(page, "Bump it")
    press(page, "It turns the right way")
    page.get_by_role("textbox", name="How warm it is around the machine").fill("18 °C")
    press(page, "It runs now")
    for minutes, warm in ((0, "18"), (30, "36"), (60, "43"), (120, "47"), (180, "48")):
        for name in names:
            page.get_by_role("radio", name=name).click()
            page.get_by_label("Housing", exact=True).fill(f"{warm} °C")
            page.get_by_label("Minutes after the start").fill(str(minutes))
            first = page.get_by_role("button", name="Save reading", exact=True).count() > 0
            press(page, "Save reading" if first else "One more reading", exact=first)
    headline(page, "Everything settles: conclude")
    press(page, "It ran in well")
    headline(page, "It ran in well")


def kept(page: Page, press: Press, then: str) -> None:
    """Into the rounds: until it shows, with the temperature of the first run and the gun that
    filled it.
    """
    headline(page, "When next?")
    page.get_by_role("radio", name="greased until clean grease shows", exact=False).click()
    page.get_by_role("button", name="16", exact=True).click()
    page.get_by_label("Speed", exact=True).fill("64")
    expect(page.get_by_label("Housing when running")).to_have_value("48 °C")
    expect(page.get_by_label("One stroke of it gives")).not_to_have_value("")
    for choice in ("some dust", "dry", "quiet", "horizontal", "from the side"):
        page.get_by_role("radio", name=choice, exact=True).click()
    page.get_by_role("button", name="7", exact=True).click()
    press(page, "Put it into the rounds")
    headline(page, then)
