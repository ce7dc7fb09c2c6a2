"""Stops of a round: strokes against the plan, temperature against the last one, what is not in
order, skipped with the reason.

Limits are common practice, no source.
"""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.benches.rounds import GREASED, RoundBench, done
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.ahead import left_open
from tribodex.core.job.commands import Correct, Sign, TickStep
from tribodex.core.job.day import keep_days_of, plant_day
from tribodex.core.job.places import SHAFT
from tribodex.core.job.readback import ReadBack
from tribodex.core.job.topic import Desk
from tribodex.core.schedule.due import Care, CareKind
from tribodex.core.schedule.history import DoneSaid, DueNow, OwedSaid, SetSaid, SkipSaid, due_now
from tribodex.core.topics import stop
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.topics.stop.facts import StopDone
from tribodex.core.topics.stop.pace import ask_if_hurried
from tribodex.core.working import Level


def test_a_round_is_walked_and_signed() -> None:
    made = RoundBench()
    assert (
        stop.TOPIC.move(made.desk("1"), made.stop()).headline == "8 strokes; look, feel and listen"
    )
    made.do(
        cmd.DoStop("running", "8", shows="yes", temperature="52 °C", read_by="thermometer"), at="1"
    )
    assert made.words() == [
        "greased",
        "warmth as usual",
    ] and made.stop().done.given_g == pytest.approx(10.4)  # type: ignore[union-attr]
    with pytest.raises(Refused, match="done, or skipped"):
        made.do(Sign("Ada", "fitter"))
    made.do(cmd.SkipStop("guard locked"), at="2")
    made.do(Sign("Ada", "fitter"))
    assert made.job.signed is not None and any(
        "guard locked" in one for one in made.job.signed.open_points
    )


@pytest.mark.parametrize(
    ("said", "at", "word", "level"),
    [
        (cmd.DoStop("standing", "3"), "2", "too many strokes", Level.STOP),
        (cmd.DoStop("standing", "16", shows="no"), "1", "does not come out", Level.STOP),
        (cmd.DoStop("standing", "8", shows="no"), "1", "nothing shows yet", Level.WATCH),
        (
            cmd.DoStop("standing", "8", temperature="61", read_by="thermometer"),
            "1",
            "warmer than last time",
            Level.WATCH,
        ),
        (
            cmd.DoStop("standing", "8", temperature="90-95", read_by="strip"),
            "1",
            "hot: look",
            Level.WATCH,
        ),
        (
            cmd.DoStop("standing", "8", temperature=">100", read_by="crayon"),
            "1",
            "stop: too hot",
            Level.STOP,
        ),
        (
            # 50 °C last time: it may be 74 now, which is not as usual, and not hot.
            cmd.DoStop("standing", "8", temperature="<75", read_by="crayon"),
            "1",
            "not hot",
            Level.GOOD,
        ),
        (
            cmd.DoStop("standing", "8", temperature="<58", read_by="crayon"),
            "1",
            "warmth as usual",
            Level.GOOD,
        ),
        # It did not melt at 120: it may be 119.
        (
            cmd.DoStop("standing", "8", temperature="<120", read_by="crayon"),
            "1",
            "may be hot: look",
            Level.WATCH,
        ),
        # It melted at 55: nothing tells how far above it is.
        (
            cmd.DoStop("standing", "8", temperature=">55", read_by="crayon"),
            "1",
            "may be hot: look",
            Level.WATCH,
        ),
        (
            cmd.DoStop("standing", "8", temperature="55-105", read_by="strip"),
            "1",
            "may be hot: look",
            Level.WATCH,
        ),
        # Grease that is sealed in spoils earlier.
        (
            cmd.DoStop("standing", "2", temperature="84", read_by="thermometer"),
            "2",
            "hot: look",
            Level.WATCH,
        ),
        (
            cmd.DoStop("standing", "2", temperature="92", read_by="thermometer"),
            "2",
            "stop: too hot",
            Level.STOP,
        ),
        (cmd.DoStop("standing", "8"), "1", "not known whether it shows", Level.WATCH),
        (cmd.DoStop("standing", "8", shows="yes"), "1", "greased", Level.GOOD),
        (cmd.DoStop("standing", "8", grease="Other grease"), "1", "another grease", Level.STOP),
        (
            cmd.DoStop("standing", "8", found="seal torn\nloose bolt"),
            "1",
            "not in order",
            Level.WATCH,
        ),
    ],
)
def test_what_a_stop_says(said: cmd.DoStop, at: str, word: str, level: Level) -> None:
    made = RoundBench()
    made.do(said, at=at)
    done = made.stop(at).done
    assert done is not None and (word, level) in [(v.word, v.level) for v in done.verdicts]
    assert level is Level.GOOD or any(word in one for one in left_open(made.desk(at)))


