"""Bearings with a tapered bore, spherical roller and self-aligning ball: designation, boundary
dimensions, raceways.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.sources import Source


class Kind(StrEnum):
    """Kinds of bearing that this tool mounts on a taper."""

    SPHERICAL_ROLLER = "spherical_roller"
    SELF_ALIGNING_BALL = "self_aligning_ball"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return (
            "spherical roller bearing"
            if self is Kind.SPHERICAL_ROLLER
            else "self-aligning ball bearing"
        )


class Group(StrEnum):
    """Clearance group by ISO 5753-1, written in the trade's way."""

    C2 = "C2"
    CN = "CN"
    C3 = "C3"
    C4 = "C4"
    C5 = "C5"


class Taper(StrEnum):
    """Taper of the bore, on diameter."""

    ONE_IN_12 = "1:12"
    ONE_IN_30 = "1:30"

    @property
    def slope(self) -> float:
        """Diameter gained for each unit of length."""
        return 1 / 12 if self is Taper.ONE_IN_12 else 1 / 30


@dataclass(frozen=True)
class BoundaryDimensions:
    """A row of the dimension table (ISO 15). Lengths in mm."""

    code: str
    series: str
    bore_mm: float
    outside_mm: float
    width_mm: float
    mass_kg: float | None
    source_id: str = ""


@dataclass(frozen=True)
class DimensionTable:
    """Boundary dimensions by basic code."""

    source: Source
    rows: tuple[BoundaryDimensions, ...]

    def find(self, code: str) -> BoundaryDimensions | None:
        """The row of this basic code, if the table has it."""
        return next((row for row in self.rows if row.code == code), None)


@dataclass(frozen=True)
class Bearing:
    """One bearing with a tapered bore. Lengths in mm.

    `basic_code` is empty when the bearing was given by its dimensions.
    """

    bore_mm: float
    outside_mm: float
    width_mm: float
    taper: Taper
    group: Group
    basic_code: str = ""
    designation: str = ""
    kind: Kind = Kind.SPHERICAL_ROLLER

    @property
    def series(self) -> str:
        """Its series, the code without its bore; empty when it was given by its dimensions."""
        return series_of(self.basic_code)

    @property
    def raceway_formula(self) -> str:
        """How the raceway diameter is come by."""
        return "(3d + D)/4"

    @property
    def inner_raceway_mm(self) -> float:
        """Mean raceway (shoulder) diameter of the inner ring, F ≈ (3d + D)/4. Common practice, no
        source; about ±3 %.
        """
        return (3 * self.bore_mm + self.outside_mm) / 4

    @property
    def outer_raceway_mm(self) -> float:
        """Raceway diameter of the outer ring, E ≈ (4D + d)/5. Common practice, no source; about ±3
        %.
        """
        return (4 * self.outside_mm + self.bore_mm) / 5

    @property
    def label(self) -> str:
        """What a person calls it."""
        if self.designation:
            return self.designation
        return f"{self.bore_mm:g} × {self.outside_mm:g} × {self.width_mm:g} mm {self.group}"


@dataclass(frozen=True)
class Designation:
    """What could be read from a designation, and what could not."""

    text: str
    basic_code: str
    taper: Taper | None
    group: Group | None
    grooved: bool
    unread: tuple[str, ...]
    kind: Kind = Kind.SPHERICAL_ROLLER
    sealed: bool = False

    @property
    def series(self) -> str:
        """Its series."""
        return series_of(self.basic_code)


# A sealed one may carry a prefix (BS2-); the rest begins with its code.
_ROLLER = re.compile(
    r"^\s*(?P<prefix>[A-Z]+\d?\s*[-–]\s*)?(?P<code>2\d{4}|2\d{2}/\d{3,4})(?!\d)\s*(?P<rest>.*)$"
)
_BALL = re.compile(r"^\s*(?P<prefix>)(?P<code>(?:12|13|22|23)\d{2})(?!\d)\s*(?P<rest>.*)$")
# Seals on both sides or one: 2RS, 2RS1, 2CS, 2CS5, RS, 2RSR, 2LS and like forms; Z and 2Z are
# shields.
_SEAL = re.compile(r"^(?:2|1)?(?:RS|CS|LS|RD|RZ)[RHL]?\d*$|^2?Z$")
# Series with a taper of 1:30; the other spherical roller series have 1:12 (common practice, no
# source).
STEEP_SERIES = frozenset({"240", "241", "242", "248", "249"})


def series_of(code: str) -> str:
    """The series of a basic code: three figures for spherical roller, two for self-aligning ball
    bearings.

    >>> series_of("22218"), series_of("240/500"), series_of("2212"), series_of("")
    ('222', '240', '22', '')
    """
    if not code:
        return ""
    return code.split("/")[0] if "/" in code else code[: len(code) - 2]


def taper_of_series(series: str) -> Taper | None:
    """The taper that a series has when it has one; None where nothing is known.

    >>> str(taper_of_series("240")), str(taper_of_series("222")), taper_of_series("")
    ('1:30', '1:12', None)
    """
    if not series:
        return None
    return Taper.ONE_IN_30 if series in STEEP_SERIES else Taper.ONE_IN_12


