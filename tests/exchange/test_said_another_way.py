"""Every entry of the kept logs said again in every other way a person might: nothing breaks, and
nothing that is asked is without effect everywhere.
"""

from __future__ import annotations

import dataclasses
import typing
from collections import Counter
from collections.abc import Iterator
from enum import Enum
from typing import Any

import pytest

from tests.benches.shaft import REFERENCE
from tests.exchange.golden import LOGS, read
from tribodex.core.errors import TribodexError
from tribodex.core.job import facts
from tribodex.core.job.asked import Asked
from tribodex.core.job.correct import say_again
from tribodex.core.job.decide import decide
from tribodex.core.job.fold import fold
from tribodex.core.job.places import SHAFT
from tribodex.core.job.readback import asked_of
from tribodex.core.job.topic import Desk
from tribodex.core.topics import HOUSE, desk

# Leaves and turns are there by the hundred, and say the same of it.
MOST_OF_A_KIND = 12
# Asked for one case alone, that no kept log has: the collar and the clamp of a unit, a lock that is
# decided by name, a sheet that does not say its zero, two bearings that float.
ONLY_SOMETIMES = {
    "Lock.decided_by",
    "Lock.reason",
    "LockUnit.slits_apart",
    "LockUnit.turned",
    "MarkUnitZero.said_by",
    "SetOffset.place",
    # How it was entered, not what.
    "TryLeaf.typed",
}


def desks() -> Iterator[Desk]:
    for path in LOGS:
        _, events = read(path)
        opened = events[0].fact
        # The oldest ones were of one bearing, and named no procedure of places.
        if not isinstance(opened, facts.JobOpened) or not opened.procedure_id:
            continue
        procedures = {SHAFT: REFERENCE.procedure(opened.procedure_id, opened.procedure_version)}
        for place in opened.places:
            procedures[place.id] = REFERENCE.procedure(place.procedure_id, place.procedure_version)
        yield desk(fold(HOUSE, events), procedures, events, SHAFT, REFERENCE.books)


def other_ways(ask: Asked, hint: Any, now: Any) -> Iterator[Any]:
    hints = (hint, *typing.get_args(hint))
    if int in hints:
        yield from (n for n in (1, 2, 3, 4) if n != now)
    elif float in hints:
        yield from (0.01, 0.02, 6.0, 12.0)
    elif bool in hints:
        yield not now
    elif ask.choices:
        kinds = [kind for kind in hints if isinstance(kind, type) and issubclass(kind, Enum)]
        for value in ask.choices:
            yield kinds[0](value) if kinds and value else value
    else:
        yield from ("", ask.example.split(",")[0].split(";")[0].strip(), "Ada", "12")


def where_it_stood(here: Desk, event: facts.Event) -> Desk:
    before = [each for each in here.log if each.seq < event.seq]
    return dataclasses.replace(
        here,
        job=fold(HOUSE, before),
        log=before,
        at=event.at,
        correcting=True,
        moment=event.happened_at,
    )


def said(then: Desk, entry: Any) -> Any:
    """What the entry becomes; the refusal where it is refused."""
    try:
        _, made = decide(then, entry, frozenset(item.name for item in dataclasses.fields(entry)))
    except TribodexError as refused:
        return type(refused)
    # The text of a form is kept beside what was made of it.
    return [
        dataclasses.replace(fact, typed={}) if hasattr(fact, "typed") else fact for fact in made
    ]


@pytest.fixture(scope="module")
def effects() -> dict[str, bool]:
    """Field by field, whether another word there changes anything."""
    seen: Counter[type] = Counter()
    found: dict[str, bool] = {}
    for here in desks():
        for event in here.log:
            entry = say_again(HOUSE, event.fact)
            if entry is None:
                continue
            asked, hints = asked_of(type(entry)), typing.get_type_hints(type(entry))
            seen[type(entry)] += 1
            if seen[type(entry)] > MOST_OF_A_KIND:
                continue
            then = where_it_stood(here, event)
            base = said(then, entry)
            for name, ask in asked.items():
                field = f"{type(entry).__name__}.{name}"
                now = getattr(entry, name)
                for value in other_ways(ask, hints[name], now):
                    changed = dataclasses.replace(entry, **{name: value})
                    found[field] = found.get(field, False) | (
                        value != now and said(then, changed) != base
                    )
    return found


def test_no_way_to_say_an_entry_again_breaks_anything(effects: dict[str, bool]) -> None:
    assert len(effects) > 300


def test_what_is_asked_counts(effects: dict[str, bool]) -> None:
    assert {field for field, counts in effects.items() if not counts} <= ONLY_SOMETIMES
