"""A job as a log: what follows, what is refused, and what stays readable."""

from __future__ import annotations

import cProfile
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.any_sequence import REFERENCE, AnySequence
from tests.core.drives import TRUTH, drive_to_window, finish
from tests.helpers import BEGIN, METRIC, Bench, make_bench
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import facts
from tribodex.core.job.moves import Ask
from tribodex.core.job.places import ONLY_PLACE
from tribodex.core.job.rail import status
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.topics import fold, tell
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.training.virtual import VirtualBearing
from tribodex.usecases.books import Reference
from tribodex.usecases.codec import decode, encode
from tribodex.usecases.draft.given import PlanDraft


@pytest.fixture
def bench(reference: Reference) -> Bench:
    return make_bench(reference)


def stage(bench: Bench) -> str:
    return bench.stage()


def move(bench: Bench) -> Do:
    return bench.move().do


def test_the_whole_way(bench: Bench) -> None:
    assert (stage(bench), move(bench)) == ("make_safe", Ask.CONFIRM)
    bench.pass_gate("safe")
    assert (stage(bench), move(bench)) == ("initial_clearance", Ask.CONFIRM)
    bench.pass_gate("to_gauge")
    assert (stage(bench), move(bench)) == (
        "initial_clearance",
        Do.GAUGE_INITIAL,
    ), "gauging waits for its number, and for no ring and no seal"
    bench.gauge(Phase.INITIAL, TRUTH)
    assert move(bench) == Ask.CONFIRM
    bench.pass_gate("which_way")
    bench.pass_gate("fit_up")
    assert (stage(bench), move(bench)) == ("target_window", Do.SET_ZERO)
    bench.do(cmd.SetZero(True))
    drive_to_window(bench, TRUTH)
    assert (stage(bench), move(bench)) == ("lock", Do.LOCK) and bench.state.attempt.has_seat
    bench.do(cmd.SeeTab("2", "rim"))
    lock = bench.move()
    assert lock.turn_deg is not None
    bench.do(cmd.Lock(f"{lock.turn_deg}"))
    assert (stage(bench), move(bench)) == ("final_check", Do.GAUGE_FINAL)
    state = bench.gauge(Phase.FINAL, TRUTH)
    window, final = state.window(), state.attempt.final()
    assert window is not None and final is not None
    assert window.low_um <= TRUTH.clearance_um(state.attempt.nut_deg) <= window.high_um
    bench.do(job_cmd.Sign("A. Fitter", "fitter"))
    assert status(bench.desk) == "signed"
    assert move(bench) == Do.NOTHING


@pytest.mark.parametrize("initial", [112, 118, 125, 131, 138])
@pytest.mark.parametrize("per_degree", [0.34, 0.385, 0.42])
@pytest.mark.parametrize("seating", [0, 8, 20])
def test_following_the_tool_ends_inside_the_window(
    reference: Reference, initial: float, per_degree: float, seating: float
) -> None:
    truth = VirtualBearing(initial, per_degree, seating)
    bench = make_bench(reference)
    bench.ready(truth)
    drive_to_window(bench, truth)
    window = bench.state.window()
    assert window is not None
    assert (
        window.low_um - 8 <= truth.clearance_um(bench.state.attempt.nut_deg) <= window.high_um + 8
    )
    assert len(bench.state.attempt.gaugings) <= 6


def test_a_gate_is_never_passed_silently(bench: Bench) -> None:
    with pytest.raises(Refused, match="Make the machine safe"):
        bench.do(cmd.StartGauging(Phase.INITIAL))
    with pytest.raises(InvalidInput) as raised:
        bench.do(job_cmd.ConfirmGate("safe", ("isolated",)))
    assert {f.name for f in raised.value.fields} == {"stored", "load_off", "ppe"}
    with pytest.raises(NotFound):
        bench.do(job_cmd.ConfirmGate("nonsense", ()))


def test_overruling_needs_a_name_and_a_reason(bench: Bench) -> None:
    with pytest.raises(InvalidInput) as raised:
        bench.do(job_cmd.OverruleGate("which_way", " ", ""))
    assert {f.name for f in raised.value.fields} == {"name", "reason"}
    bench.pass_gate("safe")
    bench.pass_gate("which_way")
    bench.do(job_cmd.OverruleGate("fit_up", "B. Boss", "drawing is at the office", ("shaft",)))
    passed = bench.job.gates["fit_up", ONLY_PLACE]
    assert passed.by == "B. Boss" and passed.overruled is not None
    assert passed.overruled.missing


