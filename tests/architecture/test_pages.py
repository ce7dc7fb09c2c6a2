"""Addresses that have a page are the same to the server and to the front end."""

from __future__ import annotations

import re

from tests.launched import ROOT
from tribodex.web.frontend import PAGES


def test_the_server_knows_every_page_and_no_other() -> None:
    listed = re.findall(
        r'page\("([^"]+)"', (ROOT / "web" / "src" / "app" / "pages.tsx").read_text()
    )
    assert len(listed) > 15
    asked = [re.sub(r":\w+", "some-id", path) for path in listed]
    assert all(any(page.fullmatch(path) for page in PAGES) for path in asked)
    assert len(PAGES) == len(listed)
    assert not any(
        page.fullmatch(path)
        for page in PAGES
        for path in ("/nothing", "/jobs", "/jobs/a/b", "/plan/other")
    )
