"""What is planned beside what the plant's list has for a position, before there is a job."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from tribodex.core.components.compare_numbers import not_as_listed
from tribodex.core.errors import NotFound
from tribodex.core.topics.stock.facts import PositionCompared
from tribodex.core.working import Verdict
from tribodex.usecases.ports import Machine


@dataclass(frozen=True)
class AsListed:
    """What the list has for a position, and how a job would begin that is planned otherwise; None where nothing differs."""

    listed: str
    verdict: Verdict | None


def compared(machines: Iterable[Machine], position_id: str, planned: str) -> AsListed:
    """A planned number beside the list's. Raises NotFound for a position that there is not."""
    position = next((one for machine in machines for one in machine.positions if one.id == position_id), None)
    if position is None:
        raise NotFound(f"The plant has no position “{position_id}”.")
    listed = position.designation.strip()
    said = PositionCompared("", listed, planned.strip(), not_as_listed(listed, planned.strip())).judgements()
    return AsListed(listed, said[0] if said else None)
