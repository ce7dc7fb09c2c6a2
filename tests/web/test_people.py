"""Signing in and out, PINs, second persons, four eyes: as browsers do it, each on a device of its
own.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session
from werkzeug.test import TestResponse

from tests.helpers import BEGIN
from tests.signed_in import LIGHT
from tests.web.browsers import FIRST, Browser
from tests.web.by_hand import PLAN
from tests.web.care import CARE
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.store.people import People
from tribodex.store.tries import FIRST_WAIT_S, SLIPS, DatabaseCounts, WrongTries
from tribodex.usecases.books import Reference
from tribodex.web.access import DEVICE, PIN, SEAL, SEALED, SESSION, SITE, TAP
from tribodex.web.app import Settings, create_app
from tribodex.web.context import KEY

WREN = {"name": "Wren Ashby", "handle": "w.ashby"}


class Clock:
    """The server's clock, set by hand."""

    def __init__(self) -> None:
        self.now = BEGIN

    def __call__(self) -> Any:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def site(
    *,
    database: LocalMariaDB,
    engine: Engine,
    reference: Reference,
    dist: Any,
    tmp_path: Any,
    clock: Clock,
) -> Any:
    """A server at which nobody can sign in yet."""
    app = create_app(
        Settings(database.app_url, dist, keys=tmp_path / "keys", hashes=LIGHT), reference, clock
    )
    yield app
    app.extensions[KEY].engine.dispose()


@pytest.fixture
def device(site: Flask) -> Callable[[], Browser]:
    return lambda: Browser(site)


@pytest.fixture
def ada(device: Callable[[], Browser]) -> Browser:
    """The first person, who administers."""
    first = device()
    first.came(first.post("/api/first-run", FIRST))
    return first


def let_in(
    ada: Browser, device: Callable[[], Browser], draft: dict[str, Any], pin: str = "2684"
) -> Browser:
    """Somebody whom the administrator lets in, with a password and a PIN of their own."""
    made = ada.post("/api/persons", draft)
    assert made.status_code == 201, made.json
    other = device()
    other.came(other.sign_in(draft["handle"], made.json["first_password"]))
    assert other.get("/api/jobs").json["type"] == "/problems/new-password", (
        "nothing else before the own password"
    )
    chosen = other.post(
        "/api/me/secrets",
        {
            "old": made.json["first_password"],
            "password": f"own words of {draft['handle']}",
            "pin": pin,
        },
    )
    assert chosen.status_code == 200, chosen.json
    return other


def id_of(browser: Browser) -> str:
    found: str = browser.get("/api/me").json["id"]
    return found


def opened(browser: Browser) -> None:
    body = {
        "client_event_id": "open-00001",
        "happened_at": "2026-10-05T06:00:00Z",
        "job_id": "job-0001",
        "position_id": "kc-2-drive",
    }
    answer = browser.post("/api/jobs", body | {"plan": PLAN})
    assert answer.status_code == 201, answer.json


NOTE = {"kind": "add_note", "text": "looked at it"}
GIVE_UP = {"kind": "abandon", "name": "Ada Marsh", "reason": "no parts"}


def test_the_first_person_administers_and_there_is_no_second_first_one(
    device: Callable[[], Browser],
) -> None:
    one, other = device(), device()
    assert one.get("/api/door").json["first_run"] is True
    wrong = one.post("/api/first-run", FIRST | {"pin": "1234"})
    assert wrong.status_code == 422 and wrong.json["fields"][0]["name"] == "pin"
    assert (
        one.post("/api/first-run", FIRST | {"password": "short"}).json["fields"][0]["name"]
        == "password"
    )
    one.came(one.post("/api/first-run", FIRST))
    me = one.get("/api/me").json
    assert (me["name"], me["sites"][0]["name"]) == ("Ada Marsh", "The mill") and "administer" in me[
        "sites"
    ][0]["rights"]
    assert other.get("/api/door").json["first_run"] is False
    assert (
        other.post("/api/first-run", FIRST | {"name": "Mallory", "handle": "mallory"}).status_code
        == 409
    )


