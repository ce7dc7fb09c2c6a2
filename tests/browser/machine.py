"""The browser of the tests and of the pictures."""

CHROMIUM = "/usr/bin/chromium"
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
