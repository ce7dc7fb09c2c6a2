"""What can be said of the seals of a housing: planned, inboard ring on, each side set, labyrinth
placed, purged.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from tribodex.core.components.bands import Span
from tribodex.core.job.facts import Fact
from tribodex.core.seals.kinds import DrawnLip, LipSide, Purpose, SealKind
from tribodex.core.seals.labyrinth import Half
from tribodex.core.units.screws import ScrewTorque
from tribodex.core.working import Result, Verdict

Side = Literal["inboard", "outboard"]


@dataclass(frozen=True)
class SealPlan:
    """The seals of a housing: kind, what they are for, material, on which sides; what was judged of
    speed, warmth and lead-in.

    `drawn`: its lip by the maker's drawing. `halves`: a labyrinth whose halves are joined on the
    bench; `screw` what its set screws take, None where nobody said which; `moves` the shaft's
    movement there (mm, above zero away from the fixed bearing), as it was typed. `grease` what it
    is filled with, `mixes` with what the bearing has.
    """

    kind: SealKind
    purpose: Purpose
    material: str
    sides: tuple[Side, ...]
    figures: tuple[Result, ...]
    verdicts: tuple[Verdict, ...]
    typed: dict[str, str] = field(default_factory=dict)
    drawn: DrawnLip | None = None
    halves: bool = False
    screw: ScrewTorque | None = None
    moves: Span | None = None
    grease: str = ""
    mixes: Verdict | None = None

    def figure(self, id: str) -> tuple[float | None, float | None] | None:
        """A figure of the plan, both ends; None where it has none."""
        return next(
            ((figure.value, figure.value_to) for figure in self.figures if figure.id == id), None
        )


@dataclass(frozen=True)
class SealsPlanned(Fact):
    """The seals of this housing."""

    plan: SealPlan


@dataclass(frozen=True)
class LabyrinthJoined(Fact):
    """The two halves of a labyrinth pressed together on the bench: which one carries the piston
    rings, and how they came together.
    """

    side: Side
    rings: Half
    filled: bool
    rings_up: bool
    chamfer_first: bool
    turns: bool
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class RingOn(Fact):
    """A ring is on the shaft, lip as said; the inboard one before the sleeve. `free_mm`: a V-ring's
    width before it was fitted.
    """

    side: Side
    lip: LipSide | None
    protected: bool
    verdict: Verdict
    free_mm: float | None = None

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class SealSet(Fact):
    """A seal is in its groove: joint at the top, grooves and lip greased, turned and looked at."""

    side: Side
    greased: bool
    joint_top: bool
    rubs: str
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class LabyrinthPlaced(Fact):
    """Gaps of a labyrinth (mm): on the side towards which the shaft grows, and on the other; its
    set screws tight.

    `torque_nm` of them, None where it was not read; `reached`: whether they are outside the
    housing, None where nobody said.
    """

    side: Side
    growth_side_mm: float
    other_mm: float
    screws: bool
    verdict: Verdict
    torque_nm: float | None = None
    wrench: str = ""
    reached: bool | None = None
    tight: Verdict | None = None

    def judgements(self) -> tuple[Verdict, ...]:
        return (self.verdict, *([self.tight] if self.tight is not None else []))

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class VRingPushed(Fact):
    """A V-ring pushed up against its face: width (mm) from the face to its back, and before it was
    fitted; the same all round.
    """

    side: Side
    width_mm: float
    free_mm: float | None
    even: bool
    asked: Result
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class SealPurged(Fact):
    """A labyrinth purged through its own fitting until grease shows all round."""

    side: Side
    shows: bool
    strokes: int | None
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class SealKept(Fact):
    """How often a labyrinth is purged from now on: after running hours, after days, whichever
    first.
    """

    every_h: float | None
    every_days: float | None
    hours_per_day: float | None
    source: str


FACTS: tuple[type[Fact], ...] = (
    SealsPlanned,
    LabyrinthJoined,
    RingOn,
    SealSet,
    LabyrinthPlaced,
    VRingPushed,
    SealPurged,
    SealKept,
)
SealsFact = (
    SealsPlanned
    | LabyrinthJoined
    | RingOn
    | SealSet
    | LabyrinthPlaced
    | VRingPushed
    | SealPurged
    | SealKept
)
