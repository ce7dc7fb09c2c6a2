"""What a person gave for a plan, as typed, read into parts. Every entry to correct is said at once."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import TypeVar

from tribodex.core.adviser.move import RISKS
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Designation, Group, Kind, Taper, check_dimensions, read_designation, series_of, taper_of_series
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import Family, LockKind, LockNut
from tribodex.core.components.material import SHAFT_STEEL
from tribodex.core.components.shaft import Finish, Seat, Shaft
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.mounting.gauging import Where
from tribodex.core.mounting.locking import USUAL_RISK
from tribodex.core.mounting.methods import METHOD_NOTES, Method, Oil, WasherMethod, default_oil, default_washer, methods_for
from tribodex.core.mounting.reduction import HALF, Card, ReductionCard
from tribodex.core.mounting.shaft_fit import nominal_of
from tribodex.core.quantities import (
    Length,
    LengthUnit,
    parse_area_mm2,
    parse_count,
    parse_degrees,
    parse_length,
    parse_pitch_mm,
    parse_pressure_mpa,
    read_length,
)
from tribodex.core.working import number
from tribodex.usecases.ports import Reference


@dataclass(frozen=True)
class PlanDraft:
    """What a person gave, as typed. Empty text means: not given; then the default is taken where there is one."""

    designation: str = ""
    bore: str = ""
    outside: str = ""
    width: str = ""
    group: str = ""
    taper: str = ""
    housed_unit: str = ""
    shaft: str = ""
    shaft_bore: str = ""
    shaft_material: str = ""
    shaft_finish: str = ""
    seat: str = ""
    method: str = ""
    washer: str = ""
    card: str = "A"
    feeler_id: str = ""
    where: str = "hung_bottom"
    places: str = "3"
    nut_family: str = ""
    nut_thread: str = ""
    nut_pitch: str = ""
    nut_outside: str = ""
    nut_slots: str = ""
    nut_tabs: str = ""
    lock: str = ""
    range_low: str = ""
    range_high: str = ""
    range_source: str = ""
    piston_area: str = ""
    start_pressure: str = ""
    risk: str = ""
    washer_thickness: str = ""
    special_sleeve: str = ""
    half_by: str = ""
    oil: str = ""


@dataclass(frozen=True)
class Asked:
    """A range that the person typed for the turn of the nut, degrees from the method's zero point, and where it comes from."""

    degrees: Span
    source: str


@dataclass(frozen=True)
class Parts:
    """A draft as read: parts, method and choices."""

    bearing: Bearing
    designation: Designation | None
    shaft: Shaft
    shaft_text: str
    seat: Seat
    housed_unit: bool
    nut: LockNut | None
    family: Family
    method: Method
    washer: WasherMethod
    card: ReductionCard | None
    half: bool
    feeler: FeelerSet | None
    where: Where
    places: int
    asked: Asked | None
    hydraulic: bool
    piston_mm2: float | None
    start_mpa: float | None
    risk: float
    oil: Oil
    taper_seen: bool
    special_sleeve: str
    half_by: str

    @property
    def sealed(self) -> bool:
        """Whether no leaf gets in."""
        return self.designation is not None and self.designation.sealed


T = TypeVar("T")
E = TypeVar("E", bound=StrEnum)


class Collector:
    """Runs every reader and keeps the errors, so that a person sees all of them at once."""

    def __init__(self) -> None:
        self.fields: list[Field] = []

    def take(self, read: Callable[[], T]) -> T | None:
        """What a reader gives; None, with its fields kept, when it refuses."""
        try:
            return read()
        except InvalidInput as error:
            self.fields.extend(error.fields)
            return None

    def add(self, name: str, message: str, expected: str, choices: tuple[str, ...] = ()) -> None:
        """Keep one more."""
        self.fields.append(Field(name, message, expected, choices))

    def choice(self, kind: type[E], value: str, field: str, default: E | None = None) -> E | None:
        """One of a list of names."""
        if not value.strip() and default is not None:
            return default
        try:
            return kind(value.strip())
        except ValueError:
            self.add(field, f"“{value}” is not one of the choices." if value.strip() else "A choice is needed.", ", ".join(kind))
            return None

    def check(self) -> None:
        """Raise InvalidInput when anything was kept."""
        if self.fields:
            raise InvalidInput(self.fields[0].message if len(self.fields) == 1 else f"{len(self.fields)} entries need correcting.", *self.fields)