def test_isolation_and_load_support_are_overruled_by_nobody(bench: Bench) -> None:
    with pytest.raises(Refused, match="cannot be overridden by anybody"):
        bench.do(job_cmd.OverruleGate("safe", "B. Boss", "machine is out of the plant", ("ppe",)))
    with pytest.raises(Refused, match=r"Confirm it\.$"):
        bench.do(cmd.StartGauging(Phase.INITIAL))
    with pytest.raises(InvalidInput) as raised:
        bench.do(job_cmd.ConfirmGate("safe", ("isolated",)))
    assert all("overrule" not in field.expected for field in raised.value.fields)


def test_a_gate_that_was_confirmed_is_not_overruled_afterwards(bench: Bench) -> None:
    bench.pass_gates()
    for gate in ("safe", "fit_up"):
        with pytest.raises(Refused, match="passed already"):
            bench.do(job_cmd.OverruleGate(gate, "B. Boss", "changed my mind"))
    assert bench.job.gates["fit_up", ONLY_PLACE].overruled is None


def test_outside_the_group_stops_until_somebody_decides(reference: Reference) -> None:
    bench = make_bench(reference)
    tight = VirtualBearing(85, 0.385)
    bench.pass_gates()
    bench.gauge(Phase.INITIAL, tight)
    assert move(bench) is Do.DECIDE_GROUP and status(bench.desk) == "stopped"
    with pytest.raises(Refused, match="outside its group"):
        bench.do(cmd.SetZero(True))
    bench.gauge(Phase.INITIAL, TRUTH)
    assert move(bench) is Do.SET_ZERO, "gauged again, and well"
    bench.gauge(Phase.INITIAL, tight)
    bench.do(cmd.AcceptOutside("group", "B. Boss", "maker agreed"))
    assert move(bench) is Do.DECIDE_WINDOW, "an empty window is a stop of its own"
    with pytest.raises(Refused, match="no window"):
        bench.do(cmd.SetZero(True))
    bench.do(
        cmd.AcceptOutside("window", "B. Boss", "maker named another residual"), cmd.SetZero(False)
    )
    assert [a.what for a in bench.state.accepted] == ["group", "window"]
    with pytest.raises(Refused, match="nothing of that kind"):
        bench.do(cmd.AcceptOutside("window", "B. Boss", "again"))


def test_turns_in_any_unit(bench: Bench) -> None:
    bench.ready(TRUTH)
    state = bench.do(
        cmd.TurnNut("30"),
        cmd.TurnNut("1/2", "slots"),
        cmd.TurnNut("10 mm", "rim"),
        cmd.TurnNut("1/2 in", "rim"),
    )
    rim = 120 * 3.14159265 / 360
    assert state.attempt.nut_deg == pytest.approx(30 + 45 + 10 / rim + 12.7 / rim)
    turns = [e.fact for e in bench.log if isinstance(e.fact, ev.NutTurned)]
    assert [(t.typed, t.unit) for t in turns] == [
        ("30", "degrees"),
        ("1/2", "slots"),
        ("10 mm", "rim"),
        ("1/2 in", "rim"),
    ]


@pytest.mark.parametrize(
    ("amount", "unit", "word"),
    [
        ("abc", "degrees", "not a number"),
        ("-5", "degrees", "never back"),
        ("0", "degrees", "zero"),
        ("800", "degrees", "two whole turns"),
        ("4000", "rim", "out of range|no unit"),
        ("10 mm", "degrees", "unit of angle"),
    ],
)
def test_a_turn_that_cannot_be_meant(bench: Bench, amount: str, unit: Any, word: str) -> None:
    bench.ready(TRUTH)
    before = len(bench.log)
    with pytest.raises(InvalidInput, match=word) as raised:
        bench.do(cmd.TurnNut(amount, unit))
    assert raised.value.fields[0].name == "amount" and raised.value.fields[0].expected
    assert len(bench.log) == before, "nothing is stored"


@pytest.mark.parametrize(
    ("leaf", "word"),
    [
        ("4.5 mm", r"Was 4\.5 thou or 0\.045 mm meant"),
        ("45 mm", r"0\.045 mm"),
        ("0.125", "not in Metric set"),
        ("-0.1", "negative"),
        ("leaf", "not a number"),
        ("0", "zero"),
    ],
)
def test_a_leaf_that_cannot_be_meant(bench: Bench, leaf: str, word: str) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL))
    with pytest.raises(InvalidInput, match=word) as raised:
        bench.do(cmd.TryLeaf(1, Row.NUT_SIDE, leaf, Outcome.PASSES))
    assert raised.value.fields[0].name == "leaf"


