"""Rounds over the plant: what jobs say of keeping, levelled weeks, a round opened, walked and kept
in the history, a calendar that parses.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta, timezone

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from icalendar import Calendar

from tests.helpers import BEGIN
from tests.usecases.keeper import SET, Keeper, PlantStore
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job.commands import Abandon, Correct, Sign
from tribodex.core.schedule.due import Care, CareKind
from tribodex.core.schedule.history import DoneSaid, SetSaid, due_now
from tribodex.core.topics.care import commands as keep
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.stop import commands as walked
from tribodex.core.topics.stop.facts import StopDone
from tribodex.exchange.calendar import DayEntry, calendar, position_entries, round_entries
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import GunDraft, keep_gun
from tribodex.usecases.due_stops import USUAL_CREW, DueStops, KeptPlan, RoundsAsked
from tribodex.usecases.jobs import Loaded, load
from tribodex.usecases.keeping import open_keeping, open_seal
from tribodex.usecases.moving import MoveOrder, move_stop
from tribodex.usecases.ports import CareRow, Crew, Tap
from tribodex.usecases.positions import position
from tribodex.usecases.projections import rebuild_list
from tribodex.usecases.rounds import RoundOrder, open_round, rounds
from tribodex.usecases.walk import walk


@pytest.fixture
def keeper(reference: Reference) -> Keeper:
    return Keeper(reference)


def test_from_keeping_over_a_round_into_the_history(keeper: Keeper) -> None:
    keeper.keep("p-1", "p-2")
    keeper.now = BEGIN + timedelta(days=120)
    plan = rounds(keeper.store, keeper.now.date(), RoundsAsked(week=0))
    assert (
        {stop.position_id for stop in plan.stops} == {"p-1", "p-2"}
        and plan.late == 2
        and plan.routes == ("Mill",)
    )
    made = keeper.round(week=0, route="Mill")
    shown = walk(keeper.reference, made)
    assert (
        [stop.position for stop in shown.stops] == ["Drive end", "Tail"]
        and shown.left == 2
        and not shown.may_sign
    )
    first = shown.stops[0]
    assert (
        first.grease == ""
        and first.strokes is not None
        and first.running
        and first.bearing == "22218 K C3"
    )
    keeper.do(
        made.id,
        walked.DoStop(
            "running", str(first.strokes), shows="yes", temperature="52 °C", read_by="thermometer"
        ),
        "1",
    )
    keeper.do(made.id, walked.SkipStop("guard locked"), "2")
    signed = keeper.do(made.id, Sign("Tobit", "fitter"))
    assert walk(keeper.reference, signed).status == "signed"
    here, other = (
        position(keeper.store, "p-1", keeper.now.date()),
        position(keeper.store, "p-2", keeper.now.date()),
    )
    assert [line.what for line in here.history] == ["done", "kept from now on"] and here.history[
        0
    ].warm_c == 52
    assert other.history[0].what == "skipped" and other.history[0].text == "guard locked"
    assert here.due[0].since == keeper.now.date() and other.due[0].since == BEGIN.date(), (
        "what was skipped stays due"
    )
    assert not any(due.late for due in here.due) and any(due.late for due in other.due)
    assert here.jobs[0].round and not here.jobs[-1].round
    later = rounds(keeper.store, keeper.now.date(), RoundsAsked(week=0))
    assert [stop.position_id for stop in later.stops if stop.late] == ["p-2"]


def test_a_corrected_stop_counts_as_corrected_and_an_abandoned_job_says_nothing(
    keeper: Keeper,
) -> None:
    job_id = keeper.keep("p-1")
    keeper.now += timedelta(days=100)
    made = keeper.round(positions=("p-1",))
    done = keeper.do(made.id, walked.DoStop("standing", "60", shows="yes"), "1")
    assert position(keeper.store, "p-1", keeper.now.date()).due[0].over
    seq = next(e.seq for e in done.log if isinstance(e.fact, StopDone))
    keeper.do(
        made.id, Correct(seq, "counted again", walked.DoStop("standing", "20", shows="yes")), "1"
    )
    assert position(keeper.store, "p-1", keeper.now.date()).due[0].over == ""
    keeper.do(made.id, Abandon("B. Boss", "wrong machine"))
    assert [line.what for line in position(keeper.store, "p-1", keeper.now.date()).history] == [
        "kept from now on"
    ]
    keeper.do(job_id, Abandon("B. Boss", "another plan"))
    assert position(keeper.store, "p-1", keeper.now.date()).due == ()


def test_a_round_keeps_the_last_plan_of_the_position(keeper: Keeper) -> None:
    keeper.keep("p-1")
    keeper.now += timedelta(days=100)
    keeper.round(positions=("p-1",))
    last = keeper.store.last_job("p-1")
    assert last is not None and load(keeper.store, last).job.opened.procedure_id == "job-keeping"


def test_a_bearing_whose_number_says_nothing_is_asked_for_its_size(keeper: Keeper) -> None:
    job_id = f"keeping-{keeper.taps:06d}"
    open_keeping(
        keeper.store, keeper.reference, job_id, ["p-3"], keeper.tap(), recorded_at=keeper.now
    )
    with pytest.raises(Refused, match="number, or its sizes"):
        keeper.do(job_id, SET, "1")
    with pytest.raises(InvalidInput, match=r"size|table|bore"):
        keeper.do(job_id, keep.SayBearing("no number known"), "1")
    keeper.do(job_id, keep.SayBearing("old roller", "90 mm", "160 mm", "40 mm", "spherical"), "1")
    keeper.do(job_id, SET, "1")
    assert position(keeper.store, "p-3", keeper.now.date()).due


def test_what_cannot_be_opened_is_named(keeper: Keeper) -> None:
    with pytest.raises(InvalidInput, match="due"):
        keeper.round(week=0)
    keeper.keep("p-1")
    with pytest.raises(InvalidInput, match="p-9"):
        keeper.round(positions=("p-9",))
    with pytest.raises(InvalidInput):
        open_keeping(
            keeper.store,
            keeper.reference,
            "keeping-x",
            ["p-1", "p-1"],
            keeper.tap(),
            recorded_at=keeper.now,
        )
    with pytest.raises(InvalidInput):
        open_keeping(
            keeper.store,
            keeper.reference,
            "keeping-x",
            ["p-9"],
            keeper.tap(),
            recorded_at=keeper.now,
        )
    with pytest.raises(InvalidInput):
        open_seal(
            keeper.store, keeper.reference, "seal-xxxx", "p-9", keeper.tap(), recorded_at=keeper.now
        )
    with pytest.raises(NotFound):
        position(keeper.store, "p-9", keeper.now.date())
    job = keeper.keep("p-2")
    with pytest.raises(NotFound):
        walk(
            keeper.reference,
            Loaded(
                job, keeper.store.events(job), keeper.do(job, keep.SetCare(CareWay.OIL), "1").job
            ),
        )


def test_what_is_left_out_of_a_round_stays_due(keeper: Keeper) -> None:
    for where in ("p-1", "p-2"):
        keeper.keep(where)
    keeper.now += timedelta(days=60)
    made = keeper.round(week=0, without=("p-1",))
    assert [place.position_id for place in made.job.places] == ["p-2"]
    asked = RoundsAsked(week=0)
    assert "p-1" in [
        stop.position_id for stop in rounds(keeper.store, keeper.now.date(), asked).stops
    ]
    with pytest.raises(InvalidInput, match="Nothing is due"):
        keeper.round(week=0, without=("p-1", "p-2"))


def test_opened_twice_is_one_round(keeper: Keeper) -> None:
    keeper.keep("p-1")
    keeper.now += timedelta(days=60)
    order, tap = RoundOrder(positions=("p-1",)), keeper.tap()
    first = open_round(
        keeper.store, keeper.reference, "round-twice", order, tap, recorded_at=keeper.now
    )
    again = open_round(
        keeper.store, keeper.reference, "round-twice", order, tap, recorded_at=keeper.now
    )
    assert first.log == again.log and len(keeper.store.logs["round-twice"]) == 1


def test_a_large_seal_is_opened_on_its_own(keeper: Keeper) -> None:
    made = open_seal(
        keeper.store, keeper.reference, "seal-0001", "p-3", keeper.tap(), recorded_at=keeper.now
    )
    assert (
        made.job.places[0].procedure_id == "large-seal"
        and made.job.opened.title == "Belt, Head: large shaft seal"
    )


# --- The plan of the weeks. -----------------------------------------------------------------------

TODAY = date(2026, 11, 27)


def rows(count: int, days: float = 30) -> list[CareRow]:
    since = [TODAY - timedelta(days=i % int(days)) for i in range(count)]
    return [
        CareRow(
            f"p-{i}",
            f"Place {i}",
            "Machine",
            ("Mill", "Kiln")[i % 2],
            "look",
            None,
            days,
            None,
            since[i],
            None,
            "",
            None,
        )
        for i in range(count)
    ]


ROWS = st.lists(
    st.builds(
        CareRow,
        st.sampled_from([f"p-{i}" for i in range(30)]),
        st.just("Place"),
        st.just("Machine"),
        st.sampled_from(["Mill", "Kiln", "Intake"]),
        st.sampled_from(["grease", "look", "tighten"]),
        st.none() | st.floats(1, 9000),
        st.none() | st.floats(1, 900),
        st.none() | st.just(0.0) | st.floats(0.05, 24),
        st.dates(date(2025, 1, 1), date(2027, 1, 1)),
        st.none() | st.integers(1, 60),
        st.just(""),
        st.none() | st.floats(date(2024, 1, 1).toordinal(), date(2027, 1, 1).toordinal()),
    ),
    max_size=40,
    unique_by=lambda row: (row.position_id, row.kind),
)


@settings(deadline=None)
@given(ROWS, st.integers(1, 12))
def test_everything_with_a_day_stands_in_the_plan_and_nothing_twice_in_a_week(
    found: list[CareRow], weeks: int
) -> None:
    crews = [Crew("a", 60, ("Mill",)), Crew("b", 45, ("Kiln", "Intake"))]
    due = DueStops(found, crews, TODAY, weeks)
    stops, undated = due.listed(), due.undated
    dated = {
        (row.position_id, row.kind)
        for row in found
        if row.every_days is not None or (row.every_h is not None and row.hours_per_day)
    }
    planned = {(stop.position_id, str(kind)) for stop in stops for kind in stop.kinds}
    assert planned == dated and undated == len(found) - len(dated)
    assert len({(stop.position_id, stop.week) for stop in stops}) == len(stops)
    # What is due once comes once.
    for row in found:
        if row.kind == "tighten" and (row.position_id, row.kind) in dated:
            assert (
                sum(
                    stop.position_id == row.position_id and CareKind.TIGHTEN in stop.kinds
                    for stop in stops
                )
                == 1
            )
    assert all(stop.week >= 0 for stop in stops) and all(stop.crew in ("a", "b") for stop in stops)
    # The loads, the counts and the choice once more from the stops one by one.
    assert (due.late, due.over, due.later) == (
        sum(s.late for s in stops),
        0,
        sum(s.week >= weeks for s in stops),
    )
    for week in due.weeks():
        for crew in week.crews:
            own = [stop for stop in stops if stop.week == week.week and stop.crew == crew.crew]
            assert (crew.stops, crew.routes) == (
                len(own),
                tuple(sorted({stop.route for stop in own})),
            )
            assert crew.minutes == pytest.approx(sum(stop.minutes for stop in own), abs=0.51)
            assert due.listed(due.asked(RoundsAsked(week.week, crew=crew.crew))) == own
    for route in ("Mill", "Kiln", "nowhere"):
        assert due.listed(due.asked(RoundsAsked(route=route, only="late"))) == [
            stop for stop in stops if stop.route == route and stop.late
        ]
    assert stops == sorted(
        stops,
        key=lambda stop: (
            stop.week,
            not stop.late,
            stop.route,
            stop.machine,
            stop.due_on,
            stop.position_id,
        ),
    )


def test_weeks_are_filled_by_crew_and_what_is_left_over_is_said() -> None:
    stops = DueStops(
        rows(40, 28), [Crew("a", 60, ("Mill",)), Crew("b", 60, ("Kiln",))], TODAY, 8
    ).listed()
    load = {
        week: sum(stop.minutes for stop in stops if stop.week == week and stop.crew == "a")
        for week in range(8)
    }
    # Twenty looks of three minutes come again every four weeks: fifteen minutes a week, give or
    # take a week.
    assert max(load.values()) <= 60 and sum(load.values()) == pytest.approx(2 * 60, abs=63)


def test_the_page_is_small_and_says_how_many_more() -> None:
    class Many(PlantStore):
        def care_rows(self) -> Sequence[CareRow]:
            return rows(500)

    plan = rounds(Many(), TODAY, RoundsAsked(limit=20))
    assert len(plan.stops) == 20 and plan.more > 400 and len(plan.weeks) == 12
    assert plan.crews == (USUAL_CREW.name,)
    with pytest.raises(InvalidInput, match="more than one round"):
        open_round(
            Many(),
            object(),
            "round-many",
            RoundOrder(week=0),
            Tap("tap-000001", "T", BEGIN),
            recorded_at=datetime(2026, 11, 27, tzinfo=UTC),
        )  # type: ignore[arg-type]


def test_the_plan_and_the_position_name_the_same_day_after_readings_of_the_meter() -> None:
    """Columns over the plant and one position are two ways to one day."""
    every = SetSaid(
        "set",
        date(2026, 1, 1),
        1,
        (Care(CareKind.GREASE, 1600, 200),),
        16,
        "counted",
        "b",
        "g",
        20,
        10,
        "gun",
        2,
        False,
    )
    readings = [
        (date(2026, 1, 1), 1000.0),
        (date(2026, 3, 2), 2440.0),
        (date(2026, 3, 16), 2440.0),
        (date(2026, 4, 15), 2500.0),
    ]
    for n in range(len(readings) + 1):
        done = [
            DoneSaid("done", on, at, (), None, None, None, hours)
            for at, (on, hours) in enumerate(readings[:n], 2)
        ]
        [one] = due_now([every, *done])
        row = CareRow(
            "p-1",
            "Place",
            "Machine",
            "Mill",
            "grease",
            1600,
            200,
            one.hours_per_day,
            one.since,
            None,
            "",
            one.run_from,
        )
        [stop] = DueStops([row], [], date(2026, 2, 1), 60).listed([0])
        assert stop.due_on == one.day, n


def test_a_stroke_that_the_crib_weighed_otherwise_is_refused_said_or_corrected(
    keeper: Keeper,
) -> None:
    keep_gun(
        keeper.store,
        "gun-1",
        GunDraft("Gun 2", "13.1 g; 12.8 g; 13.0 g"),
        "",
        keeper.tap(),
        recorded_at=keeper.now,
    )
    with pytest.raises(InvalidInput, match=r"1\.3 g each in the tool crib"):
        keeper.keep("p-1", said=replace(SET, stroke="0.13 g"))
    job = keeper.keep("p-2", said=replace(SET, hours_per_day="8"))
    entry = next(event.seq for event in keeper.store.events(job) if event.kind == "care_set")
    with pytest.raises(InvalidInput, match="tool crib"):
        keeper.do(job, Correct(entry, "typed wrong", replace(SET, stroke="13 g")), "1")


# --- A stop that is moved. ------------------------------------------------------------------------


def week_of(keeper: Keeper, position: str, weeks: int = 12) -> int:
    plan = KeptPlan().of(keeper.store, keeper.now.date(), weeks)
    return min(stop.week for stop in plan.listed() if stop.position_id == position)


def test_a_stop_is_moved_by_name_and_stays_there_until_it_is_done(keeper: Keeper) -> None:
    keeper.keep("p-1", "p-2")
    week = week_of(keeper, "p-1")
    others = week_of(keeper, "p-2")
    found = move_stop(
        keeper.store,
        MoveOrder("p-1", week, week + 2, "the screw runs through"),
        keeper.tap(),
        keeper.now,
    )
    assert all(stop.position_id != "p-1" for stop in found.stops)
    plan = KeptPlan().of(keeper.store, keeper.now.date(), 12)
    first = next(stop for stop in plan.listed() if stop.position_id == "p-1")
    assert first.week == week + 2 and first.moved == "moved here by Tobit: the screw runs through"
    assert week_of(keeper, "p-2") == others
    # A week later it stands in the same week of the calendar.
    keeper.now += timedelta(weeks=1)
    assert week_of(keeper, "p-1") == week + 1
    # Done: what comes next comes by its interval again.
    keeper.now += timedelta(weeks=week + 1)
    job = keeper.round(positions=("p-1",))
    keeper.do(job.id, walked.DoStop("standing", "10", shows="yes"), job.job.places[0].id)
    after = KeptPlan().of(keeper.store, keeper.now.date(), 12)
    assert all(not stop.moved for stop in after.listed() if stop.position_id == "p-1")


def test_a_move_holds_for_its_stop_alone_and_a_later_one_outranks_it(keeper: Keeper) -> None:
    keeper.keep("p-1")
    week = week_of(keeper, "p-1")
    move_stop(keeper.store, MoveOrder("p-1", week, week + 1, "no access"), keeper.tap(), keeper.now)
    move_stop(
        keeper.store, MoveOrder("p-1", week + 1, week + 3, "still none"), keeper.tap(), keeper.now
    )
    plan = KeptPlan().of(keeper.store, keeper.now.date(), 12)
    assert [stop.week for stop in plan.listed() if stop.moved] == [week + 3]
    # The week is over and nobody went: it is where it was, and late.
    keeper.now += timedelta(weeks=week + 5)
    left = KeptPlan().of(keeper.store, keeper.now.date(), 12)
    assert week_of(keeper, "p-1") == 0 and left.late == 1


@pytest.mark.parametrize(
    ("order", "field"),
    [
        ({"to": 0}, "to"),
        ({"to": 99}, "to"),
        ({"reason": " "}, "reason"),
        ({"position": "p-3"}, "position"),
        ({"week": 7}, "position"),
    ],
)
def test_a_move_that_cannot_be_names_its_field(
    keeper: Keeper, order: dict[str, object], field: str
) -> None:
    keeper.keep("p-1")
    asked = {"position": "p-1", "week": week_of(keeper, "p-1"), "to": 5, "reason": "no access"}
    if order.get("to") == 0:
        order = {"to": asked["week"]}
    with pytest.raises(InvalidInput) as refused:
        move_stop(keeper.store, MoveOrder(**(asked | order)), keeper.tap(), keeper.now)  # type: ignore[arg-type]
    assert refused.value.fields[0].name == field
    assert keeper.store.moves == []


def test_a_stop_of_an_open_round_is_skipped_there(keeper: Keeper) -> None:
    keeper.keep("p-1")
    week = week_of(keeper, "p-1")
    keeper.round(positions=("p-1",))
    with pytest.raises(InvalidInput, match="stands in round"):
        move_stop(
            keeper.store, MoveOrder("p-1", week, week + 2, "no access"), keeper.tap(), keeper.now
        )


def test_greasing_is_not_moved_to_long_before_it_is_due(keeper: Keeper) -> None:
    keeper.keep("p-1", said=replace(SET, interval="2000", look_days="365"))
    week = week_of(keeper, "p-1", 52)
    assert week > 8
    with pytest.raises(InvalidInput, match="too much grease"):
        move_stop(
            keeper.store, MoveOrder("p-1", week, 1, "we are there anyway"), keeper.tap(), keeper.now
        )


def test_what_is_looked_at_there_can_be_changed(keeper: Keeper) -> None:
    keeper.keep("p-1", said=replace(SET, looks="Seals: none torn or out\nBelt tension"))
    made = keeper.round(positions=("p-1",))
    stop = walk(keeper.reference, made).stops[0]
    assert tuple(stop.looks) == ("Seals: none torn or out", "Belt tension")


# --- Calendars. -----------------------------------------------------------------------------------


def test_the_calendar_is_read_by_a_standard_parser(keeper: Keeper) -> None:
    """RFC 5545, by a library from the registry; every event has what the standard asks for."""
    stops = DueStops(rows(60), [], TODAY, 6).listed()
    monday = TODAY - timedelta(days=TODAY.weekday())
    near = [stop for stop in stops if stop.week < 6]
    text = calendar(
        "Rounds, Mill & Kiln; all",
        round_entries(near, monday),
        datetime(2026, 11, 27, 8, tzinfo=UTC),
    )
    read = Calendar.from_ical(text)
    events = list(read.walk("VEVENT"))
    assert (
        read["VERSION"] == "2.0"
        and str(read["X-WR-CALNAME"]) == "Rounds, Mill & Kiln; all"
        and len(events) == len({(s.week, s.route) for s in near})
    )
    assert len({str(event["UID"]) for event in events}) == len(events)
    for event in events:
        assert (
            event.decoded("DTSTART").weekday() == 0
            and (event.decoded("DTEND") - event.decoded("DTSTART")).days == 5
        )
        assert event.decoded("DTSTAMP").tzinfo is not None and "stop" in str(event["SUMMARY"])
    assert all(len(line.encode()) <= 75 for line in text.decode().split("\r\n")), "lines are folded"
    again = Calendar.from_ical(
        calendar("Rounds", round_entries(near, monday), datetime(2026, 11, 28, tzinfo=UTC))
    )
    assert {str(e["UID"]) for e in again.walk("VEVENT")} == {str(e["UID"]) for e in events}, (
        "a later file replaces, never doubles"
    )
    keeper.keep("p-1")
    own = Calendar.from_ical(
        calendar(
            "p",
            position_entries(position(keeper.store, "p-1", keeper.now.date()), keeper.now.date()),
            BEGIN,
        )
    )
    assert {str(e["SUMMARY"]) for e in own.walk("VEVENT")} == {
        "Screw, Drive end: grease",
        "Screw, Drive end: look, feel and listen",
    }


@pytest.mark.parametrize(
    ("today", "first", "days"),
    [(date(2027, 1, 13), date(2027, 1, 13), 3), (date(2027, 1, 17), date(2027, 1, 17), 1)],
)
def test_late_stops_stand_in_the_calendar_from_today_on(
    today: date, first: date, days: int
) -> None:
    """A Wednesday to Friday; on a Sunday that day itself: nothing stands in days that are gone."""
    stops = [stop for stop in DueStops(rows(60), [], today, 6).listed() if stop.week < 6]
    assert any(stop.late for stop in stops)
    events = list(
        Calendar.from_ical(calendar("Rounds", round_entries(stops, today), BEGIN)).walk("VEVENT")
    )
    assert min(event.decoded("DTSTART") for event in events) == first
    [soon] = {
        (event.decoded("DTEND") - event.decoded("DTSTART")).days
        for event in events
        if event.decoded("DTSTART") == first
    }
    assert soon == days


def test_what_was_due_at_a_position_stands_today(keeper: Keeper) -> None:
    keeper.keep("p-1")
    later = keeper.now.date() + timedelta(days=2000)
    events = list(
        Calendar.from_ical(
            calendar("p", position_entries(position(keeper.store, "p-1", later), later), BEGIN)
        ).walk("VEVENT")
    )
    assert {event.decoded("DTSTART") for event in events} == {later}
    assert all("was due on" in str(event["SUMMARY"]) for event in events)


def test_a_moment_with_an_offset_stands_in_utc() -> None:
    first = datetime(2026, 12, 1, 6, 30, tzinfo=timezone(timedelta(hours=2)))
    text = calendar("lead", [DayEntry("lead-1", first, 3, "warm", "", "")], BEGIN).decode()
    assert (
        "DTSTART:20261201T043000Z" in text
        and "DTEND:20261201T073000Z" in text
        and "TZID" not in text
    )


def test_rebuilding_leaves_what_is_due_as_it_was(keeper: Keeper) -> None:
    keeper.keep("p-1", "p-2")
    before = {at: list(said.values()) for at, said in keeper.store.said.items()}
    keeper.store.said.clear()
    store = keeper.store
    store.job_ids = lambda after, limit: [(n, j) for j, n in store.jobs.items() if n > after][
        :limit
    ]  # type: ignore[attr-defined]
    store.listed = lambda ids: {j: store.summaries[j] for j in ids}  # type: ignore[attr-defined]
    store.relist = lambda summaries, positions, rounds=(): None  # type: ignore[attr-defined]
    rebuild_list(store, keeper.reference)  # type: ignore[arg-type]
    assert {at: list(said.values()) for at, said in store.said.items()} == before
