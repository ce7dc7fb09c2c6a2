"""What a person's hands do on the pages."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, expect

from tribodex.core.mounting.gauging import Outcome, Row
from tribodex.core.training.virtual import VirtualBearing

LABELS = {Outcome.PASSES: "Passes", Outcome.DRAGS: "Light drag", Outcome.STOPS: "Does not pass"}
KEYS = {Outcome.PASSES: "1", Outcome.DRAGS: "2", Outcome.STOPS: "3"}


class Hands:
    """One person at one page on one job."""

    def __init__(self, page: Page, truth: VirtualBearing) -> None:
        self.page, self.truth, self.job_id = page, truth, ""

    def bench(self) -> Any:
        return self.page.request.get(f"/api/jobs/{self.job_id}").json()

    def seen(self) -> None:
        """Wait until the page shows what the server knows."""
        headline = self.page.locator("#next-move")
        wanted = self.bench()["next"]["headline"].split("(")[0].strip()
        expect(headline).to_contain_text(wanted)

    def tap(self, name: str, exact: bool = True) -> None:
        with self.page.expect_response("**/taps") as answer:
            self.page.get_by_role("button", name=name, exact=exact).click()
        assert answer.value.ok, answer.value.text()
        self.seen()

    def key(self, key: str) -> None:
        with self.page.expect_response("**/taps") as answer:
            self.page.keyboard.press(key)
        assert answer.value.ok, answer.value.text()
        self.seen()

    def plan(self, position: str, title: str) -> None:
        page = self.page
        page.goto("/plan")
        page.get_by_label("Machine and position").select_option(position)
        page.get_by_label("Feeler set").select_option("fs-m1")
        page.get_by_label("Why this job").fill(title)
        expect(page.get_by_role("heading", name="Targets")).to_be_visible()
        page.get_by_role("button", name="Open the job at the bench").click()
        page.wait_for_url("**/jobs/*")
        self.job_id = page.url.rsplit("/", 1)[1]
        self.seen()

    def pass_gate(self) -> None:
        for item in self.bench()["gate"]["items"]:
            self.page.get_by_role("checkbox", name=item["text"]).check()
        self.tap("All confirmed: go on")

    def leaf(self, by_key: bool = False) -> bool:
        """Try the proposed leaf; False when none is proposed."""
        now = self.bench()
        move, gauging = now["next"], now["gauging"]
        if move["do"] != "try_leaf":
            return False
        um = sum(move["leaf"]["leaves_um"])
        outcome = self.truth.try_leaf(
            um, (now["dial"] or {}).get("present_deg", 0) if gauging["phase"] != "initial" else 0, move["place"], Row(move["row"])
        )
        self.key(KEYS[outcome]) if by_key else self.tap(LABELS[outcome])
        return True

    def gauge(self, by_key: bool = False) -> None:
        while self.leaf(by_key):
            pass
        self.key("n") if by_key else self.tap("Finish this gauging")
