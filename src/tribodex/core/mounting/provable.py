"""Whether a feeler set can prove a window: its thinnest feeler has to go in there, and its steps
have to tell the ends apart.
"""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.quantities import um_text
from tribodex.core.working import Level, Verdict

# A window narrower than this hangs on every feeler step (µm).
NARROW_UM = 12.0
# Two steps across a narrow window, and a micrometre for what is rounded.
STEP_SHARE, ROUNDED_UM = 0.5, 1.0
# No set is finer than this, and no window narrower than that is proven by feelers (µm).
FINEST_STEP_UM, NO_FEELER_UM = 6.0, 3.0


class ProvableCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    THICKER = "provable.thicker"
    THICK = "provable.thick"
    COARSE = "provable.coarse"
    NARROW = "provable.narrow"
    NO_WINDOW = "provable.no_window"


def proves(gauge: FeelerSet, window_um: Span) -> Verdict:
    """Whether a set can prove that a clearance lies in a window.

    Where even the thinnest feeler is thicker than the middle of the window nothing goes in for most
    of it: “no measurable clearance” is all that can be said there, and that proves nothing.

    Symbols: t₁ thinnest feeler, lo…hi window (µm): t₁ > (lo + hi)/2 stops; t₁ > lo, or steps above
    (hi - lo)/2 in a narrow one, is a warning, and so is a window of less than 3 µm with any set.
    Valid: window not empty.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.quantities import LengthUnit
    >>> s = FeelerSet("a", "Set A", LengthUnit.MM, (30.0, 40.0, 50.0, 60.0, 70.0))
    >>> [proves(s, Span(*ends)).word for ends in ((15, 25), (25, 40), (42, 51), (40, 60), (40, 42))]
    ['cannot prove this window', 'thick for this window', 'coarse for this window', 'proves it',
    'narrower than feelers tell']
    """
    thinnest, low, high = gauge.leaves_um[0], window_um.low, window_um.high
    ends = f"{um_text(low)} to {um_text(high)}"
    if thinnest > (low + high) / 2:
        why = (
            f"The thinnest feeler of {gauge.name} is {um_text(thinnest)}, the residual should end"
            f" at {ends}. {_take(low)}"
        )
        return Verdict("cannot prove this window", Level.STOP, why, code=ProvableCode.THICKER)
    if thinnest > low:
        why = (
            f"The thinnest feeler of {gauge.name} is {um_text(thinnest)}, the residual may go down"
            f" to {um_text(low)}: take a set with thinner feelers."
        )
        return Verdict("thick for this window", Level.WATCH, why, code=ProvableCode.THICK)
    step, width = gauge.step_um(low, high), high - low
    if width < NO_FEELER_UM:
        why = (
            f"The window is {um_text(width)} wide: feelers cannot prove it. Ways out: a bearing of"
            " the next clearance group; what the maker says must be left; or by name, and what"
            " must be left is kept. Feelers measured by micrometer, and sleeve end to ring, are"
            " worth their time."
        )
        return Verdict("narrower than feelers tell", Level.WATCH, why, code=ProvableCode.NARROW)
    if width < NARROW_UM and step > STEP_SHARE * width + ROUNDED_UM and step <= FINEST_STEP_UM:
        why = (
            f"{gauge.name} makes steps of {um_text(step)} there, the window is {um_text(width)}"
            " wide: measure the feelers by micrometer, gauge at six places, and sleeve end to ring"
            " beside it."
        )
        return Verdict("coarse for this window", Level.WATCH, why, code=ProvableCode.COARSE)
    if width < NARROW_UM and step > STEP_SHARE * width + ROUNDED_UM:
        why = (
            f"{gauge.name} makes steps of {um_text(step)} there, the window is {um_text(width)}"
            " wide: take a finer set, with feelers 0.005 mm apart, or nothing can be decided."
        )
        return Verdict("coarse for this window", Level.WATCH, why, code=ProvableCode.COARSE)
    return Verdict(
        "proves it",
        Level.GOOD,
        f"Feelers from {um_text(thinnest)}, steps of {um_text(step)} there; the window is {ends}.",
    )


def _take(low_um: float) -> str:
    """Which set would do, in words."""
    return f"Take a set with feelers of {um_text(low_um)} and thinner, 0.005 mm apart."
