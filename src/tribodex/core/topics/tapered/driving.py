"""What may follow while the nut moves: zero mark, turns, the seat with its washer, tab positions,
the lock.
"""

from __future__ import annotations

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.force import START_FACTOR, START_MOST_SHARE
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.seat import (
    TAKEN_SHARE,
    TAKEN_UM,
    Seated,
    judge_seat,
)
from tribodex.core.mounting.zero import SheetZero, ZeroPoint
from tribodex.core.quantities import (
    LengthUnit,
    parse_pressure_mpa,
    read_length,
)
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.allowed import may_drive, needs_zero
from tribodex.core.topics.tapered.amounts import read_turn
from tribodex.core.topics.tapered.gauging import settled
from tribodex.core.topics.tapered.looking import driven_further, ends_of
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level

# More blows than anybody strikes without looking (own choice).
MOST_BLOWS = 30


def zero(desk: Desk, state: Tapered, command: cmd.SetZero) -> ev.ZeroSet:
    """The nut stands at its zero point."""
    plan = state.plan
    if plan.method is Method.BLOWS:
        raise Refused(
            "By blows and feeler nothing counts from a zero mark: nut hand-tight, then the first"
            " blow."
        )
    if state.attempt.zero_set:
        raise Refused(
            "The zero mark is set already. To set it anew, release the bearing and start again."
        )
    if plan.method is Method.TURNS or (plan.sheet_zero is not None and plan.hydraulic is None):
        return _zero_of_sheet(plan, command)
    if plan.hydraulic is not None or command.start_pressure.strip():
        if plan.hydraulic is None:
            raise InvalidInput.at(
                "start_pressure",
                "This plan drives with a spanner; there is no start pressure.",
                "leave it empty",
            )
        if not command.start_pressure.strip():
            raise InvalidInput.at(
                "start_pressure",
                "With a hydraulic nut the travel counts from its start pressure.",
                "what the gauge shows, with its unit",
            )
        end = plan.hydraulic.end_pressure_mpa
        pressure = parse_pressure_mpa(
            command.start_pressure, "start_pressure", end.high if end else 200.0
        )
        if end is not None and pressure > START_MOST_SHARE * end.high:
            raise InvalidInput.at(
                "start_pressure",
                f"{pressure:.1f} MPa is more than a third of the end pressure ({end.low:.1f} to"
                f" {end.high:.1f} MPa): the bearing is well up its taper by then, and the travel"
                " would be counted twice. Let the pressure off, release, and start again.",
                "the start pressure of the plan or of the maker's sheet",
            )
        planned = plan.hydraulic.start_pressure_mpa
        if (
            planned is not None
            and not desk.correcting
            and not planned.low / START_FACTOR <= pressure <= START_FACTOR * planned.high
        ):
            over = pressure > planned.high
            how = (
                "the bearing went further up before the indicator stood at zero: let the pressure"
                " off, release, and start again"
            )
            raise InvalidInput.at(
                "start_pressure",
                f"The travel of this plan counts from {planned.low:.2g} to {planned.high:.2g} MPa;"
                f" at {pressure:.2g} MPa"
                f" {how if over else 'the seat does not bear all over yet: press on'}.",
                "the start pressure of the plan",
            )
        return ev.ZeroSet(True, ZeroPoint.START_PRESSURE, pressure, command.start_pressure.strip())
    return ev.ZeroSet(
        command.tap_tested, ZeroPoint.FIRM if command.tap_tested else ZeroPoint.UNTESTED
    )


def _zero_of_sheet(plan: Plan, command: cmd.SetZero) -> ev.ZeroSet:
    """The zero that a sheet's turns, angle or travel count from: its own, never converted into
    another.
    """
    said = SheetZero(command.counted_from) if command.counted_from else None
    if plan.sheet_zero is not None and said is not None and said is not plan.sheet_zero:
        raise InvalidInput.at(
            "counted_from",
            f"The sheet counts from: {plan.sheet_zero.words}.",
            "as planned; another sheet is another plan",
        )
    sheet = plan.sheet_zero or said
    if sheet is SheetZero.BOTH_HANDS and command.tap_tested:
        raise InvalidInput.at(
            "tap_tested",
            "This sheet counts from both hands until it stops; where the nut holds after a tap is"
            " another zero, a closing travel further on.",
            "ease the nut until the sleeve is loose, run it up with both hands again, and mark it"
            " there",
        )
    zero = (
        ZeroPoint.HAND_TIGHT
        if sheet is not SheetZero.TAPPED
        else ZeroPoint.FIRM
        if command.tap_tested
        else ZeroPoint.UNTESTED
    )
    return ev.ZeroSet(command.tap_tested, zero, counted_from=said)


