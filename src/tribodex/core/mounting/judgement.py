"""The final check: both the residual left and the reduction reached are judged."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from tribodex.core.mounting.window import Window
from tribodex.core.quantities import um_text
from tribodex.core.working import Level, Verdict


class FinalCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_DECIDED = "final.not_decided"
    NOT_IN_ORDER = "final.not_in_order"
    ONE_ROW = "final.one_row"
    NOT_KNOWN = "final.not_known"
    FEEL_DOES_NOT_AGREE = "final.feel_does_not_agree"
    ZERO_NOT_PROVEN = "final.zero_not_proven"
    GRIP_NOT_PROVEN = "final.grip_not_proven"
    ABOVE_THE_SHEET = "final.above_the_sheet"
    RING_TOO_TIGHT = "final.ring_too_tight"
    NO_LIMIT_KNOWN = "final.no_limit_known"
    NO_MEASURABLE_CLEARANCE = "final.no_measurable_clearance"
    NO_PLAY_TO_RUN_WITH = "final.no_play_to_run_with"
    NO_RANGE_KNOWN = "final.no_range_known"
    TOO_LITTLE_CLEARANCE = "final.too_little_clearance"
    TOO_LITTLE_PLAY = "final.too_little_play"
    TOO_LITTLE_REDUCTION = "final.too_little_reduction"
    TOO_LITTLE_TURN = "final.too_little_turn"
    TOO_MUCH_REDUCTION = "final.too_much_reduction"
    TURNED_PAST_THE_RANGE = "final.turned_past_the_range"


# The gauging is coarser than what it should decide.
NOT_DECIDED = "not decided: gauge finer"
ONE_ROW = "one row only: gauge the other"
# Less than this is no play, whatever a card says or does not say (µm; common practice, no source).
LEAST_RUNNING_UM = 5.0


@dataclass(frozen=True)
class FinalVerdict:
    """Both judgements and what they say together."""

    residual: Verdict
    reduction: Verdict
    overall: Verdict


def judge_final(
    window: Window,
    residual_um: float,
    uncertainty_um: float,
    reduction_um: float | None = None,
    reduction_uncertainty_um: float | None = None,
    *,
    finer: str = "",
    rows: int = 2,
    over_um: float = 0.0,
) -> FinalVerdict:
    """Judge the gauged residual and the reduction it means.

    Too little reduction: the bearing creeps on its sleeve, frets, and the nut works loose. Too
    much: no play is left when hot; it runs hot, smokes, seizes. A gauging whose uncertainty is more
    than half of what it should decide decides nothing: it is no pass.

    One row alone proves nothing of the other: a ring that stands askew shows in the other row only.

    Symbols: c residual (µm), r = c_before - c_after (µm, from the window's own clearance where not
    given), m least residual (µm), uncertainties half-widths (µm); finer: the leaves that would
    decide, in words; rows gauged; over: what was agreed by name beyond the largest reduction, to
    meet a tab (µm).
    Valid: gauged in the same way as before mounting.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> w = Window(64, 79, 124, Span(45, 60), 50.0)
    >>> (
    ...     judge_final(w, 70, 6).overall.word,
    ...     judge_final(w, 45, 3).overall.level.value,
    ...     judge_final(w, 70, 20).overall.word,
    ... )
    ('in order', 'stop', 'not decided: gauge finer')
    """
    taken = window.initial_um - residual_um if reduction_um is None else reduction_um
    taken_uncertainty = (
        uncertainty_um if reduction_uncertainty_um is None else reduction_uncertainty_um
    )
    residual = _residual(window, residual_um, uncertainty_um, finer)
    reduction = _reduction(window, taken, taken_uncertainty, finer, over_um)
    levels, words = (residual.level, reduction.level), (residual.word, reduction.word)
    if Level.STOP in levels:
        overall = Verdict(
            "not in order",
            Level.STOP,
            "At least one of the two is out of range, or nothing is left.",
            code=FinalCode.NOT_IN_ORDER,
        )
    elif NOT_DECIDED in words:
        overall = Verdict(
            NOT_DECIDED,
            Level.UNKNOWN,
            "The gauging is coarser than what it should decide: this is no pass.",
            code=FinalCode.NOT_DECIDED,
        )
    elif reduction.code == FinalCode.GRIP_NOT_PROVEN:
        overall = Verdict(
            "grip not proven",
            Level.UNKNOWN,
            f"{reduction.reason} This is no pass.",
            code=FinalCode.GRIP_NOT_PROVEN,
        )
    elif rows < 2:
        overall = Verdict(
            ONE_ROW,
            Level.UNKNOWN,
            "A ring that stands askew shows in the other row only: gauge that one too.",
            code=FinalCode.ONE_ROW,
        )
    elif Level.WATCH in levels or Level.UNKNOWN in levels:
        overall = Verdict(
            "in order, with a remark",
            Level.WATCH,
            "Near a limit, or a limit is not known: read the reasons.",
        )
    else:
        overall = Verdict("in order", Level.GOOD, "Residual and reduction are both inside.")
    return FinalVerdict(residual, reduction, overall)


def one_row_accepted(found: FinalVerdict, by: str, why: str) -> FinalVerdict:
    """The judgement where somebody said by name that the other row cannot be reached: one row is
    proven, and no more.

    Symbols: none.
    Valid: for a judgement of one row.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bands import Span
    >>> one_row_accepted(
    ...     judge_final(Window(64, 79, 124, Span(45, 60), 50.0), 70, 4, rows=1),
    ...     "A",
    ...     "seal in the way",
    ... ).overall.word
    'one row proven'
    """
    if not found.overall.says(FinalCode.ONE_ROW):
        return found
    return replace(
        found,
        overall=Verdict(
            "one row proven", Level.WATCH, f"The other row cannot be reached, by {by}: {why}"
        ),
    )


def no_play_verdict(places: Sequence[str], thinnest_um: float) -> FinalVerdict:
    """The judgement when not even the thinnest leaf goes in: no measurable clearance is not a
    number.

    Symbols: thinnest leaf of the set (µm); places in words.
    Valid: bearing on its seat.
    Raises: nothing.
    Source: common practice, no source.

    >>> no_play_verdict(["place 1, nut side"], 30).overall.level.value
    'stop'
    """
    what = f"The thinnest feeler, {um_text(thinnest_um)}, does not go in at {', '.join(places)}."
    residual = Verdict(
        "no measurable clearance", Level.STOP, what, code=FinalCode.NO_MEASURABLE_CLEARANCE
    )
    reduction = Verdict(
        "not known",
        Level.UNKNOWN,
        "Without a residual there is no reduction to check.",
        code=FinalCode.NOT_KNOWN,
    )
    return FinalVerdict(
        residual,
        reduction,
        Verdict(
            "not in order",
            Level.STOP,
            f"{what} It would run hot and seize.",
            code=FinalCode.NOT_IN_ORDER,
        ),
    )


def _undecided(uncertainty_um: float, span_um: float, what: str, finer: str) -> Verdict:
    how = f" {finer}" if finer else " Take finer feelers, more places, or gauge it once more."
    return Verdict(
        NOT_DECIDED,
        Level.UNKNOWN,
        f"± {um_text(uncertainty_um)} is more than half of the {um_text(span_um)} that decide on"
        f" {what}.{how}",
        code=FinalCode.NOT_DECIDED,
    )


def _residual(window: Window, residual_um: float, uncertainty_um: float, finer: str) -> Verdict:
    limit, heat = window.residual_limit_um, window.heat_um
    left = f"{um_text(residual_um)} is left"
    # Cold play that running warm uses up is no play: it comes before every limit of a card.
    if residual_um <= heat:
        return Verdict(
            "no clearance to run with",
            Level.STOP,
            f"{left}; running warm takes {um_text(heat)} (inner ring 10 K warmer). It would seize.",
            code=FinalCode.NO_PLAY_TO_RUN_WITH,
        )
    if residual_um <= LEAST_RUNNING_UM or residual_um <= uncertainty_um:
        return Verdict(
            "no clearance to run with",
            Level.STOP,
            f"{left}, ± {um_text(uncertainty_um)}: it may be none at all. It would seize.",
            code=FinalCode.NO_PLAY_TO_RUN_WITH,
        )
    # Beyond the uncertainty alone: a doubt of the feelers stops nobody, it is told as “near the
    # limit”.
    if limit is not None and residual_um < limit - uncertainty_um:
        return Verdict(
            "too little clearance",
            Level.STOP,
            f"{left}, {um_text(limit)} must be: it would run hot and may seize.",
            code=FinalCode.TOO_LITTLE_CLEARANCE,
        )
    band = window.final_um
    if band is not None and residual_um > band.high + uncertainty_um:
        return Verdict(
            "more than the sheet's final band",
            Level.STOP,
            f"{left}, at most {um_text(band.high)} by the sheet: too little is taken out, the"
            " bearing creeps on its sleeve.",
            code=FinalCode.ABOVE_THE_SHEET,
        )
    if not window.empty and uncertainty_um > window.width_um / 2:
        return _undecided(uncertainty_um, window.width_um, "the residual", finer)
    if (
        window.beside_um is not None
        and residual_um < window.beside_um
        and (limit is None or residual_um >= limit)
    ):
        return Verdict(
            "less than the default card",
            Level.WATCH,
            f"{left}; the default card leaves {um_text(window.beside_um)}, the sheet does not ask"
            " so much: it is taken by name of the sheet.",
        )
    # A sheet that is silent on what must be left is no leave to leave nothing: the card stands in.
    if limit is None and window.beside_um is not None:
        return Verdict(
            "enough clearance",
            Level.GOOD,
            f"{left}; the sheet does not say, the default card leaves {um_text(window.beside_um)}.",
        )
    if band is not None and residual_um > band.high:
        return Verdict(
            "at the sheet's upper end",
            Level.WATCH,
            f"{left}, at most {um_text(band.high)}; the difference is within the uncertainty.",
        )
    if limit is None:
        return Verdict(
            "no limit known",
            Level.UNKNOWN,
            f"{left}; this card gives no least residual here. Ask the maker.",
            code=FinalCode.NO_LIMIT_KNOWN,
        )
    if residual_um < limit:
        return Verdict(
            "near the limit",
            Level.WATCH,
            f"{left}, {um_text(limit)} must be; the difference is within the uncertainty.",
        )
    return Verdict("enough clearance", Level.GOOD, f"{left}, at least {um_text(limit)} must be.")


def _reduction(
    window: Window, reduction_um: float, uncertainty_um: float, finer: str, over_um: float = 0.0
) -> Verdict:
    span = window.reduction_um
    words = f"{um_text(reduction_um)} taken out, {um_text(span.low)} to {um_text(span.high)} asked"
    # Before any card or sheet: a ring that cracks does not ask who allowed it.
    if window.most_um is not None and reduction_um > window.most_um + uncertainty_um:
        why = (
            f"{um_text(reduction_um)} taken out; the inner ring bears {um_text(window.most_um)},"
            " whatever a sheet says. It may crack: release."
        )
        return Verdict("more than the ring bears", Level.STOP, why, code=FinalCode.RING_TOO_TIGHT)
    if not window.reduction_given:
        return _by_default(window, reduction_um, uncertainty_um, finer)
    if (
        window.floor_um is not None
        and span.low - uncertainty_um <= reduction_um < window.floor_um - uncertainty_um
    ):
        why = (
            f"{um_text(reduction_um)} taken out; the card takes at least"
            f" {um_text(window.floor_um)}: it may creep on its sleeve."
        )
        return Verdict("grip not proven", Level.UNKNOWN, why, code=FinalCode.GRIP_NOT_PROVEN)
    if reduction_um < span.low - uncertainty_um:
        return Verdict(
            "too little reduction",
            Level.STOP,
            f"{words}: the bearing creeps on its sleeve, frets, and the nut works loose.",
            code=FinalCode.TOO_LITTLE_REDUCTION,
        )
    if reduction_um > span.high + over_um + uncertainty_um:
        return Verdict(
            "too much reduction",
            Level.STOP,
            f"{words}: the inner ring is stretched more than the card allows.",
            code=FinalCode.TOO_MUCH_REDUCTION,
        )
    if uncertainty_um > (span.high - span.low) / 2:
        return _undecided(uncertainty_um, span.high - span.low, "the reduction", finer)
    if reduction_um < span.low:
        return Verdict(
            "reduction just short",
            Level.WATCH,
            f"{words}; the difference is within the uncertainty.",
        )
    if over_um and reduction_um > span.high:
        return Verdict(
            "reduction over, agreed to meet a tab",
            Level.WATCH,
            f"{words}; {um_text(over_um)} more was agreed by name.",
        )
    if reduction_um > span.high:
        return Verdict(
            "reduction just over",
            Level.WATCH,
            f"{words}; the difference is within the uncertainty.",
        )
    return Verdict("reduction reached", Level.GOOD, f"{words}.")


def _by_default(window: Window, reduction_um: float, uncertainty_um: float, finer: str) -> Verdict:
    """The reduction where the sheet does not say it: the default card's range tells whether it
    grips; what the sheet says is not overridden.
    """
    span = window.reduction_um
    words = (
        f"{um_text(reduction_um)} taken out; the sheet does not say, the default card takes"
        f" {um_text(span.low)} to {um_text(span.high)}"
    )
    by_sheet = window.final_um is not None or window.residual_limit_um is not None
    if reduction_um < span.low - uncertainty_um:
        if window.final_um is not None and reduction_um > uncertainty_um:
            return Verdict(
                "less than the default card",
                Level.WATCH,
                f"{words}. The sheet's final band is kept: it grips by the sheet's word.",
            )
        return Verdict(
            "grip not proven",
            Level.UNKNOWN,
            f"{words}: it may creep on its sleeve.",
            code=FinalCode.GRIP_NOT_PROVEN,
        )
    if reduction_um > span.high + uncertainty_um:
        if by_sheet:
            return Verdict(
                "more than the default card",
                Level.WATCH,
                f"{words}. What the sheet leaves is kept.",
            )
        why = f"{words}: the inner ring is stretched more than the card allows."
        return Verdict("too much reduction", Level.STOP, why, code=FinalCode.TOO_MUCH_REDUCTION)
    # A figure that could lie at either end of the card proves no grip; only a
    # final band of the sheet stands for the grip by itself.
    if uncertainty_um > (span.high - span.low) / 2:
        if window.final_um is None:
            return _undecided(uncertainty_um, span.high - span.low, "the reduction", finer)
        return Verdict(
            "told too coarsely for the default card",
            Level.WATCH,
            f"{words}; ± {um_text(uncertainty_um)} cannot tell. The sheet's final band is kept: it"
            " grips by the sheet's word.",
        )
    if reduction_um < span.low:
        return Verdict(
            "reduction just short",
            Level.WATCH,
            f"{words}; the difference is within the uncertainty.",
        )
    return Verdict("reduction reached", Level.GOOD, f"{words}.")
