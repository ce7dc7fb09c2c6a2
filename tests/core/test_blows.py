"""By blows and feeler: nobody counts a turn, nothing asks for one, and what a blow may take at most
decides how many more.
"""

from __future__ import annotations

import math
import random
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.stateful import initialize, rule

from tests.core.any_sequence import REFERENCE, AnySequence
from tests.core.striker import Striker
from tests.helpers import DRAFT, FEELERS, make_bench
from tribodex.core.adviser.blows import Gauged, PerBlow, blows_allowed, learn, too_small
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.commands import Correct
from tribodex.core.job.decide import decide
from tribodex.core.job.readback import ReadBack
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.topics import fold, tell
from tribodex.core.topics.tapered import TOPIC
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.facts import BlowsStruck
from tribodex.core.topics.tapered.looks import LookFound, LookTarget
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.working import Level
from tribodex.usecases.books import Reference
from tribodex.usecases.planning import make_plan

BY_BLOWS = replace(DRAFT, method="B")


def striker(reference: Reference, **truth: float) -> Striker:
    made = Striker(make_bench(reference, BY_BLOWS), **truth)
    made.bench.pass_gates()
    made.gauge(Phase.INITIAL)
    return made


def test_a_whole_mounting_in_which_nobody_counts_a_turn(reference: Reference) -> None:
    hand = striker(reference)
    asked = hand.follow()
    assert (
        asked[-1] == Do.SIGN
        and Do.TURN not in asked
        and Do.SET_ZERO not in asked
        and Do.SEAT in asked
    )
    final = hand.bench.state.attempt.final_verdict()
    assert final is not None and final.overall.level in (Level.GOOD, Level.WATCH)
    window = hand.bench.state.window()
    assert window is not None and window.low_um <= hand.left_um <= window.high_um
    told = " ".join(tell(event.fact) for event in hand.bench.log)
    assert "like the last" in told and "Nut tightened" not in told


def test_the_first_blow_is_one_and_light_until_two_gaugings_tell(reference: Reference) -> None:
    hand = striker(reference, first_um=3.0, falls=1.0)
    while hand.bench.move().do == "confirm_gate":
        hand.bench.pass_gate(hand.bench.move().gate or "")
    seen = []
    for _ in range(6):
        move = hand.bench.move()
        seen.append((move.do, getattr(move, "blows", None)))
        if move.do is Do.STRIKE:
            assert (
                "hand-tight" in move.headline
                or "light" in move.headline
                or "like the last" in move.headline
            )
            hand.strike(move.blows or 1)  # type: ignore[attr-defined]
        else:
            hand.gauge(Phase.DRIVE_UP, 1)
    assert seen[:2] == [(Do.STRIKE, 1), (Do.GAUGE, None)]
    # Three micrometres a blow are below a feeler step: it stays one blow until the gaugings are a
    # step apart.
    assert all(blows in (None, 1) for _, blows in seen)


def test_what_is_asked_is_in_blows_and_names_the_feeler_and_the_largest_loss(
    reference: Reference,
) -> None:
    hand = striker(reference, first_um=8.0, falls=1.0)
    while hand.bench.move().do == "confirm_gate":
        hand.bench.pass_gate(hand.bench.move().gate or "")
    for count in (1, 2):
        hand.strike(count)
        hand.gauge(Phase.DRIVE_UP)
    move = hand.bench.move()
    assert move.do is Do.STRIKE and "like the last, then gauge, start with the" in move.headline, (
        move
    )
    assert "at most" in move.why and "°" not in f"{move.headline} {move.why} {move.risk}"


def test_another_hammer_is_learned_anew(reference: Reference) -> None:
    hand = striker(reference, first_um=8.0, falls=1.0)
    for count in (1, 2):
        if hand.bench.move().do == "confirm_gate":
            hand.bench.pass_gate(hand.bench.move().gate or "")
        hand.strike(count)
        hand.gauge(Phase.DRIVE_UP)
    assert hand.bench.state.attempt.per_blow(hand.bench.state.plan) is not None
    hand.strike(1, same=False)
    assert hand.bench.state.attempt.per_blow(hand.bench.state.plan) is None
    hand.gauge(Phase.DRIVE_UP)
    # From where it was gauged last: eight micrometres by one blow of the new hammer.
    learned = hand.bench.state.attempt.per_blow(hand.bench.state.plan)
    assert learned is None or learned.blows == 1


