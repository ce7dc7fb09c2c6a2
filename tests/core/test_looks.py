"""What was looked at where feeler and nut do not agree: a reason that was seen is not driven over,
and stands until it is looked at again.
"""

from __future__ import annotations

from dataclasses import replace
from itertools import permutations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.helpers import DRAFT, Bench, make_bench
from tribodex.core.adviser.infer import believe
from tribodex.core.adviser.prior import (
    EARLY_SHARE,
    LATE_SHARE,
    SLIP_SHARE,
    TAPER_SHARE,
    Explanation,
    SleeveModel,
)
from tribodex.core.adviser.reading import Reading
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.mounting.zero import ZeroPoint, seating_degrees
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.looks import (
    WORDS,
    LookFound,
    LookTarget,
    by_travel,
    proven,
    weighed,
)
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.topics.tapered.parting import WORDS as REASONS
from tribodex.core.topics.tapered.parting import parted
from tribodex.core.topics.tapered.said import said
from tribodex.core.topics.tapered.tell import tell
from tribodex.core.training.virtual import VirtualBearing
from tribodex.reference import load_reference

REFERENCE = load_reference()
# Takes out two fifths of what the thread says: another taper, or a sleeve that goes along.
SHORT = VirtualBearing(125, 0.15, 9)
SOUND = (
    cmd.LookAt(LookTarget.NUMBERS, LookFound.PAIR),
    cmd.LookAt(LookTarget.THREADS, LookFound.PITCH),
    cmd.LookAt(LookTarget.SLEEVE_END, LookFound.STILL),
    cmd.LookAt(LookTarget.ZERO, LookFound.TESTED),
)


def stopped() -> Bench:
    """Two gaugings agree with each other, and not with the nut."""
    bench = make_bench(REFERENCE, replace(DRAFT, washer="on"))
    bench.ready(SHORT)
    bench.do(cmd.TurnNut("150"))
    for _ in range(2):
        bench.gauge(Phase.DRIVE_UP, SHORT)
    return bench


def ends(
    before: str,
    after: str,
    look: LookTarget = LookTarget.SLEEVE_END,
    tool: LengthTool | None = LengthTool.DEPTH_MICROMETER,
) -> cmd.LookAt:
    return cmd.LookAt(look, None, before, after, tool)


def test_before_anything_is_looked_at_both_reasons_are_named() -> None:
    found = parted(stopped().state)
    assert found is not None and found.cause is None
    assert {REASONS[Explanation.TAPER], REASONS[Explanation.SLIP]} <= set(found.explanations)


def test_parts_that_do_not_belong_together_are_not_driven_over_and_stay_so_after_the_release() -> (
    None
):
    bench = stopped()
    bench.do(*SOUND[1:], cmd.LookAt(LookTarget.NUMBERS, LookFound.NO_PAIR))
    move = bench.move()
    assert (
        move.do is Do.RELEASE
        and "do not belong together" in move.headline
        and move.points[0] == REASONS[Explanation.TAPER]
    )
    with pytest.raises(Refused, match="It was seen why"):
        bench.do(cmd.FollowLeaf())
    with pytest.raises(Refused):
        bench.do(cmd.Lock("4"))
    bench.do(cmd.Release("not a pair"))
    assert bench.move().headline == "Stop: the parts do not belong together"
    with pytest.raises(Refused, match="look at numbers and threads again"):
        bench.do(cmd.SetZero(True))
    bench.do(cmd.LookAt(LookTarget.NUMBERS, LookFound.PAIR))
    assert bench.move().do is Do.SET_ZERO
    bench.do(cmd.SetZero(True))


def test_a_sleeve_that_went_along_is_seated_anew() -> None:
    bench = stopped()
    # 150° at 2 mm are 0.83 mm; the ring went 0.36 mm.
    bench.do(ends("30.00 mm", "30.36 mm"))
    assert bench.state.attempt.looks[LookTarget.SLEEVE_END].found is LookFound.MOVED
    assert "moves with the nut" in bench.move().headline and bench.move().do is Do.RELEASE
    with pytest.raises(Refused, match="slips or turns"):
        bench.do(cmd.FollowLeaf())


