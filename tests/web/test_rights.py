"""Every address and every command, by people of two sites: what somebody may not is not done, and
of another site nothing is told.
"""

from __future__ import annotations

import dataclasses
import re
import typing
from collections.abc import Iterator
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy.orm import Session

from tests.signed_in import SignedIn, signed_in
from tests.web.by_hand import open_job
from tribodex.core.job.asked import Asked
from tribodex.core.people import DECIDES, TOLD, Right, Rights
from tribodex.core.topics import HOUSE
from tribodex.store.people import People
from tribodex.usecases.people.ports import Account, PlantSite
from tribodex.usecases.people.standing import right_of
from tribodex.web.context import KEY
from tribodex.web.rules import RULES, SiteBy, rule_of

THINGS = {"job_id": "job-0001", "position_id": "kc-2-drive", "machine_id": "kc-2"}
EVERYTHING = list(Right)
# Signing in, and what no session is for.
WAYS_IN = {
    *(
        ("GET", path)
        for path in (
            "/",
            "/<path:path>",
            "/assets/<path:name>",
            "/health",
            "/ready",
            "/trust",
            "/trust/site.crt",
            "/metrics",
        )
    ),
    *(
        ("POST", f"/api/{path}")
        for path in ("sign-in", "first-run", "switch", "single-sign-on/begin", "single-sign-on")
    ),
    *(("GET", f"/api/{path}") for path in ("door",)),
    *(
        ("GET", f"/api/calendars/<token>/{path}")
        for path in ("rounds.ics", "positions/<position_id>.ics")
    ),
}


def addresses(app: Flask) -> Iterator[tuple[str, str]]:
    for rule in app.url_map.iter_rules():
        for method in sorted((rule.methods or set()) - {"HEAD", "OPTIONS"}):
            yield method, rule.rule


def filled(rule: str) -> str:
    return re.sub(r"<(?:\w+:)?(\w+)>", lambda found: THINGS.get(found[1], "x" * 12), rule)


def ask(client: FlaskClient, method: str, rule: str) -> Any:
    return client.open(filled(rule), method=method, **({} if method == "GET" else {"json": {}}))


def person(app: Flask, name: str, **rights: list[str]) -> SignedIn:
    """Somebody with these rights, by site, signed in on a device of their own."""
    with Session(app.extensions[KEY].engine) as session:
        people = People(session)
        account = Account(f"id-{name}", name, name, "x", rights=Rights.of(rights))
        people.keep_account(account)
    client = app.test_client()
    assert isinstance(client, SignedIn)
    client.person = name
    client.keep_rights = True
    return client


@pytest.fixture
def two(app: Flask, client: FlaskClient) -> Flask:
    """Two sites; the job and the plant are at the first one."""
    open_job(client)
    with Session(app.extensions[KEY].engine) as session:
        People(session).keep_site(PlantSite("mill", "The other mill"))
    # Said past the server: what it knew a moment ago is not waited for.
    app.extensions[KEY].sites.forget()
    return app


def test_every_address_has_a_rule_and_no_rule_is_left_over(app: Flask) -> None:
    there = set(addresses(app))
    assert {one for one in there if rule_of(*one) is None} == set()
    assert {one for one in RULES if one not in there} <= {("GET", "/trust/site.crt")}


def test_without_a_session_nothing_answers_but_the_ways_in(two: Flask) -> None:
    stranger = FlaskClient(two, two.response_class)
    for method, rule in addresses(two):
        answer = ask(stranger, method, rule)
        if (method, rule) in WAYS_IN:
            assert answer.status_code != 401 or rule == "/metrics", (method, rule)
            assert b"Kiln" not in answer.data and b"Whitlow" not in answer.data, (method, rule)
        else:
            assert answer.status_code == 401 and answer.json["type"] == "/problems/sign-in", (
                method,
                rule,
                answer.status_code,
            )


def test_of_another_site_nothing_is_told(two: Flask) -> None:
    other = person(two, "Wren Ashby", mill=EVERYTHING)
    for method, rule in addresses(two):
        place = getattr(rule_of(method, rule), "where", None)
        if place in (SiteBy.JOB, SiteBy.MACHINE, SiteBy.POSITION) or (
            place is SiteBy.NEW_JOB and "<job_id>" in rule
        ):
            answer = ask(other, method, rule)
            assert answer.status_code == 404, (method, rule, answer.status_code)
            assert b"Kiln" not in answer.data
    assert other.get("/api/jobs").json == [] and other.get("/api/jobs?words=kiln").json == []
    assert other.get("/api/plant").json["machines"] == [] and other.get("/api/plant").json[
        "people"
    ] == ["Wren Ashby"]
    assert other.get("/api/crib").json["gauges"] == [] and other.get("/api/half-plans").json == []
    assert (
        other.get("/api/rounds").json["stops"] == []
        and b"Kiln" not in other.get("/api/rounds.ics").data
    )
    assert [one["name"] for one in other.get("/api/persons").json["people"]] == ["Wren Ashby"]
    assert [one["id"] for one in other.get("/api/persons").json["sites"]] == ["mill"]
    assert other.get("/api/board").json["people"][0]["jobs"] == []
    body = {
        "client_event_id": "tap-00001",
        "happened_at": "2026-10-05T06:00:00Z",
        "job_id": "job-0001",
    }
    assert other.post("/api/jobs", json=body).status_code == 404, (
        "a number that is taken elsewhere tells nothing of what has it"
    )
    chosen = other.get("/api/jobs", headers={"Tribodex-Site": "main"})
    assert chosen.status_code == 404, "a site that was named and may not be read"


