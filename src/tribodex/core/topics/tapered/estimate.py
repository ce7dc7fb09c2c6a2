"""Where a bearing is believed to be, from the gaugings of a job: by the nut's turn, or by blows
where nobody counts one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from tribodex.core.adviser.belief import MARK_SD_DEG, Belief
from tribodex.core.adviser.infer import believe
from tribodex.core.adviser.prior import SleeveModel, sleeve_model
from tribodex.core.adviser.reading import Known, Reading
from tribodex.core.adviser.struck import Place, believe_struck
from tribodex.core.adviser.unmounted import believe_unmounted
from tribodex.core.components.bands import Span
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.topics.tapered.attempt import Attempt, Gauging
from tribodex.core.topics.tapered.looks import left_by
from tribodex.core.topics.tapered.plan import Plan


@dataclass(frozen=True)
class Before:
    """What is known before anything is driven: the plan, the gaugings of the unmounted clearance
    that count, and the group's limits.
    """

    plan: Plan
    initials: Sequence[Gauging]
    group_um: Span | None

    def spans(self) -> list[tuple[Span, ...]]:
        """The brackets of each gauging."""
        return [spans for gauging in self.initials if (spans := gauging.spans(self.plan))]

    def measured(self, further: Sequence[Gauging] = ()) -> bool:
        """Whether every set that was read with was measured by micrometer."""
        return all(
            gauging.set_of(self.plan).measured_um is not None
            for gauging in (*self.initials, *further)
        )


def unmounted(before: Before) -> Known | None:
    """The unmounted clearance that is believed; None before it was gauged."""
    evidence = before.spans()
    return believe_unmounted(evidence, before.group_um, before.measured()) if evidence else None


def by_turns(
    before: Before,
    attempt: Attempt,
    used: Sequence[Gauging],
    nut_deg: float,
    mark_var_deg2: float,
    *,
    looked: bool = True,
) -> Belief | None:
    """From the gaugings of an attempt, carried on by the nut's turn; None without an unmounted
    clearance or a pitch. Not `looked`: by readings alone, whatever was seen at the parts.
    """
    plan, initial = before.plan, before.spans()
    if not initial or plan.nut is None:
        return None
    used = [gauging for gauging in used if gauging.spans(plan)]
    readings = [
        Reading(g.nut_deg, g.spans(plan), g.mark_var_deg2, g.correction_sd_um) for g in used
    ]
    since = max(0.0, mark_var_deg2 - (used[-1].mark_var_deg2 if used else 0.0))
    # From the last reading on a turn is one with its own mark, also the first one of all.
    if nut_deg > (used[-1].nut_deg if used else 0.0) + 1e-9:
        since = max(since, MARK_SD_DEG**2)
    model = model_of(plan, attempt, looked)
    return believe(
        model,
        initial,
        readings,
        nut_deg,
        since,
        group_um=before.group_um,
        leaves_measured=before.measured(used),
    )


def model_of(plan: Plan, attempt: Attempt, looked: bool = True) -> SleeveModel:
    """What is believed of the drive-up before it is gauged, with what was looked at. Raises
    ValueError without a nut.
    """
    nut, hydraulic = plan.nut, plan.hydraulic
    if nut is None:
        raise ValueError("without a pitch there is no model of the drive-up")
    start = (
        hydraulic.start_drive_mm
        if hydraulic is not None and attempt.zero is ZeroPoint.START_PRESSURE
        else 0.0
    )
    model = sleeve_model(plan.bearing, plan.shaft, nut.pitch_mm, attempt.zero, start)
    left = left_by(attempt.looked().values()) if looked else {}
    return replace(model, left=tuple(sorted(left.items()))) if left else model


def struck(
    before: Before, attempt: Attempt, used: Sequence[Gauging], further: int = 0
) -> Belief | None:
    """Where nobody counts a turn: every gauging of the attempt and the blows between them; after
    `further` blows like the last.

    What a further counted turn takes (to the tab) follows from the pitch, as ever.
    """
    plan, initial = before.plan, before.spans()
    if not initial or plan.nut is None:
        return None
    model = sleeve_model(plan.bearing, plan.shaft, plan.nut.pitch_mm, ZeroPoint.FIRM, 0.0)
    places, blows, tool = [], 0, 1
    for gauging in used:
        if spans := gauging.spans(plan):
            places.append(
                Place(gauging.blows - blows, gauging.tool != tool, spans, gauging.correction_sd_um)
            )
            blows, tool = gauging.blows, gauging.tool
    since = attempt.all_blows - blows + further
    return believe_struck(
        model,
        initial,
        places,
        since,
        attempt.tool != tool,
        group_um=before.group_um,
        leaves_measured=before.measured(used),
    )
