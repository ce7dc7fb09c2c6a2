"""Errors as RFC 9457 problem details, each with the fields to correct."""

from __future__ import annotations

import json
from collections.abc import Iterable
from typing import Any

from flask import Flask, Response, g, request
from pydantic import ValidationError
from sqlalchemy.exc import (
    DataError,
    DBAPIError,
    InterfaceError,
    InternalError,
    OperationalError,
    SQLAlchemyError,
)
from sqlalchemy.exc import TimeoutError as PoolTimeout
from werkzeug.exceptions import HTTPException, MethodNotAllowed

from tribodex.core.errors import Busy, Field, InvalidInput, NotFound, Refused, TribodexError
from tribodex.usecases.people.provider import ProviderTrouble
from tribodex.usecases.people.signing_in import TooOften
from tribodex.usecases.people.standing import NotYours, PinNeeded
from tribodex.web.context import DatabaseStalled
from tribodex.web.intake import listed
from tribodex.web.methods import methods_of
from tribodex.web.models import Model
from tribodex.web.told_once import ToldOnce
from tribodex.web.trouble import Trouble, trouble_of

# MariaDB's word for a text that is no JSON it can keep.
CONSTRAINT_FAILED = 4025

STATUS: dict[type[TribodexError], tuple[int, str, str]] = {
    InvalidInput: (422, "invalid-input", "Something needs correcting"),
    Refused: (409, "refused", "Not now"),
    NotFound: (404, "not-found", "Not found"),
    Busy: (503, "busy", "Too many at once"),
    NotYours: (403, "not-yours", "Not open to you"),
    PinNeeded: (403, "pin-needed", "A PIN is needed"),
    ProviderTrouble: (502, "sign-on", "The single sign-on"),
    TooOften: (429, "too-often", "Too many tries"),
}


class ProblemField(Model):
    """One thing to correct."""

    name: str
    message: str
    expected: str = ""
    choices: list[str] = []  # noqa: RUF012 (copied for each)
    meant: bool = False


class Problem(ToldOnce, Model):
    """Problem details (RFC 9457) with fields."""

    type: str
    title: str
    status: int
    detail: str
    fields: list[ProblemField] = []  # noqa: RUF012 (copied for each)


def problem(
    status: int, kind: str, title: str, detail: str, fields: tuple[Field, ...] = ()
) -> Response:
    """A problem as a response."""
    body = {
        "type": f"/problems/{kind}",
        "title": title,
        "status": status,
        "detail": detail,
        "fields": [
            {
                "name": f.name,
                "message": f.message,
                "expected": f.expected,
                "choices": list(f.choices),
                "meant": f.meant,
            }
            for f in fields
        ],
    }
    return Response(
        json.dumps(body, ensure_ascii=False), status, content_type="application/problem+json"
    )


def from_validation(error: ValidationError) -> Response:
    """What pydantic found, in sentences."""
    fields = listed([_field(dict(item)) for item in error.errors()])
    return problem(
        422,
        "invalid-input",
        "Something needs correcting",
        fields[0].message if len(fields) == 1 else "Some entries need correcting.",
        fields,
    )


def _field(item: dict[str, Any]) -> Field:
    name = ".".join(str(part) for part in item["loc"]) or "body"
    given = item.get("input")
    shown = f"“{given}”" if isinstance(given, str | int | float) else "What was given"
    context = item.get("ctx", {})
    match item["type"]:
        case "missing":
            return Field(name, "This is needed.", "a value")
        case "extra_forbidden":
            return Field(
                name, f"“{name}” is not known here.", "leave it out, or check its spelling"
            )
        case "float_parsing" | "float_type" | "int_parsing" | "int_type" | "int_from_float":
            whole = "whole " if item["type"].startswith("int") else ""
            return Field(
                name,
                f"{shown} is not a {whole}number.",
                f"a {whole}number in the unit that the name says",
            )
        case "greater_than" | "greater_than_equal":
            bound = context.get("gt", context.get("ge"))
            word = "above" if "gt" in context else "at least"
            return Field(name, f"{shown} is too small.", f"{word} {bound:g}")
        case "less_than" | "less_than_equal":
            return Field(
                name, f"{shown} is too large.", f"at most {context.get('lt', context.get('le')):g}"
            )
        case "enum" | "literal_error":
            return Field(
                name, f"{shown} is not one of the choices.", str(context.get("expected", ""))
            )
        case _:
            return Field(name, f"{item['msg']}.", "")


