"""Every table with its source, and charts of those that read better drawn."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from types import MappingProxyType
from typing import Literal

import numpy as np

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper
from tribodex.core.errors import NotFound
from tribodex.core.mounting.compare import theory_against_cards
from tribodex.core.mounting.drive_up import RATIO_SD_SHARE
from tribodex.core.mounting.reduction import ReductionCard
from tribodex.core.mounting.sheet import KeyedBy
from tribodex.core.sources import Source, value
from tribodex.core.working import percent
from tribodex.usecases.books import Reference, Sheet
from tribodex.usecases.crib.shelf import latest
from tribodex.usecases.crib.table_rows import RowVersion, kept_of, versions
from tribodex.usecases.ports import CribItem

# Bores of the charts of theory against cards, mm.
BORES = np.array([25.0, *np.arange(30.0, 101.0, 5.0), *np.arange(110.0, 501.0, 10.0)])


@dataclass(frozen=True)
class ChartBand:
    """A range that holds over a range of the other axis."""

    from_x: float
    to_x: float
    low: float
    high: float


@dataclass(frozen=True)
class Series:
    """One drawn thing: bands (a card, a group) or a line, with the width of its uncertainty."""

    name: str
    kind: Literal["bands", "line"]
    bands: tuple[ChartBand, ...]


@dataclass(frozen=True)
class Chart:
    """A chart with its axes in words."""

    id: str
    title: str
    x_label: str
    y_label: str
    series: tuple[Series, ...]
    note: str = ""


@dataclass(frozen=True)
class TableHead:
    """A table in the list."""

    id: str
    source: Source
    rows: int
    charts: int
    own: bool


NOBODY: Mapping[str, str] = MappingProxyType({})
RowState = Literal["compared", "corrected", "added", "left out"]


@dataclass(frozen=True)
class RowCheck:
    """A row that was compared with print here: where it stands in the table, the row as it ships,
    and every version, the newest last.

    `at` is None for a row that does not hold: withdrawn, or left out because it fits the table no
    more.
    """

    item_id: str
    state: RowState
    at: int | None
    was: tuple[str, ...]
    versions: tuple[RowVersion, ...]


@dataclass(frozen=True)
class TableView:
    """A table, its rows as they hold here, and its charts; which of them were compared with print,
    and by whom.
    """

    id: str
    source: Source
    columns: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    charts: tuple[Chart, ...]
    own: bool
    checks: tuple[RowCheck, ...] = ()


def table_heads(reference: Reference) -> tuple[TableHead, ...]:
    """Every table, those of one's own last."""
    shipped = ((sheet.source.id, len(sheet.rows)) for sheet in reference.sheets)
    heads = [
        TableHead(name, reference.sources[name], rows, len(_charts(reference, name)), False)
        for name, rows in shipped
    ]
    own = [
        TableHead(c.card, c.source, len(c.lines), len(_own_charts(c)), True)
        for c in reference.cards.values()
        if c.name
    ]
    return (*heads, *own)


def table_view(
    reference: Reference,
    table_id: str,
    items: Sequence[CribItem] = (),
    listed: Mapping[str, str] = NOBODY,
) -> TableView:
    """One table, with what was compared with print at the site whose crib it is. Raises NotFound.

    `listed`: how lists call whoever left.
    """
    sheet = next((s for s in reference.sheets if s.source.id == table_id), None)
    if sheet is not None:
        return TableView(
            id=table_id,
            source=reference.sources[table_id],
            columns=sheet.columns,
            rows=_rows(sheet),
            charts=_charts(reference, table_id),
            own=False,
            checks=_checks(sheet, items, listed),
        )
    card = reference.cards.get(table_id)
    if card is None or not card.name:
        raise NotFound(f"There is no table {table_id}.")
    return _own(card)


def _checks(
    sheet: Sheet, items: Sequence[CribItem], listed: Mapping[str, str]
) -> tuple[RowCheck, ...]:
    found = []
    for item in latest(items, "row"):
        kept = kept_of(item)
        if kept.table != sheet.source.id:
            continue
        at = (
            sheet.rows.index(kept.cells)
            if not item.withdrawn and kept.cells in sheet.rows
            else None
        )
        holds: RowState = (
            "added" if not kept.was else "compared" if kept.change is None else "corrected"
        )
        was = tuple(kept.was[column] for column in sheet.columns) if kept.was else ()
        each = (
            replace(version, second=listed.get(version.second, version.second))
            for version in versions(items, item.item_id, sheet.columns)
        )
        found.append(
            RowCheck(item.item_id, holds if at is not None else "left out", at, was, tuple(each))
        )
    return tuple(found)


def _rows(sheet: Sheet) -> tuple[tuple[str, ...], ...]:
    return tuple(tuple(row[column] for column in sheet.columns) for row in sheet.rows)


