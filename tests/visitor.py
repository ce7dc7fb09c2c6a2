"""Somebody who is signed in at a running server, without a browser: the demonstration's people by
one tap, else its first person.
"""

from __future__ import annotations

import json
import threading
import urllib.error
import urllib.request
from http.cookiejar import CookieJar
from typing import Any
from urllib.parse import urlsplit

from tribodex.web.access import SEAL, SEALED

# Whoever this is may do everything there.
FIRST = {
    "name": "Ines Whitlow",
    "handle": "ines",
    "password": "three oats at dawn",
    "pin": "4071",
    "site": "The mill",
}
KNOWN: dict[str, Visitor] = {}


class Visitor:
    """A device at one server, by its origin."""

    def __init__(self, origin: str) -> None:
        self._origin, self._jar, self._entering = origin, CookieJar(), threading.Lock()
        self._opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self._jar))

    def open(
        self,
        address: str,
        body: Any = None,
        *,
        method: str = "",
        seconds: float = 60,
        headers: dict[str, str] | None = None,
    ) -> Any:
        """Ask; who is not signed in, or not any more, does that first. Raises HTTPError as
        urlopen() does.
        """
        before = self._seal()
        try:
            return self._asked(address, body, method, seconds, headers)
        except urllib.error.HTTPError as error:
            if error.code != 401:
                raise
        with self._entering:
            # Another thread may have done it meanwhile.
            if self._seal() == before:
                self.enter(seconds)
        return self._asked(address, body, method, seconds, headers)

    def enter(self, seconds: float = 60, who: str = FIRST["name"]) -> dict[str, Any]:
        """Sign in by whatever way this server has."""
        door = json.load(self._asked(f"{self._origin}/api/door", None, "", seconds, None))
        if door["one_tap"]:
            account = next(
                (one["id"] for one in door["one_tap"] if one["name"] == who),
                door["one_tap"][0]["id"],
            )
            entered = self._asked(
                f"{self._origin}/api/switch", {"account": account}, "", seconds, None
            )
        elif door["first_run"]:
            entered = self._asked(f"{self._origin}/api/first-run", FIRST, "", seconds, None)
        else:
            given = {name: FIRST[name] for name in ("handle", "password")}
            entered = self._asked(f"{self._origin}/api/sign-in", given, "", seconds, None)
        found: dict[str, Any] = json.load(entered)
        return found

    @property
    def headers(self) -> dict[str, str]:
        """What a browser of this device would send by itself."""
        cookies = "; ".join(f"{one.name}={one.value}" for one in self._jar)
        return {"Cookie": cookies, SEAL: self._seal()}

    def _seal(self) -> str:
        return next((one.value or "" for one in self._jar if one.name == SEALED), "")

    def _asked(
        self, address: str, body: Any, method: str, seconds: float, headers: dict[str, str] | None
    ) -> Any:
        data = json.dumps(body).encode() if body is not None else None
        asked = urllib.request.Request(
            address, data, {SEAL: self._seal(), **(headers or {})}, method=method or None
        )
        if data is not None:
            asked.add_header("Content-Type", "application/json")
        return self._opener.open(asked, timeout=seconds)


def at(address: str) -> Visitor:
    """The one visitor of this process at the server of an address."""
    parts = urlsplit(address)
    origin = f"{parts.scheme}://{parts.netloc}"
    return KNOWN.setdefault(origin, Visitor(origin))
