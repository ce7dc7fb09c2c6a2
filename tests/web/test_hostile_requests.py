"""Requests that nobody means well with, or that a broken device sends: a problem with its field,
never a failure, nothing stored.
"""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.helpers import BEGIN
from tests.web.by_hand import PLAN, do, open_job, tap

SURROGATE = "\ud800"


def send(client: FlaskClient, path: str, body: Any) -> Any:
    """As a device would send it: escapes in ASCII, so that lone surrogates come through."""
    return client.post(
        path,
        data=body if isinstance(body, str | bytes) else json.dumps(body),
        content_type="application/json",
    )


def refused_with_field(answer: Any, field: str) -> None:
    assert answer.status_code == 422, (answer.status_code, answer.text[:300])
    assert answer.content_type == "application/problem+json"
    names = [f["name"] for f in answer.json["fields"]]
    assert any(name.endswith(field) for name in names), names
    assert all(f["message"] for f in answer.json["fields"])


@pytest.mark.parametrize(
    ("values", "field"),
    [
        ({"kind": "add_note", "text": f"half a character {SURROGATE}"}, "text"),
        ({"kind": "add_note", "text": "x" * 70_000}, "text"),
        ({"kind": "open_point", "text": "y" * 5_000}, "text"),
        ({"kind": "release", "reason": SURROGATE}, "reason"),
        ({"kind": "turn_nut", "amount": SURROGATE}, "amount"),
        ({"kind": "turn_nut", "amount": "9" * 6000 + "/" + "7" * 6000}, "amount"),
        ({"kind": "lock", "turn": "1" * 5000}, "turn"),
        ({"kind": "start_gauging", "phase": "initial", "places": 10**300}, "places"),
        ({"kind": "close_point", "point": 10**300, "how": "done"}, "point"),
        ({"kind": "confirm_gate", "gate": "safe", "items": ["isolated"] * 5000}, "items"),
        ({"kind": "confirm_gate", "gate": "safe", "items": [SURROGATE]}, "0"),
        ({"kind": "choose_risk", "risk": "1e999"}, "risk"),
    ],
)
def test_a_tap_that_cannot_be_kept_names_its_field_and_blocks_nothing(
    client: FlaskClient, values: dict[str, Any], field: str
) -> None:
    open_job(client)
    refused_with_field(send(client, "/api/jobs/job-0001/taps", tap(command=values)), field)
    assert do(client, "add_note", text="the next one goes through").status_code == 200
    assert client.get("/api/jobs/job-0001").json["last_seq"] == 2


@pytest.mark.parametrize("number", ["1e999", "-1e999", "NaN", "Infinity", "1" * 400])
def test_numbers_that_are_none(client: FlaskClient, number: str) -> None:
    open_job(client)
    body = json.dumps(tap(command={"kind": "choose_risk", "risk": 0.02})).replace("0.02", number)
    refused_with_field(send(client, "/api/jobs/job-0001/taps", body), "risk")


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("actor", SURROGATE),
        ("actor", "A" * 5000),
        ("client_event_id", SURROGATE * 9),
        ("happened_at", "9999-12-31T23:59:59-23:59"),
        ("happened_at", "0001-01-01T00:00:00+23:59"),
        ("happened_at", "1876-05-01T00:00:00Z"),
        ("happened_at", "2326-05-01T00:00:00Z"),
        ("happened_at", 10**30),
        ("happened_at", "yesterday"),
    ],
)
def test_who_and_when(client: FlaskClient, field: str, value: Any) -> None:
    open_job(client)
    body = tap(command={"kind": "add_note", "text": "when?"}) | {field: value}
    refused_with_field(send(client, "/api/jobs/job-0001/taps", body), field)


@pytest.mark.parametrize("days", [-400, -61, 1, 30])
def test_a_clock_that_is_off_is_kept_as_said_and_marked(client: FlaskClient, days: int) -> None:
    """A device that was set wrong loses no tap: what it said is kept, the server's time stands
    beside it.
    """
    open_job(client)
    when = (BEGIN + timedelta(days=days)).isoformat()
    body = tap(command={"kind": "add_note", "text": "clock"}) | {"happened_at": when}
    answer = send(client, "/api/jobs/job-0001/taps", body)
    assert answer.status_code == 200
    line = answer.json["log"][-1]
    assert line["doubt"] == "by a clock that is off" and line["happened_at"][:10] == when[:10]
    usual = do(client, "add_note", text="usual").json["log"][-1]
    assert usual["doubt"] == ""


@pytest.mark.parametrize(
    "path", ["/api/plan", "/api/jobs", "/api/jobs/job-0001/taps", "/api/calculator"]
)
@pytest.mark.parametrize(
    "body", ["[" * 1100 + "]" * 1100, '{"a":' * 600 + "1" + "}" * 600, "[" * 100_000]
)
def test_nests_without_end(client: FlaskClient, path: str, body: str) -> None:
    answer = send(client, path, body)
    assert (
        answer.status_code in (400, 404, 422) and answer.content_type == "application/problem+json"
    )


@pytest.mark.parametrize("field", list(PLAN))
@pytest.mark.parametrize(
    "value", [SURROGATE, "z" * 3000, "1/" + "3" * 5000, "\x00", "9" * 4000 + " mm"]
)
def test_a_plan_of_nonsense(client: FlaskClient, field: str, value: str) -> None:
    answer = send(client, "/api/plan", PLAN | {field: value})
    assert answer.status_code in (200, 422), answer.text[:300]
    if value in (SURROGATE,) or len(value) > 4000:
        refused_with_field(answer, field)
    opened = send(
        client,
        "/api/jobs",
        tap(job_id="job-0002", position_id="kc-2-drive", plan=PLAN | {field: value}),
    )
    assert opened.status_code in (201, 422), opened.text[:300]


