"""Weighing failure marks. The cases are common practice, no source; classes against ISO 15243 from
memory.
"""

from __future__ import annotations

import re
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.failure.marks import Assembly, FailureMarks, split
from tribodex.core.failure.next_look import next_look
from tribodex.core.failure.parts import judge_part
from tribodex.core.failure.weighing import Answered, ComesTo, Standing, Weighing, weigh
from tribodex.core.working import Level
from tribodex.reference import load_reference
from tribodex.reference.failure import failure_marks

REFERENCE = load_reference()
MARKS = REFERENCE.failure_marks
FOLDER = Path(__file__).resolve().parents[2] / "data" / "failure_marks"
CASES = [
    line.split("|")
    for line in (
        (Path(__file__).parents[1] / "data" / "failure_cases.txt").read_text("utf-8").splitlines()
    )
    if line and not line.startswith("#")
]


def answers(text: str, **how: str) -> dict[int, Answered]:
    """`26c 6a`, with how sure by question: `q26="doubtful"`."""
    found: dict[int, Answered] = {}
    for mark in text.split():
        number, letter = split(mark)
        before = found[number].letters if number in found else ()
        found[number] = Answered((*before, letter), how.get(f"q{number}", "seen"))  # type: ignore[arg-type]
    return found


def weighed(text: str, kind: Assembly = Assembly.SPLIT_BLOCK, **how: str) -> Weighing:
    return weigh(MARKS, kind, answers(text, **how))


def score(weighing: Weighing, cause: str) -> float:
    return next(one.score for one in weighing.ranked if one.cause.id == cause)


def standing(weighing: Weighing, cause: str) -> Standing:
    return next(one.standing for one in weighing.ranked if one.cause.id == cause)


@pytest.mark.parametrize(("head", "seen", "tops", "story"), CASES, ids=[case[3] for case in CASES])
def test_the_known_cases(head: str, seen: str, tops: str, story: str) -> None:
    found = re.match(r"\d+([PCUF])", head)
    assert found is not None, story
    weighing = weighed(seen, Assembly(found[1]))
    first, second = tops.rstrip("~").split("/")
    flagged, first = first.endswith("+REM"), first.removesuffix("+REM")
    contenders = weighing.contenders
    if tops.endswith("~"):
        assert weighing.outcome is ComesTo.NOT_SEPARATED
        assert {one.cause.id for one in weighing.leading} == {first, second}
    else:
        assert weighing.outcome is ComesTo.LIKELY
        assert [one.cause.id for one in weighing.leading] == [first]
        others = [one for one in contenders if one.cause.id != first]
        if second == "-":
            assert all(one.score < 2 for one in others)
        else:
            assert second in {one.cause.id for one in others if one.score == others[0].score} | {
                others[0].cause.id,
                others[1].cause.id,
            }
    assert bool(weighing.removal) is flagged


def test_a_sum_that_was_added_by_hand() -> None:
    # Blue and caked, refill missed, a squeal: 1 + 3 + 2 + 2 + 1; and 3 for caked together with
    # overdue, where that stands in a record.
    assert score(weighed("2b 33b 12d 24b"), "DRY") == 1 + 3 + 2 + 2 + 1
    assert score(weighed("2b 33b 12d 24b", q33="recorded"), "DRY") == 1 + 3 + 2 + 2 + 1 + 3
    # A loose screw on a seat with oxide, and a tinted inner ring: 0.5 + 3 + 1 + 1.
    assert score(weighed("28b 15b 13a", Assembly.HOUSED_UNIT), "LSH") == 5.5


# --- What messy evidence must not do. -------------------------------------------------------------


@pytest.mark.parametrize(
    ("seen", "outcome"),
    [
        ("", ComesTo.TOO_LITTLE),
        ("10b", ComesTo.TOO_LITTLE),
        ("2b 33b", ComesTo.TOO_LITTLE),  # strong, but two answers are few
        ("1a 2a 3a 5a 10a 14a", ComesTo.TOO_LITTLE),  # half looked at names no cause
        ("15a 28b 29c", ComesTo.CONTRADICTION),  # a clean seat, and a nut that let go
        ("1d 12e 18c 24a 23a 27a 25e", ComesTo.NONE_FITS),
        ("10c 11a 26a", ComesTo.LIKELY),
        ("6a 24a 8a", ComesTo.POSSIBLE),  # what nothing speaks for is no rival
    ],
)
def test_what_it_comes_to(seen: str, outcome: ComesTo) -> None:
    weighing = weighed(seen)
    assert weighing.outcome is outcome, [
        (one.cause.id, one.score, one.standing) for one in weighing.ranked[:4]
    ]
    assert bool(weighing.leading) is (outcome not in (ComesTo.TOO_LITTLE, ComesTo.NONE_FITS))


