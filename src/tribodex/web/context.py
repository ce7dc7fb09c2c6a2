"""What views need from the application: reference, clock, store."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from typing import Any, cast

from flask import Response, current_app
from pydantic import TypeAdapter
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from tribodex.store import SqlStore
from tribodex.usecases.ports import Reference

KEY = "tribodex"


@dataclass(frozen=True)
class Context:
    """Made once, kept with the application."""

    reference: Reference
    engine: Engine
    now: Callable[[], datetime]

    @contextmanager
    def store(self) -> Iterator[SqlStore]:
        """A store on a session of its own."""
        with Session(self.engine) as session:
            yield SqlStore(session)


def context() -> Context:
    """The application's context."""
    return cast(Context, current_app.extensions[KEY])


def reply(adapter: TypeAdapter[Any], value: Any, status: int = 200) -> Response:
    """A value as JSON, by the adapter that also gave its schema."""
    return Response(adapter.dump_json(value), status, content_type="application/json")
