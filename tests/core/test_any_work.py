"""Any tap, any words, any order, any correction off the taper and after locking: taken or refused
whole, replayed equal, told, led on.
"""

from __future__ import annotations

import contextlib
import dataclasses
import typing
from collections.abc import Callable, Iterator
from dataclasses import replace
from enum import Enum
from itertools import islice, product
from typing import Any

import pytest
from hypothesis import HealthCheck, Phase, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule, run_state_machine_as_test

from tests import proved
from tests.benches.adapter_unit import TAPPED, AdapterBench
from tests.benches.cartridge import CLOSING, PUMP, SPINDLE, CartridgeBench, SpindleBench
from tests.benches.follower import SILENT, FollowerBench
from tests.benches.halves import SHEET as HALVES
from tests.benches.hub import BOTH, HubBench
from tests.benches.rounds import RoundBench
from tests.benches.seals import LABYRINTH, SealBench
from tests.benches.shaft import ShaftBench, of_type
from tests.benches.shouldered import ShoulderBench
from tests.benches.units import COLLAR, SCREWS, UnitBench
from tests.core.odd_texts import ODD
from tests.core.other_kinds import SETTING, on_and_locked
from tribodex.core.errors import InvalidInput, TribodexError
from tribodex.core.job import ahead, rail
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.decide import decide
from tribodex.core.job.gates import ask_gates
from tribodex.core.job.needs import ask_needs
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import in_job, proofs
from tribodex.core.job.readback import asked_of
from tribodex.core.job.topic import Desk, Task
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics import fold, taken_further, tell
from tribodex.core.units.forms import FloatBy
from tribodex.core.working import Level
from tribodex.usecases.codec import decode, encode
from tribodex.usecases.planning.given_cartridges import CartridgeDraft

# A long job shrinks slowly: the log that broke it is shown as it was.
PHASES = (Phase.explicit, Phase.reuse, Phase.generate)
SENSIBLE = st.sampled_from(
    [
        "",
        "0",
        "9 N·m",
        "58 N·m",
        "7.6 N·m",
        "25.5 N·m",
        "95 N·m",
        "0.8 mm",
        "1/32 in",
        "8 mm",
        "8.1 mm",
        "10 mm",
        "140 mm",
        "180 mm",
        "20 °C",
        "30 °C",
        "95 °C",
        "-10 °C",
        "60-65 °C",
        ">70 °C",
        "12 g",
        "1.3 g",
        "3",
        "64",
        "M16",
        "8.8",
        "lithium",
        "clean",
        "VG 220",
        "yes",
        "middling",
        "0.5 + 0.5 + 0.5",
        "0 + 0.02",
        "1.5",
        "top",
        "no. 2",
        "Ada",
        "because",
    ]
)


def words(hint: Any, name: str) -> st.SearchStrategy[Any]:
    """What a person says in a field: sense, or anything at all."""
    return (
        st.one_of(SENSIBLE, SENSIBLE, ODD)
        if hint is str and name not in ("place", "stage", "blocks")
        else of_type(hint, name)
    )


def commands_of(classes: list[type]) -> st.SearchStrategy[Any]:
    made = []
    for cls in classes:
        hints = typing.get_type_hints(cls)
        made.append(
            st.builds(
                cls,
                **{
                    field.name: words(hints[field.name], field.name)
                    for field in dataclasses.fields(cls)
                },
            )
        )
    return st.one_of(*made)


def two_units() -> ShaftBench:
    made = UnitBench(SCREWS, SCREWS)
    made.onto("1", FloatBy.RING_INNER)
    made.onto("2", FloatBy.RING_OUTER)
    made.bolt("1")
    return made


def an_insert() -> ShaftBench:
    made = UnitBench(COLLAR, floats=(Floats.HELD,))
    made.gate("ready_insert", "1")
    return made


def an_adapter_unit() -> ShaftBench:
    return AdapterBench(TAPPED)


def a_cartridge() -> ShaftBench:
    made = CartridgeBench(CartridgeDraft(**{**CLOSING.__dict__, "separable": "both"}))
    made.warm_on()
    made.gate("ready_housing")
    return made


def a_cartridge_with_both_on() -> ShaftBench:
    made = CartridgeBench()
    made.up_to_covers()
    return made


def a_spindle() -> ShaftBench:
    made = SpindleBench(replace(SPINDLE, rod="drive"))
    made.warm_on()
    made.gate("ready_housing")
    made.gate("ready_cover")
    return made


def a_pump() -> ShaftBench:
    made = CartridgeBench(PUMP)
    for gate in ("ready_housing", "ready_cover"):
        made.gate(gate)
    made.warm_on()
    made.second_on()
    return made


def halves() -> ShaftBench:
    made = UnitBench(HALVES, floats=(Floats.HELD,))
    for gate in ("ready_unit", "ready_join"):
        made.gate(gate, "1")
    return made


