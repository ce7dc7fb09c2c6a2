"""Torque wrenches of the crib: scale, length, and when they were checked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import datetime

from tribodex.core.bolts.wrench import TorqueWrench
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.usecases.crib.checks import checked_day
from tribodex.usecases.crib.shelf import history, latest
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import CribItem
from tribodex.usecases.shape import Shape

LENGTH_UM = (50_000.0, 3_000_000.0)


@AS_TYPED
@dataclass(frozen=True)
class WrenchDraft:
    """A wrench as typed: its scale, drive to the middle of its grip, when it was checked."""

    name: str = ""
    least: str = ""
    most: str = ""
    length: str = ""
    checked_on: str = ""
    meant: str = ""


@dataclass(frozen=True)
class WrenchView:
    """A wrench with how it came to be what it is."""

    id: str
    wrench: TorqueWrench
    draft: WrenchDraft
    version: int
    actor: str
    recorded_at: datetime
    withdrawn: bool
    history: tuple[str, ...]


_WRENCH = Shape(WrenchDraft)


def read_wrench(draft: WrenchDraft) -> TorqueWrench:
    """A wrench from what was typed. Raises InvalidInput with the fields to correct."""
    errors = Collector()
    if not draft.name.strip():
        errors.add(
            "name",
            "A wrench has a name, so that a record can say which was used.",
            "for example “no. 3, 1/2 in”",
        )
    least = (
        errors.take(lambda: parse_torque_nm(draft.least, "least")) if draft.least.strip() else None
    )
    if not draft.most.strip():
        errors.add(
            "most", "Where does its scale end? It is used from 20 to 100 % of it.", "200 N·m"
        )
    most = errors.take(lambda: parse_torque_nm(draft.most, "most")) if draft.most.strip() else None
    if least is not None and most is not None and least >= most:
        errors.add("most", "The scale ends below where it begins.", "least, then greatest torque")
    length = (
        errors.take(lambda: read_length(draft.length, "length", LengthUnit.MM, LENGTH_UM).mm)
        if draft.length.strip()
        else None
    )
    checked = errors.take(lambda: checked_day(draft.checked_on))
    errors.check()
    return TorqueWrench(draft.name.strip(), least, most, checked, length)


def wrench_item(draft: WrenchDraft) -> dict[str, str]:
    """A wrench as it is kept."""
    return asdict(draft)


def wrenches_shelf(items: Sequence[CribItem]) -> list[WrenchView]:
    """Every wrench with its history, withdrawn ones too."""
    views = []
    for item in latest(items, "wrench"):
        draft = _WRENCH.validate_python(item.payload)
        shown = (
            item.version,
            item.by,
            item.recorded_at,
            item.withdrawn,
            history(items, item.item_id),
        )
        views.append(WrenchView(item.item_id, read_wrench(draft), draft, *shown))
    return views
