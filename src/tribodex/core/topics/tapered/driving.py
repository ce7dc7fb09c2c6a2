"""What may follow while the nut moves: zero mark, turns, the seat with its washer, tab positions, the lock."""

from __future__ import annotations

import math
from dataclasses import replace

from tribodex.core.adviser.belief import MARK_SD_DEG, Belief
from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.force import START_FACTOR, START_MOST_SHARE
from tribodex.core.mounting.judgement import judge_hand
from tribodex.core.mounting.lock_ruling import LockCode, turn_allows
from tribodex.core.mounting.locking import FURTHEST_DEG, TabPosition, tab_positions, turn_tab_positions
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.seat import TAKEN_SHARE, TAKEN_UM, LengthTool, NutSeatCode, Seated, judge_seat
from tribodex.core.mounting.zero import SheetZero, ZeroPoint
from tribodex.core.quantities import Length, LengthUnit, parse_degrees, parse_pressure_mpa, read_length
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.allowed import may_drive, needs_zero
from tribodex.core.topics.tapered.amounts import read_turn
from tribodex.core.topics.tapered.gauging import settled
from tribodex.core.topics.tapered.looks import LENGTH_ERROR_MM, MECHANISM, MOST_SHARE, PROVES, WORDS, LookFound, LookTarget, by_travel
from tribodex.core.topics.tapered.parting import WORDS as PARTED_WORDS
from tribodex.core.topics.tapered.parting import checks_for, must_check, parted
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.working import Level, Verdict

# More blows than anybody strikes without looking (own choice).
MOST_BLOWS = 30


def zero(desk: Desk, state: Tapered, command: cmd.SetZero) -> ev.ZeroSet:
    """The nut stands at its zero point."""
    plan = state.plan
    if plan.method is Method.BLOWS:
        raise Refused("By blows and feeler nothing counts from a zero mark: nut hand-tight, then the first blow.")
    if state.attempt.zero_set:
        raise Refused("The zero mark is set already. To set it anew, release the bearing and start again.")
    if plan.method is Method.TURNS or (plan.sheet_zero is not None and plan.hydraulic is None):
        return _zero_of_sheet(plan, command)
    if plan.hydraulic is not None or command.start_pressure.strip():
        if plan.hydraulic is None:
            raise InvalidInput.at("start_pressure", "This plan drives with a spanner; there is no start pressure.", "leave it empty")
        if not command.start_pressure.strip():
            raise InvalidInput.at(
                "start_pressure", "With a hydraulic nut the travel counts from its start pressure.", "what the gauge shows, with its unit"
            )
        end = plan.hydraulic.end_pressure_mpa
        pressure = parse_pressure_mpa(command.start_pressure, "start_pressure", end.high if end else 200.0)
        if end is not None and pressure > START_MOST_SHARE * end.high:
            raise InvalidInput.at(
                "start_pressure",
                f"{pressure:.1f} MPa is more than a third of the end pressure ({end.low:.1f} to {end.high:.1f} MPa): the bearing is well "
                "up its taper "
                "by then, and the travel would be counted twice. Let the pressure off, release, and start again.",
                "the start pressure of the plan or of the maker's sheet",
            )
        planned = plan.hydraulic.start_pressure_mpa
        if planned is not None and not desk.correcting and not planned.low / START_FACTOR <= pressure <= START_FACTOR * planned.high:
            over = pressure > planned.high
            how = "the bearing went further up before the indicator stood at zero: let the pressure off, release, and start again"
            raise InvalidInput.at(
                "start_pressure",
                f"The travel of this plan counts from {planned.low:.2g} to {planned.high:.2g} MPa; at {pressure:.2g} MPa "
                f"{how if over else 'the seat does not bear all over yet: press on'}.",
                "the start pressure of the plan",
            )
        return ev.ZeroSet(True, ZeroPoint.START_PRESSURE, pressure, command.start_pressure.strip())
    return ev.ZeroSet(command.tap_tested, ZeroPoint.FIRM if command.tap_tested else ZeroPoint.UNTESTED)


