"""Radial internal clearance before mounting: the limits of the groups."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span, band_for
from tribodex.core.components.bearing import Bearing, Group
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.judgement import NOT_DECIDED
from tribodex.core.quantities import um_text
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict


class ClearanceCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_DECIDED = "clearance.not_decided"
    OUTSIDE_THE_GROUP = "clearance.outside_the_group"
    OUTSIDE_THE_SHEET = "clearance.outside_the_sheet"


@dataclass(frozen=True)
class ClearanceRow:
    """Limits of every group for one band of bores. Limits in µm."""

    over_mm: float
    to_mm: float
    groups_um: dict[Group, Span]

    def limits(self, group: Group) -> Span:
        """Limits of a group. Raises OutOfRange where the table does not know them."""
        if group not in self.groups_um:
            raise OutOfRange.at(
                "group",
                f"The table has no limits of {group} for over {self.over_mm:g} to"
                f" {self.to_mm:g} mm.",
                ", ".join(self.groups_um),
            )
        return self.groups_um[group]


@dataclass(frozen=True)
class ClearanceTable:
    """Limits of radial internal clearance by bore and group."""

    source: Source
    rows: tuple[ClearanceRow, ...]

    def row(self, bore_mm: float) -> ClearanceRow:
        """The row for a bore. Raises OutOfRange beyond the table."""
        return band_for(self.rows, bore_mm, self.source.title)

    def limits(self, bearing: Bearing) -> Span:
        """Limits of the bearing's own group, µm."""
        return self.row(bearing.bore_mm).limits(bearing.group)


def group_limits(table: ClearanceTable, bearing: Bearing) -> Result:
    """Limits of unmounted clearance for the bearing's group, as a figure with working.

    Symbols: d bore (mm); G_min, G_max limits (µm).
    Valid: bores over 18 to 1600 mm.
    Raises: OutOfRange beyond the table.
    Source: ISO 5753-1, through the table given.

    >>> from tribodex.core.components.bearing import Taper
    >>> from tribodex.core.sources import PRACTICE
    >>> t = ClearanceTable(PRACTICE, (ClearanceRow(80, 100, {Group.C3: Span(110, 140)}),))
    >>> r = group_limits(t, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3))
    >>> r.value, r.value_to, r.unit
    (110, 140, 'µm')
    """
    row = table.row(bearing.bore_mm)
    limits = row.limits(bearing.group)
    what = f"row over {row.over_mm:g} to {row.to_mm:g} mm, group {bearing.group}"
    return Result(
        "group_limits",
        f"Unmounted clearance, {bearing.group}",
        limits.low,
        "µm",
        value_to=limits.high,
        working=(
            Line(
                "G_min",
                "least of the group",
                "G_min(d, group)",
                what,
                limits.low,
                "µm",
                table.source.id,
            ),
            Line(
                "G_max",
                "greatest of the group",
                "G_max(d, group)",
                what,
                limits.high,
                "µm",
                table.source.id,
            ),
        ),
    )


