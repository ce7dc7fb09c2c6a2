"""The adviser against an independent computation, against its own promises, and where its model is
wrong.
"""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import norm

from tests.helpers import bearing
from tribodex.core.adviser.belief import MARK_SD_DEG, Belief
from tribodex.core.adviser.infer import believe
from tribodex.core.adviser.move import (
    BELOW_NARROW,
    ENOUGH,
    RISK,
    RISKS,
    Act,
    Lock,
    Question,
    advise,
    far_apart,
    unmounted_again,
)
from tribodex.core.adviser.prior import Explanation, sleeve_model
from tribodex.core.adviser.reading import (
    CELL_SD_UM,
    FORM_SD_UM,
    HAND_SD_UM,
    LEAF_OF_SET_SHARE,
    LEAF_OWN_SHARE,
    SHARED_SD_UM,
    Known,
    Reading,
    likelihood,
    normal_below,
)
from tribodex.core.adviser.unmounted import believe_unmounted
from tribodex.core.components.bands import Span
from tribodex.core.components.material import SHAFT_STEEL
from tribodex.core.components.shaft import Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.lock_ruling import LeafSays, may_lock
from tribodex.core.mounting.window import target_window
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.working import Level, Verdict

INITIAL = [Span(120, 130)] * 6
WINDOW = target_window(125, Span(45, 60), 50.0)
MODEL = sleeve_model(bearing(), None, 2, ZeroPoint.FIRM)
NOMINAL = MODEL.per_degree_um
GROUP = Span(110, 140)


def spans(low: float, high: float, count: int = 6) -> tuple[Span, ...]:
    return (Span(low, high),) * count


def at(nut: float, low: float, high: float) -> Reading:
    return Reading(nut, spans(low, high))


def belief(readings: list[Reading], nut: float) -> Belief:
    return believe(MODEL, [INITIAL], readings, nut)


def sampled(
    readings: list[Reading], nut: float, marks: int, count: int = 400_000
) -> tuple[float, float, float]:
    """Mean, sd and chance to be below the window by weighing random samples of the usual
    explanation: no grid, exact distributions.
    """
    rng = np.random.default_rng(7)
    c0 = rng.uniform(105, 145, count)
    wide = rng.random(count) < 0.15
    k = rng.normal(1, MODEL.ratio_sd_share * (1 + wide), count)
    long = rng.random(count) < 0.25
    seating = np.where(
        long,
        rng.exponential(30.0, count),
        rng.normal(MODEL.seating_deg, MODEL.seating_sd_deg, count),
    )
    weight = (seating >= 0).astype(float)

    def weigh(c: np.ndarray, found: list[Span]) -> np.ndarray:
        leaf = LEAF_OWN_SHARE * max(s.high for s in found)
        fewer = FORM_SD_UM * math.sqrt(max(0.0, 1 / len(found) - 1 / len(INITIAL)))
        shared = c + rng.normal(0, math.hypot(SHARED_SD_UM, leaf, fewer), count)
        value = np.ones(count)
        for span in found:
            value *= (
                norm.cdf((span.high - shared) / CELL_SD_UM)
                - norm.cdf((span.low - shared) / CELL_SD_UM)
                + 1e-4
            )
        return value

    weight *= weigh(c0, INITIAL)
    for reading in readings:
        weight *= weigh(
            c0 - NOMINAL * k * np.maximum(0, reading.nut_deg - seating), list(reading.evidence)
        )  # type: ignore[arg-type]
    now = (
        c0
        - NOMINAL * k * np.maximum(0, nut - seating)
        + rng.normal(0, MARK_SD_DEG * NOMINAL * math.sqrt(marks) or 0.7, count)
    )
    weight /= weight.sum()
    mean = float(weight @ now)
    # What every gauging shares is not seen in what they say.
    shared_by_all = math.hypot(
        FORM_SD_UM / math.sqrt(len(INITIAL)), HAND_SD_UM, LEAF_OF_SET_SHARE * 125
    )
    true = now - rng.normal(0, shared_by_all, count)
    below = (now < c0 - WINDOW.reduction_um.high) | (true < 50.0)
    return mean, float(np.sqrt(weight @ (true - mean) ** 2)), float(weight @ below)


