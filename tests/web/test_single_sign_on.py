"""Single sign-on against a provider that stands in: who comes in, who does not, and what is not
believed (OpenID Connect Core 1.0, 3.1.3.7).
"""

from __future__ import annotations

import base64
import json
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from joserfc import jwt
from joserfc.jwk import OctKey, RSAKey
from sqlalchemy import Engine
from werkzeug.test import TestResponse

from tests.helpers import BEGIN
from tests.provider import CLIENT, SECRET, StandIn, standing_in
from tests.signed_in import LIGHT
from tests.web.browsers import FIRST, Browser
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.openid import OpenIdProvider, ProviderSettings, provider_settings
from tribodex.openid import client as openid_client
from tribodex.usecases.books import Reference
from tribodex.usecases.people.provider import Away, ProviderTrouble
from tribodex.web.app import Settings, create_app
from tribodex.web.context import KEY

AWAY = Away("state" * 4, "nonce" * 4, "verifier" * 6)
BACK = "http://127.0.0.1/single-sign-on"


@pytest.fixture
def stand_in() -> Iterator[StandIn]:
    with standing_in() as provider:
        yield provider


def settings_of(stand_in: StandIn) -> ProviderSettings:
    return ProviderSettings(stand_in.issuer, CLIENT, SECRET, "the mill's sign-on")


@pytest.fixture
def app(
    *,
    database: LocalMariaDB,
    engine: Engine,
    reference: Reference,
    dist: Path,
    tmp_path: Path,
    stand_in: StandIn,
) -> Iterator[Flask]:
    provider = OpenIdProvider(settings_of(stand_in))
    app = create_app(
        Settings(database.app_url, dist, keys=tmp_path / "keys", hashes=LIGHT, provider=provider),
        reference,
        lambda: BEGIN,
    )
    yield app
    app.extensions[KEY].engine.dispose()


@pytest.fixture
def ada(app: Flask) -> Browser:
    browser = Browser(app)
    browser.came(browser.post("/api/first-run", FIRST))
    return browser


def add(ada: Browser, name: str, handle: str) -> dict[str, Any]:
    site = ada.get("/api/persons").json["sites"][0]["id"]
    given = ada.post(
        "/api/persons",
        {
            "name": name,
            "handle": handle,
            "rights": {site: ["read", "work", "sign"]},
            "works_under": "",
        },
    )
    assert given.status_code == 201, given.json
    return dict(given.json)


def come(browser: Browser, stand_in: StandIn, subject: str) -> TestResponse:
    begun = browser.post("/api/single-sign-on/begin")
    assert begun.status_code == 200, begun.json
    code, state = stand_in.code(begun.json["address"], subject)
    return browser.post("/api/single-sign-on", {"code": code, "state": state})


def test_somebody_who_was_let_in_comes_by_the_sites_own_sign_on(
    app: Flask, ada: Browser, stand_in: StandIn
) -> None:
    first = add(ada, "Wren Ashby", "wren")["first_password"]
    browser = Browser(app)
    assert browser.get("/api/door").json["single_sign_on"] == "the mill's sign-on"
    came = browser.came(come(browser, stand_in, "7002"))
    me = came.json["me"]
    assert (me["name"], me["must_change"], me["single_sign_on"], me["has_pin"]) == (
        "Wren Ashby",
        False,
        True,
        False,
    )
    assert browser.get("/api/jobs").status_code == 200
    # The first password was told for nothing; a PIN is chosen without one, another password is not.
    assert Browser(app).sign_in("wren", first).status_code == 422
    assert (
        browser.post(
            "/api/me/secrets", {"old": "", "password": "four owls at noon", "pin": ""}
        ).status_code
        == 422
    )
    chosen = browser.post("/api/me/secrets", {"old": "", "password": "", "pin": "5273"})
    assert chosen.status_code == 200 and chosen.json["has_pin"] is True, chosen.json
    # Another name there, the same person: it stays linked. The acts say how.
    stand_in.people["7002"] = "w.ashby"
    again = Browser(app)
    assert again.came(come(again, stand_in, "7002")).json["me"]["name"] == "Wren Ashby"
    acts = [act["what"] for act in ada.get("/api/acts").json]
    assert (
        acts.count("signed in, single sign-on") == 2 and acts.count("linked, single sign-on") == 1
    )


