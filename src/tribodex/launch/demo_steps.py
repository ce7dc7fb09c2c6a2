"""Steps of the demonstration after locking: seats, filling, closing, running in, keeping, stops of
a round; each as many taps as a person makes.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Protocol

from tribodex.core.job import commands as job_cmd
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.seals.kinds import Purpose, SealKind
from tribodex.core.topics import bolts, care, grease, prepare, runin, seals, stock, stop
from tribodex.core.warmth.reading import ReadBy


class Fitter(Protocol):
    """Who does the job."""

    @property
    def desk(self) -> Desk:
        """The job at the bearing that is worked at."""

    def go_to(self, at: str) -> None:
        """To another bearing."""

    def say(self, command: object) -> None:
        """One tap."""


def _aside(fitter: Fitter, step: Mapping[str, Any]) -> None:
    for place in step["places"]:
        fitter.go_to(place)
        for stage in step["stages"]:
            fitter.say(job_cmd.SetStageAside(stage, step["reason"]))


def _seat(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """Two sections in four directions, all of one size."""
    fitter.go_to(step["place"])
    for section in (1, 2):
        for direction in (1, 2, 3, 4):
            fitter.say(prepare.commands.ReadSeat(section, direction, step["size"]))
    fitter.say(prepare.commands.JudgeSeat())


def _out(fitter: Fitter, what: str) -> None:
    """A temporary part comes out again."""
    entry = next(
        part.entry for part in fitter.desk.job.of(stock.TOPIC, SHAFT).still_in if part.what == what
    )
    fitter.say(stock.commands.TakeOut(entry))


def _inboard(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """Seals planned, the inboard ring on before the sleeve."""
    cmd = seals.commands
    fitter.say(
        cmd.PlanSeals(
            seal=SealKind(step["seal"]),
            purpose=Purpose(step["purpose"]),
            sides="both",
            material="NBR",
            speed="92",
            temperature="50 °C",
        )
    )
    fitter.say(cmd.PutRingOn("inboard", step["lip"], True))


def _outboard(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """The outboard ring on, both set in their grooves."""
    cmd = seals.commands
    fitter.say(cmd.SetSeal("inboard", True, True))
    fitter.say(cmd.PutRingOn("outboard", step["lip"], True))
    fitter.say(cmd.SetSeal("outboard", True, True))


def _fill(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """Grease chosen, amounts worked out, packed, every corner as asked."""
    cmd = grease.commands
    fitter.say(
        cmd.ChooseLubricant(
            lubricant="grease",
            name="Mill grease 2",
            thickener="lithium complex",
            old="clean",
            oil="VG 220",
            speed="92",
            temperature="50 °C",
        )
    )
    fitter.say(cmd.PlanFill("middling", **step))
    fitter.say(cmd.PackBearing("full", True))
    plan = fitter.desk.of(grease.TOPIC).planned
    assert plan is not None  # it was planned just before
    for corner, asked in enumerate(plan.asked, 1):
        fitter.say(cmd.FillCorner(corner, f"{asked:g}"))


def _close(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """In line with the load on, base bolt by bolt, gaps, cap bolt by bolt, looked at."""
    cmd = bolts.commands
    fitter.say(cmd.AlignLoaded(step["offset"], step["over"], step["feet"], turned=True))
    wrench: dict[str, Any] = {
        "wrench": "No. 3, 60 to 340 N·m",
        "wrench_from": "60 N·m",
        "wrench_to": "340 N·m",
        "wrench_checked": "2026-08-03",
    }
    fitter.say(
        cmd.PlanJoint(
            "base",
            "2",
            "corners",
            "M16",
            torque="190 N·m",
            torque_source="sheet of the housing",
            **wrench,
        )
    )
    _tighten(fitter, "base")
    fitter.say(cmd.ReadRingGaps(step["toward"], step["away"], "cap_off"))
    fitter.say(
        cmd.PlanJoint(
            joint="cap",
            count="4",
            layout="corners",
            screw="M12",
            grade="8.8",
            finish="oiled",
            into="grey iron",
            engaged="22 mm",
            **wrench,
        )
    )
    _tighten(fitter, "cap")
    fitter.say(cmd.LookRubbing(True))


def _tighten(fitter: Fitter, joint: str) -> None:
    while (due := fitter.desk.of(bolts.TOPIC).joints[joint].next) is not None:
        fitter.say(bolts.commands.TightenBolt(joint, due[1], due[0]))


def _run(fitter: Fitter, step: Mapping[Any, Any]) -> None:
    """Every bearing read at so many minutes."""
    for i, minutes in enumerate(step["minutes"]):
        for place in ("1", "2"):
            warm = f"{step[place][i]} °C"
            fitter.say(
                runin.commands.ReadWarmth(
                    place, warm, ReadBy.THERMOMETER, runin.facts.Noise.EVEN, after=str(minutes)
                )
            )


USUAL = {
    "dirt": "some dust",
    "wet": "dry",
    "shakes": "quiet",
    "stands": "horizontal",
    "path": "groove",
    "hours_per_day": "16",
}


def _care(fitter: Fitter, step: Mapping[str, Any]) -> None:
    asked = {**USUAL, "grease": "Mill grease 2", "look_days": "28", **step}
    fitter.say(care.commands.SetCare(care.facts.CareWay.UNTIL_SHOWS, **asked))


def _care_all(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """Every bearing of the job alike, or only some."""
    asked = {name: value for name, value in step.items() if name != "only"}
    for place in fitter.desk.job.places:
        if place.id in step.get("only", [place.id]):
            fitter.go_to(place.id)
            _care(fitter, asked)


def _stop(fitter: Fitter, step: Mapping[str, Any]) -> None:
    """A stop of a round done as planned, or skipped; `times`: so many times the strokes that are
    asked.
    """
    asked = dict(step)
    fitter.go_to(asked.pop("at"))
    if "skip" in asked:
        fitter.say(stop.commands.SkipStop(asked["skip"]))
        return
    plan = fitter.desk.of(stop.TOPIC).plan
    assert plan is not None  # a round is opened with its stops
    times = asked.pop("times", 1)
    strokes = str(plan.strokes * times) if plan.strokes is not None and "grease" in plan.due else ""
    by = "thermometer" if asked.get("temperature") else ""
    fitter.say(
        stop.commands.DoStop(
            standing="running" if plan.running else "standing",
            strokes=strokes,
            **{"read_by": by, **asked},
        )
    )


AFTER_LOCKING: dict[str, Callable[[Any, Any], None]] = {
    "aside": _aside,
    "seat": _seat,
    "settle_part": _out,
    "inboard": _inboard,
    "outboard": _outboard,
    "fill": _fill,
    "close": _close,
    "run": _run,
    "care": _care,
    "care_all": _care_all,
    "stop": _stop,
}