def read_designation(text: str) -> Designation:
    """Read a designation such as “22218 K/C3 W33”. Suffixes that are not known here are reported,
    never dropped.

    Raises InvalidInput when it does not begin with the code of a spherical roller or self-aligning
    ball bearing.

    >>> d = read_designation("22218 K/C3 W33")
    >>> d.basic_code, str(d.taper), str(d.group), d.grooved, d.unread
    ('22218', '1:12', 'C3', True, ())
    >>> read_designation("23024-EK30/C4").unread
    ('E',)
    >>> ball = read_designation("2212 EKTN9/C3")
    >>> ball.kind.words, str(ball.taper), ball.unread
    ('self-aligning ball bearing', '1:12', ('E', 'TN9'))
    >>> sealed = read_designation("BS2-2218-2CS5K/VT143")
    >>> sealed.basic_code, sealed.sealed, str(sealed.taper)
    ('22218', True, '1:12')
    """
    upper = re.sub(r"^(\s*BS2\s*[-–]\s*)2(\d{3})(?!\d)", r"\g<1>22\2", text.upper())
    found = _ROLLER.match(upper)
    kind = Kind.SPHERICAL_ROLLER
    if not found:
        found, kind = _BALL.match(upper), Kind.SELF_ALIGNING_BALL
    if not found:
        raise InvalidInput.at(
            "designation",
            f"“{text.strip()}” does not begin with the code of a spherical roller or self-aligning"
            " ball bearing.",
            "five figures that begin with 2 (spherical roller) or four that begin with 12, 13, 22"
            " or 23 (self-aligning ball), then suffixes, for example 22218 K C3 W33 or 2212 K C3;"
            " or give bore, outside diameter and width",
        )
    taper: Taper | None = None
    groups: list[Group] = []
    grooved = False
    unread: list[str] = []
    sealed = bool(found["prefix"]) and found["prefix"].strip().startswith("BS2")
    if found["prefix"] and not sealed:
        unread.append(found["prefix"].strip(" -–"))
    for part in re.split(r"[\s/\-.,+]+", found["rest"]):
        for token in _split_suffix(part):
            if token == "K30":
                taper = Taper.ONE_IN_30
            elif token == "K":
                taper = Taper.ONE_IN_12
            elif token in Group.__members__:
                groups.append(Group(token))
            elif token == "W33":
                grooved = True
            elif _SEAL.match(token):
                sealed = True
            else:
                unread.append(token)
    # Two marks in one number are a slip, or two rings: neither is guessed.
    if len(set(groups)) > 1:
        raise InvalidInput.at(
            "designation",
            f"“{text.strip()}” names two clearance groups.",
            "one of C2, CN, C3, C4, C5, as marked on the ring",
        )
    return Designation(
        text=text.strip(),
        basic_code=found["code"],
        taper=taper,
        group=groups[0] if groups else None,
        grooved=grooved,
        unread=tuple(unread),
        kind=kind,
        sealed=sealed,
    )


def _split_suffix(part: str) -> list[str]:
    """Split run-together suffixes (EK, KC3, KW33C3) at the ones that are known; the rest stays
    whole.
    """
    if not part:
        return []
    # A K inside letters is the taper when what stands before it is a design letter or two (EKTN9,
    # CAKM).
    known = re.compile(
        r"[12]?(?:RS|CS|LS)[RHL]?\d*?(?=$|K|C[2-5]|W33|[/\-])|K30|K(?=$|C[2-5N]|W33)|(?:(?<=^)|(?<=^[EACMJ])|(?<=^[EACMJ]{2}))K(?=[A-Z])|C[2-5](?=$|\D)|CN|W33"
    )
    tokens: list[str] = []
    position = 0
    for hit in known.finditer(part):
        if hit.start() > position:
            tokens.append(part[position : hit.start()])
        tokens.append(hit[0])
        position = hit.end()
    if position < len(part):
        tokens.append(part[position:])
    return tokens


# Outside over bore: thin sections have 1.24, small ball bearings up to 4 (ISO 15 boundary
# dimensions, from memory, with room).
LEAST_OUTSIDE, MOST_OUTSIDE = 1.1, 5.0


def check_outside(bore_mm: float, outside_mm: float) -> None:
    """Refuse an outside diameter that no rolling bearing of any kind has on this bore.

    Raises InvalidInput with the field.
    """
    if not LEAST_OUTSIDE * bore_mm < outside_mm < MOST_OUTSIDE * bore_mm:
        raise InvalidInput.at(
            "outside",
            f"An outside diameter of {outside_mm:g} mm does not go with a bore of {bore_mm:g} mm.",
            f"between {LEAST_OUTSIDE * bore_mm:.0f} and {MOST_OUTSIDE * bore_mm:.0f} mm",
        )


def check_dimensions(bore_mm: float, outside_mm: float, width_mm: float) -> None:
    """Refuse dimensions that no such bearing has (bore 20 to 1600 mm).

    Raises InvalidInput or OutOfRange with the fields.
    """
    if not 18 < bore_mm <= 1600:
        raise OutOfRange.at(
            "bore",
            f"A bore of {bore_mm:g} mm is outside the clearance table, which goes from over 18 to"
            " 1600 mm.",
            "the bearing's bore in mm (not the shaft's), for example 90",
        )
    if not bore_mm * 1.15 < outside_mm < bore_mm * 4:
        raise InvalidInput.at(
            "outside",
            f"An outside diameter of {outside_mm:g} mm does not go with a bore of {bore_mm:g} mm.",
            f"between {bore_mm * 1.15:.0f} and {bore_mm * 4:.0f} mm",
        )
    section = outside_mm - bore_mm
    if not 0.15 * section < width_mm < 1.6 * section:
        raise InvalidInput.at(
            "width",
            f"A width of {width_mm:g} mm does not go with {bore_mm:g} × {outside_mm:g} mm.",
            f"between {0.15 * section:.0f} and {1.6 * section:.0f} mm",
        )
