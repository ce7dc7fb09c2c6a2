"""The vernier of nut slots and washer tabs."""

from __future__ import annotations

import itertools
from dataclasses import dataclass, replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.stats import norm

from tribodex.core.components.bands import Span
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.errors import OutOfRange
from tribodex.core.mounting.locking import (
    FURTHEST_DEG,
    LOCK_TURN_DEG,
    WORTH_LOCKING,
    best,
    tab_positions,
    turn_tab_positions,
    way_out,
)
from tribodex.core.mounting.window import Window
from tribodex.core.working import Level

NUT = LockNut(90, 2, 120, 4, 17, 10)


@dataclass(frozen=True)
class Position:
    """A bearing whose place is known with a normal uncertainty."""

    clearance_um: float
    sd_um: float
    per_degree_um: float = 0.388

    def after(self, turn_deg: float) -> Position:
        return replace(self, clearance_um=self.clearance_um - self.per_degree_um * turn_deg)

    def _under(self, um: float) -> float:
        return float(norm.cdf((um - self.clearance_um) / self.sd_um))

    def below(self, window: Window) -> float:
        return self._under(window.low_um)

    def inside(self, window: Window) -> float:
        return self._under(window.high_um) - self._under(window.low_um)

    def below_limit(self, window: Window) -> float:
        return (
            self._under(window.residual_limit_um) if window.residual_limit_um is not None else 0.0
        )


@pytest.mark.parametrize(
    ("slots", "tabs", "step"),
    [(4, 19, 360 / 76), (4, 17, 360 / 68), (4, 13, 360 / 52), (6, 18, 20), (8, 12, 15)],
)
def test_meeting_step(slots: int, tabs: int, step: float) -> None:
    assert LockNut(90, 2, 120, slots, tabs, 10).tab_step_deg == pytest.approx(step)


@given(st.integers(3, 12), st.integers(3, 29), st.floats(0, 360))
def test_the_vernier_finds_every_meeting_and_no_other(slots: int, tabs: int, start: float) -> None:
    """Brute force: turn the nut, look when any slot stands over any tab."""
    nut = LockNut(90, 2, 120, slots, tabs, 10)
    step = nut.tab_step_deg
    assert step is not None
    differences = {
        round((i / tabs - j / slots) % 1 * 360, 6) % 360 for i in range(tabs) for j in range(slots)
    }
    ahead = sorted({round((d - start) % 360, 6) for d in differences})
    gaps = [b - a for a, b in itertools.pairwise(ahead)]
    assert all(gap == pytest.approx(step, abs=1e-4) for gap in gaps)
    assert len(ahead) == round(360 / step)


def window(low: float = 64, high: float = 79) -> Window:
    return Window(low, high, 124, Span(124 - high, 124 - low), 50.0)


@given(st.floats(30, 120), st.floats(1, 10), st.floats(0, 5.2))
def test_meetings_go_on_by_tightening_and_stop_past_the_window(
    clearance: float, sd: float, first: float
) -> None:
    found = tab_positions(Position(clearance, sd), NUT, window(), first)
    turns = [m.turn_deg for m in found]
    assert turns == sorted(turns) and turns[0] == pytest.approx(first)
    residuals = [m.residual_um for m in found]
    assert residuals == sorted(residuals, reverse=True)
    for position in found:
        inside = 64 <= position.residual_um <= 79
        assert (position.verdict.level is Level.STOP) == (position.residual_um < 64)
        assert inside == position.verdict.word.startswith("inside")


def test_unknown_start_is_judged_at_its_far_end() -> None:
    known = tab_positions(Position(66, 1), NUT, window(), 0.0)
    unknown = tab_positions(Position(66, 1), NUT, window(), None)
    assert known[0].verdict.word.startswith("inside")
    assert unknown[0].turn_to_deg == pytest.approx(NUT.tab_step_deg)
    assert unknown[0].uncertainty_um > known[0].uncertainty_um


def test_ways_out_never_say_loosen() -> None:
    past = tab_positions(Position(60, 1), NUT, window(), 3.0)
    assert "Do not back the nut off" in way_out(past)
    above = tab_positions(Position(110, 1), NUT, window(), 0.0, most=2)
    assert "Drive on first" in way_out(above)
    good = tab_positions(Position(74, 1), NUT, window(), 0.0)
    assert way_out(good) == ""


