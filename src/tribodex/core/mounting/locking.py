"""The vernier of nut slots and washer tabs. Tighten to meet, never loosen."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Protocol, Self

from tribodex.core.components.lock_nut import LockNut
from tribodex.core.mounting.lock_ruling import LockCode
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.working import Level, Verdict, in_words

# The chance to overshoot that a move may carry, unless another is chosen.
USUAL_RISK = 0.02
# A position further on than this is no lock but a turn, to be gauged by itself (degrees).
FURTHEST_DEG = 90.0
# Nor is one further than this taken unseen to lock at, but for the first one that there is: it is
# turned to and gauged (degrees).
LOCK_TURN_DEG = 20.0
# A position with less chance to be inside than this is no place to lock.
WORTH_LOCKING = 0.1


class Placed(Protocol):
    """Where a bearing is believed to be, however that was found out. Clearances µm, angles
    degrees."""

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

    `turn_deg` from the present position, and `turn_to_deg` where the start is only known within one
    step; lengths in mm, clearances in µm. Clearances and chances are None where the play is not
    gauged (turns and angle methods).
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
        """Whether it is near enough to be locked at without a gauging on the way: the first one, or
        within LOCK_TURN_DEG.

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
    *,
    risk: float = USUAL_RISK,
    ruling: Ruling | None = None,
) -> tuple[TabPosition, ...]:
    """The next positions where a tab meets a slot, each with its predicted residual and verdict.

    `first_deg` is the turn to the first tab position as seen on the nut (zero: square now); None
    when nobody looked: then every position is only known within one step, and the verdict is for
    its far end. `ruling` says for a turn whether the leaf allows to lock there; what it refuses is
    no position to lock at, whatever is believed.

    Symbols: Δα = first + i·360/lcm(n, m) (°), s = P·Δα/360 (mm), Δr = κ·Δα (µm).
    Valid: washer keyed to the sleeve, evenly spaced slots and tabs, nut only tightened.
    Raises: nothing.
    Source: vernier of nut and washer; common practice, no source.

    >>> turn_tab_positions(LockNut(90, 2, 120, 4, 17, 10), 100, (110, 130), 2.0)[0].turn_deg
    2.0
    """
    positions: list[TabPosition] = []
    for index, start, end in _turns(nut, first_deg, most):
        middle = now.after((start + end) / 2)
        far = now.after(end)
        chance = far.below(window)
        positions.append(
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
                _judge(
                    far,
                    window,
                    chance,
                    limit,
                    risk,
                    leaf=ruling(end) if ruling is not None else None,
                ),
            )
        )
        if far.clearance_um < window.low_um:
            # one that leaves the window is shown as the end; those after it only leave it further
            break
    return tuple(positions)


def turn_tab_positions(
    nut: LockNut,
    now_deg: float,
    range_deg: tuple[float, float],
    first_deg: float | None,
    most: int = 8,
) -> tuple[TabPosition, ...]:
    """TabPositions where only the turn counts: turns from hand-tight, or the angle of a
    self-aligning ball bearing.

    Symbols: now, range from…to in degrees from the zero point; Δα = first + i·360/lcm(n, m) (°).
    Valid: as tab_positions(); the play is not known.
    Raises: nothing; no answer while slots or tabs are not known.
    Source: vernier of nut and washer; common practice, no source.

    >>> [
    ...     m.verdict.word
    ...     for m in turn_tab_positions(LockNut(90, 2, 120, 4, 17, 10), 104, (105, 112), 0.0)
    ... ]
    ['not yet there', 'inside', 'leaves the range']
    """
    positions: list[TabPosition] = []
    for index, start, end in _turns(nut, first_deg, most):
        total = now_deg + end
        if total > range_deg[1] + 0.05:
            verdict = Verdict(
                "leaves the range",
                Level.STOP,
                f"{total:.0f}° in all is past the {range_deg[1]:.0f}° of the sheet.",
                code=LockCode.LEAVES_THE_RANGE,
            )
        elif total < range_deg[0] - 0.05:
            verdict = Verdict(
                "not yet there",
                Level.WATCH,
                f"{total:.0f}° in all is short of {range_deg[0]:.0f}°.",
                code=LockCode.NOT_YET_THERE,
            )
        else:
            verdict = Verdict(
                "inside",
                Level.GOOD,
                f"{total:.0f}° in all, {range_deg[0]:.0f} to {range_deg[1]:.0f}° asked.",
                code=LockCode.INSIDE,
            )
        positions.append(
            TabPosition(
                index,
                start,
                end,
                nut.rim_mm(end),
                nut.pitch_mm * end / 360,
                None,
                None,
                None,
                None,
                None,
                None,
                verdict.level is Level.GOOD,
                verdict,
            )
        )
        if verdict.level is Level.STOP:
            break
    return tuple(positions)


