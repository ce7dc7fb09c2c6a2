"""A record signed by name, and by a second person where the site, or the one who signs, needs
one."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.core.job import commands as cmd
from tribodex.core.job import facts
from tribodex.core.job.ahead import SAID, SignCode, left_open, outcome, unsaid
from tribodex.core.job.certificate import alarms_shown, stages_shown
from tribodex.core.job.paper import owes_a_word
from tribodex.core.job.proofs import in_words
from tribodex.core.job.topic import Desk
from tribodex.core.working import Level, Verdict


@dataclass(frozen=True)
class SecondEyes:
    """A book of the desk: why a second person signs what is signed now; empty where nobody else
    needs to.
    """

    why: str = ""


def sign(desk: Desk, command: cmd.Sign) -> facts.Signed:
    """The signature, with what it was signed with. Raises Refused while something has still to be
    said, InvalidInput without a name.
    """
    job = desk.job
    name, role = _by_name(command)
    if job.signed and not job.changed_after_signing:
        raise Refused("The record is signed already, and nothing was corrected since.")
    if why := owes_a_word(desk):
        raise Refused(why)
    if left := unsaid(desk):
        words = "; ".join(in_words(desk, at, proof) for at, proof in left[:SAID])
        more = f"; and {len(left) - SAID} more" if len(left) > SAID else ""
        raise Refused(
            f"First: {words}{more}. What is no part of this job is skipped, with the reason."
        )
    why = "No stage of this job asks for anything to be shown."
    whole = outcome(desk) or Verdict(
        "nothing to show", Level.UNKNOWN, why, SignCode.NOTHING_TO_SHOW
    )
    second = desk.books.get(SecondEyes, SecondEyes()).why
    return facts.Signed(
        name, role, tuple(left_open(desk)), whole, stages_shown(desk), alarms_shown(desk), second
    )


def counter_sign(desk: Desk, command: cmd.CounterSign) -> facts.CounterSigned:
    """The second signature. Raises Refused where nothing is signed, or the same person did;
    InvalidInput without a name.
    """
    job = desk.job
    name, role = _by_name(command)
    if job.signed is None or job.changed_after_signing:
        raise Refused(
            "Nothing is signed that could be counter-signed."
            if job.signed is None
            else "Corrected after signing: it is signed again first."
        )
    if job.counter_signed is not None:
        raise Refused(f"{job.counter_signed.name} counter-signed it already.")
    if _same(name, job.signed.name):
        raise InvalidInput.at(
            "name",
            f"{job.signed.name} signed it: the second signature is somebody else's.",
            "another person who may counter-sign",
        )
    return facts.CounterSigned(name, role, job.signed_seq)


def _by_name(command: cmd.Sign | cmd.CounterSign) -> tuple[str, str]:
    missing = [
        Field(field, "A record is signed by name.", expected)
        for field, value, expected in (
            ("name", command.name, "who signs"),
            ("role", command.role, "for example fitter, supervisor"),
        )
        if not value.strip()
    ]
    if missing:
        raise InvalidInput("A record is signed by name.", *missing)
    return command.name.strip(), command.role.strip()


def _same(typed: str, other: str) -> bool:
    return " ".join(typed.split()).casefold() == " ".join(other.split()).casefold()