def test_nothing_that_is_still_open_speaks_of_a_zero_mark(reference: Reference) -> None:
    hand = striker(reference)
    for early in (
        cmd.SeatNut(washer_thickness="1.75 mm"),
        cmd.Lock("5"),
        cmd.SeeTab("1.5", "degrees"),
    ):
        with pytest.raises(Refused) as raised:
            hand.bench.do(early)
        assert "zero" not in raised.value.detail
    said = [claim.words for claim in TOPIC.claims(hand.bench.desk, hand.bench.state)]
    assert "first blow struck" in said and not any("zero" in words for words in said)


def test_a_lighter_tool_that_takes_nothing_is_not_answered_by_lighter_ones_for_ever(
    reference: Reference,
) -> None:
    hand = striker(reference, first_um=14.0, falls=1.0)
    headlines: list[str] = []
    for _ in range(120):
        move = hand.bench.move()
        headlines.append(move.headline)
        if move.do is Do.STRIKE:
            if move.another_tool:  # type: ignore[attr-defined]
                hand.loss_um = 0.0 if move.headline.startswith("Lighter") else 4.0
            hand.strike(move.blows or 1, same=not move.another_tool)  # type: ignore[attr-defined]
        elif move.do is Do.GAUGE:
            hand.gauge(Phase.DRIVE_UP, move.places)  # type: ignore[attr-defined]
        elif move.do == "confirm_gate":
            hand.bench.pass_gate(move.gate or "")
        else:
            break
    assert hand.bench.move().do is Do.SEAT, headlines[-4:]
    window = hand.bench.state.window()
    assert window is not None and hand.left_um >= window.low_um


def test_ten_blows_for_one_are_read_back_before_anything_is_learned_from_them(
    reference: Reference,
) -> None:
    hand = striker(reference)
    hand.strike(1)
    hand.gauge(Phase.DRIVE_UP, 1)
    with pytest.raises(ReadBack) as raised:
        hand.bench.do(cmd.StrikeBlows(10, True))
    assert raised.value.fields[0].choices == ("1", "10") and raised.value.fields[0].meant
    one = next(event.seq for event in hand.bench.log if isinstance(event.fact, BlowsStruck))
    with pytest.raises(ReadBack):
        hand.bench.do(Correct(one, "miscounted", cmd.StrikeBlows(10, True)))
    _, facts = decide(hand.bench.desk, cmd.StrikeBlows(10, True), frozenset({"blows"}))
    assert BlowsStruck(10, True) in facts


def test_a_tool_that_gets_no_further_is_said(reference: Reference) -> None:
    hand = striker(reference, first_um=0.4, falls=1.0)
    while hand.bench.move().do == "confirm_gate":
        hand.bench.pass_gate(hand.bench.move().gate or "")
    hand.strike(1)
    hand.gauge(Phase.DRIVE_UP)
    hand.strike(4)
    hand.strike(3)
    hand.gauge(Phase.DRIVE_UP)
    move = hand.bench.move()
    assert "heavier" in move.headline and "sleeve turns or slides" in move.risk


def test_after_the_washer_a_gauging_is_the_proof_and_nothing_locks_without_it(
    reference: Reference,
) -> None:
    hand = striker(reference)
    while (move := hand.bench.move()).do not in (Do.SEAT, Do.SIGN):
        match move.do:
            case "confirm_gate":
                hand.bench.pass_gate(move.gate or "")
            case Do.STRIKE:
                hand.strike(move.blows or 1)  # type: ignore[attr-defined]
            case _:
                hand.gauge(Phase.DRIVE_UP, move.places)  # type: ignore[attr-defined]
    with pytest.raises(Refused, match="washer"):
        hand.bench.do(cmd.Lock("2"))
    hand.bench.do(cmd.SeatNut(washer_thickness="1.75 mm"))
    assert hand.bench.move().do is Do.GAUGE and "seated on its washer" in hand.bench.move().headline
    with pytest.raises(Refused, match="gauge before the nut is locked"):
        hand.bench.do(cmd.Lock("2"))
    hand.gauge(Phase.DRIVE_UP)
    assert hand.bench.move().do is Do.LOCK


