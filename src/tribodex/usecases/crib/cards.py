"""Cards of one's own: a shop's practice, or a maker's sheet for one bearing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from itertools import pairwise

from pydantic import TypeAdapter

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper, read_designation
from tribodex.core.mounting.reduction import ReductionCard, ReductionRow
from tribodex.core.quantities import parse_length
from tribodex.core.sources import Source
from tribodex.usecases.crib.shelf import history, latest
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import CribItem, Reference, Store

# More bore steps than any sheet has.
MOST_ROWS = 60
# Names of own cards begin so; no built-in card, table or source does.
OWN_CARDS = ("own-", "card-")
RESIDUAL_GROUPS = (Group.CN, Group.C3, Group.C4)


@AS_TYPED
@dataclass(frozen=True)
class CardRowDraft:
    """One row of a card as typed; lengths with or without unit (bare numbers are mm)."""

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


@AS_TYPED
@dataclass(frozen=True)
class CardDraft:
    """A shop's card, or with `designation` a maker's sheet for one bearing."""

    name: str = ""
    source: str = ""
    designation: str = ""
    rows: tuple[CardRowDraft, ...] = ()
    meant: str = ""


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


_CARD = TypeAdapter(CardDraft)


def with_own_cards(reference: Reference, store: Store) -> Reference:
    """The reference with the cards of one's own beside the built-in ones, which none of them can replace."""
    return with_cards(reference, store.crib_items())


def with_cards(reference: Reference, items: Sequence[CribItem]) -> Reference:
    """The same, from a crib that was read already."""
    every = {item.item_id: _card_of(item) for item in latest(items, "card")}
    offered = {item.item_id: every[item.item_id] for item in latest(items, "card") if not item.withdrawn}
    sources = {card.source.id: card.source for card in every.values()}
    return replace(reference, cards=offered | reference.cards, sources=sources | reference.sources) if every else reference


def cards_shelf(items: Sequence[CribItem]) -> list[CardView]:
    """Every card with its history, withdrawn ones too."""
    found = []
    for item in latest(items, "card"):
        draft = _CARD.validate_python(item.payload)
        found.append(
            CardView(
                card=_card_of(item),
                draft=draft,
                version=item.version,
                actor=item.actor,
                recorded_at=item.recorded_at,
                withdrawn=item.withdrawn,
                history=history(items, item.item_id),
            )
        )
    return found


def read_card(item_id: str, draft: CardDraft, actor: str, at: datetime, version: int) -> ReductionCard:
    """A card from what was typed, with who, when and from where. Raises InvalidInput with the fields to correct."""
    errors = Collector()
    for name, value, expected in (
        ("name", draft.name, "what the shop calls it"),
        ("source", draft.source, "sheet, edition and page, or whose experience it is"),
    ):
        if not value.strip():
            errors.add(name, "A card without this cannot be trusted later.", expected)
    designation = errors.take(lambda: read_designation(draft.designation)) if draft.designation.strip() else None
    rows = []
    for i, row in enumerate(draft.rows[:MOST_ROWS]):
        read = errors.take(lambda i=i, row=row: _row(row, f"rows.{i}."))  # type: ignore[misc]
        if read is not None:
            rows.append(read)
    if len(draft.rows) > MOST_ROWS:
        errors.add("rows", f"A card of {len(draft.rows)} rows is too long.", f"at most {MOST_ROWS}")
    if not draft.rows:
        errors.add("rows", "A card needs at least one row.", "bores from … to …, least and greatest reduction")
    rows.sort(key=lambda row: row.over_mm)
    for before, after in pairwise(rows):
        if after.over_mm < before.to_mm:
            errors.add("rows", f"Two rows hold for the same bore, at {after.over_mm:g} mm.", "rows that follow one another")
    errors.check()
    source = Source(
        id=item_id,
        title=draft.name.strip(),
        source=f"{draft.source.strip()}; typed in by {actor.strip()} on {at:%Y-%m-%d}",
        grade="maker" if designation else "practice",
        checked="print",
        confidence="As good as the sheet and its typing: compare with the original once.",
        version=version,
    )
    reason = f"Typed in by {actor.strip()}, {at:%Y-%m-%d}: {draft.source.strip()}."
    return ReductionCard(
        card=item_id,
        source=source,
        rows=tuple(rows),
        name=draft.name.strip(),
        reason=reason,
        designation=designation.basic_code if designation else "",
    )


def _row(draft: CardRowDraft, at: str) -> ReductionRow:
    errors = Collector()

    def um(name: str) -> float | None:
        text = getattr(draft, name)
        length = errors.take(lambda: parse_length(text, at + name)) if text.strip() else None
        return round(length.um, 3) if length else None

    def span(low: str, high: str, what: str, needed: bool) -> Span | None:
        a, b = um(low), um(high)
        if a is None and b is None:
            if needed:
                errors.add(at + low, f"The {what} is needed.", "least and greatest, for example 0.045 and 0.060")
            return None
        a, b = (a if a is not None else b), (b if b is not None else a)
        assert a is not None and b is not None  # one of them was given
        if a > b:
            errors.add(at + high, f"The greater end of the {what} is below the lesser.", "least first")
            return None
        return Span(a, b)

    over = parse_length(draft.over or "0", at + "over", zero=True).mm
    to = um("to")
    if to is None:
        errors.add(at + "to", "Up to which bore does the row hold?", "mm, for example 100")
    elif to / 1000 <= over:
        errors.add(at + "to", "A row ends above where it begins.", f"more than {over:g} mm")
    reduction = span("reduction_low", "reduction_high", "reduction", True)
    if reduction is not None and reduction.high > 2000:
        errors.add(
            at + "reduction_high",
            f"A reduction of {reduction.high / 1000:g} mm is out of range: check value and unit.",
            "mm, for example 0.060; or 60 µm, 2.5 thou",
        )
    drives = {}
    for taper, low, high in ((Taper.ONE_IN_12, "drive_low", "drive_high"), (Taper.ONE_IN_30, "drive30_low", "drive30_high")):
        drive = span(low, high, "drive-up", False)
        if drive is not None:
            drives[taper] = Span(drive.low / 1000, drive.high / 1000)
    residual = {group: um(f"residual_{group.lower()}") for group in RESIDUAL_GROUPS}
    errors.check()
    assert to is not None and reduction is not None  # checked above
    return ReductionRow(over, to / 1000, reduction, drives, {group: value for group, value in residual.items() if value is not None})


def _card_of(item: CribItem) -> ReductionCard:
    return read_card(item.item_id, _CARD.validate_python(item.payload), item.actor, item.recorded_at, item.version)
