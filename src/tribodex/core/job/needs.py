"""Needs: what must be shown at a place before a step, whichever work shows it. Each refusal names a
way on.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from tribodex.core.errors import Refused
from tribodex.core.job.places import SHAFT
from tribodex.core.job.proofs import Proof, What, proofs
from tribodex.core.working import Level

if TYPE_CHECKING:
    from tribodex.core.job.topic import Desk, Topic


@dataclass(frozen=True)
class Need:
    """`what` must be shown before these commands: at the command's place, for work of the shaft at
    every bearing.

    `life`: met by its own ticks in this job alone, never by a statement. `unless_stopped`: only a
    stop forbids; nothing said does not, for physics forces no order there. `if_any`: asked only
    where some work of this job would show it.
    """

    what: What
    before: tuple[type, ...]
    why: str
    life: bool = False
    unless_stopped: bool = False
    if_any: bool = False


@dataclass(frozen=True)
class Unmet:
    """A need that is not met at a place: `by_doing` says whether its work is in this job; `proof`
    is what is missing or stops.
    """

    need: Need
    at: str
    proof: Proof | None
    by_doing: bool


def shown_at(desk: Desk, what: What, at: str) -> tuple[bool, Proof | None, bool]:
    """Whether something is shown at a place; the first claim that is not; and whether any work of
    this job would show it.
    """
    found: list[Proof] = []
    for topic, where in _workers(desk, at):
        for proof in proofs(desk, topic, where):
            of_place = where == at or (where == SHAFT and proof.claim.at in (at, SHAFT))
            if (
                proof.claim.what is what
                and of_place
                and (proof.claim.stage, where) not in desk.job.aside
            ):
                found.append(proof)
    first = next((proof for proof in found if not proof.proven), None)
    return bool(found) and first is None, first, bool(found)


def _workers(desk: Desk, at: str) -> list[tuple[Topic[Any], str]]:
    return [(topic, where) for topic, where in desk.in_use() if where in (at, SHAFT)]


def unmet(desk: Desk, topic: Topic[Any], command: object) -> Unmet | None:
    """The first need of a command that is not met."""
    places = [place.id for place in desk.job.places] if topic.per_shaft else [desk.at]
    for need in topic.needs:
        if not isinstance(command, need.before):
            continue
        for at in places:
            if _lacks(desk, need.what, at):
                continue
            shown, proof, by_doing = shown_at(desk, need.what, at)
            # A statement stands for work that is no part of this job, never for work that is.
            if shown or (not need.life and not by_doing and (need.what, at) in desk.job.stated):
                continue
            if need.if_any and not by_doing:
                continue
            if need.unless_stopped and (proof is None or proof.level is not Level.STOP):
                continue
            return Unmet(need, at, proof, by_doing)
    return None


def _lacks(desk: Desk, what: What, at: str) -> bool:
    """Whether this kind of work has no such thing: a cam follower has no housing to close."""
    return any(what in topic.lacks for topic, where in desk.in_use() if where == at)


def why_not(desk: Desk, found: Unmet) -> str:
    """A need that is not met, in words, with the way on."""
    need = found.need
    where = f"{desk.job.place(found.at).name}: " if found.at and len(desk.job.places) > 1 else ""
    missing = (
        f"{found.proof.claim.words}: {found.proof.words.rstrip('.')}"
        if found.proof is not None
        else f"not shown that it is {need.what.words}"
    )
    missing = f"{missing[0].upper()}{missing[1:]}"
    if found.proof is not None and found.proof.level is Level.STOP and not need.life:
        way = "Put it right; or accept it as is (sign, with the reason)."
    elif need.life:
        way = "Do it and confirm it; nothing else stands for it."
    elif found.by_doing:
        way = "Do it, or skip its stage with the reason and say by name how it is."
    else:
        way = (
            f"No stage of this job shows it: say by name that it is {need.what.words}, and how that"
            " is known."
        )
    return f"{where}{missing}. {need.why} {way}"


def ask_needs(desk: Desk, topic: Topic[Any], command: object) -> None:
    """Raises Refused for a step that needs what is not shown."""
    found = unmet(desk, topic, command)
    if found is not None:
        raise Refused(f"Not yet. {why_not(desk, found)}")
