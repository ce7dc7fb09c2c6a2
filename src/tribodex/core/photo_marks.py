"""What is drawn over a photograph: arrows and circles, in shares of its width and height, so that
they fit whatever size it is shown in.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, cast

from tribodex.core.errors import InvalidInput

# More than this hides the picture that they should explain.
MOST_MARKS = 12
_MARK = re.compile(r"(arrow|circle)((?:\s+[\d.]+){4})")
Shape = Literal["arrow", "circle"]


@dataclass(frozen=True)
class PhotoMark:
    """An arrow from its tail to its tip, or a circle in the box between two corners; shares of
    width (x) and height (y), 0 to 1.
    """

    shape: Shape
    x: float
    y: float
    to_x: float
    to_y: float


def read_marks(said: str) -> tuple[PhotoMark, ...]:
    """Marks as they are sent.

    Symbols: x, y begin; to_x, to_y end, shares of the picture from its upper left corner (1).
    Valid: up to a dozen marks, each inside the picture.
    Raises: InvalidInput for anything else.
    Source: definition.

    >>> read_marks("circle 0.4 0.3 0.5 0.3; arrow 0.1 0.9 0.4 0.35")[1]
    PhotoMark(shape='arrow', x=0.1, y=0.9, to_x=0.4, to_y=0.35)
    >>> read_marks("")
    ()
    """
    marks = []
    for part in (part.strip() for part in said.split(";") if part.strip()):
        matched = _MARK.fullmatch(part)
        try:
            x, y, to_x, to_y = (
                (float(value) for value in matched[2].split()) if matched else (2.0,) * 4
            )
        except ValueError:
            x = y = to_x = to_y = 2.0
        if matched is None or not all(0 <= value <= 1 for value in (x, y, to_x, to_y)):
            raise InvalidInput.at(
                "marks",
                f"“{part[:60]}” is no mark on a photograph.",
                "arrow or circle, then x y x y as shares of the picture, 0 to 1",
            )
        marks.append(PhotoMark(cast(Shape, matched[1]), x, y, to_x, to_y))
    if len(marks) > MOST_MARKS:
        raise InvalidInput.at(
            "marks", f"{len(marks)} marks hide the picture.", f"at most {MOST_MARKS}"
        )
    return tuple(marks)


def marks_said(marks: Sequence[PhotoMark]) -> str:
    """The same as they are sent.

    >>> marks_said(read_marks("arrow 0.1 0.9 0.4 0.35"))
    'arrow 0.1 0.9 0.4 0.35'
    """
    return "; ".join(
        f"{mark.shape} {mark.x:g} {mark.y:g} {mark.to_x:g} {mark.to_y:g}" for mark in marks
    )
