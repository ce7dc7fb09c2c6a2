"""A plan for a bearing whose outer ring is tight in its hub, from what a person gave."""

from __future__ import annotations

from dataclasses import replace

from tribodex.core.components.bands import Span
from tribodex.core.components.material import Material
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import InvalidInput
from tribodex.core.fits.iso286 import hole_limits_um
from tribodex.core.job.asked import Family, Likely
from tribodex.core.quantities import LengthUnit, parse_temperature_c, read_length
from tribodex.core.shouldered.hub import HUB_MOST_C, outer_fit
from tribodex.core.shouldered.hub_plan import HubHeld, HubPlan
from tribodex.core.shouldered.retaining_ring import RingRow
from tribodex.core.topics.shouldered.plan import HeldBy
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.planning.given_shouldered import ShoulderDraft

# A hub is warmed between these (°C).
LIKELY_LIMIT = Likely(50.0, HUB_MOST_C, "hubs bear 60 to 150 °C, by material, paint and seals")


def hub_plan(
    errors: Collector,
    reference: Reference,
    draft: ShoulderDraft,
    bearing: StraightBearing | None,
    held_by: HeldBy | None,
    *,
    seat_um: Span | None,
) -> HubPlan | None:
    """What is said of its hub; None where its outer ring slides, or where something is wrong (kept
    in `errors`). `seat_um` of the shaft.
    """
    said = [
        name
        for name in ("hub_material", "hub_outside", "hub_limit", "hub_limit_why", "hub_held_by")
        if getattr(draft, name).strip()
    ]
    hole_class = draft.hub_class.strip()
    if not hole_class:
        if said:
            errors.add(
                "hub_class",
                "A tight hub is known by the tolerance class of its hole.",
                "by the drawing: N7, P7 …; or no hub",
            )
        return None
    if held_by is HeldBy.CARTRIDGE:
        errors.add(
            "hub_class",
            "In a cartridge the outer rings slide, or the cover draws them home.",
            "empty",
        )
        return None
    if bearing is None:
        return None
    hole = errors.take(lambda: _hole(bearing.outside_mm, hole_class))
    material = errors.take(lambda: _material(reference, draft.hub_material))
    wall = errors.take(lambda: _outside(draft, bearing))
    limit = errors.take(lambda: _limit(draft)) if draft.hub_limit.strip() else None
    if draft.hub_limit.strip():
        errors.expect("hub_limit", draft.hub_limit, Family.WARMTH, LIKELY_LIMIT)
        if not draft.hub_limit_why.strip():
            errors.add(
                "hub_limit_why",
                "Why may the hub not get warmer?",
                "its paint, its seals, its alloy; by the drawing",
            )
    held = errors.choice(
        HubHeld, draft.hub_held_by, "hub_held_by", question="What holds the outer ring in its hub?"
    )
    ring = _ring(errors, reference, held, bearing)
    if hole is None or material is None or wall is None or held is None:
        return None
    outside = reference.rings.limits_um("outer_od", bearing.outside_mm, "Normal")
    if outer_fit(outside, hole).high <= 0:
        errors.add(
            "hub_class",
            f"In a hole {hole_class} the ring is loose by its limits: no tight hub.",
            "N7, P7, M7 …; or empty where it slides",
        )
        return None
    bore = reference.rings.limits_um("inner_bore", bearing.bore_mm, "Normal")
    tight = seat_um is not None and seat_um.high - bore.low > 0
    return HubPlan(
        bearing,
        hole_class,
        hole,
        outside,
        material,
        wall,
        limit,
        draft.hub_limit_why.strip(),
        held,
        ring,
        tight,
    )


def _hole(outside_mm: float, hole_class: str) -> Span:
    try:
        return hole_limits_um(outside_mm, hole_class)
    except InvalidInput as error:
        raise InvalidInput(
            error.detail, *(replace(field, name="hub_class") for field in error.fields)
        ) from error


def _material(reference: Reference, name: str) -> Material:
    if not name.strip():
        raise InvalidInput.at(
            "hub_material",
            "What is the hub made of? Heat and force hang on it.",
            "grey cast iron, steel, aluminium …",
        )
    try:
        return reference.materials.get(name.strip())
    except InvalidInput as error:
        raise InvalidInput(
            error.detail, *(replace(field, name="hub_material") for field in error.fields)
        ) from error


def _outside(draft: ShoulderDraft, bearing: StraightBearing) -> float:
    d = bearing.outside_mm
    if not draft.hub_outside.strip():
        raise InvalidInput.at(
            "hub_outside",
            "How thick is the hub round the bearing? Its outside diameter is needed.",
            f"above {1.03 * d:.0f} mm",
        )
    found = read_length(draft.hub_outside, "hub_outside", LengthUnit.MM, (1_000.0, 10_000_000.0)).mm
    if not 1.03 * d <= found <= 10 * d:
        raise InvalidInput.at(
            "hub_outside",
            f"A hub of {found:g} mm round a bearing of {d:g} mm?",
            f"{1.03 * d:.0f} to {10 * d:.0f} mm",
        )
    return found


def _limit(draft: ShoulderDraft) -> float:
    found = parse_temperature_c(draft.hub_limit, "hub_limit")
    if not 30 <= found <= HUB_MOST_C:
        raise InvalidInput.at(
            "hub_limit", f"{found:g} °C is no limit of a hub here.", f"30 to {HUB_MOST_C:g} °C"
        )
    return found


def _ring(
    errors: Collector, reference: Reference, held: HubHeld | None, bearing: StraightBearing
) -> RingRow | None:
    if held is not HubHeld.BORE_RING:
        return None
    row = reference.retaining_rings.find("bore", bearing.outside_mm)
    if row is None:
        errors.add(
            "hub_held_by",
            f"The table has no retaining ring for a bore of {bearing.outside_mm:g} mm.",
            "cover, or its fit alone",
        )
    return row
