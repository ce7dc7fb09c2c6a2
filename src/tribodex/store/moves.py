"""Stops that were moved to another week: added, never changed."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, date

from sqlalchemy import insert, select
from sqlalchemy.orm import Session

from tribodex.core.schedule.moves import StopMove
from tribodex.store.models import StopMoveRow
from tribodex.store.people_models import AccountRow

_GONE = (AccountRow.name == StopMoveRow.actor) & AccountRow.left_at.is_not(None)
_MOVES = select(StopMoveRow, AccountRow.pseudonym).outerjoin(AccountRow, _GONE)


def _move(row: StopMoveRow, pseudonym: str | None) -> StopMove:
    return StopMove(
        position_id=row.position_id,
        since={kind: date.fromisoformat(day) for kind, day in row.since.items()},
        to_week=row.to_week,
        reason=row.reason,
        actor=pseudonym or row.actor,
        client_event_id=row.client_event_id,
        recorded_at=row.recorded_at.replace(tzinfo=UTC),
    )


class KeepsMoves:
    """The part of a store that keeps moves of stops."""

    _session: Session

    def stop_moves(self, from_week: date) -> Sequence[StopMove]:
        """Moves into this week and later ones, oldest first, in one query; of whoever left by a
        pseudonym.
        """
        rows = self._session.execute(
            _MOVES.where(StopMoveRow.to_week >= from_week).order_by(StopMoveRow.entry)
        )
        return [_move(row, pseudonym) for row, pseudonym in rows]

    def stop_move(self, client_event_id: str) -> StopMove | None:
        """The move that was sent under this id."""
        found = self._session.execute(
            _MOVES.where(StopMoveRow.client_event_id == client_event_id)
        ).one_or_none()
        return _move(*found) if found is not None else None

    def add_stop_move(self, move: StopMove) -> None:
        """Keep a move, and commit; the same one sent again changes nothing."""
        values = {
            "position_id": move.position_id,
            "since": {kind: day.isoformat() for kind, day in move.since.items()},
            "to_week": move.to_week,
            "reason": move.reason,
            "actor": move.actor,
            "client_event_id": move.client_event_id,
            "recorded_at": move.recorded_at.astimezone(UTC).replace(tzinfo=None),
        }
        self._session.execute(insert(StopMoveRow).prefix_with("IGNORE").values(values))
        self._session.commit()
