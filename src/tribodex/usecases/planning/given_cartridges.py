"""What a person gives for a cartridge, as typed."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED


@AS_TYPED
@dataclass(frozen=True)
class CartridgeDraft:
    """What a person gave of the cartridge itself, as typed. A torque of a sheet comes with its
    source.
    """

    fixed_end: str = ""
    separable: str = ""
    housing_class: str = ""
    growth: str = ""
    stands_out: str = ""
    screws: str = ""
    screw: str = ""
    grade: str = ""
    finish: str = ""
    into: str = ""
    engaged: str = ""
    cover_torque: str = ""
    cover_source: str = ""
    hand: str = ""
    turning: str = ""
    nut_torque: str = ""
    nut_source: str = ""
    flingers: str = ""
    stands: str = ""
    first: str = ""
    covers: str = ""
    nuts: str = ""
    hand_far: str = ""
    flingers_by: str = ""
    rod: str = ""
    rings_fixed: str = ""
    rings_floating: str = ""
    between: str = ""
    shaft_between: str = ""
    grease_share: str = ""
    meant: str = ""


def one_of(
    errors: Collector, said: str, name: str, choices: tuple[str, ...], question: str
) -> str | None:
    """One of several answers; None, with the question kept in `errors`, where it is none of
    them."""
    if said.strip() in choices:
        return said.strip()
    errors.add(name, question, ", ".join(choices))
    return None