def _zero_of_sheet(plan: Plan, command: cmd.SetZero) -> ev.ZeroSet:
    """The zero that a sheet's turns, angle or travel count from: its own, never converted into another."""
    said = SheetZero(command.counted_from) if command.counted_from else None
    if plan.sheet_zero is not None and said is not None and said is not plan.sheet_zero:
        raise InvalidInput.at("counted_from", f"The sheet counts from: {plan.sheet_zero.words}.", "as planned; another sheet is another plan")
    sheet = plan.sheet_zero or said
    if sheet is SheetZero.BOTH_HANDS and command.tap_tested:
        raise InvalidInput.at(
            "tap_tested",
            "This sheet counts from both hands until it stops; where the nut holds after a tap is another zero, a closing travel further on.",
            "ease the nut until the sleeve is loose, run it up with both hands again, and mark it there",
        )
    zero = ZeroPoint.HAND_TIGHT if sheet is not SheetZero.TAPPED else ZeroPoint.FIRM if command.tap_tested else ZeroPoint.UNTESTED
    return ev.ZeroSet(command.tap_tested, zero, counted_from=said)


def turn(desk: Desk, state: Tapered, command: cmd.TurnNut) -> list[Fact]:
    """The nut was tightened. What was done is kept, whatever was advised."""
    may_drive(desk, state)
    if state.plan.method is Method.BLOWS:
        raise Refused("This plan goes by blows and feeler: log the blows. Turns are counted where the nut angle or the feeler method is planned.")
    needs_zero(state)
    if state.attempt.locked is not None:
        raise Refused("The nut is locked. If it must go on, release the bearing and start again.")
    turned = read_turn(state.plan, command.amount, command.unit, shown=command.shown)
    if turned.degrees == 0:
        raise InvalidInput.at("amount", "A turn of zero changes nothing.", "how far the nut was tightened, for example 35°")
    return [*settled(state), ev.NutTurned(turned.degrees, turned.typed, command.unit)]


def strike(desk: Desk, state: Tapered, command: cmd.StrikeBlows) -> list[Fact]:
    """Blows on the spanner. What was done is kept, whatever was advised; how far the nut went is not known, and nobody asks."""
    may_drive(desk, state)
    if state.plan.method is not Method.BLOWS:
        raise Refused("This plan counts how far the nut goes: log the turn. To go by blows and feeler, that method is chosen in the plan.")
    if state.attempt.locked is not None:
        raise Refused("The nut is locked. If it must go on, release the bearing and start again.")
    if not 1 <= command.blows <= MOST_BLOWS:
        raise InvalidInput.at("blows", f"{command.blows} blows at once?", f"1 to {MOST_BLOWS}, as they were struck since it was logged last")
    # The first ones are the same as nothing.
    return [*settled(state), ev.BlowsStruck(command.blows, command.same and state.attempt.blows > 0)]


def seat(desk: Desk, state: Tapered, command: cmd.SeatNut) -> list[Fact]:
    """Washer or lock fitted, nut seated firmly."""
    may_drive(desk, state)
    needs_zero(state)
    plan = state.plan
    if not plan.seats_again:
        raise Refused("With the washer on from the start, a plate or a clip, the nut is not backed off: there is nothing to seat.")
    if state.attempt.locked is not None:
        raise Refused("The nut is locked already.")
    if state.attempt.nut_deg == 0:
        raise Refused("First drive up; the washer is fitted when the bearing is where it should be.")
    behind, counted = None, command.amount.strip()
    if counted and plan.hydraulic is None:
        turned = read_turn(plan, command.amount, command.unit, shown=command.shown)
        behind, counted = -turned.degrees if command.past else turned.degrees, turned.typed
    thickness, measured, thickness_typed = plan.washer_thickness_mm, plan.washer_measured, ""
    if command.washer_thickness.strip():
        washer = read_length(command.washer_thickness, "washer_thickness", LengthUnit.MM, (300, 6000), command.shown)
        thickness, measured, thickness_typed = washer.mm, True, washer.written
    ends = _ends(command)
    moved = _driven_further(plan.seat, *ends) if ends is not None else None
    # Without the nut's pitch nothing can be said of angles; only a gauging tells.
    seated = judge_seat(plan.nut.pitch_mm if plan.nut else 2.0, behind, thickness if plan.nut else None, measured, moved, command.tool)
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


