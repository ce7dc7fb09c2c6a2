"""Whether the nut may be locked where it stands or a little further on: by the leaf, by the turn,
and by name where neither allows it.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

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
    OVER_RISK = "lock.over_risk"
    PAST = "lock.past"


PAST, NOT_SURE, NOT_REACHED = (
    "past the window by the feeler",
    "not sure by the feeler",
    "too loose by the feeler",
)
OVER_RISK = "more than the chosen risk"
# A turn is not marked or read closer than this (degrees).
WITHIN_DEG = 1.0


# The slope of the drive-up is known within this much when it is subtracted from a leaf's lower
# bound.
STEEPER = 1.2


@dataclass(frozen=True)
class LeafSays:
    """The last gauging on the sleeve: mean and half-width (µm), how far the nut was tightened since
    (degrees), and how many places were read for it.
    """

    mean_um: float
    uncertainty_um: float
    since_deg: float
    places: int


def may_lock(
    window: Window, last: LeafSays | None, per_degree_um: float, turn_deg: float
) -> Verdict:
    """Whether the nut may be locked after a further turn: the leaf decides, not what is believed.

    The gauged mean, less what turning since then takes, lies inside the window, and its lower bound
    is not below what must be left. Of an empty window that was accepted by name only what must be
    left is asked.

    Symbols: c_g gauged mean ± u (µm), α turn since (degrees), κ reduction for a degree (µm/°).
    Valid: plans that gauge.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(65, 80, 125, Span(45, 60), 50.0)
    >>> [
    ...     may_lock(w, g, 0.38, 3).word
    ...     for g in (LeafSays(74, 4, 0, 6), LeafSays(125, 4, 0, 6), LeafSays(66, 4, 0, 6), None)
    ... ]
    ['may be locked', 'too loose by the feeler', 'past the window by the feeler', 'not gauged']
    """
    if last is None:
        return Verdict(
            "not gauged",
            Level.STOP,
            "Nothing was gauged on the sleeve in this attempt: gauge before the nut is locked.",
            code=LockCode.NOT_GAUGED,
        )
    taken = per_degree_um * (last.since_deg + turn_deg)
    mean = last.mean_um - taken
    bound = last.mean_um - last.uncertainty_um - STEEPER * taken
    less = (
        f", less {um_text(taken)} for {last.since_deg + turn_deg:.0f}° since"
        if taken >= 0.5
        else ""
    )
    words = f"Last gauged {um_text(last.mean_um)} ± {um_text(last.uncertainty_um)}{less}"
    if window.guard_um is not None and bound < window.guard_um:
        what = (
            "must be left" if window.residual_limit_um == window.guard_um else "running warm takes"
        )
        word, code = (
            (PAST, LockCode.PAST) if mean < window.low_um else (NOT_SURE, LockCode.NOT_SURE)
        )
        why = (
            f"{words}: it may be as little as {um_text(max(bound, 0))}, and"
            f" {um_text(window.guard_um)} {what}."
        )
        return Verdict(word, Level.STOP, why, code=code)
    if window.empty:
        return Verdict(
            "may be locked",
            Level.WATCH,
            f"{words}. The window was accepted empty; only what must be left was checked.",
        )
    if mean < window.low_um:
        end = _apart(mean, window.low_um)
        return Verdict(
            PAST,
            Level.STOP,
            f"{words}{end.format('below')} of the window's lower end.",
            code=LockCode.PAST,
        )
    if mean > window.high_um:
        end = _apart(mean, window.high_um)
        return Verdict(
            NOT_REACHED,
            Level.STOP,
            f"{words}{end.format('above')} of the window: the sleeve would creep.",
            code=LockCode.NOT_REACHED,
        )
    return Verdict("may be locked", Level.GOOD, f"{words}: inside the window.")


def _apart(mean_um: float, end_um: float) -> str:
    """The end beside what was gauged; where both read the same, in as many digits as tell them
    apart.
    """
    if um_text(mean_um) != um_text(end_um):
        return f": {{}} the {um_text(end_um)}"
    digits = 4 if round(mean_um, 1) != round(end_um, 1) else 5
    gauged, end = (
        f"{um / 1000:.{digits}f} mm ({um / UM_PER[LengthUnit.THOU]:.{digits - 2}f} thou)"
        for um in (mean_um, end_um)
    )
    return f": {gauged} is {{}} the {end}"


def keeps_risk(window: Window, chance_below_limit: float, risk: float) -> Verdict | None:
    """Whether the chance that less than what must be left is left is within the risk that was
    chosen; None where it is.

    The feeler decides first: this stops where its mean and its own error would allow the lock, and
    everything gauged together does not.

    Symbols: chance that the true clearance is below the guard (1), risk chosen (1).
    Valid: a belief from gaugings on the sleeve.
    Raises: nothing.
    Source: own choice: the risk that was chosen for every move holds for the last one as well.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(65, 80, 125, Span(45, 60), 50.0)
    >>> keeps_risk(w, 0.01, 0.02), keeps_risk(w, 0.06, 0.02).word
    (None, 'more than the chosen risk')
    """
    guard = window.guard_um
    if guard is None or chance_below_limit <= risk:
        return None
    why = (
        f"By everything gauged, {in_words(chance_below_limit)} that less than {um_text(guard)} is"
        f" left; {in_words(risk)} was chosen. Gauge once more, at another place or with finer"
        " feelers."
    )
    return Verdict(OVER_RISK, Level.STOP, why, code=LockCode.OVER_RISK)


def may_meet(
    window: Window,
    last: LeafSays,
    per_degree_um: float,
    turn_deg: float,
    step_deg: float | None,
    *,
    hoop: Verdict,
) -> Verdict:
    """Whether a tab position outside the window may be taken by name: the one exception to locking
    inside it only.

    What must be left stays left, for running warm as well, by the lower bound; no more than one tab
    step beyond the card's largest reduction comes out; the ring bears it. Above the window the grip
    stays unproven, whoever says so.

    Symbols: as may_lock; β tab step (degrees); hoop: the judgement of the ring's hoop stress at
        that reduction.
    Valid: gauged, at a tab position, by tightening.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w, fine = (
    ...     Window(55, 65, 115, Span(50, 60), 40.0),
    ...     Verdict("inside the usual limit", Level.GOOD, ""),
    ... )
    >>> (
    ...     may_meet(w, LeafSays(54, 4, 0, 3), 0.38, 0, 9, hoop=fine).word,
    ...     may_meet(w, LeafSays(42, 4, 0, 3), 0.38, 0, 9, hoop=fine).word,
    ... )
    ('may be locked by name', 'not to be locked by name')
    >>> may_meet(w, LeafSays(70, 4, 0, 3), 0.38, 0, 9, hoop=fine).word
    'grip not proven'
    """
    taken = per_degree_um * (last.since_deg + turn_deg)
    mean, bound = last.mean_um - taken, last.mean_um - last.uncertainty_um - STEEPER * taken
    guard = window.guard_um
    if guard is None:
        return _cannot("What must be left is not known here: nothing outside the window is locked.")
    if bound < guard:
        return _cannot(
            f"It may be as little as {um_text(max(bound, 0))}, and {um_text(guard)} must be left."
        )
    if mean > window.high_um:
        why = (
            f"{um_text(mean - window.high_um)} too little comes out: the sleeve may creep. It stays"
            " “grip not proven”."
        )
        return Verdict("grip not proven", Level.UNKNOWN, why, code=LockCode.GRIP_NOT_PROVEN)
    if window.by_sheet_um is not None and mean >= window.by_sheet_um:
        if hoop.level is Level.STOP:
            return _cannot(hoop.reason)
        beside = um_text(window.beside_um or window.low_um)
        why = (
            f"{um_text(mean)}: the sheet goes down to {um_text(window.by_sheet_um)}, the default"
            f" card leaves {beside}. By name of the sheet."
        )
        return Verdict("may be locked by name of the sheet", Level.WATCH, why, code=LockCode.MEETS)
    if step_deg is None:
        return _cannot("How far one tab stands from the next is not known in this plan.")
    over, most = window.initial_um - mean - window.reduction_um.high, per_degree_um * step_deg
    if over > most:
        return _cannot(
            f"{um_text(over)} more than the card's largest comes out; one tab step is"
            f" {um_text(most)}."
        )
    if hoop.level is Level.STOP:
        return _cannot(hoop.reason)
    why = (
        f"{um_text(bound)} is left at least, {um_text(guard)} must be; {um_text(max(over, 0.0))}"
        " more than the card's largest comes out."
    )
    return Verdict("may be locked by name", Level.WATCH, why, code=LockCode.MEETS)


def _cannot(why: str) -> Verdict:
    return Verdict("not to be locked by name", Level.STOP, why, code=LockCode.CANNOT_MEET)


def turn_allows(
    now_deg: float, turn_deg: float, range_deg: tuple[float, float], step_deg: float | None
) -> tuple[Verdict, Verdict | None]:
    """Whether the nut may be locked where only the turn counts; and whether it may be by name,
    where a tab is met past the range.

    Short of the range it is not driven up, whoever says so. Past it the next tab by tightening may
    be met by name, at most one tab step on, and only where no position lies inside.

    Symbols: now, turn, range from…to (degrees from the zero point), β tab step (degrees), None
        where nobody knows it.
    Valid: turns from hand-tight, or the angle of a self-aligning ball bearing.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     [v.word for v in turn_allows(78, 40, (110, 120), 9)[:1]],
    ...     turn_allows(100, 4, (110, 120), 9)[0].word,
    ... )
    (['may be locked'], 'not driven up')
    >>> turn_allows(107, 15, (112, 120), 15)[1].word, turn_allows(107, 15, (112, 120), 9)[1].word
    ('may be locked by name', 'not to be locked by name')
    """
    total, (low, high) = now_deg + turn_deg, range_deg
    words = f"{total:.0f}° in all, {low:.0f} to {high:.0f}° asked"
    if total < low - WITHIN_DEG:
        return (
            Verdict(
                "not driven up",
                Level.STOP,
                f"{words}: it may creep on its sleeve. Turn on first.",
                code=LockCode.NOT_YET_THERE,
            ),
            None,
        )
    if total <= high + WITHIN_DEG:
        return Verdict("may be locked", Level.GOOD, f"{words}.", code=LockCode.INSIDE), None
    past = Verdict("past the range", Level.STOP, f"{words}.", code=LockCode.LEAVES_THE_RANGE)
    if step_deg is None:
        return past, _cannot("How far one position stands from the next is not known in this plan.")
    if total > high + step_deg:
        return past, _cannot(f"More than one step ({step_deg:.1f}°) past the sheet: release it.")
    if turn_deg >= step_deg and total - step_deg >= low - WITHIN_DEG:
        return past, _cannot(f"The position before, at {total - step_deg:.0f}°, lies inside.")
    return past, Verdict(
        "may be locked by name",
        Level.WATCH,
        "No position inside is left by tightening; not where the sheet forbids it.",
        code=LockCode.MEETS,
    )