def read_draft(reference: Reference, feelers: Sequence[FeelerSet], draft: PlanDraft, *, gauges: bool = True) -> Parts:
    """Read a draft. With `gauges` a feeler set is asked for where the method gauges.

    Raises InvalidInput with every field to correct.
    """
    errors = Collector()
    designation = errors.take(lambda: read_designation(draft.designation)) if draft.designation.strip() else None
    kind = designation.kind if designation else Kind.SPHERICAL_ROLLER
    housed = draft.housed_unit.strip() not in ("", "no")
    group = _group(errors, draft, designation)
    taper = _taper(errors, draft, designation)
    size = _dimensions(errors, reference, draft, designation)
    sealed = designation is not None and designation.sealed
    possible = methods_for(kind, housed or sealed)
    method = errors.choice(Method, draft.method, "method", possible[0])
    if method is not None and method not in possible:
        what = "a housed unit" if housed else "a sealed bearing: no leaf gets in" if sealed else f"a {kind.words}"
        choices = ", ".join(f"{s} ({METHOD_NOTES[s].title.lower()})" for s in possible)
        errors.add("method", f"“{METHOD_NOTES[method].title}” is not for {what}.", choices)
        method = None
    seat = errors.choice(Seat, draft.seat, "seat", Seat.ADAPTER_SLEEVE)
    gauged = method is None or method.gauged
    half = draft.card.strip() == HALF
    card = _card(errors, reference, draft, size, designation) if gauged and not half else None
    where = errors.choice(Where, draft.where, "where", Where.HUNG_BOTTOM)
    feeler = next((f for f in feelers if f.id == draft.feeler_id), None)
    if feeler is None and gauged and gauges:
        errors.add("feeler_id", "A feeler set is needed: its leaves decide what can be gauged.", f"one of {', '.join(f.name for f in feelers)}")
    places = errors.take(lambda: _places(draft.places)) if draft.places.strip() else 3
    shaft = _shaft(errors, reference, draft, size, seat)
    family = errors.choice(Family, draft.nut_family, "nut_family", Family.METRIC)
    lock = errors.choice(LockKind, draft.lock, "lock", LockKind.TAB_WASHER) if draft.lock.strip() else None
    series = designation.series if designation else ""
    nut = errors.take(lambda: _nut(reference, draft, size.bore_mm, series, family, seat, lock)) if size and family and seat else None
    if size and seat is Seat.ADAPTER_SLEEVE and shaft is not None:
        _sleeve_fits(errors, reference, draft, series, size.bore_mm, shaft[0].diameter_mm)
    oil = errors.choice(Oil, draft.oil, "oil", default_oil(method)) if method else None
    washer = errors.choice(WasherMethod, draft.washer, "washer", default_washer(method)) if method else None
    hydraulic = bool(draft.piston_area.strip() or draft.start_pressure.strip())
    if hydraulic and method is not None and method is not Method.DRIVE_UP:
        errors.add(
            "method", "A hydraulic nut is led by its travel.", f"{Method.DRIVE_UP} (axial drive-up), or leave piston area and start pressure empty"
        )
    piston = errors.take(lambda: parse_area_mm2(draft.piston_area, "piston_area")) if draft.piston_area.strip() else None
    start = errors.take(lambda: parse_pressure_mpa(draft.start_pressure, "start_pressure")) if draft.start_pressure.strip() else None
    asked = errors.take(lambda: _asked(draft, method)) if method else None
    risk = errors.take(lambda: _risk(draft.risk))
    errors.check()
    if not (size and group and taper and method and seat and where and places and shaft and family and washer and risk and oil):
        raise InvalidInput("The plan is not complete.")
    if method is not Method.FEELER and nut is None:
        raise InvalidInput.at("nut_pitch", "This method counts the nut's travel: its pitch is needed.", "2 mm or 12 tpi, as marked or measured")
    bearing = Bearing(
        size.bore_mm, size.outside_mm, size.width_mm, taper, group, designation.basic_code if designation else "", draft.designation.strip(), kind
    )
    return Parts(
        bearing, designation, shaft[0], shaft[1].text, seat, housed, nut, family, method, washer, card, half, feeler, where, places,
        asked, hydraulic, piston, start, risk, oil, SEEN in draft.taper, draft.special_sleeve.strip(), draft.half_by.strip(),
    )  # fmt: skip


