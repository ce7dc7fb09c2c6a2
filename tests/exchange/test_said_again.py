"""Every entry that may be corrected says itself again: the command made of it, decided where it
stands, makes the same entry.
"""

from __future__ import annotations

import dataclasses
import random
import re
import typing
from collections import Counter
from enum import StrEnum
from pathlib import Path
from typing import Any

import pytest

from tests import proved
from tests.benches.shaft import ShaftBench
from tests.exchange.golden import LOGS, NEAR_ITS_LIMIT, NEARNESS, read
from tribodex.core.errors import TribodexError
from tribodex.core.job.commands import Correct
from tribodex.core.job.correct import said_again, say_again
from tribodex.core.job.decide import decide
from tribodex.core.job.facts import Event, Fact, kind_of
from tribodex.core.job.readback import asked_of
from tribodex.core.topics import HOUSE, fold
from tribodex.core.topics.bolts import commands as bolts
from tribodex.core.topics.lineup import commands as line
from tribodex.core.topics.tapered import commands as tapered
from tribodex.core.topics.tapered import facts as ev
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import Loaded, desk_of

# How it was written, not what it says: a bare number comes back with its unit, a row before there
# is a nut by the face of its ring.
WRITTEN = {"typed", "thickness_typed", "moved_typed", "unmounted"}
# What an earlier version judged, or worded, otherwise.
JUDGED = {"verdict", "verdicts", "seat", "predicted_um", "plan", "asked", "gauge_first", "words"}


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_said_again_it_is_the_same_entry(path: Path, reference: Reference) -> None:
    kept, log = read(path)
    desk = desk_of(reference, Loaded(kept["job_id"], log, fold(log)))
    for event in log:
        now = desk.job.effective.get(event.seq)
        if now is None or said_again(HOUSE, now)[0] is None:
            continue
        command = say_again(HOUSE, now)
        assert type(command) is said_again(HOUSE, now)[0]
        hints = typing.get_type_hints(type(command))
        for item in dataclasses.fields(command):
            if isinstance(hint := hints[item.name], type) and issubclass(hint, StrEnum):
                assert isinstance(getattr(command, item.name), hint), (event.kind, item.name)
        made = _decided(reference, kept["job_id"], log, event, command)
        differs = {
            item.name
            for item in dataclasses.fields(now)
            if not _same(getattr(made, item.name), getattr(now, item.name))
        }
        allowed = WRITTEN if "2026-11-29e" <= path.stem < "3" else WRITTEN | JUDGED
        if path.stem < "2026-11-30k":
            # What is believed rested on shares of a cut axis then.
            allowed = allowed | {"predicted_um"}
        if path.stem < "2026-12-01" and event.kind == "locked":
            # The chosen risk was not kept at the lock then; what every gauging shares was not told
            # from what is its own.
            allowed = allowed | {"predicted_um", "verdict"}
        if path.stem < "2026-12-01b" and event.kind == "ring_gaps_read":
            # A steel shaft's growth was reckoned by 11.5 millionths then.
            allowed = allowed | {"figure"}
        if path.stem < NEARNESS and event.kind in NEAR_ITS_LIMIT:
            allowed = allowed | {"verdict", "verdicts"}
        assert differs <= allowed, (
            event.seq,
            event.kind,
            [(n, getattr(now, n), getattr(made, n)) for n in differs],
        )


def test_nothing_of_an_entry_is_lost_when_it_is_said_again() -> None:
    """A field that entry and command share is the same in both, whatever it holds: a name, a
    reason, a box.
    """
    tried = set()
    for path in LOGS:
        for event in read(path)[1]:
            said_by = said_again(HOUSE, event.fact)[0]
            # What keeps everything as it was typed is said again from that.
            if (
                said_by is None
                or event.kind in tried
                or isinstance(getattr(event.fact, "typed", ""), dict)
            ):
                continue
            tried.add(event.kind)
            shared = {item.name for item in dataclasses.fields(event.fact)} & {
                item.name for item in dataclasses.fields(said_by)
            }
            kinds = typing.get_type_hints(said_by), typing.get_type_hints(type(event.fact))
            for name in shared:
                if [hints[name] for hints in kinds] not in ([str, str], [bool, bool]):
                    continue
                was = getattr(event.fact, name)
                other = (not was) if isinstance(was, bool) else f"{was} and more"
                command = say_again(HOUSE, dataclasses.replace(event.fact, **{name: other}))
                assert getattr(command, name) == other, (event.kind, name)
    assert len(tried) > 60


def test_a_drive_up_of_its_own_stays_with_the_sleeve() -> None:
    bench = ShaftBench()
    bench.do(line.LaySleeve("1", "31 mm", "away from the datum", True, "0.9 mm"))
    assert say_again(HOUSE, bench.log[-1].fact) == line.LaySleeve(
        "1", "31 mm", "away from the datum", True, "0.9 mm"
    )
    bench.do(line.LaySleeve("1", "31 mm"))
    assert say_again(HOUSE, bench.log[-1].fact).drive_up == "", "the plan's"


