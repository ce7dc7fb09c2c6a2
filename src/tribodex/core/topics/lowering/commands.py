"""What a person says when shaft and bearing go down into the base."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import Family, choice, length, number, tick, words
from tribodex.core.quantities import Shown


@dataclass(frozen=True)
class LowerIn:
    """The shaft came down into its base: who lowered and who guided, by what, both seal rings in
    their grooves, the locating ring in or not.
    """

    who: Annotated[str, words("Who lowered, who guided", "Tobit at the hoist, Ines at the seals")]
    lifted_by: Annotated[
        Literal["gear", "hands"],
        choice("Held by", {"gear": "hoist, jacks or sling", "hands": "hands alone"}),
    ]
    guided: Annotated[bool, tick("Both seal rings went into their grooves, nothing pinched")]
    ring: Annotated[
        Literal["in", "none"],
        choice("Locating ring", {"in": "in, on its side", "none": "none: it floats here"}),
    ]
    weight: Annotated[
        str, number(Family.WEIGHT, "Weight that came down", "85 kg", empty="not known")
    ] = ""
    shift: Annotated[
        str, length("Shaft shifted until the ring dropped in", "1.5 mm", empty="not measured")
    ] = ""
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (LowerIn,)
