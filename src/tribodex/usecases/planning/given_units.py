"""What a person gives for a housed unit, as typed; and what every kind of lock is asked alike."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.bolts.thread import read_thread
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.job.asked import Family, Likely
from tribodex.core.job.expected import torque_for
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.units.adapter import read_shaft_limits
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED

GROWTH_UM = (0.0, 60_000.0)
GROWTH = Likely(0.0, 3.0, "shafts grow by tenths of a millimetre to some")


@AS_TYPED
@dataclass(frozen=True)
class UnitDraft:
    """What a person gave, as typed. Empty text means: not given. A torque of a sheet comes with its
    source.

    On an adapter sleeve, and in two halves: `insert` is the number of what is inside, where it can
    be read; the rest follows its own sheet.
    """

    insert: str = ""
    bore: str = ""
    outside: str = ""
    width: str = ""
    form: str = ""
    lock: str = ""
    rotation: str = ""
    faces: str = ""
    load: str = ""
    shaft_class: str = ""
    screw: str = ""
    screw_torque: str = ""
    screw_source: str = ""
    base_torque: str = ""
    base_source: str = ""
    regreased: str = ""
    growth: str = ""
    replace_insert: str = ""
    iron: str = ""
    grit: str = ""
    meant: str = ""
    turns: str = ""
    turns_source: str = ""
    sheet_zero: str = ""
    shaft_limits: str = ""
    nut_slots: str = ""
    plate_holes: str = ""
    nut_pitch: str = ""
    captive: str = ""
    top_up: str = ""


def likely_torque(screw: str) -> Likely | None:
    """The torque that a screw of this thread usually takes; None where its thread is not read."""
    try:
        return torque_for(read_thread(screw))
    except InvalidInput:
        return None


def limits_as_typed(errors: Collector, draft: UnitDraft) -> Span | None:
    """Limits of the shaft by its own sheet (µm); what lies further off than such shafts are made is
    read back.
    """
    limits = errors.take(lambda: read_shaft_limits(draft.shaft_limits, "shaft_limits"))
    if limits is not None:
        widest = max(abs(limits.low), abs(limits.high)) / 1000
        errors.expect(
            "shaft_limits",
            f"{widest:g} mm",
            Family.LENGTH,
            Likely(0.0, 0.2, "shafts are made to hundredths of a millimetre"),
        )
    return limits


def growth_mm(errors: Collector, draft: UnitDraft) -> float | None:
    """The growth that a floating unit takes; None where nobody gave it."""
    errors.expect("growth", draft.growth, Family.LENGTH, GROWTH)
    if not draft.growth.strip():
        return None
    return errors.take(
        lambda: read_length(draft.growth, "growth", LengthUnit.MM, GROWTH_UM, zero=True).mm
    )


def base_torque(errors: Collector, draft: UnitDraft) -> tuple[float | None, str]:
    """The torque of the housing's bolts with its source; None where nobody gave it."""
    if not draft.base_torque.strip():
        return None, ""
    if not draft.base_source.strip():
        errors.add(
            "base_source",
            "Where does the torque come from?",
            "the maker's sheet of the housing, page",
        )
    errors.expect(
        "base_torque",
        draft.base_torque,
        Family.TORQUE,
        Likely(2.0, 2_000.0, "bolts of a housing take 5 to 1000 N·m"),
    )
    return (
        errors.take(lambda: parse_torque_nm(draft.base_torque, "base_torque")),
        draft.base_source.strip(),
    )
