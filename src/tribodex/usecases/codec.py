"""Payloads and plans to plain data and back. One adapter a kind, built once; data of older schemas is lifted first."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from tribodex.core.job.events import KINDS, SCHEMA_VERSION, Corrected, JudgedAnew, Payload, kind_of

OLDEST_SCHEMA = 2
_ADAPTERS: dict[str, TypeAdapter[Any]] = {kind: TypeAdapter(cls) for kind, cls in KINDS.items()}
# Schema 2 said school, doubt and meeting; schema 3 says method, uncertainty and tab position.
_KINDS_OF_2 = {"meeting_seen": "tab_seen"}
_MARKS_OF_2 = {"leaves_um": "leaf_tried", "past_deg": "reseated", "degrees": "nut_turned", "turn_deg": "tab_seen"}
_KEYS_OF_2 = {"school": "method", "doubt": "uncertainty"}


def encode(payload: Payload) -> dict[str, Any]:
    """A payload as plain data that JSON can hold. What replaces another entry carries its kind."""
    kind = kind_of(type(payload))
    data: dict[str, Any] = _ADAPTERS[kind].dump_python(payload, mode="json")
    if isinstance(payload, Corrected | JudgedAnew) and payload.replacement is not None:
        data["replacement"] = {"kind": kind_of(type(payload.replacement)), "data": encode(payload.replacement)}
    return data


def decode(kind: str, data: dict[str, Any], schema: int = SCHEMA_VERSION) -> Payload:
    """Plain data back into the payload of a kind.

    Raises KeyError for a kind that this version does not know, pydantic.ValidationError for data that does not fit.
    """
    if schema < 3:
        kind, data = _KINDS_OF_2.get(kind, kind), _renamed(data)
        if kind == "corrected" and data["replacement"] is not None:
            data["replacement"] = {"kind": _kind_in_2(data["replacement"]), "data": data["replacement"]}
    if kind in ("corrected", "judged_anew"):
        inner = data["replacement"]
        made: Any = decode(inner["kind"], inner["data"]) if inner is not None else None
        if kind == "corrected":
            return Corrected(data["target"], made, data["reason"])
        return JudgedAnew(data["target"], made)
    payload: Payload = _ADAPTERS[kind].validate_python(data)
    return payload


def _kind_in_2(replacement: dict[str, Any]) -> str:
    """Schema 2 kept no kind with a correction; its fields tell."""
    return next(kind for key, kind in _MARKS_OF_2.items() if key in replacement)


def _renamed(data: Any) -> Any:
    if isinstance(data, dict):
        return {_KEYS_OF_2.get(key, key): _renamed(value) for key, value in data.items()}
    return [_renamed(value) for value in data] if isinstance(data, list) else data
