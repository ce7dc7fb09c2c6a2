"""From what was typed to how a bearing is kept: interval by two methods, amount, strokes of this
gun, what else is due.
"""

from __future__ import annotations

from dataclasses import asdict, dataclass

from tribodex.core.counted import parse_whole
from tribodex.core.errors import InvalidInput
from tribodex.core.grease.amounts import Path, regrease_amount
from tribodex.core.grease.interval import Running, both_said, interval, interval_by_halving
from tribodex.core.grease.lubricator import Drive, lubricator_days
from tribodex.core.grease.strokes import (
    GreaseGun,
    GunShelf,
    insert_strokes,
    read_gun,
    same_gun,
    strokes_for,
)
from tribodex.core.job.gates import text
from tribodex.core.quantities import (
    number_plain,
    parse_count,
    parse_mass_g,
    parse_speed_rpm,
    parse_temperature_c,
)
from tribodex.core.schedule.due import Care, CareKind, checked
from tribodex.core.topics.care import commands as cmd
from tribodex.core.topics.care.facts import CarePlan, CareWay
from tribodex.core.units.known import KeptBearing
from tribodex.core.working import Level, Line, Result, Verdict

# A sealed insert: hours, or once a season (days). A look, where nobody says how often (days).
# Common practice, no source.
INSERT_H, SEASON_DAYS = 75.0, 90.0
LOOK_DAYS, OIL_DAYS = 30.0, 7.0
# Not more than a year without a look (days; common practice, no source).
YEAR_DAYS = 365.0
# Fresh grease each time by the rule 0.005·D·B (g for mm; common practice, no source), and how far a
# maker's figure may lie from what is computed before it is said (own choice).
USUAL_G_MM2, FAR = 0.005, 3.0
# What one person looks at, at one stop (own choice).
MOST_LOOKS, LONGEST_LOOK = 12, 120
GREASED = (CareWay.UNTIL_SHOWS, CareWay.COUNTED)


@dataclass(frozen=True)
class _Common:
    """What every way of keeping a bearing has: how it runs, what greases it, what is due
    besides."""

    command: cmd.SetCare
    hours_per_day: float | None
    gun: GreaseGun | None
    grease: str
    thickener: str
    also: tuple[Care, ...]

    def plan(
        self,
        due: Care | None,
        verdict: Verdict,
        figures: tuple[Result, ...] = (),
        amount_g: float | None = None,
        strokes: int | None = None,
    ) -> CarePlan:
        """The plan with what is due by its way, and what is due besides."""
        look = Care(CareKind.LOOK, None, _days(self.command.look_days, "look_days") or LOOK_DAYS)
        return CarePlan(
            way=self.command.way,
            due=tuple(
                checked(care) for care in (*([due] if due is not None else []), *self.also, look)
            ),
            hours_per_day=self.hours_per_day,
            grease=self.grease,
            thickener=self.thickener,
            gun=self.gun,
            amount_g=amount_g,
            strokes=strokes,
            running=self.command.running == "yes",
            figures=figures,
            verdict=verdict,
            typed={k: v for k, v in asdict(self.command).items() if v},
            plug=self.command.hole == "plug",
            looks=_looks(self.command.looks),
        )


def care_plan(
    command: cmd.SetCare,
    bearing: KeptBearing,
    grease: tuple[str, str],
    also: tuple[Care, ...],
    shelf: GunShelf,
) -> CarePlan:
    """How a bearing is kept. `grease`: name and thickener of what is in it; `also`: what is due
    besides. Raises InvalidInput.
    """
    gun = same_gun(read_gun(command.gun, command.stroke), shelf)
    name = command.grease.strip() or grease[0]
    thickener = grease[1] if name == grease[0] else ""
    common = _Common(
        command=command,
        hours_per_day=_hours_per_day(command),
        gun=gun,
        grease=name,
        thickener=thickener,
        also=also,
    )
    _fits(command, bearing)
    match command.way:
        case CareWay.FOR_LIFE:
            return common.plan(
                None,
                Verdict(
                    "greased for life",
                    Level.GOOD,
                    "Nothing is pressed in. It is looked at, and changed when it is worn.",
                ),
            )
        case CareWay.OIL:
            level = Care(CareKind.OIL, None, _days(command.season_days, "season_days") or OIL_DAYS)
            return common.plan(
                level, Verdict("oil", Level.GOOD, "Level at standstill; changed as its maker says.")
            )
        case CareWay.SEALED_INSERT:
            return _sealed(common, bearing)
        case _:
            return _greased(common, bearing)


