"""A stop of a round: what is due at a bearing, done or skipped with the reason."""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.stop import commands as cmd
from tribodex.core.topics.stop import facts as ev
from tribodex.core.topics.stop.decide import STAGE, decide, move
from tribodex.core.topics.stop.edges import ANSWERS, EXPECTS, claims
from tribodex.core.topics.stop.moves import StopDo as Do
from tribodex.core.topics.stop.show import record, said, tell, view
from tribodex.core.topics.stop.state import Stop, fold

TOPIC: Topic[Stop] = Topic(
    name="stop",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Stop(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={ev.StopDone: cmd.DoStop, ev.StopSkipped: cmd.SkipStop},
    said=said,
    answers=ANSWERS,
    expects=EXPECTS,
)