def turn(desk: Desk, state: Tapered, command: cmd.TurnNut) -> list[Fact]:
    """The nut was tightened. What was done is kept, whatever was advised."""
    may_drive(desk, state)
    if state.plan.method is Method.BLOWS:
        raise Refused(
            "This plan goes by blows and feeler: log the blows. Turns are counted where the nut"
            " angle or the feeler method is planned."
        )
    needs_zero(state)
    if state.attempt.locked is not None:
        raise Refused("The nut is locked. If it must go on, release the bearing and start again.")
    turned = read_turn(state.plan, command.amount, command.unit, shown=command.shown)
    if turned.degrees == 0:
        raise InvalidInput.at(
            "amount",
            "A turn of zero changes nothing.",
            "how far the nut was tightened, for example 35°",
        )
    return [*settled(state), ev.NutTurned(turned.degrees, turned.typed, command.unit)]


def strike(desk: Desk, state: Tapered, command: cmd.StrikeBlows) -> list[Fact]:
    """Blows on the spanner. What was done is kept, whatever was advised; how far the nut went is
    not known, and nobody asks.
    """
    may_drive(desk, state)
    if state.plan.method is not Method.BLOWS:
        raise Refused(
            "This plan counts how far the nut goes: log the turn. To go by blows and feeler, that"
            " method is chosen in the plan."
        )
    if state.attempt.locked is not None:
        raise Refused("The nut is locked. If it must go on, release the bearing and start again.")
    if not 1 <= command.blows <= MOST_BLOWS:
        raise InvalidInput.at(
            "blows",
            f"{command.blows} blows at once?",
            f"1 to {MOST_BLOWS}, as they were struck since it was logged last",
        )
    # The first ones are the same as nothing.
    return [
        *settled(state),
        ev.BlowsStruck(command.blows, command.same and state.attempt.blows > 0),
    ]


def seat(desk: Desk, state: Tapered, command: cmd.SeatNut) -> list[Fact]:
    """Washer or lock fitted, nut seated firmly."""
    may_drive(desk, state)
    needs_zero(state)
    plan = state.plan
    if not plan.seats_again:
        raise Refused(
            "With the washer on from the start, a plate or a clip, the nut is not backed off: there"
            " is nothing to seat."
        )
    if state.attempt.locked is not None:
        raise Refused("The nut is locked already.")
    if state.attempt.nut_deg == 0:
        raise Refused(
            "First drive up; the washer is fitted when the bearing is where it should be."
        )
    behind, counted = None, command.amount.strip()
    if counted and plan.hydraulic is None:
        turned = read_turn(plan, command.amount, command.unit, shown=command.shown)
        behind, counted = -turned.degrees if command.past else turned.degrees, turned.typed
    thickness, measured, thickness_typed = plan.washer_thickness_mm, plan.washer_measured, ""
    if command.washer_thickness.strip():
        washer = read_length(
            command.washer_thickness, "washer_thickness", LengthUnit.MM, (300, 6000), command.shown
        )
        thickness, measured, thickness_typed = washer.mm, True, washer.written
    ends = ends_of(command)
    moved = driven_further(plan.seat, *ends) if ends is not None else None
    # Without the nut's pitch nothing can be said of angles; only a gauging tells.
    seated = judge_seat(
        plan.nut.pitch_mm if plan.nut else 2.0,
        behind,
        thickness if plan.nut else None,
        measured,
        moved,
        tool=command.tool,
    )
    now = ev.NutSeated(
        behind_deg=behind,
        typed=counted,
        unit=command.unit,
        thickness_mm=thickness,
        thickness_typed=thickness_typed,
        measured=measured,
        moved_mm=moved,
        moved_typed=" to ".join(end.written for end in ends or ()),
        tool=command.tool,
        seat=seated,
        gauge_first=asks_gauging(state, seated),
    )
    return [*settled(state), now]


def asks_gauging(state: Tapered, seated: Seated) -> bool:
    """Whether the further turn may have taken too much to go on unseen: 5 µm, or a quarter of what
    is left to the window's end.

    Sleeve end to ring, measured before and after, proves the seat as a gauging does.
    """
    if seated.verdict.level in (Level.STOP, Level.UNKNOWN):
        return True
    if seated.proven and seated.verdict.level is Level.GOOD:
        # Sleeve end to ring kept its length: that is proof, as good as a gauging, to ± 0.05 mm.
        return False
    position, window, says = state.position(), state.window(), state.leaf_says()
    if position is None or window is None or says is None:
        return state.plan.method.gauged
    taken = position.per_degree_um * seated.most_deg
    return taken >= TAKEN_UM or taken >= TAKEN_SHARE * max(0.0, says.mean_um - window.low_um)
