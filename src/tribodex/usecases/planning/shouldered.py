"""A plan for a bearing on a cylindrical seat, from what a person gave."""

from __future__ import annotations

from dataclasses import asdict, dataclass, replace

from tribodex.core.components.bands import Span
from tribodex.core.components.material import SHAFT_STEEL
from tribodex.core.components.other_kinds import read_other
from tribodex.core.components.shaft import Finish, Shaft
from tribodex.core.components.straight import (
    Closure,
    StraightBearing,
    StraightKind,
    read_number,
    size_of,
)
from tribodex.core.errors import InvalidInput
from tribodex.core.fits.iso286 import shaft_limits_um
from tribodex.core.fits.seat import SeatSpec, cylindrical_seat
from tribodex.core.quantities import LengthUnit, parse_temperature_c, read_length
from tribodex.core.shouldered.fit import by_limits
from tribodex.core.shouldered.heating import HeatLimit, heat_limit
from tribodex.core.shouldered.retaining_ring import RingRow, Sits
from tribodex.core.topics.shouldered.plan import HeldBy, ShoulderPlan
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.planning.given_shouldered import ShoulderDraft, can_be, sizes_by_hand
from tribodex.usecases.planning.hub import hub_plan
from tribodex.usecases.planning.other_kinds import (
    SEALED_IN,
    group_of,
    kind_of,
    nut_as_typed,
    other_bearing,
    remarks_on,
    set_as_typed,
)


def shoulder_plan(reference: Reference, draft: ShoulderDraft) -> ShoulderPlan:
    """Resolve a draft into a plan. Raises InvalidInput with every field to correct."""
    errors = Collector(draft.meant)
    bearing = _bearing(errors, reference, draft)
    finish = errors.choice(Finish, draft.shaft_finish, "shaft_finish", Finish.GROUND)
    held_by = errors.choice(
        HeldBy, draft.held_by, "held_by", question="What holds it against its shoulder?"
    )
    limit = errors.take(lambda: _limit(draft, bearing)) if bearing is not None else None
    said = draft.stick_out.strip()
    stick_out = (
        errors.take(
            lambda: read_length(said, "stick_out", LengthUnit.MM, (0.0, 5_000_000.0), zero=True)
        )
        if said
        else None
    )
    tolerance = draft.shaft_class.strip()
    if not tolerance:
        errors.add(
            "shaft_class",
            "The seat's tolerance class is needed: the fit hangs on it.",
            "by the drawing, for example k5, m6, n6",
        )
    seat = (
        errors.take(lambda: _seat(bearing.bore_mm, tolerance))
        if bearing is not None and tolerance
        else None
    )
    ring = _ring(errors, reference, held_by, bearing)
    shaft = (
        errors.take(lambda: _shaft(draft, bearing, finish))
        if bearing is not None and finish is not None
        else None
    )
    nut = nut_as_typed(errors, draft, bearing)
    arrangement, setting = (
        set_as_typed(errors, draft, bearing) if bearing is not None else (None, None)
    )
    hub = hub_plan(errors, reference, draft, bearing, held_by, seat_um=seat)
    errors.check()
    assert (
        bearing is not None
        and held_by is not None
        and limit is not None
        and seat is not None
        and shaft is not None
    )  # checked
    bore = reference.rings.limits_um("inner_bore", bearing.bore_mm, "Normal")
    # The table is that of deep groove ball bearings: no other kind is computed by it.
    balls = bearing.kind is StraightKind.DEEP_GROOVE_BALL
    group = reference.groove_clearance.row(bearing.bore_mm).limits(bearing.group) if balls else None
    sources = (
        reference.groove_clearance.source,
        reference.rings.source,
        reference.retaining_rings.source,
        reference.groove_dimensions.source,
    )
    return ShoulderPlan(
        bearing=bearing,
        shaft=shaft,
        shaft_text=f"{bearing.bore_mm:g} mm",
        shaft_class=tolerance,
        seat_limits_um=seat,
        bore_limits_um=bore,
        group_um=group,
        interference_um=by_limits(seat, bore),
        limit=limit,
        held_by=held_by,
        ring=ring,
        stick_out_mm=stick_out.mm if stick_out is not None else None,
        given={k: v for k, v in asdict(draft).items() if v},
        sources=sources,
        arrangement=arrangement,
        setting=setting,
        nut_nm=nut[0],
        nut_source=nut[1],
        hub=hub,
    )


def seat_of(plan: ShoulderPlan) -> SeatSpec:
    """What the seat should measure, for its micrometer."""
    return cylindrical_seat(plan.bearing.bore_mm, plan.shaft_class)


@dataclass(frozen=True)
class ShoulderSheet:
    """A plan worked out without keeping it: what it is, its targets, and what could not be read of
    its number.
    """

    label: str
    closure: str
    held_by: str
    figures: tuple[Result, ...]
    unread: tuple[str, ...]
    remarks: tuple[str, ...]


