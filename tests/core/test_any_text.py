"""Whatever is typed or sent: a sentence that helps, nothing stored, nothing lost; never an
unexpected error.
"""

from __future__ import annotations

import dataclasses
import math
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.core.odd_texts import ODD
from tests.helpers import DRAFT, FEELERS, Bench, make_bench
from tribodex.core.errors import InvalidInput, TribodexError
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.moves import Ask
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.training.virtual import VirtualBearing
from tribodex.reference import load_reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.planning import make_plan
from tribodex.usecases.planning.early import early

REFERENCE = load_reference()
TRUTH = VirtualBearing(125, 0.385, 8)
UNITS = st.sampled_from(["degrees", "rim", "slots", "turns", "drive_up"])
SHOWN = st.sampled_from(["", "mm", "in"])
COMMANDS = st.one_of(
    st.builds(
        cmd.TryLeaf,
        st.integers(-2, 9),
        st.sampled_from(list(Row)),
        ODD,
        st.sampled_from(list(Outcome)),
        st.booleans(),
        SHOWN,
    ),
    st.builds(
        cmd.BracketPlace,
        st.integers(-2, 9),
        st.sampled_from(list(Row)),
        ODD,
        st.booleans(),
        SHOWN,
        st.booleans(),
    ),
    st.builds(cmd.TurnNut, ODD, UNITS, SHOWN),
    st.builds(
        cmd.SeatNut,
        ODD,
        UNITS,
        st.booleans(),
        ODD,
        ODD,
        ODD,
        st.sampled_from([None, *LengthTool]),
        SHOWN,
    ),
    st.builds(cmd.SeeTab, ODD, UNITS, SHOWN),
    st.builds(cmd.Lock, ODD),
    st.builds(cmd.SetZero, st.booleans(), ODD),
    st.builds(
        cmd.StartGauging,
        st.sampled_from(list(Phase)),
        st.one_of(st.none(), st.integers(-5, 99)),
        st.none(),
        ODD,
        ODD,
    ),
    st.builds(cmd.ChooseRisk, st.floats(allow_nan=True, allow_infinity=True)),
    st.builds(job_cmd.AddNote, ODD),
    st.builds(job_cmd.OpenPoint, ODD),
    st.builds(job_cmd.ClosePoint, st.integers(-3, 99), ODD),
    st.builds(cmd.Release, ODD),
    st.builds(
        job_cmd.Correct,
        st.integers(-5, 99),
        ODD,
        st.one_of(st.none(), st.builds(cmd.TurnNut, ODD, UNITS)),
        st.booleans(),
    ),
    st.builds(cmd.AcceptOutside, st.sampled_from(["group", "window", "narrow"]), ODD, ODD),
)


def at(depth: str) -> Bench:
    """A bench at the depth where the commands mean something."""
    bench = make_bench(REFERENCE)
    if depth == "gauging":
        bench.pass_gates()
        bench.do(cmd.StartGauging(Phase.INITIAL))
    elif depth != "begun":
        bench.ready(TRUTH, places=1)
        bench.do(cmd.TurnNut("60"))
        if depth == "on the sleeve":
            bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    return bench


BENCHES = {depth: at(depth) for depth in ("begun", "gauging", "driven", "on the sleeve")}


@settings(max_examples=400, deadline=None)
@given(st.sampled_from(list(BENCHES)), COMMANDS)
def test_any_command_is_taken_whole_or_refused_with_words(depth: str, command: cmd.Command) -> None:
    """A refusal leaves nothing behind; what is taken folds to finite numbers and leaves a next
    move.
    """
    whole = BENCHES[depth]
    bench = Bench.__new__(Bench)
    bench.__dict__ = {**whole.__dict__, "log": list(whole.log)}
    before = list(bench.log)
    try:
        bench.do(command)
    except TribodexError as error:
        assert error.detail and bench.log == before
        if isinstance(error, InvalidInput):
            assert all(field.name and field.message for field in error.fields)
        return
    state = bench.state
    assert math.isfinite(state.attempt.nut_deg) and 0 <= state.attempt.nut_deg < 3600
    for gauging in state.gaugings:
        for trial in gauging.trials:
            assert all(math.isfinite(leaf) and 0 < leaf < 5000 for leaf in trial.stack.leaves_um)
    move = bench.move()
    assert (
        move.headline
        and "nan" not in move.headline.lower().split()
        and "inf" not in move.headline.lower().split()
    )


FIELDS = [field.name for field in dataclasses.fields(PlanDraft)]


@settings(max_examples=300, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(st.dictionaries(st.sampled_from(FIELDS), ODD, max_size=6))
def test_any_plan_is_made_or_every_wrong_field_is_named(entries: dict[str, str]) -> None:
    draft = dataclasses.replace(DRAFT, **entries)
    early(REFERENCE, draft)
    try:
        plan = make_plan(REFERENCE, FEELERS, draft)
    except InvalidInput as error:
        assert error.fields and all(f.message for f in error.fields)
        assert all(f.name in FIELDS for f in error.fields), [f.name for f in error.fields]
    except TribodexError as error:
        assert error.detail
    else:
        for result in plan.figures:
            assert result.value is None or math.isfinite(result.value)


@pytest.mark.parametrize(
    ("typed", "um"),
    [
        ("0.12", 120),
        ("0,12", 120),
        ("0.12 mm", 120),
        ("120 µm", 120),
        ("120 um", 120),
        ("0.12mm", 120),
    ],
)
def test_one_thickness_in_many_spellings(typed: str, um: float) -> None:
    bench = Bench.__new__(Bench)
    bench.__dict__ = {**BENCHES["gauging"].__dict__, "log": list(BENCHES["gauging"].log)}
    bench.do(cmd.TryLeaf(1, Row.NUT_SIDE, typed, Outcome.PASSES, True))
    (gauging,) = bench.state.initial
    assert gauging.trials[0].stack.thickness_um == pytest.approx(um)


@pytest.mark.parametrize(
    ("typed", "shown", "choices"),
    [
        ("37", "in", ("0.0037 in",)),
        ("120", "mm", ("120 µm",)),
        ("4.7", "in", ("4.7 thou",)),
        ("0.0047", "mm", ("0.0047 in",)),
    ],
)
def test_spoken_shorthand_is_asked_back_with_the_reading_that_makes_sense(
    typed: str, shown: Any, choices: tuple[str, ...]
) -> None:
    bench = Bench.__new__(Bench)
    bench.__dict__ = {**BENCHES["gauging"].__dict__, "log": list(BENCHES["gauging"].log)}
    try:
        bench.do(cmd.TryLeaf(1, Row.NUT_SIDE, typed, Outcome.PASSES, True, shown))
    except InvalidInput as error:
        offered = [str(choice) for field in error.fields for choice in field.choices]
        assert any(
            choice.split()[0].rstrip("0") in text for choice in choices for text in offered
        ), offered
    else:
        (gauging,) = bench.state.initial
        assert 30 <= gauging.trials[0].stack.thickness_um <= 250, "taken only where it can be meant"


def test_the_next_move_is_there_at_every_depth() -> None:
    assert BENCHES["begun"].move().do == Ask.CONFIRM
    assert BENCHES["gauging"].move().do is Do.TRY_LEAF
    assert BENCHES["driven"].move().do is Do.GAUGE
    assert BENCHES["on the sleeve"].move().do is Do.TRY_LEAF
