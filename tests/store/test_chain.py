"""What the chain over the log finds, with the owner's account as the one who tampers."""

from __future__ import annotations

import hashlib
from collections.abc import Iterator
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from sqlalchemy import Engine, create_engine, text
from sqlalchemy.orm import Session

from tests.helpers import BEGIN, DRAFT, open_one
from tribodex.core.errors import Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.facts import Event, Signed
from tribodex.core.topics.stock.commands import Attach
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.store.chain import (
    chain_of,
    chain_what_stood,
    every_job,
    missing_jobs,
    newest_head,
    plant_troubles,
)
from tribodex.store.log_keys import KeyFiles
from tribodex.store.repository import KEPT_LOGS, SqlStore
from tribodex.usecases.books import Reference
from tribodex.usecases.chain import ChainView, JobRows, StoredEntry, check_job, first_of, link_of
from tribodex.usecases.chain.links import entry_digest
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import do
from tribodex.usecases.ports import Attachment, Tap

JOBS = ("job-0001", "job-0002")
POSITION = "kc-2-drive"
PLAN = PlanDraft(**(DRAFT.__dict__ | {"feeler_id": "fs-m1"}))


class Plant:
    """Two jobs in a chained database, the owner's account to tamper with, and a look at what the
    chain says.
    """

    def __init__(self, engine: Engine, owner: Engine, reference: Reference, keys: KeyFiles) -> None:
        self.engine, self.keys, self.reference, self._owner = engine, keys, reference, owner
        for job in JOBS:
            with Session(engine) as session:
                open_one(
                    SqlStore(session, keys),
                    reference,
                    job,
                    POSITION,
                    "",
                    draft=PLAN,
                    tap=Tap(f"open-{job}", "Tester", BEGIN),
                    at=datetime.now(UTC),
                )
            for n in range(3):
                self.note(job, f"note {n}")

    def note(self, job: str, words: str) -> None:
        with Session(self.engine) as session:
            name = f"{job}-{words}".replace(" ", "-")
            do(
                SqlStore(session, self.keys),
                self.reference,
                job,
                job_cmd.AddNote(words),
                Tap(name, "Tester", BEGIN),
                recorded_at=datetime.now(UTC),
            )

    def sign(self, job: str) -> None:
        with Session(self.engine) as session:
            store, now = SqlStore(session, self.keys), datetime.now(UTC)
            seq = store.events(job)[-1].seq + 1
            signed = Event(
                seq, f"sign-{job}", "", Signed("A. Fitter", "fitter", ()), "A. Fitter", now, now, ""
            )
            store.append(
                job, [signed], replace(store.listed([job])[job], events=seq, updated_at=now)
            )

    def tamper(self, *statements: str) -> None:
        with self._owner.begin() as connection:
            connection.execute(text("SET FOREIGN_KEY_CHECKS=0"))
            for statement in statements:
                connection.execute(text(statement))

    def seen(self, job: str = JOBS[0]) -> ChainView:
        with Session(self.engine) as session:
            found = chain_of(session, self.keys, job)
        assert found is not None
        return found

    def says(self, job: str = JOBS[0]) -> str:
        return " ".join(self.seen(job).troubles)

    def plant_says(self) -> str:
        with Session(self.engine) as session:
            return " ".join(plant_troubles(session, self.keys))


@pytest.fixture
def keys(tmp_path: Path) -> KeyFiles:
    return KeyFiles(tmp_path / "keys")


@pytest.fixture
def plant(
    engine: Engine, database: LocalMariaDB, reference: Reference, keys: KeyFiles
) -> Iterator[Plant]:
    owner = create_engine(database.owner_url)
    yield Plant(engine, owner, reference, keys)
    owner.dispose()