def _fits(command: cmd.SetCare, bearing: KeptBearing) -> None:
    """Whether a bearing can be kept this way at all: through a hole that is open, out through seals
    that let it. Raises InvalidInput.
    """
    way = command.way
    if way in (CareWay.FOR_LIFE, CareWay.OIL):
        return
    if bearing.sealed:
        raise InvalidInput.at(
            "way", f"{bearing.label} is sealed: nothing is pressed into it.", CareWay.FOR_LIFE.words
        )
    if command.hole == "plugged":
        raise InvalidInput.at(
            "way",
            "Through a plugged hole nothing goes in.",
            f"{CareWay.FOR_LIFE.words}; or take the plug out, and say so",
        )
    if way is CareWay.SEALED_INSERT:
        return
    if command.lets_out == "no" and way is not CareWay.COUNTED:
        raise InvalidInput.at(
            "way",
            f"“{way.words}” needs seals that let grease out: tight ones blow.",
            "counted strokes, no more",
        )
    if bearing.insert and command.lets_out != "yes":
        raise InvalidInput.at(
            "lets_out" if not command.lets_out else "way",
            "The lips of an insert are tight as a rule: do the seals of this one let grease out?",
            f"yes, by its sheet; else {CareWay.SEALED_INSERT.words}",
        )


def _sealed(common: _Common, bearing: KeptBearing) -> CarePlan:
    command, gun = common.command, common.gun
    most = parse_whole(command.strokes, "strokes") if command.strokes.strip() else None
    grams = parse_mass_g(command.amount, "amount") if command.amount.strip() else None
    if (most is not None or grams is not None) and not command.amount_source.strip():
        raise InvalidInput.at(
            "amount_source",
            "Whose strokes or grams are these? An insert's seals blow.",
            "the sheet of this insert",
        )
    usual = USUAL_G_MM2 * bearing.outside_mm * bearing.width_mm
    given = max(grams or 0.0, (most or 0) * (gun.stroke_g if gun is not None else 0.0))
    if given > usual:
        raise InvalidInput.at(
            "amount" if grams is not None and grams > usual else "strokes",
            f"{number_plain(round(given, 1))} g is more than an open bearing of its size gets"
            f" ({usual:.2g} g): tight seals blow.",
            f"up to {usual:.2g} g; check value and unit",
        )
    found = insert_strokes(gun, most, grams)
    if found.value is None:
        raise InvalidInput.at("stroke", found.note, "weigh ten strokes: 1.3 g, or 1.3 g ± 0.05")
    season, hours = _days(command.season_days, "season_days") or SEASON_DAYS, _own_hours(command)
    if hours is not None and hours != INSERT_H:
        text(
            command.interval_source,
            "interval_source",
            f"whose interval it is: without one it is {INSERT_H:g} h, or once a season",
        )
    due = Care(CareKind.GREASE, hours or INSERT_H, season, why="tight seals: two strokes, no more")
    verdict = found.verdict or Verdict(
        "counted strokes", Level.GOOD, f"{found.value:g}, no more: tight seals blow out."
    )
    amount = round(found.value * gun.stroke_g, 2) if gun is not None else grams
    return common.plan(due, verdict, (found,), amount, int(found.value))


def _greased(common: _Common, bearing: KeptBearing) -> CarePlan:
    command, hours = common.command, common.hours_per_day
    each, verdict, figures = _interval(command, bearing)
    amount = _amount(command, bearing)
    grams = amount.value or 0.0
    figures = (*figures, amount)
    if command.way is CareWay.LUBRICATOR:
        if hours is None:
            raise InvalidInput.at(
                "hours_per_day",
                "A lubricator gives grease by the day: how many hours does it run a day?",
                "hours a day, 1 to 24",
            )
        content = parse_mass_g(
            text(command.cartridge, "cartridge", "what the cartridge holds, g"), "cartridge"
        )
        setting = lubricator_days(content, grams, each, hours)
        if setting.value is None:
            raise InvalidInput.at(
                "cartridge",
                setting.note,
                "a cartridge that lasts a month or more; or greased by hand",
            )
        why = Drive(command.lubricator).care if command.lubricator else ""
        change = Care(CareKind.CARTRIDGE, None, min(setting.value, YEAR_DAYS), why=why)
        return common.plan(change, setting.verdict or verdict, (*figures, setting), grams)
    strokes = None
    if common.gun is not None:
        counted = strokes_for(grams, common.gun)
        figures, strokes = (*figures, counted), max(1, round(counted.value or 0))
    season = _days(command.season_days, "season_days") or YEAR_DAYS
    return common.plan(Care(CareKind.GREASE, each, season), verdict, figures, grams, strokes)


