"""Rounds over HTTP: put into keeping, planned, opened once, walked by repeated and late taps, a
calendar, and what is refused.
"""

from __future__ import annotations

from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from icalendar import Calendar
from sqlalchemy import event

from tests.helpers import BEGIN
from tests.web.by_hand import tap
from tests.web.care import CARE
from tribodex.web.context import KEY

HERE, THERE = "kc-2-drive", "be-1-head-drive"


def say(
    client: FlaskClient, job_id: str, command: dict[str, Any], at: str = "1", **rest: Any
) -> Any:
    return client.post(f"/api/jobs/{job_id}/taps", json=tap(command=command, at=at, **rest))


@pytest.fixture
def kept(client: FlaskClient) -> FlaskClient:
    """Two positions in keeping."""
    assert (
        client.post("/api/keeping/keep-0001", json=tap(positions=[HERE, THERE])).status_code == 200
    )
    for at in ("1", "2"):
        answer = say(client, "keep-0001", CARE, at)
        assert answer.status_code == 200, answer.text
    return client


def opened(client: FlaskClient, job_id: str = "round-0001", **order: Any) -> Any:
    return client.post(f"/api/rounds/{job_id}", json=tap(**(order or {"positions": [HERE, THERE]})))


def test_from_keeping_to_the_plan_a_round_and_the_history(kept: FlaskClient) -> None:
    plan = kept.get("/api/rounds?limit=5").json
    assert (
        {stop["position_id"] for stop in plan["stops"]} == {HERE, THERE}
        and len(plan["stops"]) == 5
        and plan["more"] > 0
    )
    walk = opened(kept).json
    at = next(stop["at"] for stop in walk["stops"] if stop["position_id"] == HERE)
    assert len(walk["stops"]) == 2 and walk["left"] == 2 and not walk["may_sign"]
    assert (
        say(
            kept,
            "round-0001",
            {
                "kind": "do_stop",
                "standing": "standing",
                "temperature": "51 °C",
                "read_by": "thermometer",
            },
            at,
        ).status_code
        == 200
    )
    other = next(stop["at"] for stop in walk["stops"] if stop["at"] != at)
    assert (
        say(kept, "round-0001", {"kind": "skip_stop", "reason": "guard locked"}, other).status_code
        == 200
    )
    assert kept.get("/api/rounds/round-0001").json["may_sign"]
    assert (
        say(kept, "round-0001", {"kind": "sign", "name": "Ada", "role": "greaser"}, "").status_code
        == 200
    )
    here, there = (kept.get(f"/api/positions/{position}").json for position in (HERE, THERE))
    assert [line["what"] for line in here["history"]] == ["done", "kept from now on"] and here[
        "history"
    ][0]["warm_c"] == 51
    assert there["history"][0]["text"] == "guard locked" and [
        job["round"] for job in there["jobs"]
    ] == [True, False]


def test_a_stop_is_moved_and_says_who_moved_it(kept: FlaskClient) -> None:
    plan = kept.get("/api/rounds?weeks=12&limit=500").json
    stop = next(one for one in plan["stops"] if one["position_id"] == HERE)
    body = tap(position=HERE, week=stop["week"], to=stop["week"] + 1, reason="no access")
    # Sent again because its answer was lost it is the same move; another one under its id is not
    # swallowed.
    answers = [kept.post("/api/stop-moves", json=body) for _ in range(2)]
    assert [answer.status_code for answer in answers] == [200, 200] and answers[0].json == answers[
        1
    ].json
    assert kept.post("/api/stop-moves", json=body | {"reason": "another"}).status_code == 409
    found = kept.get("/api/rounds?weeks=12&limit=500").json["stops"]
    [moved] = [one for one in found if one["moved"]]
    assert (
        moved["week"] == stop["week"] + 1
        and moved["moved"] == f"moved here by {body['actor']}: no access"
    )
    for wrong in (
        {"to": 52},
        {"to": "1"},
        {"reason": "x" * 501},
        {"position": "nowhere"},
        {"week": None},
    ):
        assert (
            kept.post(
                "/api/stop-moves",
                json=tap(**({"position": HERE, "week": 0, "to": 3, "reason": "no"} | wrong)),
            ).status_code
            == 422
        )


