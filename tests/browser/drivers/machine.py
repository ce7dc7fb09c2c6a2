"""The browser of the tests and of the pictures."""

import shutil

from playwright.sync_api import BrowserContext

from tribodex.web.access import SEAL, SEALED

CHROMIUM = shutil.which("chromium-headless-shell") or "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}

# A server whose people are taken by one tap, as the demonstration's are.
ONE_TAP = {"TRIBODEX_ONE_TAP": "1"}


def sign_in(context: BrowserContext, name: str, look: str = "light") -> None:
    """One of the demonstration's people takes the device; what a test asks beside the page goes
    under that session too.
    """
    known = context.request.get("/api/door").json()["one_tap"]
    account = next(one["id"] for one in known if one["name"] == name)
    entered = context.request.post("/api/switch", data={"account": account})
    assert entered.ok, entered.text()
    seal = next(cookie["value"] for cookie in context.cookies() if cookie["name"] == SEALED)
    context.set_extra_http_headers({SEAL: seal})
    # What goes with a person is as it was at first, whatever another test set.
    usual = {"units": "mm", "look": look, "number": "point", "text": "usual"}
    assert context.request.put("/api/me/settings", data={"settings": usual}).ok