def test_what_was_stored_is_sound_and_goes_on(plant: Plant) -> None:
    for job in JOBS:
        seen = plant.seen(job)
        assert (
            seen.sound
            and seen.entries == 4
            and seen.since is None
            and len(seen.head) == 64
            and seen.key == plant.keys.name
        )
    plant.note(JOBS[0], "more")
    assert plant.seen().sound and plant.seen().entries == 5


def test_a_changed_byte_and_a_changed_row_are_named(plant: Plant) -> None:
    plant.tamper(
        "UPDATE job_event SET payload = REPLACE(payload, 'note 1', 'note l') WHERE job_id ="
        " 'job-0001' AND seq = 3"
    )
    assert plant.says() == "Entry 3 was changed after it was stored."
    assert plant.seen(JOBS[1]).sound
    for change in (
        "actor = 'Somebody'",
        "happened_at = happened_at + INTERVAL 1 MICROSECOND",
        "at = '1'",
        "kind = 'x'",
        "schema_version = 9",
    ):
        plant.tamper(f"UPDATE job_event SET {change} WHERE job_id = 'job-0002' AND seq = 2")
        assert plant.says(JOBS[1]) == "Entry 2 was changed after it was stored.", change
        assert plant.seen(JOBS[1]).troubles, "and stays so"
    # Going on does not heal it.
    plant.note(JOBS[0], "more")
    assert plant.says() == "Entry 3 was changed after it was stored."


def test_an_entry_taken_out_or_put_in_is_named(plant: Plant) -> None:
    plant.tamper("DELETE FROM job_event WHERE job_id = 'job-0001' AND seq = 2")
    assert plant.says() == "Entry 2 is gone."
    plant.tamper(
        "INSERT INTO job_event (job_id, seq, client_event_id, kind, schema_version, payload, actor,"
        " happened_at, recorded_at) SELECT job_id, 5, 'forged-0001', kind, schema_version, payload,"
        " actor, happened_at, recorded_at FROM job_event WHERE job_id = 'job-0002' AND seq = 4"
    )
    assert plant.says(JOBS[1]) == "Entry 5 was put in past this server."


def test_an_entry_taken_out_with_its_link_leaves_a_gap(plant: Plant) -> None:
    plant.tamper(
        "DELETE FROM job_event WHERE job_id = 'job-0001' AND seq = 2",
        "DELETE FROM log_link WHERE job_id = 'job-0001' AND seq = 2",
    )
    assert plant.says() == "Entry 2 is gone.", (
        "what follows is not called changed: only the gap is known"
    )


def test_a_signature_that_is_none_is_named_too(plant: Plant) -> None:
    plant.tamper(
        "UPDATE log_link SET signature = 'no figures' WHERE job_id = 'job-0001' AND seq = 2"
    )
    assert plant.says() == "Entry 2 carries a signature that this server did not make."
    plant.sign(JOBS[1])
    plant.tamper("UPDATE record_head SET signature = 'no figures'")
    assert "Signed record 1 of the plant's chain was changed." in plant.plant_says()


def test_a_job_taken_away_whole_is_missed_by_the_memory(plant: Plant, keys: KeyFiles) -> None:
    with Session(plant.engine) as session:
        assert list(missing_jobs(session, keys.all_seen())) == []
        seen = keys.last_seen(JOBS[1])
    plant.tamper("DELETE FROM job WHERE id = 'job-0002'")
    with Session(plant.engine) as session:
        assert list(missing_jobs(session, keys.all_seen())) == [(JOBS[1], seen)]


@pytest.mark.parametrize(
    "change", ["kind = 'signed'", "payload = '[]'", "payload = '{}'", "payload = 'null'"]
)
def test_an_entry_that_cannot_be_read_says_so(plant: Plant, change: str) -> None:
    plant.tamper(f"UPDATE job_event SET {change} WHERE job_id = 'job-0001' AND seq = 2")
    with Session(plant.engine) as session:
        KEPT_LOGS.drop(session.bind, JOBS[0])
        with pytest.raises(Refused, match="Entry 2 of this log cannot be read as it stands"):
            SqlStore(session).events(JOBS[0])
    assert plant.says() == "Entry 2 was changed after it was stored."


