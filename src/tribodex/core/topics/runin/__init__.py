"""A first run: bumped, started, read against time until it settles, concluded."""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.runin import commands as cmd
from tribodex.core.topics.runin import facts as ev
from tribodex.core.topics.runin.decide import STAGE, decide, judge
from tribodex.core.topics.runin.edges import ANSWERS, EXPECTS, GATED, HELD, MADE_BY, NEEDS, claims
from tribodex.core.topics.runin.move import move
from tribodex.core.topics.runin.moves import RuninDo as Do
from tribodex.core.topics.runin.show import certificate, figures, findings, record, said, tell, view
from tribodex.core.topics.runin.state import RunIn, fold

TOPIC: Topic[RunIn] = Topic(
    name="runin",
    stages=(STAGE,),
    per_shaft=True,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or RunIn(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.DirectionBumped: cmd.BumpDirection,
        ev.RunStarted: cmd.StartRun,
        ev.WarmthRead: cmd.ReadWarmth,
        ev.GreasedRunning: cmd.GreaseRunning,
    },
    said=said,
    # The clock of every reading hangs on it: it is said again, not withdrawn.
    kept=(ev.RunStarted,),
    figures=figures,
    findings=findings,
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    made_by=MADE_BY,
    judged=(ev.WarmthRead,),
    judge=judge,
    certificate=certificate,
)
