"""Take a bearing off: which ring is tight, by which way, how far the nut is backed off, and what to
do when it cocks.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.removal.ways import WayOff
from tribodex.core.topics.removal import commands as cmd
from tribodex.core.topics.removal import facts as ev
from tribodex.core.topics.removal.decide import STAGE, decide, move
from tribodex.core.topics.removal.edges import ANSWERS, EXPECTS, GATED, claims
from tribodex.core.topics.removal.moves import RemovalDo as Do
from tribodex.core.topics.removal.show import certificate, figures, record, said, tell, view
from tribodex.core.topics.removal.state import Removal, fold

TOPIC: Topic[Removal] = Topic(
    name="removal",
    stages=(STAGE,),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Removal(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.TightSaid: cmd.SayTight,
        ev.PullerFitted: cmd.FitPuller,
        ev.NutBackedOff: cmd.BackNutOff,
        ev.Cocked: cmd.SayCocked,
        ev.SetStraight: cmd.SayStraight,
        ev.CameOff: cmd.SayOff,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(ev.TightSaid, ev.Cocked),
    figures=figures,
    conditions=lambda state: (
        frozenset({f"off_by_{state.way.way}"}) if state.way is not None else frozenset()
    ),
    every_condition=frozenset(f"off_by_{way}" for way in WayOff),
    answers=ANSWERS,
    gated=GATED,
    made_by={ev.WayChosen: cmd.ChooseWay},
    taps={"set_straight": cmd.SayStraight},
    certificate=certificate,
    expects=EXPECTS,
)
