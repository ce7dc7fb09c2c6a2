"""What comes with every tap is small, and what is left out of it has an address of its own."""

from __future__ import annotations

import json

from pydantic import TypeAdapter

from tests.helpers import BEGIN, DRAFT, MemoryStore, open_one
from tribodex.core.mounting.gauging import Phase
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.work import SHOWN_TABS, tab_positions_of
from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.usecases.bench import Bench, bench
from tribodex.usecases.bench_more import place_figures
from tribodex.usecases.ports import Reference, Tap

BENCH = TypeAdapter(Bench)


def half_way(reference: Reference) -> VirtualFitter:
    store = MemoryStore()
    job = open_one(store, reference, "job-0001", "m-1-a", "", DRAFT, Tap("open-0001", "Tester", BEGIN), BEGIN)
    fitter = VirtualFitter(store, reference, job, VirtualBearing(125, 0.385, 8), "Tester", BEGIN)
    fitter.follow(5)
    fitter.say(cmd.TurnNut("90"))
    fitter.gauge(Phase.DRIVE_UP)
    return fitter


def test_an_answer_is_a_third_of_what_it_was(reference: Reference) -> None:
    """33 kB before; the goal is 8 kB. In the middle of a drive-up, uncompressed, with three tab positions and five entries."""
    shown = bench(reference, half_way(reference).job)
    sizes = {name: len(json.dumps(value)) for name, value in json.loads(BENCH.dump_json(shown)).items()}
    assert sum(sizes.values()) < 12_500, sizes
    assert all(not hasattr(figure, "working") for figure in shown.figures)


def test_figures_come_whole_from_their_own_address(reference: Reference) -> None:
    fitter = half_way(reference)
    shown, whole = bench(reference, fitter.job), place_figures(reference, fitter.job)
    assert [(f.id, f.value, f.worked) for f in shown.figures] == [(f.id, f.value, bool(f.working)) for f in whole.figures]
    assert whole.targets and whole.given["designation"] == DRAFT.designation


def test_the_tab_positions_shown_are_those_round_the_window(reference: Reference) -> None:
    fitter = half_way(reference)
    work, every = bench(reference, fitter.job).work, tab_positions_of(fitter.state)
    assert work.topic == "tapered" and len(work.tab_positions) <= SHOWN_TABS
    inside = [position for position in every if position.verdict.word.startswith("inside")]
    assert work.tabs_inside == len(inside) and set(inside[:1]) <= set(work.tab_positions) and work.tab_positions