def test_a_stop_in_an_open_round_says_so_until_that_round_is_over(kept: FlaskClient) -> None:
    """The same stop is walked by one person: whoever opens the next round sees which are taken."""

    def taken() -> dict[str, int | None]:
        stops = kept.get("/api/rounds?limit=5").json["stops"]
        return {stop["position_id"]: stop["in_round"] for stop in stops}

    assert taken() == {HERE: None, THERE: None}
    walk = opened(kept, positions=[HERE]).json
    assert taken() == {HERE: walk["number"], THERE: None}
    assert opened(kept, "round-0002").status_code == 422
    assert opened(kept, "round-0002", positions=[THERE]).status_code == 200
    at = walk["stops"][0]["at"]
    said = {"kind": "skip_stop", "reason": "guard locked"}
    assert say(kept, "round-0001", said, at).status_code == 200
    signed = {"kind": "sign", "name": "Ada", "role": "greaser"}
    assert say(kept, "round-0001", signed, "").status_code == 200
    assert taken()[HERE] is None and taken()[THERE] is not None


def test_a_round_is_opened_once_however_often_it_is_asked_for(kept: FlaskClient) -> None:
    body = tap(positions=[HERE])
    first, again = (kept.post("/api/rounds/round-0001", json=body).json for _ in range(2))
    assert first == again
    assert [job["title"] for job in kept.get("/api/jobs").json if job["id"] == "round-0001"] == [
        "Round: Kiln, 1 stop"
    ]


def test_taps_come_late_and_twice_from_a_phone_and_count_once(kept: FlaskClient) -> None:
    opened(kept)
    late = tap(
        command={
            "kind": "do_stop",
            "standing": "standing",
            "temperature": "51 °C",
            "read_by": "thermometer",
        },
        happened_at=BEGIN.isoformat(),
        at="1",
    )
    answers = [kept.post("/api/jobs/round-0001/taps", json=late) for _ in range(3)]
    assert [answer.status_code for answer in answers] == [200, 200, 200]
    position = kept.get("/api/rounds/round-0001").json["stops"][0]["position_id"]
    assert [line["what"] for line in kept.get(f"/api/positions/{position}").json["history"]].count(
        "done"
    ) == 1


@pytest.mark.parametrize(
    ("address", "body", "field"),
    [
        ("/api/rounds/round-0009", {"positions": ["nowhere"]}, "positions"),
        ("/api/rounds/round-0009", {"week": 0, "route": "nowhere"}, "week"),
        ("/api/rounds/round-0009", {"week": 99}, "week"),
        ("/api/keeping/keep-0009", {"positions": []}, "positions"),
        ("/api/keeping/keep-0009", {"positions": ["nowhere"]}, "positions"),
        ("/api/keeping/keep-0009", {"positions": [HERE, HERE]}, "positions"),
        ("/api/seals/seal-0009", {"position": "nowhere"}, "position"),
    ],
)
def test_what_cannot_be_opened_names_its_field_and_leaves_nothing(
    kept: FlaskClient, address: str, body: dict[str, Any], field: str
) -> None:
    before = kept.get("/api/jobs").json
    answer = kept.post(address, json=tap(**body))
    assert answer.status_code == 422 and answer.content_type == "application/problem+json"
    assert field in {one["name"] for one in answer.json["fields"]}
    assert kept.get("/api/jobs").json == before


