"""A shaft's job by hand: every command at any place, as tests say them."""

from __future__ import annotations

import dataclasses
import itertools
import types
import typing
from collections.abc import Mapping, Sequence
from datetime import timedelta
from enum import Enum
from types import MappingProxyType
from typing import Any, Literal

from hypothesis import strategies as st

from tests.helpers import BEGIN, DRAFT, FEELERS, Folded
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import facts
from tribodex.core.job.decide import decide
from tribodex.core.job.job import Job
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.job.proofs import What
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics import HOUSE, desk
from tribodex.core.topics.lineup.facts import Along, ShaftPlanned
from tribodex.core.topics.prepare.facts import SeatPlanned
from tribodex.core.topics.tapered.facts import TaperedPlanned
from tribodex.reference import load_reference
from tribodex.usecases.opening import WHOLE, seat_spec
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning import make_plan

REFERENCE = load_reference()
PLAN = make_plan(REFERENCE, FEELERS, DRAFT)
SPEC = seat_spec(REFERENCE, PLAN)


class ShaftBench:
    """A whole shaft with two bearings, in memory: the fixed one is 1, the floating one 2.
    `more_books`: what the site adds to the desk.
    """

    more_books: Mapping[type, object] = MappingProxyType({})

    def __init__(self, floats: Sequence[Floats] = (Floats.HELD, Floats.SEAT)) -> None:
        own, shaft = (
            REFERENCE.procedure(procedure_id(PLAN.method, whole=True)),
            REFERENCE.procedure(WHOLE),
        )
        self.procedures = {SHAFT: shaft, "1": own, "2": own}
        places = tuple(
            Place(str(i), f"p-{i}", f"End {i}", own.id, own.version, f)
            for i, f in enumerate(floats, 1)
        )
        plans = [
            facts.Planned(p.id, fact)
            for p in places
            for fact in (TaperedPlanned(PLAN), SeatPlanned(SPEC, None))
        ]
        plans.append(
            facts.Planned(
                SHAFT,
                ShaftPlanned(1200, "end of the shaft", (), (Along("1", 200), Along("2", 1000))),
            )
        )
        self.log: list[facts.Event] = []
        self._folded = Folded()
        self._clock = itertools.count()
        self._add(
            SHAFT,
            facts.JobOpened(
                1, "Shaft", "m", "Machine", shaft.id, shaft.version, places, tuple(plans)
            ),
        )

    @property
    def job(self) -> Job:
        return self._folded.job(self.log)

    def desk(self, at: str = SHAFT) -> Desk:
        return desk(self.job, self.procedures, self.log, at, {**REFERENCE.books, **self.more_books})

    def _add(self, at: str, fact: facts.Fact) -> None:
        moment = BEGIN + timedelta(minutes=next(self._clock))
        self.log.append(
            facts.Event(
                len(self.log) + 1, f"event-{len(self.log):06d}", at, fact, "Tester", moment, moment
            )
        )

    def do(self, *commands: object, at: str = SHAFT, meant: tuple[str, ...] = ()) -> None:
        for command in commands:
            said_at, found = decide(self.desk(at), command, frozenset(meant))
            for fact in found:
                self._add(said_at, fact)

    def pass_gates(self) -> None:
        for at, gates in (
            (SHAFT, ("safe",)),
            ("1", ("to_gauge", "which_way", "fit_up")),
            ("2", ("to_gauge", "which_way", "fit_up")),
        ):
            for gate_id in gates:
                gate, _ = self.desk(at).gate(gate_id)
                self.do(job_cmd.ConfirmGate(gate_id, tuple(item.id for item in gate.items)), at=at)

    def pass_gates_left(self) -> None:
        """Every gate that is not passed yet, but the one before running."""
        for at, procedure in self.procedures.items():
            for stage in procedure.stages:
                for gate in stage.gates:
                    if stage.id == "start_up" or self.job.gate_passed(gate.id, at) is not None:
                        continue
                    shown = gate.for_plan(self.desk(at).conditions(at))
                    if gate.stands_for(self.desk(at).conditions(at)):
                        self.do(
                            job_cmd.ConfirmGate(gate.id, tuple(item.id for item in shown.items)),
                            at=at,
                        )

    def left_out(self, at: str, *trades: str) -> None:
        """Stages of these trades are no part of this job at a place."""
        for stage in self.procedures[at].stages:
            if stage.trade in trades and (stage.id, at) not in self.job.aside:
                self.do(job_cmd.SetStageAside(stage.id, "done by the night shift"), at=at)

    def stated(self, at: str, *whats: What) -> None:
        """What other work needs was done outside this job."""
        self.do(
            *(
                job_cmd.StateDone(what.value, "P. Arden", "night shift's sheet, looked at with him")
                for what in whats
            ),
            at=at,
        )

    def mounted_by_others(self, *whats: What) -> None:
        """Every bearing on and locked by others, and closed too unless that is done here."""
        closing = ("close",) if What.CLOSED in whats else ()
        for place in self.job.places:
            self.left_out(place.id, "mount", "lock", *closing)
            self.stated(place.id, What.ON, What.LOCKED, *whats)

    def seq(self, kind: type, nth: int = 0) -> int:
        return [e.seq for e in self.log if isinstance(e.fact, kind)][nth]


TEXTS = st.sampled_from(
    [
        "",
        " ",
        "x",
        "10 mm",
        "80 mm",
        "79.98 mm",
        "0.05 + 0.1",
        "0.10",
        "30",
        "20 °C",
        "m6",
        "steel",
        "22218 K C3",
        "1/2 in",
    ]
)


def of_type(hint: Any, name: str) -> st.SearchStrategy[Any]:
    """Anything that a field of a command may hold."""
    if name == "place" and hint is str:
        return st.sampled_from(["", "1", "2", "3"])
    if name == "entry":
        return st.none()
    if name == "step" and hint is Any:
        # What was done on paper is any step of the work.
        return st.deferred(
            lambda: st.one_of(
                *(
                    PLAIN[kind]
                    for kind, cls in HOUSE.commands.items()
                    if cls in HOUSE.by_command and kind in PLAIN
                )
            )
        )
    if name == "plan":
        return st.just(PLAN)
    if name in ("stage", "blocks"):
        return st.sampled_from(["", "read_marks", "run_in", "close", "drive_up", "nothing"])
    if hint is str:
        return TEXTS
    if hint is bool:
        return st.booleans()
    if hint is int:
        return st.integers(0, 40)
    if hint is float:
        return st.sampled_from([0.01, 0.02, 0.5])
    origin, inner = typing.get_origin(hint), typing.get_args(hint)
    if origin is Literal:
        return st.sampled_from(inner)
    if origin in (typing.Union, types.UnionType):
        return st.one_of(*(st.none() if arg is type(None) else of_type(arg, name) for arg in inner))
    if origin is tuple:
        return st.tuples() | st.just(("safe",))
    if isinstance(hint, type) and issubclass(hint, Enum):
        return st.sampled_from(list(hint))
    if dataclasses.is_dataclass(hint):
        return any_command(hint)
    raise TypeError(f"no strategy for {hint} of {name}")


def any_command(cls: type) -> st.SearchStrategy[Any]:
    hints = typing.get_type_hints(cls)
    return st.builds(
        cls,
        **{field.name: of_type(hints[field.name], field.name) for field in dataclasses.fields(cls)},
    )


PLAIN = {
    kind: any_command(cls)
    for kind, cls in HOUSE.commands.items()
    if cls not in (job_cmd.Correct, job_cmd.Abandon)
}