def test_thousandths_typed_on_a_metric_set(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(
        cmd.StartGauging(Phase.INITIAL),
        cmd.TryLeaf(1, Row.FAR_SIDE, "130 µm", Outcome.STOPS, typed=True),
    )
    last = bench.log[-1].fact
    assert isinstance(last, ev.LeafTried) and last.typed == "130 µm" and sum(last.leaves_um) == 130
    assert "typed “130 µm”" in tell(last)


def test_moving_the_nut_ends_a_gauging(bench: Bench) -> None:
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("60"), cmd.StartGauging(Phase.DRIVE_UP))
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.10", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.11", Outcome.STOPS),
    )
    state = bench.do(cmd.TurnNut("20"))
    assert state.open_gauging() is None
    assert (
        state.attempt.gaugings[-1].closed is not None and state.attempt.gaugings[-1].nut_deg == 60
    )
    bench.do(cmd.StartGauging(Phase.DRIVE_UP))
    state = bench.do(cmd.TurnNut("5"))
    assert state.open_gauging() is None and state.attempt.gaugings[-1].dropped


def test_a_corrected_reading_changes_mean_and_judgement_and_stays_readable(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL, places=1))
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.08", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.09", Outcome.STOPS),
        cmd.CloseGauging(),
    )
    closed = bench.state.initial_closed()
    assert (
        closed is not None
        and closed.initial_verdict is not None
        and closed.initial_verdict.level.value == "stop"
    )
    seqs = [e.seq for e in bench.log if isinstance(e.fact, ev.LeafTried)]
    bench.do(
        job_cmd.Correct(
            seqs[1], "read the wrong feeler", cmd.TryLeaf(1, Row.NUT_SIDE, "0.13", Outcome.STOPS)
        )
    )
    bench.do(
        job_cmd.Correct(
            seqs[0], "and this one", cmd.TryLeaf(1, Row.NUT_SIDE, "0.12", Outcome.PASSES)
        )
    )
    closed = bench.state.initial_closed()
    assert closed is not None and closed.initial_verdict is not None
    assert (closed.summary.mean_um, closed.initial_verdict.level.value) == (125, "good")
    assert isinstance(bench.log[seqs[1] - 1].fact, ev.LeafTried), "the old entry stays"
    assert "Reason: read the wrong feeler" in tell(
        next(e.fact for e in bench.log if isinstance(e.fact, facts.Corrected))
    )
    judged = [e for e in bench.log if isinstance(e.fact, facts.JudgedAnew)]
    assert len(judged) == 2, "said again after each correction, with its inputs"


def test_a_corrected_turn_moves_where_later_gaugings_stood(bench: Bench) -> None:
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("60"))
    turned = bench.log[-1].seq
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(job_cmd.Correct(turned, "was two slots less ten", cmd.TurnNut("50")))
    assert bench.state.attempt.gaugings[0].nut_deg == 50
    bench.do(job_cmd.Correct(turned, "did not happen", withdraw=True))
    assert bench.state.attempt.nut_deg == 0


def test_what_cannot_be_corrected(bench: Bench) -> None:
    bench.ready(TRUTH)
    with pytest.raises(Refused, match="add a note"):
        bench.do(job_cmd.Correct(1, "why not"))
    with pytest.raises(NotFound):
        bench.do(job_cmd.Correct(999, "nothing there"))
    with pytest.raises(InvalidInput):
        bench.do(job_cmd.Correct(5, ""))
    bench.do(cmd.TurnNut("20"))
    turn = bench.job.last_seq
    with pytest.raises(InvalidInput, match="What should the entry have been"):
        bench.do(job_cmd.Correct(turn, "forgot to say what"))
    with pytest.raises(InvalidInput, match="another kind"):
        bench.do(
            job_cmd.Correct(
                turn,
                "fields of another entry",
                cmd.TryLeaf(1, Row.NUT_SIDE, "0.10", Outcome.PASSES),
            )
        )
    assert bench.state.attempt.nut_deg == 20, "a mismatch never withdraws"


def test_withdrawing_the_last_reading_of_a_finished_gauging_is_refused(bench: Bench) -> None:
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL, places=1))
    bench.do(
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.12", Outcome.PASSES),
        cmd.TryLeaf(1, Row.NUT_SIDE, "0.13", Outcome.STOPS),
        cmd.CloseGauging(),
    )
    seq = next(e.seq for e in bench.log if isinstance(e.fact, ev.LeafTried))
    with pytest.raises(Refused, match="nothing is left"):
        bench.do(job_cmd.Correct(seq, "wrong", withdraw=True))


