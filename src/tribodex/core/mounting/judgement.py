"""The final check: both the residual left and the reduction reached are judged."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from tribodex.core.components.bands import Span
from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.working import Level, Verdict

# How a ring swivels when a hand tilts it.
Swivel = Literal["freely", "slight drag", "binds"]


@dataclass(frozen=True)
class FinalVerdict:
    """Both judgements and what they say together."""

    residual: Verdict
    reduction: Verdict
    overall: Verdict


def judge_final(window: Window, residual_um: float, uncertainty_um: float) -> FinalVerdict:
    """Judge the gauged residual and the reduction it means.

    Too little reduction: the bearing creeps on its sleeve, frets, and the nut works loose. Too much: no play is left
    when hot; it runs hot, smokes, seizes.

    Symbols: c residual (µm), r = c₀ - c (µm), m least residual (µm), uncertainty half-width (µm).
    Valid: gauged in the same way as before mounting.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(64, 79, 124, Span(45, 60), 50.0)
    >>> judge_final(w, 70, 6).overall.word, judge_final(w, 45, 3).overall.level.value
    ('in order', 'stop')
    """
    residual = _residual(window, residual_um, uncertainty_um)
    reduction = _reduction(window, window.initial_um - residual_um, uncertainty_um)
    levels = (residual.level, reduction.level)
    if Level.STOP in levels:
        overall = Verdict("not in order", Level.STOP, "At least one of the two is outside by more than the uncertainty of the gauging.")
    elif Level.WATCH in levels or Level.UNKNOWN in levels:
        overall = Verdict("in order, with a remark", Level.WATCH, "Near a limit, or a limit is not known: read the reasons.")
    else:
        overall = Verdict("in order", Level.GOOD, "Residual and reduction are both inside.")
    return FinalVerdict(residual, reduction, overall)


def judge_hand(swivel: Swivel, turns_freely: bool, nut_deg: float, range_deg: Span | None) -> FinalVerdict:
    """Judge a mounting that cannot be gauged: by how the ring swivels and turns, and by how far the nut was turned.

    Symbols: swivel “freely”, “slight drag” or “binds”; nut turn from its zero point and the range asked (degrees).
    Valid: sealed housed units and self-aligning ball bearings.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> judge_hand("slight drag", True, 110, Span(100, 120)).overall.word, judge_hand("binds", True, 110, None).overall.level.value
    ('in order', 'stop')
    """
    if not turns_freely or swivel == "binds":
        residual = Verdict("too little play", Level.STOP, "The ring binds or does not turn freely by hand: it was driven too far.")
    else:
        residual = Verdict("turns freely", Level.GOOD, f"The ring turns freely and swivels {'freely' if swivel == 'freely' else 'with slight drag'}.")
    if range_deg is None:
        reduction = Verdict("no range known", Level.UNKNOWN, f"The nut stands {nut_deg:.0f}° from its zero point; no range is known.")
    elif nut_deg < range_deg.low - 1:
        reduction = Verdict(
            "too little turn", Level.STOP, f"{nut_deg:.0f}° of {range_deg.low:.0f} to {range_deg.high:.0f}°: it may creep on its sleeve."
        )
    elif nut_deg > range_deg.high + 1:
        reduction = Verdict("turned past the range", Level.STOP, f"{nut_deg:.0f}°, {range_deg.low:.0f} to {range_deg.high:.0f}° asked.")
    else:
        reduction = Verdict("turn reached", Level.GOOD, f"{nut_deg:.0f}°, {range_deg.low:.0f} to {range_deg.high:.0f}° asked.")
    levels = (residual.level, reduction.level)
    if Level.STOP in levels:
        overall = Verdict("not in order", Level.STOP, "Read the reasons; release and start again, or ask the maker.")
    elif Level.UNKNOWN in levels:
        overall = Verdict("in order, with a remark", Level.WATCH, "A limit is not known: read the reasons.")
    else:
        overall = Verdict("in order", Level.GOOD, "Turn and feel agree. The play itself was not gauged.")
    return FinalVerdict(residual, reduction, overall)


def _residual(window: Window, residual_um: float, uncertainty_um: float) -> Verdict:
    limit = window.residual_limit_um
    if limit is None:
        return Verdict("no limit known", Level.UNKNOWN, f"{um_text(residual_um)} is left; this card gives no least residual here. Ask the maker.")
    if residual_um < limit - uncertainty_um:
        return Verdict("too little play", Level.STOP, f"{um_text(residual_um)} is left, {um_text(limit)} must be: it would run hot and may seize.")
    if residual_um < limit:
        return Verdict(
            "near the limit", Level.WATCH, f"{um_text(residual_um)} is left, {um_text(limit)} must be; the difference is within the uncertainty."
        )
    return Verdict("enough play", Level.GOOD, f"{um_text(residual_um)} is left, at least {um_text(limit)} must be.")


def _reduction(window: Window, reduction_um: float, uncertainty_um: float) -> Verdict:
    span = window.reduction_um
    said = f"{um_text(reduction_um)} taken out, {um_text(span.low)} to {um_text(span.high)} asked"
    if span.low <= reduction_um <= span.high:
        return Verdict("reduction reached", Level.GOOD, f"{said}.")
    if reduction_um < span.low:
        if reduction_um < span.low - uncertainty_um:
            return Verdict("too little reduction", Level.STOP, f"{said}: the bearing creeps on its sleeve, frets, and the nut works loose.")
        return Verdict("reduction just short", Level.WATCH, f"{said}; the difference is within the uncertainty.")
    if reduction_um > span.high + uncertainty_um:
        return Verdict("too much reduction", Level.STOP, f"{said}: the inner ring is stretched more than the card allows.")
    return Verdict("reduction just over", Level.WATCH, f"{said}; the difference is within the uncertainty.")
