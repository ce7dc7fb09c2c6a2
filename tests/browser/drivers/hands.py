"""What a person's hands do on the pages."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, Response, expect

from tribodex.core.mounting.gauging import Outcome, Row
from tribodex.core.training.virtual import VirtualBearing

LABELS = {Outcome.PASSES: "Passes", Outcome.DRAGS: "Light drag", Outcome.STOPS: "Does not pass"}
KEYS = {Outcome.PASSES: "1", Outcome.DRAGS: "2", Outcome.STOPS: "3"}


class Hands:
    """One person at one page on one job."""

    def __init__(self, page: Page, truth: VirtualBearing) -> None:
        self.page, self.truth, self.job_id, self.show = page, truth, "", ""
        self._answer: Any = None
        # Where blows drive, nobody reads the nut: how far it went is known to the truth alone.
        self._struck_deg = 0.0

    def bench(self) -> Any:
        """What the page shows; with the move's own figures where a topic leads."""
        return self._told(self.page.request.get(f"/api/jobs/{self.job_id}{self.show}").json())

    def _told(self, shown: Any) -> Any:
        own = shown["work"].get("next")
        if own and own["do"] == shown["next"]["do"]:
            shown["next"] = {
                **own,
                **{key: shown["next"][key] for key in ("headline", "why", "risk")},
            }
        return shown

    def log(self) -> Any:
        """Every entry, not the newest alone."""
        return self.page.request.get(f"/api/jobs/{self.job_id}/record.json").json()["log"]

    def _answered(self, answer: Response) -> None:
        """A tap was acknowledged: what the answer says is what the page shows."""
        assert answer.ok, answer.text()
        self._answer = self._told(answer.json())
        self.seen(self._answer)

    def seen(self, told: Any = None) -> None:
        """Wait until the page shows what the server knows."""
        headline = self.page.locator("#next-move")
        wanted = (told or self.bench())["next"]["headline"].split("(")[0].strip()
        expect(headline).to_contain_text(wanted)

    def tap(self, name: str, exact: bool = True) -> None:
        with self.page.expect_response("**/taps*") as answer:
            self.page.get_by_role("button", name=name, exact=exact).click()
        self._answered(answer.value)

    def key(self, key: str) -> None:
        with self.page.expect_response("**/taps*") as answer:
            self.page.keyboard.press(key)
        self._answered(answer.value)

    def plan(self, position: str, title: str, fill: Callable[[Page], None] | None = None) -> None:
        """Open a job; `fill` gives what a method asks for besides position and gauge set."""
        page = self.page
        page.goto("/plan")
        page.get_by_label("Machine and position").select_option(position)
        if fill is None:
            page.get_by_label("Feeler set").select_option("fs-m1")
        else:
            fill(page)
        page.get_by_label("Why this job").fill(title)
        expect(page.get_by_role("heading", name="Targets")).to_be_visible()
        with page.expect_response(
            lambda answer: answer.url.endswith("/api/jobs") and answer.request.method == "POST"
        ) as opened:
            page.get_by_role("button", name="Open the job at the bench").click()
        assert opened.value.ok, opened.value.text()
        page.wait_for_url("**/jobs/*")
        self.job_id = page.url.rsplit("/", 1)[1]
        self.seen()

    def pass_gate(self) -> None:
        """Every item its own tap; the last one confirms the gate."""
        items = [
            self.page.get_by_role("checkbox", name=item["text"])
            for item in self.bench()["gate"]["items"]
        ]
        left = [box for box in items if not box.is_checked()]
        for box in left[:-1]:
            box.check()
        with self.page.expect_response("**/taps*") as answer:
            left[-1].click()
        self._answered(answer.value)

    def leaf(self, by_key: bool = False, told: Any = None, pair: bool = False) -> bool:
        """Close the bracket that is asked for: one tap, or leaf by leaf with keys. False when none
        is asked for.

        With `pair` both rows of a place that was not read yet are tried, and said at once where
        they read the same.
        """
        now = told or self.bench()
        move, gauging = now["next"], now["work"]["gauging"]
        # A gauging that is asked for is begun by its first reading.
        ahead = gauging and not gauging["begun"] and not by_key
        if not gauging or (move["do"] != "try_leaf" and not ahead):
            return False
        first = next((cell for cell in gauging["cells"] if cell["next_leaf"]), gauging["cells"][0])
        place, row = (
            (first["place"], Row(first["row"])) if ahead else (move["place"], Row(move["row"]))
        )
        present = self._struck_deg or (now["work"]["dial"] or {}).get("present_deg", 0)
        nut_deg = present if gauging["phase"] != "initial" else 0

        def goes_in(um: float, row: Row = row) -> Outcome:
            return self.truth.try_leaf(um, nut_deg, place, row)

        cell = next(
            cell for cell in gauging["cells"] if (cell["place"], cell["row"]) == (place, row)
        )
        if by_key:
            self.key(KEYS[goes_in(cell["next_um"])])
            return True
        chips = cell["chips"]
        # The first one says that none goes in; the others are the leaves, thinnest first.
        nut_side, far_side = (
            sum(1 for chip in chips if goes_in(chip["um"], each) is not Outcome.STOPS)
            for each in Row
        )
        unread = not any(cell["trials"] for cell in gauging["cells"] if cell["place"] == place)
        both = pair and unread and nut_side == far_side
        thickest = nut_side if row is Row.NUT_SIDE else far_side
        taps = (
            self.page.get_by_role("group", name="Thickest feeler that goes in")
            .locator("> div")
            .nth(thickest)
            .get_by_role("button")
        )
        with self.page.expect_response("**/taps*") as answer:
            (taps.last if both else taps.first).click()
        self._answered(answer.value)
        return True

    def follow(self, until: str = "sign", most: int = 60) -> list[str]:
        """Do what the page asks for, by its yellow button; what was asked, repeats folded."""
        asked: list[str] = []
        self._answer = None
        for _ in range(most):
            now = self._answer or self.bench()
            move = now["next"]
            if not asked or asked[-1] != move["do"]:
                asked.append(move["do"])
            if move["do"] in (
                until,
                "sign",
                "release",
                "nothing",
                "decide_group",
                "decide_window",
                "leaf_and_nut_part",
            ):
                return asked
            match move["do"]:
                case "confirm_gate":
                    self.pass_gate()
                case "gauge_initial" | "gauge" | "gauge_final":
                    self.gauge()
                case "try_leaf" | "close_gauging":
                    self.gauge()
                case "hand_check":
                    feel = self.truth.feel((now["work"]["dial"] or {}).get("present_deg", 0))
                    self.tap(
                        {
                            "freely": "Swivels freely",
                            "slight drag": "Slight drag",
                            "binds": "Binds",
                        }[feel],
                        exact=False,
                    )
                case "seat_nut":
                    self.seat(now)
                case "set_zero":
                    self.main()
                case "strike":
                    self.strike(now["work"]["blows"])
                case "lock" | "see_tab" if (
                    now["work"]["tab_step_deg"] and not now["work"]["tab_known"]
                ):
                    self.page.get_by_label("to the next").first.fill("2")
                    self.tap("Save")
                case "lock" if self._struck_deg:
                    self._struck_deg += move["turn_deg"]
                    self.main()
                case _:
                    self.main()
        raise AssertionError(f"no end: {asked}")

    def turn(self, degrees: float) -> None:
        """A turn of one's own, not the one that was asked for."""
        self.page.get_by_label("How far").fill(f"{degrees:g}")
        self.tap("Log the turn")

    def strike(self, blows: Any) -> None:
        """The blows that are asked for; by a lighter tool each turns the nut less."""
        self._struck_deg += blows["asked"] * (4.0 if blows["another_tool"] else 13.0)
        self.main()

    def seat(self, now: Any) -> None:
        """The washer fitted and measured, the nut seated where its thickness puts it."""
        seat = now["work"]["seat"]
        if seat["hydraulic"]:
            self.page.get_by_label("Before the nut came off").fill("31.42 mm")
            self.page.get_by_label("With the nut seated").fill("31.43 mm")
            self.page.get_by_role("radio", name="depth micrometer").click()
        elif not seat["counted"]:
            self.page.get_by_label("Washer, measured").fill("1.75 mm")
        else:
            thickness = seat["thickness_mm"] or 1.75
            turns, degrees = divmod(360 * thickness / seat["pitch_mm"], 360)
            self.page.get_by_label("Washer, measured").fill(f"{thickness:.2f} mm")
            self.page.get_by_role("radio", name=f"{turns:.0f}", exact=True).click()
            self.page.get_by_role("textbox", name="degrees").fill(f"{degrees:.0f}")
        self.main()

    def main(self) -> None:
        """Press the yellow button."""
        with self.page.expect_response("**/taps*") as answer:
            self.page.locator("button[data-main]").first.click()
        self._answered(answer.value)

    def gauge(self, by_key: bool = False) -> None:
        """Every place that is asked for; the reading that completes a gauging ends it, else it is
        finished by hand.
        """
        self._answer = None
        while (
            self.leaf(by_key, self._answer, pair=True)
            and (self._answer or self.bench())["next"]["do"] == "try_leaf"
        ):
            pass
        if (self._answer or self.bench())["next"]["do"] == "close_gauging":
            self.key("n") if by_key else self.tap("Finish this gauging")


def taken_by(page: Page, name: str) -> None:
    """Another of the demonstration's people takes the device."""
    page.get_by_role("button", name="Who is at the bench").click()
    page.get_by_role("dialog").get_by_role("button", name=name, exact=True).click()
    expect(page.get_by_role("dialog")).to_be_hidden()
