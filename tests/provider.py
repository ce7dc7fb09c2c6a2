"""A small OpenID provider that stands in for a site's own: people to choose from, codes that count
once, PKCE, keys that change.
"""

from __future__ import annotations

import base64
import hashlib
import secrets
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import parse_qs, urlencode, urlsplit

from flask import Flask, Response, jsonify, redirect, request
from joserfc import jwt
from joserfc.jwk import KeySet, RSAKey
from markupsafe import escape
from werkzeug.serving import make_server

CLIENT, SECRET = "the-bench", "kept between two servers"
PEOPLE = {"7001": "ines", "7002": "wren"}


@dataclass
class _Given:
    """A code that was given out."""

    subject: str
    nonce: str
    challenge: str
    back: str


@dataclass
class StandIn:
    """The provider. `claims` changes what a token says, `made` how it is signed: for tests of what
    is not believed.
    """

    issuer: str = ""
    key: RSAKey = field(
        default_factory=lambda: RSAKey.generate_key(
            2048, parameters={"kid": "first", "alg": "RS256"}
        )
    )
    claims: dict[str, Any] = field(default_factory=dict)
    made: Callable[[dict[str, Any]], str] | None = None
    people: dict[str, str] = field(default_factory=lambda: dict(PEOPLE))
    called: str = ""
    away: bool = False
    _codes: dict[str, _Given] = field(default_factory=dict)

    def token(self, given: _Given) -> str:
        """What it says of somebody."""
        now = int(time.time())
        said = {
            "iss": self.issuer,
            "aud": CLIENT,
            "sub": given.subject,
            "nonce": given.nonce,
            "iat": now,
            "exp": now + 300,
        }
        said |= {"preferred_username": self.people[given.subject], **self.claims}
        said = {name: value for name, value in said.items() if value is not None}
        return (
            self.made(said)
            if self.made
            else jwt.encode({"alg": "RS256", "kid": self.key.kid}, said, self.key)
        )

    def change_key(self) -> None:
        """Sign with another key from now on."""
        self.key = RSAKey.generate_key(
            2048, parameters={"kid": secrets.token_hex(4), "alg": "RS256"}
        )

    def code(self, address: str, subject: str) -> tuple[str, str]:
        """Somebody signs in there: code and state, as the browser brings them back."""
        asked = {name: values[0] for name, values in parse_qs(urlsplit(address).query).items()}
        assert (asked["client_id"], asked["response_type"], asked["code_challenge_method"]) == (
            CLIENT,
            "code",
            "S256",
        ), asked
        code = secrets.token_urlsafe(16)
        self._codes[code] = _Given(
            subject, asked["nonce"], asked["code_challenge"], asked["redirect_uri"]
        )
        return code, asked["state"]

    def app(self) -> Flask:
        """Its pages."""
        app = Flask("provider")

        @app.before_request
        def gone() -> Response | None:
            return Response(status=503) if self.away else None

        @app.get("/.well-known/openid-configuration")
        def configuration() -> Response:
            there = {
                "authorization_endpoint": "authorize",
                "token_endpoint": "token",
                "jwks_uri": "keys",
            }
            return jsonify(
                {
                    "issuer": self.called or self.issuer,
                    **{name: f"{self.issuer}/{path}" for name, path in there.items()},
                }
            )

        @app.get("/keys")
        def keys() -> Response:
            return jsonify(KeySet([self.key]).as_dict(private=False))

        @app.get("/authorize")
        def authorize() -> Any:
            if subject := request.args.get("as"):
                code, state = self.code(request.url, subject)
                return redirect(
                    f"{request.args['redirect_uri']}?{urlencode({'code': code, 'state': state})}"
                )
            links = (
                f'<p><a href="{escape(request.url)}&amp;as={subject}">{escape(name)}</a></p>'
                for subject, name in self.people.items()
            )
            return f"<!doctype html><title>Stand-in</title><h1>Who is it?</h1>{''.join(links)}"

        @app.post("/token")
        def token() -> tuple[Response, int] | Response:
            given = self._codes.pop(request.form["code"], None)
            proven = hashlib.sha256(request.form.get("code_verifier", "").encode()).digest()
            who = request.authorization
            right = (
                given is not None
                and given.challenge == base64.urlsafe_b64encode(proven).rstrip(b"=").decode()
            )
            if given is None or not right or request.form["redirect_uri"] != given.back:
                return jsonify({"error": "invalid_grant"}), 400
            if who is None or (who.username, who.password) != (CLIENT, SECRET):
                return jsonify({"error": "invalid_client"}), 401
            return jsonify(
                {
                    "access_token": secrets.token_urlsafe(8),
                    "token_type": "Bearer",
                    "id_token": self.token(given),
                }
            )

        return app


@contextmanager
def standing_in(**told: Any) -> Iterator[StandIn]:
    """A provider that answers on this machine."""
    stand_in = StandIn(**told)
    server = make_server("127.0.0.1", 0, stand_in.app(), threaded=True)
    stand_in.issuer = f"http://127.0.0.1:{server.port}"
    thread = threading.Thread(target=server.serve_forever, daemon=True)
    thread.start()
    try:
        yield stand_in
    finally:
        server.shutdown()
        thread.join(10)
