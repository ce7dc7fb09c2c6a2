"""Places of a job: the bearing positions it covers, and what is fitted there."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.section import BearingSection, section_of
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.components.straight import StraightBearing
from tribodex.core.lineup.floating import Floats
from tribodex.core.units.known import KeptBearing

# The place of a job that has only one; entries of logs older than places belong to it.
ONLY_PLACE = "1"
SHAFT = ""


@dataclass(frozen=True)
class Place:
    """One bearing position of a job, with the procedure that is pinned for it."""

    id: str
    position_id: str
    name: str
    procedure_id: str
    procedure_version: int
    floats: Floats = Floats.UNKNOWN


@dataclass(frozen=True)
class Fitted:
    """What stands at a place, as several topics need it: by a plan, or as it was said where this
    job does not mount it.

    `seat` is None for a cylindrical one, then `interference_um` by its limits; where it is not
    known, `seat_known` says so. `between_mm` is what lies between nut and ring, zero for nothing,
    None where nobody knows; `pitch_mm` the nut's.
    """

    bearing: Bearing | StraightBearing | KeptBearing
    shaft: Shaft
    shaft_text: str
    seat: Seat | None
    housed_unit: bool
    drive_up_mm: Span | None = None
    interference_um: Span | None = None
    seat_known: bool = True
    between_mm: Span | None = None
    pitch_mm: float | None = None

    def section(self) -> BearingSection | None:
        """The bearing in section; None where only its sizes were said: what is inside it is not
        known.
        """
        if isinstance(self.bearing, KeptBearing):
            return None
        return section_of(self.bearing, self.shaft, self.seat, None, None)
