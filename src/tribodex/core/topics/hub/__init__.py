"""A bearing whose outer ring is tight: into its hub or housing, warmed or pressed, against its
shoulder, and held there.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics.hub import commands as cmd
from tribodex.core.topics.hub import facts as ev
from tribodex.core.topics.hub.decide import STAGE, decide, judge
from tribodex.core.topics.hub.edges import ANSWERS, EXPECTS, GATED, HELD, NEEDS, claims
from tribodex.core.topics.hub.move import move
from tribodex.core.topics.hub.moves import HubDo as Do
from tribodex.core.topics.hub.show import figures, record, said, tell, view
from tribodex.core.topics.hub.state import Hub, fold


def _conditions(state: Hub) -> frozenset[str]:
    if state.plan is None:
        return frozenset()
    way = {f"in_by_{state.way.way}"} if state.way is not None else set()
    return frozenset({f"hub_held_by_{state.plan.held_by}", *way})


TOPIC: Topic[Hub] = Topic(
    name="hub",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Hub(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.HoleMeasured: cmd.MeasureHole,
        ev.BearingWarmth: cmd.SayBearingWarmth,
        ev.HubWarmth: cmd.ReadHub,
        ev.PushedIn: cmd.PushIn,
        ev.StoppedIn: cmd.StopIn,
        ev.StraightIn: cmd.SayStraightIn,
        ev.HubTried: cmd.TryHub,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(ev.BearingWarmth, ev.StoppedIn, ev.PushedIn, ev.HubTried),
    judged=(ev.HoleMeasured, ev.HubWarmth),
    judge=judge,
    figures=figures,
    conditions=_conditions,
    every_condition=frozenset(
        {
            *(f"in_by_{way}" for way in WayIn),
            "hub_held_by_bore_ring",
            "hub_held_by_cover",
            "hub_held_by_fit",
        }
    ),
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    made_by={ev.HeldInHub: cmd.HoldInHub, ev.HubRenewed: cmd.RenewHub},
    taps={"set_straight_in": cmd.SayStraightIn},
)
