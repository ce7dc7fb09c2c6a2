"""A joint from what was typed: torque by its maker or by grade, what the wrench is set to, and what
speaks against it.
"""

from __future__ import annotations

from dataclasses import asdict, replace
from datetime import date

from tribodex.core.bolts.order import Layout, check
from tribodex.core.bolts.thread import BoltThread, read_thread
from tribodex.core.bolts.torque import BoltFinish, BoltStrength, Into, bolt_torque, engagement
from tribodex.core.bolts.wrench import TorqueWrench, judge_checked, judge_range, wrench_setting
from tribodex.core.counted import parse_whole
from tribodex.core.errors import InvalidInput
from tribodex.core.job.gates import text
from tribodex.core.quantities import LengthUnit, Shown, parse_degrees, parse_torque_nm, read_length
from tribodex.core.topics.bolts import commands as cmd
from tribodex.core.topics.bolts import facts as ev
from tribodex.core.working import Line, Result, Verdict

# A bolt of no length and one longer than a man are slips.
LONG_UM = (1_000.0, 3_000_000.0)


def planned(command: cmd.PlanJoint, bolts: BoltStrength, today: date) -> ev.JointPlan:
    """A joint from what was typed. Raises InvalidInput."""
    joint = text(command.joint, "joint", "base, cap, cover, or its name")
    if command.layout not in set(Layout):
        raise InvalidInput.at("layout", "How do its bolts stand?", ", ".join(Layout))
    layout = Layout(command.layout)
    count = parse_whole(text(command.count, "count", "how many bolts"), "count")
    check(layout, count)
    thread = read_thread(text(command.screw, "screw", "M16, 5/8-11"), "screw")
    torque = _torque(command, thread, bolts)
    wrench = _wrench(command)
    setting = _setting(command, wrench, torque.value or 0.0)
    verdicts = [*_engaged(command, thread)]
    if wrench.name:
        shows = (
            setting.value
            if setting is not None and setting.value is not None
            else torque.value or 0.0
        )
        verdicts += [judge_range(wrench, shows), judge_checked(wrench, today)]
    typed = {k: v for k, v in asdict(command).items() if v}
    return ev.JointPlan(
        joint=joint,
        count=count,
        layout=layout,
        screw=thread.text,
        torque_nm=torque.value or 0.0,
        torque=torque,
        wrench=wrench,
        setting=setting,
        verdicts=tuple(verdicts),
        typed=typed,
    )


def _torque(command: cmd.PlanJoint, thread: BoltThread, bolts: BoltStrength) -> Result:
    """By its maker, with the source; else by grade and how the thread is."""
    if command.torque.strip():
        source = text(
            command.torque_source,
            "torque_source",
            "whose torque it is: sheet of the housing, drawing",
        )
        asked = parse_torque_nm(command.torque, "torque")
        line = Line("T", source, "", "", asked, "N·m", "maker")
        return Result(
            "bolt_torque",
            f"Screw {thread.text}, by its maker",
            round(asked, 1),
            "N·m",
            working=(line,),
            note=f"By {source}.",
        )
    if command.finish not in set(BoltFinish):
        raise InvalidInput.at(
            "finish",
            "Do they go in dry or oiled?",
            f"one of {', '.join(BoltFinish)}; or the maker's torque",
        )
    row = bolts.find(command.grade, thread)
    if row is None:
        raise InvalidInput.at(
            "grade",
            f"No strength is known for {command.grade.strip() or 'no grade'} at {thread.text}.",
            ", ".join(bolts.grades()),
        )
    return bolt_torque(thread, row, BoltFinish(command.finish))


def _engaged(command: cmd.PlanJoint, thread: BoltThread) -> list[Verdict]:
    if not command.engaged.strip():
        return []
    if command.into not in set(Into):
        raise InvalidInput.at("into", "What do they go into?", ", ".join(Into))
    return [
        engagement(
            thread,
            Into(command.into),
            _mm(command.engaged, "engaged", command.shown),
            command.grade,
        )
    ]


def _mm(typed: str, name: str, shown: Shown) -> float:
    return read_length(typed, name, LengthUnit.MM, LONG_UM, shown).mm


def _wrench(command: cmd.PlanJoint) -> TorqueWrench:
    low, high = (
        parse_torque_nm(said, name) if said.strip() else None for name, said in _scale(command)
    )
    if low is not None and high is not None and low >= high:
        raise InvalidInput.at(
            "wrench_to",
            "The scale ends below where it begins.",
            "least and greatest torque on its scale",
        )
    checked = None
    if command.wrench_checked.strip():
        try:
            checked = date.fromisoformat(command.wrench_checked.strip())
        except ValueError:
            raise InvalidInput.at(
                "wrench_checked",
                f"“{command.wrench_checked.strip()}” is no date.",
                "year-month-day, 2026-03-02",
            ) from None
    length = (
        _mm(command.wrench_length, "wrench_length", command.shown)
        if command.wrench_length.strip()
        else None
    )
    return TorqueWrench(command.wrench.strip(), low, high, checked, length)


def _scale(command: cmd.PlanJoint) -> tuple[tuple[str, str], tuple[str, str]]:
    return ("wrench_from", command.wrench_from), ("wrench_to", command.wrench_to)


def _setting(command: cmd.PlanJoint, wrench: TorqueWrench, torque_nm: float) -> Result | None:
    """What the wrench is set to with an extension; None without one."""
    if not command.extension.strip():
        return None
    if wrench.length_mm is None:
        raise InvalidInput.at(
            "wrench_length",
            "An extension asks for the wrench's own length.",
            "drive to the middle of the grip, mm",
        )
    angle = parse_degrees(command.angle, "angle") if command.angle.strip() else 0.0
    found = wrench_setting(
        torque_nm, wrench.length_mm, _mm(command.extension, "extension", command.shown), angle
    )
    straight = "" if command.angle.strip() else " Straight on, in line with the wrench."
    return replace(found, note=f"{found.note}{straight}".strip())
