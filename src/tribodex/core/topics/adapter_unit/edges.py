"""What must be shown of an adapter unit that goes on by turns, what it needs of other work, and
what ends a stop there.
"""

from __future__ import annotations

from tribodex.core.job.alarms import AnsweredBy
from tribodex.core.job.asked import Likely
from tribodex.core.job.expected import NUMBERED, always
from tribodex.core.job.needs import Need
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics import units
from tribodex.core.topics.adapter_unit import commands as cmd
from tribodex.core.topics.adapter_unit import facts as ev
from tribodex.core.topics.adapter_unit.decide import DRIVE, PLATE
from tribodex.core.topics.adapter_unit.state import Driven
from tribodex.core.topics.units.facts import FloatFound
from tribodex.core.units.adapter import AdapterCode, turns_text

_BACK = "Turn the nut back, and begin again."
ANSWERS: dict[str, AnsweredBy] = {
    AdapterCode.OTHER_ZERO: AnsweredBy((ev.UnitZeroMarked,), by_name=False, way=_BACK),
    AdapterCode.PAST_THE_SHEET: AnsweredBy((), way=_BACK),
    AdapterCode.SHORT_OF_THE_SHEET: AnsweredBy(
        (ev.PlateFitted,), by_name=False, way="Turn on, then fit the plate."
    ),
    AdapterCode.PLATE_PAST_THE_SHEET: AnsweredBy((ev.PlateFitted,), way=_BACK),
    ev.DrivenCode.BINDS: AnsweredBy((ev.DrivenTried,), by_name=False, way=_BACK),
}
_DRIVING = (cmd.TapRim, cmd.MarkUnitZero, cmd.TurnUnitNut, cmd.FitPlate)
GATED: dict[type, str] = {
    **dict.fromkeys((cmd.TapRim, cmd.MarkUnitZero, cmd.TurnUnitNut), DRIVE),
    cmd.FitPlate: PLATE,
}
HELD: dict[type, str] = dict.fromkeys(_DRIVING, DRIVE)
NEEDS = (
    Need(
        What.SEAT,
        _DRIVING,
        "A sleeve does not grip on a shaft that is not in order.",
        unless_stopped=True,
    ),
    Need(What.PARTS, _DRIVING, "A look-alike goes on, and fails.", unless_stopped=True),
    Need(What.HELD, _DRIVING, "Two held bearings kill each other.", unless_stopped=True),
    Need(
        What.ON,
        (cmd.MarkUnitZero, cmd.TurnUnitNut),
        "The sleeve grips where it stands.",
        unless_stopped=True,
    ),
)
_TURN = "degrees or turns as the unit beside it says: read with the sheet's own range"
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.TurnUnitNut, "amount"): _TURN,
    (cmd.SeePlate, "amount"): always(
        Likely(0.0, 90.0, "the next hole of a plate is a few degrees away")
    ),
    (cmd.FitPlate, "turn"): always(
        Likely(0.0, 60.0, "the next hole of a plate is a few degrees away")
    ),
    (cmd.FitPlate, "torque"): always(Likely(0.5, 60.0, "screws of a lock plate are M4 to M10")),
    (cmd.CountPlate, "slots"): NUMBERED,
    (cmd.CountPlate, "holes"): NUMBERED,
}


def bolted_first(desk: Desk, state: Driven) -> bool:
    """Whether its housing was bolted down before it was driven up, so that the travel moved the
    ring in its housing.
    """
    unit = desk.of(units.TOPIC)
    return unit.bolted is not None and 0 < unit.bolted_seq < state.turned_seq


def claims(desk: Desk, state: Driven) -> tuple[Claim, ...]:
    """Zero of its sheet, turns reached, plate on inside the range, turned by hand; the room read
    again where the travel moved the ring.
    """
    if state.plan is None:
        return ()
    at = desk.at
    short = None
    if state.zero is not None and not state.reached:
        stands = f"{turns_text(state.turned_deg)}, {state.plan.turns} by the sheet"
        short = not_yet(stands) if state.turned_deg < state.plan.range_deg.low else None
    turned, fitted = (ev.UnitNutTurned,), (ev.PlateFitted,)
    made = [
        Claim("adapter_unit.zero", "zero of its sheet, marked", DRIVE, at, (ev.UnitZeroMarked,)),
        Claim(
            "adapter_unit.turns",
            "turns of its sheet reached",
            DRIVE,
            at,
            turned,
            after=(ev.UnitZeroMarked,),
            now=short,
        ),
        Claim(
            "adapter_unit.locked",
            "lock plate on, inside the sheet's turns",
            PLATE,
            at,
            fitted,
            after=turned,
            what=What.LOCKED,
        ),
        Claim(
            "adapter_unit.tried",
            "turned by hand, plate on, and free",
            PLATE,
            at,
            (ev.DrivenTried,),
            after=fitted,
            what=What.TURNS,
        ),
    ]
    found = desk.of(units.TOPIC).found
    if found is not None and found.toward_mm is not None and bolted_first(desk, state):
        words = (
            "room read again: driven up with its housing bolted, the travel moved the ring in it"
        )
        made.append(
            Claim(
                "adapter_unit.room",
                words,
                PLATE,
                at,
                (FloatFound,),
                after=(ev.UnitNutTurned, ev.PlateFitted),
            )
        )
    return tuple(made)
