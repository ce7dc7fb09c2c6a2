"""The bearing of a draft: size, group and taper, each as marked, typed or asked for."""

from __future__ import annotations

from dataclasses import dataclass, replace

from tribodex.core.components.bearing import (
    Designation,
    Group,
    Kind,
    Taper,
    check_dimensions,
    taper_of_series,
)
from tribodex.core.quantities import (
    parse_length,
)
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector, E
from tribodex.usecases.draft.given import PlanDraft


def read_group(
    errors: Collector, draft: PlanDraft, designation: Designation | None
) -> Group | None:
    asked = (
        "The clearance group is needed.",
        "as marked on the ring: C2, C3, C4 or C5; no mark means CN. Look, do not guess",
    )
    return _marked(
        errors,
        Group,
        "group",
        draft.group,
        designation.group if designation else None,
        asked=asked,
        right="the group marked on the ring",
    )


# What a person writes behind a taper that the number does not tell: the bore was looked at and
# measured.
SEEN = "measured here"


def read_taper(
    errors: Collector, draft: PlanDraft, designation: Designation | None
) -> Taper | None:
    chosen = draft.taper.replace(SEEN, "").strip()
    by_series = (
        taper_of_series(designation.series)
        if designation and designation.kind is Kind.SPHERICAL_ROLLER
        else None
    )
    marked = designation.taper if designation else None
    for what, taper in (("The part number says", marked), ("The choice says", chosen)):
        if by_series is not None and taper and taper != by_series:
            errors.add(
                "taper" if what.startswith("The choice") else "designation",
                f"{what} {taper}, yet series {designation.series if designation else ''} has a"
                f" taper of {by_series}. One of the two is wrong: stop and look.",
                "K30 is 1:30 (series 240, 241, 248, 249), K is 1:12 (the other series); measure the"
                " bore at both faces",
            )
            return None
    if designation is not None and marked is None and chosen and SEEN not in draft.taper:
        errors.add(
            "taper",
            f"“{designation.text}” has no K: without it a bearing has a cylindrical bore.",
            "look at the ring and measure the bore at both faces",
            (f"{chosen} {SEEN}",),
        )
        return None
    draft = replace(draft, taper=chosen)
    asked = (
        "The taper is needed; without K in its number a bearing has a cylindrical bore.",
        "1:12 (K) or 1:30 (K30)",
    )
    return _marked(
        errors,
        Taper,
        "taper",
        draft.taper,
        designation.taper if designation else None,
        asked=asked,
        right="K means 1:12, K30 means 1:30",
    )


def _marked(
    errors: Collector,
    kind: type[E],
    field: str,
    text: str,
    marked: E | None,
    *,
    asked: tuple[str, str],
    right: str,
) -> E | None:
    """What the designation says or the person chose; never one against the other, never a guess."""
    given = text.strip()
    if given and marked and given != marked:
        errors.add(field, f"The part number says {marked}, the choice says {given}.", right)
        return None
    if not given and marked:
        return marked
    if not given:
        errors.add(field, *asked)
        return None
    return errors.choice(kind, given, field)


@dataclass(frozen=True)
class Size:
    bore_mm: float
    outside_mm: float
    width_mm: float


def read_size(
    errors: Collector, reference: Reference, draft: PlanDraft, designation: Designation | None
) -> Size | None:
    typed = {"bore": draft.bore, "outside": draft.outside, "width": draft.width}
    if designation and not any(text.strip() for text in typed.values()):
        row = reference.dimensions.find(designation.basic_code)
        if row:
            return Size(row.bore_mm, row.outside_mm, row.width_mm)
        errors.add(
            "designation",
            f"{designation.basic_code} is not in the dimension table.",
            "give bore, outside diameter and width as well",
        )
        return None
    if (
        draft.designation.strip()
        and designation is None
        and not any(text.strip() for text in typed.values())
    ):
        return None
    sizes: dict[str, float] = {}
    for name, text in typed.items():
        if not text.strip():
            errors.add(
                name,
                "This is needed when the bearing is given by its dimensions.",
                "mm or inch, from the ring or the drawing",
            )
            continue
        length = errors.take(lambda text=text, name=name: parse_length(text, name))  # type: ignore[misc]
        if length is not None:
            sizes[name] = length.mm
    if len(sizes) < 3:
        return None
    size = Size(sizes["bore"], sizes["outside"], sizes["width"])
    known = reference.dimensions.find(designation.basic_code) if designation else None
    if known and (known.bore_mm, known.outside_mm, known.width_mm) != (
        size.bore_mm,
        size.outside_mm,
        size.width_mm,
    ):
        errors.add(
            "designation",
            f"{known.code} is {known.bore_mm:g} × {known.outside_mm:g} × {known.width_mm:g} mm in"
            " the table.",
            "one or the other",
        )
        return None
    before = len(errors.fields)
    errors.take(lambda: check_dimensions(size.bore_mm, size.outside_mm, size.width_mm))
    return size if len(errors.fields) == before else None
