"""From what was typed to what a large ring takes: hours to warm, helpers, spring, order of the
clock, lead-in, when each step begins.
"""

from __future__ import annotations

import math
from dataclasses import asdict
from datetime import UTC, datetime, timedelta
from enum import StrEnum

from tribodex.core.bolts.thread import read_thread
from tribodex.core.bolts.torque import BoltFinish, BoltStrength, bolt_torque
from tribodex.core.counted import parse_whole
from tribodex.core.errors import InvalidInput
from tribodex.core.job.gates import text
from tribodex.core.quantities import (
    LengthUnit,
    parse_degrees,
    parse_speed_rpm,
    parse_temperature_c,
    parse_torque_nm,
    read_length,
)
from tribodex.core.seals.large import (
    HELPERS_MM,
    LARGE_MM,
    RIGHT_THROUGH_C,
    ROOM_C,
    SPRING_APART_MM,
    backwards,
    excess_length,
    pressing_order,
    steps_of,
    warm_up,
)
from tribodex.core.seals.material import (
    SealMaterial,
    SealMaterials,
    chamfer_length,
    judge_by_itself,
    judge_material,
    judge_warmth,
    lip_speed,
    material_not_known,
)
from tribodex.core.topics.large_seal import commands as cmd
from tribodex.core.topics.large_seal.facts import LargeSealPlan
from tribodex.core.working import Level, Result, Verdict, number


class LargeSealPlanCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CHAMFER_NOT_KNOWN = "large_seal_plan.chamfer_not_known"
    WARMING_NOT_KNOWN = "large_seal_plan.warming_not_known"


# Shafts and their boxes as they are built; a mill’s largest trunnion is inside.
SHAFT_UM, BOX_UM = (10_000.0, 6_000_000.0), (10_000.0, 2_000_000.0)
# Usual temperature where it is fitted, when nobody says (°C; common practice, no source).
USUAL_ROOM_C = 20.0


def planned(
    command: cmd.PlanLargeSeal,
    materials: SealMaterials,
    bolts: BoltStrength,
    now: datetime | None,
    *,
    again: bool = False,
) -> LargeSealPlan:
    """The plan of a large ring at a moment. `again`: an entry is said again, as much as was asked
    when it was made. Raises InvalidInput.
    """
    before_sides = again and not command.size_check and not command.upright
    shaft = read_length(command.shaft, "shaft", LengthUnit.MM, SHAFT_UM, command.shown).mm
    split, itself, last = (
        _yes(getattr(command, name), name, question) for name, question in _ASKED
    )
    material = materials.find(command.material) if command.material.strip() else None
    warm = _warm(command, material.name if material is not None else "")
    figures: list[Result] = [warm] if warm is not None else []
    verdicts: list[Verdict] = []
    verdicts += _of_lip(command, material, shaft, figures)
    verdicts += _lead_in(command, shaft, last, figures)
    # A small ring is stiff enough to go in straight under a plate; by the clock it would be bent.
    if shaft < LARGE_MM:
        verdicts.append(
            Verdict(
                "not a large ring",
                Level.WATCH,
                f"{number(shaft)} mm: below {LARGE_MM:g} mm it goes in with a plate.",
            )
        )
    if split:
        verdicts.append(
            Verdict(
                "joined on site",
                Level.GOOD,
                "The joint is handled least of all; no strap; its spring goes in after joining.",
            )
        )
    if command.upright not in ("yes", "no") and not before_sides:
        raise InvalidInput.at(
            "upright",
            "Does it go in upright, or lying flat? Upright it wants helpers.",
            "yes or no",
        )
    # Upright, a large ring sags under its own weight and folds its lip.
    helpers, apart = (
        shaft > HELPERS_MM or (command.upright == "yes" and shaft >= LARGE_MM),
        shaft > SPRING_APART_MM,
    )
    checked = before_sides or _yes(
        command.size_check,
        "size_check",
        "Is its size checked before it goes in? For that it lies flat for an hour.",
    )
    excess = _excess(command, shaft)
    if excess is not None:
        figures.append(excess)
        verdicts += [excess.verdict] if excess.verdict is not None else []
    cover, cover_source, screws = _cover(command, bolts, figures)
    frosty = (
        not before_sides
        and command.store.strip() != ""
        and parse_temperature_c(command.store, "store") < 0
    )
    starts = _moment(command.starts_at) if command.starts_at.strip() else None
    hours = math.ceil(warm.value or 0.0) if warm is not None else 0
    steps = steps_of(
        hours,
        spring_apart=apart,
        helpers=helpers,
        frosty=frosty,
        rests=checked,
        covered=not itself or before_sides,
        together=not before_sides,
    )
    begins = backwards(starts, steps) if starts is not None else ()
    if starts is not None and warm is None and not again:
        why = (
            "How cold it comes, and how thick its box is, nobody said: how long it lies in the warm"
            " before is not in these hours."
        )
        verdicts.append(
            Verdict(
                "warming not known", Level.UNKNOWN, why, code=LargeSealPlanCode.WARMING_NOT_KNOWN
            )
        )
    if begins and now is not None and not again:
        verdicts += _too_late(begins[0].at, starts, now)
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
        cover_source=cover_source,
        figures=tuple(figures),
        verdicts=tuple(verdicts),
        typed={k: v for k, v in asdict(command).items() if v},
        side_asked=not before_sides,
        rests=checked,
        screws=screws,
        excess=excess,
    )


