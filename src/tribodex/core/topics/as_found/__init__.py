"""As found: gaps, rings, clearance and sleeve end before anything is released; what they say was
wrong with the old mounting.
"""

from tribodex.core.job.expected import between
from tribodex.core.job.topic import Topic
from tribodex.core.topics.as_found import commands as cmd
from tribodex.core.topics.as_found import facts as ev
from tribodex.core.topics.as_found.decide import STAGE, claims, decide, move
from tribodex.core.topics.as_found.moves import FoundDo
from tribodex.core.topics.as_found.show import findings, record, said, tell, view
from tribodex.core.topics.as_found.state import Evidence, fold

_GAP = between(0.0, 60.0, "a ring stands in its seat with millimetres beside it")

TOPIC: Topic[Evidence] = Topic(
    name="as_found",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Evidence(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=FoundDo,
    tell=tell,
    view=view,
    record=record,
    entries={ev.FoundRead: cmd.ReadAsFound},
    said=said,
    findings=findings,
    expects={
        (cmd.ReadAsFound, "toward"): _GAP,
        (cmd.ReadAsFound, "away"): _GAP,
        (cmd.ReadAsFound, "clearance"): between(
            0.0, 1.0, "feelers of 0.02 to 0.5 mm go into a bearing"
        ),
        (cmd.ReadAsFound, "sleeve_end"): between(
            0.0, 200.0, "a sleeve's thread stands out by millimetres to centimetres"
        ),
    },
    gated={cmd.ReadAsFound: STAGE},
)
