"""Feeler readings as brackets, their mean, and which leaf next."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from statistics import median

from tribodex.core.components.feeler import FEEL_SD_UM, FeelerSet, Stack
from tribodex.core.quantities import um_text
from tribodex.core.sources import EXPANSION, GAUGED
from tribodex.core.working import Line, Result, number

# Narrower than this no further leaf is asked for: feel and leaf tolerance are of that size (common
# practice, no source).
FINE_ENOUGH_UM = 15.0
# A place this many standard deviations from the median stands out (common practice, no source).
OUTLIER_SDS = 3.5
OUTLIER_LEAST_SD_UM = 4.5
# “Passes with a light drag”: the play is the leaf to this much more (common practice, no source).
DRAG_WIDTH_UM = 8.0


class Outcome(StrEnum):
    """What a leaf did."""

    PASSES = "passes"
    DRAGS = "drags"
    STOPS = "does not pass"


class Row(StrEnum):
    """The two rows of rollers, named by where the nut is."""

    NUT_SIDE = "nut side"
    FAR_SIDE = "far side"

    @property
    def words(self) -> str:
        """What a millwright calls it; the value is what is stored.

        >>> Row.FAR_SIDE.words
        'far row'
        """
        return "nut-side row" if self is Row.NUT_SIDE else "far row"

    def called(self, unmounted: bool) -> str:
        """What it is called while there is no nut yet: by the face that bears the number, and the
        other one.

        >>> Row.NUT_SIDE.called(True), Row.NUT_SIDE.called(False)
        ('marked-face row', 'nut-side row')
        """
        if not unmounted:
            return self.words
        return "marked-face row" if self is Row.NUT_SIDE else "other-face row"


class Where(StrEnum):
    """Where the play is gauged. The same before and after."""

    BENCH_TOP = "bench_top"
    HUNG_BOTTOM = "hung_bottom"
    LIFTED_TOP = "lifted_top"


class Phase(StrEnum):
    """What a gauging is for."""

    INITIAL = "initial"
    DRIVE_UP = "drive_up"
    FINAL = "final"


@dataclass(frozen=True)
class Trial:
    """One leaf or stack tried at one place of one row. `seq` is the event that says so."""

    seq: int
    place: int
    row: Row
    stack: Stack
    outcome: Outcome


@dataclass(frozen=True)
class Bracket:
    """What the trials at one place and row say. Ends in µm, None while unknown.

    `contradiction` is set when a thicker leaf passed where a thinner one did not. `nothing_passed`:
    even the thinnest leaf of the set stopped, so there is no measurable clearance there, and no
    number either.
    """

    low_um: float | None
    high_um: float | None
    dragged: bool = False
    contradiction: str = ""
    nothing_passed: bool = False

    @property
    def closed(self) -> bool:
        """Both ends are known and agree."""
        return self.low_um is not None and self.high_um is not None and not self.contradiction

    @property
    def mid_um(self) -> float:
        """Middle of a closed bracket."""
        if self.low_um is None or self.high_um is None:
            raise ValueError("the bracket is open")
        return (self.low_um + self.high_um) / 2

    @property
    def width_um(self) -> float:
        """Width of a closed bracket."""
        if self.low_um is None or self.high_um is None:
            raise ValueError("the bracket is open")
        return self.high_um - self.low_um


def bracket_of(trials: Sequence[Trial]) -> Bracket:
    """Fold the trials of one place and row into a bracket.

    Symbols: low = thickest leaf that passed, high = thinnest that did not (µm).
    Valid: trials of one place and row, taken without moving the nut.
    Raises: nothing; a contradiction is part of the answer.
    Source: common practice, no source.

    >>> t = lambda um, o: Trial(1, 1, Row.NUT_SIDE, Stack((um,)), o)
    >>> bracket_of([t(100.0, Outcome.PASSES), t(120.0, Outcome.STOPS)])
    Bracket(low_um=100.0, high_um=120.0, dragged=False, contradiction='', nothing_passed=False)
    """
    passed = [t.stack.thickness_um for t in trials if t.outcome is not Outcome.STOPS]
    stopped = [t.stack.thickness_um for t in trials if t.outcome is Outcome.STOPS]
    dragged = [t.stack.thickness_um for t in trials if t.outcome is Outcome.DRAGS]
    low = max(passed, default=None)
    high = min(stopped, default=None)
    if low is not None and high is not None and low >= high:
        text = f"{number(low / 1000)} mm passed, yet {number(high / 1000)} mm did not"
        return Bracket(low, high, contradiction=text)
    if low is not None and low in dragged:
        high = min(low + DRAG_WIDTH_UM, high) if high is not None else low + DRAG_WIDTH_UM
        return Bracket(low, high, dragged=True)
    return Bracket(low, high)


def mark_thin_end(bracket: Bracket, gauge: FeelerSet) -> Bracket:
    """Say so when even the thinnest leaf does not pass: no measurable clearance, never a number
    between zero and that leaf.

    Symbols: as bracket_of.
    Valid: one place of one row.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.quantities import LengthUnit
    >>> b = mark_thin_end(Bracket(None, 30.0), FeelerSet("a", "A", LengthUnit.MM, (30.0, 40.0)))
    >>> b.nothing_passed, b.closed
    (True, False)
    """
    if (
        bracket.low_um is None
        and bracket.high_um is not None
        and bracket.high_um <= gauge.leaves_um[0] + 0.5
    ):
        return replace(bracket, nothing_passed=True)
    return bracket


@dataclass(frozen=True)
class Cell:
    """One place of one row with its bracket; `unmounted` while there is no nut that its rows could
    be named by.
    """

    place: int
    row: Row
    bracket: Bracket
    unmounted: bool = False

    @property
    def where(self) -> str:
        """Place and row, in words."""
        return f"place {self.place}, {self.row.called(self.unmounted)}"


@dataclass(frozen=True)
class Gauged:
    """A gauging taken with the nut at `nut_angle_deg` past its zero mark. Clearances in µm."""

    nut_angle_deg: float
    mean_um: float
    sd_um: float


@dataclass(frozen=True)
class Summary:
    """What a gauging says. Clearances in µm; `sd_um` one standard deviation of the mean.

    `row_difference_um` is the difference between the rows' means; None unless both were gauged.
    `correction_um` was added for a warm ring.
    """

    mean_um: float
    sd_um: float
    spread_um: float
    closed_cells: int
    row_difference_um: float | None
    findings: tuple[str, ...]
    correction_um: float = 0.0

    @property
    def uncertainty_um(self) -> float:
        """Half-width that holds about 19 times in 20."""
        return 2 * self.sd_um


def summarise(
    cells: Sequence[Cell], correction_um: float = 0.0, correction_sd_um: float = 0.0
) -> Summary | None:
    """Mean, uncertainty and spread of the closed brackets; None when none is closed.

    A bracket counts as evenly likely from end to end; its leaves' tolerance and the feel are added
    in quadrature. The differences between places are real (form, settling) and enter the
    uncertainty of the mean.

    Symbols: c = mean of the middles + correction for a warm ring; sd² = (mean cell variance +
        variance between cells)/n + sd² of it.
    Valid: brackets of one gauging, nut not moved between.
    Raises: nothing.
    Source: evaluation of rectangular distributions as in the GUM (JCGM 100:2008, 4.3.7), from
        memory.

    >>> s = summarise(
    ...     [
    ...         Cell(1, Row.NUT_SIDE, Bracket(100.0, 110.0)),
    ...         Cell(1, Row.FAR_SIDE, Bracket(110.0, 120.0)),
    ...     ]
    ... )
    >>> s.mean_um, s.spread_um, s.row_difference_um
    (110.0, 10.0, -10.0)
    """
    closed = [cell for cell in cells if cell.bracket.closed]
    if not closed:
        return None
    mids = [cell.bracket.mid_um for cell in closed]
    n = len(mids)
    mean = math.fsum(mids) / n
    tool = Stack((50.0, 50.0)).sd_um
    within = math.fsum((c.bracket.width_um**2) / 12 + tool**2 for c in closed) / n
    between = math.fsum((m - mean) ** 2 for m in mids) / (n - 1) if n > 1 else 0.0
    rows = {row: [c.bracket.mid_um for c in closed if c.row is row] for row in Row}
    difference = None
    findings: list[str] = []
    if all(rows.values()):
        means = [math.fsum(v) / len(v) for v in rows.values()]
        difference = means[0] - means[1]
        step = max(FINE_ENOUGH_UM, *(c.bracket.width_um for c in closed))
        if abs(difference) > step:
            findings.append(
                f"The rows differ by {um_text(abs(difference))}, more than one feeler step: the"
                " outer ring is cocked or the rollers are not settled. Turn the ring, settle, and"
                " gauge again; do not average it away."
            )
    findings.extend(_outliers(closed, mids))
    findings.extend(
        f"{c.where.capitalize()}: {c.bracket.contradiction}."
        for c in cells
        if c.bracket.contradiction
    )
    sd = math.sqrt((within + between) / n + correction_sd_um**2)
    return Summary(
        mean_um=mean + correction_um,
        sd_um=sd,
        spread_um=max(mids) - min(mids),
        closed_cells=n,
        row_difference_um=difference,
        findings=tuple(findings),
        correction_um=correction_um,
    )


def undecided_um(cells: Sequence[Cell]) -> float:
    """Half the stretch that every closed bracket holds: nothing that was read says where in it the
    clearance lies. Zero for none.

    Steps of leaves are no independent errors: six times 100 to 300 µm says no more than once.

    Symbols: as summarise (µm).
    Valid: brackets of one gauging.
    Raises: nothing.
    Source: the common part of intervals; a systematic effect is not averaged away (JCGM 100:2008,
        E.3, from memory).

    >>> undecided_um([Cell(n, Row.NUT_SIDE, Bracket(100.0, 300.0)) for n in (1, 2, 3)])
    100.0
    >>> undecided_um(
    ...     [Cell(1, Row.NUT_SIDE, Bracket(70.0, 80.0)), Cell(2, Row.NUT_SIDE, Bracket(80.0, 90.0))]
    ... )
    0.0
    """
    closed = [cell.bracket for cell in cells if cell.bracket.closed]
    lows, highs = [b.low_um or 0.0 for b in closed], [b.high_um or 0.0 for b in closed]
    return max(0.0, min(highs) - max(lows)) / 2 if closed else 0.0


def reduction_sd_um(before: Sequence[Cell], after: Sequence[Cell]) -> float | None:
    """One standard deviation of a reduction from brackets of the same places: form and leaf errors
    cancel, brackets and feel do not.

    Symbols: w bracket widths, f feel (µm), n places with both; sd² = max(mean(w_b²/12 + w_a²/12 +
        2f²), variance between)/n.
    Valid: gauged at the same places with the same set; None where no place has both brackets
        closed.
    Raises: nothing.
    Source: rectangular distributions as in the GUM (JCGM 100:2008, 4.3.7), from memory.

    >>> one, two = (
    ...     [Cell(1, Row.NUT_SIDE, Bracket(120.0, 130.0))],
    ...     [Cell(1, Row.NUT_SIDE, Bracket(60.0, 70.0))],
    ... )
    >>> round(reduction_sd_um(one, two), 2)
    5.4
    """
    first = {(c.place, c.row): c.bracket for c in before if c.bracket.closed}
    pairs = [
        (first[c.place, c.row], c.bracket)
        for c in after
        if c.bracket.closed and (c.place, c.row) in first
    ]
    if not pairs:
        return None
    n = len(pairs)
    within = (
        math.fsum((a.width_um**2 + b.width_um**2) / 12 + 2 * FEEL_SD_UM**2 for a, b in pairs) / n
    )
    taken = [a.mid_um - b.mid_um for a, b in pairs]
    mean = math.fsum(taken) / n
    between = math.fsum((t - mean) ** 2 for t in taken) / (n - 1) if n > 1 else 0.0
    return math.sqrt(max(within, between) / n)


def _outliers(closed: Sequence[Cell], mids: Sequence[float]) -> list[str]:
    """Places that stand out from the others by more than form and feel explain; none with fewer
    than four.
    """
    if len(mids) < 4:
        return []
    middle = median(mids)
    # Median of the distances times 1.4826 is the standard deviation of a normal spread; never below
    # what a leaf can tell.
    spread = max(OUTLIER_LEAST_SD_UM, 1.4826 * median([abs(m - middle) for m in mids]))
    return [
        f"{c.where.capitalize()} stands out: {um_text(c.bracket.mid_um)} where the others are about"
        f" {um_text(middle)}. Gauge that place again: a rolled feeler, a bent feeler or dirt;"
        " correct the reading in the log rather than average it away."
        for c, m in zip(closed, mids, strict=True)
        if abs(m - middle) > OUTLIER_SDS * spread
    ]


def mean_result(summary: Summary, label: str) -> Result:
    """A gauged clearance as a figure.

    Symbols: as summarise.
    Valid: as summarise.
    Raises: nothing.
    Source: readings of this job.

    >>> mean_result(Summary(110.0, 4.0, 10.0, 2, None, ()), "Unmounted clearance").uncertainty
    8.0
    """
    return Result(
        "gauged_clearance",
        label,
        summary.mean_um,
        "µm",
        uncertainty=summary.uncertainty_um,
        working=(
            Line(
                "c",
                f"mean of {summary.closed_cells} brackets",
                "c = Σ mid / n",
                f"n = {summary.closed_cells}",
                summary.mean_um,
                "µm",
                GAUGED.id,
            ),
            *(
                (
                    Line(
                        "Δ",
                        "added for the warmer inner ring",
                        "α·(T_i - T_o)·F_m",
                        "",
                        summary.correction_um,
                        "µm",
                        EXPANSION.id,
                    ),
                )
                if summary.correction_um
                else ()
            ),
            Line(
                "spread",
                "largest minus smallest middle",
                "max - min",
                "",
                summary.spread_um,
                "µm",
                GAUGED.id,
            ),
            Line(
                "±",
                "uncertainty, about 19 times in 20",
                "2·√((width²/12 + leaf² + between)/n)",
                "",
                summary.uncertainty_um,
                "µm",
                GAUGED.id,
            ),
        ),
    )
