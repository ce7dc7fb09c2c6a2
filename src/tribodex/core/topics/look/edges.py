"""What must be shown of the old bearing that is looked at."""

from __future__ import annotations

from tribodex.core.job.expected import ANY_ANGLE, NUMBERED, between, by_size
from tribodex.core.job.proofs import Claim, not_yet
from tribodex.core.job.topic import Desk, Expect
from tribodex.core.topics.look import commands as cmd
from tribodex.core.topics.look import facts as ev
from tribodex.core.topics.look.decide import STAGE
from tribodex.core.topics.look.state import Look, overtaken_parts, sight

_ACROSS = by_size("width_mm", 0.0, 1.1, "a mark lies on the ring")
EXPECTS: dict[tuple[type, str], Expect | str] = {
    (cmd.SeeMark, "question"): NUMBERED,
    (cmd.MarkFinding, "at"): ANY_ANGLE,
    (cmd.MarkFinding, "to"): ANY_ANGLE,
    (cmd.MarkFinding, "middle"): _ACROSS,
    (cmd.MarkFinding, "width"): _ACROSS,
    (cmd.PointLoad, "at"): ANY_ANGLE,
    (cmd.CountRollers, "rollers"): between(5, 100, "a row has 7 to 60 rollers"),
}


def claims(desk: Desk, state: Look) -> tuple[Claim, ...]:
    """The look is concluded and the bearing judged; what is scrap is made unusable once nobody
    needs it any more.
    """
    scrap = (
        Claim(
            "look.scrap",
            f"{part}: scrap, and not made unusable yet",
            STAGE,
            desk.at,
            now=not_yet("not made unusable"),
            due=True,
        )
        for part in state.to_scrap
    )
    passed = any(judged.fit for judged in state.parts.values())
    again = overtaken_parts(desk, state, sight(desk, state)) if passed else {}
    stale = (
        Claim(
            "look.overtaken",
            f"{part}: passed, seen otherwise since",
            STAGE,
            desk.at,
            now=not_yet("check it again"),
            due=True,
        )
        for part in again
    )
    return (
        Claim(
            "look.concluded",
            "why the old one failed, as far as can be told",
            STAGE,
            desk.at,
            (ev.LookConcluded,),
        ),
        Claim(
            "look.bearing",
            "the old bearing: reuse or scrap",
            STAGE,
            desk.at,
            (ev.PartJudged,),
            "bearing",
        ),
        *stale,
        *scrap,
    )