@given(st.floats(40, 130), st.floats(1, 8), st.floats(0, 5.2), st.sampled_from([0.01, 0.02, 0.05]))
def test_the_limit_that_must_be_left_goes_before_the_window(
    clearance: float, sd: float, first: float, risk: float
) -> None:
    """A position that risks the limit beyond what was chosen is never taken while another worth
    having keeps it.
    """
    found = tab_positions(Position(clearance, sd), NUT, window(), first, risk=risk)
    chosen = best(found)
    others = [
        m
        for m in found
        if m.near
        and m.keeps_limit
        and (m.chance_inside or 0) >= WORTH_LOCKING
        and m.verdict.level is not Level.STOP
    ]
    if others:
        assert chosen is not None and chosen.keeps_limit


@given(st.floats(60, 110), st.floats(1, 8), st.floats(0, 14.9))
def test_what_is_far_on_is_turned_to_and_gauged_not_locked_at_unseen(
    clearance: float, sd: float, first: float
) -> None:
    """With 15° from one position to the next the third takes some 15 µm out: nobody has gauged that
    yet.
    """
    found = tab_positions(Position(clearance, sd), LockNut(90, 2, 120, 8, 24, 10), window(), first)
    chosen = best(found)
    assert chosen is None or chosen.index == 0 or chosen.turn_deg <= LOCK_TURN_DEG
    if chosen is None:
        assert way_out(found), "why, and what then"


def test_a_position_far_on_is_said_to_be_a_turn() -> None:
    found = tab_positions(Position(84, 1), LockNut(90, 2, 120, 8, 24, 10), window(), 6.0)
    assert [m.near for m in found][:3] == [True, False, False] and best(found) is None
    assert "21° on" in way_out(found) and "gauge before it is locked there" in way_out(found)
    # Where only the turn counts there is nothing to gauge on the way.
    by_turn = turn_tab_positions(LockNut(90, 2, 120, 8, 24, 10), 60, (85, 95), 0.0)
    assert all(m.near for m in by_turn) and way_out(by_turn) == ""


@given(
    st.integers(3, 12), st.integers(3, 29), st.floats(0, 300), st.floats(10, 300), st.floats(0, 60)
)
def test_where_only_the_turn_counts(
    slots: int, tabs: int, now: float, low: float, width: float
) -> None:
    assume(now <= low + width)
    nut = LockNut(90, 2, 120, slots, tabs, 10)
    for position in turn_tab_positions(nut, now, (low, low + width), 0.0):
        total = now + position.turn_deg
        assert position.residual_um is None and position.chance_below is None, (
            "the play is not known"
        )
        assert (position.verdict.word == "inside") == (low - 0.05 <= total <= low + width + 0.05)


def test_no_position_in_the_range_asks_for_another_washer_not_for_backing_off() -> None:
    found = turn_tab_positions(LockNut(90, 2, 120, 4, 4, 10), 100, (100, 110), 20.0)
    assert "Do not back the nut off" in way_out(found)


def test_what_is_not_known_gives_no_tab() -> None:
    bare = LockNut(90, 2, None, None, None, None)
    assert (
        tab_positions(Position(74, 1), bare, window(), 0.0) == ()
        and turn_tab_positions(bare, 0, (1, 2), 0.0) == ()
    )
    assert bare.rim_mm(30) is None and bare.slot_angle_deg is None


@pytest.mark.parametrize(
    ("lock", "tabs", "step"),
    [(LockKind.LOCKING_CLIP, 1, 90), (LockKind.LOCK_PLATE, 2, 90), (LockKind.LOCK_PLATE, 9, 10)],
)
def test_plates_and_clips_have_their_own_positions(lock: LockKind, tabs: int, step: float) -> None:
    assert LockNut(240, 4, 290, 4, tabs, 20, lock=lock).tab_step_deg == pytest.approx(step)


def test_a_washer_with_two_tabs_cannot_be_meant() -> None:
    with pytest.raises(OutOfRange):
        LockNut(90, 2, 120, 4, 2, 10)


@given(
    st.floats(0.005, 0.6),
    st.sampled_from((3, 4, 6, 8)),
    st.integers(11, 26),
    st.one_of(st.none(), st.floats(0, 20)),
)
def test_no_position_is_listed_that_cannot_be_locked(
    per_degree: float, slots: int, tabs: int, first: float | None
) -> None:
    """Where the sleeve slips a degree takes out little; a position far on is a turn, not a lock."""
    nut = replace(NUT, slots=slots, tabs=tabs)
    assume(nut.tab_step_deg is not None and (first or 0) <= nut.tab_step_deg)
    position = Position(140, 3, per_degree)
    for found in (
        tab_positions(position, nut, Window(60, 75, 124, Span(49, 64), 50.0), first),
        turn_tab_positions(nut, 100, (110, 400), first),
    ):
        assert found and all(p.turn_to_deg <= FURTHEST_DEG for p in found[1:])
