"""Backup and restore: into an empty instance, after damage, to a moment; logs, lists, attachments
and papers compared.
"""

from __future__ import annotations

import hashlib
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path

import pytest
from sqlalchemy import select
from sqlalchemy.orm import Session

from tests.helpers import BEGIN, DRAFT, open_one
from tests.launched import ROOT
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.facts import NoteAdded
from tribodex.core.topics.stock.commands import Attach
from tribodex.exchange.plant_file import read_plant
from tribodex.exchange.record_page import render_html
from tribodex.launch.backup import backup, read_manifest
from tribodex.launch.chained import verify
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.launch.own import serve_folder, whole_number
from tribodex.launch.processes import Running, write_running
from tribodex.launch.restore import newest, restore
from tribodex.launch.serve import _check_proxy
from tribodex.launch.waiting import NotUp
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.migrate import migrate
from tribodex.store.models import (
    AttachmentRow,
    CribItemRow,
    JobEventRow,
    JobListRow,
    JobPlaceRow,
    LogLinkRow,
    MachineRow,
)
from tribodex.store.plant import store_plant
from tribodex.store.repository import SqlStore
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import do, load
from tribodex.usecases.ports import Attachment, Tap
from tribodex.usecases.record import record

POSITION = "kc-2-drive"
PLAN = PlanDraft(**(DRAFT.__dict__ | {"feeler_id": "fs-m1"}))
SHEET = b"%PDF-1.7 the maker's sheet \x00\xff'\\"
COMPARED = (
    MachineRow,
    CribItemRow,
    JobEventRow,
    LogLinkRow,
    AttachmentRow,
    JobListRow,
    JobPlaceRow,
)


class Site:
    """A server's folder, with its database running as under a launcher."""

    def __init__(self, root: Path, reference: Reference) -> None:
        self.root, self.reference = root, reference

    @contextmanager
    def running(self) -> Iterator[Session]:
        own = LocalMariaDB(serve_folder(self.root), fast=True, history=True)
        own.start()
        launcher = own.folder / "launcher.json"
        write_running(launcher, Running.this())
        migrate(own.owner_url, own.app_url)
        engine = make_engine(own.app_url)
        try:
            with Session(engine) as session:
                yield session
        finally:
            engine.dispose()
            launcher.unlink()
            own.stop()

    @property
    def keys(self) -> KeyFiles:
        return KeyFiles(serve_folder(self.root) / "keys")

    def open(self, session: Session, job: str) -> None:
        open_one(
            SqlStore(session, self.keys),
            self.reference,
            job,
            POSITION,
            "Título µ°",
            draft=PLAN,
            tap=Tap(f"open-{job}", "Ørsted", BEGIN),
            at=datetime.now(UTC),
        )

    def note(self, session: Session, job: str, words: str) -> None:
        tap = Tap(f"{job}-{words}".replace(" ", "-"), "Tester", BEGIN)
        do(
            SqlStore(session, self.keys),
            self.reference,
            job,
            job_cmd.AddNote(words),
            tap,
            recorded_at=datetime.now(UTC),
        )

    def attach(self, session: Session, job: str) -> None:
        store, name = SqlStore(session, self.keys), hashlib.sha256(SHEET).hexdigest()
        store.keep_attachment(job, Attachment(name, "application/pdf", SHEET), BEGIN)
        do(
            store,
            self.reference,
            job,
            Attach(name, "sheet", "Maker's sheet"),
            Tap(f"attach-{job}", "Tester", BEGIN),
            recorded_at=datetime.now(UTC),
        )

    def notes(self) -> dict[str, list[str]]:
        with self.running() as session:
            jobs = session.scalars(select(JobListRow.id)).all()
            return {
                job: [
                    e.fact.text
                    for e in SqlStore(session).events(job)
                    if isinstance(e.fact, NoteAdded)
                ]
                for job in jobs
            }

    def all_of_it(self) -> dict[str, object]:
        """Every compared row, and the papers."""
        with self.running() as session:
            rows: dict[str, object] = {
                table.__tablename__: sorted(
                    map(repr, session.execute(select(*table.__table__.columns)).all())
                )
                for table in COMPARED
            }
            for job in session.scalars(select(JobListRow.id)).all():
                store = SqlStore(session, self.keys)
                rows[job] = render_html(
                    record(self.reference, load(store, job), store.chain(job)), for_print=True
                )
            return rows


