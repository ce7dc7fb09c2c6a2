"""What is fitted at a position, for a job that does not mount it: greasing and closing, a seal,
taking off.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.commands import SayFitted
from tribodex.core.job.facts import PlaceFitted
from tribodex.core.job.fitted import place_fitted
from tribodex.core.working import number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import AS_TYPED


@AS_TYPED
@dataclass(frozen=True)
class FittedDraft:
    """What a person gave, as typed. Empty text means: not given; sizes by the number where a table
    has it.
    """

    designation: str = ""
    shaft: str = ""
    bore: str = ""
    outside: str = ""
    width: str = ""
    design: str = ""
    seat: str = ""


def fitted_plan(reference: Reference, draft: FittedDraft) -> PlaceFitted:
    """What is fitted, from a draft. Raises InvalidInput with the field to correct."""
    said = SayFitted(
        draft.designation,
        draft.shaft,
        draft.bore,
        draft.outside,
        draft.width,
        draft.design,
        draft.seat,
    )
    return place_fitted(said, reference.known_sizes, bearing_needed=False)


@dataclass(frozen=True)
class FittedSheet:
    """What was read of a draft."""

    label: str
    about: str


def fitted_sheet(reference: Reference, draft: FittedDraft) -> FittedSheet:
    """What is known of the bearing. Raises InvalidInput with the field to correct."""
    b = fitted_plan(reference, draft).bearing
    if b is None:
        return FittedSheet(
            "", "A seal alone needs the shaft; for anything else, which bearing is it?"
        )
    size = " × ".join(number(mm) for mm in (b.bore_mm, b.outside_mm, b.width_mm))
    return FittedSheet(b.label, f"{size} mm, {b.design.words}{', sealed' if b.sealed else ''}")
