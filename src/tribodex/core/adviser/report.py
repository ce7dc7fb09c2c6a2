"""The estimate as a figure with its working."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.adviser.belief import Belief
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Shaft
from tribodex.core.mounting.elastic import effective_ratio
from tribodex.core.quantities import um_text
from tribodex.core.sources import LAME
from tribodex.core.working import Level, Line, Result, Verdict, number


class PositionCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOTHING_LEFT = "position.nothing_left"


def position_result(
    now: Belief,
    bearing: Bearing,
    shaft: Shaft | None,
    nut: LockNut,
    since_deg: float,
    *,
    from_um: float,
) -> Result:
    """Where the bearing is believed to be: prior by elasticity, and what the readings made of it.

    Symbols: c clearance (µm), κ reduction for a degree of turn (µm/°), Δθ turn since the last
        gauging (degrees).
    Valid: from the zero mark on.
    Raises: OutOfRange for impossible dimensions.
    Source: Lamé with screw and taper geometry; Bayes' rule over κ, seating turn and unmounted
        clearance.

    >>> from tribodex.core.adviser.infer import believe
    >>> from tribodex.core.adviser.prior import SleeveModel
    >>> from tribodex.core.components.bands import Span
    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b, n = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), LockNut(90, 2, 120, 4, 17, 10)
    >>> r = position_result(
    ...     believe(SleeveModel(0.388), [[Span(120, 130)] * 6], [], 100.0),
    ...     b,
    ...     None,
    ...     n,
    ...     100,
    ...     from_um=125,
    ... )
    >>> r.unit, 80 < r.value < 100, r.working[0].symbol
    ('µm', True, 'κ')
    """
    k = effective_ratio(bearing, shaft)
    taken = from_um - now.clearance_um
    verdict = None
    if now.clearance_um <= 0:
        why = (
            f"By this turn {um_text(taken)} of {um_text(from_um)} would be out: the bearing is"
            " clamped. Read turn and zero again; release it."
        )
        verdict = Verdict("nothing left", Level.STOP, why, code=PositionCode.NOTHING_LEFT)
    return Result(
        "position",
        "Clearance now, estimated",
        now.clearance_um,
        "µm",
        uncertainty=2 * now.sd_um,
        verdict=verdict,
        working=(
            Line(
                "κ",
                "reduction for a degree of turn, by elasticity",
                "κ = k·t·P/360",
                f"{number(k)}·{bearing.taper}·{number(nut.pitch_mm)} mm/360",
                1000 * k * bearing.taper.slope * nut.pitch_mm / 360,
                "µm/°",
                LAME.id,
            ),
            Line(
                "κ′",
                "the same, after what was gauged",
                "mean of the posterior",
                "",
                now.per_degree_um,
                "µm/°",
                "gauged",
            ),
            Line(
                "c",
                "clearance now",
                "c = c_gauged - κ′·Δθ",
                f"{number(from_um)} - {number(taken)} (turned {number(since_deg)}° since)",
                now.clearance_um,
                "µm",
                LAME.id,
            ),
        ),
        note="Everything gauged so far, carried on by the nut's turn. The feeler decides.",
    )
