"""The application: blueprints, headers, the built front end."""

from __future__ import annotations

import gzip
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime
from pathlib import Path
from types import MethodType

from flask import Flask, Response, g, request
from flask_openapi3 import Info

from tribodex import __version__
from tribodex.exchange.pictures import LARGEST_BYTES
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.usecases.books import Reference
from tribodex.usecases.people.hashes import Hashes
from tribodex.usecases.people.provider import Provider
from tribodex.web import (
    access,
    attachments,
    calc,
    calculator,
    crib,
    door,
    failure,
    half_plans,
    jobs,
    links,
    observed,
    persons,
    planning,
    plant,
    prints,
    problems,
    records,
    rounds,
    single,
    slowed,
    status,
    tables,
    trust,
    ways,
)
from tribodex.web.access import SAFE
from tribodex.web.context import KEY, Context, context
from tribodex.web.described import DescribedApi
from tribodex.web.frontend import Frontend
from tribodex.web.hosts import LOOPBACK, name_of, names
from tribodex.web.intake import check_body, check_path
from tribodex.web.newest import NewestLane
from tribodex.web.trust import Trusted

MODULES = (
    *(
        status,
        door,
        single,
        persons,
        links,
        plant,
        planning,
        half_plans,
        jobs,
        attachments,
        records,
        prints,
    ),
    *(calculator, tables, ways, failure, crib, rounds, calc),
)
LARGEST_BODY = 256 * 1024
YEAR_SECONDS = 365 * 24 * 3600
# Which server (its database) answers, and which one a tap is meant for.
SERVER = "Tribodex-Server"
# Before the database was asked for its name: ours all the same, and not something that answers in
# its place.
UNNAMED = "-"


@dataclass(frozen=True)
class Settings:
    """What the application needs to know: `hosts`, the names under which it may be addressed;
    `keys`, the folder of what signs the log; `trusted`, how devices come to trust a site with a
    certificate of its own; `one_tap`, the demonstration's people are taken without a password;
    `hashes`, how passwords are kept; `provider`, the site's own sign-on.
    """

    database_url: str
    dist: Path
    hosts: tuple[str, ...] = LOOPBACK
    keys: Path | None = None
    trusted: Trusted | None = None
    one_tap: bool = False
    hashes: Hashes = field(default_factory=Hashes)
    provider: Provider | None = None


def utc_now() -> datetime:
    """The server's clock."""
    return datetime.now(UTC)


def create_app(
    settings: Settings, reference: Reference, now: Callable[[], datetime] = utc_now
) -> Flask:
    """Wire the application. The reference is read by the caller, so that a broken table stops the
    start.
    """
    app = DescribedApi(
        "tribodex",
        info=Info(
            title="Tribodex",
            version=__version__,
            description="A bench notebook for people who change bearings.",
        ),
        security_schemes={},
        doc_ui=False,
        validation_error_status=422,
        validation_error_model=problems.Problem,
        validation_error_callback=problems.from_validation,
        static_folder=None,
    )
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_BODY
    keys = KeyFiles(settings.keys) if settings.keys is not None else None
    engine = make_engine(settings.database_url)
    here = Context(
        reference, engine, now, keys, settings.hashes, settings.one_tap, settings.provider
    )
    attend(app, here, settings.hosts)
    observed.install(app)
    problems.install(app)
    for module in MODULES:
        app.register_api(module.api)
    _guard(app, settings)
    access.install(app)
    links.install(app)
    slowed.install(app)
    trust.install(app, settings.trusted)
    Frontend(settings.dist).install(app)
    return app


def attend(app: Flask, here: Context, hosts: Sequence[str] = LOOPBACK) -> None:
    """Give an application what it answers from: its context, and the lane in front of it."""
    app.extensions[KEY] = here
    inside = MethodType(Flask.wsgi_app, app)
    app.wsgi_app = NewestLane(inside, here.newest, here.benches, hosts)  # type: ignore[method-assign,assignment]


def _guard(app: Flask, settings: Settings) -> None:
    known = names(settings.hosts)

    @app.before_request
    def intake() -> Response | None:
        if name_of(request.host) not in known:
            return problems.foreign_name()
        if not check_path(request.path):
            return problems.problem(404, "not-found", "Not found", "No such address.")
        if request.method not in SAFE and request.routing_exception is None:
            if request.headers.get("Sec-Fetch-Site", "same-origin") not in ("same-origin", "none"):
                return problems.problem(
                    403, "other-site", "Not from here", "Another site may not write here."
                )
            if request.method != "DELETE" and request.mimetype != "application/json":
                return problems.problem(
                    415, "media-type", "JSON is needed", "Send application/json."
                )
            if request.path.endswith("/attachments"):
                # One file and nothing else; written as base64 it is a third longer.
                request.max_content_length = LARGEST_BYTES * 4 // 3 + 1024
            else:
                check_body(request.get_data())
            meant = request.headers.get(SERVER)
            if meant and meant != context().identity():
                return problems.problem(
                    421,
                    "another-server",
                    "Another server answers here",
                    "This was meant for the one that was at this address before.",
                )
        return None

    @app.after_request
    def finish(response: Response) -> Response:
        headers = response.headers
        nonce = g.get("csp_nonce")
        style = f"'self' 'nonce-{nonce}'" if nonce else "'self'"
        headers.setdefault(
            "Content-Security-Policy",
            f"default-src 'none'; script-src 'self'; style-src {style}; img-src 'self' data:;"
            " font-src 'self'; connect-src 'self'; media-src 'self'; worker-src 'self';"
            " manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        )
        headers[SERVER] = context().identity_if_known or UNNAMED
        headers["X-Content-Type-Options"] = "nosniff"
        if request.is_secure:
            headers["Strict-Transport-Security"] = f"max-age={YEAR_SECONDS}"
        headers["Referrer-Policy"] = "no-referrer"
        headers["Cross-Origin-Opener-Policy"] = "same-origin"
        headers["Permissions-Policy"] = "camera=(), microphone=(self), geolocation=()"
        if request.path.startswith("/api") or request.path in ("/health", "/ready"):
            headers.setdefault("Cache-Control", "no-store")
            _squeeze(response)
        return response


def _squeeze(response: Response) -> None:
    """Compress an answer that is worth it."""
    if (
        not request.accept_encodings.quality("gzip")
        or response.direct_passthrough
        or response.status_code != 200
        or response.content_encoding
    ):
        return
    body = response.get_data()
    if len(body) > 1024 and response.mimetype in ("application/json", "text/html"):
        response.set_data(gzip.compress(body, 5))
        response.headers["Content-Encoding"] = "gzip"
        response.headers.add("Vary", "Accept-Encoding")
