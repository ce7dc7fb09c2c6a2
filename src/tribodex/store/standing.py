"""Whether a database holds anything yet: asked at each start, so with little to load for it."""

from __future__ import annotations

from sqlalchemy import Engine, func, select
from sqlalchemy.orm import Session

from tribodex.store.models import JobListRow, JobRow, JobWordRow, MachineRow


def has_plant(engine: Engine) -> bool:
    """Whether there is any machine."""
    with Session(engine) as session:
        return session.scalar(select(MachineRow.id).limit(1)) is not None


def jobs_there(engine: Engine) -> int:
    """How many jobs there are."""
    with Session(engine) as session:
        return session.scalar(select(func.count()).select_from(JobRow)) or 0


def jobs_unlisted(session: Session) -> bool:
    """Whether there are jobs, and none of them is found by its words yet."""
    return (
        session.scalar(select(JobListRow.number).limit(1)) is not None
        and session.scalar(select(JobWordRow.number).limit(1)) is None
    )
