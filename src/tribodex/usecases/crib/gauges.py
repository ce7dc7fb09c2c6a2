"""Gauge sets of the crib: leaves as typed, and when they were checked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.quantities import LengthUnit, parse_length, um_text
from tribodex.usecases.crib.checks import checked_day
from tribodex.usecases.crib.shelf import history, latest
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import CribItem
from tribodex.usecases.shape import Shape

# More leaves than any set has.
MOST_LEAVES = 60
# A feeler that is off by more is worn, bent or another one: twice what it may be off when new
# (common practice, no source).
MOST_OFF_UM, MOST_OFF_SHARE = 6.0, 0.10


@AS_TYPED
@dataclass(frozen=True)
class GaugeDraft:
    """A gauge set as typed: its leaves in one text, split by blanks; what each is by micrometer in
    the same order, or nothing.
    """

    name: str = ""
    unit: str = "mm"
    leaves: str = ""
    checked_on: str = ""
    meant: str = ""
    measured: str = ""


@dataclass(frozen=True)
class GaugeView:
    """A gauge set with how it came to be what it is."""

    gauge: FeelerSet
    leaves: str
    measured: str
    version: int
    actor: str
    recorded_at: datetime
    withdrawn: bool
    history: tuple[str, ...]


_GAUGE = Shape(FeelerSet)


def gauge_item(gauge: FeelerSet) -> dict[str, Any]:
    """A gauge set as it is kept."""
    kept: dict[str, Any] = _GAUGE.dump_python(gauge, mode="json")
    return kept


def gauges_of(items: Sequence[CribItem]) -> list[FeelerSet]:
    """The gauge sets on offer: newest versions, withdrawn ones left out."""
    return [
        _GAUGE.validate_python(item.payload)
        for item in latest(items, "gauge")
        if not item.withdrawn
    ]


def gauges_shelf(items: Sequence[CribItem]) -> list[GaugeView]:
    """Every gauge set with its history, withdrawn ones too."""
    views = []
    for item in latest(items, "gauge"):
        gauge = _GAUGE.validate_python(item.payload)
        views.append(
            GaugeView(
                gauge=gauge,
                leaves=_text(gauge.leaves_um, gauge.unit),
                measured=_text(gauge.measured_um or (), gauge.unit, digits=5),
                version=item.version,
                actor=item.by,
                recorded_at=item.recorded_at,
                withdrawn=item.withdrawn,
                history=history(items, item.item_id),
            )
        )
    return views


def read_gauge(item_id: str, draft: GaugeDraft) -> FeelerSet:
    """A gauge set from what was typed. Raises InvalidInput with the fields to correct."""
    errors = Collector()
    unit = LengthUnit.THOU if draft.unit == "thou" else LengthUnit.MM
    leaves: list[float] = []
    texts = draft.leaves.replace(";", " ").split()
    if len(texts) > MOST_LEAVES:
        errors.add(
            "leaves", f"{len(texts)} leaves are too many for one set.", f"at most {MOST_LEAVES}"
        )
    for text in texts[:MOST_LEAVES]:
        length = errors.take(lambda text=text: parse_length(text, "leaves", unit))  # type: ignore[misc]
        if length is not None:
            leaves.append(round(length.um, 3))
    if not draft.name.strip():
        errors.add(
            "name",
            "A gauge set has a name, so that a record can say which was used.",
            "for example “Metric set 2”",
        )
    if not leaves and not any(field.name == "leaves" for field in errors.fields):
        errors.add(
            "leaves",
            "A gauge set needs at least one leaf.",
            "its feelers split by blanks, for example 0.03 0.04 0.05",
        )
    if any(leaf > 3000 for leaf in leaves):
        errors.add(
            "leaves",
            "A feeler thicker than 3 mm is out of range: check value and unit.",
            "thicknesses in the chosen unit",
        )
    measured = _measured(draft.measured, unit, leaves, errors)
    checked = errors.take(lambda: checked_day(draft.checked_on))
    errors.check()
    day = checked.isoformat() if checked is not None else None
    really = dict(zip(leaves, measured, strict=True)) if measured else {}
    marked = tuple(sorted(set(leaves)))
    return FeelerSet(
        item_id,
        draft.name.strip(),
        unit,
        marked,
        day,
        tuple(really[leaf] for leaf in marked) if really else None,
    )


def _measured(
    text: str, unit: LengthUnit, leaves: Sequence[float], errors: Collector
) -> list[float]:
    """What each leaf is by micrometer, in the order in which the leaves were typed; nothing where
    nobody measured.
    """
    texts = text.replace(";", " ").split()
    if not texts:
        return []
    if len(texts) != len(leaves):
        errors.add(
            "measured",
            f"{len(texts)} thicknesses for {len(leaves)} feelers.",
            "one for each feeler, in the same order; or none",
        )
        return []
    found = []
    for leaf, one in zip(leaves, texts, strict=True):
        length = errors.take(lambda one=one: parse_length(one, "measured", unit))  # type: ignore[misc]
        if length is not None and abs(length.um - leaf) > max(MOST_OFF_UM, MOST_OFF_SHARE * leaf):
            errors.add(
                "measured",
                f"The feeler of {um_text(leaf)} measures {um_text(length.um)}: more than a feeler"
                " is off.",
                "measured again, flat and clean; a worn or bent one is taken out of the set",
            )
        if length is not None:
            found.append(round(length.um, 3))
    return found if len(found) == len(leaves) else []


def _text(leaves_um: Sequence[float], unit: LengthUnit, digits: int = 4) -> str:
    per = 25.4 if unit is LengthUnit.THOU else 1000.0
    return " ".join(f"{leaf / per:.{digits}g}" for leaf in leaves_um)
