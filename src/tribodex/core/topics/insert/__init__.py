"""An insert replaced in its housing: old one out, groove's side found, new one in, square, its
grease hole closed.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.insert import commands as cmd
from tribodex.core.topics.insert import facts as ev
from tribodex.core.topics.insert.decide import STAGE, decide, judge, move
from tribodex.core.topics.insert.edges import ANSWERS, EXPECTS, GATED, HELD, claims
from tribodex.core.topics.insert.moves import InsertDo as Do
from tribodex.core.topics.insert.show import figures, record, said, tell, view
from tribodex.core.topics.insert.state import Insert, fold

TOPIC: Topic[Insert] = Topic(
    name="insert",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Insert(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.OldInsertOut: cmd.TakeInsertOut,
        ev.FittingMeasured: cmd.MeasureFitting,
        ev.HousingBoreSeen: cmd.SeeBore,
        ev.InsertEntered: cmd.EnterInsert,
        ev.InsertCentred: cmd.CentreInsert,
        ev.HoleClosed: cmd.CloseHole,
        ev.GreasedThroughHole: cmd.GreaseThroughHole,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(
        ev.OldInsertOut,
        ev.FittingMeasured,
        ev.HousingBoreSeen,
        ev.InsertEntered,
        ev.InsertCentred,
    ),
    figures=figures,
    answers=ANSWERS,
    gated=GATED,
    held=HELD,
    expects=EXPECTS,
    judged=(ev.GreasedThroughHole,),
    judge=judge,
)