@pytest.mark.parametrize(
    ("after", "found"),
    [
        ("30.83 mm", LookFound.STILL),
        ("30.80 mm", LookFound.STILL),
        ("30.60 mm", LookFound.MOVED),
        ("30.00 mm", LookFound.MOVED),
    ],
)
def test_two_lengths_say_how_far_the_ring_went(after: str, found: LookFound) -> None:
    bench = stopped()
    bench.do(ends("30.00 mm", after))
    entry = bench.log[-1].fact
    assert (
        isinstance(entry, ev.LookedAt)
        and entry.found is found
        and entry.nut_mm == pytest.approx(150 / 180)
    )
    assert "by depth micrometer" in tell(entry) and said(entry) == ends("30.00 mm", after)


def test_lengths_in_inches_are_the_same_lengths() -> None:
    bench = stopped()
    bench.do(ends("1.1811 in", "1.2140 in"))
    assert bench.state.attempt.looks[LookTarget.SLEEVE_END].moved_mm == pytest.approx(
        0.836, abs=0.002
    )


def test_with_everything_sound_the_feeler_leads_and_what_was_found_stands_in_the_log() -> None:
    bench = stopped()
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.FollowLeaf())
    assert "numbers on bearing" in raised.value.fields[0].message
    bench.do(*SOUND, cmd.FollowLeaf())
    entry = bench.log[-1].fact
    assert isinstance(entry, ev.LeafFollowed) and entry.checks == (
        "numbers",
        "threads",
        "sleeve_end",
        "zero",
    )
    assert "one family, the taper as planned" in entry.found and "the pitch as planned" in tell(
        entry
    )
    assert bench.move().do is Do.TURN


def test_unknown_stays_unknown_and_keeps_nobody_from_going_on() -> None:
    bench = stopped()
    bench.do(*(cmd.LookAt(look, LookFound.UNKNOWN) for look in LookTarget))
    found = parted(bench.state)
    assert found is not None and found.cause is None
    bench.do(cmd.FollowLeaf())
    assert "cannot be read" in tell(bench.log[-1].fact)


def test_what_was_seen_is_answered_by_looking_there_again_and_by_nothing_else() -> None:
    bench = stopped()
    bench.do(cmd.LookAt(LookTarget.NUMBERS, LookFound.NO_PAIR))
    assert [alarm.verdict.code for alarm in bench.job.alarms.open] == [ev.DriveUpCode.NO_PAIR]
    bench.do(*SOUND[1:])
    with pytest.raises(Refused, match="Not knowing is no answer"):
        bench.do(cmd.LookAt(LookTarget.NUMBERS, LookFound.UNKNOWN))
    assert bench.job.alarms.open and bench.move().do is Do.RELEASE
    bench.do(SOUND[0])
    assert not bench.job.alarms.open and bench.move().do is Do.PARTED
    bench.do(cmd.FollowLeaf())


def test_a_look_at_the_sleeve_holds_until_the_nut_is_turned() -> None:
    bench = stopped()
    bench.do(*SOUND, cmd.FollowLeaf(), cmd.TurnNut("60"))
    assert set(bench.state.attempt.looked()) == {
        LookTarget.NUMBERS,
        LookTarget.THREADS,
        LookTarget.ZERO,
    }


def test_what_is_no_answer_is_said_at_its_field() -> None:
    bench = stopped()
    for command, field in (
        (cmd.LookAt(LookTarget.NUMBERS, LookFound.MOVED), "found"),
        (cmd.LookAt(LookTarget.ZERO), "found"),
        (ends("30.00 mm", "30.36 mm", LookTarget.NUMBERS), "sleeve_before"),
        (ends("30.00 mm", ""), "sleeve_after"),
        (ends("30.00 mm", "30.36 mm", tool=None), "tool"),
        (ends("30.00 mm", "30.36 mm", tool=LengthTool.STEEL_RULE), "tool"),
        (ends("30.00 mm", "42.00 mm"), "sleeve_after"),
        (ends("30.00 mm", "33.30 mm"), "sleeve_after"),
        (ends("30.83 mm", "30.00 mm"), "sleeve_after"),
    ):
        with pytest.raises(InvalidInput) as raised:
            bench.do(command)
        assert raised.value.fields[0].name == field, command
    assert not bench.state.attempt.looks


