"""What is counted and written down of requests: how many, how long, what went wrong; never who, nor
what was said.

A request goes by an identifier that its answer carries. Addresses are written as their rule,
without what stands in them.
"""

from __future__ import annotations

import logging
import os
import re
import secrets
import time

from flask import Flask, Response, g, request
from prometheus_client import CollectorRegistry, Counter, Histogram, generate_latest, multiprocess

REQUEST = "X-Request-Id"
METRICS = "/metrics"
_GIVEN = re.compile(r"[A-Za-z0-9-]{8,64}")
_LOG = logging.getLogger("tribodex.requests")
# Seconds: an answer from memory, one of the database, a paper, one that somebody waits for.
STEPS = (0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1.0, 2.5, 5.0, 10.0, 30.0)
SLOW_SECONDS = 2.0
METHODS = frozenset(("GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"))

REQUESTS = Counter("tribodex_requests", "Requests answered", ("method", "route", "status"))
SECONDS = Histogram("tribodex_request_seconds", "Time to an answer", ("route",), buckets=STEPS)
TAPS = Counter("tribodex_taps", "Taps by what became of them", ("outcome",))
TROUBLE = Counter("tribodex_trouble", "Trouble answered, by its kind", ("kind",))


def install(app: Flask) -> None:
    """Count and write down every request."""

    @app.before_request
    def begin() -> None:
        given = request.headers.get(REQUEST, "")
        g.request_id = given if _GIVEN.fullmatch(given) else secrets.token_hex(8)
        g.begun = time.monotonic()

    @app.after_request
    def end(response: Response) -> Response:
        took, route = time.monotonic() - g.get("begun", time.monotonic()), route_of()
        response.headers[REQUEST] = g.get("request_id", "")
        # Anybody may invent methods; they are counted as one.
        method = request.method if request.method in METHODS else "other"
        REQUESTS.labels(method, route, response.status_code).inc()
        SECONDS.labels(route).observe(took)
        if route.endswith("/taps") and request.method == "POST":
            TAPS.labels(
                "stored"
                if response.status_code < 300
                else "refused"
                if response.status_code < 500
                else "not now"
            ).inc()
        if response.status_code >= 500:
            TROUBLE.labels(g.get("trouble", "error")).inc()
        level = (
            logging.WARNING if response.status_code >= 500 or took > SLOW_SECONDS else logging.INFO
        )
        said = {
            "method": method,
            "route": route,
            "status": response.status_code,
            "ms": round(took * 1000, 1),
        }
        _LOG.log(level, "request", extra={"said": said})
        return response


def route_of() -> str:
    """The rule of the address that is asked for, without what stands in it."""
    return request.url_rule.rule if request.url_rule is not None else "none"


def counted() -> bytes:
    """Every counter of all workers in the open metrics text format."""
    if "PROMETHEUS_MULTIPROC_DIR" not in os.environ:
        return generate_latest()
    registry = CollectorRegistry()
    multiprocess.MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    return generate_latest(registry)
