"""What comes with every tap is small, and what is left out of it has an address of its own."""

from __future__ import annotations

import json

import pytest
from flask import Flask
from pydantic import TypeAdapter

from tests.helpers import BEGIN, DRAFT, MemoryStore, open_one
from tribodex.core.mounting.gauging import Phase
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.work import SHOWN_TABS, tab_positions_of
from tribodex.core.training.virtual import VirtualBearing
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.usecases.bench import Bench, bench
from tribodex.usecases.bench_more import place_figures
from tribodex.usecases.books import Reference
from tribodex.usecases.outline import outline
from tribodex.usecases.ports import Tap
from tribodex.web.context import reply_short

BENCH = TypeAdapter(Bench)


def half_way(reference: Reference) -> VirtualFitter:
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "",
        draft=DRAFT,
        tap=Tap("open-0001", "Tester", BEGIN),
        at=BEGIN,
    )
    fitter = VirtualFitter(
        store, reference, job, VirtualBearing(125, 0.385, 8), "Tester", begins=BEGIN
    )
    fitter.follow(6)
    fitter.say(cmd.TurnNut("90"))
    fitter.gauge(Phase.DRIVE_UP)
    return fitter


def test_an_answer_is_small(reference: Reference) -> None:
    """In the middle of a drive-up, uncompressed, with tab positions and five entries."""
    shown = bench(reference, half_way(reference).job)
    with Flask(__name__).app_context():
        sent = reply_short(BENCH, shown).get_data()
    sizes = {
        name: len(json.dumps(value, ensure_ascii=False).encode())
        for name, value in json.loads(sent).items()
    }
    assert len(sent) < 8_100, sizes
    assert all(not hasattr(figure, "working") for figure in shown.figures)


def test_numbers_are_sent_as_long_as_a_screen_can_show_them(reference: Reference) -> None:
    shown = bench(reference, half_way(reference).job)
    with Flask(__name__).app_context():
        sent = json.loads(reply_short(BENCH, shown).get_data())
    whole, short = json.loads(BENCH.dump_json(shown)), []

    def compare(one: object, other: object) -> None:
        match one, other:
            case dict(), dict():
                assert one.keys() == other.keys()
                for name in one:
                    compare(one[name], other[name])
            case list(), list():
                for a, b in zip(one, other, strict=True):
                    compare(a, b)
            case float(), int() | float():
                short.append(other)
                assert other == pytest.approx(one, rel=1e-6)
            case _:
                assert one == other

    compare(whole, sent)
    assert len(short) > 20


def test_the_words_that_stay_the_same_have_an_address_of_their_own(reference: Reference) -> None:
    fitter = half_way(reference)
    shown, words = bench(reference, fitter.job), outline(reference, fitter.job)
    assert shown.outline == words.mark
    assert [stage.id for stage in words.stages] == [stage.id for stage in shown.rail]
    tasks = {(task.stage, task.at): task for stage in words.stages for task in stage.tasks}
    assert {(mark.stage, mark.at) for stage in shown.rail for mark in stage.marks} == set(tasks)
    here = tasks[shown.stage, shown.at]
    assert (
        here.title == "Drive up"
        and here.steps
        and any("eye protection" in caution for caution in here.cautions)
    )
    fitter.say(cmd.TurnNut("5"))
    assert bench(reference, fitter.job).outline == words.mark, "a turn changes no step"


def test_figures_come_whole_from_their_own_address(reference: Reference) -> None:
    fitter = half_way(reference)
    shown, whole = bench(reference, fitter.job), place_figures(reference, fitter.job)
    assert [(f.id, f.value, f.worked) for f in shown.figures] == [
        (f.id, f.value, bool(f.working)) for f in whole.figures
    ]
    assert len({f.id for f in whole.figures}) == len(whole.figures), (
        "each figure is opened by its own name"
    )
    assert whole.targets and whole.given["designation"] == DRAFT.designation


def test_the_tab_positions_shown_are_those_round_the_window(reference: Reference) -> None:
    fitter = half_way(reference)
    work, every = bench(reference, fitter.job).work, tab_positions_of(fitter.state)
    assert work.topic == "tapered" and len(work.tab_positions) <= SHOWN_TABS
    inside = [position for position in every if position.verdict.word.startswith("inside")]
    turns = [position.turn_deg for position in work.tab_positions]
    assert (
        work.tabs_inside == len(inside)
        and turns
        and {position.turn_deg for position in inside[:1]} <= set(turns)
    )
