"""A bearing cartridge: first bearing into the housing, turned over, second one, nut pair, grease, covers, flingers."""

from tribodex.core.job.topic import Topic
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.decide import COVER_UP, INTO_HOUSING, NUT_PAIR, PACK, SET_FLINGERS, decide
from tribodex.core.topics.cartridge.edges import ANSWERS, EXPECTS, GATED, HELD, MADE_BY, claims
from tribodex.core.topics.cartridge.move import move
from tribodex.core.topics.cartridge.moves import CartridgeDo as Do
from tribodex.core.topics.cartridge.show import figures, record, said, tell, view
from tribodex.core.topics.cartridge.state import Cartridge, fold

CONDITIONS = frozenset({"cartridge_separable", "cartridge_flingers", "cartridge_two_flingers", "nut_left_hand"})


def _conditions(state: Cartridge) -> frozenset[str]:
    plan = state.plan
    if plan is None:
        return frozenset()
    known = {
        "cartridge_separable": bool(plan.separable),
        "cartridge_flingers": bool(plan.flingers),
        "cartridge_two_flingers": len(plan.flingers) == 2,
        "nut_left_hand": plan.hand == "left",
    }
    return frozenset(name for name, true in known.items() if true)


TOPIC: Topic[Cartridge] = Topic(
    name="cartridge",
    stages=(INTO_HOUSING, NUT_PAIR, PACK, COVER_UP, SET_FLINGERS),
    per_shaft=True,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=lambda last, _: last or Cartridge(),
    fold=fold,
    decide=decide,
    claims=claims,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries={
        ev.RingCooled: cmd.ReadCooled,
        ev.TurnedOver: cmd.TurnOver,
        ev.PairTightened: cmd.TightenPair,
        ev.PackedBetween: cmd.PackBetween,
        ev.CoverMeasured: cmd.MeasureCover,
        ev.JointSealed: cmd.SealJoint,
        ev.RoundTightened: cmd.TightenRound,
        ev.CartridgeTurned: cmd.TurnCartridge,
        ev.FlingerSet: cmd.SetFlinger,
        ev.ToppedUp: cmd.TopUp,
    },
    said=said,
    # What follows hangs on them: they are said again, not withdrawn.
    kept=(ev.RingCooled, ev.TurnedOver, ev.PairTightened, ev.PackedBetween, ev.CoverMeasured, ev.JointSealed),
    figures=figures,
    conditions=_conditions,
    every_condition=CONDITIONS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    made_by=MADE_BY,
)