@dataclass(frozen=True)
class Readable:
    """A bearing as far as it can be read from a draft that is not complete; what is not known is said so, not used."""

    bearing: Bearing
    group_known: bool
    taper_known: bool
    shaft: Shaft | None


def readable(reference: Reference, draft: PlanDraft) -> Readable | None:
    """The bearing of a draft that may lack group, taper and shaft; None while even its size is not known."""
    errors = Collector()
    designation = errors.take(lambda: read_designation(draft.designation)) if draft.designation.strip() else None
    size = _dimensions(errors, reference, draft, designation) if designation or draft.bore.strip() else None
    if size is None:
        return None
    group, taper = _group(errors, draft, designation), _taper(errors, draft, designation)
    seat = errors.choice(Seat, draft.seat, "seat", Seat.ADAPTER_SLEEVE)
    shaft = _shaft(errors, reference, draft, size, seat)
    code = designation.basic_code if designation else ""
    kind = designation.kind if designation else Kind.SPHERICAL_ROLLER
    known = taper or taper_of_series(series_of(code)) or Taper.ONE_IN_12
    bearing = Bearing(size.bore_mm, size.outside_mm, size.width_mm, known, group or Group.CN, code, draft.designation.strip(), kind)
    return Readable(bearing, group is not None, taper is not None, shaft[0] if shaft else None)


def _card(errors: Collector, reference: Reference, draft: PlanDraft, size: _Size | None, designation: Designation | None) -> ReductionCard | None:
    card = reference.cards.get(draft.card.strip())
    if card is None:
        known = ", ".join([*Card, HALF, *(f"{c.card} ({c.title})" for c in reference.cards.values() if c.card not in Card.__members__)])
        errors.add("card", f"“{draft.card}” is not a card known here.", known)
        return None
    code = designation.basic_code if designation else ""
    if size is not None:
        probe = Bearing(size.bore_mm, size.outside_mm, size.width_mm, Taper.ONE_IN_12, Group.CN, code)
        if not card.covers(probe):
            ends = f"{card.rows[0].over_mm:g} to {card.rows[-1].to_mm:g} mm bore" + (f", {card.designation} alone" if card.designation else "")
            errors.add("card", f"{card.heading} does not cover this bearing; it holds for over {ends}.", "another card, or a maker's sheet typed in")
            return None
    return card


def _shaft(errors: Collector, reference: Reference, draft: PlanDraft, size: _Size | None, seat: Seat | None) -> tuple[Shaft, Length] | None:
    if not draft.shaft.strip():
        errors.add("shaft", "The shaft diameter is needed: sleeves for several shafts exist for one bearing.", "for example 80 mm or 3 3/16 in")
        return None
    # A shaft is a little smaller than the bore; a bare number that makes sense only in inches is asked back.
    most = size.bore_mm * 1100 if size is not None else 2e6
    least = size.bore_mm * 500 if size is not None else 5e3
    length = errors.take(lambda: read_length(draft.shaft, "shaft", LengthUnit.MM, (least, most)))
    bore = errors.take(lambda: parse_length(draft.shaft_bore, "shaft_bore", zero=True)) if draft.shaft_bore.strip() else None
    material = errors.take(lambda: reference.materials.get(draft.shaft_material.strip())) if draft.shaft_material.strip() else SHAFT_STEEL
    finish = errors.choice(Finish, draft.shaft_finish, "shaft_finish", Finish.GROUND)
    if length is None or material is None or finish is None:
        return None
    if size is not None:
        room = size.bore_mm if seat is Seat.TAPERED_SHAFT else size.bore_mm - 0.01
        if length.mm > room and seat is not Seat.TAPERED_SHAFT:
            errors.add(
                "shaft",
                f"A shaft of {number(length.mm)} mm does not leave room for a sleeve in a {size.bore_mm:g} mm bore.",
                f"below {size.bore_mm:g} mm",
            )
            return None
    shaft = errors.take(lambda: Shaft(length.mm, bore.mm if bore else 0.0, material, finish))
    return (shaft, length) if shaft is not None else None


