"""The target window for the residual clearance."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.quantities import um_text
from tribodex.core.working import Level, Verdict


class WindowCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    EMPTY = "window.empty"
    NO_WIDTH = "window.no_width"
    NOTHING_TO_TAKE_OUT = "window.nothing_to_take_out"
    RING_TOO_TIGHT = "window.ring_too_tight"
    GRIP_NOT_PROVEN = "window.grip_not_proven"
    NO_WINDOW = "window.no_window"
    OPEN_NO_LIMIT_KNOWN = "window.open_no_limit_known"


# “About half of it”, as shares of the measured clearance (common practice, no source).
HALF_SHARE = Span(0.4, 0.5)
# The inner ring is judged this much warmer than the outer where no residual limit is known, K
# (common practice, no source).
HEAT_K = 10.0
# A window narrower than this has no inside: gauge and feelers round to it (µm; own choice).
LEAST_WIDTH_UM = 0.5


@dataclass(frozen=True)
class Window:
    """Where the residual clearance may end, µm. Empty when `low_um` is above `high_um`.

    `residual_limit_um` is None when the card gives none; then the lower end comes from the
    reduction alone. `heat_um` is the play that running warm takes: an inner ring 10 K warmer than
    the outer, and the shaft's own warmth; zero where nobody computed it. Of a maker's sheet:
    `final_um` its final band; `reduction_given` whether it says the reduction itself, else that is
    the default card's; `beside_um` what the default card would leave where the sheet leaves less or
    does not say, `by_sheet_um` the sheet's own low end where it lies below that. `floor_um` is the
    default card's least reduction where a rule may ask less; `most_um` is what the ring bears.
    """

    low_um: float
    high_um: float
    initial_um: float
    reduction_um: Span
    residual_limit_um: float | None
    heat_um: float = 0.0
    final_um: Span | None = None
    reduction_given: bool = True
    beside_um: float | None = None
    by_sheet_um: float | None = None
    floor_um: float | None = None
    most_um: float | None = None

    @property
    def empty(self) -> bool:
        """No residual satisfies both the reduction and the limit."""
        return self.low_um > self.high_um

    @property
    def mid_um(self) -> float:
        """Its middle: the aim."""
        return (self.low_um + self.high_um) / 2

    @property
    def width_um(self) -> float:
        """From end to end."""
        return self.high_um - self.low_um

    @property
    def least_reduction_um(self) -> float:
        """What must come out at least."""
        return self.reduction_um.low

    @property
    def most_reduction_um(self) -> float:
        """What may come out at most."""
        return self.reduction_um.high

    @property
    def guard_um(self) -> float | None:
        """What must be left: the residual limit, and never less than 10 K take; None when neither
        is known.
        """
        known = [um for um in (self.residual_limit_um, self.heat_um or None) if um is not None]
        return max(known, default=None)


def target_window(
    initial_um: float, reduction_um: Span, residual_limit_um: float | None, heat_um: float = 0.0
) -> Window:
    """Window for the residual clearance: lo = max(m, c₀ - r_max), hi = c₀ - r_min.

    Symbols: c₀ mean unmounted clearance, r_min, r_max reduction, m least residual (µm); heat_um as
        in Window.
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
    return Window(
        low_um=low,
        high_um=initial_um - reduction_um.low,
        initial_um=initial_um,
        reduction_um=reduction_um,
        residual_limit_um=residual_limit_um,
        heat_um=heat_um,
    )


@dataclass(frozen=True)
class Target:
    """What a plan aims for: a reduction in µm, or as a share of the measured clearance; and the
    residual limit, if known.

    `reduction_um` is the range of a card; with `share` it is only what the share comes to in the
    middle of the group. `cap_um` is the most that a share may come to: the card's largest
    reduction, unless that was overruled by name. `floor_um` is that card's least, `step_um` the
    feeler step below which a share is widened towards less reduction. The rest belongs to a maker's
    sheet: see Window.
    """

    reduction_um: Span
    least_residual_um: float | None
    share: Span | None = None
    cap_um: float | None = None
    heat_um: float = 0.0
    floor_um: float | None = None
    step_um: float = 0.0
    final_um: Span | None = None
    reduction_given: bool = True
    beside_um: float | None = None
    most_um: float | None = None

    def reduction(self, initial_um: float) -> Span:
        """Reduction for a measured clearance, µm."""
        if self.share is None:
            return self.reduction_um
        limits = (
            self.share.high * initial_um,
            self.cap_um,
            None if self.least_residual_um is None else initial_um - self.least_residual_um,
        )
        high = max(0.0, min(limit for limit in limits if limit is not None))
        low = min(self.share.low * initial_um, high)
        if high - low < self.step_um:
            # Narrower than a feeler can tell: towards less reduction, and never below what grips.
            low = min(low, max(high - self.step_um, min(self.floor_um or 0.0, high)))
        return Span(low, high)

    def aimed(self, initial_um: float) -> Span:
        """The reduction that leads to where it should end: from the final band of a sheet where it
        has one, µm.
        """
        if self.final_um is None:
            return self.reduction(initial_um)
        return Span(
            max(0.0, initial_um - self.final_um.high), max(0.0, initial_um - self.final_um.low)
        )

    def window(self, initial_um: float) -> Window:
        """Target window for a measured clearance."""
        least = self.least_residual_um
        plain = target_window(initial_um, self.reduction(initial_um), least, self.heat_um)
        low, high = plain.low_um, plain.high_um
        if not self.reduction_given and least is not None:
            # The sheet says what must be left: the default card's largest reduction takes nothing
            # off that.
            low = least
        if self.final_um is not None:
            low, high = self._final(plain)
        raised = self.beside_um is not None and low < self.beside_um <= high
        return replace(
            plain,
            low_um=self.beside_um if raised and self.beside_um is not None else low,
            high_um=high,
            final_um=self.final_um,
            reduction_given=self.reduction_given,
            beside_um=self.beside_um,
            by_sheet_um=low if raised else None,
            floor_um=self.floor_um,
            most_um=self.most_um,
        )

    def _final(self, plain: Window) -> tuple[float, float]:
        """The ends by a final band; where the sheet says the reduction as well, both are kept."""
        assert self.final_um is not None  # asked where it is known
        if not self.reduction_given:
            return max(self.final_um.low, self.least_residual_um or 0.0), self.final_um.high
        return max(self.final_um.low, plain.low_um), min(self.final_um.high, plain.high_um)


