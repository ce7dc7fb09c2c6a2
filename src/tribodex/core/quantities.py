"""Numbers as people write them, into micrometres, millimetres and degrees; text and unit stay
beside the value, for the record.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.errors import InvalidInput


class LengthUnit(StrEnum):
    """Units of length that the trade writes. The value is what is kept with a record."""

    UM = "µm"
    MM = "mm"
    INCH = "in"
    THOU = "thou"


# The inch is exactly 25.4 mm (international yard and pound agreement, 1959; ISO 80000-3).
UM_PER: dict[LengthUnit, float] = {
    LengthUnit.UM: 1.0,
    LengthUnit.MM: 1000.0,
    LengthUnit.INCH: 25400.0,
    LengthUnit.THOU: 25.4,
}

_SPELLINGS: dict[str, LengthUnit] = {
    **dict.fromkeys(("µm", "μm", "um", "micron", "microns", "mu"), LengthUnit.UM),
    **dict.fromkeys(
        ("mm", "millimetre", "millimetres", "millimeter", "millimeters"), LengthUnit.MM
    ),
    **dict.fromkeys(("in", "in.", "inch", "inches", '"', "″"), LengthUnit.INCH),
    **dict.fromkeys(("thou", "thous", "thousandth", "thousandths", "mil", "mils"), LengthUnit.THOU),
}
_ANGLES = ("", "°", "deg", "degree", "degrees")
_NUMBER = re.compile(
    r"""^\s*(?P<sign>[+\-−]?)\s*
        (?:(?:(?P<whole>[0-9]+)[\s\-]+)?(?P<num>[0-9]+)\s*/\s*(?P<den>[0-9]+)
           | (?P<dec>[0-9]*[.,]?[0-9]+|[0-9]+[.,]))
        \s*(?P<unit>[^0-9\s].*?|)\s*$""",
    re.VERBOSE,
)
# Longer than any number that a person writes.
LONGEST = 60
EXAMPLES = "for example 0.115 mm, 115 µm, 4.5 thou or 0.0045 in"


@dataclass(frozen=True)
class Length:
    """A length as typed. `um` is its value in micrometres."""

    um: float
    text: str
    unit: LengthUnit

    @property
    def mm(self) -> float:
        """The same in millimetres."""
        return self.um / 1000.0

    @property
    def written(self) -> str:
        """As typed, with its unit."""
        return (
            self.text
            if self.text[-1:].isalpha() or self.text[-1:] in '"″'
            else f"{self.text} {self.unit}"
        )


def _split(text: str, field: str, example: str) -> tuple[float, str]:
    if len(text) > LONGEST:
        raise InvalidInput.at(
            field, f"{len(text)} characters are not a number that can be read.", example
        )
    match = _NUMBER.match(text)
    if not match:
        raise InvalidInput.at(field, f"“{text.strip()}” is not a number that can be read.", example)
    if match["num"]:
        if int(match["den"]) == 0:
            raise InvalidInput.at(field, f"“{text.strip()}” divides by zero.", example)
        value = int(match["whole"] or 0) + int(match["num"]) / int(match["den"])
    else:
        value = float(match["dec"].replace(",", "."))
    return (-value if match["sign"] in ("-", "−") else value), match["unit"].strip().lower()


def parse_length(
    text: str | float, field: str, default: LengthUnit = LengthUnit.MM, *, zero: bool = False
) -> Length:
    """Read a length; `default` is the unit of a bare number. Comma or point, fractions of an inch,
    any trade unit.

    Raises InvalidInput naming `field` for anything that is not a positive length (zero only where
    `zero`).

    >>> (
    ...     round(parse_length("4.5 thou", "play").um, 2),
    ...     parse_length("2 7/16 in", "shaft").mm,
    ...     parse_length("0,115", "play").um,
    ... )
    (114.3, 61.9125, 115.0)
    """
    written = str(text)
    value, unit_text = _split(written, field, EXAMPLES)
    # A fraction is written in inches; nobody writes millimetres so.
    bare = LengthUnit.INCH if "/" in written else default
    unit = _SPELLINGS.get(unit_text, bare if not unit_text else None)
    if unit is None:
        raise InvalidInput.at(
            field,
            f"“{unit_text}” is not a unit of length known here.",
            f"µm, mm, thou or in; {EXAMPLES}",
        )
    um = value * UM_PER[unit]
    if not math.isfinite(um) or um > 1e8:
        raise InvalidInput.at(
            field, f"“{written.strip()}” is larger than any part of this work.", EXAMPLES
        )
    if um < 0 or (um == 0 and not zero):
        raise InvalidInput.at(
            field,
            f"“{written.strip()}” is {'negative' if um < 0 else 'zero'}; this length is above"
            " zero.",
            EXAMPLES,
        )
    return Length(um, written.strip(), unit)


Shown = Literal["", "mm", "in"]
# Up to here a bare number on an inch screen may be thousandths; a longer length is said in inches
# alone, or 8 would be read as eight thousandths.
LONG_UM = 8000.0
_WORLDS: dict[str, tuple[LengthUnit, ...]] = {
    "mm": (LengthUnit.MM,),
    "in": (LengthUnit.INCH, LengthUnit.THOU),
}


def read_length(
    text: str | float,
    field: str,
    default: LengthUnit,
    sensible_um: tuple[float, float],
    shown: Shown = "",
    *,
    zero: bool = False,
) -> Length:
    """Read a length that can only lie in a range, as the person at the bench means it.

    A bare number counts in the units on the screen, or in `default` where nothing is shown. Where
    that makes no sense, but another unit or a shifted decimal point does, nothing is taken: the
    error carries every reading that would fit, written out with its unit. Where two fit, none is
    preferred.

    Symbols: sensible_um least and most that can be meant (µm); shown: unit system on the screen.
    Valid: lengths of one kind of thing (a leaf, a rim, a drive-up).
    Raises: InvalidInput with the readings that fit.

    >>> read_length("0.10", "leaf", LengthUnit.MM, (20, 300)).um
    100.0
    >>> try:
    ...     read_length("40", "leaf", LengthUnit.MM, (20, 300))
    ... except InvalidInput as error:
    ...     print(error.fields[0].choices)
    ('40 µm', '0.0040 in')
    """
    written = str(text)
    value, unit_text = _split(written, field, EXAMPLES)
    least, most = sensible_um
    if unit_text or "/" in written:
        length = parse_length(written if unit_text else f"{written} in", field, default, zero=zero)
        if least <= length.um <= most or (zero and length.um == 0):
            return length
        choices = tuple(
            _written(value * factor, length.unit)
            for factor in (0.1, 0.01, 0.001, 10.0)
            if least <= value * factor * UM_PER[length.unit] <= most
        )
        others = tuple(
            _written(value, u)
            for u in LengthUnit
            if u is not length.unit and least <= value * UM_PER[u] <= most
        )
        raise _not_meant(
            field,
            written,
            f"{written.strip()} is out of range: check value and unit",
            sensible_um,
            (*others, *choices),
        )
    if zero and value == 0:
        return parse_length(written, field, default, zero=True)
    # Thousandths are said of leaves and travels; along a rim a bare number means inches.
    world = (
        (LengthUnit.INCH,) if shown == "in" and most > LONG_UM else _WORLDS.get(shown, (default,))
    )
    fits = [u for u in world if least <= value * UM_PER[u] <= most]
    elsewhere = [u for u in LengthUnit if u not in world and least <= value * UM_PER[u] <= most]
    if len(fits) == 1 and (shown or default in fits):
        return parse_length(
            f"{value:.10g} {fits[0]}" if fits[0] is not default else written,
            field,
            default,
            zero=zero,
        )
    if value <= 0:
        parse_length(written, field, default, zero=zero)
    choices = tuple(_written(value, u) for u in (*fits, *elsewhere))
    # A leaf is called by tenths of a thousandth of an inch: “40” for 0.0040 in.
    if float(value).is_integer() and least <= value * 2.54 <= most:
        choices = (*choices, f"{value / 10000:.4f} in")
    if not choices:
        choices = tuple(
            _written(value * factor, u)
            for u in world
            for factor in (0.1, 0.01, 0.001, 10.0)
            if least <= value * factor * UM_PER[u] <= most
        )
    raise _not_meant(
        field,
        written,
        f"A bare {written.strip()} has no unit that makes sense here",
        sensible_um,
        choices,
    )


def _written(value: float, unit: LengthUnit) -> str:
    return f"{value:.6g} {unit}"


def _not_meant(
    field: str, written: str, what: str, sensible_um: tuple[float, float], choices: tuple[str, ...]
) -> InvalidInput:
    said = um_text if sensible_um[1] < 3000 else (lambda um: mm_text(um / 1000))
    least, most = (said(um) for um in sensible_um)
    meant = (
        f" Was {' or '.join(choices)} meant?" if choices else " Out of range: check value and unit."
    )
    return InvalidInput.at(
        field, f"{what}.{meant}", f"{least} to {most}, with its unit", tuple(dict.fromkeys(choices))
    )


def parse_degrees(text: str | float, field: str) -> float:
    """Read an angle in degrees, zero or above.

    >>> parse_degrees("35°", "turn"), parse_degrees("22,5 deg", "turn")
    (35.0, 22.5)
    """
    value, unit = _split(str(text), field, "for example 35 or 35°")
    if unit not in _ANGLES:
        raise InvalidInput.at(
            field, f"“{unit}” is not a unit of angle known here.", "degrees, for example 35°"
        )
    if value < 0:
        raise InvalidInput.at(
            field,
            "A turn is counted on, never back.",
            "zero or more degrees; to go back, release and start again",
        )
    return value


def parse_count(text: str | float, field: str) -> float:
    """Read a plain count that may have a fraction (slots of a nut).

    >>> parse_count("1 1/2", "slots")
    1.5
    """
    value, unit = _split(str(text), field, "for example 1 or 1.5")
    if unit not in ("", "slot", "slots", "turn", "turns"):
        raise InvalidInput.at(
            field, f"“{unit}” does not belong to a count.", "a plain number, for example 1.5"
        )
    if value < 0:
        raise InvalidInput.at(field, "A count cannot be negative.", "zero or more")
    return value


def parse_temperature_c(text: str | float, field: str) -> float:
    """Read a temperature in °C; °F is converted.

    >>> (
    ...     parse_temperature_c("23,5", "ring"),
    ...     round(parse_temperature_c("75 °F", "ring"), 2),
    ...     parse_temperature_c("22 C", "ring"),
    ... )
    (23.5, 23.89, 22.0)
    """
    value, unit = _split(str(text), field, "for example 24 °C or 75 °F")
    if unit not in ("", "°c", "c", "℃", "°f", "f", "℉"):
        raise InvalidInput.at(
            field,
            f"“{unit}” is not a unit of temperature known here.",
            "°C or °F, for example 24 °C",
        )
    celsius = (value - 32) / 1.8 if unit in ("°f", "f", "℉") else value
    if celsius < -273.15:
        raise InvalidInput.at(
            field, f"{text}: nothing is colder than −273 °C.", "for example 24 °C or 75 °F"
        )
    return celsius


_PRESSURES = {"mpa": 1.0, "bar": 0.1, "psi": 0.006894757}


def parse_pressure_mpa(text: str | float, field: str, most_mpa: float = 200.0) -> float:
    """Read a pressure. It needs its unit: 25 MPa, 25 bar and 25 psi are far apart.

    >>> parse_pressure_mpa("25 bar", "start"), round(parse_pressure_mpa("300 psi", "start"), 3)
    (2.5, 2.068)
    """
    value, unit = _split(str(text), field, "for example 2.5 MPa, 25 bar or 360 psi")
    if not unit:
        choices = tuple(
            f"{value:g} {name}"
            for name, factor in (("MPa", 1.0), ("bar", 0.1), ("psi", 0.006894757))
            if 0 < value * factor <= most_mpa
        )
        raise InvalidInput.at(
            field, f"A pressure needs its unit: {value:g} of what?", "MPa, bar or psi", choices
        )
    if unit not in _PRESSURES:
        raise InvalidInput.at(
            field, f"“{unit}” is not a unit of pressure known here.", "MPa, bar or psi"
        )
    if not 0 < value * _PRESSURES[unit] <= 200:
        raise InvalidInput.at(
            field,
            f"“{text}” is out of range for a hydraulic nut: check value and unit.",
            "above zero, up to 200 MPa",
        )
    return value * _PRESSURES[unit]


# One pound-force at one foot, from the definitions of pound, foot and standard gravity.
_POUND_FOOT_NM = 1.355818
_TORQUES = (
    dict.fromkeys(("n·m", "nm", "n.m", "n*m", "n m"), 1.0)
    | dict.fromkeys(
        ("lbf·ft", "lbf ft", "ft·lb", "ft lb", "ft-lb", "ft lbf", "lb ft", "lb-ft"), _POUND_FOOT_NM
    )
    | dict.fromkeys(("lbf·in", "lbf in", "in lb", "in-lb", "in lbf"), _POUND_FOOT_NM / 12)
)


def parse_torque_nm(text: str | float, field: str, most_nm: float = 5_000.0) -> float:
    """Read a torque. It needs its unit: 58 N·m and 58 lbf·ft are far apart.

    >>> parse_torque_nm("58 N·m", "torque"), round(parse_torque_nm("43 lbf·ft", "torque"), 1)
    (58.0, 58.3)
    """
    value, unit = _split(str(text), field, "for example 58 N·m or 43 lbf·ft")
    if not unit:
        choices = tuple(f"{value:g} {name}" for name in ("N·m", "lbf·ft"))
        raise InvalidInput.at(
            field, f"A torque needs its unit: {value:g} of what?", "N·m, lbf·ft or lbf·in", choices
        )
    if unit not in _TORQUES:
        raise InvalidInput.at(
            field, f"“{unit}” is not a unit of torque known here.", "N·m, lbf·ft or lbf·in"
        )
    if not 0 < value * _TORQUES[unit] <= most_nm:
        raise InvalidInput.at(
            field,
            f"“{text}” is out of range for a nut here: check value and unit.",
            f"above zero, up to {most_nm:g} N·m",
        )
    return value * _TORQUES[unit]


_MASSES = {"": 1.0, "g": 1.0, "kg": 1000.0, "oz": 28.349523125, "lb": 453.59237, "lbs": 453.59237}
_VOLUMES = {
    "": 1.0,
    "cm³": 1.0,
    "cm3": 1.0,
    "ml": 1.0,
    "l": 1000.0,
    "in³": 16.387064,
    "in3": 16.387064,
}


def parse_mass_g(text: str | float, field: str) -> float:
    """Read a mass; a bare number counts in grams.

    >>> (
    ...     parse_mass_g("20 oz", "grease"),
    ...     parse_mass_g("0,5 kg", "grease"),
    ...     parse_mass_g("12", "grease"),
    ... )
    (566.9904625, 500.0, 12.0)
    """
    value, unit = _split(str(text), field, "for example 60 g or 2 oz")
    if unit not in _MASSES:
        raise InvalidInput.at(
            field, f"“{unit}” is not a unit of mass known here.", "g, kg, oz or lb"
        )
    return value * _MASSES[unit]


def parse_volume_cm3(text: str | float, field: str) -> float:
    """Read a volume; a bare number counts in cubic centimetres.

    >>> round(parse_volume_cm3("10 in³", "cavity"), 3), parse_volume_cm3("0.6 l", "cavity")
    (163.871, 600.0)
    """
    value, unit = _split(str(text), field, "for example 600 cm³ or 36 in³")
    if unit not in _VOLUMES:
        raise InvalidInput.at(
            field, f"“{unit}” is not a unit of volume known here.", "cm³, l or in³"
        )
    return value * _VOLUMES[unit]


_SPEEDS = {
    "": 1.0,
    "r/min": 1.0,
    "rpm": 1.0,
    "1/min": 1.0,
    "/min": 1.0,
    "min-1": 1.0,
    "1/s": 60.0,
    "hz": 60.0,
}


def parse_speed_rpm(text: str | float, field: str) -> float:
    """Read a speed of rotation; a bare number counts in r/min.

    >>> (
    ...     parse_speed_rpm("1480 rpm", "speed"),
    ...     parse_speed_rpm("95", "speed"),
    ...     parse_speed_rpm("2 Hz", "speed"),
    ... )
    (1480.0, 95.0, 120.0)
    """
    value, unit = _split(str(text), field, "for example 95 r/min")
    unit = unit.lower()
    if unit not in _SPEEDS:
        raise InvalidInput.at(field, f"“{unit}” is not a unit of speed known here.", "r/min")
    if not 0 < value * _SPEEDS[unit] <= 100_000:
        raise InvalidInput.at(
            field,
            f"{str(text).strip()} is out of range: check value and unit.",
            "above 0 to 100 000 r/min",
        )
    return value * _SPEEDS[unit]


def parse_share(text: str | float, field: str) -> float:
    """Read a share: 30 %, or a bare number, which counts in per cent; 0 to 1 comes out.

    >>> parse_share("30 %", "share"), parse_share("40", "share")
    (0.3, 0.4)
    """
    value, unit = _split(str(text), field, "for example 30 %")
    if unit not in ("", "%"):
        raise InvalidInput.at(field, f"“{unit}” is no share.", "per cent, for example 30 %")
    # Below one it may be a share or per cent: asked back.
    if not unit and 0 < value <= 1:
        raise InvalidInput.at(
            field,
            f"Is {str(text).strip()} a share or per cent?",
            f"{value * 100:g} % or {value:g} %",
        )
    if not 0 < value <= 100:
        raise InvalidInput.at(field, f"{str(text).strip()} cannot be a share.", "above 0 to 100 %")
    return value / 100


_THREADS = (
    "tpi",
    "/in",
    "per in",
    "per inch",
    "threads/in",
    "threads per inch",
    "threads per in",
    "gg",
)


def parse_pitch_mm(text: str | float, field: str) -> float:
    """Read a thread's pitch: a length, or threads per inch.

    >>> parse_pitch_mm("2", "pitch"), round(parse_pitch_mm("12 tpi", "pitch"), 4)
    (2.0, 2.1167)
    """
    value, unit = _split(str(text), field, "for example 2 mm or 12 tpi")
    if unit in _THREADS:
        if not 2 <= value <= 60:
            raise InvalidInput.at(
                field,
                f"{value:g} threads per inch is out of range: check value and unit.",
                "2 to 60, for example 12 tpi",
            )
        return UM_PER[LengthUnit.INCH] / 1000 / value
    return parse_length(text, field).mm


_AREAS = {
    "": 1.0,
    "mm²": 1.0,
    "mm2": 1.0,
    "cm²": 100.0,
    "cm2": 100.0,
    "in²": 645.16,
    "in2": 645.16,
    "sq in": 645.16,
}


def parse_area_mm2(text: str | float, field: str) -> float:
    """Read an area; a bare number is mm².

    >>> parse_area_mm2("90 cm²", "piston"), round(parse_area_mm2("14 in²", "piston"), 1)
    (9000.0, 9032.2)
    """
    value, unit = _split(str(text), field, "for example 9000 mm², 90 cm² or 14 in²")
    if unit not in _AREAS:
        raise InvalidInput.at(
            field, f"“{unit}” is not a unit of area known here.", "mm², cm² or in²"
        )
    if value <= 0:
        raise InvalidInput.at(field, "An area is above zero.", "for example 9000 mm²")
    return value * _AREAS[unit]


def um_text(um: float) -> str:
    """Micrometres as millimetres and thousandths, for sentences: both are always in reach, an
    interface may show one.

    >>> um_text(114.3)
    '0.114 mm (4.5 thou)'
    """
    thou = um / UM_PER[LengthUnit.THOU]
    return f"{um / 1000:z.3f} mm ({thou:z.1f} thou)"


def mm_text(mm: float) -> str:
    """Millimetres and inches, for lengths along a rim.

    >>> mm_text(36.65)
    '37 mm (1.44 in)'
    """
    digits = 0 if mm >= 10 else 1
    return f"{mm:z.{digits}f} mm ({mm / 25.4:z.2f} in)"


def micrometer_text(mm: float) -> str:
    """A size as a micrometer shows it.
    >>> micrometer_text(39.975)
    '39.975 mm (1.5738 in)'
    """
    return f"{mm:z.3f} mm ({mm / 25.4:z.4f} in)"


def travel_text(mm: float) -> str:
    """A drive-up as an indicator shows it: hundredths of a millimetre, thousandths of an inch.

    >>> travel_text(1.5)
    '1.50 mm (0.059 in)'
    """
    return f"{mm:z.2f} mm ({mm / 25.4:z.3f} in)"


def number_plain(value: float) -> str:
    """One decimal, dropped when it is zero: 4.5, 4."""
    return f"{value:z.1f}".removesuffix(".0")
