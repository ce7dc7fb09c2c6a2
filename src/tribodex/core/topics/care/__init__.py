"""A bearing given into keeping: how it is greased again, how often it is looked at, what is due
once.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.care import commands as cmd
from tribodex.core.topics.care import facts as ev
from tribodex.core.topics.care.decide import STAGE, decide, move
from tribodex.core.topics.care.edges import EXPECTS, claims
from tribodex.core.topics.care.moves import CareDo as Do
from tribodex.core.topics.care.show import certificate, figures, record, said, tell, view
from tribodex.core.topics.care.state import Keeping, fold

TOPIC: Topic[Keeping] = Topic(
    name="care",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Keeping(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={ev.BearingSaid: cmd.SayBearing, ev.CareSet: cmd.SetCare},
    said=said,
    kept=(ev.BearingSaid, ev.CareSet),
    figures=figures,
    certificate=certificate,
    expects=EXPECTS,
)
