"""Virtual mountings with a hidden truth, done at the bench itself: commands, next moves, lock as told.

Nobody at the bench sees the truth. It is not what the adviser believes: seating turns with a long tail, another spread of the
ratio, leaves with errors of their own, a hand that feels, a bias of every gauging; and in a stated share of mountings a wrong
zero mark, a wrong taper, or a gauging that reads wrong. Seeded; the same mountings for every method.
"""

from __future__ import annotations

import math
import os
import sys
from collections.abc import Callable, Sequence
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from datetime import timedelta
from enum import StrEnum
from functools import lru_cache
from pathlib import Path

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
from typing import Any

import numpy as np

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src")]

from tests.helpers import BEGIN
from tribodex.core.components.feeler import FeelerSet, Stack
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.errors import Refused
from tribodex.core.job import ahead, facts
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.decide import decide
from tribodex.core.job.moves import Ask
from tribodex.core.job.places import ONLY_PLACE, SHAFT, Place
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.gauging import Outcome, Phase, Row
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import LengthUnit
from tribodex.core.topics import desk, fold, tapered
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.leaves import next_cell
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.topics.tapered.parting import CHECKS
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.reference import load_reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.opening import MOUNTING
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning import make_plan
from tribodex.usecases.ports import Reference

# Hidden truth (one standard deviation each, unless said otherwise). The adviser believes in 0.10, 10 ± 12° with a tail, 4 µm and 2.1 µm, 2°.
RATIO_SD, FORM_SD, FEEL_SD, BIAS_SD, TURN_SD = 0.12, 3.0, 2.5, 2.2, 3.0
LEAF_MOST_UM, LEAF_MOST_SHARE = 3.0, 0.05  # every leaf of a set has an error of its own; its tolerance, the larger of these, is three sd
SEATING_MEAN, SEATING_MOST = 22.0, 120.0  # exponential, cut: a long tail
WASHER_SD_MM, MEASURED_SD_MM, SLEEVE_SD_MM, SEAT_SD, READ_SD = 0.10, 0.015, 0.010, 3.0, 3.0
METRIC = FeelerSet("m", "metric", LengthUnit.MM, tuple(float(t) for t in (20, 30, 40, 50, 60, 70, 80, 90, 100, 150, 200, 250, 300, 400, 500)))
INCH = FeelerSet("i", "inch", LengthUnit.THOU, tuple(round(t * 25.4, 2) for t in (1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15)))
# What the plan asks for where the window lies below a set's thinnest leaf, or is narrower than its steps.
FINE = FeelerSet(
    "f", "fine metric", LengthUnit.MM, tuple(float(t) for t in (10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 150, 200, 250, 300))
)
BORES = (30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 110, 120, 130, 140, 150, 160, 170, 180, 190, 200, 220, 240, 260, 280, 300)
MOST_MOVES, MOST_ATTEMPTS = 90, 3
ERRORS = ("zero too early", "driven before zero", "other taper", "sleeve slips", "a gauging reads wrong")


class Says(StrEnum):
    """How readings are said: each leaf; the thickest that goes in for each row; or for both rows at once where they read the same."""

    LEAF = "feeler by feeler"
    ROW = "one tap a row"
    ROWS = "one tap, both rows where they read the same"


@lru_cache(maxsize=1)
def reference() -> Reference:
    """Tables and procedures, once a process."""
    return load_reference()


@dataclass
class Truth:
    """What is really there. Angles degrees, clearances µm; `seat_deg` is how far the bearing was driven, as a turn of the nut."""

    rng: np.random.Generator
    initial_um: float
    per_degree_um: float
    seating_deg: float
    form: dict[tuple[int, Row], float]
    leaf_errors: dict[float, float]
    washer_mm: float
    error: str = ""
    wrong_gauging: int = -1
    turned_deg: float = 0.0
    gaugings: int = 0
    bias: float = 0.0

    def residual_um(self, turned_deg: float | None = None) -> float:
        """The true clearance, mean round the ring."""
        at = self.turned_deg if turned_deg is None else turned_deg
        return self.initial_um - self.per_degree_um * max(0.0, at - self.seating_deg)

    def turn(self, degrees: float) -> None:
        """The nut is turned; a hand sets it as well as it can."""
        self.turned_deg += max(0.0, degrees + self.rng.normal(0, TURN_SD))

    def begin_gauging(self) -> None:
        """A gauging has its own bias; now and then one reads wrong altogether."""
        self.bias = self.rng.normal(0, BIAS_SD)
        if self.gaugings == self.wrong_gauging:
            self.bias += float(self.rng.choice([-1, 1])) * self.rng.uniform(20, 60)
        self.gaugings += 1

    def goes_in(self, stack: Stack, place: int, row: Row) -> bool:
        """Whether a leaf or stack goes in."""
        play = max(0.0, self.residual_um() + self.form[place, row] + self.bias)
        real = sum(leaf + self.leaf_errors[leaf] for leaf in stack.leaves_um) + 1.5 * (len(stack.leaves_um) - 1)
        return real + self.rng.normal(0, FEEL_SD) <= play


