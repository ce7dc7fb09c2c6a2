"""Does a sleeve of this bearing fit the shaft: nominal against measured, h9, form; inch shafts by
their own bands.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.adapter_sleeve import AdapterSleeve
from tribodex.core.components.bands import Span
from tribodex.core.fits.iso286 import tolerance_um
from tribodex.core.quantities import travel_text, um_text
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class ShaftCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOMINAL = "shaft.nominal"
    OVER_SIZE = "shaft.over_size"
    UNDER_SIZE = "shaft.under_size"


# A measured diameter this far from a nominal one still means that one (mm): worn below, burred
# above.
BELOW_MM, ABOVE_MM = 0.4, 0.1


@dataclass(frozen=True)
class InchBand:
    """Tolerance of inch shafts of one kind over a band of sizes, inches."""

    kind: str
    over_in: float
    to_in: float
    upper_in: float
    lower_in: float


@dataclass(frozen=True)
class InchShafts:
    """Tolerances of inch shafts."""

    source: Source
    bands: tuple[InchBand, ...]

    def find(self, kind: str, size_in: float) -> InchBand | None:
        """The band of a size; None where none is known."""
        return next(
            (b for b in self.bands if b.kind == kind and b.over_in < size_in <= b.to_in), None
        )


def nominal_of(sleeve: AdapterSleeve, shaft_mm: float) -> tuple[str, float] | None:
    """The shaft of a sleeve that a measured or named diameter means; None when the sleeve is made
    for none like it.

    Symbols: diameters in mm.
    Valid: one sleeve with the shafts that it exists for.
    Raises: nothing.
    Source: ISO 2982-1, through the sleeve given.

    >>> (
    ...     nominal_of(AdapterSleeve(90, 80, ("3-3/16",), 65), 79.95),
    ...     nominal_of(AdapterSleeve(90, 80, (), 65), 75),
    ... )
    (('80 mm', 80), None)
    """
    close = [
        (abs(shaft_mm - mm), text, mm)
        for text, mm in sleeve.nominals()
        if mm - BELOW_MM <= shaft_mm <= mm + ABOVE_MM
    ]
    if not close:
        return None
    _, text, mm = min(close)
    return text, mm


def shaft_size(
    nominal: tuple[str, float], shaft_mm: float, inch: InchShafts, housed: bool
) -> Result:
    """The shaft's diameter against the limits for its sleeve: h9 and half of IT5 in form, or the
    band of an inch shaft.

    Symbols: nominal in words and mm; d measured diameter (mm); limits (mm).
    Valid: up to 500 mm, or a listed inch size.
    Raises: OutOfRange beyond 500 mm.
    Source: ISO 286-1 from memory; inch bands common practice, no source.

    >>> from tribodex.core.sources import PRACTICE
    >>> r = shaft_size(("80 mm", 80), 79.9, InchShafts(PRACTICE, ()), False)
    >>> r.verdict.word, r.verdict.level.value
    ('under size', 'stop')
    """
    text, mm = nominal
    band = (
        inch.find("housed_unit" if housed else "adapter", mm / 25.4)
        if text.endswith("in")
        else None
    )
    band = band or (inch.find("adapter", mm / 25.4) if text.endswith("in") else None)
    if text.endswith("in") and band is not None:
        limits, how, source = (
            Span(mm + band.lower_in * 25.4, mm + band.upper_in * 25.4),
            f"+{band.upper_in:g}/{band.lower_in:.3f} in",
            inch.source.id,
        )
    else:
        limits, how, source = Span(mm - tolerance_um(mm, 9) / 1000, mm), "h9: 0 to -IT9", "iso_286"
    form = tolerance_um(mm, 5) / 2
    off = shaft_mm - mm
    if shaft_mm > limits.high + 1e-6:
        verdict = Verdict(
            "over size",
            Level.STOP,
            f"{travel_text(off)} above {text}: the sleeve does not go on, or closes crooked. Dress"
            " the shaft.",
            code=ShaftCode.OVER_SIZE,
        )
    elif shaft_mm < limits.low - 1e-6:
        verdict = Verdict(
            "under size",
            Level.STOP,
            f"{travel_text(-off)} below {text}, {how} asked: worn. The sleeve does not grip all"
            " round.",
            code=ShaftCode.UNDER_SIZE,
        )
    elif shaft_mm == mm:
        verdict = Verdict(
            "nominal",
            Level.UNKNOWN,
            f"Only the nominal size was given: measure it, and its form to {um_text(form)}.",
            code=ShaftCode.NOMINAL,
        )
    else:
        verdict = Verdict(
            "in size",
            Level.GOOD,
            f"Inside {how} of {text}. Out of round and taper: at most {um_text(form)} (IT5/2).",
        )
    lines = (
        Line("d_min", "least diameter", how, text, limits.low, "mm", source),
        Line("d_max", "greatest diameter", "nominal", text, limits.high, "mm", source),
        Line("form", "out of round, taper", "IT5/2", number(form), form, "µm", "iso_286"),
    )
    return Result(
        "shaft_size",
        f"Shaft for the sleeve, {text}",
        limits.low,
        "mm",
        value_to=limits.high,
        verdict=verdict,
        working=lines,
    )
