"""A bearing on a cylindrical seat: pressed, driven or warmed on, square against its shoulder, and
held there.
"""

from tribodex.core.job.places import Fitted
from tribodex.core.job.topic import Topic
from tribodex.core.topics.shouldered import commands as cmd
from tribodex.core.topics.shouldered import facts as ev
from tribodex.core.topics.shouldered.decide import SECURE, SET_ON, decide
from tribodex.core.topics.shouldered.edges import (
    ANSWERS,
    EXPECTS,
    GATED,
    HELD,
    MADE_BY,
    NEEDS,
    claims,
)
from tribodex.core.topics.shouldered.move import move
from tribodex.core.topics.shouldered.moves import ShoulderedDo as Do
from tribodex.core.topics.shouldered.plan import CONDITIONS
from tribodex.core.topics.shouldered.show import figures, record, said, tell, view
from tribodex.core.topics.shouldered.state import Shouldered, fold


def _fitted(state: Shouldered) -> Fitted | None:
    plan = state.planned
    if plan is None:
        return None
    return Fitted(
        plan.bearing, plan.shaft, plan.shaft_text, None, False, interference_um=plan.interference_um
    )


def _conditions(state: Shouldered) -> frozenset[str]:
    if state.planned is None:
        return frozenset()
    return state.planned.conditions | (
        {f"on_by_{state.way.way}"} if state.way is not None else set()
    )


TOPIC: Topic[Shouldered] = Topic(
    name="shouldered",
    stages=(SET_ON, SECURE),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Shouldered(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.ShaftWarmth: cmd.SayShaftWarmth,
        ev.RingWarmth: cmd.ReadRing,
        ev.GapsRead: cmd.ReadGaps,
        ev.StoppedOn: cmd.StopOn,
        ev.StraightOn: cmd.SayStraightOn,
        ev.PushedHome: cmd.PushHome,
        ev.ShoulderTried: cmd.TryShoulder,
        ev.TurnedByHand: cmd.TurnByHand,
        ev.SettingRead: cmd.ReadSetting,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(ev.ShaftWarmth, ev.StoppedOn, ev.PushedHome, ev.ShoulderTried),
    figures=figures,
    fitted=_fitted,
    conditions=_conditions,
    every_condition=CONDITIONS,
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    made_by=MADE_BY,
    taps={"set_straight_on": cmd.SayStraightOn},
)
