"""A bearing driven up its taper: gauged with leaves, by the nut's turn, or with a hydraulic nut;
then locked.
"""

from __future__ import annotations

from tribodex.core.components.bands import Span
from tribodex.core.components.lock_nut import LockKind
from tribodex.core.job.facts import Fact
from tribodex.core.job.places import Fitted
from tribodex.core.job.topic import Topic
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.decide import NAME, decide, judge
from tribodex.core.topics.tapered.edges import ANSWERS, EXPECTS, GATED, HELD, NEEDS, TAPS, claims
from tribodex.core.topics.tapered.figures import figures, findings
from tribodex.core.topics.tapered.fold import blank, fold
from tribodex.core.topics.tapered.move import move
from tribodex.core.topics.tapered.moves import Do
from tribodex.core.topics.tapered.plan import CONDITIONS
from tribodex.core.topics.tapered.record import record
from tribodex.core.topics.tapered.said import said
from tribodex.core.topics.tapered.stages import STAGES
from tribodex.core.topics.tapered.state import Tapered
from tribodex.core.topics.tapered.tell import tell
from tribodex.core.topics.tapered.work import view


def _fitted(state: Tapered) -> Fitted | None:
    plan = state.planned
    if plan is None:
        return None
    washer = plan.washer_thickness_mm
    return Fitted(
        bearing=plan.bearing,
        shaft=plan.shaft,
        shaft_text=plan.shaft_text,
        seat=plan.seat,
        housed_unit=plan.housed_unit,
        drive_up_mm=plan.drive_up_mm,
        # A plate or a clip holds the nut from outside; a washer lies under it.
        between_mm=(
            Span(0.0, 0.0)
            if plan.lock is not LockKind.TAB_WASHER
            else Span(washer, washer)
            if washer is not None
            else None
        ),
        pitch_mm=plan.nut.pitch_mm if plan.nut is not None else None,
    )


def _conditions(state: Tapered) -> frozenset[str]:
    return state.planned.conditions if state.planned is not None else frozenset()


_MADE_BY: dict[type[Fact], type] = {
    ev.GaugingClosed: cmd.CloseGauging,
    ev.OutsideAccepted: cmd.AcceptOutside,
}
_ENTRIES: dict[type[Fact], type] = {
    ev.GaugingStarted: cmd.StartGauging,
    ev.LeafTried: cmd.TryLeaf,
    ev.ZeroSet: cmd.SetZero,
    ev.NutTurned: cmd.TurnNut,
    ev.BlowsStruck: cmd.StrikeBlows,
    ev.NutSeated: cmd.SeatNut,
    ev.LookedAt: cmd.LookAt,
    ev.HandChecked: cmd.HandCheck,
    ev.TabSeen: cmd.SeeTab,
    ev.Locked: cmd.Lock,
}

TOPIC: Topic[Tapered] = Topic(
    name=NAME,
    stages=STAGES,
    per_shaft=False,
    facts=ev.FACTS,
    commands=cmd.COMMANDS,
    blank=blank,
    fold=fold,
    decide=decide,
    claims=claims,
    needs=NEEDS,
    answers=ANSWERS,
    expects=EXPECTS,
    gated=GATED,
    held=HELD,
    taps=TAPS,
    move=move,
    do=Do,
    tell=tell,
    view=view,
    record=record,
    entries=_ENTRIES,
    made_by=_MADE_BY,
    said=said,
    kept=(ev.GaugingStarted, ev.ZeroSet, ev.Locked),
    judged=(ev.GaugingClosed, ev.NoPlayFound, ev.NutSeated, ev.HandChecked, ev.Locked),
    judge=judge,
    figures=figures,
    findings=findings,
    conditions=_conditions,
    every_condition=CONDITIONS,
    fitted=_fitted,
    may_revise=lambda state: (
        state.planned is not None and not state.initial and not state.attempt.zero_set
    ),
    restarted=lambda reason: f"Released from the sleeve: {reason}. A new attempt begins.",
)