def test_too_far_means_release_and_both_attempts_stay(bench: Bench) -> None:
    bench.ready(TRUTH)
    bench.do(cmd.TurnNut("90"))
    bench.gauge(Phase.DRIVE_UP, TRUTH)
    bench.do(cmd.TurnNut("90"))
    while move(bench) is Do.GAUGE:
        bench.gauge(Phase.DRIVE_UP, TRUTH)
    assert move(bench) is Do.RELEASE
    state = bench.do(cmd.Release("past the window"))
    assert (
        len(state.attempts) == 2 and state.attempts[0].nut_deg == 180 and state.attempt.nut_deg == 0
    )
    assert state.initial_closed() is not None, "the unmounted clearance stays valid"
    assert move(bench) is Do.SET_ZERO
    bench.do(cmd.SetZero(True))
    drive_to_window(bench, TRUTH)
    assert stage(bench) == "lock"


def test_locking_and_signing_have_their_order(bench: Bench) -> None:
    bench.ready(TRUTH)
    with pytest.raises(Refused, match="First drive up"):
        bench.do(cmd.SeatNut())
    bench.do(cmd.TurnNut("120"))
    with pytest.raises(Refused, match="seat the nut"):
        bench.do(cmd.Lock("1"))
    with pytest.raises(Refused, match=r"(?i)driven up.*nut locked"):
        bench.do(job_cmd.Sign("A", "fitter"))
    bench.seat()
    with pytest.raises(Refused, match="after locking"):
        bench.do(cmd.StartGauging(Phase.FINAL))
    with pytest.raises(InvalidInput, match="too far"):
        bench.do(cmd.Lock("120"))
    with pytest.raises(InvalidInput, match="more than one step"):
        bench.do(cmd.SeeTab("40", "degrees"))


def test_signing_lists_what_is_open_and_a_later_correction_asks_to_sign_again(bench: Bench) -> None:
    finish(bench, TRUTH)
    bench.do(job_cmd.OpenPoint("second bearing is due"), job_cmd.OpenPoint("paint the cap"))
    point = bench.job.points[0].number
    bench.do(job_cmd.ClosePoint(point, "ordered"), job_cmd.Sign("A. Fitter", "fitter"))
    assert bench.job.signed is not None and bench.job.signed.open_points == ("paint the cap",)
    with pytest.raises(Refused, match="signed already"):
        bench.do(job_cmd.Sign("A. Fitter", "fitter"))
    with pytest.raises(Refused, match="This job is signed"):
        bench.do(cmd.TurnNut("10"))
    seq = next(e.seq for e in reversed(bench.log) if isinstance(e.fact, ev.LeafTried))
    original = bench.log[seq - 1].fact
    assert isinstance(original, ev.LeafTried)
    other = Outcome.DRAGS if original.outcome is Outcome.PASSES else Outcome.STOPS
    leaf = f"{sum(original.leaves_um):g} µm"
    bench.do(
        job_cmd.Correct(
            seq, "remembered wrongly", cmd.TryLeaf(original.place, original.row, leaf, other)
        )
    )
    assert bench.job.changed_after_signing
    bench.do(job_cmd.Sign("A. Fitter", "fitter"))
    assert not bench.job.changed_after_signing


def test_given_up_takes_notes_only(bench: Bench) -> None:
    bench.do(job_cmd.Abandon("B. Boss", "tight bearing"))
    assert status(bench.desk) == "abandoned"
    with pytest.raises(Refused, match="abandoned"):
        bench.pass_gate("safe")
    bench.do(job_cmd.AddNote("new one ordered"))


def test_a_plan_may_change_until_the_bearing_is_gauged(reference: Reference, bench: Bench) -> None:
    other = make_bench(
        reference, PlanDraft(designation="22218 K C4", shaft="80 mm", feeler_id="m")
    ).state.plan
    assert bench.do(cmd.RevisePlan(other, "C4 is marked on the ring")).plan.bearing.group == "C4"
    bench.pass_gates()
    bench.do(cmd.StartGauging(Phase.INITIAL))
    with pytest.raises(Refused, match="the plan stands"):
        bench.do(cmd.RevisePlan(other, "again"))


