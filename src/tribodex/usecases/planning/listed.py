"""What is planned or said of a bearing beside what the plant's list has for its position: before
there is a job, and in one.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from tribodex.core.components.compare_numbers import not_as_listed
from tribodex.core.errors import NotFound
from tribodex.core.job.facts import Corrected, Fact, PositionGiven
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.topics import stock
from tribodex.core.topics.stock.facts import PositionCompared
from tribodex.core.working import Verdict
from tribodex.usecases.ports import Machine


@dataclass(frozen=True)
class AsListed:
    """What the list has for a position, and how a job would begin that is planned otherwise; None
    where nothing differs.
    """

    listed: str
    verdict: Verdict | None


def compared(machines: Iterable[Machine], position_id: str, planned: str) -> AsListed:
    """A planned number beside the list's. Raises NotFound for a position that there is not."""
    listed = _listed(machines).get(position_id)
    if listed is None:
        raise NotFound(f"The plant has no position “{position_id}”.")
    said = PositionCompared(
        "", listed, planned.strip(), not_as_listed(listed, planned.strip())
    ).judgements()
    return AsListed(listed, said[0] if said else None)


def says_a_bearing(facts: Iterable[Fact]) -> bool:
    """Whether one of these may have changed which bearing a place has, or where the place is."""
    return any(isinstance(fact, PositionGiven) or _sizes(fact) is not None for fact in facts)


def compared_again(
    machines: Iterable[Machine], before: Desk, after: Desk
) -> Sequence[tuple[str, Fact]]:
    """Each place whose bearing or position was said otherwise, beside the list: what differs now,
    or that it agrees again.

    What was put right or accepted by name stays so while the very same differs.
    """
    listed, found = _listed(machines), []
    for place in after.job.places:
        planned, was = (
            _label(after, place.id),
            after.job.of(stock.TOPIC, SHAFT).positions.get(place.id),
        )
        if (
            planned == _label(before, place.id)
            and place.position_id == before.job.place(place.id).position_id
        ):
            continue
        wanted = listed.get(place.position_id, "")
        differs = not_as_listed(wanted, planned)
        if differs != (was.differs if was is not None else ()):
            found.append((SHAFT, PositionCompared(place.id, wanted, planned, differs)))
    return found


def _listed(machines: Iterable[Machine]) -> dict[str, str]:
    return {
        position.id: position.designation.strip()
        for machine in machines
        for position in machine.positions
    }


def _sizes(fact: Fact) -> object:
    said = fact.replacement if isinstance(fact, Corrected) else fact
    return said.sizes() if said is not None else None


def _label(desk: Desk, place: str) -> str:
    """The number of the bearing at a place, by the newest entry that says one; by the plan it was
    opened with before that.
    """
    job = desk.job
    said = [seq for (_, at), newest in job.newest.items() if at == place for seq in newest.values()]
    sized = {
        seq: fact.sizes()
        for seq in said
        if (fact := job.effective.get(seq)) is not None and fact.sizes() is not None
    }
    if not sized:
        fitted = desk.fitted(place)
        return fitted.bearing.label.strip() if fitted is not None else ""
    newest: Any = sized[max(sized)]
    return str((newest[0] if isinstance(newest, tuple) else newest).label).strip()