@pytest.fixture
def site(tmp_path: Path, reference: Reference) -> Site:
    made = Site(tmp_path / "site", reference)
    made.root.mkdir()
    with made.running() as session:
        store_plant(
            session.get_bind(), read_plant(ROOT / "data" / "demo" / "hollin_vale.yaml"), BEGIN
        )  # type: ignore[arg-type]
        made.open(session, "job-0001")
        made.note(session, "job-0001", "before")
        made.attach(session, "job-0001")
    return made


def next_second() -> datetime:
    """The history tells seconds: a moment that lies between two of them."""
    begin = int(time.time())
    while int(time.time()) == begin:
        time.sleep(0.02)
    return datetime.now(UTC)


def test_into_an_empty_instance_everything_is_there_again(
    site: Site, tmp_path: Path, reference: Reference, capsys: pytest.CaptureFixture[str]
) -> None:
    with site.running():
        assert backup(site.root, tmp_path / "elsewhere") == 0
    before = site.all_of_it()
    other = Site(tmp_path / "other", reference)
    other.root.mkdir()
    assert restore(other.root, newest(tmp_path / "elsewhere")) == 0
    said = capsys.readouterr().out
    assert (
        "1 jobs with 3 entries are there and checked; none lack" in said
        and "not known here before" in said
    )
    assert other.all_of_it() == before
    assert verify(other.root) == 0
    # It goes on with a key of its own, and the old one still counts.
    with other.running() as session:
        other.note(session, "job-0001", "on the new machine")
    assert verify(other.root) == 0 and other.keys.name != site.keys.name


def test_after_damage_the_backup_and_every_change_since(
    site: Site, capsys: pytest.CaptureFixture[str]
) -> None:
    with site.running() as session:
        backup(site.root)
        site.note(session, "job-0001", "after the backup")
        site.open(session, "job-0002")
        moment = next_second()
        next_second()
        site.note(session, "job-0002", "a mistake")
    made = newest(serve_folder(site.root) / "backups")
    page = serve_folder(site.root) / "data" / "tribodex" / "job_event.ibd"
    page.write_bytes(page.read_bytes()[:16384] + b"\xa5" * 16384 * 4)
    with pytest.raises(NotUp, match="--replace"):
        restore(site.root, made)
    assert restore(site.root, made, moment.isoformat(), replace=True) == 0
    said = capsys.readouterr().out
    assert (
        "entries 2 to 2 were acknowledged and are not there any more" in said
        and "1 lack what was acknowledged" in said
    )
    assert site.notes() == {"job-0001": ["before", "after the backup"], "job-0002": []}
    # The whole history is still there, put aside: to the end of it this time.
    assert (
        restore(site.root, made, history=serve_folder(site.root) / "history-1", replace=True) == 0
    )
    assert site.notes() == {"job-0001": ["before", "after the backup"], "job-0002": ["a mistake"]}
    assert verify(site.root) == 0


def test_what_came_after_a_file_that_breaks_off_is_played_back(
    site: Site, capsys: pytest.CaptureFixture[str]
) -> None:
    """As after a kill in the middle of a write: the end of that file is half a change, and the
    history goes on in another one.
    """
    with site.running() as session:
        backup(site.root)
        site.note(session, "job-0001", "before the kill")
    history = serve_folder(site.root) / "history"
    torn = max(history.glob("log.0*"))
    torn.write_bytes(
        torn.read_bytes()
        + b"\x00\x00\x00\x00\x02\x01\x00\x00\x00\xff\x01\x00\x00\x00\x00\x00\x00\x00\x00half a"
        b" change"
    )
    with site.running() as session:
        site.note(session, "job-0001", "after the kill")
    assert restore(site.root, None, replace=True) == 0
    said = capsys.readouterr().out
    assert f"{torn.name} breaks off" in said and "none lack what was acknowledged" in said
    assert site.notes() == {"job-0001": ["before", "before the kill", "after the kill"]}


def test_a_job_opened_after_the_moment_is_named_whole(
    site: Site, capsys: pytest.CaptureFixture[str]
) -> None:
    with site.running() as session:
        backup(site.root)
        site.open(session, "job-0002")
    assert restore(site.root, None, replace=True, since=False) == 0
    assert (
        "job job-0002: all its 1 entries were acknowledged and are not there any more"
        in capsys.readouterr().out
    )
    assert site.notes() == {"job-0001": ["before"]}
    assert verify(site.root) == 0, "what was chosen is remembered from now on"
    assert verify(site.root, "3f") == 2 and "at least eight" in capsys.readouterr().out


