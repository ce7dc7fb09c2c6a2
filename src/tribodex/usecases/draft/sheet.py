"""The card of a plan: a card that is kept, or one line of a maker's sheet typed with the plan."""

from __future__ import annotations

from tribodex.core.bands_as_typed import read_band_um, read_turn_deg
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Designation, Group, Taper
from tribodex.core.job.asked import Family, Likely
from tribodex.core.mounting.reduction import HALF, SHEET, Card, ReductionCard, ReductionRow
from tribodex.core.mounting.sheet import KeyedBy, SheetLine
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.core.sources import Source
from tribodex.core.working import number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.bearing import Size
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import PlanDraft

# What a clearance of any bearing can be, a reduction of it, a travel (µm).
CLEARANCE_UM, REDUCTION_UM, TRAVEL_UM = (5.0, 1_500.0), (3.0, 1_000.0), (100.0, 30_000.0)
MOST_TURN_DEG = 1_440.0
# A sheet that asks a third or three times what the default card does is read back (own choice).
READ_BACK = 3.0
MORE_FROM_HAND_TIGHT = 2.5
_SAID = (
    "sheet_reduction",
    "sheet_final",
    "sheet_least",
    "sheet_drive_up",
    "sheet_angle",
    "sheet_unmounted",
)


def card_of(
    errors: Collector,
    reference: Reference,
    draft: PlanDraft,
    size: Size | None,
    designation: Designation | None,
    *,
    group: Group | None,
    taper: Taper | None,
    shaft_mm: float | None,
) -> ReductionCard | None:
    """The card that leads a plan, as it holds for this bearing; None, with what is wrong kept,
    where there is none.
    """
    if draft.card.strip() == SHEET:
        return _typed(errors, reference, draft, size, taper)
    if any(getattr(draft, name).strip() for name in _SAID):
        first = next(name for name in _SAID if getattr(draft, name).strip())
        errors.add(
            first,
            "A line of a maker's sheet is typed, and another card is chosen.",
            f"card: {SHEET}; or leave the sheet's fields empty",
        )
        return None
    card = reference.cards.get(draft.card.strip())
    if card is None:
        known = ", ".join(
            [
                *Card,
                HALF,
                SHEET,
                *(
                    f"{c.card} ({c.title})"
                    for c in reference.cards.values()
                    if c.card not in Card.__members__
                ),
            ]
        )
        errors.add("card", f"“{draft.card}” is not a card known here.", known)
        return None
    if size is None:
        return card
    if card.keyed_by is not KeyedBy.BORE:
        if card.keyed_by is KeyedBy.SHAFT and shaft_mm is None:
            # The shaft is asked for anyway; with it the line is found.
            return None
        found = card.at(size.bore_mm, shaft_mm or 0.0, draft.designation)
        if found is None:
            what = (
                f"a shaft of {number(shaft_mm)} mm"
                if card.keyed_by is KeyedBy.SHAFT and shaft_mm
                else f"“{draft.designation.strip()}”"
            )
            errors.add(
                "card",
                f"{card.heading} has no line for {what}.",
                "another card, or the line typed here",
            )
            return None
        card = found
    probe = Bearing(
        size.bore_mm,
        size.outside_mm,
        size.width_mm,
        Taper.ONE_IN_12,
        group or Group.CN,
        designation.basic_code if designation else "",
    )
    if not card.covers(probe):
        bands = card.rows or card.lines
        ends = f"{bands[0].over_mm:g} to {bands[-1].to_mm:g} mm bore" + (
            f", {card.designation} alone" if card.designation else ""
        )
        errors.add(
            "card",
            f"{card.heading} does not cover this bearing; it holds for over {ends}.",
            "another card, or a maker's sheet typed in",
        )
        return None
    return card


def sheet_zero(errors: Collector, draft: PlanDraft) -> SheetZero | None:
    """The zero that the sheet's turns count from; None where it is silent."""
    return (
        errors.choice(SheetZero, draft.sheet_zero, "sheet_zero")
        if draft.sheet_zero.strip()
        else None
    )


def _typed(
    errors: Collector,
    reference: Reference,
    draft: PlanDraft,
    size: Size | None,
    taper: Taper | None,
) -> ReductionCard | None:
    before = len(errors.fields)
    if not draft.sheet.strip():
        errors.add(
            "sheet",
            "Which sheet is it? A figure without its sheet cannot be trusted later.",
            "maker, edition and page",
        )
    line = _line(errors, draft, taper)
    if len(errors.fields) > before or line is None or size is None:
        return None
    default = reference.cards[Card.A]
    row = next((row for row in default.rows if row.over_mm < size.bore_mm <= row.to_mm), None)
    if row is not None:
        _expect(errors, draft, line, row)
    if row is None and line.reduction_um is None:
        what = (
            "The sheet does not say how much to take out, and the default card does not reach this"
            " bore."
        )
        errors.add("sheet_reduction", what, "the reduction from the maker, least to greatest")
        return None
    source = Source(
        id="typed-sheet",
        title=draft.sheet.strip(),
        source=f"{draft.sheet.strip()}; one line, typed in with the plan",
        grade="maker",
        checked="print",
        confidence="As good as the sheet and its typing: compare with the original once.",
    )
    card = ReductionCard(
        card=SHEET,
        source=source,
        rows=(),
        name=draft.sheet.strip(),
        reason=(
            f"Your maker's sheet, typed in with this plan: {draft.sheet.strip()}. What it does not"
            " say comes from the default card, marked so."
        ),
        lines=(line,),
        keyed_by=KeyedBy.PART,
        default=default,
    )
    return card.at(size.bore_mm, 0.0, line.part)


