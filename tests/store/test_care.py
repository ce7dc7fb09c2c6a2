"""What is due, in a real MariaDB: kept with the tap that says it, rebuilt from the log, two writers
at one position, few queries.
"""

from __future__ import annotations

import threading
from dataclasses import replace
from datetime import date, timedelta

import pytest
from sqlalchemy import Engine, event, text
from sqlalchemy.orm import Session

from tests.helpers import BEGIN
from tests.usecases.keeper import SET
from tribodex.core.errors import InvalidInput
from tribodex.core.job.commands import Correct
from tribodex.core.schedule.moves import StopMove
from tribodex.core.topics.stop import commands as walked
from tribodex.core.topics.stop.facts import StopDone
from tribodex.store.care import dues_anew
from tribodex.store.repository import SqlStore
from tribodex.usecases.books import Reference
from tribodex.usecases.due_stops import DueStops, KeptPlan, RoundsAsked
from tribodex.usecases.jobs import do
from tribodex.usecases.keeping import open_keeping
from tribodex.usecases.ports import Tap
from tribodex.usecases.positions import position
from tribodex.usecases.projections import rebuild_list
from tribodex.usecases.rounds import RoundOrder, open_round, rounds

LATER = BEGIN + timedelta(days=120)


def kept(engine: Engine, reference: Reference, job_id: str, *positions: str) -> None:
    with Session(engine) as session:
        store = SqlStore(session)
        made = open_keeping(
            store,
            reference,
            job_id,
            positions,
            Tap(f"open-{job_id}", "Tester", BEGIN),
            recorded_at=BEGIN,
        )
        for place in made.job.places:
            do(
                store,
                reference,
                job_id,
                SET,
                Tap(f"set-{job_id}-{place.id}", "Tester", BEGIN),
                recorded_at=BEGIN,
                at=place.id,
            )


def positions_of(engine: Engine) -> list[str]:
    with engine.connect() as connection:
        return [
            row[0]
            for row in connection.execute(
                text(
                    "SELECT id FROM bearing_position WHERE designation LIKE '22%' ORDER BY id"
                    " LIMIT 2"
                )
            )
        ]


def test_a_round_is_opened_walked_corrected_and_stands_in_the_history(
    engine: Engine, reference: Reference
) -> None:
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    with Session(engine) as session:
        store = SqlStore(session)
        plan = rounds(store, LATER.date(), RoundsAsked(week=0))
        assert {stop.position_id for stop in plan.stops} == {here, there} and plan.late == 2
        made = open_round(
            store,
            reference,
            "round-0001",
            RoundOrder(positions=(here, there)),
            Tap("open-round", "Tester", LATER),
            recorded_at=LATER,
        )
        at = next(place.id for place in made.job.places if place.position_id == here)
        too_much = walked.DoStop(
            "standing", "60", shows="yes", temperature="52 °C", read_by="thermometer"
        )
        done = do(
            store,
            reference,
            made.id,
            too_much,
            Tap("done-0001", "Tester", LATER),
            recorded_at=LATER,
            at=at,
        )
    with Session(engine) as session:
        store = SqlStore(session)
        seen = position(store, here, LATER.date())
        assert [line.what for line in seen.history] == [
            "done",
            "kept from now on",
        ] and seen.history[0].warm_c == 52
        assert any(due.over for due in seen.due) and [job.round for job in seen.jobs] == [
            True,
            False,
        ]
        seq = next(e.seq for e in done.log if isinstance(e.fact, StopDone))
        put_right = Correct(
            seq,
            "counted again",
            walked.DoStop(
                "standing", "20", shows="yes", temperature="52 °C", read_by="thermometer"
            ),
        )
        do(
            store,
            reference,
            made.id,
            put_right,
            Tap("right-001", "Tester", LATER),
            recorded_at=LATER,
            at=at,
        )
    with Session(engine) as session:
        assert not any(due.over for due in position(SqlStore(session), here, LATER.date()).due)


