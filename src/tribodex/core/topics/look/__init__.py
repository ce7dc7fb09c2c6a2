"""Look at the old bearing: evidence first, what is found and where, which causes it speaks for,
what may go back.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.look import commands as cmd
from tribodex.core.topics.look import facts as ev
from tribodex.core.topics.look.decide import STAGE, decide
from tribodex.core.topics.look.edges import EXPECTS, claims
from tribodex.core.topics.look.move import move
from tribodex.core.topics.look.moves import LookDo as Do
from tribodex.core.topics.look.show import certificate, record, said, tell, view
from tribodex.core.topics.look.state import Look, fold

TOPIC: Topic[Look] = Topic(
    name="look",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Look(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.MarkSeen: cmd.SeeMark,
        ev.FindingMarked: cmd.MarkFinding,
        ev.LoadPointed: cmd.PointLoad,
        ev.RollersCounted: cmd.CountRollers,
        ev.MadeUnusable: cmd.MakeUnusable,
    },
    said=said,
    made_by={ev.LookConcluded: cmd.ConcludeLook, ev.PartJudged: cmd.JudgePart},
    certificate=certificate,
    expects=EXPECTS,
)
