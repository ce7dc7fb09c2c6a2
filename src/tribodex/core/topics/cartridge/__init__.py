"""A bearing cartridge: built part by part in any order that nothing is in the way of, from the
first bearing to the last flinger.
"""

from tribodex.core.cartridge.assembly import Stands
from tribodex.core.job.topic import Topic
from tribodex.core.topics.cartridge import commands as cmd
from tribodex.core.topics.cartridge import facts as ev
from tribodex.core.topics.cartridge.decide import (
    COVER_UP,
    INTO_HOUSING,
    NUT_PAIR,
    PACK,
    SET_FLINGERS,
    decide,
)
from tribodex.core.topics.cartridge.edges import (
    ANSWERS,
    EXPECTS,
    GATED,
    HELD,
    MADE_BY,
    claims,
    owes,
)
from tribodex.core.topics.cartridge.move import move
from tribodex.core.topics.cartridge.moves import CartridgeDo as Do
from tribodex.core.topics.cartridge.show import figures, record, said, tell
from tribodex.core.topics.cartridge.state import Cartridge, fold
from tribodex.core.topics.cartridge.view import view

CONDITIONS = frozenset(
    {
        "cartridge_separable",
        "cartridge_flingers",
        "cartridge_two_flingers",
        "nut_left_hand",
        "cartridge_upright",
        "cartridge_lying",
        "cartridge_nuts",
        "cartridge_rings",
        "cartridge_sealed",
        "cartridge_rod",
        "cartridge_clamped",
        "cartridge_screwed",
    }
)


def conditions(state: Cartridge) -> frozenset[str]:
    """What procedures can ask for of this cartridge."""
    plan = state.plan
    if plan is None:
        return frozenset()
    known = {
        "cartridge_separable": bool(plan.separable),
        "cartridge_flingers": bool(plan.flingers),
        "cartridge_two_flingers": len(plan.flingers) == 2,
        "nut_left_hand": "left" in (plan.hand, plan.hand_far),
        "cartridge_upright": plan.made.stands is Stands.UPRIGHT,
        "cartridge_lying": plan.made.stands is Stands.HORIZONTAL,
        "cartridge_nuts": bool(plan.made.nuts),
        "cartridge_rings": bool(plan.rings),
        "cartridge_sealed": not plan.made.greased,
        "cartridge_rod": bool(plan.made.rod),
        "cartridge_clamped": bool(plan.flingers) and plan.made.clamped,
        "cartridge_screwed": bool(plan.flingers) and not plan.made.clamped,
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
        ev.FreeBelow: cmd.MeasureBelow,
        ev.RodUsed: cmd.UseRod,
        ev.RingSeated: cmd.SeatRing,
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
    kept=(
        ev.RingCooled,
        ev.FreeBelow,
        ev.TurnedOver,
        ev.PairTightened,
        ev.PackedBetween,
        ev.CoverMeasured,
        ev.JointSealed,
    ),
    figures=figures,
    conditions=conditions,
    every_condition=CONDITIONS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    made_by=MADE_BY,
    owes=owes,
    owed_by=(ev.FlingerSet,),
)