def judge_initial(
    mean_um: float,
    uncertainty_um: float,
    row: dict[Group, Span],
    group: Group,
    sheet_um: Span | None = None,
) -> Verdict:
    """Compare a gauged unmounted clearance with the limits of the group marked on the ring.

    A gauging that is coarser than half of the group decides nothing, wherever its mean lies: only
    where it is outside by more than its uncertainty the ring is.

    Where a maker's sheet says what its bearing has before mounting, that judges, and the standard's
    group stands beside it.

    Symbols: c₀ mean (µm), ± uncertainty (half-width, about 19 in 20); G_min, G_max limits (µm);
        sheet: the maker's unmounted band (µm).
    Valid: any positive reading; the verdict is STOP only when the reading is outside by more than
        its uncertainty.
    Raises: nothing.
    Source: ISO 5753-1 for the limits; what to do outside: common practice, no source.

    >>> row = {Group.CN: Span(80, 110), Group.C3: Span(110, 140)}
    >>> judge_initial(124, 4, row, Group.C3).word
    'inside the group'
    >>> v = judge_initial(92, 4, row, Group.C3)
    >>> v.level.value, "CN" in v.reason
    ('stop', True)
    """
    if sheet_um is not None:
        return _judge_by_sheet(mean_um, uncertainty_um, sheet_um, row.get(group), group)
    limits = row[group]
    inside = limits.low <= mean_um <= limits.high
    side = "below" if mean_um < limits.low else "above"
    gap = 0.0 if inside else limits.low - mean_um if mean_um < limits.low else mean_um - limits.high
    # Before “inside”: a mean in the middle of the group means nothing while its ends are as far
    # away as the doubt.
    if gap <= uncertainty_um and uncertainty_um > (limits.high - limits.low) / 2:
        return Verdict(
            NOT_DECIDED,
            Level.UNKNOWN,
            f"{um_text(mean_um)} ± {um_text(uncertainty_um)}: the gauging is coarser than half of"
            f" {group} ({um_text(limits.low)} to {um_text(limits.high)}). Take finer feelers or"
            " more places.",
            code=ClearanceCode.NOT_DECIDED,
        )
    if inside:
        return Verdict(
            "inside the group",
            Level.GOOD,
            f"{um_text(mean_um)} lies in {group}, {um_text(limits.low)} to {um_text(limits.high)}.",
        )
    if gap <= uncertainty_um:
        return Verdict(
            "at the edge of the group",
            Level.WATCH,
            f"{um_text(mean_um)} is {um_text(gap)} {side} {group} ({um_text(limits.low)} to"
            f" {um_text(limits.high)}), within the uncertainty of the gauging (±"
            f" {um_text(uncertainty_um)}).",
        )
    # Another group is told apart by the number on the ring: named before dirt and gauging.
    fits = [g.value for g, span in row.items() if span.low <= mean_um <= span.high]
    like = f" It would fit {' or '.join(fits)}." if fits else ""
    return Verdict(
        "outside the group",
        Level.STOP,
        f"{um_text(mean_um)} is {um_text(gap)} {side} {group} ({um_text(limits.low)} to"
        f" {um_text(limits.high)}), more than the uncertainty of the gauging (±"
        f" {um_text(uncertainty_um)}).{like} Wrong group, wrong ring, dirt, or wrong gauging.",
        code=ClearanceCode.OUTSIDE_THE_GROUP,
    )


def _judge_by_sheet(
    mean_um: float, uncertainty_um: float, band: Span, group_um: Span | None, group: Group
) -> Verdict:
    """The unmounted clearance against the sheet's band; what the group of the standard would say is
    told, not judged.
    """
    ends = f"{um_text(band.low)} to {um_text(band.high)}"
    beside = ""
    if group_um is not None:
        # Two judges would be none: the sheet decides, the standard is heard.
        fits = "it lies in it" if group_um.low <= mean_um <= group_um.high else "it lies outside it"
        beside = (
            f" {group} by the standard is {um_text(group_um.low)} to {um_text(group_um.high)}:"
            f" {fits}."
        )
    gap = max(band.low - mean_um, mean_um - band.high, 0.0)
    side = "below" if mean_um < band.low else "above"
    if gap <= uncertainty_um and uncertainty_um > (band.high - band.low) / 2:
        why = (
            f"{um_text(mean_um)} ± {um_text(uncertainty_um)}: coarser than half of the sheet's band"
            f" ({ends}). Take finer feelers or more places."
        )
        return Verdict(NOT_DECIDED, Level.UNKNOWN, f"{why}{beside}", code=ClearanceCode.NOT_DECIDED)
    if not gap:
        return Verdict(
            "inside the sheet's band",
            Level.GOOD,
            f"{um_text(mean_um)} lies in the sheet's unmounted band, {ends}.{beside}",
        )
    if gap <= uncertainty_um:
        why = (
            f"{um_text(mean_um)} is {um_text(gap)} {side} the sheet's band ({ends}), within the"
            " uncertainty of the gauging."
        )
        return Verdict("at the edge of the sheet's band", Level.WATCH, f"{why}{beside}")
    why = (
        f"{um_text(mean_um)} is {um_text(gap)} {side} the sheet's unmounted band ({ends}), more"
        f" than ± {um_text(uncertainty_um)}."
    )
    more = " Another bearing than the sheet is made for, dirt, or wrong gauging."
    return Verdict(
        "outside the sheet's band",
        Level.STOP,
        f"{why}{beside}{more}",
        code=ClearanceCode.OUTSIDE_THE_SHEET,
    )