CASES = [
    pytest.param([Reading(100, (Span(80, 90), Span(90, 100)))], 100.0, 0, id="gauged once"),
    pytest.param(
        [Reading(100, (Span(80, 90), Span(90, 100)))], 140.0, 1, id="gauged and turned on"
    ),
    pytest.param(
        [Reading(60, (Span(100, 110),) * 2), Reading(120, (Span(80, 90),) * 2)],
        150.0,
        1,
        id="gauged twice and turned on",
    ),
]


@pytest.mark.parametrize(("readings", "nut", "marks"), CASES)
def test_the_grid_agrees_with_weighted_samples_where_all_is_as_planned(
    readings: list[Reading], nut: float, marks: int
) -> None:
    mine = belief(readings, nut)
    mean, sd, below = sampled(readings, nut, marks)
    assert mine.clearance_um == pytest.approx(mean, abs=1.2)
    assert mine.sd_um == pytest.approx(sd, rel=0.2)
    assert mine.below(WINDOW) == pytest.approx(below, abs=0.03)


@given(st.floats(-6, 6))
def test_the_normal_form_is_good_enough(x: float) -> None:
    assert float(normal_below(np.array(x))) == pytest.approx(norm.cdf(x), abs=3e-4)


# The leaf outranks the belief: three gaugings that the model would not have believed.
@pytest.mark.parametrize(
    ("readings", "nut", "leading"),
    [
        ([at(140, 120, 130), at(140, 120, 130)], 140.0, Explanation.ZERO_LATE),
        ([at(30, 70, 80), at(30, 70, 80)], 30.0, Explanation.ZERO_EARLY),
        ([at(70, 112, 118), at(140, 101, 107), at(140, 101, 107)], 140.0, None),
    ],
    ids=[
        "zero mark set hand-tight",
        "driven before the zero mark",
        "taper 1:30 or a slipping sleeve",
    ],
)
def test_the_belief_follows_the_leaf_when_model_and_leaf_part(
    readings: list[Reading], nut: float, leading: Explanation | None
) -> None:
    now = believe(MODEL, [INITIAL], readings, nut, None, group_um=GROUP)
    middle = readings[-1].evidence[0].mid  # type: ignore[index]
    assert now.clearance_um == pytest.approx(middle, abs=3.5)
    assert now.explanations[Explanation.AS_PLANNED] < 0.35
    if leading is not None:
        assert max(now.explanations, key=lambda e: now.explanations[e]) is leading
    else:
        assert (
            now.explanations[Explanation.TAPER]
            + now.explanations[Explanation.SLIP]
            + now.explanations[Explanation.ZERO_LATE]
            > 0.5
        )


@given(st.floats(0, 200), st.floats(15, 400), st.booleans())
def test_two_gaugings_that_agree_are_believed_wherever_they_lie(
    nut: float, read: float, thickest_passed: bool
) -> None:
    """Not even a wild pair of readings is talked away by the prior: the belief ends within the
    leaf's own uncertainty.

    More than before mounting cannot be: such readings say that nothing is taken out yet.
    """
    low, high = read - 5, math.inf if thickest_passed and read > 140 else read + 5
    now = believe(
        MODEL, [INITIAL], [at(nut, low, high), at(nut, low, high)], nut, None, group_um=GROUP
    )
    assert now.clearance_um == pytest.approx(min(read, 128), abs=7)


