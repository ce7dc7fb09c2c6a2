"""Units on adapter sleeves, by hand."""

from __future__ import annotations

from tests import proved
from tests.benches.units import UnitBench
from tribodex.core.topics import adapter_unit
from tribodex.core.topics.adapter_unit.state import Driven
from tribodex.core.units.forms import FloatBy
from tribodex.usecases.planning.given_units import UnitDraft

BOTH = UnitDraft(
    lock="adapter",
    bore="2 7/16 in",
    form="foot_2",
    turns="1 to 1 1/4",
    turns_source="unit sheet, page 3",
    sheet_zero="both_hands",
    shaft_limits="+0/-0.003 in",
)
TAPPED = UnitDraft(**{**BOTH.__dict__, "sheet_zero": "tapped"})


class AdapterBench(UnitBench):
    """Two units on adapter sleeves on one shaft: the first holds, the second floats; slid on."""

    def __init__(self, draft: UnitDraft = BOTH) -> None:
        super().__init__(draft, draft)
        self.onto("1", FloatBy.HOUSING)
        self.onto("2", FloatBy.ROOM)
        for at in ("1", "2"):
            self.gate("ready_drive", at)

    def at(self, *commands: object, place: str = "1") -> Driven:
        self.do(*commands, at=place)
        return self.driven(place)

    def driven(self, place: str = "1") -> Driven:
        return self.desk(place).of(adapter_unit.TOPIC)

    def says(self, place: str = "1") -> tuple[str, str, bool]:
        found = adapter_unit.TOPIC.move(self.desk(place), self.driven(place))
        return str(found.do), found.headline, found.stops

    def proven(self, place: str = "1") -> dict[str, bool]:
        return {
            proof.claim.code: proof.proven
            for proof in proved.of(self.desk(place), adapter_unit.TOPIC)
        }
