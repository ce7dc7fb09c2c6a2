"""Stops that were moved to another week: added, never changed."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, date

from sqlalchemy import insert, select
from sqlalchemy.orm import Session

from tribodex.core.schedule.moves import StopMove
from tribodex.store.models import StopMoveRow


class KeepsMoves:
    """The part of a store that keeps moves of stops."""

    _session: Session

    def stop_moves(self, from_week: date) -> Sequence[StopMove]:
        """Moves into this week and later ones, oldest first, in one query."""
        rows = self._session.scalars(select(StopMoveRow).where(StopMoveRow.to_week >= from_week).order_by(StopMoveRow.entry))
        return [
            StopMove(
                position_id=row.position_id,
                since={kind: date.fromisoformat(day) for kind, day in row.since.items()},
                to_week=row.to_week,
                reason=row.reason,
                actor=row.actor,
                client_event_id=row.client_event_id,
                recorded_at=row.recorded_at.replace(tzinfo=UTC),
            )
            for row in rows
        ]

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