@dataclass
class Fitter:
    """Hands at the bench: says what is asked, does what the next move says."""

    plan: Plan
    truth: Truth
    says: Says = Says.ROWS
    log: list[facts.Event] = field(default_factory=list)
    taps: int = 0
    leaf_taps: int = 0
    gaugings: int = 0
    attempts: int = 1
    washers: int = 0
    refused: list[str] = field(default_factory=list)

    def __post_init__(self) -> None:
        own, shaft = reference().procedure(procedure_id(self.plan.method)), reference().procedure(MOUNTING)
        self.procedures = {SHAFT: shaft, ONLY_PLACE: own}
        place = Place(ONLY_PLACE, "p", "Place", own.id, own.version)
        plans = (facts.Planned(ONLY_PLACE, ev.TaperedPlanned(self.plan)),)
        self._add(SHAFT, facts.JobOpened(1, "Trial", "m", "Machine", shaft.id, shaft.version, (place,), plans))
        self.job = fold(self.log)

    @property
    def state(self) -> Tapered:
        return self.job.of(tapered.TOPIC, ONLY_PLACE)

    @property
    def desk(self) -> Desk:
        return desk(self.job, self.procedures, self.log, ONLY_PLACE)

    def _add(self, at: str, fact: facts.Fact) -> None:
        moment = BEGIN + timedelta(seconds=len(self.log))
        self.log.append(facts.Event(len(self.log) + 1, f"trial-{len(self.log):06d}", at, fact, "Trial", moment, moment))

    def say(self, command: object) -> bool:
        """One tap. A refusal is kept and the work goes on."""
        self.taps += 1
        try:
            at, found = decide(self.desk, command)
            for fact in found:
                self._add(at, fact)
        except Refused as error:
            self.refused.append(error.detail)
            return False
        self.job = fold(self.log)
        return True

    def next(self) -> Any:
        """What the bench says."""
        return ahead.next_move(self.desk)

    def gauge(self, phase: Phase, places: int | None = None) -> None:
        """Gauge as the tool proposes."""
        if not self.say(cmd.StartGauging(phase, places)):
            return
        self.gaugings += 1
        self.truth.begin_gauging()
        for _ in range(80):
            gauging = self.state.open_gauging()
            todo = next_cell(self.state, gauging) if gauging else None
            if todo is None:
                break
            cell, choice = todo
            self.leaf_taps += 1
            if self.says is not Says.LEAF:
                self._bracket(cell.place, cell.row, choice.stack)
            else:
                passes = self.truth.goes_in(choice.stack, cell.place, cell.row)
                outcome = Outcome.PASSES if passes else Outcome.STOPS
                self.say(cmd.TryLeaf(cell.place, cell.row, f"{choice.stack.thickness_um} µm", outcome))
        self.say(cmd.CloseGauging())

    def _bracket(self, place: int, row: Row, first: Stack) -> None:
        """Both rows are tried in hand where neither was said; one tap where they read the same, one each where not.

        The other row begins with the leaf that is in the hand by then.
        """
        here = self._thickest(place, row, first)
        gauging = self.state.open_gauging()
        assert gauging is not None
        if self.says is Says.ROW or any(t.place == place for t in gauging.trials):
            self.say(cmd.BracketPlace(place, row, _said(here)))
            return
        other = Row.FAR_SIDE if row is Row.NUT_SIDE else Row.NUT_SIDE
        there = self._thickest(place, other, here or first)
        if _said(there) == _said(here):
            self.say(cmd.BracketPlace(place, row, _said(here), both_rows=True))
            return
        self.leaf_taps += 1
        self.say(cmd.BracketPlace(place, row, _said(here)))
        self.say(cmd.BracketPlace(place, other, _said(there)))

    def _thickest(self, place: int, row: Row, first: Stack) -> Stack | None:
        """Up while leaves go in, down while they do not; the thickest that went in, the next one tried."""
        gauge = self.plan.gauge
        at: Stack | None = first
        best: Stack | None = None
        if self.truth.goes_in(first, place, row):
            best = first
            while (at := gauge.next_above(best.thickness_um)) is not None and self.truth.goes_in(at, place, row):
                best = at
        else:
            below = list(gauge.stacks(0, first.thickness_um - 1.5))
            while below and best is None:
                at = below.pop()
                if self.truth.goes_in(at, place, row):
                    best = at
        return best

    def work(self) -> str:
        """As told, until the final check is due, or something stops it for good: the word for how it ended."""
        stops = 0
        for _ in range(MOST_MOVES):
            move = self.next()
            match move.do:
                case Ask.CONFIRM:
                    gate, _ = self.desk.gate(move.gate or "")
                    self.say(job_cmd.ConfirmGate(gate.id, tuple(i.id for i in gate.items)))
                case Do.GAUGE_INITIAL:
                    self.gauge(Phase.INITIAL)
                case Do.DECIDE_GROUP:
                    stops += 1
                    if stops > 2:
                        return "outside its group"
                    self.gauge(Phase.INITIAL)
                case Do.DECIDE_WINDOW:
                    # The first way out that is offered: gauge again.
                    stops += 1
                    if stops > 2:
                        return "no window"
                    self.gauge(Phase.INITIAL)
                case Do.SET_ZERO:
                    self.say(cmd.SetZero(True))
                case Do.TURN if move.turn_deg is not None:
                    self.truth.turn(move.turn_deg)
                    self.say(cmd.TurnNut(f"{move.turn_deg:.2f}"))
                case Do.GAUGE:
                    self.gauge(Phase.DRIVE_UP, move.places)
                case Do.SEAT:
                    self._seat()
                case Do.PARTED:
                    if "Gauge again" in move.headline:
                        self.gauge(Phase.DRIVE_UP)
                    else:
                        self.say(cmd.FollowLeaf(tuple(CHECKS), "nothing found"))
                case Do.DECIDE_NARROW:
                    self.say(cmd.AcceptOutside("narrow", "Trial", "narrow window"))
                case Do.SEE_TAB:
                    self._see_tab()
                case Do.LOCK if move.turn_deg is not None:
                    self.truth.turned_deg += move.turn_deg
                    if not self.say(cmd.Lock(f"{move.turn_deg:.3f}")):
                        return "lock refused"
                case Do.LOCK if self.state.first_tab_deg() is None:
                    self._see_tab()
                case Do.LOCK if self.washers < 2:
                    self.washers += 1
                    self._see_tab(another=True)
                case Do.RELEASE if move.headline.startswith("Stop:"):
                    return "out of reach"
                case Do.RELEASE | Do.NO_PLAY | Do.LOCK:
                    if self.attempts == MOST_ATTEMPTS:
                        return "released"
                    self._release()
                case Do.GAUGE_FINAL:
                    return "locked"
                case _:
                    return f"{move.do}"
        return "no end"

    def _seat(self) -> None:
        """The washer goes under the nut; seated firmly it may drive the bearing on a little."""
        truth, nut = self.truth, self.plan.nut
        assert nut is not None
        on = abs(truth.rng.normal(0, SEAT_SD))
        truth.turned_deg += on
        behind = 360 * truth.washer_mm / nut.pitch_mm - on + truth.rng.normal(0, READ_SD)
        measured = truth.washer_mm + truth.rng.normal(0, MEASURED_SD_MM)
        # Sleeve end to ring by depth micrometer, three places, before and after: as the move asks.
        start = 30.0 + truth.rng.normal(0, SLEEVE_SD_MM)
        end = 30.0 + on * nut.pitch_mm / 360 + truth.rng.normal(0, SLEEVE_SD_MM)
        proof = (f"{start:.3f} mm", f"{end:.3f} mm", LengthTool.DEPTH_MICROMETER)
        self.say(cmd.SeatNut(f"{abs(behind):.1f}", "degrees", behind < 0, f"{measured:.3f} mm", *proof))

    def _see_tab(self, another: bool = False) -> None:
        nut = self.plan.nut
        assert nut is not None and nut.tab_step_deg is not None
        first = getattr(self, "_tab_at", None)
        if first is None or another:
            self._tab_at = first = self.truth.turned_deg + self.truth.rng.uniform(0, nut.tab_step_deg)
        left = (first - self.truth.turned_deg) % nut.tab_step_deg
        self.say(cmd.SeeTab(f"{left:.2f}", "degrees"))

    def _release(self) -> None:
        self.attempts += 1
        self.say(cmd.Release("as told"))
        truth = self.truth
        truth.turned_deg = 0.0
        if truth.error not in ("other taper", "sleeve slips"):
            truth.error = ""
            truth.seating_deg = seating(truth.rng)
        self._tab_at = None


