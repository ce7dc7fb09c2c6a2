"""A cam follower: its stud or pin fitted, pressed in, clamped or backed up, plugged, turned."""

from tribodex.core.components.shaft import Shaft
from tribodex.core.follower.stud import Mount
from tribodex.core.job.places import Fitted
from tribodex.core.job.topic import Topic
from tribodex.core.topics.follower import commands as cmd
from tribodex.core.topics.follower import facts as ev
from tribodex.core.topics.follower.decide import STAGE, decide, judge, move
from tribodex.core.topics.follower.edges import (
    ANSWERS,
    EXPECTS,
    GATED,
    HELD,
    LACKS,
    MADE_BY,
    NEEDS,
    claims,
)
from tribodex.core.topics.follower.moves import FollowerDo as Do
from tribodex.core.topics.follower.show import figures, looks, record, said, tell, view
from tribodex.core.topics.follower.state import Follower, fold


def _fitted(state: Follower) -> Fitted | None:
    plan = state.planned
    if plan is None:
        return None
    return Fitted(plan.size, Shaft(plan.size.bore_mm), f"{plan.size.bore_mm:g} mm", None, False)


def _conditions(state: Follower) -> frozenset[str]:
    return (
        frozenset({f"follower_{state.planned.mount}"}) if state.planned is not None else frozenset()
    )


TOPIC: Topic[Follower] = Topic(
    name="follower",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Follower(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.StudFitted: cmd.FitStud,
        ev.ClampThreadSaid: cmd.SayClampThread,
        ev.StudClamped: cmd.ClampStud,
        ev.RollerTurned: cmd.TurnRoller,
    },
    said=said,
    # What follows hangs on it: it is said again, not withdrawn.
    kept=(ev.StudFitted,),
    figures=figures,
    fitted=_fitted,
    conditions=_conditions,
    every_condition=frozenset(f"follower_{mount}" for mount in Mount),
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    lacks=LACKS,
    made_by=MADE_BY,
    judged=(ev.StudClamped,),
    judge=judge,
    looks=looks,
)
