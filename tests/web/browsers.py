"""Browsers of ours, without a browser."""

from __future__ import annotations

from typing import Any

from flask import Flask
from flask.testing import FlaskClient
from werkzeug.test import TestResponse

from tribodex.web.access import SEAL, SEALED

FIRST = {
    "name": "Ada Marsh",
    "handle": "a.marsh",
    "password": "three oats at dawn",
    "pin": "4071",
    "site": "The mill",
}


class Browser:
    """A browser of ours: it carries cookies, and with every write the seal that it reads from
    one."""

    def __init__(self, app: Flask) -> None:
        self.client = FlaskClient(app, app.response_class)
        self.tap_token = ""

    def cookie(self, name: str) -> str:
        found = self.client.get_cookie(name)
        return found.value if found is not None else ""

    def ask(self, method: str, address: str, body: Any = None, **headers: str) -> TestResponse:
        carried = {
            SEAL: self.cookie(SEALED),
            **{name.replace("_", "-"): value for name, value in headers.items()},
        }
        return self.client.open(
            address, method=method, headers=carried, **({} if body is None else {"json": body})
        )

    def get(self, address: str, **headers: str) -> TestResponse:
        return self.ask("GET", address, **headers)

    def post(self, address: str, body: Any = None, **headers: str) -> TestResponse:
        return self.ask("POST", address, {} if body is None else body, **headers)

    def came(self, answer: TestResponse) -> TestResponse:
        assert answer.status_code in (200, 201), answer.json
        self.tap_token = answer.json["tap"]
        return answer

    def sign_in(self, handle: str, password: str) -> TestResponse:
        return self.post("/api/sign-in", {"handle": handle, "password": password})

    def tap(self, event: str, command: dict[str, Any], **headers: str) -> TestResponse:
        body = {
            "client_event_id": f"tap-{event}",
            "happened_at": "2026-10-05T06:00:00Z",
            "command": command,
        }
        return self.post("/api/jobs/job-0001/taps", body, **headers)

    def stand_by(self, event: str, account: str, pin: str) -> TestResponse:
        return self.post(
            "/api/proofs", {"account": account, "pin": pin, "client_event_id": f"tap-{event}"}
        )
