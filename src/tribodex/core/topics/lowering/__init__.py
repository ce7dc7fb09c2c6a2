"""Shaft and bearing lowered into the base: who, weight, seal rings guided, locating ring dropped in
with its shift.
"""

from tribodex.core.job.alarms import again
from tribodex.core.job.asked import Likely
from tribodex.core.job.expected import always, between
from tribodex.core.job.topic import Topic
from tribodex.core.topics.lowering import commands as cmd
from tribodex.core.topics.lowering import facts as ev
from tribodex.core.topics.lowering.decide import STAGE, LoweringCode, claims, decide, move
from tribodex.core.topics.lowering.moves import LoweringDo
from tribodex.core.topics.lowering.show import record, said, tell, view
from tribodex.core.topics.lowering.state import Lowering, fold

_STOPS = tuple(code for code in LoweringCode if code is not LoweringCode.FIXED_OR_FLOATING)

TOPIC: Topic[Lowering] = Topic(
    name="lowering",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Lowering(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=LoweringDo,
    tell=tell,
    view=view,
    record=record,
    entries={ev.LoweredIn: cmd.LowerIn},
    said=said,
    answers=again(
        (c for c in LoweringCode if c is not LoweringCode.FIXED_OR_FLOATING),
        ev.LoweredIn,
        way="Put it right, and say how it stands then.",
    ),
    expects={
        (cmd.LowerIn, "weight"): always(
            Likely(1.0, 20_000.0, "a shaft with its bearings weighs kilograms to tonnes")
        ),
        (cmd.LowerIn, "shift"): between(0.0, 60.0, "a ring drops in within millimetres"),
    },
    gated={cmd.LowerIn: STAGE},
)
