"""A housed unit: slid on, holding or floating, lined up, bolted, locked after the shaft was
turned."""

from tribodex.core.components.bands import Span
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.job.places import Fitted
from tribodex.core.job.topic import Topic
from tribodex.core.topics.units import commands as cmd
from tribodex.core.topics.units import facts as ev
from tribodex.core.topics.units.decide import BOLT_UNIT, JOIN_HALVES, LOCK_UNIT, SET_UNIT, decide
from tribodex.core.topics.units.edges import (
    ANSWERS,
    EXPECTS,
    GATED,
    HELD,
    MADE_BY,
    NEEDS,
    claims,
    owes,
)
from tribodex.core.topics.units.move import move
from tribodex.core.topics.units.moves import UnitsDo as Do
from tribodex.core.topics.units.plan import CONDITIONS
from tribodex.core.topics.units.show import figures, record, said, tell, view
from tribodex.core.topics.units.state import Unit, fold
from tribodex.core.units.known import KeptBearing, UnknownInside


def _fitted(state: Unit) -> Fitted | None:
    plan = state.plan
    if plan is None:
        return None
    if isinstance(plan.size, UnknownInside):
        # Known by its shaft alone: what hangs on the bearing inside stays unknown until somebody
        # reads its number.
        return None
    # It slides: whatever holds it is loosened, and nothing is pulled.
    if isinstance(plan.size, KeptBearing):
        return Fitted(
            plan.size, Shaft(plan.seat.nominal_mm), plan.shaft_text, Seat.ADAPTER_SLEEVE, True
        )
    return Fitted(
        plan.size,
        Shaft(plan.size.bore_mm),
        plan.shaft_text,
        None,
        True,
        interference_um=Span(0.0, 0.0),
    )


TOPIC: Topic[Unit] = Topic(
    name="units",
    stages=(SET_UNIT, JOIN_HALVES, BOLT_UNIT, LOCK_UNIT),
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Unit(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.FloatFound: cmd.FindFloat,
        ev.LinedUp: cmd.LineUpUnit,
        ev.HousingBolted: cmd.BoltHousing,
        ev.ShaftTurned: cmd.TurnShaft,
        ev.UnitLocked: cmd.LockUnit,
        ev.HalvesJoined: cmd.JoinHalves,
        ev.UnitTried: cmd.TryUnit,
        ev.ScrewsAgain: cmd.TightenAgain,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(
        ev.FloatFound,
        ev.LinedUp,
        ev.HousingBolted,
        ev.ShaftTurned,
        ev.UnitLocked,
        ev.HalvesJoined,
    ),
    figures=figures,
    fitted=_fitted,
    conditions=lambda state: state.plan.conditions if state.plan is not None else frozenset(),
    every_condition=CONDITIONS,
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    owes=owes,
    owed_by=(ev.UnitLocked, ev.ScrewsAgain),
    gated=GATED,
    held=HELD,
    made_by=MADE_BY,
)
