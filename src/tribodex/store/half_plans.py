"""Plans that are kept half done."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from tribodex.core.components.listed import Work
from tribodex.store.models import HalfPlanRow
from tribodex.usecases.half_plans import HalfPlan


class KeepsHalves:
    """What a store does with half plans. Each change commits."""

    _session: Session

    def half_plans(self) -> Sequence[HalfPlan]:
        """Every one, the newest first, in one query."""
        rows = self._session.scalars(select(HalfPlanRow).order_by(HalfPlanRow.kept_at.desc(), HalfPlanRow.id)).all()
        return [HalfPlan(r.id, Work(r.work), r.about, r.form, r.actor, r.kept_at.replace(tzinfo=UTC), r.edition) for r in rows]

    def keep_half_plan(self, plan: HalfPlan) -> None:
        """Keep it in place of the one with its id."""
        row = HalfPlanRow(id=plan.id, work=plan.work, about=plan.about, form=dict(plan.form), actor=plan.actor)
        row.kept_at, row.edition = plan.kept_at.astimezone(UTC).replace(tzinfo=None), plan.edition
        self._session.merge(row)
        self._session.commit()

    def drop_half_plan(self, plan_id: str) -> None:
        """Forget it."""
        self._session.execute(delete(HalfPlanRow).where(HalfPlanRow.id == plan_id))
        self._session.commit()