def _code(error: DBAPIError) -> int:
    args = error.orig.args if error.orig is not None else ()
    return args[0] if args and isinstance(args[0], int) else 0


def troubled(trouble: Trouble) -> Response:
    """Trouble of the database in its own words; when to try again only where that can help."""
    g.trouble = trouble.kind
    only_asked = request.method in ("GET", "HEAD") and trouble.of_question
    reply = problem(
        trouble.status,
        trouble.kind,
        trouble.title,
        trouble.of_question if only_asked else trouble.detail,
    )
    if trouble.again_s is not None:
        reply.headers["Retry-After"] = str(trouble.again_s)
    return reply


def foreign_name() -> Response:
    """The server does not go by the name in the address bar."""
    detail = (
        "This server does not go by the name in the address bar. Open it by the address that it was"
        " started with, or start it with --host and --names followed by the names it may go by."
    )
    return problem(400, "foreign-name", "Another name", detail)


def not_this_way(allowed: Iterable[str]) -> Response:
    """The address is known, and does not answer to this method."""
    reply = problem(
        405, "http", "Method Not Allowed", "The method is not allowed for the requested URL."
    )
    reply.headers["Allow"] = ", ".join(sorted(allowed))
    return reply


def install(app: Flask) -> None:
    """Map every error to a problem."""

    @app.errorhandler(TribodexError)
    def _ours(error: TribodexError) -> Response:
        for cls in type(error).__mro__:
            if cls in STATUS:
                status, kind, title = STATUS[cls]
                reply = problem(status, kind, title, error.detail, listed(error.fields))
                if status == 503:
                    reply.headers["Retry-After"] = "1"
                if isinstance(error, TooOften):
                    reply.headers["Retry-After"] = str(error.wait_s)
                return reply
        return problem(500, "error", "An error of ours", error.detail, error.fields)

    @app.errorhandler(ValidationError)
    def _invalid(error: ValidationError) -> Response:
        return from_validation(error)

    @app.errorhandler(DataError)
    def _unkept(error: DBAPIError) -> Response:
        # What can never be stored is not "sent again by itself": it would block everything behind
        # it.
        app.logger.warning("cannot be kept: error %d of the database", _code(error))
        return problem(
            422,
            "cannot-be-kept",
            "Something needs correcting",
            "One of the entries is too long or cannot be kept as it is.",
        )

    @app.errorhandler(DatabaseStalled)
    @app.errorhandler(PoolTimeout)
    @app.errorhandler(InterfaceError)
    @app.errorhandler(InternalError)
    @app.errorhandler(OperationalError)
    def _database(error: SQLAlchemyError | DatabaseStalled) -> Response:
        if isinstance(error, OperationalError) and _code(error) == CONSTRAINT_FAILED:
            return _unkept(error)
        app.logger.warning(
            "database: %s, error %d",
            type(error).__name__,
            _code(error) if isinstance(error, DBAPIError) else 0,
        )
        return troubled(trouble_of(error))

    @app.errorhandler(HTTPException)
    def _http(error: HTTPException) -> Response:
        if isinstance(error, MethodNotAllowed):
            return not_this_way(methods_of(app, request.path) or error.valid_methods or ())
        return problem(error.code or 500, "http", error.name, error.description or error.name)

    @app.errorhandler(Exception)
    def _any(error: Exception) -> Response:
        app.logger.exception("unexpected", exc_info=error)
        return problem(
            500,
            "error",
            "An error of ours",
            "Something went wrong here; what was acknowledged is safe. The log of the server says"
            " more.",
        )
