"""What a person gave for a plan, as typed, read into parts. Every entry to correct is said at
once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from tribodex.core.adviser.move import RISKS
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import (
    Bearing,
    Designation,
    Group,
    Kind,
    Taper,
    read_designation,
    series_of,
    taper_of_series,
)
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import Family, LockKind, LockNut
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.gauging import Where
from tribodex.core.mounting.locking import USUAL_RISK
from tribodex.core.mounting.methods import (
    METHOD_NOTES,
    Method,
    Oil,
    WasherMethod,
    default_oil,
    default_washer,
    methods_for,
)
from tribodex.core.mounting.reduction import HALF, ReductionCard
from tribodex.core.mounting.warm_shaft import Warmth
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import (
    parse_area_mm2,
    parse_count,
    parse_degrees,
    parse_pressure_mpa,
)
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.bearing import SEEN, read_group, read_size, read_taper
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.draft.nut import check_sleeve, read_nut
from tribodex.usecases.draft.shaft import expect_hydraulic, shaft_of, warmth_of
from tribodex.usecases.draft.sheet import card_of, sheet_zero


@dataclass(frozen=True)
class Asked:
    """A range that the person typed for the turn of the nut, degrees from the method's zero point,
    and where it comes from.
    """

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
    rated_mpa: float | None
    warmth: Warmth
    risk: float
    oil: Oil
    taper_seen: bool
    special_sleeve: str
    half_by: str
    sheet_zero: SheetZero | None

    @property
    def sealed(self) -> bool:
        """Whether no leaf gets in."""
        return self.designation is not None and self.designation.sealed


def read_draft(
    reference: Reference, feelers: Sequence[FeelerSet], draft: PlanDraft, *, gauges: bool = True
) -> Parts:
    """Read a draft. With `gauges` a feeler set is asked for where the method gauges.

    Raises InvalidInput with every field to correct.
    """
    errors = Collector(draft.meant)
    designation = (
        errors.take(lambda: read_designation(draft.designation))
        if draft.designation.strip()
        else None
    )
    kind = designation.kind if designation else Kind.SPHERICAL_ROLLER
    housed = draft.housed_unit.strip() not in ("", "no")
    group = read_group(errors, draft, designation)
    taper = read_taper(errors, draft, designation)
    size = read_size(errors, reference, draft, designation)
    sealed = designation is not None and designation.sealed
    method = _method_of(errors, draft, kind, housed=housed, sealed=sealed)
    seat = errors.choice(Seat, draft.seat, "seat", Seat.ADAPTER_SLEEVE)
    # A method that cannot be read may be one that gauges: what gauging needs is asked for too.
    gauged = method is None or method.gauged
    half = draft.card.strip() == HALF
    where = errors.choice(Where, draft.where, "where", Where.HUNG_BOTTOM)
    feeler = _feeler(errors, feelers, draft, asked=gauged and gauges)
    places = errors.take(lambda: _places(draft.places)) if draft.places.strip() else 3
    shaft = shaft_of(errors, reference, draft, size, seat)
    shaft_mm = shaft[0].diameter_mm if shaft is not None else None
    card = (
        card_of(
            errors, reference, draft, size, designation, group=group, taper=taper, shaft_mm=shaft_mm
        )
        if gauged and not half
        else None
    )
    # Every entry is read before anything is refused: a card is filled in once, not field by field.
    zero = sheet_zero(errors, draft)
    family = errors.choice(Family, draft.nut_family, "nut_family", Family.METRIC)
    # A one-piece unit holds its nut by a plate screwed on (common practice, no source).
    usual = LockKind.LOCK_PLATE if housed and seat is Seat.ADAPTER_SLEEVE else None
    lock = errors.choice(LockKind, draft.lock, "lock") if draft.lock.strip() else usual
    series = designation.series if designation else ""
    nut = (
        errors.take(
            lambda: read_nut(reference, draft, size.bore_mm, series, family, seat=seat, lock=lock)
        )
        if size and family and seat
        else None
    )
    if size and seat is Seat.ADAPTER_SLEEVE and shaft is not None:
        check_sleeve(errors, reference, draft, series, size.bore_mm, shaft_mm=shaft[0].diameter_mm)
    oil = errors.choice(Oil, draft.oil, "oil", default_oil(method)) if method else None
    washer = (
        errors.choice(WasherMethod, draft.washer, "washer", default_washer(method))
        if method
        else None
    )
    press = _hydraulic(errors, draft, method)
    warmth = warmth_of(errors, draft, shaft[0] if shaft is not None else None)
    expect_hydraulic(errors, draft, size.bore_mm if size is not None else None)
    asked = errors.take(lambda: _asked(draft, method)) if method else None
    risk = errors.take(lambda: _risk(draft.risk))
    errors.check()
    if not (
        size
        and group
        and taper
        and method
        and seat
        and where
        and places
        and shaft
        and family
        and washer
        and risk
        and oil
    ):
        raise InvalidInput("The plan is not complete.")
    if method is not Method.FEELER and nut is None:
        raise InvalidInput.at(
            "nut_pitch",
            "This method counts the nut's travel: its pitch is needed.",
            "2 mm or 12 tpi, as marked or measured",
        )
    bearing = Bearing(
        size.bore_mm,
        size.outside_mm,
        size.width_mm,
        taper,
        group,
        designation.basic_code if designation else "",
        draft.designation.strip(),
        kind,
    )
    return Parts(
        bearing,
        designation,
        shaft[0],
        shaft[1].text,
        seat,
        housed,
        nut,
        family,
        method,
        washer,
        card,
        half,
        feeler,
        where,
        places,
        asked,
        press.led,
        press.piston_mm2,
        press.start_mpa,
        press.rated_mpa,
        warmth,
        risk,
        oil,
        SEEN in draft.taper,
        draft.special_sleeve.strip(),
        draft.half_by.strip(),
        zero,
    )


def _feeler(
    errors: Collector, feelers: Sequence[FeelerSet], draft: PlanDraft, *, asked: bool
) -> FeelerSet | None:
    feeler = next((f for f in feelers if f.id == draft.feeler_id), None)
    if feeler is None and asked:
        errors.add(
            "feeler_id",
            "A feeler set is needed: its feelers decide what can be gauged.",
            f"one of {', '.join(f.name for f in feelers)}",
        )
    return feeler


def _method_of(
    errors: Collector, draft: PlanDraft, kind: Kind, *, housed: bool, sealed: bool
) -> Method | None:
    possible = methods_for(kind, housed or sealed)
    what = (
        "a housed unit"
        if housed
        else "a sealed bearing: no feeler gets in"
        if sealed
        else f"a {kind.words}"
    )
    return _method(errors, draft, possible, what)


@dataclass(frozen=True)
class _Hydraulic:
    """A hydraulic nut as a draft gives it: piston area (mm²), start and rated pressure (MPa)."""

    led: bool
    piston_mm2: float | None
    start_mpa: float | None
    rated_mpa: float | None


def _hydraulic(errors: Collector, draft: PlanDraft, method: Method | None) -> _Hydraulic:
    hydraulic = bool(draft.piston_area.strip() or draft.start_pressure.strip())
    if hydraulic and method is not None and method is not Method.DRIVE_UP:
        errors.add(
            "method",
            "A hydraulic nut is led by its travel.",
            f"{Method.DRIVE_UP} (axial drive-up), or leave piston area and start pressure empty",
        )
    piston = (
        errors.take(lambda: parse_area_mm2(draft.piston_area, "piston_area"))
        if draft.piston_area.strip()
        else None
    )
    start = (
        errors.take(lambda: parse_pressure_mpa(draft.start_pressure, "start_pressure"))
        if draft.start_pressure.strip()
        else None
    )
    rated = (
        errors.take(lambda: parse_pressure_mpa(draft.rated_pressure, "rated_pressure"))
        if draft.rated_pressure.strip()
        else None
    )
    return _Hydraulic(hydraulic, piston, start, rated)


@dataclass(frozen=True)
class Readable:
    """A bearing as far as it can be read from a draft that is not complete; what is not known is
    said so, not used.
    """

    bearing: Bearing
    group_known: bool
    taper_known: bool
    shaft: Shaft | None


def readable(reference: Reference, draft: PlanDraft) -> Readable | None:
    """The bearing of a draft that may lack group, taper and shaft; None while even its size is not
    known.
    """
    errors = Collector()
    designation = (
        errors.take(lambda: read_designation(draft.designation))
        if draft.designation.strip()
        else None
    )
    size = (
        read_size(errors, reference, draft, designation)
        if designation or draft.bore.strip()
        else None
    )
    if size is None:
        return None
    group, taper = read_group(errors, draft, designation), read_taper(errors, draft, designation)
    seat = errors.choice(Seat, draft.seat, "seat", Seat.ADAPTER_SLEEVE)
    shaft = shaft_of(errors, reference, draft, size, seat)
    code = designation.basic_code if designation else ""
    kind = designation.kind if designation else Kind.SPHERICAL_ROLLER
    # For a drawing of what is known so far; a plan takes no taper that nobody said.
    known = taper or taper_of_series(series_of(code)) or Taper.ONE_IN_12
    bearing = Bearing(
        size.bore_mm,
        size.outside_mm,
        size.width_mm,
        known,
        group or Group.CN,
        code,
        draft.designation.strip(),
        kind,
    )
    return Readable(bearing, group is not None, taper is not None, shaft[0] if shaft else None)


def _asked(draft: PlanDraft, method: Method) -> Asked | None:
    """The range typed in: turns for housed units, degrees for ball bearings; for other methods none
    is typed.
    """
    low, high = draft.range_low.strip(), draft.range_high.strip()
    # Where leaves are read the angle follows from the card: a typed one would be a second truth.
    if method not in (Method.TURNS, Method.BALL_ANGLE):
        return None
    if not low and not high:
        if method is Method.TURNS:
            raise InvalidInput.at(
                "range_low",
                "The maker's turns for this unit are needed; no other figure is valid.",
                "for example 1 to 1 1/4 turns",
            )
        return None
    texts = {"range_low": low or high, "range_high": high or low}
    if method is Method.TURNS:
        ends = [parse_count(text, name) * 360 for name, text in texts.items()]
    else:
        ends = [parse_degrees(text, name) for name, text in texts.items()]
    if ends[0] > ends[1]:
        raise InvalidInput.at(
            "range_high", "The greater end is below the lesser.", f"{low} or more"
        )
    most = 1440.0 if method is Method.TURNS else 360.0
    if not ends[0] > 0 or ends[1] > most:
        raise InvalidInput.at(
            "range_high",
            f"{ends[1]:.0f}° is out of range: check value and unit.",
            f"above zero, up to {most:.0f}°",
        )
    # A turn belongs to one maker's thread, taper and zero: the figure never stands alone.
    source = draft.range_source.strip()
    if not source:
        raise InvalidInput.at(
            "range_source",
            "Where does the figure come from? Only this maker's figure for this size is valid.",
            "sheet, edition, page",
        )
    return Asked(Span(ends[0], ends[1]), source)


def _risk(text: str) -> float:
    if not text.strip():
        return USUAL_RISK
    value = parse_count(text.strip().removesuffix("%"), "risk") / (
        100 if text.strip().endswith("%") else 1
    )
    # A few steps, so that what two people chose can be compared.
    if value not in RISKS:
        raise InvalidInput.at(
            "risk", f"“{text}” is not one of the choices.", ", ".join(f"{r:g}" for r in RISKS)
        )
    return value


def _method(
    errors: Collector, draft: PlanDraft, possible: Sequence[Method], what: str
) -> Method | None:
    method = errors.choice(Method, draft.method, "method", possible[0])
    if method is None or method in possible:
        return method
    choices = ", ".join(f"{s} ({METHOD_NOTES[s].title.lower()})" for s in possible)
    errors.add("method", f"“{METHOD_NOTES[method].title}” is not for {what}.", choices)
    return None


def _places(text: str) -> int:
    value = parse_count(text, "places")
    if value not in (1, 2, 3, 4, 5, 6):
        raise InvalidInput.at(
            "places",
            f"“{text}” places is out of range: check the number.",
            "1 to 6; good shops take 3",
        )
    return int(value)
