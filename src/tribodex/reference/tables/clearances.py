"""Internal clearance and how much of it is taken: groups, cards, tightening angles."""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper
from tribodex.core.mounting.ball_angle import BallAngle, BallAngles
from tribodex.core.mounting.clearance import ClearanceRow, ClearanceTable
from tribodex.core.mounting.reduction import CARD_REASONS, Card, ReductionCard, ReductionRow
from tribodex.core.sources import Recall
from tribodex.reference.tables.cells import Cells, bands_join, cells_of
from tribodex.usecases.books import Sheet


def clearance_table(sheet: Sheet) -> ClearanceTable:
    """Group limits by bore; a group of which nobody knows both ends is unknown there. The lower
    limit is the greater of two memories.

    Raises ValueError where a group ends below where it begins, or lies below the one before it.
    """
    rows = []
    for row in cells_of(sheet):
        limits: dict[Group, Span] = {}
        for group in Group:
            if row.has(f"{group}_min") and row.has(f"{group}_max"):
                limits[group] = _group(row, group, next(reversed(limits.values()), None))
        rows.append(ClearanceRow(row.number("d_over_mm"), row.number("d_to_mm"), limits))
    bands_join(sheet.source.id, rows)
    return ClearanceTable(sheet.source, tuple(rows))


def _group(row: Cells, group: Group, before: Span | None) -> Span:
    low, high = row.number(f"{group}_min", max), row.number(f"{group}_max")
    if low > high:
        raise row.wrong(f"{group}_max", f"{high:g} is less than {low:g} in {group}_min")
    if before is not None and (low < before.low or high < before.high):
        end, than = ("min", before.low) if low < before.low else ("max", before.high)
        raise row.wrong(f"{group}_{end}", f"less than {than:g} of the group before it")
    return Span(low, high)


def reduction_cards(sheet: Sheet) -> dict[str, ReductionCard]:
    """The cards, each whole."""
    cards: dict[str, ReductionCard] = {}
    for card in Card:
        rows = tuple(_reduction_row(row) for row in cells_of(sheet) if row.text("card") == card)
        bands_join(f"{sheet.source.id} card {card}", rows)
        cards[card.value] = ReductionCard(card.value, sheet.source, rows, reason=CARD_REASONS[card])
    return cards


def _reduction_row(row: Cells) -> ReductionRow:
    # Where two memories differ: the smaller reduction and drive-up, the greater residual.
    drive_up = {}
    recalled = _doubts(row, "reduction", "reduction_min_mm", "reduction_max_mm")
    for taper, name in ((Taper.ONE_IN_12, "1_12"), (Taper.ONE_IN_30, "1_30")):
        ends = f"driveup_{name}_min_mm", f"driveup_{name}_max_mm"
        if (span := row.maybe_span(*ends)) is not None:
            drive_up[taper] = span
            recalled |= _doubts(row, f"drive_up_{taper}", *ends)
    residual = {}
    for group in (Group.CN, Group.C3, Group.C4):
        if (least := row.maybe(f"min_residual_{group}_mm", max)) is not None:
            residual[group] = _um(least)
            recalled |= _doubts(row, f"residual_{group}", f"min_residual_{group}_mm")
    taken = row.span("reduction_min_mm", "reduction_max_mm")
    return ReductionRow(
        row.number("d_over_mm"),
        row.number("d_to_mm"),
        Span(_um(taken.low), _um(taken.high)),
        drive_up,
        residual,
        recalled,
    )


def _doubts(row: Cells, name: str, *columns: str) -> dict[str, Recall]:
    """The last of these cells that was not remembered twice alike."""
    doubtful = [recall for column in columns if (recall := row.recall(column)) is not Recall.TWICE]
    return {name: doubtful[-1]} if doubtful else {}


def _um(mm: float) -> float:
    return round(mm * 1000, 3)


def ball_angles(sheet: Sheet) -> BallAngles:
    """Tightening angles of self-aligning ball bearings, from light metal contact."""
    rows = (
        BallAngle(
            row.number("bore_mm"),
            Span(row.number("angle_deg"), row.number("angle_deg", max)),
            row.number("drive_up_mm"),
            row.recall("angle_deg"),
        )
        for row in cells_of(sheet)
    )
    return BallAngles(sheet.source, tuple(rows))
