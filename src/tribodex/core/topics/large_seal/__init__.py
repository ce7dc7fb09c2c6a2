"""A large radial shaft seal: warmed, rested, pressed in by the clock, flat, covered."""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.large_seal import commands as cmd
from tribodex.core.topics.large_seal import facts as ev
from tribodex.core.topics.large_seal.decide import STAGE, decide, judge
from tribodex.core.topics.large_seal.edges import ANSWERS, EXPECTS, GATED, claims
from tribodex.core.topics.large_seal.move import move
from tribodex.core.topics.large_seal.moves import LargeSealDo as Do
from tribodex.core.topics.large_seal.show import figures, findings, record, said, tell, view
from tribodex.core.topics.large_seal.state import LargeSeal, fold

TOPIC: Topic[LargeSeal] = Topic(
    name="large_seal",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or LargeSeal(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.LargeSealPlanned: cmd.PlanLargeSeal,
        ev.RingWarmed: cmd.WarmRing,
        ev.RingRested: cmd.RestRing,
        ev.SeatReady: cmd.ReadySeat,
        ev.SpringIn: cmd.LaySpring,
        ev.OpenSideSaid: cmd.SayOpenSide,
        ev.ShaftMet: cmd.MeetShaft,
        ev.PressedAt: cmd.PressAt,
        ev.SeatedFlat: cmd.SeatFlat,
        ev.SealCovered: cmd.CoverSeal,
    },
    said=said,
    kept=(ev.LargeSealPlanned,),
    figures=figures,
    findings=findings,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    judged=(ev.PressedAt,),
    judge=judge,
)
