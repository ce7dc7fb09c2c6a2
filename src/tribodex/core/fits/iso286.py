"""Limits of shafts and holes by ISO 286: standard tolerances and fundamental deviations, up to 500
mm.
"""

from __future__ import annotations

import re
from bisect import bisect_left

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, OutOfRange

# Upper ends of the steps of nominal size, “over … up to and including” (mm). All tables here: ISO
# 286-1 and -2, from memory.
SIZES_MM = (3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500)
_IT_UM: dict[int, tuple[float, ...]] = {
    4: (3, 4, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20),
    5: (4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27),
    6: (6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40),
    7: (10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63),
    8: (14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97),
    9: (25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155),
    10: (40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250),
    11: (60, 75, 90, 110, 130, 160, 190, 220, 250, 290, 320, 360, 400),
}
# Upper deviation of shafts that lie below the nominal size; lower deviation of those that lie above
# it (µm).
_BELOW_UM: dict[str, tuple[float, ...]] = {
    "e": (14, 20, 25, 32, 40, 50, 60, 72, 85, 100, 110, 125, 135),
    "f": (6, 10, 13, 16, 20, 25, 30, 36, 43, 50, 56, 62, 68),
    "g": (2, 4, 5, 6, 7, 9, 10, 12, 14, 15, 17, 18, 20),
    "h": (0,) * 13,
}
_ABOVE_UM: dict[str, tuple[float, ...]] = {
    "k": (0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4, 5),
    "m": (2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21, 23),
    "n": (4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37, 40),
    "p": (6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62, 68),
}
# Lower deviation of j5 and j6 (one row) and j7; upper deviation of the holes J6 and J7 (µm).
_J_SHAFT_UM = {
    5: (-2, -2, -2, -3, -4, -5, -7, -9, -11, -13, -16, -18, -20),
    6: (-2, -2, -2, -3, -4, -5, -7, -9, -11, -13, -16, -18, -20),
    7: (-4, -4, -5, -6, -8, -10, -12, -15, -18, -21, -26, -28, -32),
}
_J_HOLE_UM = {
    6: (2, 5, 5, 6, 8, 10, 13, 16, 18, 22, 25, 29, 33),
    7: (4, 6, 8, 10, 12, 14, 18, 22, 26, 30, 36, 39, 43),
}
# r has finer steps above 50 mm.
_R_SIZES_MM = (
    3,
    6,
    10,
    18,
    30,
    50,
    65,
    80,
    100,
    120,
    140,
    160,
    180,
    200,
    225,
    250,
    280,
    315,
    355,
    400,
    450,
    500,
)
# Fundamental deviation of r for each step (µm; ISO 286-1, from memory): the one letter here whose
# steps are not those of the others.
_R_UM = (10, 15, 19, 23, 28, 34, 41, 43, 51, 54, 63, 65, 68, 77, 80, 84, 94, 98, 108, 114, 126, 132)

SHAFT_CLASSES = (
    *(
        f"{letter}{grade}"
        for letter in ("e", "f", "g", "h", "j", "js", "k", "m", "n", "p", "r")
        for grade in (5, 6, 7)
    ),
    "e8",
    "f8",
    "h8",
    "h9",
    "h10",
    "h11",
)
HOLE_CLASSES = (
    *(
        f"{letter}{grade}"
        for letter in ("F", "G", "H", "JS", "K", "M", "N", "P", "R")
        for grade in (6, 7)
    ),
    "J6",
    "J7",
    "F8",
    "G8",
    "H8",
    "H9",
    "H10",
    "H11",
)


def _step(nominal_mm: float, sizes: tuple[float, ...] = SIZES_MM) -> int:
    at = bisect_left(sizes, nominal_mm)
    if nominal_mm <= 0 or at >= len(sizes):
        raise OutOfRange.at(
            "nominal",
            f"ISO 286 limits are kept here up to 500 mm, not for {nominal_mm:g} mm.",
            "a size up to 500 mm",
        )
    return at


