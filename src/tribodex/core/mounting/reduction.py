"""Reduction cards: how much clearance to take out, how far to drive up, and how much must be
left."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from enum import StrEnum

from tribodex.core.components.bands import Span, band_for
from tribodex.core.components.bearing import Bearing, Group, Taper
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.sheet import KeyedBy, SheetLine
from tribodex.core.quantities import um_text
from tribodex.core.sources import Recall, Source
from tribodex.core.working import Level, Line, Result, Verdict


class Card(StrEnum):
    """The built-in cards. Take one whole; never mix columns of two. A shop's own cards have ids of
    their own.
    """

    A = "A"
    A2 = "A2"
    B = "B"
    C = "C"


CARD_REASONS: dict[str, str] = {
    Card.A: (
        "Default: it also says how much clearance must be left, so both ends of the window are"
        " guarded."
    ),
    Card.A2: (
        "Reductions and residuals of card A with a longer drive-up: on an adapter sleeve, which"
        " beds in. Remembered once."
    ),
    Card.B: (
        "Takes out less on small bores; no residual column, so the window comes from the reduction"
        " alone."
    ),
    Card.C: "Narrow ranges; its residual limits for CN and C3 are remembered once and marked so.",
}
HALF = "half"
HALF_REASON = (
    "Shop rule: take out two fifths to half of what was measured. It fits mid-group bearings of"
    " group CN; for C3 and C4 half is mostly more than the card, so it is capped at the card's"
    " largest reduction and keeps the card's residual limit. Where that leaves less than a feeler"
    " step, it is widened towards less reduction, never below the card's least."
)
# A maker's sheet, one line of it typed with the plan.
SHEET = "sheet"
DEFAULT_CARD = "default card A"
# Sides of a row, by name: what the default card says where a maker's sheet does not.
REDUCTION, DRIVE_UP = "reduction", "drive_up"


def residual_side(group: Group) -> str:
    """The name of the least residual of a group, as a side of a row.

    Symbols: none.
    Valid: every group.
    Raises: nothing.
    Source: none; a name.

    >>> residual_side(Group.C3)
    'residual_C3'
    """
    return f"residual_{group}"


@dataclass(frozen=True)
class ReductionRow:
    """One band of bores on a card. Reductions and residuals in µm, drive-up in mm.

    `recalled` names the cells that were not remembered twice alike (reduction, drive_up_1:12,
    residual_C3 …). What only a maker's sheet says: `final_um` the clearance at the end, `angle_deg`
    the turn from the sheet's own zero, `unmounted_um` the clearance before mounting. `by_default`
    names the sides that the sheet lacks, taken from the default card; `beside_um` is what the
    default card would leave, for the groups where the sheet leaves less or does not say.
    """

    over_mm: float
    to_mm: float
    reduction_um: Span
    drive_up_mm: dict[Taper, Span]
    least_residual_um: dict[Group, float]
    recalled: dict[str, Recall] = field(default_factory=dict)
    final_um: Span | None = None
    angle_deg: Span | None = None
    unmounted_um: Span | None = None
    beside_um: dict[Group, float] = field(default_factory=dict)
    by_default: frozenset[str] = frozenset()

    def unsure(self, *columns: str) -> str:
        """What to say of cells that were not remembered twice alike; empty when all were."""
        found = dict.fromkeys(self.recalled[c] for c in columns if c in self.recalled)
        return "; ".join(found)


def complete(line: SheetLine, default: ReductionRow | None) -> ReductionRow:
    """A line of a sheet with what it lacks taken from the default card, and marked; no side that
    the sheet gives is overridden.

    Symbols: r reduction, m least residual (µm), s drive-up (mm).
    Valid: default is the default card's row for this bore, None beyond that card.
    Raises: OutOfRange where neither sheet nor default card says how much to take out.
    Source: the sheet; what is marked, the default card.

    >>> from tribodex.core.components.bearing import Group
    >>> card = ReductionRow(80, 100, Span(45, 60), {}, {Group.CN: 35.0, Group.C3: 50.0})
    >>> row = complete(SheetLine(80, 100, least_um=40.0), card)
    >>> (
    ...     row.reduction_um,
    ...     row.least_residual_um[Group.C3],
    ...     row.beside_um[Group.C3],
    ...     sorted(row.by_default),
    ... )
    (Span(low=45, high=60), 40.0, 50.0, ['drive_up', 'reduction'])
    """
    marked = set()
    reduction = line.reduction_um
    drives = dict(line.drive_up_mm)
    if reduction is None:
        if default is None:
            raise OutOfRange.at(
                "sheet_reduction",
                "The sheet does not say how much to take out, and the default card does not reach"
                " this bore.",
                "the reduction from the maker, least to greatest",
            )
        reduction = default.reduction_um
        marked.add(REDUCTION)
        if not drives and line.final_um is None:
            # Reduction and travel of one card belong together.
            drives = dict(default.drive_up_mm)
            marked.add(DRIVE_UP)
    least: dict[Group, float] = {}
    beside: dict[Group, float] = {}
    for group in Group:
        own = line.least_for(group)
        card = default.least_residual_um.get(group) if default is not None else None
        if own is not None:
            least[group] = own
        elif card is not None:
            marked.add(residual_side(group))
        if card is not None and (own is None or card > own):
            beside[group] = card
    return ReductionRow(
        over_mm=line.over_mm,
        to_mm=line.to_mm,
        reduction_um=reduction,
        drive_up_mm=drives,
        least_residual_um=least,
        final_um=line.final_um,
        angle_deg=line.angle_deg,
        unmounted_um=line.unmounted_um,
        beside_um=beside,
        by_default=frozenset(marked),
    )


@dataclass(frozen=True)
class ReductionCard:
    """One handbook practice, or a shop's own card, kept whole.

    `designation` is set on a maker's sheet for one bearing: then it holds for that bearing alone.
    Cards of one's own have `lines` in place of `rows`, entered by bore, shaft diameter or part
    number; what a line lacks comes from `default`.
    """

    card: str
    source: Source
    rows: tuple[ReductionRow, ...]
    name: str = ""
    reason: str = ""
    designation: str = ""
    lines: tuple[SheetLine, ...] = ()
    keyed_by: KeyedBy = KeyedBy.BORE
    default: ReductionCard | None = None

    @property
    def title(self) -> str:
        """What a person calls it."""
        return self.name or f"card {self.card}"

    @property
    def heading(self) -> str:
        """The title at the head of a sentence."""
        return self.title[:1].upper() + self.title[1:]

    def row(self, bore_mm: float) -> ReductionRow:
        """The row for a bore, what a sheet lacks completed. Raises OutOfRange beyond the card."""
        if not self.lines:
            return band_for(self.rows, bore_mm, f"Reduction {self.title}")
        return complete(
            band_for(self.lines, bore_mm, f"Reduction {self.title}"), self._default_row(bore_mm)
        )

    def covers(self, bearing: Bearing) -> bool:
        """Whether it holds for this bearing; a card that is entered by shaft or part number only
        once it was found there: see `at`.
        """
        if self.keyed_by is not KeyedBy.BORE or (
            self.designation and self.designation != bearing.basic_code
        ):
            return False
        bore = bearing.bore_mm
        line = next((line for line in self.lines if line.over_mm < bore <= line.to_mm), None)
        if line is not None:
            return line.reduction_um is not None or self._default_row(bore) is not None
        return any(row.over_mm < bore <= row.to_mm for row in self.rows)

    def at(self, bore_mm: float, shaft_mm: float, part: str) -> ReductionCard | None:
        """The card as it holds for one bearing on one shaft, by bore; None where it has no line for
        it.
        """
        if self.keyed_by is KeyedBy.BORE:
            return self
        if self.keyed_by is KeyedBy.SHAFT:
            found = next(
                (line for line in self.lines if line.over_mm < shaft_mm <= line.to_mm), None
            )
        else:
            asked = plain_number(part)
            found = next(
                (line for line in self.lines if asked and plain_number(line.part) == asked), None
            )
        if found is None:
            return None
        here = replace(found, over_mm=bore_mm - THIS_BORE_MM, to_mm=bore_mm + THIS_BORE_MM)
        return replace(self, lines=(here,), keyed_by=KeyedBy.BORE)

    def _default_row(self, bore_mm: float) -> ReductionRow | None:
        rows = self.default.rows if self.default is not None else ()
        return next((row for row in rows if row.over_mm < bore_mm <= row.to_mm), None)


# A line of a sheet that was found for one bearing holds for its bore alone (mm).
THIS_BORE_MM = 0.05


def plain_number(part: str) -> str:
    """A part number without the ways in which it is spaced and written.

    Symbols: none.
    Valid: any text.
    Raises: nothing.
    Source: none.

    >>> plain_number(" 22218 EK/c3 ") == plain_number("22218-EK-C3")
    True
    """
    return "".join(one for one in part.upper() if one.isalnum())


def _where(row: ReductionRow, card: str) -> str:
    if row.to_mm - row.over_mm <= 3 * THIS_BORE_MM:
        return f"{card}, its line for this bearing"
    return f"{card}, row over {row.over_mm:g} to {row.to_mm:g} mm"


def reduction_range(card: ReductionCard, bearing: Bearing) -> Result:
    """The clearance to take out, by a card.

    Symbols: d bore (mm); r_min, r_max reduction (µm).
    Valid: bores the card covers (A and B: over 24 to 1000 mm; C: over 30).
    Raises: OutOfRange beyond the card.
    Source: the card.

    >>> from tribodex.core.sources import PRACTICE
    >>> c = ReductionCard(Card.A, PRACTICE, (ReductionRow(80, 100, Span(45, 60), {}, {}),))
    >>> r = reduction_range(c, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3))
    >>> r.value, r.value_to
    (45, 60)
    """
    row = card.row(bearing.bore_mm)
    lacks = REDUCTION in row.by_default
    return Result(
        "reduction_range",
        f"Clearance reduction, {DEFAULT_CARD if lacks else card.title}",
        row.reduction_um.low,
        "µm",
        value_to=row.reduction_um.high,
        working=(
            Line(
                "r_min",
                "least reduction",
                "r_min(d)",
                _where(row, card.title),
                row.reduction_um.low,
                "µm",
                card.source.id,
            ),
            Line(
                "r_max",
                "greatest reduction",
                "r_max(d)",
                _where(row, card.title),
                row.reduction_um.high,
                "µm",
                card.source.id,
            ),
        ),
        note=f"{card.heading} does not say it: taken from the default card." if lacks else "",
    )


def residual_limit(card: ReductionCard, bearing: Bearing) -> Result:
    """The least clearance that must be left, by a card. Unknown where the card does not say.

    Symbols: m least residual clearance (µm).
    Valid: cards A and A2 for CN, C3, C4, card C for CN and C3; unknown (value None) otherwise.
    Raises: OutOfRange beyond the card.
    Source: the card.

    >>> from tribodex.core.sources import PRACTICE
    >>> c = ReductionCard(
    ...     Card.A, PRACTICE, (ReductionRow(80, 100, Span(45, 60), {}, {Group.C3: 50.0}),)
    ... )
    >>> residual_limit(c, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)).value
    50.0
    >>> residual_limit(c, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C2)).value is None
    True
    """
    row = card.row(bearing.bore_mm)
    least = row.least_residual_um.get(bearing.group)
    label = f"Least residual clearance, {card.title}"
    beside = row.beside_um.get(bearing.group)
    if least is None and beside is not None:
        note = (
            f"{card.heading} does not say it: {DEFAULT_CARD} leaves so much. It is judged by that,"
            " and the sheet's own range stands beside it."
        )
        line = Line(
            "m",
            "least residual clearance",
            "m(d, group)",
            _where(row, DEFAULT_CARD),
            beside,
            "µm",
            "practice",
        )
        return Result(
            "residual_limit",
            f"Least residual clearance, {DEFAULT_CARD}",
            beside,
            "µm",
            working=(line,),
            note=note,
        )
    if least is not None and beside is not None:
        lines = (
            Line(
                "m",
                "least residual clearance",
                "by the sheet",
                _where(row, card.title),
                least,
                "µm",
                card.source.id,
            ),
            Line(
                "m_card",
                "least residual clearance",
                "by the default card",
                "",
                beside,
                "µm",
                "practice",
            ),
        )
        note = (
            f"{card.heading} leaves less than {DEFAULT_CARD} ({um_text(beside)}). Both stand side"
            " by side; below that by name of the sheet."
        )
        verdict = Verdict("less than the default card", Level.WATCH, note)
        return Result(
            "residual_limit", label, least, "µm", working=lines, note=note, verdict=verdict
        )
    if least is None:
        note = (
            f"{card.heading} gives no residual limit for {bearing.group}: the window comes from the"
            " reduction alone. Ask the maker."
        )
        return Result("residual_limit", label, None, "µm", note=note)
    line = Line(
        "m",
        "least residual clearance",
        "m(d, group)",
        _where(row, card.title),
        least,
        "µm",
        card.source.id,
    )
    unsure = row.unsure(f"residual_{bearing.group}")
    return Result(
        "residual_limit",
        label,
        least,
        "µm",
        working=(line,),
        note=f"{unsure.capitalize()}: check it." if unsure else "",
    )


def card_drive_up(card: ReductionCard, bearing: Bearing) -> Result:
    """The axial drive-up a card names, counted from firm metal-to-metal contact.

    Symbols: s axial drive-up (mm).
    Valid: tapers the card covers; unknown (value None) otherwise.
    Raises: OutOfRange beyond the card.
    Source: the card.

    >>> from tribodex.core.sources import PRACTICE
    >>> rows = (ReductionRow(80, 100, Span(45, 60), {Taper.ONE_IN_12: Span(0.7, 0.9)}, {}),)
    >>> r = card_drive_up(
    ...     ReductionCard(Card.A, PRACTICE, rows), Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)
    ... )
    >>> r.value, r.value_to
    (0.7, 0.9)
    """
    row = card.row(bearing.bore_mm)
    span = row.drive_up_mm.get(bearing.taper)
    label = f"Axial drive-up, {DEFAULT_CARD if DRIVE_UP in row.by_default else card.title}"
    if span is None:
        return Result(
            "card_drive_up",
            label,
            None,
            "mm",
            note=f"{card.heading} has no drive-up for {bearing.taper} at this bore.",
        )
    return Result(
        "card_drive_up",
        label,
        span.low,
        "mm",
        value_to=span.high,
        working=(
            Line(
                "s_min",
                "least drive-up",
                "s_min(d, taper)",
                _where(row, card.title),
                span.low,
                "mm",
                card.source.id,
            ),
            Line(
                "s_max",
                "greatest drive-up",
                "s_max(d, taper)",
                _where(row, card.title),
                span.high,
                "mm",
                card.source.id,
            ),
        ),
        note=(
            f"{unsure.capitalize()}: check it."
            if (unsure := row.unsure(f"drive_up_{bearing.taper}"))
            else ""
        ),
    )
