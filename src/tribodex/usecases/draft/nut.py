"""The nut and the sleeve of a draft: the table's, with what was measured or counted put over it."""

from __future__ import annotations

from dataclasses import replace

from tribodex.core.components.lock_nut import Family, LockKind, LockNut
from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.shaft_fit import nominal_of
from tribodex.core.quantities import (
    LengthUnit,
    parse_count,
    parse_length,
    parse_pitch_mm,
    read_length,
)
from tribodex.core.working import number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import PlanDraft


def check_sleeve(
    errors: Collector,
    reference: Reference,
    draft: PlanDraft,
    series: str,
    bore_mm: float,
    *,
    shaft_mm: float,
) -> None:
    """A shaft that no sleeve of this bearing fits is a stop, unless a sleeve of its own is
    named."""
    if draft.special_sleeve.strip() or draft.housed_unit.strip() not in ("", "no"):
        return
    one = reference.sleeves.find(series, bore_mm)
    sleeves = (one,) if one is not None else reference.sleeves.for_bore(bore_mm)
    if sleeves and not any(nominal_of(sleeve, shaft_mm) for sleeve in sleeves):
        listed = ", ".join(
            dict.fromkeys(text for sleeve in sleeves for text, _ in sleeve.nominals())
        )
        errors.add(
            "shaft",
            f"No sleeve for a {bore_mm:g} mm bore fits a shaft of {number(shaft_mm)} mm: wrong"
            " bearing, wrong block, or worn shaft. Stop and measure.",
            f"{listed}; or name the special sleeve with its drawing",
        )


def read_nut(
    reference: Reference,
    draft: PlanDraft,
    bore_mm: float,
    series: str,
    family: Family,
    *,
    seat: Seat,
    lock: LockKind | None,
) -> LockNut | None:
    """The nut of the table, with whatever the person measured or counted put over it. None when
    nothing is known.

    The tables hold nuts of adapter sleeves; on another seat the nut is another one and is given by
    the person.
    """
    table = reference.inch_nuts if family is Family.INCH else reference.nuts
    sleeve = reference.sleeves.find(series, bore_mm)
    outside = sleeve.nut_outside_mm if sleeve is not None and family is Family.METRIC else None
    row = table.find(bore_mm, outside) if seat is Seat.ADAPTER_SLEEVE else None
    texts = (draft.nut_thread, draft.nut_pitch, draft.nut_outside, draft.nut_slots, draft.nut_tabs)
    if row is not None and draft.washer_thickness.strip():
        thickness = read_length(
            draft.washer_thickness, "washer_thickness", LengthUnit.MM, (300, 6000)
        ).mm
        row = replace(row, washer_mm=thickness, washer_measured=True)
    if not any(text.strip() for text in texts):
        # The table counts the positions of its own lock; another one has its own.
        return (
            replace(row, lock=lock, tabs=None, washer_mm=None)
            if row is not None and lock not in (None, row.lock)
            else row
        )
    if row is None and not draft.nut_pitch.strip():
        raise InvalidInput.at(
            "nut_pitch",
            "The table has no nut here, and without its pitch nothing about it can be computed.",
            "2 mm or 12 tpi",
        )
    thread = (
        parse_length(draft.nut_thread, "nut_thread").mm
        if draft.nut_thread.strip()
        else row.thread_mm
        if row
        else bore_mm
    )
    counts = {
        name: parse_count(text, name)
        for name, text in (("nut_slots", draft.nut_slots), ("nut_tabs", draft.nut_tabs))
        if text.strip()
    }
    for name, count in counts.items():
        if count != int(count):
            raise InvalidInput.at(
                name, f"{count:g} is not a whole number.", "a count, for example 17"
            )

    def counted(name: str, known: int | None) -> int | None:
        return int(counts[name]) if name in counts else known

    other_lock = row is not None and lock is not None and lock is not row.lock
    return LockNut(
        thread_mm=thread,
        pitch_mm=(
            parse_pitch_mm(draft.nut_pitch, "nut_pitch")
            if draft.nut_pitch.strip()
            else row.pitch_mm
            if row
            else 0.0
        ),
        outside_mm=(
            parse_length(draft.nut_outside, "nut_outside").mm
            if draft.nut_outside.strip()
            else row.outside_mm
            if row
            else None
        ),
        slots=counted("nut_slots", row.slots if row else None),
        tabs=counted("nut_tabs", row.tabs if row and not other_lock else None),
        slot_width_mm=row.slot_width_mm if row else None,
        tabs_counted="nut_tabs" in counts,
        source_id="measured here",
        lock=lock or (row.lock if row else LockKind.TAB_WASHER),
        washer_mm=(
            read_length(draft.washer_thickness, "washer_thickness", LengthUnit.MM, (300, 6000)).mm
            if draft.washer_thickness.strip()
            else row.washer_mm
            if row and not other_lock
            else None
        ),
        washer_measured=bool(draft.washer_thickness.strip()),
        series=row.series if row else "",
        trapezoidal=row.trapezoidal if row else False,
    )
