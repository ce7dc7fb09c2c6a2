"""A plan for a cam follower, from what a person gave."""

from __future__ import annotations

from dataclasses import asdict, dataclass

from tribodex.core.bolts.thread import BoltThread
from tribodex.core.components.bearing import Group
from tribodex.core.components.straight import Closure, StraightBearing, StraightKind
from tribodex.core.follower.stud import Clamp, Mount, StudRow, Thread, clamp_result
from tribodex.core.job.asked import Family
from tribodex.core.job.expected import beside, torque_for
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics.follower.facts import FollowerPlan
from tribodex.core.working import Result
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED

# Its sheet does not say for which thread its torque is.
SILENT = "silent"
ROLLER_UM, STUD_UM, WIDTH_UM = (8_000.0, 400_000.0), (3_000.0, 200_000.0), (4_000.0, 300_000.0)


@AS_TYPED
@dataclass(frozen=True)
class FollowerDraft:
    """What a person gave, as typed. Empty text means: not given. A maker's torque comes with the
    state of its thread and its source.
    """

    mount: str = ""
    roller: str = ""
    stud: str = ""
    width: str = ""
    torque: str = ""
    torque_thread: str = ""
    torque_source: str = ""
    regreased: str = ""
    meant: str = ""


def follower_plan(reference: Reference, draft: FollowerDraft) -> FollowerPlan:
    """Resolve a draft into a plan. Raises InvalidInput with every field to correct."""
    errors = Collector(draft.meant)
    mount = errors.choice(
        Mount, draft.mount, "mount", question="Is it carried by a stud or by a pin in a fork?"
    )
    roller = errors.take(lambda: read_length(draft.roller, "roller", LengthUnit.MM, ROLLER_UM).mm)
    row = reference.studs.find(roller) if roller is not None else None
    stud = _stud(errors, draft, row if mount is Mount.STUD else None)
    width = errors.take(lambda: read_length(draft.width, "width", LengthUnit.MM, WIDTH_UM).mm)
    if roller is not None and stud is not None and stud >= roller:
        errors.add(
            "stud",
            f"A stud or pin of {stud:g} mm in a roller of {roller:g} mm cannot be.",
            f"below {roller:g} mm",
        )
    if roller is not None:
        errors.expect(
            "width",
            draft.width,
            Family.LENGTH,
            beside(roller, 0.2, 1.5, "the roller's diameter is"),
        )
        errors.expect(
            "stud", draft.stud, Family.LENGTH, beside(roller, 0.15, 0.9, "the roller's diameter is")
        )
    if stud is not None:
        errors.expect(
            "torque",
            draft.torque,
            Family.TORQUE,
            torque_for(BoltThread(f"a stud of {stud:g} mm", stud, stud * 0.1, True)),
        )
    clamp = _clamp(errors, draft, row) if mount is Mount.STUD else None
    if draft.regreased.strip() not in ("yes", "no"):
        errors.add(
            "regreased", "Will it be regreased in service? The plug hangs on it.", "yes or no"
        )
    errors.check()
    assert (
        mount is not None and roller is not None and stud is not None and width is not None
    )  # checked
    # Its inside is sealed or not as the maker has it; nothing of a follower is heated here.
    size = StraightBearing(
        bore_mm=stud,
        outside_mm=roller,
        width_mm=width,
        group=Group.CN,
        closure=Closure.OPEN,
        basic_code="",
        designation=f"cam follower {roller:g} × {width:g} mm",
        kind=StraightKind.CAM_FOLLOWER,
    )
    thread = row.thread if row is not None and mount is Mount.STUD else ""
    return FollowerPlan(
        size=size,
        mount=mount,
        thread=thread,
        clamp=clamp,
        regreased=draft.regreased.strip() == "yes",
        given={k: v for k, v in asdict(draft).items() if v},
    )


def _stud(errors: Collector, draft: FollowerDraft, row: StudRow | None) -> float | None:
    if draft.stud.strip():
        return errors.take(lambda: read_length(draft.stud, "stud", LengthUnit.MM, STUD_UM).mm)
    if row is not None:
        return row.stud_mm
    errors.add(
        "stud",
        "The stud's or pin's diameter is needed: the table has no stud for this roller.",
        "mm or in, from the part or its list",
    )
    return None


def _clamp(errors: Collector, draft: FollowerDraft, row: StudRow | None) -> Clamp | None:
    """The maker's torque where one was typed in, else the table's."""
    if draft.torque.strip():
        torque = errors.take(lambda: parse_torque_nm(draft.torque, "torque"))
        # The maker's value is dry or oiled: asked, never assumed; a sheet may be silent, and then
        # it is asked until somebody knows.
        silent = draft.torque_thread.strip() == SILENT
        thread = None if silent else errors.choice(Thread, draft.torque_thread, "torque_thread")
        if not draft.torque_source.strip():
            errors.add(
                "torque_source", "Where does the torque come from?", "the maker's sheet, page"
            )
        return (
            Clamp(torque, thread, draft.torque_source.strip())
            if torque is not None and (thread is not None or silent)
            else None
        )
    if row is None:
        errors.add(
            "torque",
            "The table has no clamp torque for this roller.",
            "the maker's, with its unit, and whether for a dry or an oiled thread",
        )
        return None
    return Clamp(row.oiled_nm, Thread.OILED, "cam_follower_stud")


@dataclass(frozen=True)
class FollowerSheet:
    """A plan worked out without keeping it."""

    label: str
    mount: str
    thread: str
    figures: tuple[Result, ...]
    remembered_once: bool


def follower_sheet(reference: Reference, draft: FollowerDraft) -> FollowerSheet:
    """The targets of a draft. Raises InvalidInput with every field to correct."""
    plan = follower_plan(reference, draft)
    row = reference.studs.find(plan.size.outside_mm)
    figures = (clamp_result(plan.clamp),) if plan.clamp is not None else ()
    once = (
        row is not None
        and row.once
        and plan.clamp is not None
        and plan.clamp.source == "cam_follower_stud"
    )
    return FollowerSheet(plan.size.label, plan.mount.words, plan.thread, figures, once)