@given(st.floats(1, 200), st.floats(60, 300), st.floats(0, 40))
def test_a_higher_reading_never_lowers_what_is_believed(
    nut: float, read: float, more: float
) -> None:
    one, other = (
        believe(
            MODEL, [INITIAL], [at(nut, r - 5, r + 5)] * 2, nut, None, group_um=GROUP
        ).clearance_um
        for r in (read, read + more)
    )
    assert other > one - 1.5


@given(st.floats(0, 60), st.floats(0, 40))
def test_a_reading_error_is_the_less_likely_the_larger_it_is(near: float, further: float) -> None:
    line = np.arange(0, 250, 0.5)
    both = likelihood(line, spans(100, 110)).both
    value = lambda d: float(np.interp(105 + d, line, both))  # noqa: E731
    assert value(near + further) <= value(near) + 1e-12 and value(near + further) > 0


def test_nothing_passes_is_evidence_without_being_a_number() -> None:
    now = believe(MODEL, [INITIAL], [Reading(140, (Span(-math.inf, 30),) * 6)], 140)
    assert now.clearance_um < 30


def test_readings_on_the_sleeve_never_raise_the_window() -> None:
    """More clearance than expected after mounting must not make room at the window's lower end."""
    plain = believe(MODEL, [INITIAL], [], 0, None, group_um=GROUP)
    high = believe(MODEL, [INITIAL], [at(60, 118, 126), at(60, 118, 126)], 60, None, group_um=GROUP)
    assert high.unmounted_um == plain.unmounted_um
    assert float(high.weight @ high.initial) > plain.unmounted_um - 4
    low_end = plain.unmounted_um - WINDOW.reduction_um.high
    turn = (high.clearance_um - low_end) / high.per_degree_um
    assert high.after(turn).below(WINDOW) > 0.3


def test_the_group_is_a_soft_prior() -> None:
    edge = believe_unmounted([[Span(102, 108)] * 6], GROUP)
    assert 105 < edge.mean_um < 112, "pulled towards its group, not into it"
    assert believe_unmounted([[Span(82, 88)] * 6], GROUP).mean_um < 92, (
        "a ring of another group stays one"
    )


def test_a_gauging_narrows_and_a_turn_widens() -> None:
    blind, seen = belief([], 100), belief([at(100, 85, 95)], 100)
    assert seen.sd_um < blind.sd_um / 1.5
    assert seen.after(40).sd_um > seen.sd_um


def test_two_gaugings_teach_the_ratio() -> None:
    """A stiff sleeve takes out less than the book says: after two readings the next turn is
    predicted by what was seen.
    """
    truth = 0.8 * NOMINAL
    readings = [
        at(a, 125 - truth * (a - 10) - 5, 125 - truth * (a - 10) + 5) for a in (60.0, 130.0)
    ]
    learned = belief(readings, 130)
    assert learned.per_degree_um / NOMINAL < 0.95
    assert (
        abs(learned.after(20).clearance_um - (125 - truth * 140))
        < abs(125 - NOMINAL * 140 - (125 - truth * 140)) / 3
    )


def test_nothing_gauged_is_an_error() -> None:
    with pytest.raises(InvalidInput):
        believe(MODEL, [], [], 0)
    with pytest.raises(InvalidInput):
        believe_unmounted([])
    with pytest.raises(InvalidInput):
        likelihood(np.arange(0, 10, 0.5), [])


@given(st.floats(20, 250), st.floats(1, 60), st.floats(0, 60))
def test_the_chance_to_overshoot_only_grows_with_the_turn(
    nut: float, first: float, further: float
) -> None:
    now = belief([], nut)
    assert now.after(first + further).below(WINDOW) >= now.after(first).below(WINDOW) - 1e-3
    assert 0 <= now.inside(WINDOW) <= 1