def test_a_cut_tail_is_found_with_its_links_too(plant: Plant) -> None:
    plant.tamper(
        "DELETE FROM log_link WHERE job_id = 'job-0001' AND seq > 2",
        "DELETE FROM job_event WHERE job_id = 'job-0001' AND seq > 2",
    )
    assert (
        plant.says() == "The log ended at entry 4 once; now it ends at 2: what came after is gone."
    )
    # Written anew by the server itself, it is still not what was acknowledged.
    plant.note(JOBS[0], "instead 1")
    plant.tamper("DELETE FROM job_event WHERE job_id = 'none'")
    assert plant.seen().entries == 3


def test_a_log_cut_and_written_to_the_same_length_is_another(plant: Plant, keys: KeyFiles) -> None:
    seen = keys.last_seen(JOBS[0])
    plant.tamper(
        "DELETE FROM log_link WHERE job_id = 'job-0001' AND seq > 3",
        "DELETE FROM job_event WHERE job_id = 'job-0001' AND seq > 3",
    )
    other = KeyFiles(keys.folder.parent / "theirs")
    with Session(plant.engine) as session:
        do(
            SqlStore(session, other),
            plant.reference,
            JOBS[0],
            job_cmd.AddNote("other words"),
            Tap("other-0001", "Tester", BEGIN),
            recorded_at=datetime.now(UTC),
        )
    assert keys.last_seen(JOBS[0]) == seen
    assert (
        "signed with the key" in plant.says()
        and "Entry 4 is not the one that was acknowledged." in plant.says()
    )


def test_a_chain_computed_anew_lacks_the_key(plant: Plant) -> None:
    plant.tamper(
        "UPDATE job_event SET payload = REPLACE(payload, 'note 0', 'no nut') WHERE job_id ="
        " 'job-0001' AND seq = 2"
    )
    with Session(plant.engine) as session:
        rows = next(rows for rows in every_job(session) if rows.job_id == JOBS[0])
    before = first_of(rows.job_id, rows.number)
    for entry in rows.entries:
        before = entry_digest(before, entry)
        plant.tamper(
            f"UPDATE log_link SET digest = '{before}' WHERE job_id = 'job-0001' AND seq ="
            f" {entry.seq}"
        )
    assert "Entry 2 carries a signature that this server did not make." in plant.says()
    assert "Entry 4 is not the one that was acknowledged." in plant.says()
    assert "was changed" not in plant.says(), "digests agree: only the key tells"


def test_two_jobs_swapped_are_found(plant: Plant) -> None:
    for table in ("job_event", "log_link"):
        plant.tamper(
            f"UPDATE {table} SET job_id = 'job-x' WHERE job_id = 'job-0001'",
            f"UPDATE {table} SET job_id = 'job-0001' WHERE job_id = 'job-0002'",
            f"UPDATE {table} SET job_id = 'job-0002' WHERE job_id = 'job-x'",
        )
    for job in JOBS:
        assert "Entry 1 was changed after it was stored." in plant.says(job)


def test_swapped_numbers_are_found(plant: Plant) -> None:
    plant.tamper(
        "UPDATE job SET number = 100 WHERE id = 'job-0001'",
        "UPDATE job SET number = 1 WHERE id = 'job-0002'",
        "UPDATE job SET number = 2 WHERE id = 'job-0001'",
    )
    assert plant.says() == "Entry 1 was changed after it was stored."


