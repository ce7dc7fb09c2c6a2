"""Many devices at one job, and a database that hangs: no refusal, no loss, none twice."""

from __future__ import annotations

import threading
from collections import Counter

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from tests.helpers import BEGIN, DRAFT, open_one
from tribodex.core.errors import Busy, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.store.repository import SqlStore
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import do, load
from tribodex.usecases.ports import Tap

JOB = "job-0001"
pytestmark = pytest.mark.faults
PLAN = PlanDraft(**(DRAFT.__dict__ | {"feeler_id": "fs-m1"}))


@pytest.fixture
def opened(engine: Engine, reference: Reference) -> Engine:
    with Session(engine) as session:
        open_one(
            SqlStore(session),
            reference,
            JOB,
            "kc-2-drive",
            "",
            draft=PLAN,
            tap=Tap("open-0001", "Tester", BEGIN),
            at=BEGIN,
        )
    return engine


def note(engine: Engine, reference: Reference, name: str, words: str = "", digest: str = "") -> int:
    with Session(engine) as session:
        return len(
            do(
                SqlStore(session),
                reference,
                JOB,
                job_cmd.AddNote(words or name),
                Tap(name, "Tester", BEGIN, digest),
                recorded_at=BEGIN,
            ).log
        )


def together(*works: object) -> list[BaseException]:
    """Run all at the same moment; what went wrong."""
    wrong: list[BaseException] = []
    barrier = threading.Barrier(len(works))

    def run(work: object) -> None:
        barrier.wait()
        try:
            work()  # type: ignore[operator]
        except BaseException as error:
            wrong.append(error)

    threads = [threading.Thread(target=run, args=(work,)) for work in works]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return wrong


def test_eight_devices_at_one_job(opened: Engine, reference: Reference) -> None:
    """Every tap of eight devices is stored, once, in one order without a gap; nobody is refused."""

    def device(number: int) -> None:
        for i in range(12):
            note(opened, reference, f"device-{number}-tap-{i:03d}")

    wrong = together(*(lambda number=number: device(number) for number in range(8)))
    assert wrong == []
    with Session(opened) as session:
        log = load(SqlStore(session), JOB).log
    assert [event.seq for event in log] == list(range(1, 98))
    said = Counter(event.client_event_id for event in log)
    assert len(said) == 97 and set(said.values()) == {1}
    for number in range(8):
        own = [
            event.client_event_id
            for event in log
            if event.client_event_id.startswith(f"device-{number}-")
        ]
        assert own == sorted(own), "each device's taps keep their order"


def test_the_same_tap_from_eight_threads_is_stored_once(
    opened: Engine, reference: Reference
) -> None:
    """A device that sends again while its first attempt is still under way."""
    assert (
        together(
            *(lambda: note(opened, reference, "same-tap-0001", "once", "d1") for _ in range(8))
        )
        == []
    )
    with Session(opened) as session:
        assert len(load(SqlStore(session), JOB).log) == 2


def test_the_same_id_with_other_words_is_refused_whoever_comes_first(
    opened: Engine, reference: Reference
) -> None:
    wrong = together(
        *(
            lambda i=i: note(opened, reference, "same-tap-0002", f"words {i}", f"digest-{i}")
            for i in range(6)
        )
    )
    assert len(wrong) == 5 and all(
        isinstance(error, Refused) and "used before" in error.detail for error in wrong
    )
    with Session(opened) as session:
        assert len(load(SqlStore(session), JOB).log) == 2


def test_jobs_do_not_wait_for_one_another(opened: Engine, reference: Reference) -> None:
    """One job held for long by a writer that hangs: another job's tap goes through at once, its own
    is said to be busy in time.
    """
    with Session(opened) as session:
        open_one(
            SqlStore(session),
            reference,
            "job-0002",
            "kc-2-drive",
            "",
            draft=PLAN,
            tap=Tap("open-0002", "Tester", BEGIN),
            at=BEGIN,
        )
    with opened.connect() as holder:
        holder.execute(text("SELECT number FROM job WHERE id = :id FOR UPDATE"), {"id": JOB})
        with Session(opened) as session:
            do(
                SqlStore(session),
                reference,
                "job-0002",
                job_cmd.AddNote("through"),
                Tap("other-0001", "Tester", BEGIN),
                recorded_at=BEGIN,
            )
        with pytest.raises(Busy, match="sent again"):
            note(opened, reference, "held-0001")
    assert note(opened, reference, "held-0001") == 2, (
        "the same tap goes through once the job is free"
    )