def test_nothing_is_looked_for_where_feeler_and_nut_agree() -> None:
    bench = make_bench(REFERENCE, replace(DRAFT, washer="on"))
    truth = VirtualBearing(125, 0.385, 8)
    bench.ready(truth)
    bench.do(cmd.TurnNut("70"))
    bench.gauge(Phase.DRIVE_UP, truth)
    with pytest.raises(Refused, match="nothing to look for"):
        bench.do(SOUND[0])


def test_every_look_has_words_for_each_answer_and_one_for_not_knowing() -> None:
    assert all(
        LookFound.UNKNOWN in answers and len(set(answers.values())) == len(answers)
        for answers in WORDS.values()
    )
    assert {found for answers in WORDS.values() for found in answers} == set(LookFound)


@given(st.floats(0.05, 5.0), st.floats(0.0, 0.2), st.floats(0.0, 1.2))
def test_less_travel_never_speaks_for_a_sleeve_that_kept_its_place(
    nut_mm: float, marks_mm: float, share: float
) -> None:
    found = by_travel(share * nut_mm, nut_mm, marks_mm)
    less = by_travel(0.5 * share * nut_mm, nut_mm, marks_mm)
    order = [LookFound.MOVED, LookFound.STILL]
    assert (found is LookFound.UNKNOWN) is (less is LookFound.UNKNOWN)
    assert found is LookFound.UNKNOWN or order.index(less) <= order.index(found)
    assert by_travel(nut_mm, nut_mm, marks_mm) is not LookFound.MOVED


def test_the_reason_does_not_hang_on_the_order_of_looking() -> None:
    seen = (LookFound.PAIR, LookFound.MOVED, LookFound.TESTED)
    shares = {
        Explanation.TAPER: 0.5,
        Explanation.SLIP: 0.2,
        Explanation.ZERO_LATE: 0.2,
        Explanation.READING: 0.1,
    }
    firsts = {(proven(order), next(iter(weighed(shares, order)))) for order in permutations(seen)}
    assert firsts == {(Explanation.SLIP, Explanation.SLIP)}
    assert sum(weighed(shares, seen).values()) == pytest.approx(1.0)


@pytest.mark.parametrize("turned", [60.0, 200.0, 355.0])
def test_a_reading_that_tells_nothing_changes_no_share(turned: float) -> None:
    """The grid is cut to where the weight lies; what is cut away keeps its share."""
    planned = (1 - LATE_SHARE - EARLY_SHARE) * (1 - SLIP_SHARE - TAPER_SHARE)
    model, first = SleeveModel(0.388), [[Span(120, 130)] * 6]
    for readings in ([], [Reading(turned, (Span(-200, 400),))]):
        shares = believe(model, first, readings, turned).explanations
        as_meant = shares[Explanation.AS_PLANNED] + shares[Explanation.READING]
        assert as_meant == pytest.approx(planned, abs=0.03), (turned, readings)
        assert shares[Explanation.TAPER] == pytest.approx(TAPER_SHARE, abs=0.01)


@pytest.mark.parametrize("share", [0.3, 0.4, 0.5])
def test_a_reading_that_agrees_with_a_wrong_slope_does_not_speak_for_the_right_one(
    share: float,
) -> None:
    """A grid that was cut to the wrong slope once gave the planned one a share of that cut: the
    more it was gauged, the more as planned.
    """
    model, first, per_degree = SleeveModel(0.388), [[Span(120, 130)] * 6], 0.388 * share
    readings = [
        Reading(at, (Span(120 - (left := per_degree * (at - 10)), 130 - left),) * 6)
        for at in (150.0, 300.0, 355.0)
    ]
    planned = [
        believe(model, first, readings[:n], readings[n - 1].nut_deg).explanations[
            Explanation.AS_PLANNED
        ]
        for n in (1, 2, 3)
    ]
    assert planned[0] > planned[1] and planned[2] <= planned[1] + 0.01, planned