def test_dents_of_the_removal_are_not_taken_for_dents_of_the_mounting() -> None:
    before = weighed("10c 24c 36b")
    after = weighed("10c 24c 36b 11c 35b")
    assert standing(before, "OVL") is Standing.LIKELY
    assert after.removal and any("10c" in one.marks for one in after.left_out)
    assert score(after, "OVL") == score(before, "OVL") - 1


def test_a_torch_and_later_rust_are_left_out_with_the_reason() -> None:
    assert score(weighed("12d 2b 35c"), "DRY") == score(weighed("2b 35c"), "DRY")
    weighing = weighed("14b 1c 40b")
    assert [(one.marks, one.why) for one in weighing.left_out] == [
        (("14b",), "the rust came after removal")
    ]


def test_doubt_counts_half_and_never_rules_out() -> None:
    assert score(weighed("28b", q28="doubtful"), "LSH") == 0.5 + 1.5
    sure, doubtful = weighed("15a 13a 24b"), weighed("15a 13a 24b", q15="doubtful")
    assert standing(sure, "LSH") is Standing.RULED_OUT
    assert standing(doubtful, "LSH") is not Standing.RULED_OUT


def test_hearsay_never_rules_out() -> None:
    for cause in MARKS.causes:
        for line in cause.ruled_out:
            asked = [MARKS.question(split(mark)[0]) for mark in line]
            assert all(
                question is not None and question.by != "asked"
                for question in asked
                if question and question.number != 30
            )


def test_a_question_of_another_assembly_does_not_count() -> None:
    assert score(weighed("29b", Assembly.CARTRIDGE), "TIG") == 0.5
    assert standing(weighed("37b 9c 6b"), "CAM") is Standing.RULED_OUT


# --- Properties. ----------------------------------------------------------------------------------

_KIND = st.sampled_from(list(Assembly))
_MARK = st.sampled_from(
    [(question.number, letter) for question in MARKS.questions for letter in question.answers]
)
_HOW = st.sampled_from(["seen", "seen", "seen", "doubtful", "not looked", "destroyed"])
_SEEN = st.lists(st.tuples(_MARK, _HOW), max_size=14).map(
    lambda found: {mark[0]: Answered((mark[1],), how) for mark, how in found}
)
_MASKS = frozenset(mark for one in MARKS.removal.spoils for mark in (one.answer,)) | frozenset(
    MARKS.removal.weights
)


@given(_KIND, _SEEN)
def test_unknown_is_no_evidence(kind: Assembly, seen: dict[int, Answered]) -> None:
    without = {number: said for number, said in seen.items() if said.counts}
    full, bare = weigh(MARKS, kind, seen), weigh(MARKS, kind, without)
    assert [(one.cause.id, one.score, one.standing) for one in full.ranked] == [
        (one.cause.id, one.score, one.standing) for one in bare.ranked
    ]
    assert full.outcome is bare.outcome


def _less(weighing: Weighing) -> set[tuple[str, tuple[str, ...]]]:
    """What counts less because another cause is shown."""
    words = ("counts less", "told, and something seen")
    return {
        (one.cause.id, r.marks)
        for one in weighing.ranked
        for r in one.reasons
        if any(word in r.why for word in words)
    }


