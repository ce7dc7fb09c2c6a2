"""A number outside what is expected is read back before it is taken: the likely slips as choices,
and the number as it was typed.

No expectation replaces a judgement: what is said again as meant is judged like any other.
"""

from __future__ import annotations

import dataclasses
import re
import typing
from collections.abc import Callable, Iterable
from typing import TYPE_CHECKING, Any

from tribodex.core.errors import Field, InvalidInput, TribodexError
from tribodex.core.job.asked import Asked, Family, Likely
from tribodex.core.quantities import (
    LONG_UM,
    LengthUnit,
    parse_area_mm2,
    parse_count,
    parse_degrees,
    parse_length,
    parse_mass_g,
    parse_pressure_mpa,
    parse_share,
    parse_speed_rpm,
    parse_temperature_c,
    parse_torque_nm,
    parse_volume_cm3,
)

if TYPE_CHECKING:
    from tribodex.core.job.topic import Desk, Topic


class ReadBack(InvalidInput):
    """A number that is not expected there: said again as meant it is taken."""


_UNITS: dict[Family, tuple[Callable[[str, str], float], str]] = {
    Family.ANGLE: (parse_degrees, "°"),
    Family.WARMTH: (parse_temperature_c, "°C"),
    Family.TORQUE: (lambda typed, name: parse_torque_nm(typed, name, 1e9), "N·m"),
    Family.PRESSURE: (lambda typed, name: parse_pressure_mpa(typed, name, 1e9), "MPa"),
    Family.MASS: (parse_mass_g, "g"),
    Family.WEIGHT: (
        lambda typed, name: (
            parse_mass_g(f"{typed} kg" if typed.strip()[-1:].isdigit() else typed, name) / 1000
        ),
        "kg",
    ),
    Family.VOLUME: (parse_volume_cm3, "cm³"),
    Family.AREA: (parse_area_mm2, "mm²"),
    Family.SPEED: (parse_speed_rpm, "r/min"),
    Family.HOURS: (lambda typed, name: parse_count(typed.strip().removesuffix("h"), name), "h"),
    Family.MINUTES: (
        lambda typed, name: parse_count(typed.strip().removesuffix("min"), name),
        "min",
    ),
    Family.DAYS: (
        lambda typed, name: parse_count(typed.strip().removesuffix("days").removesuffix("d"), name),
        "days",
    ),
    Family.VIBRATION: (
        lambda typed, name: parse_count(typed.strip().removesuffix("mm/s"), name),
        "mm/s",
    ),
    Family.SHARE: (lambda typed, name: parse_share(typed, name) * 100, "%"),
    Family.COUNT: (parse_count, ""),
}
# What is slipped most: a decimal place, twice a decimal place, millimetres for inches and back;
# degrees Fahrenheit without their F.
_TENFOLD = (10.0, 0.1, 100.0, 0.01)
_OTHER_UNITS: dict[Family, tuple[float, ...]] = {
    Family.LENGTH: (25.4, 1 / 25.4),
    # Kilograms and litres for grams and cubic centimetres, ounces, pounds.
    Family.MASS: (1000.0, 0.001, 28.349523125, 453.59237),
    Family.WEIGHT: (1000.0, 0.001, 0.45359237),
    Family.VOLUME: (1000.0, 0.001),
    Family.SPEED: (60.0, 1 / 60),
}
# A strip reads between two fields, a crayon above or below one: each end is a number.
_ENDS = re.compile(r"(?<=[0-9])\s*[-–]\s*(?=[0-9])")


_ASKED: dict[type, dict[str, Asked]] = {}


def asked_of(command: type) -> dict[str, Asked]:
    """What is asked in each field of a command, from its annotations; read once a kind."""
    if command not in _ASKED:
        hints = typing.get_type_hints(command, include_extras=True)
        _ASKED[command] = {
            item.name: extra
            for item in dataclasses.fields(command)
            for extra in getattr(hints[item.name], "__metadata__", ())
            if isinstance(extra, Asked)
        }
    return _ASKED[command]


