"""What looks odd in a plan, in sentences."""

from __future__ import annotations

from collections.abc import Sequence

from tribodex.core.components.bands import Span
from tribodex.core.components.lock_nut import Family, LockKind
from tribodex.core.components.shaft import Seat
from tribodex.core.mounting.force import HYDRAULIC_FROM_MM, check_rating
from tribodex.core.mounting.methods import Method, WasherMethod
from tribodex.core.mounting.provable import NARROW_UM, proves
from tribodex.core.mounting.reduction import Card
from tribodex.core.mounting.shaft_fit import nominal_of
from tribodex.core.mounting.window_working import half_rule
from tribodex.core.working import Level, Result, number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.parts import Parts
from tribodex.usecases.planning.aims import SOFT_SHAFT_GPA, Aims
from tribodex.usecases.planning.by_sheet import sheet_findings

# Figures whose stop is said above everything else.
STOPS = ("shaft_size", "hoop_stress", "shaft_hoop", "warm_shaft")


def findings_of(reference: Reference, parts: Parts, aims: Aims) -> tuple[str, ...]:
    bearing, nut, figures = parts.bearing, parts.nut, aims.figures
    found: list[str] = []
    if parts.designation and parts.designation.unread:
        unread = ", ".join(parts.designation.unread)
        found.append(
            f"Not read in the part number: {unread}. Compare with the maker's sheet; a different"
            " suffix is a decision."
        )
    found.extend(_sleeve_findings(reference, parts))
    found.extend(_lock_findings(parts))
    found.extend(_window_findings(parts, figures))
    if bearing.bore_mm >= HYDRAULIC_FROM_MM and not parts.hydraulic:
        found.append(
            "From 203 mm (8 in) bore on: hydraulic nut or oil injection, and above it a lock plate"
            " instead of a tab washer (common practice)."
        )
    if parts.shaft.hollow:
        found.append(
            f"Hollow shaft, bored {number(parts.shaft.bore_mm)} mm: it gives way, so the same"
            " reduction takes more drive-up than the cards say; the angle is computed for this"
            " shaft."
        )
    if parts.shaft.material.e_gpa < SOFT_SHAFT_GPA:
        found.append(
            f"Shaft of {parts.shaft.material.name}: it gives way ({parts.shaft.material.e_gpa:g}"
            " GPa against 206 of steel) and may yield under the sleeve. The cards are for steel;"
            " the angle is computed, the feeler decides. Ask the maker."
        )
    if parts.taper_seen:
        found.append("The number has no K; the taper was measured here and said so.")
    if parts.sealed:
        found.append(
            "Sealed: no feeler gets in. Mounted by the maker's turns; heated never above 93.3 °C"
            " (200 °F); the fill is in it."
        )
    if parts.method is Method.TURNS and parts.sheet_zero is None:
        found.append(
            "What the sheet's turns count from is not known: both hands until it stops, or tapped"
            " and tried again until it no longer moves? Ask before the nut is marked; unknown, the"
            " zero stays unproven."
        )
    middle = (
        aims.unmounted_um.mid
        if aims.unmounted_um is not None
        else reference.clearances(bearing.kind).limits(bearing).mid
    )
    found.extend(sheet_findings(parts, aims.target, middle))
    if parts.half and reference.cards[Card.A].covers(bearing):
        found.extend(_half_finding(reference, parts))
    found.extend(
        f"{f.label}: {f.verdict.reason}"
        for f in figures
        if f.id in STOPS and f.verdict and f.verdict.level is Level.STOP
    )
    found.extend(
        f"{f.label}: {f.note}"
        for f in figures
        if f.value is not None and f.note.startswith(("Remembered", "Two memories"))
    )
    if (
        nut is not None
        and nut.lock is LockKind.TAB_WASHER
        and parts.washer is WasherMethod.OFF
        and not nut.washer_measured
    ):
        remembered = (
            f"{nut.washer_mm:g} mm is remembered"
            if nut.washer_mm is not None
            else "nothing is remembered"
        )
        found.append(
            f"Measure the washer's thickness with a micrometer ({remembered}): it decides where the"
            " nut seats."
        )
    if parts.hydraulic and aims.hydraulic is not None and aims.hydraulic.start_pressure_mpa is None:
        found.append(
            "The hydraulic nut's piston area is not known: take the start pressure from its maker's"
            " sheet."
        )
    if aims.hydraulic is not None and (
        rating := check_rating(aims.hydraulic.end_pressure_mpa, parts.rated_mpa)
    ):
        found.append(rating)
    found.extend(f"{f.label}: {f.note}" for f in figures if f.value is None and f.note)
    return tuple(found)


