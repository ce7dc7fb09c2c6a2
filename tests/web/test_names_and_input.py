"""Names as browsers write them, methods an address does not take, numbers nobody means, texts that
break lines: said, and never an error of ours.
"""

from __future__ import annotations

import copy
import json
import re
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from icalendar import Calendar

from tests.web.by_hand import PLAN, tap
from tribodex.exchange.calendar import DayEntry, calendar
from tribodex.web.app import Settings, create_app
from tribodex.web.context import KEY
from tribodex.web.hosts import name_of

ROOT = Path(__file__).resolve().parents[2]
DOCUMENT = json.loads((ROOT / "docs" / "openapi.json").read_text("utf-8"))
CASES = [
    case
    for path in sorted((ROOT / "data" / "worked_examples").glob("*.json"))
    for case in json.loads(path.read_text("utf-8"))["cases"]
]
# One of each calculator.
EXAMPLES = list({case["calculator"]: case for case in CASES}.items())


@pytest.mark.parametrize(
    ("host", "known"),
    [
        ("plant-pc", True),
        ("PLANT-PC:8700", True),
        ("Plant-Pc.", True),
        ("plant-pc.:8700", True),
        ("[::1]:8700", True),
        ("[::1]", True),
        ("localhost", True),
        ("plant-pc.evil.example", False),
        ("evil.example", False),
        ("[::2]:8700", False),
        ("[::1]evil", False),
        ("plant-pc:evil", False),
    ],
)
def test_a_host_is_known_whatever_its_case_dot_and_brackets(
    app: Flask, dist: Path, host: str, known: bool
) -> None:
    here = app.extensions[KEY]
    other = create_app(
        Settings(
            str(here.engine.url.render_as_string(False)), dist, ("localhost", "Plant-PC", "::1")
        ),
        here.reference,
        here.now,
    )
    answer = other.test_client().get("/health", headers={"Host": host})
    assert answer.status_code == (200 if known else 400), (host, answer.json)
    other.extensions[KEY].engine.dispose()


@pytest.mark.parametrize("host", ["127.0.0.1:8700", "localhost", "[::1]:8700"])
def test_a_machine_reaches_itself_by_any_of_its_own_names(client: FlaskClient, host: str) -> None:
    assert client.get("/health", headers={"Host": host}).status_code == 200


def test_names_are_read_as_they_are_written() -> None:
    assert [
        name_of(one)
        for one in ("Plant-PC:8700", "plant-pc.", "[::1]:8700", "::1", "10.0.0.7", "[x")
    ] == [
        *("plant-pc", "plant-pc", "::1", "::1", "10.0.0.7", "x"),
    ]


def test_an_address_that_takes_no_such_method_says_which_it_takes(client: FlaskClient) -> None:
    for path, methods in DOCUMENT["paths"].items():
        here = re.sub(r"\{[^}]+\}", "job-0001", path)
        taken = {method.upper() for method in methods}
        for method in {"GET", "PUT", "POST", "DELETE", "PATCH"} - taken:
            answer = client.open(here, method=method, **({} if method == "GET" else {"json": {}}))
            said = {one.strip() for one in answer.headers.get("Allow", "").split(",")}
            assert answer.status_code == 405 and said - {"HEAD", "OPTIONS"} == taken, (
                method,
                here,
                answer.status_code,
                said,
            )
    assert (
        client.get("/api/nothing/here").status_code == 404
        and client.get("/nothing/here").status_code == 404
    )


def _with(inputs: Any, way: tuple[Any, ...], value: float) -> Any:
    made = copy.deepcopy(inputs)
    at = made
    for key in way[:-1]:
        at = at[key]
    at[way[-1]] = value
    return made


def _numbers(inputs: Any, way: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    if isinstance(inputs, dict):
        return [found for key, value in inputs.items() for found in _numbers(value, (*way, key))]
    if isinstance(inputs, list):
        return [found for i, value in enumerate(inputs) for found in _numbers(value, (*way, i))]
    return [way] if isinstance(inputs, int | float) and not isinstance(inputs, bool) else []


@pytest.mark.parametrize(("name", "case"), EXAMPLES, ids=[name for name, _ in EXAMPLES])
def test_numbers_that_nobody_could_mean_are_no_error_of_ours(
    client: FlaskClient, name: str, case: dict[str, Any]
) -> None:
    assert client.post(f"/api/calc/{name}", json=case["inputs"]).status_code in (200, 422)
    for way in _numbers(case["inputs"]):
        for value in (5e-324, -5e-324, 1e-200, 1e-10, 1e308, -1e308, 0.0, -0.0):
            answer = client.post(f"/api/calc/{name}", json=_with(case["inputs"], way, value))
            assert answer.status_code in (200, 409, 422), (way, value, answer.json)
            if answer.status_code == 200:
                assert "NaN" not in answer.text and "Infinity" not in answer.text, (way, value)
            if answer.status_code == 422 and 0 < abs(value) < 1e-9:
                assert any(str(way[0]) in field["name"] for field in answer.json["fields"]), (
                    way,
                    answer.json,
                )


TITLES = [
    "broken\r\nX-Evil: 1",
    "two\nlines",
    "a\x0bb",
    "a\u2028b\x85c",
    'quotes " and \\\\ ; , : backslash',
    "tab\there",
]


@pytest.mark.parametrize("title", TITLES)
def test_a_title_that_breaks_lines_breaks_no_paper_and_no_calendar(
    client: FlaskClient, title: str
) -> None:
    opened = client.post(
        "/api/jobs", json=tap(job_id="job-0001", position_id="kc-2-drive", plan=PLAN, title=title)
    )
    assert opened.status_code in (201, 422), opened.json
    if opened.status_code == 422:
        return
    for path in ("lead.ics", "record.html", "record.pdf", "record.json", "plan.html"):
        answer = client.get(f"/api/jobs/job-0001/{path}")
        assert answer.status_code in (200, 404), (path, answer.status_code, answer.text[:300])
        assert "X-Evil" not in answer.headers


@pytest.mark.parametrize("title", TITLES)
def test_a_calendar_has_one_line_for_each_text(title: str) -> None:
    made = calendar(
        title,
        [DayEntry("u-1", date(2026, 1, 1), 1, title, f"{title}\nnext", title)],
        datetime(2026, 1, 1, tzinfo=UTC),
    )
    event = Calendar.from_ical(made).walk("VEVENT")[0]
    assert (
        "\n" not in str(event["summary"])
        and "\r" not in str(event["location"])
        and str(event["description"]).endswith("\nnext")
    )
    assert not any(line.startswith(b"X-Evil") for line in made.splitlines())


def test_where_there_is_no_certificate_the_page_about_trust_says_so(client: FlaskClient) -> None:
    page = client.get("/trust")
    assert (
        page.status_code == 200
        and "This server speaks without a certificate" in page.text
        and "TRIBODEX_TLS=on" in page.text
    )
    assert client.get("/trust/site.crt").status_code == 404