def numbers_in(
    family: Family, typed: str, name: str, shown: str, *, fine: bool = False
) -> tuple[list[float], str]:
    """The numbers of a field in the family's base unit, with the unit; none where it cannot be
    read: who takes it says so.

    Several of one field are joined by “+”. `fine`: see `Asked`.
    """
    found: list[float] = []
    # A turn is read with the unit beside it, by who knows the nut.
    if family is Family.TURN:
        return found, ""
    unit = "mm" if family is Family.LENGTH else _UNITS[family][1]
    for part in _ENDS.split(typed.lstrip("<> ")) if family is Family.WARMTH else typed.split("+"):
        if not part.strip():
            continue
        try:
            if family is Family.LENGTH:
                found.append(_mm(part, name, shown, fine=fine))
            else:
                found.append(_UNITS[family][0](part, name))
        except TribodexError:
            return [], unit
    return found, unit


def _mm(typed: str, name: str, shown: str, *, fine: bool) -> float:
    """A length as the reader of its field takes it: see `read_length`."""
    inches = shown == "in"
    length = parse_length(typed, name, LengthUnit.INCH if inches else LengthUnit.MM, zero=True)
    if inches and fine and length.um > LONG_UM:
        # The other unit of an inch screen; a unit that stands there is not touched by it.
        length = parse_length(typed, name, LengthUnit.THOU, zero=True)
    return length.mm


def outside(value: float, likely: Likely) -> bool:
    """Whether a number lies outside what is expected."""
    return (likely.low is not None and value < likely.low) or (
        likely.high is not None and value > likely.high
    )


def slips(value: float, likely: Likely, family: Family) -> Iterable[float]:
    """What may have been meant: the same digits with another decimal point or in another unit,
    where that is expected.
    """
    factors = (*_TENFOLD, *_OTHER_UNITS.get(family, ()))
    others = [value * factor for factor in factors]
    if family is Family.WARMTH:
        others.insert(0, (value - 32) / 1.8)
    return [round(other, 6) for other in others if not outside(other, likely)]


def compared(
    name: str,
    typed: str,
    family: Family,
    likely: Likely | None,
    shown: str = "",
    *,
    fine: bool = False,
) -> Field | None:
    """The field to ask about where a number as typed lies outside what is expected; None where it
    does not, or cannot be read.
    """
    if likely is None or not typed.strip():
        return None
    values, unit = numbers_in(family, typed, name, shown, fine=fine)
    bad = next((value for value in values if outside(value, likely)), None)
    if bad is None:
        return None
    return _field(
        name,
        typed.strip(),
        bad,
        likely,
        family,
        unit=likely.counted or unit,
        alone=len(values) == 1,
    )


def read_back(desk: Desk, topic: Topic[Any], command: Any, meant: frozenset[str]) -> None:
    """Raises ReadBack, with a field for each number that is not expected and was not said to be
    meant.
    """
    state, asked = desk.of(topic), asked_of(type(command))
    wrong: list[Field] = []
    for name, ask in asked.items():
        expect = topic.expects.get((type(command), name))
        typed = getattr(command, name)
        if expect is None or isinstance(expect, str) or name in meant or typed in ("", None):
            continue
        found = compared(
            name,
            str(typed),
            ask.family,
            expect(desk, state, command),
            getattr(command, "shown", ""),
            fine=ask.fine,
        )
        if found is not None:
            wrong.append(found)
    if wrong:
        raise ReadBack(wrong[0].message, *wrong)


def _field(
    name: str, typed: str, value: float, likely: Likely, family: Family, *, unit: str, alone: bool
) -> Field:
    low, high = (
        _written(end, unit) if end is not None else None for end in (likely.low, likely.high)
    )
    expected = (
        f"{low} to {high}" if low and high else f"at least {low}" if low else f"at most {high}"
    )
    # What is counted is typed without a unit.
    others = (
        [_written(slip, "" if likely.counted else unit) for slip in slips(value, likely, family)]
        if alone
        else []
    )
    choices = tuple(dict.fromkeys((*others, typed)))
    return Field(
        name,
        f"{_written(value, unit)} is not expected here: {likely.why}. Is it meant?",
        expected,
        choices,
        meant=True,
    )


def _written(value: float, unit: str) -> str:
    return f"{value:.6g}{unit if unit == '°' else f' {unit}' if unit else ''}"
