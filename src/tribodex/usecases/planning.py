"""Make a plan from what a person gave: resolve the parts, compute every target, say what looks odd."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import asdict, dataclass
from typing import TypeVar

from tribodex.core.components.adapter_sleeve import AdapterSleeve
from tribodex.core.components.bearing import Bearing, Designation, Group, Taper, check_dimensions, read_designation
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.components.section import Section, section_of
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.job.plan import Plan
from tribodex.core.mounting.clearance import group_limits
from tribodex.core.mounting.drive_up import computed_drive_up, nut_angle, rim_length
from tribodex.core.mounting.gauging import Where
from tribodex.core.mounting.reduction import CARD_REASONS, Card, ReductionCard, card_drive_up, reduction_range, residual_limit
from tribodex.core.mounting.window import half_rule, target_window, window_result
from tribodex.core.procedure import Choice, Procedure
from tribodex.core.quantities import parse_count, parse_length, um_text
from tribodex.core.working import Level, Result, Verdict, number
from tribodex.usecases.ports import Reference

HAND_TOOLS_UP_TO_MM = 200.0


@dataclass(frozen=True)
class PlanDraft:
    """What a person gave, as typed. Empty text means: not given."""

    designation: str = ""
    bore: str = ""
    outside: str = ""
    width: str = ""
    group: str = ""
    taper: str = ""
    shaft: str = ""
    card: str = "A"
    feeler_id: str = ""
    where: str = "hung_bottom"
    places: str = "3"
    nut_pitch: str = ""
    nut_outside: str = ""
    nut_slots: str = ""
    nut_tabs: str = ""


@dataclass(frozen=True)
class CardOption:
    """What one card would give, side by side with the others."""

    card: Card
    reason: str
    default: bool
    reduction: Result | None
    drive_up: Result | None
    residual: Result | None
    note: str


@dataclass(frozen=True)
class PlanSheet:
    """The plan with what to take along and what to beware of."""

    plan: Plan
    label: str
    figures: tuple[Result, ...]
    cards: tuple[CardOption, ...]
    section: Section
    tools: tuple[str, ...]
    parts: tuple[str, ...]
    cautions: tuple[str, ...]
    gauging_places: tuple[Choice, ...]
    standing_above: str


T = TypeVar("T")


class _Collector:
    """Runs every reader and keeps the errors, so that a person sees all of them at once."""

    def __init__(self) -> None:
        self.fields: list[Field] = []

    def take(self, read: Callable[[], T]) -> T | None:
        try:
            return read()
        except InvalidInput as error:
            self.fields.extend(error.fields)
            return None

    def add(self, name: str, message: str, expected: str) -> None:
        self.fields.append(Field(name, message, expected))

    def check(self) -> None:
        if self.fields:
            raise InvalidInput(self.fields[0].message if len(self.fields) == 1 else f"{len(self.fields)} entries need mending.", *self.fields)


def make_plan(reference: Reference, feelers: Sequence[FeelerSet], draft: PlanDraft) -> Plan:
    """Resolve a draft into a plan.

    Raises InvalidInput with every field to mend.
    """
    errors = _Collector()
    designation = errors.take(lambda: read_designation(draft.designation)) if draft.designation.strip() else None
    group = _group(errors, draft, designation)
    taper = _taper(errors, draft, designation)
    size = _dimensions(errors, reference, draft, designation)
    card = _choice(errors, Card, draft.card, "card", "A, B or C")
    where = _choice(errors, Where, draft.where, "where", ", ".join(Where))
    feeler = next((f for f in feelers if f.id == draft.feeler_id), None)
    if feeler is None:
        errors.add("feeler_id", "A feeler set is needed: its leaves decide what can be gauged.", f"one of {', '.join(f.name for f in feelers)}")
    places = errors.take(lambda: _places(draft.places))
    shaft = errors.take(lambda: parse_length(draft.shaft, "shaft")) if draft.shaft.strip() else None
    if shaft is None and not draft.shaft.strip():
        errors.add("shaft", "The shaft diameter is needed: sleeves for several shafts exist for one bearing.", "for example 80 mm or 3 3/16 in")
    nut = errors.take(lambda: _nut(reference, draft, size.bore_mm)) if size else None
    if size and shaft and shaft.mm >= size.bore_mm:
        errors.add(
            "shaft",
            f"A shaft of {number(shaft.mm)} mm does not leave room for a sleeve in a {size.bore_mm:g} mm bore.",
            f"below {size.bore_mm:g} mm",
        )
    errors.check()
    if not (size and group and taper and card and where and feeler and places and shaft):
        raise InvalidInput("The plan is not complete.")
    bearing = Bearing(
        size.bore_mm, size.outside_mm, size.width_mm, taper, group, designation.basic_code if designation else "", draft.designation.strip()
    )
    sleeve = reference.sleeves.find(bearing.bore_mm)
    chosen = reference.cards[card]
    figures = _figures(reference, chosen, bearing, nut)
    row, reduction, residual = reference.clearance.row(bearing.bore_mm), chosen.row(bearing.bore_mm), residual_limit(chosen, bearing)
    tables = (reference.clearance, chosen, reference.nuts, reference.sleeves, reference.dimensions)
    return Plan(
        bearing=bearing,
        shaft_mm=shaft.mm,
        shaft_text=shaft.text,
        # The table's lengths are of sleeves for the 222 series; wider bearings take longer ones, which are not known here.
        sleeve_length_mm=sleeve.length_mm if sleeve and bearing.basic_code.startswith("222") else None,
        nut=nut,
        card=card,
        card_reason=CARD_REASONS[card],
        feeler=feeler,
        where=where,
        places=places,
        groups_um=row.groups_um,
        reduction_um=reduction.reduction_um,
        least_residual_um=residual.value,
        figures=figures,
        findings=_findings(bearing, designation, sleeve, shaft.mm, nut, feeler, figures),
        table_versions={table.source.id: table.source.version for table in tables},
        given=asdict(draft),
    )


def plan_sheet(reference: Reference, procedure: Procedure, plan: Plan) -> PlanSheet:
    """What a person sees and takes along."""
    nut = plan.nut
    cautions = tuple(dict.fromkeys(text for stage in procedure.stages for text in stage.cautions))
    return PlanSheet(
        plan=plan,
        label=plan.bearing.label,
        figures=plan.figures,
        cards=tuple(_option(card, plan.bearing) for card in reference.cards.values()),
        section=section_of(plan.bearing, plan.shaft_mm, plan.sleeve_length_mm, nut.outside_mm if nut else None),
        tools=procedure.tools,
        parts=procedure.parts,
        cautions=cautions,
        gauging_places=procedure.gauging_places,
        standing_above=procedure.standing_above,
    )


E_ = TypeVar("E_", Card, Where, Group, Taper)


def _choice(errors: _Collector, kind: type[E_], value: str, field: str, expected: str) -> E_ | None:
    try:
        return kind(value.strip())
    except ValueError:
        errors.add(field, f"“{value}” is not one of the choices." if value.strip() else "A choice is needed.", expected)
        return None


def _group(errors: _Collector, draft: PlanDraft, designation: Designation | None) -> Group | None:
    given = draft.group.strip()
    marked = designation.group if designation else None
    if given and marked and given != marked:
        errors.add("group", f"The designation says {marked}, the choice says {given}.", "the group marked on the ring")
        return None
    if not given and marked:
        return marked
    if not given:
        errors.add("group", "The clearance group is needed.", "as marked on the ring: C2, C3, C4 or C5; no mark means CN. Look, do not guess")
        return None
    return _choice(errors, Group, given, "group", "C2, CN, C3, C4 or C5")


def _taper(errors: _Collector, draft: PlanDraft, designation: Designation | None) -> Taper | None:
    given = draft.taper.strip()
    marked = designation.taper if designation else None
    if given and marked and given != marked:
        errors.add("taper", f"The designation says {marked}, the choice says {given}.", "K means 1:12, K30 means 1:30")
        return None
    if not given and marked:
        return marked
    if not given:
        errors.add("taper", "The taper is needed; without K in its designation a bearing has a cylindrical bore.", "1:12 (K) or 1:30 (K30)")
        return None
    return _choice(errors, Taper, given, "taper", "1:12 (K) or 1:30 (K30)")


@dataclass(frozen=True)
class _Size:
    bore_mm: float
    outside_mm: float
    width_mm: float


def _dimensions(errors: _Collector, reference: Reference, draft: PlanDraft, designation: Designation | None) -> _Size | None:
    typed = {"bore": draft.bore, "outside": draft.outside, "width": draft.width}
    if designation and not any(text.strip() for text in typed.values()):
        row = reference.dimensions.find(designation.basic_code)
        if row:
            return _Size(row.bore_mm, row.outside_mm, row.width_mm)
        errors.add("designation", f"{designation.basic_code} is not in the dimension table.", "give bore, outside diameter and width as well")
        return None
    if draft.designation.strip() and designation is None and not any(text.strip() for text in typed.values()):
        return None
    sizes: dict[str, float] = {}
    for name, text in typed.items():
        if not text.strip():
            errors.add(name, "This is needed when the bearing is given by its dimensions.", "mm or inch, from the ring or the drawing")
            continue
        length = errors.take(lambda text=text, name=name: parse_length(text, name))  # type: ignore[misc]
        if length is not None:
            sizes[name] = length.mm
    if len(sizes) < 3:
        return None
    size = _Size(sizes["bore"], sizes["outside"], sizes["width"])
    known = reference.dimensions.find(designation.basic_code) if designation else None
    if known and (known.bore_mm, known.outside_mm, known.width_mm) != (size.bore_mm, size.outside_mm, size.width_mm):
        errors.add(
            "designation", f"{known.code} is {known.bore_mm:g} × {known.outside_mm:g} × {known.width_mm:g} mm in the table.", "one or the other"
        )
        return None
    before = len(errors.fields)
    errors.take(lambda: check_dimensions(size.bore_mm, size.outside_mm, size.width_mm))
    return size if len(errors.fields) == before else None


def _places(text: str) -> int:
    value = parse_count(text, "places")
    if value not in (1, 2, 3, 4, 5, 6):
        raise InvalidInput.at("places", f"“{text}” places cannot be meant.", "1 to 6; good shops take 3")
    return int(value)


def _nut(reference: Reference, draft: PlanDraft, bore_mm: float) -> LockNut | None:
    """The nut of the table, with whatever the person measured or counted put over it. None when nothing is known."""
    row = reference.nuts.find(bore_mm)
    texts = (draft.nut_pitch, draft.nut_outside, draft.nut_slots, draft.nut_tabs)
    if not any(text.strip() for text in texts):
        return row
    if row is None and not all(text.strip() for text in texts):
        fields = [
            Field(name, "The table has no nut for this bore; all four figures are needed.", expected)
            for name, text, expected in (
                ("nut_pitch", draft.nut_pitch, "thread pitch in mm"),
                ("nut_outside", draft.nut_outside, "outside diameter in mm"),
                ("nut_slots", draft.nut_slots, "number of slots"),
                ("nut_tabs", draft.nut_tabs, "number of the washer's outer tabs"),
            )
            if not text.strip()
        ]
        raise InvalidInput("The nut is not complete.", *fields)
    base = row or LockNut(bore_mm, 2.0, bore_mm * 1.3, 4, 17, 10.0)
    counts = {name: parse_count(text, name) for name, text in (("nut_slots", draft.nut_slots), ("nut_tabs", draft.nut_tabs)) if text.strip()}
    for name, count in counts.items():
        if count != int(count):
            raise InvalidInput.at(name, f"{count:g} is not a whole number.", "a count, for example 17")
    return LockNut(
        thread_mm=bore_mm,
        pitch_mm=parse_length(draft.nut_pitch, "nut_pitch").mm if draft.nut_pitch.strip() else base.pitch_mm,
        outside_mm=parse_length(draft.nut_outside, "nut_outside").mm if draft.nut_outside.strip() else base.outside_mm,
        slots=int(counts.get("nut_slots", base.slots)),
        tabs=int(counts.get("nut_tabs", base.tabs)),
        slot_width_mm=base.slot_width_mm,
        tabs_counted="nut_tabs" in counts,
        source_id="measured here",
    )


def _figures(reference: Reference, card: ReductionCard, bearing: Bearing, nut: LockNut | None) -> tuple[Result, ...]:
    limits = group_limits(reference.clearance, bearing)
    reduction = reduction_range(card, bearing)
    residual = residual_limit(card, bearing)
    by_card = card_drive_up(card, bearing)
    span = card.row(bearing.bore_mm).reduction_um
    computed = computed_drive_up(bearing, span.low, span.high)
    middle = reference.clearance.limits(bearing).mid
    window = window_result(target_window(middle, span, residual.value), card.source.id)
    expected = Result(
        "expected_window",
        "Residual to expect, for a clearance in the middle of the group",
        window.value,
        "µm",
        value_to=window.value_to,
        verdict=window.verdict,
        working=window.working,
        note=f"For {number(middle)} µm. The window itself comes from what is gauged.",
    )
    figures = [limits, reduction, residual, expected, _against(by_card, computed), computed]
    drive = by_card if by_card.value is not None else computed
    if nut is not None and drive.value is not None and drive.value_to is not None:
        angle = nut_angle(drive.value, drive.value_to, nut)
        figures += [angle, rim_length(angle.value or 0.0, angle.value_to or 0.0, nut)]
    else:
        note = "The nut for this bore is not in the table: give pitch, diameter, slots and tabs to have the angle."
        figures.append(Result("nut_angle", "Nut turn from metal-to-metal", None, "°", note=note))
    figures.append(half_rule(middle, span))
    return tuple(figures)


def _against(by_card: Result, computed: Result) -> Result:
    """The card's drive-up, judged against the computed one."""
    if by_card.value is None or by_card.value_to is None or computed.value is None or computed.value_to is None:
        return by_card
    doubt = computed.doubt or 0.0
    apart = max(computed.value - by_card.value_to, by_card.value - computed.value_to, 0.0)
    if apart > doubt:
        verdict = Verdict(
            "differs from theory", Level.WATCH, f"Card and theory are {number(apart)} mm apart, more than the doubt ({number(doubt)} mm)."
        )
    else:
        verdict = Verdict("agrees with theory", Level.GOOD, "Card and elastic rings overlap within their doubt.")
    return Result(by_card.id, by_card.label, by_card.value, by_card.unit, by_card.value_to, doubt, verdict, by_card.working, by_card.note)


