"""Feeler gauge sets: leaves, stacks with the fewest leaves, and how sure a stack is."""

from __future__ import annotations

import math
from bisect import bisect_left, bisect_right
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import LengthUnit, um_text

# Standard deviations. A leaf is good to about ±3-5 µm, thick ones a little worse (DIN 2275 class, from memory);
# the feel of the hand adds as much again (common practice, no source).
LEAF_SD_UM = 2.0
FEEL_SD_UM = 2.5
MOST_LEAVES = 3


@dataclass(frozen=True)
class Stack:
    """One or more leaves used together. `leaves_um` from thick to thin."""

    leaves_um: tuple[float, ...]

    @property
    def thickness_um(self) -> float:
        """Total thickness; leaves add."""
        return math.fsum(self.leaves_um)

    @property
    def sd_um(self) -> float:
        """Standard deviation of one try: leaf tolerances and feel in quadrature."""
        return math.sqrt(len(self.leaves_um) * LEAF_SD_UM**2 + FEEL_SD_UM**2)


@dataclass(frozen=True)
class FeelerSet:
    """A named gauge set with its own leaves.

    `leaves_um` ascending; `unit` is how its leaves are marked; `checked_on` is the ISO date of its last check.
    """

    id: str
    name: str
    unit: LengthUnit
    leaves_um: tuple[float, ...]
    checked_on: str | None = None

    def __post_init__(self) -> None:
        if not self.leaves_um:
            raise InvalidInput.at("leaves", "A gauge set needs at least one leaf.", "its leaves in mm or thou")
        if any(leaf <= 0 for leaf in self.leaves_um) or list(self.leaves_um) != sorted(set(self.leaves_um)):
            raise InvalidInput.at("leaves", "Leaves are above zero, each once, thin to thick.", "for example 0.03, 0.04, 0.05 mm")

    def stacks(self, low_um: float, high_um: float) -> tuple[Stack, ...]:
        """Every thickness from `low_um` to `high_um` that this set can make, each with the fewest leaves, ascending.

        Thicknesses closer than 1 µm count as one.

        >>> s = FeelerSet("a", "A", LengthUnit.MM, (30.0, 40.0, 50.0, 100.0))
        >>> [st.thickness_um for st in s.stacks(70, 105)]
        [70.0, 80.0, 90.0, 100.0]
        >>> s.stacks(140, 140)[0].leaves_um
        (100.0, 40.0)
        """
        every = _every_stack(self.leaves_um)
        first = bisect_left(every, low_um - 0.5, key=lambda stack: stack.thickness_um)
        last = bisect_right(every, high_um + 0.5, key=lambda stack: stack.thickness_um)
        return every[first:last]

    def stack_of(self, thickness_um: float, field: str = "leaf") -> Stack:
        """The stack for a thickness that a person names.

        Raises InvalidInput when no stack of this set comes within 1 µm, with the nearest ones that do.
        """
        near = self.stacks(thickness_um - 1, thickness_um + 1)
        if near:
            return min(near, key=lambda stack: (abs(stack.thickness_um - thickness_um), len(stack.leaves_um)))
        around = self.stacks(max(thickness_um * 0.5, 1), thickness_um * 1.5)
        below = [s for s in around if s.thickness_um < thickness_um]
        above = [s for s in around if s.thickness_um > thickness_um]
        choices = " or ".join(um_text(s.thickness_um) for s in [*below[-1:], *above[:1]])
        raise InvalidInput.at(
            field,
            f"{um_text(thickness_um)} is not in {self.name}, nor can a stack of up to {MOST_LEAVES} of its leaves make it.",
            f"nearest: {choices}" if choices else f"its leaves go from {um_text(self.leaves_um[0])} to {um_text(self.leaves_um[-1])}",
        )


@lru_cache(maxsize=64)
def _every_stack(leaves_um: tuple[float, ...]) -> tuple[Stack, ...]:
    """Every thickness that these leaves make, each with the fewest leaves, ascending."""
    best: dict[int, Stack] = {}
    for count in range(1, MOST_LEAVES + 1):
        for leaves in combinations(leaves_um, count):
            best.setdefault(round(math.fsum(leaves)), Stack(tuple(sorted(leaves, reverse=True))))
    return tuple(sorted(best.values(), key=lambda stack: stack.thickness_um))
