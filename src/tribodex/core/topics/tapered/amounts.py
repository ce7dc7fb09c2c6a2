"""Amounts as people type them at the bench, read for the parts of this plan."""

from __future__ import annotations

from typing import NamedTuple

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.running import warm_correction_um, warm_uncertainty_um
from tribodex.core.quantities import (
    Length,
    LengthUnit,
    Shown,
    parse_count,
    parse_degrees,
    parse_temperature_c,
    read_length,
)
from tribodex.core.topics.tapered.commands import StartGauging, TurnUnit
from tribodex.core.topics.tapered.plan import Plan

# A mounting ends within a turn of the nut; two turns in one go were never meant.
MOST_TURN_DEG = 720.0


class Turn(NamedTuple):
    """A turn of the nut: in degrees, and as it was typed, a length with its unit."""

    degrees: float
    typed: str


def read_turn(
    plan: Plan, amount: str, unit: TurnUnit, field: str = "amount", shown: Shown = ""
) -> Turn:
    """A turn as typed. A bare length counts in the units on the screen, and keeps that unit.

    Raises InvalidInput when it cannot be read or meant.
    """
    nut, typed = plan.nut, amount.strip()
    if unit == "degrees":
        degrees = parse_degrees(amount, field)
    elif unit == "turns":
        degrees = parse_count(amount, field) * 360
    elif unit == "slots" and nut is not None and nut.slot_angle_deg is not None:
        degrees = parse_count(amount, field) * nut.slot_angle_deg
    elif unit == "rim" and nut is not None and nut.rim_mm_per_deg is not None:
        per_degree = nut.rim_mm_per_deg
        length = _read(amount, field, (0.2, MOST_TURN_DEG * per_degree), shown)
        degrees, typed = length.mm / per_degree, length.written
    elif unit == "drive_up" and nut is not None:
        length = _read(amount, field, (0.005, MOST_TURN_DEG * nut.pitch_mm / 360), shown)
        degrees, typed = length.mm * 360 / nut.pitch_mm, length.written
    else:
        what = {"slots": "slots", "rim": "outside diameter", "drive_up": "thread pitch"}[unit]
        raise InvalidInput.at(
            "unit",
            f"The nut's {what} is not known in this plan.",
            "log degrees, or give the nut in the plan",
        )
    if degrees > MOST_TURN_DEG:
        raise InvalidInput.at(
            field,
            f"{degrees:.0f}° is more than two whole turns in one go.",
            "the turn since the last entry; check the unit",
        )
    return Turn(degrees, typed)


def _read(amount: str, field: str, sensible_mm: tuple[float, float], shown: Shown) -> Length:
    return read_length(
        amount,
        field,
        LengthUnit.MM,
        (sensible_mm[0] * 1000, sensible_mm[1] * 1000),
        shown,
        zero=True,
    )


def temperatures_of(
    plan: Plan, command: StartGauging
) -> tuple[float | None, float | None, float, float]:
    """Temperatures of the rings with the correction that they mean; refused where the rings are too
    far apart.
    """
    texts = {
        "inner_temperature": command.inner_temperature,
        "outer_temperature": command.outer_temperature,
    }
    given = {name: text for name, text in texts.items() if text.strip()}
    if not given:
        return None, None, 0.0, 0.0
    if len(given) == 1:
        missing = next(name for name in texts if name not in given)
        raise InvalidInput.at(
            missing,
            "One temperature alone says nothing: both rings are measured.",
            "for example 24 °C, or leave both empty",
        )
    inner, outer = (
        parse_temperature_c(texts[name], name)
        for name in ("inner_temperature", "outer_temperature")
    )
    correction = warm_correction_um(plan.bearing, inner, outer)
    # The clearance meant is that of rings at one temperature: the warmer inner ring hides some of
    # it.
    return inner, outer, correction, warm_uncertainty_um(plan.bearing, inner - outer)


def leaves_of(plan: Plan, gauge: FeelerSet, text: str, shown: Shown = "") -> tuple[float, ...]:
    """The leaves of the gauge set in hand that make a thickness as typed. A bare number is read
    against the group's band.

    Raises InvalidInput when it is out of range for this bore, or no stack of the set makes it.
    """
    most = max(plan.groups_um.values(), key=lambda s: s.high).high
    length = read_length(text, "leaf", gauge.unit, (gauge.leaves_um[0] * 0.9, 1.5 * most), shown)
    return gauge.stack_of(length.um).leaves_um
