"""What strangers may ask only so often: the ways in, and every PIN. Counted in the database, for
all workers together.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import cast

from flask import Flask, Response
from flask_limiter import Limiter, RequestLimit
from flask_limiter.util import get_remote_address

from tribodex.web.context import KEY, Context
from tribodex.web.problems import problem

# From one address: a crew at the change of shifts behind one door passes; who tries a list of
# passwords does not (own choice).
OFTEN = "60 per minute; 600 per hour"
SLOWED = (
    "door.post_sign_in",
    "door.post_first_run",
    "door.post_switch",
    "door.post_proof",
    "single.post_begin",
    "single.post_back",
)


def install(app: Flask) -> None:
    """Slow the ways in."""
    here: Context = app.extensions[KEY]
    limiter = Limiter(
        get_remote_address,
        app=app,
        storage_uri="tribodex://",
        storage_options=cast("dict[str, str | int]", {"engine": here.engine}),
        strategy="fixed-window",
        on_breach=_told,
    )
    for name in SLOWED:
        app.view_functions[name] = cast(
            "Callable[..., Response]", limiter.limit(OFTEN)(app.view_functions[name])
        )


def _told(breached: RequestLimit) -> Response:
    answer = problem(
        429, "too-often", "Too many tries", "Too many tries from this address: wait a minute."
    )
    answer.headers["Retry-After"] = "60"
    return answer