@pytest.mark.parametrize(
    ("said", "at", "field"),
    [
        (cmd.DoStop("standing"), "1", "strokes"),
        (cmd.DoStop("standing", "1.5"), "1", "strokes"),
        (cmd.DoStop("standing", "0"), "1", "text"),
        (cmd.DoStop("standing", "8", temperature="hot", read_by="thermometer"), "1", "temperature"),
        (cmd.SkipStop(" "), "1", "reason"),
    ],
)
def test_what_a_stop_needs_is_named(said: object, at: str, field: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        RoundBench().do(said, at=at)
    assert refused.value.fields[0].name == field


def test_greased_while_it_runs_only_where_it_may() -> None:
    made = RoundBench()
    with pytest.raises(Refused, match="standstill"):
        made.do(cmd.DoStop("running", "2"), at="2")
    made.do(cmd.DoStop("running", "8"), at="1")
    assert made.stop().done is not None


def test_what_goes_along_is_ticked_off_and_taken_back() -> None:
    made = RoundBench()
    step = made.procedures[SHAFT].stage("set_out").steps[0].text
    made.do(TickStep("set_out", step))
    assert made.job.ticks("set_out", SHAFT) == {step: "Tester"}
    with pytest.raises(Refused):
        made.do(TickStep("set_out", step))
    made.do(TickStep("set_out", step, False))
    with pytest.raises(InvalidInput):
        made.do(TickStep("set_out", "dance"))


def test_skipped_then_done_counts_as_done_and_a_stop_done_is_not_skipped() -> None:
    made = RoundBench()
    made.do(cmd.SkipStop("guard locked"), cmd.DoStop("standing", "8"), at="1")
    assert made.stop().skipped is None and made.stop().done is not None
    with pytest.raises(Refused, match="done already"):
        made.do(cmd.SkipStop("no"), at="1")
    made.do(Correct(made.seq(StopDone), "counted again", cmd.DoStop("standing", "6")), at="1")
    assert made.stop().done.strokes == 6  # type: ignore[union-attr]


# --- What is due after years of it. ---------------------------------------------------------------

GREASE, LOOK = Care(CareKind.GREASE, 400, 365), Care(CareKind.LOOK, None, 30)
PUT = SetSaid(
    "set",
    date(2026, 1, 5),
    1,
    (GREASE, LOOK, Care(CareKind.TIGHTEN, 8, None, once=True)),
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


def test_done_counts_from_its_day_and_once_is_once() -> None:
    entries = [
        PUT,
        done(date(2026, 1, 30), 2, CareKind.GREASE, CareKind.TIGHTEN, grams=20, warm=51),
    ]
    found = {one.care.kind: one for one in due_now(entries)}
    assert found[CareKind.GREASE].since == date(2026, 1, 30) and found[CareKind.LOOK].since == date(
        2026, 1, 5
    )
    assert (
        CareKind.TIGHTEN not in found
        and found[CareKind.LOOK].last_c == 51
        and found[CareKind.GREASE].over == ""
    )


def test_too_much_and_too_early_are_flagged_until_the_next_right_one() -> None:
    early = done(date(2026, 1, 9), 2, CareKind.GREASE, grams=20)
    much = done(date(2026, 2, 3), 3, CareKind.GREASE, grams=45)
    right = done(date(2026, 3, 1), 4, CareKind.GREASE, grams=20)
    flags = [
        next(one.over for one in due_now(entries) if one.care.kind is CareKind.GREASE)
        for entries in ([PUT, early], [PUT, much], [PUT, much, right])
    ]
    assert "after 4 days" in flags[0] and "45 g" in flags[1] and flags[2] == ""


def test_the_hour_meter_outranks_what_was_said() -> None:
    entries = [PUT, done(date(2026, 2, 1), 2, meter=1000), done(date(2026, 3, 3), 3, meter=1120)]
    assert due_now(entries)[0].hours_per_day == 4
    backwards = [PUT, done(date(2026, 2, 1), 2, meter=1000), done(date(2026, 3, 3), 3, meter=900)]
    assert due_now(backwards)[0].hours_per_day == 16


def metered(
    *readings: tuple[date, float], hours: float = 1600.0, per_day: float | None = 16
) -> DueNow:
    """Greased on 1 January 2026 at the first reading; what is due after the others."""
    every = SetSaid(
        "set",
        date(2026, 1, 1),
        1,
        (Care(CareKind.GREASE, hours, None),),
        per_day,
        "counted",
        "b",
        "g",
        20,
        10,
        "gun",
        2,
        False,
    )
    [one] = due_now([every, *(done(on, n, meter=h) for n, (on, h) in enumerate(readings, 2))])
    return one


JAN, MAR, STOOD = (
    (date(2026, 1, 1), 1000.0),
    (date(2026, 3, 2), 2440.0),
    (date(2026, 3, 16), 2440.0),
)


def test_hours_since_the_greasing_count_and_the_rate_looks_ahead_only() -> None:
    # Greased on 1 January at 1000 h, every 1600 h; 60 days at 24 h.
    assert metered(JAN, MAR).day == date(2026, 3, 8)
    # It stood a fortnight: 1440 of 1600 h are run all the same, and it may run again any day.
    one = metered(JAN, MAR, STOOD)
    assert one.run_h == 1440 and one.run_on == date(2026, 3, 16)
    assert one.day is not None and date(2026, 3, 22) <= one.day <= date(2026, 3, 26)
    # 2160 h since the greasing: due since before that reading.
    late = metered(JAN, MAR, STOOD, (date(2026, 4, 15), 3160.0))
    assert (
        late.run_h == 2160
        and late.day is not None
        and date(2026, 3, 20) <= late.day <= date(2026, 3, 30)
    )
    # Slower of late: 1800 h since the greasing are more than 1600 all the same.
    slower = metered(JAN, MAR, (date(2026, 4, 2), 2800.0))
    assert slower.run_h == 1800 and slower.day is not None and slower.day < date(2026, 4, 2)
    # Stood fifty days, then ran 432 h: 1168 h are left at 24 h a day.
    rested = metered(JAN, (date(2026, 2, 20), 1000.0), (date(2026, 3, 10), 1432.0))
    assert rested.day == date(2026, 3, 10) + timedelta(days=int(1168 / 24))


def test_a_backward_or_impossible_reading_is_no_new_base() -> None:
    # 172 for 1720; the next one counts from what was read before.
    one = metered(JAN, (date(2026, 1, 31), 172.0), (date(2026, 3, 2), 2440.0))
    assert (one.run_h, one.hours_per_day, one.meter_h) == (1440, 24, 2440)
    # 1072 for 1720 is possible; the next reading shows that it was a slip.
    slip = metered(JAN, (date(2026, 1, 31), 1072.0), (date(2026, 3, 2), 2440.0))
    assert (slip.run_h, slip.hours_per_day) == (1440, 24)
    far = metered(JAN, (date(2026, 1, 31), 17_200.0), (date(2026, 3, 2), 2440.0))
    assert (far.run_h, far.meter_h) == (1440, 2440)


def test_a_meter_that_was_replaced_is_said_and_hours_go_on() -> None:
    every = SetSaid(
        "set",
        date(2026, 1, 1),
        1,
        (Care(CareKind.GREASE, 1600, None),),
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
    replaced = replace(done(date(2026, 2, 1), 3, meter=0.0), meter_old_h=1300.0)
    entries = [
        every,
        done(date(2026, 1, 1), 2, meter=1000.0),
        replaced,
        done(date(2026, 3, 1), 4, meter=280.0),
    ]
    [one] = due_now(entries)
    assert (one.run_h, one.hours_per_day, one.meter_h) == (580, 10, 280)


def test_a_meter_that_was_replaced_is_no_slip_of_the_old_one() -> None:
    """A number of the old meter read again after it was replaced is left out; the new meter goes
    on.
    """
    every = SetSaid(
        "set",
        date(2026, 1, 1),
        1,
        (Care(CareKind.GREASE, 1600, None),),
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
    replaced = replace(done(date(2026, 2, 1), 3, meter=0.0), meter_old_h=1300.0)
    entries = [
        every,
        done(date(2026, 1, 1), 2, meter=1000.0),
        replaced,
        done(date(2026, 3, 1), 4, meter=1290.0),
        done(date(2026, 3, 2), 5, meter=290.0),
    ]
    [one] = due_now(entries)
    assert (one.run_h, one.meter_h) == (590, 290)


def test_before_the_first_reading_it_ran_as_somebody_said() -> None:
    one = metered((date(2026, 2, 1), 5000.0), (date(2026, 3, 3), 5030.0), per_day=16)
    assert one.run_h == 31 * 16 + 30 and one.hours_per_day == 1
    # Nobody said: then as it ran after the first reading.
    assert (
        metered((date(2026, 2, 1), 5000.0), (date(2026, 3, 3), 5300.0), per_day=None).run_h
        == 310 + 300
    )


def test_greased_between_two_readings_counts_from_its_day() -> None:
    every = SetSaid(
        "set",
        date(2026, 1, 1),
        1,
        (Care(CareKind.GREASE, 1600, None),),
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
        done(date(2026, 1, 1), 2, meter=0.0),
        done(date(2026, 1, 21), 3, CareKind.GREASE, grams=20),
        done(date(2026, 1, 31), 4, meter=300.0),
    ]
    [one] = due_now([every, *readings])
    assert (one.since, one.run_h, one.run_on) == (date(2026, 1, 21), 100, date(2026, 1, 31))


@given(st.lists(st.integers(0, 24), min_size=2, max_size=12), st.integers(1, 40))
def test_hours_add_up_whatever_the_days_between_readings(per_day: list[int], step: int) -> None:
    """By another path: the machine is run day by day, and every hour is counted once."""
    day, total, readings = date(2026, 1, 1), 0.0, [(date(2026, 1, 1), 0.0)]
    for hours in per_day:
        day, total = day + timedelta(days=step), total + hours * step
        readings.append((day, total))
    one = metered(*readings, hours=10**6)
    assert one.run_h == pytest.approx(total) and one.run_on == day


def test_a_meter_that_cannot_be_is_said_and_tells_nothing() -> None:
    kept = replace(
        GREASED, meter_h=4210.0, meter_on=date(2026, 11, 1), opened_on=date(2026, 11, 30)
    )
    for meter, words in (
        ("4650 h", []),
        ("4100", ["meter went backwards"]),
        ("42100", ["meter too far"]),
        ("", []),
    ):
        made = RoundBench(kept)
        made.do(cmd.DoStop("standing", "8", meter=meter), at="1", meant=("meter",))
        assert [word for word in made.words() if word.startswith("meter")] == words
    made.do(
        Correct(made.seq(StopDone), "read again", cmd.DoStop("standing", "8", meter="4655")), at="1"
    )
    assert "meter 4655 h" in stop.TOPIC.tell(made.stop().done)
    with pytest.raises(InvalidInput) as refused:
        RoundBench(kept).do(cmd.DoStop("standing", "8", meter="lots"), at="1")
    assert refused.value.fields[0].name == "meter"
    # A new meter: what the old one showed last is judged, and the new one may begin at nothing.
    new = RoundBench(kept)
    new.do(cmd.DoStop("standing", "8", meter="3", meter_old="4650"), at="1")
    assert not [word for word in new.words() if word.startswith("meter")]
    assert "meter replaced, the old one showed 4650 h" in stop.TOPIC.tell(new.stop().done)
    assert stop.TOPIC.said(new.stop().done).meter_old == "4650"
    with pytest.raises(InvalidInput, match="replaced"):
        RoundBench(kept).do(cmd.DoStop("standing", "8", meter_old="4650"), at="1")


def test_a_clock_that_runs_ahead_does_not_move_what_is_due() -> None:
    made = RoundBench(GREASED)
    made.do(cmd.DoStop("standing", "8"), at="1")
    event = replace(made.log[-1], happened_at=made.log[-1].recorded_at + timedelta(days=400))
    assert event.clock_off and event.day == made.log[-1].recorded_at.date()
    # Sent late it keeps its own day.
    late = replace(event, happened_at=event.recorded_at - timedelta(days=3))
    assert late.day == (event.recorded_at - timedelta(days=3)).date()


def test_days_are_those_of_the_plant() -> None:
    evening = datetime(2026, 3, 1, 23, 30, tzinfo=UTC)
    try:
        keep_days_of(ZoneInfo("Pacific/Auckland"))
        assert plant_day(evening) == date(2026, 3, 2)
    finally:
        keep_days_of(UTC)
    assert plant_day(evening) == date(2026, 3, 1)


def test_the_next_stop_knows_the_meter_of_the_last_one() -> None:
    found = due_now(
        [PUT, done(date(2026, 2, 1), 2, meter=1000), done(date(2026, 3, 3), 3, CareKind.LOOK)]
    )
    assert {(one.meter_h, one.meter_on) for one in found} == {(1000, date(2026, 2, 1))}


def test_put_into_keeping_anew_begins_anew_and_skipped_changes_nothing() -> None:
    again = SetSaid(
        "set", date(2026, 5, 1), 9, (LOOK,), 8, "oil", "b", "g", None, None, "", None, True
    )
    found = due_now(
        [
            again,
            PUT,
            SkipSaid("skipped", date(2026, 6, 1), 10, "no time"),
            done(date(2026, 4, 1), 5, CareKind.GREASE),
        ]
    )
    assert [(one.care.kind, one.since, one.way) for one in found] == [
        (CareKind.LOOK, date(2026, 5, 1), "oil")
    ]


DONE = st.builds(
    done,
    st.dates(date(2026, 1, 6), date(2028, 1, 1)),
    st.integers(2, 40),
    st.sampled_from([CareKind.GREASE, CareKind.LOOK]),
    grams=st.none() | st.floats(0, 80),
    warm=st.none() | st.floats(0, 90),
)


@given(st.lists(DONE, max_size=12), st.randoms(use_true_random=False))
def test_the_order_in_which_it_came_in_does_not_matter(
    entries: list[DoneSaid], rng: object
) -> None:
    """Devices without a network send late."""
    one_a_day = list({entry.on: entry for entry in entries}.values())
    mixed = [PUT, *one_a_day]
    rng.shuffle(mixed)  # type: ignore[attr-defined]
    found = due_now(mixed)
    assert found == due_now([PUT, *sorted(one_a_day, key=lambda entry: entry.on)])
    assert all(one.since >= PUT.on for one in found)


def test_five_stops_in_a_minute_are_asked_of_the_walker_by_his_own_clock() -> None:
    here = desk_with(4, seconds_apart=10)
    with pytest.raises(ReadBack, match="5 stops within a minute") as asked:
        ask_if_hurried(here, cmd.DoStop("standing", "8"))
    assert [(field.name, field.meant) for field in asked.value.fields] == [("pace", True)]
    ask_if_hurried(here, cmd.SkipStop("guard locked"))
    ask_if_hurried(desk_with(3, seconds_apart=10), cmd.DoStop("standing", "8"))
    ask_if_hurried(desk_with(4, seconds_apart=30), cmd.DoStop("standing", "8"))


def desk_with(others: int, seconds_apart: int) -> Desk:
    """A round with stops done one after the other before this one."""
    made = RoundBench()
    made.do(cmd.DoStop("standing", "8", shows="yes"), at="1")
    done = made.log[-1]
    log = [*made.log[:-1]]
    for i in range(others):
        at = done.happened_at + timedelta(seconds=seconds_apart * i)
        log.append(replace(done, seq=done.seq + i, at=f"other-{i}", happened_at=at))
    here = made.desk("1")
    return replace(
        here, log=log, moment=done.happened_at + timedelta(seconds=seconds_apart * others)
    )


def test_what_did_not_go_in_is_no_grease_and_stays_due() -> None:
    made = RoundBench()
    plan = made.desk("1").of(stop.TOPIC).plan
    assert plan is not None and CareKind.GREASE in plan.due
    made.do(cmd.DoStop("standing", str(plan.strokes), push="not", text="gun stood still"), at="1")
    done = made.desk("1").of(stop.TOPIC).done
    assert (
        done is not None
        and CareKind.GREASE not in done.done
        and done.strokes == 0
        and not done.given_g
    )
    assert any(
        verdict.word == "nothing goes in" and verdict.level is Level.STOP
        for verdict in done.verdicts
    )


def test_what_work_owes_outlives_how_the_bearing_is_kept_and_ends_with_its_part() -> None:
    purge = Care(CareKind.PURGE, None, 14)
    owed = OwedSaid("owed", date(2026, 1, 1), 1, (purge,), grease="Mill grease 2", strokes=14)
    put = SetSaid(
        "set",
        date(2026, 2, 1),
        2,
        (Care(CareKind.LOOK, None, 30),),
        16,
        "counted",
        "",
        "",
        None,
        None,
        "",
        None,
        False,
    )
    done = DoneSaid(
        "done", date(2026, 2, 10), 3, (CareKind.PURGE,), None, None, None, None, purge_strokes=17
    )
    found = {one.care.kind: one for one in due_now([done, put, owed])}
    assert (
        found[CareKind.PURGE].since == date(2026, 2, 10)
        and found[CareKind.PURGE].strokes == 17
        and found[CareKind.PURGE].hours_per_day == 16
    )
    assert found[CareKind.LOOK].since == date(2026, 2, 1)
    ended = OwedSaid("owed", date(2026, 3, 1), 4, (), ends=(CareKind.PURGE,))
    assert [one.care.kind for one in due_now([owed, put, done, ended])] == [CareKind.LOOK]


@pytest.mark.parametrize(
    ("fitted", "number", "left"), [(True, 5, False), (True, 1, True), (False, 5, True)]
)
def test_screws_of_a_bearing_that_is_gone_are_tightened_by_nobody(
    fitted: bool, number: int, left: bool
) -> None:
    again = Care(CareKind.TIGHTEN, 8.0, None, once=True)
    owed = OwedSaid("owed", date(2026, 1, 1), 1, (again,))
    look = Care(CareKind.LOOK, None, 30)
    put = SetSaid(
        "set",
        date(2026, 2, 1),
        number,
        (look,),
        16,
        "counted",
        "",
        "",
        None,
        None,
        "",
        None,
        False,
        fitted=fitted,
    )
    assert (CareKind.TIGHTEN in {one.care.kind for one in due_now([owed, put])}) is left
