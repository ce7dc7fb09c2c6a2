"""A seat in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.components.bands import Span
from tribodex.core.fits.seat import (
    DIRECTIONS,
    SECTIONS,
    SeatForm,
    SeatKind,
    SeatSpec,
    deviation_um,
    next_spot,
    seat_result,
)
from tribodex.core.job.said import as_typed, celsius, mm
from tribodex.core.job.topic import Desk
from tribodex.core.sheet import Section, Table
from tribodex.core.topics.prepare import commands as cmd
from tribodex.core.topics.prepare import facts as ev
from tribodex.core.topics.prepare.decide import DIRECTION_WORDS, fit_of
from tribodex.core.topics.prepare.moves import PrepareDo as Do
from tribodex.core.topics.prepare.state import BORE_SPOTS, OnSeat, Prepared, next_bore
from tribodex.core.working import Line, Result, Verdict, number


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case ev.SeatPlanned():
            why = f" ({fact.reason})" if fact.reason else ""
            return f"The seat should measure {fact.spec.nominal_mm:g} mm, {fact.spec.words}{why}."
        case ev.SeatRead():
            what = "Seat" if fact.what == "shaft" else "Bore of the ring"
            return (
                f"{what}, section {fact.section}, {DIRECTION_WORDS[fact.direction]}: {fact.mm:.3f}"
                f" mm (typed “{fact.typed}”)."
            )
        case ev.SeatWarmth():
            ring = f", ring {fact.ring_c:.1f} °C" if fact.ring_c is not None else ""
            return f"Shaft {fact.shaft_c:.1f} °C{ring}."
        case ev.SeatSeen():
            return f"Seen on the seat: {fact.seen.words}" + (
                f", {fact.where}." if fact.where else "."
            )
        case ev.SeatDressed():
            return f"Dressed: what entry {fact.entry} saw."
        case ev.SeatJudged():
            return f"Seat checked: {fact.verdict.word}. {fact.verdict.reason}"
        case ev.SeatAccepted():
            return f"Seat accepted by {fact.name}: {fact.reason}."
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case ev.SeatRead():
            return cmd.ReadSeat(
                fact.section, fact.direction, as_typed(fact.typed, mm(fact.mm)), fact.what
            )
        case ev.SeatWarmth():
            return cmd.SayWarmth(celsius(fact.shaft_c), celsius(fact.ring_c))
        case ev.SeatSeen():
            return cmd.SeeOnSeat(fact.seen, fact.where)
        case _:
            return None


@dataclass(frozen=True)
class SeatSpot:
    """A place to read, and what was read there (mm)."""

    section: int
    direction: int
    words: str
    mm: float | None


@dataclass(frozen=True)
class SpotNext:
    """Where the micrometer goes next."""

    section: int
    direction: int


@dataclass(frozen=True)
class PrepareWork:
    """A seat as its panel shows it."""

    topic: Literal["prepare"]
    spec: SeatSpec | None
    # What the micrometer should show, beside its field.
    limits: str
    shaft: tuple[SeatSpot, ...]
    bore: tuple[SeatSpot, ...]
    form: SeatForm | None
    next_shaft: SpotNext
    next_bore: SpotNext
    repeats: tuple[float, ...]
    repeats_bore: tuple[float, ...]
    seen: tuple[OnSeat, ...]
    shaft_c: float | None
    ring_c: float | None
    verdict: Verdict | None
    accepted_by: str
    asks: Do | None


def view(desk: Desk, state: Prepared) -> PrepareWork:
    """The seat as it is shown. `repeats` are sizes read before, newest first: a value that comes
    again is one tap.
    """
    spot = next_spot(state.shaft_mm) or next_spot(state.shaft_mm, SECTIONS) or (1, 1)
    cylindrical = state.planned is not None and state.planned.spec.kind == "cylindrical"
    return PrepareWork(
        asks=None,
        topic="prepare",
        spec=state.planned.spec if state.planned else None,
        limits=state.planned.spec.on_the_micrometer if state.planned else "",
        shaft=tuple(
            SeatSpot(s, d, DIRECTION_WORDS[d], state.shaft_mm.get((s, d)))
            for s in SECTIONS
            for d in DIRECTIONS
        ),
        bore=(
            tuple(
                SeatSpot(s, d, DIRECTION_WORDS[d], state.bore_mm.get((s, d))) for s, d in BORE_SPOTS
            )
            if cylindrical
            else ()
        ),
        form=state.form,
        next_shaft=SpotNext(*spot),
        next_bore=SpotNext(*(next_bore(state) or BORE_SPOTS[0])),
        repeats=tuple(dict.fromkeys(reversed(state.shaft_mm.values())))[:3],
        repeats_bore=tuple(dict.fromkeys(reversed(state.bore_mm.values())))[:3],
        seen=tuple(state.seen.values()),
        shaft_c=state.warmth.shaft_c if state.warmth else None,
        ring_c=state.warmth.ring_c if state.warmth else None,
        verdict=state.judged.verdict if state.judged else None,
        accepted_by=state.accepted.name if state.accepted else "",
    )


def figures(_: Desk, state: Prepared) -> Sequence[Result]:
    """The seat's mean with its working, and the real fit where the ring was measured too."""
    results: list[Result] = []
    if state.planned is not None and state.form is not None:
        results.append(
            seat_result(
                state.planned.spec, state.form, state.warmth.shaft_c if state.warmth else None
            )
        )
    if (fit := fit_of(state) or _with_limits(state)) is not None:
        results.append(fit)
    return results