@pytest.mark.parametrize("right", EVERYTHING)
def test_without_a_right_nothing_that_needs_it_is_done(two: Flask, right: Right) -> None:
    others = [one for one in EVERYTHING if one is not right]
    # Whoever may do anything may read: without that right there is none.
    without = person(two, f"No {right.value}", main=[] if right is Right.READ else others)
    needs = [
        (method, rule)
        for method, rule in addresses(two)
        if (found := rule_of(method, rule)) and found.right is right
    ]
    tried = [
        (method, rule)
        for method, rule in needs
        if getattr(rule_of(method, rule), "where", None) is not SiteBy.ANY
    ]
    for method, rule in tried:
        answer = ask(without, method, rule)
        assert (
            answer.status_code in (403, 404)
            and answer.status_code == (404 if right is Right.READ and "<" in rule else 403)
        ) or (right is Right.READ and answer.status_code == 403), (method, rule, answer.status_code)
    assert tried or right in (Right.SIGN, Right.COUNTER_SIGN)


def test_every_command_is_judged_by_what_it_does(two: Flask) -> None:
    """Working there is not enough to sign, and reading is not enough to work."""
    reader, worker = person(two, "Reader", main=["read"]), person(two, "Worker", main=["work"])
    for kind, command in HOUSE.commands.items():
        needed = right_of(object.__new__(command))
        assert needed in (Right.WORK, Right.SIGN, Right.COUNTER_SIGN), kind
        hints = typing.get_type_hints(command)
        fields = {
            item.name: _some(hints[item.name])
            for item in dataclasses.fields(command)
            if item.default is dataclasses.MISSING
        }
        body = {
            "client_event_id": f"tap-{kind.replace('_', '-')}",
            "happened_at": "2026-10-05T06:00:00Z",
            "command": {"kind": kind, **fields},
        }
        assert reader.post("/api/jobs/job-0001/taps", json=body).status_code == 403, kind
        if needed is not Right.WORK:
            answer = worker.post("/api/jobs/job-0001/taps", json=body)
            assert (answer.status_code, answer.json["type"]) == (403, "/problems/not-yours"), kind


def _some(hint: Any) -> Any:
    return {bool: True, int: 1}.get(hint, [] if typing.get_origin(hint) is tuple else "x")


def test_every_name_that_decides_is_proven_and_every_word_that_is_passed_on_is_known() -> None:
    decide = {
        "Decided by",
        "Accepted by",
        "Signed by",
        "Counter-signed by",
        "Given up by",
        "Put right by",
    }
    for command in HOUSE.commands.values():
        hints = typing.get_type_hints(command, include_extras=True)
        for item in dataclasses.fields(command):
            asked = next(
                (
                    one
                    for one in getattr(hints[item.name], "__metadata__", ())
                    if isinstance(one, Asked)
                ),
                None,
            )
            if asked is None:
                continue
            here = (command.__name__, item.name)
            assert (here in DECIDES) == (asked.label in decide), here
            assert (here in TOLD) == (asked.label == "Who says so"), here


def test_a_tap_under_another_name_is_refused_and_nothing_is_stored(two: Flask) -> None:
    fitter = person(two, "Wren Ashby", main=["work", "sign"])
    signed_in(two)
    body = {
        "client_event_id": "tap-forged",
        "happened_at": "2026-10-05T06:00:00Z",
        "actor": "Ines Whitlow",
    }
    before = fitter.get("/api/jobs/job-0001/log").json
    fitter.names_itself = False
    answer = fitter.post(
        "/api/jobs/job-0001/taps", json=body | {"command": {"kind": "add_note", "text": "not mine"}}
    )
    assert (answer.status_code, answer.json["fields"][0]["name"]) == (403, "actor")
    for address, more in (
        ("/api/crib/gauges/forged-1", {"gauge": {}}),
        ("/api/stop-moves", {}),
        ("/api/jobs", {"job_id": "forged-01"}),
    ):
        assert fitter.post(address, json=body | more).status_code in (403, 422)
    assert fitter.get("/api/jobs/job-0001/log").json == before
