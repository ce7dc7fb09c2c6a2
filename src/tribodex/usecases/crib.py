"""The tool crib: gauge sets and cards of one's own. Every change is a new version; nothing is overwritten."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import asdict, dataclass, replace
from datetime import date, datetime
from itertools import pairwise
from typing import Any

from pydantic import TypeAdapter

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group, Taper, read_designation
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.core.mounting.reduction import ReductionCard, ReductionRow
from tribodex.core.quantities import LengthUnit, parse_length
from tribodex.core.sources import Source
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import ConcurrentWriter, CribItem, CribKind, Reference, Store, Tap

TRIES = 5
# More leaves than any set has, more bore steps than any sheet.
MOST_LEAVES, MOST_ROWS = 60, 60
# Names of own cards begin so; no built-in card, table or source does.
OWN_CARDS = ("own-", "card-")
RESIDUAL_GROUPS = (Group.CN, Group.C3, Group.C4)


@AS_TYPED
@dataclass(frozen=True)
class GaugeDraft:
    """A gauge set as typed: its leaves in one text, split by blanks."""

    name: str = ""
    unit: str = "mm"
    leaves: str = ""
    checked_on: str = ""


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


@dataclass(frozen=True)
class GaugeView:
    """A gauge set with how it came to be what it is."""

    gauge: FeelerSet
    leaves: str
    version: int
    actor: str
    recorded_at: datetime
    withdrawn: bool
    history: tuple[str, ...]


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


@dataclass(frozen=True)
class Crib:
    """What lies in the crib, withdrawn things last."""

    gauges: tuple[GaugeView, ...]
    cards: tuple[CardView, ...]


_GAUGE = TypeAdapter(FeelerSet)
_CARD = TypeAdapter(CardDraft)


def gauge_item(gauge: FeelerSet) -> dict[str, Any]:
    """A gauge set as it is kept."""
    kept: dict[str, Any] = _GAUGE.dump_python(gauge, mode="json")
    return kept


def gauges_of(items: Sequence[CribItem]) -> list[FeelerSet]:
    """The gauge sets on offer: newest versions, withdrawn ones left out."""
    return [_GAUGE.validate_python(item.payload) for item in _latest(items, "gauge") if not item.withdrawn]


def with_own_cards(reference: Reference, store: Store) -> Reference:
    """The reference with the cards of one's own beside the built-in ones, which none of them can replace."""
    return with_cards(reference, store.crib_items())


def with_cards(reference: Reference, items: Sequence[CribItem]) -> Reference:
    """The same, from a crib that was read already."""
    every = {item.item_id: _card_of(item) for item in _latest(items, "card")}
    offered = {item.item_id: every[item.item_id] for item in _latest(items, "card") if not item.withdrawn}
    sources = {card.source.id: card.source for card in every.values()}
    return replace(reference, cards=offered | reference.cards, sources=sources | reference.sources) if every else reference


def crib(store: Store) -> Crib:
    """Everything in the crib with its history."""
    items = store.crib_items()
    gauges, cards = [], []
    for item in _latest(items, "gauge"):
        gauge = _GAUGE.validate_python(item.payload)
        gauges.append(
            GaugeView(gauge, _leaves_text(gauge), item.version, item.actor, item.recorded_at, item.withdrawn, _history(items, item.item_id))
        )
    for item in _latest(items, "card"):
        draft = _CARD.validate_python(item.payload)
        cards.append(CardView(_card_of(item), draft, item.version, item.actor, item.recorded_at, item.withdrawn, _history(items, item.item_id)))
    return Crib(tuple(sorted(gauges, key=lambda g: g.withdrawn)), tuple(sorted(cards, key=lambda c: c.withdrawn)))


def keep_gauge(store: Store, item_id: str, draft: GaugeDraft, reason: str, tap: Tap, recorded_at: datetime) -> Crib:
    """Add a gauge set, or change one: a new version. Raises InvalidInput with the fields to correct."""
    gauge = read_gauge(item_id, draft)
    return _keep(store, item_id, "gauge", gauge_item(gauge), False, reason, tap, recorded_at)


def keep_card(store: Store, item_id: str, draft: CardDraft, reason: str, tap: Tap, recorded_at: datetime) -> Crib:
    """Add a card, or change one: a new version. Raises InvalidInput with the fields to correct."""
    if not item_id.startswith(OWN_CARDS):
        raise InvalidInput.at("item_id", "Own cards have names of their own kind.", f"{' or '.join(OWN_CARDS)} and more letters or figures")
    read_card(item_id, draft, tap.actor, recorded_at, 1)
    return _keep(store, item_id, "card", asdict(draft), False, reason, tap, recorded_at)


