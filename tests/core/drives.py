"""A mounting driven to its window, by hand."""

from __future__ import annotations

from tests.helpers import Bench
from tribodex.core.mounting.gauging import Phase
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.training.virtual import VirtualBearing

TRUTH = VirtualBearing(125, 0.385, 8)


def drive_to_window(bench: Bench, truth: VirtualBearing) -> None:
    """As told, until the washer is on and the nut is to be locked."""
    for _ in range(16):
        following = bench.move()
        if following.do is Do.TURN:
            assert following.turn_deg
            bench.do(cmd.TurnNut(f"{following.turn_deg}"))
        elif following.do is Do.GAUGE:
            bench.gauge(Phase.DRIVE_UP, truth)
        elif following.do is Do.SEAT:
            bench.seat()
        else:
            return


def finish(bench: Bench, truth: VirtualBearing) -> None:
    bench.ready(truth)
    drive_to_window(bench, truth)
    bench.do(cmd.SeeTab("1", "degrees"), cmd.Lock("1"))
    bench.gauge(Phase.FINAL, truth)
