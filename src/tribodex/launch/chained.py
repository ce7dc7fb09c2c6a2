"""The chain from the launcher's side: where it begins, and `./run verify`."""

from __future__ import annotations

import re
from pathlib import Path

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from tribodex.launch.own import opened
from tribodex.launch.watch import say
from tribodex.store.chain import (
    chain_of,
    chain_what_stood,
    every_job,
    missing_jobs,
    newest_head,
    plant_troubles,
)
from tribodex.store.log_keys import KeyFiles
from tribodex.store.standing import jobs_unlisted
from tribodex.usecases.chain import check_job


def begin_chain(engine: Engine, keys: KeyFiles) -> None:
    """Chain what stood before there was a chain, and list it by its words: once."""
    with Session(engine) as session:
        count = chain_what_stood(session, keys)
        named = _listed(session) if jobs_unlisted(session) else 0
    if named:
        say(f"  {named} jobs are found by their words from now on")
    if count:
        say(f"  {count} logs that stood before are chained from now on")


def _listed(session: Session) -> int:
    # Only here: a start that lists nothing needs none of what a summary is made of.
    from tribodex.store.repository import SqlStore

    return SqlStore(session).list_what_stood()


def verify(root: Path, figures: str = "") -> int:
    """Check every log, every attachment and the plant's chain of signed records, and say what was
    found. `figures`: as a paper shows them; they must stand in a log. 0 when all is as it was
    stored.
    """
    sought = "".join(figures.split()).lower()
    if sought and not re.fullmatch(r"[0-9a-f]{8,64}", sought):
        say(
            f"“{figures}” are no figures of a log; right would be at least eight of 0 to 9 and a to"
            " f, as the paper shows them."
        )
        return 2
    with opened(root) as here, Session(here.engine) as session:
        count, entries, found, troubled = 0, 0, "", 0
        for rows in every_job(session):
            seen = check_job(here.keys, rows, each=True)
            # What was written meanwhile is looked at again by itself, with its writers held.
            seen = seen if seen.sound else chain_of(session, here.keys, rows.job_id) or seen
            count, entries, troubled = (
                count + 1,
                entries + seen.entries,
                troubled + (not seen.sound),
            )
            for trouble in seen.troubles:
                say(f"Job {seen.number} ({seen.job_id}): {trouble}")
            found = next(
                (
                    f"entry {link.seq} of job {rows.number}"
                    for link in rows.links
                    if sought and link.digest.startswith(sought)
                ),
                found,
            )
        plant = plant_troubles(session, here.keys)
        gone = missing_jobs(session, here.keys.all_seen())
        plant += [
            f"Job {job_id} had {last.seq} entries once; it is not there any more."
            for job_id, last in gone
        ]
        for trouble in plant:
            say(trouble)
        head = newest_head(session)
    say(
        f"{count} jobs, {entries} entries looked at; {troubled or 'none'} not as stored. Key"
        f" {here.keys.name}."
    )
    if head is not None:
        say(f"Signed records: {head.number}, the newest one's figures {head.digest}.")
    if sought:
        say(
            f"The figures {figures} are those of {found}."
            if found
            else f"The figures {figures} stand in no log here."
        )
    return 1 if troubled or plant or (sought and not found) else 0