def _asked(draft: PlanDraft, method: Method) -> Asked | None:
    """The range typed in: turns for housed units, degrees for ball bearings; for other methods none is typed."""
    low, high = draft.range_low.strip(), draft.range_high.strip()
    if method not in (Method.TURNS, Method.BALL_ANGLE):
        return None
    if not low and not high:
        if method is Method.TURNS:
            raise InvalidInput.at(
                "range_low", "The maker's turns for this unit are needed; no other figure is valid.", "for example 1 to 1 1/4 turns"
            )
        return None
    texts = {"range_low": low or high, "range_high": high or low}
    if method is Method.TURNS:
        ends = [parse_count(text, name) * 360 for name, text in texts.items()]
    else:
        ends = [parse_degrees(text, name) for name, text in texts.items()]
    if ends[0] > ends[1]:
        raise InvalidInput.at("range_high", "The greater end is below the lesser.", f"{low} or more")
    most = 1440.0 if method is Method.TURNS else 360.0
    if not ends[0] > 0 or ends[1] > most:
        raise InvalidInput.at("range_high", f"{ends[1]:.0f}° cannot be meant here.", f"above zero, up to {most:.0f}°")
    source = draft.range_source.strip()
    if not source:
        raise InvalidInput.at(
            "range_source", "Where does the figure come from? Only this maker's figure for this size is valid.", "sheet, edition, page"
        )
    return Asked(Span(ends[0], ends[1]), source)


def _risk(text: str) -> float:
    if not text.strip():
        return USUAL_RISK
    value = parse_count(text.strip().removesuffix("%"), "risk") / (100 if text.strip().endswith("%") else 1)
    if value not in RISKS:
        raise InvalidInput.at("risk", f"“{text}” is not one of the choices.", ", ".join(f"{r:g}" for r in RISKS))
    return value


def _group(errors: Collector, draft: PlanDraft, designation: Designation | None) -> Group | None:
    asked = ("The clearance group is needed.", "as marked on the ring: C2, C3, C4 or C5; no mark means CN. Look, do not guess")
    return _marked(errors, Group, "group", draft.group, designation.group if designation else None, asked, "the group marked on the ring")


# What a person writes behind a taper that the number does not tell: the bore was looked at and measured.
SEEN = "measured here"


