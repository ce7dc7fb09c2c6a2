"""A record signed by one, and by two where the site or the one who signs needs it; a job given from
hand to hand.
"""

from __future__ import annotations

import pytest

from tests.benches.rounds import RoundBench
from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.ahead import next_move
from tribodex.core.job.commands import AddNote, Correct, CounterSign, HandOver, Sign
from tribodex.core.job.moves import Ask
from tribodex.core.job.rail import status
from tribodex.core.job.signing import SecondEyes
from tribodex.core.topics.stop.commands import SkipStop

WHY = "this site has every record signed by two"


def walked(why: str = WHY) -> RoundBench:
    """A round whose stops are skipped: it can be signed."""
    made = RoundBench()
    made.more_books = {SecondEyes: SecondEyes(why)}
    made.do(SkipStop("guard locked"), at="1")
    made.do(SkipStop("guard locked"), at="2")
    return made


def test_one_signature_is_enough_where_nobody_asks_for_two() -> None:
    made = walked("")
    made.do(Sign("Ada", "fitter"))
    assert (
        status(made.desk()) == "signed"
        and not made.job.wants_second
        and next_move(made.desk()).do == Ask.NOTHING
    )
    made.do(CounterSign("Ben", "supervisor"))
    assert made.job.counter_signed is not None, "a second one may sign all the same"


def test_two_sign_and_the_second_is_somebody_else() -> None:
    made = walked()
    with pytest.raises(Refused, match="Nothing is signed"):
        made.do(CounterSign("Ben", "supervisor"))
    made.do(Sign("Ada Marsh", "fitter"))
    move = next_move(made.desk())
    assert (status(made.desk()), move.do) == (
        "to counter-sign",
        Ask.COUNTER_SIGN,
    ) and WHY in move.why
    for same in ("Ada Marsh", "  ada   MARSH "):
        with pytest.raises(InvalidInput, match="somebody else"):
            made.do(CounterSign(same, "fitter"))
    for field in (CounterSign("", "supervisor"), CounterSign("Ben", " ")):
        with pytest.raises(InvalidInput, match="signed by name"):
            made.do(field)
    made.do(AddNote("looked at by both"), CounterSign("Ben", "supervisor"))
    assert status(made.desk()) == "signed" and next_move(made.desk()).do == Ask.NOTHING
    with pytest.raises(Refused, match="Ben counter-signed it already"):
        made.do(CounterSign("Cy", "supervisor"))


def test_after_a_correction_both_sign_again() -> None:
    made = walked()
    skipped = made.job.last_seq
    made.do(Sign("Ada", "fitter"), CounterSign("Ben", "supervisor"))
    made.do(Correct(skipped, "another guard", SkipStop("guard of the drive locked")), at="2")
    with pytest.raises(Refused, match="signed again first"):
        made.do(CounterSign("Ben", "supervisor"))
    made.do(Sign("Ada", "fitter"))
    assert made.job.wants_second and made.job.counter_signed is None
    made.do(CounterSign("Ben", "supervisor"))
    assert status(made.desk()) == "signed"


def test_a_job_is_given_on_with_a_note_until_it_is_given_up() -> None:
    made = walked("")
    for wrong in (HandOver("", "go on"), HandOver("Ben", "  ")):
        with pytest.raises(InvalidInput):
            made.do(wrong)
    made.do(HandOver("Ben", "guard of the second one is locked"), HandOver("Cy", "Ben is ill"))
    assert made.job.given_to == "Cy"
