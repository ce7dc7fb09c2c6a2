"""A real browser against the real server with the demonstration's data."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright

from tests.browser.drivers.machine import CHROMIUM, DESK, FLAGS, sign_in
from tribodex.launch.demo_data import prepare
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.server import WebServer
from tribodex.store.log_keys import KeyFiles

# A busy machine is slow, not wrong: what is expected is waited for; only what never comes takes
# this long.
LONGEST = 90_000
expect.set_options(timeout=LONGEST)

ROOT = Path(__file__).resolve().parents[2]


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    for item in items:
        if "tests/browser" in str(item.path):
            item.add_marker(pytest.mark.browser)


@pytest.fixture(scope="session")
def demo_database(tmp_path_factory: pytest.TempPathFactory) -> Iterator[LocalMariaDB]:
    server = LocalMariaDB(tmp_path_factory.mktemp("demo"), fast=True)
    server.start()
    prepare(ROOT, server, KeyFiles(server.folder / "keys"))
    yield server
    server.stop()


class Site:
    """The server; can go away and come back at the same address."""

    def __init__(self, database: LocalMariaDB) -> None:
        self._database = database
        self._server = WebServer(
            ROOT,
            database.app_url,
            "127.0.0.1",
            free_port(),
            log=database.folder / "web.log",
            keys=database.folder / "keys",
            more={"TRIBODEX_ONE_TAP": "1"},
        )
        self._server.wait_ready()
        self.address = self._server.address

    def must_live(self) -> None:
        """Fails with the reason where the server or its database ended by itself."""
        if not self._database.alive():
            pytest.fail(
                "The database of these tests ended by itself. The end of its"
                f" log:\n{self._database.end_of_log()}"
            )
        if not self._server.alive():
            pytest.fail(
                f"The web server of these tests ended by itself.{self._server.last_words()}"
            )

    def start(self) -> None:
        self._server.restart()
        self._server.wait_ready()

    def kill(self) -> None:
        self._server.kill()

    def stop(self) -> None:
        self._server.stop()


@pytest.fixture(scope="session")
def site(demo_database: LocalMariaDB) -> Iterator[Site]:
    site = Site(demo_database)
    yield site
    site.stop()


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield browser
        browser.close()


@pytest.fixture
def new_page(browser: Browser, site: Site) -> Iterator[Callable[..., Page]]:
    """Makes pages; every error in a console fails the test."""
    site.must_live()
    contexts: list[BrowserContext] = []
    complaints: list[str] = []

    def make(
        size: dict[str, int] = DESK,
        look: str = "light",
        actor: str = "Ines Whitlow",
        strict: bool = True,
    ) -> Page:
        context = browser.new_context(
            base_url=site.address,
            viewport=size,
            color_scheme=look,
            reduced_motion="reduce",
            locale="en-GB",
        )  # type: ignore[arg-type]
        context.set_default_timeout(LONGEST)
        if actor:
            sign_in(context, actor, look)
        contexts.append(context)
        page = context.new_page()
        if strict:
            page.on("pageerror", lambda error: complaints.append(str(error)))
            page.on(
                "console",
                lambda message: (
                    complaints.append(message.text)
                    if message.type == "error" and "422" not in message.text
                    else None
                ),
            )
        return page

    yield make
    for context in contexts:
        context.close()
    assert not complaints


@pytest.fixture
def page(new_page: Callable[..., Page]) -> Page:
    return new_page()