def _said(thickest: Stack | None) -> str:
    return f"{thickest.thickness_um} µm" if thickest is not None else "none"


def seating(rng: np.random.Generator) -> float:
    """A seating turn: mostly short, now and then long."""
    return float(min(SEATING_MOST, rng.exponential(SEATING_MEAN)))


@dataclass
class Mounting:
    """A plan with its truth; `step_um` is a leaf step of the set that was drawn for it."""

    plan: Plan
    truth: Truth
    step_um: float


@lru_cache(maxsize=4096)
def plan_for(bore: int, group: str, gauge: str, method: str, coarse: bool) -> Plan:
    """The plan of a mounting; large nuts and one in ten are locked by a washer whose positions are 15° apart."""
    sets = {"m": METRIC, "i": INCH, "f": FINE}
    draft = PlanDraft(
        bore=str(bore),
        outside=str(round(bore * 1.78)),
        width=str(round(bore * 0.44)),
        group=group,
        taper="1:12",
        shaft=f"{bore - 10 if bore > 45 else bore - 5} mm",
        feeler_id=gauge,
        method=method,
        special_sleeve="virtual",
        lock="tab_washer",
        nut_pitch="1.5" if bore < 55 else "2" if bore < 160 else "3" if bore <= 200 else "4",
        nut_slots="8" if coarse else "4",
        nut_tabs="24" if coarse else str(reference_tabs(bore)),
        nut_outside=str(round(bore * 1.3)),
    )
    plan = make_plan(reference(), list(sets.values()), draft)
    if gauge != "f" and any("thinner feelers" in finding or "finer set" in finding for finding in plan.findings):
        return plan_for(bore, group, "f", method, coarse)
    return plan


