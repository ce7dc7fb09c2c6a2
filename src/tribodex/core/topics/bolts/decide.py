"""What may follow while a housing is closed, and what is left to do."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.bolts.torque import PASSES, BoltStrength, judge_torque
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.lineup import placing
from tribodex.core.lineup.floating import Floats
from tribodex.core.lineup.gaps import ring_gaps
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics import lineup
from tribodex.core.topics.bolts import commands as cmd
from tribodex.core.topics.bolts import facts as ev
from tribodex.core.topics.bolts.plan import planned
from tribodex.core.topics.bolts.state import BASE, CAP, Closing, Joint
from tribodex.core.topics.lineup.state import growth_of, offset_of
from tribodex.core.working import Level, Result, Verdict


class ClosingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_TURN_FREELY = "closing.does_not_turn_freely"
    FACES_NOT_CLEAN = "closing.faces_not_clean"
    NOT_A_PAIR = "closing.not_a_pair"
    SOMETHING_RUBS = "closing.something_rubs"


STAGE = "close_housing"
# What can be measured there at all; worse than these is a slip of the finger, not a bad joint.
GAP_UM, OFFSET_UM, OVER_UM, FOOT_UM = (
    (0.0, 60_000.0),
    (0.0, 50_000.0),
    (20_000.0, 10_000_000.0),
    (0.0, 5_000.0),
)

# How well a torque is read from a wrench, as a share (own choice).
READ_SHARE = 0.03


def decide(desk: Desk, state: Closing, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput, NotFound or Refused."""
    match command:
        case cmd.PairCap():
            return [_paired(command)]
        case cmd.ChooseHabit():
            return [ev.HabitChosen(command.habit)]
        case cmd.PlanJoint() | cmd.TightenBolt() | cmd.LoosenJoint():
            return [_joint(desk, state, command)]
        case cmd.TakeSupportOut():
            return [
                ev.LoadOn(
                    text(command.text, "text", "what came out, and what holds the shaft down now")
                )
            ]
        case cmd.AlignLoaded():
            return [_aligned(desk, command)]
        case cmd.ReadRingGaps():
            return [_gaps(desk, state, command)]
        case cmd.LookRubbing():
            if not state.at_torque(CAP):
                raise Refused("First the cap, to torque.")
            return [_looked(command)]
        case _:
            raise TypeError(f"closing takes no {type(command).__name__}")


def _paired(command: cmd.PairCap) -> ev.CapPaired:
    if not command.numbers_agree:
        verdict = Verdict(
            "not a pair",
            Level.STOP,
            "Cap and base are bored together: another cap pinches the ring or lets it turn. Find"
            " its own.",
            code=ClosingCode.NOT_A_PAIR,
        )
    elif command.rubs.strip():
        verdict = Verdict(
            "something rubs",
            Level.STOP,
            f"{command.rubs.strip()}. Put it right before the cap hides it.",
            code=ClosingCode.SOMETHING_RUBS,
        )
    elif not command.faces_clean:
        verdict = Verdict(
            "faces not clean",
            Level.STOP,
            "Old sealant or a chip between the faces makes the bore oval: wipe and feel them.",
            code=ClosingCode.FACES_NOT_CLEAN,
        )
    else:
        verdict = Verdict(
            "a pair", Level.GOOD, "Numbers agree, on the same side; faces clean; nothing rubs."
        )
    return ev.CapPaired(command.numbers_agree, command.faces_clean, command.rubs.strip(), verdict)


def _joint(
    desk: Desk, state: Closing, command: cmd.PlanJoint | cmd.TightenBolt | cmd.LoosenJoint
) -> Fact:
    if isinstance(command, cmd.PlanJoint):
        return ev.JointPlanned(planned(command, desk.book(BoltStrength), desk.log[-1].day))
    joint = state.joints.get(command.joint)
    if joint is None:
        raise NotFound(f"“{command.joint}” is no joint that was planned here.")
    if isinstance(command, cmd.LoosenJoint):
        return ev.JointLoosened(
            command.joint, text(command.reason, "reason", "why it was opened again")
        )
    return _tightened(desk, state, joint, command)


