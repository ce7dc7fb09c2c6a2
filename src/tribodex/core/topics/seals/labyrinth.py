"""A purged labyrinth: joined on the bench, set in its gaps, screwed fast, purged, and how often
from then on.
"""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum

from tribodex.core.counted import parse_whole
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_count, parse_torque_nm, read_length
from tribodex.core.seals.kinds import SealKind
from tribodex.core.seals.labyrinth import judge_joined
from tribodex.core.seals.material import judge_play
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals.plan import SEAL_SCREW, play_asked
from tribodex.core.topics.seals.state import Seals
from tribodex.core.units.screws import judge_screw
from tribodex.core.working import Level, Verdict


class LabyrinthCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    SCREWS_INSIDE = "seal_work.screws_inside"
    SCREWS_LOOSE = "seal_work.screws_loose"


# Between the rings of a labyrinth; wider is the wrong ring or a slip.
GAP_UM = (0.0, 30_000.0)
# Oftener than so is a slip, and seldomer (days, h; common practice, no source).
DAYS, HOURS = (1.0, 3650.0), (1.0, 20_000.0)


def joined(plan: ev.SealPlan, command: cmd.JoinLabyrinth) -> ev.LabyrinthJoined:
    """Its halves together. Raises Refused where it has none."""
    _is(plan, "Only a labyrinth comes in a housing half and a shaft half.")
    verdict = judge_joined(
        command.rings,
        filled=command.filled,
        rings_up=command.rings_up,
        chamfer_first=command.chamfer_first,
        turns=command.turns,
    )
    return ev.LabyrinthJoined(
        command.side,
        command.rings,
        command.filled,
        command.rings_up,
        command.chamfer_first,
        command.turns,
        verdict,
    )


def placed(
    desk: Desk, state: Seals, plan: ev.SealPlan, command: cmd.PlaceLabyrinth
) -> ev.LabyrinthPlaced:
    """It stands in its gaps. Raises InvalidInput or Refused."""
    _is(plan, "Only a labyrinth ring has gaps to set.")
    away, back = (
        read_length(said, name, LengthUnit.MM, GAP_UM, command.shown, zero=True).mm
        for name, said in (("growth_side", command.growth_side), ("other", command.other))
    )
    if plan.halves and not command.reached:
        raise InvalidInput.at(
            "reached",
            "Are its set screws outside the housing, where a key reaches them?",
            "yes or no",
        )
    before = state.sides[command.side].placed
    if (
        not command.screws_at.strip()
        and before is not None
        and before.torque_nm is not None
        and _stops(before.tight)
    ):
        raise InvalidInput.at(
            "screws_at",
            "Its screws were not at their torque: what does the wrench show now?",
            "loosened, and again; 5 N·m",
        )
    nm = parse_torque_nm(command.screws_at, "screws_at") if command.screws_at.strip() else None
    said = ev.LabyrinthPlaced(
        side=command.side,
        growth_side_mm=away,
        other_mm=back,
        screws=command.screws,
        verdict=_stands(desk, plan, away, back, screws=command.screws),
        torque_nm=round(nm, 2) if nm is not None else None,
        wrench=(
            text(command.wrench, "wrench", "which key or wrench")
            if nm is not None
            else command.wrench.strip()
        ),
        reached=None if not command.reached else command.reached == "yes",
    )
    return replace(said, tight=_tight(plan, said))


def judged(desk: Desk, plan: ev.SealPlan, said: ev.LabyrinthPlaced) -> ev.LabyrinthPlaced:
    """Gaps and screws of a labyrinth as they were said, judged by its plan."""
    verdict = _stands(desk, plan, said.growth_side_mm, said.other_mm, screws=said.screws)
    return replace(said, verdict=verdict, tight=_tight(plan, said))


def _stands(
    desk: Desk, plan: ev.SealPlan, away_mm: float, back_mm: float, *, screws: bool
) -> Verdict:
    """Its gaps first; screws that are loose once they are right."""
    verdict = judge_play(*play_asked(desk, plan.moves), away_mm, back_mm)
    if verdict.level is not Level.GOOD or screws:
        return verdict
    why = "Its set screws come tight once the gaps are right, before the grease."
    return Verdict("screws loose", Level.STOP, why, code=LabyrinthCode.SCREWS_LOOSE)


def _stops(verdict: Verdict | None) -> bool:
    return verdict is not None and verdict.level is Level.STOP


def _tight(plan: ev.SealPlan, fact: ev.LabyrinthPlaced) -> Verdict | None:
    nm = fact.torque_nm
    if fact.reached is False:
        why = (
            "The half with the screws belongs outside: with the cap closed no key reaches them."
            " Off, turn it round, again."
        )
        return Verdict("screws inside", Level.STOP, why, code=LabyrinthCode.SCREWS_INSIDE)
    if nm is not None and plan.screw is not None:
        return judge_screw(plan.screw, nm, SEAL_SCREW)
    if nm is not None:
        return Verdict(
            "torque not checked",
            Level.WATCH,
            "Which set screws it has was not said: there is no torque to compare it with.",
        )
    if plan.screw is not None and fact.screws:
        return Verdict(
            "torque not read", Level.WATCH, f"Tight by key; {plan.screw.words} is asked."
        )
    return None


def purged(plan: ev.SealPlan, command: cmd.PurgeSeal) -> ev.SealPurged:
    """Grease through its own fitting. Raises Refused where it has none."""
    _is(plan, "Only a labyrinth is purged through its own fitting.")
    strokes = parse_whole(command.strokes, "strokes") if command.strokes.strip() else None
    if not command.shows:
        return ev.SealPurged(
            command.side,
            False,
            strokes,
            Verdict("nothing shows", Level.WATCH, "On, slowly, until a collar shows."),
        )
    return ev.SealPurged(
        command.side,
        True,
        strokes,
        Verdict("purged", Level.GOOD, "A collar of grease all round: leave it, it is the barrier."),
    )


def kept(state: Seals, plan: ev.SealPlan, command: cmd.KeepSeal) -> ev.SealKept:
    """How often it is purged. Raises InvalidInput."""
    _is(plan, "Only a labyrinth is purged on the rounds.")
    days, hours = (
        _within(command.days, "days", DAYS, "days"),
        _within(command.hours, "hours", HOURS, "hours of running"),
    )
    per_day = _within(command.hours_per_day, "hours_per_day", (0.0, 24.0), "hours a day")
    expected = (
        "its sheet; or who says so"
        if days is not None or hours is not None
        else "who will say how often"
    )
    return ev.SealKept(hours, days, per_day, text(command.source, "source", expected))


def _within(typed: str, name: str, limits: tuple[float, float], words: str) -> float | None:
    if not typed.strip():
        return None
    bare = typed.strip().lower()
    for unit in ("hours", "days", "h", "d"):
        bare = bare.removesuffix(unit).strip()
    found = parse_count(bare, name)
    if not limits[0] <= found <= limits[1]:
        raise InvalidInput.at(
            name, f"{found:g} {words} is out of range.", f"{limits[0]:g} to {limits[1]:g} {words}"
        )
    return found


def _is(plan: ev.SealPlan, why: str) -> None:
    if plan.kind is not SealKind.LABYRINTH:
        raise Refused(why)
