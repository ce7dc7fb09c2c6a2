"""What each kind of entry makes of a drive-up. One short function each, found by the entry's type:
a long log is folded in one pass.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

from tribodex.core.adviser.prior import Explanation
from tribodex.core.components.feeler import Stack
from tribodex.core.job.facts import Event, Fact
from tribodex.core.mounting.gauging import Phase, Trial
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.attempt import Attempt, Gauging
from tribodex.core.topics.tapered.looks import PROVES
from tribodex.core.topics.tapered.state import Tapered

P = TypeVar("P", bound=Fact)
Apply = Callable[[Tapered, Event, Any], None]
_APPLY: dict[type, Apply] = {}


def fold(state: Tapered, event: Event, fact: Fact) -> None:
    """Take one entry, as it now stands, into the slice."""
    state.forget()
    _APPLY[type(fact)](state, event, fact)


def blank(last: Tapered | None, reason: str) -> Tapered:
    """A first attempt; or the next one after the bearing was released, with what stays true: plan,
    gaugings, what was accepted.
    """
    if last is None:
        return Tapered()
    last.forget()
    _nut_moved(last)
    last.attempt.released = reason
    # Taking the bearing off does not make wrong parts right: that was seen, and stands until it is
    # looked at again.
    wrong = {
        look: said
        for look, said in last.attempt.looks.items()
        if PROVES.get(said.found) is Explanation.TAPER
    }
    last.attempts.append(
        Attempt(last.attempt.number + 1, row_out=last.attempt.row_out, looks=wrong)
    )
    return last


def _on(
    kind: type[P],
) -> Callable[[Callable[[Tapered, Event, P], None]], Callable[[Tapered, Event, P], None]]:
    def register(
        function: Callable[[Tapered, Event, P], None],
    ) -> Callable[[Tapered, Event, P], None]:
        _APPLY[kind] = function
        return function

    return register


def _nut_moved(state: Tapered) -> None:
    """A moved nut ends a gauging; one that bracketed nothing is dropped."""
    if begun := state.open_gauging():
        begun.dropped = True


@_on(ev.TaperedPlanned)
def _planned(state: Tapered, _: Event, fact: ev.TaperedPlanned) -> None:
    state.planned = fact.plan
    state.risk = fact.plan.risk
    state.feelers = None


@_on(ev.FeelersTaken)
def _feelers_taken(state: Tapered, _: Event, fact: ev.FeelersTaken) -> None:
    state.feelers = fact.feeler
    if gauging := state.open_gauging():
        gauging.taken_on_with(fact.feeler)


@_on(ev.GaugingStarted)
def _gauging_started(state: Tapered, _: Event, fact: ev.GaugingStarted) -> None:
    _nut_moved(state)
    attempt, initial = state.attempt, fact.phase is Phase.INITIAL
    gauging = Gauging.begun(
        fact, attempt.nut_deg, attempt.number, attempt.mark_var_deg2, state.feelers
    )
    gauging.blows, gauging.tool = (0, 1) if initial else (attempt.all_blows, attempt.tool)
    state.numbered[gauging.number] = gauging
    (state.initial if initial else attempt.gaugings).append(gauging)
    if not initial:
        attempt.turns_gauged = attempt.turns


@_on(ev.LeafTried)
def _leaf_tried(state: Tapered, event: Event, fact: ev.LeafTried) -> None:
    if gauging := state.numbered.get(fact.gauging):
        gauging.tried(Trial(event.seq, fact.place, fact.row, Stack(fact.leaves_um), fact.outcome))


@_on(ev.PlaceRepeated)
def _place_repeated(state: Tapered, _: Event, fact: ev.PlaceRepeated) -> None:
    if gauging := state.numbered.get(fact.gauging):
        gauging.repeat(fact.place, fact.row)


@_on(ev.GaugingClosed)
def _gauging_closed(state: Tapered, _: Event, fact: ev.GaugingClosed) -> None:
    if gauging := state.numbered.get(fact.gauging):
        gauging.closed = fact
        if gauging.attempt:
            state.attempt.struck_at[gauging.number], state.attempt.blows_since = (
                state.attempt.blows,
                0,
            )


@_on(ev.NoPlayFound)
def _no_play_found(state: Tapered, _: Event, fact: ev.NoPlayFound) -> None:
    if gauging := state.numbered.get(fact.gauging):
        gauging.no_play = fact


@_on(ev.LookedAt)
def _looked_at(state: Tapered, _: Event, fact: ev.LookedAt) -> None:
    state.attempt.looks[fact.look] = fact


@_on(ev.LeafFollowed)
def _leaf_followed(state: Tapered, _: Event, fact: ev.LeafFollowed) -> None:
    state.attempt.followed = fact.gauging


@_on(ev.OutsideAccepted)
def _outside_accepted(state: Tapered, _: Event, fact: ev.OutsideAccepted) -> None:
    state.accepted.append(fact)
    if fact.what == "feelers":
        state.feelers_accepted.add(state.gauge.id)
    if fact.what == "row":
        state.attempt.row_out = fact


@_on(ev.ZeroSet)
def _zero_set(state: Tapered, _: Event, fact: ev.ZeroSet) -> None:
    attempt = state.attempt
    attempt.zero_set, attempt.tap_tested = True, fact.tap_tested
    attempt.zero, attempt.start_pressure_mpa = fact.zero, fact.start_pressure_mpa
    attempt.counted_from = fact.counted_from


@_on(ev.NutTurned)
def _nut_turned(state: Tapered, _: Event, fact: ev.NutTurned) -> None:
    _nut_moved(state)
    # A turn after the washer was fitted does not undo that it was seated.
    state.attempt.turned(fact.degrees)


@_on(ev.BlowsStruck)
def _blows_struck(state: Tapered, _: Event, fact: ev.BlowsStruck) -> None:
    _nut_moved(state)
    state.attempt.struck(fact.blows, fact.same)


@_on(ev.NutSeated)
def _nut_seated(state: Tapered, _: Event, fact: ev.NutSeated) -> None:
    _nut_moved(state)
    attempt, seat = state.attempt, fact.seat
    attempt.seated, attempt.seated_after = fact, state.last_gauging_number
    # What the bearing was driven on while seating counts as a turn; tab positions are looked for
    # anew.
    attempt.nut_deg += seat.extra_deg
    attempt.mark_var_deg2 += seat.extra_sd_deg**2
    attempt.tab_at_deg = None


@_on(ev.Reseated)
def _reseated(state: Tapered, _: Event, fact: ev.Reseated) -> None:
    _nut_moved(state)
    attempt = state.attempt
    attempt.reseated, attempt.seated_after = fact, state.last_gauging_number
    # Behind its old mark the nut is loose: the bearing stays where it was on its taper.
    if fact.past_deg > 0:
        attempt.turned(fact.past_deg)


@_on(ev.HandChecked)
def _hand_checked(state: Tapered, _: Event, fact: ev.HandChecked) -> None:
    state.attempt.checks.append(fact)


@_on(ev.RiskChosen)
def _risk_chosen(state: Tapered, _: Event, fact: ev.RiskChosen) -> None:
    state.risk = fact.risk


@_on(ev.TabSeen)
def _tab_seen(state: Tapered, _: Event, fact: ev.TabSeen) -> None:
    state.attempt.tab_at_deg = state.attempt.nut_deg + fact.turn_deg


@_on(ev.Locked)
def _locked(state: Tapered, _: Event, fact: ev.Locked) -> None:
    _nut_moved(state)
    if fact.turn_deg:
        state.attempt.turned(fact.turn_deg)
    state.attempt.locked = fact
