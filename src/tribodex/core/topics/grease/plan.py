"""From what was typed to amounts of grease: lubricant with κ and what it meets, bearing and housing
as two amounts.
"""

from __future__ import annotations

import re
from dataclasses import asdict, replace
from enum import StrEnum
from typing import Literal

from tribodex.core.counted import parse_whole
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.grease.amounts import Pace, bearing_fill, cavity, free_volume, housing_fill
from tribodex.core.grease.housing import Measured, fill_level_mm, judge_share, measured
from tribodex.core.grease.strokes import (
    CARTRIDGE_G,
    DENSITY_G_CM3,
    GunShelf,
    over_corners,
    read_gun,
    same_gun,
    strokes_for,
)
from tribodex.core.grease.thickener import Thickeners
from tribodex.core.grease.viscosity import (
    OilGrades,
    kappa,
    nu_100_of,
    viscosity_at,
    viscosity_needed,
)
from tribodex.core.job.gates import text
from tribodex.core.job.places import Fitted
from tribodex.core.quantities import (
    LengthUnit,
    parse_count,
    parse_mass_g,
    parse_share,
    parse_speed_rpm,
    parse_temperature_c,
    parse_volume_cm3,
    read_length,
)
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease import facts as ev
from tribodex.core.working import Level, Line, Result, Verdict, number


class GreasingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_FULL = "greasing.not_full"
    NOT_PACKED = "greasing.not_packed"
    TOO_LITTLE_HERE = "greasing.too_little_here"
    TOO_MUCH_HERE = "greasing.too_much_here"


CLEAN = "clean"
# From the smallest insert to the largest housing that is packed by hand.
HOUSING_UM = (10_000.0, 5_000_000.0)
CORNERS = range(1, 9)
_By = Literal["rule", "share", "sheet"]
_STROKES = re.compile(r"^\s*(\d{1,4})\s*(?:strokes?|shots?|pumps?)\s*$", re.IGNORECASE)
_TWO = re.compile(r"^\s*(\d+(?:[.,]\d+)?)\s*/\s*(\d+(?:[.,]\d+)?)\s*(?:mm²/s|mm2/s|cSt)?\s*$")


def chosen(
    command: cmd.ChooseLubricant, fitted: Fitted | None, thickeners: Thickeners, grades: OilGrades
) -> ev.LubricantChosen:
    """What goes in, judged. Raises InvalidInput."""
    name = text(command.name, "name", "the name and number on the tin")
    figures = _viscosity(command, fitted, grades)
    typed = {k: v for k, v in asdict(command).items() if v}
    if command.lubricant == "oil":
        mixes = Verdict("oil", Level.GOOD, "The old oil drained, the housing wiped out.")
        return ev.LubricantChosen(
            kind="oil", name=name, thickener="", old="", mixes=mixes, figures=figures, typed=typed
        )
    old, new = command.old.strip().lower(), command.thickener.strip().lower()
    # Two greases that do not bear each other run out as oil: unknown is told, never supposed.
    if not new:
        raise InvalidInput.at(
            "thickener",
            "Which thickener has it? It stands on the data sheet.",
            f"{', '.join(thickeners.names())}; or unknown",
        )
    if not old:
        raise InvalidInput.at(
            "old", "What was in there before?", "clean, unknown, or the old grease's thickener"
        )
    if old == CLEAN:
        if new != "unknown":
            thickeners.mix(new, new)
        mixes = Verdict(
            "clean housing", Level.GOOD, "Bearing new, housing cleaned out: nothing to mix with."
        )
    else:
        mixes = thickeners.mix(old, new)
    return ev.LubricantChosen(
        kind="grease", name=name, thickener=new, old=old, mixes=mixes, figures=figures, typed=typed
    )


