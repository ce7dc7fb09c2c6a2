"""An order in which a cartridge goes together, from its parts: what each part rests on, and what it
shuts off once it is in.

Nobody is held to the order that is offered: any part may come next while none is in its way, and
none is missing under it.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.errors import InvalidInput

End = Literal["drive", "far"]
# The end a part is put in from; empty where it can be reached whichever end is up.
From = Literal["drive", "far", ""]


class Stands(StrEnum):
    """How the cartridge stands while it is built."""

    UPRIGHT = "upright"
    HORIZONTAL = "horizontal"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "upright": "upright, turned over between its ends",
            "horizontal": "lying, both ends in reach",
        }[self.value]


@dataclass(frozen=True)
class Part:
    """A part, or a step that other parts wait for.

    `end`: where it is put in from. `rests_on`: what must be in before it. `shuts_off`: what cannot
    be reached any more once it is in.
    """

    id: str
    name: str
    end: From = ""
    rests_on: tuple[str, ...] = ()
    shuts_off: tuple[str, ...] = ()


@dataclass(frozen=True)
class Step:
    """A step of an order: a part that goes in, or, with `up`, the housing turned over until that
    end is up.
    """

    part: Part | None
    up: End | None = None


@dataclass(frozen=True)
class InTheWay:
    """Why a part cannot go in now: the part that is in the way, missing under it, or would be shut
    off by it.
    """

    part: Part
    why: Literal["over it", "missing", "shut off"]

    @property
    def words(self) -> str:
        """As it is said to the fitter.

        >>> InTheWay(Part("cover", "the cover of the drive end"), "over it").words
        'The cover of the drive end lies over it: it comes off first.'
        """
        name = f"{self.part.name[:1].upper()}{self.part.name[1:]}"
        return {
            "over it": f"{name} lies over it: it comes off first.",
            "missing": f"First {self.part.name}.",
            "shut off": f"First {self.part.name}: nobody gets there any more afterwards.",
        }[self.why]


def before(parts: Sequence[Part], part: Part) -> frozenset[str]:
    """What of these parts has to be in before one: what it rests on, and what it shuts off."""
    known = {part.id for part in parts}
    return frozenset((*part.rests_on, *part.shuts_off)) & known


def in_the_way(parts: Sequence[Part], placed: Collection[str], part: Part) -> InTheWay | None:
    """The first part that keeps one from going in now; None where it may.

    Symbols: parts of the cartridge; placed, those that are in.
    Valid: any set of parts; which end is up is no obstacle, for it can be turned over.
    Raises: nothing.
    Source: geometry: what lies over a part, or under it.

    >>> ring, cover = Part("ring", "the ring"), Part("cover", "the cover", shuts_off=("ring",))
    >>> in_the_way((ring, cover), set(), cover).why, in_the_way((ring, cover), {"cover"}, ring).why
    ('shut off', 'over it')
    """
    for one in parts:
        if one.id in placed and part.id in one.shuts_off:
            return InTheWay(one, "over it")
    for one in parts:
        if one.id not in placed and one.id in part.rests_on:
            return InTheWay(one, "missing")
    for one in parts:
        if one.id not in placed and one.id in part.shuts_off:
            return InTheWay(one, "shut off")
    return None


def may_come(parts: Sequence[Part], placed: Collection[str]) -> tuple[Part, ...]:
    """Every part that may go in now, in the order in which the parts are given."""
    return tuple(
        part for part in parts if part.id not in placed and in_the_way(parts, placed, part) is None
    )


def order_of(
    parts: Sequence[Part], stands: Stands, up: End | None = None, placed: Collection[str] = ()
) -> tuple[Step, ...]:
    """An order in which what is left can be built, with as few inversions as there can be; of
    several the one nearest to the given order.

    Symbols: parts in the order somebody prefers; `up`, the end that is up now, None while nobody
        began; placed, what is in.
    Valid: parts whose needs have no circle.
    Raises: InvalidInput naming the parts that wait for each other.
    Source: an order by needs in which each end is worked at until nothing more can be done there;
        that turns it over least often.

    >>> lower, upper = (
    ...     Part("a", "the lower bearing", "drive"),
    ...     Part("b", "the upper bearing", "far", rests_on=("a",)),
    ... )
    >>> [step.up or step.part.id for step in order_of((upper, lower), Stands.UPRIGHT)]
    ['a', 'far', 'b']
    >>> [step.up or step.part.id for step in order_of((upper, lower), Stands.HORIZONTAL)]
    ['a', 'b']
    """
    if stands is Stands.HORIZONTAL:
        return _from_here(parts, None, placed)
    if up is not None:
        return _from_here(parts, up, placed)
    ways = [_from_here(parts, end, placed) for end in _ends(parts)]
    return min(ways, key=lambda steps: sum(1 for step in steps if step.up is not None))


def inversions(steps: Sequence[Step]) -> int:
    """How often an order turns the housing over."""
    return sum(1 for step in steps if step.up is not None)


def _ends(parts: Sequence[Part]) -> tuple[End, ...]:
    """Ends to begin with, the one of the first part first."""
    first = next((part.end for part in parts if part.end), "drive")
    return ("far", "drive") if first == "far" else ("drive", "far")


def _from_here(parts: Sequence[Part], up: End | None, placed: Collection[str]) -> tuple[Step, ...]:
    done, steps = set(placed), []
    while len(done & {part.id for part in parts}) < len(parts):
        ready = [part for part in parts if part.id not in done and before(parts, part) <= done]
        if not ready:
            raise InvalidInput(
                f"These parts wait for each other: {', '.join(_circle(parts, done))}. One of them"
                " is held by something else."
            )
        here = next((part for part in ready if up is None or part.end in ("", up)), None)
        if here is None:
            assert up is not None  # with no end up every part is in reach
            up = "far" if up == "drive" else "drive"
            steps.append(Step(None, up))
            continue
        steps.append(Step(here))
        done.add(here.id)
    return tuple(steps)


def _circle(parts: Sequence[Part], done: Collection[str]) -> list[str]:
    """Names of parts that wait for each other, from the first that is left on."""
    by_id = {part.id: part for part in parts if part.id not in done}
    at, seen = next(iter(by_id.values())), [""]
    while at.id not in seen:
        seen.append(at.id)
        at = by_id[sorted(before(parts, at) & by_id.keys())[0]]
    return [by_id[one].name for one in seen[seen.index(at.id) :]]