@given(st.floats(0, 170), st.sampled_from(RISKS))
def test_every_advised_turn_keeps_the_chosen_risk(nut: float, risk: float) -> None:
    """Also the last small ones: none is advised beyond the risk, and none that makes it less likely
    to be inside.
    """
    centre = 125 - NOMINAL * max(0.0, nut - 10)
    readings = [at(nut, centre - 5, centre + 5)] if nut else []
    now = belief(readings, nut)
    advice = advise(now, WINDOW, Question(len(readings), risk=risk))
    if advice.act is Act.TURN:
        assert now.after(advice.angle_deg).below(WINDOW) <= risk + 1e-6
        assert advice.inside_after >= advice.inside_now - 1e-9
        assert advice.angle_deg <= advice.best_deg + 1e-9


def test_the_chosen_risk_decides_how_far() -> None:
    now = belief([at(60, 100, 110)], 60)
    turns = [advise(now, WINDOW, Question(1, risk=risk)).angle_deg for risk in RISKS]
    assert turns == sorted(turns) and turns[0] < turns[1] <= turns[2] and turns[0] < turns[2]
    assert RISKS == (0.01, RISK, 0.05)


def test_in_the_middle_it_locks_and_after_that_it_does_not_turn_on() -> None:
    nut = 10 + (125 - WINDOW.mid_um) / NOMINAL
    readings = [at(nut, WINDOW.mid_um - 5, WINDOW.mid_um + 5)]
    now = belief(readings, nut)
    says = LeafSays(WINDOW.mid_um, 4.0, 0.0, 6)
    lock = Lock(5.0, None, lambda turn: may_lock(WINDOW, says, now.per_degree_um, turn))
    assert advise(now, WINDOW, Question(1, lock=lock)).act is Act.LOCK


def test_what_the_leaf_forbids_is_never_advised_to_be_locked() -> None:
    """Believed inside, gauged outside: the act is never to lock."""
    nut = 10 + (125 - WINDOW.mid_um) / NOMINAL
    now = belief([at(nut, WINDOW.mid_um - 5, WINDOW.mid_um + 5)], nut)
    for gauged in (40.0, 52.0, 95.0, 125.0):
        lock = Lock(
            5.0,
            None,
            lambda turn, g=gauged: may_lock(
                WINDOW, LeafSays(g, 4.0, 0.0, 6), now.per_degree_um, turn
            ),
        )  # type: ignore[misc]
        assert advise(now, WINDOW, Question(1, lock=lock)).act is not Act.LOCK


def test_far_below_it_says_too_far() -> None:
    now = believe(MODEL, [INITIAL], [at(250, 20, 30)] * 2, 250)
    lock = Lock(
        5.0, None, lambda turn: may_lock(WINDOW, LeafSays(25, 4, 0, 6), now.per_degree_um, turn)
    )
    assert advise(now, WINDOW, Question(2, repeats=4, lock=lock)).act is Act.TOO_FAR


def test_turned_but_not_gauged_it_asks_for_a_leaf() -> None:
    assert advise(belief([], 60), WINDOW, Question(0)).act is Act.GAUGE
    assert advise(belief([at(60, 100, 110)], 80), WINDOW, Question(1)).act is Act.GAUGE


def test_tab_positions_far_apart_are_aimed_at() -> None:
    """With 15° from one to the next the turn ends on one of them, and the risk is kept there."""
    now = belief([at(60, 100, 110)], 60)
    advice = advise(now, WINDOW, Question(1, lock=Lock(15.0, 4.0)))
    assert advice.act is Act.TURN and advice.angle_deg > 30
    near = belief([at(110, 84, 92)], 110)
    on_a_tab = advise(
        near,
        WINDOW,
        Question(
            1,
            lock=Lock(15.0, 9.0, lambda turn: may_lock(WINDOW, LeafSays(95, 4, 0, 6), 0.38, turn)),
        ),
    )
    assert on_a_tab.act is Act.TURN and (on_a_tab.angle_deg - 9.0) % 15 == pytest.approx(
        0, abs=1e-6
    )