def _tightened(
    desk: Desk, state: Closing, joint: Joint, command: cmd.TightenBolt
) -> ev.BoltTightened:
    plan = joint.plan
    if stop := next((verdict for verdict in plan.verdicts if verdict.level is Level.STOP), None):
        raise Refused(f"Not tightened: {stop.word}. {stop.reason}")
    if not desk.correcting and plan.joint == BASE and (why := base_waits(desk, state)):
        raise Refused(why)
    if not desk.correcting and plan.joint == CAP and not state.paired_right:
        raise Refused("First cap and base looked at: a pair, clean, nothing rubs.")
    if not 1 <= command.bolt <= plan.count:
        raise InvalidInput.at(
            "bolt", f"This joint has no bolt {command.bolt}.", f"1 to {plan.count}"
        )
    if not 1 <= command.turn <= len(PASSES):
        raise InvalidInput.at("turn", f"There is no pass {command.turn}.", f"1 to {len(PASSES)}")
    asked = round(PASSES[command.turn - 1] * plan.torque_nm, 2)
    nm = _at_bolt(plan, command, asked, again=desk.correcting)
    high = (
        "loosen all, and begin again; look at bolt and thread."
        if command.turn >= len(PASSES) - 1
        else "loosen it, and go round evenly."
    )
    verdict = judge_torque(Span(asked, asked), nm, low_why="once more.", high_why=high)
    skipped = (
        [b for b in range(1, plan.count + 1) if (command.turn - 1, b) not in joint.tight]
        if command.turn > 1
        else []
    )
    if skipped and verdict.level is Level.GOOD:
        which = ", ".join(map(str, skipped[:4]))
        verdict = Verdict(
            "out of turn",
            Level.WATCH,
            f"Pass {command.turn - 1} is not done at bolt {which}: it pulls down on one side"
            " first.",
        )
    return ev.BoltTightened(plan.joint, command.bolt, command.turn, round(nm, 2), verdict)


def _at_bolt(
    plan: ev.JointPlan, command: cmd.TightenBolt, asked_nm: float, *, again: bool
) -> float:
    """The torque at the bolt (N·m): as it is said, or from what the wrench showed with its
    extension. Raises InvalidInput.

    `again`: an entry is said again, which keeps the torque at the bolt.
    """
    times = plan.torque_nm / plan.set_nm
    if command.shows.strip():
        if command.torque.strip():
            raise InvalidInput.at(
                "shows",
                "The torque at the bolt, or what the wrench showed: one of the two.",
                "leave one empty",
            )
        if plan.setting is None:
            raise InvalidInput.at(
                "shows",
                "This joint has no extension: what the wrench shows is the torque.",
                "as the torque",
            )
        return round(parse_torque_nm(command.shows, "shows") * times, 2)
    if not command.torque.strip():
        return asked_nm
    nm = parse_torque_nm(command.torque, "torque")
    shown = asked_nm / times
    if (
        plan.setting is not None
        and not again
        and abs(nm - shown) <= READ_SHARE * shown < abs(shown - asked_nm)
    ):
        what = (
            f"{nm:g} N·m is what the wrench shows with its extension; {asked_nm:g} N·m is asked at"
            " the bolt."
        )
        raise InvalidInput.at(
            "torque", what, "as what the wrench showed; or the torque at the bolt"
        )
    return nm


def closings(desk: Desk) -> list[Closing]:
    """How every housing of this job stands, this one first."""
    others = [
        desk.job.slices["bolts", place.id] for place in desk.job.places if place.id != desk.at
    ]
    return [desk.job.slices["bolts", desk.at], *others]


def habit_of(desk: Desk) -> ev.BaseHabit | None:
    """The habit of this shaft: as it was said at this bearing, else at another one."""
    return next((closing.habit for closing in closings(desk) if closing.habit is not None), None)


def load_of(desk: Desk) -> ev.LoadOn | None:
    """Whether the load is on the shaft: said at any of its bearings."""
    return next((closing.load for closing in closings(desk) if closing.load is not None), None)


def base_first(desk: Desk) -> bool:
    """Whether this base is bolted down before the load comes on: the fixed one, by that habit."""
    return habit_of(desk) is ev.BaseHabit.FIXED_FIRST and desk.floats(desk.at) is Floats.HELD


def base_waits(desk: Desk, state: Closing) -> str:
    """Why the base bolts must not come to torque yet; empty where they may."""
    if base_first(desk):
        return ""
    if load_of(desk) is None:
        return (
            "First the support out and the load on: the base moves under it. Base bolts stay snug"
            " until then."
        )
    return (
        ""
        if state.aligned_right
        else "First lined up with the load on; base bolts stay snug until then."
    )


