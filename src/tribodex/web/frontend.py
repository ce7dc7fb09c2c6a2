"""The built front end: hashed files cached for good, everything else the one page."""

from __future__ import annotations

import re
import secrets
from dataclasses import dataclass
from pathlib import Path

from flask import Flask, Response, current_app, g, request, send_from_directory

from tribodex.web.methods import PAGE, methods_of
from tribodex.web.problems import not_this_way, problem

FOREVER = 365 * 24 * 3600
NONCE_MARK = "__CSP_NONCE__"
# What tells a device that there is a new build must not be kept.
ALWAYS_FRESH = ("sw.js", "build.json")
# Addresses that have a page (web/src/app/pages.tsx); at any other one the page says that there is
# none.
PAGES = tuple(
    re.compile(re.sub(r":\w+", "[^/]+", path))
    for path in (
        "/",
        "/plan",
        *(
            f"/plan/{kind}"
            for kind in ("shoulder", "fitted", "insert", "follower", "cartridge", "unit")
        ),
        "/jobs/:id",
        "/rounds",
        "/rounds/:id",
        "/plant",
        "/plant/:id",
        "/calculator",
        "/calculator/:sheet",
        "/tables",
        "/tables/signs",
        "/tables/:id",
        "/guide",
        "/words",
        "/ways",
        "/crib",
        "/me",
        "/single-sign-on",
        "/people",
        "/people/acts",
        "/crew",
    )
)
ENCODINGS = (("br", ".br"), ("gzip", ".gz"))


@dataclass(frozen=True)
class Frontend:
    """Files of the front end, as built."""

    dist: Path

    def install(self, app: Flask) -> None:
        """Serve them."""
        app.add_url_rule("/assets/<path:name>", "assets", self._asset)
        app.add_url_rule("/", PAGE, self._page, defaults={"path": ""})
        app.add_url_rule("/<path:path>", PAGE, self._page)

    def _asset(self, name: str) -> Response:
        for encoding, ending in ENCODINGS:
            if (
                request.accept_encodings.quality(encoding)
                and (self.dist / "assets" / f"{name}{ending}").is_file()
            ):
                response = send_from_directory(
                    self.dist / "assets", f"{name}{ending}", max_age=FOREVER
                )
                response.headers["Content-Encoding"] = encoding
                response.headers["Content-Type"] = _type(name)
                break
        else:
            response = send_from_directory(self.dist / "assets", name, max_age=FOREVER)
        response.headers.add("Vary", "Accept-Encoding")
        response.headers["Cache-Control"] = f"public, max-age={FOREVER}, immutable"
        return response

    def _page(self, path: str) -> Response:
        if path == "api" or path.startswith("api/"):
            # An address that is written to, and was read.
            if allowed := methods_of(current_app, request.path):
                return not_this_way(allowed)
            return problem(404, "not-found", "Not found", f"/{path} does not exist.")
        if path == "favicon.ico":
            # Asked for by browsers where a page of ours names no mark.
            path = "mark.svg"
        if path and (self.dist / path).is_file() and ".." not in path:
            response = send_from_directory(self.dist, path, max_age=3600)
            if path in ALWAYS_FRESH:
                response.headers["Cache-Control"] = "no-cache"
            return response
        index = self.dist / "index.html"
        if not index.is_file():
            return problem(
                503,
                "not-built",
                "The front end is not built",
                "Start with the launcher; it builds it.",
            )
        g.csp_nonce = secrets.token_urlsafe(16)
        html = index.read_text("utf-8").replace(NONCE_MARK, g.csp_nonce)
        known = any(page.fullmatch(f"/{path}") for page in PAGES)
        return Response(
            html,
            200 if known else 404,
            content_type="text/html; charset=utf-8",
            headers={"Cache-Control": "no-cache"},
        )


def _type(name: str) -> str:
    if name.endswith(".js"):
        return "text/javascript; charset=utf-8"
    return "text/css; charset=utf-8" if name.endswith(".css") else "application/octet-stream"
