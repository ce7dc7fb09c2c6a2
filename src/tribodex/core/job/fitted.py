"""What is fitted at a place, where a job does not mount it: by the number on the ring, or by its
sizes.
"""

from __future__ import annotations

from tribodex.core.components.bearing import check_dimensions
from tribodex.core.errors import InvalidInput
from tribodex.core.grease.interval import Design
from tribodex.core.job import facts
from tribodex.core.job.commands import SEATS, SayFitted
from tribodex.core.job.gates import text
from tribodex.core.quantities import LengthUnit, Shown, read_length
from tribodex.core.units.known import KeptBearing, KnownSizes

# No bearing that is changed by hand has a smaller bore or a greater outside: ten-fold slips end
# here.
SIZE_UM = (2_000.0, 3_000_000.0)
# A sleeve or a wall lies between shaft and bore; a follower's pin may be as wide as the bore (share
# of the bore).
SHAFT_SHARE = (0.5, 1.02)


def place_fitted(
    command: SayFitted, known: KnownSizes, *, bearing_needed: bool = True
) -> facts.PlaceFitted:
    """What was said, with sizes; where no size of the bearing is needed, its shaft alone may be
    known. Raises InvalidInput.
    """
    sizes = {"bore": command.bore, "outside": command.outside, "width": command.width}
    named = [command.designation, *sizes.values(), command.design]
    bearing = None
    if bearing_needed or any(said.strip() for said in named):
        label = text(
            command.designation, "designation", "the number on the ring, or what it is called here"
        )
        bearing = bearing_said(known, label, sizes, command.design, command.shown)
    shaft = read_length(
        text(command.shaft, "shaft", "mm or in"), "shaft", LengthUnit.MM, SIZE_UM, command.shown
    )
    low, high = (
        share * bearing.bore_mm if bearing is not None else shaft.mm for share in SHAFT_SHARE
    )
    if bearing is not None and not low <= shaft.mm <= high:
        raise InvalidInput.at(
            "shaft",
            f"A shaft of {shaft.mm:g} mm in a bore of {bearing.bore_mm:g} mm cannot be.",
            f"{low:.4g} to {high:.4g} mm",
        )
    if command.seat not in SEATS:
        raise InvalidInput.at(
            "seat",
            f"“{command.seat}” is no seat known here.",
            ", ".join(name for name in SEATS if name),
        )
    return facts.PlaceFitted(bearing, shaft.mm, shaft.written, command.seat)


def bearing_said(
    known: KnownSizes, label: str, sizes: dict[str, str], design: str, shown: Shown
) -> KeptBearing:
    """A bearing by its number, or by bore, outside and width with what rolls in it. Raises
    InvalidInput.
    """
    if not any(size.strip() for size in sizes.values()):
        bearing = known.find(label)
        if bearing is None:
            raise InvalidInput.at(
                "bore",
                f"The size of “{label}” stands in no table here.",
                "bore, outside diameter and width, from ring or drawing",
            )
        return bearing
    mm = {}
    for name, said in sizes.items():
        if not said.strip():
            raise InvalidInput.at(name, "This is needed beside the others.", "mm or in")
        mm[name] = read_length(said, name, LengthUnit.MM, SIZE_UM, shown).mm
    check_dimensions(mm["bore"], mm["outside"], mm["width"])
    if design not in set(Design):
        raise InvalidInput.at("design", "What rolls in it?", ", ".join(Design))
    return KeptBearing(label, Design(design), mm["bore"], mm["outside"], mm["width"])
