"""Automatic lubricators: how many days a cartridge is set to last."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.working import Level, Line, Result, Verdict, number

# Usual settings, and the longest that grease is left in a cartridge (days; common practice, no
# source).
SETTINGS_DAYS = (30, 60, 90, 120, 180, 270, 365)
LONGEST_DAYS = 365
# What there is of cartridges (g), of grease each time (g), of intervals (h), and the least a
# machine runs (h a day): beyond, it was mistyped.
CONTENT_G, EACH_G, INTERVAL_H, LEAST_HOURS = (
    (1.0, 5_000.0),
    (0.01, 100_000.0),
    (1.0, 200_000.0),
    0.01,
)


class LubricatorCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_SMALL = "lubricator.too_small"


class Drive(StrEnum):
    """What drives an automatic lubricator."""

    SPRING = "spring"
    GAS = "gas"
    MOTOR = "motor"

    @property
    def words(self) -> str:
        """As it is said."""
        return {"spring": "a spring", "gas": "gas from a cell", "motor": "a motor with a battery"}[
            self.value
        ]

    @property
    def care(self) -> str:
        """What has to be watched with it (common practice, no source)."""
        return {
            "spring": (
                "It pushes less as it empties, and gives less in the cold: looked at more often in"
                " winter."
            ),
            "gas": (
                "Once started it gives while the machine stands too; warm it gives more, cold less;"
                " not above its own limit."
            ),
            "motor": (
                "Set by its switch, it keeps its time whatever the weather; its battery goes in new"
                " with each cartridge."
            ),
        }[self.value]


def lubricator_days(
    content_g: float, amount_g: float, interval_h: float, hours_per_day: float
) -> Result:
    """Days that a cartridge is set to: so that it gives the amount of each interval, spread evenly.

    Symbols: content of the cartridge (g); G each time (g) every t hours of running; hours a day;
        days = content/(G/t·hours a day).
    Valid: bearings that may have grease all the time, never sealed inserts of two strokes; its own
        temperature limits; line filled first.
    Raises: InvalidInput for amounts or hours that cannot be, naming which.
    Source: definition; settings common practice, no source.

    >>> lubricator_days(125, 20, 2000, 24).value, lubricator_days(125, 20, 8000, 8).verdict.word
    (365, 'longer than it lasts')
    >>> lubricator_days(60, 20, 1000, 24).value
    120
    """
    for said, (least, most), name, what in (
        (content_g, CONTENT_G, "cartridge", "what the cartridge holds, g"),
        (amount_g, EACH_G, "each", "fresh grease each time, g"),
        (interval_h, INTERVAL_H, "interval", "hours of running between"),
    ):
        # Written so that what is no number is out of range too.
        if not least <= said <= most:
            raise InvalidInput.at(
                name, f"{number(said)} is out of range.", f"{what}: {least:g} to {most:g}"
            )
    if not LEAST_HOURS <= hours_per_day <= 24:
        why = "It must run: a lubricator gives grease also while the machine stands."
        raise InvalidInput.at("hours_per_day", why, f"{LEAST_HOURS:g} to 24 h a day")
    per_day = amount_g / interval_h * hours_per_day
    days = content_g / per_day
    # The setting below: rather a little more grease than too little. None where even the shortest
    # gives too little.
    setting = max((each for each in SETTINGS_DAYS if each <= days), default=None)
    lines = (
        Line(
            "g/d",
            "each day",
            "G/t·h",
            f"{number(amount_g)}/{number(interval_h)}·{number(hours_per_day)}",
            per_day,
            "g",
            "practice",
        ),
        Line(
            "d",
            "days by content",
            "content/(g/d)",
            f"{number(content_g)}/{number(per_day)}",
            days,
            "days",
            "practice",
        ),
    )
    if days < SETTINGS_DAYS[0]:
        why = (
            f"What is asked for empties it in {number(days)} days; set to {SETTINGS_DAYS[0]}, the"
            " shortest there is, it gives a part of it: a bigger cartridge, a pump, or by hand."
        )
        verdict = Verdict("too small", Level.STOP, why, code=LubricatorCode.TOO_SMALL)
    elif days > LONGEST_DAYS:
        verdict = Verdict(
            "longer than it lasts",
            Level.WATCH,
            f"{number(days)} days by content: grease hardens or bleeds; a smaller cartridge.",
        )
    else:
        verdict = Verdict(
            "set it", Level.GOOD, f"To {setting} days; {number(days)} days by its content."
        )
    if setting is None:
        return Result(
            "lubricator",
            "Lubricator set to",
            None,
            "days",
            working=lines,
            note=verdict.reason,
            verdict=verdict,
        )
    note = "Line filled before it is connected; never on a bearing that must only have two strokes."
    return Result(
        "lubricator",
        "Lubricator set to",
        setting,
        "days",
        working=lines,
        note=note,
        verdict=verdict,
    )
