"""A plan for a housed unit on an adapter sleeve: by its shaft and its own sheet; what is inside may
stay unknown.
"""

from __future__ import annotations

from dataclasses import asdict
from functools import partial

from tribodex.core.bands_as_typed import read_turn_deg
from tribodex.core.components.bands import Span
from tribodex.core.fits.iso286 import shaft_limits_um, tolerance_um
from tribodex.core.fits.seat import SeatKind, SeatSpec
from tribodex.core.job.asked import Family, Likely
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import LengthUnit, parse_count, parse_pitch_mm, read_length
from tribodex.core.topics.adapter_unit.plan import AdapterPlan
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.units.adapter import Captive, plate_step_deg
from tribodex.core.units.forms import Form
from tribodex.core.units.known import KeptBearing, UnknownInside
from tribodex.core.units.locking import Load, Rotation, UnitLock
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.planning.given_units import (
    UnitDraft,
    base_torque,
    growth_mm,
    limits_as_typed,
)

SHAFT_UM = (12_000.0, 300_000.0)
MOST_TURN_DEG = 1_440.0
TURNS = Likely(90.0, 1_080.0, "makers ask a quarter turn to three turns")


def adapter_plan(
    errors: Collector, reference: Reference, draft: UnitDraft
) -> tuple[UnitPlan, AdapterPlan] | None:
    """Resolve a draft that is locked by an adapter sleeve; None, with what is wrong kept in
    `errors`, where it cannot be.
    """
    shaft = (
        errors.take(lambda: read_length(draft.bore, "bore", LengthUnit.MM, SHAFT_UM))
        if draft.bore.strip()
        else None
    )
    if not draft.bore.strip():
        errors.add(
            "bore",
            "Such a unit is sold by its shaft: which diameter?",
            "for example 60 mm, 2 7/16 in",
        )
    form = errors.choice(Form, draft.form, "form", question="Which form has the housing?")
    turn = None
    if draft.turns.strip():
        as_typed = draft.turns.strip()
        text = (
            as_typed
            if any(unit in as_typed for unit in ("turn", "°", "deg"))
            else f"{as_typed} turns"
        )
        turn = errors.take(lambda: read_turn_deg(text, "turns", MOST_TURN_DEG, "1 to 1 1/4 turns"))
    else:
        errors.add(
            "turns",
            "The maker's turns for this unit are needed; no other figure is valid.",
            "for example 1 to 1 1/4 turns",
        )
    if turn is not None:
        for end in dict.fromkeys((turn.low, turn.high)):
            errors.expect("turns", f"{end:g}°", Family.ANGLE, TURNS)
    if not draft.turns_source.strip():
        errors.add(
            "turns_source",
            "Where do the turns come from? Only its own sheet is valid.",
            "sheet, edition, page",
        )
    zero = (
        errors.choice(SheetZero, draft.sheet_zero, "sheet_zero")
        if draft.sheet_zero.strip()
        else None
    )
    captive = errors.choice(Captive, draft.captive, "captive", Captive.UNKNOWN)
    step = _step(errors, draft)
    pitch = (
        errors.take(lambda: parse_pitch_mm(draft.nut_pitch, "nut_pitch"))
        if draft.nut_pitch.strip()
        else None
    )
    limits = limits_as_typed(errors, draft) if draft.shaft_limits.strip() else None
    base_nm, base_source = base_torque(errors, draft)
    growth = growth_mm(errors, draft)
    if errors.fields or shaft is None or form is None or turn is None or captive is None:
        return None
    inside = _inside(reference, draft, shaft.mm)
    unit = UnitPlan(
        size=inside,
        shaft_text=draft.bore.strip(),
        seat=shaft_seat(reference, shaft.mm, draft.bore, limits, draft.turns_source.strip()),
        form=form,
        lock=UnitLock.ADAPTER,
        rotation=Rotation.UNKNOWN,
        faces_drive_end=None,
        load=Load.NORMAL,
        screw=None,
        base_nm=base_nm,
        base_source=base_source,
        # What it forgives is judged as strictly as any.
        regreased=True,
        growth_mm=growth,
        given={name: said for name, said in asdict(draft).items() if said},
        sources=(reference.inch_shafts.source,),
    )
    top_up = {"yes": True, "no": False}.get(draft.top_up.strip())
    driven = AdapterPlan(
        label=inside.label,
        shaft_text=draft.bore.strip(),
        range_deg=turn,
        zero=zero,
        source=draft.turns_source.strip(),
        step_deg=step,
        pitch_mm=pitch,
        captive=captive,
        top_up=top_up,
    )
    return unit, driven


def _inside(reference: Reference, draft: UnitDraft, shaft_mm: float) -> KeptBearing | UnknownInside:
    said = draft.insert.strip()
    found = reference.known_sizes.find(said) if said else None
    if found is not None:
        return found
    return UnknownInside(
        f"unit for a {draft.bore.strip()} shaft{f', {said}' if said else ''}", shaft_mm
    )


def _step(errors: Collector, draft: UnitDraft) -> float | None:
    said = {"nut_slots": draft.nut_slots.strip(), "plate_holes": draft.plate_holes.strip()}
    if not any(said.values()):
        return None
    missing = next((name for name, text in said.items() if not text), None)
    if missing is not None:
        errors.add(
            missing,
            "One count alone says nothing of where the plate meets.",
            "slots of the nut and holes of the plate; or both empty",
        )
        return None
    slots, holes = (errors.take(partial(parse_count, text, name)) for name, text in said.items())
    if slots is None or holes is None:
        return None
    return errors.take(lambda: plate_step_deg(int(slots), int(holes)))


def shaft_seat(
    reference: Reference, shaft_mm: float, text: str, limits_um: Span | None, source: str
) -> SeatSpec:
    """What the shaft of such a unit should measure: by its own sheet, else the usual band, marked
    as from memory.
    """
    form = tolerance_um(shaft_mm, 5) / 2
    if limits_um is not None:
        words = (
            f"{limits_um.high / 1000:+.3g}/{limits_um.low / 1000:+.3g} mm by {source}; form IT5/2"
        )
        return SeatSpec(SeatKind.SLEEVE, shaft_mm, limits_um, form, words, "maker")
    inches = text.strip().lower().removesuffix(".").endswith(("in", '"')) or "/" in text
    band = housed_band(reference, shaft_mm) if inches else None
    if band is not None:
        words = (
            f"inch shaft, {band.high / 25400:+.3f}/{band.low / 25400:+.3f} in, from memory: the"
            " unit's sheet goes first; form IT5/2"
        )
        return SeatSpec(SeatKind.SLEEVE, shaft_mm, band, form, words, "inch_shaft")
    words = "h9, from memory: the unit's sheet goes first; form IT5/2"
    return SeatSpec(
        SeatKind.SLEEVE, shaft_mm, shaft_limits_um(shaft_mm, "h9"), form, words, "iso_286"
    )


def housed_band(reference: Reference, shaft_mm: float) -> Span | None:
    """The band of an inch shaft under a housed unit, µm; None where none is known."""
    size = shaft_mm / 25.4
    band = reference.inch_shafts.find("housed_unit", size) or reference.inch_shafts.find(
        "adapter", size
    )
    return Span(band.lower_in * 25400, band.upper_in * 25400) if band is not None else None
