"""A bearing in two halves: laid round its shaft and screwed together there, before its housing
closes over it.
"""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.job.gates import decided, text
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.quantities import parse_torque_nm
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units import facts as ev
from tribodex.core.topics.units.moves import UnitsDo as Do
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.topics.units.state import Unit
from tribodex.core.units.screws import ScrewTorque, judge_screw
from tribodex.core.working import Level, Verdict


class HalvesCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DO_NOT_CLOSE = "halves.do_not_close"
    JOINT_GAPES = "halves.joint_gapes"


# The first pass lets the halves settle round the shaft, the second brings the screws to their
# torque (common practice, no source).
PASSES = 2


def laid_round(command: cmd.SlideOn) -> ev.SlidOn:
    """The halves round the shaft: closed by hand, or something keeps them apart."""
    if command.by_hand:
        why = "Halves of one number, mark beside mark, joints clean, closed by hand."
        return ev.SlidOn(
            True,
            command.text.strip(),
            Verdict("laid round the shaft", Level.GOOD, why),
            in_halves=True,
        )
    said = text(command.text, "text", "what keeps the halves apart")
    why = (
        "Never drawn together with the screws. Halves of two pairs, dirt in a joint, a burr or a"
        " shaft over size: apart, cleaned, measured."
    )
    return ev.SlidOn(
        False,
        said,
        Verdict("do not close", Level.STOP, why, code=HalvesCode.DO_NOT_CLOSE),
        in_halves=True,
    )


def joined(plan: UnitPlan, screw: ScrewTorque, command: cmd.JoinHalves) -> ev.HalvesJoined:
    """The halves screwed together. Raises InvalidInput for what cannot be read."""
    nm, wrench = (
        parse_torque_nm(command.torque, "torque"),
        text(command.wrench, "wrench", "which wrench: never by feel"),
    )
    by, reason = decided(command.decided_by, command.reason)
    verdicts = [judge_screw(screw, nm, plan.screw_use)]
    if command.passes < PASSES:
        why = (
            "Crosswise, in two passes: a screw that goes to its full torque at once closes one"
            " joint before the other."
        )
        verdicts.append(Verdict("one pass", Level.WATCH, why))
    if not command.joints_alike:
        why = (
            "One joint gapes: the raceway has a step there that every roller strikes. Loosen all,"
            " close both by hand, and again crosswise."
        )
        verdicts.append(Verdict("a joint gapes", Level.STOP, why, code=HalvesCode.JOINT_GAPES))
    return ev.HalvesJoined(
        round(nm, 2), command.passes, wrench, command.joints_alike, tuple(verdicts), by, reason
    )


def lay_move(state: Unit) -> Move:
    """What is asked while the halves are not round the shaft."""
    if state.on is not None:
        return Move(
            Do.SLIDE_ON,
            "Stop: the halves do not close",
            state.on.verdict.reason,
            "Never drawn together with the screws.",
            stops=True,
        )
    why = (
        "Halves of one number, mark beside mark; joints and shaft clean, oiled or dry as its sheet"
        " says; the cage last."
    )
    return Move(
        Do.SLIDE_ON,
        "Lay the halves round the shaft, by hand",
        why,
        "Halves of two pairs never meet: keep each pair together.",
    )


def join_move(state: Unit, screw: ScrewTorque) -> Move:
    """What is asked while the halves are not screwed together."""
    if state.joined is not None:
        bad = next(verdict for verdict in state.joined.verdicts if verdict.level is Level.STOP)
        return stopped_by(
            Do.JOIN_HALVES, bad, "Loosen all, put it right, and screw it together again."
        )
    why = "Crosswise, half first, then in full; both joints closed alike, as its sheet shows them."
    return Move(
        Do.JOIN_HALVES,
        f"Joint screws {screw.screw}: {screw.words}",
        why,
        "Too tight warps the halves.",
    )


def done_move() -> Move:
    """What is said when it is round its shaft, closed in and turning."""
    return Move(Ask.NOTHING, "Round its shaft, bolted and turning", "As it should be.")
