"""A gauging whose first reading begins it and whose last one ends it: the same log in fewer taps,
and nothing half said.
"""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.helpers import make_bench
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.topics.tapered import commands as cmd
from tribodex.usecases.books import Reference


def test_a_gauging_in_as_many_taps_as_it_has_places(reference: Reference) -> None:
    by_one, by_hand = make_bench(reference), make_bench(reference)
    for bench in (by_one, by_hand):
        bench.pass_gates()
    by_hand.do(cmd.StartGauging(Phase.INITIAL))
    for place in (1, 2, 3):
        tap = cmd.BracketPlace(place, Row.NUT_SIDE, "0.08", both_rows=True)
        by_hand.do(tap)
        by_one.do(replace(tap, phase=Phase.INITIAL, last=place == 3))
    by_hand.do(cmd.CloseGauging())
    assert [event.fact for event in by_one.log] == [event.fact for event in by_hand.log]


def test_what_may_not_end_says_nothing_at_all(reference: Reference) -> None:
    bench = make_bench(reference)
    bench.pass_gates()
    bench.do(
        cmd.BracketPlace(1, Row.NUT_SIDE, "0.08", phase=Phase.INITIAL),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.05", Outcome.STOPS),
    )
    before = len(bench.log)
    with pytest.raises(Refused, match="Gauge this place again"):
        bench.do(cmd.BracketPlace(2, Row.NUT_SIDE, "0.08", both_rows=True, last=True))
    assert len(bench.log) == before, (
        "the reading is refused with its ending, and nothing is half said"
    )


@pytest.mark.parametrize(
    ("tap", "said"),
    [
        (cmd.BracketPlace(1, Row.NUT_SIDE, "0.08"), "Start one first"),
        (cmd.BracketPlace(4, Row.NUT_SIDE, "0.08", phase=Phase.INITIAL), "not in this gauging"),
        (cmd.BracketPlace(1, Row.NUT_SIDE, "0.08", phase=Phase.FINAL), "First|locking"),
        (cmd.BracketPlace(1, Row.NUT_SIDE, "0.08", phase=Phase.INITIAL, places=9), "out of range"),
    ],
)
def test_a_first_reading_begins_only_what_may_begin(
    reference: Reference, tap: cmd.BracketPlace, said: str
) -> None:
    bench = make_bench(reference)
    bench.pass_gates()
    before = len(bench.log)
    with pytest.raises((Refused, InvalidInput), match=said):
        bench.do(tap)
    assert len(bench.log) == before


def test_the_same_gates_stand_before_a_first_reading(reference: Reference) -> None:
    bench = make_bench(reference)
    with pytest.raises(Refused, match="First"):
        bench.do(cmd.BracketPlace(1, Row.NUT_SIDE, "0.08", phase=Phase.INITIAL))
