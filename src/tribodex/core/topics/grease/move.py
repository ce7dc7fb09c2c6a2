"""What to do next while a bearing is greased."""

from __future__ import annotations

from tribodex.core.grease.housing import oil_level
from tribodex.core.job.moves import Ask, Move, stopped_by
from tribodex.core.job.topic import Desk
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.decide import gauging_left, packs
from tribodex.core.topics.grease.moves import GreaseDo as Do
from tribodex.core.topics.grease.state import Greasing
from tribodex.core.working import Level, number

TWO_PEOPLE = "Two people: one at the nozzle, one at the lever."
SKIN = (
    "Grease under pressure goes through skin: no hand before a nozzle. It looks harmless: a surgeon"
    " at once."
)


def move(desk: Desk, state: Greasing) -> Move:
    """What to do next."""
    if state.as_made is not None:
        return Move(Ask.NOTHING, "It stays as its maker greased it", state.as_made.text)
    if state.chosen is None or not state.chosen_right:
        if state.chosen is not None:
            mixes = state.chosen.mixes
            return stopped_by(
                Do.CHOOSE_LUBRICANT, mixes, "Clean it out, or another grease; then say so."
            )
        why = packs(desk)
        asked = (
            f"The bearing came {why}: it is not packed; the housing may be."
            if why
            else "Compare the number on the tin with what is asked for."
        )
        return Move(Do.CHOOSE_LUBRICANT, "What goes in? Name on the tin", asked)
    if state.chosen.kind == "oil":
        return _oil(desk, state)
    if state.planned is None:
        why = (
            "Bearing and housing are two amounts: the bearing is packed full, the housing only in"
            " part. Its charge feeds the bearing while it runs: none, and the bearing's own pack"
            " runs dry; filled up, it churns and heats."
        )
        return Move(Do.PLAN_FILL, "How much goes where?", why)
    return _filling(desk, state, state.planned)


def _filling(desk: Desk, state: Greasing, plan: ev.FillPlan) -> Move:
    if plan.verdict is not None and plan.verdict.level is Level.STOP and not state.corners:
        return stopped_by(Do.PLAN_FILL, plan.verdict, "Another share, or what its sheet says.")
    if not state.packed_right:
        if state.packed is not None:
            return stopped_by(Do.PACK_BEARING, state.packed.verdict)
        note = (
            " Feelers still go in: wipe the rollers where they are gauged, or pack after locking."
            if gauging_left(desk)
            else ""
        )
        why = (
            f"By hand, between all rollers, both rows, through the cage; turn it as it fills.{note}"
        )
        return Move(
            Do.PACK_BEARING,
            "Pack the bearing",
            why,
            "Dirt is the third way to kill it: clean hands, clean tin, lid on.",
        )
    corner = state.next_corner
    if corner is not None:
        return _corner(state, plan, corner)
    if state.stored and state.tagged is None:
        why = (
            "Filled up for storage: who starts it must know. Turned by hand now and then until it"
            " runs."
        )
        return Move(Do.TAG_STORED, "Tag it: drain and run in before service", why)
    return Move(
        Ask.NOTHING, "Greased", "Bearing packed, housing filled as planned. Lid on the tin."
    )


def _corner(state: Greasing, plan: ev.FillPlan, corner: int) -> Move:
    said = state.corners.get(corner)
    if said is not None and said.verdict.level is Level.STOP:
        return Move(
            Do.FILL_CORNER,
            f"Stop: {said.verdict.word}, corner {corner}",
            said.verdict.reason,
            stops=True,
        )
    asked = plan.asked[corner - 1]
    if plan.gun is None and plan.counted:
        why = f"Of the sheet's gun: weigh ten strokes of yours, and compare. {TWO_PEOPLE}"
        return Move(Do.FILL_CORNER, f"Corner {corner}: {asked:g} strokes", why, SKIN)
    if plan.gun is None:
        return Move(
            Do.FILL_CORNER,
            f"Corner {corner}: {number(asked)} g",
            "By hand or spatula, beside the bearing, not into its way.",
            "",
        )
    tin = (
        f" {plan.measured.cartridges} cartridge{'s' if plan.measured.cartridges != 1 else ''} in"
        " all."
        if plan.measured.cartridges
        else ""
    )
    count = f"{asked:g} stroke{'s' if asked != 1 else ''}"
    gun = plan.gun.name or "this gun"
    why = f"{number(asked * plan.gun.stroke_g)} g here, evenly over all corners.{tin} {TWO_PEOPLE}"
    return Move(Do.FILL_CORNER, f"Corner {corner}: {count} of {gun}", why, SKIN)


def _oil(desk: Desk, state: Greasing) -> Move:
    if state.oil is not None:
        bad = next((verdict for verdict in state.oil.verdicts if verdict.level is Level.STOP), None)
        if bad is None:
            return Move(
                Ask.NOTHING,
                "Filled with oil",
                "Level right, channels open. Look again after the first hour of running.",
            )
        return stopped_by(Do.FILL_OIL, bad)
    fitted = desk.fitted(desk.at)
    level = (
        oil_level(fitted.bearing.bore_mm, fitted.bearing.outside_mm) if fitted is not None else None
    )
    where = (
        f"{number(level.value or 0)} mm below the middle of the shaft"
        if level is not None
        else "to the middle of the lowest roller"
    )
    why = (
        "At standstill, to the middle of the lowest roller. The mark of the sight glass and the"
        " maker's word go first."
    )
    return Move(
        Do.FILL_OIL,
        f"Oil up to {where}",
        why,
        "Return channels and the levelling channel under the seat open; drain plug tight.",
    )