def _line(errors: Collector, draft: PlanDraft, taper: Taper | None) -> SheetLine | None:
    def band(name: str, sensible: tuple[float, float], example: str) -> Span | None:
        said = getattr(draft, name)
        return (
            errors.take(lambda: read_band_um(said, name, sensible, example))
            if said.strip()
            else None
        )

    reduction = band("sheet_reduction", REDUCTION_UM, "0.045 to 0.060 mm, 1.8 to 2.4 thou")
    final = band("sheet_final", CLEARANCE_UM, "0.040 to 0.065 mm")
    unmounted = band("sheet_unmounted", CLEARANCE_UM, "0.080 to 0.110 mm")
    travel = band("sheet_drive_up", TRAVEL_UM, "0.6 to 0.8 mm")
    least = None
    if draft.sheet_least.strip():
        length = errors.take(
            lambda: read_length(draft.sheet_least, "sheet_least", LengthUnit.MM, CLEARANCE_UM)
        )
        least = length.um if length is not None else None
    angle = None
    if draft.sheet_angle.strip():
        angle = errors.take(
            lambda: read_turn_deg(
                draft.sheet_angle, "sheet_angle", MOST_TURN_DEG, "100 to 120°, 1/4 turn"
            )
        )
    if final is not None and least is not None and least > final.high:
        errors.add(
            "sheet_least",
            "The least residual lies above the whole final band: one of the two is misread.",
            "compare with the sheet",
        )
    if final is not None and unmounted is not None and final.low >= unmounted.high:
        errors.add(
            "sheet_final",
            "The final band lies above the unmounted one: driving up takes clearance out.",
            "the two bands exchanged?",
        )
    if reduction is not None and unmounted is not None and reduction.low >= unmounted.high:
        errors.add(
            "sheet_reduction",
            "More is taken out than there is before mounting.",
            "compare with the sheet",
        )
    drives = (
        {taper or Taper.ONE_IN_12: Span(travel.low / 1000, travel.high / 1000)}
        if travel is not None
        else {}
    )
    line = SheetLine(
        part="typed",
        reduction_um=reduction,
        final_um=final,
        least_um=least,
        drive_up_mm=drives,
        angle_deg=angle,
        unmounted_um=unmounted,
    )
    if not line.says_anything and not any(getattr(draft, name).strip() for name in _SAID):
        what = "The sheet's line says nothing yet."
        errors.add(
            "sheet_reduction",
            what,
            "any one of reduction, final band, least residual, drive-up, angle, unmounted band",
        )
        return None
    return line


def _expect(errors: Collector, draft: PlanDraft, line: SheetLine, row: ReductionRow) -> None:
    """Figures far from what the default card asks are read back: a decimal place, or another
    unit."""
    r, drive = row.reduction_um, next(iter(row.drive_up_mm.values()), None)
    least = min(row.least_residual_um.values(), default=r.low)
    most = max(row.least_residual_um.values(), default=r.high)
    alone = Span(line.least_um, line.least_um) if line.least_um is not None else None
    leaves, takes = Span(least, most), "the default card takes out"
    _ask(errors, "sheet_reduction", line.reduction_um, r, takes)
    _ask(
        errors, "sheet_final", line.final_um, Span(least, most + r.high), "the default card leaves"
    )
    _ask(errors, "sheet_least", alone, leaves, "the default card leaves")
    _ask(
        errors,
        "sheet_unmounted",
        line.unmounted_um,
        Span(least + r.low, most + r.high),
        "bearings of this bore have",
    )
    travel = next(iter(line.drive_up_mm.values()), None)
    if travel is not None and drive is not None:
        # From hand-tight the closing travel is in it.
        usual = Span(drive.low * 1000, drive.high * 1000 * MORE_FROM_HAND_TIGHT)
        _ask(
            errors,
            "sheet_drive_up",
            Span(travel.low * 1000, travel.high * 1000),
            usual,
            "the default card drives up",
        )


def _ask(errors: Collector, name: str, said_um: Span | None, usual_um: Span, what: str) -> None:
    if said_um is None:
        return
    why = f"{what} {number(usual_um.low / 1000)} to {number(usual_um.high / 1000)} mm"
    likely = Likely(usual_um.low / READ_BACK / 1000, usual_um.high * READ_BACK / 1000, why)
    for end in dict.fromkeys((said_um.low, said_um.high)):
        errors.expect(name, f"{end / 1000:.5g} mm", Family.LENGTH, likely)
