"""The window and what leads to it, with the working."""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.mounting.window import HALF_SHARE, Window, judge_window
from tribodex.core.quantities import um_text
from tribodex.core.sources import SCREW
from tribodex.core.working import Level, Line, Result, Verdict, number


def window_result(window: Window, card_source_id: str) -> Result:
    """The window as a figure with working and verdict.

    Symbols: as target_window.
    Valid: as target_window.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.mounting.window import target_window
    >>> window_result(target_window(124, Span(45, 60), 50), "a").verdict.word
    'clearance remains'
    """
    c0, r, m = window.initial_um, window.reduction_um, window.residual_limit_um
    if window.final_um is not None or window.beside_um is not None or not window.reduction_given:
        return _sheet_result(window, card_source_id)
    low_formula = (
        "lo = max(m, c₀ - r_max)"
        if m is not None
        else "lo = c₀ - r_max (no residual limit on this card)"
    )
    low_numbers = f"{number(c0)} - {number(r.high)}"
    if m is not None:
        low_numbers = f"max({number(m)}, {low_numbers})"
    return Result(
        "window",
        "Target window for the residual clearance",
        window.low_um,
        "µm",
        value_to=window.high_um,
        verdict=judge_window(window),
        working=(
            Line(
                "lo",
                "least residual",
                low_formula,
                low_numbers,
                window.low_um,
                "µm",
                card_source_id,
            ),
            Line(
                "hi",
                "greatest residual",
                "hi = c₀ - r_min",
                f"{number(c0)} - {number(r.low)}",
                window.high_um,
                "µm",
                card_source_id,
            ),
        ),
        note=(
            ""
            if m is not None
            else (
                "This card gives no residual limit here: the window comes from the reduction alone."
            )
        ),
    )


def _sheet_result(window: Window, source_id: str) -> Result:
    """The window of a maker's sheet: each end with the figure that it comes from."""
    c0, r, band, put_in = (
        window.initial_um,
        window.reduction_um,
        window.final_um,
        number(window.initial_um),
    )
    card = "" if window.reduction_given else " (default card)"
    lines = []
    if band is not None:
        lines += [
            Line("f_min", "least at the end, by the sheet", "", "", band.low, "µm", source_id),
            Line("f_max", "greatest at the end, by the sheet", "", "", band.high, "µm", source_id),
        ]
    else:
        lines.append(
            Line(
                "hi",
                "greatest residual",
                f"hi = c₀ - r_min{card}",
                f"{put_in} - {number(r.low)}",
                c0 - r.low,
                "µm",
                source_id,
            )
        )
        if window.reduction_given:
            lines.append(
                Line(
                    "lo",
                    "least residual by the reduction",
                    "c₀ - r_max",
                    f"{put_in} - {number(r.high)}",
                    c0 - r.high,
                    "µm",
                    source_id,
                )
            )
        if window.residual_limit_um is not None:
            lines.append(
                Line(
                    "m",
                    "least residual, by the sheet",
                    "",
                    "",
                    window.residual_limit_um,
                    "µm",
                    source_id,
                )
            )
    if window.beside_um is not None:
        lines.append(
            Line(
                "m_card",
                "least residual, by the default card",
                "",
                "",
                window.beside_um,
                "µm",
                "practice",
            )
        )
    lines.append(Line("lo", "lower end", "", "", window.low_um, "µm", source_id))
    lines.append(Line("hi", "upper end", "", "", window.high_um, "µm", source_id))
    notes = []
    if window.by_sheet_um is not None:
        notes.append(
            f"The sheet itself goes down to {um_text(window.by_sheet_um)}: below"
            f" {um_text(window.low_um)} by name of the sheet."
        )
    if not window.reduction_given:
        notes.append("What the sheet does not say is the default card's, and judged by it.")
    return Result(
        "window",
        "Target window for the residual clearance",
        window.low_um,
        "µm",
        value_to=window.high_um,
        verdict=judge_window(window),
        working=tuple(lines),
        note=" ".join(notes),
    )


def half_rule(initial_um: float, reduction_um: Span) -> Result:
    """The shop rule “take out about half of what was measured”, against the card's range.

    Symbols: c₀ (µm), r = 0.40 to 0.50·c₀ (µm).
    Valid: a rule of thumb for mid-group clearance of group CN, 50 to 200 mm bore.
    Raises: nothing.
    Source: common practice, no source.

    >>> half_rule(110, Span(45, 60)).verdict.level.value, half_rule(150, Span(45, 60)).verdict.word
    ('good', 'more than the card')
    """
    low, high = HALF_SHARE.low * initial_um, HALF_SHARE.high * initial_um
    words = (
        f"Half of it is {um_text(high)}; the card takes out {um_text(reduction_um.low)} to"
        f" {um_text(reduction_um.high)}."
    )
    if high > reduction_um.high:
        more = um_text(high - reduction_um.high)
        verdict = Verdict(
            "more than the card",
            Level.WATCH,
            f"{words} That is {more} more than the card's largest: the card goes first.",
        )
    elif high < reduction_um.low:
        verdict = Verdict("less than the card", Level.WATCH, f"{words} The card goes first.")
    else:
        verdict = Verdict(
            "agrees with the card", Level.GOOD, "Half of it lies in the card's range."
        )
    lines = (
        Line(
            "r_min",
            "two fifths of what was measured",
            f"{HALF_SHARE.low:g}·c₀",
            f"{HALF_SHARE.low:g}·{number(initial_um)}",
            low,
            "µm",
            "practice",
        ),
        Line(
            "r_max",
            "half of what was measured",
            f"{HALF_SHARE.high:g}·c₀",
            f"{HALF_SHARE.high:g}·{number(initial_um)}",
            high,
            "µm",
            "practice",
        ),
    )
    return Result(
        "half_rule", "“Half of it” rule", low, "µm", value_to=high, verdict=verdict, working=lines
    )


def reduction_result(initial_um: float, residual_um: float, uncertainty_um: float | None) -> Result:
    """Reduction reached so far: r = c₀ - c.

    Symbols: c₀ unmounted, c present clearance (µm).
    Valid: both gauged in the same way.
    Raises: nothing.
    Source: definition.

    >>> reduction_result(124, 70, 6).value
    54
    """
    value = initial_um - residual_um
    line = Line(
        "r",
        "reduction",
        "r = c₀ - c",
        f"{number(initial_um)} - {number(residual_um)}",
        value,
        "µm",
        SCREW.id,
    )
    return Result(
        "reduction", "Reduction reached", value, "µm", uncertainty=uncertainty_um, working=(line,)
    )
