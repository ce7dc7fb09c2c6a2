"""What can happen in a job. Events are facts: they are added, never changed.

The kind of an event is the snake_case name of its class; the version of that kind is kept with each.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import ClassVar

from tribodex.core.job.plan import Plan
from tribodex.core.mounting.gauging import Outcome, Phase, Row, Summary, Where
from tribodex.core.mounting.judgement import FinalVerdict, Swivel
from tribodex.core.mounting.seat import LengthTool, Seated
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.working import Verdict

# Clocks differ by minutes; a tap may wait on a device without a network for weeks.
CLOCK_AHEAD, LONGEST_WAIT = timedelta(minutes=10), timedelta(days=60)
FORMULA_VERSION = 3


class Fact:
    """What can stand in a log. `VERSION` is kept with each entry: raise it when the shape of a kind's data changes, and add the
    step that lifts older data (codec). Kinds count on their own; three is where they began to.
    """

    VERSION: ClassVar[int] = 3


@dataclass(frozen=True)
class JobOpened(Fact):
    """A job was opened with its plan."""

    number: int
    title: str
    machine_id: str
    machine: str
    position_id: str
    position: str
    procedure_id: str
    procedure_version: int
    plan: Plan


@dataclass(frozen=True)
class PlanRevised(Fact):
    """The plan was changed before the bearing was gauged."""

    plan: Plan
    reason: str


@dataclass(frozen=True)
class GateConfirmed(Fact):
    """Every item of a gate was confirmed."""

    gate: str
    items: tuple[str, ...]


@dataclass(frozen=True)
class GateOverruled(Fact):
    """A gate was passed by name and with a reason, although `missing` items were not confirmed."""

    gate: str
    name: str
    reason: str
    missing: tuple[str, ...]


@dataclass(frozen=True)
class GaugingStarted(Fact):
    """A gauging began; the nut is not moved during it. The correction is for an inner ring warmer than the outer."""

    gauging: int
    phase: Phase
    where: Where
    places: int
    inner_c: float | None = None
    outer_c: float | None = None
    correction_um: float = 0.0
    correction_sd_um: float = 0.0


@dataclass(frozen=True)
class LeafTried(Fact):
    """A leaf or stack was tried. `typed` is what the person wrote, when it was not tapped."""

    gauging: int
    place: int
    row: Row
    leaves_um: tuple[float, ...]
    outcome: Outcome
    typed: str = ""


@dataclass(frozen=True)
class PlaceRepeated(Fact):
    """A place of a row is gauged anew; what was read there before stays in the log and no longer counts."""

    gauging: int
    place: int
    row: Row


@dataclass(frozen=True)
class GaugingClosed(Fact):
    """A gauging was finished, with its mean and its judgement at that time. Said again when a reading is corrected."""

    gauging: int
    summary: Summary
    initial_verdict: Verdict | None = None
    final_verdict: FinalVerdict | None = None
    formula_version: int = FORMULA_VERSION


@dataclass(frozen=True)
class OutsideAccepted(Fact):
    """A clearance outside its group, or an empty window, was accepted by name with a reason."""

    what: str
    name: str
    reason: str


@dataclass(frozen=True)
class ZeroSet(Fact):
    """The nut stands at its zero point and is marked. `tap_tested`: it did not turn by hand after a tap.

    `start_pressure_mpa` is set when a hydraulic nut was pressed to its start.
    """

    tap_tested: bool
    zero: ZeroPoint = ZeroPoint.FIRM
    start_pressure_mpa: float | None = None
    typed: str = ""


@dataclass(frozen=True)
class NutTurned(Fact):
    """The nut was tightened by `degrees`. `typed` and `unit` are what the person logged."""

    degrees: float
    typed: str
    unit: str


@dataclass(frozen=True)
class NoPlayFound(Fact):
    """A gauging ended without a number: at `places` not even the thinnest leaf went in."""

    gauging: int
    places: tuple[str, ...]
    thinnest_um: float


@dataclass(frozen=True)
class LeafFollowed(Fact):
    """Leaf and nut did not agree; the leaf was confirmed, `checks` were made without moving the bearing, and it leads from here."""

    gauging: int
    checks: tuple[str, ...]
    found: str


@dataclass(frozen=True)
class NutSeated(Fact):
    """The nut was backed off, its washer or lock fitted, and the nut seated firmly.

    `behind_deg` is counted in whole turns: behind the old mark, below zero past it; None where nobody said. `moved_mm` is
    sleeve end to ring after less before. `gauge_first`: the bearing may have been driven on by more than may be ignored.
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