def test_without_a_known_nut_the_leaf_leads(reference: Reference) -> None:
    draft = PlanDraft(
        bore="97", outside="172", width="43", group="C3", taper="1:12", shaft="85", feeler_id="m"
    )
    bench = make_bench(reference, draft)
    truth = VirtualBearing(125, 0.2)
    bench.ready(truth, places=1)
    assert bench.state.plan.nut is None and bench.state.position() is None
    assert move(bench) is Do.GAUGE
    with pytest.raises(InvalidInput, match="slots is not known"):
        bench.do(cmd.TurnNut("1", "slots"))
    bench.do(cmd.TurnNut("280"))
    bench.gauge(Phase.DRIVE_UP, truth)
    assert stage(bench) == "lock"


def test_a_set_whose_leaves_are_too_thick_is_named(reference: Reference) -> None:
    draft = PlanDraft(designation="22211 K", group="CN", shaft="50 mm", feeler_id="m")
    plan = make_bench(reference, draft).state.plan
    assert METRIC.leaves_um[0] == 30
    assert any("take a set with thinner feelers" in finding for finding in plan.findings)


def test_events_survive_plain_data(bench: Bench) -> None:
    finish(bench, TRUTH)
    seq = next(e.seq for e in bench.log if isinstance(e.fact, ev.LeafTried))
    tried = bench.log[seq - 1].fact
    assert isinstance(tried, ev.LeafTried)
    bench.do(
        job_cmd.Correct(seq, "x", cmd.TryLeaf(tried.place, tried.row, "0.12", tried.outcome)),
        job_cmd.AddNote("n"),
        job_cmd.OpenPoint("p"),
        cmd.Release("r"),
        job_cmd.Abandon("B", "r"),
    )
    again = [replace(e, fact=decode(e.kind, encode(e.fact), e.version)) for e in bench.log]
    assert again == bench.log
    assert fold(again) == fold(bench.log)
    assert all(tell(e.fact) for e in bench.log)


def test_a_log_begins_with_opening() -> None:
    with pytest.raises(Refused):
        fold([])


AnySequence.TestCase.settings = settings(max_examples=40, stateful_step_count=45, deadline=None)
TestAnySequence = AnySequence.TestCase


@given(st.lists(st.integers(1, 60), max_size=6), st.integers(0, 5))
def test_turns_add_up_whatever_is_withdrawn(turns: list[int], withdrawn: int) -> None:
    bench = make_bench(REFERENCE)
    bench.ready(TRUTH, places=1)
    seqs = []
    for degrees in turns:
        bench.do(cmd.TurnNut(str(degrees)))
        seqs.append(bench.log[-1].seq)
    expected = sum(turns)
    if withdrawn < len(turns):
        bench.do(job_cmd.Correct(seqs[withdrawn], "did not happen", withdraw=True))
        expected -= turns[withdrawn]
    assert bench.state.attempt.nut_deg == expected


def calls_of_folding(log: Sequence[facts.Event]) -> int:
    """Function calls, the same on every machine."""
    watched = cProfile.Profile()
    watched.enable()
    fold(log)
    watched.disable()
    return sum(entry.callcount for entry in watched.getstats())


@pytest.mark.parametrize("kind", ["notes", "points", "corrections", "leaves", "gaugings"])
def test_folding_is_linear_in_entries_of_every_kind(reference: Reference, kind: str) -> None:
    """Ten times as many entries take ten times as many steps, not a hundred."""
    job = make_bench(reference)
    job.ready(VirtualBearing(125, 0.385))
    begun, trials, closed = (
        [e.fact for e in job.log if isinstance(e.fact, cls)]
        for cls in (ev.GaugingStarted, ev.LeafTried, ev.GaugingClosed)
    )

    def log(entries: int) -> list[facts.Event]:
        grown = list(job.log)
        gauging = 1

        def add(payload: facts.Fact) -> int:
            seq = len(grown) + 1
            grown.append(
                facts.Event(seq, f"more-{seq:06d}", ONLY_PLACE, payload, "Tester", BEGIN, BEGIN)
            )
            return seq

        while len(grown) < entries:
            match kind:
                case "notes":
                    add(facts.NoteAdded("remark"))
                case "points":
                    add(facts.PointClosed(add(facts.PointOpened("to do")), "done"))
                case "corrections":
                    add(
                        facts.Corrected(
                            add(facts.NoteAdded("remark")), facts.NoteAdded("other"), "misheard"
                        )
                    )
                case "leaves":
                    add(replace(trials[0], gauging=1))
                case _:
                    gauging += 1
                    add(replace(begun[0], gauging=gauging, phase=Phase.DRIVE_UP))
                    add(replace(trials[0], gauging=gauging))
                    add(replace(closed[0], gauging=gauging))
        return grown

    start = calls_of_folding(job.log)
    few, many = (calls_of_folding(log(entries)) - start for entries in (400, 4000))
    assert many < 14 * few
