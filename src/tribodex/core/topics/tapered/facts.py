"""What can happen at a tapered seat: the plan, gaugings, the zero mark, turns, the seat of the nut,
the lock.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar

from tribodex.core.adviser.prior import Explanation
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.job.facts import Fact
from tribodex.core.mounting.by_hand import Swivel
from tribodex.core.mounting.gauging import Outcome, Phase, Row, Summary, Where
from tribodex.core.mounting.judgement import FinalVerdict
from tribodex.core.mounting.seat import LengthTool, Seated
from tribodex.core.mounting.zero import SheetZero, ZeroPoint
from tribodex.core.topics.tapered.looks import MECHANISM, PROVES, WORDS, LookFound, LookTarget
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.working import Level, Verdict

# Kept in each fact: a log is judged by the formulas it was made with, whatever changed since.
FORMULA_VERSION = 3


class DriveUpCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NO_CLEARANCE = "tapered.no_clearance"
    BINDS = "tapered.binds"
    NO_PAIR = "tapered.no_pair"
    SLEEVE_MOVES = "tapered.sleeve_moves"


@dataclass(frozen=True)
class TaperedPlanned(Fact):
    """The plan of a drive-up. Said again, with the reason, when it changes before the bearing is
    gauged.
    """

    VERSION: ClassVar[int] = 4

    plan: Plan
    reason: str = ""

    def sizes(self) -> object:
        """The bearing, and the shaft under it."""
        return self.plan.bearing, self.plan.shaft


@dataclass(frozen=True)
class GaugingStarted(Fact):
    """A gauging began; the nut is not moved during it. The correction is for an inner ring warmer
    than the outer.
    """

    gauging: int
    phase: Phase
    where: Where
    places: int
    inner_c: float | None = None
    outer_c: float | None = None
    correction_um: float = 0.0
    correction_sd_um: float = 0.0

    def about(self) -> str:
        return self.phase.value


@dataclass(frozen=True)
class LeafTried(Fact):
    """A leaf or stack was tried. `typed` is what the person wrote, when it was not tapped;
    `both_rows`: said of both rows at once; `unmounted`: before there was a nut, rows are named by
    the faces.
    """

    gauging: int
    place: int
    row: Row
    leaves_um: tuple[float, ...]
    outcome: Outcome
    typed: str = ""
    both_rows: bool = False
    unmounted: bool = False

    def about(self) -> str:
        return f"gauging {self.gauging}"


@dataclass(frozen=True)
class FeelersTaken(Fact):
    """Another gauge set is in hand from here on. What was read before keeps the set that it was
    read with.
    """

    feeler: FeelerSet

    def about(self) -> str:
        return self.feeler.name


@dataclass(frozen=True)
class PlaceRepeated(Fact):
    """A place of a row is gauged anew; what was read there before stays in the log and no longer
    counts.
    """

    gauging: int
    place: int
    row: Row
    unmounted: bool = False

    def about(self) -> str:
        return f"gauging {self.gauging}"


@dataclass(frozen=True)
class GaugingClosed(Fact):
    """A gauging was finished, with its mean and its judgement at that time. Said again when a
    reading is corrected.
    """

    gauging: int
    summary: Summary
    initial_verdict: Verdict | None = None
    final_verdict: FinalVerdict | None = None
    formula_version: int = FORMULA_VERSION

    def judgements(self) -> tuple[Verdict, ...]:
        final = self.final_verdict.overall if self.final_verdict is not None else None
        return tuple(verdict for verdict in (self.initial_verdict, final) if verdict is not None)


@dataclass(frozen=True)
class OutsideAccepted(Fact):
    """A clearance outside its group, or an empty window, was accepted by name with a reason."""

    what: str
    name: str
    reason: str

    def named(self) -> str:
        return f"{self.name}: {self.reason}"


@dataclass(frozen=True)
class ZeroSet(Fact):
    """The nut stands at its zero point and is marked. `tap_tested`: it did not turn by hand after a
    tap.

    `start_pressure_mpa` is set when a hydraulic nut was pressed to its start; `counted_from` where
    the plan's sheet did not say it.
    """

    tap_tested: bool
    zero: ZeroPoint = ZeroPoint.FIRM
    start_pressure_mpa: float | None = None
    typed: str = ""
    counted_from: SheetZero | None = None


@dataclass(frozen=True)
class NutTurned(Fact):
    """The nut was tightened by `degrees`. `typed` and `unit` are what the person logged."""

    degrees: float
    typed: str
    unit: str


@dataclass(frozen=True)
class BlowsStruck(Fact):
    """Blows on the spanner; how far the nut went nobody counted. `same`: by the same hand, hammer
    and spanner as the last ones.
    """

    blows: int
    same: bool


@dataclass(frozen=True)
class NoPlayFound(Fact):
    """A gauging ended without a number: at `places` not even the thinnest leaf went in."""

    gauging: int
    places: tuple[str, ...]
    thinnest_um: float

    def judgements(self) -> tuple[Verdict, ...]:
        where = ", ".join(self.places)
        return (
            Verdict(
                "no measurable clearance",
                Level.STOP,
                f"Not even the thinnest feeler goes in at {where}.",
                code=DriveUpCode.NO_CLEARANCE,
            ),
        )


@dataclass(frozen=True)
class LookedAt(Fact):
    """Leaf and nut did not agree: what was found at something that does not move the bearing, the
    nut at `nut_deg`.

    `moved_mm` is how far the ring went up its sleeve since the zero mark, where it was measured;
    `nut_mm` what the nut says to that.
    """

    look: LookTarget
    found: LookFound
    nut_deg: float
    moved_mm: float | None = None
    nut_mm: float | None = None
    moved_typed: str = ""
    tool: LengthTool | None = None

    def about(self) -> str:
        """What was looked at: looking there again answers what was found there."""
        return self.look.replace("_", " ")

    def judgements(self) -> tuple[Verdict, ...]:
        if PROVES.get(self.found) not in MECHANISM:
            return ()
        word, code = (
            ("the sleeve moves", DriveUpCode.SLEEVE_MOVES)
            if PROVES[self.found] is Explanation.SLIP
            else ("parts that do not belong together", DriveUpCode.NO_PAIR)
        )
        return (
            Verdict(word, Level.STOP, f"{WORDS[self.look][self.found].capitalize()}.", code=code),
        )


@dataclass(frozen=True)
class LeafFollowed(Fact):
    """Leaf and nut did not agree; the leaf was confirmed, `checks` were made without moving the
    bearing, and it leads from here.
    """

    gauging: int
    checks: tuple[str, ...]
    found: str


@dataclass(frozen=True)
class NutSeated(Fact):
    """The nut was backed off, its washer or lock fitted, and the nut seated firmly.

    `behind_deg` is counted in whole turns: behind the old mark, below zero past it; None where
    nobody said. `moved_mm` is sleeve end to ring after less before. `gauge_first`: the bearing may
    have been driven on by more than may be ignored.
    """

    behind_deg: float | None
    typed: str
    unit: str
    thickness_mm: float | None
    thickness_typed: str
    measured: bool
    moved_mm: float | None
    moved_typed: str
    tool: LengthTool | None
    seat: Seated
    gauge_first: bool
    formula_version: int = FORMULA_VERSION

    def judgements(self) -> tuple[Verdict, ...]:
        return (self.seat.verdict,)


@dataclass(frozen=True)
class Reseated(Fact):
    """What schema 2 kept of a re-seat: `past_deg` past the old mark, below zero behind it. No
    longer said: it knew no washer thickness.
    """

    past_deg: float
    typed: str
    unit: str


@dataclass(frozen=True)
class HandChecked(Fact):
    """The ring was swivelled and turned by hand, with the nut at `nut_deg`."""

    swivel: Swivel
    turns_freely: bool
    nut_deg: float
    locked: bool
    verdict: FinalVerdict | None = None

    def judgements(self) -> tuple[Verdict, ...]:
        if self.verdict is not None:
            return (self.verdict.overall,)
        if self.swivel == "binds" or not self.turns_freely:
            why = (
                "The ring binds, or does not turn freely: it was driven too far. Release, and start"
                " again."
            )
            return (Verdict("binds", Level.STOP, why, code=DriveUpCode.BINDS),)
        return ()


@dataclass(frozen=True)
class RiskChosen(Fact):
    """The chance of going too far that further moves may carry."""

    risk: float


@dataclass(frozen=True)
class TabSeen(Fact):
    """At the present nut position a tab will meet a slot after `turn_deg` of tightening (zero:
    square now).
    """

    turn_deg: float
    typed: str
    unit: str


@dataclass(frozen=True)
class Locked(Fact):
    """The nut was tightened by `turn_deg` to a tab position and the tab was bent.

    Outside window or range somebody decided it by name; `over_um` is what may come out beyond the
    card's largest for it.
    """

    turn_deg: float
    predicted_um: float | None
    verdict: Verdict | None
    decided_by: str = ""
    reason: str = ""
    over_um: float = 0.0

    def named(self) -> str:
        return f"{self.decided_by}: {self.reason}" if self.decided_by else ""


FACTS: tuple[type[Fact], ...] = (
    TaperedPlanned,
    GaugingStarted,
    LeafTried,
    FeelersTaken,
    PlaceRepeated,
    GaugingClosed,
    OutsideAccepted,
    ZeroSet,
    NutTurned,
    BlowsStruck,
    NoPlayFound,
    LookedAt,
    LeafFollowed,
    NutSeated,
    Reseated,
    HandChecked,
    RiskChosen,
    TabSeen,
    Locked,
)