@given(_KIND, _SEEN, _MARK)
def test_evidence_for_a_cause_never_lowers_it(
    kind: Assembly, seen: dict[int, Answered], mark: tuple[int, str]
) -> None:
    """Nor does it fall behind a cause for which the same answer says no more.

    Marks of the removal throw others out, and what shows another cause makes its consequences count
    less: both are apart.
    """
    name = f"{mark[0]}{mark[1]}"
    if mark[0] in seen or name in _MASKS:
        return
    before, after = (
        weigh(MARKS, kind, seen),
        weigh(MARKS, kind, seen | {mark[0]: Answered((mark[1],))}),
    )
    if _less(before) != _less(after):
        return
    gained = {one.cause.id: score(after, one.cause.id) - one.score for one in before.ranked}
    for one in before.ranked:
        if (
            one.cause.weights.get(name, (0, ""))[0] <= 0
            or standing(after, one.cause.id) is Standing.RULED_OUT
        ):
            continue
        assert gained[one.cause.id] >= 0
        for other in before.ranked:
            if one.score > other.score and gained[other.cause.id] <= gained[one.cause.id]:
                assert score(after, one.cause.id) > score(after, other.cause.id)


@given(_KIND, _SEEN)
def test_certainty_needs_evidence_and_is_explained(
    kind: Assembly, seen: dict[int, Answered]
) -> None:
    weighing = weigh(MARKS, kind, seen)
    if weighing.outcome is ComesTo.LIKELY:
        [top] = weighing.leading
        assert weighing.counted >= 3
        assert top.score >= 4 and top.score - weighing.contenders[1].score >= 2
    for one in weighing.ranked:
        assert one.score == pytest.approx(
            one.cause.prior + sum(reason.weight for reason in one.reasons)
        )
        assert all(reason.why for reason in one.reasons)


@given(_KIND, _SEEN, st.randoms())
def test_the_order_of_looking_does_not_matter(
    kind: Assembly, seen: dict[int, Answered], random: object
) -> None:
    items = list(seen.items())
    random.shuffle(items)  # type: ignore[attr-defined]
    one, other = weigh(MARKS, kind, seen), weigh(MARKS, kind, dict(items))
    assert [(r.cause.id, r.standing) for r in one.ranked] == [
        (r.cause.id, r.standing) for r in other.ranked
    ]


@given(_KIND, _SEEN)
def test_what_to_look_at_next_is_open_and_parts_the_first_two(
    kind: Assembly, seen: dict[int, Answered]
) -> None:
    weighing = weigh(MARKS, kind, seen)
    found = next_look(MARKS, kind, seen, weighing, ("cleaning",))
    if found is None:
        return
    number = found.question.number
    said = seen.get(number)
    assert said is None or not said.counts
    assert found.question in MARKS.asked_of(kind)
    first, second = (one.cause.weights for one in weighing.contenders[:2])
    differences = [
        first.get(f"{number}{x}", (0, ""))[0] - second.get(f"{number}{x}", (0, ""))[0]
        for x in found.question.answers
    ]
    assert max(differences) - min(differences) >= found.parts_by > 0
    lost = found.question.lost_by == "cleaning" or (said is not None and said.how == "destroyed")
    assert found.lost is lost


def test_next_names_what_would_separate_the_two() -> None:
    seen = answers("14c 31b 24e")
    found = next_look(MARKS, Assembly.SPLIT_BLOCK, seen, weighed("14c 31b 24e"))
    assert (
        found is not None and found.question.number == 11
    )  # no rim, worn floor: vibration; nothing of water
    ties = next_look(MARKS, Assembly.SPLIT_BLOCK, answers("26c 6a 5b"), weighed("26c 6a 5b"))
    assert ties is not None and ties.question.lost_by == "cleaning"


def test_only_destroyed_signs_left_is_said() -> None:
    kept = ("GRS", "DRY")
    marks = replace(
        MARKS, causes=tuple(cause for cause in MARKS.causes if cause.id in kept), consequences=()
    )
    seen = answers("4b 21b 2b")
    parting = {
        q.number
        for q in marks.questions
        if any(f"{q.number}{x}" in c.weights for c in marks.causes for x in q.answers)
    }
    gone = seen | {number: Answered((), "destroyed") for number in parting if number not in seen}
    found = next_look(marks, Assembly.SPLIT_BLOCK, gone, weigh(marks, Assembly.SPLIT_BLOCK, gone))
    assert found is not None and found.lost


# --- Two signs that settle it, hearsay, consequences, and nothing found. --------------------------

