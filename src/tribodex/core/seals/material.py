"""What a seal's material stands: speed at the lip, temperature, the shaft under it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class SealCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    ANGLE_NOT_KNOWN = "seal.angle_not_known"
    GROWTH_NOT_KNOWN = "seal.growth_not_known"
    MATERIAL_NOT_KNOWN = "seal.material_not_known"
    NOT_WITH_GREASE = "seal.not_with_grease"
    TEMPERATURE_NOT_KNOWN = "seal.temperature_not_known"
    TOO_COLD = "seal.too_cold"
    TOO_FAST = "seal.too_fast"
    TOO_HOT = "seal.too_hot"
    TOO_LITTLE_ROOM = "seal.too_little_room"
    TOO_STEEP = "seal.too_steep"
    TOO_SHORT = "seal.lead_in_too_short"
    NO_LEAD_IN = "seal.no_lead_in"


# From this speed the shaft under the lip is harder (m/s; ISO 6194-1 in its spirit, from memory).
HARDER_FROM_MS = 4.0
# Below this FKM is stiff and is warmed to room temperature (°C; common practice, no source).
STIFF_C = 15.0


@dataclass(frozen=True)
class SealMaterial:
    """A material: temperatures (°C), greatest speed with its spread (m/s), roughness of the shaft
    (µm), what its list says of the shaft.
    """

    name: str
    coldest_c: float
    hottest_c: float
    speed_ms: float
    speed_spread_ms: Span
    shaft_ra_um: str
    hardness: str
    note: str


@dataclass(frozen=True)
class SealMaterials:
    """Materials there are."""

    source: Source
    rows: tuple[SealMaterial, ...]

    def find(self, name: str) -> SealMaterial:
        """A material by its name. Raises InvalidInput, listing those there are."""
        for row in self.rows:
            if row.name.casefold() == name.strip().casefold():
                return row
        raise InvalidInput.at(
            "material",
            f"“{name.strip()}” is no material known here.",
            ", ".join(row.name for row in self.rows),
        )


def lip_speed(shaft_mm: float, speed_rpm: float) -> Result:
    """Speed at the lip: v = π·d·n.

    Symbols: d shaft under the lip (mm); n (r/min); v (m/s).
    Valid: any seal that rubs.
    Raises: InvalidInput for a shaft or a speed that cannot be.
    Source: definition.

    >>> round(lip_speed(80, 1480).value, 2)
    6.2
    """
    if not 1 <= shaft_mm <= 5_000:
        raise InvalidInput.at(
            "shaft", f"A shaft of {number(shaft_mm)} mm is out of range.", "1 to 5000 mm"
        )
    if not 0 <= speed_rpm <= 100_000:
        raise InvalidInput.at(
            "speed", f"{number(speed_rpm)} r/min is out of range.", "0 to 100 000 r/min"
        )
    v = math.pi * shaft_mm * speed_rpm / 60_000
    line = Line(
        "v",
        "at the lip",
        "π·d·n/60000",
        f"π·{number(shaft_mm)}·{number(speed_rpm)}/60000",
        v,
        "m/s",
        "practice",
    )
    return Result("lip_speed", "Speed at the lip", round(v, 2), "m/s", working=(line,))


def judge_material(
    material: SealMaterial, speed_ms: float, running_c: float | None, fitting_c: float | None = None
) -> list[Verdict]:
    """What speaks for and against a material: speed, temperature while it runs, and while it is
    fitted.

    Symbols: v (m/s); temperature at the lip while it runs, where it is fitted (°C), None not known.
    Valid: ordinary pressure, up to 0.5 bar; its maker's list goes first.
    Raises: nothing.
    Source: as the table of materials; hardness and stiffness common practice, no source.

    >>> nbr = SealMaterial("NBR", -40, 100, 14, Span(10, 15), "0.2-0.8", "", "")
    >>> (
    ...     [v.word for v in judge_material(nbr, 12, 70)],
    ...     [v.word for v in judge_material(nbr, 16, 120)],
    ... )
    (['near its limit', 'temperature right', 'harder shaft'], ['too fast', 'too hot', 'harder
    shaft'])
    """
    verdicts = [
        *judge_by_itself(material, fitting_c),
        _judge_speed(material, speed_ms),
        judge_warmth(material, running_c),
    ]
    if speed_ms > HARDER_FROM_MS:
        verdicts.append(
            Verdict(
                "harder shaft",
                Level.WATCH,
                "Above 4 m/s the shaft under the lip has 55 HRC, ground without lead; else 45.",
            )
        )
    return verdicts


def judge_by_itself(material: SealMaterial, fitting_c: float | None = None) -> list[Verdict]:
    """What a material says before anybody knows how fast or how warm it runs.

    Symbols: temperature where it is fitted (°C), None not known.
    Source: as the table of materials; stiffness common practice, no source.
    """
    verdicts = []
    if material.name == "EPDM":
        verdicts.append(
            Verdict(
                "not with grease",
                Level.STOP,
                "EPDM swells in mineral grease and oil: water and steam only.",
                code=SealCode.NOT_WITH_GREASE,
            )
        )
    if fitting_c is not None and material.name == "FKM" and fitting_c < STIFF_C:
        verdicts.append(
            Verdict(
                "stiff in the cold",
                Level.WATCH,
                f"FKM at {number(fitting_c)} °C: warm it to room temperature before it is bent.",
            )
        )
    return verdicts


def material_not_known() -> Verdict:
    """Speed or temperature was said, and nothing tells what the lip stands."""
    why = "What its lip is made of nobody said: whether it stands this is not known."
    return Verdict("material not known", Level.UNKNOWN, why, code=SealCode.MATERIAL_NOT_KNOWN)


def _judge_speed(material: SealMaterial, speed_ms: float) -> Verdict:
    words = f"{number(speed_ms)} m/s, {material.name} stands {number(material.speed_ms)}"
    if speed_ms > material.speed_spread_ms.high:
        return Verdict(
            "too fast",
            Level.STOP,
            f"{words}: the lip burns. Another material, or a seal that does not rub.",
            code=SealCode.TOO_FAST,
        )
    if speed_ms > material.speed_spread_ms.low:
        spread = (
            f"{number(material.speed_spread_ms.low)} to {number(material.speed_spread_ms.high)}"
        )
        return Verdict(
            "near its limit", Level.WATCH, f"{words}; lists say {spread}: its maker decides."
        )
    return Verdict("speed right", Level.GOOD, f"{words}.")


def judge_warmth(material: SealMaterial, running_c: float | None) -> Verdict:
    """What speaks for and against a material at the temperature (°C) of its lip while it runs; None
    not known.

    Source: as the table of materials.

    >>> nbr = SealMaterial("NBR", -40, 100, 14, Span(10, 15), "0.2-0.8", "", "")
    >>> [judge_warmth(nbr, c).word for c in (None, 120, -50, 70)]
    ['temperature not known', 'too hot', 'too cold', 'temperature right']
    """
    if running_c is None:
        span = f"{number(material.coldest_c)} to {number(material.hottest_c)} °C"
        return Verdict(
            "temperature not known",
            Level.UNKNOWN,
            f"{material.name}: {span}.",
            code=SealCode.TEMPERATURE_NOT_KNOWN,
        )
    words = f"{number(running_c)} °C, {material.name}"
    if running_c > material.hottest_c:
        return Verdict(
            "too hot",
            Level.STOP,
            f"{words} stands {number(material.hottest_c)} °C: it hardens.",
            code=SealCode.TOO_HOT,
        )
    if running_c < material.coldest_c:
        return Verdict(
            "too cold",
            Level.STOP,
            f"{words} down to {number(material.coldest_c)} °C: it turns to glass.",
            code=SealCode.TOO_COLD,
        )
    return Verdict(
        "temperature right",
        Level.GOOD,
        f"{number(running_c)} °C of {number(material.hottest_c)} °C.",
    )


# What a lead-in takes off the diameter at least, by shaft diameter up to so much (mm; ISO 6194-1,
# from memory; beyond its 500 mm own choice).
LEAD_MM = (
    (10, 1.5),
    (20, 2.0),
    (30, 2.5),
    (40, 3.0),
    (50, 3.5),
    (70, 4.0),
    (95, 4.5),
    (130, 5.5),
    (240, 7.0),
    (500, 11.0),
    (math.inf, 5.0),
)
# One that takes more of it is another step of the shaft (own choice).
MOST_LEAD_SHARE = 0.25


def chamfer_length(shaft_mm: float, chamfer_mm: float, angle_deg: float | None) -> Result:
    """Length of a lead-in chamfer: (d - d_c)/2 / tan φ; a larger difference asks for a longer one.

    Symbols: d shaft, d_c its end at the chamfer (mm); φ angle to the axis (degrees), 15 to 30, 20
        the aim, None not known: then how far it spreads the lip is judged, and the rest is open.
    Valid: chamfers on shaft or housing, rounded, without burr.
    Raises: InvalidInput for diameters or angles that cannot be.
    Source: geometry; angles common practice, no source.

    >>> round(chamfer_length(80, 74, 20).value, 2), chamfer_length(80, 74, 45).verdict.word
    (8.24, 'too steep')
    >>> chamfer_length(80, 74, None).verdict.word, chamfer_length(80, 79, None).verdict.word
    ('angle not known', 'lead-in too short')
    """
    if not 0 < chamfer_mm < shaft_mm:
        raise InvalidInput.at(
            "chamfer",
            "The chamfer's end is smaller than the shaft.",
            "shaft, then the end of its chamfer, mm",
        )
    if angle_deg is not None and not 1 <= angle_deg < 90:
        raise InvalidInput.at(
            "angle",
            f"{number(angle_deg)}° is no lead-in.",
            "15 to 30°, 20° is the aim, measured to the axis",
        )
    verdict = _judge_lead_in(shaft_mm, chamfer_mm, angle_deg)
    if angle_deg is None:
        return Result("chamfer", "Lead-in chamfer", None, "mm", verdict=verdict)
    length = (shaft_mm - chamfer_mm) / 2 / math.tan(math.radians(angle_deg))
    line = Line(
        "l",
        "along the shaft",
        "(d - d_c)/2/tan φ",
        f"({number(shaft_mm)} - {number(chamfer_mm)})/2/tan {number(angle_deg)}°",
        length,
        "mm",
        "practice",
    )
    return Result(
        "chamfer", "Lead-in chamfer", round(length, 2), "mm", verdict=verdict, working=(line,)
    )


def _judge_lead_in(shaft_mm: float, chamfer_mm: float, angle_deg: float | None) -> Verdict:
    taken = shaft_mm - chamfer_mm
    least = next(mm for most, mm in LEAD_MM if shaft_mm <= most)
    if angle_deg is not None and angle_deg > 30:
        return Verdict(
            "too steep",
            Level.STOP,
            f"{number(angle_deg)}°: the lip folds or tears on it. 15 to 30°, 20° is the aim.",
            code=SealCode.TOO_STEEP,
        )
    if taken > MOST_LEAD_SHARE * shaft_mm:
        why = (
            f"From {number(shaft_mm)} to {number(chamfer_mm)} mm is no chamfer of this shaft: read"
            " both again."
        )
        return Verdict("no lead-in", Level.STOP, why, code=SealCode.NO_LEAD_IN)
    # The chamfer has to have spread the lip before it meets the full shaft, or it folds over the
    # edge.
    if taken < least:
        why = (
            f"{number(taken)} mm on the diameter, {number(least)} mm are asked for this shaft: the"
            " lip is not spread yet when it meets the shaft. A mounting sleeve, or a longer"
            " chamfer."
        )
        return Verdict("lead-in too short", Level.STOP, why, code=SealCode.TOO_SHORT)
    if angle_deg is None:
        why = (
            f"{number(taken)} mm on the diameter are enough; how steep it is nobody said, and over"
            " 30° the lip folds or tears on it. 20° is the aim."
        )
        return Verdict("angle not known", Level.UNKNOWN, why, code=SealCode.ANGLE_NOT_KNOWN)
    if angle_deg < 15:
        return Verdict(
            "flat",
            Level.WATCH,
            f"{number(angle_deg)}°: longer than it needs to be; 20° is the aim.",
        )
    return Verdict(
        "lead-in right",
        Level.GOOD,
        f"{number(angle_deg)}°, {number(taken / 2 / math.tan(math.radians(angle_deg)))} mm long;"
        " rounded, no burr.",
    )


# Beside what the rotating half moves, on either side (mm; common practice, no source).
LABYRINTH_MM = 0.5


def labyrinth_play(growth: Span | None) -> Result:
    """Gap of a labyrinth in front of its rotating half, on the side away from the fixed bearing:
    what it moves that way + 0.5 mm.

    Symbols: g signed growth from the fixed bearing to this *seal* (mm), above zero away from it;
        None not known.
    Valid: purged labyrinths set in the groove of a housing.
    Raises: nothing.
    Source: common practice, no source.

    >>> r = labyrinth_play(Span(0, 0.9))
    >>> r.value, labyrinth_play(None).value is None
    (1.4, True)
    """
    return _play(
        "labyrinth_play",
        "Gap away from the fixed bearing",
        growth,
        growth.high if growth is not None else 0.0,
        "g_max",
    )


def labyrinth_back(growth: Span | None) -> Result:
    """Gap of a labyrinth on the side towards the fixed bearing: what its rotating half moves back,
    where the base is the warmer one, + 0.5 mm.

    Symbols: as labyrinth_play.
    Valid: as labyrinth_play.
    Raises: nothing.
    Source: common practice, no source.

    >>> labyrinth_back(Span(0, 0.9)).value, labyrinth_back(Span(-1.2, 0.2)).value
    (0.5, 1.7)
    """
    return _play(
        "labyrinth_back",
        "Gap towards the fixed bearing",
        growth,
        -growth.low if growth is not None else 0.0,
        "-g_min",
    )


def _play(name: str, label: str, growth: Span | None, moves: float, symbol: str) -> Result:
    if growth is None:
        why = (
            "Growth between the bearings is not known: say temperatures at Line up, or set it in"
            " the middle and look when it is hot."
        )
        verdict = Verdict("growth not known", Level.UNKNOWN, why, code=SealCode.GROWTH_NOT_KNOWN)
        return Result(name, label, None, "mm", note=why, verdict=verdict)
    most = max(moves, 0.0)
    line = Line(
        "s",
        "at the least",
        f"max(0, {symbol}) + 0.5",
        f"{number(most)} + {LABYRINTH_MM:g}",
        most + LABYRINTH_MM,
        "mm",
        "practice",
    )
    note = "Halves pressed together evenly; both sides alike."
    return Result(name, label, round(most + LABYRINTH_MM, 2), "mm", working=(line,), note=note)


def judge_play(away: Result, back: Result, away_mm: float, back_mm: float) -> Verdict:
    """Gaps of a labyrinth as they were set, each side for what moves towards it. Source: common
    practice, no source.

    >>> asked = labyrinth_play(Span(0, 0.9)), labyrinth_back(Span(0, 0.9))
    >>> judge_play(*asked, 1.5, 0.6).word, judge_play(*asked, 1.0, 1.1).word
    ('room on both sides', 'too little room')
    """
    if away.value is None or back.value is None:
        return Verdict("growth not known", Level.UNKNOWN, away.note, code=SealCode.GROWTH_NOT_KNOWN)
    words = f"{number(away_mm)} mm away from the fixed bearing and {number(back_mm)} mm towards it"
    asked = f"{number(away.value)} and {number(back.value)} mm"
    if away_mm < away.value - 0.05 or back_mm < back.value - 0.05:
        return Verdict(
            "too little room",
            Level.STOP,
            f"{words}, {asked} are asked: it rubs when the shaft has moved.",
            code=SealCode.TOO_LITTLE_ROOM,
        )
    return Verdict("room on both sides", Level.GOOD, f"{words}, of {asked}.")