def _interval(
    command: cmd.SetCare, bearing: KeptBearing
) -> tuple[float, Verdict, tuple[Result, ...]]:
    """Running hours, what was judged, and the methods they come from. Raises InvalidInput where no
    method is valid and no maker speaks.
    """
    own = _own_hours(command)
    figures: tuple[Result, ...] = ()
    if own is None or command.speed.strip():
        running = _running(command, bearing)
        first, second = (
            interval(bearing.bore_mm, running),
            interval_by_halving(bearing.bore_mm, running),
        )
        figures = (first, second)
        both = both_said(first, second)
        if own is None:
            if first.value is None or second.value is None:
                raise InvalidInput.at(
                    "interval",
                    f"No interval by grease: {both.reason}",
                    "what bearing's or grease's maker says, with its source; or oil",
                )
            return min(first.value, second.value), both, figures
        if (
            far := _far(own, min((r.value for r in figures if r.value is not None), default=None))
        ) is not None:
            figures = (
                *figures,
                Result(
                    "interval_far",
                    "By the maker, against what is computed",
                    round(far, 2),
                    "",
                    verdict=_apart(far, "interval"),
                ),
            )
    source = text(
        command.interval_source,
        "interval_source",
        "whose interval it is: sheet of bearing or grease",
    )
    assert own is not None  # the computed one was given back above
    line = Line("t", source, "", "", own, "h", "maker")
    asked = Result(
        "interval_maker",
        "Grease again after, by the maker",
        own,
        "h",
        working=(line,),
        note=f"By {source}.",
    )
    return (
        own,
        Verdict("by the maker", Level.GOOD, f"{number_plain(own)} h by {source}."),
        (asked, *figures),
    )


def _running(command: cmd.SetCare, bearing: KeptBearing) -> Running:
    speed = parse_speed_rpm(text(command.speed, "speed", "r/min"), "speed")
    warm = parse_temperature_c(
        text(command.temperature, "temperature", "of the housing while it runs, °C"), "temperature"
    )
    return Running(
        speed, warm, command.dirt, command.wet, command.shakes, command.stands, bearing.design
    )


def _amount(command: cmd.SetCare, bearing: KeptBearing) -> Result:
    if command.amount.strip():
        source = text(command.amount_source, "amount_source", "whose amount it is")
        grams = parse_mass_g(command.amount, "amount")
        if not 0 < grams <= 20_000:
            raise InvalidInput.at(
                "amount", f"{grams:g} g is out of range.", "above zero, up to 20 kg"
            )
        line = Line("G", source, "", "", grams, "g", "maker")
        far = _far(grams, USUAL_G_MM2 * bearing.outside_mm * bearing.width_mm)
        apart = _apart(far, "amount") if far is not None else None
        return Result(
            "regrease_amount",
            "Fresh grease each time",
            round(grams, 1),
            "g",
            verdict=apart,
            working=(line,),
            note=f"By {source}.",
        )
    if command.path not in set(Path):
        raise InvalidInput.at(
            "path",
            "Where does the grease come in?",
            f"one of {', '.join(Path)}; or the maker's amount",
        )
    return regrease_amount(bearing.outside_mm, bearing.width_mm, Path(command.path))


def _far(own: float, computed: float | None) -> float | None:
    """How many times what is computed a maker's figure is, where it lies far from it; None where it
    does not, or nothing was computed.
    """
    times = own / computed if computed else None
    return None if times is None or 1 / FAR <= times <= FAR else times


def _apart(times: float, what: str) -> Verdict:
    why = (
        f"{number_plain(round(times, 2))} times what is computed for this bearing. Read the sheet"
        " again: figure, unit, and which bearing it means."
    )
    return Verdict(f"{what} far from what is computed", Level.WATCH, why)


def _own_hours(command: cmd.SetCare) -> float | None:
    if not command.interval.strip():
        return None
    hours = parse_count(command.interval.strip().removesuffix("h"), "interval")
    if not 1 <= hours <= 100_000:
        raise InvalidInput.at(
            "interval", f"{hours:g} h is out of range.", "1 to 100 000 h of running"
        )
    return hours


def _hours_per_day(command: cmd.SetCare) -> float | None:
    if not command.hours_per_day.strip():
        if command.way in (CareWay.FOR_LIFE, CareWay.OIL):
            return None
        raise InvalidInput.at(
            "hours_per_day",
            "How many hours a day does it run?",
            "0 to 24; 0 where it stands, then days count alone",
        )
    hours = parse_count(command.hours_per_day.strip().removesuffix("h"), "hours_per_day")
    if not 0 <= hours <= 24:
        raise InvalidInput.at("hours_per_day", f"{hours:g} h a day cannot be.", "0 to 24")
    return hours


def _looks(typed: str) -> tuple[str, ...]:
    looks = tuple(dict.fromkeys(line.strip() for line in typed.splitlines() if line.strip()))
    if len(looks) > MOST_LOOKS or any(len(look) > LONGEST_LOOK for look in looks):
        raise InvalidInput.at(
            "looks",
            "Nobody reads so much at a stop.",
            f"at most {MOST_LOOKS} things, {LONGEST_LOOK} letters each",
        )
    return looks


def _days(typed: str, field: str) -> float | None:
    if not typed.strip():
        return None
    days = parse_count(typed.strip().removesuffix("days").removesuffix("d"), field)
    if not 1 <= days <= 3650:
        raise InvalidInput.at(field, f"{days:g} days is out of range.", "1 to 3650 days")
    return days
