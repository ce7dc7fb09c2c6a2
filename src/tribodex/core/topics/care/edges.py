"""What must be shown of a bearing that is given into keeping."""

from __future__ import annotations

from tribodex.core.job.asked import CARTRIDGE, RUNNING, STROKE, Family, Likely
from tribodex.core.job.expected import always, between, speed_of_bearing
from tribodex.core.job.proofs import Claim, not_yet
from tribodex.core.job.readback import numbers_in
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.schedule.due import CareKind
from tribodex.core.topics.care import commands as cmd
from tribodex.core.topics.care import facts as ev
from tribodex.core.topics.care.decide import STAGE, bearing_of
from tribodex.core.topics.care.show import due_of
from tribodex.core.topics.care.state import Keeping


def _each_time(desk: Desk, state: Keeping, command: cmd.SetCare) -> Likely | None:
    """A twentieth of the rule 0.005·D·B to twenty times that."""
    bearing = bearing_of(desk, state)
    if bearing is None:
        return None
    usual = 0.005 * bearing.outside_mm * bearing.width_mm
    # An insert with tight seals gets next to nothing.
    least = 0.0 if command.way is ev.CareWay.SEALED_INSERT else round(usual / 20, 2)
    return Likely(least, round(usual * 20, 1), f"about {usual:.2g} g is usual for {bearing.label}")


def _beside_bore(least: float, most: float) -> Expect:
    def expect(desk: Desk, state: Keeping, command: cmd.SayBearing) -> Likely | None:
        bore, _ = numbers_in(Family.LENGTH, command.bore, "bore", command.shown)
        return (
            Likely(least * bore[0], most * bore[0], f"it belongs to a bore of {bore[0]:g} mm")
            if bore
            else None
        )

    return expect


EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.SetCare, "hours_per_day"): "a day has 24 hours: more is refused",
    (cmd.SetCare, "speed"): speed_of_bearing,
    (cmd.SetCare, "temperature"): always(RUNNING),
    (cmd.SetCare, "stroke"): always(STROKE),
    (cmd.SetCare, "interval"): between(
        20.0, 50_000.0, "bearings are greased every 20 to 50 000 hours"
    ),
    (cmd.SetCare, "amount"): _each_time,
    (cmd.SetCare, "strokes"): between(0, 150, "a bearing gets up to 150 strokes"),
    (cmd.SetCare, "cartridge"): always(CARTRIDGE),
    (cmd.SetCare, "season_days"): between(7, 2_000, "at the latest after a week to some years"),
    (cmd.SetCare, "look_days"): between(1, 400, "looked at daily to yearly"),
    (cmd.SayBearing, "bore"): between(3.0, 1_500.0, "bearings here have 3 to 1500 mm bore"),
    (cmd.SayBearing, "outside"): _beside_bore(1.1, 5.0),
    (cmd.SayBearing, "width"): _beside_bore(0.08, 2.5),
}


def claims(desk: Desk, state: Keeping) -> tuple[Claim, ...]:
    """How it is kept is set; what is due once stands open until it is done."""
    made = [
        Claim(
            "care.set",
            "when it is greased and looked at next",
            STAGE,
            desk.at,
            (ev.CareSet,),
            sized=True,
        )
    ]
    for due in due_of(state):
        if due.kind is CareKind.STORED:
            words = f"{due.words}{f', by {due.day:%Y-%m-%d}' if due.day else ''}"
            made.append(
                Claim("care.stored", words, STAGE, desk.at, now=not_yet("stored"), due=True)
            )
    return tuple(made)