def reference_tabs(bore: int) -> int:
    """Tabs of the washer of the table, or nineteen as if counted."""
    nut: LockNut | None = reference().nuts.find(float(bore))
    return nut.tabs if nut is not None and nut.lock is LockKind.TAB_WASHER and nut.tabs else 19


def draw(seed: int, number: int, error: str = "") -> Mounting:
    """A mounting, bores 30 to 300 mm, groups CN to C4, metric and inch leaves, feeler and angle method."""
    rng = np.random.default_rng([seed, number])
    bore, group = int(rng.choice(BORES)), str(rng.choice(["CN", "C3", "C4"]))
    coarse = bool(rng.random() < 0.1)
    gauge = "m" if rng.random() < 0.5 else "i"
    plan = plan_for(bore, group, gauge, "F" if rng.random() < 0.7 else "N", coarse)
    assert plan.nut is not None
    limits = plan.limits_um
    from tribodex.core.mounting.drive_up import reduction_per_degree_um
    from tribodex.core.mounting.elastic import growth_ratio

    nominal = reduction_per_degree_um(growth_ratio(bore, plan.bearing.inner_raceway_mm), 1 / 12, plan.nut.pitch_mm)
    # The truth has its own smoothing: up to a twentieth more or less than the book's.
    per_degree = nominal * (bore / (bore + rng.uniform(1, 4))) * max(0.5, float(rng.normal(1, RATIO_SD)))
    leaves = plan.gauge.leaves_um
    truth = Truth(
        rng,
        float(rng.uniform(limits.low, limits.high)),
        per_degree,
        seating(rng),
        {(place, row): float(rng.normal(0, FORM_SD)) for place in range(1, 7) for row in Row},
        {leaf: float(np.clip(rng.normal(0, 1 / 3), -1, 1)) * max(LEAF_MOST_UM, LEAF_MOST_SHARE * leaf) for leaf in leaves},
        max(0.6, (plan.washer_thickness_mm or 1.5) + float(rng.normal(0, WASHER_SD_MM))),
        error,
    )
    # The form is told from its mean: what is left is the mean round the ring.
    mean = sum(truth.form.values()) / len(truth.form)
    truth.form = {cell: off - mean for cell, off in truth.form.items()}
    match error:
        case "zero too early":
            truth.seating_deg += float(rng.uniform(80, 300)) * 2 / plan.nut.pitch_mm
        case "driven before zero":
            truth.seating_deg = -float(rng.uniform(0.3, 1.1)) * plan.target.reduction_um.mid / per_degree if plan.target else 0.0
        case "other taper":
            truth.per_degree_um *= 0.4
        case "sleeve slips":
            truth.per_degree_um *= float(rng.uniform(0.3, 0.6))
        case "a gauging reads wrong":
            truth.wrong_gauging = int(rng.integers(0, 4))
    return Mounting(plan, truth, 10.0 if gauge == "m" else 12.7)


