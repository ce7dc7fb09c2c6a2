"""Grease into bearing and housing as two amounts, corner by corner with this gun; or oil to its
level.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.decide import STAGE, decide
from tribodex.core.topics.grease.edges import ANSWERS, EXPECTS, GATED, HELD, claims
from tribodex.core.topics.grease.move import move
from tribodex.core.topics.grease.moves import GreaseDo as Do
from tribodex.core.topics.grease.show import (
    certificate,
    figures,
    findings,
    record,
    said,
    tell,
    view,
)
from tribodex.core.topics.grease.state import Greasing, fold

TOPIC: Topic[Greasing] = Topic(
    name="grease",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Greasing(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.LubricantChosen: cmd.ChooseLubricant,
        ev.FillPlanned: cmd.PlanFill,
        ev.BearingPacked: cmd.PackBearing,
        ev.CornerFilled: cmd.FillCorner,
        ev.StorageTagged: cmd.TagStored,
        ev.OilFilled: cmd.FillOil,
        ev.LeftAsMade: cmd.LeaveAsMade,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(ev.LubricantChosen, ev.FillPlanned),
    figures=figures,
    findings=findings,
    answers=ANSWERS,
    gated=GATED,
    held=HELD,
    certificate=certificate,
    expects=EXPECTS,
)