def test_every_kind_that_may_be_corrected_was_said_again() -> None:
    seen = Counter(event.kind for path in LOGS for event in read(path)[1])
    assert set(seen) >= {kind_of(fact) for topic in HOUSE.topics for fact in topic.entries}


def _decided(
    reference: Reference, job_id: str, log: list[Event], event: Event, command: Any
) -> Fact:
    before = [
        e
        for e in log
        if e.seq < event.seq
        or (type(e.fact).__name__ in ("Corrected", "JudgedAnew") and e.fact.target < event.seq)
    ]  # type: ignore[attr-defined]
    desk = desk_of(reference, Loaded(job_id, before, fold(before)))
    then = dataclasses.replace(desk, at=event.at, correcting=True, moment=event.happened_at)
    _, made = decide(then, command, frozenset(asked_of(type(command))))
    return next(fact for fact in made if type(fact) is type(event.fact))


def _same(a: Any, b: Any) -> bool:
    if isinstance(a, float) and isinstance(b, float):
        return abs(a - b) <= 1e-6 * max(1.0, abs(b))
    if dataclasses.is_dataclass(a) and type(a) is type(b):
        return all(
            _same(getattr(a, i.name), getattr(b, i.name))
            for i in dataclasses.fields(a)
            if i.compare and i.name not in WRITTEN
        )
    if isinstance(a, tuple) and isinstance(b, tuple):
        return len(a) == len(b) and all(map(_same, a, b))
    return bool(a == b)


def test_a_bare_length_of_a_plan_says_the_unit_it_was_read_in() -> None:
    from tribodex.core.job.said import typed_again

    typed = {
        "joint": "cap",
        "count": "4",
        "layout": "corners",
        "screw": "M16",
        "engaged": "1",
        "extension": "1/2",
        "shown": "in",
    }
    again = typed_again(bolts.PlanJoint, typed)
    assert (again.engaged, again.extension, again.screw) == ("1 in", "1/2 in", "M16")
    assert typed_again(bolts.PlanJoint, {**typed, "shown": "mm"}).engaged == "1 mm"


def test_a_bare_length_of_the_nut_whose_unit_nobody_knows_comes_back_as_its_degrees() -> None:
    assert say_again(HOUSE, ev.NutTurned(35.2, "31", "rim")) == tapered.TurnNut("35.2", "degrees")
    assert say_again(HOUSE, ev.NutTurned(35.2, "31 mm", "rim")) == tapered.TurnNut("31 mm", "rim")


def _altered(command: Any) -> list[Any]:
    """The same command with one thing said otherwise: another choice, a box the other way, a number
    a little off.
    """
    made = []
    for name, ask in asked_of(type(command)).items():
        value, others = getattr(command, name), []
        if ask.stays:
            continue
        if isinstance(value, bool):
            others = [not value]
        elif ask.choices:
            others = (
                [type(value)(other) for other in ask.choices if other and str(other) != str(value)]
                if isinstance(value, str)
                else []
            )
        elif (
            ask.family.numeric
            and isinstance(value, str)
            and (found := re.fullmatch(r"([0-9.]+)( [^0-9+]*)?", value))
        ):
            others = [f"{float(found[1]) * 1.04:.6g}{found[2] or ''}"]
        made += [dataclasses.replace(command, **{name: other}) for other in others]
    return made


@pytest.mark.parametrize(
    "path", [path for path in LOGS if "2026-11-29" <= path.stem < "3"], ids=lambda p: p.stem
)
def test_corrected_it_stands_as_if_it_had_been_said_right_at_once(
    path: Path, reference: Reference
) -> None:
    """In every slice, alarm and proof; for every entry with one thing said otherwise, as far as
    that can be said there.
    """
    kept, log = read(path)
    desk = desk_of(reference, Loaded(kept["job_id"], log, fold(log)))
    last, corrected, begun = log[-1], 0, random.Random(path.stem)
    entries = [
        event
        for event in log
        if (now := desk.job.effective.get(event.seq)) is not None
        and said_again(HOUSE, now)[0] is not None
    ]
    for event in begun.sample(entries, min(12, len(entries))):
        now = desk.job.effective[event.seq]
        assert now is not None  # only those
        for command in _altered(say_again(HOUSE, now))[:3]:
            meant = frozenset(asked_of(type(command)))
            try:
                at, made = decide(
                    dataclasses.replace(desk, at=event.at),
                    Correct(event.seq, "misread", command),
                    meant,
                )
            except TribodexError:
                continue
            more = [
                dataclasses.replace(last, seq=last.seq + i, at=at, fact=fact)
                for i, fact in enumerate(made, 1)
            ]
            after = [*log, *more]
            proved.as_if_said_right_at_once(dataclasses.replace(desk, job=fold(after), log=after))
            corrected += 1
    assert corrected or len(entries) < 4 or desk.job.abandoned
