"""What each kind of entry makes of a state. One short function each, found by the entry's type: a long log is folded in one pass."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

from tribodex.core.components.feeler import Stack
from tribodex.core.job import events as ev
from tribodex.core.job.attempt import Attempt, Gauging
from tribodex.core.job.state import GatePassed, JobState, Point
from tribodex.core.mounting.gauging import Phase, Trial

P = TypeVar("P")
Apply = Callable[[JobState, ev.Event, Any], None]
_APPLY: dict[type, Apply] = {}


def apply(state: JobState, event: ev.Event, payload: ev.Payload) -> None:
    """Take one entry, as it now stands, into the state. Notes, corrections and what was judged anew change nothing by themselves."""
    found = _APPLY.get(type(payload))
    if found is not None:
        found(state, event, payload)


def _on(kind: type[P]) -> Callable[[Callable[[JobState, ev.Event, P], None]], Callable[[JobState, ev.Event, P], None]]:
    def register(function: Callable[[JobState, ev.Event, P], None]) -> Callable[[JobState, ev.Event, P], None]:
        _APPLY[kind] = function
        return function

    return register


def _nut_moved(state: JobState) -> None:
    """A moved nut ends a gauging; one that bracketed nothing is dropped."""
    if begun := state.open_gauging():
        begun.dropped = True


@_on(ev.PlanRevised)
def _plan_revised(state: JobState, _: ev.Event, said: ev.PlanRevised) -> None:
    state.plan = said.plan
    state.risk = said.plan.risk


@_on(ev.GateConfirmed)
def _gate_confirmed(state: JobState, event: ev.Event, said: ev.GateConfirmed) -> None:
    state.gates[said.gate] = GatePassed(said.items, event.actor)


@_on(ev.GateOverruled)
def _gate_overruled(state: JobState, _: ev.Event, said: ev.GateOverruled) -> None:
    state.gates[said.gate] = GatePassed((), said.name, said)


@_on(ev.GaugingStarted)
def _gauging_started(state: JobState, _: ev.Event, said: ev.GaugingStarted) -> None:
    _nut_moved(state)
    attempt, initial = state.attempt, said.phase is Phase.INITIAL
    gauging = Gauging(
        said.gauging,
        said.phase,
        said.where,
        said.places,
        attempt.nut_deg,
        0 if initial else attempt.number,
        attempt.mark_var_deg2,
        said.correction_um,
        said.correction_sd_um,
    )
    state.numbered[gauging.number] = gauging
    (state.initial if initial else attempt.gaugings).append(gauging)
    if not initial:
        attempt.turns_gauged = attempt.turns


@_on(ev.LeafTried)
def _leaf_tried(state: JobState, event: ev.Event, said: ev.LeafTried) -> None:
    if gauging := state.numbered.get(said.gauging):
        gauging.tried(Trial(event.seq, said.place, said.row, Stack(said.leaves_um), said.outcome))


@_on(ev.PlaceRepeated)
def _place_repeated(state: JobState, _: ev.Event, said: ev.PlaceRepeated) -> None:
    if gauging := state.numbered.get(said.gauging):
        gauging.repeat(said.place, said.row)


@_on(ev.GaugingClosed)
def _gauging_closed(state: JobState, _: ev.Event, said: ev.GaugingClosed) -> None:
    if gauging := state.numbered.get(said.gauging):
        gauging.closed = said


@_on(ev.NoPlayFound)
def _no_play_found(state: JobState, _: ev.Event, said: ev.NoPlayFound) -> None:
    if gauging := state.numbered.get(said.gauging):
        gauging.no_play = said


@_on(ev.LeafFollowed)
def _leaf_followed(state: JobState, _: ev.Event, said: ev.LeafFollowed) -> None:
    state.attempt.followed = said.gauging


@_on(ev.OutsideAccepted)
def _outside_accepted(state: JobState, _: ev.Event, said: ev.OutsideAccepted) -> None:
    state.accepted.append(said)


@_on(ev.ZeroSet)
def _zero_set(state: JobState, _: ev.Event, said: ev.ZeroSet) -> None:
    attempt = state.attempt
    attempt.zero_set, attempt.tap_tested = True, said.tap_tested
    attempt.zero, attempt.start_pressure_mpa = said.zero, said.start_pressure_mpa


@_on(ev.NutTurned)
def _nut_turned(state: JobState, _: ev.Event, said: ev.NutTurned) -> None:
    _nut_moved(state)
    # A turn after the washer was fitted does not undo that it was seated.
    state.attempt.turned(said.degrees)


@_on(ev.NutSeated)
def _nut_seated(state: JobState, _: ev.Event, said: ev.NutSeated) -> None:
    _nut_moved(state)
    attempt, seat = state.attempt, said.seat
    attempt.seated, attempt.seated_after = said, state.last_gauging_number
    # What the bearing was driven on while seating counts as a turn; tab positions are looked for anew.
    attempt.nut_deg += seat.extra_deg
    attempt.mark_var_deg2 += seat.extra_sd_deg**2
    attempt.tab_at_deg = None


@_on(ev.Reseated)
def _reseated(state: JobState, _: ev.Event, said: ev.Reseated) -> None:
    _nut_moved(state)
    attempt = state.attempt
    attempt.reseated, attempt.seated_after = said, state.last_gauging_number
    # Behind its old mark the nut is loose: the bearing stays where it was on its taper.
    if said.past_deg > 0:
        attempt.turned(said.past_deg)


@_on(ev.HandChecked)
def _hand_checked(state: JobState, _: ev.Event, said: ev.HandChecked) -> None:
    state.attempt.checks.append(said)


@_on(ev.RiskChosen)
def _risk_chosen(state: JobState, _: ev.Event, said: ev.RiskChosen) -> None:
    state.risk = said.risk


@_on(ev.TabSeen)
def _tab_seen(state: JobState, _: ev.Event, said: ev.TabSeen) -> None:
    state.attempt.tab_at_deg = state.attempt.nut_deg + said.turn_deg


@_on(ev.Locked)
def _locked(state: JobState, _: ev.Event, said: ev.Locked) -> None:
    _nut_moved(state)
    if said.turn_deg:
        state.attempt.turned(said.turn_deg)
    state.attempt.locked = said


@_on(ev.Released)
def _released(state: JobState, _: ev.Event, said: ev.Released) -> None:
    _nut_moved(state)
    state.attempt.released = said.reason
    state.attempts.append(Attempt(state.attempt.number + 1))


@_on(ev.PointOpened)
def _point_opened(state: JobState, event: ev.Event, said: ev.PointOpened) -> None:
    state.open_points[event.seq] = Point(event.seq, said.text)


@_on(ev.PointClosed)
def _point_closed(state: JobState, _: ev.Event, said: ev.PointClosed) -> None:
    if point := state.open_points.pop(said.point, None) or state.closed_points.get(said.point):
        point.closed = said.how
        state.closed_points[said.point] = point


@_on(ev.Signed)
def _signed(state: JobState, event: ev.Event, said: ev.Signed) -> None:
    state.signed, state.signed_at, state.signed_seq = said, event.recorded_at, event.seq
    state.changed_after_signing = False


@_on(ev.Abandoned)
def _abandoned(state: JobState, _: ev.Event, said: ev.Abandoned) -> None:
    state.abandoned = said
