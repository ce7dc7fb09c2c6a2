"""End play or preload of bearings that are set against each other: the maker's figure, and what was
read.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class SettingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_TIGHT = "setting.too_tight"
    TOO_LOOSE = "setting.too_loose"


class Arrangement(StrEnum):
    """How two bearings that carry push one way stand to each other."""

    BACK_TO_BACK = "back_to_back"
    FACE_TO_FACE = "face_to_face"
    TANDEM = "tandem"
    SINGLE = "single"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "back_to_back": "back to back: set by the inner rings",
            "face_to_face": "face to face: set by the outer rings",
            "tandem": "in tandem, push from one side",
            "single": "alone, push from one side, held by something else",
        }[self.value]


class SetBy(StrEnum):
    """What a maker gives: play along the shaft, or the torque that a preloaded pair takes to
    turn."""

    END_PLAY = "end_play"
    PRELOAD = "preload"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"end_play": "end play", "preload": "preload, by the torque that turns it"}[
            self.value
        ]


@dataclass(frozen=True)
class PlaySetting:
    """The maker's figure: end play in µm, or turning torque in N·m, with where it comes from."""

    by: SetBy
    band: Span
    source: str


def setting_words(setting: PlaySetting) -> str:
    """A setting as it is said.

    >>> (
    ...     setting_words(PlaySetting(SetBy.END_PLAY, Span(50, 100), "sheet")),
    ...     setting_words(PlaySetting(SetBy.PRELOAD, Span(0.4, 0.8), "sheet")),
    ... )
    ('0.05 mm (0.002 in) to 0.10 mm (0.004 in)', '0.4 to 0.8 N·m')
    """
    if setting.by is SetBy.END_PLAY:
        return f"{travel_text(setting.band.low / 1000)} to {travel_text(setting.band.high / 1000)}"
    return f"{number(setting.band.low)} to {number(setting.band.high)} N·m"


def setting_result(setting: PlaySetting) -> Result:
    """The maker's setting as a target.

    Symbols: e end play (µm) or T turning torque (N·m).
    Valid: as its maker says.
    Raises: nothing.
    Source: the maker's sheet that is named.

    >>> setting_result(PlaySetting(SetBy.END_PLAY, Span(50, 100), "sheet")).unit
    'µm'
    """
    unit = "µm" if setting.by is SetBy.END_PLAY else "N·m"
    line = Line(
        "e" if unit == "µm" else "T", "by its maker", "", "", setting.band.low, unit, setting.source
    )
    note = f"{setting_words(setting)}, {setting.source}."
    return Result(
        "setting",
        setting.by.words.capitalize(),
        setting.band.low,
        unit,
        value_to=setting.band.high,
        working=(line,),
        note=note,
    )


def judge_setting(setting: PlaySetting, read: float) -> Verdict:
    """What was read against the maker's figure; nothing is added to it.

    Symbols: read end play (µm), or turning torque (N·m).
    Valid: read cold, after it was locked.
    Raises: nothing.
    Source: the maker's sheet that is named.

    >>> play = PlaySetting(SetBy.END_PLAY, Span(50, 100), "sheet")
    >>> judge_setting(play, 70).word, judge_setting(play, 20).word, judge_setting(play, 140).word
    ('set', 'too tight', 'too loose')
    """
    asked = setting_words(setting)
    said = travel_text(read / 1000) if setting.by is SetBy.END_PLAY else f"{number(read)} N·m"
    small = read < setting.band.low
    if setting.band.low <= read <= setting.band.high:
        return Verdict("set", Level.GOOD, f"{said}, {asked} by {setting.source}.")
    if small == (setting.by is SetBy.END_PLAY):
        why = (
            f"{said}, where {asked} is asked by {setting.source}: it runs hot and seizes. Let it"
            " off, and read again."
        )
        return Verdict("too tight", Level.STOP, why, code=SettingCode.TOO_TIGHT)
    why = (
        f"{said}, where {asked} is asked by {setting.source}: it knocks and wears. Take it up, and"
        " read again."
    )
    return Verdict("too loose", Level.STOP, why, code=SettingCode.TOO_LOOSE)
