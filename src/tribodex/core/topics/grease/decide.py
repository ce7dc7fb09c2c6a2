"""What may follow while a bearing is greased, and what is left to do."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.grease.housing import judge_oil, oil_level
from tribodex.core.grease.strokes import GunShelf
from tribodex.core.grease.thickener import Thickeners
from tribodex.core.grease.viscosity import OilGrades
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import decided, text
from tribodex.core.job.places import Fitted
from tribodex.core.job.rail import unproven
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_count, parse_mass_g, read_length
from tribodex.core.topics import tapered
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.packing import judge_corner, judge_pack, takes_grease
from tribodex.core.topics.grease.plan import chosen, planned
from tribodex.core.topics.grease.state import Greasing
from tribodex.core.working import Level, Verdict


class OilWorkCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CHANNEL_CLOSED = "oil_work.channel_closed"
    NOT_LEVEL = "oil_work.not_level"


STAGE = "fill"
# How far below an edge grease or oil can stand in the largest housing.
LEVEL_UM = (0.0, 3_000_000.0)


def decide(desk: Desk, state: Greasing, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    match command:
        case cmd.ChooseLubricant():
            return [
                chosen(command, desk.fitted(desk.at), desk.book(Thickeners), desk.book(OilGrades))
            ]
        case cmd.LeaveAsMade():
            return [ev.LeftAsMade(text(command.text, "text", "what came greased, and by whom"))]
        case cmd.FillOil():
            return [_oil(desk, state, command)]
        case cmd.TagStored():
            if not state.stored:
                raise Refused("A tag is for a housing that is filled up to be stored.")
            return [ev.StorageTagged(text(command.text, "text", "what the tag says"))]
        case _:
            return [_greased(desk, state, command)]


def _greased(desk: Desk, state: Greasing, command: Any) -> Fact:
    if state.chosen is None or state.chosen.kind != "grease":
        raise Refused("First what goes in: which grease.")
    if not state.chosen_right:
        raise Refused(f"This grease does not go in here: {state.chosen.mixes.reason}")
    if isinstance(command, cmd.PlanFill):
        return ev.FillPlanned(
            planned(
                command, _fitted(desk), desk.books.get(GunShelf, GunShelf()), again=desk.correcting
            )
        )
    plan = state.planned
    if plan is None:
        raise Refused("First how much goes where.")
    if isinstance(command, cmd.PackBearing):
        by, reason = decided(command.decided_by, command.reason)
        verdict = judge_pack(
            command.how, command.turned, plan.pace, gauging_left=gauging_left(desk)
        )
        return ev.BearingPacked(
            how=command.how,
            turned=command.turned,
            text=command.text.strip(),
            verdict=verdict,
            decided_by=by,
            reason=reason,
        )
    if isinstance(command, cmd.FillCorner):
        if not 1 <= command.corner <= plan.corners:
            raise InvalidInput.at(
                "corner", f"This housing has no corner {command.corner}.", f"1 to {plan.corners}"
            )
        amount = (
            parse_count(command.amount, "amount")
            if plan.in_strokes
            else parse_mass_g(command.amount, "amount")
        )
        # Half a stroke is typed where grams are meant.
        if plan.in_strokes and (amount != int(amount) or amount < 0):
            raise InvalidInput.at(
                "amount",
                "Strokes are whole ones.",
                f"{plan.asked[command.corner - 1]:g}, for example",
            )
        return ev.CornerFilled(command.corner, amount, judge_corner(plan, command.corner, amount))
    raise TypeError(f"greasing takes no {type(command).__name__}")


def _fitted(desk: Desk) -> Fitted:
    fitted = desk.fitted(desk.at)
    if fitted is None:
        raise Refused("Which bearing is fitted here is not planned: its size is needed.")
    return fitted


def gauging_left(desk: Desk) -> bool:
    """Whether leaves still go into this bearing."""
    state = desk.of(tapered.TOPIC)
    return state.planned is not None and bool(unproven(desk, tapered.TOPIC, desk.at))


def _oil(desk: Desk, state: Greasing, command: cmd.FillOil) -> ev.OilFilled:
    if state.chosen is None or state.chosen.kind != "oil":
        raise Refused("First what goes in: which oil.")
    fitted = desk.fitted(desk.at)
    below = read_length(command.below, "below", LengthUnit.MM, LEVEL_UM, command.shown).mm
    why = (
        "Which bearing is inside is not known: the mark of the sight glass and the maker's word"
        " alone say how high it stands."
    )
    # A level is judged by the lowest roller: without a bearing there is none.
    verdicts = [Verdict("level not judged", Level.WATCH, why)]
    if fitted is not None:
        verdicts = [judge_oil(oil_level(fitted.bearing.bore_mm, fitted.bearing.outside_mm), below)]
    if not command.channels_open:
        verdicts.append(
            Verdict(
                "channel closed",
                Level.STOP,
                "Return channels and the levelling channel under the seat stay open: one side runs"
                " dry.",
                code=OilWorkCode.CHANNEL_CLOSED,
            )
        )
    if not command.level_both:
        verdicts.append(
            Verdict(
                "not level",
                Level.STOP,
                "Both sides stand at one level, through the channel under the seat: it is blocked.",
                code=OilWorkCode.NOT_LEVEL,
            )
        )
    plug = text(command.plug, "plug", "the drain plug: new washer, tightened")
    return ev.OilFilled(
        below_mm=below,
        channels_open=command.channels_open,
        level_both=command.level_both,
        plug=plug,
        typed=command.below.strip(),
        verdicts=tuple(verdicts),
    )


def packs(desk: Desk) -> str:
    """Why this bearing is not packed by hand; empty where it is."""
    return takes_grease(desk.fitted(desk.at))
