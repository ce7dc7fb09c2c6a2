"""Plans of bearings that are not driven up a taper: for each kind how it is made, which procedure
and facts follow, what its paper says.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Any

from tribodex.core.components.straight import StraightBearing
from tribodex.core.job.facts import Fact
from tribodex.core.job.job import Job
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Topic
from tribodex.core.topics import cartridge, follower, insert, shouldered, units
from tribodex.core.topics.adapter_unit.facts import AdapterPlanned
from tribodex.core.topics.cartridge.facts import CartridgePlan
from tribodex.core.topics.follower.facts import FollowerPlanned
from tribodex.core.topics.hub.facts import HubPlanned
from tribodex.core.topics.insert.facts import InsertPlanned
from tribodex.core.topics.prepare.facts import SeatPlanned
from tribodex.core.topics.shouldered.facts import ShoulderPlanned
from tribodex.core.topics.shouldered.plan import HeldBy, ShoulderPlan
from tribodex.core.topics.units.facts import UnitPlanned
from tribodex.core.units.known import KeptBearing, UnknownInside
from tribodex.core.units.locking import UnitLock
from tribodex.usecases.books import Reference
from tribodex.usecases.planning.fitted import FittedDraft, fitted_plan
from tribodex.usecases.planning.followers import FollowerDraft, follower_plan
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.given_units import UnitDraft
from tribodex.usecases.planning.inserts import InsertDraft, insert_plan
from tribodex.usecases.planning.papers import (
    PlanPaper,
    follower_paper,
    insert_paper,
    no_paper,
    shoulder_paper,
    unit_paper,
)
from tribodex.usecases.planning.shouldered import seat_of, shoulder_plan
from tribodex.usecases.planning.units import PlannedUnit, unit_plan


@dataclass(frozen=True)
class PlanKind:
    """One kind of plan: `order` is its field in the request of a job; `made` what a draft resolves
    to, `planned` what its topic keeps.

    What is only said to be fitted has no topic and no paper.
    `asks_float`: whether its work cannot go on while nobody said that the bearing holds the shaft
    or floats.
    """

    order: str
    draft: type
    topic: Topic[Any] | None
    made: Callable[[Reference, Any], Any]
    procedure: Callable[[Any], str]
    facts: Callable[[Any, bool], Sequence[Fact]]
    size: Callable[[Any], StraightBearing | KeptBearing | UnknownInside | None]
    paper: Callable[[Any], PlanPaper] = no_paper
    planned: Callable[[Any], Any] = field(default=lambda state: state.planned)
    asks_float: bool = False


def _unit_facts(plan: PlannedUnit, _whole: bool) -> list[Fact]:
    if plan.adapter is not None:
        return [
            UnitPlanned(plan.unit),
            SeatPlanned(plan.unit.seat, None),
            AdapterPlanned(plan.adapter),
        ]
    insert = [InsertPlanned(plan.insert)] if plan.insert is not None else []
    return [UnitPlanned(plan.unit), SeatPlanned(plan.unit.seat, None), *insert]


def _unit_procedure(plan: PlannedUnit) -> str:
    if plan.adapter is not None:
        return "adapter-unit"
    if plan.unit.lock is UnitLock.HALVES:
        return "unit-halves"
    return "unit-insert" if plan.insert is not None else "unit"


def _shoulder_procedure(plan: ShoulderPlan) -> str:
    if plan.held_by is HeldBy.CARTRIDGE:
        return "cartridge-bearing"
    return "shouldered-hub" if plan.hub is not None else "shouldered"


SHOULDER = PlanKind(
    order="shoulder",
    draft=ShoulderDraft,
    topic=shouldered.TOPIC,
    made=shoulder_plan,
    procedure=_shoulder_procedure,
    # The real fit is measured whatever else belongs to the job.
    facts=lambda plan, _: [
        ShoulderPlanned(plan),
        *([HubPlanned(plan.hub)] if plan.hub is not None else []),
        SeatPlanned(seat_of(plan), plan.bore_limits_um),
    ],
    size=lambda plan: plan.bearing,
    paper=shoulder_paper,
)
FOLLOWER = PlanKind(
    order="follower",
    draft=FollowerDraft,
    topic=follower.TOPIC,
    made=follower_plan,
    procedure=lambda _: "follower",
    facts=lambda plan, _: [FollowerPlanned(plan)],
    size=lambda plan: plan.size,
    paper=follower_paper,
)
UNIT = PlanKind(
    order="unit",
    draft=UnitDraft,
    topic=units.TOPIC,
    made=unit_plan,
    procedure=_unit_procedure,
    facts=_unit_facts,
    size=lambda plan: plan.unit.size,
    paper=unit_paper,
    planned=lambda state: state.plan,
    asks_float=True,
)
INSERT = PlanKind(
    order="insert",
    draft=InsertDraft,
    topic=insert.TOPIC,
    made=insert_plan,
    procedure=lambda _: "insert-bench",
    facts=lambda plan, _: [InsertPlanned(plan)],
    size=lambda _: None,
    paper=insert_paper,
    planned=lambda state: state.plan if state.plan is not None and state.plan.given else None,
)
FITTED = PlanKind(
    order="fitted",
    draft=FittedDraft,
    topic=None,
    made=fitted_plan,
    procedure=lambda _: "others-mounted",
    facts=lambda made, _: [made],
    size=lambda made: made.bearing,
)
KINDS = (SHOULDER, FOLLOWER, UNIT, INSERT, FITTED)
Draft = ShoulderDraft | FollowerDraft | UnitDraft | InsertDraft | FittedDraft


def kind_of_draft(draft: Draft) -> PlanKind:
    """The kind of plan that a draft is of."""
    return next(kind for kind in KINDS if isinstance(draft, kind.draft))


def planned_at(job: Job, at: str) -> tuple[PlanKind, Any] | None:
    """What is planned at a place other than on a taper; None where nothing is."""
    found = (
        (kind, kind.planned(job.of(kind.topic, at))) for kind in KINDS if kind.topic is not None
    )
    return next(((kind, plan) for kind, plan in found if plan is not None), None)


def cartridge_at(job: Job) -> tuple[CartridgePlan, tuple[ShoulderPlan, ShoulderPlan]] | None:
    """The cartridge of a job with the plans of its bearings; None where it has none."""
    plan = job.of(cartridge.TOPIC, SHAFT).plan
    if plan is None:
        return None
    fixed, floating = (job.of(shouldered.TOPIC, at).planned for at in (plan.fixed, plan.floating))
    assert fixed is not None and floating is not None  # a cartridge is opened with both
    return plan, (fixed, floating)
