"""What may follow with the seals of a housing, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.places import SHAFT
from tribodex.core.job.rail import held
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import LengthUnit, parse_count, parse_degrees, parse_speed_rpm, parse_temperature_c, read_length
from tribodex.core.seals.kinds import LipSide, SealKind, judge_lip, lip_side
from tribodex.core.seals.material import SealMaterials, chamfer_length, judge_material, judge_play, labyrinth_play, lip_speed
from tribodex.core.topics import lineup
from tribodex.core.topics.lineup.state import growth_of
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals.state import Seals
from tribodex.core.working import Level, Result, Verdict

INBOARD, SET = "inboard_ring", "set_seals"
GAP_UM, LONG_UM = (0.0, 30_000.0), (5_000.0, 3_000_000.0)
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
    stage = desk.procedures[desk.at].stage(SET) if command.side == "outboard" else None
    if stage is not None and not desk.correcting and (why := held(desk, stage, desk.at)):
        raise Refused(f"Sealing is held back. {why}")
    match command:
        case cmd.PutRingOn():
            lip = LipSide(command.lip) if command.lip else None
            verdict = judge_lip(plan.kind, plan.purpose, lip)
            if verdict.level is Level.GOOD and not command.protected and plan.kind.has_lip:
                verdict = Verdict("not protected", Level.WATCH, "Over threads and keyways a cone or film: look at the lip all round.")
            return [ev.RingOn(command.side, lip, command.protected, verdict)]
        case cmd.SetSeal():
            return [_set(plan, command)]
        case cmd.PlaceLabyrinth():
            return [_placed(desk, plan, command)]
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
    if command.seal.rubs:
        name = _material(command)
        if name and (command.speed.strip() or command.material.strip()):
            if not command.speed.strip():
                raise InvalidInput.at("speed", "How fast does the shaft turn under the lip?", "r/min")
            speed = lip_speed(shaft, parse_speed_rpm(command.speed, "speed"))
            figures.append(speed)
            verdicts += judge_material(desk.book(SealMaterials).find(name), speed.value or 0.0, running, fitting)
    if command.chamfer.strip():
        end = read_length(command.chamfer, "chamfer", LengthUnit.MM, LONG_UM, command.shown).mm
        lead = chamfer_length(shaft, end, parse_degrees(command.angle, "angle") if command.angle.strip() else 20.0)
        figures.append(lead)
        verdicts += [lead.verdict] if lead.verdict is not None else []
    if command.seal is SealKind.LABYRINTH:
        figures.append(play_asked(desk))
    typed = {k: str(v) for k, v in asdict(command).items() if v}
    return ev.SealPlan(command.seal, command.purpose, command.material.strip(), SIDES[command.sides], tuple(figures), tuple(verdicts), typed)


def _material(command: cmd.PlanSeals) -> str:
    """The row of the table that counts; empty where no material was said: then its speed stays open."""
    if command.seal is SealKind.FELT:
        return "felt"
    if command.seal is SealKind.V_RING:
        return "axial V lip NBR"
    return command.material


def play_asked(desk: Desk) -> Result:
    """Gap of a labyrinth here: with the growth of the shaft where this bearing floats; the fixed one does not move."""
    if desk.floats(desk.at) is Floats.HELD:
        return labyrinth_play(Span(0.0, 0.0))
    growth = growth_of(desk, desk.job.of(lineup.TOPIC, SHAFT))
    known = growth is not None and growth.value is not None and growth.value_to is not None
    return labyrinth_play(Span(growth.value, growth.value_to) if known and growth is not None else None)  # type: ignore[arg-type]


def _set(plan: ev.SealPlan, command: cmd.SetSeal) -> ev.SealSet:
    rubs = command.rubs.strip()
    if rubs and plan.kind is not SealKind.SHAFT_SEAL:
        verdict = Verdict("rubs the housing", Level.STOP, f"{rubs}. A ring that rubs burns and wears in: set it right before the cap closes.")
    elif not command.greased:
        verdict = Verdict("dry", Level.STOP, "Grooves in base and cap filled with grease, lip greased: dry it burns in the first minute.")
    elif not command.joint_top and plan.kind in (SealKind.LIP, SealKind.FELT):
        verdict = Verdict("joint not at the top", Level.WATCH, "Ends of the halves belong to the top: at the bottom they leak.")
    else:
        verdict = Verdict("set", Level.GOOD, "In its groove, greased, turns without rubbing.")
    return ev.SealSet(command.side, command.greased, command.joint_top, rubs, verdict)


def _placed(desk: Desk, plan: ev.SealPlan, command: cmd.PlaceLabyrinth) -> ev.LabyrinthPlaced:
    if plan.kind is not SealKind.LABYRINTH:
        raise Refused("Only a labyrinth ring has gaps to set.")
    gaps = [read_length(said, name, LengthUnit.MM, GAP_UM, command.shown, zero=True).mm for name, said in _gaps(command)]
    verdict = judge_play(play_asked(desk), gaps[0], gaps[1])
    if verdict.level is Level.GOOD and not command.screws:
        verdict = Verdict("screws loose", Level.STOP, "Its set screws come tight once the gaps are right, before the grease.")
    return ev.LabyrinthPlaced(command.side, gaps[0], gaps[1], command.screws, verdict)


def _gaps(command: cmd.PlaceLabyrinth) -> tuple[tuple[str, str], tuple[str, str]]:
    return ("growth_side", command.growth_side), ("other", command.other)


def _purged(plan: ev.SealPlan, command: cmd.PurgeSeal) -> ev.SealPurged:
    if plan.kind is not SealKind.LABYRINTH:
        raise Refused("Only a labyrinth is purged through its own fitting.")
    strokes = round(parse_count(command.strokes, "strokes")) if command.strokes.strip() else None
    if not command.shows:
        return ev.SealPurged(command.side, False, strokes, Verdict("nothing shows", Level.WATCH, "On, slowly, until a collar shows."))
    return ev.SealPurged(command.side, True, strokes, Verdict("purged", Level.GOOD, "A collar of grease all round: leave it, it is the barrier."))


def stands(_: Desk, state: Seals) -> str | None:
    """The inboard ring first; the rest after locking."""
    if not state.inboard_done:
        return INBOARD
    return None if state.next is None else SET


def unfinished(desk: Desk, state: Seals) -> str:
    """Why the record cannot be signed; empty where it can, or where its stages were set aside."""
    aside = {stage for stage, at in desk.job.aside if at == desk.at}
    if stands(desk, state) is None or SET in aside or (INBOARD in aside and state.plan is None):
        return ""
    return "First the seals, on both sides; or set the stage aside with the reason."


def move(desk: Desk, state: Seals) -> Move:
    """What to do next."""
    if not state.planned_right or state.plan is None:
        bad = next((v for v in state.plan.verdicts if v.level is Level.STOP), None) if state.plan is not None else None
        if bad is not None:
            return Move("plan_seals", f"Stop: {bad.word}", bad.reason, "Another material, or another kind of seal.")
        return Move("plan_seals", "Which seals, and what for?", "The inboard ring goes on before the sleeve: forgotten, everything comes off again.")
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
        case "set":
            said = state.sides[side].set
            if said is not None:
                return Move("set_seal", f"Stop: {said.verdict.word}", said.verdict.reason)
            why = "Grooves in base and cap cleaned and filled with grease; halves joined at the top; turn the shaft and look."
            return Move("set_seal", f"{side.capitalize()} seal into its groove", why)
        case _:
            why = "Through its own fitting, slowly, the shaft turned, until grease shows all round the flinger."
            return Move("purge_seal", f"Purge the {side} labyrinth", why, "No hand before a nozzle: grease goes through skin.")


def _on(state: Seals, plan: ev.SealPlan, side: ev.Side) -> Move:
    said = state.sides[side].on
    if said is not None and said.verdict.level is Level.STOP:
        return Move("put_ring_on", f"Stop: {said.verdict.word}", said.verdict.reason)
    way = f"Lip {lip_side(plan.kind, plan.purpose).words}, {plan.purpose.words}." if plan.kind.has_lip else "It may look either way."
    when = "Before sleeve and bearing." if side == "inboard" else "After locking, before lowering into the base."
    why = f"{way} {when} Lead-in clean, lip and shaft thinly greased, protected over threads and keyways."
    return Move("put_ring_on", f"{side.capitalize()} ring onto the shaft", why, "The next part hides it." if side == "inboard" else "")


def _place(desk: Desk, state: Seals, side: ev.Side) -> Move:
    said, asked = state.sides[side].placed, play_asked(desk)
    if said is not None:
        return Move("place_labyrinth", f"Stop: {said.verdict.word}", said.verdict.reason)
    gap = f"{asked.value:.1f} mm" if asked.value is not None else "not known"
    why = f"Towards which the shaft grows {gap}, 0.5 mm on the other side; then its set screws."
    return Move("place_labyrinth", f"Set the {side} labyrinth in its groove", why, asked.note if asked.value is None else "")
