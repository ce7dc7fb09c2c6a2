"""Payloads and plans to plain data and back. One adapter a kind, built once."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from tribodex.core.job.events import KINDS, Payload, kind_of

_ADAPTERS: dict[str, TypeAdapter[Any]] = {kind: TypeAdapter(cls) for kind, cls in KINDS.items()}


def encode(payload: Payload) -> dict[str, Any]:
    """A payload as plain data that JSON can hold."""
    data: dict[str, Any] = _ADAPTERS[kind_of(type(payload))].dump_python(payload, mode="json")
    return data


def decode(kind: str, data: dict[str, Any]) -> Payload:
    """Plain data back into the payload of a kind.

    Raises KeyError for a kind that this version does not know, pydantic.ValidationError for data that does not fit.
    """
    payload: Payload = _ADAPTERS[kind].validate_python(data)
    return payload