def a_set_bearing() -> ShaftBench:
    return on_and_locked(**SETTING)


def a_ring() -> ShaftBench:
    made = ShoulderBench()
    made.prepared()
    return made


def a_hub() -> ShaftBench:
    made = HubBench(BOTH)
    made.prepared()
    made.measured()
    made.begun()
    return made


def a_labyrinth() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    made.do(LABYRINTH, at="1")
    return made


def a_silent_follower() -> ShaftBench:
    return FollowerBench(SILENT)


def a_shaft_after_locking() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    return made


def a_large_seal() -> ShaftBench:
    made = SealBench()
    made.opened()
    return made


AFTER = {"grease", "bolts", "runin", "care", "seals", "stock", "large_seal", "stop"}
BEGINNINGS = [
    *(
        two_units,
        an_insert,
        an_adapter_unit,
        a_cartridge,
        a_cartridge_with_both_on,
        a_ring,
        FollowerBench,
    ),
    *(a_spindle, a_pump, halves, a_set_bearing, a_hub, a_labyrinth, a_silent_follower),
    *(a_shaft_after_locking, a_large_seal, RoundBench),
]


def a_stop_stays(desk: Desk) -> None:
    """While an alarm is open lists say so, the job is not in order, and what rests on it is not
    shown.
    """
    outcome = ahead.outcome(desk)
    opened = list(desk.job.alarms.open)
    assert bool(desk.job.alarms.still) == bool(opened)
    if opened:
        assert rail.status(desk) in ("stopped", "signed", "abandoned")
        assert outcome is not None and outcome.level is Level.STOP
        assert len(ahead.left_open(desk)) >= 1
    entries = {alarm.entry for alarm in opened}
    for _, _, proof in in_job(desk):
        assert not (proof.proven and proof.entry in entries and proof.claim.by), proof


def fillings(desk: Desk, command: type) -> Iterator[Any]:
    """A command such as a person fills it in: what may be chosen, what the example says, each
    bearing, small numbers.
    """
    hints = typing.get_type_hints(command)
    each: dict[str, list[Any]] = {}
    for name, ask in asked_of(command).items():
        hint = hints[name]
        if name == "place":
            each[name] = [place.id for place in desk.job.places]
        elif hint is bool:
            each[name] = [True, False]
        elif hint is int:
            each[name] = [1, 2, 3, 4]
        elif int in typing.get_args(hint):
            each[name] = [None, 2]
        elif ask.choices:
            kinds = [
                kind
                for kind in (hint, *typing.get_args(hint))
                if isinstance(kind, type) and issubclass(kind, Enum)
            ]
            each[name] = [kinds[0](value) if kinds and value else value for value in ask.choices]
        else:
            each[name] = [ask.example.split(",")[0].split(";")[0], "Ada", "12"]
    for values in islice(product(*each.values()), 400):
        yield command(**dict(zip(each, values, strict=True)))


def taken(desk: Desk, task: Task) -> None:
    """The move that is offered is no step out of place: filled in by a person, it is taken, or a
    value of it is asked for again.
    """
    move = ahead.move_at(desk, task)
    topic = desk.house.by_stage.get(task.stage.id)
    if topic is None or not isinstance(move.do, topic.do):
        return
    command = ahead.tap_of(topic, str(move.do))
    if command is None:
        return
    refusals = []
    for filled in fillings(desk, type(command)):
        try:
            decide(desk, filled, frozenset(asked_of(type(filled))))
        except InvalidInput:
            return
        except TribodexError as error:
            refusals.append(error.detail)
        else:
            return
    raise AssertionError(f"{move.do} is offered and never taken: {dict.fromkeys(refusals)}")


def offered(desk: Desk, task: Task) -> None:
    """What is offered is not held back by a gate, an open point or a need: those are said first."""
    move = ahead.move_at(desk, task)
    assert move.headline
    topic = desk.house.by_stage.get(task.stage.id)
    command = ahead.tap_of(topic, str(move.do)) if topic is not None else None
    if topic is not None and command is not None:
        ask_gates(desk, topic, command)
        ask_needs(desk, topic, command)