def test_far_apart_is_a_matter_of_the_window_as_well() -> None:
    """Five degrees are nothing in a window of 15 µm, and a quarter of one of 8 µm: there the turn
    ends on a tab.
    """
    narrow = target_window(125, Span(45, 53), None)
    assert (
        far_apart(5.3, 0.39, narrow)
        and not far_apart(5.3, 0.39, WINDOW)
        and far_apart(15.0, 0.1, WINDOW)
    )
    now = belief([at(112, 85, 88)] * 8, 112)
    ruling = lambda turn: may_lock(narrow, LeafSays(86.5, 3, 0, 6), now.per_degree_um, turn)  # noqa: E731
    found = advise(now, narrow, Question(3, risk=0.05, lock=Lock(5.9, 3.0, ruling), narrow=True))
    assert found.act is Act.TURN and (found.angle_deg - 3.0) % 5.9 == pytest.approx(0, abs=1e-6)


def test_the_turn_to_the_tab_counts_before_a_gauging_is_repeated() -> None:
    """High in the window where it stands, in its middle at the second tab: it locks there instead
    of gauging once more.
    """
    nut = 10 + (125 - 77) / NOMINAL
    now = belief([at(nut, 73, 81)], nut)
    says = LeafSays(77, 4.0, 0.0, 6)
    ruling = lambda turn: may_lock(WINDOW, says, now.per_degree_um, turn)  # noqa: E731
    assert now.inside(WINDOW) < ENOUGH <= now.after(12).inside(WINDOW)
    for first in (None, 2.0):
        found = advise(now, WINDOW, Question(1, lock=Lock(5.3, first, ruling)))
        assert found.act is Act.LOCK and found.inside_now >= ENOUGH
    # No further than three positions: what is further on is a turn, with a gauging of its own.
    assert [round(turn, 2) for turn in Lock(5.0, 1.0).turns()] == [1.0, 6.0, 11.0]
    assert [Lock(15.0, first).turns() for first in (4.0, 9.0, None)] == [
        (4.0, 19.0),
        (9.0,),
        (7.5,),
    ]


def test_a_tab_position_that_the_leaf_forbids_does_not_count() -> None:
    nut = 10 + (125 - 77) / NOMINAL
    now = belief([at(nut, 73, 81)], nut)

    def ruling(turn: float) -> Verdict:
        if turn < 3:
            return may_lock(WINDOW, LeafSays(77, 4.0, 0.0, 6), now.per_degree_um, turn)
        return may_lock(WINDOW, None, 0, 0)

    assert advise(now, WINDOW, Question(1, lock=Lock(5.3, 2.0, ruling))).act is not Act.LOCK


@given(st.floats(60, 140), st.sampled_from(RISKS))
def test_in_a_narrow_window_a_turn_leaves_room_for_the_next(nut: float, risk: float) -> None:
    """Past the window is undone by a release only: no turn goes further than one chance in twenty
    of that, whatever was accepted by name.
    """
    narrow = target_window(125, Span(45, 50), 30.0)
    centre = 125 - NOMINAL * max(0.0, nut - 10)
    now = belief([at(nut, centre - 3, centre + 3)] * 2, nut)
    found = advise(now, narrow, Question(2, risk=risk, narrow=True))
    if found.act is Act.TURN:
        assert now.after(found.angle_deg).below(narrow) <= BELOW_NARROW + 1e-6


def test_short_of_a_window_that_no_turn_reaches_is_not_too_far() -> None:
    """Between what must be left and a window just above it: every turn risks the one, and the other
    is not reached.
    """
    narrow = target_window(104, Span(45, 54.5), 57.0)
    nut = 10 + (104 - 62.5) / NOMINAL
    now = believe(
        MODEL, [spans(100, 108)] * 3, [at(nut, 59, 66)] * 5, nut, 0.0, group_um=Span(90, 118)
    )
    lock = Lock(
        5.3, 2.0, lambda turn: may_lock(narrow, LeafSays(62.5, 2, 0, 6), now.per_degree_um, turn)
    )
    question = Question(5, risk=0.01, lock=lock, narrow=True)
    assert now.clearance_um > narrow.high_um and advise(now, narrow, question).act is Act.AGAIN
    assert advise(now, narrow, replace(question, repeats=4)).act is Act.STUCK
    assert advise(now, narrow, replace(question, repeats=4, risk=0.05)).act is Act.TURN, (
        "a greater risk is a way out"
    )