def _driven_further(seat: Seat, before: Length, after: Length) -> float:
    """How far it went up its taper, by thread end to ring: a withdrawal sleeve goes in and its end comes nearer; every other end moves away."""
    grown = after.mm - before.mm
    return -grown if seat is Seat.WITHDRAWAL_SLEEVE else grown


def asks_gauging(state: Tapered, seated: Seated) -> bool:
    """Whether the further turn may have taken too much to go on unseen: 5 µm, or a quarter of what is left to the window's end.

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


def _ends(command: cmd.SeatNut | cmd.LookAt) -> tuple[Length, Length] | None:
    """Sleeve end to ring, before and after; None where it was not measured."""
    before, after = command.sleeve_before.strip(), command.sleeve_after.strip()
    if not before and not after:
        return None
    if not (before and after):
        missing = "sleeve_after" if before else "sleeve_before"
        raise InvalidInput.at(
            missing, "One measurement alone proves nothing: sleeve end to ring is measured before and after.", "for example 12.34 mm"
        )
    if command.measured_from != "thread end":
        raise InvalidInput.at(
            "measured_from",
            "From another end the same movement reads the other way round, or not at all.",
            "the thread end of sleeve or shaft, to the near face of the ring",
        )
    if command.tool is None:
        raise InvalidInput.at("tool", "With what was it measured?", "dial indicator or depth micrometer; a steel rule is no proof")
    first, second = (
        read_length(value, name, LengthUnit.MM, (10, 300_000), command.shown, zero=True)
        for name, value in (("sleeve_before", before), ("sleeve_after", after))
    )
    if abs(second.mm - first.mm) > 5:
        raise InvalidInput.at(
            "sleeve_after", f"{second.mm:g} mm after {first.mm:g} mm is out of range: check value and unit.", "the same distance, measured again"
        )
    return first, second


def follow_leaf(state: Tapered, command: cmd.FollowLeaf) -> ev.LeafFollowed:
    """The leaf leads on, after it was confirmed and everything was looked at that does not move the bearing."""
    found = parted(state)
    if found is None:
        raise Refused("Feeler and nut agree: there is nothing to decide between them.")
    if found.again:
        raise Refused("It was looked at once, and a further turn brought nothing: the sleeve is seated anew, and the zero set again.")
    if not found.confirmed:
        raise Refused("First gauge once more where the nut stands: one reading may be wrong, two that agree are not.")
    if found.cause in MECHANISM:
        raise Refused(f"It was seen why: {PARTED_WORDS[found.cause]}. The feeler is not followed over that; release, and put it right.")
    there, looks = checks_for(state.plan.method), state.attempt.looked()
    unknown = [check for check in command.checks if check not in there]
    missing = [check for check in must_check(state.plan.method) if check not in command.checks and check not in looks]
    if unknown or missing:
        raise InvalidInput.at("checks", f"Not looked at yet: {', '.join(there[c] for c in missing) or unknown[0]}.", ", ".join(there))
    by_looks = "; ".join(WORDS[look][one] for look, one in looks.items())
    seen = "nut was only hand-tight at the zero mark" if state.plan.method.from_a_mark else "sleeve had slipped"
    said = command.found.strip() or by_looks or text(command.found, "found", f"what was found, for example “{seen}”, or “nothing found”")
    return ev.LeafFollowed(found.gauging.number, tuple(dict.fromkeys((*command.checks, *looks))), said)


def look_at(state: Tapered, command: cmd.LookAt) -> ev.LookedAt:
    """What was found at something that does not move the bearing; by two lengths, whether the sleeve went along."""
    attempt, nut = state.attempt, state.plan.nut
    # Whether the sleeve went along can be measured at any time: it is a second witness.
    measured = command.look is LookTarget.SLEEVE_END and (command.sleeve_before or command.sleeve_after)
    if parted(state) is None and command.look not in attempt.looks and not (measured and attempt.nut_deg > 0):
        raise Refused("Feeler and nut agree: there is nothing to look for.")
    if command.look.value not in checks_for(state.plan.method):
        raise Refused("By blows nobody counts from a zero mark, nor threads.")
    ends = _ends(command)
    if ends is not None:
        if command.look is not LookTarget.SLEEVE_END:
            raise InvalidInput.at("sleeve_before", "Lengths belong to sleeve end and ring.", "look: sleeve end")
        if command.tool is LengthTool.STEEL_RULE:
            raise InvalidInput.at("tool", "A steel rule tells nothing at this size.", "dial indicator or depth micrometer")
        if nut is None or state.plan.method is Method.BLOWS:
            raise InvalidInput.at("sleeve_before", "Without a counted turn no travel follows.", "the mark across sleeve and shaft")
        moved, nut_mm = _driven_further(state.plan.seat, *ends), attempt.nut_deg * nut.pitch_mm / 360
        marks = 2 * math.sqrt(attempt.mark_var_deg2 + 2 * MARK_SD_DEG**2)
        marks_mm = marks * nut.pitch_mm / 360
        if not -LENGTH_ERROR_MM - marks_mm <= moved <= MOST_SHARE * nut_mm + LENGTH_ERROR_MM + marks_mm:
            raise InvalidInput.at(
                "sleeve_after",
                f"The ring cannot have gone {moved:.2f} mm up its sleeve: the nut went {nut_mm:.2f} mm.",
                "both lengths from the same end, measured again; check value and unit",
            )
        found = by_travel(moved, nut_mm, marks_mm)
        return ev.LookedAt(command.look, found, attempt.nut_deg, moved, nut_mm, " to ".join(end.written for end in ends), command.tool)
    if command.found is None or command.found not in WORDS[command.look]:
        raise InvalidInput.at("found", "That is no answer to what was looked at.", ", ".join(WORDS[command.look]))
    before = attempt.looks.get(command.look)
    if command.found is LookFound.UNKNOWN and before is not None and PROVES.get(before.found) in MECHANISM:
        raise Refused(f"It was seen before: {WORDS[before.look][before.found]}. Not knowing is no answer to that; look again, or correct that entry.")
    return ev.LookedAt(command.look, command.found, attempt.nut_deg)


def hand_check(desk: Desk, state: Tapered, command: cmd.HandCheck) -> ev.HandChecked:
    """The ring was felt by hand."""
    may_drive(desk, state)
    needs_zero(state)
    return hand_checked(state, command)


def hand_checked(state: Tapered, command: cmd.HandCheck) -> ev.HandChecked:
    """What was felt, judged where the nut is locked and nothing is gauged."""
    attempt = state.attempt
    locked = attempt.locked is not None
    verdict = None
    if locked and not state.plan.method.gauged:
        by_feel = state.plan.method is Method.BALL_ANGLE
        sheet = state.plan.sheet_zero or attempt.counted_from
        # Both hands need no proof; a silent sheet proves nothing.
        proven = attempt.tap_tested if by_feel or sheet is SheetZero.TAPPED else sheet is SheetZero.BOTH_HANDS
        by_name = attempt.locked is not None and bool(attempt.locked.decided_by)
        verdict = judge_hand(command.swivel, command.turns_freely, attempt.nut_deg, state.plan.turn_range_deg, by_feel, proven, by_name)
    return ev.HandChecked(command.swivel, command.turns_freely, attempt.nut_deg, locked, verdict)


def see_tab(plan: Plan, command: cmd.SeeTab) -> ev.TabSeen:
    """How far it is to the next tab position."""
    nut = plan.nut
    if nut is None or nut.tab_step_deg is None:
        raise Refused(f"The nut's slots and the {plan.lock.words}'s positions are not known in this plan: count them and give them in the plan.")
    turned = read_turn(plan, command.amount, command.unit, shown=command.shown)
    degrees, step = turned.degrees, nut.tab_step_deg
    if degrees > step + 1:
        rim = nut.rim_mm(step)
        along = f", {rim:.1f} mm along the rim" if rim is not None else ""
        raise InvalidInput.at(
            "amount",
            f"{degrees:.1f}° is more than one step of this nut and {plan.lock.words} ({step:.1f}°{along}).",
            f"the smallest distance from any slot to the next {plan.lock.stop} in the tightening direction",
        )
    return ev.TabSeen(degrees, turned.typed, command.unit)


def lock(desk: Desk, state: Tapered, command: cmd.Lock) -> list[Fact]:
    """Tightened to a tab position and locked: only where the leaf allows it. A correction says what was done all the same."""
    may_drive(desk, state)
    needs_zero(state)
    if state.attempt.locked is not None:
        raise Refused("The nut is locked already.")
    if state.plan.seats_again and not state.attempt.has_seat and state.attempt.nut_deg > 0:
        raise Refused("First fit the washer or lock and seat the nut; then it is tightened to the next position.")
    degrees = parse_degrees(command.turn, "turn")
    if degrees > FURTHEST_DEG:
        raise InvalidInput.at("turn", f"{degrees:.0f}° is too far for a tab position: log the turn, then gauge.", "one of the listed positions")
    by, reason = command.decided_by.strip(), command.reason.strip()
    agreed = None if desk.correcting else _allowed(state, degrees, bool(by and reason))
    now = locked(state, degrees)
    if by and reason:
        over = state.over_um() if agreed is not None else 0.0
        now = replace(now, verdict=agreed or now.verdict, decided_by=by, reason=reason, over_um=over)
    return [*settled(state), now]


def _allowed(state: Tapered, degrees: float, named: bool) -> Verdict | None:
    """None where the leaf, or the sheet's range, allows to lock; the judgement that somebody answers by name where it is outside. Raises Refused."""
    seated = state.attempt.seated
    if seated is not None and seated.seat.verdict.code in (NutSeatCode.NOT_SEATED_YET, NutSeatCode.LET_GO):
        raise Refused(f"The nut is not locked on this seat: {seated.seat.verdict.word}. {seated.seat.verdict.reason}")
    if state.plan.method.gauged:
        if parted(state) is not None:
            raise Refused("Feeler and nut do not agree: nothing is locked before it is known why.")
        if state.seat_to_prove():
            raise Refused("The bearing may have been driven on while the nut was seated: gauge before the nut is locked.")
        ruling, by_name = state.may_lock(degrees), state.meets(degrees)
    else:
        ruling, by_name = turn_ruling(state, degrees)
    if ruling.level is not Level.STOP:
        return None
    if by_name is None or by_name.level is Level.STOP:
        raise Refused(" ".join(("Not to be locked here.", ruling.reason, *((by_name.reason,) if by_name is not None else ()))))
    if not named:
        raise InvalidInput.at("decided_by", f"{ruling.reason} {by_name.reason}", "another position; or a name and a reason, they stand in the record")
    return by_name


