"""What a person can ask at a stop of a round. Strokes and temperature stay as typed until they are
read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import (
    Asked,
    Family,
    choice,
    count,
    number,
    same,
    warmth,
    worded,
    words,
)
from tribodex.core.units.insert import Push
from tribodex.core.warmth.reading import ReadBy


@dataclass(frozen=True)
class DoStop:
    """A stop done. `found`: what was not in order, one thing a line; `shows`: whether fresh grease
    came out.
    """

    standing: Annotated[
        Literal["", "standing", "running"],
        choice("The machine", {"": "not said", "standing": "stood, locked out", "running": "ran"}),
    ] = ""
    strokes: Annotated[str, count("Strokes", "6")] = ""
    grease: Annotated[str, words("Grease")] = ""
    shows: Annotated[
        Literal["", "yes", "no"], choice("Grease shows", {"": "not said", "yes": "yes", "no": "no"})
    ] = ""
    temperature: Annotated[str, warmth("Housing", "62 °C")] = ""
    read_by: Annotated[str, choice("Read by", {"": "not read", **same(*ReadBy)})] = ""
    found: Annotated[str, Asked("Not in order, one thing a line", Family.LINES)] = ""
    meter: Annotated[str, number(Family.HOURS, "Hour meter", "12400")] = ""
    meter_old: Annotated[
        str,
        number(
            Family.HOURS,
            "The old meter showed last (it was replaced)",
            "12400",
            empty="the same meter as ever",
        ),
    ] = ""
    text: Annotated[str, words("Remark")] = ""
    seal_strokes: Annotated[str, count("Strokes into its seals", "12")] = ""
    seal_shows: Annotated[
        Literal["", "yes", "no"],
        choice("Grease shows at the seals", {"": "not said", "yes": "yes, all round", "no": "no"}),
    ] = ""

    push: Annotated[
        Literal["", "easy", "hard", "not"],
        choice("The gun pushed", {"": "not said", **worded(Push)}),
    ] = ""
    plug_back: Annotated[
        Literal["", "yes", "no"],
        choice("Fitting out, plug back", {"": "not said", "yes": "yes", "no": "no"}),
    ] = ""


@dataclass(frozen=True)
class SkipStop:
    """A stop skipped."""

    reason: Annotated[str, words("Why it was skipped")]


COMMANDS: tuple[type, ...] = (DoStop, SkipStop)
