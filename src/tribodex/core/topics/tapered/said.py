"""An entry as it stands now, in the fields of the command that says it again: a correction begins from these."""

from __future__ import annotations

from tribodex.core.job.facts import Fact
from tribodex.core.job.said import ticked
from tribodex.core.topics.tapered import facts as ev


def said_as(fact: Fact | None) -> dict[str, str]:
    """An entry as it stands now, in the fields of the command that says it again: a correction begins from these."""
    match fact:
        case ev.LeafTried():
            return {"place": str(fact.place), "row": fact.row, "leaf": fact.typed or f"{sum(fact.leaves_um):g} µm", "outcome": fact.outcome}
        case ev.NutTurned() | ev.TabSeen():
            return {"amount": fact.typed, "unit": fact.unit}
        case ev.NutSeated():
            return {
                "amount": fact.typed,
                "unit": fact.unit,
                "past": ticked((fact.behind_deg or 0) < 0),
                "washer_thickness": fact.thickness_typed,
                **dict(zip(("sleeve_before", "sleeve_after"), fact.moved_typed.split(" to "), strict=False)),
                "tool": fact.tool or "",
            }
        case ev.ZeroSet():
            return {"tap_tested": ticked(fact.tap_tested), "start_pressure": fact.typed}
        case ev.HandChecked():
            return {"swivel": fact.swivel, "turns_freely": ticked(fact.turns_freely)}
        case ev.Locked():
            return {"turn": f"{fact.turn_deg:.3g}"}
        case ev.GaugingStarted():
            return {"phase": fact.phase, "where": fact.where, "places": str(fact.places)}
        case _:
            return {}