def true_window(plan: Plan, initial_um: float) -> Window:
    """The window that belongs to the true unmounted clearance."""
    window = plan.window(initial_um)
    assert window is not None
    return window


def leaf_error_um(mounting: Mounting, at_um: float) -> float:
    """How far the leaves next to a clearance are off in the mean: what no repeat with the same set averages out."""
    every = mounting.plan.gauge.stacks(0, 1e4)
    below = [stack for stack in every if stack.thickness_um <= at_um][-1:]
    above = [stack for stack in every if stack.thickness_um > at_um][:1]
    errors = mounting.truth.leaf_errors
    return float(np.mean([sum(errors[leaf] for leaf in s.leaves_um) + 1.5 * (len(s.leaves_um) - 1) for s in (*below, *above)]))


def at_best(seed: int, count: int, gaugings: Sequence[int]) -> list[float]:
    """Share inside of somebody who does everything right with so many gaugings in every mounting, as an upper bound.

    The slope and the seat are known, the nut is set without error, one gauging is enough on the way, brackets have no width; the others
    are shared between the unmounted clearance and the residual as it is best, and the mounting ends in the middle of what they say.
    What is left is the bias of each gauging, the feel of six tries, and the errors of the leaves.
    """
    drawn = [draw(seed, number) for number in range(count)]
    windows = [(mounting, window) for mounting in drawn if not (window := true_window(mounting.plan, mounting.truth.initial_um)).empty]
    half = np.array([window.width_um / 2 for _, window in windows])
    off = np.array([leaf_error_um(mounting, mounting.truth.initial_um) - leaf_error_um(mounting, window.mid_um) for mounting, window in windows])
    each = math.hypot(BIAS_SD, FEEL_SD / math.sqrt(6))

    def inside(before: int, after: int) -> float:
        sds = each * math.sqrt(1 / before + 1 / after) * math.sqrt(2)
        low, high = (half + off) / sds, (half - off) / sds
        return float(np.mean([0.5 * (math.erf(a) + math.erf(b)) for a, b in zip(low, high, strict=True)]))

    return [max(inside(before, total - 1 - before) for before in range(1, total - 1)) for total in gaugings]


@dataclass
class Ended:
    """How a mounting ended. `by_leaf`: the last gauging before the lock, less the turn since, was inside the window of the job."""

    word: str
    inside: bool
    below_limit: bool
    by_leaf: bool
    gaugings: int
    taps: int
    leaf_taps: int
    attempts: int
    wide: bool
    width: float = 0.0
    promised_inside: float = math.nan
    off_um: float = 0.0


def run_one(seed: int, number: int, risk: float, error: str, says: Says = Says.ROWS) -> Ended | None:
    """One mounting at the bench; None when its true window is empty."""
    mounting = draw(seed, number, error)
    plan, truth = mounting.plan, mounting.truth
    target = true_window(plan, truth.initial_um)
    if target.empty:
        return None
    fitter = Fitter(plan, truth, says)
    if risk != plan.risk:
        fitter.say(cmd.ChooseRisk(risk))
    word = fitter.work()
    left = truth.residual_um()
    locked = word == "locked"
    says = fitter.state.leaf_says() if locked else None
    window = fitter.state.window()
    per_degree = fitter.state.position().per_degree_um if locked and fitter.state.position() is not None else 0.0  # type: ignore[union-attr]
    by_leaf = bool(says and window and window.low_um - 0.6 <= says.mean_um - per_degree * says.since_deg <= window.high_um + 0.6)
    belief = fitter.state.position()
    # Two steps of the set that was drawn, also where a finer one was taken because the plan asked for it.
    leaf_step = mounting.step_um
    return Ended(
        word,
        locked and target.low_um <= left <= target.high_um,
        locked and target.residual_limit_um is not None and left < target.residual_limit_um,
        by_leaf,
        fitter.gaugings,
        fitter.taps,
        fitter.leaf_taps,
        fitter.attempts,
        target.width_um >= 2 * leaf_step,
        target.width_um,
        belief.inside(window) if locked and belief is not None and window is not None else math.nan,
        (left - target.high_um) if left > target.high_um else (left - target.low_um) if left < target.low_um else 0.0,
    )


