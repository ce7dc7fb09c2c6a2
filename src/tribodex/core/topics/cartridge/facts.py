"""What can be said of a cartridge: plan, rings set, cooled, in its housing, turned over, nut pair,
packed, covers, flingers, topped up.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.bolts.torque import BoltFinish
from tribodex.core.cartridge.assembly import End, From, Stands
from tribodex.core.cartridge.covers import Inner
from tribodex.core.cartridge.grease import Space
from tribodex.core.cartridge.parts import BearingHeld, Makeup, Side
from tribodex.core.cartridge.shaft_end import Hand, Turning
from tribodex.core.components.bands import Span
from tribodex.core.job.facts import Fact
from tribodex.core.shouldered.retaining_ring import RingRow, Sits
from tribodex.core.working import Level, Result, Verdict


class CartridgeTurnCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_FREE = "cartridge.not_free"
    CONTACT = "cartridge.contact"


@dataclass(frozen=True)
class CoverScrews:
    """The screws of an end cover: how many, which, the torque that is asked with its working, what
    they go into.
    """

    count: int
    text: str
    torque_nm: float
    torque: Result
    engaged: Verdict | None


@dataclass(frozen=True)
class RingPlanned:
    """A retaining ring that holds the bearing of a side."""

    side: Side
    row: RingRow


@dataclass(frozen=True)
class CartridgePlan:
    """A cartridge. `fixed`, `floating`: the places of its bearings; `separable`: those whose outer
    rings are set in the housing first.

    `hole_um`: deviations of the housing's bores; `growth_mm` between the bearings, `stands_out_mm`
    below when turned over; None: not known. `makeup`: its parts and how it stands; None in a plan
    from before they were asked for. `hand`: None without nuts.
    """

    fixed: str
    floating: str
    fixed_end: End
    separable: tuple[str, ...]
    housing_class: str
    hole_um: dict[str, Span]
    ring_um: dict[str, Span]
    growth_mm: float | None
    stands_out_mm: float | None
    screws: CoverScrews
    finish: BoltFinish
    hand: Hand | None
    turning: Turning
    nut_nm: float | None
    nut_source: str
    flingers: tuple[End, ...]
    given: dict[str, str]
    makeup: Makeup | None = None
    rings: tuple[RingPlanned, ...] = ()
    hand_far: Hand | None = None
    space: Space | None = None

    def nut(self, end: str) -> tuple[Hand | None, Turning]:
        """Hand of a nut pair's thread, and how the shaft turns looked at from there: said at the
        drive end it is mirrored at the far one.
        """
        both = self.made.nuts == ("drive", "far")
        if not both or end != "far":
            return self.hand, self.turning
        other: dict[Turning, Turning] = {"clockwise": "anticlockwise", "anticlockwise": "clockwise"}
        return self.hand_far, other.get(self.turning, self.turning)

    @property
    def made(self) -> Makeup:
        """How it is made: as it was said, or as every cartridge was built before that was asked."""
        if self.makeup is not None:
            return self.makeup
        far: End = "far" if self.fixed_end == "drive" else "drive"
        seats = (
            BearingHeld("fixed", self.fixed_end, separable=self.fixed in self.separable),
            BearingHeld("floating", far, separable=self.floating in self.separable),
        )
        return Makeup(Stands.UPRIGHT, "fixed", seats, ("drive", "far"), ("",), self.flingers)

    def place(self, side: Side) -> str:
        """The place of the bearing of a side."""
        return self.fixed if side == "fixed" else self.floating

    def side_at(self, end: End) -> Side:
        """The side whose bearing sits at an end."""
        return "fixed" if end == self.fixed_end else "floating"


@dataclass(frozen=True)
class CartridgePlanned(Fact):
    """The plan of the cartridge."""

    plan: CartridgePlan
    reason: str = ""


@dataclass(frozen=True)
class OuterRingSet(Fact):
    """The outer ring of a separable bearing is in the cleaned housing, against its shoulder."""

    side: Side

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class RingCooled(Fact):
    """Temperatures of the bearing on the shaft and of the housing, before the two meet (°C)."""

    ring_c: float
    housing_c: float
    verdict: Verdict


@dataclass(frozen=True)
class ShaftEntered(Fact):
    """The shaft with its first bearing is in the housing: by hand, or it would not go."""

    by_hand: bool
    text: str
    verdict: Verdict


@dataclass(frozen=True)
class FreeBelow(Fact):
    """What will stick out below and the free height there (mm), before the shaft is lowered into
    its housing.
    """

    stands_out_mm: float
    free_mm: float
    verdict: Verdict


@dataclass(frozen=True)
class RodUsed(Fact):
    """The handle rod was screwed on for the lowering, or is off again."""

    out: bool

    def about(self) -> str:
        return "out" if self.out else "in"


@dataclass(frozen=True)
class RingSeated(Fact):
    """A retaining ring in its groove, on the shaft or in the bore, with the gap of its ends before
    and after (mm), None where not measured.
    """

    side: Side
    sits: Sits
    groove_free: bool
    below_surface: bool
    turns: bool
    before_mm: float | None
    after_mm: float | None
    verdict: Verdict

    def about(self) -> str:
        return f"{self.sits} {self.side}"


@dataclass(frozen=True)
class PartOff(Fact):
    """A part came off again, and why."""

    part: str
    reason: str

    def about(self) -> str:
        return self.part


@dataclass(frozen=True)
class NextChosen(Fact):
    """The part that somebody wants to put in next, another one than was offered."""

    part: str


@dataclass(frozen=True)
class TurnedOver(Fact):
    """The housing was turned over on its blocks, with free height below what sticks out (mm)."""

    stands_out_mm: float
    free_mm: float
    verdict: Verdict


@dataclass(frozen=True)
class PairTightened(Fact):
    """First nut to torque, tab in a slot by tightening, second nut jammed against it."""

    torque_nm: float
    wrench: str
    tab_bent: bool
    jammed: bool
    verdicts: tuple[Verdict, ...]
    decided_by: str = ""
    reason: str = ""
    end: From = ""

    def about(self) -> str:
        return self.end


@dataclass(frozen=True)
class PackedBetween(Fact):
    """Grease between the pair, before it is shut off; weighed (g) and judged where its amount was
    said and its space is known.
    """

    text: str
    grams: float | None = None
    verdict: Verdict | None = None

    def judgements(self) -> tuple[Verdict, ...]:
        return (self.verdict,) if self.verdict is not None else ()


@dataclass(frozen=True)
class DrawnByCover(Fact):
    """A cover's screws drew a bearing home; what held its inner ring meanwhile."""

    side: Side
    inner: Inner
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class CoverMeasured(Fact):
    """Depth from the housing's face to the outer ring, and the cover's spigot (mm)."""

    side: Side
    depth_mm: float
    spigot_mm: float
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class JointSealed(Fact):
    """What went on the joint of a cover, as its maker asks."""

    side: Side
    text: str

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class RoundTightened(Fact):
    """One round over the screws of a cover: which pass, at what torque, gaps of the flange beside
    each screw where they were read (mm).
    """

    side: Side
    torque_nm: float
    gaps_mm: tuple[float, ...]
    wrench: str
    verdict: Verdict

    def about(self) -> str:
        return self.side


