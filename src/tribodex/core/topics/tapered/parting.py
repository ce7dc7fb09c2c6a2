"""Leaf and nut do not agree: what is left to explain it, what tells the explanations apart, and how far a test may go."""

from __future__ import annotations

import math
from dataclasses import dataclass

from tribodex.core.adviser.prior import Explanation
from tribodex.core.adviser.reading import SHARED_SD_UM
from tribodex.core.topics.tapered.attempt import Gauging
from tribodex.core.topics.tapered.state import Tapered

# A reading outside the 99 % band of what the nut says has parted from it.
BAND_99 = 2.576
# An explanation with less than this share is not named.
WORTH_NAMING = 0.03

# What can be looked at without moving the bearing, and what must be before the leaf is followed.
CHECKS = {
    "another_place": "another place of the ring gauged",
    "sleeve_end": "sleeve end and marks: has the sleeve turned or slipped?",
    "threads": "threads counted: is the pitch as planned?",
    "numbers": "numbers on bearing, sleeve and nut: are they one family, is the taper the same?",
    "zero": "who set the zero mark, and was it tap-tested?",
}
MUST_CHECK = ("sleeve_end", "threads", "numbers", "zero")

WORDS = {
    Explanation.ZERO_LATE: "the nut was not at metal-to-metal at the zero mark, only hand-tight: the sleeve was still closing",
    Explanation.ZERO_EARLY: "the bearing was driven up already when the zero mark was set",
    Explanation.TAPER: "bearing and sleeve are not a pair, or the thread is another one: other taper, other pitch",
    Explanation.SLIP: "the sleeve slips or turns with the nut, or the shaft gives way",
    Explanation.READING: "a gauging reads wrong: rolled or bent leaf, dirt, rollers not settled",
}


@dataclass(frozen=True)
class Parted:
    """The last gauging and what the nut said it should be (µm). `confirmed`: a second gauging in the same place agrees with it."""

    gauging: Gauging
    read_um: float
    expected_um: float
    reach_um: float
    confirmed: bool
    left: tuple[Explanation, ...]

    @property
    def more(self) -> bool:
        """Whether there is more clearance than the nut says."""
        return self.read_um > self.expected_um

    @property
    def explanations(self) -> tuple[str, ...]:
        """What is left, in words, the likeliest first."""
        return tuple(WORDS[e] for e in self.left)


def apart(state: Tapered, gauging: Gauging) -> tuple[float, float, float] | None:
    """What a gauging read, what the nut said, and how far they may differ (µm); None where the nut says nothing."""
    predicted = state.predicted(gauging)
    if gauging.closed is None or predicted is None:
        return None
    summary = gauging.closed.summary
    reach = BAND_99 * math.hypot(predicted.gauged_sd_um, summary.sd_um, SHARED_SD_UM)
    return summary.mean_um, predicted.clearance_um, reach


def parted(state: Tapered) -> Parted | None:
    """Whether the last gauging on the sleeve has parted from the nut's turn, and nobody has decided yet."""
    found = state.on_sleeve()
    if not found or found[-1].closed is None or found[-1].number <= state.attempt.followed or state.attempt.locked is not None:
        return None
    last = found[-1]
    said = apart(state, last)
    if said is None or abs(said[0] - said[1]) <= said[2]:
        return None
    before = [g for g in found[:-1] if g.closed and abs(g.nut_deg - last.nut_deg) < 1e-6]
    return Parted(
        gauging=last, read_um=said[0], expected_um=said[1], reach_um=said[2], confirmed=bool(before) and _agree(before[-1], last), left=_left(state)
    )


def _agree(one: Gauging, other: Gauging) -> bool:
    assert one.closed is not None and other.closed is not None  # only closed ones are given
    a, b = one.closed.summary, other.closed.summary
    return abs(a.mean_um - b.mean_um) <= BAND_99 * math.hypot(a.sd_um, b.sd_um, SHARED_SD_UM, SHARED_SD_UM)


def _left(state: Tapered) -> tuple[Explanation, ...]:
    position = state.position()
    if position is None:
        return ()
    shares = sorted(((share, e) for e, share in position.explanations.items() if e in WORDS), reverse=True)
    named = tuple(e for share, e in shares if share >= WORTH_NAMING)
    return named or tuple(e for _, e in shares[:2])
