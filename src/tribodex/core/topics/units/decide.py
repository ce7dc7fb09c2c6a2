"""What may follow while a housed unit goes on: on by hand, lined up, bolted, shaft turned, and only
then locked.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import decided, text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.lineup import placing
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics import lineup
from tribodex.core.topics.lineup.state import growth_of
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units import facts as ev
from tribodex.core.topics.units.halves import PASSES, joined, laid_round
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.forms import SEALED_DEG, FloatBy, Form, float_room, judge_float
from tribodex.core.units.locking import UnitLock, judge_collar
from tribodex.core.units.screws import Footing, ScrewTorque, judge_footing, judge_screw
from tribodex.core.working import Level, Result, Verdict, number


class UnitCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BOLTS_TOO_TIGHT = "unit.bolts_too_tight"
    BOLTS_TOO_LOOSE = "unit.bolts_too_loose"
    NOT_JUDGED = "unit.not_judged"
    DOES_NOT_GO_ON = "unit.does_not_go_on"
    SLIT_OVER_SLIT = "unit.slit_over_slit"


SET_UNIT, JOIN_HALVES, BOLT_UNIT, LOCK_UNIT = "set_unit", "join_halves", "bolt_unit", "lock_unit"
# A wrench on bolts by hand (share; common practice, no source).
BOLT_SHARE = 0.10


def decide(desk: Desk, state: Unit, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.plan
    if plan is None:
        raise Refused("Nothing is planned for this unit.")
    locks = isinstance(command, cmd.LockUnit | cmd.TryUnit | cmd.TightenAgain)
    if plan.lock is UnitLock.ADAPTER and (locks or isinstance(command, cmd.JoinHalves)):
        raise Refused(
            "This unit is driven up on an adapter sleeve: its nut is turned by its sheet, and a"
            " lock plate holds it."
        )
    if locks and state.in_halves:
        raise Refused(
            "Its halves are screwed together round the shaft, before the housing closes:"
            " nothing else locks it."
        )
    match command:
        case cmd.SlideOn():
            return [laid_round(command) if state.in_halves else _slid(plan, command)]
        case cmd.JoinHalves():
            if not state.in_halves:
                raise Refused("This unit is not in two halves.")
            if not state.is_on:
                raise Refused("First lay its halves round the shaft.")
            return [joined(plan, _screw(plan), command)]
        case cmd.FindFloat():
            if not state.is_on:
                raise Refused("First slide it on, by hand.")
            return [_found(desk, plan, command)]
        case cmd.LineUpUnit():
            # A unit that is lined up and then found to be held twice is lined up again.
            if not floats_right(desk, state):
                raise Refused("First: does it hold or float as it should?")
            return [_lined(plan, command)]
        case _:
            return _fastened(desk, state, command, plan)


def _fastened(desk: Desk, state: Unit, command: Any, plan: UnitPlan) -> Sequence[Fact]:
    """Bolts, lock, and how it turns."""
    match command:
        case cmd.BoltHousing():
            if state.in_halves and not state.joined_right:
                raise Refused(
                    "First its halves, screwed together round the shaft: the housing closes over"
                    " them."
                )
            # Bolts draw it down as it stands: afterwards the same offset is no longer seen under
            # the straightedge.
            if not state.lined_right:
                raise Refused("First line it up; what is bolted askew stays askew.")
            return [_bolted(plan, command)]
        case cmd.TurnShaft():
            if not state.bolted_right:
                raise Refused("First the bolts of its housing, to torque.")
            return [ev.ShaftTurned(command.freely, _how(command.freely, command.text))]
        case cmd.LockUnit():
            # A correction tells what was done then; what stands today must not refuse it.
            if not desk.correcting:
                _may_lock(desk, state)
            return [_locked(plan, command, alone=len(desk.job.places) == 1)]
        case cmd.TryUnit():
            if not state.locked_right:
                raise Refused("First lock it.")
            return [ev.UnitTried(command.freely, _how(command.freely, command.text))]
        case cmd.TightenAgain():
            if not state.has_screws or state.locked is None:
                raise Refused(
                    "There are no set screws that were tightened."
                    if not state.has_screws
                    else "First lock it."
                )
            after = text(command.after, "after", "after how many hours of running")
            nm = parse_torque_nm(command.torque, "torque")
            return [ev.ScrewsAgain(round(nm, 2), after, judge_screw(_screw(plan), nm))]
        case _:
            raise TypeError(f"a unit takes no {type(command).__name__}")


def _how(freely: bool, typed: str) -> str:
    return typed.strip() if freely else text(typed, "text", "how it turns: rough, stiff, where")


def _screw(plan: UnitPlan) -> ScrewTorque:
    if plan.screw is None:
        raise Refused("No screw locks this unit.")
    return plan.screw


def _slid(plan: UnitPlan, command: cmd.SlideOn) -> ev.SlidOn:
    if command.by_hand:
        return ev.SlidOn(
            True,
            command.text.strip(),
            Verdict("on by hand", Level.GOOD, "It slid to its place without a blow."),
        )
    said = text(command.text, "text", "where it stops, what is on the shaft there")
    why = (
        "Never a hammer on ring or seal: off again. Burr, rust, a screw that stands in the bore, or"
        " a shaft over size: dress and measure."
    )
    # Its sleeve closes on the way as the nut drags on it: what opens it again is said before the
    # shaft is filed.
    if plan.lock is UnitLock.ADAPTER:
        why = (
            "Never a hammer on ring or seal. Lock plate off, nut back one to two turns more, so"
            " that the sleeve opens; its slit eased gently with a wedge, the wedge out again. Still"
            " tight: burr, rust, or a shaft over size: dress and measure."
        )
    return ev.SlidOn(
        False, said, Verdict("does not go on", Level.STOP, why, code=UnitCode.DOES_NOT_GO_ON)
    )


def _found(desk: Desk, plan: UnitPlan, command: cmd.FindFloat) -> ev.FloatFound:
    floats = desk.floats(desk.at)
    verdict, room = judge_float(command.by, floats), None
    toward = away = None
    # A place that holds the shaft has no room to measure; one that nobody named may hold it.
    if command.by in (FloatBy.ROOM, FloatBy.RING_OUTER) and floats not in (
        Floats.HELD,
        Floats.UNKNOWN,
    ):
        missing = [
            name
            for name, said in (
                ("room_toward", command.room_toward),
                ("room_away", command.room_away),
            )
            if not said.strip()
        ]
        if missing:
            raise InvalidInput.at(
                missing[0],
                "It floats: how much room is there on each side?",
                "by caliper, mm or in; 0 where there is none",
            )
        toward, away = (
            read_length(said, name, LengthUnit.MM, (0.0, 60_000.0), command.shown, zero=True).mm
            for name, said in (
                ("room_toward", command.room_toward),
                ("room_away", command.room_away),
            )
        )
        room = float_room(toward, away, growth_here(desk, plan)).verdict
    typed = " / ".join(
        said.strip() for said in (command.room_toward, command.room_away) if said.strip()
    )
    return ev.FloatFound(
        by=command.by, toward_mm=toward, away_mm=away, typed=typed, verdict=verdict, room=room
    )


def _lined(plan: UnitPlan, command: cmd.LineUpUnit) -> ev.LinedUp:
    offset = read_length(
        command.offset, "offset", LengthUnit.MM, (0.0, 50_000.0), command.shown, zero=True
    ).mm
    over = read_length(
        command.over, "over", LengthUnit.MM, (20_000.0, 10_000_000.0), command.shown
    ).mm
    feet = _feet(plan, command)
    shift = (command.hole, command.bolt, command.wanted)
    hole = bolt = wanted = None
    if plan.form is Form.PILOT and any(said.strip() for said in shift):
        what = "Its pilot holds it in its bore: bolt holes do not let it be shifted."
        raise InvalidInput.at(
            "wanted", what, "empty; the wall's bore or the machine is corrected instead"
        )
    if any(said.strip() for said in shift):
        names = ("hole", "bolt", "wanted")
        hole, bolt, wanted = (
            read_length(s, n, LengthUnit.MM, (0.0, 100_000.0), command.shown, zero=True).mm
            for n, s in zip(names, shift, strict=True)
        )
    typed = f"{command.offset.strip()} over {command.over.strip()}"
    fact = ev.LinedUp(
        offset_mm=offset,
        over_mm=over,
        feet_mm=feet,
        hole_mm=hole,
        bolt_mm=bolt,
        wanted_mm=wanted,
        typed=typed,
        verdict=Verdict("", Level.UNKNOWN, "", code=UnitCode.NOT_JUDGED),
    )
    worst = max(
        (r.verdict for r in line_results(plan, fact) if r.verdict is not None),
        key=lambda v: _RANK.index(v.level),
    )
    return ev.LinedUp(
        offset_mm=offset,
        over_mm=over,
        feet_mm=feet,
        hole_mm=hole,
        bolt_mm=bolt,
        wanted_mm=wanted,
        typed=typed,
        verdict=worst,
    )


# What is not known outweighs what is only to be watched: unlined it would wear, unseen.
_RANK = (Level.GOOD, Level.WATCH, Level.UNKNOWN, Level.STOP)


def _feet(plan: UnitPlan, command: cmd.LineUpUnit) -> tuple[float, ...]:
    if not plan.form.on_feet:
        return ()
    # Each foot by itself, in their order: one that was not tried is no zero.
    said = [part for part in command.feet.split("+") if part.strip()]
    if len(said) != plan.form.bolts:
        what = f"A feeler tried under each of {plan.form.bolts} feet, bolts snug."
        raise InvalidInput.at("feet", what, " + ".join(["0.00"] * plan.form.bolts))
    return tuple(
        read_length(part, "feet", LengthUnit.MM, (0.0, 5_000.0), command.shown, zero=True).mm
        for part in said
    )


def line_results(plan: UnitPlan, lined: ev.LinedUp) -> list[Result]:
    """What was worked out of a unit that was lined up."""
    # A sealed insert may swivel further than its seal follows; through one that is regreased the
    # grease hole closes first, which the table of its kind has.
    forgives = None if plan.regreased else SEALED_DEG
    results = [placing.alignment(lined.offset_mm, lined.over_mm, plan.size.kind, False, forgives)]
    if lined.feet_mm:
        results.append(
            placing.soft_foot(
                [placing.Foot(f"foot {i}", mm) for i, mm in enumerate(lined.feet_mm, 1)]
            )
        )
    if lined.hole_mm is not None and lined.bolt_mm is not None and lined.wanted_mm is not None:
        results.append(placing.bolt_room(lined.hole_mm, lined.bolt_mm, lined.wanted_mm))
    return results


def _bolted(plan: UnitPlan, command: cmd.BoltHousing) -> ev.HousingBolted:
    nm, wrench = (
        parse_torque_nm(command.torque, "torque"),
        text(command.wrench, "wrench", "which wrench: never by feel"),
    )
    by, reason = decided(command.decided_by, command.reason)
    asked = plan.base_nm
    if plan.form is Form.TAKE_UP:
        # Its screws hold a belt's pull and are turned for it: no torque says that they are right.
        verdict = Verdict(
            "set",
            Level.WATCH,
            "Both sides of the take-up alike; lined up again after every tensioning.",
        )
    elif asked is None:
        verdict = Verdict(
            "torque not checked",
            Level.WATCH,
            "The torque of a cast housing is its maker's word, and it is not in the plan.",
        )
    elif abs(nm - asked) <= BOLT_SHARE * asked:
        verdict = Verdict("at torque", Level.GOOD, f"{number(nm)} N·m of {number(asked)} N·m.")
    else:
        word = "too tight" if nm > asked else "too loose"
        why = "it cracks the foot." if nm > asked else "the housing shifts."
        code = UnitCode.BOLTS_TOO_TIGHT if nm > asked else UnitCode.BOLTS_TOO_LOOSE
        verdict = Verdict(
            word,
            Level.STOP,
            f"{number(nm)} N·m, where {number(asked)} N·m is asked: {why}",
            code=code,
        )
    return ev.HousingBolted(round(nm, 2), wrench, verdict, by, reason)


def may_lock(desk: Desk, state: Unit, others: Sequence[tuple[str, Unit]]) -> str:
    """Why this unit must not be locked yet; empty where it may.

    The first unit of a shaft is locked once its housing is bolted and the shaft was turned. The
    second only when every housing is bolted and the shaft was turned after the last of them: else
    the shaft is held askew or under a pull along itself.
    """
    if not state.bolted_right:
        return "First its housing bolted, to torque."
    if not state.turned_after:
        return "First the shaft turned by hand, after the bolts: it must turn freely."
    for name, other in others:
        if other.locked is None:
            continue
        if not other.bolted_right:
            return (
                f"{name} is locked, and its housing is not bolted. Bolt it, turn the shaft, and"
                " only then lock the second unit."
            )
        if state.turned_seq < other.bolted_seq:
            return (
                f"The housing of {name} was bolted after the shaft was turned here: turn it again"
                " before the second unit is locked."
            )
    return ""


def others_of(desk: Desk) -> list[tuple[str, Unit]]:
    """The other units of this job, by name."""
    found = [
        (place.name, desk.job.slices["units", place.id])
        for place in desk.job.places
        if place.id != desk.at
    ]
    return [(name, unit) for name, unit in found if unit.plan is not None]


def _may_lock(desk: Desk, state: Unit) -> None:
    if why := may_lock(desk, state, others_of(desk)):
        raise Refused(why)


def _locked(plan: UnitPlan, command: cmd.LockUnit, *, alone: bool) -> ev.UnitLocked:
    nm, wrench = (
        parse_torque_nm(command.torque, "torque"),
        text(command.wrench, "wrench", "which wrench or key: never by feel"),
    )
    by, reason = decided(command.decided_by, command.reason)
    verdicts = [judge_screw(_screw(plan), nm)]
    footing = in_line = turned = slits = None
    if plan.lock is UnitLock.SET_SCREWS:
        if not command.footing:
            raise InvalidInput.at(
                "footing", "What do the screws stand on?", "plain shaft, dimple or flat"
            )
        footing = Footing(command.footing)
        # One unit by itself has no other to be in line with.
        if command.in_line or not alone:
            in_line = _said(
                command.in_line, "in_line", "Are the screws of both units in line along the shaft?"
            )
        verdicts += [judge_footing(footing, plan.load == "shock"), *_passes(command.passes)]
        if in_line is False:
            why = (
                "Screws that are not in line push the shaft out of the middle on two sides: it runs"
                " out."
            )
            verdicts.append(Verdict("not in line", Level.WATCH, why))
    elif plan.lock is UnitLock.COLLAR:
        if not command.turned:
            raise InvalidInput.at(
                "turned",
                "Which way was the collar turned, looked at from its own side?",
                "clockwise or anticlockwise",
            )
        turned = cmd.TURNS[command.turned]
        verdicts.append(judge_collar(turned, plan.rotation, plan.faces_drive_end is True))
    else:
        slits = _said(
            command.slits_apart, "slits_apart", "Does the clamp's slit stand off the ring's slit?"
        )
        if not slits:
            verdicts.append(
                Verdict(
                    "slit over slit",
                    Level.STOP,
                    "The clamp closes on nothing there: turn it until the slits stand apart.",
                    code=UnitCode.SLIT_OVER_SLIT,
                )
            )
    return ev.UnitLocked(
        torque_nm=round(nm, 2),
        passes=command.passes,
        wrench=wrench,
        footing=footing,
        in_line=in_line,
        turned=turned,
        slits_apart=slits,
        verdicts=tuple(verdicts),
        decided_by=by,
        reason=reason,
    )


def _said(answer: str, name: str, question: str) -> bool:
    if answer not in ("yes", "no"):
        raise InvalidInput.at(name, question, "yes or no")
    return answer == "yes"


def _passes(passes: int) -> list[Verdict]:
    if passes >= PASSES:
        return []
    return [
        Verdict(
            "one pass",
            Level.WATCH,
            "Alternately in two passes: the first screw is loosened by the second. Tighten both"
            " again.",
        )
    ]


def float_now(desk: Desk, state: Unit) -> Verdict | None:
    """Whether it holds or floats as is said of its bearing now; None while nobody looked. What is
    said of the shaft may change after that.
    """
    return judge_float(state.found.by, desk.floats(desk.at)) if state.found is not None else None


def growth_here(desk: Desk, plan: UnitPlan) -> float | None:
    """The growth that this unit has to take (mm): as its plan says, else as it was worked out for
    the shaft line; None where neither knows.
    """
    if plan.growth_mm is not None:
        return plan.growth_mm
    growth = growth_of(desk, desk.job.of(lineup.TOPIC, SHAFT), desk.at)
    ends = (growth.value, growth.value_to) if growth is not None else (None,)
    known = [abs(end) for end in ends if end is not None]
    return max(known) if known else None


def room_now(desk: Desk, state: Unit) -> Verdict | None:
    """The room against the growth as it is known now: it may have been worked out after the room
    was measured.
    """
    found, plan = state.found, state.plan
    if found is None or plan is None or found.toward_mm is None or found.away_mm is None:
        return found.room if found is not None else None
    return float_room(found.toward_mm, found.away_mm, growth_here(desk, plan)).verdict


def floats_right(desk: Desk, state: Unit) -> bool:
    """Whether it holds or floats as it should, with room enough where it floats."""
    verdicts = (float_now(desk, state), room_now(desk, state))
    return verdicts[0] is not None and all(
        verdict is None or verdict.level in (Level.GOOD, Level.WATCH) for verdict in verdicts
    )