def _aligned(desk: Desk, command: cmd.AlignLoaded) -> ev.AlignedLoaded:
    if load_of(desk) is None and not base_first(desk):
        raise Refused(
            "First the support out: what is lined up without its load moves when it comes on."
        )
    fitted = desk.fitted(desk.at)
    if fitted is None:
        raise Refused("Which bearing is fitted here is not planned.")
    offset = read_length(
        command.offset, "offset", LengthUnit.MM, OFFSET_UM, command.shown, zero=True
    ).mm
    over = read_length(command.over, "over", LengthUnit.MM, OVER_UM, command.shown).mm
    said = [part for part in command.feet.split("+") if part.strip()]
    feet = tuple(
        read_length(part, "feet", LengthUnit.MM, FOOT_UM, command.shown, zero=True).mm
        for part in said
    )
    found = [placing.alignment(offset, over, fitted.bearing.kind, command.labyrinth)]
    if feet:
        found.append(
            placing.soft_foot([placing.Foot(f"foot {i}", mm) for i, mm in enumerate(feet, 1)])
        )
    verdict = next(
        (r.verdict for r in found if r.verdict is not None and r.verdict.level is Level.STOP),
        found[0].verdict,
    )
    assert verdict is not None  # every alignment is judged
    if verdict.level is Level.GOOD and not command.turned:
        verdict = Verdict(
            "shaft not turned",
            Level.WATCH,
            f"{verdict.reason} Turn the shaft first: the rings find their place.",
        )
    elif verdict.level is Level.GOOD and not feet:
        verdict = Verdict(
            "feet not tried",
            Level.WATCH,
            f"{verdict.reason} A feeler under each foot, bolts snug, tells whether it stands flat.",
        )
    return ev.AlignedLoaded(offset, over, feet, command.turned, command.labyrinth, verdict)


def _gaps(desk: Desk, state: Closing, command: cmd.ReadRingGaps) -> ev.RingGapsRead:
    if not state.at_torque(BASE):
        raise Refused("First the base, to torque: until then it still moves.")
    toward, away = (
        read_length(said, name, LengthUnit.MM, GAP_UM, command.shown, zero=True).mm
        for name, said in (("toward", command.toward), ("away", command.away))
    )
    figure = gaps_result(desk, toward, away)
    assert figure.verdict is not None  # every pair of gaps is judged
    return ev.RingGapsRead(toward, away, command.how, figure.verdict, figure)


def gaps_result(desk: Desk, toward_mm: float, away_mm: float) -> Result:
    """Gaps beside the outer ring of this place, against what the shaft line says."""
    line = desk.job.of(lineup.TOPIC, SHAFT)
    growth = growth_of(
        desk, line, desk.at if desk.floats(desk.at) in (Floats.SEAT, Floats.HOUSING) else None
    )
    reach = (
        Span(growth.value, growth.value_to)
        if growth is not None and growth.value is not None and growth.value_to is not None
        else None
    )
    return ring_gaps(toward_mm, away_mm, desk.floats(desk.at), reach, planned_gap(desk))


def planned_gap(desk: Desk) -> float | None:
    """The gap towards the other bearing as it was placed at the shaft line (mm); None where nobody
    placed it.
    """
    line, fitted = desk.job.of(lineup.TOPIC, SHAFT), desk.fitted(desk.at)
    rings, set_at = line.rings.get(desk.at), offset_of(desk, line, desk.at)
    if (
        rings is None
        or fitted is None
        or set_at is None
        or desk.floats(desk.at) not in (Floats.SEAT, Floats.HOUSING)
    ):
        return None
    room = rings.seat_mm - fitted.bearing.width_mm - sum((*rings.near_mm, *rings.far_mm))
    return round(room / 2 - set_at.offset_mm, 3)


def _looked(command: cmd.LookRubbing) -> ev.RubbingLooked:
    rubs = command.rubs.strip()
    if not command.freely:
        said = text(command.rubs, "rubs", "how it turns: stiff, where")
        return ev.RubbingLooked(
            False,
            said,
            Verdict(
                "does not turn freely",
                Level.STOP,
                f"{said}. Cap off: bore pinched, ring askew, seal caught.",
                code=ClosingCode.DOES_NOT_TURN_FREELY,
            ),
        )
    if rubs:
        return ev.RubbingLooked(
            True,
            rubs,
            Verdict(
                "something rubs",
                Level.STOP,
                f"{rubs}. It wears into the shaft, or burns: put it right.",
                code=ClosingCode.SOMETHING_RUBS,
            ),
        )
    return ev.RubbingLooked(
        True,
        "",
        Verdict("turns, nothing rubs", Level.GOOD, "Turned by hand, rings looked at all round."),
    )


def has_cap(desk: Desk) -> bool:
    """Whether this housing is split: a one-piece unit has no cap."""
    fitted = desk.fitted(desk.at)
    return fitted is not None and not fitted.housed_unit