@dataclass(frozen=True)
class CartridgeTurned(Fact):
    """How the shaft turns with both covers on."""

    freely: bool
    text: str

    def judgements(self) -> tuple[Verdict, ...]:
        why = f"{self.text}. A cover off again; spigot, sealant, pinched seal."
        return (
            ()
            if self.freely
            else (
                Verdict("does not turn freely", Level.STOP, why, code=CartridgeTurnCode.NOT_FREE),
            )
        )


@dataclass(frozen=True)
class FlingerSet(Fact):
    """A flinger at an end: its gap (mm), whether it is the pinned one, both screws tight."""

    end: End
    gap_mm: float
    pinned: bool
    both_screws: bool
    verdicts: tuple[Verdict, ...]

    def about(self) -> str:
        return self.end


@dataclass(frozen=True)
class ToppedUp(Fact):
    """Grease topped up at the end, and the shaft turned: no contact heard or seen."""

    text: str
    no_contact: bool
    grams: float | None = None
    verdict: Verdict | None = None

    def judgements(self) -> tuple[Verdict, ...]:
        amount = (self.verdict,) if self.verdict is not None else ()
        why = f"{self.text}. A flinger or a seal touches: set it off, and turn again."
        touches = (
            ()
            if self.no_contact
            else (Verdict("something touches", Level.STOP, why, code=CartridgeTurnCode.CONTACT),)
        )
        return (*touches, *amount)


FACTS: tuple[type[Fact], ...] = (
    CartridgePlanned,
    OuterRingSet,
    RingCooled,
    ShaftEntered,
    FreeBelow,
    RodUsed,
    RingSeated,
    PartOff,
    NextChosen,
    TurnedOver,
    PairTightened,
    PackedBetween,
    DrawnByCover,
    CoverMeasured,
    JointSealed,
    RoundTightened,
    CartridgeTurned,
    FlingerSet,
    ToppedUp,
)
CartridgeFact = (
    CartridgePlanned
    | OuterRingSet
    | RingCooled
    | ShaftEntered
    | FreeBelow
    | RodUsed
    | RingSeated
    | PartOff
    | NextChosen
    | TurnedOver
    | PairTightened
    | PackedBetween
    | DrawnByCover
    | CoverMeasured
    | JointSealed
    | RoundTightened
    | CartridgeTurned
    | FlingerSet
    | ToppedUp
)