def test_what_is_due_is_rebuilt_from_the_log_as_it_was(
    engine: Engine, reference: Reference
) -> None:
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    read = text("SELECT * FROM care_due ORDER BY position_id, kind")
    with engine.connect() as connection:
        before = [tuple(row) for row in connection.execute(read)]
    assert before
    with engine.begin() as connection:
        connection.execute(text("DELETE FROM care_due"))
        connection.execute(text("DELETE FROM care_said"))
    with Session(engine) as session:
        rebuild_list(SqlStore(session), reference)
    with engine.connect() as connection:
        assert [tuple(row) for row in connection.execute(read)] == before


def test_a_position_stands_in_one_open_round_only(engine: Engine, reference: Reference) -> None:
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    with Session(engine) as session:
        open_round(
            SqlStore(session),
            reference,
            "round-0001",
            RoundOrder(positions=(here,)),
            Tap("open-00001", "Tester", LATER),
            recorded_at=LATER,
        )
    with (
        Session(engine) as session,
        pytest.raises(InvalidInput, match="open round already") as refused,
    ):
        open_round(
            SqlStore(session),
            reference,
            "round-0002",
            RoundOrder(positions=(here, there)),
            Tap("open-00002", "Tester", LATER),
            recorded_at=LATER,
        )
    assert (
        refused.value.fields[0].name == "positions" and "round 2" in refused.value.fields[0].message
    )
    with Session(engine) as session:
        again = open_round(
            SqlStore(session),
            reference,
            "round-0001",
            RoundOrder(positions=(here,)),
            Tap("open-00001", "Tester", LATER),
            recorded_at=LATER,
        )
        assert again.id == "round-0001", "the same round again is the round that is there"


