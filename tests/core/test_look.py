"""The look at an old bearing as a part of a job: evidence first, causes by weight, points that hold
the mounting, scrap that stays scrap.
"""

from __future__ import annotations

import math

import pytest

from tests import proved
from tests.benches.shaft import ShaftBench
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.failure.raceway import DamageSign, Face
from tribodex.core.failure.weighing import ComesTo
from tribodex.core.job import ahead, rail
from tribodex.core.job.commands import AddNote, ClosePoint, ConfirmGate, Correct
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.topics import removal
from tribodex.core.topics.look import TOPIC
from tribodex.core.topics.look import commands as cmd
from tribodex.core.topics.look.show import LookWork
from tribodex.core.topics.look.state import Look, sight
from tribodex.core.topics.removal import commands as off
from tribodex.core.working import Level

STARVED = ("2b", "33b", "12d", "24b")


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.do(ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))
    return made


def state(bench: ShaftBench) -> Look:
    return bench.desk().here("1").of(TOPIC)


def see(bench: ShaftBench, *marks: str, how: str = "seen") -> None:
    for mark in marks:
        bench.do(cmd.SeeMark(int(mark[:-1]), mark[-1], how), at="1")  # type: ignore[arg-type]


def headline(bench: ShaftBench) -> str:
    return TOPIC.move(bench.desk().here("1"), state(bench)).headline


def view(bench: ShaftBench) -> LookWork:
    found = TOPIC.view(bench.desk().here("1"), state(bench))
    assert isinstance(found, LookWork)
    return found


def outcome(bench: ShaftBench) -> ComesTo:
    return sight(bench.desk().here("1"), state(bench)).weighing.outcome


def points(bench: ShaftBench) -> list[str]:
    return [point.text for point in bench.job.open_points.values()]


# --- Evidence first. ------------------------------------------------------------------------------


def test_what_release_and_cleaning_destroy_is_asked_first(bench: ShaftBench) -> None:
    asked = []
    while (number := view(bench).next_question) is not None and not state(bench).cleaned:
        asked.append(number)
        bench.do(cmd.SeeMark(number, "", "not looked"), at="1")
    assert asked == [29, 28, 1, 2, 3]
    assert headline(bench).startswith("Bag some grease")
    bench.do(cmd.CleanParts(), at="1")
    assert view(bench).next_question == 26
    with pytest.raises(Refused, match="clean already"):
        bench.do(cmd.CleanParts(), at="1")


def test_cleaned_away_is_not_asked_again(bench: ShaftBench) -> None:
    bench.do(cmd.CleanParts(), at="1")
    asked = set()
    while (number := view(bench).next_question) is not None:
        asked.add(number)
        bench.do(cmd.SeeMark(number, "a"), at="1")
    assert not asked & {1, 2, 3}
    # Whoever noted it before may still say so.
    see(bench, "2b")


def test_after_the_first_round_the_marks_lead(bench: ShaftBench) -> None:
    bench.do(cmd.CleanParts(), at="1")
    see(bench, "26a", "5a", "8a", "10c", "12a", "14c", "19a", "18a", "15a", "16a")
    asked = sight(bench.desk().here("1"), state(bench)).next
    assert asked is not None and view(bench).next_question == asked.question.number
    move = TOPIC.move(bench.desk().here("1"), state(bench))
    assert asked.first.lower() in move.why and asked.second.lower() in move.why


# --- What was seen. -------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("command", "field", "words"),
    [
        (cmd.SeeMark(10, "z"), "letters", "no answer"),
        (cmd.SeeMark(10, ""), "letters", "no answer"),
        (cmd.SeeMark(26, "ab"), "letters", "Only one"),
        (cmd.SeeMark(10, "ab"), "letters", "cannot both be true"),
        (cmd.SeeMark(10, "b", "destroyed"), "letters", "Either"),
        (cmd.CountRollers("many"), "rollers", "whole number"),
        (cmd.CountRollers("2"), "rollers", "whole number"),
        (cmd.CountRollers("19.5"), "rollers", "whole number"),
        (cmd.PointLoad("sideways"), "at", "clock"),
        (cmd.MarkFinding(Face.OUTER, DamageSign.DENT, "30", row="3"), "row", "row"),
        (cmd.MarkFinding(Face.BORE, DamageSign.OXIDE, "30", row="1"), "row", "no rows"),
        (cmd.MarkFinding(Face.OUTER, DamageSign.PATH, "0", "360", width="400 mm"), "width", "wide"),
        (cmd.MarkFinding(Face.OUTER, DamageSign.DENT, "30", to="500"), "to", "turn"),
        (cmd.JudgePart("gearbox", True), "part", "bearing"),
        (cmd.JudgePart("nut", True), "sign", "which sign"),
        (cmd.ConcludeLook("XYZ", "Orla Finch", "so"), "causes", "no cause"),
    ],
)
def test_what_cannot_be_is_refused_beside_its_entry(
    bench: ShaftBench, command: object, field: str, words: str
) -> None:
    before = len(bench.log)
    with pytest.raises(InvalidInput) as refused:
        bench.do(command, at="1")
    [named] = refused.value.fields
    assert named.name == field
    assert words in f"{named.message} {named.expected}"
    assert len(bench.log) == before


