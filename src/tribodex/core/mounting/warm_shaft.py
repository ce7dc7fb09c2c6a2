"""What a warm shaft does to the play: one that expands more than its ring, or is warmer than it,
takes clearance though nobody turns the nut.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bearing import Bearing
from tribodex.core.components.material import RING_STEEL
from tribodex.core.components.shaft import Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.elastic import growth_ratio, inner_bore_mm
from tribodex.core.quantities import um_text
from tribodex.core.sources import EXPANSION, LAME
from tribodex.core.working import Level, Line, Result, Verdict, number


class WarmShaftCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_KNOWN = "warm_shaft.not_known"
    GRIP_GONE = "warm_shaft.grip_gone"


# A shaft that expands by more than this beyond its ring has to have its warmth said; steels differ
# by less (µm/(m·K)).
APART_UM_PER_M_K = 1.0


@dataclass(frozen=True)
class Warmth:
    """How warm it runs: the inner ring above its temperature at mounting, None while nobody knows;
    the shaft above its ring (K).
    """

    ring_rise_k: float | None = None
    shaft_over_ring_k: float = 0.0


def asks_warmth(shaft: Shaft) -> bool:
    """Whether the running temperature decides for this shaft: it expands more than a ring does.

    Symbols: α expansion (µm/(m·K)).
    Valid: any shaft.
    Raises: nothing.
    Source: the table of materials.

    >>> asks_warmth(Shaft(80))
    False
    """
    return shaft.material.expansion_um_per_m_k - RING_STEEL.expansion_um_per_m_k > APART_UM_PER_M_K


def extra_interference_um(shaft: Shaft, ring_rise_k: float, shaft_over_ring_k: float) -> float:
    """Interference that warmth adds, below zero where it takes some: Δ = D_s·(α_s·ΔT_s - α_i·ΔT_i).

    Symbols: D_s outside diameter of the shaft (mm), α expansion (µm/(m·K)), ΔT from mounting (K),
        ΔT_s = ΔT_i + shaft over ring; Δ (µm).
    Valid: uniform temperature in ring and shaft.
    Raises: InvalidInput for temperatures that no bearing has.
    Source: linear expansion.

    >>> from tribodex.core.components.material import SHAFT_STEEL
    >>> round(extra_interference_um(Shaft(80, material=SHAFT_STEEL), 0, 20), 1)
    19.2
    """
    for name, value, low, high in (
        ("ring_rise", ring_rise_k, -80, 300),
        ("shaft_over_ring", shaft_over_ring_k, -100, 300),
    ):
        if not low <= value <= high:
            raise InvalidInput.at(
                name, f"{value:g} K is out of range: check value and unit.", f"{low} to {high} K"
            )
    rise = ring_rise_k + shaft_over_ring_k
    per_k = (
        shaft.material.expansion_um_per_m_k * rise - RING_STEEL.expansion_um_per_m_k * ring_rise_k
    )
    return shaft.diameter_mm / 1000 * per_k


def play_taken_um(bearing: Bearing, shaft: Shaft, warmth: Warmth) -> float | None:
    """Play that the shaft's own warmth takes: the raceway's share of what it adds to the
    interference; never a gain. None: not known.

    Symbols: ΔF = share·max(0, Δ) (µm).
    Valid: as extra_interference_um and growth_ratio.
    Raises: OutOfRange or InvalidInput as those.
    Source: Lamé; linear expansion.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)
    >>> round(play_taken_um(b, Shaft(80), Warmth(0, 20)), 1), play_taken_um(b, Shaft(80), Warmth())
    (16.1, 0.0)
    """
    if warmth.ring_rise_k is None and asks_warmth(shaft):
        return None
    added = extra_interference_um(shaft, warmth.ring_rise_k or 0.0, warmth.shaft_over_ring_k)
    return max(0.0, added) * _share(bearing, shaft)


def _share(bearing: Bearing, shaft: Shaft) -> float:
    return growth_ratio(
        bearing.bore_mm,
        bearing.inner_raceway_mm,
        inner_bore_mm(bearing, shaft),
        RING_STEEL,
        shaft.material,
    )


def warm_shaft(
    bearing: Bearing, shaft: Shaft, warmth: Warmth, least_reduction_um: float
) -> Result | None:
    """What the shaft's warmth takes of the play, or of the grip, as a figure; None where it does
    nothing.

    Symbols: as extra_interference_um; r_min least reduction of the plan (µm), its grip r_min/share.
    Valid: as play_taken_um.
    Raises: as play_taken_um.
    Source: Lamé; linear expansion.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> warm_shaft(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), Shaft(80), Warmth(), 45) is None
    True
    """
    label = "Clearance taken by the warm shaft"
    taken = play_taken_um(bearing, shaft, warmth)
    if taken is None:
        why = (
            f"{shaft.material.name} expands more than the ring: say how much warmer than at"
            " mounting it runs."
        )
        return Result(
            "warm_shaft",
            label,
            None,
            "µm",
            verdict=Verdict("not known", Level.UNKNOWN, why, code=WarmShaftCode.NOT_KNOWN),
        )
    rise, over = warmth.ring_rise_k or 0.0, warmth.shaft_over_ring_k
    added, share = extra_interference_um(shaft, rise, over), _share(bearing, shaft)
    if not added:
        return None
    put_in = (
        f"{number(shaft.diameter_mm)}"
        f" mm·({shaft.material.expansion_um_per_m_k:g}·{number(rise + over)} -"
        f" {RING_STEEL.expansion_um_per_m_k:g}·{number(rise)})/1000"
    )
    working = (
        Line(
            "Δ",
            "interference added by warmth",
            "D_s·(α_s·ΔT_s - α_i·ΔT_i)",
            put_in,
            added,
            "µm",
            EXPANSION.id,
        ),
        Line(
            "ΔF",
            "of it in the raceway",
            "share·max(0, Δ)",
            f"{number(share)}·{number(max(0.0, added))}",
            taken,
            "µm",
            LAME.id,
        ),
    )
    grip = least_reduction_um / share
    verdict = None
    if added < 0 and -added >= grip:
        why = (
            f"Warm, the shaft gives back {um_text(-added)} of at least {um_text(grip)} that hold"
            " the ring: it creeps on its seat."
        )
        verdict = Verdict("grip gone", Level.STOP, why, code=WarmShaftCode.GRIP_GONE)
    elif added < 0 and -added >= grip / 2:
        verdict = Verdict(
            "little grip when warm",
            Level.WATCH,
            f"{um_text(grip + added)} of {um_text(grip)} is left; no clearance is gained by it.",
        )
    return Result("warm_shaft", label, taken, "µm", verdict=verdict, working=working)
