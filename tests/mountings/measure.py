"""Many mountings: drawn by a seed, driven at the bench, counted. The same mountings for every way
of working.
"""

from __future__ import annotations

import math
import os
import sys
from collections.abc import Callable, Sequence
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, replace
from functools import lru_cache
from pathlib import Path

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import numpy as np

ROOT = Path(__file__).resolve().parents[2]
sys.path[:0] = [str(ROOT), str(ROOT / "src")]

from tests.mountings.hands import Hands, Says, reference
from tests.mountings.world import Fault, Parts, World
from tribodex.core.adviser.prior import Explanation
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.mounting.provable import NARROW_UM
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import LengthUnit
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.moves import NextMove
from tribodex.core.topics.tapered.parting import WORDS
from tribodex.core.topics.tapered.plan import Plan
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.planning import make_plan

METRIC = FeelerSet(
    "m",
    "metric",
    LengthUnit.MM,
    tuple(float(t) for t in (20, 30, 40, 50, 60, 70, 80, 90, 100, 150, 200, 250, 300, 400, 500)),
)
INCH = FeelerSet(
    "i",
    "inch",
    LengthUnit.THOU,
    tuple(round(t * 25.4, 2) for t in (1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15)),
)
# What the plan asks for where the window lies below a set's thinnest leaf, or is narrower than its
# steps.
FINE = FeelerSet(
    "f",
    "fine metric",
    LengthUnit.MM,
    tuple(
        float(t)
        for t in (10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 150, 200, 250, 300)
    ),
)
SETS, LEAF_STEP_UM = {"m": METRIC, "i": INCH, "f": FINE}, {"m": 10.0, "i": 12.7}
BORES = (
    30,
    35,
    40,
    45,
    50,
    55,
    60,
    65,
    70,
    75,
    80,
    85,
    90,
    95,
    100,
    110,
    120,
    130,
    140,
    150,
    160,
    170,
    180,
    190,
    200,
    220,
    240,
    260,
    280,
    300,
)
# Shafts: mostly solid steel, one in ten bored to half its size, one in thirty of cast iron.
SHAFTS = (
    ("", 0.0, 206.0, 0.3),
    ("", 0.5, 206.0, 0.3),
    ("grey cast iron (GJL-200..250)", 0.0, 110.0, 0.26),
)
SHAFT_SHARES = (0.87, 0.10, 0.03)
CAUSES = {
    Fault.TAPER: (Explanation.TAPER,),
    Fault.SLIDES: (Explanation.SLIP,),
    Fault.TURNS: (Explanation.SLIP,),
    Fault.DRIVEN: (Explanation.ZERO_EARLY,),
}
ERRORS = tuple(fault for fault in Fault if fault is not Fault.NONE)


@dataclass
class Mounting:
    """A plan with the world behind it; `step_um` is a leaf step of the set that was drawn for
    it."""

    plan: Plan
    world: World
    step_um: float


@lru_cache(maxsize=4096)
def plan_for(bore: int, group: str, gauge: str, method: str, coarse: bool, *, shaft: int) -> Plan:
    """The plan of a mounting; large nuts and one in ten are locked by a washer whose positions are
    15° apart.
    """
    material, hollow, _, _ = SHAFTS[shaft]
    diameter = bore - 10 if bore > 45 else bore - 5
    draft = PlanDraft(
        bore=str(bore),
        outside=str(round(bore * 1.78)),
        width=str(round(bore * 0.44)),
        group=group,
        taper="1:12",
        shaft=f"{diameter} mm",
        shaft_bore=f"{hollow * diameter:g} mm" if hollow else "",
        shaft_material=material,
        feeler_id=gauge,
        method=method,
        special_sleeve="virtual",
        lock="tab_washer",
        nut_pitch="1.5" if bore < 55 else "2" if bore < 160 else "3" if bore <= 200 else "4",
        nut_slots="8" if coarse else "4",
        nut_tabs="24" if coarse else str(reference_tabs(bore)),
        nut_outside=str(round(bore * 1.3)),
    )
    plan = make_plan(reference(), list(SETS.values()), draft)
    if gauge != "f" and any(
        asks in finding
        for asks in ("thinner feelers", "finer set", "cannot prove this window")
        for finding in plan.findings
    ):
        return plan_for(bore, group, "f", method, coarse, shaft=shaft)
    return plan


def reference_tabs(bore: int) -> int:
    """Tabs of the washer of the table, or nineteen as if counted."""
    nut: LockNut | None = reference().nuts.find(float(bore))
    return nut.tabs if nut is not None and nut.lock is LockKind.TAB_WASHER and nut.tabs else 19


def draw(seed: int, number: int, fault: Fault = Fault.NONE, method: str = "") -> Mounting:
    """A mounting, bores 30 to 300 mm, groups CN to C4, metric and inch leaves, feeler and angle
    method; or by the `method` that is named.
    """
    rng = np.random.default_rng([seed, number])
    bore, group = int(rng.choice(BORES)), str(rng.choice(["CN", "C3", "C4"]))
    coarse = bool(rng.random() < 0.1)
    gauge = "m" if rng.random() < 0.5 else "i"
    drawn = "F" if rng.random() < 0.7 else "N"
    shaft = int(rng.choice(len(SHAFTS), p=SHAFT_SHARES))
    plan = plan_for(bore, group, gauge, method or drawn, coarse, shaft=shaft)
    assert (
        plan.nut is not None
        and plan.limits_um is not None
        and plan.target is not None
        and plan.target.reduction_um is not None
    )
    parts = Parts(
        bore_mm=float(bore),
        outside_mm=float(round(bore * 1.78)),
        pitch_mm=plan.nut.pitch_mm,
        slope=1 / 12,
        limits_um=(plan.limits_um.low, plan.limits_um.high),
        asked_um=plan.target.reduction_um.mid,
        leaves_um=plan.gauge.leaves_um,
        washer_mm=plan.washer_thickness_mm or 1.5,
        shaft_bore_mm=SHAFTS[shaft][1] * (bore - 10 if bore > 45 else bore - 5),
        shaft_e=SHAFTS[shaft][2],
        shaft_nu=SHAFTS[shaft][3],
    )
    return Mounting(plan, World(rng, parts, fault), LEAF_STEP_UM[gauge])


