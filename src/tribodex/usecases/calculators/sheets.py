"""A calculator as a sheet of the calculator: what it asks in words, and how what was typed is
read."""

from __future__ import annotations

import types
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import Enum
from functools import partial
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from tribodex.core.errors import InvalidInput, NotFound
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import (
    LengthUnit,
    Shown,
    parse_area_mm2,
    parse_count,
    parse_degrees,
    parse_length,
    parse_mass_g,
    parse_pitch_mm,
    parse_temperature_c,
    parse_torque_nm,
    parse_volume_cm3,
    read_length,
)
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators import CALCULATORS, Answer, calculate
from tribodex.usecases.calculators.base import Calculator
from tribodex.usecases.calculators.words import CHOICES, SHEETS, WORDS
from tribodex.usecases.draft.collector import Collector

# No clearance, reduction or leaf stack of this work is thicker.
MOST_UM = 5000.0
# Sections of a seat that are measured.
MOST_LINES = 3
_UNITS = {"_mm": " mm", "_um": " µm", "_deg": "°", "_c": " °C"}


@dataclass(frozen=True)
class Option:
    """One of the choices."""

    value: str
    label: str


@dataclass(frozen=True)
class Entry:
    """What a sheet asks for. `lines`: how many lines it takes; `needed`: nothing is worked out
    without it.
    """

    name: str
    label: str
    example: str
    options: tuple[Option, ...]
    lines: int
    needed: bool


@dataclass(frozen=True)
class CalculatorSheet:
    """A calculator on the calculator."""

    id: str
    title: str
    group: str
    entries: tuple[Entry, ...]


def sheets() -> tuple[CalculatorSheet, ...]:
    """Every calculator, in the order of work."""
    return tuple(
        _sheet(CALCULATORS[name], group) for group, names in SHEETS.items() for name in names
    )


def work_out(
    reference: Reference, name: str, given: Mapping[str, str], shown: Shown = ""
) -> Answer:
    """What a sheet says for what was typed; what was left empty counts as not given.

    Raises NotFound for a sheet unknown, InvalidInput or pydantic.ValidationError with every entry
    that needs correcting.
    """
    if name not in CALCULATORS:
        raise NotFound(f"There is no sheet “{name}” on the calculator.")
    calculator, read = CALCULATORS[name], Collector()
    fields = calculator.inputs.model_fields
    values = {}
    for field, text in given.items():
        if field not in fields:
            read.add(field, f"“{field}” is not asked here.", "leave it out")
        elif text.strip():
            shape = _bare(fields[field].annotation)
            values[field] = read.take(partial(_read, field, shape, text, shown))
    read.check()
    return calculate(reference, name, calculator.inputs.model_validate(values))


def _sheet(calculator: Calculator, group: str) -> CalculatorSheet:
    entries = []
    for name, field in calculator.inputs.model_fields.items():
        shape, words = _bare(field.annotation), WORDS[name]
        # A list of lists is a line for each section.
        lines = MOST_LINES if _is_list(shape) and _is_list(_bare(get_args(shape)[0])) else 1
        usual = None if field.is_required() else field.default
        options = _options(shape, usual, needed=field.is_required())
        entries.append(
            Entry(
                name=name,
                label=field.title or words.label,
                example=_assumed(name, usual) or words.example,
                options=options,
                lines=lines,
                needed=field.is_required(),
            )
        )
    return CalculatorSheet(calculator.name, calculator.title, group, tuple(entries))


def _assumed(name: str, usual: Any) -> str:
    """The number that counts when nothing is typed, in words: it is never silent. Empty where
    nothing is assumed.
    """
    if isinstance(usual, bool) or not isinstance(usual, int | float):
        return ""
    unit = next((written for suffix, written in _UNITS.items() if name.endswith(suffix)), "")
    return f"{usual:g}{unit} (usual)"


def _bare(annotation: Any) -> Any:
    """An annotation without its bounds and without None."""
    if get_origin(annotation) is Annotated:
        return _bare(get_args(annotation)[0])
    if get_origin(annotation) in (Union, types.UnionType):
        return _bare(next(part for part in get_args(annotation) if part is not type(None)))
    return annotation


