"""What may follow with the seals of a housing, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from enum import StrEnum
from typing import Any

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import LengthUnit, parse_count, parse_degrees, parse_speed_rpm, parse_temperature_c, read_length
from tribodex.core.seals.kinds import SETTING, LipSide, SealKind, judge_lip, lip_why
from tribodex.core.seals.material import (
    SealMaterials,
    chamfer_length,
    judge_material,
    judge_play,
    judge_warmth,
    labyrinth_back,
    labyrinth_play,
    lip_speed,
)
from tribodex.core.seals.v_ring import Held, VRings, judge_set, judge_v_speed, set_width, sheet_span
from tribodex.core.topics import lineup
from tribodex.core.topics.lineup.state import growth_of
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals.moves import SealsDo as Do
from tribodex.core.topics.seals.state import Seals
from tribodex.core.working import Level, Result, Verdict, number


class SealWorkCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DRY = "seal_work.dry"
    RUBS_THE_HOUSING = "seal_work.rubs_the_housing"
    SCREWS_LOOSE = "seal_work.screws_loose"


INBOARD, SET = "inboard_ring", "set_seals"
GAP_UM, LONG_UM, WIDTH_UM = (0.0, 30_000.0), (5_000.0, 3_000_000.0), (1_000.0, 60_000.0)
SIDES: dict[str, tuple[ev.Side, ...]] = {"both": ("inboard", "outboard"), "inboard": ("inboard",), "outboard": ("outboard",)}


def decide(desk: Desk, state: Seals, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    if isinstance(command, cmd.PlanSeals):
        return [ev.SealsPlanned(_planned(desk, command))]
    plan = state.plan
    if plan is None:
        raise Refused("First which seals: kind, purpose, sides.")
    if command.side not in plan.sides:
        raise Refused(f"By the plan there is no seal on the {command.side} side.")
    match command:
        case cmd.PutRingOn():
            lip = LipSide(command.lip) if command.lip else None
            verdict = judge_lip(plan.kind, plan.purpose, lip)
            if verdict.level is Level.GOOD and not command.protected and plan.kind.has_lip:
                verdict = Verdict("not protected", Level.WATCH, "Over threads and keyways a cone or film: look at the lip all round.")
            return [ev.RingOn(command.side, lip, command.protected, verdict, _free(command) if plan.kind is SealKind.V_RING else None)]
        case cmd.SetSeal():
            return [_set(plan, command)]
        case cmd.PlaceLabyrinth():
            return [_placed(desk, plan, command)]
        case cmd.PushVRing():
            return [_pushed(desk, state, plan, command)]
        case cmd.PurgeSeal():
            return [_purged(plan, command)]
        case _:
            raise TypeError(f"seals take no {type(command).__name__}")


def _planned(desk: Desk, command: cmd.PlanSeals) -> ev.SealPlan:
    fitted = desk.fitted(desk.at)
    if fitted is None:
        raise Refused("Which bearing and shaft are here is not planned.")
    figures: list[Result] = []
    verdicts: list[Verdict] = []
    running = parse_temperature_c(command.temperature, "temperature") if command.temperature.strip() else None
    fitting = parse_temperature_c(command.fitting_temperature, "fitting_temperature") if command.fitting_temperature.strip() else None
    shaft = fitted.shaft.diameter_mm
    if command.seal.rubs and (name := _material(command)):
        row = desk.book(SealMaterials).find(name)
        if not command.speed.strip():
            if command.material.strip():
                raise InvalidInput.at("speed", "How fast does the shaft turn under the lip?", "r/min")
            # Its kind says what it is made of: the temperature is judged by itself.
            verdicts += [judge_warmth(row, running)] if running is not None else []
        else:
            speed = lip_speed(shaft, parse_speed_rpm(command.speed, "speed"))
            figures.append(speed)
            if command.seal is SealKind.V_RING:
                verdicts += [*judge_v_speed(speed.value or 0.0, Held(command.held) if command.held else None), judge_warmth(row, running)]
            else:
                verdicts += judge_material(row, speed.value or 0.0, running, fitting)
    if command.seal is SealKind.V_RING:
        figures.append(set_width(desk.book(VRings), shaft, _sheet(command)))
    if command.chamfer.strip():
        end = read_length(command.chamfer, "chamfer", LengthUnit.MM, LONG_UM, command.shown).mm
        lead = chamfer_length(shaft, end, parse_degrees(command.angle, "angle") if command.angle.strip() else 20.0)
        figures.append(lead)
        verdicts += [lead.verdict] if lead.verdict is not None else []
    if command.seal is SealKind.LABYRINTH:
        figures.extend(play_asked(desk))
    typed = {k: str(v) for k, v in asdict(command).items() if v}
    return ev.SealPlan(
        kind=command.seal,
        purpose=command.purpose,
        material=command.material.strip(),
        sides=SIDES[command.sides],
        figures=tuple(figures),
        verdicts=tuple(verdicts),
        typed=typed,
    )


def _material(command: cmd.PlanSeals) -> str:
    """The row of the table that counts; empty where no material was said: then its speed stays open."""
    if command.seal is SealKind.FELT:
        return "felt"
    if command.seal is SealKind.V_RING:
        return "axial V lip NBR"
    return command.material


def _sheet(command: cmd.PlanSeals) -> Span | None:
    least, most = (
        read_length(said, name, LengthUnit.MM, WIDTH_UM, command.shown).mm if said.strip() else None
        for name, said in (("sheet_least", command.sheet_least), ("sheet_most", command.sheet_most))
    )
    return sheet_span(least, most)


def play_asked(desk: Desk) -> tuple[Result, Result]:
    """Gaps of a labyrinth here, away from the fixed bearing and towards it: by the signed growth where this bearing floats."""
    moves: Span | None = Span(0.0, 0.0)
    if desk.floats(desk.at) is not Floats.HELD:
        growth = growth_of(desk, desk.job.of(lineup.TOPIC, SHAFT), desk.at)
        known = growth is not None and growth.value is not None and growth.value_to is not None
        moves = Span(growth.value, growth.value_to) if known and growth is not None else None  # type: ignore[arg-type]
    return labyrinth_play(moves), labyrinth_back(moves)


def _set(plan: ev.SealPlan, command: cmd.SetSeal) -> ev.SealSet:
    rubs = command.rubs.strip()
    if rubs and plan.kind is not SealKind.SHAFT_SEAL:
        verdict = Verdict(
            "rubs the housing",
            Level.STOP,
            f"{rubs}. A ring that rubs burns and wears in: set it right before the cap closes.",
            code=SealWorkCode.RUBS_THE_HOUSING,
        )
    elif not command.greased:
        verdict = Verdict("dry", Level.STOP, SETTING[plan.kind].dry, code=SealWorkCode.DRY)
    elif not command.joint_top and SETTING[plan.kind].top:
        verdict = Verdict("joint not at the top", Level.WATCH, "Its ends belong to the top: at the bottom they leak.")
    else:
        verdict = Verdict("set", Level.GOOD, "In its place, greased, turns without rubbing.")
    return ev.SealSet(command.side, command.greased, command.joint_top, rubs, verdict)


def _placed(desk: Desk, plan: ev.SealPlan, command: cmd.PlaceLabyrinth) -> ev.LabyrinthPlaced:
    if plan.kind is not SealKind.LABYRINTH:
        raise Refused("Only a labyrinth ring has gaps to set.")
    gaps = [read_length(said, name, LengthUnit.MM, GAP_UM, command.shown, zero=True).mm for name, said in _gaps(command)]
    verdict = judge_play(*play_asked(desk), gaps[0], gaps[1])
    if verdict.level is Level.GOOD and not command.screws:
        verdict = Verdict(
            "screws loose", Level.STOP, "Its set screws come tight once the gaps are right, before the grease.", code=SealWorkCode.SCREWS_LOOSE
        )
    return ev.LabyrinthPlaced(command.side, gaps[0], gaps[1], command.screws, verdict)


def _free(command: cmd.PutRingOn | cmd.PushVRing) -> float | None:
    return read_length(command.free, "free", LengthUnit.MM, WIDTH_UM, command.shown).mm if command.free.strip() else None


def _pushed(desk: Desk, state: Seals, plan: ev.SealPlan, command: cmd.PushVRing) -> ev.VRingPushed:
    if plan.kind is not SealKind.V_RING:
        raise Refused("Only a V-ring is pushed up to a width.")
    width = read_length(command.width, "width", LengthUnit.MM, WIDTH_UM, command.shown).mm
    free = _free(command) or state.sides[command.side].free_mm
    asked = width_asked(desk, plan, free)
    return ev.VRingPushed(
        side=command.side, width_mm=width, free_mm=free, even=command.even, asked=asked, verdict=judge_set(asked, width, free, even=command.even)
    )


def width_asked(desk: Desk, plan: ev.SealPlan, free_mm: float | None) -> Result:
    """Width of a V-ring when set: of its sheet where the plan has it, else of the table, with the free width where that tells."""
    # A plan of an earlier version has none.
    planned = next((figure for figure in plan.figures if figure.id == "set_width"), None)
    if planned is not None and (free_mm is None or planned.value is not None):
        return planned
    fitted = desk.fitted(desk.at)
    if fitted is None:
        raise Refused("Which bearing and shaft are here is not planned.")
    return set_width(desk.book(VRings), fitted.shaft.diameter_mm, None, free_mm)


def _gaps(command: cmd.PlaceLabyrinth) -> tuple[tuple[str, str], tuple[str, str]]:
    return ("growth_side", command.growth_side), ("other", command.other)


def _purged(plan: ev.SealPlan, command: cmd.PurgeSeal) -> ev.SealPurged:
    if plan.kind is not SealKind.LABYRINTH:
        raise Refused("Only a labyrinth is purged through its own fitting.")
    strokes = round(parse_count(command.strokes, "strokes")) if command.strokes.strip() else None
    if not command.shows:
        return ev.SealPurged(command.side, False, strokes, Verdict("nothing shows", Level.WATCH, "On, slowly, until a collar shows."))
    return ev.SealPurged(command.side, True, strokes, Verdict("purged", Level.GOOD, "A collar of grease all round: leave it, it is the barrier."))


def move(desk: Desk, state: Seals) -> Move:
    """What to do next."""
    if not state.planned_right or state.plan is None:
        bad = next((v for v in state.plan.verdicts if v.level is Level.STOP), None) if state.plan is not None else None
        if bad is not None:
            return stopped_by(Do.PLAN_SEALS, bad, "Another material, or another kind of seal.")
        return Move(Do.PLAN_SEALS, "Which seals, and what for?", "The inboard ring goes on before the sleeve: forgotten, everything comes off again.")
    if not state.inboard_done:
        return _on(state, state.plan, "inboard")
    due = state.next
    if due is None:
        return Move(Ask.NOTHING, "Sealed", "Right way round, greased, nothing rubs.")
    side, left = due
    match left:
        case "on":
            return _on(state, state.plan, side)
        case "place":
            return _place(desk, state, side)
        case "push":
            return _push(desk, state, state.plan, side)
        case "set":
            said = state.sides[side].set
            if said is not None:
                return stopped_by(Do.SET_SEAL, said.verdict)
            return _seat(state.plan, side)
        case _:
            why = "Through its own fitting, slowly, the shaft turned, until grease shows all round the flinger."
            return Move(Do.PURGE_SEAL, f"Purge the {side} labyrinth", why, "No hand before a nozzle: grease goes through skin.")


def _on(state: Seals, plan: ev.SealPlan, side: ev.Side) -> Move:
    said = state.sides[side].on
    if said is not None and said.verdict.level is Level.STOP:
        return stopped_by(Do.PUT_RING_ON, said.verdict)
    way = lip_why(plan.kind, plan.purpose) if plan.kind.has_lip else "It may look either way."
    when = "Before sleeve and bearing." if side == "inboard" else "After locking, before lowering into the base."
    why = f"{way} {when} Lead-in clean, lip and shaft thinly greased, protected over threads and keyways."
    return Move(Do.PUT_RING_ON, f"{side.capitalize()} ring onto the shaft", why, "The next part hides it." if side == "inboard" else "")


def _seat(plan: ev.SealPlan, side: ev.Side) -> Move:
    asked = SETTING[plan.kind]
    why = "; ".join(part for part in (asked.greased, asked.top.lower(), "turn the shaft and look") if part)
    return Move(Do.SET_SEAL, f"{side.capitalize()} seal {asked.into}", f"{why}.")


def _push(desk: Desk, state: Seals, plan: ev.SealPlan, side: ev.Side) -> Move:
    said = state.sides[side].pushed
    if said is not None:
        return stopped_by(Do.PUSH_V_RING, said.verdict)
    asked = width_asked(desk, plan, state.sides[side].free_mm)
    known = asked.value is not None and asked.value_to is not None
    width = f"{number(asked.value or 0)} to {number(asked.value_to or 0)} mm" if known else "As wide as its sheet says"
    why = f"{width} from the face its lip runs on to its back, the same all round: measured at three places."
    return Move(Do.PUSH_V_RING, f"Push the {side} V-ring up against its face", why, asked.note)


def _place(desk: Desk, state: Seals, side: ev.Side) -> Move:
    said, (away, back) = state.sides[side].placed, play_asked(desk)
    if said is not None:
        return stopped_by(Do.PLACE_LABYRINTH, said.verdict)
    far, near = (f"{gap.value:.1f} mm" if gap.value is not None else "not known" for gap in (away, back))
    why = f"In front of its rotating half: {far} away from the fixed bearing, {near} towards it; then its set screws."
    return Move(Do.PLACE_LABYRINTH, f"Set the {side} labyrinth in its groove", why, away.note if away.value is None else "")
