"""A puller before it is used: its reach, its opening, and what it is rated for."""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.quantities import travel_text
from tribodex.core.removal.forces import MARGIN
from tribodex.core.working import Level, Result, Verdict, number


class PullerCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_NARROW = "puller.too_narrow"
    TOO_SHORT = "puller.too_short"
    TOO_WEAK = "puller.too_weak"


def judge_puller(
    reach_mm: float,
    depth_mm: float,
    opens_mm: float,
    round_mm: float | None,
    rated_kn: float | None,
    *,
    force: Result | None,
) -> list[Verdict]:
    """Whether a puller takes hold: jaws behind the ring, round it, and strong enough twice over.

    Symbols: reach along the shaft; depth from the shaft's end to behind the ring; opening between
    the jaws; what they go round (mm), None not known; rated force (kN), None not known; force to
    expect (kN), None not known.
    Valid: pullers with two or three jaws, screw or hydraulic.
    Raises: nothing.
    Source: geometry; margin common practice, no source.

    >>> [v.word for v in judge_puller(120, 150, 200, 160, None, force=None)]
    ['too short', 'rating not known']
    >>> [
    ...     v.level.value
    ...     for v in judge_puller(
    ...         200, 150, 200, 160, 100, force=Result("f", "", 20.0, "kN", value_to=40.0)
    ...     )
    ... ]
    ['good', 'good']
    """
    verdicts = []
    if reach_mm < depth_mm:
        why = (
            f"It reaches {travel_text(reach_mm)}, {travel_text(depth_mm)} is asked: its jaws do not"
            " come behind the ring. Longer, or side rods."
        )
        verdicts.append(Verdict("too short", Level.STOP, why, code=PullerCode.TOO_SHORT))
    elif round_mm is None:
        why = (
            "It reaches behind the ring. What its jaws have to go round is not known: they open"
            f" {travel_text(opens_mm)}."
        )
        verdicts.append(Verdict("opening not judged", Level.WATCH, why))
    elif opens_mm < round_mm:
        why = (
            f"It opens {travel_text(opens_mm)}, {travel_text(round_mm)} is asked: jaws that stand"
            " askew slip off under load."
        )
        verdicts.append(Verdict("too narrow", Level.STOP, why, code=PullerCode.TOO_NARROW))
    else:
        verdicts.append(
            Verdict("takes hold", Level.GOOD, "Its jaws come behind the ring and round it, square.")
        )
    most = None if force is None else force.value_to if force.value_to is not None else force.value
    if rated_kn is None:
        verdicts.append(
            Verdict(
                "rating not known",
                Level.WATCH,
                "What it is rated for stands on its body: never more, never a longer lever.",
            )
        )
    elif most is None:
        verdicts.append(
            Verdict(
                "force not known",
                Level.WATCH,
                f"Rated for {number(rated_kn)} kN; what it takes is not known: stop when it"
                " hesitates.",
            )
        )
    elif rated_kn < MARGIN * most:
        why = (
            f"Rated for {number(rated_kn)} kN; {number(most)} kN are expected, and twice that is"
            " asked: it breaks or lets go. A bigger one."
        )
        verdicts.append(Verdict("too weak", Level.STOP, why, code=PullerCode.TOO_WEAK))
    else:
        verdicts.append(
            Verdict(
                "strong enough",
                Level.GOOD,
                f"Rated for {number(rated_kn)} kN, {number(most)} kN expected at the most.",
            )
        )
    return verdicts