def _window_findings(parts: Parts, figures: Sequence[Result]) -> list[str]:
    """What the gauge set can tell of the window that is to be expected."""
    found: list[str] = []
    window = next((f for f in figures if f.id == "expected_window"), None)
    if window is not None and window.value is not None and window.value_to is not None:
        if parts.feeler is not None and window.value <= window.value_to:
            proven = proves(parts.feeler, Span(window.value, window.value_to))
            # Of a set that cannot prove it at all that is said first.
            head = "This set cannot prove this window. " if proven.level is Level.STOP else ""
            found.extend([f"{head}{proven.reason}"] if proven.level is not Level.GOOD else [])
        if 0 <= window.value_to - window.value < NARROW_UM:
            found.append(
                "A narrow window, about a feeler step wide: gauge the unmounted clearance twice, at"
                " three places."
            )
    return found


def _half_finding(reference: Reference, parts: Parts) -> list[str]:
    """Where half of the middle of the group parts from the card."""
    middle = reference.clearances(parts.bearing.kind).limits(parts.bearing).mid
    rule = half_rule(middle, reference.cards[Card.A].row(parts.bearing.bore_mm).reduction_um)
    return (
        [f"“Half of it”: {rule.verdict.reason}"]
        if rule.verdict is not None and rule.verdict.level is not Level.GOOD
        else []
    )


def _sleeve_findings(reference: Reference, parts: Parts) -> list[str]:
    bearing, shaft_mm, seat = parts.bearing, parts.shaft.diameter_mm, parts.seat
    if seat is Seat.WITHDRAWAL_SLEEVE:
        sleeve = reference.withdrawal.find(bearing.series, bearing.bore_mm)
        known = (
            f" Its withdrawal nut has {sleeve.nut.rstrip('?').replace('~', ' or ')}."
            if sleeve and sleeve.nut
            else ""
        )
        return (
            [
                "The nut that drives a withdrawal sleeve in is not in the tables: give its pitch"
                f" to have angles.{known}"
            ]
            if parts.nut is None
            else []
        )
    if seat is Seat.TAPERED_SHAFT:
        return (
            []
            if parts.nut is not None
            else ["The nut of a tapered shaft is not in the tables: give its pitch to have angles."]
        )
    one = reference.sleeves.find(bearing.series, bearing.bore_mm)
    sleeves = (one,) if one is not None else reference.sleeves.for_bore(bearing.bore_mm)
    if parts.special_sleeve:
        return [f"Special sleeve: {parts.special_sleeve}. The tables say nothing of it."]
    if not sleeves:
        return [
            f"The sleeve table has no row for a {bearing.bore_mm:g} mm bore: check sleeve and shaft"
            " with the maker's list."
        ]
    nominal = next((found for sleeve in sleeves if (found := nominal_of(sleeve, shaft_mm))), None)
    if nominal is None:
        listed = ", ".join(
            dict.fromkeys(text for sleeve in sleeves for text, _ in sleeve.nominals())
        )
        return [
            f"No listed sleeve for a {bearing.bore_mm:g} mm bore goes with a shaft of"
            f" {number(shaft_mm)} mm; listed: {listed}."
        ]
    if nominal[0].endswith("in") and parts.family is Family.METRIC:
        return [
            f"A {nominal[0]} shaft takes an inch sleeve; its nut may be an inch one with threads"
            " per inch. Look at the nut: nut and washer of the sleeve's own family, never mixed."
        ]
    if nominal[0].endswith("mm") and parts.family is Family.INCH:
        return [
            f"A {nominal[0]} shaft takes a metric sleeve, yet an inch nut is chosen. Look at the"
            " nut: one family, never mixed."
        ]
    if parts.nut is not None and parts.nut.outside_mm is None and one is None:
        return [
            "Several nuts have this thread and the bearing's series is not known: measure the nut's"
            " diameter, count its slots."
        ]
    return []


def _lock_findings(parts: Parts) -> list[str]:
    """What holds the nut: counted, known, of the usual kind."""
    nut, found = parts.nut, list[str]()
    if (
        nut is not None
        and nut.lock is LockKind.TAB_WASHER
        and nut.tabs is not None
        and not nut.tabs_counted
    ):
        found.append(
            f"Count the outer tabs of the washer: the table's {nut.tabs} is an unverified table"
            " value."
        )
    if nut is not None and nut.tab_step_deg is None:
        what = "tabs" if nut.lock is LockKind.TAB_WASHER else "positions"
        found.append(
            f"Slots and {nut.lock.words} {what} are not all known: count them, else no tab position"
            " can be foretold."
        )
    if parts.housed_unit and nut is not None and nut.lock is LockKind.LOCK_PLATE:
        found.append(
            "A one-piece unit holds its nut by a lock plate: on to the next hole by tightening."
            " Another lock is said under “Locked by”."
        )
    return found
