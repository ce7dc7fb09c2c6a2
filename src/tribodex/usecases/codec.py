"""Payloads to plain data and back. One adapter a kind, built once; data of older versions is lifted first, step by step.

What is stored is never written anew: a step here is what an older entry needs to be read, for ever.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from pydantic import TypeAdapter

from tribodex.core.errors import Refused
from tribodex.core.job.events import KINDS, Corrected, JudgedAnew, Payload, kind_of

Data = dict[str, Any]
# From (kind, version) to the kind's next version; a step may also give the kind another name.
Step = Callable[[Data], tuple[str, Data]]
STEPS: dict[tuple[str, int], Step] = {}

# Before version 3 all kinds counted together. Version 2 said school, doubt and meeting; 3 says method, uncertainty and tab position.
OLDEST_VERSION, _COUNTED_TOGETHER = 2, 3
_KINDS_OF_2 = {"meeting_seen": "tab_seen"}
_MARKS_OF_2 = {"leaves_um": "leaf_tried", "past_deg": "reseated", "degrees": "nut_turned", "turn_deg": "tab_seen"}
_KEYS_OF_2 = {"school": "method", "doubt": "uncertainty"}

_ADAPTERS: dict[str, TypeAdapter[Any]] = {kind: TypeAdapter(cls) for kind, cls in KINDS.items()}


def encode(payload: Payload) -> Data:
    """A payload as plain data that JSON can hold. What replaces another entry carries its kind and version."""
    kind = kind_of(type(payload))
    data: Data = _ADAPTERS[kind].dump_python(payload, mode="json")
    if isinstance(payload, Corrected | JudgedAnew) and (replacement := payload.replacement) is not None:
        data["replacement"] = {"kind": kind_of(type(replacement)), "version": replacement.VERSION, "data": encode(replacement)}
    return data


def decode(kind: str, data: Data, version: int) -> Payload:
    """Plain data back into the payload of a kind.

    Raises Refused, in words, for what a newer version of the tool wrote, or one too old to be read; pydantic.ValidationError for
    data that does not fit.
    """
    kind, data = lifted(kind, data, version)
    if kind in ("corrected", "judged_anew"):
        inner = data["replacement"]
        made: Any = decode(inner["kind"], inner["data"], inner.get("version", _COUNTED_TOGETHER)) if inner is not None else None
        if kind == "corrected":
            return Corrected(data["target"], made, data["reason"])
        return JudgedAnew(data["target"], made)
    payload: Payload = _ADAPTERS[kind].validate_python(data)
    return payload


def lifted(kind: str, data: Data, version: int) -> tuple[str, Data]:
    """Data of an older version as the present one would have written it. Raises Refused as decode()."""
    if version < OLDEST_VERSION:
        words = f"This job holds an entry “{kind}” of version {version}; the oldest that can be read is {OLDEST_VERSION}."
        raise Refused(f"{words} Its log is kept as it is.")
    if version < _COUNTED_TOGETHER:
        kind, data, version = *_of_2(kind, data), _COUNTED_TOGETHER
    while (step := STEPS.get((kind, version))) is not None:
        kind, data = step(data)
        version += 1
    if not reads(kind, version):
        raise Refused(
            f"This job holds an entry “{kind}” of version {version}, written by a newer version of this tool: bring this one up to date. "
            "Its log is kept as it is."
        )
    return kind, data


def reads(kind: str, version: int) -> bool:
    """Whether this version of the tool can read an entry."""
    if version < _COUNTED_TOGETHER:
        return version >= OLDEST_VERSION
    return (kind, version) in STEPS or (kind in KINDS and version <= KINDS[kind].VERSION)


def _of_2(kind: str, data: Data) -> tuple[str, Data]:
    kind, data = _KINDS_OF_2.get(kind, kind), _renamed(data)
    if kind == "corrected" and data["replacement"] is not None:
        # Version 2 kept no kind with a correction; its fields tell.
        marked = next(found for key, found in _MARKS_OF_2.items() if key in data["replacement"])
        data["replacement"] = {"kind": marked, "data": data["replacement"]}
    return kind, data


def _renamed(data: Any) -> Any:
    if isinstance(data, dict):
        return {_KEYS_OF_2.get(key, key): _renamed(value) for key, value in data.items()}
    return [_renamed(value) for value in data] if isinstance(data, list) else data
