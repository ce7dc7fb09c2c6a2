"""What a job covers. Its procedures hold every stage of that kind of work; what is left out stands
in the first entry of its log.

A firm gate stands whatever is left out: no choice here makes a machine safe by itself.
"""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum

from tribodex.core.procedure import Procedure
from tribodex.core.procedure.labels import TRADE_STAGES


class Scope(StrEnum):
    """The works that people open jobs for (common practice, no source)."""

    WHOLE = "whole"
    MOUNTING = "mounting"
    GREASE_AND_CLOSE = "grease_and_close"
    SEAL = "seal"
    REMOVE_AND_LOOK = "remove_and_look"

    @property
    def words(self) -> str:
        """As it is offered."""
        return {
            "whole": "the whole change, every stage",
            "mounting": "mounting alone: the seat, on, locked",
            "grease_and_close": "grease, close and run in what others mounted",
            "seal": "a seal alone, the bearing stays",
            "remove_and_look": "remove the old one, and look at it",
        }[self.value]

    @property
    def trades(self) -> frozenset[str]:
        """The stages of the trade that are covered; make safe always is."""
        return {
            "whole": frozenset(TRADE_STAGES),
            "mounting": frozenset({"prepare", "mount", "lock"}),
            "grease_and_close": frozenset({"seal", "grease", "close", "run_in", "keep"}),
            "seal": frozenset({"seal"}),
            "remove_and_look": frozenset({"take_stock", "take_off", "look"}),
        }[self.value]


# The inboard ring goes on before the sleeve, and is the seal's work all the same.
_OF_SEALS = frozenset({"inboard_ring"})


def left_out_by(scope: Scope, procedures: Mapping[str, Procedure]) -> tuple[tuple[str, str], ...]:
    """(stage, place) of what a scope leaves out of these procedures. A firm stage is never left
    out.
    """

    def covered(stage_id: str, trade: str) -> bool:
        if stage_id in _OF_SEALS and scope in (Scope.GREASE_AND_CLOSE, Scope.SEAL):
            return True
        return trade in scope.trades

    return tuple(
        (stage.id, at)
        for at, procedure in procedures.items()
        for stage in procedure.stages
        if not stage.firm and not covered(stage.id, stage.trade)
    )
