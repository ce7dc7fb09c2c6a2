"""The seals of a housing: inboard ring before the sleeve, outboard ring after locking, right way
round, greased, purged.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.seals.kinds import SealKind
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.topics.seals.decide import SET, decide, judge, move
from tribodex.core.topics.seals.edges import ANSWERS, EXPECTS, GATED, HELD, claims, owes
from tribodex.core.topics.seals.moves import SealsDo as Do
from tribodex.core.topics.seals.plan import INBOARD
from tribodex.core.topics.seals.show import certificate, figures, findings, record, said, tell, view
from tribodex.core.topics.seals.state import Seals, fold

LIP_TO_TURN = "lip_to_turn"


def _conditions(state: Seals) -> frozenset[str]:
    """Whether a lip has its way round, or may have while nobody said which seals."""
    lips = state.plan is None or state.plan.kind in (
        SealKind.LIP,
        SealKind.SHAFT_SEAL,
        SealKind.V_RING,
    )
    return frozenset({LIP_TO_TURN}) if lips else frozenset()


TOPIC: Topic[Seals] = Topic(
    name="seals",
    stages=(INBOARD, SET),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Seals(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.SealsPlanned: cmd.PlanSeals,
        ev.LabyrinthJoined: cmd.JoinLabyrinth,
        ev.RingOn: cmd.PutRingOn,
        ev.SealSet: cmd.SetSeal,
        ev.LabyrinthPlaced: cmd.PlaceLabyrinth,
        ev.VRingPushed: cmd.PushVRing,
        ev.SealPurged: cmd.PurgeSeal,
        ev.SealKept: cmd.KeepSeal,
    },
    said=said,
    kept=(ev.SealsPlanned,),
    figures=figures,
    findings=findings,
    answers=ANSWERS,
    gated=GATED,
    held=HELD,
    certificate=certificate,
    conditions=_conditions,
    every_condition=frozenset({LIP_TO_TURN}),
    expects=EXPECTS,
    judged=(ev.RingOn, ev.LabyrinthPlaced, ev.VRingPushed),
    judge=judge,
    owes=owes,
    owed_by=(ev.SealsPlanned, ev.RingOn, ev.SealSet, ev.SealPurged, ev.SealKept),
)
