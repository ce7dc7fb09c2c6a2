"""What must be shown of the grease of a bearing, and what ends a stop there."""

from __future__ import annotations

from tribodex.core.components.straight import StraightKind
from tribodex.core.grease.housing import SPACE_SHARE, FillCode, mass_room_kg
from tribodex.core.grease.thickener import ThickenerCode
from tribodex.core.job.alarms import AnsweredBy, again
from tribodex.core.job.asked import CARTRIDGE, RUNNING, STROKE, Likely
from tribodex.core.job.expected import NUMBERED, always, between, by_size, speed_of_bearing
from tribodex.core.job.proofs import Claim, What, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.grease import commands as cmd
from tribodex.core.topics.grease import facts as ev
from tribodex.core.topics.grease.decide import STAGE, OilWorkCode
from tribodex.core.topics.grease.plan import GreasingCode
from tribodex.core.topics.grease.state import Greasing
from tribodex.core.working import Level

ANSWERS: dict[str, AnsweredBy] = {
    **again(
        ThickenerCode,
        ev.LubricantChosen,
        by_name=False,
        way="Clean it out, or another grease; then say so.",
    ),
    **again((GreasingCode.NOT_PACKED, GreasingCode.NOT_FULL), ev.BearingPacked),
    **again((GreasingCode.TOO_MUCH_HERE, GreasingCode.TOO_LITTLE_HERE), ev.CornerFilled),
    **again(
        (FillCode.TOO_LOW, FillCode.TOO_HIGH, OilWorkCode.CHANNEL_CLOSED, OilWorkCode.NOT_LEVEL),
        ev.OilFilled,
        ev.LubricantChosen,
    ),
}
# A bearing may be packed before it is mounted: only what is safe comes first.
GATED: dict[type, str] = {cmd.ChooseLubricant: "make_safe"}
HELD: dict[type, str] = dict.fromkeys(cmd.COMMANDS, STAGE)


def _corner(desk: Desk, state: Greasing, command: cmd.FillCorner) -> Likely | None:
    plan = state.planned
    if plan is None or not 1 <= command.corner <= len(plan.asked):
        return None
    asked = plan.asked[command.corner - 1]
    counted = "strokes" if plan.in_strokes else ""
    return Likely(
        0.0, max(asked * 4, 3.0), f"{asked:g} {counted or 'g'} are planned for this corner", counted
    )


def _mass(desk: Desk, state: Greasing, command: cmd.PlanFill) -> Likely | None:
    """What a bearing of its size weighs; an insert, whose inner ring is the wider one, less."""
    fitted = desk.fitted(desk.at)
    if fitted is None:
        return None
    b = fitted.bearing
    low, high = mass_room_kg(b.bore_mm, b.outside_mm, b.width_mm)
    return Likely(
        round(low * (0.6 if b.kind is StraightKind.INSERT_BALL else 1.0), 3),
        round(high, 3),
        f"a bearing of its size weighs {low:.3g} to {high:.3g} kg",
    )


def _space(share: tuple[float, float], what: str) -> Expect:
    """A share of D²·B (cm³ or g)."""

    def expect(desk: Desk, state: Greasing, command: cmd.PlanFill) -> Likely | None:
        fitted = desk.fitted(desk.at)
        if fitted is None:
            return None
        size = fitted.bearing.outside_mm**2 * fitted.bearing.width_mm / 1000
        return Likely(
            round(share[0] * size, 1),
            round(share[1] * size),
            f"{what}; this bearing is {fitted.bearing.outside_mm:g} mm outside",
        )

    return expect


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.ChooseLubricant, "speed"): speed_of_bearing,
    (cmd.ChooseLubricant, "temperature"): always(RUNNING),
    (cmd.PlanFill, "stroke"): always(STROKE),
    (cmd.PlanFill, "cartridge"): always(CARTRIDGE),
    (cmd.PlanFill, "mass"): _mass,
    (cmd.PlanFill, "sheet"): _space(
        (0.01, 5.0), "a housing takes some share of the space round its bearing"
    ),
    (cmd.PlanFill, "sheet_stroke"): always(STROKE),
    (cmd.PlanFill, "seals"): _space((0.0, 1.5), "two labyrinths take less than a housing"),
    (cmd.PlanFill, "volume"): _space(SPACE_SHARE, "the space beside a bearing goes with its size"),
    (cmd.PlanFill, "housing"): by_size(
        "outside_mm", 0.95, 3.0, "a housing is a little wider inside than the ring"
    ),
    (cmd.PlanFill, "inside"): by_size(
        "width_mm", 0.8, 8.0, "a housing's inside is one to some widths"
    ),
    (cmd.PlanFill, "share"): between(5.0, 100.0, "a housing is filled by 20 to 100 %"),
    (cmd.PlanFill, "corners"): between(1, 8, "a housing has 2 to 8 corners"),
    (cmd.FillCorner, "corner"): NUMBERED,
    (cmd.FillCorner, "amount"): _corner,
    (cmd.FillOil, "below"): by_size("outside_mm", 0.0, 0.7, "oil stands at the lowest roller"),
}


def claims(desk: Desk, state: Greasing) -> tuple[Claim, ...]:
    """What goes in fits; bearing packed, each corner filled; or oil at its level; or it came
    greased.
    """
    at = desk.at
    if state.as_made is not None:
        return (
            Claim(
                "grease.as_made",
                "greased by its maker",
                STAGE,
                at,
                (ev.LeftAsMade,),
                what=What.GREASED,
            ),
        )
    chosen = Claim(
        "grease.chosen",
        "what goes in suits here",
        STAGE,
        at,
        (ev.LubricantChosen,),
        what=What.GREASED,
    )
    # Said of another oil, a level is that of a housing which has been drained since.
    if state.chosen is not None and state.chosen.kind == "oil":
        now = (
            not_yet("Filled before this oil was chosen, or not at all.")
            if state.oil is None
            else None
        )
        return (
            chosen,
            Claim(
                "grease.oil",
                "oil at its level",
                STAGE,
                at,
                (ev.OilFilled,),
                now=now,
                what=What.GREASED,
                sized=True,
            ),
        )
    plan = state.planned
    share = (
        plan.verdict
        if plan is not None and plan.verdict is not None and plan.verdict.level is Level.STOP
        else None
    )
    anew = (
        not_yet("Packed before this was chosen or planned, or not at all.")
        if state.packed is None
        else None
    )
    made = [
        chosen,
        Claim(
            "grease.planned",
            "how much goes where",
            STAGE,
            at,
            (ev.FillPlanned,),
            now=share,
            what=What.GREASED,
            sized=True,
        ),
        Claim(
            "grease.packed",
            "bearing packed",
            STAGE,
            at,
            (ev.BearingPacked,),
            now=anew,
            what=What.GREASED,
        ),
    ]
    for corner in range(1, (plan.corners if plan is not None else 0) + 1):
        now = (
            not_yet("Filled by another plan, or not at all.")
            if corner not in state.corners
            else None
        )
        made.append(
            Claim(
                "grease.corner",
                f"corner {corner} filled",
                STAGE,
                at,
                (ev.CornerFilled,),
                f"corner {corner}",
                now=now,
                what=What.GREASED,
            )
        )
    if state.stored:
        made.append(
            Claim("grease.tagged", "tagged: filled for storage", STAGE, at, (ev.StorageTagged,))
        )
        words = "filled up for storage: turn by hand now and then; drain and run in before service"
        made.append(Claim("grease.stored", words, STAGE, at, now=not_yet("stored"), due=True))
    return tuple(made)