def _viscosity(
    command: cmd.ChooseLubricant, fitted: Fitted | None, grades: OilGrades
) -> tuple[Result, ...]:
    """κ, and the two viscosities it is made of; nothing while one of its inputs is not known."""
    # What was typed is read, whether or not it is enough: a slip in it is never kept unsaid.
    oil = _oil(command.oil, grades) if command.oil.strip() else None
    speed = parse_speed_rpm(command.speed, "speed") if command.speed.strip() else None
    warm = (
        parse_temperature_c(command.temperature, "temperature")
        if command.temperature.strip()
        else None
    )
    if oil is None or speed is None or warm is None or fitted is None:
        return ()
    there = viscosity_at(warm, *oil)
    needed = viscosity_needed(speed, fitted.bearing.bore_mm, fitted.bearing.outside_mm)
    return kappa(there, needed), there, needed


def _oil(typed: str, grades: OilGrades) -> tuple[float, float]:
    """Thickness of an oil at 40 and at 100 °C (mm²/s), by both or by its grade. Raises
    InvalidInput.
    """
    two = _TWO.match(typed)
    if two is not None:
        at_40, at_100 = (float(part.replace(",", ".")) for part in two.groups())
        if not 2 <= at_100 < at_40:
            raise InvalidInput.at(
                "oil",
                f"{number(at_40)} mm²/s at 40 °C and {number(at_100)} at 100 °C are no oil.",
                "thicker at 40 °C, thinner at 100 °C: 220 / 19 mm²/s",
            )
        return at_40, at_100
    grade = re.sub(r"^(ISO)?\s*(VG)?\s*", "", typed.strip().upper())
    if grade in grades.rows:
        return grades.rows[grade]
    # A number that is no grade: the thickness at 40 °C, as every tin gives it.
    alone = parse_count(grade.removesuffix("MM²/S").removesuffix("CST"), "oil")
    return alone, nu_100_of(alone)


def planned(
    command: cmd.PlanFill, fitted: Fitted, shelf: GunShelf, *, again: bool = False
) -> ev.FillPlan:
    """How much goes where. `again`: an entry is said again, as it could be said then. Raises
    InvalidInput with the fields to correct.
    """
    if command.sheet.strip() and command.sheet.strip()[-1].isdigit() and not again:
        raise InvalidInput.at(
            "sheet",
            f"“{command.sheet.strip()}” what? A bare number is strokes to one and grams to"
            " another.",
            "20 strokes, 230 g, 8 oz",
        )
    if command.pace not in set(Pace):
        raise InvalidInput.at(
            "pace",
            "How fast does it run, against what its sheet allows with grease?",
            ", ".join(Pace),
        )
    pace, bearing = Pace(command.pace), fitted.bearing
    gun = same_gun(read_gun(command.gun, command.stroke), shelf)
    packs, free = _into_bearing(command, fitted, pace)
    housing, others, share, by, sizes = _into_housing(command, fitted, pace, packs)
    # Four is how a plummer block is filled; how much goes in does not hang on it.
    corners = parse_whole(command.corners, "corners") if command.corners.strip() else 4
    if corners not in CORNERS:
        raise InvalidInput.at("corners", f"A housing with {corners} corners?", "1 to 8")
    cartridge_g = (
        parse_mass_g(command.cartridge, "cartridge") if command.cartridge.strip() else CARTRIDGE_G
    )
    counted = housing.unit == "strokes"
    grams = (
        housing.value
        if housing.value_to is None
        else ((housing.value or 0.0) + housing.value_to) / 2
    )
    grams = 0.0 if counted else round(grams or 0.0, 1)
    if gun is not None and not counted:
        others += (strokes_for(grams, gun),)
    amount = measured(grams, gun, corners, cartridge_g)
    # Strokes of a gun nobody weighed stay strokes: grams made of them would be a guess.
    if counted:
        strokes = int(housing.value or 0)
        amount = Measured(0.0, 0.0, strokes, over_corners(strokes, corners), 0)
    inside_dia, inside_width = sizes or (None, None)
    seat_mm = bearing.bore_mm
    level = (
        fill_level_mm(inside_dia, seat_mm, share)
        if inside_dia is not None and share is not None
        else None
    )
    return ev.FillPlan(
        pace=pace,
        gun=gun,
        bearing=packs,
        housing=housing,
        others=(*free, *others),
        share=share,
        by=by,
        source=command.sheet_source.strip(),
        housing_g=grams,
        measured=amount,
        corners=corners,
        housing_mm=inside_dia,
        inside_mm=inside_width,
        level_mm=round(level, 1) if level is not None else None,
        verdict=judge_share(share, pace) if share is not None else None,
        typed={k: v for k, v in asdict(command).items() if v},
        counted=counted,
        seals_g=parse_mass_g(command.seals, "seals") if command.seals.strip() else None,
        cartridge_g=cartridge_g if command.seals.strip() else None,
    )