def test_who_was_not_let_in_stays_out(app: Flask, ada: Browser, stand_in: StandIn) -> None:
    browser = Browser(app)
    answer = come(browser, stand_in, "7002")
    assert answer.status_code == 409 and "Nobody was let in here as “wren”" in answer.json["detail"]
    assert browser.get("/api/jobs").status_code == 401
    add(ada, "Wren Ashby", "wren")
    browser.came(come(browser, stand_in, "7002"))
    # Another one under the same name is not that person; let in anew, the next one is linked.
    stand_in.people["9999"] = "wren"
    other = come(Browser(app), stand_in, "9999")
    assert other.status_code == 409 and "somebody else" in other.json["detail"]
    wren = next(
        one["id"] for one in ada.get("/api/persons").json["people"] if one["name"] == "Wren Ashby"
    )
    ada.post(f"/api/persons/{wren}/let-in")
    assert come(Browser(app), stand_in, "9999").status_code == 200
    assert come(Browser(app), stand_in, "7002").status_code == 409
    # Who left is out, whatever the sign-on says.
    ada.post(f"/api/persons/{wren}/leave")
    assert come(Browser(app), stand_in, "9999").status_code == 409
    assert "refused, single sign-on" in [act["what"] for act in ada.get("/api/acts").json]


def test_who_has_a_password_here_is_linked_only_where_signed_in(
    app: Flask, ada: Browser, stand_in: StandIn
) -> None:
    """Names there are often chosen by whoever has them: one that is the administrator's here opens
    nothing.
    """
    stand_in.people["6666"] = FIRST["handle"]
    answer = come(Browser(app), stand_in, "6666")
    assert (
        answer.status_code == 409 and "sign in by it on this device once" in answer.json["detail"]
    )
    assert "refused, single sign-on" in [act["what"] for act in ada.get("/api/acts").json]
    stand_in.people["7003"] = FIRST["handle"]
    assert come(ada, stand_in, "7003").json["me"]["name"] == FIRST["name"]
    elsewhere = Browser(app)
    elsewhere.came(come(elsewhere, stand_in, "7003"))
    assert come(Browser(app), stand_in, "6666").status_code == 409
    # Who has a PIN and a password of the own changes the PIN by that password.
    assert (
        elsewhere.post("/api/me/secrets", {"old": "", "password": "", "pin": "5273"}).status_code
        == 422
    )
    assert (
        elsewhere.post(
            "/api/me/secrets", {"old": FIRST["password"], "password": "", "pin": "5273"}
        ).status_code
        == 200
    )


def test_only_the_browser_that_went_comes_back_and_once(
    app: Flask, ada: Browser, stand_in: StandIn
) -> None:
    add(ada, "Wren Ashby", "wren")
    mine, others = Browser(app), Browser(app)
    code, state = stand_in.code(mine.post("/api/single-sign-on/begin").json["address"], "7002")
    assert others.post("/api/single-sign-on", {"code": code, "state": state}).status_code == 409
    stand_in.code(others.post("/api/single-sign-on/begin").json["address"], "7002")
    # With the state of another going away; and a code that belongs to another one fails by its
    # proof key.
    assert others.post("/api/single-sign-on", {"code": code, "state": state}).status_code == 409
    assert mine.post("/api/single-sign-on", {"code": code, "state": "another"}).status_code == 409
    assert mine.post("/api/single-sign-on", {"code": code, "state": state}).status_code == 200
    assert mine.post("/api/single-sign-on", {"code": code, "state": state}).status_code == 409


def test_without_a_provider_there_is_no_such_way(
    database: LocalMariaDB, engine: Engine, reference: Reference, dist: Path
) -> None:
    app = create_app(Settings(database.app_url, dist, hashes=LIGHT), reference, lambda: BEGIN)
    browser = Browser(app)
    assert browser.get("/api/door").json["single_sign_on"] == ""
    assert browser.post("/api/single-sign-on/begin").status_code == 404
    app.extensions[KEY].engine.dispose()


