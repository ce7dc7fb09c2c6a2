"""Running clearance: what heat takes of the play, and a ring that is gauged while it is warm."""

from __future__ import annotations

import math
from enum import StrEnum

from tribodex.core.components.bearing import Bearing
from tribodex.core.components.material import RING_STEEL
from tribodex.core.components.straight import StraightBearing
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.quantities import um_text
from tribodex.core.sources import EXPANSION
from tribodex.core.working import Level, Line, Result, Verdict, number


class RunningCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NO_PLAY_LEFT = "running.no_play_left"
    NO_ROOM_FOR_HEAT = "running.no_room_for_heat"
    SHAFT_NOT_KNOWN = "running.shaft_not_known"


# The usual difference of inner ring over outer ring in a plummer block, K (common practice, no
# source).
USUAL_K = (5.0, 10.0)
# A warmer ring than this is not corrected but left to cool: the correction would be less certain
# than a leaf step.
CORRECT_UP_TO_K = 10.0
# The temperature of a ring is known to about this, K, contact thermometer on steel (common
# practice, no source).
THERMOMETER_SD_K = 1.0


def thermal_loss_um(bearing: Bearing | StraightBearing, inner_over_outer_k: float) -> float:
    """Clearance lost when the inner ring is warmer than the outer: judged with α·ΔT·E, the outer
    raceway.

    In full α·[ΔT_i·F + ΔT_w·(E - F) - ΔT_o·E]: the rollers expand too. With ΔT = T_i - T_o the loss
    lies between α·ΔT·F (rollers as cool as the outer ring) and α·ΔT·E (as warm as the inner); the
    larger one is judged. Equal warming of the whole bearing changes nothing where the shaft expands
    like ring and sleeve (warm_shaft.py for the others). A cooler inner ring gives back no more than
    α·ΔT·F.

    Symbols: α expansion of ring steel (1/K), ΔT inner minus outer (K), F, E inner and outer raceway
        diameter (mm); loss (µm).
    Valid: uniform temperature in each ring.
    Raises: nothing.
    Source: linear expansion.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> round(thermal_loss_um(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), 10), 1)
    17.5
    """
    raceway = bearing.outer_raceway_mm if inner_over_outer_k >= 0 else bearing.inner_raceway_mm
    return RING_STEEL.expansion_um_per_m_k * raceway / 1000 * inner_over_outer_k


def running_clearance(
    bearing: Bearing,
    residual_um: float,
    inner_over_outer_k: float,
    squeeze_um: float = 0.0,
    shaft_um: float = 0.0,
) -> Result:
    """Clearance while running: c_run = c_res - α·ΔT·E - squeeze of a tight housing - what the warm
    shaft takes.

    Symbols: c_res residual clearance (µm), ΔT inner ring over outer (K), squeeze, taken by the
        shaft (µm).
    Valid: as thermal_loss_um.
    Raises: nothing.
    Source: linear expansion.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)
    >>> round(running_clearance(b, 70, 10).value), running_clearance(b, 10, 20).verdict.level.value
    (52, 'stop')
    """
    loss = thermal_loss_um(bearing, inner_over_outer_k)
    value = residual_um - loss - squeeze_um - shaft_um
    outer = bearing.outer_raceway_mm
    lines = [
        Line(
            "Δc",
            "lost by the warmer inner ring",
            "α·ΔT·E",
            f"{RING_STEEL.expansion_um_per_m_k:g} µm/(m·K)·{number(inner_over_outer_k)}"
            f" K·{number(outer)} mm",
            loss,
            "µm",
            EXPANSION.id,
        )
    ]
    if squeeze_um:
        lines.append(
            Line(
                "q",
                "squeezed by a tight housing",
                "as given",
                number(squeeze_um),
                squeeze_um,
                "µm",
                EXPANSION.id,
            )
        )
    if shaft_um:
        lines.append(
            Line(
                "s",
                "taken by the warm shaft",
                "as computed",
                number(shaft_um),
                shaft_um,
                "µm",
                EXPANSION.id,
            )
        )
    lines.append(
        Line(
            "c_run",
            "running clearance",
            "c_run = c_res - Δc - q - s" if shaft_um else "c_run = c_res - Δc - q",
            f"{number(residual_um)} - {number(loss)} -"
            f" {number(squeeze_um)}{f' - {number(shaft_um)}' if shaft_um else ''}",
            value,
            "µm",
            EXPANSION.id,
        )
    )
    if value <= 0:
        verdict = Verdict(
            "no play left",
            Level.STOP,
            f"The rings would clamp the rollers by {um_text(-value)}: it runs hot, smokes, seizes.",
            code=RunningCode.NO_PLAY_LEFT,
        )
    elif value < 0.25 * residual_um:
        verdict = Verdict(
            "little play left",
            Level.WATCH,
            f"Only {um_text(value)} of {um_text(residual_um)} is left when warm.",
        )
    else:
        verdict = Verdict("play left", Level.GOOD, f"{um_text(value)} is left when warm.")
    return Result(
        "running",
        f"Running clearance, inner ring {number(inner_over_outer_k)} K warmer",
        value,
        "µm",
        verdict=verdict,
        working=tuple(lines),
    )