def _into_bearing(
    command: cmd.PlanFill, fitted: Fitted, pace: Pace
) -> tuple[Result, tuple[Result, ...]]:
    bearing = fitted.bearing
    if command.sheet_is == "bearing" and command.sheet.strip():
        source, strokes = (
            text(command.sheet_source, "sheet_source", "which sheet says so"),
            _strokes(command.sheet),
        )
        if strokes is not None:
            each = parse_mass_g(
                text(
                    command.sheet_stroke, "sheet_stroke", "grams of one stroke of the sheet's gun"
                ),
                "sheet_stroke",
            )
        grams = strokes * each if strokes is not None else parse_mass_g(command.sheet, "sheet")
        line = Line("G_b", source, "", "", grams, "g", "maker")
        rule = bearing_fill(0.0, pace)
        return (
            replace(
                rule,
                value=round(grams, 1),
                value_to=None,
                working=(line,),
                note=f"By the sheet: {source}.",
            ),
            (),
        )
    # The space inside is what rings and rollers leave of the outline: only their mass tells it.
    if not command.mass.strip():
        rule = bearing_fill(0.0, pace)
        note = f"{rule.note} Its grams need the bare bearing's mass."
        return replace(rule, value=None, value_to=None, working=(), note=note), ()
    text_mass = command.mass if not command.mass.strip()[-1:].isdigit() else f"{command.mass} kg"
    free = free_volume(
        bearing.bore_mm,
        bearing.outside_mm,
        bearing.width_mm,
        parse_mass_g(text_mass, "mass") / 1000,
    )
    return bearing_fill(free.value or 0.0, pace), (free,)


def _space(
    command: cmd.PlanFill, fitted: Fitted
) -> tuple[Result | None, tuple[float, float] | None]:
    """The space beside the bearing, as it is given or from the housing's inside sizes (mm)."""
    sizes = None
    space: Result | None = None
    if command.housing.strip() or command.inside.strip():
        missing = [name for name in ("housing", "inside") if not getattr(command, name).strip()]
        if missing:
            raise InvalidInput(
                "Both inside sizes of the housing are needed.",
                *(Field(n, "This is needed beside the other.", "mm or in") for n in missing),
            )
        dia, wide = (
            read_length(getattr(command, n), n, LengthUnit.MM, HOUSING_UM, command.shown).mm
            for n in ("housing", "inside")
        )
        b = fitted.bearing
        sizes = (dia, wide)
        space = cavity(dia, wide, b.bore_mm, b.outside_mm, b.width_mm)
    if command.volume.strip():
        volume = parse_volume_cm3(command.volume, "volume")
        line = Line("V", "as given", "", "", volume, "cm³", "maker")
        space = Result(
            "cavity", "Space beside the bearing", round(volume, 1), "cm³", working=(line,)
        )
    return space, sizes


