"""Line up: who holds the shaft, marks, growth and float room, sleeves, gaps, feet, alignment."""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.lineup import commands as cmd
from tribodex.core.topics.lineup import facts as ev
from tribodex.core.topics.lineup.decide import decide, move
from tribodex.core.topics.lineup.edges import EXPECTS, claims
from tribodex.core.topics.lineup.moves import LineupDo as Do
from tribodex.core.topics.lineup.show import figures, record, said, tell, view
from tribodex.core.topics.lineup.state import ShaftState, fold

TOPIC: Topic[ShaftState] = Topic(
    name="lineup",
    stages=("line_up",),
    per_shaft=True,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or ShaftState(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.FloatSaid: cmd.SayFloat,
        ev.RingsSaid: cmd.SayRings,
        ev.SleeveLaid: cmd.LaySleeve,
        ev.EndPlayRead: cmd.ReadEndPlay,
        ev.OffsetSet: cmd.SetOffset,
        ev.GapSaid: cmd.SayGap,
        ev.FeetSaid: cmd.SayFeet,
    },
    said=said,
    figures=figures,
    floats=lambda state, at: state.floats.get(at),
    expects=EXPECTS,
)
