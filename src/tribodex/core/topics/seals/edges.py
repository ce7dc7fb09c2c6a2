"""What must be shown of the seals of a housing, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.bolts.thread import read_thread
from tribodex.core.errors import InvalidInput
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import AT_REST, LEAD_IN, RUNNING, Likely, torque_near
from tribodex.core.job.expected import always, between, speed_of_lip, torque_for
from tribodex.core.job.facts import Fact
from tribodex.core.job.job import Job
from tribodex.core.job.proofs import Claim, What, not_yet, worst
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.schedule.due import Care, CareKind
from tribodex.core.schedule.owed import Owed
from tribodex.core.seals.kinds import LipCode, SealKind
from tribodex.core.seals.labyrinth import JoiningCode
from tribodex.core.seals.material import SealCode
from tribodex.core.seals.v_ring import VRingCode
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals.decide import SET, SealWorkCode
from tribodex.core.topics.seals.labyrinth import LabyrinthCode
from tribodex.core.topics.seals.plan import INBOARD, SealPlanCode, shaft_here
from tribodex.core.topics.seals.state import Seals
from tribodex.core.units.screws import ScrewCode

ANSWERS: dict[str, AnsweredBy] = {
    # Another ring, or the same again the right way round; a lip that looks the wrong way is taken
    # by nobody.
    **again(LipCode, ev.RingOn, by_name=False, way="Off again, and on the other way round."),
    **again((SealWorkCode.RUBS_THE_HOUSING, SealWorkCode.DRY), ev.SealSet, ev.RingOn),
    **again(
        (*SealCode, *LabyrinthCode, *ScrewCode), ev.LabyrinthPlaced, ev.RingOn, ev.LabyrinthJoined
    ),
    **again(JoiningCode, ev.LabyrinthJoined, by_name=False, way="Apart, looked at, joined again."),
    **again(SealPlanCode, ev.SealsPlanned),
    **again(VRingCode, ev.VRingPushed, ev.RingOn),
}
# The halves are joined on the bench: nothing there can start.
GATED: dict[type, str] = {cmd.PutRingOn: "make_safe"}
HELD: dict[type, str] = dict.fromkeys(
    (cmd.SetSeal, cmd.PlaceLabyrinth, cmd.PushVRing, cmd.PurgeSeal), SET
)


def _lip(desk: Desk, state: Seals, command: cmd.PlanSeals) -> Likely | None:
    shaft = shaft_here(desk)
    return speed_of_lip(shaft) if shaft is not None else None


def _chamfer(desk: Desk, state: Seals, command: cmd.PlanSeals) -> Likely | None:
    shaft = shaft_here(desk)
    return (
        Likely(0.6 * shaft, shaft, "a chamfer ends below the shaft's diameter")
        if shaft is not None
        else None
    )


def _screw(desk: Desk, state: Seals, command: cmd.PlanSeals) -> Likely | None:
    try:
        return torque_for(read_thread(command.screw))
    except InvalidInput:
        return None


def _screws(desk: Desk, state: Seals, command: cmd.PlaceLabyrinth) -> Likely | None:
    screw = state.plan.screw if state.plan is not None else None
    return torque_near(screw.most) if screw is not None else None


def _pushed(desk: Desk, state: Seals, command: cmd.PushVRing) -> Likely | None:
    low, high = (state.plan.figure("set_width") if state.plan is not None else None) or (None, None)
    return (
        Likely(low / 2, (high or low) * 2, f"{low:g} to {high or low:g} mm is asked")
        if low
        else None
    )


_FREE = between(2.0, 60.0, "V-rings are 3 to 40 mm wide")
_MOVES = between(0.0, 3.0, "shafts grow by tenths of a millimetre to some")
_PLAY = between(0.05, 20.0, "gaps of a labyrinth are tenths to millimetres")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.PlanSeals, "speed"): _lip,
    (cmd.PlanSeals, "temperature"): always(RUNNING),
    (cmd.PlanSeals, "fitting_temperature"): always(AT_REST),
    (cmd.PlanSeals, "chamfer"): _chamfer,
    (cmd.PlanSeals, "screw_torque"): _screw,
    (cmd.PlanSeals, "moves_away"): _MOVES,
    (cmd.PlanSeals, "moves_back"): _MOVES,
    (cmd.PlaceLabyrinth, "screws_at"): _screws,
    (cmd.KeepSeal, "days"): between(1, 120, "a labyrinth is purged every some days or weeks"),
    (cmd.KeepSeal, "hours"): between(20, 4_000, "a labyrinth is purged after some hundred hours"),
    (cmd.KeepSeal, "hours_per_day"): between(0.0, 24.0, "a day has 24 hours"),
    (cmd.PlanSeals, "angle"): always(LEAD_IN),
    (cmd.PlanSeals, "sheet_least"): _FREE,
    (cmd.PlanSeals, "sheet_most"): _FREE,
    (cmd.PutRingOn, "free"): _FREE,
    (cmd.PushVRing, "width"): _pushed,
    (cmd.PushVRing, "free"): _FREE,
    (cmd.PlaceLabyrinth, "growth_side"): _PLAY,
    (cmd.PlaceLabyrinth, "other"): _PLAY,
    (cmd.PurgeSeal, "strokes"): between(1, 300, "a labyrinth is purged with some dozen strokes"),
}


def owes(_: Job, state: Seals, __: str) -> Owed | None:
    """A labyrinth is purged apart from its bearing, with the strokes that it took."""
    kept, plan = state.kept, state.plan
    if (
        plan is not None
        and plan.kind is not SealKind.LABYRINTH
        and len(plan.sides) == 2
        and state.next is None
        and state.set_on is not None
    ):
        # Another kind on both sides: there is no labyrinth any more.
        return Owed(state.set_on, (), ends=(CareKind.PURGE,))
    if (
        kept is None
        or state.kept_on is None
        or plan is None
        or plan.kind is not SealKind.LABYRINTH
        or (kept.every_h is None and kept.every_days is None)
    ):
        return None
    purge = Care(CareKind.PURGE, kept.every_h, kept.every_days, why=f"by {kept.source}")
    return Owed(state.kept_on, (purge,), kept.hours_per_day, plan.grease, state.strokes_in_all())


def claims(desk: Desk, state: Seals) -> tuple[Claim, ...]:
    """What is planned suits; each side on the right way round, set, and purged where it is a
    labyrinth.
    """
    at, plan = desk.at, state.plan
    planned = Claim(
        "seals.planned",
        "seals known, and right for speed and warmth",
        INBOARD,
        at,
        (ev.SealsPlanned,),
    )
    if plan is None:
        # Nothing is set while nobody said which: the second stage is not done because nothing is
        # asked of it yet.
        unsaid = not_yet("Which seals is not said yet.")
        return (
            planned,
            Claim(
                "seals.to_set", "seals set, greased, free", SET, at, now=unsaid, what=What.SEALED
            ),
        )
    made = [
        Claim(
            "seals.planned",
            planned.words,
            INBOARD,
            at,
            (ev.SealsPlanned,),
            now=worst(plan.verdicts),
            sized=True,
        )
    ]
    for side in plan.sides:
        now = state.sides[side]
        stage = INBOARD if side == "inboard" else SET
        steps: list[tuple[str, str, type[Fact], object]] = []
        if plan.halves:
            steps.append(("joined", "labyrinth joined, filled", ev.LabyrinthJoined, now.joined))
        steps.append(("on", "ring on, the right way round", ev.RingOn, now.on))
        if plan.kind is SealKind.LABYRINTH:
            steps.append(("placed", "labyrinth in its gaps", ev.LabyrinthPlaced, now.placed))
        if plan.kind is SealKind.V_RING:
            steps.append(("pushed", "V-ring at its width", ev.VRingPushed, now.pushed))
        steps.append(("set", "seal set, greased, free", ev.SealSet, now.set))
        for name, words, kind, said in steps:
            stale = not_yet("To be done, or done anew.") if said is None else None
            where = stage if name in ("on", "joined") else SET
            made.append(
                Claim(
                    f"seals.{name}",
                    f"{side} {words}",
                    where,
                    at,
                    (kind,),
                    side,
                    now=stale,
                    what=What.SEALED,
                )
            )
        if plan.kind is SealKind.LABYRINTH:
            purged = now.purged is not None and now.purged.shows
            stale = None if purged else not_yet("No grease shows all round yet.")
            made.append(
                Claim(
                    "seals.purged",
                    f"{side} labyrinth purged",
                    SET,
                    at,
                    (ev.SealPurged,),
                    side,
                    now=stale,
                    what=What.SEALED,
                )
            )
    if plan.halves:
        made.append(Claim("seals.kept", "how often it is purged", SET, at, (ev.SealKept,)))
    return tuple(made)
