"""Amounts as people type them at the bench, read for the parts of this plan."""

from __future__ import annotations

from tribodex.core.errors import InvalidInput
from tribodex.core.job.commands import StartGauging, TurnUnit
from tribodex.core.job.plan import Plan
from tribodex.core.mounting.running import warm_correction_um, warm_uncertainty_um
from tribodex.core.quantities import UM_PER, LengthUnit, parse_count, parse_degrees, parse_length, parse_temperature_c, um_text

MOST_TURN_DEG = 720.0


def degrees_of(plan: Plan, amount: str, unit: TurnUnit, field: str = "amount") -> float:
    """A turn as typed, in degrees.

    Raises InvalidInput when it cannot be read or meant.
    """
    nut = plan.nut
    if unit == "degrees":
        degrees = parse_degrees(amount, field)
    elif unit == "turns":
        degrees = parse_count(amount, field) * 360
    elif unit == "slots" and nut is not None and nut.slot_angle_deg is not None:
        degrees = parse_count(amount, field) * nut.slot_angle_deg
    elif unit == "rim" and nut is not None and nut.rim_mm_per_deg is not None:
        degrees = parse_length(amount, field, LengthUnit.MM, zero=True).mm / nut.rim_mm_per_deg
    elif unit == "drive_up" and nut is not None:
        degrees = parse_length(amount, field, LengthUnit.MM, zero=True).mm * 360 / nut.pitch_mm
    else:
        what = {"slots": "slots", "rim": "outside diameter", "drive_up": "thread pitch"}[unit]
        raise InvalidInput.at("unit", f"The nut's {what} is not known in this plan.", "log degrees, or give the nut in the plan")
    if degrees > MOST_TURN_DEG:
        raise InvalidInput.at(field, f"{degrees:.0f}° is more than two whole turns in one go.", "the turn since the last entry; check the unit")
    return degrees


def temperatures_of(plan: Plan, command: StartGauging) -> tuple[float | None, float | None, float, float]:
    """Temperatures of the rings with the correction that they mean; refused where the rings are too far apart."""
    texts = {"inner_temperature": command.inner_temperature, "outer_temperature": command.outer_temperature}
    given = {name: text for name, text in texts.items() if text.strip()}
    if not given:
        return None, None, 0.0, 0.0
    if len(given) == 1:
        missing = next(name for name in texts if name not in given)
        raise InvalidInput.at(missing, "One temperature alone says nothing: both rings are measured.", "for example 24 °C, or leave both empty")
    inner, outer = (parse_temperature_c(texts[name], name) for name in ("inner_temperature", "outer_temperature"))
    correction = warm_correction_um(plan.bearing, inner, outer)
    # The clearance meant is that of rings at one temperature: the warmer inner ring hides some of it.
    return inner, outer, correction, warm_uncertainty_um(plan.bearing)


def leaves_of(plan: Plan, text: str) -> tuple[float, ...]:
    """The leaves of this plan's gauge set that make a thickness as typed.

    Raises InvalidInput when it cannot be meant for this bore, or no stack of the set makes it.
    """
    length = parse_length(text, "leaf", plan.gauge.unit)
    most = max(plan.groups_um.values(), key=lambda s: s.high).high
    if length.um > 2 * most:
        hint = ""
        bare = length.um / UM_PER[length.unit]
        for unit in (LengthUnit.THOU, LengthUnit.UM):
            if unit is not length.unit and bare * UM_PER[unit] <= most:
                hint = f" Was {bare:g} {unit} meant, {um_text(bare * UM_PER[unit])}?"
                break
        raise InvalidInput.at(
            "leaf",
            f"{text.strip()} is {um_text(length.um)}: no bearing of this bore has that much play.{hint}",
            f"up to about {um_text(most)} for a {plan.bearing.bore_mm:g} mm bore",
        )
    return plan.gauge.stack_of(length.um).leaves_um