def ends(bench: ShaftBench) -> None:
    """Whatever happened, there is a way to a signed record that hides nothing: gates confirmed,
    stops accepted by name, the rest skipped.
    """
    moves = 0

    def attempt(command: object, at: str = SHAFT) -> None:
        nonlocal moves
        moves += 1
        with contextlib.suppress(TribodexError):
            bench.do(command, at=at)

    if bench.job.abandoned or bench.job.signed:
        return
    for at, procedure in bench.procedures.items():
        for gate in procedure.gates():
            if gate.firm and bench.job.gate_passed(gate.id, at) is None:
                attempt(
                    job_cmd.ConfirmGate(
                        gate.id, tuple(item.id for item in bench.desk(at).gate(gate.id)[0].items)
                    ),
                    at,
                )
    for alarm in list(bench.job.alarms.open):
        attempt(
            job_cmd.AcceptAlarm(alarm.entry, "B. Boss", "seen and taken", alarm.verdict.code),
            alarm.at,
        )
    for task in rail.tasks(bench.desk()):
        if rail.stands(bench.desk(task.at), task) not in (rail.DONE, rail.ASIDE):
            attempt(job_cmd.SetStageAside(task.stage.id, "another shift"), task.at)
    still = [ahead.alarm_words(bench.desk(), alarm) for alarm in bench.job.alarms.open]
    bench.do(job_cmd.Sign("Ada", "fitter"))
    signed = bench.job.signed
    assert (
        moves <= 200 and signed is not None and all(words in signed.open_points for words in still)
    )
    assert not still or (signed.outcome is not None and signed.outcome.level is Level.STOP)


@pytest.mark.parametrize("begin", BEGINNINGS)
def test_any_work_in_any_order(begin: Callable[[], ShaftBench]) -> None:
    first = begin()
    topics = {
        topic.name: topic
        for topic, _ in first.desk().in_use()
        if topic.name not in ("look", "removal", "prepare")
    }
    if begin is a_shaft_after_locking:
        # What comes before has its own tries.
        topics = {name: topic for name, topic in topics.items() if name in AFTER}
    taps = commands_of([cls for topic in topics.values() for cls in topic.commands])
    entries = commands_of([cls for topic in topics.values() for cls in topic.entries.values()])
    places = [SHAFT, *(place.id for place in first.job.places)]

    class AnyWork(RuleBasedStateMachine):
        def __init__(self) -> None:
            super().__init__()
            self.bench = begin()
            self.running, self.taken = fold(self.bench.log), list(self.bench.log)

        def attempt(self, command: object, at: str) -> None:
            before, shown = list(self.bench.log), proved.shown(self.bench.desk())
            try:
                self.bench.do(command, at=at)
            except TribodexError as error:
                assert error.detail and self.bench.log == before
                return
            said = [event.fact for event in self.bench.log[len(before) :]]
            if any(verdict.level is Level.STOP for fact in said for verdict in fact.judgements()):
                better = {
                    key
                    for key, is_now in proved.shown(self.bench.desk()).items()
                    if is_now and shown.get(key) is False
                }
                assert not better, f"what stops proves nothing: {said} {better}"

        @rule(command=taps, at=st.sampled_from(places))
        def any_tap(self, command: Any, at: str) -> None:
            self.attempt(command, at)

        @rule(at=st.sampled_from(places))
        def every_gate(self, at: str) -> None:
            for gate in self.bench.procedures[at].gates():
                shown, where = self.bench.desk(at).gate(gate.id)
                self.attempt(
                    job_cmd.ConfirmGate(gate.id, tuple(item.id for item in shown.items)), where
                )

        @rule(
            number=st.integers(1, 60),
            entry=entries,
            withdraw=st.booleans(),
            at=st.sampled_from(places),
        )
        def correct(self, number: int, entry: Any, withdraw: bool, at: str) -> None:
            self.attempt(
                job_cmd.Correct(number, "misread", None if withdraw else entry, withdraw), at
            )

        @invariant()
        def holds_together(self) -> None:
            log, job = self.bench.log, self.bench.job
            stored = [
                dataclasses.replace(e, fact=decode(e.kind, encode(e.fact), e.version)) for e in log
            ]
            assert stored == log and fold(stored) == job
            self.running = taken_further(self.running, self.taken, log[len(self.taken) :])
            self.taken = list(log)
            assert self.running == job and tell(log[-1].fact)
            here = self.bench.desk()
            assert ahead.next_move(here).headline and rail.status(here) in (
                "open",
                "stopped",
                "signed",
                "abandoned",
            )
            for topic, at in here.in_use():
                state, there = here.job.of(topic, at), here.here(at)
                topic.view(there, state)
                figures = topic.figures(there, state)
                assert len({f.id for f in figures}) == len(figures), (
                    "each figure is opened by its own name"
                )
                assert all(f.value is None or f.value == f.value for f in figures)
                topic.record(there, state)
                # What leads on and what keeps from signing never say different things.
                for proof in proofs(there, topic, at):
                    assert proof.claim.stage in topic.stages and proof.words
            a_stop_stays(here)
            proved.as_if_said_right_at_once(self.bench.desk())
            for task in rail.tasks(here):
                offered(here.here(task.at), task)

        def teardown(self) -> None:
            here = self.bench.desk()
            for task in rail.tasks(here):
                taken(here.here(task.at), task)
            ends(self.bench)

    run_state_machine_as_test(
        AnyWork,
        settings=settings(
            max_examples=8,
            stateful_step_count=25,
            deadline=None,
            phases=PHASES,
            suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
        ),
    )
