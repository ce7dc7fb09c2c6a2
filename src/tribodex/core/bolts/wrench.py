"""What to set on a torque wrench with an extension or crowfoot, and whether that lies in its
range."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.working import Level, Line, Result, Verdict, number


class WrenchCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    CHECK_OVERDUE = "wrench.check_overdue"
    NOT_WITH_THIS_WRENCH = "wrench.not_with_this_wrench"
    RANGE_NOT_KNOWN = "wrench.range_not_known"


# Share of its scale from which a wrench is trusted, and days between two checks (common practice,
# no source).
SCALE_FROM = 0.2
CHECK_DAYS = 366


# An extension longer than this many wrenches makes a hand's place on the grip count for more than
# the scale (own choice).
MOST_REACH = 2.0


def wrench_setting(
    torque_nm: float, wrench_mm: float, extension_mm: float, angle_deg: float
) -> Result:
    """The setting for a torque at the bolt: T_set = T·L/(L + E·cos φ).

    Symbols: T at the bolt (N·m); L from the drive to the middle of the grip, E from the drive to
    the bolt (mm); φ 0 straight on, 90 square to the wrench (no correction), 180 turned back (the
    setting goes up).
    Valid: an extension in the wrench's plane, held in the middle of the grip.
    Raises: InvalidInput for lengths that cannot be, or a bolt that comes under the hand.
    Source: equilibrium of moments.

    >>> (
    ...     round(wrench_setting(100, 400, 100, 0).value, 1),
    ...     wrench_setting(100, 400, 100, 90).value,
    ...     round(wrench_setting(100, 400, 100, 180).value, 1),
    ... )
    (80.0, 100.0, 133.3)
    """
    if not 50 <= wrench_mm <= 3000:
        raise InvalidInput.at(
            "wrench",
            f"A wrench of {number(wrench_mm)} mm is out of range.",
            "50 to 3000 mm, drive to the middle of the grip",
        )
    if not 0 <= extension_mm <= 1500:
        raise InvalidInput.at(
            "extension",
            f"An extension of {number(extension_mm)} mm is out of range.",
            "0 to 1500 mm, drive to bolt",
        )
    if extension_mm > MOST_REACH * wrench_mm:
        raise InvalidInput.at(
            "extension",
            f"An extension of {number(extension_mm)} mm on a wrench of {number(wrench_mm)} mm: the"
            " wrench is read within a hand's width then.",
            f"at most {MOST_REACH:g} times the wrench, drive to the middle of the grip",
        )
    reach = wrench_mm + extension_mm * math.cos(math.radians(angle_deg))
    if reach < 0.2 * wrench_mm:
        raise InvalidInput.at(
            "extension",
            "The bolt comes too close under the hand: the wrench tells nothing there.",
            "a shorter one, or another angle",
        )
    setting = torque_nm * wrench_mm / reach
    line = Line(
        "T_set",
        "set on the wrench",
        "T·L/(L + E·cos φ)",
        f"{number(torque_nm)}·{number(wrench_mm)}/({number(wrench_mm)} + {number(extension_mm)}·cos"
        f" {number(angle_deg)}°)",
        setting,
        "N·m",
        "practice",
    )
    return Result("wrench_setting", "Set on the wrench", round(setting, 1), "N·m", working=(line,))


@dataclass(frozen=True)
class TorqueWrench:
    """A wrench as the shop keeps it: its scale (N·m), when it was checked, drive to the middle of
    its grip (mm); None: not known.
    """

    name: str
    least_nm: float | None = None
    most_nm: float | None = None
    checked_on: date | None = None
    length_mm: float | None = None


def judge_range(wrench: TorqueWrench, setting_nm: float) -> Verdict:
    """Whether a setting lies where the wrench can be trusted: 20 to 100 % of its scale.

    Symbols: setting, scale (N·m).
    Valid: clicking and dial wrenches; its own sheet goes first.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     judge_range(TorqueWrench("no. 3", 20, 200), 25).word,
    ...     judge_range(TorqueWrench("no. 3", 20, 200), 60).word,
    ... )
    ('low on its scale', 'in its range')
    """
    if wrench.most_nm is None:
        return Verdict(
            "range not known",
            Level.UNKNOWN,
            "Read the scale of the wrench: it is used from 20 to 100 % of it.",
            code=WrenchCode.RANGE_NOT_KNOWN,
        )
    words = f"{number(setting_nm)} N·m on a scale up to {number(wrench.most_nm)} N·m"
    if setting_nm > wrench.most_nm or (
        wrench.least_nm is not None and setting_nm < wrench.least_nm
    ):
        return Verdict(
            "not with this wrench",
            Level.STOP,
            f"{words}: another wrench.",
            code=WrenchCode.NOT_WITH_THIS_WRENCH,
        )
    if setting_nm < SCALE_FROM * wrench.most_nm:
        return Verdict(
            "low on its scale",
            Level.WATCH,
            f"{words}: below 20 % of its scale it tells little. A smaller wrench.",
        )
    return Verdict("in its range", Level.GOOD, f"{words}.")


def judge_checked(wrench: TorqueWrench, today: date) -> Verdict:
    """Whether its check is due: every 12 months, or every 5000 tightenings.

    Symbols: dates.
    Valid: wrenches that are checked at all.
    Raises: nothing.
    Source: common practice, no source.

    >>> judge_checked(TorqueWrench("", checked_on=date(2026, 1, 10)), date(2026, 11, 27)).word
    'checked'
    """
    if wrench.checked_on is None:
        return Verdict("check not known", Level.WATCH, "When it was checked last is not known.")
    if wrench.checked_on > today:
        return Verdict(
            "check lies ahead",
            Level.WATCH,
            f"Checked on {wrench.checked_on:%Y-%m-%d}, which is yet to come: look at the date.",
        )
    if (today - wrench.checked_on).days > CHECK_DAYS:
        return Verdict(
            "check overdue",
            Level.STOP,
            f"Checked last on {wrench.checked_on:%Y-%m-%d}, more than 12 months ago: another"
            " wrench.",
            code=WrenchCode.CHECK_OVERDUE,
        )
    return Verdict("checked", Level.GOOD, f"On {wrench.checked_on:%Y-%m-%d}.")