def shoulder_sheet(reference: Reference, draft: ShoulderDraft) -> ShoulderSheet:
    """The targets of a draft. Raises InvalidInput with every field to correct."""
    plan = shoulder_plan(reference, draft)
    kind, figures = plan.bearing.kind, (*plan.figures, *plan.hub_figures)
    if kind is StraightKind.DEEP_GROOVE_BALL:
        unread = read_number(draft.designation).unread if draft.designation.strip() else ()
        return ShoulderSheet(
            plan.bearing.label, plan.bearing.closure.words, plan.held_by.words, figures, unread, ()
        )
    other = read_other(draft.designation) if draft.designation.strip() else None
    remarks = (*(other.remarks if other is not None else ()), *remarks_on(plan))
    words = f"{kind.words}, {plan.bearing.closure.words}"
    return ShoulderSheet(
        plan.bearing.label,
        words,
        plan.held_by.words,
        figures,
        other.unread if other is not None else (),
        remarks,
    )


def _bearing(
    errors: Collector, reference: Reference, draft: ShoulderDraft
) -> StraightBearing | None:
    kind = kind_of(errors, draft)
    if kind is None:
        if not draft.designation.strip():
            # Its size is asked for at the same time.
            sizes_by_hand(errors, draft, {})
        return None
    if kind is not StraightKind.DEEP_GROOVE_BALL:
        return other_bearing(errors, reference, draft, kind)
    found = (
        errors.take(lambda: read_number(draft.designation)) if draft.designation.strip() else None
    )
    if draft.designation.strip() and found is None:
        return None
    by_hand = {name: getattr(draft, name).strip() for name in ("bore", "outside", "width")}
    sizes: dict[str, float] = {}
    if found is not None and not any(by_hand.values()):
        row = errors.take(lambda: size_of(reference.groove_dimensions, found.code))
        if row is None:
            return None
        sizes = {"bore": row.bore_mm, "outside": row.outside_mm, "width": row.width_mm}
    else:
        sizes = sizes_by_hand(errors, draft, {})
    if len(sizes) < 3:
        return None
    if not can_be(errors, draft, sizes):
        return None
    by_number = found.group if found is not None else None
    group = group_of(errors, draft, kind, by_number, found.unread if found is not None else ())
    # Whether grease is sealed in decides how warm it may get: it is read from the number or asked,
    # never assumed.
    known = found.closure if found is not None and found.closure_known else None
    if found is not None and known is None and not draft.closure.strip():
        unread = ", ".join(found.unread)
        errors.add(
            "closure",
            f"“{unread}” is not read here: is grease sealed in? Until that is said, 80 °C is the"
            " limit.",
            "open, shielded or sealed",
        )
        return None
    closure = errors.choice(Closure, draft.closure, "closure", known, question=SEALED_IN)
    if found is not None and closure is Closure.OPEN and found.closure is not Closure.OPEN:
        errors.add(
            "closure",
            f"“{draft.designation.strip()}” says {found.closure.value}: one of the two is wrong.",
            f"{found.closure.value}; or the number",
        )
        return None
    if group is None or closure is None:
        return None
    text = draft.designation.strip()
    label = text if not text or draft.group.strip() in ("", by_number) else f"{text}, {group}"
    return StraightBearing(
        bore_mm=sizes["bore"],
        outside_mm=sizes["outside"],
        width_mm=sizes["width"],
        group=group,
        closure=closure,
        basic_code=found.code if found is not None else "",
        designation=label,
    )


def _seat(bore_mm: float, tolerance: str) -> Span:
    try:
        return shaft_limits_um(bore_mm, tolerance)
    except InvalidInput as error:
        raise InvalidInput(
            error.detail, *(replace(field, name="shaft_class") for field in error.fields)
        ) from error


def _limit(draft: ShoulderDraft, bearing: StraightBearing) -> HeatLimit:
    return heat_limit(
        bearing.closure, parse_temperature_c(draft.limit, "limit") if draft.limit.strip() else None
    )


def _shaft(draft: ShoulderDraft, bearing: StraightBearing, finish: Finish) -> Shaft:
    bored = (
        read_length(
            draft.shaft_bore, "shaft_bore", LengthUnit.MM, (500.0, bearing.bore_mm * 1000)
        ).mm
        if draft.shaft_bore.strip()
        else 0.0
    )
    return replace(Shaft(bearing.bore_mm, 0.0, SHAFT_STEEL, finish), bore_mm=bored)


def _ring(
    errors: Collector, reference: Reference, held_by: HeldBy | None, bearing: StraightBearing | None
) -> RingRow | None:
    if held_by not in (HeldBy.RETAINING_RING, HeldBy.BORE_RING) or bearing is None:
        return None
    sits: Sits = "shaft" if held_by is HeldBy.RETAINING_RING else "bore"
    size = bearing.bore_mm if sits == "shaft" else bearing.outside_mm
    row = reference.retaining_rings.find(sits, size)
    if row is None:
        where = "for a shaft" if sits == "shaft" else "for a bore"
        errors.add(
            "held_by",
            f"The table has no retaining ring {where} of {size:g} mm.",
            "lock nut or cover; or look at the drawing",
        )
    return row
