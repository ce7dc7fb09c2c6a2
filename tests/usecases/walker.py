"""A job walked through its places."""

from __future__ import annotations

from typing import Any

from tests.helpers import BEGIN, DRAFT, MemoryStore
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import rail
from tribodex.core.job.scope import Scope
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of, do
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.planning.fitted import FittedDraft
from tribodex.usecases.ports import Tap


class Walker:
    """Somebody who taps at a job of one bearing."""

    def __init__(
        self, reference: Reference, scope: Scope, off_machine: str = "", plan: Any = DRAFT
    ) -> None:
        self.reference, self.store, self.taps = reference, MemoryStore(), 0
        order = Order(
            "", (BearingOrder("m-1-a", plan),), whole=True, scope=scope, off_machine=off_machine
        )
        self.job = open_job(
            self.store,
            reference,
            "job-0001",
            order,
            Tap("open-0001", "Tester", BEGIN),
            recorded_at=BEGIN,
        )

    def say(self, *commands: object) -> Loaded:
        for command in commands:
            self.taps += 1
            self.job = do(
                self.store,
                self.reference,
                "job-0001",
                command,
                Tap(f"tap-{self.taps:06d}", "Tester", BEGIN),
                recorded_at=BEGIN,
            )
        return self.job

    def gate(self, gate_id: str) -> None:
        gate, _ = desk_of(self.reference, self.job, "1").gate(gate_id)
        self.say(job_cmd.ConfirmGate(gate_id, tuple(item.id for item in gate.items)))

    def stages(self) -> dict[str, str]:
        desk = desk_of(self.reference, self.job)
        return {task.stage.id: rail.stands(desk, task) for task in rail.tasks(desk)}


SAID = FittedDraft(designation="22218 K C3", shaft="80 mm", seat="adapter_sleeve")
