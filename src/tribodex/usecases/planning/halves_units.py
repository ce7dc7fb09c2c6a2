"""A plan for a bearing in two halves in its own housing: by its shaft and its own sheet; nothing of
a whole bearing holds for it.
"""

from __future__ import annotations

from dataclasses import asdict

from tribodex.core.components.bands import Span
from tribodex.core.fits.iso286 import tolerance_um
from tribodex.core.fits.seat import SeatKind, SeatSpec
from tribodex.core.job.asked import Family
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.units.forms import Form
from tribodex.core.units.known import UnknownInside
from tribodex.core.units.locking import Load, Rotation, UnitLock
from tribodex.core.units.screws import ScrewTorque
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.planning.given_units import (
    UnitDraft,
    base_torque,
    growth_mm,
    likely_torque,
    limits_as_typed,
)

SHAFT_UM = (20_000.0, 1_000_000.0)


def halves_plan(errors: Collector, draft: UnitDraft) -> UnitPlan | None:
    """Resolve a draft of a bearing in two halves; None, with what is wrong kept in `errors`, where
    it cannot be.
    """
    if not draft.bore.strip():
        errors.add(
            "bore",
            "Such a bearing is sold by its shaft: which diameter?",
            "for example 100 mm, 4 in",
        )
    shaft = (
        errors.take(lambda: read_length(draft.bore, "bore", LengthUnit.MM, SHAFT_UM))
        if draft.bore.strip()
        else None
    )
    form = errors.choice(Form, draft.form, "form", question="Which form has the housing?")
    load = errors.choice(Load, draft.load, "load", Load.NORMAL)
    source = draft.screw_source.strip()
    if not source:
        errors.add(
            "screw_source",
            "Which sheet? Only its own says how its joints are screwed together.",
            "the maker's sheet, page",
        )
    screw = _joint_screw(errors, draft, source)
    limits = limits_as_typed(errors, draft) if draft.shaft_limits.strip() else None
    if not draft.shaft_limits.strip():
        errors.add(
            "shaft_limits",
            "Which limits does its sheet give for the shaft? Halves grip nothing that is too thin.",
            "+0/-0.05 mm, as printed",
        )
    base_nm, base_source = base_torque(errors, draft)
    growth = growth_mm(errors, draft)
    if (
        errors.fields
        or shaft is None
        or form is None
        or load is None
        or screw is None
        or limits is None
    ):
        return None
    number = draft.insert.strip()
    return UnitPlan(
        size=UnknownInside(
            f"bearing in two halves for a {draft.bore.strip()}"
            f" shaft{f', {number}' if number else ''}",
            shaft.mm,
        ),
        shaft_text=draft.bore.strip(),
        seat=_seat(shaft.mm, limits, source),
        form=form,
        lock=UnitLock.HALVES,
        rotation=Rotation.UNKNOWN,
        faces_drive_end=None,
        load=load,
        screw=screw,
        base_nm=base_nm,
        base_source=base_source,
        # What it forgives is judged as strictly as any.
        regreased=True,
        growth_mm=growth,
        given={name: said for name, said in asdict(draft).items() if said},
        sources=(),
    )


def _joint_screw(errors: Collector, draft: UnitDraft, source: str) -> ScrewTorque | None:
    if not draft.screw.strip():
        errors.add(
            "screw",
            "Which screws hold the halves together?",
            "M10, 3/8-16, as its sheet names them",
        )
    if not draft.screw_torque.strip():
        errors.add(
            "screw_torque",
            "The maker's torque for these screws is needed; no other figure is valid.",
            "for example 45 N·m, 33 lbf·ft",
        )
        return None
    torque = errors.take(lambda: parse_torque_nm(draft.screw_torque, "screw_torque"))
    errors.expect("screw_torque", draft.screw_torque, Family.TORQUE, likely_torque(draft.screw))
    return (
        ScrewTorque(draft.screw.strip(), (Span(torque, torque),), source, maker=True)
        if torque is not None and draft.screw.strip()
        else None
    )


def _seat(shaft_mm: float, limits_um: Span, source: str) -> SeatSpec:
    words = f"{limits_um.high / 1000:+.3g}/{limits_um.low / 1000:+.3g} mm by {source}; form IT5/2"
    return SeatSpec(
        SeatKind.SLIDING, shaft_mm, limits_um, tolerance_um(shaft_mm, 5) / 2, words, "maker"
    )
