"""Readings while a bearing runs in."""

from __future__ import annotations

from tests.benches.shaft import ShaftBench
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.proofs import What
from tribodex.core.topics.runin import commands as run
from tribodex.core.topics.runin.facts import Noise
from tribodex.core.warmth.reading import ReadBy


def running() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    made.pass_gates_left()
    made.mounted_by_others(What.CLOSED)
    gate, _ = made.desk().gate("ready_to_start")
    made.do(job_cmd.ConfirmGate("ready_to_start", tuple(item.id for item in gate.items)))
    made.do(run.BumpDirection(True), run.StartRun("cold", "20 °C"))
    return made


def warm(bench: ShaftBench, place: str, *said: tuple[float, str]) -> None:
    bench.do(
        *(
            run.ReadWarmth(place, c, ReadBy.THERMOMETER, Noise.EVEN, after=f"{at:g}")
            for at, c in said
        )
    )