def _with_limits(state: Prepared) -> Result | None:
    """The fit of the one part that is measured with what the limits allow of the other; None where
    none is, or no bore counts.
    """
    planned, warm = state.planned, state.warmth
    if (
        planned is None
        or planned.bore_limits_um is None
        or planned.spec.kind is not SeatKind.CYLINDRICAL
    ):
        return None
    nominal = planned.spec.nominal_mm
    if state.form is not None:
        seat, ring, still = (
            deviation_um(state.form, nominal, warm.shaft_c if warm else None),
            planned.bore_limits_um,
            "ring",
        )
    elif state.bore is not None:
        seat, ring, still = (
            planned.spec.limits_um,
            deviation_um(state.bore, nominal, warm.ring_c if warm else None),
            "seat",
        )
    else:
        return None
    fit = Span(round(seat.low - ring.high, 1), round(seat.high - ring.low, 1))
    lines = (
        Line(
            "I_min",
            "least",
            "seat_min - bore_max",
            f"{number(seat.low)} - {number(ring.high)}",
            fit.low,
            "µm",
            "gauged",
        ),
        Line(
            "I_max",
            "greatest",
            "seat_max - bore_min",
            f"{number(seat.high)} - {number(ring.low)}",
            fit.high,
            "µm",
            "gauged",
        ),
    )
    note = f"Interference above zero, clearance below. The {still} still by its limits."
    return Result(
        "fit_by_one",
        "Fit, as far as it is measured",
        fit.low,
        "µm",
        value_to=fit.high,
        working=lines,
        note=note,
    )


def record(desk: Desk, state: Prepared) -> Sequence[Section]:
    """The seat as the record holds it."""
    if not state.shaft_mm and not state.seen:
        return []
    rows = tuple(
        (
            f"section {s}",
            *(
                f"{state.shaft_mm[s, d]:.3f}" if (s, d) in state.shaft_mm else ""
                for d in DIRECTIONS
            ),
        )
        for s in SECTIONS
        if any((s, d) in state.shaft_mm for d in DIRECTIONS)
    )
    table = Table(("Seat, mm", *(DIRECTION_WORDS[d] for d in DIRECTIONS)), rows)
    lines = [
        f"Seen: {o.seen.words} {o.where};"
        f" {'dressed by ' + o.dressed_by if o.dressed_by else 'not dressed'}."
        for o in state.seen.values()
    ]
    if state.accepted:
        lines.append(f"Accepted by {state.accepted.name}: {state.accepted.reason}.")
    verdict = state.judged.verdict if state.judged else None
    return [
        Section(
            "Seat", tuple(lines), (table,) if rows else (), tuple(figures(desk, state)), verdict
        )
    ]


def certificate(_: Desk, state: Prepared) -> str:
    """The seat in a line for page one."""
    form = state.form
    if form is None:
        return ""
    return f"{form.least_mm:.3f} to {form.greatest_mm:.3f} mm, {len(state.shaft_mm)} readings"
