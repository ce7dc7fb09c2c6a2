"""What the API says about itself beyond its views: problems by their own media type, and what
stands between a request and every view.
"""

from __future__ import annotations

import re
import threading
from typing import Any

from flask_openapi3 import OpenAPI

from tribodex.core.job.asked import Asked
from tribodex.core.job.readback import asked_of
from tribodex.core.topics import HOUSE
from tribodex.web.blueprint import Blueprint
from tribodex.web.schemas import COMMAND_MODELS

PROBLEM_JSON = "application/problem+json"
_PROBLEM = {"$ref": "#/components/schemas/Problem"}

# The end of a line within a paragraph.
_LINE_END = re.compile(r"(?<!\n)\n(?!\n)")

# What can come before a view is reached, or because what it needs is away.
_ALWAYS = {
    "400": "The server does not go by this name, or the request cannot be read",
    "401": "Nobody is signed in, or not any more",
    "403": "Whoever is signed in may not, or it was sent from another site; the type says which",
    "503": "The database is away or everybody waits for it; Retry-After says when to try again",
}
_WHERE_PARTS_ARE_GIVEN = {
    "404": "No such address, or nothing by this name",
    "422": "Something needs correcting; the fields say what",
}
_WHERE_THINGS_ARE_SENT = {
    "429": "Tried too often; Retry-After says when the next try counts",
    "413": "Too much at once",
    "415": "Only application/json is read",
    "421": "Meant for another server that was at this address",
    "422": "Something needs correcting; the fields say what",
}


def a_file(media_type: str) -> dict[str, Any]:
    """An answer that is a file rather than JSON."""
    kind = (
        {"type": "string"}
        if media_type.startswith(("text/", "image/svg"))
        else {"type": "string", "format": "binary"}
    )
    return {"description": "The file", "content": {media_type: {"schema": kind}}}


# Parts of the API belong to every application of a process: one thread at a time describes them.
_DESCRIBING = threading.Lock()


class DescribedApi(OpenAPI):
    """The description, made when somebody asks for it, and completed: every status and media type
    that can come stands in it.
    """

    def generate_spec_json(self) -> None:
        """Make it, then complete it."""
        with _DESCRIBING:
            if not self.spec_json:
                self._describe()

    def _describe(self) -> None:
        for part in self.blueprints.values():
            if isinstance(part, Blueprint):
                part.describe()
                self.tags += [tag for tag in part.tags if tag.name not in self.tag_names]
                self.tag_names += [tag.name for tag in part.tags if tag.name not in self.tag_names]
                self.paths.update(part.paths)
                self.components_schemas.update(part.components_schemas)
        super().generate_spec_json()  # type: ignore[no-untyped-call]
        for operations in self.spec_json["paths"].values():
            for method, operation in operations.items():
                _complete(method, operation)
        _tell_what_is_asked(self.spec_json["components"]["schemas"])
        _unwrap(self.spec_json)


def _unwrap(part: Any) -> None:
    """Where a line of the code ends is nothing that a reader of the description should see."""
    for value in part.values() if isinstance(part, dict) else part:
        if isinstance(value, dict | list):
            _unwrap(value)
    told = part.get("description") if isinstance(part, dict) else None
    if isinstance(told, str):
        part["description"] = _LINE_END.sub(" ", told)


def _tell_what_is_asked(schemas: dict[str, Any]) -> None:
    """How each field of a command is asked for: forms and corrections are built from it. The
    library drops what it does not know.
    """
    for kind, model in COMMAND_MODELS.items():
        properties = schemas[model.__name__]["properties"]
        for name, asked in asked_of(HOUSE.commands[kind]).items():
            properties[name]["x-asked"] = _described(asked)


def _described(asked: Asked) -> dict[str, Any]:
    said: dict[str, Any] = {
        "label": asked.label,
        "family": asked.family.value,
        "example": asked.example,
        "empty": asked.empty,
        "stays": asked.stays,
    }
    # A list, for the order of the choices is theirs.
    said["choices"] = [{"value": value, "words": words} for value, words in asked.choices.items()]
    return {name: value for name, value in said.items() if value}


def _complete(method: str, operation: dict[str, Any]) -> None:
    answers = operation["responses"]
    # The library adds this to every operation, also where nothing can be wrong.
    answers.pop(422, None)
    said = {status: words for status, words in answers.items() if _is_problem(words)}
    common = dict(_ALWAYS)
    if operation.get("parameters"):
        common |= _WHERE_PARTS_ARE_GIVEN
    if method == "post":
        common |= _WHERE_THINGS_ARE_SENT
    for status in said:
        answers[status] = _problem(str(answers[status]["description"]))
    for status, words in common.items():
        answers[status] = _problem(words)
    operation["responses"] = {
        str(status): answer
        for status, answer in sorted(answers.items(), key=lambda item: str(item[0]))
    }


def _is_problem(answer: dict[str, Any]) -> bool:
    return any(media.get("schema") == _PROBLEM for media in answer.get("content", {}).values())


def _problem(words: str) -> dict[str, Any]:
    return {"description": words, "content": {PROBLEM_JSON: {"schema": _PROBLEM}}}
