"""Two ends as people write them on one line: “0.045–0.060”, “1.8 to 2.4 thou”, “1 to 1 1/4
turns”."""

from __future__ import annotations

import re
from collections.abc import Callable

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import LengthUnit, parse_count, parse_degrees, read_length

_BETWEEN = re.compile(r"\s*(?:\bto\b|…|\.\.+|[–—]|(?<=[\w\"°.])\s*-\s*(?=\.?\d))\s*", re.IGNORECASE)
_UNIT = re.compile(r"[a-zµμ\"°']+\.?$", re.IGNORECASE)
_TURNS = re.compile(r"\s*turns?\s*$", re.IGNORECASE)


def ends_of(text: str) -> tuple[str, ...]:
    """The ends of a band as typed, one or two, each with the unit that stands at either.

    Symbols: none.
    Valid: numbers with fractions, comma or point.
    Raises: nothing.
    Source: none.

    >>> (
    ...     ends_of("1.8 to 2.4 thou"),
    ...     ends_of("0,045–0,060"),
    ...     ends_of("0.05 mm"),
    ...     ends_of("1 1/4 - 1 1/2 turns"),
    ... )
    (('1.8 thou', '2.4 thou'), ('0,045', '0,060'), ('0.05 mm',), ('1 1/4 turns', '1 1/2 turns'))
    """
    parts = [part for part in _BETWEEN.split(text.strip()) if part]
    units = [match.group(0) if (match := _UNIT.search(part)) else "" for part in parts]
    unit = next((unit for unit in reversed(units) if unit), "")
    return tuple(
        part if own or not unit else f"{part} {unit}"
        for part, own in zip(parts, units, strict=True)
    )


def _band(text: str, field: str, example: str, read: Callable[[str], float], single: bool) -> Span:
    parts = ends_of(text)
    if len(parts) > 2 or (len(parts) < 2 and not single):
        raise InvalidInput.at(
            field, f"“{text.strip()}” is not a band: both its ends are needed.", example
        )
    values = [read(part) for part in parts]
    low, high = values[0], values[-1]
    if low > high:
        raise InvalidInput.at(
            field, f"The greater end of “{text.strip()}” is below the lesser.", example
        )
    return Span(low, high)


def read_band_um(
    text: str,
    field: str,
    sensible_um: tuple[float, float],
    example: str,
    default: LengthUnit = LengthUnit.MM,
) -> Span:
    """A band of lengths, in µm. A bare number is read as `read_length` reads it.

    Symbols: sensible_um least and most that can be meant (µm).
    Valid: two ends.
    Raises: InvalidInput with the readings that fit.
    Source: none.

    >>> (
    ...     read_band_um("1.8 to 2.4 thou", "r", (5, 400), ""),
    ...     read_band_um("0.045 - 0.060", "r", (5, 400), ""),
    ... )
    (Span(low=45.72, high=60.96), Span(low=45.0, high=60.0))
    """
    return _band(
        text,
        field,
        example,
        lambda part: round(read_length(part, field, default, sensible_um).um, 4),
        single=False,
    )


def read_turn_deg(text: str, field: str, most_deg: float, example: str) -> Span:
    """A turn of the nut as a sheet gives it, in degrees or turns; one value or a band.

    Symbols: most_deg the most that can be meant (degrees).
    Valid: above zero.
    Raises: InvalidInput.
    Source: none.

    >>> read_turn_deg("1 to 1 1/4 turns", "a", 1440, ""), read_turn_deg("110°", "a", 720, "")
    (Span(low=360.0, high=450.0), Span(low=110.0, high=110.0))
    """

    def read(part: str) -> float:
        if _TURNS.search(part):
            return parse_count(_TURNS.sub("", part), field) * 360
        return parse_degrees(part, field)

    span = _band(text, field, example, read, single=True)
    if not span.low > 0 or span.high > most_deg:
        raise InvalidInput.at(
            field,
            f"“{text.strip()}” is out of range: check value and unit.",
            f"above zero, up to {most_deg:.0f}°; {example}",
        )
    return span
