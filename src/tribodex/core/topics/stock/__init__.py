"""Take stock: marks before anything is loosened, parts against what is asked for, temporary parts,
joints, sheets and photographs.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.stock import commands as cmd
from tribodex.core.topics.stock import facts as ev
from tribodex.core.topics.stock.decide import decide, move
from tribodex.core.topics.stock.edges import ANSWERS, EXPECTS, claims
from tribodex.core.topics.stock.moves import StockDo as Do
from tribodex.core.topics.stock.show import record, said, tell, view
from tribodex.core.topics.stock.state import Stock, fold

TOPIC: Topic[Stock] = Topic(
    name="stock",
    stages=("take_stock",),
    per_shaft=True,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Stock(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.MarkMade: cmd.MakeMark,
        ev.PartChecked: cmd.CheckPart,
        ev.NumbersRead: cmd.ReadNumbers,
        ev.TemporaryIn: cmd.PutIn,
        ev.JointSaid: cmd.SayJoint,
    },
    said=said,
    kept=(ev.TemporaryIn,),
    answers=ANSWERS,
    made_by={ev.TemporaryOut: cmd.TakeOut, ev.PositionCompared: cmd.ComparePosition},
    taps={"decide_part": cmd.CheckPart},
    expects=EXPECTS,
)