# Pairs that settle a cause, as they were written down once more beside the files, by cause (common
# practice, no source).
SETTLED = [
    *(
        "FAT 26c 6a",
        "OVF 25c 33c",
        "GRS 2c 4b",
        "DIR 3b 10b",
        "WAT 1c 14b",
        "VIB 11b 31b",
        "LSH 15c 28b",
        "LHO 16c 17b",
        "TIG 8b 29b",
    ),
    *(
        "TIG 19b 28c",
        "TIG 28c 29b",
        "MIS 9b 18d",
        "CRO 7c 30b",
        "PIN 8c 16d",
        "PIN 8c 17c",
        "MNT 22d 24e",
        "OVL 24c 36b",
    ),
    *("ELE 20b 21c", "ELE 20b 32c", "SKD 22b 36c"),
]


@given(_KIND, _SEEN, st.sampled_from(SETTLED))
def test_what_two_signs_settle_stays_in_the_headline(
    kind: Assembly, seen: dict[int, Answered], line: str
) -> None:
    cause, *pair = line.split()
    asked = {question.number for question in MARKS.asked_of(kind)}
    seen = seen | answers(" ".join(pair))
    weighing = weigh(MARKS, kind, seen)
    gone = {mark for one in weighing.left_out for mark in one.marks}
    if gone & set(pair) or not {split(mark)[0] for mark in pair} <= asked:
        return
    assert standing(weighing, cause) not in (Standing.UNLIKELY,)
    named = [one.cause.id for one in weighing.leading]
    if standing(weighing, cause) is Standing.CONTRADICTED:
        assert weighing.outcome is ComesTo.CONTRADICTION
    elif standing(weighing, cause) is not Standing.RULED_OUT and weighing.counted >= 3:
        assert weighing.outcome is ComesTo.CONTRADICTION or cause in named
    assert all(
        one.standing is not Standing.LIKELY or one.cause.id == cause for one in weighing.ranked
    )


def test_the_files_hold_the_pairs_that_settle() -> None:
    held = {frozenset((cause.id, *pair)) for cause in MARKS.causes for pair in cause.together}
    assert {frozenset(line.split()) for line in SETTLED} | {
        frozenset(("DRY", "2b", "33b")),
        frozenset(("DRY", "2e", "33b")),
    } == held


@pytest.mark.parametrize(
    ("seen", "first"),
    [
        ("29b 28c 2b 33b 1b 12d", "TIG"),  # no clearance left, nut past its mark
        ("20b 32c 24d 2b 33b 1b 12d", "ELE"),  # flutes beside an inverter
        ("20b 21c 2b 33b 1b 12d 24b", "ELE"),
    ],
)
def test_hearsay_and_consequences_do_not_outweigh_what_was_measured(seen: str, first: str) -> None:
    weighing = weighed(seen)
    assert weighing.outcome is ComesTo.LIKELY and weighing.leading[0].cause.id == first
    less = [
        reason
        for one in weighing.ranked
        if one.cause.id == "DRY"
        for reason in one.reasons
        if "counts less" in reason.why
    ]
    assert {mark for reason in less for mark in reason.marks} >= {"2b", "1b"}


def test_a_ring_that_burst_is_not_drowned_by_dry_grease() -> None:
    weighing = weighed("19b 2e 33b 12d")
    assert weighing.outcome is ComesTo.NOT_SEPARATED
    assert [one.cause.id for one in weighing.leading] == ["DRY", "TIG"]


def test_overdue_in_a_record_settles_what_overdue_by_hearsay_does_not() -> None:
    told, written = weighed("2b 33b 12d"), weighed("2b 33b 12d", q33="recorded")
    assert not any(one.settled for one in told.ranked)
    assert [one.cause.id for one in written.ranked if one.settled] == ["DRY"]
    # Both are settled then: neither is most likely.
    both = weighed("29b 28c 2b 33b", q33="recorded")
    assert both.outcome is ComesTo.NOT_SEPARATED and {one.cause.id for one in both.leading} == {
        "TIG",
        "DRY",
    }


def test_a_sure_tone_needs_more_than_what_a_cause_is_thought_of() -> None:
    # 4 against 2; but 1 of the 4 is what dry grease is thought of before anything is seen.
    weighing = weighed("2e 10c 5a")
    assert (score(weighing, "DRY"), score(weighing, "MNT"), score(weighing, "VIB")) == (4, 2, 2)
    assert weighing.outcome is ComesTo.POSSIBLE


