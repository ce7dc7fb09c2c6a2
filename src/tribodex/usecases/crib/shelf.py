"""Versions of things in the crib: every change is a new one, nothing is overwritten."""

from __future__ import annotations

import json
from collections.abc import Sequence
from datetime import datetime
from typing import Any

from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.usecases.ports import ConcurrentWriter, CribItem, CribKind, Store, Tap

TRIES = 5


def latest(items: Sequence[CribItem], kind: CribKind) -> list[CribItem]:
    """The newest version of each, in the order in which they first came."""
    found: dict[str, CribItem] = {}
    for item in items:
        if item.kind == kind:
            found[item.item_id] = item
    return list(found.values())


def own_name(items: Sequence[CribItem], item_id: str, kind: CribKind, name: str) -> None:
    """Raises InvalidInput where another thing of this kind goes by the name: a record could not say
    which was used.
    """
    said = " ".join(name.split()).casefold()
    other = next(
        (
            item
            for item in latest(items, kind)
            if item.item_id != item_id and not item.withdrawn and _named(item) == said
        ),
        None,
    )
    if other is not None:
        raise InvalidInput.at(
            "name",
            f"Another one in the crib is called {name.strip()}.",
            "a name of its own, for example with a colour or a number",
        )


def _named(item: CribItem) -> str:
    return " ".join(str(item.payload.get("name", "")).split()).casefold()


def history(items: Sequence[CribItem], item_id: str) -> tuple[str, ...]:
    """How a thing came to be what it is, in words."""

    def became(item: CribItem) -> str:
        if item.withdrawn:
            return "withdrawn"
        return "first typed in" if item.version == 1 else "changed"

    return tuple(
        f"{item.recorded_at:%Y-%m-%d}, {item.by}: {became(item)}"
        + (f" ({item.reason})" if item.reason else "")
        for item in items
        if item.item_id == item_id
    )


def keep_item(
    store: Store,
    item_id: str,
    kind: CribKind,
    payload: dict[str, Any],
    withdrawn: bool,
    *,
    reason: str,
    tap: Tap,
    recorded_at: datetime,
) -> None:
    """Keep a new version. Raises InvalidInput with the fields to correct, Refused when others keep
    writing at the same moment.
    """
    if not tap.actor.strip():
        raise InvalidInput(
            "Who keeps the crib?", Field("actor", "The history names everybody.", "a name")
        )
    for _ in range(TRIES):
        items = store.crib_items()
        if (
            before := next(
                (item for item in items if item.client_event_id == tap.client_event_id), None
            )
        ) is not None:
            # Sent again because the answer was lost; another thing under the same id would be lost
            # without a word.
            if (before.item_id, _as_kept(before.payload), before.withdrawn) != (
                item_id,
                _as_kept(payload),
                withdrawn,
            ):
                raise Refused(
                    "The id of this change was used before for something else. Nothing was stored;"
                    " send it again."
                )
            return
        if any(item.kind != kind for item in items if item.item_id == item_id):
            raise InvalidInput.at(
                "item_id", "Another kind of thing goes by this name.", "a name of its own"
            )
        versions = [item.version for item in items if item.item_id == item_id]
        if versions and not reason.strip():
            raise InvalidInput.at(
                "reason",
                "Why is it changed? It stands in its history.",
                "for example “leaf 0.05 renewed”",
            )
        version = max(versions, default=0) + 1
        item = CribItem(
            item_id=item_id,
            version=version,
            kind=kind,
            payload=payload,
            withdrawn=withdrawn,
            reason=reason.strip(),
            client_event_id=tap.client_event_id,
            actor=tap.actor.strip(),
            recorded_at=recorded_at,
        )
        try:
            store.add_crib_item(item)
        except ConcurrentWriter:
            continue
        return
    raise Refused(
        "Other devices are writing to the crib at the same moment. Nothing was lost; tap again."
    )


def _as_kept(payload: dict[str, Any]) -> dict[str, Any]:
    """As the store gives it back."""
    kept: dict[str, Any] = json.loads(json.dumps(payload))
    return kept


def withdraw_item(store: Store, item_id: str, reason: str, tap: Tap, recorded_at: datetime) -> None:
    """No longer offer it; jobs that used it keep it. Raises InvalidInput without a reason or when
    it is not there.
    """
    last = next((item for item in reversed(store.crib_items()) if item.item_id == item_id), None)
    if last is None:
        raise InvalidInput.at(
            "item_id", "There is no such thing in the crib.", "one that is listed"
        )
    if not reason.strip():
        raise InvalidInput.at(
            "reason",
            "Why is it withdrawn? It stands in its history.",
            "for example “leaf 0.05 bent”",
        )
    keep_item(
        store,
        item_id,
        last.kind,
        last.payload,
        True,
        reason=reason,
        tap=tap,
        recorded_at=recorded_at,
    )
