"""A difference of temperatures, as typed."""

from __future__ import annotations

import re

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput

USUAL_K = Span(-100.0, 300.0)
_TYPED = re.compile(r"([+-]?\d+(?:[.,]\d+)?)\s*(K|k|°C|C)?")


def parse_kelvin(text: str, field: str, within: Span = USUAL_K) -> float:
    """A difference in K; a degree Celsius of difference is the same. Raises InvalidInput.

    >>> parse_kelvin("60 K", "ring_rise"), parse_kelvin("-5", "ring_rise")
    (60.0, -5.0)
    """
    match = _TYPED.fullmatch(text.strip())
    expected = f"{within.low:g} to {within.high:g} K"
    if match is None:
        raise InvalidInput.at(
            field, f"“{text.strip()}” is no difference of temperatures.", expected
        )
    value = float(match[1].replace(",", "."))
    if not within.low <= value <= within.high:
        raise InvalidInput.at(
            field, f"{value:g} K is out of range: check value and unit.", expected
        )
    return value