def tolerance_um(nominal_mm: float, grade: int) -> float:
    """Standard tolerance IT of a grade.

    Symbols: nominal size (mm), grade 4 to 11; tolerance (µm).
    Valid: up to 500 mm.
    Raises: OutOfRange beyond, or for another grade.
    Source: ISO 286-1, table 1, from memory; compared in a test with a reference library.

    >>> tolerance_um(80, 9), tolerance_um(80.5, 5), tolerance_um(63, 7)
    (74, 15, 30)
    """
    if grade not in _IT_UM:
        raise OutOfRange.at("grade", f"IT{grade} is not kept here.", "IT4 to IT11")
    return _IT_UM[grade][_step(nominal_mm)]


def shaft_limits_um(nominal_mm: float, tolerance_class: str) -> Span:
    """Deviations of a shaft of a tolerance class from its nominal size.

    Symbols: nominal size (mm), class such as m6; lower and upper deviation (µm).
    Valid: up to 500 mm; classes e to r as listed.
    Raises: OutOfRange beyond, InvalidInput for a class that is not kept.
    Source: ISO 286-2, from memory; compared in a test with a reference library.

    >>> shaft_limits_um(60, "k5"), shaft_limits_um(60, "h9"), shaft_limits_um(90, "js6")
    (Span(low=2, high=15), Span(low=-74, high=0), Span(low=-11.0, high=11.0))
    """
    letter, grade = _read(tolerance_class, SHAFT_CLASSES, "shaft")
    at, it = _step(nominal_mm), tolerance_um(nominal_mm, grade)
    if letter == "js":
        return Span(-it / 2, it / 2)
    if letter in _BELOW_UM:
        upper = -_BELOW_UM[letter][at] or 0
        return Span(upper - it, upper)
    if letter == "j":
        low = _J_SHAFT_UM[grade][at]
    elif letter == "r":
        low = _R_UM[_step(nominal_mm, _R_SIZES_MM)]
    else:
        low = int(_ABOVE_UM[letter][at])
    return Span(low, low + it)


def hole_limits_um(nominal_mm: float, tolerance_class: str) -> Span:
    """Deviations of a hole of a tolerance class from its nominal size.

    Symbols: nominal size (mm), class such as H7; lower and upper deviation (µm).
    Valid: up to 500 mm; classes F to R as listed.
    Raises: OutOfRange beyond, InvalidInput for a class that is not kept.
    Source: ISO 286-1 (rule of Δ = IT of the grade less IT of the next finer one) and -2, from
        memory; compared in a test.

    >>> (
    ...     hole_limits_um(140, "H7"),
    ...     hole_limits_um(140, "K7"),
    ...     hole_limits_um(140, "P7"),
    ...     hole_limits_um(140, "M6"),
    ... )
    (Span(low=0, high=40), Span(low=-28, high=12), Span(low=-68, high=-28), Span(low=-33, high=-8))
    """
    letter, grade = _read(tolerance_class, HOLE_CLASSES, "hole")
    at, it = _step(nominal_mm), tolerance_um(nominal_mm, grade)
    if letter == "JS":
        return Span(-it / 2, it / 2)
    if letter.lower() in _BELOW_UM:
        lower = _BELOW_UM[letter.lower()][at]
        return Span(lower, lower + it)
    if letter == "J":
        high = float(_J_HOLE_UM[grade][at])
        return Span(high - it, high)
    step = it - _IT_UM[grade - 1][at] if nominal_mm > 3 else 0.0
    ei = _R_UM[_step(nominal_mm, _R_SIZES_MM)] if letter == "R" else _ABOVE_UM[letter.lower()][at]
    upper = step - ei
    if letter == "M" and grade == 6 and 250 < nominal_mm <= 315:
        # The one exception that the standard makes.
        upper = -9
    return Span(upper - it, upper)


def _read(tolerance_class: str, known: tuple[str, ...], field: str) -> tuple[str, int]:
    text = tolerance_class.strip()
    match = re.fullmatch(r"([A-Za-z]+)(\d+)", text)
    if match is None or text not in known:
        raise InvalidInput.at(
            field, f"“{text}” is no tolerance class that is kept here.", ", ".join(known)
        )
    return match[1], int(match[2])
