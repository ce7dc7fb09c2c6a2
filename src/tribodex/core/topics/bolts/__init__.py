"""A housing closed: cap and base a pair, load on and in line, every joint bolt by bolt, gaps beside
the ring, nothing rubs.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.bolts import commands as cmd
from tribodex.core.topics.bolts import facts as ev
from tribodex.core.topics.bolts.decide import STAGE, decide
from tribodex.core.topics.bolts.edges import ANSWERS, EXPECTS, GATED, HELD, MADE_BY, claims
from tribodex.core.topics.bolts.move import move
from tribodex.core.topics.bolts.moves import BoltsDo as Do
from tribodex.core.topics.bolts.show import certificate, figures, findings, record, said, tell, view
from tribodex.core.topics.bolts.state import Closing, fold

TOPIC: Topic[Closing] = Topic(
    name="bolts",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Closing(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.CapPaired: cmd.PairCap,
        ev.HabitChosen: cmd.ChooseHabit,
        ev.JointPlanned: cmd.PlanJoint,
        ev.BoltTightened: cmd.TightenBolt,
        ev.LoadOn: cmd.TakeSupportOut,
        ev.AlignedLoaded: cmd.AlignLoaded,
        ev.RingGapsRead: cmd.ReadRingGaps,
        ev.RubbingLooked: cmd.LookRubbing,
    },
    said=said,
    # What was tightened hangs on them: they are said again, not withdrawn.
    kept=(ev.JointPlanned, ev.HabitChosen),
    figures=figures,
    findings=findings,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    made_by=MADE_BY,
    certificate=certificate,
)