def test_words_of_a_cause_never_say_more_than_the_outcome() -> None:
    weighing = weighed("35c 12d 13b 2b")
    assert weighing.outcome is ComesTo.TOO_LITTLE
    assert all(one.standing is not Standing.LIKELY for one in weighing.ranked)


def _all_clean(kind: Assembly) -> str:
    asked = MARKS.asked_of(kind)
    return " ".join(f"{question.number}a" for question in asked if question.none == "a")


@pytest.mark.parametrize("kind", list(Assembly))
def test_all_looked_at_and_nothing_found_is_an_answer(kind: Assembly) -> None:
    assert weighed(_all_clean(kind), kind).outcome is ComesTo.NOTHING_WRONG
    least = " ".join(
        mark
        for mark in MARKS.nothing_wrong
        if split(mark)[0] in {q.number for q in MARKS.asked_of(kind)}
    )
    assert weighed(least, kind).outcome is ComesTo.NOTHING_WRONG
    # What was told proves nothing against it; what was seen does, and so does what nobody looked
    # at.
    assert weighed(f"{least} 33b", kind).outcome is ComesTo.NOTHING_WRONG
    for mark in least.split():
        rest = " ".join(other for other in least.split() if other != mark)
        number = split(mark)[0]
        assert weighed(rest, kind).outcome is not ComesTo.NOTHING_WRONG, mark
        assert (
            weighed(least, kind, **{f"q{number}": "doubtful"}).outcome is not ComesTo.NOTHING_WRONG
        ), mark
        question = MARKS.question(number)
        assert question is not None
        assert all(
            weighed(f"{rest} {number}{x}", kind).outcome is not ComesTo.NOTHING_WRONG
            for x in question.answers
            if x != "a"
        )
    assert weighed(f"{least} 2b", kind).outcome is not ComesTo.NOTHING_WRONG


def test_what_is_under_the_foot_is_a_question_of_its_own() -> None:
    seat, foot = MARKS.question(17), MARKS.question(52)
    assert seat is not None and foot is not None
    assert (
        seat.older == ("d",) and "d" in seat.answers
    )  # said before, it stays readable, and weighs as it did
    assert score(weighed("8c 17d"), "PIN") == score(weighed("8c 52c"), "PIN") == 5
    # A sound seat over a bad foot can be said now.
    assert score(weighed("17a 52c"), "PIN") == 0


MESSY = [
    line.split("|")
    for line in (
        (Path(__file__).parents[1] / "data" / "messy_cases.txt").read_text("utf-8").splitlines()
    )
    if line and not line.startswith("#")
]


@pytest.mark.parametrize(
    ("kind", "seen", "outcome", "causes", "story"), MESSY, ids=[case[4] for case in MESSY]
)
def test_messy_cases(kind: str, seen: str, outcome: str, causes: str, story: str) -> None:
    """Two causes, missing evidence, hearsay, cleaned parts. Where the evidence does not decide, no
    cause is concluded.
    """
    how = {
        f"q{mark[:-2]}": {"?": "doubtful", "!": "recorded"}[mark[-1]]
        for mark in seen.split()
        if mark[-1] in "?!"
    }
    weighing = weighed(" ".join(mark.rstrip("?!") for mark in seen.split()), Assembly(kind), **how)
    assert str(weighing.outcome) == outcome, [
        (one.cause.id, one.score, str(one.standing)) for one in weighing.ranked[:5]
    ]
    assert {one.cause.id for one in weighing.leading} == set(causes.split())


def test_there_are_twenty_messy_cases_and_half_of_them_do_not_decide() -> None:
    assert len(MESSY) >= 20
    assert sum(outcome != "most likely" for _, _, outcome, _, _ in MESSY) >= len(MESSY) / 2


# --- The data themselves. -------------------------------------------------------------------------


def test_the_data_hold_together() -> None:
    assert [question.number for question in MARKS.questions] == list(
        range(1, len(MARKS.questions) + 1)
    )
    assert all(
        "a" in question.answers and question.words.endswith((")", "?"))
        for question in MARKS.questions
    )
    assert {cause.holds for cause in MARKS.causes} == {"mounting", "warns", "nothing"}
    # Every cause can become the most likely one by its own marks.
    for cause in MARKS.causes:
        best: dict[int, tuple[float, str]] = {}
        for mark, (weight, _) in cause.weights.items():
            number, letter = split(mark)
            best[number] = max(best.get(number, (0.0, "")), (weight, letter))
        kind = next(iter(sorted(cause.kinds)))
        weighing = weigh(
            MARKS,
            kind,
            {n: Answered((letter,)) for n, (weight, letter) in best.items() if weight > 0},
        )
        assert score(weighing, cause.id) > 2, cause.id