def test_unknown_questions_and_those_of_other_assemblies(bench: ShaftBench) -> None:
    with pytest.raises(NotFound, match="question 99"):
        bench.do(cmd.SeeMark(99, "a"), at="1")
    with pytest.raises(Refused, match="not asked at this kind"):
        bench.do(cmd.SeeMark(37, "b"), at="1")


def test_two_answers_at_once_and_a_doubtful_one(bench: ShaftBench) -> None:
    bench.do(cmd.SeeMark(1, "b, e"), at="1")
    bench.do(cmd.SeeMark(2, "b", "doubtful"), at="1")
    assert bench.log[-2].fact == bench.job.effective[bench.log[-2].seq]
    assert [(one.question, one.letters, one.how) for one in view(bench).answers] == [
        (1, ("b", "e"), "seen"),
        (2, ("b",), "doubtful"),
    ]
    assert TOPIC.tell(bench.log[-2].fact) == "What colour is the grease? black and it glitters."
    assert TOPIC.tell(bench.log[-1].fact) == "How is the grease? dry or caked, doubtful."


def test_how_it_came_off_is_known_from_taking_it_off(bench: ShaftBench) -> None:
    bench.do(off.SayTight(Ring.INNER), at="1")
    bench.do(off.ChooseWay(WayOff.RELEASE), at="1")
    bench.do(off.BackNutOff("3 mm", True), at="1")
    bench.do(ConfirmGate("way_clear", ("fingers", "in_line")), at="1")
    bench.do(off.SayOff("with one blow"), at="1")
    assert bench.desk().here("1").of(removal.TOPIC).off is not None
    assert [(one.question, one.letters, one.measured) for one in view(bench).answers] == [
        (35, ("a",), True)
    ]
    see(bench, "35b")
    assert [(one.question, one.letters, one.measured) for one in view(bench).answers] == [
        (35, ("b",), False)
    ]


# --- Findings on the unrolled raceway. ------------------------------------------------------------


def dent(bench: ShaftBench, *at: float) -> None:
    for deg in at:
        bench.do(cmd.MarkFinding(Face.OUTER, DamageSign.DENT, f"{deg:g}", row="1"), at="1")


def test_dents_that_are_marked_answer_how_they_are_spread(bench: ShaftBench) -> None:
    bench.do(cmd.CountRollers("18"), at="1")
    dent(bench, *(20.0 * k + 5 for k in range(7)))
    assert (10, ("c",), True) in [
        (one.question, one.letters, one.measured) for one in view(bench).answers
    ]
    assert "roller pitch (20.0°)" in view(bench).measured[0]


def test_word_and_marks_that_differ_stop_the_headline_until_one_gives_way(
    bench: ShaftBench,
) -> None:
    bench.do(cmd.CleanParts(), at="1")
    see(bench, "10b", "3b", "27b", "1e")
    assert outcome(bench) is ComesTo.LIKELY  # hard dirt
    bench.do(cmd.CountRollers("18"), at="1")
    dent(bench, *(20.0 * k + 5 for k in range(7)))
    assert headline(bench) == "Look again: word and marks differ"
    assert view(bench).verdict.level is Level.STOP
    with pytest.raises(InvalidInput, match="differ"):
        bench.do(cmd.ConcludeLook(), at="1")
    see(bench, "10c")
    assert headline(bench) != "Look again: word and marks differ"


