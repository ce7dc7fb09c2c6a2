"""Whether the oil of a grease is thick enough where it runs: viscosity against temperature, needed
by speed and size, and their ratio.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class OilCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    FAR_TOO_THIN = "oil.far_too_thin"
    TOO_THIN = "oil.too_thin"


# 0 °C on the absolute scale, by definition: the viscosity chart is one over absolute temperature.
KELVIN = 273.15
# Viscosity index that the grades of the table are listed for; another one is typed from the sheet.
USUAL_VI = 95.0


@dataclass(frozen=True)
class OilGrades:
    """Grades of oil with their viscosity at 40 and at 100 °C (mm²/s) for a viscosity index of about
    95.
    """

    source: Source
    rows: dict[str, tuple[float, float]]


def _walther(nu: float) -> float:
    return math.log10(math.log10(nu + 0.7))


def nu_100_of(nu40: float, vi: float = USUAL_VI) -> float:
    """Viscosity at 100 °C of an oil with a viscosity index, from its viscosity at 40 °C, by ISO
    2909 turned round.

    Symbols: ν₄₀, ν₁₀₀ (mm²/s); VI.
    Valid: ν₁₀₀ of 2 to 70 mm²/s; VI from 0 to 100 (procedure A).
    Raises: OutOfRange beyond.
    Source: ISO 2909 procedure A with its equations for ν₁₀₀ from 4 to 70 mm²/s, from memory.

    >>> round(nu_100_of(100, 95), 1), round(nu_100_of(460, 95), 1)
    (11.1, 30.3)
    """
    if not 0 <= vi <= 100:
        raise OutOfRange.at(
            "vi",
            f"A viscosity index of {number(vi)} is not read here.",
            "0 to 100; above that give the viscosity at 100 °C",
        )

    def off(y: float) -> float:
        of_100, of_0 = _reference(y)
        return nu40 - (of_0 - vi / 100 * (of_0 - of_100))

    low, high = 2.0, 70.0
    if off(low) < 0 or off(high) > 0:
        raise OutOfRange.at(
            "nu40", f"{number(nu40)} mm²/s at 40 °C is out of range.", "about 6 to 1800 mm²/s"
        )
    for _ in range(80):
        middle = (low + high) / 2
        low, high = (middle, high) if off(middle) > 0 else (low, middle)
    return (low + high) / 2


# ISO 2909: ν₁₀₀ from, to; at 40 °C L = a·y² + b·y + c (VI 0) and H = d·y² + e·y + f (VI 100), y =
# ν₁₀₀. From memory; bands join.
_ISO_2909 = (
    (2.0, 3.8, 1.14673, 1.7576, -0.109, 0.84155, 1.5521, -0.077),
    (3.8, 4.4, 3.38095, -15.4952, 33.196, 0.78571, 1.7929, -0.183),
    (4.4, 5.0, 2.5, -7.2143, 13.812, 0.82143, 1.5679, 0.119),
    (5.0, 6.4, 0.10100, 16.635, -45.469, 0.04985, 9.1613, -18.557),
    (6.4, 7.0, 3.35714, -23.5643, 78.466, 0.22619, 7.7369, -16.656),
    (7.0, 7.7, 0.01191, 21.475, -72.870, 0.79762, -0.7321, 14.61),
    (7.7, 9.0, 0.41858, 16.1558, -56.040, 0.05794, 10.5156, -28.240),
    (9.0, 12.0, 0.88779, 7.5527, -16.600, 0.26665, 6.7015, -10.810),
    (12.0, 15.0, 0.76720, 10.7972, -38.180, 0.20073, 8.4658, -22.490),
    (15.0, 18.0, 0.97305, 5.3135, -2.200, 0.28889, 5.9741, -4.930),
    (18.0, 22.0, 0.97256, 5.2500, -0.980, 0.24504, 7.4160, -16.730),
    (22.0, 28.0, 0.91413, 7.4759, -21.820, 0.20323, 9.1267, -34.230),
    (28.0, 40.0, 0.87031, 9.7157, -50.770, 0.18411, 10.1015, -46.750),
    (40.0, 55.0, 0.84703, 12.6752, -133.310, 0.17029, 11.4866, -80.620),
    (55.0, 70.0, 0.85921, 11.1009, -83.190, 0.17130, 11.3680, -76.940),
)


def _reference(y: float) -> tuple[float, float]:
    """ν₄₀ of the reference oils with this ν₁₀₀: of VI 100 (H), of VI 0 (L)."""
    for low, high, a, b, c, d, e, f in _ISO_2909:
        if low <= y <= high:
            return d * y**2 + e * y + f, a * y**2 + b * y + c
    raise OutOfRange.at("nu100", f"{number(y)} mm²/s at 100 °C is out of range.", "2 to 70 mm²/s")


def viscosity_at(temperature_c: float, nu40: float, nu100: float) -> Result:
    """Viscosity at a temperature: log10 log10 (ν + 0.7) = A - B·log10 T.

    Symbols: ν (mm²/s), T (K); A, B from the values at 40 and 100 °C.
    Valid: ν above 2 mm²/s; never below the pour point of the oil.
    Raises: InvalidInput for values that are no oil; OutOfRange for temperatures beyond -20 to 150
        °C.
    Source: ASTM D341 (Walther), from memory.

    >>> round(viscosity_at(70, 150, 15).value, 1), round(viscosity_at(40, 150, 15).value, 3)
    (38.5, 150.0)
    """
    if not 2 <= nu100 < nu40 <= 5_000:
        what = f"{number(nu40)} mm²/s at 40 °C and {number(nu100)} at 100 °C are no oil."
        raise InvalidInput.at("nu100", what, "the base oil's: thinner at 100 °C, 2 to 5000 mm²/s")
    if not -20 <= temperature_c <= 150:
        raise OutOfRange.at(
            "temperature", f"{number(temperature_c)} °C is out of range.", "-20 to 150 °C"
        )
    t40, t100, t = (math.log10(c + KELVIN) for c in (40.0, 100.0, temperature_c))
    slope = (_walther(nu40) - _walther(nu100)) / (t100 - t40)
    const = _walther(nu40) + slope * t40
    nu = 10 ** (10 ** (const - slope * t)) - 0.7
    lines = (
        Line(
            "B",
            "slope",
            "(W₄₀ - W₁₀₀)/(log T₁₀₀ - log T₄₀)",
            f"ν₄₀ = {number(nu40)}, ν₁₀₀ = {number(nu100)}",
            slope,
            "",
            "astm_d341",
        ),
        Line(
            "ν",
            f"at {number(temperature_c)} °C",
            "log log (ν + 0.7) = A - B·log T",
            f"A = {number(const)}",
            nu,
            "mm²/s",
            "astm_d341",
        ),
    )
    note = "Below 2 mm²/s the rule does not hold." if nu < 2 else ""
    return Result(
        "viscosity", "Viscosity where it runs", round(nu, 2), "mm²/s", working=lines, note=note
    )


def viscosity_needed(speed_rpm: float, bore_mm: float, outside_mm: float) -> Result:
    """Viscosity that keeps metal apart: ν₁ = 45000·n^-0.83·D_pw^-0.5 below 1000 r/min,
    4500·n^-0.5·D_pw^-0.5 from there.

    Symbols: n (r/min), D_pw ≈ (d + D)/2 (mm); ν₁ (mm²/s). The branches differ by about 2 % at 1000
        r/min, as published.
    Valid: rolling bearings at running temperature.
    Raises: InvalidInput for speeds and sizes that cannot be.
    Source: ISO 281, from memory.

    >>> (
    ...     round(viscosity_needed(600, 80, 140).value, 1),
    ...     round(viscosity_needed(1500, 80, 140).value, 1),
    ... )
    (21.2, 11.1)
    """
    if not 0 < speed_rpm <= 100_000 or not 0 < bore_mm < outside_mm:
        raise InvalidInput.at(
            "speed", "Speed and size are needed.", "r/min above 0, bore below outside diameter"
        )
    pitch = (bore_mm + outside_mm) / 2
    slow = speed_rpm < 1000
    nu = (45_000 * speed_rpm**-0.83 if slow else 4_500 * speed_rpm**-0.5) / math.sqrt(pitch)
    formula = "45000·n^-0.83·D_pw^-0.5" if slow else "4500·n^-0.5·D_pw^-0.5"
    line = Line(
        "ν₁",
        "needed",
        formula,
        f"n = {number(speed_rpm)}, D_pw = {number(pitch)}",
        nu,
        "mm²/s",
        "iso_281",
    )
    return Result(
        "viscosity_needed", "Viscosity that is needed", round(nu, 2), "mm²/s", working=(line,)
    )


def kappa(at_c: Result, needed: Result) -> Result:
    """κ = ν/ν₁: from 1 to 4 is aimed for.

    Symbols: ν, ν₁ (mm²/s).
    Valid: 0.1 to 4; below 0.1 the method ends.
    Raises: nothing.
    Source: ISO 281; words common practice, no source.

    >>> kappa(viscosity_at(70, 150, 15), viscosity_needed(600, 80, 140)).verdict.word
    'thick enough'
    """
    ratio = (at_c.value or 0.0) / (needed.value or 1.0)
    if ratio < 0.1:
        verdict = Verdict(
            "far too thin",
            Level.STOP,
            "Outside the method: another oil, or another temperature.",
            code=OilCode.FAR_TOO_THIN,
        )
    elif ratio < 0.4:
        verdict = Verdict(
            "too thin",
            Level.STOP,
            "Metal touches metal: a thicker oil, or one with proven extreme-pressure additives and"
            " a short life.",
            code=OilCode.TOO_THIN,
        )
    elif ratio < 1:
        verdict = Verdict(
            "thin",
            Level.WATCH,
            "Below 1: with additives, and looked at more often; a thicker oil is better.",
        )
    elif ratio <= 4:
        verdict = Verdict("thick enough", Level.GOOD, "Between 1 and 4.")
    else:
        verdict = Verdict(
            "thicker than needed",
            Level.WATCH,
            "Above 4 nothing is gained; it churns and runs warm, and starts hard in the cold.",
        )
    line = Line(
        "κ",
        "ratio",
        "ν/ν₁",
        f"{number(at_c.value or 0)}/{number(needed.value or 0)}",
        ratio,
        "",
        "iso_281",
    )
    return Result("kappa", "κ", round(ratio, 2), "", verdict=verdict, working=(line,))
