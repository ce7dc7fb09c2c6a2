"""A drive-up for the record: its certificate on page one, and every gauging, check and plan behind
it.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockKind
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.methods import WASHER_REASONS
from tribodex.core.mounting.zero import ZERO_PRIORS
from tribodex.core.sheet import Named, Page, Section, Table
from tribodex.core.topics.tapered.attempt import Attempt, Gauging
from tribodex.core.topics.tapered.facts import HandChecked
from tribodex.core.topics.tapered.figures import figures, findings
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.tell import PHASES, PLACES
from tribodex.core.topics.tapered.views import ruler_view
from tribodex.core.working import number

# What stands on page one, in this order: what was gauged, what was aimed for, what came of it.
HEADLINE = (
    "gauged_clearance",
    "unmounted_clearance",
    "believed_clearance",
    "window",
    "reduction",
    "nut_angle",
    "hoop_stress",
)
_ACCEPTED = {
    "group": "Clearance outside its group",
    "window": "Window",
    "narrow": "Window narrower than feelers can tell",
    "feelers": "Gauge set that cannot prove the window",
    "row": "One row alone, the other cannot be reached,",
}


def record(desk: Desk, state: Tapered) -> Sequence[Section]:
    """The sections of a drive-up; none where none is planned."""
    if state.planned is None:
        return []
    return [_certificate(desk, state), *_behind(desk, state)]


def _certificate(desk: Desk, state: Tapered) -> Section:
    plan, final = state.plan, state.attempt.final_verdict()
    return Section(
        title=f"{plan.bearing.label}, {desk.floats(desk.at).words}",
        lines=tuple(
            f"By hand, locked: {_felt(check)}."
            for a in state.attempts
            for check in a.checks
            if check.locked
        ),
        figures=(*figures(desk, state), *plan.figures),
        verdict=final.overall if final is not None else None,
        page=Page.ONE,
        terms=tuple(_terms(state)),
        counts=tuple(_counts(state)),
        # Where nothing is gauged the angle asked is the aim; where it is, the window is.
        headline=tuple(name for name in HEADLINE if name != "nut_angle" or not plan.method.gauged),
        verdicts=(
            (("Residual", final.residual), ("Reduction", final.reduction))
            if final is not None
            else ()
        ),
        drawing=ruler_view(state, state.window(), state.position()),
        by_name=tuple(
            Named(f"{_ACCEPTED[a.what]} accepted by {a.name}", a.reason) for a in state.accepted
        ),
    )


def _terms(state: Tapered) -> Iterator[tuple[str, str]]:
    plan = state.plan
    b = plan.bearing
    size = " × ".join(number(mm) for mm in (b.bore_mm, b.outside_mm, b.width_mm))
    yield "Bearing", f"{size} mm, {b.group.value}, taper {b.taper.value}"
    yield (
        "Shaft",
        (
            f"{plan.shaft_text}{' mm' if _bare(plan.shaft_text) else ''},"
            f" {plan.seat.value.replace('_', ' ')}"
        ),
    )
    asked = plan.turn_range_deg
    by_hand = (
        f": {number(asked.low)} to {number(asked.high)}°, {plan.range_source}"
        if asked and plan.range_source and not plan.target
        else ""
    )
    yield "Method", f"{plan.method_title}{by_hand}"
    if plan.card:
        yield "Card", _sentence(plan.card_title)
    if plan.feeler is not None:
        # Every set that was read with, the planned one where nothing was read yet.
        used = dict.fromkeys(gauging.set_of(plan) for gauging in state.gaugings) or {
            state.gauge: None
        }
        yield "Feeler set", "; ".join(_set_words(feeler) for feeler in used)


def _set_words(feeler: FeelerSet) -> str:
    checked = f", checked {feeler.checked_on}" if feeler.checked_on else ""
    return f"{feeler.name}{checked}{', measured by micrometer' if feeler.measured_um else ''}"


def _counts(state: Tapered) -> Iterator[tuple[str, str]]:
    driven = _driven(state)
    for attempt in driven:
        yield (
            (f"Attempt {attempt.number}" if len(driven) > 1 else "Nut"),
            f"{attempt.nut_words()}{_ended(attempt)}",
        )


def _behind(desk: Desk, state: Tapered) -> Iterator[Section]:
    plan = state.plan
    closed = [gauging for gauging in state.gaugings if gauging.closed is not None]
    if plan.target is not None:
        rows = tuple(_row(plan, gauging) for gauging in closed)
        columns = (
            "No.",
            "What, where",
            "Nut",
            "Brackets (place and row: passed to stopped, mm)",
            "Mean and uncertainty",
            "Verdict",
        )
        yield Section(
            "Gaugings", () if rows else ("None yet.",), (Table(columns, rows),) if rows else ()
        )
    checks = [(attempt, check) for attempt in state.attempts for check in attempt.checks]
    if checks:
        yield Section(
            "By hand",
            tuple(
                f"At {number(c.nut_deg)}°{', locked' if c.locked else ''}{_which(a)}: {_felt(c)}."
                for a, c in checks
            ),
        )
    driven = _driven(state)
    if driven:
        yield Section(
            "Attempts",
            tuple(f"{a.number}. {_zero_of(a)}Nut: {a.nut_words()}{_ended(a)}." for a in driven),
        )
    procedure = desk.procedures[desk.at]
    card = f"{_sentence(plan.card_title)}: {plan.card_reason}" if plan.card else ""
    washer = WASHER_REASONS[plan.washer] if plan.lock is LockKind.TAB_WASHER else ""
    yield Section(
        "Plan",
        (
            " ".join(
                part
                for part in (
                    f"{procedure.title} ({procedure.id}@{procedure.version}).",
                    card,
                    washer,
                )
                if part
            ),
        ),
    )
    if found := tuple(findings(desk, state)):
        yield Section("Findings", found)


def _row(plan: Plan, gauging: Gauging) -> tuple[str, ...]:
    closed = gauging.closed
    assert closed is not None  # only those
    read = [
        (c.place, c.row.called(c.unmounted), c.bracket.low_um, c.bracket.high_um)
        for c in gauging.cells(plan)
    ]
    brackets = "; ".join(
        f"{place} {row}: {_mm(low)} to {_mm(high)}"
        for place, row, low, high in read
        if low is not None or high is not None
    )
    verdict = closed.initial_verdict or (
        closed.final_verdict.overall if closed.final_verdict else None
    )
    again = f", attempt {gauging.attempt}" if gauging.attempt > 1 else ""
    what = f"{PHASES[gauging.phase]}, {PLACES[gauging.where]}{again}"
    mean, sure = closed.summary.mean_um, closed.summary.uncertainty_um
    return (
        str(gauging.number),
        what,
        gauging.where_words(),
        brackets,
        f"{_both(mean)} ± {_both(sure)}",
        verdict.word if verdict else "",
    )


def _zero_of(attempt: Attempt) -> str:
    # Where blows are struck nothing counts from a mark.
    return "" if attempt.all_blows else f"Zero point: {ZERO_PRIORS[attempt.zero].words}. "


def _driven(state: Tapered) -> list[Attempt]:
    return [attempt for attempt in state.attempts if attempt.zero_set]


def _ended(attempt: Attempt) -> str:
    released = f"; released: {attempt.released}" if attempt.released is not None else ""
    return f"{', locked' if attempt.locked is not None else ''}{released}"


def _which(attempt: Attempt) -> str:
    return f", attempt {attempt.number}" if attempt.number > 1 else ""


def _felt(check: HandChecked) -> str:
    how = (
        "the ring binds"
        if check.swivel == "binds"
        else f"the ring swivels {'freely' if check.swivel == 'freely' else 'with slight drag'}"
    )
    return f"{how}, {'turns freely' if check.turns_freely else 'does not turn freely'}"


def _mm(um: float | None) -> str:
    return "?" if um is None else f"{um / 1000:.3f}"


def _both(um: float | None) -> str:
    return "unknown" if um is None else f"{um / 1000:.3f} mm ({um / 25.4:.1f} thou)"


def _bare(text: str) -> bool:
    try:
        return float(text) != 0
    except ValueError:
        return False


def _sentence(text: str) -> str:
    return f"{text[:1].upper()}{text[1:]}"
