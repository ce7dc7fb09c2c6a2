"""Leaf and nut do not agree: what is left to explain it, what tells the explanations apart, and how
far a test may go.

Signs beside a reading outside its band: turns that brought nothing (the sleeve turns or slides with
the nut), travel past the card's largest with the reduction not reached, turns that take too little,
more taken out than was turned, and a belief that holds “as planned” for less likely than not.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from tribodex.core.adviser.prior import Explanation
from tribodex.core.adviser.reading import SHARED_SD_UM
from tribodex.core.mounting.drive_up import reduction_per_degree_um
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.mounting.gauging import Phase
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.zero import ZeroPoint, seating_degrees
from tribodex.core.topics.tapered.attempt import Gauging
from tribodex.core.topics.tapered.estimate import model_of
from tribodex.core.topics.tapered.looks import MECHANISM, LookFound, LookTarget, proven, weighed
from tribodex.core.topics.tapered.state import Tapered

# A reading outside the 99 % band of what the nut says has parted from it.
BAND_99 = 2.576
# A turn that should have taken less than this tells nothing (µm; common practice, no source); as
# planned, or hardly.
TELLS_UM, LIKELY = 15.0, 0.5
# A turn that takes less than this share of what it should on this shaft: another taper, or a sleeve
# that goes along. Shares of a fault that readings have lifted clearly above what it has before any
# (3 % driven before, 4.5 % of the mechanism). Each chosen on 700 virtual mountings of a seed of its
# own, of which 300 sound ones gave none.
SHORT_SLOPE, EARLY_ALARM, MECHANISM_ALARM = 0.65, 0.20, 0.40
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
# By blows nobody counts threads from a zero mark.
BY_BLOWS = ("another_place", "sleeve_end", "numbers")


def checks_for(method: Method) -> dict[str, str]:
    """What can be looked at where a method drives, by key."""
    return {
        key: words for key, words in CHECKS.items() if method is not Method.BLOWS or key in BY_BLOWS
    }


def must_check(method: Method) -> tuple[str, ...]:
    """What must be looked at before the leaf is followed.

    >>> must_check(Method.BLOWS)
    ('sleeve_end', 'numbers')
    """
    return tuple(key for key in MUST_CHECK if key in checks_for(method))


WORDS = {
    Explanation.ZERO_LATE: (
        "the nut was not at metal-to-metal at the zero mark, only hand-tight: the sleeve was still"
        " closing"
    ),
    Explanation.ZERO_EARLY: "the bearing was driven up already when the zero mark was set",
    Explanation.TAPER: (
        "bearing and sleeve are not a pair, or the thread is another one: other taper, other pitch"
    ),
    Explanation.SLIP: "the sleeve slips or turns with the nut, or the shaft gives way",
    Explanation.READING: "a gauging reads wrong: rolled or bent feeler, dirt, rollers not settled",
}


class Sign(StrEnum):
    """What says that leaf and nut do not agree."""

    APART = "a reading outside its band"
    NO_EFFECT = "turns that brought nothing"
    PAST_THE_CARD = "past the card's travel"
    NOT_AS_PLANNED = "hardly as planned"
    SHORT = "too little for the turn"
    DRIVEN_BEFORE = "more out than was turned"
    GREW = "more play after the blows than before"
    SEEN = "seen at the parts"


@dataclass(frozen=True)
class Parted:
    """The last gauging and what the nut said it should be (µm). `confirmed`: a second gauging in
    the same place agrees with it.

    `again`: it was looked at once, the leaf was followed, and a further turn brought nothing
    either: the sleeve moves with the nut.
    """

    gauging: Gauging
    read_um: float
    expected_um: float
    reach_um: float
    confirmed: bool
    left: tuple[Explanation, ...]
    sign: Sign = Sign.APART
    again: bool = False
    cause: Explanation | None = None

    @property
    def more(self) -> bool:
        """Whether there is more clearance than the nut says."""
        return self.read_um > self.expected_um

    @property
    def explanations(self) -> tuple[str, ...]:
        """What is left, in words, the likeliest first."""
        return tuple(WORDS[e] for e in self.left)


def apart(state: Tapered, gauging: Gauging) -> tuple[float, float, float] | None:
    """What a gauging read, what the nut said, and how far they may differ (µm); None where the nut
    says nothing.
    """
    predicted = state.predicted(gauging)
    if gauging.closed is None or predicted is None:
        return None
    summary = gauging.closed.summary
    reach = BAND_99 * math.hypot(predicted.gauged_sd_um, summary.sd_um, SHARED_SD_UM)
    return summary.mean_um, predicted.clearance_um, reach


def parted(state: Tapered) -> Parted | None:
    """Whether the last gauging on the sleeve has parted from the nut's turn, and nobody has decided
    yet; with the reason where it was seen.
    """
    found, cause = _parted(state), proven(state.attempt.looked().values())
    if found is None and cause in MECHANISM and state.attempt.locked is None:
        found = _seen(state)
    return replace(found, cause=cause) if found is not None and cause is not None else found


def _seen(state: Tapered) -> Parted | None:
    """What was seen at the parts stands, whatever is gauged after it: no reading makes a wrong pair
    right, or a sleeve hold.
    """
    # Seen before anything was gauged on the sleeve, it stands against the unmounted clearance.
    last = next(
        (
            gauging
            for gauging in (*reversed(state.on_sleeve()), *reversed(state.initials()))
            if gauging.closed is not None
        ),
        None,
    )
    if last is None or last.closed is None:
        return None
    read = last.closed.summary.mean_um
    return Parted(
        gauging=last,
        read_um=read,
        expected_um=read,
        reach_um=0.0,
        confirmed=True,
        left=_left(state),
        sign=Sign.SEEN,
    )


def _parted(state: Tapered) -> Parted | None:
    found = state.on_sleeve()
    if (
        not found
        or found[-1].closed is None
        or found[-1].number <= state.attempt.followed
        or state.attempt.locked is not None
    ):
        return None
    if state.plan.method is Method.BLOWS:
        return _grew(state, found)
    last = found[-1]
    said = apart(state, last)
    if said is None or abs(said[0] - said[1]) <= said[2]:
        return _by_other_signs(state, found, said)
    before = [g for g in found[:-1] if g.closed and abs(g.nut_deg - last.nut_deg) < 1e-6]
    again = no_effect(state, found) is not None and _went_along(state)
    return Parted(
        gauging=last,
        read_um=said[0],
        expected_um=said[1],
        reach_um=said[2],
        confirmed=again or (bool(before) and _agree(before[-1], last)),
        left=_left(state),
        sign=Sign.NO_EFFECT if again else Sign.APART,
        again=again,
    )


def _grew(state: Tapered, found: Sequence[Gauging]) -> Parted | None:
    """Blows cannot give play back: a gauging that reads more than an earlier one, beyond what both
    may be wrong by.
    """
    last, followed = found[-1], state.attempt.followed
    assert last.closed is not None  # asked by parted()
    unmounted = (
        [g for g in state.gaugings if g.phase is Phase.INITIAL and g.closed is not None][-1:]
        if not followed
        else []
    )
    before = [
        (g, g.closed.summary)
        for g in (*unmounted, *found[:-1])
        if g.closed is not None and g.number >= followed and g.where is last.where
    ]
    if not before:
        return None
    _, least = min(before, key=lambda pair: pair[1].mean_um)
    read = last.closed.summary
    reach = BAND_99 * math.hypot(least.sd_um, read.sd_um, SHARED_SD_UM)
    if read.mean_um - least.mean_um <= reach:
        return None
    here = [
        g for g, _ in before if g.attempt == last.attempt and abs(g.nut_deg - last.nut_deg) < 1e-6
    ]
    return Parted(
        gauging=last,
        read_um=read.mean_um,
        expected_um=least.mean_um,
        reach_um=reach,
        confirmed=any(_agree(one, last) for one in here),
        left=(Explanation.READING, Explanation.SLIP),
        sign=Sign.GREW,
    )


def _by_other_signs(
    state: Tapered, found: Sequence[Gauging], said: tuple[float, float, float] | None
) -> Parted | None:
    last, followed = found[-1], state.attempt.followed > 0
    assert last.closed is not None  # asked by parted()
    read = last.closed.summary.mean_um
    expected = no_effect(state, found)
    if expected is not None:
        sign = Sign.NO_EFFECT
    elif followed and past_the_card(state, ZeroPoint.HAND_TIGHT):
        # No slit closes that long: test turns end here, whatever the mark seems to show.
        sign, expected = Sign.PAST_THE_CARD, said[1] if said is not None else read
    elif not followed and past_the_card(state):
        sign, expected = Sign.PAST_THE_CARD, said[1] if said is not None else read
    elif not followed and (told := by_belief(state, found)) is not None:
        sign, expected = told, said[1] if said is not None else read
    else:
        return None
    reach = said[2] if said is not None else 0.0
    return Parted(
        gauging=last,
        read_um=read,
        expected_um=expected,
        reach_um=reach,
        confirmed=True,
        left=_left(state),
        sign=sign,
        again=followed
        and (sign is Sign.PAST_THE_CARD or (sign is Sign.NO_EFFECT and _went_along(state))),
    )


def _went_along(state: Tapered) -> bool:
    """Whether a further turn without effect is the sleeve's: it was looked at once, and nothing
    shows that it kept its place. Where it was seen to have kept it, it is looked at anew after
    every turn; a slit that still closes takes turns without effect as well.
    """
    if not state.attempt.followed:
        return False
    if past_the_card(state, ZeroPoint.HAND_TIGHT):
        return True
    before, now = (
        state.attempt.looks.get(LookTarget.SLEEVE_END),
        state.attempt.looked().get(LookTarget.SLEEVE_END),
    )
    return before is None or now is LookFound.UNKNOWN


def no_effect(state: Tapered, found: Sequence[Gauging]) -> float | None:
    """What should be left after the turns between two gaugings that took less than half of what
    they should, beyond their error; else None (µm).

    Counted from a tested zero, past the seating turn; a turn that should have taken less than 15
    µm, or two leaf steps, tells nothing.
    """
    nut, attempt, last = state.plan.nut, state.attempt, found[-1]
    if (
        nut is None
        or last.closed is None
        or attempt.zero not in (ZeroPoint.FIRM, ZeroPoint.START_PRESSURE)
    ):
        return None
    bearing = state.plan.bearing
    per_degree = reduction_per_degree_um(
        effective_ratio(bearing, state.plan.shaft), bearing.taper.slope, nut.pitch_mm
    )
    seating, seating_sd = seating_degrees(attempt.zero, nut.pitch_mm)
    bears = seating + 2 * seating_sd
    steps = [cell.bracket.width_um for cell in last.cells(state.plan) if cell.bracket.closed]
    least = max(TELLS_UM, 2 * max(steps, default=0.0))
    for before in reversed(found[:-1]):
        if before.closed is None or before.where is not last.where:
            continue
        should = per_degree * (max(0.0, last.nut_deg - bears) - max(0.0, before.nut_deg - bears))
        if should < least:
            continue
        taken = before.closed.summary.mean_um - last.closed.summary.mean_um
        error = 2 * math.hypot(before.closed.summary.sd_um, last.closed.summary.sd_um, SHARED_SD_UM)
        return before.closed.summary.mean_um - should if taken + error < should / 2 else None
    return None


def past_the_card(state: Tapered, zero: ZeroPoint | None = None) -> bool:
    """Whether the nut went further than the card's largest drive-up, the sleeve's closing added
    where it counts from hand-tight, and the leaf still stands above the window. `zero`: as if it
    counted from there.
    """
    asked, window, says, nut = (
        state.plan.turn_range_deg,
        state.window(),
        state.leaf_says(),
        state.plan.nut,
    )
    if asked is None or window is None or says is None or nut is None or says.since_deg > 0:
        return False
    mean, sd = seating_degrees(zero or state.attempt.zero, nut.pitch_mm)
    return (
        state.attempt.nut_deg > asked.high + mean + 2 * sd
        and says.mean_um - says.uncertainty_um > window.high_um
    )


def by_belief(state: Tapered, found: Sequence[Gauging]) -> Sign | None:
    """What all readings together say, though none stands out by itself; nothing before two gaugings
    on the sleeve, but for a drive-up before the zero mark, which one can show.
    """
    now = state.by_readings()
    if now is None:
        return None
    places = {round(gauging.nut_deg, 3) for gauging in found if gauging.closed is not None}
    shares = now.explanations
    if shares.get(Explanation.ZERO_EARLY, 0.0) > EARLY_ALARM:
        return Sign.DRIVEN_BEFORE
    if len(found) >= 2 and (slope_share(state) or 1.0) < SHORT_SLOPE:
        return Sign.SHORT
    if sum(shares.get(one, 0.0) for one in MECHANISM) > MECHANISM_ALARM:
        return Sign.NOT_AS_PLANNED
    return (
        Sign.NOT_AS_PLANNED
        if len(places) >= 2 and shares.get(Explanation.AS_PLANNED, 1.0) < LIKELY
        else None
    )


def slope_share(state: Tapered) -> float | None:
    """What a turn takes out after everything gauged, as a share of what it should on this shaft
    (hollow or soft ones counted); None where nothing is computed.
    """
    now = state.by_readings()
    return (
        now.per_degree_um / model_of(state.plan, state.attempt).per_degree_um
        if now is not None
        else None
    )


def _agree(gauging: Gauging, other: Gauging) -> bool:
    assert gauging.closed is not None and other.closed is not None  # only closed ones are given
    a, b = gauging.closed.summary, other.closed.summary
    return abs(a.mean_um - b.mean_um) <= BAND_99 * math.hypot(
        a.sd_um, b.sd_um, SHARED_SD_UM, SHARED_SD_UM
    )


def _left(state: Tapered) -> tuple[Explanation, ...]:
    """What is left to explain it, the likeliest first. A feeler cannot tell another taper from a
    sleeve that goes along: until something was looked at, where one of them is named the other is.
    """
    position, looks = state.position(), state.attempt.looked().values()
    if position is None:
        return ()
    shares = weighed({e: share for e, share in position.explanations.items() if e in WORDS}, looks)
    named = [e for e, share in shares.items() if share >= WORTH_NAMING] or list(shares)[:2]
    for one, other in (MECHANISM, MECHANISM[::-1]):
        if (
            one in named
            and other not in named
            and not {LookTarget.NUMBERS, LookTarget.SLEEVE_END} & state.attempt.looked().keys()
        ):
            named.insert(named.index(one) + 1, other)
    return tuple(named)