def play_gone_at(
    bearing: Bearing, residual_um: float, squeeze_um: float = 0.0, shaft_um: float | None = 0.0
) -> Result:
    """How warm the inner ring may get over the outer before the play is gone: ΔT = (c_res - q -
    s)/(α·E).

    Symbols: as running_clearance; ΔT (K); taken by the shaft None: it expands more than the ring,
        and how warm it runs is not known.
    Valid: as thermal_loss_um.
    Raises: nothing.
    Source: linear expansion.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> round(play_gone_at(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), 70).value)
    40
    """
    per_kelvin = thermal_loss_um(bearing, 1.0)
    taken = squeeze_um + (shaft_um or 0.0)
    value = (residual_um - taken) / per_kelvin
    line = Line(
        "ΔT",
        "difference that takes all the clearance",
        "(c_res - q)/(α·E)" if not shaft_um else "(c_res - q - s)/(α·E)",
        f"({number(residual_um)} - {number(taken)})/{number(per_kelvin)}",
        value,
        "K",
        EXPANSION.id,
    )
    word = Verdict("ample", Level.GOOD, "Well above the usual 5 to 10 K of a plummer block.")
    if value < USUAL_K[1]:
        word = Verdict(
            "no room for heat",
            Level.STOP,
            "The usual difference is 5 to 10 K: that alone takes all the clearance. It would run"
            " hot and seize.",
            code=RunningCode.NO_ROOM_FOR_HEAT,
        )
    elif value < 2 * USUAL_K[1]:
        word = Verdict(
            "close to usual running",
            Level.WATCH,
            "The usual difference is 5 to 10 K; hot-gas or steam-heated shafts go far beyond. More"
            " clearance.",
        )
    if shaft_um is None and word.level is not Level.STOP:
        why = (
            "This shaft expands more than its ring: how warm it runs is not known, and takes"
            " clearance of its own."
        )
        word = Verdict("not known", Level.UNKNOWN, why, code=RunningCode.SHAFT_NOT_KNOWN)
    return Result(
        "play_gone",
        "Clearance is gone when the inner ring is warmer by",
        value,
        "K",
        verdict=word,
        working=(line,),
        uncertainty=0.1 * abs(value),
    )


def warm_correction_um(bearing: Bearing, inner_c: float, outer_c: float) -> float:
    """What to add to a clearance gauged while the inner ring is warmer than the outer: α·(T_i -
    T_o)·F_m, F_m halfway between the raceways: nobody knows whether the rollers are as warm as the
    inner ring or the outer one.

    Symbols: T_i, T_o temperatures of inner and outer ring (°C); correction (µm).
    Valid: up to 10 K of difference; both rings between -20 and 120 °C.
    Raises: Refused beyond: let it cool; InvalidInput for temperatures out of range.
    Source: linear expansion; the limit is common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> round(warm_correction_um(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), 28, 22), 1)
    9.1
    """
    for name, value in (("inner_c", inner_c), ("outer_c", outer_c)):
        if not -20 <= value <= 120:
            raise InvalidInput.at(
                name,
                f"{value:g} °C is out of range for a ring that is gauged: check value and unit.",
                "-20 to 120 °C",
            )
    apart = inner_c - outer_c
    if abs(apart) > CORRECT_UP_TO_K:
        raise Refused(
            f"The rings are {abs(apart):.0f} K apart. Up to {CORRECT_UP_TO_K:.0f} K is corrected;"
            " beyond that the correction would be less certain than a feeler step. Let them come"
            " to one temperature, then gauge."
        )
    return RING_STEEL.expansion_um_per_m_k * _middle_mm(bearing) / 1000 * apart


def _middle_mm(bearing: Bearing) -> float:
    return (bearing.inner_raceway_mm + bearing.outer_raceway_mm) / 2


def warm_uncertainty_um(bearing: Bearing, inner_over_outer_k: float = 0.0) -> float:
    """Uncertainty (one sd) that a correction brings: two thermometer readings, and rollers as warm
    as either ring.

    Symbols: α·F_m·√2·1 K, with α·ΔT·(E - F)/√12 (µm).
    Valid: as warm_correction_um.
    Raises: nothing.
    Source: common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> round(warm_uncertainty_um(Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3)), 1)
    2.2
    """
    per_mm = RING_STEEL.expansion_um_per_m_k / 1000
    thermometer = per_mm * _middle_mm(bearing) * THERMOMETER_SD_K * 2**0.5
    rollers = (
        per_mm
        * (bearing.outer_raceway_mm - bearing.inner_raceway_mm)
        * abs(inner_over_outer_k)
        / 12**0.5
    )
    return math.hypot(thermometer, rollers)