@dataclass(frozen=True)
class Share:
    """A share of mountings with its standard error."""

    value: float
    error: float

    @classmethod
    def of(cls, hits: Sequence[bool]) -> Share:
        value = float(np.mean(hits)) if len(hits) else math.nan
        # Two hits and two misses added for the error alone: none of 200 is not "never".
        guarded = (sum(hits) + 2) / (len(hits) + 4)
        return cls(value, math.sqrt(guarded * (1 - guarded) / (len(hits) + 4)))


@dataclass(frozen=True)
class Measured:
    """What was reached; `ended` is how every mounting did."""

    name: str
    count: int
    wide: int
    inside: Share
    inside_wide: Share
    below_limit: Share
    against_leaf: int
    gaugings: float
    mean_gaugings: float
    taps: tuple[float, float]
    leaf_taps: tuple[float, float]
    words: dict[str, int]
    ended: list[Ended]

    @property
    def promises(self) -> list[tuple[float, bool]]:
        """The chance to be inside that was said when the nut was locked, and what was found."""
        return [(e.promised_inside, e.inside) for e in self.ended if not math.isnan(e.promised_inside)]

    def between(self, low_um: float, high_um: float) -> list[Ended]:
        """The mountings whose true window is that wide."""
        return [e for e in self.ended if low_um <= e.width < high_um]


def _chunk(work: tuple[int, range, float, str, bool]) -> list[Ended]:
    seed, numbers, risk, error, says = work
    return [ended for number in numbers if (ended := run_one(seed, number, risk, error, says)) is not None]


def measure(name: str, count: int, seed: int, risk: float = 0.02, error: str = "", says: Says = Says.ROWS, workers: int | None = None) -> Measured:
    """`count` mountings at the bench, followed as told."""
    work = [(seed, range(i, count, 8), risk, error, says) for i in range(8)]
    if workers == 1:
        ended = [e for w in work for e in _chunk(w)]
    else:
        with ProcessPoolExecutor(workers) as pool:
            ended = [e for chunk in pool.map(_chunk, work) for e in chunk]
    return summarise_ended(name, ended)


def summarise_ended(name: str, ended: list[Ended]) -> Measured:
    """What a list of mountings comes to."""
    wide = [e for e in ended if e.wide]

    def spread(of: Callable[[Ended], int]) -> tuple[float, float]:
        values = [of(e) for e in ended if e.word == "locked"] or [0]
        return float(np.median(values)), float(np.quantile(values, 0.9))

    words: dict[str, int] = {}
    for e in ended:
        words[e.word] = words.get(e.word, 0) + 1
    return Measured(
        name,
        len(ended),
        len(wide),
        Share.of([e.inside for e in ended]),
        Share.of([e.inside for e in wide]),
        Share.of([e.below_limit for e in ended]),
        sum(1 for e in ended if e.word == "locked" and not e.by_leaf),
        float(np.median([e.gaugings for e in ended])),
        float(np.mean([e.gaugings for e in ended])),
        spread(lambda e: e.taps),
        spread(lambda e: e.leaf_taps),
        words,
        ended,
    )


def line_of(m: Measured) -> str:
    """One row for the terminal."""

    def pc(s: Share) -> str:
        return f"{s.value:.1%} ± {2 * s.error:.1%}"

    return (
        f"{m.name:34} n {m.count} wide {m.wide}  inside {pc(m.inside)}  wide {pc(m.inside_wide)}  below limit {pc(m.below_limit)}  "
        "against feeler "
        f"{m.against_leaf}"
        f"  gaugings {m.gaugings:g} ({m.mean_gaugings:.1f})  taps {m.taps[0]:g}/{m.taps[1]:g}  feeler taps "
        f"{m.leaf_taps[0]:g}/{m.leaf_taps[1]:g}  {m.words}"
    )


if __name__ == "__main__":
    total = int(sys.argv[1]) if len(sys.argv) > 1 else 100
    kinds = sys.argv[2].split(",") if len(sys.argv) > 2 else [""]
    for kind in kinds:
        print(line_of(measure(kind or "as told, 2 %", total, 7, error=kind)), flush=True)