def test_signed_records_stand_in_a_chain_of_the_plant(plant: Plant) -> None:
    for job in JOBS:
        plant.sign(job)
    assert plant.plant_says() == "" and plant.seen().sound
    with Session(plant.engine) as session:
        head = newest_head(session)
    assert head is not None and (head.number, head.job_id, head.seq, head.entry) == (
        2,
        JOBS[1],
        5,
        plant.seen(JOBS[1]).head,
    )
    plant.tamper("UPDATE record_head SET seq = 4 WHERE number = 1")
    assert "Signed record 1 of the plant's chain was changed." in plant.plant_says()
    plant.tamper(
        "UPDATE record_head SET seq = 5 WHERE number = 1",
        "DELETE FROM record_head WHERE number = 2",
    )
    assert "had come to signed record 2 once" in plant.plant_says()


def test_a_signed_job_taken_away_whole_is_missed(plant: Plant) -> None:
    plant.sign(JOBS[0])
    for table in ("job_event", "log_link", "job_list", "job_place", "care_said"):
        column = "id" if table == "job_list" else "number" if table == "care_said" else "job_id"
        plant.tamper(
            f"DELETE FROM {table} WHERE {column} = {'1' if column == 'number' else repr(JOBS[0])}"
        )
    plant.tamper("DELETE FROM job WHERE id = 'job-0001'")
    assert (
        "Job job-0001 was signed with entry 5; that entry is not there as it was."
        in plant.plant_says()
    )


def test_a_picture_changed_or_gone_is_named(plant: Plant) -> None:
    data = b"\x89 a sheet"
    name = hashlib.sha256(data).hexdigest()
    with Session(plant.engine) as session:
        store = SqlStore(session, plant.keys)
        store.keep_attachment(JOBS[0], Attachment(name, "application/pdf", data), BEGIN)
        do(
            store,
            plant.reference,
            JOBS[0],
            Attach(name, "sheet", "Maker's sheet"),
            Tap("attach-0001", "Tester", BEGIN),
            recorded_at=datetime.now(UTC),
        )
    assert plant.seen().sound
    plant.tamper("UPDATE attachment SET data = 'other' WHERE job_id = 'job-0001'")
    assert plant.says() == f"The picture or sheet {name[:12]} is not what was sent."
    plant.tamper("DELETE FROM attachment WHERE job_id = 'job-0001'")
    assert plant.says() == f"The picture or sheet {name[:12]} is gone."


def test_what_stood_before_is_chained_from_a_day_on(
    engine: Engine, reference: Reference, keys: KeyFiles
) -> None:
    long_ago = datetime.now(UTC) - timedelta(days=400)
    with Session(engine) as session:
        open_one(
            SqlStore(session),
            reference,
            JOBS[0],
            POSITION,
            "",
            draft=PLAN,
            tap=Tap("open-0001", "Tester", BEGIN),
            at=long_ago,
        )
        assert chain_what_stood(session, keys) == 1 and chain_what_stood(session, keys) == 0
        do(
            SqlStore(session, keys),
            reference,
            JOBS[0],
            job_cmd.AddNote("now"),
            Tap("note-0001", "Tester", BEGIN),
            recorded_at=datetime.now(UTC),
        )
        seen = chain_of(session, keys, JOBS[0])
    assert seen is not None and seen.sound and seen.older == 1 and seen.since is not None
    assert datetime.now(UTC) - seen.since < timedelta(minutes=5)


def test_a_log_without_any_link_is_no_sound_log(plant: Plant) -> None:
    plant.tamper("DELETE FROM log_link WHERE job_id = 'job-0001'")
    assert (
        "Entry 1 was put in past this server." in plant.says()
        and "The log ended at entry 4 once; now it ends at 0" in plant.says()
    )
    with Session(plant.engine) as session:
        assert chain_what_stood(session, plant.keys) == 0, "the chain begins once"


def test_a_line_half_written_is_no_memory(keys: KeyFiles) -> None:
    keys.remember("job-9", 3, "a" * 64)
    file = next((keys.folder / "seen").glob("*.log"))
    file.write_text(file.read_text() + "job-9 4 abc")
    assert keys.last_seen("job-9") == (3, "a" * 64) and keys.last_seen("job-8") is None


