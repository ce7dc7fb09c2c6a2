"""Plans that are kept half done."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from tribodex.core.components.listed import Work
from tribodex.store.at_site import AtSite
from tribodex.store.models import HalfPlanRow
from tribodex.usecases.half_plans import HalfPlan


class KeepsHalves(AtSite):
    """What a store does with half plans of its site. Each change commits."""

    _session: Session

    def half_plans(self) -> Sequence[HalfPlan]:
        """Every one, the newest first, in one query."""
        rows = self._session.scalars(
            self._here(select(HalfPlanRow), HalfPlanRow.site_id).order_by(
                HalfPlanRow.kept_at.desc(), HalfPlanRow.id
            )
        ).all()
        return [
            HalfPlan(
                r.id,
                Work(r.work),
                r.about,
                r.form,
                r.actor,
                r.kept_at.replace(tzinfo=UTC),
                r.edition,
            )
            for r in rows
        ]

    def keep_half_plan(self, plan: HalfPlan) -> None:
        """Keep it in place of the one with its id."""
        row = HalfPlanRow(
            id=plan.id, work=plan.work, about=plan.about, form=dict(plan.form), actor=plan.actor
        )
        row.site_id = self.adds_to
        row.kept_at, row.edition = plan.kept_at.astimezone(UTC).replace(tzinfo=None), plan.edition
        self._session.merge(row)
        self._session.commit()

    def drop_half_plan(self, plan_id: str) -> None:
        """Forget it."""
        gone = delete(HalfPlanRow).where(HalfPlanRow.id == plan_id)
        self._session.execute(
            gone.where(HalfPlanRow.site_id == self.site) if self.site is not None else gone
        )
        self._session.commit()