@pytest.mark.parametrize(
    "path",
    [
        "/" + "a" * 300,
        "/assets/" + "b" * 300,
        "/api/fonts/" + "c" * 4000,
        "/api/jobs/" + "d" * 5000,
        "/api/%ff%fe",
        "/a%00b",
    ],
)
def test_long_and_odd_paths(client: FlaskClient, path: str) -> None:
    answer = client.get(path)
    assert answer.status_code < 500, path[:30]


def test_many_wrong_fields_are_answered_briefly(client: FlaskClient) -> None:
    """Ten thousand unknown fields come back as a few, with a word about the others."""
    answer = send(client, "/api/plan", {f"field_{i}": "x" for i in range(8000)})
    assert answer.status_code in (413, 422)
    assert len(answer.data) < 20_000


@pytest.mark.parametrize(
    ("gauge", "field"),
    [
        ({"leaves": [f"{i / 1000:.3f}" for i in range(1, 300)]}, "leaves"),
        ({"name": "n" * 5000}, "name"),
        ({"name": SURROGATE}, "name"),
    ],
)
def test_a_gauge_set_has_its_bounds(client: FlaskClient, gauge: dict[str, Any], field: str) -> None:
    body = {"reason": "", "gauge": {"name": "Set", "unit": "mm", "leaves": "0.05 0.10"} | gauge}
    refused_with_field(send(client, "/api/crib/gauges/own-set-1", tap(**body)), field)


def test_a_reused_id_with_other_content_is_refused_not_swallowed(client: FlaskClient) -> None:
    open_job(client)
    body = tap(command={"kind": "add_note", "text": "first"})
    assert send(client, "/api/jobs/job-0001/taps", body).status_code == 200
    other = body | {"command": {"kind": "add_note", "text": "second"}}
    answer = send(client, "/api/jobs/job-0001/taps", other)
    assert answer.status_code == 409 and "used before" in answer.json["detail"]
    again = send(client, "/api/jobs/job-0001/taps", body)
    assert again.status_code == 200 and again.json["last_seq"] == 2


@pytest.mark.parametrize(
    ("values", "field"),
    [
        ({"kind": "close_point", "point": True, "how": "done"}, "point"),
        ({"kind": "close_point", "point": "1", "how": "done"}, "point"),
        ({"kind": "choose_risk", "risk": True}, "risk"),
        ({"kind": "start_gauging", "phase": "initial", "places": True}, "places"),
        ({"kind": "start_gauging", "phase": "initial", "places": 1.5}, "places"),
        ({"kind": "repeat_place", "place": False, "row": "nut side"}, "place"),
    ],
)
def test_yes_and_no_are_no_numbers(client: FlaskClient, values: dict[str, Any], field: str) -> None:
    open_job(client)
    refused_with_field(send(client, "/api/jobs/job-0001/taps", tap(command=values)), field)


@pytest.mark.parametrize(
    "whole", [{"kind": "choose_risk", "risk": 0.05}, {"kind": "add_note", "text": "5"}]
)
def test_numbers_are_numbers(client: FlaskClient, whole: dict[str, Any]) -> None:
    open_job(client)
    assert send(client, "/api/jobs/job-0001/taps", tap(command=whole)).status_code == 200


@pytest.mark.parametrize("field", ["bore_mm", "outside_mm", "initial_um"])
@pytest.mark.parametrize("value", [True, False, None, [], {}, "ninety", "1e999"])
def test_a_calculator_takes_numbers_alone(client: FlaskClient, field: str, value: Any) -> None:
    inputs = {
        "bore_mm": 90,
        "outside_mm": 160,
        "width_mm": 40,
        "group": "C3",
        "taper": "1:12",
        "initial_um": 124,
    } | {field: value}
    answer = send(client, "/api/calc/window", inputs)
    refused_with_field(answer, field)


def test_there_is_no_stray_page_and_a_wrong_method_says_which_are_right(
    client: FlaskClient,
) -> None:
    assert client.get("/api").status_code == client.get("/api/").status_code == 404
    for path, method, right in (
        ("/health", "delete", "GET, HEAD, OPTIONS"),
        ("/api/jobs", "put", "GET, HEAD, OPTIONS, POST"),
    ):
        answer = getattr(client, method)(path)
        assert (answer.status_code, answer.content_type) == (405, "application/problem+json")
        assert answer.headers["Allow"] == right


@pytest.mark.parametrize("path", ["/api/plan", "/api/plan/early"])
def test_a_misspelled_entry_is_said_not_dropped(client: FlaskClient, path: str) -> None:
    refused_with_field(
        send(client, path, {"designation": "22218 K C3", "shaftt": "80 mm"}), "shaftt"
    )


def test_a_compressed_answer_only_for_who_takes_it(client: FlaskClient) -> None:
    for header, coding in (
        ("gzip", "gzip"),
        ("gzip;q=0", None),
        ("identity", None),
        ("br, gzip;q=0.5", "gzip"),
    ):
        assert (
            client.get("/api/tables", headers={"Accept-Encoding": header}).headers.get(
                "Content-Encoding"
            )
            == coding
        )
