"""What a job covers: stages left out at opening, needs that say so, firm gates that stand, work away from the machine."""

from __future__ import annotations

import pytest

from tests.helpers import BEGIN, DRAFT, MemoryStore
from tribodex.core.errors import Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import rail
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import What
from tribodex.core.job.scope import Scope
from tribodex.core.topics.grease import commands as fill
from tribodex.core.topics.runin import commands as run
from tribodex.usecases.jobs import Loaded, desk_of, do
from tribodex.usecases.opening import BearingOrder, Order, open_job
from tribodex.usecases.ports import Reference, Tap
from tribodex.usecases.record import record


class Walker:
    """Somebody who taps at a job of one bearing."""

    def __init__(self, reference: Reference, scope: Scope, off_machine: str = "") -> None:
        self.reference, self.store, self.taps = reference, MemoryStore(), 0
        order = Order("", (BearingOrder("m-1-a", DRAFT),), whole=True, scope=scope, off_machine=off_machine)
        self.job = open_job(self.store, reference, "job-0001", order, Tap("open-0001", "Tester", BEGIN), BEGIN)

    def say(self, *commands: object) -> Loaded:
        for command in commands:
            self.taps += 1
            self.job = do(self.store, self.reference, "job-0001", command, Tap(f"tap-{self.taps:06d}", "Tester", BEGIN), BEGIN)
        return self.job

    def gate(self, gate_id: str) -> None:
        gate, _ = desk_of(self.reference, self.job, "1").gate(gate_id)
        self.say(job_cmd.ConfirmGate(gate_id, tuple(item.id for item in gate.items)))

    def stages(self) -> dict[str, str]:
        desk = desk_of(self.reference, self.job)
        return {task.stage.id: rail.stands(desk, task) for task in rail.tasks(desk)}


@pytest.mark.parametrize("scope", Scope)
def test_a_scope_leaves_out_what_it_does_not_cover_and_never_make_safe(reference: Reference, scope: Scope) -> None:
    walker = Walker(reference, scope)
    states = walker.stages()
    assert states["make_safe"] == rail.NOW and scope.words
    covered = {stage for stage, state in states.items() if state != rail.ASIDE}
    assert (covered == set(states)) == (scope is Scope.WHOLE)
    assert ("close_housing" in covered) == (scope in (Scope.WHOLE, Scope.GREASE_AND_CLOSE))
    assert ("drive_up" in covered) == (scope in (Scope.WHOLE, Scope.MOUNTING))
    assert "not covered" in walker.job.job.aside.get(("read_marks", "1"), "not covered")


def test_grease_and_close_what_others_mounted(reference: Reference) -> None:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE)
    with pytest.raises(Refused, match="Make the machine safe"):
        walker.say(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"))
    walker.gate("safe")
    walker.say(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"))
    walker.gate("ready_to_start")
    with pytest.raises(Refused, match="say by name that it is on its seat"):
        walker.say(run.BumpDirection(True))
    walker.say(*(job_cmd.StateDone(what.value, "P. Arden", "his sheet of this morning") for what in (What.ON, What.LOCKED)))
    with pytest.raises(Refused, match="Cap and base a pair"):
        walker.say(run.BumpDirection(True))
    page = record(reference, walker.job)
    assert [line.split(",")[0] for line in page.stated] == ["on its seat", "locked"] and page.outcome is None
    assert any(one.word == "not covered" and "Drive up" in one.title for one in page.proven)


def test_what_was_left_out_can_be_taken_up(reference: Reference) -> None:
    walker = Walker(reference, Scope.SEAL)
    walker.say(job_cmd.TakeStageUp("fill"))
    assert walker.stages()["fill"] != rail.ASIDE


def test_away_from_the_machine_isolation_is_not_asked_and_page_one_says_so(reference: Reference) -> None:
    walker = Walker(reference, Scope.REMOVE_AND_LOOK, "shaft lies on blocks in the workshop")
    assert walker.stages()["make_safe"] == rail.DONE
    assert record(reference, walker.job).off_machine == "shaft lies on blocks in the workshop"


def test_running_has_no_condition_of_isolation(reference: Reference) -> None:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE)
    due = [gate.id for gate, _ in rail.gates_up_to(desk_of(reference, walker.job, SHAFT), "start_up", SHAFT)]
    assert "safe" not in due
    due = [gate.id for gate, _ in rail.gates_up_to(desk_of(reference, walker.job, "1"), "close_housing", "1")]
    assert due == ["safe"]
