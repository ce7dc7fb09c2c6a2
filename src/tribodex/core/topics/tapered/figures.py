"""The figures of a drive-up that count now, and where leaf and nut part."""

from __future__ import annotations

from dataclasses import replace

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.report import position_result
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.gauging import mean_result
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.running import play_gone_at
from tribodex.core.mounting.window import Window
from tribodex.core.mounting.window_working import half_rule, reduction_result, window_result
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered.parting import apart
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.tell import PLACES
from tribodex.core.working import Result

# Gaugings that are set against the nut's turn.
LATEST_GAUGINGS = 12


def figures(_: Desk, state: Tapered) -> tuple[Result, ...]:
    """The figures that count now, most telling first."""
    return _figures(state, state.window(), state.position())


def findings(_: Desk, state: Tapered) -> tuple[str, ...]:
    """What the plan found, and where leaf and nut angle part beyond their uncertainty."""
    return (*state.plan.findings, *_disagreements(state))


def _figures(state: Tapered, window: Window | None, position: Belief | None) -> tuple[Result, ...]:
    """The figures that count now, most telling first."""
    plan = state.plan
    figures: list[Result] = []
    initial = state.initial_closed()
    gauged = state.gauged()
    if initial is not None and window is not None:
        at_uncertainty = initial.summary.uncertainty_um
        if (
            position is not None
            and plan.nut is not None
            and state.attempt.nut_deg > 0
            and plan.method is not Method.BLOWS
        ):
            since = state.attempt.nut_deg - (gauged[-1].nut_angle_deg if gauged else 0.0)
            start = gauged[-1].mean_um if gauged else initial.summary.mean_um
            if since > 0:
                figures.append(
                    position_result(
                        position, plan.bearing, plan.shaft, plan.nut, since, from_um=start
                    )
                )
        nothing = state.no_play_here()
        if nothing is not None:
            note = (
                f"No measurable clearance: the thinnest feeler, {um_text(nothing.thinnest_um)},"
                " does not go in. That is not a number."
            )
            figures.append(
                Result("gauged_clearance", "Clearance, last gauged", None, "µm", note=note)
            )
        elif gauged:
            last = state.attempt.gaugings
            closed = next(g.closed for g in reversed(last) if g.closed)
            figures.append(mean_result(closed.summary, "Clearance, last gauged"))
            uncertainty = (closed.summary.uncertainty_um**2 + at_uncertainty**2) ** 0.5
            figures.append(
                reduction_result(initial.summary.mean_um, closed.summary.mean_um, uncertainty)
            )
            figures.append(
                play_gone_at(plan.bearing, closed.summary.mean_um, shaft_um=plan.warm_shaft_um)
            )
        unmounted = mean_result(initial.summary, "Unmounted clearance, gauged")
        figures.insert(
            0 if not state.attempt.zero_set else len(figures),
            replace(unmounted, id="unmounted_clearance", verdict=initial.initial_verdict),
        )
        believed = state.unmounted()
        if (
            believed is not None
            and unmounted.value is not None
            and abs(believed.mean_um - unmounted.value) >= 0.5
        ):
            note = (
                "What was gauged, with the group's limits as a soft prior. The window is the one of"
                " this clearance; nothing gauged later changes it."
            )
            figures.append(
                Result(
                    "believed_clearance",
                    "Unmounted clearance, believed",
                    believed.mean_um,
                    "µm",
                    uncertainty=2 * believed.sd_um,
                    note=note,
                )
            )
        if state.stopped_by() != "group":
            figures.append(window_result(window, plan.card_source_id))
        if plan.target is not None and plan.target.share is None:
            figures.append(half_rule(initial.summary.mean_um, plan.target.reduction_um))
    return tuple(figures)


def _disagreements(state: Tapered) -> tuple[str, ...]:
    """Where leaf and nut angle part beyond their uncertainty: a finding of its own."""
    found: list[str] = []
    initial, plan = state.initial_closed(), state.plan
    if initial is None or plan.nut is None:
        return ()
    found.extend(f"Unmounted clearance: {text}" for text in initial.summary.findings)
    # Each costs a belief of its own: those that bear on what is done next.
    for after in state.attempt.gaugings[-LATEST_GAUGINGS:]:
        if after.closed is None:
            continue
        found.extend(after.closed.summary.findings)
        said = apart(state, after)
        if said is not None and abs(said[0] - said[1]) > said[2]:
            way = "more" if said[0] > said[1] else "less"
            found.append(
                f"Gauging {after.number} reads {um_text(abs(said[0] - said[1]))} {way} than the"
                f" nut's turn says, beyond the uncertainty of both ({um_text(said[2])})."
            )
    first = state.initials()[-1:]
    moved = next(
        (g for g in state.attempt.gaugings if g.closed and first and g.where is not first[0].where),
        None,
    )
    if moved is not None:
        found.append(
            f"Gauging {moved.number} was taken {PLACES[moved.where]}, the unmounted clearance"
            f" {PLACES[first[0].where]}: a difference to bear in mind."
        )
    return tuple(found)