def true_window(plan: Plan, initial_um: float) -> Window:
    """The window that belongs to the true unmounted clearance."""
    window = plan.window(initial_um)
    assert window is not None
    return window


@dataclass
class Ended:
    """How a mounting ended. `by_leaf`: the last gauging before the lock, less the turn since, was
    inside the window of the job.
    """

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
    # Whether it was stopped before the lock with a fault of the mechanism named first; whether the
    # right one was, after the looks.
    alarmed: bool = False
    cause_first: bool | None = None
    # Whether what was wrong had shown itself before the end.
    acted: bool = True
    # Whether a greater risk was chosen, where the bench offered it as the way out.
    raised: bool = False


def _of_the_mechanism(alarm: NextMove) -> bool:
    return bool(alarm.points) and alarm.points[0] in [
        WORDS[one] for one in (Explanation.TAPER, Explanation.SLIP, Explanation.ZERO_EARLY)
    ]


def run_one(
    seed: int,
    number: int,
    risk: float,
    fault: Fault = Fault.NONE,
    says: Says = Says.ROWS,
    *,
    witness: bool = False,
    method: str = "",
) -> Ended | None:
    """One mounting at the bench; None when its true window is empty. `witness`: feelers measured by
    micrometer where the window is narrow, and sleeve end to ring.
    """
    mounting = draw(seed, number, fault, method)
    plan, world = mounting.plan, mounting.world
    if witness and true_window(plan, world.initial_um).width_um < NARROW_UM:
        plan = replace(
            plan,
            feeler=replace(
                plan.gauge,
                measured_um=tuple(world.by_micrometer_um(leaf) for leaf in plan.gauge.leaves_um),
            ),
        )
    target = true_window(plan, world.initial_um)
    if target.empty:
        return None
    hands = Hands(plan, world, says, tuple(SETS.values()), witness)
    if risk != plan.risk:
        hands.say(cmd.ChooseRisk(risk))
    word = hands.work()
    left, locked = world.residual_um, word == "locked"
    state = hands.state
    feeler, window, belief = state.leaf_says() if locked else None, state.window(), state.position()
    per_degree = belief.per_degree_um if locked and belief is not None else 0.0
    by_leaf = bool(
        feeler
        and window
        and window.low_um - 0.6
        <= feeler.mean_um - per_degree * feeler.since_deg
        <= window.high_um + 0.6
    )
    return Ended(
        word,
        locked and target.low_um <= left <= target.high_um,
        locked and target.residual_limit_um is not None and left < target.residual_limit_um,
        by_leaf,
        hands.gaugings,
        hands.taps,
        hands.leaf_taps,
        hands.attempts,
        target.width_um >= 2 * mounting.step_um,
        target.width_um,
        belief.inside(window) if locked and belief is not None and window is not None else math.nan,
        (
            (left - target.high_um)
            if left > target.high_um
            else (left - target.low_um)
            if left < target.low_um
            else 0.0
        ),
        any(_of_the_mechanism(alarm) for alarm in hands.alarms),
        (
            hands.first_after_looks in CAUSES.get(fault, ())
            if hands.first_after_looks is not None
            else None
        ),
        world.acted,
        hands.raised,
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
        return [
            (e.promised_inside, e.inside) for e in self.ended if not math.isnan(e.promised_inside)
        ]

    def between(self, low_um: float, high_um: float) -> list[Ended]:
        """The mountings whose true window is that wide."""
        return [e for e in self.ended if low_um <= e.width < high_um]


def _chunk(work: tuple[int, range, float, Fault, Says, bool, str]) -> list[Ended]:
    seed, numbers, risk, fault, says, witness, method = work
    return [
        ended
        for number in numbers
        if (ended := run_one(seed, number, risk, fault, says, witness=witness, method=method))
        is not None
    ]


def measure(
    name: str,
    count: int,
    seed: int,
    risk: float = 0.02,
    fault: Fault = Fault.NONE,
    *,
    says: Says = Says.ROWS,
    workers: int | None = None,
    witness: bool = False,
    method: str = "",
) -> Measured:
    """`count` mountings at the bench, followed as told."""
    work = [(seed, range(i, count, 8), risk, fault, says, witness, method) for i in range(8)]
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
        f"{m.name:34} n {m.count} wide {m.wide}  inside {pc(m.inside)}  wide {pc(m.inside_wide)} "
        f" below limit {pc(m.below_limit)}  against feeler {m.against_leaf}  alarmed"
        f" {sum(e.alarmed for e in m.ended)}  gaugings {m.gaugings:g} ({m.mean_gaugings:.1f})  taps"
        f" {m.taps[0]:g}/{m.taps[1]:g}  feeler taps {m.leaf_taps[0]:g}/{m.leaf_taps[1]:g} "
        f" {m.words}"
    )
