"""Feeler gauge sets: leaves, stacks with the fewest leaves, and how sure a stack is."""

from __future__ import annotations

import math
from bisect import bisect_left, bisect_right
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations, pairwise

from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import LengthUnit, um_text

# A leaf is good to the larger of ±5 % and ±3 µm (DIN 2275 class, from memory), a joint of a stack
# to 1 µm more; the feel of the hand adds its own standard deviation (common practice, no source).
LEAF_SHARE, LEAF_LEAST_UM = 0.05, 3.0
JOINT_SD_UM = 1.0
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
        """Standard deviation of one try: leaf tolerances (rectangular), joints and feel in
        quadrature.
        """
        leaves = math.fsum(
            max(LEAF_SHARE * leaf, LEAF_LEAST_UM) ** 2 / 3 for leaf in self.leaves_um
        )
        return math.sqrt(leaves + (len(self.leaves_um) - 1) * JOINT_SD_UM**2 + FEEL_SD_UM**2)


@dataclass(frozen=True)
class FeelerSet:
    """A named gauge set with its own leaves.

    `leaves_um` ascending, as they are marked; `unit` is how; `checked_on` is the ISO date of its
    last check. `measured_um`: what each is by micrometer, in the same order; None while nobody
    measured them.
    """

    id: str
    name: str
    unit: LengthUnit
    leaves_um: tuple[float, ...]
    checked_on: str | None = None
    measured_um: tuple[float, ...] | None = None

    def __post_init__(self) -> None:
        if not self.leaves_um:
            raise InvalidInput.at(
                "leaves", "A gauge set needs at least one leaf.", "its feelers in mm or thou"
            )
        if any(leaf <= 0 for leaf in self.leaves_um) or list(self.leaves_um) != sorted(
            set(self.leaves_um)
        ):
            raise InvalidInput.at(
                "leaves",
                "Feelers are above zero, each once, thin to thick.",
                "for example 0.03, 0.04, 0.05 mm",
            )

        if self.measured_um is not None and len(self.measured_um) != len(self.leaves_um):
            raise InvalidInput.at(
                "measured",
                "Each feeler is measured, or none.",
                f"{len(self.leaves_um)} thicknesses, in the order of the feelers",
            )

    def as_measured(self, stack: Stack) -> Stack:
        """A stack with the thicknesses that its feelers have by micrometer; as marked where nobody
        measured them.

        >>> s = FeelerSet("a", "A", LengthUnit.MM, (30.0, 50.0), measured_um=(30.4, 51.2))
        >>> (
        ...     round(s.as_measured(Stack((50.0, 30.0))).thickness_um, 1),
        ...     s.as_measured(Stack((40.0,))).thickness_um,
        ... )
        (81.6, 40.0)
        """
        if self.measured_um is None:
            return stack
        really = dict(zip(self.leaves_um, self.measured_um, strict=True))
        return Stack(tuple(really.get(leaf, leaf) for leaf in stack.leaves_um))

    def stacks(self, low_um: float, high_um: float) -> tuple[Stack, ...]:
        """Every thickness from `low_um` to `high_um` that this set can make, each with the fewest
        leaves, ascending.

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

    def step_um(self, low_um: float, high_um: float) -> float:
        """The widest gap between thicknesses that this set makes round a range (µm).

        >>> FeelerSet("a", "A", LengthUnit.MM, (30.0, 40.0, 50.0, 100.0)).step_um(45, 55)
        20.0
        """
        made = [s.thickness_um for s in self.stacks(0.6 * low_um, 1.4 * high_um)]
        return max(
            (b - a for a, b in pairwise(made) if b > low_um and a < high_um),
            default=float(self.leaves_um[0]),
        )

    def next_above(self, thickness_um: float) -> Stack | None:
        """The next thickness that this set makes above one; None beyond the set.

        >>> FeelerSet("a", "A", LengthUnit.MM, (30.0, 40.0, 50.0, 100.0)).next_above(50).leaves_um
        (40.0, 30.0)
        """
        return next(iter(self.stacks(thickness_um + 1.5, 1e6)), None)

    def stack_of(self, thickness_um: float, field: str = "leaf") -> Stack:
        """The stack for a thickness that a person names.

        Raises InvalidInput when no stack of this set comes within 1 µm, with the nearest ones that
        do.
        """
        near = self.stacks(thickness_um - 1, thickness_um + 1)
        if near:
            return min(
                near,
                key=lambda stack: (abs(stack.thickness_um - thickness_um), len(stack.leaves_um)),
            )
        around = self.stacks(max(thickness_um * 0.5, 1), thickness_um * 1.5)
        below = [s for s in around if s.thickness_um < thickness_um]
        above = [s for s in around if s.thickness_um > thickness_um]
        choices = " or ".join(um_text(s.thickness_um) for s in [*below[-1:], *above[:1]])
        raise InvalidInput.at(
            field,
            f"{um_text(thickness_um)} is not in {self.name}, nor can a stack of up to {MOST_LEAVES}"
            " of its feelers make it.",
            (
                f"nearest: {choices}"
                if choices
                else (
                    f"its feelers go from {um_text(self.leaves_um[0])} to"
                    f" {um_text(self.leaves_um[-1])}"
                )
            ),
        )


@dataclass(frozen=True)
class FeelerShelf:
    """The gauge sets that can be taken in hand."""

    sets: tuple[FeelerSet, ...]

    def find(self, id: str) -> FeelerSet | None:
        """The set of an id; None where there is none."""
        return next((found for found in self.sets if found.id == id), None)


@lru_cache(maxsize=64)
def _every_stack(leaves_um: tuple[float, ...]) -> tuple[Stack, ...]:
    """Every thickness that these leaves make, each with the fewest leaves, ascending."""
    best: dict[int, Stack] = {}
    for count in range(1, MOST_LEAVES + 1):
        for leaves in combinations(leaves_um, count):
            # Most of a large set's triples make a thickness that fewer leaves make already.
            made = round(sum(leaves))
            if made not in best:
                best[made] = Stack(leaves[::-1])
    return tuple(sorted(best.values(), key=lambda stack: stack.thickness_um))