def test_a_finding_is_said_again_or_withdrawn(bench: ShaftBench) -> None:
    bench.do(cmd.MarkFinding(Face.OUTER, DamageSign.PATH, "110", "250", "1"), at="1")
    entry = bench.log[-1].seq
    assert (8, ("a",)) in [(one.question, one.letters) for one in view(bench).answers]
    bench.do(
        Correct(
            entry, "goes all round", cmd.MarkFinding(Face.OUTER, DamageSign.PATH, "0", "360", "1")
        ),
        at="1",
    )
    assert (8, ("b",)) in [(one.question, one.letters) for one in view(bench).answers]
    assert view(bench).findings[0].entry == entry
    with pytest.raises(InvalidInput, match="stays at its place"):
        bench.do(
            Correct(
                entry, "other face", cmd.MarkFinding(Face.INNER, DamageSign.PATH, "0", "360", "1")
            ),
            at="1",
        )
    bench.do(Correct(entry, "a shadow", None, withdraw=True), at="1")
    assert view(bench).findings == ()


def test_faces_are_drawn_to_scale(bench: ShaftBench) -> None:
    lengths = {strip.face: strip.length_mm for strip in view(bench).strips}
    assert lengths[Face.OUTSIDE] == pytest.approx(math.pi * 160)
    bench.do(cmd.PointLoad("6 o'clock"), at="1")
    assert view(bench).load_deg == 180


# --- What it comes to. ----------------------------------------------------------------------------


def test_what_must_be_put_right_holds_the_mounting(bench: ShaftBench) -> None:
    bench.do(cmd.CleanParts(), at="1")
    see(bench, *STARVED)
    bench.do(cmd.ConcludeLook(), at="1")
    [point] = bench.job.open_points.values()
    assert (
        point.text.startswith("Before another one goes in: Clear the line")
        and point.blocks == "mount"
    )
    for gate_id in ("to_gauge", "which_way", "fit_up"):
        gate, _ = bench.desk("1").gate(gate_id)
        bench.do(ConfirmGate(gate_id, tuple(item.id for item in gate.items)), at="1")
    task = next(
        t for t in rail.tasks(bench.desk()) if (t.stage.id, t.at) == ("initial_clearance", "1")
    )
    assert ahead.move_at(bench.desk("1"), task).do == "held"
    assert rail.held(bench.desk(), task.stage, "2") == ""
    with pytest.raises(InvalidInput):
        bench.do(ClosePoint(point.number, "", "Orla Finch"))
    bench.do(ClosePoint(point.number, "line is renewed tomorrow", "Orla Finch"))
    closed = bench.job.closed_points[point.number]
    assert closed.closed == "accepted by Orla Finch: line is renewed tomorrow"
    assert ahead.move_at(bench.desk("1"), task).do == "gauge_initial"


def test_warnings_are_open_points_that_hold_nothing(bench: ShaftBench) -> None:
    see(bench, "2d", "33c", "25c", "27c")
    bench.do(cmd.ConcludeLook(), at="1")
    [point] = bench.job.open_points.values()
    assert "Open the drain" in point.text and point.blocks == ""


def test_a_life_that_was_used_up_asks_for_nothing(bench: ShaftBench) -> None:
    see(bench, "26c", "6a", "5b", "24a")
    bench.do(cmd.ConcludeLook(), at="1")
    assert points(bench) == []
    concluded = state(bench).concluded
    assert concluded is not None and [cause.words for cause in concluded.causes] == [
        "Its life is used up"
    ]


def test_no_evidence_no_conclusion_without_a_name(bench: ShaftBench) -> None:
    with pytest.raises(InvalidInput) as refused:
        bench.do(cmd.ConcludeLook(), at="1")
    assert refused.value.fields[0].name == "decided_by"
    with pytest.raises(InvalidInput) as refused:
        bench.do(cmd.ConcludeLook("DRY", "Orla Finch"), at="1")
    assert refused.value.fields[0].name == "reason"
    bench.do(cmd.ConcludeLook("", "Orla Finch", "ring was cut up before anyone looked"), at="1")
    assert "no cause named. Decided by Orla Finch" in view(bench).concluded
    assert points(bench) == []


def test_another_cause_than_the_marks_speak_for_is_a_decision(bench: ShaftBench) -> None:
    see(bench, *STARVED)
    with pytest.raises(InvalidInput):
        bench.do(cmd.ConcludeLook("WAT"), at="1")
    bench.do(cmd.ConcludeLook("dry, wat", "Orla Finch", "flooded last spring"), at="1")
    assert len(points(bench)) == 2