def test_cookies_are_out_of_reach_of_scripts_and_other_sites(
    site: Flask, ada: Browser, device: Callable[[], Browser]
) -> None:
    answer = device().sign_in("a.marsh", FIRST["password"])
    said = {cookie.partition("=")[0]: cookie for cookie in answer.headers.get_all("Set-Cookie")}
    assert set(said) == {SESSION, SEALED, DEVICE} and all(
        "SameSite=Lax" in cookie for cookie in said.values()
    )
    assert (
        "HttpOnly" in said[SESSION]
        and "HttpOnly" in said[DEVICE]
        and "HttpOnly" not in said[SEALED]
    )
    secure = FlaskClient(site, site.response_class).post(
        "/api/sign-in",
        json={"handle": "a.marsh", "password": FIRST["password"]},
        base_url="https://localhost",
    )
    assert all("Secure" in cookie for cookie in secure.headers.get_all("Set-Cookie"))
    with Session(site.extensions[KEY].engine) as session:
        kept = " ".join(str(row) for row in session.execute(text("SELECT * FROM web_session")))
        secrets = " ".join(
            str(row) for row in session.execute(text("SELECT password, pin FROM account"))
        )
    assert (
        ada.cookie(SESSION) not in kept
        and ada.tap_token not in kept
        and FIRST["password"] not in secrets
        and "$argon2id$" in secrets
    )


def test_a_write_without_the_seal_of_the_session_does_nothing(ada: Browser) -> None:
    body = {"name": "Forged", "area": ""}
    for seal in ("", "0" * 32):
        answer = ada.client.post("/api/plant/machines", json=body, headers={SEAL: seal})
        assert (answer.status_code, answer.json["type"]) == (403, "/problems/seal")
    assert ada.post("/api/plant/machines", body).status_code == 201


def test_wrong_passwords_are_told_alike_slowed_and_named(
    ada: Browser, device: Callable[[], Browser], clock: Clock
) -> None:
    stranger = device()
    unknown, wrong = (
        stranger.sign_in("nobody", "three oats at dawn"),
        stranger.sign_in("a.marsh", "three oats at dusk"),
    )
    assert unknown.status_code == wrong.status_code == 422 and unknown.json == wrong.json, (
        "nobody is told which names there are"
    )
    answers = [stranger.sign_in("a.marsh", f"guess {n} of a list") for n in range(SLIPS + 3)]
    slowed = answers[-1]
    assert slowed.status_code == 429 and int(slowed.headers["Retry-After"]) > 0
    assert stranger.sign_in("a.marsh", FIRST["password"]).status_code == 429, (
        "the right one neither, while it waits"
    )
    assert ada.sign_in("a.marsh", FIRST["password"]).status_code == 200, (
        "a device that knows the person is not locked out by strangers"
    )
    told = [act["what"] for act in ada.get("/api/acts").json]
    assert told.count("wrong password") >= SLIPS + 1 and any(
        one.startswith("locked for") for one in told
    )


def test_each_wrong_try_beyond_a_few_doubles_the_wait(engine: Engine) -> None:
    now = 1_000_000.0
    tries = WrongTries(DatabaseCounts(engine=engine, clock=lambda: now), lambda: now)
    waits = []
    for _ in range(SLIPS + 4):
        waits.append(tries.wrong("pin:x"))
        now += waits[-1] + 1
    assert waits == [0] * SLIPS + [
        FIRST_WAIT_S,
        FIRST_WAIT_S * 2,
        FIRST_WAIT_S * 4,
        FIRST_WAIT_S * 8,
    ]
    assert (
        tries.wait_s("pin:x") == 0
        and tries.wrong("pin:x") == FIRST_WAIT_S * 16
        and tries.wait_s("pin:x") > 0
    )
    tries.clear("pin:x")
    assert tries.wait_s("pin:x") == 0 and tries.wrong("pin:x") == 0


def test_who_asks_too_often_is_asked_to_wait_whoever_is_named(
    device: Callable[[], Browser], ada: Browser
) -> None:
    stranger = device()
    codes = [stranger.sign_in(f"name-{n}", "no password").status_code for n in range(70)]
    assert codes[-1] == 429 and 422 in codes


