"""The site that a store holds: what is asked for is of that site, what is added belongs to it."""

from __future__ import annotations

from typing import Any, TypeVar

from sqlalchemy import ColumnElement, Select
from sqlalchemy.orm import InstrumentedAttribute

from tribodex.store.people_models import FIRST_SITE
from tribodex.usecases.people.ports import Acting

Asked = TypeVar("Asked", bound="Select[*tuple[Any, ...]]")


class AtSite:
    """The part of a store that knows where it is. Without somebody who acts it is everywhere, and
    adds to the first site.
    """

    acting: Acting | None

    @property
    def site(self) -> str | None:
        """The one site that is held; None for every one."""
        return self.acting.site.id if self.acting is not None else None

    @property
    def adds_to(self) -> str:
        """The site that what is added belongs to."""
        return self.site or FIRST_SITE

    def _here(self, asked: Asked, column: ColumnElement[Any] | InstrumentedAttribute[Any]) -> Asked:
        return asked.where(column == self.site) if self.site is not None else asked