@pytest.mark.parametrize(
    ("command", "said"),
    [
        (cmd.TurnNut("30"), "log the blows"),
        (cmd.SetZero(True), "nothing counts from a zero"),
        (cmd.StrikeBlows(0), "blows at once"),
        (cmd.StrikeBlows(31), "blows"),
    ],
)
def test_what_does_not_belong_to_blows_is_refused_with_the_way_on(
    reference: Reference, command: object, said: str
) -> None:
    hand = striker(reference)
    while hand.bench.move().do == "confirm_gate":
        hand.bench.pass_gate(hand.bench.move().gate or "")
    with pytest.raises((Refused, InvalidInput), match=said):
        hand.bench.do(command)


def test_blows_belong_to_their_method_and_stand_behind_its_gates(reference: Reference) -> None:
    other = make_bench(reference)
    other.pass_gates()
    hand = Striker(other)
    hand.gauge(Phase.INITIAL)
    with pytest.raises(Refused):
        other.do(cmd.StrikeBlows(1))
    by_blows = make_bench(reference, BY_BLOWS)
    with pytest.raises(Refused, match="First"):
        by_blows.do(cmd.StrikeBlows(1))


def test_a_wrong_count_is_corrected_and_learned_again(reference: Reference) -> None:
    hand = striker(reference, first_um=6.0, falls=1.0)
    while hand.bench.move().do == "confirm_gate":
        hand.bench.pass_gate(hand.bench.move().gate or "")
    hand.strike(1)
    hand.gauge(Phase.DRIVE_UP)
    hand.strike(4)
    at = hand.bench.job.last_seq
    hand.gauge(Phase.DRIVE_UP)
    before = hand.bench.state.attempt.per_blow(hand.bench.state.plan)
    hand.bench.do(Correct(at, "it was two", cmd.StrikeBlows(2, True)))
    after = hand.bench.state.attempt.per_blow(hand.bench.state.plan)
    assert (
        before is not None
        and after is not None
        and after.mean_um == pytest.approx(2 * before.mean_um)
    )


def test_many_strikers_do_not_end_below_what_must_be_left(reference: Reference) -> None:
    """By another path: fitters with all kinds of blows; hardly one of them ends below the window,
    and none is asked for a turn.
    """
    dice, below, ended = random.Random(20261130), 0, 0
    for _ in range(24):
        first, falls = dice.uniform(2.5, 11.0), dice.uniform(0.8, 0.99)
        hand = striker(reference, first_um=first, falls=falls, initial_um=dice.uniform(112, 137))
        asked = hand.follow(90)
        window = hand.bench.state.window()
        assert window is not None and Do.TURN not in asked
        below += hand.left_um < (window.guard_um or window.low_um) - 1
        ended += asked[-1] == Do.SIGN
    assert below == 0 and ended >= 14, (below, ended)


RISKS = st.sampled_from([0.01, 0.02, 0.05])


@given(
    mean=st.floats(40, 200),
    sd=st.floats(0.5, 8),
    low=st.floats(20, 100),
    loss=st.floats(1, 20),
    over=st.floats(1, 3),
    struck=st.integers(1, 20),
    risk=RISKS,
)
@settings(max_examples=200, deadline=None)
def test_no_number_of_blows_may_go_below_by_the_largest_loss(
    *, mean: float, sd: float, low: float, loss: float, over: float, struck: int, risk: float
) -> None:
    per = PerBlow(loss, loss * over, 3)
    count = blows_allowed(mean, sd, low, low + 10, per, risk=risk, struck=struck)
    # 1.64 standard deviations are the least that any of the risks asks for.
    assert count == 0 or mean - 1.64 * sd - count * per.most_um >= low - 1e-6
    assert 0 <= count <= max(2, 2 * struck)
    assert blows_allowed(mean, 2 * sd, low, low + 10, per, risk=risk, struck=struck) <= count


@given(
    st.lists(st.tuples(st.integers(1, 4), st.floats(0, 12)), min_size=1, max_size=8),
    st.floats(5, 15),
)
@settings(max_examples=200, deadline=None)
def test_what_is_learned_lies_between_what_was_seen(
    steps: list[tuple[int, float]], step_um: float
) -> None:
    places, blows, left = [Gauged(0, 150.0, 2.0)], 0, 150.0
    for count, taken in steps:
        blows, left = blows + count, left - taken
        places.append(Gauged(blows, left, 2.0))
    found = learn(places, step_um)
    if found is None:
        assert places[0].mean_um - left < step_um
        return
    assert 0 < found.mean_um <= 12 and found.most_um > found.mean_um
    assert found.most_um == pytest.approx(found.mean_um + 2 * math.hypot(2, 2) / found.blows)
    assert too_small(places, step_um, left + 1) in (True, False)


