"""A housed unit on an adapter sleeve: nut run up to the zero of its sheet, turned by its sheet,
lock plate fitted, turned by hand.
"""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.adapter_unit import commands as cmd
from tribodex.core.topics.adapter_unit import facts as ev
from tribodex.core.topics.adapter_unit.decide import DRIVE, NAME, PLATE, decide, judge
from tribodex.core.topics.adapter_unit.edges import ANSWERS, EXPECTS, GATED, HELD, NEEDS, claims
from tribodex.core.topics.adapter_unit.move import move
from tribodex.core.topics.adapter_unit.moves import AdapterDo
from tribodex.core.topics.adapter_unit.plan import CONDITIONS
from tribodex.core.topics.adapter_unit.show import figures, record, said, tell, view
from tribodex.core.topics.adapter_unit.state import Driven, begun_again, fold

TOPIC: Topic[Driven] = Topic(
    name=NAME,
    stages=(DRIVE, PLATE),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: begun_again(last),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=AdapterDo,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.RimTapped: cmd.TapRim,
        ev.UnitZeroMarked: cmd.MarkUnitZero,
        ev.UnitNutTurned: cmd.TurnUnitNut,
        ev.PlateCounted: cmd.CountPlate,
        ev.PlateSeen: cmd.SeePlate,
        ev.PlateFitted: cmd.FitPlate,
        ev.DrivenTried: cmd.TryDriven,
    },
    said=said,
    kept=(ev.UnitZeroMarked, ev.PlateFitted),
    judged=(ev.UnitZeroMarked, ev.UnitNutTurned, ev.PlateFitted),
    judge=judge,
    figures=figures,
    conditions=lambda state: state.plan.conditions if state.plan is not None else frozenset(),
    every_condition=CONDITIONS,
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    restarted=lambda reason: f"Nut turned back, begun again: {reason}.",
)
