"""Whose word a tap gives: of whoever decides by name, and of whoever is named as having said
something.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, fields, is_dataclass
from typing import Any

# Fields in which somebody takes a decision upon himself: proven, whoever it is. By command and
# field; checked against every command.
DECIDES: frozenset[tuple[str, str]] = frozenset(
    {
        ("Abandon", "name"),
        ("AcceptAlarm", "name"),
        ("AcceptOutside", "name"),
        ("AcceptSeat", "name"),
        ("ClosePoint", "accepted_by"),
        ("ComparePosition", "decided_by"),
        ("CounterSign", "name"),
        ("OverruleGate", "name"),
        ("Sign", "name"),
        *(
            (command, "decided_by")
            for command in (
                "BoltHousing",
                "CheckPart",
                "ChooseWay",
                "ChooseWayIn",
                "ChooseWayOn",
                "ClampStud",
                "ConcludeLook",
                "FitPlate",
                "FitStud",
                "JoinHalves",
                "JudgePart",
                "Lock",
                "LockUnit",
                "PackBearing",
                "TightenPair",
            )
        ),
    }
)
# Fields in which somebody's word is passed on: proven where it is a person who signs in here;
# anybody else is hearsay, and stands as such.
TOLD: frozenset[tuple[str, str]] = frozenset(
    {("StateDone", "by"), ("SayPaper", "said_by"), ("MarkUnitZero", "said_by")}
)


@dataclass(frozen=True)
class Word:
    """Somebody's word in a tap: the field, the name as it is typed, whether a decision is taken by
    it, whether it signs or counter-signs.
    """

    field: str
    name: str
    decides: bool
    signs: bool = False
    counters: bool = False


def words_in(command: Any) -> Iterator[Word]:
    """Every word that a command gives, also in what is said again or typed from paper; empty fields
    give none.

    >>> from tribodex.core.job.commands import Abandon, Correct
    >>> [word.name for word in words_in(Correct(3, "wrong", Abandon("Wren Ashby", "no parts")))]
    ['Wren Ashby']
    """
    kind = type(command).__name__
    for item in fields(command):
        value = getattr(command, item.name)
        decides, told = (kind, item.name) in DECIDES, (kind, item.name) in TOLD
        if (decides or told) and isinstance(value, str) and value.strip():
            yield Word(
                item.name, " ".join(value.split()), decides, kind == "Sign", kind == "CounterSign"
            )
        elif is_dataclass(value) and item.name in ("entry", "step"):
            yield from words_in(value)
