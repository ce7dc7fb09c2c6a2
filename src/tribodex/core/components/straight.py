"""Bearings with a cylindrical bore: their kinds, and numbers of deep groove ball bearings, open or
closed.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bearing import BoundaryDimensions, DimensionTable, Group
from tribodex.core.components.clearance_mark import group_said, marked
from tribodex.core.errors import InvalidInput


class Closure(StrEnum):
    """Whether grease is sealed in."""

    OPEN = "open"
    SHIELDED = "shielded"
    SEALED = "sealed"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "open": "open",
            "shielded": "with shields, greased for life",
            "sealed": "with seals, greased for life",
        }[self.value]


class StraightKind(StrEnum):
    """Kinds of bearing that sit on a cylindrical seat here."""

    DEEP_GROOVE_BALL = "deep_groove_ball"
    CAM_FOLLOWER = "cam_follower"
    INSERT_BALL = "insert_ball"
    ANGULAR_CONTACT = "angular_contact"
    DOUBLE_ANGULAR = "double_angular"
    TAPERED_ROLLER = "tapered_roller"
    CYLINDRICAL_ROLLER = "cylindrical_roller"
    SPHERICAL_ROLLER = "straight_spherical_roller"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "deep_groove_ball": "deep groove ball bearing",
            "cam_follower": "cam follower",
            "insert_ball": "insert bearing",
            "angular_contact": "angular contact ball bearing",
            "double_angular": "double row angular contact ball bearing",
            "tapered_roller": "tapered roller bearing",
            "cylindrical_roller": "cylindrical roller bearing",
            "straight_spherical_roller": "spherical roller bearing, cylindrical bore",
        }[self.value]

    @property
    def has_group(self) -> bool:
        """Whether its number names a clearance group; play of the others is built in, or set at the
        mounting.
        """
        return self in (
            StraightKind.DEEP_GROOVE_BALL,
            StraightKind.CYLINDRICAL_ROLLER,
            StraightKind.SPHERICAL_ROLLER,
            StraightKind.INSERT_BALL,
        )

    @property
    def is_tapered(self) -> bool:
        """Whether its rollers are tapered."""
        return self is StraightKind.TAPERED_ROLLER

    @property
    def is_set(self) -> bool:
        """Whether its end play or preload is set against another bearing."""
        return self in (StraightKind.ANGULAR_CONTACT, StraightKind.TAPERED_ROLLER)

    @property
    def one_way(self) -> bool:
        """Whether it carries push from one face alone, so that which way round it goes on
        decides."""
        return self.is_set

    @property
    def rolls(self) -> str:
        """What rolls in it."""
        rollers = (
            StraightKind.TAPERED_ROLLER,
            StraightKind.CYLINDRICAL_ROLLER,
            StraightKind.SPHERICAL_ROLLER,
        )
        return "rollers" if self in rollers else "balls"


@dataclass(frozen=True)
class StraightBearing:
    """One bearing with a cylindrical bore. Lengths in mm."""

    bore_mm: float
    outside_mm: float
    width_mm: float
    group: Group
    closure: Closure
    basic_code: str = ""
    designation: str = ""
    kind: StraightKind = StraightKind.DEEP_GROOVE_BALL

    @property
    def inner_raceway_mm(self) -> float:
        """Mean raceway (shoulder) diameter of the inner ring, F ≈ (3d + D)/4. Common practice, no
        source; about ±5 %.
        """
        return (3 * self.bore_mm + self.outside_mm) / 4

    @property
    def outer_raceway_mm(self) -> float:
        """Raceway diameter of the outer ring, E ≈ (4D + d)/5. Common practice, no source; about ±5
        %.
        """
        return (4 * self.outside_mm + self.bore_mm) / 5

    @property
    def label(self) -> str:
        """What a person calls it."""
        return (
            self.designation
            or f"{self.bore_mm:g} × {self.outside_mm:g} × {self.width_mm:g} mm {self.group}"
        )


@dataclass(frozen=True)
class StraightNumber:
    """What could be read from the number on a ring, and what could not."""

    code: str
    closure: Closure
    group: Group | None
    unread: tuple[str, ...]

    @property
    def closure_known(self) -> bool:
        """Whether the number says open or closed: a bare one is open; one with a suffix that is not
        read may be anything.
        """
        return self.closure is not Closure.OPEN or not self.unread

    @property
    def may_be_sealed(self) -> bool:
        """Whether grease may be sealed in, as long as nobody said."""
        return self.closure is not Closure.OPEN or not self.closure_known


_CODE = re.compile(r"^\s*(?P<code>(?:60|62|63|64|160)\d{2})(?!\d)\s*(?P<rest>.*)$")
_SEAL, _SHIELD = re.compile(r"^(?:2|1)?(?:RS|RZ|LS|RD)[RHL1]?\d*$"), re.compile(r"^(?:2)?Z{1,2}R?$")


def read_number(text: str) -> StraightNumber:
    """Read a number such as 6209-2RS1/C3.

    Symbols: none.
    Valid: series 60, 62, 63, 64, 160; what a maker adds beyond seals, shields and the clearance
    group is given back unread, and leaves open whether it is closed; the word open, shielded or
    sealed beside the number settles it. The group is None where it may stand in what is not read.
    Raises: InvalidInput for a number that is none of them, or that names two groups.
    Source: ISO 15 series; suffixes common practice, no source.

    >>> (
    ...     read_number("6209-2RS1/C3").closure,
    ...     read_number("6312 C3").group,
    ...     read_number("6006 ZZ").closure,
    ... )
    (<Closure.SEALED: 'sealed'>, <Group.C3: 'C3'>, <Closure.SHIELDED: 'shielded'>)
    >>> (
    ...     read_number("6209DDU C3").closure_known,
    ...     read_number("6209 C3").closure_known,
    ...     read_number("6209.2RSR").closure,
    ... )
    (False, True, <Closure.SEALED: 'sealed'>)
    """
    # Only what begins like a number of this kind is read: 22218 is no deep groove ball bearing with
    # a longer code.
    match = _CODE.match(text.upper())
    if match is None:
        raise InvalidInput.at(
            "designation",
            f"“{text.strip()}” is no number of a deep groove ball bearing.",
            "for example 6209 C3, 6312-2RS, or d, D and B by hand",
        )
    closure = Closure.OPEN
    groups: list[Group] = []
    unread: list[str] = []
    said: Closure | None = None
    for part in re.split(r"[\s/,;.-]+", match["rest"]):
        if not part:
            continue
        if (mark := marked(part)) is not None:
            groups.append(mark[0])
            unread += [mark[1]] if mark[1] else []
        elif part.lower() in set(Closure):
            said = Closure(part.lower())
        elif _SEAL.match(part):
            closure = Closure.SEALED
        elif _SHIELD.match(part):
            closure = Closure.SHIELDED
        else:
            unread.append(part)
    group = group_said(text, groups, unread)
    # A word beside the number settles what no suffix tells.
    if said is not None and (closure is Closure.OPEN or said is closure):
        left = tuple(unread) if group is None else ()
        return StraightNumber(match["code"], said, group, left)
    return StraightNumber(match["code"], closure, group, tuple(unread))


def size_of(table: DimensionTable, code: str) -> BoundaryDimensions:
    """The boundary dimensions of a basic code. Raises InvalidInput when the table has none."""
    row = table.find(code)
    if row is None:
        raise InvalidInput.at(
            "designation",
            f"The size of {code} is not in the table.",
            "d, D and B by hand, from the ring or the maker's list",
        )
    return row
