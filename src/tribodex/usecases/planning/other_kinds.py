"""Bearings on cylindrical seats that are no deep groove ball bearings: their kind, sizes,
arrangement and the maker's setting.
"""

from __future__ import annotations

from collections.abc import Sequence

from tribodex.core.bands_as_typed import ends_of, read_band_um
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Group
from tribodex.core.components.other_kinds import KindNumber, read_other
from tribodex.core.components.straight import Closure, StraightBearing, StraightKind, read_number
from tribodex.core.errors import InvalidInput
from tribodex.core.job.asked import Family, Likely
from tribodex.core.quantities import parse_torque_nm
from tribodex.core.shouldered.setting import Arrangement, PlaySetting, SetBy
from tribodex.core.topics.shouldered.plan import ShoulderPlan
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.planning.given_shouldered import (
    ShoulderDraft,
    can_be,
    nut_torque_for,
    sizes_by_hand,
)

# Kinds that may be planned on a cylindrical seat; followers and inserts have plans of their own.
KINDS = (
    StraightKind.DEEP_GROOVE_BALL,
    StraightKind.ANGULAR_CONTACT,
    StraightKind.DOUBLE_ANGULAR,
    StraightKind.TAPERED_ROLLER,
    StraightKind.CYLINDRICAL_ROLLER,
    StraightKind.SPHERICAL_ROLLER,
)
SEALED_IN = "Is grease sealed in? Look: it decides how warm it may get."
PLAY_UM = (0.0, 3_000.0)
PLAY = Likely(0.0, 0.5, "end play is set to hundredths of a millimetre, some tenths at most")
PRELOAD = Likely(0.02, 40.0, "a preloaded pair turns at tenths of a newton metre to some tens")


def kind_of(errors: Collector, draft: ShoulderDraft) -> StraightKind | None:
    """The kind by its number, or as it was said; a size alone names none, and it is asked. None,
    kept in `errors`, while nobody knows.
    """
    said = draft.kind.strip()
    if said and said not in {kind.value for kind in KINDS}:
        errors.add(
            "kind",
            f"“{said}” is no kind that is planned here.",
            ", ".join(kind.words for kind in KINDS),
        )
        return None
    if draft.designation.strip():
        by_number = _by_number(errors, draft.designation)
        if by_number is not None and said and said != by_number.value:
            errors.add(
                "kind",
                f"“{draft.designation.strip()}” is the number of a {by_number.words}: one of the"
                " two is wrong.",
                by_number.words,
            )
            return None
        return by_number
    if not said:
        errors.add(
            "kind",
            "Which kind is it? A size alone does not tell, and none is taken for a ball bearing.",
            "as on its box or drawing",
        )
        return None
    return StraightKind(said)


def _by_number(errors: Collector, text: str) -> StraightKind | None:
    try:
        read_number(text)
    except InvalidInput:
        found = errors.take(lambda: read_other(text))
        return found.kind if found is not None else None
    return StraightKind.DEEP_GROOVE_BALL


def other_bearing(
    errors: Collector, reference: Reference, draft: ShoulderDraft, kind: StraightKind
) -> StraightBearing | None:
    """A bearing of another kind: sizes by its number where its series is known, else by hand."""
    found = (
        errors.take(lambda: read_other(draft.designation)) if draft.designation.strip() else None
    )
    sizes = sizes_by_hand(errors, draft, _known(reference, found) if found is not None else {})
    if len(sizes) < 3 or not can_be(errors, draft, sizes):
        return None
    by_number = found.group if found is not None else None
    group = group_of(errors, draft, kind, by_number, found.unread if found is not None else ())
    sealed_unknown = found is not None and bool(found.unread) and not draft.closure.strip()
    if sealed_unknown and found is not None:
        errors.add(
            "closure",
            f"“{', '.join(found.unread)}” is not read here: is grease sealed in?",
            "open, shielded or sealed",
        )
        return None
    # A number without a mark is that of an open one; a size alone says nothing of it.
    closure = errors.choice(
        Closure,
        draft.closure,
        "closure",
        Closure.OPEN if found is not None else None,
        question=SEALED_IN,
    )
    if group is None or closure is None:
        return None
    return StraightBearing(
        bore_mm=sizes["bore"],
        outside_mm=sizes["outside"],
        width_mm=sizes["width"],
        group=group,
        closure=closure,
        basic_code=found.code if found is not None else "",
        designation=draft.designation.strip()
        or f"{kind.words} {sizes['bore']:g} × {sizes['outside']:g} × {sizes['width']:g} mm",
        kind=kind,
    )