def test_verify_finds_the_figures_of_a_paper_and_misses_a_job(
    site: Site, capsys: pytest.CaptureFixture[str]
) -> None:
    with site.running() as session:
        head = SqlStore(session, site.keys).chain("job-0001")
    assert head is not None
    assert verify(site.root, " ".join(head.head[at : at + 4] for at in range(0, 16, 4))) == 0
    assert "are those of entry 3 of job 1" in capsys.readouterr().out
    assert verify(site.root, "0000 0000 0000") == 1
    site.keys.remember("job-0009", 4, "a" * 64)
    assert (
        verify(site.root) == 1
        and "Job job-0009 had 4 entries once; it is not there any more." in capsys.readouterr().out
    )


def test_a_restore_that_fails_at_its_end_brings_the_memory_back(
    site: Site, monkeypatch: pytest.MonkeyPatch
) -> None:
    with site.running():
        backup(site.root)
    seen = site.keys.last_seen("job-0001")

    def breaks(*_: object, **__: object) -> None:
        raise RuntimeError("at the very end")

    monkeypatch.setattr("tribodex.launch.restore.check_job", breaks)
    with pytest.raises(RuntimeError, match="very end"):
        restore(site.root, None, replace=True)
    assert site.keys.last_seen("job-0001") == seen and not list(site.keys.folder.glob("seen-*"))
    assert site.notes() == {"job-0001": ["before"]} and verify(site.root) == 0


def test_settings_that_are_none_are_said_in_words(monkeypatch: pytest.MonkeyPatch) -> None:
    for wrong in ("many", "-1", "0", "1.5"):
        monkeypatch.setenv("TRIBODEX_BACKUPS_KEPT", wrong)
        with pytest.raises(NotUp, match="right would be a whole number from 1 on"):
            whole_number("TRIBODEX_BACKUPS_KEPT", 30)
    monkeypatch.setenv("TRIBODEX_BACKUPS_KEPT", "")
    assert whole_number("TRIBODEX_BACKUPS_KEPT", 30) == 30
    monkeypatch.setenv("TRIBODEX_PROXY", "proxy.plant")
    with pytest.raises(NotUp, match="the address that the proxy comes from"):
        _check_proxy()


def test_a_restore_that_fails_leaves_what_was_there(site: Site, tmp_path: Path) -> None:
    with site.running():
        backup(site.root, tmp_path / "elsewhere")
    before = site.all_of_it()
    made = newest(tmp_path / "elsewhere")
    whole = (made / "data.sql.gz").read_bytes()
    (made / "data.sql.gz").write_bytes(whole[:-40] + b"x" * 40)
    with pytest.raises(NotUp, match="digest is another"):
        restore(site.root, made, replace=True)
    (made / "data.sql.gz").write_bytes(whole)
    manifest = (made / "manifest.json").read_text()
    (made / "manifest.json").write_text(manifest.replace('"version"', '"version" '))
    with pytest.raises(NotUp, match="does not carry the signature"):
        restore(site.root, made, replace=True)
    (made / "manifest.json").write_text(manifest)
    with pytest.raises(NotUp, match="no moment"):
        restore(site.root, made, "yesterday", replace=True)
    assert site.all_of_it() == before
    with pytest.raises(NotUp, match="There is no backup"):
        newest(tmp_path)


def test_the_newest_are_kept_and_no_secret_is_in_them(
    site: Site, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("TRIBODEX_BACKUPS_KEPT", "2")
    into = tmp_path / "elsewhere"
    with site.running():
        for _ in range(3):
            backup(site.root, into)
    made = sorted(path.name for path in into.iterdir())
    assert len(made) == 2 and not any(name.endswith(".part") for name in made)
    everything = b"".join(file.read_bytes() for file in into.rglob("*") if file.is_file())
    assert (serve_folder(site.root) / "keys" / "log.key").read_bytes() not in everything
    assert all(
        file.stat().st_mode & 0o077 == 0 for file in into.rglob("*") if file.name != "data.sql.gz"
    )
    manifest, _ = read_manifest(newest(into))
    assert manifest.history is not None and manifest.schema and len(manifest.identity) == 32
