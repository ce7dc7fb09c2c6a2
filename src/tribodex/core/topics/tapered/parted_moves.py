"""Moves where leaf and nut do not agree: look first; then what follows from what was seen."""

from __future__ import annotations

from tribodex.core.adviser.prior import Explanation
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered.looks import PROVES, WORDS
from tribodex.core.topics.tapered.moves import Do, NextMove, release_how
from tribodex.core.topics.tapered.parting import Parted, Sign, slope_share
from tribodex.core.topics.tapered.state import Tapered


def wrong_parts_move(state: Tapered) -> NextMove:
    """Taken off, and still the parts that do not belong together."""
    seen = "; ".join(
        WORDS[wrong_part.look][wrong_part.found] for wrong_part in state.attempt.wrong_parts
    )
    return NextMove(
        Do.PARTED,
        "Stop: the parts do not belong together",
        f"{seen.capitalize()}. Nothing is driven up with them.",
        "Fetch what belongs together, and look at its numbers again; where the plan was wrong,"
        " abandon this job and plan anew.",
        stops=True,
    )


def parted_move(state: Tapered, found: Parted) -> NextMove:
    """What to look at, or what follows from what was seen."""
    if found.cause is Explanation.TAPER:
        return _no_pair(state, found)
    if found.again or found.cause is Explanation.SLIP:
        return _moves_with_the_nut(state, found)
    if found.sign is not Sign.APART:
        return _by_sign(state, found)
    by = um_text(abs(found.read_um - found.expected_um))
    words = (
        f"The feeler reads {um_text(found.read_um)}; by the turn of the nut it should be"
        f" {um_text(found.expected_um)}. They disagree by {by}, more than the uncertainty allows."
    )
    if not found.confirmed:
        why = (
            f"{words} Gauge once more where the nut stands, at another place of the ring, and look"
            " at what does not move the bearing."
        )
        headline = "Stop: feeler and nut do not agree. Gauge again"
    else:
        why = (
            f"{words} Two gaugings agree, so the feeler leads. Look at sleeve end, threads, numbers"
            " and zero mark before anything is turned."
        )
        headline = "Stop: feeler and nut do not agree. Look before you turn"
    most = state.test_turn_deg()
    test = (
        f"A test turn of up to {most:.0f}° stays safe whatever the reason; it comes after these"
        " looks."
        if most >= 2
        else "No test turn: the lower end of the reading is too near to what must be left."
    )
    return NextMove(
        Do.PARTED,
        headline,
        why,
        f"{test} Nothing is locked before it is known why.",
        points=found.explanations,
        stops=True,
    )


def _by_sign(state: Tapered, parted: Parted) -> NextMove:
    """Leaf and nut agree in every single reading, and yet it does not go as planned."""
    read, expected = um_text(parted.read_um), um_text(parted.expected_um)
    turned = f"{state.attempt.nut_deg:.0f}° in all"
    said = {
        Sign.NO_EFFECT: (
            f"The feeler reads {read}; by the turns since an earlier gauging {expected} should be"
            " left: they took less than half of it."
        ),
        Sign.PAST_THE_CARD: (
            f"The nut went {turned}, further than the card's largest drive-up, and the feeler still"
            f" reads {read}."
        ),
        Sign.NOT_AS_PLANNED: (
            f"The feeler reads {read}, the turns came to {turned}: it is less likely than not that"
            " all is as planned."
        ),
        Sign.SHORT: (
            f"The feeler reads {read}. By everything gauged a turn takes"
            f" {slope_share(state) or 0.0:.0%} of what it should on this shaft."
        ),
        Sign.DRIVEN_BEFORE: (
            f"The feeler reads {read}: more is out than {turned} can have taken. It may have been"
            " driven up before its zero mark."
        ),
    }[parted.sign]
    most = state.test_turn_deg()
    test = (
        f"A test turn of up to {most:.0f}° comes after these looks."
        if most >= 2
        else "No test turn."
    )
    why = (
        f"{said} Look at sleeve end, threads, numbers and zero mark; a mark across sleeve and shaft"
        " shows whether the sleeve turns."
    )
    risk = f"{test} Nothing is turned on or locked before it is known why."
    return NextMove(
        Do.PARTED,
        "Stop: it does not go as planned. Look before you turn",
        why,
        risk,
        points=parted.explanations,
        stops=True,
    )


def _no_pair(state: Tapered, parted: Parted) -> NextMove:
    """Seen on the parts: they do not belong together."""
    seen = "; ".join(
        WORDS[look][one]
        for look, one in state.attempt.looked().items()
        if PROVES.get(one) is Explanation.TAPER
    )
    return NextMove(
        Do.RELEASE,
        "Stop: parts that do not belong together. Take the bearing off",
        f"{seen.capitalize()}. On a wrong taper a bearing bears on one edge only, whatever the"
        " feeler reads: it works loose or cracks.",
        f"{release_how(state)} Then abandon this job, and plan anew with what belongs together:"
        " bearing, sleeve, nut.",
        points=parted.explanations,
        stops=True,
    )


def _moves_with_the_nut(state: Tapered, parted: Parted) -> NextMove:
    """It was looked at, and the sleeve went along, or a further turn brought nothing either."""
    seen = "It was seen at the sleeve's end"
    if parted.sign is not Sign.SEEN:
        seen = (
            f"The feeler reads {um_text(parted.read_um)} where {um_text(parted.expected_um)} should"
            " be left"
        )
    why = (
        f"{seen}: the sleeve turns or slides with the nut. Ease the nut by hand; check shaft"
        " diameter and the sleeve's marking (metric or inch, thin shaft); wipe oil off between"
        " sleeve and shaft where the maker says dry; look for scoring."
    )
    risk = (
        "Seat the sleeve by light blows with a soft drift on its wide end, never on the thread end:"
        " that releases it. A flat tool may lie in the slit only while the nut is turned by hand:"
        " not wedged, out before anybody strikes. No end in reach: take it down. Then say “start"
        " again” and set a new, tap-tested zero: the window stays, the angle counts anew."
    )
    headline = "Stop: the sleeve moves with the nut. Seat it, and set the zero anew"
    return NextMove(Do.RELEASE, headline, why, risk, points=parted.explanations, stops=True)
