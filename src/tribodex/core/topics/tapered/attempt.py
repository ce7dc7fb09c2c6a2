"""Gaugings and attempts as they stand now. Mutable only inside fold()."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

from tribodex.core.adviser import blows as striking
from tribodex.core.adviser.belief import MARK_SD_DEG
from tribodex.core.adviser.prior import Explanation
from tribodex.core.adviser.reading import Known
from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.mounting.gauging import (
    Bracket,
    Cell,
    Phase,
    Row,
    Summary,
    Trial,
    Where,
    bracket_of,
    mark_thin_end,
    summarise,
)
from tribodex.core.mounting.judgement import FinalVerdict, no_play_verdict, one_row_accepted
from tribodex.core.mounting.zero import SheetZero, ZeroPoint
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.looks import PROVES, LookFound, LookTarget
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.working import number

# A place that was reached by blows is another one than before; what is added is no angle.
UNCOUNTED_DEG = 1e-3


@dataclass
class Gauging:
    """One gauging with its trials. `nut_deg` is where the nut stood; `attempt` is zero for the
    initial one; `no_play` when it ended without a number; `dropped` when the nut moved before
    anything was bracketed.
    """

    number: int
    phase: Phase
    where: Where
    places: int
    nut_deg: float
    attempt: int
    mark_var_deg2: float = 0.0
    correction_um: float = 0.0
    correction_sd_um: float = 0.0
    trials: list[Trial] = field(default_factory=list)
    closed: ev.GaugingClosed | None = None
    no_play: ev.NoPlayFound | None = None
    dropped: bool = False
    # Blows of this drive-up until then, where nobody counts a turn.
    blows: int = 0
    # Which tool struck them last: the first, another one after it.
    tool: int = 1
    # The set that it was read with, where another was taken than planned.
    feelers: FeelerSet | None = None
    _cells: tuple[Plan, list[Cell]] | None = field(default=None, compare=False, repr=False)
    _spans: tuple[list[Cell], tuple[Span, ...]] | None = field(
        default=None, compare=False, repr=False
    )

    @classmethod
    def begun(
        cls,
        said: ev.GaugingStarted,
        nut_deg: float,
        attempt: int,
        mark_var_deg2: float,
        feelers: FeelerSet | None,
    ) -> Gauging:
        """A gauging as it begins, with the nut where it stands and the set that is in hand."""
        return cls(
            number=said.gauging,
            phase=said.phase,
            where=said.where,
            places=said.places,
            nut_deg=nut_deg,
            attempt=0 if said.phase is Phase.INITIAL else attempt,
            mark_var_deg2=mark_var_deg2,
            correction_um=said.correction_um,
            correction_sd_um=said.correction_sd_um,
            feelers=feelers,
        )

    def set_of(self, plan: Plan) -> FeelerSet:
        """The gauge set that it is read with."""
        return self.feelers or plan.gauge

    def taken_on_with(self, feelers: FeelerSet) -> None:
        """Another set is in hand: from here on its feelers are tried, and where nothing went in its
        thinnest one decides.
        """
        self.feelers, self._cells = feelers, None

    @property
    def unmounted(self) -> bool:
        """Whether it is gauged before there is a nut."""
        return self.phase is Phase.INITIAL

    def tried(self, trial: Trial) -> None:
        """A leaf was tried."""
        self.trials.append(trial)
        self._cells = None

    def repeat(self, place: int, row: Row) -> None:
        """A place is read again: what was tried there no longer counts."""
        self.trials = [t for t in self.trials if (t.place, t.row) != (place, row)]
        self._cells = None

    def where_words(self) -> str:
        """Where the nut stood, as far as anybody knows."""
        if self.blows:
            return f"after {self.blows} blow{'s' if self.blows > 1 else ''}"
        return f"{number(self.nut_deg)}°"

    @property
    def ended(self) -> bool:
        """Whether it is over, with a number or without one."""
        return self.closed is not None or self.no_play is not None or self.dropped

    def bracket(self, plan: Plan, place: int, row: Row) -> Bracket:
        """The bracket of one place and row."""
        return mark_thin_end(
            bracket_of([t for t in self.trials if t.place == place and t.row is row]),
            self.set_of(plan),
        )

    def cells(self, plan: Plan) -> list[Cell]:
        """Every place of both rows, tried or not."""
        if self._cells is None or self._cells[0] is not plan:
            self._cells = (
                plan,
                [
                    Cell(place, row, self.bracket(plan, place, row), self.unmounted)
                    for place in range(1, self.places + 1)
                    for row in Row
                ],
            )
        return self._cells[1]

    def read_cells(self, plan: Plan) -> list[Cell]:
        """The same with the thicknesses that the feelers really have, where they were measured:
        what is computed with.
        """
        gauge = self.set_of(plan)
        if gauge.measured_um is None:
            return self.cells(plan)
        really = [replace(trial, stack=gauge.as_measured(trial.stack)) for trial in self.trials]
        found = []
        for cell in self.cells(plan):
            bracket = bracket_of([t for t in really if t.place == cell.place and t.row is cell.row])
            found.append(
                replace(cell, bracket=bracket) if cell.bracket.closed and bracket.closed else cell
            )
        return found

    def spans(self, plan: Plan) -> tuple[Span, ...]:
        """Its brackets, corrected for a warm ring; where nothing passed, open below. Asked for at
        every look at a job: kept with its cells.
        """
        cells = self.cells(plan)
        if self._spans is None or self._spans[0] is not cells:
            self._spans = (cells, self._as_spans(plan))
        return self._spans[1]

    def _as_spans(self, plan: Plan) -> tuple[Span, ...]:
        add = self.correction_um
        found = []
        for cell in self.read_cells(plan):
            b = cell.bracket
            if b.closed or b.nothing_passed:
                found.append(
                    Span(
                        -math.inf if b.low_um is None else b.low_um + add, (b.high_um or 0.0) + add
                    )
                )
        return tuple(found)

    def nothing_at(self, plan: Plan) -> tuple[str, ...]:
        """Places where not even the thinnest leaf went in, whatever else was read there: that
        reading is not outvoted by a thicker leaf.
        """
        thinnest = self.set_of(plan).leaves_um[0] + 0.5
        return tuple(
            c.where
            for c in self.cells(plan)
            if c.bracket.nothing_passed
            or (c.bracket.contradiction and (c.bracket.high_um or math.inf) <= thinnest)
        )

    def contradiction(self, plan: Plan) -> Cell | None:
        """The first place where readings contradict each other."""
        return next((cell for cell in self.cells(plan) if cell.bracket.contradiction), None)

    def rows(self, plan: Plan) -> frozenset[Row]:
        """Rows of which something is bracketed."""
        return frozenset(cell.row for cell in self.cells(plan) if cell.bracket.closed)

    def summary(self, plan: Plan) -> Summary | None:
        """What its closed brackets say now."""
        return summarise(self.read_cells(plan), self.correction_um, self.correction_sd_um)


@dataclass
class Attempt:
    """One drive-up, from zero mark to lock or release. `mark_var_deg2` is the variance of where the
    nut truly stands: of every turn after the first, and of the seat with its washer. `turns_gauged`
    is how many turns there were at the last gauging. `followed` is the last gauging that was
    followed against the nut. `row_out`: by whose word one row cannot be reached.
    """

    number: int
    zero_set: bool = False
    tap_tested: bool = False
    zero: ZeroPoint = ZeroPoint.FIRM
    counted_from: SheetZero | None = None
    start_pressure_mpa: float | None = None
    nut_deg: float = 0.0
    turns: int = 0
    # Blows with the tool in hand since it was taken, how many of them since the last gauging, and
    # how many were struck together last.
    blows: int = 0
    all_blows: int = 0
    blows_since: int = 0
    last_blows: int = 0
    tool: int = 1
    # With which blow of this tool each place was gauged, by the number of the gauging; what was
    # gauged before it was taken stands at zero.
    struck_at: dict[int, int] = field(default_factory=dict)
    turns_gauged: int = -1
    mark_var_deg2: float = 0.0
    gaugings: list[Gauging] = field(default_factory=list)
    reseated: ev.Reseated | None = None
    seated: ev.NutSeated | None = None
    seated_after: int = 0
    followed: int = 0
    # What was looked at last, where feeler and nut did not agree.
    looks: dict[LookTarget, ev.LookedAt] = field(default_factory=dict)
    checks: list[ev.HandChecked] = field(default_factory=list)
    tab_at_deg: float | None = None
    locked: ev.Locked | None = None
    released: str | None = None
    row_out: ev.OutsideAccepted | None = None

    def turned(self, degrees: float, variance_deg2: float = MARK_SD_DEG**2) -> None:
        """The nut went on by this much."""
        self.nut_deg += degrees
        # The first mark is one with the seating turn; every further one adds its own uncertainty.
        if self.turns or variance_deg2 != MARK_SD_DEG**2:
            self.mark_var_deg2 += variance_deg2
        self.turns += 1

    def struck(self, blows: int, same: bool) -> None:
        """Blows that nobody counted as a turn: the nut stands elsewhere, and how far on is not
        known.
        """
        if not same and self.blows:
            # Learned anew, from where it was gauged last.
            last = max(self.struck_at, default=None)
            self.struck_at = {last: 0} if last is not None and not self.blows_since else {}
            self.blows = 0
            self.tool += 1
        self.zero_set = True
        self.blows += blows
        self.all_blows += blows
        self.blows_since += blows
        self.last_blows = blows
        self.nut_deg += UNCOUNTED_DEG
        self.turns += 1

    @property
    def wrong_parts(self) -> tuple[ev.LookedAt, ...]:
        """Looks that found parts which do not belong together."""
        return tuple(
            look for look in self.looks.values() if PROVES.get(look.found) is Explanation.TAPER
        )

    def looked(self) -> dict[LookTarget, LookFound]:
        """What was found and still holds: a sleeve that was where it belongs may have moved with a
        turn since; parts do not change.
        """
        return {
            look: said.found
            for look, said in self.looks.items()
            if look is not LookTarget.SLEEVE_END
            or said.found is LookFound.MOVED
            or said.nut_deg >= self.nut_deg - 1e-6
        }

    def nut_words(self) -> str:
        """How far the nut was driven, as far as anybody counted."""
        if self.all_blows:
            return f"{self.all_blows} blow{'s' if self.all_blows > 1 else ''}, the turn not counted"
        return f"{number(self.nut_deg)}° from its zero mark"

    def struck_places(self) -> list[striking.Gauged]:
        """The places that were gauged with the tool in hand, by how many blows led there."""
        known = [
            (self.struck_at[g.number], g.closed.summary)
            for g in self.gaugings
            if g.closed is not None and g.number in self.struck_at
        ]
        return [striking.Gauged(at, summary.mean_um, summary.sd_um) for at, summary in known]

    def step_um(self, plan: Plan) -> float:
        """How far the feelers of the last gauging on the sleeve are apart; ten micrometres while
        there is none.
        """
        last = next((g for g in reversed(self.gaugings) if g.closed), None)
        return (
            max((c.bracket.width_um for c in last.cells(plan) if c.bracket.closed), default=10.0)
            if last is not None
            else 10.0
        )

    def per_blow(self, plan: Plan) -> striking.PerBlow | None:
        """What a blow with the tool in hand takes; None until gaugings a leaf step apart tell."""
        return striking.learn(self.struck_places(), self.step_um(plan))

    @property
    def has_seat(self) -> bool:
        """Whether the nut sits on its washer or lock."""
        return self.seated is not None or self.reseated is not None

    def final(self) -> ev.GaugingClosed | None:
        """The last judged final gauging of this attempt; None when the last one found no play."""
        last = next(
            (
                g
                for g in reversed(self.gaugings)
                if g.phase is Phase.FINAL and (g.closed or g.no_play)
            ),
            None,
        )
        return last.closed if last else None

    def final_verdict(self) -> FinalVerdict | None:
        """The judgement after locking: by leaves, or by hand where nothing is gauged."""
        last = next(
            (
                g
                for g in reversed(self.gaugings)
                if g.phase is Phase.FINAL and (g.closed or g.no_play)
            ),
            None,
        )
        if last is not None and last.no_play is not None:
            return no_play_verdict(last.no_play.places, last.no_play.thinnest_um)
        if last is not None and last.closed is not None:
            found = last.closed.final_verdict
            return (
                one_row_accepted(found, self.row_out.name, self.row_out.reason)
                if found is not None and self.row_out is not None
                else found
            )
        return next(
            (c.verdict for c in reversed(self.checks) if c.locked and c.verdict is not None), None
        )

    @property
    def finished(self) -> bool:
        """Whether the final check was made."""
        return any(
            g.phase is Phase.FINAL and (g.closed or g.no_play) for g in self.gaugings
        ) or any(c.locked for c in self.checks)


Taken = Callable[[Gauging], float]


def agreeing(closed: Sequence[Gauging], taken: Taken = lambda _: 0.0) -> list[Gauging]:
    """The last gauging, and those before it that were taken the same way and agree with it within
    the uncertainty of both.

    `taken` is what was taken out since a gauging (µm).
    """
    found: list[Gauging] = []
    for gauging in reversed(closed):
        if found:
            one, last = gauging.closed, found[-1].closed
            assert one is not None and last is not None  # only closed ones are given
            apart = abs(
                one.summary.mean_um - taken(gauging) - last.summary.mean_um + taken(found[-1])
            )
            if gauging.where is not found[-1].where or apart > 2 * math.hypot(
                one.summary.sd_um, last.summary.sd_um
            ):
                break
        found.append(gauging)
    return found[::-1]


def pool(gaugings: Sequence[Gauging], taken: Taken = lambda _: 0.0) -> Known | None:
    """Mean of several gaugings, each weighed by its brackets, with its standard deviation; what was
    taken out since is subtracted.
    """
    known = [(g.closed.summary, taken(g)) for g in gaugings if g.closed]
    if not known:
        return None
    cells = sum(s.closed_cells for s, _ in known)
    mean = sum((s.mean_um - out) * s.closed_cells for s, out in known) / cells
    return Known(mean, math.sqrt(sum((s.sd_um * s.closed_cells / cells) ** 2 for s, _ in known)))
