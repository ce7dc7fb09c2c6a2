"""What a person can read before anything is released; whatever was not read stays empty."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from tribodex.core.job.asked import choice, length, worded, words
from tribodex.core.quantities import Shown
from tribodex.core.removal.as_found import RingsFound


@dataclass(frozen=True)
class ReadAsFound:
    """One bearing as it was found. `clearance`: the thickest feeler that goes in opposite the load,
    “none” where not even the thinnest does.
    """

    toward: Annotated[
        str, length("Gap beside the outer ring, towards the other bearing", "2.5 mm")
    ] = ""
    away: Annotated[str, length("Gap away from it", "2.5 mm")] = ""
    rings: Annotated[RingsFound, choice("Locating rings found", worded(RingsFound))] = (
        RingsFound.UNKNOWN
    )
    clearance: Annotated[
        str, length("Thickest feeler that goes in", "0.08, 3 thou, or none", fine=True)
    ] = ""
    sleeve_end: Annotated[str, length("Thread end to the ring's near face", "12.4 mm")] = ""
    text: Annotated[str, words("What else was seen", "cap hot, ring had turned")] = ""
    shown: Shown = ""


COMMANDS: tuple[type, ...] = (ReadAsFound,)