def judge_window(window: Window) -> Verdict:
    """Whether a window is one: open, open with a doubtful end, or none.

    Symbols: lo, hi ends (µm); m least residual (µm); heat: play that 10 K take (µm).
    Valid: any window.
    Raises: nothing.
    Source: common practice, no source.

    >>> [
    ...     judge_window(target_window(c, Span(45, 60), m, 17)).word
    ...     for c, m in ((124, 50), (124, None), (70, None), (50, None), (90, 50))
    ... ]
    ['clearance remains', 'clearance remains, no limit known', 'reaches too low', 'no window',
    'empty']
    """
    verdict = _by_sheet(window) if window.final_um is not None else None
    if verdict is not None:
        return verdict
    if window.empty:
        return Verdict(
            "empty",
            Level.STOP,
            f"Taking out the least reduction ({um_text(window.reduction_um.low)}) would leave"
            f" {um_text(window.high_um)}, below the {um_text(window.low_um)} that must be left. The"
            " bearing was tight to start with: gauge again; take the next clearance group; or ask"
            " the maker.",
            code=WindowCode.EMPTY,
        )
    heat = window.heat_um
    if window.high_um - window.low_um < LEAST_WIDTH_UM:
        return Verdict(
            "no width",
            Level.STOP,
            f"From {um_text(window.low_um)} to {um_text(window.high_um)}: no reading can show that"
            " a clearance lies there. A range of reductions, not one number; the card's own; or"
            " ask the maker.",
            code=WindowCode.NO_WIDTH,
        )
    if window.high_um <= max(heat, 0.0):
        return Verdict(
            "no window",
            Level.STOP,
            f"Even the least reduction would leave {um_text(window.high_um)}; running warm alone"
            f" takes (inner ring {HEAT_K:.0f} K warmer) {um_text(heat)}. Take the next clearance"
            " group, or ask the maker.",
            code=WindowCode.NO_WINDOW,
        )
    if window.low_um <= max(heat, 0.0):
        return Verdict(
            "reaches too low",
            Level.WATCH,
            f"Its lower end, {um_text(window.low_um)}, is less than running warm takes"
            f" ({um_text(heat)}, inner ring {HEAT_K:.0f} K warmer). Keep to its upper part, and ask"
            " the maker what must be left.",
        )
    if window.by_sheet_um is not None and window.beside_um is not None:
        return Verdict(
            "sheet and default card differ",
            Level.WATCH,
            f"The sheet goes down to {um_text(window.by_sheet_um)}, the default card leaves"
            f" {um_text(window.beside_um)}. Aim above that, for the middle,"
            f" {um_text(window.mid_um)}; below it the nut is locked by name of the sheet.",
        )
    if window.floor_um is not None and window.reduction_um.high < window.floor_um:
        return Verdict(
            "less than the card's least",
            Level.UNKNOWN,
            f"At most {um_text(window.reduction_um.high)} comes out; the card takes at least"
            f" {um_text(window.floor_um)}: the grip stays unproven.",
            code=WindowCode.GRIP_NOT_PROVEN,
        )
    if window.residual_limit_um is None and window.beside_um is None:
        return Verdict(
            "clearance remains, no limit known",
            Level.UNKNOWN,
            f"Aim for the middle, {um_text(window.mid_um)}. What must be left is not known here.",
            code=WindowCode.OPEN_NO_LIMIT_KNOWN,
        )
    return Verdict(
        "clearance remains", Level.GOOD, f"Aim for the middle, {um_text(window.mid_um)}."
    )


def _by_sheet(window: Window) -> Verdict | None:
    """What speaks against a sheet's final band for this clearance; None where nothing does."""
    band = window.final_um
    assert band is not None  # asked where the sheet has one
    least, most = window.initial_um - band.high, window.initial_um - band.low
    words = (
        f"{um_text(window.initial_um)} unmounted, {um_text(band.low)} to {um_text(band.high)} at"
        " the end by the sheet"
    )
    if most <= 0:
        return Verdict(
            "nothing to take out",
            Level.STOP,
            f"{words}: it is as tight as that already, and nothing would grip. Gauge again; the"
            " next clearance group; or ask the maker.",
            code=WindowCode.NOTHING_TO_TAKE_OUT,
        )
    if window.most_um is not None and least > window.most_um:
        return Verdict(
            "more than the ring bears",
            Level.STOP,
            f"{words}: at least {um_text(least)} would have to come out, and the inner ring bears"
            f" {um_text(window.most_um)}. Another clearance group than the sheet is made for: gauge"
            " again, read the number on the ring, or ask the maker.",
            code=WindowCode.RING_TOO_TIGHT,
        )
    if window.reduction_given or window.empty:
        return None
    if most < window.reduction_um.low:
        return Verdict(
            "grip not proven",
            Level.UNKNOWN,
            f"{words}: at most {um_text(most)} comes out; the default card takes at least"
            f" {um_text(window.reduction_um.low)}.",
            code=WindowCode.GRIP_NOT_PROVEN,
        )
    return None
