"""What may follow while a bearing comes off, and what is to be done next."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_count, read_length, travel_text
from tribodex.core.removal.backing_off import USUAL_MM, nut_gap
from tribodex.core.removal.letting_go import LettingGo, letting_go, nut_of
from tribodex.core.removal.puller import judge_puller
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.topics.removal.commands import (
    BackNutOff,
    ChooseWay,
    FitPuller,
    SayCocked,
    SayOff,
    SayStraight,
    SayTight,
)
from tribodex.core.topics.removal.facts import (
    CameOff,
    Cocked,
    NutBackedOff,
    PullerFitted,
    SetStraight,
    TightSaid,
    WayChosen,
)
from tribodex.core.topics.removal.moves import RemovalDo as Do
from tribodex.core.topics.removal.state import (
    Removal,
    advice,
    backed_off,
    force_of,
    nut_holds,
    nut_stops,
    seat_of,
)
from tribodex.core.working import Level

# A gap of a nut that anybody would read (µm).
PULLER_UM = (10_000.0, 3_000_000.0)
GAP_UM = (50.0, 60_000.0)
STAGE = "removal"


def decide(desk: Desk, state: Removal, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    if state.off is not None and not desk.correcting:
        raise Refused(
            "The bearing is off already. What was said of it can be corrected in the log."
        )
    match command:
        case SayTight():
            fitted = desk.fitted(desk.at)
            # A taper lets go with a bang and needs a stop; a straight seat is pulled all the way.
            # Taken for the other, either hurts somebody.
            if fitted is not None and not fitted.seat_known:
                why = (
                    "What does the bearing sit on? A taper is released, a straight seat is pulled"
                    " off."
                )
                raise Refused(f"{why} Say again what is fitted here, with its seat.")
            return [TightSaid(command.ring, command.shaft_out, command.keep, command.captive_nut)]
        case ChooseWay():
            return [_chosen(desk, state, command)]
        case FitPuller():
            return [_puller(desk, state, command)]
        case BackNutOff():
            if state.way is None or not nut_stops(desk, state.way.way):
                raise Refused(
                    "The nut is backed off where a taper is released. Choose the way first."
                )
            gap_mm = read_length(
                command.gap, "gap", LengthUnit.MM, GAP_UM, command.shown, zero=True
            ).mm
            return [_backed_off(desk, gap_mm, command.whole_nut)]
        case SayCocked():
            if state.cocked is not None:
                raise Refused(
                    "It is let off already. Say what the cause was once everything stands straight."
                )
            return [Cocked(text(command.text, "text", "what tilted or jammed"))]
        case SayStraight():
            if state.cocked is None:
                raise Refused("Nothing was said to be cocked.")
            return [
                SetStraight(
                    text(
                        command.cause,
                        "cause",
                        "the cause, and that bearing, shaft and ram or jaws are straight again",
                    )
                )
            ]
        case SayOff():
            return [_off(desk, state, command)]
        case _:
            raise TypeError(f"removal has no {type(command).__name__}")


def _backed_off(desk: Desk, gap_mm: float, whole_nut: bool) -> NutBackedOff:
    asked = backed_off(desk)
    verdict = nut_gap(gap_mm, whole_nut, asked.gap_mm if asked is not None else USUAL_MM).verdict
    assert verdict is not None  # every gap is judged
    return NutBackedOff(gap_mm, whole_nut, verdict, asked)


def _chosen(desk: Desk, state: Removal, command: ChooseWay) -> WayChosen:
    stops = [
        *(state.puller.verdicts if state.puller is not None else ()),
        *([state.nut.verdict] if state.nut is not None else []),
    ]
    if (
        state.way is not None
        and state.way.way is command.way
        and any(verdict.level is Level.STOP for verdict in stops)
    ):
        raise Refused(
            "That way is chosen already, and what stops it stands: put it right, or take another"
            " way."
        )
    found = next((one for one in advice(desk, state) if one.way is command.way), None)
    # A way chosen before it is known which ring is tight would pull over the rollers.
    if found is None:
        raise Refused("First: which ring is tight? Only that one is supported, pulled or pressed.")
    by, reason = command.decided_by.strip(), command.reason.strip()
    if found.verdict.level in (Level.STOP, Level.UNKNOWN) and not (by and reason):
        raise InvalidInput.at(
            "decided_by" if not by else "reason",
            f"{command.way.words.capitalize()}: {found.verdict.word}. {found.verdict.reason}",
            "another way, or a name and a reason: they stand in the record",
        )
    return WayChosen(command.way, found.verdict, by, reason)


def _puller(desk: Desk, state: Removal, command: FitPuller) -> PullerFitted:
    # What is judged here is the force of one puller: another way asks other things.
    if state.way is None or state.way.way is not WayOff.PULLER:
        raise Refused("No puller is chosen here.")
    reach, depth, opens = (
        read_length(said, name, LengthUnit.MM, PULLER_UM, command.shown).mm
        for name, said in (
            ("reach", command.reach),
            ("depth", command.depth),
            ("opens", command.opens),
        )
    )
    rated = None
    if command.rated.strip():
        rated = parse_count(command.rated.strip().lower().removesuffix("kn"), "rated")
        if not 0.5 <= rated <= 5_000:
            raise InvalidInput.at(
                "rated",
                f"{rated:g} kN is out of range.",
                "0.5 to 5000 kN, as it stands on its body",
            )
    fitted, tight = (
        desk.fitted(desk.at),
        (state.tight.ring if state.tight is not None else Ring.UNKNOWN),
    )
    around = fitted.bearing.outside_mm if fitted is not None else None
    # A ring that slides asks no force: a rating judged against one would stop a puller that is
    # fine.
    force = force_of(desk) if tight is not Ring.NONE else None
    return PullerFitted(
        reach,
        depth,
        opens,
        rated,
        tuple(judge_puller(reach, depth, opens, around, rated, force=force)),
    )


def _off(desk: Desk, state: Removal, command: SayOff) -> CameOff:
    if state.way is None:
        raise Refused("First: by which way? It stands in the record.")
    if (
        state.puller is not None
        and (bad := next((v for v in state.puller.verdicts if v.level is Level.STOP), None))
        is not None
    ):
        raise Refused(f"The puller: {bad.word}. {bad.reason}")
    if state.cocked is not None:
        raise Refused(
            "It is cocked: let off, find the cause, set everything straight again, and say so."
        )
    if not nut_holds(desk, state):
        raise Refused(f"The nut is the stop for the bang. {_how(desk).stop} Say its gap first.")
    return CameOff(text(command.text, "text", "how it came: by itself, with force, in pieces"))


def move(desk: Desk, state: Removal) -> Move:
    """What to do next to get it off."""
    if state.off is not None:
        return Move(
            Ask.NOTHING, "It is off", "Keep it as it came off, dirt and grease too: it is evidence."
        )
    if state.cocked is not None:
        return Move(
            Do.SET_STRAIGHT,
            "Stop: let off. It is cocked",
            "Pulling or pressing harder jams it for good. Find the cause; set three lines straight"
            " again: bearing, shaft, and ram or jaws.",
            "A tilted ring jumps off its support.",
            stops=True,
        )
    if state.tight is None:
        return Move(
            Do.SAY_TIGHT,
            "Which ring is tight?",
            "Only that ring is supported, pulled or pressed; the other one comes off by hand.",
        )
    found = advice(desk, state)
    if state.way is None:
        return Move(
            Do.CHOOSE_WAY,
            (
                f"Best here: {found[0].way.words}"
                if found[0].verdict.level is Level.GOOD
                else "Choose the way: none simply fits"
            ),
            " ".join(found[0].reasons or (found[0].verdict.reason,)),
            " ".join(found[0].against),
        )
    if not nut_holds(desk, state):
        if state.nut is not None:
            return stopped_by(Do.BACK_NUT_OFF, state.nut.verdict)
        return Move(
            Do.BACK_NUT_OFF,
            _back_off_words(desk),
            _how(desk).stop,
            "A nut fully off lets parts fly.",
        )
    if state.way.way in (WayOff.RELEASE, WayOff.OWN_NUT):
        how = _how(desk, captive=state.way.way is WayOff.OWN_NUT)
        return Move(Do.SAY_OFF, how.headline, how.how, how.risk)
    return Move(Do.SAY_OFF, *_HOW[state.way.way])


def _how(desk: Desk, captive: bool = False) -> LettingGo:
    """How it is let go. Where nobody said what it sits on it is treated as an adapter sleeve, as an
    unknown nut is treated as plain.
    """
    seat = seat_of(desk) or Seat.ADAPTER_SLEEVE
    return letting_go(seat, backed_off(desk), captive and seat is not Seat.WITHDRAWAL_SLEEVE)


def _back_off_words(desk: Desk) -> str:
    gap, seat = backed_off(desk), seat_of(desk) or Seat.ADAPTER_SLEEVE
    far = (
        gap.words
        if gap is not None
        else f"{travel_text(USUAL_MM.low)} to {travel_text(USUAL_MM.high)}"
    )
    tab = "Open its lock" if seat is Seat.WITHDRAWAL_SLEEVE else "Straighten the tab"
    return f"{tab}; back the {nut_of(seat)} off to a gap of {far}"


_HOW: dict[WayOff, tuple[str, str, str]] = {
    WayOff.PULLER: (
        "Pull: jaws behind the tight ring, screw centred, side rods parallel",
        (
            "Rust at the seat: penetrating oil, left to creep. Rest the jaws loosely, then snug;"
            " the other ring must still turn freely; pull only until it comes by hand. A hydraulic"
            " one: release valve shut before pumping, opened slowly."
        ),
        "Eye protection; nobody in line with the screw.",
    ),
    WayOff.PRESS: (
        "Press: plates under the tight ring alone, ram centred",
        (
            "Lower the ram partly and check again; stop when it hesitates; catch the shaft. Its"
            " release valve is opened slowly, hands clear."
        ),
        "Nobody's hand under the ram.",
    ),
    WayOff.HEAT: (
        "Heat the ring fast, and take it off at once",
        "By induction, the shaft kept cool.",
        "Gloves; no flame near grease, oil or solvent.",
    ),
    WayOff.SLIDE: (
        "Screws out, collar or clamp off, then slide it off by hand",
        (
            "Collars are knocked loose against the way the shaft turned. File the marks of the"
            " screws flat before it slides over them."
        ),
        "Never a hammer on ring or seal of a unit that is to go back.",
    ),
    WayOff.CUT: (
        "Notch and split the ring, the shaft spared",
        "By the site's hot-work permit, grease and oil removed.",
        "The ring bursts: screen, face shield, nobody in line.",
    ),
}