def group_of(
    errors: Collector,
    draft: ShoulderDraft,
    kind: StraightKind,
    by_number: Group | None,
    unread: Sequence[str] = (),
) -> Group | None:
    """The clearance group as chosen, else by its number; sizes alone name none, nor does a suffix
    that is not read and may hold one: it is asked where its kind has one.
    """
    default = by_number if by_number is not None or kind.has_group else Group.CN
    why = f"“{', '.join(unread)}” is not read here, and may name it. " if unread else ""
    return errors.choice(
        Group,
        draft.group,
        "group",
        default,
        question=f"{why}Which clearance group? As marked on the ring; no mark means CN. Look, do"
        " not guess.",
    )


def _known(reference: Reference, number: KindNumber) -> dict[str, float]:
    """What the number and the series that share its sizes say (mm)."""
    outside = _row(reference, number.same_outside)
    width = _row(reference, number.same_width)
    sizes = {} if number.bore_mm is None else {"bore": number.bore_mm}
    if outside is not None and outside[0] == number.bore_mm:
        sizes["outside"] = outside[1]
    if width is not None and width[0] == number.bore_mm:
        sizes["width"] = width[2]
    return sizes


def _row(reference: Reference, code: str) -> tuple[float, float, float] | None:
    if not code:
        return None
    row = reference.groove_dimensions.find(code) or reference.dimensions.find(code)
    return None if row is None else (row.bore_mm, row.outside_mm, row.width_mm)


def set_as_typed(
    errors: Collector, draft: ShoulderDraft, bearing: StraightBearing
) -> tuple[Arrangement | None, PlaySetting | None]:
    """How a pair stands to each other, which is asked, and its maker's setting, which may be
    missing: then it stays open.
    """
    if not bearing.kind.is_set:
        return None, None
    arrangement = errors.choice(
        Arrangement,
        draft.arrangement,
        "arrangement",
        question="How do it and its partner stand to each other?",
    )
    if not draft.setting.strip():
        return arrangement, None
    by = errors.choice(
        SetBy,
        draft.setting_by,
        "setting_by",
        question="Is the maker's figure end play, or the torque that turns it?",
    )
    if not draft.setting_source.strip():
        errors.add(
            "setting_source",
            "Where does this figure come from? Only the maker's is valid.",
            "drawing or sheet, page",
        )
    band = errors.take(lambda: _band(draft.setting, by)) if by is not None else None
    if band is not None and by is not None:
        unit, family, likely = (
            ("mm", Family.LENGTH, PLAY) if by is SetBy.END_PLAY else ("N·m", Family.TORQUE, PRELOAD)
        )
        most = band.high / 1000 if by is SetBy.END_PLAY else band.high
        errors.expect("setting", f"{most:g} {unit}", family, likely)
    return arrangement, (
        PlaySetting(by, band, draft.setting_source.strip())
        if by is not None and band is not None
        else None
    )


def _band(text: str, by: SetBy) -> Span:
    if by is SetBy.END_PLAY:
        return read_band_um(text, "setting", PLAY_UM, "0.05 to 0.10 mm")
    ends = [parse_torque_nm(part, "setting") for part in ends_of(text)]
    if len(ends) not in (1, 2) or ends[0] > ends[-1]:
        raise InvalidInput.at(
            "setting", f"“{text.strip()}” names no torque or range of torques.", "0.4 to 0.8 N·m"
        )
    return Span(ends[0], ends[-1])


def remarks_on(plan: ShoulderPlan) -> tuple[str, ...]:
    """What a person has to know of a bearing of another kind, beside its figures."""
    kind = plan.bearing.kind
    found = []
    if plan.group_um is None and kind.has_group:
        found.append(
            "No clearance table of this kind is kept here: what the fit takes of it is not"
            " computed."
        )
    if kind.one_way:
        found.append(
            "It carries push from one face: which way round is on the drawing; never pushed on from"
            " the face it comes apart at."
        )
    if plan.arrangement is not None:
        found.append(f"{plan.arrangement.words[0].upper()}{plan.arrangement.words[1:]}.")
    if kind.is_set and plan.setting is None:
        found.append(
            "Setting open: end play or preload is its maker's figure; without it nothing here says"
            " that it is set."
        )
    return tuple(found)


def nut_as_typed(
    errors: Collector, draft: ShoulderDraft, bearing: StraightBearing | None
) -> tuple[float | None, str]:
    """The maker's torque of the lock nut with its source; None where nobody gave it."""
    if not draft.nut_torque.strip():
        return None, ""
    if not draft.nut_source.strip():
        errors.add("nut_source", "Where does the nut's torque come from?", "drawing or sheet, page")
    if bearing is not None:
        likely = nut_torque_for(bearing.bore_mm)
        errors.expect("nut_torque", draft.nut_torque, Family.TORQUE, likely)
    return (
        errors.take(lambda: parse_torque_nm(draft.nut_torque, "nut_torque")),
        draft.nut_source.strip(),
    )
