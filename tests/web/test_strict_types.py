"""What is no boolean, no number and no time in JSON is not taken for one: nothing is guessed."""

from __future__ import annotations

from typing import Any

import pytest
from flask.testing import FlaskClient
from pydantic import BaseModel, StrictBool, StrictFloat, StrictInt, TypeAdapter, ValidationError

from tests.web.by_hand import do, open_job, tap
from tribodex.web.schemas import COMMAND_MODELS

WRONG: dict[Any, tuple[object, ...]] = {
    StrictBool: ("yes", "true", "on", 1, 0, 1.0, [], {}),
    StrictInt: ("1", True, 1.5, "0x10", [1]),
    StrictFloat: ("1.5", True, "nan", [1.0]),
}


def test_every_simple_field_of_a_command_is_strict() -> None:
    loose = [
        f"{kind}.{name}"
        for kind, model in COMMAND_MODELS.items()
        for name in model.model_fields
        if name not in ("entry", "step")
        for wrong in WRONG[StrictBool] + WRONG[StrictInt]
        if _taken(model, name, wrong) and not _declared(model, name, wrong)
    ]
    assert loose == []


def _taken(model: type[BaseModel], name: str, value: object) -> bool:
    try:
        model.model_validate({name: value})
    except ValidationError as error:
        return all(one["loc"][0] != name for one in error.errors())
    return True


def _declared(model: type[BaseModel], name: str, value: object) -> bool:
    """Whether the API's description lets this JSON value stand there."""
    schema = model.model_json_schema()
    wanted = schema["properties"][name]

    def fits(one: dict[str, Any]) -> bool:
        if "$ref" in one:
            one = schema["$defs"][one["$ref"].rpartition("/")[2]]
        if "anyOf" in one:
            return any(fits(inner) for inner in one["anyOf"])
        if "enum" in one or "const" in one:
            return value in one.get("enum", [one.get("const")]) and not isinstance(value, bool)
        kinds: dict[str, tuple[type, ...]] = {
            "boolean": (bool,),
            "integer": (int,),
            "number": (int, float),
            "string": (str,),
            "array": (list,),
            "object": (dict,),
            "null": (type(None),),
        }
        kind = one.get("type")
        if kind is None:
            return True
        return isinstance(value, kinds[kind]) and not (
            isinstance(value, bool) and kind != "boolean"
        )

    return fits(wanted)


@pytest.mark.parametrize("when", [1_700_000_000, "1700000000", "2026-11-30", "today", True, 1.5])
def test_a_time_is_written_out(client: FlaskClient, when: object) -> None:
    open_job(client)
    answer = client.post(
        "/api/jobs/job-0001/taps",
        json=tap(command={"kind": "add_note", "text": "x"}) | {"happened_at": when},
    )
    assert answer.status_code == 422 and answer.json["fields"][0]["name"] == "happened_at", (
        answer.text
    )


def test_what_is_right_is_taken(client: FlaskClient) -> None:
    open_job(client)
    assert do(client, "add_note", text="x").status_code == 200
    assert (
        client.post(
            "/api/jobs/job-0001/taps", json=tap(command={"kind": "add_note", "text": "x"}, seen="2")
        ).status_code
        == 422
    )
    assert TypeAdapter(StrictFloat).validate_python(1) == 1, "a whole number is a number"
