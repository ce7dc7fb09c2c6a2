"""The vernier of nut slots and washer tabs. Tighten to meet, never loosen."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from tribodex.core.components.lock_nut import LockNut
from tribodex.core.mounting.position import OVERSHOOT_CHANCE, Placed
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.working import Level, Verdict, in_words


@dataclass(frozen=True)
class Meeting:
    """A position, reached by tightening, where a tab lies in a slot.

    `turn_deg` from the present position, and `turn_to_deg` where the start is only known within one step; lengths in
    mm, clearances in µm.
    """

    index: int
    turn_deg: float
    turn_to_deg: float
    rim_mm: float
    drive_up_mm: float
    extra_reduction_um: float
    residual_um: float
    doubt_um: float
    chance_below: float
    chance_inside: float
    verdict: Verdict


def meetings(now: Placed, nut: LockNut, window: Window, first_deg: float | None, most: int = 8) -> tuple[Meeting, ...]:
    """The next positions where a tab meets a slot, each with its predicted residual and verdict.

    `first_deg` is the turn to the first meeting as seen on the nut (nought: square now); None when nobody looked: then
    every position is only known within one step, and the verdict is for its far end.

    Symbols: Δα = first + i·360/lcm(n, m) (°), s = P·Δα/360 (mm), Δr = κ·Δα (µm).
    Valid: washer keyed to the sleeve, evenly spaced slots and tabs, nut only tightened.
    Raises: nothing.
    Source: vernier of nut and washer; common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> from tribodex.core.mounting.position import Position
    >>> n, w = LockNut(90, 2, 120, 4, 17, 10), Window(64, 79, 124, Span(45, 60), 50.0)
    >>> [round(m.turn_deg, 1) for m in meetings(Position(74, 4, 0.388, 120, True), n, w, 2.0)][:3]
    [2.0, 7.3, 12.6]
    """
    step = nut.meeting_angle_deg
    found: list[Meeting] = []
    for index in range(most):
        start = index * step + (first_deg or 0.0)
        end = start if first_deg is not None else start + step
        middle = now.after((start + end) / 2)
        far = now.after(end)
        chance = far.below(window)
        found.append(
            Meeting(
                index,
                start,
                end,
                end * nut.rim_mm_per_deg,
                nut.pitch_mm * end / 360,
                now.per_degree_um * end,
                middle.clearance_um,
                2 * middle.sd_um + now.per_degree_um * (end - start) / 2,
                chance,
                far.inside(window),
                _judge(far, window, chance),
            )
        )
        if far.clearance_um < window.low_um:
            break  # one that leaves the window is shown as the end; those after it only leave it further
    return tuple(found)


def _judge(at: Placed, window: Window, chance: float) -> Verdict:
    residual = um_text(at.clearance_um)
    if at.clearance_um < window.low_um:
        return Verdict("leaves the window", Level.STOP, f"Predicted {residual} is below {um_text(window.low_um)}.")
    if at.clearance_um > window.high_um:
        return Verdict("not yet there", Level.WATCH, f"Predicted {residual} is still above {um_text(window.high_um)}: the sleeve would creep.")
    if chance > 5 * OVERSHOOT_CHANCE:
        return Verdict("inside, near the limit", Level.WATCH, f"Predicted {residual}; {in_words(chance)} to end below the window.")
    return Verdict("inside", Level.GOOD, f"Predicted {residual}; {in_words(chance)} to end below the window.")


def best(found: Sequence[Meeting]) -> Meeting | None:
    """The meeting to take: of those inside, the one most likely to be truly inside; None when there is none.

    Symbols: none.
    Valid: for an answer of meetings().
    Raises: nothing.
    Source: normal approximation.

    >>> best([]) is None
    True
    """
    inside = [m for m in found if m.verdict.level is Level.GOOD] or [m for m in found if m.verdict.word.startswith("inside")]
    return max(inside, key=lambda m: m.chance_inside, default=None)


def way_out(found: Sequence[Meeting]) -> str:
    """What to do when no meeting stays inside; empty when one does.

    Symbols: none.
    Valid: for an answer of meetings().
    Raises: nothing.
    Source: common practice, no source.

    >>> way_out([]) == ""
    False
    """
    if any(m.verdict.level is Level.GOOD for m in found):
        return ""
    if any(m.verdict.word == "inside, near the limit" for m in found):
        return "Only positions near the limit are left: gauge again to narrow the doubt, or take another washer."
    if any(m.verdict.word == "not yet there" for m in found) and not any(m.verdict.word == "leaves the window" for m in found):
        return "Drive on first; no tab position in reach is inside the window yet."
    return (
        "No tab position inside the window is left by tightening. Do not back the nut off: try another washer (its tabs stand "
        "elsewhere), a lock plate or clip if the nut takes one, or release from the sleeve and drive up less far."
    )
