"""Retaining rings: what fits, and the four proofs that one sits."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum
from typing import Literal, Protocol

from tribodex.core.quantities import LengthUnit, Shown, read_length, travel_text
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class RetainingRingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    DOES_NOT_SIT = "retaining_ring.does_not_sit"
    DOES_NOT_TURN = "retaining_ring.does_not_turn"
    GROOVE_NOT_FREE = "retaining_ring.groove_not_free"
    READ_AGAIN = "retaining_ring.read_again"
    STANDS_PROUD = "retaining_ring.stands_proud"


Sits = Literal["shaft", "bore"]
# How much of the change of its ends must be seen: lugs and reading take their share (common
# practice, no source).
SEEN_SHARE = 0.5


@dataclass(frozen=True)
class RingRow:
    """A ring's size: nominal diameter, groove diameter, thickness of ring, width of groove (mm)."""

    sits: Sits
    diameter_mm: float
    groove_mm: float
    ring_mm: float
    slot_mm: float

    @property
    def depth_mm(self) -> float:
        """Depth of the groove."""
        return abs(self.diameter_mm - self.groove_mm) / 2


@dataclass(frozen=True)
class RetainingRings:
    """Rings by size, on a shaft and in a bore."""

    source: Source
    rows: tuple[RingRow, ...]

    def find(self, sits: Sits, diameter_mm: float) -> RingRow | None:
        """The ring of this size; None where the table has none."""
        return next(
            (
                row
                for row in self.rows
                if row.sits == sits and abs(row.diameter_mm - diameter_mm) < 1e-6
            ),
            None,
        )


def end_change(row: RingRow) -> Result:
    """How far the ends of a ring move when it drops into its groove: π·(surface - groove).

    Symbols: d surface, d_g groove (mm); change (mm): together on a shaft, apart in a bore.
    Valid: a ring of even section that follows surface and groove.
    Raises: nothing.
    Source: geometry of a circle; groove by DIN 471 or DIN 472, from memory.

    >>> round(end_change(RingRow("shaft", 45, 42.5, 1.75, 1.85)).value, 2)
    7.85
    """
    change = math.pi * abs(row.diameter_mm - row.groove_mm)
    which = "together" if row.sits == "shaft" else "apart"
    line = Line(
        "Δ",
        f"its ends move {which} by",
        "π·|d - d_g|",
        f"π·|{number(row.diameter_mm)} - {number(row.groove_mm)}|",
        change,
        "mm",
        "retaining_ring",
    )
    return Result("ring_ends", f"Ends of the ring move {which}", change, "mm", working=(line,))


def judge_ring(
    row: RingRow,
    groove_free: bool,
    below_surface: bool,
    before_mm: float | None,
    after_mm: float | None,
    *,
    turns: bool,
) -> Verdict:
    """The four proofs: groove free of the bearing, below the surface all round, ends moved the
    right way, turns in its groove.

    Symbols: gap between its ends over the surface and in the groove (mm); None where it was not
        measured.
    Valid: DIN 471 and DIN 472 rings.
    Raises: nothing.
    Source: common practice, no source; movement of the ends by geometry.

    >>> judge_ring(RingRow("shaft", 45, 42.5, 1.75, 1.85), True, True, 12, 5, turns=True).word
    'sits in its groove'
    >>> judge_ring(RingRow("shaft", 45, 42.5, 1.75, 1.85), True, True, 12, 11, turns=True).word
    'does not sit'
    """
    if not groove_free:
        return Verdict(
            "groove not free",
            Level.STOP,
            "The bearing covers the groove: it is not home, or another ring or spacer is needed.",
            code=RetainingRingCode.GROOVE_NOT_FREE,
        )
    if not below_surface:
        return Verdict(
            "stands proud",
            Level.STOP,
            "It must lie below the surface all round, or it jumps out.",
            code=RetainingRingCode.STANDS_PROUD,
        )
    if before_mm is not None and after_mm is not None:
        moved = (before_mm - after_mm) if row.sits == "shaft" else (after_mm - before_mm)
        expected = math.pi * abs(row.diameter_mm - row.groove_mm)
        if moved < SEEN_SHARE * expected:
            way = "come together" if row.sits == "shaft" else "spring apart"
            why = (
                f"In its groove the ends {way} by about {travel_text(expected)}; they moved"
                f" {travel_text(max(moved, 0.0))}. It rides on the surface."
            )
            return Verdict("does not sit", Level.STOP, why, code=RetainingRingCode.DOES_NOT_SIT)
        if moved > 2 * expected:
            return Verdict(
                "read again",
                Level.UNKNOWN,
                f"The ends moved {travel_text(moved)}, twice what the groove allows.",
                code=RetainingRingCode.READ_AGAIN,
            )
    if not turns:
        return Verdict(
            "does not turn",
            Level.STOP,
            "A ring that sits can be turned in its groove with the pliers.",
            code=RetainingRingCode.DOES_NOT_TURN,
        )
    if before_mm is None or after_mm is None:
        return Verdict(
            "ends not measured",
            Level.WATCH,
            "Three of four proofs. Measure the gap of its ends before and after.",
        )
    return Verdict(
        "sits in its groove",
        Level.GOOD,
        "Groove free, below the surface, ends moved as they must, turns in its groove.",
    )


class RingSaid(Protocol):
    """What is said of a retaining ring: its four proofs, lengths as typed."""

    @property
    def text(self) -> str: ...
    @property
    def groove_free(self) -> bool: ...
    @property
    def below_surface(self) -> bool: ...
    @property
    def turns(self) -> bool: ...
    @property
    def ends_before(self) -> str: ...
    @property
    def ends_after(self) -> str: ...
    @property
    def shown(self) -> Shown: ...


def ring_as_said(row: RingRow, said: RingSaid) -> tuple[str, Verdict]:
    """A ring in its groove in words, and judged. Raises InvalidInput for a gap that is no
    length."""
    before, after = (
        (
            read_length(typed, name, LengthUnit.MM, (0.0, 400_000.0), said.shown, zero=True).mm
            if typed.strip()
            else None
        )
        for name, typed in (("ends_before", said.ends_before), ("ends_after", said.ends_after))
    )
    verdict = judge_ring(row, said.groove_free, said.below_surface, before, after, turns=said.turns)
    ends = (
        ""
        if before is None or after is None
        else f"; ends {before:g} mm before, {after:g} mm after"
    )
    return f"{said.text.strip() or 'in its groove'}{ends}", verdict