def _into_housing(
    command: cmd.PlanFill, fitted: Fitted, pace: Pace, packs: Result
) -> tuple[Result, tuple[Result, ...], float | None, _By, tuple[float, float] | None]:
    """Its amount; the space and the share it comes from; by which; the housing's inside sizes (mm)
    where they were measured.
    """
    share = parse_share(command.share, "share") if command.share.strip() else None
    space, sizes = _space(command, fitted)
    others = (space,) if space is not None else ()
    if command.sheet.strip() and command.sheet_is != "bearing":
        source = text(command.sheet_source, "sheet_source", "which sheet says so")
        if not command.sheet_is:
            raise InvalidInput.at(
                "sheet_is",
                "Is that into the bearing, into the housing beside it, or both together?",
                "as the sheet says",
            )
        strokes = _strokes(command.sheet)
        if strokes is not None and not command.sheet_stroke.strip():
            return _counted(command, strokes, source), others, None, "sheet", sizes
        each = parse_mass_g(command.sheet_stroke, "sheet_stroke") if strokes is not None else None
        grams = (
            strokes * each
            if strokes is not None and each is not None
            else parse_mass_g(command.sheet, "sheet")
        )
        if not 0 < grams <= 100_000:
            raise InvalidInput.at(
                "sheet", f"{number(grams)} g is out of range.", "above zero, up to 100 kg"
            )
        by_count = (
            (f"{strokes:g} strokes of its gun", "n·g", f"{strokes:g}·{number(each)}")
            if strokes is not None and each
            else (source, "", "")
        )
        lines = [Line("G", *by_count, grams, "g", "maker")]
        if command.sheet_is == "total":
            grams = _less_the_pack(grams, packs, lines)
        by_sheet = Result(
            "housing_fill",
            "Grease into the housing",
            round(grams, 1),
            "g",
            working=tuple(lines),
            note=f"By the sheet: {source}.",
        )
        room = space.value if space is not None else None
        of_space = grams / DENSITY_G_CM3 / room if room else None
        # More than there is room for is a slip of unit, never a sheet.
        if of_space is not None and of_space > 1.0:
            what = (
                f"{number(grams)} g are more than the whole space beside the bearing,"
                f" {number(room or 0)} cm³."
            )
            raise InvalidInput.at("sheet", what, "check amount, unit and sizes of the housing")
        return by_sheet, others, of_space, "sheet", sizes
    if space is None or space.value is None:
        what = "How much goes into the housing? By its sheet, or by a share of its space."
        raise InvalidInput.at(
            "sheet",
            what,
            "the sheet's amount; or the space, 600 cm³; or inside diameter and width of the"
            " housing",
        )
    found = housing_fill(space.value, pace, share)
    grams_taken = (
        found.value if found.value_to is None else ((found.value or 0.0) + found.value_to) / 2
    )
    taken = share if share is not None else (grams_taken or 0.0) / DENSITY_G_CM3 / space.value
    return found, others, taken, "share" if share is not None else "rule", sizes


def _strokes(typed: str) -> int | None:
    """Strokes where a sheet counts them; None where it weighs."""
    match = _STROKES.match(typed)
    return int(match[1]) if match is not None else None


def _counted(command: cmd.PlanFill, strokes: int, source: str) -> Result:
    """The sheet's strokes as they stand: of how many grams nobody knows, so they are not turned
    into strokes of another gun.
    """
    if command.sheet_is == "total":
        what = (
            "A total in strokes: what the bearing's own pack takes of it needs the grams of one"
            " stroke of the sheet's gun."
        )
        raise InvalidInput.at("sheet_stroke", what, "1.4 g; or the housing's own amount")
    if not 0 < strokes <= 2_000:
        raise InvalidInput.at("sheet", f"{strokes} strokes are out of range.", "1 to 2000 strokes")
    line = Line("n", source, "", "", float(strokes), "strokes", "maker")
    note = (
        f"By the sheet: {source}. Strokes of its gun, of how many grams it does not say: another"
        " gun gives more or less with each."
    )
    return Result(
        "housing_fill",
        "Strokes into the housing",
        float(strokes),
        "strokes",
        working=(line,),
        note=note,
    )


def _less_the_pack(total_g: float, packs: Result, lines: list[Line]) -> float:
    """What a total leaves for the housing once the bearing is packed. Raises InvalidInput."""
    if packs.value is None:
        raise InvalidInput.at(
            "mass",
            "The sheet's total holds the bearing's own pack as well: how much that is needs the"
            " bare bearing's mass.",
            "kg, by its sheet",
        )
    pack = packs.value if packs.value_to is None else (packs.value + packs.value_to) / 2
    left = total_g - pack
    lines.append(
        Line(
            "G_h",
            "less what the bearing is packed with",
            "G - G_b",
            f"{number(total_g)} - {number(pack)}",
            left,
            "g",
            "maker",
        )
    )
    if left <= 0:
        raise InvalidInput.at(
            "sheet",
            f"The bearing alone takes {number(pack)} g.",
            f"a total above {number(pack)} g; check amount and unit",
        )
    return left
