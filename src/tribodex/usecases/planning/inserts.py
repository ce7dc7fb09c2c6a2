"""A plan for an insert that is changed on the bench: its housing and the insert are enough, nothing
of a shaft.
"""

from __future__ import annotations

from dataclasses import asdict, dataclass

from tribodex.core.job.asked import Family
from tribodex.core.job.expected import beside
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.core.topics.insert.facts import InsertPlan
from tribodex.core.units.insert import Balls, Iron, judge_iron
from tribodex.core.working import Verdict
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED

OUTSIDE_UM, RING_UM = (20_000.0, 400_000.0), (5_000.0, 150_000.0)


@AS_TYPED
@dataclass(frozen=True)
class InsertDraft:
    """What a person gave, as typed. Empty text means: not given; sizes by the number where the
    table has it.
    """

    insert: str = ""
    outside: str = ""
    ring: str = ""
    iron: str = ""
    grit: str = ""
    shock: str = ""
    regreased: str = ""
    balls: str = ""
    meant: str = ""


def insert_plan(reference: Reference, draft: InsertDraft) -> InsertPlan:
    """Resolve a draft into a plan. Raises InvalidInput with every field to correct."""
    errors = Collector(draft.meant)
    number = draft.insert.strip()
    row = reference.inserts.read(number) if number else None
    if not number and not draft.outside.strip():
        errors.add(
            "insert",
            "Which insert is it?",
            "the number on its ring; or its outside diameter and width by hand",
        )
    outside = row.outside_mm if row is not None else None
    if draft.outside.strip():
        outside = errors.take(
            lambda: read_length(draft.outside, "outside", LengthUnit.MM, OUTSIDE_UM).mm
        )
    elif outside is None and number:
        errors.add(
            "outside",
            "The table has no insert of this number.",
            "outside diameter by hand, mm or in, from the ring",
        )
    ring = row.outer_width_mm if row is not None else None
    if draft.ring.strip():
        ring = errors.take(lambda: read_length(draft.ring, "ring", LengthUnit.MM, RING_UM).mm)
        if outside is not None:
            errors.expect(
                "ring",
                draft.ring,
                Family.LENGTH,
                beside(outside, 0.1, 0.7, "its outside diameter is"),
            )
    elif ring is None and outside is not None:
        errors.add("ring", "How wide is its outer ring?", "by caliper, mm or in")
    iron = errors.choice(Iron, draft.iron, "iron", Iron.UNKNOWN)
    balls = errors.choice(Balls, draft.balls, "balls") if draft.balls.strip() else None
    asked = {
        "grit": "Does it work in grit or salt? What closes the grease hole hangs on it.",
        "regreased": "Will it be regreased in service?",
    }
    for name, question in asked.items():
        if getattr(draft, name).strip() not in ("yes", "no"):
            errors.add(name, question, "yes or no")
    errors.check()
    assert outside is not None and ring is not None and iron is not None  # checked
    return InsertPlan(
        label=f"insert {number}" if number else f"insert {outside:g} mm outside",
        outside_mm=outside,
        ring_mm=ring,
        iron=iron,
        grit=draft.grit.strip() == "yes",
        regreased=draft.regreased.strip() == "yes",
        shock=draft.shock.strip() == "yes",
        balls=balls,
        given={k: v for k, v in asdict(draft).items() if v},
    )


@dataclass(frozen=True)
class InsertSheet:
    """What was read of a draft: the insert, its housing's iron weighed, and what its balls do."""

    label: str
    about: str
    iron: Verdict


def insert_sheet(reference: Reference, draft: InsertDraft) -> InsertSheet:
    """What is known of the change. Raises InvalidInput with every field to correct."""
    plan = insert_plan(reference, draft)
    balls = (
        f" {plan.balls.words[0].upper()}{plan.balls.words[1:]}." if plan.balls is not None else ""
    )
    about = (
        f"{plan.outside_mm:g} mm outside, outer ring {plan.ring_mm:g} mm wide; housing of"
        f" {plan.iron.words}.{balls}"
    )
    return InsertSheet(plan.label, about, judge_iron(plan.iron, plan.shock))
