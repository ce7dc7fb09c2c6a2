"""Whether a log is what was stored: computed anew from what stands in the database, and held
against signatures and memory.
"""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from tribodex.usecases.chain.links import (
    Head,
    LastSeen,
    Link,
    LogKeys,
    StoredEntry,
    entry_digest,
    first_of,
    head_digest,
    head_message,
    link_message,
)

# An entry and its link are made in one go; an entry that is older than this stood before the chain
# began.
SAME_TIME = timedelta(minutes=10)
# So many are named; the rest is counted.
NAMED = 5
_ATTACHED = re.compile(r'"attachment": "([0-9a-f]{64})"')


@dataclass(frozen=True)
class JobRows:
    """What the database holds of a job: its number, entries and links in order, and its attachments
    that are not what their name says.

    `attached` are the names of the attachments that are there.
    """

    job_id: str
    number: int
    entries: Sequence[StoredEntry]
    links: Sequence[Link]
    attached: Collection[str] = ()
    spoilt: Collection[str] = ()


@dataclass(frozen=True)
class ChainView:
    """What the chain says of a job. `troubles` is empty where all is as it was stored; `head` is
    the newest link's digest.

    `since`: entries up to `older` stood before the chain began at that moment (UTC); both None
    where all were chained as they came.
    """

    job_id: str
    number: int
    entries: int
    head: str
    key: str
    since: datetime | None
    older: int | None
    troubles: tuple[str, ...]

    @property
    def sound(self) -> bool:
        """Whether nothing speaks against it."""
        return not self.troubles


def check_job(keys: LogKeys, rows: JobRows, *, each: bool = False) -> ChainView:
    """Check one job's log. `each`: every signature by itself. Without it, and while digests hold,
    the newest by each key speaks for those before it: it signs a digest that was made on theirs.
    """
    links = {link.seq: link for link in rows.links}
    troubles = [
        *_several("was changed after it was stored", _changed(rows, links)),
        *_several("is gone", _gone(rows, links)),
        *_several(
            "was put in past this server",
            [entry.seq for entry in rows.entries if entry.seq not in links],
        ),
    ]
    newest_by_key = {link.key: link for link in rows.links}
    few = [
        link
        for link in rows.links
        if link is newest_by_key[link.key] or len(_bytes(link.signature)) != SIGNATURE_BYTES
    ]
    all_of_them = each or bool(troubles) or any(_signatures(keys, few))
    troubles += [
        *_signatures(keys, rows.links if all_of_them else ()),
        *_memory(keys.last_seen(rows.job_id), links),
        *_attachments(rows),
    ]
    before = [
        entry.seq
        for entry in rows.entries
        if entry.seq in links and links[entry.seq].linked_at - entry.recorded_at > SAME_TIME
    ]
    newest = rows.links[-1] if rows.links else None
    return ChainView(
        job_id=rows.job_id,
        number=rows.number,
        entries=len(rows.entries),
        head=newest.digest if newest else "",
        key=newest.key if newest else "",
        since=links[before[-1]].linked_at.replace(tzinfo=UTC) if before else None,
        older=before[-1] if before else None,
        troubles=tuple(troubles),
    )


def _changed(rows: JobRows, links: Mapping[int, Link]) -> list[int]:
    """Entries that are not what their link says, each judged by the link before it."""
    found, before = [], first_of(rows.job_id, rows.number)
    expected = 1
    for entry in rows.entries:
        link = links.get(entry.seq)
        if link is None:
            continue
        # After a gap the link that stood there is what the next one was made on; where that is gone
        # too, only the gap can be said.
        if entry.seq != expected:
            before = links[entry.seq - 1].digest if entry.seq - 1 in links else ""
        if before and entry_digest(before, entry) != link.digest:
            found.append(entry.seq)
        before, expected = link.digest, entry.seq + 1
    return found


def _gone(rows: JobRows, links: Mapping[int, Link]) -> list[int]:
    """Numbers up to the newest one that no entry has: entries of a log are counted without a
    gap."""
    there = {entry.seq for entry in rows.entries}
    return sorted(set(range(1, max(*there, *links, 0) + 1)) - there) if there or links else []


# Of Ed25519 (RFC 8032).
SIGNATURE_BYTES = 64


def _bytes(figures: str) -> bytes:
    """A signature as it stands; what is no hexadecimal is none."""
    try:
        return bytes.fromhex(figures)
    except ValueError:
        return b""


def _signatures(keys: LogKeys, links: Sequence[Link]) -> Iterator[str]:
    wrong, strange = [], set()
    for link in links:
        good = keys.signed(
            link.key, link_message(link.digest, link.linked_at), _bytes(link.signature)
        )
        if good is None:
            strange.add(link.key)
        elif not good:
            wrong.append(link.seq)
    yield from _several("carries a signature that this server did not make", wrong)
    for key in sorted(strange):
        yield f"Entries are signed with the key {key}, which is not known here."


def _memory(seen: LastSeen | None, links: Mapping[int, Link]) -> Iterator[str]:
    """What was acknowledged once must be there."""
    if seen is None:
        return
    newest = max(links, default=0)
    if newest < seen.seq:
        yield (
            f"The log ended at entry {seen.seq} once; now it ends at {newest}: what came after is"
            " gone."
        )
    elif links[seen.seq].digest != seen.digest if seen.seq in links else True:
        yield f"Entry {seen.seq} is not the one that was acknowledged."


def _attachments(rows: JobRows) -> Iterator[str]:
    for name in sorted(rows.spoilt):
        yield f"The picture or sheet {name[:12]} is not what was sent."
    named = {found for entry in rows.entries for found in _ATTACHED.findall(entry.payload)}
    for name in sorted(named - set(rows.attached)):
        yield f"The picture or sheet {name[:12]} is gone."


def check_heads(
    keys: LogKeys,
    heads: Sequence[Head],
    entries: Mapping[tuple[str, int], str],
    last: LastSeen | None,
) -> Iterator[str]:
    """The plant's chain of signed records. `entries`: the digests of the links that heads stand on;
    `last`: the newest one remembered.
    """
    before = ""
    for expected, head in enumerate(heads, 1):
        if head.number != expected:
            yield f"Signed record {expected} of the plant's chain is gone."
            return
        made = head_digest(before, head.number, head.job_id, head.seq, head.entry)
        good = keys.signed(
            head.key, head_message(head.digest, head.linked_at), _bytes(head.signature)
        )
        if made != head.digest or good is False:
            yield f"Signed record {head.number} of the plant's chain was changed."
        elif good is None:
            yield (
                f"Signed record {head.number} of the plant's chain is signed with the key"
                f" {head.key}, which is not known here."
            )
        if entries.get((head.job_id, head.seq)) != head.entry:
            yield (
                f"Job {head.job_id} was signed with entry {head.seq}; that entry is not there as it"
                " was."
            )
        before = head.digest
    if last is not None and (len(heads) < last.seq or heads[last.seq - 1].digest != last.digest):
        yield (
            f"The plant's chain had come to signed record {last.seq} once; it is not there as it"
            " was."
        )


def _several(what: str, seqs: Sequence[int]) -> Iterator[str]:
    for seq in seqs[:NAMED]:
        yield f"Entry {seq} {what}."
    if len(seqs) > NAMED:
        yield f"{len(seqs) - NAMED} more entries: the same."
