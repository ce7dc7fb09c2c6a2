"""What a person can ask at a stop of a round. Strokes and temperature stay as typed until they are read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True)
class DoStop:
    """A stop done. `found`: what was not in order, one thing a line; `shows`: whether fresh grease came out."""

    standing: bool
    strokes: str = ""
    grease: str = ""
    shows: Literal["", "yes", "no"] = ""
    temperature: str = ""
    read_by: str = ""
    found: str = ""
    meter: str = ""
    text: str = ""


@dataclass(frozen=True)
class SkipStop:
    """A stop skipped."""

    reason: str


COMMANDS: tuple[type, ...] = (DoStop, SkipStop)
