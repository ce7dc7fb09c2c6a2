"""A plan for a housed unit, and for an insert replaced in its housing, from what a person gave."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from functools import partial

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.components.straight import Closure, StraightBearing, StraightKind
from tribodex.core.fits.seat import SeatSpec, sliding_seat
from tribodex.core.job.asked import Family
from tribodex.core.job.expected import beside
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics.adapter_unit.plan import AdapterPlan, travel_result, turns_result
from tribodex.core.topics.insert.facts import InsertPlan
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.units.adapter import positions_result
from tribodex.core.units.forms import Form
from tribodex.core.units.insert import Iron, judge_iron
from tribodex.core.units.locking import AdviceLock, Load, Rotation, UnitLock, advise_lock
from tribodex.core.units.screws import ScrewTorque, torque_of
from tribodex.core.units.sizes import ABOVE_BORE_MM, InsertRow
from tribodex.core.working import Result, Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.planning.adapter_units import adapter_plan
from tribodex.usecases.planning.given_units import UnitDraft, base_torque, growth_mm, likely_torque
from tribodex.usecases.planning.halves_units import halves_plan

BORE_UM, OUTSIDE_UM, WIDTH_UM = (8_000.0, 200_000.0), (20_000.0, 400_000.0), (8_000.0, 250_000.0)


@dataclass(frozen=True)
class PlannedUnit:
    """A unit, its insert where that is replaced first, and how it is driven up where it stands on
    an adapter sleeve.
    """

    unit: UnitPlan
    insert: InsertPlan | None
    adapter: AdapterPlan | None = None


def unit_plan(reference: Reference, draft: UnitDraft) -> PlannedUnit:
    """Resolve a draft into a plan. Raises InvalidInput with every field to correct."""
    errors = Collector(draft.meant)
    if draft.lock.strip() in (UnitLock.ADAPTER, UnitLock.HALVES):
        return _by_its_sheet(errors, reference, draft)
    row = reference.inserts.read(draft.insert) if draft.insert.strip() else None
    size, shaft = _size(errors, draft, row)
    form, load = (
        errors.choice(Form, draft.form, "form", question="Which form has the housing?"),
        errors.choice(Load, draft.load, "load", question="How heavily does it work?"),
    )
    lock = errors.choice(UnitLock, draft.lock, "lock", question="What locks it on the shaft?")
    rotation = errors.choice(
        Rotation,
        draft.rotation,
        "rotation",
        None if lock is UnitLock.COLLAR else Rotation.UNKNOWN,
        question="Which way does the shaft turn?",
    )
    faces = _faces(errors, draft) if lock is UnitLock.COLLAR else None
    if lock is UnitLock.COLLAR and rotation in (Rotation.BOTH, Rotation.UNKNOWN):
        why = "A collar holds one way alone" + (
            ", and this shaft turns both ways."
            if rotation is Rotation.BOTH
            else ": which way does the shaft turn?"
        )
        errors.add(
            "rotation", why, "clockwise or anticlockwise, seen from the drive end; or another lock"
        )
    seat = errors.take(lambda: _seat(reference, draft, size.bore_mm)) if size is not None else None
    screw = _screw(
        errors,
        reference,
        draft,
        size.bore_mm if size is not None and lock is UnitLock.SET_SCREWS else None,
    )
    base, base_source = base_torque(errors, draft)
    growth = growth_mm(errors, draft)
    regreased = _yes(
        errors,
        draft.regreased,
        "regreased",
        "Will it be regreased in service? Sets the allowed misalignment.",
    )
    replaced = draft.replace_insert.strip() == "yes"
    iron = errors.choice(Iron, draft.iron, "iron", Iron.UNKNOWN) if replaced else None
    grit = (
        _yes(
            errors,
            draft.grit,
            "grit",
            "Does it work in grit or salt? What closes the grease hole hangs on it.",
        )
        if replaced
        else False
    )
    errors.check()
    assert (
        size is not None
        and form is not None
        and load is not None
        and lock is not None
        and rotation is not None
    )  # checked
    assert (
        seat is not None and screw is not None and regreased is not None and grit is not None
    )  # checked
    given = {k: v for k, v in asdict(draft).items() if v}
    sources = (reference.set_screws.source, reference.inserts.source, reference.inch_shafts.source)
    unit = UnitPlan(
        size=size,
        shaft_text=shaft,
        seat=seat,
        form=form,
        lock=lock,
        rotation=rotation,
        faces_drive_end=faces,
        load=load,
        screw=screw,
        base_nm=base,
        base_source=base_source,
        regreased=regreased,
        growth_mm=growth,
        given=given,
        sources=sources,
    )
    ring = row.outer_width_mm if row is not None else size.width_mm / 2
    insert = (
        InsertPlan(
            label=size.label,
            outside_mm=size.outside_mm,
            ring_mm=ring,
            iron=iron,
            grit=grit,
            regreased=regreased,
            shock=load is Load.SHOCK,
        )
        if iron is not None
        else None
    )
    return PlannedUnit(unit, insert)


def _by_its_sheet(errors: Collector, reference: Reference, draft: UnitDraft) -> PlannedUnit:
    """What nothing but its own sheet says anything of: on an adapter sleeve, or in two halves."""
    if draft.lock.strip() == UnitLock.HALVES:
        halves = halves_plan(errors, draft)
        errors.check()
        assert halves is not None  # checked
        return PlannedUnit(halves, None)
    made = adapter_plan(errors, reference, draft)
    errors.check()
    assert made is not None  # checked
    return PlannedUnit(made[0], None, made[1])


def _size(
    errors: Collector, draft: UnitDraft, row: InsertRow | None
) -> tuple[StraightBearing | None, str]:
    sizes: dict[str, float | None] = {}
    known = {
        "bore": None,
        "outside": row.outside_mm if row else None,
        "width": row.inner_width_mm if row else None,
    }
    for name, sensible in (("bore", BORE_UM), ("outside", OUTSIDE_UM), ("width", WIDTH_UM)):
        said = getattr(draft, name).strip()
        if said:
            length = errors.take(partial(read_length, said, name, LengthUnit.MM, sensible))
            sizes[name] = length.mm if length is not None else None
        elif known[name] is not None:
            sizes[name] = known[name]
        elif name == "bore":
            errors.add(
                "bore",
                "The shaft's diameter is needed: one insert exists for several shafts.",
                "35 mm, or 1 7/16 in",
            )
        else:
            errors.add(
                name,
                "The table has no insert of this number.",
                f"{name} by hand, mm or in, from the ring or the maker's list",
            )
    if any(sizes.get(name) is None for name in known):
        return None, ""
    bore, outside, width = (float(sizes[name] or 0.0) for name in ("bore", "outside", "width"))
    if row is not None and not draft.outside.strip() and bore > row.bore_mm + ABOVE_BORE_MM:
        what = (
            f"An insert {row.code} is made for shafts up to about {row.bore_mm:g} mm, not for"
            f" {bore:g} mm: number or shaft is another one."
        )
        errors.add(
            "bore",
            what,
            "the number on the ring, and the shaft measured; sizes by hand where the maker has such"
            " a one",
        )
        return None, ""
    if not bore < outside:
        errors.add(
            "bore",
            f"A bore of {bore:g} mm in an insert of {outside:g} mm cannot be.",
            f"below {outside:g} mm",
        )
        return None, ""
    errors.expect(
        "width", draft.width, Family.LENGTH, beside(outside, 0.15, 1.2, "its outside diameter is")
    )
    text = draft.insert.strip()
    label = f"insert {text}, {draft.bore.strip()}" if text else f"insert {bore:g} × {outside:g} mm"
    return (
        StraightBearing(
            bore_mm=bore,
            outside_mm=outside,
            width_mm=width,
            group=Group.CN,
            closure=Closure.SEALED,
            basic_code="",
            designation=label,
            kind=StraightKind.INSERT_BALL,
        ),
        draft.bore.strip(),
    )


def _faces(errors: Collector, draft: UnitDraft) -> bool | None:
    if draft.faces.strip() not in ("drive_end", "far_end"):
        errors.add(
            "faces", "Which end of the shaft does the collar look to?", "drive_end or far_end"
        )
        return None
    return draft.faces.strip() == "drive_end"


def _seat(reference: Reference, draft: UnitDraft, bore_mm: float) -> SeatSpec:
    if (
        draft.bore.strip().lower().removesuffix(".").endswith(("in", '"'))
        and not draft.shaft_class.strip()
    ):
        band = reference.inch_shafts.find("set_screw", bore_mm / 25.4)
        if band is not None:
            words = f"inch shaft, {band.upper_in:+.4g}/{band.lower_in:+.4g} in"
            return sliding_seat(
                bore_mm, "", Span(band.lower_in * 25400, band.upper_in * 25400), words
            )
    return sliding_seat(bore_mm, draft.shaft_class.strip())


def _screw(
    errors: Collector, reference: Reference, draft: UnitDraft, bore_mm: float | None
) -> ScrewTorque | None:
    """The maker's torque where one was typed in, else what the practices say of this screw; the
    screw itself by the bore where it is known.
    """
    screw = draft.screw.strip() or (
        reference.inserts.screw_of(bore_mm) if bore_mm is not None else ""
    )
    if not screw:
        errors.add(
            "screw",
            "Which set screw or clamp screw locks it?",
            ", ".join(reference.set_screws.sizes()),
        )
        return None
    if draft.screw_torque.strip():
        torque = errors.take(lambda: parse_torque_nm(draft.screw_torque, "screw_torque"))
        errors.expect("screw_torque", draft.screw_torque, Family.TORQUE, likely_torque(screw))
        if not draft.screw_source.strip():
            errors.add(
                "screw_source", "Where does the torque come from?", "the maker's sheet, page"
            )
        return (
            ScrewTorque(screw, (Span(torque, torque),), draft.screw_source.strip(), maker=True)
            if torque is not None
            else None
        )
    found = torque_of(reference.set_screws, screw)
    if found is None:
        errors.add(
            "screw",
            f"No torque is known here for a screw {screw}.",
            f"{', '.join(reference.set_screws.sizes())}; or the maker's torque",
        )
    return found


def _yes(errors: Collector, typed: str, name: str, question: str) -> bool | None:
    if typed.strip() not in ("yes", "no"):
        errors.add(name, question, "yes or no")
        return None
    return typed.strip() == "yes"


@dataclass(frozen=True)
class UnitSheet:
    """A plan worked out without keeping it: targets, and every way to lock, weighed for this
    duty."""

    label: str
    form: str
    lined_up_by: str
    lock: Verdict
    figures: tuple[Result, ...]
    iron: Verdict | None


def unit_sheet(reference: Reference, draft: UnitDraft) -> UnitSheet:
    """The targets of a draft. Raises InvalidInput with every field to correct."""
    plan = unit_plan(reference, draft)
    unit = plan.unit
    iron = judge_iron(plan.insert.iron, plan.insert.shock) if plan.insert is not None else None
    lock = next(one for one in advise_lock(unit.rotation, unit.load) if one.way is unit.lock)
    return UnitSheet(
        label=unit.size.label,
        form=unit.form.words,
        lined_up_by=unit.form.lined_up_by,
        lock=lock.verdict,
        figures=(*_driven(plan.adapter), *unit.figures),
        iron=iron,
    )


def _driven(plan: AdapterPlan | None) -> tuple[Result, ...]:
    if plan is None:
        return ()
    travel = travel_result(plan)
    return (
        turns_result(plan),
        *((travel,) if travel is not None else ()),
        positions_result(plan.range_deg, plan.step_deg, None, 0.0),
    )


@AS_TYPED
@dataclass(frozen=True)
class Duty:
    """How a unit works, for the choice of its lock."""

    rotation: str = ""
    load: str = ""
    moved_often: str = ""
    trapped: str = ""


@dataclass(frozen=True)
class LockChoice:
    """Every way to lock, the best first."""

    ways: tuple[AdviceLock, ...]
    note: str


def lock_choice(duty: Duty) -> LockChoice:
    """Ways to lock an insert, weighed for a duty. Raises InvalidInput with every field to
    correct."""
    errors = Collector()
    rotation = errors.choice(Rotation, duty.rotation, "rotation", Rotation.UNKNOWN)
    load = errors.choice(Load, duty.load, "load") if duty.load.strip() else None
    errors.check()
    assert rotation is not None  # checked
    note = (
        "A unit on an adapter sleeve and a bearing in two halves follow their own sheets. Where no"
        " end of the shaft can be cleared, two halves are the way that moves nothing. The maker's"
        " word on load and speed goes first."
    )
    often, trapped = (said.strip() == "yes" for said in (duty.moved_often, duty.trapped))
    return LockChoice(advise_lock(rotation, load, moved_often=often, trapped=trapped), note)
