"""What people do at the way in, and with their PINs."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.visitor import FIRST

# Each lasts as long as the page waits for an answer; a server that never comes is no busy one.
TRIES = 10


def pressed(page: Page, button: str) -> None:
    """Pressed until the server answers: on a busy machine it may be silent for longer than the page
    waits, says so, and loses nothing.
    """
    press = page.get_by_role("button", name=button, exact=True).last
    silent = page.get_by_role("alert").filter(has_text="does not answer now")
    for _ in range(TRIES):
        press.click()
        # Gone with its form, or ready to be pressed again.
        expect(page.get_by_role("button", name=button, exact=True, disabled=True)).to_have_count(0)
        if not silent.count():
            return


def first_run(page: Page) -> None:
    """The first person of a server."""
    for label, given in (
        ("What the site is called", FIRST["site"]),
        ("Your name", FIRST["name"]),
        ("Name to sign in with", FIRST["handle"]),
        ("Password", FIRST["password"]),
        ("PIN beside the machine", FIRST["pin"]),
    ):
        page.get_by_label(label, exact=True).fill(given)
    pressed(page, "Begin")


def sign_in(page: Page, handle: str, password: str) -> None:
    """By name and password, at the door or in the sheet over a page."""
    page.get_by_label("Name to sign in with").last.fill(handle)
    page.get_by_label("Password").last.fill(password)
    pressed(page, "Sign in")


def own_words(page: Page, old: str, password: str, pin: str) -> None:
    """A first password is put in place of the own one."""
    page.get_by_label("The password that you were given").fill(old)
    page.get_by_label("Your own password").fill(password)
    page.get_by_label("Your PIN").fill(pin)
    pressed(page, "Choose them")


def pin(page: Page, who: str, digits: str, action: str) -> None:
    """A PIN tapped into the sheet that asks for it."""
    page.get_by_label(f"PIN of {who}").last.fill(digits)
    page.get_by_role("button", name=action, exact=True).last.click()


def here_is(page: Page, name: str) -> None:
    """The head of the page names who is here."""
    expect(page.get_by_role("button", name=f"Who is at the bench: {name}")).to_be_visible()
