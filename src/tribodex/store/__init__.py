"""MariaDB through SQLAlchemy: the append-only log, its projections, plant and tool crib."""

from tribodex.store.repository import SqlStore

__all__ = ["SqlStore"]
