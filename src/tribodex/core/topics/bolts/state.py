"""How the closing of a housing stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.bolts.order import order
from tribodex.core.bolts.torque import PASSES
from tribodex.core.job.facts import Event
from tribodex.core.topics.bolts import facts as ev
from tribodex.core.working import Level

BASE, CAP = "base", "cap"


@dataclass
class Joint:
    """How one joint stands, now: what was said of each bolt in each pass (1 to 4)."""

    plan: ev.JointPlan
    said: dict[tuple[int, int], ev.BoltTightened] = field(default_factory=dict)

    @property
    def tight(self) -> set[tuple[int, int]]:
        """(pass, bolt) of what came to its torque."""
        return {key for key, one in self.said.items() if one.verdict.level is not Level.STOP}

    @property
    def next(self) -> tuple[int, int] | None:
        """(pass, bolt) that is next by the order; None when every bolt went through every pass."""
        done, sequence = self.tight, order(self.plan.layout, self.plan.count)
        return next(
            (
                (turn, bolt)
                for turn in range(1, len(PASSES) + 1)
                for bolt in sequence
                if (turn, bolt) not in done
            ),
            None,
        )

    @property
    def at_torque(self) -> bool:
        """Whether every bolt went through every pass."""
        return self.next is None

    @property
    def bad(self) -> ev.BoltTightened | None:
        """A bolt that did not come to its torque; None where all that was tightened did."""
        return next((one for one in self.said.values() if one.verdict.level is Level.STOP), None)


@dataclass
class Closing:
    """How the closing of a housing stands, now. Mutable only inside fold()."""

    habit: ev.BaseHabit | None = None
    paired: ev.CapPaired | None = None
    joints: dict[str, Joint] = field(default_factory=dict)
    load: ev.LoadOn | None = None
    aligned: ev.AlignedLoaded | None = None
    gaps: ev.RingGapsRead | None = None
    looked: ev.RubbingLooked | None = None

    @property
    def paired_right(self) -> bool:
        """Whether cap and base may close."""
        return self.paired is not None and self.paired.verdict.level is not Level.STOP

    @property
    def aligned_right(self) -> bool:
        """Whether it is in line with the load on."""
        return self.aligned is not None and self.aligned.verdict.level is not Level.STOP

    @property
    def gaps_right(self) -> bool:
        """Whether the outer ring stands as it should; not known is an answer that goes into the
        record.
        """
        return self.gaps is not None and self.gaps.verdict.level is not Level.STOP

    @property
    def looked_right(self) -> bool:
        """Whether nothing rubs with the cap on."""
        return self.looked is not None and self.looked.verdict.level is not Level.STOP

    def at_torque(self, joint: str) -> bool:
        """Whether a joint is at torque."""
        return joint in self.joints and self.joints[joint].at_torque

    @property
    def loose(self) -> list[str]:
        """Joints that were planned and are not at torque."""
        return [name for name, joint in self.joints.items() if not joint.at_torque]


def fold(state: Closing, _: Event, fact: ev.BoltsFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.HabitChosen():
            state.habit = fact.habit
        case ev.CapPaired():
            state.paired = fact
        case ev.LoadOn():
            state.load = fact
        case ev.AlignedLoaded():
            state.aligned = fact
        case ev.RingGapsRead():
            state.gaps = fact
        case ev.RubbingLooked():
            state.looked = fact
        case ev.JointPlanned() | ev.BoltTightened() | ev.JointLoosened():
            _joint(state, fact)
        case _:
            assert_never(fact)


def _joint(state: Closing, fact: ev.JointPlanned | ev.BoltTightened | ev.JointLoosened) -> None:
    match fact:
        case ev.JointPlanned():
            before = state.joints.get(fact.plan.joint)
            # What was tightened belongs to the screws and the torque it was tightened by.
            same = before is not None and _screws(before.plan) == _screws(fact.plan)
            state.joints[fact.plan.joint] = Joint(
                fact.plan, before.said if before is not None and same else {}
            )
        case ev.BoltTightened():
            if (joint := state.joints.get(fact.joint)) is not None:
                joint.said[fact.turn, fact.bolt] = fact
        case ev.JointLoosened():
            if (joint := state.joints.get(fact.joint)) is not None:
                joint.said.clear()
    if fact_joint(fact) == CAP:
        # What was looked at with the cap tight says nothing once it was touched.
        state.looked = None


def _screws(plan: ev.JointPlan) -> tuple[object, ...]:
    return plan.count, plan.layout, plan.screw, plan.torque_nm, plan.typed.get("grade", "")


def fact_joint(fact: ev.JointPlanned | ev.BoltTightened | ev.JointLoosened) -> str:
    """The joint that an entry is about."""
    name: str = fact.plan.joint if isinstance(fact, ev.JointPlanned) else fact.joint
    return name