def test_a_slit_that_still_closes_is_no_sleeve_that_goes_along() -> None:
    """The zero mark was only hand-tight: turn after turn takes nothing out, and the ring goes up
    its sleeve as far as the nut says.
    """
    truth = VirtualBearing(125, 0.385, 420)
    bench = make_bench(REFERENCE, replace(DRAFT, washer="on"))
    bench.ready(truth)
    bench.do(cmd.TurnNut("150"))
    for _ in range(2):
        bench.gauge(Phase.DRIVE_UP, truth)
    bench.do(
        *SOUND[:2], ends("30.00 mm", "30.83 mm"), SOUND[3], cmd.FollowLeaf(), cmd.TurnNut("120")
    )
    bench.gauge(Phase.DRIVE_UP, truth)
    found = parted(bench.state)
    assert found is not None and not found.again and bench.move().do is Do.PARTED
    with pytest.raises(InvalidInput) as raised:
        bench.do(cmd.FollowLeaf())
    assert "sleeve end" in raised.value.fields[0].message
    bench.do(ends("30.00 mm", "31.49 mm"), cmd.FollowLeaf())
    assert bench.move().do is Do.TURN
    # Nobody can tell any more: then it is taken for the sleeve, and seated anew.
    bench.do(cmd.TurnNut("60"))
    bench.gauge(Phase.DRIVE_UP, truth)
    bench.do(cmd.LookAt(LookTarget.SLEEVE_END, LookFound.UNKNOWN))
    assert "moves with the nut" in bench.move().headline


@pytest.mark.parametrize(
    "look",
    [
        cmd.LookAt(LookTarget.NUMBERS, LookFound.NO_PAIR),
        cmd.LookAt(LookTarget.SLEEVE_END, LookFound.MOVED),
    ],
)
def test_no_reading_wipes_out_what_was_seen(look: cmd.LookAt) -> None:
    """Gauged again, it reads just what the nut says: the parts are as wrong as before."""
    bench, sound = stopped(), VirtualBearing(125, 0.385, 8)
    bench.do(look)
    for _ in range(2):
        bench.gauge(Phase.DRIVE_UP, sound)
    assert bench.move().do is Do.RELEASE and bench.move().stops
    for further in (
        cmd.Lock("4"),
        cmd.FollowLeaf(),
        cmd.SeeTab("4", "degrees"),
        cmd.Lock("4", "B. Boss", "as told"),
    ):
        if not isinstance(further, cmd.SeeTab):
            with pytest.raises(Refused):
                bench.do(further)
    assert bench.job.alarms.open


def test_test_turns_end_whatever_the_mark_seems_to_show() -> None:
    truth = VirtualBearing(125, 0.0001, 9)
    bench = make_bench(REFERENCE, replace(DRAFT, washer="on"))
    bench.ready(truth)
    bench.do(cmd.TurnNut("150"))
    for _ in range(2):
        bench.gauge(Phase.DRIVE_UP, truth)
    before = 0.0
    for _ in range(12):
        move = bench.move()
        if move.do is Do.RELEASE:
            break
        if move.do is Do.PARTED:
            bench.do(*SOUND, cmd.FollowLeaf())
        elif move.do is Do.TURN:
            before = bench.state.attempt.nut_deg
            bench.do(cmd.TurnNut(f"{move.turn_deg:.0f}"))
        else:
            bench.gauge(Phase.DRIVE_UP, truth)
    assert bench.move().do is Do.RELEASE and "moves with the nut" in bench.move().headline
    asked = bench.state.plan.turn_range_deg
    closing, sd = seating_degrees(ZeroPoint.HAND_TIGHT, 2.0)
    assert asked is not None and before <= asked.high + closing + 2 * sd, (
        "no turn begins where no slit can still close"
    )
