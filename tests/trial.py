"""Virtual mountings with a hidden truth: the adviser against two fitters' habits, side by side.

The truth is drawn from distributions wider than what the adviser believes. Seeded; the same mountings for every method.
"""

from __future__ import annotations

import math
import os
import sys
from collections.abc import Callable, Sequence
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from pathlib import Path

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
import numpy as np

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src")]

from tribodex.core.adviser.belief import Belief, Reading, believe
from tribodex.core.adviser.leaf import Expected, choose_leaf
from tribodex.core.adviser.move import advise, unmounted_again
from tribodex.core.adviser.prior import sleeve_model
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group, Taper
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.job.leaves import OTHER_PLACES_SD_UM
from tribodex.core.mounting.gauging import Bracket, Cell, Outcome, Row, Trial, bracket_of, settle_thin_end, summarise
from tribodex.core.mounting.locking import best, tab_positions
from tribodex.core.mounting.reduction import Card, residual_limit
from tribodex.core.mounting.window import Window, target_window
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.quantities import LengthUnit
from tribodex.reference import load_reference

# Hidden truth: one standard deviation each. The adviser believes in 0.10, 12°, 4 µm (form and leaf together), 2.1 µm and 2°.
RATIO_SD, SEATING_SD, FORM_SD, LEAF_SD, SHARED_SD, TURN_SD = 0.12, 14.0, 3.0, 3.5, 2.2, 3.0
METRIC = FeelerSet("m", "metric", LengthUnit.MM, tuple(float(t) for t in (20, 30, 40, 50, 60, 70, 80, 90, 100, 150, 200, 250, 300, 400, 500)))
INCH = FeelerSet("i", "inch", LengthUnit.THOU, tuple(round(t * 25.4, 2) for t in (1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15)))
MOST_GAUGINGS = 12


@dataclass
class Mounting:
    """One hidden truth and the hands at work on it."""

    rng: np.random.Generator
    bearing: Bearing
    nut: LockNut
    gauge: FeelerSet
    initial_um: float
    per_degree: float
    seating: float
    form: dict[tuple[int, Row], float]
    first_tab_deg: float
    reduction: Span
    least: float | None
    turned: float = 0.0
    logged: float = 0.0
    gaugings: int = 0
    turns: int = 0
    promised: tuple[float, float] = (math.nan, math.nan)
    readings: list[Reading] = field(default_factory=list)

    def truth_um(self, turned: float | None = None) -> float:
        at = self.turned if turned is None else turned
        return max(0.0, self.initial_um - self.per_degree * max(0.0, at - self.seating))

    def turn(self, degrees: float) -> None:
        self.turns += 1
        self.logged += degrees
        self.turned += max(0.0, degrees + self.rng.normal(0, TURN_SD))

    def read(self, places: int, expected: Expected, window: Window | None = None) -> list[Bracket]:
        """Gauge: follow the proposed leaves at every place of both rows."""
        shared = self.rng.normal(0, SHARED_SD)
        brackets = []
        mids: list[float] = []
        for place in range(1, places + 1):
            for row in Row:
                play = self.truth_um() + self.form[place, row] + shared
                trials: list[Trial] = []
                for _ in range(25):
                    bracket = settle_thin_end(bracket_of(trials), self.gauge)
                    choice = choose_leaf(bracket, expected, self.gauge, window)
                    if choice is None:
                        break
                    leaf = choice.stack
                    felt = leaf.thickness_um + self.rng.normal(0, LEAF_SD)
                    trials.append(Trial(1, place, row, leaf, Outcome.PASSES if felt <= play else Outcome.STOPS))
                bracket = settle_thin_end(bracket_of(trials), self.gauge)
                if bracket.closed:
                    brackets.append(bracket)
                    mids.append(bracket.mid_um)
                    expected = Expected.at_place(sum(mids) / len(mids), OTHER_PLACES_SD_UM)
        return brackets

    def gauge_now(self, expected: Expected, window: Window | None = None, places: int = 3) -> float:
        """Gauge on the sleeve; the mean of the brackets."""
        self.gaugings += 1
        brackets = self.read(places, expected, window)
        if not brackets:
            return math.nan
        self.readings.append(Reading(self.logged, tuple(Span(b.low_um or 0.0, b.high_um or 0.0) for b in brackets), self.turns))
        return sum(b.mid_um for b in brackets) / len(brackets)


