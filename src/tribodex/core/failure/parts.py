"""May a part go back, or is it scrap? By what was seen; what was not looked at stays unknown."""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum

from tribodex.core.failure.marks import FailureMarks, PartRule
from tribodex.core.failure.weighing import Answered
from tribodex.core.working import Level, Verdict


class PartCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BY_EYE = "part.by_eye"
    NOT_KNOWN = "part.not_known"
    SCRAP = "part.scrap"
    CHECK_AGAIN = "part.check_again"


def goes_back_by_name(rule: PartRule, advised: Verdict) -> bool:
    """Whether a name stands for it when it goes back: against a sign, or with signs that nobody
    looked for.
    """
    return advised.level is Level.STOP or (advised.level is Level.UNKNOWN and rule.clean != ())


def overtaken(rule: PartRule, fit: bool, then: Verdict, now: Verdict) -> Verdict | None:
    """What was decided, and is not borne out any more: seen or taken back since. None while it
    stands, and where it is scrap.
    """
    if not fit or (now.level, now.reason) == (then.level, then.reason) or now.level is Level.GOOD:
        return None
    if now.level is not Level.STOP and then.level is not Level.GOOD:
        return None
    since = (
        "Seen since it was passed"
        if now.level is Level.STOP
        else "What it was passed on is not so any more"
    )
    return Verdict(
        "check again",
        Level.STOP,
        f"{since}. {now.reason} Check the {rule.part} again.",
        code=PartCode.CHECK_AGAIN,
    )


def judge_part(marks: FailureMarks, rule: PartRule, answered: Mapping[int, Answered]) -> Verdict:
    """Scrap by one sign, doubtful ones too; fit only where all that must be clean was looked at and
    found clean.
    """
    sure = {
        f"{n}{letter}"
        for n, said in answered.items()
        if said.counts and said.how != "doubtful"
        for letter in said.letters
    }
    seen = {
        f"{n}{letter}" for n, said in answered.items() if said.counts for letter in said.letters
    }
    for sign in rule.scrap:
        for mark in sign.marks:
            if mark in seen:
                doubt = (
                    ""
                    if mark in sure
                    else " The sign was doubtful: look again before it goes back."
                )
                return Verdict(
                    "scrap",
                    Level.STOP,
                    f"{sign.why.capitalize()}: {marks.words_of(mark)}.{doubt}",
                    code=PartCode.SCRAP,
                )
    if not rule.clean:
        return Verdict(
            "by eye",
            Level.UNKNOWN,
            "No sign of the book decides it: check it by eye, and say by which sign.",
            code=PartCode.BY_EYE,
        )
    open_marks = [mark for mark in rule.clean if mark not in sure]
    if open_marks:
        question = marks.question(int(open_marks[0][:-1]))
        words = question.words if question is not None else ""
        return Verdict(
            "not known",
            Level.UNKNOWN,
            f"Not looked at, or not sure: {words}",
            code=PartCode.NOT_KNOWN,
        )
    return Verdict(
        "fit to go back", Level.GOOD, "Everything that must be clean was looked at and found clean."
    )