def who(stand_in: StandIn, provider: OpenIdProvider | None = None) -> Any:
    provider = provider or OpenIdProvider(settings_of(stand_in))
    code, _ = stand_in.code(provider.address(AWAY, BACK), "7002")
    return provider.who(code, AWAY, BACK)


NOW = int(time.time())
LIES = {
    "another issuer": {"iss": "https://elsewhere.example"},
    "for somebody else": {"aud": "another-client"},
    "for several, and not said for whom": {"aud": [CLIENT, "another"], "azp": "another"},
    "of another going away": {"nonce": "an old one"},
    "without the word of its going away": {"nonce": None},
    "over": {"exp": NOW - 3600},
    "without an end": {"exp": None},
    "of nobody": {"sub": None},
    "of a number": {"sub": 7002},
    "of an empty name": {"sub": ""},
}


@pytest.mark.parametrize("claims", LIES.values(), ids=LIES.keys())
def test_what_a_token_must_say(stand_in: StandIn, claims: dict[str, Any]) -> None:
    assert who(stand_in).subject == "7002"
    stand_in.claims = claims
    with pytest.raises(ProviderTrouble):
        who(stand_in)


def _by_nobody(said: dict[str, Any]) -> str:
    def part(value: dict[str, Any]) -> str:
        return base64.urlsafe_b64encode(json.dumps(value).encode()).rstrip(b"=").decode()

    return f"{part({'alg': 'none'})}.{part(said)}."


def _by_another(said: dict[str, Any]) -> str:
    return jwt.encode({"alg": "RS256", "kid": "first"}, said, RSAKey.generate_key(2048))


def _by_the_secret(said: dict[str, Any]) -> str:
    return jwt.encode({"alg": "HS256"}, said, OctKey.import_key(SECRET * 2))


@pytest.mark.parametrize(
    "made",
    [_by_nobody, _by_another, _by_the_secret, lambda said: "rubbish"],
    ids=["none", "key", "shared", "rubbish"],
)
def test_only_the_providers_own_key_signs(
    stand_in: StandIn, made: Callable[[dict[str, Any]], str]
) -> None:
    stand_in.made = made
    with pytest.raises(ProviderTrouble):
        who(stand_in)


def test_a_provider_may_change_its_keys(stand_in: StandIn, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(openid_client, "KEYS_AGAIN_S", 0.0)
    provider = OpenIdProvider(settings_of(stand_in))
    assert who(stand_in, provider).handle == "wren"
    stand_in.change_key()
    assert who(stand_in, provider).handle == "wren"


def test_a_provider_that_is_away_or_another_one_lets_nobody_in(stand_in: StandIn) -> None:
    stand_in.away = True
    with pytest.raises(ProviderTrouble, match="does not answer"):
        who(stand_in)
    stand_in.away, stand_in.called = False, "https://elsewhere.example"
    with pytest.raises(ProviderTrouble, match="calls itself"):
        who(stand_in)


def test_an_address_nobody_vouches_for_is_no_name(stand_in: StandIn) -> None:
    by_mail = OpenIdProvider(ProviderSettings(stand_in.issuer, CLIENT, SECRET, claim="email"))
    for vouched in (False, "true", None):
        stand_in.claims = {"email": "ines@mill.example", "email_verified": vouched}
        with pytest.raises(ProviderTrouble, match="vouch"):
            who(stand_in, by_mail)
    stand_in.claims = {"email": "ines@mill.example", "email_verified": True}
    assert who(stand_in, by_mail).handle == "ines@mill.example"


def test_settings_say_what_is_missing() -> None:
    with pytest.raises(ValueError, match="TRIBODEX_OPENID_CLIENT"):
        provider_settings({"TRIBODEX_OPENID_ISSUER": "https://sign-on.example"})
    read = provider_settings(
        {
            "TRIBODEX_OPENID_ISSUER": "https://sign-on.example",
            "TRIBODEX_OPENID_CLIENT": "bench",
            "TRIBODEX_OPENID_SECRET": "hidden",
        }
    )
    assert read is not None and read.claim == "preferred_username" and "hidden" not in repr(read)
