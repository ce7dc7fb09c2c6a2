"""The vernier of nut slots and washer tabs. Tighten to meet, never loosen."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Protocol, Self

from tribodex.core.components.lock_nut import LockNut
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import UM_PER, LengthUnit, um_text
from tribodex.core.working import Level, Verdict, in_words


class LockCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CANNOT_MEET = "lock.cannot_meet"
    GRIP_NOT_PROVEN = "lock.grip_not_proven"
    MEETS = "lock.meets"
    LEAVES_THE_RANGE = "lock.leaves_the_range"
    LEAVES_THE_WINDOW = "lock.leaves_the_window"
    INSIDE = "lock.inside"
    NEAR = "lock.near"
    NOT_YET_THERE = "lock.not_yet_there"
    NOT_BY_THE_LEAF = "lock.not_by_the_leaf"
    NOT_GAUGED = "lock.not_gauged"
    NOT_REACHED = "lock.not_reached"
    NOT_SURE = "lock.not_sure"
    PAST = "lock.past"


# The chance to overshoot that a move may carry, unless another is chosen.
USUAL_RISK = 0.02
# A position further on than this is no lock but a turn, to be gauged by itself (degrees).
FURTHEST_DEG = 90.0
# Nor is one further than this taken unseen to lock at, but for the first one that there is: it is turned to and gauged (degrees).
LOCK_TURN_DEG = 20.0
# A turn is not marked or read closer than this (degrees).
WITHIN_DEG = 1.0
NOT_BY_LEAF = "not by the leaf"
PAST, NOT_SURE, NOT_REACHED = "past the window by the leaf", "not sure by the leaf", "not reached by the leaf"
# A position with less chance to be inside than this is no place to lock.
WORTH_LOCKING = 0.1


# The slope of the drive-up is known within this much when it is subtracted from a leaf's lower bound.
STEEPER = 1.2


@dataclass(frozen=True)
class LeafSays:
    """The last gauging on the sleeve: mean and half-width (µm), how far the nut was tightened since (degrees), and how many
    places were read for it.
    """

    mean_um: float
    uncertainty_um: float
    since_deg: float
    places: int


def may_lock(window: Window, last: LeafSays | None, per_degree_um: float, turn_deg: float) -> Verdict:
    """Whether the nut may be locked after a further turn: the leaf decides, not what is believed.

    The gauged mean, less what turning since then takes, lies inside the window, and its lower bound is not below what must
    be left. Of an empty window that was accepted by name only what must be left is asked.

    Symbols: c_g gauged mean ± u (µm), α turn since (degrees), κ reduction for a degree (µm/°).
    Valid: plans that gauge.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(65, 80, 125, Span(45, 60), 50.0)
    >>> [may_lock(w, g, 0.38, 3).word for g in (LeafSays(74, 4, 0, 6), LeafSays(125, 4, 0, 6), LeafSays(66, 4, 0, 6), None)]
    ['may be locked', 'not reached by the leaf', 'past the window by the leaf', 'not gauged']
    """
    if last is None:
        return Verdict(
            "not gauged", Level.STOP, "Nothing was gauged on the sleeve in this attempt: gauge before the nut is locked.", code=LockCode.NOT_GAUGED
        )
    taken = per_degree_um * (last.since_deg + turn_deg)
    mean = last.mean_um - taken
    bound = last.mean_um - last.uncertainty_um - STEEPER * taken
    less = f", less {um_text(taken)} for {last.since_deg + turn_deg:.0f}° since" if taken >= 0.5 else ""
    said = f"Last gauged {um_text(last.mean_um)} ± {um_text(last.uncertainty_um)}{less}"
    if window.guard_um is not None and bound < window.guard_um:
        what = "must be left" if window.residual_limit_um == window.guard_um else "running warm takes"
        word, code = (PAST, LockCode.PAST) if mean < window.low_um else (NOT_SURE, LockCode.NOT_SURE)
        why = f"{said}: it may be as little as {um_text(max(bound, 0))}, and {um_text(window.guard_um)} {what}."
        return Verdict(word, Level.STOP, why, code=code)
    if window.empty:
        return Verdict("may be locked", Level.WATCH, f"{said}. The window was accepted empty; only what must be left was judged.")
    if mean < window.low_um:
        end = _apart(mean, window.low_um)
        return Verdict(PAST, Level.STOP, f"{said}{end.format('below')} of the window's lower end.", code=LockCode.PAST)
    if mean > window.high_um:
        end = _apart(mean, window.high_um)
        return Verdict(NOT_REACHED, Level.STOP, f"{said}{end.format('above')} of the window: the sleeve would creep.", code=LockCode.NOT_REACHED)
    return Verdict("may be locked", Level.GOOD, f"{said}: inside the window.")


def _apart(mean_um: float, end_um: float) -> str:
    """The end beside what was gauged; where both read the same, in as many digits as tell them apart."""
    if um_text(mean_um) != um_text(end_um):
        return f": {{}} the {um_text(end_um)}"
    digits = 4 if round(mean_um, 1) != round(end_um, 1) else 5
    gauged, end = (f"{um / 1000:.{digits}f} mm ({um / UM_PER[LengthUnit.THOU]:.{digits - 2}f} thou)" for um in (mean_um, end_um))
    return f": {gauged} is {{}} the {end}"


def may_meet(window: Window, last: LeafSays, per_degree_um: float, turn_deg: float, step_deg: float | None, hoop: Verdict) -> Verdict:
    """Whether a tab position outside the window may be taken by name: the one exception to locking inside it only.

    What must be left stays left, for running warm as well, by the lower bound; no more than one tab step beyond the card's
    largest reduction comes out; the ring bears it. Above the window the grip stays unproven, whoever says so.

    Symbols: as may_lock; β tab step (degrees); hoop: the judgement of the ring's hoop stress at that reduction.
    Valid: gauged, at a tab position, by tightening.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w, fine = Window(55, 65, 115, Span(50, 60), 40.0), Verdict("inside the usual limit", Level.GOOD, "")
    >>> may_meet(w, LeafSays(54, 4, 0, 3), 0.38, 0, 9, fine).word, may_meet(w, LeafSays(42, 4, 0, 3), 0.38, 0, 9, fine).word
    ('may be locked by name', 'not to be locked by name')
    >>> may_meet(w, LeafSays(70, 4, 0, 3), 0.38, 0, 9, fine).word
    'grip not proven'
    """
    taken = per_degree_um * (last.since_deg + turn_deg)
    mean, bound = last.mean_um - taken, last.mean_um - last.uncertainty_um - STEEPER * taken
    guard = window.guard_um
    if guard is None:
        return _cannot("What must be left is not known here: nothing outside the window is locked.")
    if bound < guard:
        return _cannot(f"It may be as little as {um_text(max(bound, 0))}, and {um_text(guard)} must be left.")
    if mean > window.high_um:
        why = f"{um_text(mean - window.high_um)} too little comes out: the sleeve may creep. It stays “grip not proven”."
        return Verdict("grip not proven", Level.UNKNOWN, why, code=LockCode.GRIP_NOT_PROVEN)
    if step_deg is None:
        return _cannot("How far one tab stands from the next is not known in this plan.")
    over, most = window.initial_um - mean - window.reduction_um.high, per_degree_um * step_deg
    if over > most:
        return _cannot(f"{um_text(over)} more than the card's largest comes out; one tab step is {um_text(most)}.")
    if hoop.level is Level.STOP:
        return _cannot(hoop.reason)
    why = f"{um_text(bound)} is left at least, {um_text(guard)} must be; {um_text(max(over, 0.0))} more than the card's largest comes out."
    return Verdict("may be locked by name", Level.WATCH, why, code=LockCode.MEETS)


def _cannot(why: str) -> Verdict:
    return Verdict("not to be locked by name", Level.STOP, why, code=LockCode.CANNOT_MEET)


class Placed(Protocol):
    """Where a bearing is believed to be, however that was found out. Clearances µm, angles degrees."""

    @property
    def clearance_um(self) -> float: ...
    @property
    def sd_um(self) -> float: ...
    @property
    def per_degree_um(self) -> float: ...
    def after(self, turn_deg: float) -> Self: ...
    def below(self, window: Window) -> float: ...
    def inside(self, window: Window) -> float: ...
    def below_limit(self, window: Window) -> float: ...


@dataclass(frozen=True)
class TabPosition:
    """A position, reached by tightening, where a tab lies in a slot.

    `turn_deg` from the present position, and `turn_to_deg` where the start is only known within one step; lengths in
    mm, clearances in µm. Clearances and chances are None where the play is not gauged (turns and angle methods).
    """

    index: int
    turn_deg: float
    turn_to_deg: float
    rim_mm: float | None
    drive_up_mm: float
    extra_reduction_um: float | None
    residual_um: float | None
    uncertainty_um: float | None
    chance_below: float | None
    chance_inside: float | None
    chance_below_limit: float | None
    keeps_limit: bool
    verdict: Verdict

    @property
    def near(self) -> bool:
        """Whether it is near enough to be locked at without a gauging on the way: the first one, or within LOCK_TURN_DEG.

        Where the play is not gauged the turn itself is the measure.
        """
        return self.index == 0 or self.residual_um is None or self.turn_deg <= LOCK_TURN_DEG

    @property
    def _inside(self) -> float:
        return self.chance_inside or 0.0

    @property
    def _below_limit(self) -> float:
        return self.chance_below_limit or 0.0


Ruling = Callable[[float], Verdict]


def tab_positions(
    now: Placed,
    nut: LockNut,
    window: Window,
    first_deg: float | None,
    most: int = 8,
    risk: float = USUAL_RISK,
    ruling: Ruling | None = None,
) -> tuple[TabPosition, ...]:
    """The next positions where a tab meets a slot, each with its predicted residual and verdict.

    `first_deg` is the turn to the first tab position as seen on the nut (zero: square now); None when nobody looked: then
    every position is only known within one step, and the verdict is for its far end. `ruling` says for a turn whether the
    leaf allows to lock there; what it refuses is no position to lock at, whatever is believed.

    Symbols: Δα = first + i·360/lcm(n, m) (°), s = P·Δα/360 (mm), Δr = κ·Δα (µm).
    Valid: washer keyed to the sleeve, evenly spaced slots and tabs, nut only tightened.
    Raises: nothing.
    Source: vernier of nut and washer; common practice, no source.

    >>> turn_tab_positions(LockNut(90, 2, 120, 4, 17, 10), 100, (110, 130), 2.0)[0].turn_deg
    2.0
    """
    found: list[TabPosition] = []
    for index, start, end in _turns(nut, first_deg, most):
        middle = now.after((start + end) / 2)
        far = now.after(end)
        chance = far.below(window)
        found.append(
            TabPosition(
                index,
                start,
                end,
                nut.rim_mm(end),
                nut.pitch_mm * end / 360,
                now.per_degree_um * end,
                middle.clearance_um,
                2 * middle.sd_um + now.per_degree_um * (end - start) / 2,
                chance,
                far.inside(window),
                limit := far.below_limit(window),
                limit <= risk,
                _judge(far, window, chance, limit, risk, ruling(end) if ruling is not None else None),
            )
        )
        if far.clearance_um < window.low_um:
            break  # one that leaves the window is shown as the end; those after it only leave it further
    return tuple(found)


def turn_tab_positions(
    nut: LockNut, now_deg: float, range_deg: tuple[float, float], first_deg: float | None, most: int = 8
) -> tuple[TabPosition, ...]:
    """TabPositions where only the turn counts: turns from hand-tight, or the angle of a self-aligning ball bearing.

    Symbols: now, range from…to in degrees from the zero point; Δα = first + i·360/lcm(n, m) (°).
    Valid: as tab_positions(); the play is not known.
    Raises: nothing; no answer while slots or tabs are not known.
    Source: vernier of nut and washer; common practice, no source.

    >>> [m.verdict.word for m in turn_tab_positions(LockNut(90, 2, 120, 4, 17, 10), 104, (105, 112), 0.0)]
    ['not yet there', 'inside', 'leaves the range']
    """
    found: list[TabPosition] = []
    for index, start, end in _turns(nut, first_deg, most):
        total = now_deg + end
        if total > range_deg[1] + 0.05:
            verdict = Verdict(
                "leaves the range", Level.STOP, f"{total:.0f}° in all is past the {range_deg[1]:.0f}° of the sheet.", code=LockCode.LEAVES_THE_RANGE
            )
        elif total < range_deg[0] - 0.05:
            verdict = Verdict("not yet there", Level.WATCH, f"{total:.0f}° in all is short of {range_deg[0]:.0f}°.", code=LockCode.NOT_YET_THERE)
        else:
            verdict = Verdict("inside", Level.GOOD, f"{total:.0f}° in all, {range_deg[0]:.0f} to {range_deg[1]:.0f}° asked.", code=LockCode.INSIDE)
        found.append(
            TabPosition(
                index, start, end, nut.rim_mm(end), nut.pitch_mm * end / 360, None, None, None, None, None, None, verdict.level is Level.GOOD, verdict
            )
        )
        if verdict.level is Level.STOP:
            break
    return tuple(found)


def turn_allows(now_deg: float, turn_deg: float, range_deg: tuple[float, float], step_deg: float | None) -> tuple[Verdict, Verdict | None]:
    """Whether the nut may be locked where only the turn counts; and whether it may be by name, where a tab is met past the range.

    Short of the range it is not driven up, whoever says so. Past it the next tab by tightening may be met by name, at most one
    tab step on, and only where no position lies inside.

    Symbols: now, turn, range from…to (degrees from the zero point), β tab step (degrees), None where nobody knows it.
    Valid: turns from hand-tight, or the angle of a self-aligning ball bearing.
    Raises: nothing.
    Source: common practice, no source.

    >>> [v.word for v in turn_allows(78, 40, (110, 120), 9)[:1]], turn_allows(100, 4, (110, 120), 9)[0].word
    (['may be locked'], 'not driven up')
    >>> turn_allows(107, 15, (112, 120), 15)[1].word, turn_allows(107, 15, (112, 120), 9)[1].word
    ('may be locked by name', 'not to be locked by name')
    """
    total, (low, high) = now_deg + turn_deg, range_deg
    said = f"{total:.0f}° in all, {low:.0f} to {high:.0f}° asked"
    if total < low - WITHIN_DEG:
        return Verdict("not driven up", Level.STOP, f"{said}: it may creep on its sleeve. Turn on first.", code=LockCode.NOT_YET_THERE), None
    if total <= high + WITHIN_DEG:
        return Verdict("may be locked", Level.GOOD, f"{said}.", code=LockCode.INSIDE), None
    past = Verdict("past the range", Level.STOP, f"{said}.", code=LockCode.LEAVES_THE_RANGE)
    if step_deg is None:
        return past, _cannot("How far one position stands from the next is not known in this plan.")
    if total > high + step_deg:
        return past, _cannot(f"More than one step ({step_deg:.1f}°) past the sheet: release it.")
    if turn_deg >= step_deg and total - step_deg >= low - WITHIN_DEG:
        return past, _cannot(f"The position before, at {total - step_deg:.0f}°, lies inside.")
    return past, Verdict(
        "may be locked by name", Level.WATCH, "No position inside is left by tightening; not where the sheet forbids it.", code=LockCode.MEETS
    )


def _turns(nut: LockNut, first_deg: float | None, most: int) -> Iterator[tuple[int, float, float]]:
    """Number of a position, and the turn to it from…to: one figure where the first one was seen, else somewhere within a step."""
    step = nut.tab_step_deg
    for index in range(most if step is not None else 0):
        start = index * (step or 0.0) + (first_deg or 0.0)
        end = start if first_deg is not None else start + (step or 0.0)
        if index > 0 and end > FURTHEST_DEG:
            return
        yield index, start, end


def _judge(at: Placed, window: Window, chance: float, limit: float, risk: float, leaf: Verdict | None) -> Verdict:
    residual = um_text(at.clearance_um)
    if leaf is not None and leaf.level is Level.STOP:
        return Verdict(NOT_BY_LEAF, Level.STOP, leaf.reason, code=LockCode.NOT_BY_THE_LEAF)
    if at.clearance_um < window.low_um:
        return Verdict("leaves the window", Level.STOP, f"Predicted {residual} is below {um_text(window.low_um)}.", code=LockCode.LEAVES_THE_WINDOW)
    if at.clearance_um > window.high_um:
        return Verdict(
            "not yet there",
            Level.WATCH,
            f"Predicted {residual} is still above {um_text(window.high_um)}: the sleeve would creep.",
            code=LockCode.NOT_YET_THERE,
        )
    if chance > 5 * risk or limit > risk:
        return Verdict(
            "inside, near the limit", Level.WATCH, f"Predicted {residual}; {in_words(chance)} to end below the window.", code=LockCode.NEAR
        )
    return Verdict("inside", Level.GOOD, f"Predicted {residual}; {in_words(chance)} to end below the window.", code=LockCode.INSIDE)


def best(found: Sequence[TabPosition]) -> TabPosition | None:
    """The tab position to take: of those inside, the one most likely to be truly inside; None when there is none.

    Beyond the first one only those count that are near (LOCK_TURN_DEG).

    Symbols: none.
    Valid: for an answer of tab_positions().
    Raises: nothing.
    Source: normal approximation.

    >>> best([]) is None
    True
    """
    found = [m for m in found if m.near]
    inside = [m for m in found if m.verdict.code in (LockCode.INSIDE, LockCode.NEAR)]
    lawful = [m for m in inside if m.keeps_limit]
    if lawful:
        return max(lawful, key=lambda m: m._inside)
    # The limit that must be left goes first: rather a little short of the reduction than below it.
    short = [m for m in found if m.keeps_limit and m._inside >= WORTH_LOCKING and m.verdict.level is not Level.STOP]
    if short:
        return max(short, key=lambda m: m._inside)
    return min(inside, key=lambda m: m._below_limit, default=None)


def way_out(found: Sequence[TabPosition]) -> str:
    """What to do when no tab position stays inside; empty when one does.

    Symbols: none.
    Valid: for an answer of tab_positions().
    Raises: nothing.
    Source: common practice, no source.

    >>> way_out([]) == ""
    False
    """
    good = [m for m in found if m.verdict.level is Level.GOOD]
    if any(m.near for m in good):
        return ""
    if good:
        return f"The next position inside the window is {good[0].turn_deg:.0f}° on: turn towards it and gauge before it is locked there."
    blocked = next((m.verdict for m in found if m.verdict.code == LockCode.NOT_BY_THE_LEAF), None)
    if blocked is not None and all(m.verdict.level is Level.STOP for m in found):
        return f"{blocked.reason} Gauge again, or go by the ways out: another washer, or release and drive up less far."
    if any(m.verdict.code == LockCode.NEAR for m in found):
        return "Only positions near the limit are left: gauge again to narrow the uncertainty, or take another washer."
    if any(m.verdict.code == LockCode.NOT_YET_THERE for m in found) and not any(m.verdict.level is Level.STOP for m in found):
        return "Drive on first; no tab position in reach is inside the window yet."
    if any(m.verdict.code == LockCode.LEAVES_THE_RANGE for m in found) and not any(m.verdict.code == LockCode.INSIDE for m in found):
        return (
            "No position inside the range is left by tightening. Do not back the nut off: try another washer or plate, "
            "or release and tighten less far."
        )
    return (
        "No tab position inside the window is left by tightening. Do not back the nut off: try another washer (its tabs stand "
        "elsewhere), a lock plate or clip if the nut takes one, or release the bearing and drive up less far."
    )
