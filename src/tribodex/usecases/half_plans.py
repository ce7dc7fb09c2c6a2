"""Plans that are kept half done: what was typed so far, for whoever goes on with it. No record:
opened or dropped they are gone.
"""

from __future__ import annotations

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Protocol

from tribodex.core.components.listed import Work
from tribodex.core.errors import InvalidInput, NotFound

# A form has some forty fields; what is longer is none of ours.
MOST_FIELDS, MOST_TEXT, MOST_KEPT = 120, 8000, 200


@dataclass(frozen=True)
class HalfPlan:
    """A plan as far as it was typed: its kind, in a line what it is for, every entry by name.
    `edition` counts how often it was kept.
    """

    id: str
    work: Work
    about: str
    form: Mapping[str, str]
    actor: str
    kept_at: datetime
    edition: int


class KeepsHalfPlans(Protocol):
    """A store as half plans need it."""

    def half_plans(self) -> Sequence[HalfPlan]:
        """Every one, the newest first."""

    def keep_half_plan(self, plan: HalfPlan) -> None:
        """Keep it in place of the one with its id, and commit."""

    def drop_half_plan(self, plan_id: str) -> None:
        """Forget it, and commit; one that is gone already is no fault."""


def keep_half_plan(store: KeepsHalfPlans, plan: HalfPlan) -> HalfPlan:
    """Keep a plan half done. Where somebody else kept it since, both stay: this one as a new one
    beside it.

    Raises InvalidInput for a name that is missing, for nothing typed, or more than a form holds.
    """
    if not plan.actor.strip():
        raise InvalidInput.at("actor", "Who plans? Whoever goes on wants to ask.", "a name")
    form = {name: text for name, text in plan.form.items() if text.strip()}
    if not form:
        raise InvalidInput.at("form", "Nothing is typed yet.", "a number, a shaft, a position")
    if len(form) > MOST_FIELDS or any(len(text) > MOST_TEXT for text in form.values()):
        raise InvalidInput.at(
            "form",
            "That is more than a plan holds.",
            f"{MOST_FIELDS} entries of up to {MOST_TEXT} letters",
        )
    there = store.half_plans()
    was = next((one for one in there if one.id == plan.id), None)
    if was is None and len(there) >= MOST_KEPT:
        raise InvalidInput.at(
            "form", f"{MOST_KEPT} plans are kept half done.", "one of them opened or dropped first"
        )
    other = was is not None and was.edition != plan.edition
    here = uuid.uuid4().hex if other else plan.id
    edition = 1 if other or was is None else was.edition + 1
    kept = replace(
        plan,
        id=here,
        form=form,
        actor=plan.actor.strip(),
        about=plan.about.strip()[:200],
        edition=edition,
    )
    store.keep_half_plan(kept)
    return kept


def half_plan(store: KeepsHalfPlans, plan_id: str) -> HalfPlan:
    """One of them. Raises NotFound."""
    half_plan = next(
        (half_plan for half_plan in store.half_plans() if half_plan.id == plan_id), None
    )
    if half_plan is None:
        raise NotFound("This plan is not kept any more: it was opened, or dropped.")
    return half_plan