def draw(rng: np.random.Generator, reference: object) -> Mounting:
    """A mounting, bores 30 to 300 mm, groups CN to C4."""
    ref = load() if reference is None else reference
    bore = float(
        rng.choice(
            [30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 110, 120, 130, 140, 150, 160, 170, 180, 190, 200, 220, 240, 260, 280, 300]
        )
    )
    group = Group(str(rng.choice(["CN", "C3", "C4"])))
    bearing = Bearing(bore, round(bore * 1.78), round(bore * 0.44), Taper.ONE_IN_12, group)
    listed = ref.nuts.find(bore)  # type: ignore[attr-defined]
    # Large nuts are locked by plates and clips that are counted at hand: here as if with a washer of nineteen tabs.
    nut = listed if listed is not None and listed.tabs else LockNut(bore, 4.0, bore * 1.25, 4, 19, 20.0)
    limits = ref.clearance.limits(bearing)  # type: ignore[attr-defined]
    card = ref.cards[Card.A]  # type: ignore[attr-defined]
    nominal = sleeve_model(bearing, None, nut.pitch_mm, ZeroPoint.FIRM).per_degree_um
    form = {(place, row): float(rng.normal(0, FORM_SD)) for place in (1, 2, 3) for row in Row}
    return Mounting(
        rng,
        bearing,
        nut,
        METRIC if rng.random() < 0.5 else INCH,
        float(rng.uniform(limits.low, limits.high)),
        nominal * max(0.5, float(rng.normal(1, RATIO_SD))),
        abs(float(rng.normal(10, SEATING_SD))),
        form,
        float(rng.uniform(0, nut.tab_step_deg)),
        card.row(bore).reduction_um,
        residual_limit(card, bearing).value,
    )


def load() -> object:
    """The reference, once."""
    return load_reference()


@dataclass
class Ended:
    """How a mounting ended."""

    inside: bool
    below_limit: bool
    gaugings: int
    turns: int
    wide: bool
    width: float = 0.0
    promised_inside: float = 0.0
    promised_limit: float = 0.0


def lock(m: Mounting, belief: Belief, window: Window, risk: float) -> None:
    """Tighten to the best tab position, or to the next when none is inside."""
    step = m.nut.tab_step_deg
    first = (m.first_tab_deg - m.turned) % step
    found = tab_positions(belief, m.nut, window, first, risk=risk)
    chosen = best(found) or found[0]
    m.turned += chosen.turn_deg
    at = belief.after(chosen.turn_deg)
    m.promised = (at.inside(window), at.below_limit(window))


def belief_of(m: Mounting, initial: list[list[Span]]) -> Belief:
    return believe(
        sleeve_model(m.bearing, None, m.nut.pitch_mm, ZeroPoint.FIRM),
        initial,
        m.readings,
        m.logged,
        m.turns - (m.readings[-1].turns if m.readings else 0),
    )


def spans_of(brackets: list[Bracket]) -> list[Span]:
    return [Span(b.low_um or 0.0, b.high_um or 0.0) for b in brackets]


@dataclass(frozen=True)
class ByAdviser:
    """Follow the adviser."""

    risk: float

    def __call__(self, m: Mounting, first: list[Span], window: Window) -> None:
        initial = [first]
        while unmounted_again(window, len(initial)):
            m.gaugings += 1
            initial.append(spans_of(m.read(3, Expected.at_place(window.initial_um, 3.0))))
            mean = belief_of(m, initial).clearance_um
            window = target_window(mean, m.reduction, m.least)
        belief, repeats = belief_of(m, initial), 0
        for _ in range(MOST_GAUGINGS):
            advice = advise(belief, window, len(m.readings), repeats, self.risk, m.nut.tab_step_deg)
            if advice.stop:
                break
            repeats += 1
            if advice.angle_deg:
                m.turn(advice.angle_deg)
                belief, repeats = belief_of(m, initial), 0
            elif not advice.regauge and m.readings:
                break
            m.gauge_now(Expected.at_place(belief.clearance_um, belief.gauged_sd_um), window)
            belief = belief_of(m, initial)
        lock(m, belief, window, self.risk)


def habit_a(m: Mounting, initial: list[Span], window: Window) -> None:
    """Turn 30 degrees and gauge, until the reading is in the window."""
    c0 = window.initial_um
    for _ in range(30):
        m.turn(30)
        if m.gauge_now(Expected.between(Span(c0 * 0.3, c0))) <= window.high_um:
            break
    m.turned += (m.first_tab_deg - m.turned) % m.nut.tab_step_deg


