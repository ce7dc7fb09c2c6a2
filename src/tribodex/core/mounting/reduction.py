"""Reduction cards: how much clearance to take out, how far to drive up, and how much must be left."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum

from tribodex.core.components.bands import Span, band_for
from tribodex.core.components.bearing import Bearing, Group, Taper
from tribodex.core.sources import Recall, Source
from tribodex.core.working import Line, Result


class Card(StrEnum):
    """The built-in cards. Take one whole; never mix columns of two. A shop's own cards have ids of their own."""

    A = "A"
    A2 = "A2"
    B = "B"
    C = "C"


CARD_REASONS: dict[str, str] = {
    Card.A: "Default: it also says how much clearance must be left, so both ends of the window are guarded.",
    Card.A2: "Reductions and residuals of card A with a longer drive-up: on an adapter sleeve, which beds in. Remembered once.",
    Card.B: "Takes out less on small bores; no residual column, so the window comes from the reduction alone.",
    Card.C: "Narrow ranges; its residual limits for CN and C3 are remembered once and marked so.",
}
HALF = "half"
HALF_REASON = (
    "Shop rule: take out two fifths to half of what was measured. It fits mid-group bearings of group CN; for C3 and C4 half is mostly more "
    "than the card, so it is capped at the card's largest reduction and keeps the card's residual limit."
)


@dataclass(frozen=True)
class ReductionRow:
    """One band of bores on a card. Reductions and residuals in µm, drive-up in mm.

    `recalled` names the cells that were not remembered twice alike (reduction, drive_up_1:12, residual_C3 …).
    """

    over_mm: float
    to_mm: float
    reduction_um: Span
    drive_up_mm: dict[Taper, Span]
    least_residual_um: dict[Group, float]
    recalled: dict[str, Recall] = field(default_factory=dict)

    def unsure(self, *columns: str) -> str:
        """What to say of cells that were not remembered twice alike; empty when all were."""
        found = dict.fromkeys(self.recalled[c] for c in columns if c in self.recalled)
        return "; ".join(found)


@dataclass(frozen=True)
class ReductionCard:
    """One handbook practice, or a shop's own card, kept whole.

    `designation` is set on a maker's sheet for one bearing: then it holds for that bearing alone.
    """

    card: str
    source: Source
    rows: tuple[ReductionRow, ...]
    name: str = ""
    reason: str = ""
    designation: str = ""

    @property
    def title(self) -> str:
        """What a person calls it."""
        return self.name or f"card {self.card}"

    @property
    def heading(self) -> str:
        """The title at the head of a sentence."""
        return self.title[:1].upper() + self.title[1:]

    def row(self, bore_mm: float) -> ReductionRow:
        """The row for a bore. Raises OutOfRange beyond the card."""
        return band_for(self.rows, bore_mm, f"Reduction {self.title}")

    def covers(self, bearing: Bearing) -> bool:
        """Whether it holds for this bearing."""
        inside = any(row.over_mm < bearing.bore_mm <= row.to_mm for row in self.rows)
        return inside and (not self.designation or self.designation == bearing.basic_code)


def _where(row: ReductionRow, card: str) -> str:
    return f"{card}, row over {row.over_mm:g} to {row.to_mm:g} mm"


def reduction_range(card: ReductionCard, bearing: Bearing) -> Result:
    """The clearance to take out, by a card.

    Symbols: d bore (mm); r_min, r_max reduction (µm).
    Valid: bores the card covers (A and B: over 24 to 1000 mm; C: over 30).
    Raises: OutOfRange beyond the card.
    Source: the card.

    >>> from tribodex.core.sources import PRACTICE
    >>> c = ReductionCard(Card.A, PRACTICE, (ReductionRow(80, 100, Span(45, 60), {}, {}),))
    >>> r = reduction_range(c, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)); r.value, r.value_to
    (45, 60)
    """
    row = card.row(bearing.bore_mm)
    return Result(
        "reduction_range",
        f"Clearance reduction, {card.title}",
        row.reduction_um.low,
        "µm",
        value_to=row.reduction_um.high,
        working=(
            Line("r_min", "least reduction", "r_min(d)", _where(row, card.title), row.reduction_um.low, "µm", card.source.id),
            Line("r_max", "greatest reduction", "r_max(d)", _where(row, card.title), row.reduction_um.high, "µm", card.source.id),
        ),
    )


def residual_limit(card: ReductionCard, bearing: Bearing) -> Result:
    """The least clearance that must be left, by a card. Unknown where the card does not say.

    Symbols: m least residual clearance (µm).
    Valid: cards A and A2 for CN, C3, C4, card C for CN and C3; unknown (value None) otherwise.
    Raises: OutOfRange beyond the card.
    Source: the card.

    >>> from tribodex.core.sources import PRACTICE
    >>> c = ReductionCard(Card.A, PRACTICE, (ReductionRow(80, 100, Span(45, 60), {}, {Group.C3: 50.0}),))
    >>> residual_limit(c, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)).value
    50.0
    >>> residual_limit(c, Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C2)).value is None
    True
    """
    row = card.row(bearing.bore_mm)
    least = row.least_residual_um.get(bearing.group)
    label = f"Least residual clearance, {card.title}"
    if least is None:
        note = f"{card.heading} gives no residual limit for {bearing.group}: the window comes from the reduction alone. Ask the maker."
        return Result("residual_limit", label, None, "µm", note=note)
    line = Line("m", "least residual clearance", "m(d, group)", _where(row, card.title), least, "µm", card.source.id)
    unsure = row.unsure(f"residual_{bearing.group}")
    return Result("residual_limit", label, least, "µm", working=(line,), note=f"{unsure.capitalize()}: check it." if unsure else "")


def card_drive_up(card: ReductionCard, bearing: Bearing) -> Result:
    """The axial drive-up a card names, counted from firm metal-to-metal contact.

    Symbols: s axial drive-up (mm).
    Valid: tapers the card covers; unknown (value None) otherwise.
    Raises: OutOfRange beyond the card.
    Source: the card.

    >>> from tribodex.core.sources import PRACTICE
    >>> rows = (ReductionRow(80, 100, Span(45, 60), {Taper.ONE_IN_12: Span(0.7, 0.9)}, {}),)
    >>> r = card_drive_up(ReductionCard(Card.A, PRACTICE, rows), Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3))
    >>> r.value, r.value_to
    (0.7, 0.9)
    """
    row = card.row(bearing.bore_mm)
    span = row.drive_up_mm.get(bearing.taper)
    label = f"Axial drive-up, {card.title}"
    if span is None:
        return Result("card_drive_up", label, None, "mm", note=f"{card.heading} has no drive-up for {bearing.taper} at this bore.")
    return Result(
        "card_drive_up",
        label,
        span.low,
        "mm",
        value_to=span.high,
        working=(
            Line("s_min", "least drive-up", "s_min(d, taper)", _where(row, card.title), span.low, "mm", card.source.id),
            Line("s_max", "greatest drive-up", "s_max(d, taper)", _where(row, card.title), span.high, "mm", card.source.id),
        ),
        note=f"{unsure.capitalize()}: check it." if (unsure := row.unsure(f"drive_up_{bearing.taper}")) else "",
    )