@dataclass(frozen=True)
class Reseated(Fact):
    """What schema 2 kept of a re-seat: `past_deg` past the old mark, below zero behind it. No longer said: it knew no washer thickness."""

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


@dataclass(frozen=True)
class RiskChosen(Fact):
    """The chance of going too far that further moves may carry."""

    risk: float


@dataclass(frozen=True)
class TabSeen(Fact):
    """At the present nut position a tab will meet a slot after `turn_deg` of tightening (zero: square now)."""

    turn_deg: float
    typed: str
    unit: str


@dataclass(frozen=True)
class Locked(Fact):
    """The nut was tightened by `turn_deg` to a tab position and the tab was bent."""

    turn_deg: float
    predicted_um: float | None
    verdict: Verdict | None


@dataclass(frozen=True)
class Released(Fact):
    """The bearing was released from the sleeve; a new attempt begins."""

    reason: str


@dataclass(frozen=True)
class NoteAdded(Fact):
    """A remark."""

    text: str


@dataclass(frozen=True)
class PointOpened(Fact):
    """Something left to do. Its number is the event's."""

    text: str


@dataclass(frozen=True)
class PointClosed(Fact):
    """An open point was settled."""

    point: int
    how: str


Correctable = GaugingStarted | LeafTried | ZeroSet | NutTurned | NutSeated | Reseated | HandChecked | TabSeen | Locked | NoteAdded
Judged = GaugingClosed | NoPlayFound | NutSeated | HandChecked | Locked


@dataclass(frozen=True)
class Corrected(Fact):
    """An earlier entry was wrong. `replacement` is what it should have been; None withdraws the entry."""

    target: int
    replacement: Correctable | None
    reason: str


@dataclass(frozen=True)
class JudgedAnew(Fact):
    """After a correction, what was judged at entry `target` no longer followed from its inputs: this is what follows now."""

    target: int
    replacement: Judged


@dataclass(frozen=True)
class Signed(Fact):
    """The record was signed by name."""

    name: str
    role: str
    open_points: tuple[str, ...]


@dataclass(frozen=True)
class Abandoned(Fact):
    """The job was abandoned, by name with a reason."""

    name: str
    reason: str


Payload = (
    JobOpened
    | PlanRevised
    | GateConfirmed
    | GateOverruled
    | GaugingStarted
    | LeafTried
    | PlaceRepeated
    | GaugingClosed
    | NoPlayFound
    | LeafFollowed
    | OutsideAccepted
    | ZeroSet
    | NutTurned
    | NutSeated
    | Reseated
    | HandChecked
    | RiskChosen
    | TabSeen
    | Locked
    | Released
    | NoteAdded
    | PointOpened
    | PointClosed
    | Corrected
    | JudgedAnew
    | Signed
    | Abandoned
)

PAYLOADS: tuple[type[Fact], ...] = tuple(Payload.__args__)


def kind_of(payload_class: type) -> str:
    """The kind of an event.

    >>> kind_of(LeafTried)
    'leaf_tried'
    """
    return re.sub(r"(?<!^)(?=[A-Z])", "_", payload_class.__name__).lower()


KINDS: dict[str, type[Fact]] = {kind_of(cls): cls for cls in PAYLOADS}


@dataclass(frozen=True)
class Event:
    """One entry of the log. Times are aware; `happened_at` is the person's clock, `recorded_at` the server's.

    `digest` tells a repeat of the same tap from another one under the same id; empty in older logs.
    """

    seq: int
    client_event_id: str
    payload: Payload
    actor: str
    happened_at: datetime
    recorded_at: datetime
    digest: str = ""

    @property
    def clock_off(self) -> bool:
        """Whether the person's clock cannot be right: ahead of the server's, or further behind than a tap ever waited."""
        return not -LONGEST_WAIT <= self.happened_at - self.recorded_at <= CLOCK_AHEAD

    @property
    def kind(self) -> str:
        """The kind of its payload."""
        return kind_of(type(self.payload))

    @property
    def version(self) -> int:
        """The version of that kind in which it is written now."""
        return self.payload.VERSION
