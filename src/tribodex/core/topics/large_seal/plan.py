"""From what was typed to what a large ring takes: hours to warm, helpers, spring, order of the clock, lead-in, when each step begins."""

from __future__ import annotations

import math
from dataclasses import asdict
from datetime import UTC, datetime
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.job.gates import text
from tribodex.core.quantities import LengthUnit, parse_degrees, parse_speed_rpm, parse_temperature_c, parse_torque_nm, read_length
from tribodex.core.seals.large import HELPERS_MM, LARGE_MM, RIGHT_THROUGH_C, ROOM_C, SPRING_APART_MM, backwards, pressing_order, steps_of, warm_up
from tribodex.core.seals.material import SealMaterials, chamfer_length, judge_material, lip_speed
from tribodex.core.topics.large_seal import commands as cmd
from tribodex.core.topics.large_seal.facts import LargeSealPlan
from tribodex.core.working import Level, Result, Verdict, number


class LargeSealPlanCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CHAMFER_NOT_KNOWN = "large_seal_plan.chamfer_not_known"


SHAFT_UM, BOX_UM = (10_000.0, 6_000_000.0), (10_000.0, 2_000_000.0)
# Usual temperature where it is fitted, when nobody says (°C; common practice, no source).
USUAL_ROOM_C = 20.0


def planned(command: cmd.PlanLargeSeal, materials: SealMaterials) -> LargeSealPlan:
    """The plan of a large ring. Raises InvalidInput."""
    shaft = read_length(command.shaft, "shaft", LengthUnit.MM, SHAFT_UM, command.shown).mm
    split, itself, last = (_yes(getattr(command, name), name, question) for name, question in _ASKED)
    material = materials.find(command.material) if command.material.strip() else None
    warm = _warm(command, material.name if material is not None else "")
    figures: list[Result] = [warm] if warm is not None else []
    verdicts: list[Verdict] = []
    if material is not None and command.speed.strip():
        speed = lip_speed(shaft, parse_speed_rpm(command.speed, "speed"))
        running = parse_temperature_c(command.temperature, "temperature") if command.temperature.strip() else None
        figures.append(speed)
        verdicts += judge_material(material, speed.value or 0.0, running)
    verdicts += _lead_in(command, shaft, last, figures)
    if shaft < LARGE_MM:
        verdicts.append(Verdict("not a large ring", Level.WATCH, f"{number(shaft)} mm: below {LARGE_MM:g} mm it goes in with a plate."))
    if split:
        verdicts.append(Verdict("joined on site", Level.GOOD, "The joint is handled least of all; no strap; its spring goes in after joining."))
    helpers, apart = shaft > HELPERS_MM, shaft > SPRING_APART_MM
    cover = parse_torque_nm(command.cover, "cover") if command.cover.strip() else None
    if cover is not None:
        text(command.cover_source, "cover_source", "whose torque it is: drawing, maker")
    starts = _moment(command.starts_at) if command.starts_at.strip() else None
    hours = math.ceil(warm.value or 0.0) if warm is not None else 0
    begins = backwards(starts, steps_of(hours, spring_apart=apart, helpers=helpers)) if starts is not None else ()
    return LargeSealPlan(
        shaft_mm=shaft,
        material=material.name if material is not None else "",
        split=split,
        holds_itself=itself,
        shaft_last=last,
        spring_apart=apart,
        helpers=helpers,
        order=pressing_order(shaft),
        warm=warm,
        begins=begins,
        starts_at=starts,
        cover_nm=cover,
        cover_source=command.cover_source.strip(),
        figures=tuple(figures),
        verdicts=tuple(verdicts),
        typed={k: v for k, v in asdict(command).items() if v},
    )


_ASKED = (
    ("split", "Is it joined on site?"),
    ("holds_itself", "Does it hold itself in the housing, without the squeeze of a cover?"),
    ("shaft_last", "Does the shaft come last, through the ring?"),
)


def _yes(said: str, name: str, question: str) -> bool:
    if said not in ("yes", "no"):
        raise InvalidInput.at(name, question, "yes or no")
    return said == "yes"


def _warm(command: cmd.PlanLargeSeal, material: str) -> Result | None:
    """Hours to warm; None while store or pack are not known. FKM is warmed to room temperature, not only above freezing."""
    if not (command.store.strip() and command.box.strip()):
        return None
    store = parse_temperature_c(command.store, "store")
    room = parse_temperature_c(command.room, "room") if command.room.strip() else USUAL_ROOM_C
    box = read_length(command.box, "box", LengthUnit.MM, BOX_UM, command.shown).mm
    to = min(ROOM_C, room - 2) if material == "FKM" else RIGHT_THROUGH_C
    return warm_up(box, store, room, lid_open=True, to_c=to)


def _lead_in(command: cmd.PlanLargeSeal, shaft_mm: float, shaft_last: bool, figures: list[Result]) -> list[Verdict]:
    if command.chamfer.strip():
        end = read_length(command.chamfer, "chamfer", LengthUnit.MM, SHAFT_UM, command.shown).mm
        lead = chamfer_length(shaft_mm, end, parse_degrees(command.angle, "angle") if command.angle.strip() else 20.0)
        figures.append(lead)
        return [lead.verdict] if lead.verdict is not None else []
    if shaft_last:
        why = "A shaft that comes last folds opposed lips: its chamfer and grease decide. Measure it."
        return [Verdict("chamfer not known", Level.UNKNOWN, why, code=LargeSealPlanCode.CHAMFER_NOT_KNOWN)]
    return []


def _moment(said: str) -> datetime:
    try:
        found = datetime.fromisoformat(said.strip())
    except ValueError:
        raise InvalidInput.at("starts_at", f"“{said.strip()}” is no moment.", "2026-12-01T06:00") from None
    if not 2000 < found.year < 2200:
        raise InvalidInput.at("starts_at", f"The year {found.year}?", "2026-12-01T06:00")
    return found if found.tzinfo is not None else found.replace(tzinfo=UTC)
