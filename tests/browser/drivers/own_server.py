"""A server of its own for one browser test, and devices that are at it."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page

from tests.browser.conftest import LONGEST
from tests.browser.drivers.machine import DESK
from tests.launched import ROOT, Started
from tests.visitor import at
from tribodex.launch.mariadb import free_port
from tribodex.launch.plant_data import import_plant


class Served:
    """A server of its own, with Hollin Vale at one site and nothing at the other."""

    def __init__(self, checkout: Path, **environment: str) -> None:
        assert import_plant(checkout, ROOT / "data" / "demo" / "hollin_vale.yaml") == 0
        self.started = Started(checkout, "serve", TRIBODEX_PORT=str(free_port()), **environment)
        self.address = self.started.address()

    def ask(self, path: str, body: object = None, method: str = "") -> object:
        with at(self.address).open(f"{self.address}{path}", body, method=method) as answer:
            return json.load(answer)


@pytest.fixture
def device(browser: Browser, served: Served) -> Iterator[Callable[..., Page]]:
    contexts: list[BrowserContext] = []

    def make(size: dict[str, int] = DESK) -> Page:
        context = browser.new_context(
            base_url=served.address, viewport=size, reduced_motion="reduce", locale="en-GB"
        )  # type: ignore[arg-type]
        context.set_default_timeout(LONGEST)
        contexts.append(context)
        page = context.new_page()
        page.goto("/")
        return page

    yield make
    for context in contexts:
        context.close()