def _is_list(shape: Any) -> bool:
    return get_origin(shape) is list


def _options(shape: Any, usual: Any, *, needed: bool) -> tuple[Option, ...]:
    if shape is bool:
        return (Option("", "no"), Option("yes", "yes"))
    if get_origin(shape) is Literal:
        values = [str(value) for value in get_args(shape)]
    elif isinstance(shape, type) and issubclass(shape, Enum):
        values = [str(member.value) for member in shape]
    else:
        return ()
    worded = {floats.value: floats.words for floats in Floats} | CHOICES
    options = tuple(
        Option(value, worded.get(value, value.replace("_", " "))) for value in values if value
    )
    # What an empty choice stands for is said, never silent.
    said = next(
        (
            option.label
            for option in options
            if usual not in (None, "") and option.value == str(usual)
        ),
        "",
    )
    empty = "choose …" if needed else f"{said} (usual)" if said else "not said"
    return (Option("", empty), *options)


def _read(name: str, shape: Any, text: str, shown: Shown) -> Any:
    """What was typed, in the unit that the name of the input says."""
    if _is_list(shape):
        inner = _bare(get_args(shape)[0])
        if get_origin(inner) is tuple:
            return [_pair(name, part, shown) for part in _parts(text)]
        if _is_list(inner):
            lines = [line for line in text.splitlines() if line.strip()]
            return [[_number(name, part, shown) for part in _parts(line)] for line in lines]
        return [_number(name, part, shown) for part in _parts(text)]
    if shape is bool:
        return text == "yes"
    if shape in (int, float):
        return _number(name, text, shown)
    return text.strip()


def _parts(text: str) -> list[str]:
    """Entries of one line: semicolons between them, for a comma may be a decimal one."""
    return [part for part in text.split(";") if part.strip()]


def _pair(name: str, text: str, shown: Shown) -> tuple[float, float]:
    """What passed and what stopped, with a space or a dash between."""
    parts = text.replace("–", " ").replace(" to ", " ").split()
    unit = (
        f" {parts.pop()}"
        if (parts and parts[-1][:1].isalpha()) or (parts and parts[-1][:1] in "µμ")
        else ""
    )
    if len(parts) != 2:
        raise InvalidInput.at(
            name,
            f"“{text.strip()}” is not a pair.",
            "what passed, then what stopped: 0.10 0.11; the next place after a semicolon",
        )
    return _number(name, parts[0] + unit, shown), _number(name, parts[1] + unit, shown)


def _number(name: str, text: str, shown: Shown) -> float:
    for suffix, reader in _READERS.items():
        if name.endswith(suffix):
            return reader(text, name, shown)
    return parse_count(text, name)


def _mm(text: str, name: str, shown: Shown) -> float:
    return parse_length(
        text, name, LengthUnit.INCH if shown == "in" else LengthUnit.MM, zero=True
    ).mm


def _um(text: str, name: str, shown: Shown) -> float:
    return read_length(text, name, LengthUnit.MM, (1.0, MOST_UM), shown or "mm", zero=True).um


# Longest first: “pitch_mm” is read as threads of an inch too, where other lengths are not.
_READERS: dict[str, Callable[[str, str, Shown], float]] = {
    "pitch_mm": lambda text, name, _: parse_pitch_mm(text, name),
    "_mm2": lambda text, name, _: parse_area_mm2(text, name),
    "_mm": _mm,
    "_um": _um,
    "_deg": lambda text, name, _: parse_degrees(text, name),
    "_c": lambda text, name, _: parse_temperature_c(text, name),
    "_kg": (
        lambda text, name, _: (
            parse_mass_g(text if not text.strip()[-1:].isdigit() else f"{text} kg", name) / 1000
        )
    ),
    "_g": lambda text, name, _: parse_mass_g(text, name),
    "_nm": lambda text, name, _: parse_torque_nm(text, name, 10_000),
    "_cm3": lambda text, name, _: parse_volume_cm3(text, name),
    "_s": lambda text, name, _: parse_count(text.strip().removesuffix("s"), name),
}
