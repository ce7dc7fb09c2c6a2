"""The next thing to look at, and what follows from what was seen."""

from __future__ import annotations

from collections.abc import Sequence

from tribodex.core.failure.marks import FailureMarks, MarkQuestion, split
from tribodex.core.failure.weighing import ComesTo
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.topic import Desk
from tribodex.core.topics.look.decide import BEFORE_CLEANING, FIRST_ROUND
from tribodex.core.topics.look.moves import LookDo as Do
from tribodex.core.topics.look.state import (
    Look,
    Sight,
    kind_of_assembly,
    overtaken_parts,
    sight,
)


def next_question(desk: Desk, state: Look, found: Sight) -> MarkQuestion | None:
    """The question to ask now: first what cleaning destroys, then a first round, then what would
    part the first two causes.
    """
    marks, kind = desk.book(FailureMarks), kind_of_assembly(desk)

    def open_of(numbers: Sequence[int]) -> MarkQuestion | None:
        asked = [
            number
            for number in numbers
            if number not in found.answered and number not in state.seen
        ]
        return next(
            (
                q
                for number in asked
                if (q := marks.question(number)) is not None and kind in q.kinds
            ),
            None,
        )

    if not state.cleaned and (first := open_of(BEFORE_CLEANING)) is not None:
        return first
    if not state.cleaned:
        return None
    if (sweep := open_of(FIRST_ROUND)) is not None:
        return sweep
    # While nothing is found, the rest of what must be looked at comes first: then that is an
    # answer.
    clean = all(mark[-1] == "a" for mark in _marks_of(found))
    rest = tuple(split(mark)[0] for mark in marks.nothing_wrong)
    if (
        clean
        and found.weighing.outcome is ComesTo.TOO_LITTLE
        and (left := open_of(rest)) is not None
    ):
        return left
    settled = found.weighing.outcome in (ComesTo.LIKELY, ComesTo.NOTHING_WRONG)
    if found.next is None or found.next.lost or settled or found.next.question.number in state.seen:
        return None
    return found.next.question


def _marks_of(found: Sight) -> tuple[str, ...]:
    return tuple(
        f"{number}{letter}"
        for number, said in found.answered.items()
        if said.counts
        for letter in said.letters
    )


def move(desk: Desk, state: Look) -> Move:
    """What to do next with the old bearing."""
    found = sight(desk, state)
    if again := overtaken_parts(desk, state, found):
        part, says = next(iter(again.items()))
        return Move(
            Do.JUDGE_PART, f"Check the {part} again: it was passed", says.reason, stops=True
        )
    if state.concluded is not None and not state.seen_since:
        return _after(state)
    if found.conflicts:
        return Move(Do.SEE_MARK, "Look again: word and marks differ", found.conflicts[0])
    question = next_question(desk, state, found)
    if question is not None:
        return _question_move(question, found, state)
    if not state.cleaned:
        return Move(
            Do.CLEAN_PARTS,
            "Bag some grease; then clean and dry it",
            "What grease and dirt tell has been noted. Wash part by part; look in raking light.",
            "Do not spin it with air, do not brush or polish; gloves: flakes cut.",
        )
    return _conclude_move(found)


def _question_move(question: MarkQuestion, found: Sight, state: Look) -> Move:
    why = "Cleaning destroys it: look now." if question.lost_by and not state.cleaned else ""
    if (
        found.next is not None
        and found.next.question.number == question.number
        and found.weighing.counted >= 3
    ):
        why = f"It would part “{found.next.first.lower()}” from “{found.next.second.lower()}”."
    tool = {
        "loupe": " With the loupe.",
        "gauge": " Measure it.",
        "asked": " Ask who ran it.",
        "eye": "",
    }[question.by]
    return Move(
        Do.SEE_MARK,
        question.words,
        (why + tool).strip() or "A first round over everything that can be seen.",
    )


def _conclude_move(found: Sight) -> Move:
    weighing = found.weighing
    words = [one.cause.words for one in weighing.leading]
    lost = found.next.question.words if found.next is not None and found.next.lost else ""
    match weighing.outcome:
        case ComesTo.LIKELY:
            return Move(
                Do.CONCLUDE_LOOK,
                f"Most likely: {words[0].lower()}",
                "Conclude; what must be put right becomes open points.",
            )
        case ComesTo.POSSIBLE:
            return Move(
                Do.CONCLUDE_LOOK,
                f"Possible: {words[0].lower()}",
                "Not more than possible. Conclude, or look further.",
            )
        case ComesTo.NOT_SEPARATED:
            both = "; or ".join(word.lower() for word in words[:3])
            why = (
                f"What would part them is destroyed: {lost}"
                if lost
                else "Causes chain: more than one may be true. Put all of them right."
            )
            return Move(Do.CONCLUDE_LOOK, f"Not separated: {both}", why)
        case ComesTo.CONTRADICTION:
            clash = weighing.leading[0]
            return Move(
                Do.SEE_MARK,
                f"Contradiction: {clash.cause.words.lower()}",
                "Signs rule it out, and a strong sign speaks for it. Look again at both.",
            )
        case ComesTo.NOTHING_WRONG:
            why = (
                "Everything was looked at, and all of it is as it should be. Conclude, and look"
                " elsewhere."
            )
            return Move(Do.CONCLUDE_LOOK, "Nothing wrong was found on this bearing", why)
        case ComesTo.NONE_FITS:
            return Move(
                Do.CONCLUDE_LOOK,
                "None of the known causes fits",
                "Say so by name, keep the bearing, and ask an engineer.",
            )
        case _:
            why = (
                f"What would tell is destroyed: {lost}"
                if lost
                else "Look at more, or say by name why it ends here."
            )
            return Move(Do.CONCLUDE_LOOK, "Too little to name a cause", why)


def _after(state: Look) -> Move:
    if "bearing" not in state.parts:
        return Move(
            Do.JUDGE_PART,
            "Reuse or scrap? Check the bearing",
            "Then sleeve, nut, washer, seal, housing and fitting.",
        )
    if state.to_scrap:
        part = state.to_scrap[0]
        return Move(
            Do.MAKE_UNUSABLE,
            f"Tag the {part} as scrap, and make it unusable",
            "So that nobody fits it again. Keep it while somebody needs it as evidence.",
        )
    return Move(Ask.NOTHING, "Looked at", "What must be put right first stands in the open points.")
