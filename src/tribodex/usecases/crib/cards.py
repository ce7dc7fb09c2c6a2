"""Cards of one's own: a shop's practice, or a maker's sheet for one bearing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from itertools import pairwise

from tribodex.core.bands_as_typed import read_turn_deg
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper, read_designation
from tribodex.core.mounting.reduction import Card, ReductionCard, plain_number
from tribodex.core.mounting.sheet import KeyedBy, SheetLine
from tribodex.core.quantities import parse_length
from tribodex.core.sources import Source
from tribodex.usecases.books import Reference
from tribodex.usecases.crib.shelf import history, latest
from tribodex.usecases.crib.table_rows import sources_said, with_rows
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import CribItem, Store
from tribodex.usecases.shape import Shape

# More bore steps than any sheet has.
MOST_ROWS = 60
# Names of own cards begin so; no built-in card, table or source does.
OWN_CARDS = ("own-", "card-")
RESIDUAL_GROUPS = (Group.CN, Group.C3, Group.C4)


@AS_TYPED
@dataclass(frozen=True)
class CardRowDraft:
    """One row of a card as typed; lengths with or without unit (bare numbers are mm). Whatever the
    sheet does not say stays empty.

    `over` and `to` bound bore or shaft; `part` is the part number of a sheet that is entered so;
    `residual` counts for every group.
    """

    over: str = ""
    to: str = ""
    reduction_low: str = ""
    reduction_high: str = ""
    drive_low: str = ""
    drive_high: str = ""
    drive30_low: str = ""
    drive30_high: str = ""
    residual_cn: str = ""
    residual_c3: str = ""
    residual_c4: str = ""
    part: str = ""
    residual: str = ""
    final_low: str = ""
    final_high: str = ""
    angle: str = ""
    unmounted_low: str = ""
    unmounted_high: str = ""


@AS_TYPED
@dataclass(frozen=True)
class CardDraft:
    """A shop's card, or with `designation` a maker's sheet for one bearing; entered by bore, shaft
    diameter or part number.

    `second`: who compared it with the sheet as well; empty where nobody did yet.
    """

    name: str = ""
    source: str = ""
    designation: str = ""
    rows: tuple[CardRowDraft, ...] = ()
    meant: str = ""
    keyed_by: str = ""
    second: str = ""


@dataclass(frozen=True)
class CardView:
    """A card of one's own with how it came to be what it is."""

    card: ReductionCard
    draft: CardDraft
    version: int
    actor: str
    recorded_at: datetime
    withdrawn: bool
    history: tuple[str, ...]


_CARD = Shape(CardDraft)


def with_own_cards(reference: Reference, store: Store) -> Reference:
    """The reference as this site has it: tables with its corrected rows, own cards beside the
    built-in ones, which none of them can replace.
    """
    return with_cards(reference, store.crib_items())


def with_cards(reference: Reference, items: Sequence[CribItem]) -> Reference:
    """The same, from a crib that was read already."""
    reference = with_rows(reference, items)
    default = reference.cards[Card.A]
    every = {item.item_id: _card_of(item) for item in latest(items, "card")}
    offered = {
        item.item_id: replace(every[item.item_id], default=default)
        for item in latest(items, "card")
        if not item.withdrawn
    }
    sources = {card.source.id: card.source for card in every.values()}
    said = sources_said(reference, items)
    if not every and said is reference.sources:
        return reference
    return replace(reference, cards=offered | reference.cards, sources=sources | said)


def cards_shelf(items: Sequence[CribItem]) -> list[CardView]:
    """Every card with its history, withdrawn ones too."""
    views = []
    for item in latest(items, "card"):
        draft = _CARD.validate_python(item.payload)
        views.append(
            CardView(
                card=_card_of(item),
                draft=draft,
                version=item.version,
                actor=item.by,
                recorded_at=item.recorded_at,
                withdrawn=item.withdrawn,
                history=history(items, item.item_id),
            )
        )
    return views


def read_card(
    item_id: str, draft: CardDraft, actor: str, at: datetime, version: int
) -> ReductionCard:
    """A card from what was typed, with who, when and from where. Raises InvalidInput with the
    fields to correct.
    """
    errors = Collector()
    for name, value, expected in (
        ("name", draft.name, "what the shop calls it"),
        ("source", draft.source, "sheet, edition and page, or whose experience it is"),
    ):
        if not value.strip():
            errors.add(name, "A card without this cannot be trusted later.", expected)
    designation = (
        errors.take(lambda: read_designation(draft.designation))
        if draft.designation.strip()
        else None
    )
    keyed = errors.choice(KeyedBy, draft.keyed_by, "keyed_by", KeyedBy.BORE) or KeyedBy.BORE
    lines = []
    for i, row in enumerate(draft.rows[:MOST_ROWS]):
        read = errors.take(lambda i=i, row=row: _line(row, f"rows.{i}.", keyed))  # type: ignore[misc]
        if read is not None:
            lines.append(read)
    if len(draft.rows) > MOST_ROWS:
        errors.add("rows", f"A card of {len(draft.rows)} rows is too long.", f"at most {MOST_ROWS}")
    if not draft.rows:
        errors.add(
            "rows",
            "A card needs at least one row.",
            "bores from … to …, and any of what the sheet says",
        )
    lines.sort(key=lambda line: line.over_mm)
    second = " ".join(draft.second.split())
    if second and second.casefold() == " ".join(actor.split()).casefold():
        errors.add(
            "second",
            "A second reader is somebody else.",
            "another person who compared it with the sheet",
        )
    _twice(errors, lines, keyed)
    errors.check()
    source = Source(
        id=item_id,
        title=draft.name.strip(),
        source=f"{draft.source.strip()}; typed in by {actor.strip()} on {at:%Y-%m-%d}"
        + (f", read by {second} as well" if second else ""),
        grade="maker" if designation else "practice",
        checked="print",
        confidence=(
            "Two people read it from the sheet."
            if second
            else "As good as the sheet and its typing: compare with the original once."
        ),
        version=version,
    )
    reason = f"Typed in by {actor.strip()}, {at:%Y-%m-%d}: {draft.source.strip()}."
    return ReductionCard(
        card=item_id,
        source=source,
        rows=(),
        lines=tuple(lines),
        keyed_by=keyed,
        name=draft.name.strip(),
        reason=reason,
        designation=designation.basic_code if designation else "",
    )