def test_classes_by_the_standard() -> None:
    # ISO 15243:2017, from memory: the number names its group.
    groups = {
        "5.1": "Rolling contact fatigue",
        "5.2": "Wear",
        "5.3": "orrosion",
        "5.4": "Electrical erosion",
        "5.5": "Plastic deformation",
    }
    for one in MARKS.classes:
        group = groups.get(one.number[:3], "Cracking and fracture")
        assert group in one.group
    assert len(MARKS.classes) == 14


@pytest.mark.parametrize(
    ("file", "old", "new", "words"),
    [
        ("causes", "{26c: 3}", "{26x: 3}", "no question has the answer 26x"),
        ("causes", "- id: DRY", "- id: FAT", "cause FAT stands there twice"),
        ("causes", '["5.1.2"]', '["9.9"]', "no class 9.9"),
        ("questions", "- number: 2\n", "- number: 1\n", "question 1 stands there twice"),
        ("questions", "by: loupe", "by: nose", "questions.yaml"),
        ("removal", "answer: 35c", "answer: 99a", "no question has the answer 99a"),
        ("parts", "clean: [27a]", "clean: [27z]", "no question has the answer 27z"),
    ],
)
def test_a_slip_in_the_files_is_named(
    tmp_path: Path, file: str, old: str, new: str, words: str
) -> None:
    for path in FOLDER.glob("*.yaml"):
        text = path.read_text("utf-8")
        assert path.stem != file or old in text
        (tmp_path / path.name).write_text(
            text.replace(old, new, 1) if path.stem == file else text, "utf-8"
        )
    with pytest.raises(ValueError, match=re.escape(words)):
        failure_marks(tmp_path)


# --- May it go back? ------------------------------------------------------------------------------

CLEAN = "5a 10a 12a 14a 18a 19a 20a 22a 23a"


def _judged(marks: FailureMarks, part: str, seen: dict[int, Answered]) -> tuple[str, Level, str]:
    rule = next(rule for rule in marks.parts if rule.part == part)
    verdict = judge_part(marks, rule, seen)
    return verdict.word, verdict.level, verdict.reason


def test_back_or_scrap() -> None:
    assert _judged(MARKS, "bearing", answers(CLEAN))[:2] == ("fit to go back", Level.GOOD)
    word, level, reason = _judged(MARKS, "bearing", answers(f"{CLEAN} 15c"))
    assert (word, level) == ("scrap", Level.STOP) and "turned on its seat" in reason
    assert _judged(MARKS, "seal", answers("27b"))[0] == "scrap"
    assert _judged(MARKS, "nut", {})[1] is Level.UNKNOWN


@pytest.mark.parametrize("missing", CLEAN.split())
def test_what_was_not_looked_at_never_makes_a_bearing_fit(missing: str) -> None:
    rest = " ".join(mark for mark in CLEAN.split() if mark != missing)
    number = split(missing)[0]
    for seen in (
        answers(rest),
        answers(CLEAN, **{f"q{number}": "doubtful"}),
        answers(rest) | {number: Answered((), "destroyed")},
    ):
        assert _judged(MARKS, "bearing", seen)[:2] == ("not known", Level.UNKNOWN)


@pytest.mark.parametrize(
    "mark",
    [
        mark
        for rule in MARKS.parts
        if rule.part == "bearing"
        for sign in rule.scrap
        for mark in sign.marks
    ],
)
def test_one_sign_scraps_a_bearing_even_a_doubtful_one(mark: str) -> None:
    number = split(mark)[0]
    clean = {n: said for n, said in answers(CLEAN).items() if n != number}
    assert _judged(MARKS, "bearing", clean | answers(mark))[1] is Level.STOP
    word, level, reason = _judged(
        MARKS, "bearing", clean | answers(mark, **{f"q{number}": "doubtful"})
    )
    assert (word, level) == ("scrap", Level.STOP) and "doubtful" in reason