def test_seen_later_the_look_is_concluded_again_and_no_point_comes_twice(bench: ShaftBench) -> None:
    bench.do(cmd.CleanParts(), at="1")
    see(bench, *STARVED)
    bench.do(cmd.ConcludeLook(), at="1")
    see(bench, "29b", "8b", "28c")
    assert view(bench).since
    bench.do(cmd.ConcludeLook("DRY, TIG", "Orla Finch", "both"), at="1")
    assert [text.split(": ")[1].split(" (")[0] for text in points(bench)] == [
        "Clear the line to the bearing; set dose and interval",
        "Measure the shaft; new sleeve; set the clearance, and let a second person check it",
    ]


# --- What becomes of the parts. -------------------------------------------------------------------


def test_scrap_goes_back_only_by_name_and_is_made_unusable_with_proof(bench: ShaftBench) -> None:
    see(bench, *STARVED)
    with pytest.raises(InvalidInput, match="Scrap"):
        bench.do(cmd.JudgePart("bearing", True, "looks fine"), at="1")
    bench.do(cmd.JudgePart("bearing", False), at="1")
    assert proved.due(bench.desk().here("1"), TOPIC) == [
        "bearing: scrap, and not made unusable yet"
    ]
    with pytest.raises(Refused, match="evidence until the cause is known"):
        bench.do(cmd.MakeUnusable("bearing", "cut", "photo 3"), at="1")
    bench.do(cmd.ConcludeLook(), at="1")
    assert proved.stage(bench.desk().here("1"), TOPIC) is None
    with pytest.raises(InvalidInput) as refused:
        bench.do(cmd.MakeUnusable("bearing", "both rings cut", ""), at="1")
    assert refused.value.fields[0].name == "proof"
    bench.do(cmd.MakeUnusable("bearing", "both rings cut", "seen by Orla Finch"), at="1")
    assert proved.due(bench.desk().here("1"), TOPIC) == []
    with pytest.raises(Refused, match="unusable already"):
        bench.do(cmd.MakeUnusable("bearing", "again", "again"), at="1")
    with pytest.raises(Refused, match="not scrapped"):
        bench.do(cmd.MakeUnusable("nut", "cut", "seen"), at="1")


def test_a_bearing_nobody_looked_at_goes_back_only_by_name(bench: ShaftBench) -> None:
    with pytest.raises(InvalidInput, match="Not known"):
        bench.do(cmd.JudgePart("bearing", True, "clean"), at="1")
    see(bench, "5a", "10a", "12a", "14a", "18a", "19a", "20a", "22a", "23a")
    bench.do(cmd.JudgePart("bearing", True), at="1")
    assert state(bench).parts["bearing"].advised.level is Level.GOOD
    bench.do(cmd.JudgePart("nut", True, "thread and face sound"), at="1")
    assert {one.part: one.fit for one in view(bench).parts}["nut"] is True


def test_the_record_says_what_was_seen_with_every_weight(bench: ShaftBench) -> None:
    assert TOPIC.record(bench.desk().here("1"), state(bench)) == []
    see(bench, *STARVED)
    bench.do(cmd.PointLoad("180"), at="1")
    dent(bench, 30)
    bench.do(AddNote("smelled burnt"))
    bench.do(cmd.ConcludeLook(), at="1")
    bench.do(cmd.JudgePart("bearing", False), at="1")
    [section] = TOPIC.record(bench.desk().here("1"), state(bench))
    assert section.verdict is not None and section.verdict.word == "most likely"
    seen, places, causes = section.tables
    assert len(seen.rows) == 5  # four answers, and a single dent from what was marked
    assert places.rows == (("outer raceway", "dent at 30°, row 1", ""),)
    cause, stands, total, weights = causes.rows[0]
    assert (cause, stands, total) == ("Starved, or its grease was too old", "most likely", "9")
    assert "dry or caked (cake has lost oil) +3" in weights and "together" not in weights
    assert any(line.startswith("Bearing: scrap. It was hotter") for line in section.lines)


CLEAN = ("5a", "8a", "10a", "12a", "14a", "15a", "16a", "18a", "19a", "20a", "22a", "23a", "39a")