def test_keys_are_made_once_and_kept_from_others(tmp_path: Path) -> None:
    one, two = KeyFiles(tmp_path / "k"), KeyFiles(tmp_path / "k")
    signature = one.sign(b"m")
    assert (
        one.name == two.name
        and two.signed(one.name, b"m", signature) is True
        and two.signed(one.name, b"n", signature) is False
    )
    assert (tmp_path / "k" / "log.key").stat().st_mode & 0o077 == 0
    other = KeyFiles(tmp_path / "o")
    assert (
        other.signed(one.name, b"m", signature) is None
        and other.signed("../x", b"m", signature) is None
    )
    other.know(one.name, one.public_keys()[one.name])
    assert other.signed(one.name, b"m", signature) is True
    with pytest.raises(ValueError, match="not what its name says"):
        other.know("0" * 16, one.public_keys()[one.name])


def test_no_two_entries_are_written_alike() -> None:
    entry = StoredEntry("a", 1, "c", "", "note_added", 1, "{}", "T", BEGIN, BEGIN, "")
    moved = replace(entry, client_event_id="c1", at="", kind="note_added")
    joined = replace(entry, actor="", digest="T")
    made = {
        entry_digest("", one)
        for one in (entry, moved, joined, replace(entry, seq=11), replace(entry, schema_version=11))
    }
    assert len(made) == 5


def test_a_signature_of_another_moment_does_not_hold(keys: KeyFiles) -> None:
    now = datetime.now(UTC).replace(tzinfo=None)
    entry = StoredEntry("a", 1, "c", "", "note_added", 1, "{}", "T", now, now, "")
    link = link_of(keys, first_of("a", 1), entry, now)
    assert check_job(keys, JobRows("a", 1, [entry], [link])).sound
    later = replace(link, linked_at=now + timedelta(days=1))
    assert "signature" in " ".join(check_job(keys, JobRows("a", 1, [entry], [later])).troubles)


def test_opening_asks_for_one_signature_and_misses_nothing_that_each_of_them_would_tell(
    keys: KeyFiles, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A log of ten thousand entries opens at once: the newest signature stands on all digests
    before it. Where one is broken, all are looked at.
    """
    now = datetime.now(UTC).replace(tzinfo=None)
    entries = [
        StoredEntry(
            "a", seq, f"c{seq}", "", "note_added", 1, f'{{"text":"{seq}"}}', "T", now, now, ""
        )
        for seq in range(1, 41)
    ]
    links, before = [], first_of("a", 1)
    for entry in entries:
        links.append(link_of(keys, before, entry, now))
        before = links[-1].digest
    asked: list[bytes] = []
    real = KeyFiles.signed
    monkeypatch.setattr(
        KeyFiles,
        "signed",
        lambda self, name, message, signature: (
            asked.append(message) or real(self, name, message, signature)
        ),
    )
    assert check_job(keys, JobRows("a", 1, entries, links)).sound and len(asked) == 1
    asked.clear()
    assert check_job(keys, JobRows("a", 1, entries, links), each=True).sound and len(asked) == 40
    changed = [*entries[:20], replace(entries[20], payload='{"text":"x"}'), *entries[21:]]
    assert "21 was changed" in " ".join(check_job(keys, JobRows("a", 1, changed, links)).troubles)
    # Somebody who recomputes the chain has no key: the newest signature is of another digest.
    before, forged = links[19].digest, links[:20]
    for entry, old in zip(changed[20:], links[20:], strict=True):
        before = entry_digest(before, entry)
        forged.append(replace(old, digest=before))
    assert "signature that this server did not make" in " ".join(
        check_job(keys, JobRows("a", 1, changed, forged)).troubles
    )
    # A signature in the middle that was spoilt is told by who looks at each.
    spoilt = [*links[:5], replace(links[5], signature="00" * 64), *links[6:]]
    assert "signature" in " ".join(
        check_job(keys, JobRows("a", 1, entries, spoilt), each=True).troubles
    )