def test_a_shared_tablet_changes_hands_by_pin_and_only_among_those_it_knows(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work", "sign", "plan"]}})
    account, first = id_of(wren), id_of(ada)
    tablet = device()
    refused = tablet.post("/api/switch", {"account": account, "pin": "2684"})
    assert refused.status_code == 409 and "password" in refused.json["detail"]
    tablet.came(tablet.sign_in("w.ashby", "own words of w.ashby"))
    tablet.came(tablet.sign_in("a.marsh", FIRST["password"]))
    assert {one["name"] for one in tablet.get("/api/door").json["known"]} == {
        "Wren Ashby",
        "Ada Marsh",
    }
    tablet.came(tablet.post("/api/switch", {"account": account, "pin": "2684"}))
    assert tablet.get("/api/me").json["name"] == "Wren Ashby"
    wrong = tablet.post("/api/switch", {"account": first, "pin": "9999"})
    assert (
        wrong.status_code == 422
        and wrong.json["fields"][0]["name"] == "pin"
        and tablet.get("/api/me").json["name"] == "Wren Ashby"
    )
    for _ in range(SLIPS + 1):
        last = tablet.post("/api/switch", {"account": first, "pin": "9998"})
    assert last.status_code == 429
    assert tablet.post("/api/switch", {"account": first, "pin": "4071"}).status_code == 429, (
        "a tablet that guessed waits"
    )


def test_a_tap_that_waited_goes_out_by_its_own_secret_on_its_own_device_alone(
    ada: Browser, device: Callable[[], Browser], clock: Clock
) -> None:
    opened(ada)
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work"]}})
    token = wren.came(wren.sign_in("w.ashby", "own words of w.ashby")).json["tap"]
    wren.came(wren.sign_in("a.marsh", FIRST["password"]))
    assert wren.get("/api/me").json["name"] == "Ada Marsh"
    assert wren.tap("waited-1", NOTE, **{TAP: token}).status_code == 200
    line = ada.get("/api/jobs/job-0001/log").json[-1]
    assert line["actor"] == "Wren Ashby"
    stolen = device()
    assert stolen.tap("stolen-1", NOTE, **{TAP: token}).status_code == 401, (
        "on another device the secret is none"
    )
    assert stolen.get("/api/jobs", **{TAP: token}).status_code == 401, "and it reads nothing"
    unchecked = wren.tap("waited-2", NOTE, **{TAP: token, PIN: "not checked"})
    assert unchecked.status_code == 200
    newest = next(act for act in ada.get("/api/acts").json if act["job_id"])
    assert (newest["person"], newest["pin"]) == ("Wren Ashby", "not checked") and newest["device"]
    # It stands beside the entry, in the log and on the record.
    assert [line["doubt"] for line in unchecked.json["log"]][-2:] == ["", "PIN not checked"]
    page = ada.get("/api/jobs/job-0001/record.html").text
    assert page.count("PIN not checked") == 1
    elsewhere = device()
    elsewhere.came(elsewhere.sign_in("w.ashby", "own words of w.ashby"))
    assert elsewhere.post("/api/jobs/job-0001/looked", {"seq": 1}).status_code == 200
    [seen] = ada.get("/api/jobs/job-0001/looked").json
    assert seen["since"][-1]["doubt"] == "PIN not checked"
    assert [line["doubt"] for line in ada.get("/api/jobs/job-0001/record.json").json["log"]][
        -2:
    ] == ["", "PIN not checked"]
    clock.now += timedelta(days=8)
    late = wren.tap("waited-3", NOTE, **{TAP: token})
    assert (late.status_code, late.json["type"]) == (
        401,
        "/problems/sign-in",
    ), "it waits for that person, and is not lost"


def test_a_session_that_is_ended_reads_nothing_more(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    lost = device()
    lost.came(lost.sign_in("a.marsh", FIRST["password"]))
    opened(ada)
    assert lost.get("/api/jobs/job-0001/newest?seen=99").status_code == 204
    session = next(one for one in ada.get("/api/me/sessions").json if not one["this"])
    assert all(
        one["id"] != session["id"]
        for one in ada.ask("DELETE", f"/api/me/sessions/{session['id']}").json
    )
    assert (
        lost.get("/api/jobs").status_code == 401
        and lost.tap("lost-00001", NOTE, **{TAP: lost.tap_token}).status_code == 401
    )
    out = ada.post("/api/sign-out")
    assert out.status_code == 204 and ada.get("/api/jobs").status_code == 401


def test_a_decision_waits_for_the_pin_and_nobody_decides_in_another_name(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    opened(ada)
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work", "sign"]}})
    first, account = id_of(ada), id_of(wren)
    asked = wren.tap("give-up-1", GIVE_UP)
    assert (asked.status_code, asked.json["type"], asked.json["fields"][0]["expected"]) == (
        403,
        "/problems/pin-needed",
        first,
    )
    assert wren.stand_by("give-up-1", account, "2684").status_code == 204
    assert wren.tap("give-up-1", GIVE_UP).status_code == 403, (
        "the own PIN stands for the own name alone"
    )
    assert wren.stand_by("give-up-1", first, "0000").status_code == 422
    nobody = wren.tap("give-up-2", GIVE_UP | {"name": "P. Arden"})
    assert (
        nobody.json["type"] == "/problems/not-yours"
        and "Ada Marsh" in nobody.json["fields"][0]["expected"]
    )
    assert wren.stand_by("give-up-1", first, "4071").status_code == 204
    assert wren.tap("give-up-1", GIVE_UP).status_code == 200
    assert [act for act in ada.get("/api/acts").json if act["what"] == "second person by PIN"]


def test_what_somebody_of_another_firm_said_is_passed_on_and_what_a_colleague_said_is_proven(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    opened(ada)
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work"]}})
    said = {
        "kind": "state_done",
        "what": "isolated",
        "by": "the electrician of the site",
        "how": "locked at Q14, looked at together",
    }
    outside = wren.tap("told-0001", said)
    assert outside.json.get("type") not in ("/problems/pin-needed", "/problems/not-yours")
    named = wren.tap("told-0002", said | {"by": "ada  MARSH"})
    assert named.json["type"] == "/problems/pin-needed", (
        "a colleague's name is that person, however it is written"
    )


def signed(browser: Browser, event: str, kind: str, name: str, pin: str) -> TestResponse:
    assert browser.stand_by(event, id_of(browser), pin).status_code == 204
    return browser.tap(event, {"kind": kind, "name": name, "role": "fitter"})


def walked(browser: Browser) -> None:
    """A short job that can be signed: a round whose one stop is skipped."""
    who = {"happened_at": "2026-10-05T06:00:00Z"}
    kept = browser.post(
        "/api/keeping/keep-0001",
        who | {"client_event_id": "keep-open-1", "positions": ["kc-2-drive"]},
    )
    assert kept.status_code == 200, kept.json
    care = browser.post(
        "/api/jobs/keep-0001/taps",
        who | {"client_event_id": "keep-care-1", "at": "1", "command": CARE},
    )
    assert care.status_code == 200, care.json
    opened = browser.post(
        "/api/rounds/job-0001",
        who | {"client_event_id": "round-open-1", "positions": ["kc-2-drive"]},
    )
    assert opened.status_code == 200, opened.json
    skip = {
        "client_event_id": "skip-00001",
        "at": opened.json["stops"][0]["at"],
        "command": {"kind": "skip_stop", "reason": "guard locked"},
    }
    assert browser.post("/api/jobs/job-0001/taps", who | skip).status_code == 200


def test_four_eyes_each_sees_what_changed_since_the_other_looked(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    assert (
        ada.ask("PUT", "/api/sites/main", {"name": "The mill", "four_eyes": True}).status_code
        == 200
    )
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work", "sign", "plan"]}})
    walked(wren)
    last = wren.get("/api/jobs/job-0001").json["last_seq"]
    assert wren.post("/api/jobs/job-0001/looked", {"seq": last}).json == []
    first = signed(wren, "sign-0001", "sign", "Wren Ashby", "2684")
    assert (
        first.status_code == 200
        and first.json["status"] == "to counter-sign"
        and first.json["next"]["do"] == "counter_sign"
    )
    own = signed(wren, "sign-0002", "counter_sign", "Wren Ashby", "2684")
    assert own.status_code == 403, "nobody counter-signs who may not"
    assert ada.tap("note-0001", NOTE).status_code == 200
    looked = ada.get("/api/jobs/job-0001/looked").json
    assert (
        looked[0]["name"] == "Wren Ashby"
        and [line["text"] for line in looked[0]["since"]][-1] == "Note: looked at it"
    )
    second = signed(ada, "sign-0003", "counter_sign", "Ada Marsh", "4071")
    assert second.status_code == 200 and second.json["status"] == "signed"
    page = ada.get("/api/jobs/job-0001/record.html").text
    assert "Wren Ashby" in page and "Counter-signed by" in page and "Ada Marsh" in page
    again = signed(ada, "sign-0004", "counter_sign", "Ada Marsh", "4071")
    assert again.status_code == 409


def test_an_apprentice_signs_and_decides_under_somebody(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    over = id_of(ada)
    pip = let_in(
        ada,
        device,
        {
            "name": "Pip Lowe",
            "handle": "pip",
            "rights": {"main": ["work", "sign", "plan"]},
            "works_under": over,
        },
    )
    walked(pip)
    alone = pip.tap("alone-001", {"kind": "abandon", "name": "Pip Lowe", "reason": "no parts"})
    assert alone.json["type"] == "/problems/not-yours" and "works under" in alone.json["detail"]
    first = signed(pip, "sign-0001", "sign", "Pip Lowe", "2684")
    assert (
        first.status_code == 200
        and first.json["status"] == "to counter-sign"
        and "works under Ada Marsh" in first.json["next"]["why"]
    )
    assert signed(ada, "sign-0002", "counter_sign", "Ada Marsh", "4071").json["status"] == "signed"


def test_who_leaves_has_no_way_in_and_a_pseudonym_in_lists_and_signed_records_keep_the_name(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work", "sign", "plan", "crib"]}})
    account = id_of(wren)
    walked(wren)
    gauge = {"name": "Wren's own", "unit": "mm", "leaves": "0.05 0.10"}
    said = {"client_event_id": "crib-by-wren", "happened_at": "2026-10-05T06:00:00Z", "reason": ""}
    assert ada.post(
        "/api/crib/gauges/wrens-set", said | {"gauge": gauge, "actor": "Ada Marsh"}
    ).status_code in (200, 201)
    lost = wren.post("/api/crib/gauges/wrens-set-2", said | {"gauge": gauge | {"name": "Another"}})
    assert lost.status_code == 409 and "used before" in lost.json["detail"]
    assert wren.post(
        "/api/crib/gauges/wrens-set-2",
        said | {"client_event_id": "crib-by-wren-2", "gauge": gauge | {"name": "Another"}},
    ).status_code in (200, 201)
    assert signed(wren, "sign-0001", "sign", "Wren Ashby", "2684").json["status"] == "signed"
    assert ada.post(f"/api/persons/{account}/leave").status_code == 200
    assert (
        wren.get("/api/jobs").status_code == 401
        and wren.sign_in("w.ashby", "own words of w.ashby").status_code == 422
    )
    assert "Wren Ashby" not in ada.get("/api/people").json
    acts = ada.get("/api/acts").json
    assert not any(act["person"] == "Wren Ashby" for act in acts) and any(
        act["person"].startswith("Former person") for act in acts
    )
    assert ada.get("/api/jobs?live=false").json[0]["who"].startswith("Former person")
    assert "Wren Ashby" in ada.get("/api/jobs/job-0001/record.html").text
    crib = ada.get("/api/crib").text
    assert "Wren Ashby" not in crib
    assert crib.count('"actor":"Former person 1"') == 1 and crib.count('"actor":"Ada Marsh"') == 1
    taken = ada.post("/api/persons", WREN | {"handle": "other"})
    assert taken.status_code == 422 and taken.json["fields"][0]["name"] == "name", (
        "a name is never given twice: logs name people"
    )


def test_a_site_keeps_somebody_who_administers_it(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    account = id_of(ada)
    assert ada.post(f"/api/persons/{account}/leave").status_code == 409
    draft = {"name": "Ada Marsh", "handle": "a.marsh", "rights": {"main": ["read"]}}
    assert "last one" in ada.ask("PUT", f"/api/persons/{account}", draft).json["detail"]
    assert (
        ada.ask("PUT", f"/api/persons/{account}", draft | {"name": "Ada Moor"}).json["fields"][0][
            "name"
        ]
        == "name"
    )
    assert (
        ada.ask("PUT", f"/api/persons/{account}", draft | {"rights": {"main": ["fly"]}}).status_code
        == 422
    )


def test_nobody_administers_beyond_the_own_sites(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    mill = next(
        one["id"]
        for one in ada.post("/api/sites", {"name": "The other mill"}).json["sites"]
        if one["name"] == "The other mill"
    )
    bo = let_in(ada, device, {"name": "Bo Carr", "handle": "bo", "rights": {mill: ["administer"]}})
    account = id_of(ada)
    both = ada.post(
        "/api/persons",
        {"name": "Cy Dunn", "handle": "cy", "rights": {mill: ["work"], "main": ["work"]}},
    ).json["persons"]["people"]
    shared = next(one["id"] for one in both if one["name"] == "Cy Dunn")
    assert {one["id"] for one in bo.get("/api/persons").json["sites"]} == {mill}
    assert bo.post(f"/api/persons/{shared}/let-in").status_code == 409, (
        "a password would open the other site too"
    )
    stolen = {
        "name": "Bo Carr",
        "handle": "bo",
        "rights": {"main": ["administer"], mill: ["administer"]},
    }
    assert bo.ask("PUT", f"/api/persons/{id_of(bo)}", stolen).status_code == 422
    assert bo.ask("PUT", "/api/sites/main", {"name": "Taken over"}).status_code == 404
    assert (
        ada.get("/api/me").json["id"] == account
        and ada.get("/api/me").json["sites"][0]["name"] == "The mill"
    )
    assert bo.get("/api/jobs", **{SITE: "main"}).status_code == 404


def test_what_is_asked_and_added_is_of_the_site_that_was_chosen(ada: Browser) -> None:
    mill = next(
        one["id"]
        for one in ada.post("/api/sites", {"name": "The other mill"}).json["sites"]
        if one["name"] == "The other mill"
    )
    made = ada.post("/api/plant/machines", {"name": "Roller mill 9", "area": ""}, **{SITE: mill})
    assert made.status_code == 201
    assert [one["name"] for one in ada.get("/api/plant", **{SITE: mill}).json["machines"]] == [
        "Roller mill 9"
    ]
    assert "Roller mill 9" not in [one["name"] for one in ada.get("/api/plant").json["machines"]]
    body = {
        "client_event_id": "open-00001",
        "happened_at": "2026-10-05T06:00:00Z",
        "job_id": "job-0001",
        "machine": "Roller mill 9",
        "plan": PLAN,
    }
    kept = {"client_event_id": "gauge-0001", "happened_at": "2026-10-05T06:00:00Z"}
    gauge = {"name": "Set of the mill", "unit": "mm", "leaves": "0.03 0.04 0.05"}
    answer = ada.post("/api/crib/gauges/mill-set", kept | {"gauge": gauge}, **{SITE: mill})
    assert answer.status_code == 200, answer.json
    assert "Set of the mill" in str(
        ada.get("/api/crib", **{SITE: mill}).json
    ) and "Set of the mill" not in str(ada.get("/api/crib").json)
    opened = ada.post(
        "/api/jobs",
        body | {"name": "one end", "plan": PLAN | {"feeler_id": "mill-set"}},
        **{SITE: mill},
    )
    assert opened.status_code == 201, opened.json
    assert [job["id"] for job in ada.get("/api/jobs", **{SITE: mill}).json] == [
        "job-0001"
    ] and ada.get("/api/jobs").json == []
    assert ada.get("/api/jobs/job-0001").status_code == 200, (
        "a link leads there, whatever site was chosen"
    )


def test_an_apprentice_signs_under_somebody_on_whatever_device(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    pip = let_in(
        ada,
        device,
        {
            "name": "Pip Lowe",
            "handle": "pip",
            "rights": {"main": ["work", "sign", "plan"]},
            "works_under": id_of(ada),
        },
    )
    walked(pip)
    assert ada.stand_by("sign-0001", id_of(pip), "2684").status_code == 204
    answer = ada.tap("sign-0001", {"kind": "sign", "name": "Pip Lowe", "role": "fitter"})
    assert answer.status_code == 200 and answer.json["status"] == "to counter-sign"


def test_a_pin_is_not_guessed_from_one_new_device_after_the_other(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    let_in(ada, device, WREN | {"rights": {"main": ["work"]}})
    first, codes = id_of(ada), []
    for n in range(SLIPS + 2):
        fresh = device()
        fresh.came(fresh.sign_in("w.ashby", "own words of w.ashby"))
        codes.append(fresh.stand_by(f"guess-{n:04d}", first, f"90{n:02d}").status_code)
    assert codes[-1] == 429 and codes.count(422) <= SLIPS
    assert ada.stand_by("own-000001", first, "4071").status_code == 204, (
        "who is guessed at is not locked out"
    )


def test_a_calendar_address_is_as_open_as_its_owner(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    wren = let_in(ada, device, WREN | {"rights": {"main": ["work"]}})
    assert wren.post("/api/me/links", {"kind": "metrics", "name": "monitor"}).status_code == 403
    made = wren.post("/api/me/links", {"kind": "calendar", "name": "office"}).json[0]
    address = made["address"].removeprefix("http://localhost")
    stranger = device()
    assert (
        stranger.get(address).status_code == 200
        and b"BEGIN:VCALENDAR" in stranger.get(address).data
    )
    assert (
        stranger.get(address.replace("rounds.ics", "positions/kc-2-drive.ics")).status_code == 200
    )
    assert (
        "address" not in str(wren.get("/api/me/links").json[0]["address"])
        and wren.get("/api/me/links").json[0]["address"] == ""
    )
    account = id_of(wren)
    assert (
        ada.ask("PUT", f"/api/persons/{account}", WREN | {"rights": {"main": []}}).status_code
        == 200
    )
    assert stranger.get(address).status_code == 404, "who may read no more has no calendar any more"
    assert (
        ada.ask("PUT", f"/api/persons/{account}", WREN | {"rights": {"main": ["work"]}}).status_code
        == 200
    )
    assert (
        wren.ask("DELETE", f"/api/me/links/{made['id']}").json == []
        and stranger.get(address).status_code == 404
    )


def test_a_job_is_given_to_somebody_who_can_take_it_and_stands_with_that_person(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    opened(ada)
    let_in(ada, device, WREN | {"rights": {"main": ["work"]}})
    nobody = ada.tap("hand-0001", {"kind": "hand_over", "to": "P. Arden", "note": "go on"})
    assert nobody.status_code == 403 and "Wren Ashby" in nobody.json["fields"][0]["expected"]
    given = ada.tap(
        "hand-0002", {"kind": "hand_over", "to": "Wren Ashby", "note": "lock plate on the bench"}
    )
    assert (
        given.status_code == 200
        and given.json["log"][-1]["text"] == "Handed over to Wren Ashby: lock plate on the bench"
    )
    assert ada.tap("note-0003", NOTE).status_code == 200
    assert [job["id"] for job in ada.get("/api/jobs?who=Wren%20Ashby").json] == [
        "job-0001"
    ] and ada.get("/api/jobs?who=Ada%20Marsh").json == []
    board = {
        one["name"]: [job["id"] for job in one["jobs"]]
        for one in ada.get("/api/board").json["people"]
    }
    assert board["Wren Ashby"] == ["job-0001"] and board["Ada Marsh"] == []


def test_settings_go_with_the_person_and_what_nobody_can_set_is_refused(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    kept = ada.ask("PUT", "/api/me/settings", {"settings": {"units": "inch", "text": "large"}})
    assert kept.status_code == 200
    other = device()
    other.came(other.sign_in("a.marsh", FIRST["password"]))
    assert other.get("/api/me").json["settings"] == {
        "units": "inch",
        "text": "large",
        "number": "point",
    }
    for wrong in ({"units": "furlong"}, {"colour": "pink"}):
        answer = ada.ask("PUT", "/api/me/settings", {"settings": wrong})
        assert answer.status_code == 422 and answer.json["fields"][0]["name"] == next(iter(wrong))


def test_another_password_ends_every_other_session(
    ada: Browser, device: Callable[[], Browser]
) -> None:
    other = device()
    other.came(other.sign_in("a.marsh", FIRST["password"]))
    assert (
        ada.post(
            "/api/me/secrets", {"old": "not the old one", "password": "four oats at dawn"}
        ).status_code
        == 422
    )
    assert (
        ada.post("/api/me/secrets", {"old": FIRST["password"], "password": "Ada Marsh"}).status_code
        == 422
    )
    assert (
        ada.post(
            "/api/me/secrets", {"old": FIRST["password"], "password": "four oats at dawn"}
        ).status_code
        == 200
    )
    assert other.get("/api/jobs").status_code == 401 and ada.get("/api/jobs").status_code == 200


def test_two_that_come_first_at_once_are_one(site: Flask, engine: Engine) -> None:
    from concurrent.futures import ThreadPoolExecutor

    def first(n: int) -> int:
        browser = Browser(site)
        return browser.post(
            "/api/first-run", FIRST | {"name": f"Person {'abcdef'[n]}", "handle": f"p-{n}"}
        ).status_code

    with ThreadPoolExecutor(6) as pool:
        codes = list(pool.map(first, range(6)))
    assert sorted(codes) == [201, 409, 409, 409, 409, 409]
    with Session(engine) as session:
        assert sum(one.can_sign_in for one in People(session).accounts()) == 1
