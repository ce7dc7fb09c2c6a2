"""A stop of the rounds is moved to another week: by name, with the reason; it stays until it is
done or that week is over.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.day import plant_day
from tribodex.core.job.gates import text
from tribodex.core.schedule.due import EARLY_SHARE, CareKind
from tribodex.core.schedule.moves import StopMove
from tribodex.usecases.due_stops import DueStop, KeptPlan, RoundsAsked
from tribodex.usecases.ports import Store, Tap
from tribodex.usecases.rounds import MOST_WEEKS, WEEKS, Rounds, rounds


@dataclass(frozen=True)
class MoveOrder:
    """Which stop (its position and week, from this one on), to which week, and why."""

    position: str
    week: int
    to: int
    reason: str


def move_stop(
    store: Store, order: MoveOrder, tap: Tap, recorded_at: datetime, kept: KeptPlan | None = None
) -> Rounds:
    """Move a stop, and say what the week that it left holds now. Raises InvalidInput with the
    fields to correct.
    """
    today, kept = plant_day(recorded_at), kept or KeptPlan()
    actor = text(tap.actor, "actor", "who moves it")
    reason = text(
        order.reason,
        "reason",
        "why it is moved: not to be reached, the machine stands, another crew",
    )
    if order.to == order.week or not 0 <= order.to < MOST_WEEKS:
        raise InvalidInput.at(
            "to", "To which week?", f"another one, this week (0) to {MOST_WEEKS - 1} weeks ahead"
        )
    to_week = today - timedelta(days=today.weekday()) + timedelta(weeks=order.to)
    if (before := store.stop_move(tap.client_event_id)) is not None:
        # Sent again because the answer was lost: the stop is no longer where it was taken from.
        if (before.position_id, before.reason) != (order.position, reason):
            raise Refused(
                "The id of this move was used before for something else. Nothing was stored; send"
                " it again."
            )
        return rounds(store, today, RoundsAsked(week=order.week), kept=kept)
    # As the page shows it, else as far ahead as anybody plans.
    plans = (kept.of(store, today, weeks) for weeks in (WEEKS, MOST_WEEKS))
    found = (
        (plan, stop)
        for plan in plans
        for stop in plan.listed(plan.asked(RoundsAsked(week=order.week)))
        if stop.position_id == order.position
    )
    plan, stop = next(found, (None, None))
    if plan is None or stop is None:
        raise InvalidInput.at(
            "position", "Nothing is due there in that week.", "a stop of the plan"
        )
    if (walked := store.in_open_rounds([order.position])) and order.position in walked:
        raise InvalidInput.at(
            "position",
            f"It stands in round {walked[order.position]}: skip it there, with the reason.",
            "a stop of no open round",
        )
    since = plan.since_at(order.position, stop.kinds)
    _not_too_early(stop, since, to_week, today)
    store.add_stop_move(
        StopMove(order.position, since, to_week, reason, actor, tap.client_event_id, recorded_at)
    )
    return rounds(store, today, RoundsAsked(week=order.week), kept=kept)


def _not_too_early(stop: DueStop, since: dict[str, date], to_week: date, today: date) -> None:
    """Fresh grease long before it is due is too much grease. Raises InvalidInput."""
    greased = since.get(CareKind.GREASE)
    if greased is None or stop.due_on <= today:
        return
    interval, after = (stop.due_on - greased).days, (to_week + timedelta(days=6) - greased).days
    if after < EARLY_SHARE * interval:
        what = (
            f"That is after {max(after, 0)} days of {interval}: fresh grease so early is too much"
            " grease."
        )
        raise InvalidInput.at(
            "to", what, f"a week after {greased + timedelta(days=round(EARLY_SHARE * interval))}"
        )
