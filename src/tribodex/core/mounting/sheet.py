"""A maker's sheet as it is printed: any of its figures may be missing, and what is missing is
computed from the default card and marked so.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper


class KeyedBy(StrEnum):
    """What the lines of a sheet are entered by."""

    BORE = "bore"
    SHAFT = "shaft"
    PART = "part"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"bore": "bearing bore", "shaft": "shaft diameter", "part": "part number"}[
            self.value
        ]


@dataclass(frozen=True)
class SheetLine:
    """One line of a maker's sheet. Bands in µm, drive-up in mm, angle in degrees; None or empty
    where the sheet does not say.

    `final_um` is the clearance that must be there at the end; `unmounted_um` what the maker's own
    bearing has before mounting. `least_um` is the least residual for whatever group; `least_of_um`
    where the sheet tells the groups apart. `over_mm` and `to_mm` bound the bore or the shaft,
    whichever the sheet is entered by; `part` is the part number.
    """

    over_mm: float = 0.0
    to_mm: float = 0.0
    part: str = ""
    reduction_um: Span | None = None
    final_um: Span | None = None
    least_um: float | None = None
    least_of_um: dict[Group, float] = field(default_factory=dict)
    drive_up_mm: dict[Taper, Span] = field(default_factory=dict)
    angle_deg: Span | None = None
    unmounted_um: Span | None = None

    @property
    def says_anything(self) -> bool:
        """Whether it says anything of clearance, drive-up or angle."""
        said = (self.reduction_um, self.final_um, self.least_um, self.angle_deg, self.unmounted_um)
        return (
            any(one is not None for one in said) or bool(self.least_of_um) or bool(self.drive_up_mm)
        )

    def least_for(self, group: Group) -> float | None:
        """The least residual that the sheet asks of a group: the lower end of its final band counts
        as well (µm).
        """
        known = [
            self.least_of_um.get(group, self.least_um),
            self.final_um.low if self.final_um is not None else None,
        ]
        return max((one for one in known if one is not None), default=None)