def _of_lip(
    command: cmd.PlanLargeSeal,
    material: SealMaterial | None,
    shaft_mm: float,
    figures: list[Result],
) -> list[Verdict]:
    """Speed and warmth at the lip, as far as they were said. What was typed is judged, or said to
    be open: never dropped.
    """
    running = (
        parse_temperature_c(command.temperature, "temperature")
        if command.temperature.strip()
        else None
    )
    speed = None
    if command.speed.strip():
        speed = lip_speed(shaft_mm, parse_speed_rpm(command.speed, "speed"))
        figures.append(speed)
    if material is None:
        return [material_not_known()] if speed is not None or running is not None else []
    if speed is not None:
        return judge_material(material, speed.value or 0.0, running)
    alone = judge_by_itself(material)
    return alone if running is None else [*alone, judge_warmth(material, running)]


def _excess(command: cmd.PlanLargeSeal, shaft_mm: float) -> Result | None:
    """How much longer the ring is than its seat; None while one of the two is not measured."""
    if not command.ring.strip() and not command.seat.strip():
        return None
    for name in ("ring", "seat"):
        text(getattr(command, name), name, "ring and seat belong together: both, or neither")
    ring = read_length(
        command.ring, "ring", LengthUnit.MM, (30_000.0, 25_000_000.0), command.shown
    ).mm
    seat = read_length(command.seat, "seat", LengthUnit.MM, SHAFT_UM, command.shown).mm
    if not shaft_mm < seat < 1.5 * shaft_mm:
        raise InvalidInput.at(
            "seat",
            f"A seat of {number(seat)} mm round a shaft of {number(shaft_mm)} mm cannot be.",
            "a little wider than the shaft",
        )
    return excess_length(ring, seat, len(pressing_order(shaft_mm)))


def _cover(
    command: cmd.PlanLargeSeal, bolts: BoltStrength, figures: list[Result]
) -> tuple[float | None, str, int | None]:
    """Torque of the cover's screws: the maker's, else by proof stress and friction; how many there
    are.
    """
    screws = (
        parse_whole(command.cover_screws, "cover_screws") if command.cover_screws.strip() else None
    )
    if screws is not None and not 2 <= screws <= 96:
        raise InvalidInput.at("cover_screws", f"{screws} screws hold a cover?", "2 to 96")
    if command.cover.strip():
        source = text(command.cover_source, "cover_source", "whose torque it is: drawing, maker")
        return parse_torque_nm(command.cover, "cover"), source, screws
    if not command.cover_screw.strip():
        return None, "", screws
    thread = read_thread(command.cover_screw, "cover_screw")
    row = bolts.find(command.cover_grade, thread) if command.cover_grade.strip() else None
    if row is None:
        raise InvalidInput.at(
            "cover_grade",
            "What stands on the heads of its screws?",
            f"{', '.join(bolts.grades())}; or the maker's torque",
        )
    if command.cover_finish not in set(BoltFinish):
        raise InvalidInput.at("cover_finish", "Do they go in dry or oiled?", ", ".join(BoltFinish))
    found = bolt_torque(thread, row, BoltFinish(command.cover_finish))
    figures.append(found)
    return (
        found.value,
        f"{command.cover_grade.strip()}, {BoltFinish(command.cover_finish).words}",
        screws,
    )


