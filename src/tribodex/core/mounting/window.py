"""The target window for the residual clearance."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.quantities import um_text
from tribodex.core.sources import SCREW
from tribodex.core.working import Level, Line, Result, Verdict, number


@dataclass(frozen=True)
class Window:
    """Where the residual clearance may end, µm. Empty when `low_um` is above `high_um`.

    `residual_limit_um` is None when the card gives none; then the lower end comes from the reduction alone.
    """

    low_um: float
    high_um: float
    initial_um: float
    reduction_um: Span
    residual_limit_um: float | None

    @property
    def empty(self) -> bool:
        """No residual satisfies both the reduction and the limit."""
        return self.low_um > self.high_um

    @property
    def mid_um(self) -> float:
        """Its middle: the aim."""
        return (self.low_um + self.high_um) / 2


def target_window(initial_um: float, reduction_um: Span, residual_limit_um: float | None) -> Window:
    """Window for the residual clearance: lo = max(m, c₀ - r_max), hi = c₀ - r_min.

    Symbols: c₀ mean unmounted clearance, r_min, r_max reduction, m least residual (µm).
    Valid: c₀ gauged, all from one card.
    Raises: nothing; an empty window is an answer.
    Source: common practice, no source.

    >>> target_window(124, Span(45, 60), 50).low_um, target_window(124, Span(45, 60), 50).high_um
    (64, 79)
    >>> target_window(90, Span(45, 60), 50).empty
    True
    """
    low = initial_um - reduction_um.high
    if residual_limit_um is not None:
        low = max(low, residual_limit_um)
    return Window(low, initial_um - reduction_um.low, initial_um, reduction_um, residual_limit_um)


@dataclass(frozen=True)
class Target:
    """What a plan aims for: a reduction in µm, or as a share of the measured clearance; and the residual limit, if known.

    `reduction_um` is the range of a card; with `share` it is only what the share comes to in the middle of the group.
    """

    reduction_um: Span
    least_residual_um: float | None
    share: Span | None = None

    def reduction(self, initial_um: float) -> Span:
        """Reduction for a measured clearance, µm."""
        return Span(self.share.low * initial_um, self.share.high * initial_um) if self.share else self.reduction_um

    def window(self, initial_um: float) -> Window:
        """Target window for a measured clearance."""
        return target_window(initial_um, self.reduction(initial_um), self.least_residual_um)


def window_result(window: Window, card_source_id: str) -> Result:
    """The window as a figure with working and verdict.

    Symbols: as target_window.
    Valid: as target_window.
    Raises: nothing.
    Source: common practice, no source.

    >>> window_result(target_window(124, Span(45, 60), 50), "a").verdict.word
    'open'
    """
    c0, r, m = window.initial_um, window.reduction_um, window.residual_limit_um
    low_formula = "lo = max(m, c₀ - r_max)" if m is not None else "lo = c₀ - r_max (no residual limit on this card)"
    low_numbers = f"{number(c0)} - {number(r.high)}"
    if m is not None:
        low_numbers = f"max({number(m)}, {low_numbers})"
    if window.empty:
        verdict = Verdict(
            "empty",
            Level.STOP,
            f"Taking out the least reduction ({um_text(r.low)}) would leave {um_text(window.high_um)}, "
            f"below the {um_text(window.low_um)} that must be left. The bearing was tight to start with: "
            "gauge again; take the next clearance group; or ask the maker.",
        )
    else:
        verdict = Verdict("open", Level.GOOD, f"Aim for the middle, {um_text(window.mid_um)}.")
    return Result(
        "window",
        "Target window for the residual clearance",
        window.low_um,
        "µm",
        value_to=window.high_um,
        verdict=verdict,
        working=(
            Line("lo", "least residual", low_formula, low_numbers, window.low_um, "µm", card_source_id),
            Line("hi", "greatest residual", "hi = c₀ - r_min", f"{number(c0)} - {number(r.low)}", window.high_um, "µm", card_source_id),
        ),
        note="" if m is not None else "This card gives no residual limit here: the window comes from the reduction alone.",
    )


def half_rule(initial_um: float, reduction_um: Span) -> Result:
    """The shop rule “take out about half of what was measured”, against the card's range.

    Symbols: c₀ (µm), r = c₀/2 (µm).
    Valid: a rule of thumb for mid-group clearance, 50 to 200 mm bore.
    Raises: nothing.
    Source: common practice, no source.

    >>> half_rule(110, Span(45, 60)).verdict.level.value
    'good'
    """
    half = initial_um / 2
    inside = reduction_um.low <= half <= reduction_um.high
    verdict = (
        Verdict("agrees with the card", Level.GOOD, "Half of it lies in the card's range.")
        if inside
        else Verdict(
            "differs from the card",
            Level.WATCH,
            f"Half of it is {um_text(half)}; the card takes out {um_text(reduction_um.low)} to {um_text(reduction_um.high)}. The card goes first.",
        )
    )
    line = Line("r", "half of what was measured", "r = c₀/2", f"{number(initial_um)}/2", half, "µm", "practice")
    return Result("half_rule", "“Half of it” rule", half, "µm", verdict=verdict, working=(line,))


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
    line = Line("r", "reduction", "r = c₀ - c", f"{number(initial_um)} - {number(residual_um)}", value, "µm", SCREW.id)
    return Result("reduction", "Reduction reached", value, "µm", uncertainty=uncertainty_um, working=(line,))
