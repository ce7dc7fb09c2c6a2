"""Any calculator at the command line: what it takes, its answer as a short table, or everything as
JSON.
"""

from __future__ import annotations

import json
import sys
import typing
from collections.abc import Sequence
from enum import Enum
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError
from pydantic.fields import FieldInfo

from tribodex.core.errors import TribodexError
from tribodex.core.working import Result, Verdict, number
from tribodex.reference import load_reference
from tribodex.usecases.calculators import CALCULATORS, Answer, calculate, find
from tribodex.usecases.calculators.base import Calculator
from tribodex.usecases.calculators.words import WORDS
from tribodex.web.problems import from_validation

EXAMPLES = Path(__file__).resolve().parents[3] / "data" / "worked_examples"
# Units at the end of an input's name, and how they are written.
UNITS = {
    "mm": "mm",
    "mm2": "mm²",
    "cm3": "cm³",
    "um": "µm",
    "deg": "°",
    "c": "°C",
    "k": "K",
    "kg": "kg",
    "g": "g",
    "nm": "N·m",
    "kn": "kN",
    "n": "N",
    "mpa": "MPa",
    "rpm": "r/min",
    "h": "h",
    "s": "s",
    "days": "days",
}


def calc(name: str, pairs: Sequence[str], *, as_json: bool) -> int:
    """Print a calculator's answer; without a name which there are, without inputs what it takes.
    Problems go to the error stream.
    """
    if not name:
        for calculator in CALCULATORS.values():
            print(f"{calculator.name}: {calculator.title}")
        print("\n./run calc NAME says what a calculator takes.")
        return 0
    try:
        calculator = find(name)
        if not pairs:
            print(takes(calculator))
            return 0
        inputs = calculator.inputs.model_validate(dict(_pair(calculator, pair) for pair in pairs))
        answer = calculate(load_reference(), name, inputs)
    except ValidationError as error:
        problem = from_validation(error).get_data(as_text=True)
        return _refused(problem if as_json else _in_words(json.loads(problem)))
    except TribodexError as error:
        fields = [
            {"name": f.name, "message": f.message, "expected": f.expected} for f in error.fields
        ]
        said = {"title": type(error).__name__, "detail": error.detail, "fields": fields}
        return _refused(json.dumps(said, ensure_ascii=False) if as_json else _in_words(said))
    if as_json:
        print(
            json.dumps(
                plain(TypeAdapter(Answer).dump_python(answer, mode="json")),
                indent=2,
                ensure_ascii=False,
            )
        )
    else:
        print(table(answer))
    return 0


def takes(calculator: Calculator) -> str:
    """What a calculator takes, a line each: its name, its unit, how it is written, whether it may
    be left out.
    """
    lines = [f"{calculator.name}: {calculator.title}", ""]
    fields = calculator.inputs.model_fields
    wide = max(len(field) for field in fields)
    for field, info in fields.items():
        asked = WORDS.get(field)
        label = asked.label if asked is not None else field.replace("_", " ")
        values = _values(info)
        unit = UNITS.get(field.rpartition("_")[2], "") if not values else ""
        parts = [
            label,
            unit,
            f"one of: {values}" if values else "",
            "a list: 1.5,2,3" if _is_list(info) else "",
        ]
        left = "" if info.is_required() else "may be left out"
        lines.append(f"  {field:<{wide}}  {'; '.join(part for part in (*parts, left) if part)}")
    example = _example(calculator)
    return "\n".join([*lines, "", f"./run calc {calculator.name} {example}"] if example else lines)


def _example(calculator: Calculator) -> str:
    """How a call is written: the inputs of its first worked example; empty where there is none."""
    for path in sorted(EXAMPLES.glob("*.json")):
        for example in json.loads(path.read_text("utf-8"))["cases"]:
            if example["calculator"] == calculator.name:
                return " ".join(
                    f"{field}={_typed(value)}" for field, value in example["inputs"].items()
                )
    return ""


