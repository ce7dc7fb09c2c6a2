"""The parts of a cartridge from what a person gave: how it stands, what holds each ring, nuts,
covers, flingers, handle rod.
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial

from tribodex.core.cartridge.assembly import End, From, Stands
from tribodex.core.cartridge.grease import SHARE, Space
from tribodex.core.cartridge.parts import BearingHeld, Makeup, Side
from tribodex.core.components.straight import Closure
from tribodex.core.job.asked import Family
from tribodex.core.job.expected import beside
from tribodex.core.quantities import LengthUnit, parse_share, read_length
from tribodex.core.shouldered.retaining_ring import Sits
from tribodex.core.topics.cartridge.facts import RingPlanned
from tribodex.core.topics.shouldered.plan import ShoulderPlan
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.planning.given_cartridges import CartridgeDraft, one_of

_ENDS: dict[str, tuple[End, ...]] = {
    "none": (),
    "drive": ("drive",),
    "far": ("far",),
    "both": ("drive", "far"),
}
_RINGS: dict[str, tuple[Sits, ...]] = {
    "": (),
    "none": (),
    "shaft": ("shaft",),
    "bore": ("bore",),
    "both": ("shaft", "bore"),
}


def read_makeup(
    errors: Collector,
    draft: CartridgeDraft,
    plans: Mapping[str, ShoulderPlan],
    fixed: str,
    floating: str,
) -> Makeup | None:
    """How it is made; None, with what is wrong kept in `errors`, where it cannot be told."""
    stands = errors.choice(
        Stands, draft.stands, "stands", question="Does it stand or lie while it is built?"
    )
    nuts = one_of(
        errors,
        draft.nuts,
        "nuts",
        tuple(_ENDS),
        "At which ends is a nut pair? None, where retaining rings hold the bearings.",
    )
    flingers = one_of(
        errors, draft.flingers, "flingers", tuple(_ENDS), "At which ends are flingers?"
    )
    covers = draft.covers.strip() or "both"
    if covers not in ("drive", "far", "both"):
        errors.add("covers", "At which ends is a cover?", "drive, far, both")
    first: Side = "floating" if draft.first.strip() == "floating" else "fixed"
    rod: dict[str, From] = {"drive": "drive", "far": "far"}
    for name in ("rings_fixed", "rings_floating"):
        if getattr(draft, name).strip() not in _RINGS:
            errors.add(name, "Which retaining rings hold this bearing?", "none, shaft, bore, both")
    clamped = draft.flingers_by.strip() == "nuts"
    if flingers not in (None, "none"):
        by = one_of(
            errors,
            draft.flingers_by,
            "flingers_by",
            ("screws", "nuts"),
            "What holds the flingers: their set screws, or the nuts?",
        )
        if by == "nuts" and nuts is not None and not set(_ENDS[flingers]) <= set(_ENDS[nuts]):
            errors.add(
                "nuts",
                "The nuts hold the flingers: then there is a nut pair at every end with a flinger.",
                flingers,
            )
    if errors.fields or stands is None or nuts is None or flingers is None:
        return None
    end: End = "drive" if draft.fixed_end.strip() == "drive" else "far"
    other: End = "far" if end == "drive" else "drive"
    apart = draft.separable.strip()
    sealed = {at: plan.bearing.closure is Closure.SEALED for at, plan in plans.items()}
    rings = {
        "fixed": _RINGS[draft.rings_fixed.strip()],
        "floating": _RINGS[draft.rings_floating.strip()],
    }

    def seat(side: Side, where: End, at: str) -> BearingHeld:
        held = rings[side]
        return BearingHeld(
            side,
            where,
            apart in (side, "both"),
            sealed.get(at, False),
            "shaft" in held,
            "bore" in held,
        )

    return Makeup(
        stands=stands,
        first=first,
        seats=(seat("fixed", end, fixed), seat("floating", other, floating)),
        covers=_ENDS[covers],
        nuts=_ENDS[nuts],
        flingers=_ENDS[flingers],
        clamped=clamped and flingers != "none",
        rod=rod.get(draft.rod.strip(), ""),
    )


def ring_rows(
    errors: Collector,
    reference: Reference,
    draft: CartridgeDraft,
    plans: Mapping[str, ShoulderPlan],
    fixed: str,
    *,
    floating: str,
) -> tuple[RingPlanned, ...]:
    """The retaining rings of both bearings, from their table."""
    found = []
    sides: tuple[tuple[Side, str, str], ...] = (
        ("fixed", fixed, draft.rings_fixed),
        ("floating", floating, draft.rings_floating),
    )
    for side, at, said in sides:
        bearing = plans[at].bearing
        for sits in _RINGS.get(said.strip(), ()):
            size = bearing.bore_mm if sits == "shaft" else bearing.outside_mm
            row = reference.retaining_rings.find(sits, size)
            if row is None:
                where = "on a shaft" if sits == "shaft" else "in a bore"
                errors.add(
                    f"rings_{side}",
                    f"The table has no retaining ring {where} of {size:g} mm.",
                    "nut pair or cover; or look at the drawing",
                )
            else:
                found.append(RingPlanned(side, row))
    return tuple(found)


def space_as_typed(
    errors: Collector, draft: CartridgeDraft, plans: Mapping[str, ShoulderPlan]
) -> Space | None:
    """The space between the bearings, where length and shaft were measured; None where they were
    not: then no amount is computed.
    """
    given = {"between": draft.between.strip(), "shaft_between": draft.shaft_between.strip()}
    if not any(given.values()):
        return None
    sizes = {}
    for name, said in given.items():
        if not said:
            errors.add(
                name,
                "Length and shaft between the bearings belong together: one alone makes no amount.",
                "mm or in; or both empty",
            )
            continue
        typed = errors.take(partial(read_length, said, name, LengthUnit.MM, (5_000.0, 2_000_000.0)))
        sizes[name] = typed.mm if typed is not None else None
    share = (
        errors.take(lambda: parse_share(draft.grease_share, "grease_share"))
        if draft.grease_share.strip()
        else SHARE
    )
    if len(plans) < 2 or share is None or any(sizes.get(name) is None for name in given):
        return None
    bore = min(plan.bearing.outside_mm for plan in plans.values())
    length, shaft = sizes["between"] or 0.0, sizes["shaft_between"] or 0.0
    errors.expect(
        "between", draft.between, Family.LENGTH, beside(bore, 0.1, 15.0, "the housing's bore is")
    )
    if not shaft < bore:
        errors.add(
            "shaft_between",
            f"A shaft of {shaft:g} mm in a bore of {bore:g} mm leaves no room.",
            f"below {bore:g} mm",
        )
        return None
    return Space(bore, shaft, length, share)
