"""Prepare a seat: micrometer readings against limits, what to dress and how, the fit that results,
the verdict.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.prepare import commands as cmd
from tribodex.core.topics.prepare import facts as ev
from tribodex.core.topics.prepare.decide import decide, judge, move
from tribodex.core.topics.prepare.edges import ANSWERS, EXPECTS, GATED, claims
from tribodex.core.topics.prepare.moves import PrepareDo as Do
from tribodex.core.topics.prepare.show import certificate, figures, record, said, tell, view
from tribodex.core.topics.prepare.state import Prepared, fold

TOPIC: Topic[Prepared] = Topic(
    name="prepare",
    stages=("prepare",),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Prepared(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={ev.SeatRead: cmd.ReadSeat, ev.SeatWarmth: cmd.SayWarmth, ev.SeatSeen: cmd.SeeOnSeat},
    said=said,
    kept=(ev.SeatSeen,),
    judged=(ev.SeatJudged,),
    judge=judge,
    figures=figures,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    made_by={ev.SeatJudged: cmd.JudgeSeat},
    taps={"read_bore": cmd.ReadSeat, "decide_seat": cmd.AcceptSeat},
    certificate=certificate,
)
