"""What a job covers: stages left out at opening, needs that say so, firm gates that stand, work
away from the machine.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from tests.helpers import BEGIN, DRAFT, MemoryStore
from tests.usecases.walker import SAID, Walker
from tribodex.core.components.shaft import Seat
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import rail
from tribodex.core.job.facts import PlaceFitted
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import What
from tribodex.core.job.scope import Scope
from tribodex.core.removal.ways import Ring
from tribodex.core.seals.kinds import Purpose, SealKind
from tribodex.core.topics import HOUSE
from tribodex.core.topics.grease import commands as fill
from tribodex.core.topics.insert import commands as renew
from tribodex.core.topics.removal import commands as off
from tribodex.core.topics.runin import commands as run
from tribodex.core.topics.seals import TOPIC
from tribodex.core.topics.seals import commands as seal
from tribodex.core.topics.seals.plan import bearing_stays
from tribodex.core.topics.seals.state import Seals
from tribodex.usecases.books import Reference
from tribodex.usecases.jobs import desk_of
from tribodex.usecases.opening import open_job
from tribodex.usecases.orders import BearingOrder, Order
from tribodex.usecases.planning.fitted import FittedDraft
from tribodex.usecases.planning.inserts import InsertDraft
from tribodex.usecases.ports import Tap
from tribodex.usecases.record import record


@pytest.mark.parametrize("scope", Scope)
def test_a_scope_leaves_out_what_it_does_not_cover_and_never_make_safe(
    reference: Reference, scope: Scope
) -> None:
    walker = Walker(reference, scope)
    states = walker.stages()
    assert states["make_safe"] == rail.NOW and scope.words
    covered = {stage for stage, state in states.items() if state != rail.ASIDE}
    assert (covered == set(states)) == (scope is Scope.WHOLE)
    assert ("close_housing" in covered) == (scope in (Scope.WHOLE, Scope.GREASE_AND_CLOSE))
    assert ("drive_up" in covered) == (scope in (Scope.WHOLE, Scope.MOUNTING))
    assert "not covered" in walker.job.job.aside.get(("read_marks", "1"), "not covered")


def test_grease_and_close_what_others_mounted(reference: Reference) -> None:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE)
    with pytest.raises(Refused, match="Make the machine safe"):
        walker.say(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"))
    walker.gate("safe")
    walker.say(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"))
    walker.gate("ready_to_start")
    with pytest.raises(Refused, match="say by name that it is on its seat"):
        walker.say(run.BumpDirection(True))
    walker.say(
        *(
            job_cmd.StateDone(what.value, "P. Arden", "his sheet of this morning")
            for what in (What.ON, What.LOCKED)
        )
    )
    with pytest.raises(Refused, match="Cap and base a pair"):
        walker.say(run.BumpDirection(True))
    page = record(reference, walker.job)
    assert [line.split(",")[0] for line in page.stated] == [
        "on its seat",
        "locked",
    ] and page.outcome is None
    assert any(one.word == "not covered" and "Drive up" in one.title for one in page.proven)


def test_what_was_left_out_can_be_taken_up(reference: Reference) -> None:
    walker = Walker(reference, Scope.SEAL)
    walker.say(job_cmd.TakeStageUp("fill"))
    assert walker.stages()["fill"] != rail.ASIDE


def test_away_from_the_machine_isolation_is_not_asked_and_page_one_says_so(
    reference: Reference,
) -> None:
    walker = Walker(reference, Scope.REMOVE_AND_LOOK, "shaft lies on blocks in the workshop")
    assert walker.stages()["make_safe"] == rail.DONE
    assert record(reference, walker.job).off_machine == "shaft lies on blocks in the workshop"


def test_running_has_no_condition_of_isolation(reference: Reference) -> None:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE)
    due = [
        gate.id
        for gate, _ in rail.gates_up_to(desk_of(reference, walker.job, SHAFT), "start_up", SHAFT)
    ]
    assert "safe" not in due
    due = [
        gate.id
        for gate, _ in rail.gates_up_to(desk_of(reference, walker.job, "1"), "close_housing", "1")
    ]
    assert due == ["safe"]


# --- What others mounted. -------------------------------------------------------------------------


def test_a_job_without_mounting_says_what_is_fitted_there(reference: Reference) -> None:
    walker = Walker(reference, Scope.GREASE_AND_CLOSE, plan=SAID)
    fitted = desk_of(reference, walker.job, "1").fitted("1")
    assert fitted is not None and (
        fitted.bearing.bore_mm,
        fitted.bearing.outside_mm,
        fitted.shaft.diameter_mm,
    ) == (90, 160, 80)
    stages = walker.stages()
    assert {stage for stage, state in stages.items() if state == rail.ASIDE} == {
        "take_stock",
        "line_up",
        "as_found",
        "removal",
        "read_marks",
    }
    assert "set_on" not in stages and "drive_up" not in stages
    walker.gate("safe")
    walker.say(fill.ChooseLubricant("grease", "Mill grease", "lithium", "clean"))
    walker.say(
        fill.PlanFill("middling", mass="3.4 kg", housing="170 mm", inside="90 mm", corners="2")
    )
    plan = walker.job.job.of(HOUSE.by_name["grease"], "1").planned
    # By another path: solid ring less steel, times the share of a middling pace.
    assert plan is not None and plan.bearing.value is not None and 0 < plan.bearing.value < 500
    page = record(reference, walker.job)
    assert page.bearing == "22218 K C3" and page.mountings == ()


def test_what_is_fitted_is_said_again_and_what_hangs_on_it_follows(reference: Reference) -> None:
    walker = Walker(reference, Scope.SEAL, plan=SAID)
    walker.say(job_cmd.SayFitted("22220 K C3", "90 mm", seat="adapter_sleeve"))
    said = next(event.seq for event in walker.job.log if isinstance(event.fact, PlaceFitted))
    fitted = desk_of(reference, walker.job, "1").fitted("1")
    assert fitted is not None and fitted.bearing.bore_mm == 100
    walker.say(
        job_cmd.Correct(
            said,
            "read the other ring",
            job_cmd.SayFitted("22217 K C3", "75 mm", seat="adapter_sleeve"),
        )
    )
    fitted = desk_of(reference, walker.job, "1").fitted("1")
    assert (
        fitted is not None and fitted.bearing.bore_mm == 85 and fitted.seat is Seat.ADAPTER_SLEEVE
    )
    with pytest.raises(Refused, match="cannot be withdrawn"):
        walker.say(job_cmd.Correct(said, "wrong", None, withdraw=True))


@pytest.mark.parametrize(
    ("draft", "field"),
    [
        (FittedDraft(shaft="80 mm"), "designation"),
        (replace(SAID, shaft=""), "shaft"),
        (replace(SAID, shaft="800 mm"), "shaft"),
        (replace(SAID, designation="our own"), "bore"),
        (replace(SAID, designation="our own", bore="90", outside="160"), "width"),
        (replace(SAID, designation="our own", bore="90", outside="160", width="40"), "design"),
        (
            replace(
                SAID, designation="our own", bore="90", outside="80", width="40", design="spherical"
            ),
            "outside",
        ),
        (replace(SAID, seat="a stone"), "seat"),
    ],
)
def test_what_is_fitted_needs_what_nobody_can_guess(
    reference: Reference, draft: FittedDraft, field: str
) -> None:
    with pytest.raises(InvalidInput) as refused:
        Walker(reference, Scope.GREASE_AND_CLOSE, plan=draft)
    assert refused.value.fields[0].name.rpartition(".")[2] == field


def test_a_seal_alone_needs_the_shaft_and_not_the_bearing(reference: Reference) -> None:
    walker = Walker(reference, Scope.SEAL, plan=FittedDraft(shaft="80 mm"))
    assert desk_of(reference, walker.job, "1").fitted("1") is None and bearing_stays(
        desk_of(reference, walker.job, "1")
    )
    whole = seal.PlanSeals(
        SealKind.SHAFT_SEAL, Purpose.KEEP_DIRT, "inboard", "NBR", "300", "50 °C", inner="whole"
    )
    walker.say(whole)
    assert any(
        line.verdict.word == "bearing in the way"
        for line in TOPIC.view(desk_of(reference, walker.job, "1"), _seals(walker)).lines
    )
    walker.say(replace(whole, inner="split"))
    plan = _seals(walker).plan
    # π·80·300/60000
    assert plan is not None and plan.figure("lip_speed") == (1.26, None)
    with pytest.raises(InvalidInput) as refused:
        Walker(reference, Scope.SEAL, plan=FittedDraft())
    assert refused.value.fields[0].name.rpartition(".")[2] == "shaft"


def _seals(walker: Walker) -> Seals:
    return walker.job.job.of(TOPIC, "1")


def test_taking_off_asks_what_it_sits_on_before_a_way_is_weighed(reference: Reference) -> None:
    walker = Walker(reference, Scope.REMOVE_AND_LOOK, plan=replace(SAID, seat=""))
    walker.gate("safe")
    with pytest.raises(Refused, match="What does the bearing sit on"):
        walker.say(off.SayTight(Ring.INNER))
    walker.say(job_cmd.SayFitted("22218 K C3", "80 mm", seat="cylindrical"))
    walker.say(off.SayTight(Ring.INNER))


def test_a_plan_goes_before_what_is_said(reference: Reference) -> None:
    with pytest.raises(Refused, match="follows from its plan"):
        Walker(reference, Scope.WHOLE).say(job_cmd.SayFitted("22220 K C3", "90 mm"))


def test_what_others_mounted_is_not_mounted(reference: Reference) -> None:
    order = Order("", (BearingOrder("m-1-a", SAID),))
    with pytest.raises(InvalidInput) as refused:
        open_job(
            MemoryStore(),
            reference,
            "job-0001",
            order,
            Tap("open-0001", "Tester", BEGIN),
            recorded_at=BEGIN,
        )
    assert refused.value.fields[0].name.rpartition(".")[2] == "fitted"


BENCH = InsertDraft(insert="208", iron="grey", grit="no", regreased="yes")


def test_an_insert_at_the_bench_is_its_own_job_without_isolation(reference: Reference) -> None:
    walker = Walker(reference, Scope.WHOLE, plan=BENCH)
    states = walker.stages()
    assert {stage for stage, state in states.items() if state not in (rail.ASIDE, rail.DONE)} == {
        "replace_insert"
    }
    desk = desk_of(reference, walker.job, "1")
    *_, (gate, _) = rail.gates_up_to(desk, "replace_insert", "1")
    walker.gate(gate.id)
    walker.say(renew.TakeInsertOut(False))
    assert record(reference, walker.job).off_machine == "the housing is on the bench"


@pytest.mark.parametrize("plan", [DRAFT, SAID], ids=["mounted here", "by others"])
def test_nothing_is_done_before_anything_was_done(reference: Reference, plan: Any) -> None:
    for scope in Scope:
        if scope in (Scope.WHOLE, Scope.MOUNTING) and plan is SAID:
            continue
        states = Walker(reference, scope, plan=plan).stages()
        assert [stage for stage, state in states.items() if state == rail.DONE] == [], scope


@pytest.mark.parametrize("scope", Scope)
def test_an_insert_alone_is_whole_whatever_scope_is_asked_for(
    reference: Reference, scope: Scope
) -> None:
    """Nothing of a shaft is asked, nothing is isolated; and nothing of it is left out, or an empty
    job would read in order.
    """
    walker = Walker(reference, scope, plan=BENCH)
    assert (
        walker.stages()["replace_insert"] == rail.NOW and walker.stages()["make_safe"] == rail.DONE
    )


def test_an_insert_on_the_bench_does_not_go_with_what_stands_at_the_machine(
    reference: Reference,
) -> None:
    order = Order("", (BearingOrder("m-1-a", BENCH), BearingOrder("m-1-b", DRAFT)), whole=True)
    with pytest.raises(InvalidInput) as refused:
        open_job(
            MemoryStore(),
            reference,
            "job-0001",
            order,
            Tap("open-0001", "Tester", BEGIN),
            recorded_at=BEGIN,
        )
    assert "bearings" in [field.name for field in refused.value.fields]
