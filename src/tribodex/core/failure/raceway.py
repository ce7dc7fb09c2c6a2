"""A ring's face unrolled, to scale, and where on it something was found."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.section import BearingSection
from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import LengthUnit, Shown, read_length


class Face(StrEnum):
    """A face that is drawn unrolled. `rows` run beside each other on the raceways of a two-row
    bearing.
    """

    OUTER = "outer"
    INNER = "inner"
    BORE = "bore"
    OUTSIDE = "outside"

    @property
    def words(self) -> str:
        """In the trade's words."""
        return {
            "outer": "outer raceway",
            "inner": "inner raceway",
            "bore": "bore",
            "outside": "outside of the outer ring",
        }[self.value]

    @property
    def rows(self) -> bool:
        """Whether it has rows."""
        return self in (Face.OUTER, Face.INNER)


class DamageSign(StrEnum):
    """What was found there."""

    PATH = "path"
    FLAKE = "flake"
    DENT = "dent"
    TINT = "tint"
    RUST = "rust"
    OXIDE = "fretting oxide"
    FLUTES = "flutes"
    CRACK = "crack"
    SMEAR = "smear"


@dataclass(frozen=True)
class Found:
    """One finding on a face: angles clockwise seen from the nut's side, 0 at the ring's top mark;
    `row` 1 at the nut's side, 2 beyond, 0 for both.

    A spot has equal ends. `middle_mm` and `width_mm` across the face, from its nut side; None where
    nobody measured.
    """

    face: Face
    sign: DamageSign
    from_deg: float
    to_deg: float
    row: int = 0
    middle_mm: float | None = None
    width_mm: float | None = None

    @property
    def arc_deg(self) -> float:
        """How far it goes round; 0 for a spot."""
        return (self.to_deg - self.from_deg) % 360 if self.to_deg - self.from_deg < 360 else 360.0

    @property
    def middle_deg(self) -> float:
        """Its middle."""
        return (self.from_deg + self.arc_deg / 2) % 360


@dataclass(frozen=True)
class Strip:
    """A face unrolled: how long and how wide it is (mm), and how many rows it has."""

    face: Face
    words: str
    length_mm: float
    width_mm: float
    rows: int


def strips(section: BearingSection) -> tuple[Strip, ...]:
    """The faces of a bearing, unrolled: length = π·diameter, the whole width across.

    Raceways from the handbook approximation of the section; good for a drawing and for distances to
    a few per cent.
    """
    diameters = {
        Face.OUTER: section.outer_raceway_mm,
        Face.INNER: section.inner_raceway_mm,
        Face.BORE: section.bore_mm,
        Face.OUTSIDE: section.outside_mm,
    }
    return tuple(
        Strip(face, face.words, math.pi * d, section.width_mm, section.rows if face.rows else 1)
        for face, d in diameters.items()
    )


_CLOCK = re.compile(r"(\d{1,2})(?::([0-5]\d))?\s*(?:o'?clock|h|uhr)$", re.IGNORECASE)


def read_place(text: str, name: str, length_mm: float, shown: Shown = "") -> float:
    """A place round a ring in degrees: `210`, `210°`, `7 o'clock`, `6:30 h`, or a length along the
    face from its top mark, `120 mm`.

    Raises InvalidInput, naming the entry, for anything else or beyond one turn.
    """
    said = text.strip().replace(",", ".")
    right = (
        "degrees from the top mark, clockwise from the nut's side (0 to 360), a clock time (7"
        " o'clock), or mm along the face"
    )
    if not said:
        raise InvalidInput.at(name, "Where round the ring? Nothing stands there.", right)
    clock = _CLOCK.fullmatch(said)
    if clock:
        hours, minutes = int(clock[1]), int(clock[2] or 0)
        if not 0 <= hours <= 12:
            raise InvalidInput.at(name, f"A clock face has no {hours}.", right)
        return (hours % 12) * 30 + minutes / 2
    bare = re.fullmatch(r"(\d+(?:\.\d+)?)\s*(?:°|deg|degrees)?", said)
    if bare:
        deg = float(bare[1])
        if deg > 360:
            raise InvalidInput.at(name, f"{deg:g}° is more than one turn.", right)
        return deg
    if not re.match(r"[\d.]+.*[a-zµ\"']", said, re.IGNORECASE):
        raise InvalidInput.at(name, f"“{text.strip()}” is no place on a ring.", right)
    along_mm = read_length(
        said, name, LengthUnit.MM, (0.0, length_mm * 1000.0), shown, zero=True
    ).mm
    return along_mm / length_mm * 360.0