def _typed(value: Any) -> str:
    """A value as a person types it: lists with commas, lists of lists with semicolons between."""
    if isinstance(value, list):
        return (
            ";".join(map(_typed, value))
            if value and isinstance(value[0], list)
            else ",".join(map(_typed, value))
        )
    text = str(value)
    return f"'{text}'" if " " in text or ";" in text else text


def _values(info: FieldInfo) -> str:
    """The values there are, where an input is one of a few."""
    kinds = [info.annotation, *typing.get_args(info.annotation)]
    enum = next((kind for kind in kinds if isinstance(kind, type) and issubclass(kind, Enum)), None)
    if enum is not None:
        return ", ".join(str(one.value) for one in enum)
    literal = next((kind for kind in kinds if typing.get_origin(kind) is typing.Literal), None)
    return ", ".join(map(str, typing.get_args(literal))) if literal is not None else ""


def _is_list(info: FieldInfo) -> bool:
    return any(
        typing.get_origin(kind) is list
        for kind in (info.annotation, *typing.get_args(info.annotation))
    )


def _pair(calculator: Calculator, text: str) -> tuple[str, object]:
    """An input as it was typed; a list with commas, or as JSON; pairs with semicolons between:
    100,110;110,120.
    """
    key, _, value = text.partition("=")
    if value[:1] in "[{" and value:
        try:
            return key, json.loads(value)
        except json.JSONDecodeError:
            return key, value
    info = calculator.inputs.model_fields.get(key)
    if info is None or not _is_list(info):
        return key, value
    rows = [
        [part.strip() for part in row.replace(" ", ",").split(",") if part.strip()]
        for row in value.split(";")
        if row.strip()
    ]
    return key, rows if _of_lists(info) else [part for row in rows for part in row]


def _of_lists(info: FieldInfo) -> bool:
    """Whether it is a list of lists."""
    lists = [
        kind
        for kind in (info.annotation, *typing.get_args(info.annotation))
        if typing.get_origin(kind) is list
    ]
    inner = typing.get_args(lists[0])[0] if lists else None
    return typing.get_origin(inner) in (list, tuple) or any(
        typing.get_origin(kind) in (list, tuple) for kind in typing.get_args(inner)
    )


def table(answer: Answer) -> str:
    """An answer as a short table: figures with their units, what each comes to, the verdict
    last."""
    rows = [
        (result.label, _figure(result), _word(result.verdict), result.note)
        for result in answer.results
    ]
    wide = [max((len(row[at]) for row in rows), default=0) for at in (0, 1)]
    lines = []
    for label, figure, word, note in rows:
        lines.append(f"{label:<{wide[0]}}  {figure:>{wide[1]}}  {word}".rstrip())
        if note:
            lines.append(f"    {note}")
    if answer.verdict is not None:
        lines += ["", f"{_word(answer.verdict)}. {answer.verdict.reason}"]
    return "\n".join(lines)


def _figure(result: Result) -> str:
    if result.value is None:
        return "not known"
    to = f" to {number(result.value_to)}" if result.value_to is not None else ""
    off = f" ± {number(result.uncertainty)}" if result.uncertainty is not None else ""
    return f"{number(result.value)}{to}{off} {result.unit}".strip()


def _word(verdict: Verdict | None) -> str:
    return f"{verdict.level.value}: {verdict.word}" if verdict is not None else ""


def plain(value: Any) -> Any:
    """Numbers as a person writes them: 5 for 5.0, seven figures for the rest."""
    if isinstance(value, float):
        short = float(f"{value:.7g}")
        return int(short) if short.is_integer() else short
    if isinstance(value, dict):
        return {key: plain(inner) for key, inner in value.items()}
    return [plain(inner) for inner in value] if isinstance(value, list) else value


def _refused(words: str) -> int:
    print(words, file=sys.stderr)
    return 2


def _in_words(problem: dict[str, Any]) -> str:
    """A problem in lines: what is wrong, and for each input what would be right."""
    lines = [str(problem.get("detail") or problem.get("title"))]
    for field in problem.get("fields", ()):
        right = f" Right would be: {field['expected']}." if field.get("expected") else ""
        lines.append(f"  {field['name']}: {field['message']}{right}")
    return "\n".join(lines)
