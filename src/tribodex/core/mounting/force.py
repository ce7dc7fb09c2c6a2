"""Forces of the drive-up, and which tool reaches them. Orders of magnitude: friction is known
within a third at best.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import atan, cos, pi, radians, tan

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput, OutOfRange
from tribodex.core.sources import LAME, PRACTICE, SCREW
from tribodex.core.working import Line, Result, number, roughly

# Oiled steel on steel (common practice, no source).
FRICTION = Span(0.10, 0.15)
# A hook spanner with hammer, an impact spanner: about what one person reaches (common practice, no
# source), N·m.
HAND_SPANNER_NM = 1500.0
IMPACT_SPANNER_NM = 5000.0
# From this bore on a hydraulic nut is usual, whatever the torque (8 in; common practice, no
# source).
HYDRAULIC_FROM_MM = 203.2
# A drive-up force that wants oil between the faces, N (common practice, no source).
OIL_INJECTION_N = 600_000.0
# Share of the least drive-up at which the seat bears all over: where a hydraulic nut's travel
# begins (common practice, no source).
START_SHARE = 0.10


class Tool(StrEnum):
    """What turns or presses."""

    HOOK_SPANNER = "hook spanner and hammer"
    IMPACT_SPANNER = "impact spanner"
    HYDRAULIC_NUT = "hydraulic nut"
    OIL_INJECTION = "hydraulic nut with oil injection"


def drive_up_force_n(
    pressure_mpa: float,
    bore_mm: float,
    width_mm: float,
    slope: float,
    friction: float,
    *,
    faces: int = 1,
) -> float:
    """Axial force to drive on: F = π·d·B·p·(n·μ + t/2).

    Symbols: p (MPa), d bore, B width (mm), t taper on diameter (1), μ friction (1), n sliding faces
        (1 or 2); F (N).
    Valid: at the end of the drive-up, where the pressure is greatest.
    Raises: OutOfRange for a negative pressure or friction.
    Source: balance of forces on a cone.

    >>> round(drive_up_force_n(20, 90, 40, 1 / 12, 0.12))
    36568
    """
    if pressure_mpa < 0 or friction < 0:
        raise OutOfRange.at(
            "friction",
            "Pressure and friction are zero or above.",
            "friction about 0.10 to 0.15 oiled",
        )
    return pi * bore_mm * width_mm * pressure_mpa * (faces * friction + slope / 2)


def release_force_n(
    pressure_mpa: float, bore_mm: float, width_mm: float, slope: float, friction: float
) -> float:
    """Axial force to let go: F = π·d·B·p·(μ - t/2). Negative: it lets go by itself.

    Symbols: as drive_up_force_n.
    Valid: as drive_up_force_n.
    Raises: OutOfRange for a negative pressure or friction.
    Source: balance of forces on a cone; self-releasing below μ = t/2 (0.042 for 1:12).

    >>> release_force_n(20, 90, 40, 1 / 12, 0.03) < 0 < release_force_n(20, 90, 40, 1 / 12, 0.12)
    True
    """
    if pressure_mpa < 0 or friction < 0:
        raise OutOfRange.at(
            "friction",
            "Pressure and friction are zero or above.",
            "friction about 0.10 to 0.15 oiled",
        )
    return pi * bore_mm * width_mm * pressure_mpa * (friction - slope / 2)


def nut_torque_nm(
    force_n: float,
    thread_mm: float,
    pitch_mm: float,
    face_mm: float,
    friction: float,
    *,
    trapezoidal: bool = False,
) -> float:
    """Torque on the nut: T = F·[d₂/2·tan(λ + ρ) + μ·D_face/2], tan ρ = μ/cos β, tan λ = P/(π·d₂).

    A 60° thread has β = 30° and d₂ = thread - 0.6495·P; a trapezoidal one (30°) β = 15° and d₂ =
    thread - P/2.

    Symbols: F (N), thread, P pitch, D_face mean diameter of the nut's face (mm), μ (1); T (N·m).
    Valid: friction of thread and face alike.
    Raises: OutOfRange for a pitch or thread that is not above zero.
    Source: screw mechanics.

    >>> round(nut_torque_nm(36568, 90, 2, 105, 0.12))
    467
    """
    if pitch_mm <= 0 or thread_mm <= pitch_mm:
        raise OutOfRange.at(
            "nut_pitch", "Pitch and thread are above zero.", "pitch in mm, for example 2"
        )
    d2 = thread_mm - (0.5 if trapezoidal else 0.6495) * pitch_mm
    lead, rub = atan(pitch_mm / (pi * d2)), atan(friction / cos(radians(15 if trapezoidal else 30)))
    return force_n * (d2 / 2 * tan(lead + rub) + friction * face_mm / 2) / 1000


@dataclass(frozen=True)
class ToolChoice:
    """The tool to drive with, why, and the figures behind it. Force in N, torque in N·m, low to
    high friction.
    """

    tool: Tool
    reason: str
    force: Result
    torque: Result


def choose_tool(
    bearing: Bearing, seat: Seat, nut: LockNut | None, pressure_mpa: float
) -> ToolChoice:
    """Hook spanner, impact spanner, hydraulic nut or oil injection, by force and torque; from 8 in
    bore a hydraulic nut at least.

    Symbols: p greatest contact pressure (MPa).
    Valid: friction of an oiled seat, 0.10 to 0.15.
    Raises: OutOfRange for impossible figures.
    Source: Lamé, screw mechanics; limits of the tools are common practice, no source.

    >>> from tribodex.core.components.bearing import Group, Taper
    >>> b, n = Bearing(90, 160, 40, Taper.ONE_IN_12, Group.C3), LockNut(90, 2, 120, 4, 17, 10)
    >>> choose_tool(b, Seat.ADAPTER_SLEEVE, n, 25).tool.value
    'hook spanner and hammer'
    """
    d, width, slope, faces = (
        bearing.bore_mm,
        bearing.width_mm,
        bearing.taper.slope,
        seat.sliding_faces,
    )
    forces = [
        drive_up_force_n(pressure_mpa, d, width, slope, mu, faces=faces)
        for mu in (FRICTION.low, FRICTION.high)
    ]
    force = Result(
        "force",
        "Force to drive it up",
        forces[0] / 1000,
        "kN",
        value_to=forces[1] / 1000,
        working=tuple(
            Line(
                f"F, μ = {mu:g}",
                "axial force at the end of the drive-up",
                f"F = π·d·B·p·({'2·' if faces == 2 else ''}μ + t/2)",
                f"π·{number(d)}·{number(width)}·{number(pressure_mpa)}·({faces * mu:g} +"
                f" {number(slope / 2)})",
                f / 1000,
                "kN",
                LAME.id,
            )
            for mu, f in zip((FRICTION.low, FRICTION.high), forces, strict=True)
        ),
        note="Order of magnitude, for an oiled seat.",
    )
    torque = _torque(bearing, nut, forces)
    top = torque.value_to
    most_n = max(forces)
    reach = (
        f"About {roughly(top)} N·m at the end"
        if top is not None
        else f"About {roughly(most_n / 1000)} kN at the end"
    )
    if most_n > OIL_INJECTION_N:
        tool, why = (
            Tool.OIL_INJECTION,
            (
                f"{reach}: oil between the faces takes the friction away; check that the seat has"
                " its oil groove."
            ),
        )
    elif d >= HYDRAULIC_FROM_MM:
        tool, why = (
            Tool.HYDRAULIC_NUT,
            f"{reach}; from 203 mm (8 in) bore a hydraulic nut is usual, with a lock plate.",
        )
    elif top is None:
        tool, why = (
            Tool.HOOK_SPANNER,
            (
                "The nut is not known, so no torque is computed; below 203 mm bore a hook spanner"
                " and hammer are usual."
            ),
        )
    elif top > IMPACT_SPANNER_NM:
        tool, why = Tool.HYDRAULIC_NUT, f"{reach}: beyond what a spanner reaches."
    elif top > HAND_SPANNER_NM:
        tool, why = Tool.IMPACT_SPANNER, f"{reach}: more than a hook spanner gives."
    else:
        tool, why = Tool.HOOK_SPANNER, f"{reach}, within reach of hook spanner and hammer."
    return ToolChoice(tool, why, force, torque)


def _two_figures(value: float) -> float:
    """Friction is guessed: more figures would be a promise."""
    return float(roughly(value))


def _torque(bearing: Bearing, nut: LockNut | None, forces: list[float]) -> Result:
    if nut is None:
        return Result(
            "torque", "Torque on the nut", None, "N·m", note="The nut is not known in this plan."
        )
    thread = nut.thread_mm
    face = (thread + (nut.outside_mm or 1.3 * thread)) / 2
    pairs = list(zip((FRICTION.low, FRICTION.high), forces, strict=True))
    values = [
        nut_torque_nm(f, thread, nut.pitch_mm, face, mu, trapezoidal=nut.trapezoidal)
        for mu, f in pairs
    ]
    return Result(
        "torque",
        "Torque on the nut",
        _two_figures(values[0]),
        "N·m",
        value_to=_two_figures(values[1]),
        working=tuple(
            Line(
                f"T, μ = {mu:g}",
                "nut torque at the end of the drive-up",
                "T = F·[d₂/2·tan(λ+ρ) + μ·D_face/2]",
                f"F = {number(f / 1000)} kN, d₂ = {number(thread - 0.6495 * nut.pitch_mm)} mm,"
                f" D_face = {number(face)} mm",
                t,
                "N·m",
                SCREW.id,
            )
            for (mu, f), t in zip(pairs, values, strict=True)
        ),
        note=(
            ""
            if nut.outside_mm
            else "The nut's diameter is not known; its face is taken as 1.15 times the thread."
        ),
    )


@dataclass(frozen=True)
class HydraulicStep:
    """The planned step of a hydraulic nut: press to the start, set the indicator to zero, press on
    for the travel.

    Lengths in mm, forces in kN; pressures in MPa, unknown while the nut's piston area is.
    """

    start_drive_mm: float
    travel_mm: Span
    start_force_kn: Span
    start_pressure_mpa: Span | None
    end_pressure_mpa: Span | None
    figures: tuple[Result, ...]


def hydraulic_step(
    drive_mm: Span,
    force_kn: Span,
    piston_mm2: float | None,
    given_start_mpa: float | None = None,
    makers_travel: bool = False,
) -> HydraulicStep:
    """Start pressure and travel of a hydraulic nut.

    The seat is taken to bear all over at a tenth of the least drive-up; force grows with the
    drive-up from there.

    Symbols: s drive-up from firm contact (mm), F force at its end (kN), A piston area (mm²);
    p_start, p_end oil pressure (MPa); given_start_mpa from the maker's sheet goes first;
    makers_travel: the drive-up is the maker's travel from the start pressure, and nothing is added
    or subtracted.
    Valid: order of magnitude; the maker's start pressure and travel govern.
    Raises: OutOfRange for a piston area that cannot be.
    Source: common practice, no source.

    >>> step = hydraulic_step(Span(1.4, 1.8), Span(150, 220), 9000)
    >>> (
    ...     round(step.start_drive_mm, 2),
    ...     round(step.travel_mm.low, 2),
    ...     round(step.start_pressure_mpa.low, 1),
    ... )
    (0.14, 1.26, 1.3)
    """
    if piston_mm2 is not None and not 100 <= piston_mm2 <= 1e6:
        raise OutOfRange.at(
            "piston_area",
            f"A piston area of {piston_mm2:g} mm² is out of range: check value and unit.",
            "mm², as marked on the hydraulic nut or in its sheet",
        )
    start = START_SHARE * drive_mm.low
    travel = drive_mm if makers_travel else Span(drive_mm.low - start, drive_mm.high - start)
    share = start / drive_mm.high
    if makers_travel:
        start = 0.0
    start_force = Span(force_kn.low * share, force_kn.high * share)
    area = piston_mm2
    start_p = Span(start_force.low * 1000 / area, start_force.high * 1000 / area) if area else None
    end_p = Span(force_kn.low * 1000 / area, force_kn.high * 1000 / area) if area else None
    if given_start_mpa is not None:
        start_p = Span(given_start_mpa, given_start_mpa)
    unknown = (
        "The piston area of the hydraulic nut is not known: read it on the nut, or take the maker's"
        " start pressure."
    )
    lines = (
        ()
        if start_p is None
        else (
            Line(
                "p_start",
                "oil pressure at the start",
                "p = F_start/A",
                _over(start_force, area),
                start_p.low,
                "MPa",
                PRACTICE.id,
            ),
        )
    )
    figures = (
        Result(
            "start_pressure",
            "Start pressure of the hydraulic nut"
            + (", as typed from the maker's sheet" if given_start_mpa is not None else ""),
            start_p.low if start_p else None,
            "MPa",
            value_to=start_p.high if start_p and start_p.high > start_p.low else None,
            working=lines,
            note=(
                unknown
                if start_p is None
                else (
                    "At this pressure set the dial indicator to zero. The maker's figure goes"
                    " first."
                )
            ),
        ),
        Result(
            "travel",
            "Travel from the start pressure",
            travel.low,
            "mm",
            value_to=travel.high,
            working=(
                (
                    Line(
                        "s_start",
                        "drive-up at the start, a tenth of the least",
                        "0.1·s_min",
                        f"0.1·{number(drive_mm.low)}",
                        start,
                        "mm",
                        PRACTICE.id,
                    ),
                    Line(
                        "travel",
                        "what is left",
                        "s - s_start",
                        f"{number(drive_mm.low)} - {number(start)}",
                        travel.low,
                        "mm",
                        PRACTICE.id,
                    ),
                )
                if not makers_travel
                else (
                    Line(
                        "travel",
                        "as on the maker's sheet, from its start pressure",
                        "",
                        "nothing added or subtracted",
                        travel.low,
                        "mm",
                        PRACTICE.id,
                    ),
                )
            ),
        ),
    )
    return HydraulicStep(
        start_drive_mm=start,
        travel_mm=travel,
        start_force_kn=start_force,
        start_pressure_mpa=start_p,
        end_pressure_mpa=end_p,
        figures=figures,
    )


# Hydraulic nuts and their pumps end about here, where nobody said what these bear (common practice,
# no source), MPa.
RATED_MPA = 150.0
# A start pressure above this share of the end pressure has driven the bearing up already (common
# practice, no source).
START_MOST_SHARE = 1 / 3
# A typed start pressure agrees with a computed travel within this factor: friction alone spreads by
# a third.
START_FACTOR = 1.4


def check_start(
    own: HydraulicStep, given_mpa: float, makers_travel: bool, name: str = "start_pressure"
) -> None:
    """Whether a start pressure goes with what is planned beside it.

    It lies well below the end pressure. Pressure and travel come from one sheet, or both are
    computed: a typed pressure beside a computed travel counts from another place, and the travel is
    never changed for it.

    Symbols: p_start given (MPa); own: the step as computed without it.
    Valid: piston area known; without it a pressure beside a computed travel cannot be compared, and
        is refused.
    Raises: InvalidInput with what would be right.
    Source: common practice, no source.

    >>> check_start(hydraulic_step(Span(0.7, 0.9), Span(40, 54), 4000), 0.9, False)
    """
    start, end = own.start_pressure_mpa, own.end_pressure_mpa
    if end is not None and given_mpa > START_MOST_SHARE * end.high:
        raise InvalidInput.at(
            name,
            f"{given_mpa:.1f} MPa is more than a third of the end pressure ({end.low:.1f} to"
            f" {end.high:.1f} MPa): the bearing would be well up its taper before the travel is"
            " counted.",
            (
                f"{start.low:.2g} to {start.high:.2g} MPa"
                if start is not None
                else "the start pressure of the sheet"
            ),
        )
    if makers_travel:
        return
    if start is None:
        raise InvalidInput.at(
            name,
            "A start pressure from a sheet belongs to that sheet's travel. Without the piston area"
            " it cannot be compared with a computed one.",
            "the piston area as well; or the sheet typed in with its travel",
        )
    if not start.low / START_FACTOR <= given_mpa <= START_FACTOR * start.high:
        moved = (
            own.start_drive_mm * given_mpa / start.high,
            own.start_drive_mm * given_mpa / start.low,
        )
        raise InvalidInput.at(
            name,
            f"{given_mpa:.2g} MPa does not go with a computed travel: that counts from"
            f" {start.low:.2g} to {start.high:.2g} MPa; at {given_mpa:.2g} MPa {moved[0]:.2f} to"
            f" {moved[1]:.2f} mm are passed already, {own.start_drive_mm:.2f} mm are subtracted.",
            "the sheet typed in with its travel from that pressure; or leave it empty, and the"
            " computed one is taken",
        )


def check_rating(end_mpa: Span | None, rated_mpa: float | None, area: str = "piston_area") -> str:
    """What pump and nut have to bear; a sentence where nobody said what they are made for, else
    empty.

    Symbols: p_end (MPa), rated: the lower of pump and nut (MPa).
    Valid: end pressure known.
    Raises: InvalidInput where the end pressure is above the rating.
    Source: the marks on pump and nut; 150 MPa is common practice, no source.

    >>> check_rating(Span(10, 14), 80.0), "not given" in check_rating(Span(10, 14), None)
    ('', True)
    """
    if end_mpa is None:
        return ""
    most = rated_mpa if rated_mpa is not None else RATED_MPA
    if end_mpa.high > most:
        whose = (
            "pump and nut are made for"
            if rated_mpa is not None
            else "hydraulic nuts are usually made for"
        )
        raise InvalidInput.at(
            area if rated_mpa is None else "rated_pressure",
            f"Up to {end_mpa.high:.0f} MPa are needed at the end; {whose} {most:.0f} MPa.",
            "a nut with a larger piston, or oil injection; check area and unit",
        )
    if rated_mpa is not None:
        return ""
    return (
        f"What pump and nut are made for was not given: read it on both; up to {end_mpa.high:.1f}"
        " MPa are needed at the end."
    )


def _over(force_kn: Span, area: float | None) -> str:
    return (
        f"{number(force_kn.low)} to {number(force_kn.high)} kN / {number(area)} mm²"
        if area
        else "as typed"
    )
