"""Where a bearing starts on its sleeve, what the locating rings leave, shims under feet, room in
bolt holes, error of alignment.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Kind
from tribodex.core.components.straight import StraightKind
from tribodex.core.errors import InvalidInput
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class PlacingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    KIND_NOT_KNOWN = "placing.kind_not_known"
    DOES_NOT_FIT = "placing.does_not_fit"
    FIXED_OR_FLOATING = "placing.fixed_or_floating"
    HELD_BY_MISTAKE = "placing.held_by_mistake"
    NOT_HELD = "placing.not_held"
    RINGS_TOO_WIDE = "placing.rings_too_wide"
    SHIM = "placing.shim"
    NO_FOOT_BEARS = "placing.no_foot_bears"
    TOO_MUCH_FOR_THE_BEARING = "placing.too_much_for_the_bearing"
    TOO_MUCH_FOR_THE_SEAL = "placing.too_much_for_the_seal"


# A fixed bearing may have this much room between its rings (mm; common practice, no source; the
# maker's figure goes first).
FIXED_REST_MM = 0.2
# Feet that differ by more than this are shimmed (mm; common practice, no source).
SOFT_FOOT_MM = 0.05
# What is forgiven as a static error of setting up (degrees; common practice, no source; the maker
# wins).
FORGIVES_DEG: dict[Kind | StraightKind, float] = {
    Kind.SPHERICAL_ROLLER: 0.5,
    Kind.SELF_ALIGNING_BALL: 1.0,
    StraightKind.DEEP_GROOVE_BALL: 0.1,
    StraightKind.CAM_FOLLOWER: 0.1,
    StraightKind.ANGULAR_CONTACT: 0.05,
    StraightKind.DOUBLE_ANGULAR: 0.03,
    StraightKind.TAPERED_ROLLER: 0.05,
    StraightKind.CYLINDRICAL_ROLLER: 0.05,
    StraightKind.SPHERICAL_ROLLER: 0.5,
    # Regreased: the grease hole limits it.
    StraightKind.INSERT_BALL: 2.0,
}
# Its rings rub long before the bearing is at its own limit (common practice, no source).
LABYRINTH_DEG = 0.3
# Play of a loose sleeve on its shaft (mm on diameter; common practice, no source).
SLEEVE_PLAY_MM = 0.05
NO_TRAVEL = Span(0.0, 0.0)


def closing_travel(slope: float, play_mm: float = SLEEVE_PLAY_MM) -> Span:
    """What ring or sleeve may move while the slit sleeve closes on its shaft: nothing up to the
    play of the sleeve over the taper.

    Symbols: play of the sleeve on its shaft (mm on diameter), t taper on diameter; travel (mm).
    Valid: from lying loose to the tap-tested zero.
    Raises: nothing.
    Source: by geometry; the play is common practice, no source.

    >>> round(closing_travel(1 / 12).high, 2), round(closing_travel(1 / 30).high, 2)
    (0.6, 1.5)
    """
    return Span(0.0, play_mm / slope)


def start_position(
    a_mm: float,
    drive_up_mm: Span,
    width_mm: float,
    closing_mm: Span = NO_TRAVEL,
    shift_mm: float = 0.0,
    *,
    centre_mark: bool = False,
) -> Result:
    """Where the bearing's centre will be from the sleeve's thread end, once it is driven up.

    Symbols: a sleeve's thread end to the ring's near face (mm); s drive-up, a range (mm); B width
    (mm); c closing travel still to come (mm), none where a was read at the zero from which s
    counts; shift of the bearing off its centre mark by its rings (mm). `centre_mark`: the housing's
    own mark is the datum.
    Valid: adapter sleeves, ring centred in its width. Not for withdrawal sleeves.
    Raises: InvalidInput for a distance below zero.
    Source: a + c + s + B/2, by geometry.

    >>> r = start_position(12.0, Span(0.6, 0.75), 40)
    >>> r.value, r.value_to
    (32.6, 32.75)
    >>> start_position(12.0, Span(0.6, 0.75), 40, Span(0, 0.6)).value_to
    33.35
    """
    if a_mm < 0:
        raise InvalidInput.at(
            "sleeve_to_ring",
            "The ring's face lies on the sleeve; the distance is not below zero.",
            "thread end to the ring's near face",
        )
    low = a_mm + closing_mm.low + drive_up_mm.low + width_mm / 2
    high = a_mm + closing_mm.high + drive_up_mm.high + width_mm / 2
    moves = (
        f"{number(closing_mm.low + drive_up_mm.low)}…{number(closing_mm.high + drive_up_mm.high)}"
    )
    line = Line(
        "x",
        "sleeve's thread end to the bearing's centre",
        "a + c + s + B/2" if closing_mm.high else "a + s + B/2",
        f"{number(a_mm)} + {moves} + {number(width_mm)}/2",
        low,
        "mm",
        "practice",
    )
    where = "the centre mark of its housing" if centre_mark else "where the centre comes"
    note = (
        f"Set the sleeve's thread end {number((low + high) / 2)} mm from {where}, on the nut's"
        " side."
    )
    if closing_mm.high:
        note += (
            " While the sleeve closes ring or sleeve may move: measure again at the tap-tested"
            " zero, and put it right while all is loose."
        )
    if abs(shift_mm) >= 0.05:
        note += (
            f" By its rings the centre comes {travel_text(abs(shift_mm))} off its mark,"
            f" {'away from' if shift_mm > 0 else 'towards'} the datum."
        )
    return Result(
        "start_position",
        "Sleeve end to the bearing's centre",
        round(low, 3),
        "mm",
        value_to=round(high, 3),
        working=(line,),
        note=note,
    )


def ring_rest(
    seat_mm: float,
    width_mm: float,
    near_rings_mm: Sequence[float],
    far_rings_mm: Sequence[float],
    floats: Floats,
) -> Result:
    """What the locating rings leave of the seat, and how far they shift the bearing from the
    middle.

    Symbols: seat width, B bearing width, rings on either side (mm); rest = seat - B - Σ rings;
    shift = (Σ near - Σ far)/2 (mm), away from the thicker side.
    Valid: plummer blocks with locating rings.
    Raises: InvalidInput for rings that do not go in.
    Source: by geometry; fixed up to 0.2 mm of rest, common practice, no source.

    >>> r = ring_rest(65, 40, [12.5], [12.5], Floats.HELD)
    >>> r.value, r.verdict.word
    (0.0, 'held')
    >>> ring_rest(65, 40, [12.5], [], Floats.HELD).verdict.word
    'not held'
    """
    rings = [*near_rings_mm, *far_rings_mm]
    if any(ring <= 0 for ring in rings):
        raise InvalidInput.at(
            "rings",
            "A ring has a width above zero.",
            "each ring's width, mm; none where there is none",
        )
    rest, shift = seat_mm - width_mm - sum(rings), (sum(near_rings_mm) - sum(far_rings_mm)) / 2
    lines = (
        Line(
            "rest",
            "room left along the shaft",
            "seat - B - Σ rings",
            f"{number(seat_mm)} - {number(width_mm)} - {number(sum(rings))}",
            rest,
            "mm",
            "practice",
        ),
        Line(
            "shift",
            "bearing from the middle of its seat",
            "(Σ near - Σ far)/2",
            f"({number(sum(near_rings_mm))} - {number(sum(far_rings_mm))})/2",
            shift,
            "mm",
            "practice",
        ),
    )
    if rest < -0.02:
        verdict = Verdict(
            "rings too wide",
            Level.STOP,
            f"The rings are {travel_text(-rest)} wider than the room: cap and base do not close on"
            " them.",
            code=PlacingCode.RINGS_TOO_WIDE,
        )
    elif floats is Floats.HELD and rest > FIXED_REST_MM:
        verdict = Verdict(
            "not held",
            Level.STOP,
            f"{travel_text(rest)} of room: this bearing floats. A ring is missing, or too narrow.",
            code=PlacingCode.NOT_HELD,
        )
    elif floats is Floats.HELD:
        verdict = Verdict(
            "held",
            Level.GOOD,
            f"{travel_text(max(rest, 0.0))} of room, up to {travel_text(FIXED_REST_MM)} for a fixed"
            " bearing.",
        )
    elif floats in (Floats.SEAT, Floats.HOUSING) and rest <= FIXED_REST_MM:
        verdict = Verdict(
            "held by mistake",
            Level.STOP,
            "With these rings the bearing is fixed: two fixed bearings kill each other. Take the"
            " rings out.",
            code=PlacingCode.HELD_BY_MISTAKE,
        )
    elif floats is Floats.SEAT and rings:
        verdict = Verdict(
            "a ring where it floats",
            Level.WATCH,
            f"It still has {travel_text(rest)}, but a ring in a floating seat is the usual"
            " mistake.",
        )
    elif floats is Floats.INSIDE and rest > FIXED_REST_MM:
        verdict = Verdict(
            "not held",
            Level.STOP,
            "A bearing that floats inside itself is held on both sides by its outer ring.",
            code=PlacingCode.NOT_HELD,
        )
    elif floats is Floats.UNKNOWN:
        verdict = Verdict(
            "fixed or floating?",
            Level.UNKNOWN,
            "Say first whether this bearing holds the shaft.",
            code=PlacingCode.FIXED_OR_FLOATING,
        )
    elif floats is Floats.CROSS and rest <= 0:
        why = (
            "A bearing of a cross-located pair holds one way only: without any room it holds both."
            " Take a ring out, or set the pair apart."
        )
        verdict = Verdict("held both ways", Level.STOP, why, code=PlacingCode.HELD_BY_MISTAKE)
    elif floats is Floats.CROSS:
        verdict = Verdict(
            "holds one way",
            Level.GOOD,
            f"{travel_text(rest)} of room; whether it is enough tells the end play of the pair.",
        )
    else:
        verdict = Verdict("free", Level.GOOD, f"{travel_text(rest)} of room along the shaft.")
    note = (
        f"The centre is shifted by {travel_text(abs(shift))}, away from the thicker side."
        if abs(shift) >= 0.05
        else ""
    )
    return Result(
        "ring_rest",
        "Room left by the locating rings",
        round(rest, 3),
        "mm",
        verdict=verdict,
        working=lines,
        note=note,
    )


@dataclass(frozen=True)
class Foot:
    """A foot and the leaf that goes in under it (mm)."""

    name: str
    gap_mm: float


def soft_foot(feet: Sequence[Foot]) -> Result:
    """Shims under the feet of a housing: the foot with the least gap stands, the others are packed
    to it.

    Symbols: gap under each foot with its bolt loose (mm).
    Valid: two to four feet of one housing.
    Raises: InvalidInput for fewer than two feet or a gap below zero.
    Source: differences above 0.05 mm are shimmed, common practice, no source.

    >>> soft_foot([Foot("near left", 0.0), Foot("far right", 0.12)]).verdict.word
    'shim'
    """
    if len(feet) < 2:
        raise InvalidInput.at(
            "feet", "One foot alone rocks on nothing.", "the gap under every foot of the housing"
        )
    if any(foot.gap_mm < 0 for foot in feet):
        raise InvalidInput.at(
            "feet", "A gap is not below zero.", "the feeler that goes in under each foot"
        )
    least = min(foot.gap_mm for foot in feet)
    shims = [(foot.name, round(foot.gap_mm - least, 3)) for foot in feet]
    worst = max(mm for _, mm in shims)
    lines = tuple(
        Line(
            name,
            "shim",
            "gap - least gap",
            f"{number(foot.gap_mm)} - {number(least)}",
            mm,
            "mm",
            "practice",
        )
        for (name, mm), foot in zip(shims, feet, strict=True)
    )
    if worst > SOFT_FOOT_MM:
        words = ", ".join(f"{name} {number(mm)} mm" for name, mm in shims if mm > SOFT_FOOT_MM)
        verdict = Verdict(
            "shim",
            Level.STOP,
            f"Pulled down as it is the housing bends and pinches the ring. Shim: {words}.",
            code=PlacingCode.SHIM,
        )
    elif least > SOFT_FOOT_MM:
        why = (
            f"Under every foot {number(least)} mm goes in: none bears. It hangs on something, or"
            " the gaps were read before the bolts were snug."
        )
        verdict = Verdict("no foot bears", Level.STOP, why, code=PlacingCode.NO_FOOT_BEARS)
    else:
        verdict = Verdict(
            "stands flat", Level.GOOD, f"Feet differ by no more than {travel_text(SOFT_FOOT_MM)}."
        )
    return Result(
        "soft_foot", "Widest difference between feet", worst, "mm", verdict=verdict, working=lines
    )


def bolt_room(hole_mm: float, bolt_mm: float, wanted_mm: float) -> Result:
    """Whether a correction fits into the clearance of the bolt holes.

    Symbols: hole and bolt diameters, correction wanted (mm); room each way = (hole - bolt)/2.
    Valid: the bolt stands in the middle of its hole.
    Raises: InvalidInput for a bolt larger than its hole.
    Source: by geometry.

    >>> bolt_room(18, 16, 0.8).verdict.word, bolt_room(18, 16, 1.4).verdict.word
    ('fits', 'does not fit')
    """
    if bolt_mm > hole_mm:
        raise InvalidInput.at("bolt", "The bolt is larger than its hole.", "bolt and hole, mm")
    room = (hole_mm - bolt_mm) / 2
    line = Line(
        "room",
        "each way from the middle",
        "(hole - bolt)/2",
        f"({number(hole_mm)} - {number(bolt_mm)})/2",
        room,
        "mm",
        "practice",
    )
    if abs(wanted_mm) > room:
        verdict = Verdict(
            "does not fit",
            Level.STOP,
            f"{travel_text(abs(wanted_mm) - room)} more than the holes give: change hole, plate or"
            " shim.",
            code=PlacingCode.DOES_NOT_FIT,
        )
    else:
        verdict = Verdict("fits", Level.GOOD, f"{travel_text(room - abs(wanted_mm))} is left.")
    note = (
        "Base bolts last: the floating housing is centred here, from the middle of its holes,"
        " before they come to torque."
    )
    return Result(
        "bolt_room",
        "Room in the bolt holes, each way",
        room,
        "mm",
        verdict=verdict,
        working=(line,),
        note=note,
    )


def alignment(
    offset_mm: float,
    over_mm: float,
    kind: Kind | StraightKind | None,
    labyrinth: bool,
    forgives_deg: float | None = None,
) -> Result:
    """The angle between shaft and housing from a straightedge, string or laser reading, against
    what bearing and seal forgive.

    Symbols: offset over a length (mm); angle = atan(offset/length) (degrees); what this bearing
        forgives (degrees), None by its kind.
    Valid: static error of setting up alone; not for a bending or wobbling shaft.
    Raises: InvalidInput for a length of zero or less.
    Source: angle by geometry; limits common practice, no source; the maker's figure goes first.

    >>> (
    ...     alignment(1.5, 1000, Kind.SPHERICAL_ROLLER, False).verdict.word,
    ...     alignment(6, 1000, Kind.SPHERICAL_ROLLER, True).verdict.word,
    ... )
    ('in line', 'too much for the seal')
    """
    if over_mm <= 0:
        raise InvalidInput.at(
            "over", "An offset is read over a length.", "the length between the two readings, mm"
        )
    angle = math.degrees(math.atan2(abs(offset_mm), over_mm))
    # Where the kind is not known, what every kind forgives is in line, and more is not known.
    forgives = (
        forgives_deg
        if forgives_deg is not None
        else FORGIVES_DEG[kind]
        if kind is not None
        else min(FORGIVES_DEG.values())
    )
    line = Line(
        "φ",
        "angle",
        "atan(offset/length)",
        f"atan({number(abs(offset_mm))}/{number(over_mm)})",
        angle,
        "°",
        "practice",
    )
    if angle > forgives and kind is None and forgives_deg is None:
        why = (
            f"{angle:.2f}°: some bearings forgive that, a rigid ball bearing about {forgives:g}°."
            " Say what rolls in it."
        )
        verdict = Verdict(
            "not known whether it forgives that",
            Level.UNKNOWN,
            why,
            code=PlacingCode.KIND_NOT_KNOWN,
        )
    elif angle > forgives:
        what = kind.words if kind is not None else "bearing"
        verdict = Verdict(
            "too much for the bearing",
            Level.STOP,
            f"{angle:.2f}°, and a {what} forgives about {forgives:g}°.",
            code=PlacingCode.TOO_MUCH_FOR_THE_BEARING,
        )
    elif labyrinth and angle > LABYRINTH_DEG:
        verdict = Verdict(
            "too much for the seal",
            Level.STOP,
            f"{angle:.2f}°: a labyrinth forgives about {LABYRINTH_DEG:g}°, less than the bearing.",
            code=PlacingCode.TOO_MUCH_FOR_THE_SEAL,
        )
    else:
        verdict = Verdict(
            "in line",
            Level.GOOD,
            f"{angle:.2f}° of about {LABYRINTH_DEG if labyrinth else forgives:g}°.",
        )
    slope = round(abs(offset_mm) / over_mm * 1000, 2)
    return Result(
        "alignment",
        "Shaft and housing out of line",
        slope,
        "mm/m",
        verdict=verdict,
        working=(line,),
    )