def test_a_part_that_was_passed_is_checked_again_when_a_sign_to_scrap_it_is_seen(
    bench: ShaftBench,
) -> None:
    see(bench, *CLEAN, "27a")
    bench.do(cmd.JudgePart("bearing", True), at="1")
    bench.do(cmd.JudgePart("seal", True), at="1")
    see(bench, "21c")
    part = next(one for one in view(bench).parts if one.part == "bearing")
    assert (
        part.overtaken
        and part.fit
        and part.advised.level is Level.STOP
        and "Eaten by current" in part.advised.reason
    )
    move = TOPIC.move(bench.desk().here("1"), state(bench))
    assert move.stops and move.headline == "Check the bearing again: it was passed"
    assert "bearing: passed, seen otherwise since" in proved.due(bench.desk().here("1"), TOPIC)
    assert any(
        "Seen since it was passed" in line
        for line in TOPIC.record(bench.desk().here("1"), state(bench))[0].lines
    )
    with pytest.raises(InvalidInput, match="Scrap"):
        bench.do(cmd.JudgePart("bearing", True), at="1")
    bench.do(cmd.JudgePart("bearing", False), at="1")
    assert not any(one.overtaken for one in view(bench).parts)


def test_what_a_pass_rested_on_taken_back_is_checked_again(bench: ShaftBench) -> None:
    see(bench, *CLEAN)
    bench.do(cmd.JudgePart("bearing", True), at="1")
    bench.do(cmd.SeeMark(19, "", "not looked"), at="1")
    [stale] = [one for one in view(bench).parts if one.overtaken]
    assert stale.part == "bearing" and "not so any more" in stale.advised.reason
    see(bench, "19a")
    assert not any(one.overtaken for one in view(bench).parts)


def test_one_that_goes_back_by_name_is_checked_again_only_for_another_sign(
    bench: ShaftBench,
) -> None:
    see(bench, "10b")
    bench.do(cmd.JudgePart("bearing", True, "", "Orla Finch", "spare for the test rig"), at="1")
    assert not any(one.overtaken for one in view(bench).parts)
    see(bench, "20b")
    assert [one.part for one in view(bench).parts if one.overtaken] == ["bearing"]


def test_nothing_wrong_is_concluded_without_a_name_and_points_elsewhere(bench: ShaftBench) -> None:
    bench.do(cmd.CleanParts(), at="1")
    asked = []
    while (number := view(bench).next_question) is not None:
        asked.append(number)
        bench.do(cmd.SeeMark(number, "a"), at="1")
    assert outcome(bench) is ComesTo.NOTHING_WRONG and set(asked) >= {20, 22, 23, 39}
    assert headline(bench) == "Nothing wrong was found on this bearing"
    bench.do(cmd.ConcludeLook(), at="1")
    [point] = points(bench)
    assert "elsewhere" in point
    bench.do(cmd.SeeMark(21, "a"), at="1")
    bench.do(cmd.ConcludeLook(), at="1")
    assert len(points(bench)) == 1
    with pytest.raises(InvalidInput):
        bench.do(cmd.ConcludeLook("DRY"), at="1")


def test_a_rival_is_not_concluded_without_a_name_while_two_signs_settle_another(
    bench: ShaftBench,
) -> None:
    see(bench, "1c", "14b", "29b", "28c", "8b")
    with pytest.raises(InvalidInput):
        bench.do(cmd.ConcludeLook("TIG"), at="1")
    bench.do(cmd.ConcludeLook(), at="1")
    concluded = state(bench).concluded
    assert concluded is not None and {cause.id for cause in concluded.causes} == {"TIG", "WAT"}


def test_what_stands_in_a_record_is_said_so(bench: ShaftBench) -> None:
    see(bench, "33b", how="recorded")
    assert state(bench).seen[33].words.endswith("overdue, by the record.")
    with pytest.raises(InvalidInput, match="looked at"):
        see(bench, "10b", how="recorded")


def test_without_a_plan_questions_are_answered_and_places_wait(bench: ShaftBench) -> None:
    assert {strip.width_mm for strip in view(bench).strips} == {40}
    with pytest.raises(InvalidInput) as refused:
        bench.do(cmd.MarkFinding(Face.OUTER, DamageSign.PATH, "0", "360", middle="41 mm"), at="1")
    assert "40 mm wide" in refused.value.fields[0].message