def _twice(errors: Collector, lines: Sequence[SheetLine], keyed: KeyedBy) -> None:
    if keyed is KeyedBy.PART:
        numbers = [plain_number(line.part) for line in lines]
        for twice in sorted({number for number in numbers if numbers.count(number) > 1}):
            errors.add(
                "rows", f"Two rows hold for the same part number, {twice}.", "one row for each"
            )
        return
    for before, after in pairwise(lines):
        if after.over_mm < before.to_mm:
            errors.add(
                "rows",
                f"Two rows hold for the same {keyed.value}, at {after.over_mm:g} mm.",
                "rows that follow one another",
            )


def _line(draft: CardRowDraft, at: str, keyed: KeyedBy) -> SheetLine:
    errors = Collector()

    def um(name: str) -> float | None:
        text = getattr(draft, name)
        length = errors.take(lambda: parse_length(text, at + name)) if text.strip() else None
        return round(length.um, 3) if length else None

    def span(low: str, high: str, what: str) -> Span | None:
        a, b = um(low), um(high)
        if a is None and b is None:
            return None
        a, b = (a if a is not None else b), (b if b is not None else a)
        assert a is not None and b is not None  # one of them was given
        if a > b:
            errors.add(
                at + high, f"The greater end of the {what} is below the lesser.", "least first"
            )
            return None
        return Span(a, b)

    over = parse_length(draft.over or "0", at + "over", zero=True).mm
    to = um("to")
    if keyed is KeyedBy.PART:
        if not draft.part.strip():
            errors.add(at + "part", "Which part number is the row for?", "as printed in the sheet")
    elif to is None:
        errors.add(
            at + "to", f"Up to which {keyed.value} does the row hold?", "mm or in, for example 100"
        )
    elif to / 1000 <= over:
        errors.add(at + "to", "A row ends above where it begins.", f"more than {over:g} mm")
    reduction, final = (
        span("reduction_low", "reduction_high", "reduction"),
        span("final_low", "final_high", "final band"),
    )
    unmounted = span("unmounted_low", "unmounted_high", "unmounted band")
    if reduction is not None and reduction.high > 2000:
        errors.add(
            at + "reduction_high",
            f"A reduction of {reduction.high / 1000:g} mm is out of range: check value and unit.",
            "mm, for example 0.060; or 60 µm, 2.5 thou",
        )
    if final is not None and unmounted is not None and final.low >= unmounted.high:
        errors.add(
            at + "final_low",
            "The final band lies above the unmounted one: driving up takes clearance out.",
            "the two bands exchanged?",
        )
    drives = {}
    for taper, low, high in (
        (Taper.ONE_IN_12, "drive_low", "drive_high"),
        (Taper.ONE_IN_30, "drive30_low", "drive30_high"),
    ):
        drive = span(low, high, "drive-up")
        if drive is not None:
            drives[taper] = Span(drive.low / 1000, drive.high / 1000)
    angle = (
        errors.take(lambda: read_turn_deg(draft.angle, at + "angle", 1440, "100 to 120°"))
        if draft.angle.strip()
        else None
    )
    least = {
        group: value
        for group in RESIDUAL_GROUPS
        if (value := um(f"residual_{group.lower()}")) is not None
    }
    line = SheetLine(
        over_mm=0.0 if keyed is KeyedBy.PART else over,
        to_mm=(to or 0.0) / 1000,
        part=draft.part.strip(),
        reduction_um=reduction,
        final_um=final,
        least_um=um("residual"),
        least_of_um=least,
        drive_up_mm=drives,
        angle_deg=angle,
        unmounted_um=unmounted,
    )
    if not line.says_anything and not errors.fields:
        errors.add(
            at + "reduction_low",
            "The row says nothing.",
            "any one of reduction, final band, least residual, drive-up, angle",
        )
    errors.check()
    return line


def _card_of(item: CribItem) -> ReductionCard:
    return read_card(
        item.item_id,
        _CARD.validate_python(item.payload),
        item.actor,
        item.recorded_at,
        item.version,
    )
