"""Links of the chain: each entry as it is stored, bound to the one before it and signed.

A link's digest is SHA-256 (FIPS 180-4) over the digest before it and every stored column of its
entry, each with its length in front, so that no two entries can be written alike. The first link of
a job stands on the job's id and number. What is signed (Ed25519, RFC 8032) is the digest together
with the moment at which it was made. Attachments go by the SHA-256 of their content, which their
entry names.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable
from dataclasses import dataclass, fields
from datetime import datetime
from typing import Any, NamedTuple, Protocol

_JOB, _ENTRY, _LINK, _HEAD = (
    b"tribodex.job.1",
    b"tribodex.entry.1",
    b"tribodex.link.1",
    b"tribodex.head.1",
)


def stored_json(value: Any) -> str:
    """What is kept of plain data: the very text that goes into the database and into the chain."""
    return json.dumps(value)


@dataclass(frozen=True)
class StoredEntry:
    """An entry of a log, column by column as it is stored; times are UTC with microseconds and
    without a zone, `payload` is its text.
    """

    job_id: str
    seq: int
    client_event_id: str
    at: str
    kind: str
    schema_version: int
    payload: str
    actor: str
    happened_at: datetime
    recorded_at: datetime
    digest: str


_COLUMNS = tuple(field.name for field in fields(StoredEntry))


class LastSeen(NamedTuple):
    """The newest entry of a job that was acknowledged, and its link's digest, as remembered outside
    the database.
    """

    seq: int
    digest: str


class LogKeys(Protocol):
    """Keys that sign the log, and a memory of how far each log had come. Both lie outside the
    database.
    """

    @property
    def name(self) -> str:
        """The name of the key that signs: the first letters of the public key's digest."""

    def sign(self, message: bytes) -> bytes:
        """An Ed25519 signature."""

    def signed(self, name: str, message: bytes, signature: bytes) -> bool | None:
        """Whether a key made a signature; None where the key of this name is not known here."""

    def remember(self, job_id: str, seq: int, digest: str) -> None:
        """An entry was acknowledged."""

    def last_seen(self, job_id: str) -> LastSeen | None:
        """The newest entry of a job that was acknowledged; None where none is remembered."""


@dataclass(frozen=True)
class Link:
    """One entry's place in the chain: its digest in hexadecimal, which key signed it, and when."""

    job_id: str
    seq: int
    digest: str
    key: str
    signature: str
    linked_at: datetime


@dataclass(frozen=True)
class Head:
    """A record as it was signed by a person, in the plant's own chain: the digest of that entry,
    and the head before it.
    """

    number: int
    job_id: str
    seq: int
    entry: str
    digest: str
    key: str
    signature: str
    linked_at: datetime


def _digest(mark: bytes, parts: Iterable[object]) -> str:
    made = hashlib.sha256(mark)
    for part in parts:
        data = str(part).encode("utf-8", "surrogatepass")
        made.update(len(data).to_bytes(8, "big"))
        made.update(data)
    return made.hexdigest()


def first_of(job_id: str, number: int) -> str:
    """What the first link of a job stands on.

    >>> first_of("a", 1) == first_of("a", 2)
    False
    """
    return _digest(_JOB, (job_id, number))


def entry_digest(before: str, entry: StoredEntry) -> str:
    """The digest of an entry after the one with digest `before`."""
    return _digest(_ENTRY, (before, *(_text(getattr(entry, name)) for name in _COLUMNS)))


def link_message(digest: str, linked_at: datetime) -> bytes:
    """What is signed of a link."""
    return _LINK + f"|{digest}|{_text(linked_at)}".encode()


def head_message(digest: str, linked_at: datetime) -> bytes:
    """What is signed of a head."""
    return _HEAD + f"|{digest}|{_text(linked_at)}".encode()


def head_digest(before: str, number: int, job_id: str, seq: int, entry: str) -> str:
    """The digest of a head after the one with digest `before`."""
    return _digest(_HEAD, (before, number, job_id, seq, entry))


def link_of(keys: LogKeys, before: str, entry: StoredEntry, now: datetime) -> Link:
    """The link of an entry; `now` is UTC without a zone."""
    digest = entry_digest(before, entry)
    return Link(
        entry.job_id, entry.seq, digest, keys.name, keys.sign(link_message(digest, now)).hex(), now
    )


def head_of(keys: LogKeys, before: Head | None, link: Link, now: datetime) -> Head:
    """The head of a record that is signed by the entry of `link`."""
    number = before.number + 1 if before is not None else 1
    digest = head_digest(
        before.digest if before is not None else "", number, link.job_id, link.seq, link.digest
    )
    return Head(
        number,
        link.job_id,
        link.seq,
        link.digest,
        digest,
        keys.name,
        keys.sign(head_message(digest, now)).hex(),
        now,
    )


def _text(value: object) -> object:
    return value.isoformat(timespec="microseconds") if isinstance(value, datetime) else value
