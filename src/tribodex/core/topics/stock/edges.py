"""What must be shown of marks and parts, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.expected import NUMBERED, between
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.mounting.part_numbers import SlipCode
from tribodex.core.topics.stock import commands as cmd
from tribodex.core.topics.stock import facts as ev
from tribodex.core.topics.stock.decide import NEEDED
from tribodex.core.topics.stock.state import Stock
from tribodex.core.working import Level, Verdict

STAGE = "take_stock"
_AGAIN = "Plan or say the bearing of this position: it is compared at once."
ANSWERS: dict[str, AnsweredBy] = {
    ev.StockCode.PART_DIFFERS: AnsweredBy(
        (ev.PartChecked,), way="The right part, or the number read again."
    ),
    **again(SlipCode, ev.NumbersRead, way="Read them again; or a name says which one is right."),
    ev.StockCode.NOT_THE_POSITIONS: AnsweredBy(
        (ev.PositionCompared,),
        by_name=False,
        way=f"{_AGAIN} Or position, sleeve and housing are put right, and somebody says so.",
    ),
    ev.StockCode.ANOTHER_SUFFIX: AnsweredBy(
        (ev.PositionCompared,), way=f"{_AGAIN} Or a name takes the suffix."
    ),
}
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.TakeOut, "number"): NUMBERED,
    (cmd.Attach, "belongs_to"): NUMBERED,
    (cmd.ReadNumbers, "shaft"): between(8.0, 1_200.0, "shafts here are 10 mm to a metre thick"),
}


def claims(desk: Desk, state: Stock) -> tuple[Claim, ...]:
    """Marks and numbers at every bearing; what is in and loose, while it is."""
    made: list[Claim] = []
    for place in desk.job.places:
        name = f"{place.name}, " if len(desk.job.places) > 1 else ""
        for mark in NEEDED:
            made.append(
                Claim(
                    f"stock.{mark}",
                    f"{name}{mark.words}",
                    STAGE,
                    place.id,
                    (ev.MarkMade,),
                    f"{place.id}, {mark.value}",
                )
            )
        parts = {"bearing", *(part for at, part in state.parts if at == place.id)}
        made += [
            Claim(
                "stock.part",
                f"{name}number on the {part}",
                STAGE,
                place.id,
                (ev.PartChecked,),
                f"{place.id}, {part}",
                what=What.PARTS,
            )
            for part in sorted(parts)
        ]
    for at in state.numbers:
        words = "numbers on block, sleeve and bearing go together"
        # Named before the old parts are scrapped, and before new ones go on.
        made.append(
            Claim(
                "stock.numbers",
                words,
                STAGE,
                at,
                (ev.NumbersRead,),
                f"{at}, numbers",
                what=What.PARTS,
            )
        )
    made += [
        Claim("stock.part", f"number on the {part}", STAGE, SHAFT, (ev.PartChecked,), f", {part}")
        for at, part in state.parts
        if not at
    ]
    for temporary in state.still_in:
        made.append(
            Claim(
                "stock.still_in",
                f"still in: {temporary.what}",
                STAGE,
                SHAFT,
                now=not_yet("still in"),
                what=What.CLEAR,
                due=True,
            )
        )
    for joint in state.not_tight:
        words = f"{joint.joint}: {joint.tightness}"
        made.append(
            Claim(
                "stock.not_tight",
                words,
                STAGE,
                SHAFT,
                now=not_yet("not at torque"),
                what=What.CLEAR,
                due=True,
            )
        )
    if not state.still_in and not state.not_tight:
        clear = Verdict("clear", Level.GOOD, "Nothing temporary is noted as in, no joint as loose.")
        made.append(
            Claim(
                "stock.clear",
                "nothing temporary in, no joint loose",
                STAGE,
                SHAFT,
                now=clear,
                what=What.CLEAR,
                due=True,
            )
        )
    return tuple(made)