def _option(card: ReductionCard, bearing: Bearing) -> CardOption:
    try:
        return CardOption(
            card.card,
            CARD_REASONS[card.card],
            card.card is Card.A,
            reduction_range(card, bearing),
            card_drive_up(card, bearing),
            residual_limit(card, bearing),
            "",
        )
    except InvalidInput as error:
        return CardOption(card.card, CARD_REASONS[card.card], card.card is Card.A, None, None, None, error.detail)


def _findings(
    bearing: Bearing,
    designation: Designation | None,
    sleeve: AdapterSleeve | None,
    shaft_mm: float,
    nut: LockNut | None,
    feeler: FeelerSet,
    figures: Sequence[Result],
) -> tuple[str, ...]:
    found: list[str] = []
    if designation and designation.unread:
        found.append(
            f"Not read in the designation: {', '.join(designation.unread)}. Compare with the maker's list; a different suffix is a decision."
        )
    if sleeve is None:
        found.append(f"The sleeve table has no row for a {bearing.bore_mm:g} mm bore: check sleeve and shaft with the maker's list.")
    elif sleeve.match(shaft_mm) is None:
        listed = ", ".join([f"{sleeve.shaft_mm:g} mm", *(f"{text} in" for text in sleeve.shafts_in)])
        found.append(f"No listed sleeve for a {bearing.bore_mm:g} mm bore goes with a shaft of {number(shaft_mm)} mm; listed: {listed}.")
    if nut is not None and not nut.tabs_counted:
        found.append(f"Count the outer tabs of the washer: the table's {nut.tabs} is remembered with low confidence.")
    window = next((f for f in figures if f.id == "expected_window"), None)
    if window is not None and window.value is not None and feeler.leaves_um[0] > window.value:
        found.append(
            f"The thinnest leaf of {feeler.name} is {um_text(feeler.leaves_um[0])}, the residual may go down to {um_text(window.value)}: "
            "take a set with thinner leaves."
        )
    if bearing.bore_mm > HAND_TOOLS_UP_TO_MM:
        found.append(
            "Above about 200 mm bore: hydraulic nut or oil injection, and a lock plate instead of a tab washer (common practice, no source)."
        )
    found.extend(f"{f.label}: {f.note}" for f in figures if f.value is None and f.note)
    return tuple(found)
