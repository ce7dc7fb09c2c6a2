"""Payloads and plans to plain data and back. One adapter a kind, built once; data of older schemas is lifted first."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from tribodex.core.job.events import KINDS, SCHEMA_VERSION, Payload, kind_of

OLDEST_SCHEMA = 2
_ADAPTERS: dict[str, TypeAdapter[Any]] = {kind: TypeAdapter(cls) for kind, cls in KINDS.items()}
# Schema 2 said school, doubt and meeting; schema 3 says method, uncertainty and tab position.
_KINDS_OF_2 = {"meeting_seen": "tab_seen"}
_KEYS_OF_2 = {"school": "method", "doubt": "uncertainty"}


def encode(payload: Payload) -> dict[str, Any]:
    """A payload as plain data that JSON can hold."""
    data: dict[str, Any] = _ADAPTERS[kind_of(type(payload))].dump_python(payload, mode="json")
    return data


def decode(kind: str, data: dict[str, Any], schema: int = SCHEMA_VERSION) -> Payload:
    """Plain data back into the payload of a kind.

    Raises KeyError for a kind that this version does not know, pydantic.ValidationError for data that does not fit.
    """
    if schema < 3:
        kind, data = _KINDS_OF_2.get(kind, kind), _renamed(data)
    payload: Payload = _ADAPTERS[kind].validate_python(data)
    return payload


def _renamed(data: Any) -> Any:
    if isinstance(data, dict):
        return {_KEYS_OF_2.get(key, key): _renamed(value) for key, value in data.items()}
    return [_renamed(value) for value in data] if isinstance(data, list) else data
