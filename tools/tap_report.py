"""What one tap costs at a large job: eight bearings, some five hundred entries, every stage of the
trade.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import timedelta

from tests.helpers import BEGIN, DRAFT, MemoryStore

from tribodex.core.job import commands as job_cmd
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.topics.tapered import commands as cmd
from tribodex.usecases import opening
from tribodex.usecases.bench import bench
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import do
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.ports import Machine, Position, Tap

BEARINGS, ENTRIES, JOB = 8, 500, "job-large"


class LargeStore(MemoryStore):
    """A machine with eight bearings on one shaft."""

    def machines(self) -> Sequence[Machine]:
        """The one."""
        places = tuple(
            Position(f"m-8-{i}", "m-8", f"Bearing {i}", "22218 K C3", "80 mm", True)
            for i in range(1, BEARINGS + 1)
        )
        return [Machine("m-8", "Line shaft", "Hall", places)]


def large_job(reference: Reference) -> Callable[[], object]:
    """A job as it is half way: gauged at every place, with notes between; what comes back makes one
    more tap and shows the bench.
    """
    store = LargeStore()
    floats = [Floats.HELD, *([Floats.SEAT] * (BEARINGS - 1))]
    bearings = tuple(BearingOrder(f"m-8-{i}", DRAFT, floats[i - 1]) for i in range(1, BEARINGS + 1))
    taps = iter(range(1, 1_000_000))

    def tap() -> Tap:
        number = next(taps)
        return Tap(f"tap-{number:08d}", "Tester", BEGIN + timedelta(seconds=number))

    # More than people open today: what it would cost.
    opening.MOST_BEARINGS = BEARINGS
    open_job(store, reference, JOB, Order("", bearings, whole=True), tap(), recorded_at=BEGIN)

    def say(command: object, at: str = "") -> object:
        loaded = do(store, reference, JOB, command, tap(), recorded_at=BEGIN, at=at)
        return bench(reference, loaded, at)

    for at, gates in (
        ("", ("safe",)),
        *((str(i), ("to_gauge", "which_way", "fit_up")) for i in range(1, BEARINGS + 1)),
    ):
        procedure = (
            reference.procedure("job-shaft")
            if not at
            else reference.procedure("tapered-gauged-whole")
        )
        for gate_id in gates:
            say(
                job_cmd.ConfirmGate(
                    gate_id, tuple(item.id for item in procedure.gate(gate_id).items)
                ),
                at,
            )
    say(job_cmd.SetStageAside("prepare", "measured last week"), "1")
    for i in range(1, BEARINGS + 1):
        say(cmd.StartGauging(Phase.INITIAL), str(i))
        for place in (1, 2, 3):
            for row in Row:
                for leaf, outcome in (
                    ("0.10 mm", Outcome.PASSES),
                    ("0.11 mm", Outcome.PASSES),
                    ("0.12 mm", Outcome.STOPS),
                ):
                    say(cmd.TryLeaf(place, row, leaf, outcome), str(i))
        say(cmd.CloseGauging(), str(i))
    while len(store.logs[JOB]) < ENTRIES:
        say(job_cmd.AddNote("looked at, nothing to say"), str(len(store.logs[JOB]) % BEARINGS + 1))
    return lambda: say(job_cmd.AddNote("one more"), "8")
