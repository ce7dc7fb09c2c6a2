"""The ruler of clearances: gaugings against group, window and least clearance; drawn on the bench
and in the record.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span


@dataclass(frozen=True)
class RulerReading:
    """A finished gauging, for the ruler: its brackets' reach, its mean and uncertainty. µm."""

    number: int
    label: str
    attempt: int
    mean_um: float
    uncertainty_um: float
    nut_deg: float


@dataclass(frozen=True)
class Ruler:
    """The ruler of clearances, µm. Ends are wide enough for everything on it."""

    group_name: str
    from_um: float
    to_um: float
    group: Span
    window: Span | None
    residual_limit_um: float | None
    readings: tuple[RulerReading, ...]
    estimate_um: float | None
    estimate_uncertainty_um: float | None
