"""The tool crib: gauge sets, cards of one's own, grease guns, torque wrenches. Every change is a
new version; nothing is overwritten.
"""

from __future__ import annotations

from dataclasses import asdict, dataclass
from datetime import datetime

from tribodex.core.errors import InvalidInput
from tribodex.usecases.crib.cards import (
    OWN_CARDS,
    CardDraft,
    CardRowDraft,
    CardView,
    cards_shelf,
    read_card,
    with_cards,
    with_own_cards,
)
from tribodex.usecases.crib.checks import not_ahead
from tribodex.usecases.crib.expected import ask_card, ask_gauge, ask_gun, ask_wrench
from tribodex.usecases.crib.gauges import (
    GaugeDraft,
    GaugeView,
    gauge_item,
    gauges_of,
    gauges_shelf,
    read_gauge,
)
from tribodex.usecases.crib.guns import (
    GunDraft,
    GunView,
    gun_item,
    guns_shelf,
    read_gun_draft,
    weighed_alike,
)
from tribodex.usecases.crib.shelf import keep_item, own_name, withdraw_item
from tribodex.usecases.crib.superseded import Superseded, superseded
from tribodex.usecases.crib.table_rows import (
    KeptRow,
    RowDraft,
    RowVersion,
    keep_row,
    kept_rows,
    versions,
    with_rows,
)
from tribodex.usecases.crib.used import Used, UsedBy, used_card, used_row
from tribodex.usecases.crib.wrenches import (
    WrenchDraft,
    WrenchView,
    read_wrench,
    wrench_item,
    wrenches_shelf,
)
from tribodex.usecases.ports import Store, Tap

__all__ = [
    "OWN_CARDS",
    "CardDraft",
    "CardRowDraft",
    "CardView",
    "Crib",
    "GaugeDraft",
    "GaugeView",
    "GunDraft",
    "GunView",
    "KeptRow",
    "RowDraft",
    "RowVersion",
    "Superseded",
    "Used",
    "UsedBy",
    "WrenchDraft",
    "WrenchView",
    "crib",
    "gauge_item",
    "gauges_of",
    "keep_card",
    "keep_gauge",
    "keep_gun",
    "keep_row",
    "keep_wrench",
    "kept_rows",
    "read_card",
    "superseded",
    "used_card",
    "used_row",
    "versions",
    "with_cards",
    "with_own_cards",
    "with_rows",
    "withdraw",
]


@dataclass(frozen=True)
class Crib:
    """What lies in the crib, withdrawn things last."""

    gauges: tuple[GaugeView, ...]
    cards: tuple[CardView, ...]
    guns: tuple[GunView, ...]
    wrenches: tuple[WrenchView, ...]


def crib(store: Store) -> Crib:
    """Everything in the crib with its history."""
    items = store.crib_items()
    return Crib(
        tuple(sorted(gauges_shelf(items), key=lambda view: view.withdrawn)),
        tuple(sorted(cards_shelf(items), key=lambda view: view.withdrawn)),
        tuple(sorted(guns_shelf(items), key=lambda view: view.withdrawn)),
        tuple(sorted(wrenches_shelf(items), key=lambda view: view.withdrawn)),
    )


def keep_gauge(
    store: Store, item_id: str, draft: GaugeDraft, reason: str, tap: Tap, *, recorded_at: datetime
) -> Crib:
    """Add a gauge set, or change one: a new version. Raises InvalidInput with the fields to
    correct.
    """
    made = read_gauge(item_id, draft)
    ask_gauge(draft)
    not_ahead(draft.checked_on, recorded_at)
    own_name(store.crib_items(), item_id, "gauge", draft.name)
    keep_item(
        store,
        item_id,
        "gauge",
        gauge_item(made),
        False,
        reason=reason,
        tap=tap,
        recorded_at=recorded_at,
    )
    return crib(store)


def keep_card(
    store: Store, item_id: str, draft: CardDraft, reason: str, tap: Tap, *, recorded_at: datetime
) -> Crib:
    """Add a card, or change one: a new version. Raises InvalidInput with the fields to correct."""
    if not item_id.startswith(OWN_CARDS):
        raise InvalidInput.at(
            "item_id",
            "Own cards have names of their own kind.",
            f"{' or '.join(OWN_CARDS)} and more letters or figures",
        )
    read_card(item_id, draft, tap.actor, recorded_at, 1)
    ask_card(draft)
    keep_item(
        store,
        item_id,
        "card",
        asdict(draft),
        False,
        reason=reason,
        tap=tap,
        recorded_at=recorded_at,
    )
    return crib(store)


def keep_gun(
    store: Store, item_id: str, draft: GunDraft, reason: str, tap: Tap, *, recorded_at: datetime
) -> Crib:
    """Add a gun, or weigh one again: a new version. Raises InvalidInput with the fields to
    correct."""
    read_gun_draft(draft)
    ask_gun(draft)
    weighed_alike(draft)
    not_ahead(draft.weighed_on, recorded_at, "weighed_on")
    own_name(store.crib_items(), item_id, "gun", draft.name)
    keep_item(
        store,
        item_id,
        "gun",
        gun_item(draft),
        False,
        reason=reason,
        tap=tap,
        recorded_at=recorded_at,
    )
    return crib(store)


def keep_wrench(
    store: Store, item_id: str, draft: WrenchDraft, reason: str, tap: Tap, *, recorded_at: datetime
) -> Crib:
    """Add a wrench, or say its new check: a new version. Raises InvalidInput with the fields to
    correct.
    """
    read_wrench(draft)
    ask_wrench(draft)
    not_ahead(draft.checked_on, recorded_at)
    own_name(store.crib_items(), item_id, "wrench", draft.name)
    keep_item(
        store,
        item_id,
        "wrench",
        wrench_item(draft),
        False,
        reason=reason,
        tap=tap,
        recorded_at=recorded_at,
    )
    return crib(store)


def withdraw(store: Store, item_id: str, reason: str, tap: Tap, recorded_at: datetime) -> Crib:
    """No longer offer it; jobs that used it keep it. Raises InvalidInput without a reason or when
    it is not there.
    """
    withdraw_item(store, item_id, reason, tap, recorded_at)
    return crib(store)