def habit_b(m: Mounting, initial: list[Span], window: Window) -> None:
    """Turn to the middle of the card's nut angle, gauge, then small turns until the reading is in the window."""
    nominal = sleeve_model(m.bearing, None, m.nut.pitch_mm, ZeroPoint.FIRM).per_degree_um
    m.turn(m.reduction.mid / nominal)
    for _ in range(30):
        if m.gauge_now(Expected.between(Span(max(0.0, window.low_um - 10), window.high_um + 20))) <= window.high_um:
            break
        m.turn(15)
    m.turned += (m.first_tab_deg - m.turned) % m.nut.tab_step_deg


def perfect(m: Mounting, initial: list[Span], window: Window) -> None:
    """Knows everything: the best tab position there is."""
    truth = target_window(m.initial_um, m.reduction, m.least)
    wanted = m.seating + (m.initial_um - truth.mid_um) / m.per_degree
    step = m.nut.tab_step_deg
    m.turned = m.first_tab_deg + step * round((wanted - m.first_tab_deg) / step)


def run(method: Callable[[Mounting, list[Span], Window], None], count: int, seed: int) -> list[Ended]:
    """The same mountings for every method."""
    with ProcessPoolExecutor() as pool:
        chunks = list(pool.map(_run, [(method, range(i, count, 8), seed) for i in range(8)]))
    return [ended for chunk in chunks for ended in chunk]


def _run(work: tuple[Callable[[Mounting, list[Span], Window], None], range, int]) -> list[Ended]:
    method, numbers, seed = work
    reference = load()
    ended = []
    for number in numbers:
        m = draw(np.random.default_rng([seed, number]), reference)
        truth = target_window(m.initial_um, m.reduction, m.least)
        limits = reference.clearance.limits(m.bearing)  # type: ignore[attr-defined]
        brackets = m.read(3, Expected.between(limits))
        summary = summarise([Cell(i, Row.NUT_SIDE, b) for i, b in enumerate(brackets)])
        if summary is None:
            continue
        window = target_window(summary.mean_um, m.reduction, m.least)
        if truth.empty or window.empty:
            continue
        method(m, spans_of(brackets), window)
        c = m.truth_um()
        leaf_step = 10.0 if m.gauge is METRIC else 12.7
        wide = truth.high_um - truth.low_um >= 2 * leaf_step
        ended.append(
            Ended(
                truth.low_um <= c <= truth.high_um,
                m.least is not None and c < m.least,
                m.gaugings,
                m.turns,
                wide,
                truth.high_um - truth.low_um,
                *m.promised,
            )
        )
    return ended


METHODS: dict[str, Callable[[Mounting, list[Span], Window], None]] = {
    "adviser, risk 1 %": ByAdviser(0.01),
    "adviser, risk 2 %": ByAdviser(0.02),
    "adviser, risk 5 %": ByAdviser(0.05),
    "habit a: turn 30° and gauge": habit_a,
    "habit b: the card's angle, then gauge": habit_b,
    "perfect knowledge": perfect,
}


@dataclass(frozen=True)
class Share:
    """A share of mountings with its standard error."""

    value: float
    error: float

    @classmethod
    def of(cls, hits: Sequence[bool]) -> Share:
        value = float(np.mean(hits)) if len(hits) else math.nan
        return cls(value, math.sqrt(max(value * (1 - value), 1e-9) / max(1, len(hits))))


@dataclass(frozen=True)
class Measured:
    """What one method reached. `promises`: pairs of the chance said at the end and what was found, where the method says one."""

    name: str
    count: int
    wide: int
    inside: Share
    inside_wide: Share
    below_limit: Share
    gaugings: float
    turns: float
    mean_gaugings: float
    promises: list[tuple[float, bool]]


def measure(name: str, count: int, seed: int) -> Measured:
    """Run one method on `count` mountings."""
    ended = run(METHODS[name], count, seed)
    wide = [e for e in ended if e.wide]
    return Measured(
        name,
        len(ended),
        len(wide),
        Share.of([e.inside for e in ended]),
        Share.of([e.inside for e in wide]),
        Share.of([e.below_limit for e in ended]),
        float(np.median([e.gaugings for e in ended])),
        float(np.median([e.turns for e in ended])),
        float(np.mean([e.gaugings for e in ended])),
        [(e.promised_inside, e.inside) for e in ended if not math.isnan(e.promised_inside)],
    )