def test_the_method_is_offered_with_its_reason(reference: Reference) -> None:
    plan = make_plan(reference, FEELERS, BY_BLOWS)
    assert plan.method is Method.BLOWS and plan.seats_again


def let_go(reference: Reference) -> Striker:
    """After a further blow there is more play than before it, gauged once."""
    hand = striker(reference)
    for _ in range(2):
        hand.strike(2)
        hand.gauge(Phase.DRIVE_UP, 1)
    gauged = hand.left_um
    hand.strike(1)
    hand.left_um = gauged + 25
    hand.gauge(Phase.DRIVE_UP, 1)
    return hand


@pytest.mark.parametrize(
    ("look", "found", "says"),
    [("numbers", "no pair", "belong together"), ("sleeve_end", "moved", "moves with the nut")],
)
def test_what_was_seen_after_blows_is_not_driven_over(
    reference: Reference, look: str, found: str, says: str
) -> None:
    hand = let_go(reference)
    hand.gauge(Phase.DRIVE_UP, 1)
    hand.bench.do(cmd.LookAt(LookTarget(look), LookFound(found)))
    move = hand.bench.move()
    assert move.do is Do.RELEASE and move.stops and says in move.headline
    with pytest.raises(Refused, match="It was seen why"):
        hand.bench.do(cmd.FollowLeaf(("sleeve_end", "numbers"), "nothing found"))
    for missing in (LookTarget.ZERO, LookTarget.THREADS):
        with pytest.raises(Refused, match="nobody counts"):
            hand.bench.do(cmd.LookAt(missing, LookFound.UNKNOWN))
    with pytest.raises(InvalidInput):
        hand.bench.do(
            cmd.LookAt(LookTarget.SLEEVE_END, None, "30.00 mm", "30.10 mm", LengthTool.DIAL)
        )


def test_more_play_after_the_blows_than_before_is_a_stop_until_it_is_known_why(
    reference: Reference,
) -> None:
    hand = let_go(reference)
    move = hand.bench.move()
    assert move.do is Do.PARTED and move.stops and "Gauge again" in move.headline and move.points
    with pytest.raises(Refused):
        hand.bench.do(cmd.FollowLeaf(("sleeve_end", "numbers"), "nothing found"))
    hand.gauge(Phase.DRIVE_UP, 1)
    move = hand.bench.move()
    assert move.do is Do.PARTED and move.stops and "Look before you strike" in move.headline
    with pytest.raises(InvalidInput) as raised:
        hand.bench.do(cmd.FollowLeaf(("numbers",), "nothing found"))
    assert (
        "sleeve end" in raised.value.fields[0].message
        and "zero" not in raised.value.fields[0].expected
    )
    hand.bench.do(cmd.FollowLeaf(("sleeve_end", "numbers"), "sleeve had slipped, marked anew"))
    assert not hand.bench.move().stops
    assert hand.follow()[-1] == Do.SIGN


class AnyBlows(AnySequence):
    """Any order of taps where blows drive: the same must hold as where turns are counted."""

    def __init__(self) -> None:
        super().__init__()
        self.bench = make_bench(REFERENCE, BY_BLOWS)
        self.running = fold(self.bench.log)
        self.taken = list(self.bench.log)

    @initialize(depth=st.sampled_from(["nothing", "gates", "gauged", "struck"]))
    def begin(self, depth: str) -> None:
        if depth != "nothing":
            self.bench.pass_gates()
        hand = Striker(self.bench)
        if depth in ("gauged", "struck"):
            hand.gauge(Phase.INITIAL)
        if depth == "struck":
            hand.strike(2)
            hand.gauge(Phase.DRIVE_UP, 1)

    @rule(blows=st.integers(-1, 40), same=st.booleans())
    def strike(self, blows: int, same: bool) -> None:
        self.attempt(cmd.StrikeBlows(blows, same))


TestAnyBlows = AnyBlows.TestCase
TestAnyBlows.settings = settings(max_examples=25, stateful_step_count=30, deadline=None)
