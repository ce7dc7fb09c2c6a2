"""Gauge sets, cards, guns and wrenches in the database, every version of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from datetime import UTC

from sqlalchemy import func, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from tribodex.store.at_site import AtSite
from tribodex.store.entries import naive
from tribodex.store.models import CribItemRow
from tribodex.store.people_models import AccountRow
from tribodex.usecases.ports import ConcurrentWriter, CribItem, CribKind
from tribodex.usecases.shape import Shape

_CRIB_KIND: Shape[CribKind] = Shape(CribKind)  # type: ignore[arg-type]


class KeepsCrib(AtSite):
    """What a store does with the tool crib of its site."""

    _session: Session

    def crib_items(self) -> Sequence[CribItem]:
        """The crib in one query."""
        return self._crib()

    def row_items(self) -> Sequence[CribItem]:
        """Rows of tables alone, in one query."""
        return self._crib("row")

    def row_mark(self) -> tuple[str, int, int]:
        """Another one as soon as a row is kept or withdrawn here, without reading any."""
        asked = select(func.count(), func.coalesce(func.max(CribItemRow.entry), 0)).where(
            CribItemRow.kind == "row"
        )
        count, newest = self._session.execute(self._here(asked, CribItemRow.site_id)).one()
        return self.site or "", count, newest

    def _crib(self, kind: CribKind | None = None) -> Sequence[CribItem]:
        asked = select(CribItemRow, AccountRow.pseudonym).outerjoin(
            AccountRow, (AccountRow.name == CribItemRow.actor) & AccountRow.left_at.is_not(None)
        )
        asked = asked.where(CribItemRow.kind == kind) if kind is not None else asked
        rows = self._session.execute(
            self._here(asked, CribItemRow.site_id).order_by(CribItemRow.entry)
        ).all()
        return [
            CribItem(
                r.item_id,
                r.version,
                _CRIB_KIND.validate_python(r.kind),
                r.payload,
                r.withdrawn,
                r.reason,
                r.client_event_id,
                r.actor,
                r.recorded_at.replace(tzinfo=UTC),
                pseudonym or "",
            )
            for r, pseudonym in rows
        ]

    def add_crib_item(self, item: CribItem) -> None:
        """Keep a version, and commit.

        Raises ConcurrentWriter when its number or its id is taken.
        """
        kept = asdict(item) | {"recorded_at": naive(item.recorded_at), "site_id": self.adds_to}
        del kept["listed_as"]
        self._session.add(CribItemRow(**kept))
        try:
            self._session.commit()
        except IntegrityError as error:
            self._session.rollback()
            raise ConcurrentWriter from error