@pytest.mark.parametrize(
    "address",
    [
        "/api/rounds/nothing-here",
        "/api/rounds/keep-0001",
        "/api/positions/nowhere",
        "/api/positions/nowhere/due.ics",
    ],
)
def test_what_is_not_there_is_a_problem(kept: FlaskClient, address: str) -> None:
    answer = kept.get(address)
    assert answer.status_code == 404 and answer.content_type == "application/problem+json"


@pytest.mark.parametrize(
    ("command", "field"),
    [
        ({"kind": "do_stop", "standing": "standing", "strokes": "many"}, "strokes"),
        (
            {
                "kind": "do_stop",
                "standing": "standing",
                "temperature": "warm",
                "read_by": "thermometer",
            },
            "temperature",
        ),
        ({"kind": "skip_stop", "reason": " "}, "reason"),
    ],
)
def test_a_stop_that_cannot_be_so_is_refused_by_its_field(
    kept: FlaskClient, command: dict[str, Any], field: str
) -> None:
    opened(kept)
    answer = say(kept, "round-0001", command)
    assert answer.status_code == 422 and field in {one["name"] for one in answer.json["fields"]}
    assert kept.get("/api/rounds/round-0001").json["stops"][0]["state"] == "open"


@pytest.mark.parametrize(
    "address",
    ["/api/rounds.ics", f"/api/positions/{HERE}/due.ics", "/api/rounds.ics?weeks=52&route=Kiln"],
)
def test_calendars_are_read_by_a_standard_parser(kept: FlaskClient, address: str) -> None:
    """RFC 5545, by the registry's icalendar."""
    answer = kept.get(address)
    assert answer.status_code == 200 and answer.content_type.startswith("text/calendar")
    read = Calendar.from_ical(answer.data)
    events = list(read.walk("VEVENT"))
    assert events and len({str(one["UID"]) for one in events}) == len(events)
    if "route=Kiln" in address:
        assert all("Kiln" in str(one["SUMMARY"]) for one in events)


def test_a_route_or_crew_that_nobody_has_holds_nothing(kept: FlaskClient) -> None:
    assert kept.get("/api/rounds?route=nowhere").json["stops"] == []
    assert kept.get("/api/rounds?crew=nobody").json["stops"] == []
    assert not list(Calendar.from_ical(kept.get("/api/rounds.ics?crew=nobody").data).walk("VEVENT"))


@pytest.mark.parametrize("weeks", [0, 53, -1])
def test_weeks_that_cannot_be_planned(kept: FlaskClient, weeks: int) -> None:
    assert kept.get(f"/api/rounds?weeks={weeks}").status_code == 422


def test_the_plan_takes_as_many_queries_for_two_positions_as_for_one(
    app: Flask, kept: FlaskClient
) -> None:
    def queries() -> int:
        asked: list[str] = []
        engine = app.extensions[KEY].engine
        event.listen(
            engine,
            "before_cursor_execute",
            record := lambda c, cursor, words, *more: asked.append(words),
        )
        try:
            assert kept.get("/api/rounds").status_code == 200
        finally:
            event.remove(engine, "before_cursor_execute", record)
        return len(asked)

    before = queries()
    assert (
        kept.post(
            "/api/keeping/keep-0002", json=tap(positions=["kc-2-tail", "dc-1-in"])
        ).status_code
        == 200
    )
    assert [say(kept, "keep-0002", CARE, at).status_code for at in ("1", "2")] == [200, 200]
    assert queries() == before


def test_a_large_seal_has_its_lead_times_as_a_calendar_and_others_have_none(
    kept: FlaskClient,
) -> None:
    assert kept.post("/api/seals/seal-0001", json=tap(position="dc-1-in")).status_code == 200
    assert (
        list(Calendar.from_ical(kept.get("/api/jobs/seal-0001/lead.ics").data).walk("VEVENT")) == []
    )
    assert not kept.get("/api/jobs/seal-0001").json["has_plan"]
    assert (
        list(Calendar.from_ical(kept.get("/api/jobs/keep-0001/lead.ics").data).walk("VEVENT")) == []
    )
