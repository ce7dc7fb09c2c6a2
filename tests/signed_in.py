"""A client that is signed in: as whoever what it sends names, with a PIN for every word that is
given. For tests of what comes after.
"""

from __future__ import annotations

import json
from functools import cache
from typing import Any

from argon2 import PasswordHasher
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import URL, Engine, create_engine
from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session as Database
from werkzeug.test import TestResponse

from tribodex.core.people import Right, Rights
from tribodex.store.connecting import socket_arguments
from tribodex.store.people import People
from tribodex.usecases.people.hashes import Hashes, new_token, seal_of, token_hash
from tribodex.usecases.people.ports import Account, BegunSession, Session
from tribodex.web.access import DEVICE, SEAL, SESSION
from tribodex.web.context import KEY, Context

# As cheap as a hash can be: what a test proves is not how long it takes.
LIGHT = Hashes(PasswordHasher(time_cost=1, memory_cost=8, parallelism=1))
PIN, PASSWORD = "4071", "three oats at dawn"
SOMEBODY = "Ines Whitlow"
NAMED = ("name", "decided_by", "accepted_by", "by", "said_by")


class SignedIn(FlaskClient):
    """Signs people in at every site with every right as they are named; `known` tells whom it
    signed in, by name.
    """

    def __init__(self, *args: Any, **options: Any) -> None:
        super().__init__(*args, **options)
        self.known: dict[str, tuple[str, str, str]] = {}
        self.person = SOMEBODY
        # Rights stay as a test gave them; the name in a body is not who sends it.
        self.keep_rights, self.names_itself = False, True

    def open(self, *args: Any, **options: Any) -> TestResponse:  # type: ignore[override]
        """Ask as somebody."""
        body = options.get("json")
        raw = options.get("data")
        if body is None and isinstance(raw, str | bytes):
            try:
                body = json.loads(raw)
            except (ValueError, RecursionError):
                body = None
        named = body.get("actor") if isinstance(body, dict) and self.names_itself else None
        # A name that nobody can have is sent by whoever is here.
        who = (
            named
            if isinstance(named, str)
            and 0 < len(" ".join(named.split())) <= 80
            and named.isprintable()
            else self.person
        )
        here: Context = self.application.extensions[KEY]
        token, device, _ = self.entered(who)
        if isinstance(body, dict) and not self.keep_rights:
            self._stand_by(here, body)
        headers = {SEAL: seal_of(token)}
        given = options.pop("headers", None) or {}
        headers.update(dict(given))
        self.set_cookie(SESSION, token)
        self.set_cookie(DEVICE, device)
        return super().open(*args, headers=headers, **options)

    def entered(self, who: str = SOMEBODY) -> tuple[str, str, str]:
        """Secrets of session and device, and the id of a person: signed in anew where that session
        ended meanwhile.
        """
        here: Context = self.application.extensions[KEY]
        known = self.known.get(who)
        if known is not None:
            try:
                with Database(_aside(here.engine.url)) as session:
                    found = People(session).session_by(token_hash(known[0]))
            except SQLAlchemyError:
                # The database is away: the browser sends what it has.
                return known
            known = (
                known
                if found is not None and found.ended_at is None and not found.account.must_change
                else None
            )
        try:
            return known or self._sign_in(here, who)
        except SQLAlchemyError:
            return ("nobody", "nowhere", "")

    def _sign_in(self, here: Context, name: str) -> tuple[str, str, str]:
        name = " ".join(name.split())
        with Database(_aside(here.engine.url)) as session:
            people = People(session)
            sites = [site.id for site in people.sites()]
            rights = Rights.of({site: list(Right) for site in sites})
            account = next(
                (one for one in people.accounts() if one.name.casefold() == name.casefold()), None
            )
            if not self.keep_rights and (
                account is None or not account.can_sign_in or account.works_under
            ):
                made = account.id if account else token_hash(name)[:32]
                handle = f"p{made[:12]}"
                account = Account(
                    made,
                    account.name if account else name,
                    handle,
                    LIGHT.made(PASSWORD),
                    LIGHT.made(PIN),
                    rights=rights,
                )
                people.keep_account(account)
            assert account is not None  # a test that keeps rights gave them first
            token, device, tap = new_token(), new_token(), new_token()
            now = here.now()
            # Used just now, whenever it is asked: nothing is written with a question.
            used, ends = now.replace(year=now.year + 1), now.replace(year=now.year + 2)
            opened = Session(
                token_hash(token)[:32],
                account,
                token_hash(device)[:32],
                "a test",
                "password",
                now,
                used,
                ends,
            )
            people.begin_session(BegunSession(opened, token_hash(token), token_hash(tap)))
        self.known[name] = (token, device, account.id)
        return self.known[name]

    def _stand_by(self, here: Context, body: dict[str, Any]) -> None:
        """Everybody whose word it gives proves it."""
        event, command = body.get("client_event_id"), body.get("command")
        while isinstance(command, dict) and isinstance(event, str):
            for field in NAMED:
                name = command.get(field)
                if isinstance(name, str) and 0 < len(name.strip()) <= 80 and name.isprintable():
                    known = self.known.get(" ".join(name.split())) or self._sign_in(here, name)
                    with Database(_aside(here.engine.url)) as session:
                        People(session).add_proof(event[:80], known[2], here.now())
            command = command.get("entry") or command.get("step")


@cache
def _aside(url: URL) -> Engine:
    """The same database by a way of its own: what a test counts or cuts is what the application
    asks.
    """
    return create_engine(
        url,
        pool_size=1,
        pool_pre_ping=True,
        isolation_level="READ COMMITTED",
        connect_args={"connect_timeout": 3, **socket_arguments(url)},
    )


def signed_in(app: Flask) -> FlaskClient:
    """A client of an application whose people are signed in as they are named."""
    app.test_client_class = SignedIn
    return app.test_client()