def _own(card: ReductionCard) -> TableView:
    key = "d" if card.keyed_by is KeyedBy.BORE else "shaft"
    columns: tuple[str, ...] = (
        "part",
        f"{key}_over_mm",
        f"{key}_to_mm",
        "reduction_min_um",
        "reduction_max_um",
        "final_min_um",
        "final_max_um",
        "driveup_1_12_mm",
        "driveup_1_30_mm",
        "angle_deg",
        "unmounted_um",
        "min_residual_um",
        "min_residual_CN_um",
        "min_residual_C3_um",
        "min_residual_C4_um",
    )
    rows = []
    for line in card.lines:
        by_part = card.keyed_by is KeyedBy.PART
        rows.append(
            (
                line.part,
                *(("", "") if by_part else (f"{line.over_mm:g}", f"{line.to_mm:g}")),
                *_ends(line.reduction_um),
                *_ends(line.final_um),
                *(_band(line.drive_up_mm.get(taper)) for taper in Taper),
                _band(line.angle_deg),
                _band(line.unmounted_um),
                f"{line.least_um:g}" if line.least_um is not None else "",
                *(
                    f"{line.least_of_um[g]:g}" if g in line.least_of_um else ""
                    for g in (Group.CN, Group.C3, Group.C4)
                ),
            )
        )
    # A card gives some columns of many: an empty one reads as “nothing allowed”.
    used = [i for i, _ in enumerate(columns) if any(row[i] for row in rows)]
    columns = tuple(columns[i] for i in used)
    rows = [tuple(row[i] for i in used) for row in rows]
    return TableView(
        id=card.card,
        source=card.source,
        columns=columns,
        rows=tuple(rows),
        charts=_own_charts(card),
        own=True,
    )


def _own_charts(card: ReductionCard) -> tuple[Chart, ...]:
    over_bore = card.keyed_by is KeyedBy.BORE and any(line.reduction_um for line in card.lines)
    return (_reductions([card]),) if over_bore else ()


def _ends(span: Span | None) -> tuple[str, str]:
    return ("", "") if span is None else (f"{span.low:g}", f"{span.high:g}")


def _band(span: Span | None) -> str:
    return "" if span is None else f"{span.low:g} to {span.high:g}"


def _charts(reference: Reference, table_id: str) -> tuple[Chart, ...]:
    sheet = next((s for s in reference.sheets if s.source.id == table_id), None)
    if sheet is not None and f"{Group.CN}_min" in sheet.columns:
        return (_limits(sheet),)
    if table_id == next(iter(reference.cards.values())).source.id:
        # A card of one's own may leave out columns that the theory is compared by.
        built_in = [card for card in reference.cards.values() if not card.name]
        return (_reductions(built_in), *(_theory(built_in, taper) for taper in Taper))
    return ()


def _limits(sheet: Sheet) -> Chart:
    """Group limits over the bore; groups that a table leaves out at some bores are not drawn
    there."""

    def bands(group: Group) -> tuple[ChartBand, ...]:
        rows = [row for row in sheet.rows if row.get(f"{group}_min") and row.get(f"{group}_max")]
        return tuple(
            ChartBand(
                *(
                    value(row[name])
                    for name in ("d_over_mm", "d_to_mm", f"{group}_min", f"{group}_max")
                )
            )
            for row in rows
        )

    series = tuple(
        Series(group.value, "bands", found) for group in Group if (found := bands(group))
    )
    return Chart(
        "limits", "Group limits over the bore", "bore, mm", "radial internal clearance, µm", series
    )


def _reductions(cards: Iterable[ReductionCard]) -> Chart:
    series = tuple(
        Series(
            card.heading,
            "bands",
            tuple(
                ChartBand(r.over_mm, r.to_mm, r.reduction_um.low, r.reduction_um.high)
                for r in card.rows or card.lines
                if r.reduction_um is not None
            ),
        )
        for card in cards
    )
    return Chart(
        "reductions", "Clearance reduction over the bore", "bore, mm", "reduction, µm", series
    )


def _theory(cards: list[ReductionCard], taper: Taper) -> Chart:
    """Drive-up over reduction: elastic rings against each card."""
    rows = theory_against_cards(cards, BORES, taper)
    theory = {row.bore_mm: row.theory_ratio for row in rows}
    uncertainty = 2 * RATIO_SD_SHARE
    lines = [
        Series(
            "Elastic rings, solid steel",
            "line",
            tuple(
                ChartBand(b, b, r * (1 - uncertainty), r * (1 + uncertainty))
                for b, r in sorted(theory.items())
            ),
        )
    ]
    found = []
    for card in cards:
        its = tuple(
            ChartBand(r.bore_mm, r.bore_mm, r.card_low, r.card_high)
            for r in rows
            if r.card == card.card
        )
        found.append(Series(card.heading, "bands", its))
    apart = sorted(
        {
            r.bore_mm
            for r in rows
            if r.theory_ratio * (1 + uncertainty) < r.card_low
            or r.theory_ratio * (1 - uncertainty) > r.card_high
        }
    )
    note = (
        f"Theory with its uncertainty (±{percent(uncertainty)}) and a card part at {len(apart)} of"
        f" {len(theory)} bores"
        + (f", first at {apart[0]:g} mm." if apart else ".")
        + " The range of a card is from its least pair to its greatest pair."
    )
    return Chart(
        id=f"theory_{taper.value.replace(':', '_')}",
        title=f"Drive-up for each unit of reduction, taper {taper}: theory against cards",
        x_label="bore, mm",
        y_label="drive-up / reduction",
        series=(*lines, *(s for s in found if s.bands)),
        note=note,
    )
