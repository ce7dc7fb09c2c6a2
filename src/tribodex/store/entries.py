"""Entries of logs as rows, and back."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import UTC, datetime
from typing import Any

from pydantic import ValidationError

from tribodex.core.errors import Refused
from tribodex.core.job.facts import Event, Fact
from tribodex.usecases.codec import decode, encode


def same_entry(row: Any, kept: Event) -> bool:
    """Whether a row is the entry that was kept."""
    return (row.seq, row.client_event_id, aware(row.recorded_at)) == (
        kept.seq,
        kept.client_event_id,
        kept.recorded_at,
    )


def read(seq: int, kind: str, payload: Any, version: int) -> Fact:
    """An entry's fact. Raises Refused, in words, for what this server cannot have written."""
    try:
        return decode(kind, payload, version)
    except (ValidationError, KeyError, TypeError, AttributeError) as error:
        raise Refused(
            f"Entry {seq} of this log cannot be read as it stands in the database: it was changed"
            " or damaged there."
        ) from error


def event_rows(job_id: str, events: Iterable[Event]) -> Iterable[dict[str, Any]]:
    """Entries as rows."""
    for event in events:
        yield {
            "job_id": job_id,
            "seq": event.seq,
            "client_event_id": event.client_event_id,
            "at": event.at,
            "kind": event.kind,
            "schema_version": event.version,
            "payload": encode(event.fact),
            "actor": event.actor,
            "happened_at": naive(event.happened_at),
            "recorded_at": naive(event.recorded_at),
            "digest": event.digest,
        }


def aware(moment: datetime) -> datetime:
    """UTC with its zone."""
    return moment.replace(tzinfo=UTC)


def naive(moment: datetime) -> datetime:
    """UTC without a zone, as MariaDB keeps it."""
    return moment.astimezone(UTC).replace(tzinfo=None)
