"""Facts to plain data and back. One adapter a kind, built once; data of older versions is lifted
first, step by step.

What is stored is never written anew: a step here is what an older entry needs to be read, for ever.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from tribodex.core.errors import Refused
from tribodex.core.job.facts import Corrected, Fact, JobOpened, JudgedAnew, Planned, kind_of
from tribodex.core.job.places import ONLY_PLACE, Place
from tribodex.core.topics import HOUSE
from tribodex.usecases.shape import Shape

Data = dict[str, Any]
# From (kind, version) to the kind's next version; a step may also give the kind another name.
Step = Callable[[Data], tuple[str, Data]]

# Before version 3 all kinds counted together. Version 2 said school, doubt and meeting; 3 says
# method, uncertainty and tab position.
OLDEST_VERSION, _COUNTED_TOGETHER = 2, 3
_KINDS_OF_2 = {"meeting_seen": "tab_seen"}
_MARKS_OF_2 = {
    "leaves_um": "leaf_tried",
    "past_deg": "reseated",
    "degrees": "nut_turned",
    "turn_deg": "tab_seen",
}
_KEYS_OF_2 = {"school": "method", "doubt": "uncertainty"}

KINDS = HOUSE.kinds
_PLACES: Shape[tuple[Place, ...]] = Shape(tuple[Place, ...])
_ADAPTERS: dict[str, Shape[Any]] = {
    kind: Shape(cls) for kind, cls in KINDS.items() if cls not in (JobOpened, Corrected, JudgedAnew)
}


def encode(fact: Fact) -> Data:
    """A fact as plain data that JSON can hold. A fact inside another one carries its kind and
    version.
    """
    match fact:
        case JobOpened():
            data: Data = {
                key: value for key, value in vars(fact).items() if key not in ("places", "plans")
            }
            data["places"] = _PLACES.dump_python(fact.places, mode="json")
            data["left_out"] = [list(one) for one in fact.left_out]
            data["plans"] = [
                {"at": planned.at, "fact": _inside(planned.fact)} for planned in fact.plans
            ]
            return data
        case Corrected():
            inner = _inside(fact.replacement) if fact.replacement is not None else None
            return {"target": fact.target, "replacement": inner, "reason": fact.reason}
        case JudgedAnew():
            return {"target": fact.target, "replacement": _inside(fact.replacement)}
        case _:
            plain: Data = _ADAPTERS[kind_of(type(fact))].dump_python(fact, mode="json")
            return plain


def _inside(fact: Fact) -> Data:
    return {"kind": kind_of(type(fact)), "version": fact.VERSION, "data": encode(fact)}


def decode(kind: str, data: Data, version: int) -> Fact:
    """Plain data back into the fact of a kind.

    Raises Refused, in words, for what a newer version of the tool wrote, or one too old to be read;
    pydantic.ValidationError for data that does not fit.
    """
    kind, data = lifted(kind, data, version)
    match kind:
        case "job_opened":
            plans = tuple(
                Planned(planned["at"], _outside(planned["fact"])) for planned in data["plans"]
            )
            left_out = tuple((stage, at) for stage, at in data["left_out"])
            return JobOpened(
                **{
                    **data,
                    "places": _PLACES.validate_python(data["places"]),
                    "plans": plans,
                    "left_out": left_out,
                }
            )
        case "corrected":
            replacement = data["replacement"]
            return Corrected(
                data["target"],
                _outside(replacement) if replacement is not None else None,
                data["reason"],
            )
        case "judged_anew":
            return JudgedAnew(data["target"], _outside(data["replacement"]))
        case _:
            fact: Fact = _ADAPTERS[kind].validate_python(data)
            return fact


def _outside(inner: Data) -> Fact:
    return decode(inner["kind"], inner["data"], inner.get("version", _COUNTED_TOGETHER))


def _job_opened_with_one_plan(data: Data) -> tuple[str, Data]:
    """Version 3 knew one bearing: its position, its procedure and its plan stood in the entry
    itself.
    """
    place = {
        "id": ONLY_PLACE,
        "position_id": data["position_id"],
        "name": data["position"],
        "procedure_id": data["procedure_id"],
        "procedure_version": data["procedure_version"],
    }
    planned = {
        "at": ONLY_PLACE,
        "fact": {
            "kind": "plan_revised",
            "version": 3,
            "data": {"plan": data["plan"], "reason": ""},
        },
    }
    kept = {key: data[key] for key in ("number", "title", "machine_id", "machine")}
    return "job_opened", {
        **kept,
        "procedure_id": "",
        "procedure_version": 0,
        "places": [place],
        "plans": [planned],
    }


STEPS: dict[tuple[str, int], Step] = {
    ("job_opened", 3): _job_opened_with_one_plan,
    ("job_opened", 4): lambda data: ("job_opened", {**data, "left_out": [], "off_machine": ""}),
    # What it was signed with is not made up for it.
    ("signed", 3): lambda data: ("signed", {**data, "outcome": None, "shown": [], "alarms": []}),
    ("signed", 4): lambda data: ("signed", {**data, "second": ""}),
    # What stops at a reading is stored with it; of older ones nothing is invented.
    ("warmth_read", 3): lambda data: ("warmth_read", {**data, "verdicts": []}),
    # The plan became a fact of the drive-up, and to release one a case of beginning again.
    ("plan_revised", 3): lambda data: ("tapered_planned", data),
    # Photographs belonged to no entry, and nothing was drawn on them.
    ("attached", 3): lambda data: ("attached", {**data, "belongs_to": 0, "marks": []}),
    ("float_said", 3): lambda data: ("float_said", {**data, "groove": ""}),
    ("aligned_loaded", 3): lambda data: ("aligned_loaded", {**data, "labyrinth": False}),
    ("released", 3): lambda data: ("restarted", {"topic": "tapered", "reason": data["reason"]}),
}


def lifted(kind: str, data: Data, version: int) -> tuple[str, Data]:
    """Data of an older version as the present one would have written it. Raises Refused as
    decode().
    """
    if version < OLDEST_VERSION:
        words = (
            f"This job holds an entry “{kind}” of version {version}; the oldest that can be read is"
            f" {OLDEST_VERSION}."
        )
        raise Refused(f"{words} Its log is kept as it is.")
    if version < _COUNTED_TOGETHER:
        kind, data, version = *_of_2(kind, data), _COUNTED_TOGETHER
    while (step := STEPS.get((kind, version))) is not None:
        kind, data = step(data)
        version += 1
    if not reads(kind, version):
        raise Refused(
            f"This job holds an entry “{kind}” of version {version}, written by a newer version of"
            " this tool: bring this one up to date. Its log is kept as it is."
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