@pytest.mark.parametrize("risk", RISKS)
def test_half_a_step_is_left_for_the_tab(risk: float) -> None:
    fine, coarse = (
        advise(belief([], 0), WINDOW, Question(0, risk=risk, lock=Lock(step))).angle_deg
        for step in (2.0, 60.0)
    )
    assert coarse <= fine


def test_each_zero_point_has_its_own_prior() -> None:
    """Metal-to-metal leaves little of the seating turn; hand-tight leaves most of a turn; a start
    pressure leaves none.
    """
    seats = {zero: sleeve_model(bearing(), None, 2, zero) for zero in ZeroPoint}
    order = [ZeroPoint.START_PRESSURE, ZeroPoint.FIRM, ZeroPoint.UNTESTED, ZeroPoint.HAND_TIGHT]
    means = [seats[zero].seating_deg for zero in order]
    assert means == sorted(means)
    assert (
        believe(seats[ZeroPoint.UNTESTED], [INITIAL], [], 60).sd_um
        > believe(MODEL, [INITIAL], [], 60).sd_um
    )
    pressed = sleeve_model(bearing(), None, 2, ZeroPoint.START_PRESSURE, 0.07)
    assert pressed.seating_deg == pytest.approx(-0.07 * 180), (
        "at its start pressure the bearing is up its taper already, once"
    )


def test_a_hollow_shaft_takes_out_less_for_a_degree() -> None:
    hollow = sleeve_model(bearing(), Shaft(80, 50, SHAFT_STEEL), 2, ZeroPoint.FIRM)
    assert hollow.per_degree_um < 0.95 * NOMINAL


def test_a_clearance_known_otherwise_takes_the_place_of_brackets() -> None:
    by_number = believe(MODEL, [Known(125, 3)], [Reading(100, Known(92, 3))], 100)
    by_leaf = believe(MODEL, [INITIAL], [at(100, 87, 97)], 100)
    assert by_number.clearance_um == pytest.approx(by_leaf.clearance_um, abs=1.5)


def test_a_narrow_window_asks_for_more_gaugings_before_mounting() -> None:
    once, twice = believe(MODEL, [INITIAL], [], 0), believe(MODEL, [INITIAL, INITIAL], [], 0)
    assert twice.gauged_sd_um < once.gauged_sd_um
    wanted = [
        next(
            n
            for n in range(1, 5)
            if not unmounted_again(target_window(125, Span(45, 45 + w), None), n)
        )
        for w in (5, 10, 15)
    ]
    assert wanted == [3, 2, 1]


def test_an_uncertain_correction_widens_a_reading() -> None:
    plain = belief([at(100, 85, 95)], 100)
    warm = belief([Reading(100, spans(85, 95), 0.0, 4.0)], 100)
    assert warm.sd_um > plain.sd_um


@pytest.mark.parametrize(
    ("says", "turn", "word"),
    [
        (LeafSays(72, 4, 0, 6), 2, Level.GOOD),
        (LeafSays(72, 4, 0, 6), 40, Level.STOP),
        (LeafSays(82, 4, 0, 6), 0, Level.STOP),
        (LeafSays(82, 4, 0, 6), 10, Level.GOOD),
        (LeafSays(52, 4, 0, 6), 0, Level.STOP),
        (None, 0, Level.STOP),
    ],
)
def test_the_leaf_decides_where_to_lock(says: LeafSays | None, turn: float, word: Level) -> None:
    assert may_lock(WINDOW, says, NOMINAL, turn).level is word
