"""Torque of a bolt: T = K·d·F with F from its proof stress; what the joint stands; the order of
tightening.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.bolts.thread import BoltThread
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.sources import PRACTICE, Source
from tribodex.core.working import Level, Line, Result, Verdict, number, percent


class TorqueCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_LOOSE = "torque.too_loose"
    TOO_SHORT = "torque.too_short"
    TOO_TIGHT = "torque.too_tight"


# Thread that a stronger screw asks for, against one of 8.8: as the proof stresses (ISO 898-1, SAE
# J429; from memory).
STRONGER = {"10.9": 1.4, "12.9": 1.65, "grade 8": 1.4, "8": 1.4}
# Share of the proof load for joints that are opened again (common practice, no source).
REUSED = 0.75
# How far the preload may lie from what the torque meant (share; common practice, no source).
PRELOAD_SPREAD = 0.30
# Passes, shares of the torque; then one round at full torque (common practice, no source).
PASSES = (0.3, 0.6, 1.0, 1.0)


class BoltFinish(StrEnum):
    """The state of thread and head when a torque is set."""

    DRY = "dry"
    OILED = "oiled"
    PLATED = "plated"
    MOLY = "moly"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "dry": "dry",
            "oiled": "oiled",
            "plated": "plated, dry",
            "moly": "with molybdenum paste",
        }[self.value]

    @property
    def k(self) -> float:
        """Nut factor K (common practice, no source)."""
        return {"dry": 0.20, "oiled": 0.15, "plated": 0.20, "moly": 0.12}[self.value]


class Into(StrEnum):
    """What a screw goes into."""

    STEEL = "steel"
    GREY_IRON = "grey iron"
    ALUMINIUM = "aluminium"

    @property
    def engagement(self) -> float:
        """Least length of thread in it, in diameters (common practice, no source)."""
        return {"steel": 1.0, "grey iron": 1.25, "aluminium": 2.0}[self.value]


@dataclass(frozen=True)
class BoltRow:
    """Strength of a grade over a band of sizes: proof stress, or 0.2 % stress where no proof stress
    is tabulated (MPa).
    """

    standard: str
    grade: str
    over_mm: float
    to_mm: float
    proof_mpa: float
    by_yield: bool
    metric: bool


@dataclass(frozen=True)
class BoltStrength:
    """Grades of bolts."""

    source: Source
    rows: tuple[BoltRow, ...]

    def find(self, grade: str, thread: BoltThread) -> BoltRow | None:
        """The strength of a grade at a size; None where the table has none."""
        found = (
            row
            for row in self.rows
            if row.grade == grade.strip().upper() and row.metric is thread.metric
        )
        return next(
            (row for row in found if row.over_mm < thread.diameter_mm <= row.to_mm + 1e-6), None
        )

    def grades(self) -> tuple[str, ...]:
        """Every grade there is."""
        return tuple(dict.fromkeys(row.grade for row in self.rows))


def bolt_torque(thread: BoltThread, row: BoltRow, finish: BoltFinish) -> Result:
    """The torque of a bolt: T = K·d·F, F = f·S_p·A_s.

    Symbols: K nut factor; d diameter (mm); f share of the proof load; S_p proof stress (MPa); A_s
        stress area (mm²); F (kN); T (N·m).
    Valid: the bolt alone; what its thread goes into, gasket and cover may stand less.
    Raises: nothing.
    Source: ISO 898-1, SAE J429, ISO 3506-1 from memory; K and f common practice, no source.

    >>> r = bolt_torque(
    ...     BoltThread("M8", 8, 1.25, True),
    ...     BoltRow("ISO 898-1", "8.8", 0, 16, 580, False, True),
    ...     BoltFinish.DRY,
    ... )
    >>> round(r.value, 1)
    25.5
    """
    area = thread.stress_area_mm2
    force = REUSED * row.proof_mpa * area
    torque = finish.k * thread.diameter_mm * force / 1e6 * 1000
    stress = "R_p0.2" if row.by_yield else "S_p"
    lines = (
        Line(
            "A_s",
            "stress area",
            "π/4·(d - 0.9382·P)²" if thread.metric else "π/4·(d - 0.9743·P)²",
            f"d = {number(thread.diameter_mm)} mm, P = {number(thread.pitch_mm)} mm",
            area,
            "mm²",
            "iso_898",
        ),
        Line(
            "F",
            "pull of the bolt",
            f"f·{stress}·A_s",
            f"{REUSED:g}·{number(row.proof_mpa)}·{number(area)}/1000",
            force / 1000,
            "kN",
            "bolt_strength",
        ),
        Line(
            "T",
            f"{finish.words}, K = {finish.k:g}",
            "K·d·F",
            f"{finish.k:g}·{number(thread.diameter_mm)}·{number(force / 1000)}",
            torque,
            "N·m",
            PRACTICE.id,
        ),
    )
    low, high = (number(force / 1000 * (1 + way * PRELOAD_SPREAD)) for way in (-1, 1))
    galls = (
        " Stainless galls: K up to 0.3 where it runs dry, so oil or paste." if row.by_yield else ""
    )
    note = (
        f"The pull may lie {percent(PRELOAD_SPREAD)} off what the torque means: {low} to {high}"
        f" kN.{galls} The maker's value goes first."
    )
    return Result(
        "bolt_torque",
        f"Screw {thread.text}, {row.grade}, {finish.words}",
        round(torque, 1),
        "N·m",
        working=lines,
        note=note,
    )


def engagement(thread: BoltThread, into: Into, length_mm: float, grade: str = "8.8") -> Verdict:
    """Whether a thread is long enough in what it goes into to stand the torque of its bolt.

    Symbols: length of thread engaged (mm); a screw of a higher grade asks for more, as its proof
        stress is higher.
    Valid: grades up to 12.9 and like.
    Raises: InvalidInput for a length of zero or less.
    Source: common practice, no source.

    >>> engagement(BoltThread("M8", 8, 1.25, True), Into.ALUMINIUM, 12).word
    'too short'
    """
    if length_mm <= 0:
        raise InvalidInput.at(
            "engagement", "A screw engages by a length above zero.", "thread in the hole, mm or in"
        )
    need = round(into.engagement * STRONGER.get(grade.strip(), 1.0) * thread.diameter_mm, 1)
    if length_mm < need:
        why = (
            f"{number(length_mm)} mm of thread in {into}, {number(need)} mm is needed: the thread"
            " tears out before the screw is tight."
        )
        return Verdict("too short", Level.STOP, why, code=TorqueCode.TOO_SHORT)
    return Verdict(
        "long enough", Level.GOOD, f"{number(length_mm)} mm of {number(need)} mm in {into}."
    )


def pattern(count: int) -> tuple[int, ...]:
    """The order of tightening on a circle, numbers from 1 round it: three in turn, even numbers
    crosswise, others by the widest step.

    >>> pattern(3), pattern(4), pattern(6), pattern(5)
    ((1, 2, 3), (1, 3, 2, 4), (1, 4, 2, 5, 3, 6), (1, 3, 5, 2, 4))
    """
    if count < 2:
        return tuple(range(1, count + 1))
    if count % 2:
        return tuple(i * (count // 2) % count + 1 for i in range(count))
    order: list[int] = []
    while len(order) < count:
        left = (i for i in range(count) if i not in order)
        # The widest from all that are tight; then the one across.
        best = max(left, key=lambda i: (_alone(i, order, count), -i))
        order += [best, (best + count // 2) % count]
    return tuple(i + 1 for i in order)


def _alone(i: int, tight: Sequence[int], count: int) -> int:
    """How many steps round the circle to the nearest that is tight."""
    return min((min((i - j) % count, (j - i) % count) for j in tight), default=count)


def judge_torque(asked_nm: Span, set_nm: float, *, low_why: str, high_why: str) -> Verdict:
    """A torque that was set, against what is asked; a wrench by hand ±10 % (common practice, no
    source).
    """
    words = (
        f"{number(asked_nm.low)}"
        if asked_nm.low == asked_nm.high
        else f"{number(asked_nm.low)} to {number(asked_nm.high)}"
    )
    if set_nm > asked_nm.high * 1.1:
        return Verdict(
            "too tight",
            Level.STOP,
            f"{number(set_nm)} N·m, where {words} N·m is asked: {high_why}",
            code=TorqueCode.TOO_TIGHT,
        )
    if set_nm < asked_nm.low * 0.9:
        return Verdict(
            "too loose",
            Level.STOP,
            f"{number(set_nm)} N·m, where {words} N·m is asked: {low_why}",
            code=TorqueCode.TOO_LOOSE,
        )
    return Verdict("at torque", Level.GOOD, f"{number(set_nm)} N·m of {words} N·m.")


def any_torque(thread: BoltThread) -> Span:
    """From half of what the softest screw takes to what the hardest does (N·m): outside it nobody
    means this thread.

    Symbols: K·d·0.75·S_p·A_s with K = 0.075 and S_p = 225 MPa (class 4.6), K = 0.2 and S_p = 970
        MPa (class 12.9).
    Valid: steel screws. Raises: nothing. Source: ISO 898-1 for the proof stresses (from memory);
        the rest common practice, no source.

    >>> from tribodex.core.bolts.thread import read_thread
    >>> span = any_torque(read_thread("M16"))
    >>> round(span.low), round(span.high)
    (32, 365)
    """
    least, most = (
        k * thread.diameter_mm * 0.75 * proof * thread.stress_area_mm2 / 1000
        for k, proof in ((0.075, 225.0), (0.2, 970.0))
    )
    return Span(round(least, 2), round(most, 1))
