"""What a person gives for a bearing on a cylindrical seat, as typed; sizes by hand."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import partial

from tribodex.core.job.asked import Family, Likely
from tribodex.core.job.expected import beside
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED

BORE_UM = (6_000.0, 200_000.0)


@AS_TYPED
@dataclass(frozen=True)
class ShoulderDraft:
    """What a person gave, as typed. Empty text means: not given."""

    designation: str = ""
    bore: str = ""
    outside: str = ""
    width: str = ""
    group: str = ""
    closure: str = ""
    shaft_class: str = ""
    shaft_bore: str = ""
    shaft_finish: str = ""
    limit: str = ""
    held_by: str = ""
    stick_out: str = ""
    kind: str = ""
    arrangement: str = ""
    setting_by: str = ""
    setting: str = ""
    setting_source: str = ""
    nut_torque: str = ""
    nut_source: str = ""
    hub_class: str = ""
    hub_material: str = ""
    hub_outside: str = ""
    hub_limit: str = ""
    hub_limit_why: str = ""
    hub_held_by: str = ""
    meant: str = ""


def sizes_by_hand(
    errors: Collector, draft: ShoulderDraft, known: Mapping[str, float]
) -> dict[str, float]:
    """Bore, outside and width (mm): as typed, else as known; what neither says is asked for."""
    sizes: dict[str, float] = {}
    for name in ("bore", "outside", "width"):
        said = getattr(draft, name).strip()
        if said:
            length = errors.take(
                partial(read_length, said, name, LengthUnit.MM, (1_000.0, 500_000.0))
            )
            if length is not None:
                sizes[name] = length.mm
        elif name in known:
            sizes[name] = known[name]
        else:
            errors.add(
                name,
                "This is needed where no number is given, or only parts of the size are.",
                "mm, from the ring or the maker's list",
            )
    return sizes


def can_be(errors: Collector, draft: ShoulderDraft, sizes: Mapping[str, float]) -> bool:
    """Whether sizes can be those of a bearing; what is wrong is kept in `errors`."""
    if (
        not BORE_UM[0] / 1000 < sizes["bore"] <= BORE_UM[1] / 1000
        or not sizes["bore"] < sizes["outside"]
    ):
        errors.add(
            "bore",
            f"A bore of {sizes['bore']:g} mm in a ring of {sizes['outside']:g} mm is not planned"
            " here.",
            "6 to 200 mm, smaller than D",
        )
        return False
    errors.expect(
        "width", draft.width, Family.LENGTH, beside(sizes["bore"], 0.08, 2.0, "its bore is")
    )
    return True


def nut_torque_for(bore_mm: float) -> Likely:
    """What a lock nut of this bore usually takes."""
    why = f"lock nuts for {bore_mm:g} mm take so much, from snug to firm"
    return Likely(round(0.01 * bore_mm**2, 1), round(0.4 * bore_mm**2), why)
