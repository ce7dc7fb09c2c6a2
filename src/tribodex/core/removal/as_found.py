"""What stood there before anything was released: gaps beside the outer ring, rings found, mounted
clearance; and what they say was wrong.

These are findings on the old mounting, evidence that is gone once the sleeve is released. None of
them stops the new one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.quantities import travel_text, um_text
from tribodex.core.working import Level, Verdict

# A ring that leaves this little beside it pushes there (mm; common practice, no source).
HARD_MM = 0.05
# Held between rings it has at most this much (mm; common practice, no source).
HELD_MM = 0.2


class RingsFound(StrEnum):
    """Locating rings that were found beside a bearing."""

    NONE = "none"
    ONE = "one"
    BOTH = "both"
    UNKNOWN = "unknown"

    @property
    def words(self) -> str:
        """As the trade says it.

        >>> RingsFound.BOTH.words
        'rings on both sides, or one wide ring that fills the seat'
        """
        return {
            "none": "no ring",
            "one": "one ring, on one side",
            "both": "rings on both sides, or one wide ring that fills the seat",
            "unknown": "not seen",
        }[self.value]


@dataclass(frozen=True)
class AsFound:
    """One bearing as it was found: gaps beside its outer ring (mm) towards the other bearing and
    away from it, rings, the thickest feeler that went in (µm), zero where not even the thinnest
    did; None where nobody read it.
    """

    toward_mm: float | None
    away_mm: float | None
    rings: RingsFound
    clearance_um: float | None

    @property
    def holds(self) -> bool | None:
        """Whether it was held along the shaft; None where what was read does not say."""
        if self.rings is RingsFound.BOTH:
            return True
        if self.toward_mm is not None and self.away_mm is not None:
            return self.toward_mm + self.away_mm <= HELD_MM
        return False if self.rings is RingsFound.NONE else None


@dataclass(frozen=True)
class Mounted:
    """What a right mounting of this bearing leaves, by its plan: least residual, and the most that
    a new one may have (µm).
    """

    least_um: float | None
    most_um: float


def judge_gaps(found: AsFound) -> Verdict | None:
    """What the gaps beside a ring say; None where they were not both read.

    Symbols: gaps (mm).
    Valid: cap off, shaft supported snug and not lifted, nothing released.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     judge_gaps(AsFound(0.0, 4.0, RingsFound.NONE, None)).word,
    ...     judge_gaps(AsFound(0.1, 0.05, RingsFound.BOTH, None)).word,
    ... )
    ('grown into a wall', 'held')
    """
    if found.toward_mm is None or found.away_mm is None:
        return None
    both = (
        f"{travel_text(found.toward_mm)} towards the other bearing, {travel_text(found.away_mm)}"
        " away from it"
    )
    if found.holds:
        return Verdict("held", Level.GOOD, f"{both}: it held the shaft.")
    # Room on one side alone was no room: it stood where the growth had pushed it.
    if min(found.toward_mm, found.away_mm) <= HARD_MM:
        side = (
            "towards the other bearing"
            if found.toward_mm <= found.away_mm
            else "away from the other bearing"
        )
        why = (
            f"{both}: its ring stood hard against the side {side}. It pushed there: centre not"
            " measured, the travel of the drive-up forgotten, a second ring, or more growth than"
            " room."
        )
        return Verdict("grown into a wall", Level.WATCH, why)
    return Verdict("had room", Level.GOOD, f"{both}: it could move.")


def judge_mounted(um: float, mounted: Mounted | None, step_um: float = 10.0) -> Verdict:
    """What the clearance as found says, against what a right mounting leaves. Worn-out clearance
    counts as wear, not as a loose fit.

    Symbols: c thickest feeler that went in (µm), zero for none; m least residual, c_max greatest a
        new one may have (µm).
    Valid: opposite the load, in the base mostly at the top; nothing released.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     [judge_mounted(c, Mounted(50, 95)).word for c in (0, 30, 70, 130)],
    ...     judge_mounted(70, None).word,
    ... )
    (['no measurable clearance', 'over-tightened', 'as a right mounting leaves it', 'worn, or never
    driven up'], 'read')
    """
    if um <= 0:
        return Verdict(
            "no measurable clearance",
            Level.WATCH,
            "Not even the thinnest feeler went in: over-tightened, hot, or squeezed.",
        )
    if mounted is None:
        return Verdict(
            "read",
            Level.WATCH,
            f"{um_text(um)}; without a plan for this bearing there is nothing to compare it with.",
        )
    if mounted.least_um is not None and um + step_um < mounted.least_um:
        why = (
            f"{um_text(um)} as found, {um_text(mounted.least_um)} must be left: driven up too far,"
            " or a warm ring when it was read."
        )
        return Verdict("over-tightened", Level.WATCH, why)
    # Wear opens the clearance too: more than new is no proof of a loose fit.
    if um > mounted.most_um + step_um:
        why = (
            f"{um_text(um)} as found, a new one has at most {um_text(mounted.most_um)} when"
            " mounted. With a path worn in both rings it is wear, not a loose fit; with a polished"
            " bore or a sleeve end that moved it slipped."
        )
        return Verdict("worn, or never driven up", Level.WATCH, why)
    return Verdict("as a right mounting leaves it", Level.GOOD, f"{um_text(um)} as found.")


def held_twice(found: Sequence[tuple[str, AsFound]]) -> Verdict | None:
    """Whether two bearings of one shaft held it; None where fewer than two were read, or one of
    them does not say.

    Symbols: names with what was found.
    Valid: one shaft.
    Raises: nothing.
    Source: common practice, no source: two held bearings push each other apart when the shaft
        warms.

    >>> a = AsFound(0.1, 0.0, RingsFound.BOTH, None)
    >>> held_twice([("drive end", a), ("tail end", a)]).word, held_twice([("drive end", a)]) is None
    ('held twice', True)
    """
    holding = [name for name, one in found if one.holds]
    if len(holding) > 1:
        why = (
            f"{' and '.join(holding)} both held the shaft: warm, they push each other apart. One of"
            " them floats in the new mounting."
        )
        return Verdict("held twice", Level.WATCH, why)
    if len(found) > 1 and not holding and all(one.holds is False for _, one in found):
        return Verdict(
            "held by none",
            Level.WATCH,
            "No bearing held the shaft along itself: it wandered. One of them is fixed in the new"
            " mounting.",
        )
    return None