def test_two_rounds_at_one_position_lose_nothing(
    engine: Engine, reference: Reference, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Two devices open a round at the same moment and finish its stop at the same position: both
    stand in its history.
    """
    here, _ = positions_of(engine)
    kept(engine, reference, "keep-0001", here)
    # Neither saw the other's round yet.
    monkeypatch.setattr(SqlStore, "in_open_rounds", lambda *_: {})
    for n in (1, 2):
        with Session(engine) as session:
            order = RoundOrder(positions=(here,))
            open_round(
                SqlStore(session),
                reference,
                f"round-{n:04d}",
                order,
                Tap(f"open-{n:05d}", "Tester", LATER),
                recorded_at=LATER,
            )
    barrier, wrong = threading.Barrier(2), []

    def walk(n: int) -> None:
        barrier.wait()
        try:
            with Session(engine) as session:
                one = walked.DoStop(
                    "running", "20", shows="yes", temperature=f"{50 + n} °C", read_by="thermometer"
                )
                do(
                    SqlStore(session),
                    reference,
                    f"round-{n:04d}",
                    one,
                    Tap(f"done-{n:05d}", "Tester", LATER),
                    recorded_at=LATER,
                    at="1",
                )
        except Exception as error:  # told below, with its words
            wrong.append(error)

    threads = [threading.Thread(target=walk, args=(n,)) for n in (1, 2)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert not wrong
    with Session(engine) as session:
        seen = position(SqlStore(session), here, LATER.date())
    assert sorted(line.warm_c or 0 for line in seen.history if line.what == "done") == [51, 52]
    assert [due.since for due in seen.due] == [LATER.date()] * len(seen.due)


def test_the_plan_is_read_in_two_queries_however_much_is_due(
    engine: Engine, reference: Reference
) -> None:
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    asked: list[str] = []
    event.listen(
        engine,
        "before_cursor_execute",
        record := lambda c, cursor, words, *more: asked.append(words),
    )
    try:
        with Session(engine) as session:
            store = SqlStore(session)
            due = DueStops(store.care_rows(), store.crews(), LATER.date(), 12)
    finally:
        event.remove(engine, "before_cursor_execute", record)
    assert len(due.listed()) >= 2 and len(asked) == 2


def test_what_an_older_version_kept_as_due_is_worked_out_anew(
    engine: Engine, reference: Reference
) -> None:
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    with Session(engine) as session:
        right = [tuple(row) for row in SqlStore(session).care_rows()]
        session.execute(
            text(
                "UPDATE care_due SET since = '2020-01-01', hours_per_day = 1, due = JSON_SET(due,"
                " '$.since', '2020-01-01')"
            )
        )
        session.commit()
        assert [tuple(row) for row in SqlStore(session).care_rows()] != right
        dues_anew(session, page=1)
        assert sorted(map(str, (tuple(row) for row in SqlStore(session).care_rows()))) == sorted(
            map(str, right)
        )


def test_moves_are_kept_once_and_read_from_their_week_on(engine: Engine) -> None:
    here, _ = positions_of(engine)
    monday = date(2026, 12, 7)
    move = StopMove(
        here, {"grease": date(2026, 11, 1)}, monday, "no access", "Tester", "move-00000001", LATER
    )
    with Session(engine) as session:
        store = SqlStore(session)
        for _ in range(2):
            store.add_stop_move(move)
        store.add_stop_move(
            replace(move, to_week=monday - timedelta(weeks=1), client_event_id="move-00000002")
        )
        assert [kept.client_event_id for kept in store.stop_moves(monday)] == ["move-00000001"]
        assert store.stop_moves(monday)[0].since == {"grease": date(2026, 11, 1)}
        assert len(store.stop_moves(monday - timedelta(weeks=2))) == 2


def test_the_plan_is_kept_until_anything_of_it_changes(
    engine: Engine, reference: Reference
) -> None:
    """By every column that is read, and by who walks what; a day later it is another plan."""
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    plan, today = KeptPlan(), LATER.date()

    def now(day: date = today) -> DueStops:
        with Session(engine) as session:
            return plan.of(SqlStore(session), day, 12)

    first = now()
    assert now() is first, "nothing changed"
    assert now(today + timedelta(days=1)) is not first
    changes = (
        "UPDATE care_due SET every_days = COALESCE(every_days, 0) + 7 WHERE position_id = :at",
        "UPDATE care_due SET every_h = every_days, every_days = NULL WHERE position_id = :at",
        "UPDATE care_due SET hours_per_day = 3 WHERE position_id = :at",
        "UPDATE care_due SET since = since + INTERVAL 1 DAY WHERE position_id = :at",
        "UPDATE care_due SET strokes = 3 WHERE position_id = :at",
        "UPDATE care_due SET `over` = 'too much' WHERE position_id = :at",
        "UPDATE bearing_position SET name = 'renamed' WHERE id = :at",
        (
            "UPDATE machine m JOIN bearing_position p ON p.machine_id = m.id SET m.area ="
            " 'elsewhere' WHERE p.id = :at"
        ),
        "UPDATE crew SET minutes_a_week = minutes_a_week + 1",
        "DELETE FROM care_due WHERE position_id = :at AND kind = 'look'",
    )
    for change in changes:
        before = now()
        with Session(engine) as session:
            session.execute(text(change), {"at": here} if ":at" in change else {})
            session.commit()
        assert now() is not before, change


def test_what_is_kept_answers_as_what_is_computed(engine: Engine, reference: Reference) -> None:
    """Between two questions a stop is done: the second answer is as fresh as without anything
    kept."""
    here, there = positions_of(engine)
    kept(engine, reference, "keep-0001", here, there)
    plan = KeptPlan()
    for number in range(3):
        with Session(engine) as session:
            store = SqlStore(session)
            assert rounds(store, LATER.date(), RoundsAsked(), 12, plan) == rounds(
                store, LATER.date(), RoundsAsked()
            )
            if number < 2:
                order = RoundOrder(positions=((here, there)[number],))
                made = open_round(
                    store,
                    reference,
                    f"round-{number:04d}",
                    order,
                    Tap(f"open-{number:05d}", "Tester", LATER),
                    recorded_at=LATER,
                    kept=plan,
                )
                done = walked.DoStop("standing", "20", shows="yes")
                do(
                    store,
                    reference,
                    made.id,
                    done,
                    Tap(f"done-{number:05d}", "Tester", LATER),
                    recorded_at=LATER,
                    at="1",
                )
