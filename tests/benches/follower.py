"""A cam follower's job by hand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.job import facts
from tribodex.core.job.commands import ConfirmGate
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.follower import TOPIC
from tribodex.core.topics.follower import commands as cmd
from tribodex.core.topics.follower.facts import FollowerPlanned
from tribodex.core.topics.follower.state import Follower
from tribodex.usecases.opening import MOUNTING
from tribodex.usecases.planning.followers import FollowerDraft, follower_plan

STUD = FollowerDraft(mount="stud", roller="47 mm", width="24", regreased="no")


class FollowerBench(ShaftBench):
    """A job with one cam follower, in memory."""

    def __init__(self, draft: FollowerDraft = STUD) -> None:
        super().__init__((Floats.UNKNOWN,))
        own = REFERENCE.procedure("follower-whole")
        self.procedures = {SHAFT: REFERENCE.procedure(MOUNTING), "1": own}
        place = Place("1", "p-1", "Gate", own.id, own.version)
        planned: Sequence[facts.Planned] = (
            facts.Planned("1", FollowerPlanned(follower_plan(REFERENCE, draft))),
        )
        self.log.clear()
        self._add(
            SHAFT, facts.JobOpened(1, "Gate", "m", "Machine", MOUNTING, 1, (place,), tuple(planned))
        )
        self.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))

    @property
    def state(self) -> Follower:
        return self.desk("1").of(TOPIC)

    def at_one(self, *commands: object) -> None:
        self.do(*commands, at="1")

    def headline(self) -> str:
        return TOPIC.move(self.desk("1"), self.state).headline

    def gate(self, gate_id: str) -> None:
        gate, _ = self.desk("1").gate(gate_id)
        self.at_one(ConfirmGate(gate_id, tuple(item.id for item in gate.items)))

    def set_in(self) -> None:
        self.at_one(cmd.FitStud("20.004", "20.000"))
        self.gate("ready_follower")
        self.at_one(cmd.SetFollower("unloaded"))


SILENT = replace(STUD, torque="120 N·m", torque_thread="silent", torque_source="sheet in the bag")