def _turns(nut: LockNut, first_deg: float | None, most: int) -> Iterator[tuple[int, float, float]]:
    """Number of a position, and the turn to it from…to: one figure where the first one was seen,
    else somewhere within a step.
    """
    step = nut.tab_step_deg
    for index in range(most if step is not None else 0):
        start = index * (step or 0.0) + (first_deg or 0.0)
        end = start if first_deg is not None else start + (step or 0.0)
        if index > 0 and end > FURTHEST_DEG:
            return
        yield index, start, end


def _judge(
    at: Placed, window: Window, chance: float, limit: float, risk: float, *, leaf: Verdict | None
) -> Verdict:
    residual = um_text(at.clearance_um)
    if leaf is not None and leaf.level is Level.STOP:
        return Verdict(leaf.word, Level.STOP, leaf.reason, code=LockCode.NOT_BY_THE_LEAF)
    if at.clearance_um < window.low_um:
        return Verdict(
            "leaves the window",
            Level.STOP,
            f"Predicted {residual} is below {um_text(window.low_um)}.",
            code=LockCode.LEAVES_THE_WINDOW,
        )
    if at.clearance_um > window.high_um:
        return Verdict(
            "not yet there",
            Level.WATCH,
            f"Predicted {residual} is still above {um_text(window.high_um)}: the sleeve would"
            " creep.",
            code=LockCode.NOT_YET_THERE,
        )
    if chance > risk or limit > risk:
        return Verdict(
            "inside, near the limit",
            Level.WATCH,
            f"Predicted {residual}; {in_words(chance)} to end below the window.",
            code=LockCode.NEAR,
        )
    return Verdict(
        "inside",
        Level.GOOD,
        f"Predicted {residual}; {in_words(chance)} to end below the window.",
        code=LockCode.INSIDE,
    )


def best(found: Sequence[TabPosition]) -> TabPosition | None:
    """The tab position to take: of those inside, the one most likely to be truly inside; None when
    there is none.

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
    short = [
        m
        for m in found
        if m.keeps_limit and m._inside >= WORTH_LOCKING and m.verdict.level is not Level.STOP
    ]
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
        return (
            f"The next position inside the window is {good[0].turn_deg:.0f}° on: turn towards it"
            " and gauge before it is locked there."
        )
    blocked = next((m.verdict for m in found if m.verdict.code == LockCode.NOT_BY_THE_LEAF), None)
    if blocked is not None and all(m.verdict.level is Level.STOP for m in found):
        return (
            f"{blocked.reason} Gauge again, or go by the ways out: another washer, or release and"
            " drive up less far."
        )
    if any(m.verdict.code == LockCode.NEAR for m in found):
        return (
            "Only positions near the limit are left: gauge again to narrow the uncertainty, or take"
            " another washer."
        )
    if any(m.verdict.code == LockCode.NOT_YET_THERE for m in found) and not any(
        m.verdict.level is Level.STOP for m in found
    ):
        return "Drive on first; no tab position in reach is inside the window yet."
    if any(m.verdict.code == LockCode.LEAVES_THE_RANGE for m in found) and not any(
        m.verdict.code == LockCode.INSIDE for m in found
    ):
        return (
            "No position inside the range is left by tightening. Do not back the nut off: try"
            " another washer or plate, or release and tighten less far."
        )
    return (
        "No tab position inside the window is left by tightening. Do not back the nut off: try"
        " another washer (its tabs stand elsewhere), a lock plate or clip if the nut takes one, or"
        " release the bearing and drive up less far."
    )