def withdraw(store: Store, item_id: str, reason: str, tap: Tap, recorded_at: datetime) -> Crib:
    """No longer offer it; jobs that used it keep it. Raises InvalidInput without a reason or when it is not there."""
    last = next((item for item in reversed(store.crib_items()) if item.item_id == item_id), None)
    if last is None:
        raise InvalidInput.at("item_id", "There is no such thing in the crib.", "one that is listed")
    if not reason.strip():
        raise InvalidInput.at("reason", "Why is it withdrawn? It stands in its history.", "for example “leaf 0.05 bent”")
    return _keep(store, item_id, last.kind, last.payload, True, reason, tap, recorded_at)


def read_gauge(item_id: str, draft: GaugeDraft) -> FeelerSet:
    """A gauge set from what was typed. Raises InvalidInput with the fields to correct."""
    errors = Collector()
    unit = LengthUnit.THOU if draft.unit == "thou" else LengthUnit.MM
    leaves: set[float] = set()
    texts = draft.leaves.replace(";", " ").split()
    if len(texts) > MOST_LEAVES:
        errors.add("leaves", f"{len(texts)} leaves are too many for one set.", f"at most {MOST_LEAVES}")
    for text in texts[:MOST_LEAVES]:
        length = errors.take(lambda text=text: parse_length(text, "leaves", unit))  # type: ignore[misc]
        if length is not None:
            leaves.add(round(length.um, 3))
    if not draft.name.strip():
        errors.add("name", "A gauge set has a name, so that a record can say which was used.", "for example “Metric set 2”")
    if not leaves and not any(field.name == "leaves" for field in errors.fields):
        errors.add("leaves", "A gauge set needs at least one leaf.", "its leaves split by blanks, for example 0.03 0.04 0.05")
    if any(leaf > 3000 for leaf in leaves):
        errors.add("leaves", "A leaf thicker than 3 mm is out of range: check value and unit.", "thicknesses in the chosen unit")
    checked = draft.checked_on.strip()
    if checked and not re.fullmatch(r"\d{4}-\d{2}-\d{2}", checked):
        errors.add("checked_on", f"“{checked}” is not a date.", "year-month-day, for example 2026-03-02, or empty")
    elif checked:
        try:
            date.fromisoformat(checked)
        except ValueError:
            errors.add("checked_on", f"“{checked}” is not a day of the calendar.", "year-month-day, for example 2026-03-02")
    errors.check()
    return FeelerSet(item_id, draft.name.strip(), unit, tuple(sorted(leaves)), checked or None)


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
        item_id,
        draft.name.strip(),
        f"{draft.source.strip()}; typed in by {actor.strip()} on {at:%Y-%m-%d}",
        "maker" if designation else "practice",
        "print",
        "As good as the sheet and its typing: compare with the original once.",
        version=version,
    )
    reason = f"Typed in by {actor.strip()}, {at:%Y-%m-%d}: {draft.source.strip()}."
    return ReductionCard(item_id, source, tuple(rows), draft.name.strip(), reason, designation.basic_code if designation else "")


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


def _latest(items: Sequence[CribItem], kind: CribKind) -> list[CribItem]:
    """The newest version of each, in the order in which they first came."""
    found: dict[str, CribItem] = {}
    for item in items:
        if item.kind == kind:
            found[item.item_id] = item
    return list(found.values())


def _history(items: Sequence[CribItem], item_id: str) -> tuple[str, ...]:
    return tuple(
        f"{item.recorded_at:%Y-%m-%d}, {item.actor}: {'withdrawn' if item.withdrawn else 'first typed in' if item.version == 1 else 'changed'}"
        + (f" ({item.reason})" if item.reason else "")
        for item in items
        if item.item_id == item_id
    )


def _leaves_text(gauge: FeelerSet) -> str:
    per = 25.4 if gauge.unit is LengthUnit.THOU else 1000.0
    return " ".join(f"{leaf / per:.4g}" for leaf in gauge.leaves_um)


def _keep(store: Store, item_id: str, kind: CribKind, payload: dict[str, Any], withdrawn: bool, reason: str, tap: Tap, recorded_at: datetime) -> Crib:
    if not tap.actor.strip():
        raise InvalidInput("Who keeps the crib?", Field("actor", "The history names everybody.", "a name"))
    for _ in range(TRIES):
        items = store.crib_items()
        if any(item.client_event_id == tap.client_event_id for item in items):
            return crib(store)
        if any(item.kind != kind for item in items if item.item_id == item_id):
            raise InvalidInput.at("item_id", "Another kind of thing goes by this name.", "a name of its own")
        versions = [item.version for item in items if item.item_id == item_id]
        if versions and not reason.strip():
            raise InvalidInput.at("reason", "Why is it changed? It stands in its history.", "for example “leaf 0.05 renewed”")
        version = max(versions, default=0) + 1
        item = CribItem(item_id, version, kind, payload, withdrawn, reason.strip(), tap.client_event_id, tap.actor.strip(), recorded_at)
        try:
            store.add_crib_item(item)
        except ConcurrentWriter:
            continue
        return crib(store)
    raise Refused("Other devices are writing to the crib at the same moment. Nothing was lost; tap again.")