_ASKED = (
    ("split", "Is it joined on site?"),
    ("holds_itself", "Does it hold itself in the housing, without the squeeze of a cover?"),
    ("shaft_last", "Does the shaft come last, through the ring?"),
)


def _yes(typed: str, name: str, question: str) -> bool:
    if typed not in ("yes", "no"):
        raise InvalidInput.at(name, question, "yes or no")
    return typed == "yes"


def _too_late(first: datetime, starts: datetime | None, now: datetime) -> list[Verdict]:
    """A wished start that is gone, or that its own steps cannot reach any more. Raises InvalidInput
    for one that is gone.
    """
    if starts is not None and starts < now:
        raise InvalidInput.at(
            "starts_at",
            f"{starts:%Y-%m-%d %H:%M} is gone.",
            f"a moment to come, {now + timedelta(days=1):%Y-%m-%dT%H:%M}",
        )
    if first >= now:
        return []
    late = math.ceil((now - first).total_seconds() / 3600)
    why = (
        f"The first step should have begun {late} h ago: start {late} h later, or say which step is"
        " left out."
    )
    return [Verdict("too late for that start", Level.WATCH, why)]


def _warm(command: cmd.PlanLargeSeal, material: str) -> Result | None:
    """Hours to warm; None while store or pack are not known. FKM is warmed to room temperature, not
    only above freezing.
    """
    if not (command.store.strip() and command.box.strip()):
        return None
    store = parse_temperature_c(command.store, "store")
    room = parse_temperature_c(command.room, "room") if command.room.strip() else USUAL_ROOM_C
    box = read_length(command.box, "box", LengthUnit.MM, BOX_UM, command.shown).mm
    # FKM is stiff long before it freezes; in a room that is colder itself nobody waits for more.
    to = min(ROOM_C, room - 2) if material == "FKM" else RIGHT_THROUGH_C
    return warm_up(box, store, room, lid_open=True, to_c=to)


def _lead_in(
    command: cmd.PlanLargeSeal, shaft_mm: float, shaft_last: bool, figures: list[Result]
) -> list[Verdict]:
    if command.chamfer.strip():
        end = read_length(command.chamfer, "chamfer", LengthUnit.MM, SHAFT_UM, command.shown).mm
        lead = chamfer_length(
            shaft_mm, end, parse_degrees(command.angle, "angle") if command.angle.strip() else None
        )
        figures.append(lead)
        return [lead.verdict] if lead.verdict is not None else []
    if shaft_last:
        why = (
            "A shaft that comes last folds opposed lips: its chamfer and grease decide. Measure it."
        )
        return [
            Verdict(
                "chamfer not known", Level.UNKNOWN, why, code=LargeSealPlanCode.CHAMFER_NOT_KNOWN
            )
        ]
    return []


def _moment(typed: str) -> datetime:
    try:
        found = datetime.fromisoformat(typed.strip())
    except ValueError:
        raise InvalidInput.at(
            "starts_at", f"“{typed.strip()}” is no moment.", "2026-12-01T06:00"
        ) from None
    if not 2000 < found.year < 2200:
        raise InvalidInput.at("starts_at", f"The year {found.year}?", "2026-12-01T06:00")
    # A device sends its own zone; a moment without one is read by the clock of the log.
    return found if found.tzinfo is not None else found.replace(tzinfo=UTC)