def turn_ruling(state: Tapered, degrees: float) -> tuple[Verdict, Verdict | None]:
    """Whether the sheet's range allows to lock where only the turn counts; and whether a name may decide it where it does not."""
    attempt, asked, nut = state.attempt, state.plan.turn_range_deg, state.plan.nut
    if asked is None:
        return Verdict("no figure", Level.STOP, "No figure, no turn: the maker's is not in the plan.", code=LockCode.NOT_YET_THERE), None
    last = next((check for check in reversed(attempt.checks) if not check.locked), None)
    if last is not None and (last.swivel == "binds" or not last.turns_freely):
        return Verdict("binds", Level.STOP, "The ring binds: it was driven too far. Release it.", code=ev.DriveUpCode.BINDS), None
    step = nut.tab_step_deg if nut is not None else None
    return turn_allows(attempt.nut_deg, degrees, (asked.low, asked.high), step)


def locked(state: Tapered, degrees: float) -> ev.Locked:
    """The lock with what is predicted there."""
    position, window, nut, asked = state.position(), state.window(), state.plan.nut, state.plan.turn_range_deg
    found: tuple[TabPosition, ...] = ()
    if nut is not None and not state.plan.method.gauged and asked is not None:
        found = turn_tab_positions(nut, state.attempt.nut_deg, (asked.low, asked.high), degrees, most=1)
    elif nut is not None and position is not None and window is not None:
        found = _found(position, state, degrees)
    return ev.Locked(degrees, found[0].residual_um, found[0].verdict) if found else ev.Locked(degrees, None, None)


def _found(position: Belief, state: Tapered, degrees: float) -> tuple[TabPosition, ...]:
    window, nut = state.window(), state.plan.nut
    assert window is not None and nut is not None  # asked by locked()
    return tab_positions(position, nut, window, degrees, most=1, risk=state.risk, ruling=state.may_lock)