def _taper(errors: Collector, draft: PlanDraft, designation: Designation | None) -> Taper | None:
    chosen = draft.taper.replace(SEEN, "").strip()
    by_series = taper_of_series(designation.series) if designation and designation.kind is Kind.SPHERICAL_ROLLER else None
    marked = designation.taper if designation else None
    for what, taper in (("The designation says", marked), ("The choice says", chosen)):
        if by_series is not None and taper and taper != by_series:
            errors.add(
                "taper" if what.startswith("The choice") else "designation",
                f"{what} {taper}, yet series {designation.series if designation else ''} has a taper of {by_series}. One of the two is wrong: stop and look.",
                "K30 is 1:30 (series 240, 241, 248, 249), K is 1:12 (the other series); measure the bore at both faces",
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
    asked = ("The taper is needed; without K in its designation a bearing has a cylindrical bore.", "1:12 (K) or 1:30 (K30)")
    return _marked(errors, Taper, "taper", draft.taper, designation.taper if designation else None, asked, "K means 1:12, K30 means 1:30")


def _marked(errors: Collector, kind: type[E], field: str, text: str, marked: E | None, asked: tuple[str, str], right: str) -> E | None:
    """What the designation says or the person chose; never one against the other, never a guess."""
    given = text.strip()
    if given and marked and given != marked:
        errors.add(field, f"The designation says {marked}, the choice says {given}.", right)
        return None
    if not given and marked:
        return marked
    if not given:
        errors.add(field, *asked)
        return None
    return errors.choice(kind, given, field)


@dataclass(frozen=True)
class _Size:
    bore_mm: float
    outside_mm: float
    width_mm: float


def _dimensions(errors: Collector, reference: Reference, draft: PlanDraft, designation: Designation | None) -> _Size | None:
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


def _sleeve_fits(errors: Collector, reference: Reference, draft: PlanDraft, series: str, bore_mm: float, shaft_mm: float) -> None:
    """A shaft that no sleeve of this bearing fits is a stop, unless a sleeve of its own is named."""
    if draft.special_sleeve.strip() or draft.housed_unit.strip() not in ("", "no"):
        return
    one = reference.sleeves.find(series, bore_mm)
    sleeves = (one,) if one is not None else reference.sleeves.for_bore(bore_mm)
    if sleeves and not any(nominal_of(sleeve, shaft_mm) for sleeve in sleeves):
        listed = ", ".join(dict.fromkeys(text for sleeve in sleeves for text, _ in sleeve.nominals()))
        errors.add(
            "shaft",
            f"No sleeve for a {bore_mm:g} mm bore fits a shaft of {number(shaft_mm)} mm: wrong bearing, wrong block, or worn shaft. Stop and measure.",
            f"{listed}; or name the special sleeve with its drawing",
        )


def _nut(reference: Reference, draft: PlanDraft, bore_mm: float, series: str, family: Family, seat: Seat, lock: LockKind | None) -> LockNut | None:
    """The nut of the table, with whatever the person measured or counted put over it. None when nothing is known.

    The tables hold nuts of adapter sleeves; on another seat the nut is another one and is given by the person.
    """
    table = reference.inch_nuts if family is Family.INCH else reference.nuts
    sleeve = reference.sleeves.find(series, bore_mm)
    outside = sleeve.nut_outside_mm if sleeve is not None and family is Family.METRIC else None
    row = table.find(bore_mm, outside) if seat is Seat.ADAPTER_SLEEVE else None
    texts = (draft.nut_thread, draft.nut_pitch, draft.nut_outside, draft.nut_slots, draft.nut_tabs)
    if row is not None and draft.washer_thickness.strip():
        thickness = read_length(draft.washer_thickness, "washer_thickness", LengthUnit.MM, (300, 6000)).mm
        row = replace(row, washer_mm=thickness, washer_measured=True)
    if not any(text.strip() for text in texts):
        # The table counts the positions of its own lock; another one has its own.
        return replace(row, lock=lock, tabs=None, washer_mm=None) if row is not None and lock not in (None, row.lock) else row
    if row is None and not draft.nut_pitch.strip():
        raise InvalidInput.at("nut_pitch", "The table has no nut here, and without its pitch nothing about it can be computed.", "2 mm or 12 tpi")
    thread = parse_length(draft.nut_thread, "nut_thread").mm if draft.nut_thread.strip() else row.thread_mm if row else bore_mm
    counts = {name: parse_count(text, name) for name, text in (("nut_slots", draft.nut_slots), ("nut_tabs", draft.nut_tabs)) if text.strip()}
    for name, count in counts.items():
        if count != int(count):
            raise InvalidInput.at(name, f"{count:g} is not a whole number.", "a count, for example 17")

    def counted(name: str, known: int | None) -> int | None:
        return int(counts[name]) if name in counts else known

    other_lock = row is not None and lock is not None and lock is not row.lock
    return LockNut(
        thread_mm=thread,
        pitch_mm=parse_pitch_mm(draft.nut_pitch, "nut_pitch") if draft.nut_pitch.strip() else row.pitch_mm if row else 0.0,
        outside_mm=parse_length(draft.nut_outside, "nut_outside").mm if draft.nut_outside.strip() else row.outside_mm if row else None,
        slots=counted("nut_slots", row.slots if row else None),
        tabs=counted("nut_tabs", row.tabs if row and not other_lock else None),
        slot_width_mm=row.slot_width_mm if row else None,
        tabs_counted="nut_tabs" in counts,
        source_id="measured here",
        lock=lock or (row.lock if row else LockKind.TAB_WASHER),
        washer_mm=read_length(draft.washer_thickness, "washer_thickness", LengthUnit.MM, (300, 6000)).mm
        if draft.washer_thickness.strip()
        else row.washer_mm
        if row and not other_lock
        else None,
        washer_measured=bool(draft.washer_thickness.strip()),
        series=row.series if row else "",
        trapezoidal=row.trapezoidal if row else False,
    )
