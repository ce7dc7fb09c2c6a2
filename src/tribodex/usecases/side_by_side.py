"""Where the trade disagrees: each question with its ways, their reasons and the one that is the
default. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from tribodex.core.components.bearing import Kind
from tribodex.core.mounting.methods import (
    METHOD_NOTES,
    OIL_REASONS,
    WASHER_REASONS,
    Method,
    default_oil,
    default_reason,
    default_washer,
    methods_for,
)
from tribodex.core.mounting.reduction import CARD_REASONS, HALF_REASON, Card
from tribodex.core.mounting.zero import SHEET_ZERO_REASON, ZERO_PRIORS, ZERO_REASONS, ZeroPoint
from tribodex.core.topics.bolts.facts import BaseHabit


@dataclass(frozen=True)
class SideWay:
    """One way of doing it, and its reason."""

    title: str
    reason: str
    default: bool


@dataclass(frozen=True)
class Disagreement:
    """A question that the trade answers in more than one way. `chosen_at` says where the other way
    is taken.
    """

    id: str
    title: str
    ways: tuple[SideWay, ...]
    chosen_at: str


def disagreements() -> tuple[Disagreement, ...]:
    """Every one of them, in the order in which a mounting meets them; each with exactly one
    default.
    """
    return (
        _asked("oil", "Where the oil goes", _oils(), "in the plan; the maker's word goes first"),
        _asked(
            "unmounted",
            "Which unmounted clearance is right",
            _unmounted(),
            "in the plan: a line of the maker's sheet",
        ),
        _asked(
            "places",
            "Gauged at one place or at three",
            _places(),
            "at the bench: places round the ring",
        ),
        _asked(
            "zero",
            "Where the drive-up counts from",
            _zeros(),
            "at the bench: what the drive-up counts from",
        ),
        _asked(
            "method",
            "What drives and what stops",
            _methods(),
            "in the plan; from feeler to angle and back also at the bench",
        ),
        _asked("washer", "Tab washer on or off while driving", _washers(), "in the plan"),
        _asked(
            "stop",
            "What the end is judged by",
            _ends(),
            "in the plan: the card, or a line of the maker's sheet",
        ),
        _asked(
            "card",
            "Which card",
            _cards(),
            "in the plan; one card whole, columns of two are never mixed",
        ),
        _asked(
            "base",
            "Base bolts early or late",
            _bases(),
            "at the bench, before the first base bolt comes to torque",
        ),
        _asked(
            "way_on",
            "Onto a cylindrical seat warm or cold",
            _ways_on(),
            "at the bench: ways to put it on",
        ),
        _asked(
            "heat", "Thermometer or crayon", _heats(), "at the bench, with each reading of the ring"
        ),
        _asked(
            "fixed_cover",
            "The fixed cover first or last",
            _fixed_covers(),
            "at the bench: what is left, in order",
        ),
        _asked("flingers", "What holds a flinger", _flingers(), "in the plan of the cartridge"),
        _asked("lip", "Which way a lip looks", _lips(), "at the bench: which seals, and what for"),
        _asked(
            "amounts",
            "Grease in strokes or in grams",
            _amounts(),
            "at the bench: how much goes where",
        ),
    )


def _asked(name: str, title: str, ways: Iterable[SideWay], chosen_at: str) -> Disagreement:
    return Disagreement(name, title, tuple(ways), chosen_at)


def _oils() -> Iterable[SideWay]:
    titles = {
        "angle": "Where the angle is made",
        "all": "Everywhere that meets",
        "shaft": "Shaft only",
    }
    return (
        SideWay(titles[oil.value], reason, oil is default_oil(Method.FEELER))
        for oil, reason in OIL_REASONS.items()
    )


def _unmounted() -> Iterable[SideWay]:
    yield SideWay(
        "Band of the standard",
        "Every bearing of its size and group, whoever made it: a reading outside says wrong group"
        " or wrong reading.",
        True,
    )
    yield SideWay(
        "Band of the maker's sheet",
        "That maker's bearing is judged by its own band where the sheet gives one; the standard's"
        " stands beside.",
        False,
    )


def _places() -> Iterable[SideWay]:
    yield SideWay(
        "Three places",
        "The ring is turned between: form and settling show as differences, and the mean is surer.",
        True,
    )
    yield SideWay(
        "One place",
        "Quicker, in hard-to-reach places; nothing averages out, so the uncertainty is wider and"
        " says so.",
        False,
    )


def _zeros() -> Iterable[SideWay]:
    for zero, prior in ZERO_PRIORS.items():
        yield SideWay(prior.words.capitalize(), ZERO_REASONS[zero], zero is ZeroPoint.FIRM)
    yield SideWay("Zero of the maker's sheet", SHEET_ZERO_REASON, False)


def _methods() -> Iterable[SideWay]:
    possible = methods_for(Kind.SPHERICAL_ROLLER, no_leaf=False)
    for method in possible:
        note = METHOD_NOTES[method]
        reason = (
            f"Drives by {note.drives_by}; stops when {note.stops_by}. Good for {note.good_for};"
            f" weak point: {note.weak_point}."
        )
        first = method is possible[0]
        yield SideWay(note.title, f"{reason} {default_reason(method)}" if first else reason, first)


def _washers() -> Iterable[SideWay]:
    for washer, reason in WASHER_REASONS.items():
        yield SideWay(f"Washer {washer.value}", reason, washer is default_washer(Method.FEELER))


def _ends() -> Iterable[SideWay]:
    yield SideWay(
        "Reduction and least residual",
        "Both ends are guarded: enough is taken out to grip, enough is left to run warm. What a"
        " sheet leaves out comes from the default card.",
        True,
    )
    yield SideWay(
        "Final band of the sheet",
        "Read directly by the feeler, and free of the error of the first gauging; the grip is"
        " checked beside it from what was taken out.",
        False,
    )
    yield SideWay(
        "Least residual alone",
        "Guards against running tight; below the least reduction beside it the grip is not proven.",
        False,
    )
    yield SideWay(
        "Drive-up or angle alone",
        "Counts from its zero and from nothing else; the residual is gauged wherever a feeler"
        " reaches.",
        False,
    )


def _cards() -> Iterable[SideWay]:
    for card, reason in CARD_REASONS.items():
        yield SideWay(f"Card {card}", reason, card == Card.A)
    yield SideWay("About half", HALF_REASON, False)


def _bases() -> Iterable[SideWay]:
    return (
        SideWay(habit.words.capitalize(), habit.reason, habit is BaseHabit.ALL_SNUG)
        for habit in BaseHabit
    )


def _ways_on() -> Iterable[SideWay]:
    yield SideWay(
        "Warm, by heater",
        "No force on ring or seat, straight by itself; the limit of seals and grease is never"
        " raised to gain room.",
        True,
    )
    yield SideWay(
        "Cold, by press",
        "The force is seen on a gauge; it scores the seat a little, and the shaft must go under the"
        " press.",
        False,
    )
    yield SideWay(
        "Cold, by drift",
        "A tube and a mallet alone; blows travel, so small bearings only, shaft in soft jaws.",
        False,
    )
    yield SideWay(
        "Cold, by a tool on both rings",
        "Shaft and housing at once: the force crosses nothing that rolls.",
        False,
    )
    yield SideWay(
        "Cold, by hand",
        "Where the ring has play on its seat, and only there: nothing is heated or pressed.",
        False,
    )


def _heats() -> Iterable[SideWay]:
    yield SideWay(
        "Thermometer",
        "Says how warm it is, each time; a probe that lost touch reads too low, so a second one"
        " checks it.",
        True,
    )
    yield SideWay(
        "Crayon",
        "Needs no battery and cannot lose touch: its melting is the sign to switch off and fit. It"
        " says only above or below its rating; melted and not watched, the upper side is open.",
        False,
    )


def _fixed_covers() -> Iterable[SideWay]:
    yield SideWay(
        "First, before it is turned over",
        "One inversion less; the shaft cannot slide while the second bearing goes on.",
        True,
    )
    yield SideWay(
        "Last",
        "Both bearings can be seen and packed from both ends until the end; it is turned over once"
        " more.",
        False,
    )


def _flingers() -> Iterable[SideWay]:
    yield SideWay(
        "Set screws",
        "Set to its gap by hand; both screws evenly, or it stands askew and walks.",
        True,
    )
    yield SideWay(
        "Clamped by the nuts",
        "Square by its seat and cannot walk; its gap is what the parts make it, so it is measured.",
        False,
    )


def _lips() -> Iterable[SideWay]:
    yield SideWay(
        "By its purpose",
        "Towards what it holds back: the bearing for grease, outwards for dirt; known without a"
        " paper.",
        True,
    )
    yield SideWay(
        "By its maker's drawing",
        "The maker may turn it for a purge or a pair of lips; it goes first, and the drawing is"
        " named.",
        False,
    )


def _amounts() -> Iterable[SideWay]:
    yield SideWay(
        "Strokes of a gun that was weighed",
        "Counted without a scale beside the machine; right for that gun alone.",
        True,
    )
    yield SideWay(
        "Grams",
        "The same whatever gun there is; needs a scale, or a tin that is weighed before and after.",
        False,
    )
