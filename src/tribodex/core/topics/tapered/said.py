"""The command that says an entry again: a correction begins from it."""

from __future__ import annotations

import re
from typing import Any, cast

from tribodex.core.job.said import as_typed, celsius, mm, plain, with_unit
from tribodex.core.quantities import UM_PER, LengthUnit
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev

_BARE = re.compile(r"[0-9.,]+")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.LeafTried():
            return cmd.TryLeaf(
                fact.place,
                fact.row,
                mm(sum(fact.leaves_um) / 1000),
                fact.outcome,
                typed=bool(fact.typed),
            )
        case ev.NutTurned():
            return cmd.TurnNut(*_turn(fact.typed, fact.unit, fact.degrees))
        case ev.BlowsStruck():
            return cmd.StrikeBlows(fact.blows, fact.same)
        case ev.TabSeen():
            return cmd.SeeTab(*_turn(fact.typed, fact.unit, fact.turn_deg))
        case ev.NutSeated():
            return _seated(fact)
        case ev.LookedAt():
            before, after = _ends(fact)
            return cmd.LookAt(fact.look, None if before else fact.found, before, after, fact.tool)
        case ev.ZeroSet():
            return cmd.SetZero(
                fact.tap_tested,
                as_typed(fact.typed, with_unit(fact.start_pressure_mpa, "MPa")),
                fact.counted_from or "",
            )
        case ev.HandChecked():
            return cmd.HandCheck(fact.swivel, fact.turns_freely)
        case ev.Locked():
            return cmd.Lock(plain(fact.turn_deg), fact.decided_by, fact.reason)
        case ev.GaugingStarted():
            return cmd.StartGauging(
                fact.phase, fact.places, fact.where, celsius(fact.inner_c), celsius(fact.outer_c)
            )
        case _:
            return None


def _turn(typed: str, unit: str, degrees: float) -> tuple[str, cmd.TurnUnit]:
    """As it was typed. A bare length of an older entry may have been of either unit: then its
    degrees, which are certain.
    """
    if unit in ("rim", "drive_up") and _BARE.fullmatch(typed):
        return plain(degrees), "degrees"
    return typed, cast(cmd.TurnUnit, unit)


def _seated(fact: ev.NutSeated) -> cmd.SeatNut:
    amount, unit = (
        _turn(fact.typed, fact.unit, abs(fact.behind_deg))
        if fact.behind_deg is not None
        else ("", "degrees")
    )
    before, after = _ends(fact)
    return cmd.SeatNut(
        amount=amount,
        unit=unit,
        past=(fact.behind_deg or 0) < 0,
        washer_thickness=(
            as_typed(fact.thickness_typed, mm(fact.thickness_mm)) if fact.thickness_typed else ""
        ),
        sleeve_before=before,
        sleeve_after=after,
        tool=fact.tool,
    )


def _ends(fact: ev.NutSeated | ev.LookedAt) -> tuple[str, str]:
    """Sleeve end to ring, before and after; bare ones of an older entry in the unit that gives what
    it moved by.
    """
    before, _, after = fact.moved_typed.partition(" to ")
    if fact.moved_mm is None or not (_BARE.fullmatch(before) and _BARE.fullmatch(after)):
        return before, after
    moved = float(after.replace(",", ".")) - float(before.replace(",", "."))
    unit = min(
        LengthUnit, key=lambda unit: abs(moved * UM_PER[unit] / 1000 - (fact.moved_mm or 0.0))
    )
    return f"{before} {unit}", f"{after} {unit}"
