"""Ways to lock a housed bearing on its shaft, weighed for a duty; which way an eccentric collar is
turned.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.working import Level, Verdict


class CollarCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NO_COLLAR_HERE = "collar.no_collar_here"
    WAY_NOT_HERE = "collar.way_not_here"
    WAY_NOT_KNOWN = "collar.way_not_known"
    TURNED_THE_WRONG_WAY = "collar.turned_the_wrong_way"
    WHICH_WAY_DOES_IT_TURN = "collar.which_way_does_it_turn"


class UnitLock(StrEnum):
    """How an insert is locked on its shaft."""

    SET_SCREWS = "set_screws"
    COLLAR = "collar"
    CLAMP = "clamp"
    ADAPTER = "adapter"
    HALVES = "halves"

    @property
    def words(self) -> str:
        """As the trade says it.

        >>> UnitLock.COLLAR.words
        'eccentric collar'
        """
        return {
            "set_screws": "set screws in the inner ring",
            "collar": "eccentric collar",
            "clamp": "concentric clamp",
            "adapter": "adapter sleeve",
            "halves": "two halves, screwed together round the shaft",
        }[self.value]


class Rotation(StrEnum):
    """Which way the shaft turns in service, seen from the drive end."""

    CLOCKWISE = "clockwise"
    ANTICLOCKWISE = "anticlockwise"
    BOTH = "both"
    UNKNOWN = "unknown"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "clockwise": "clockwise, seen from the drive end",
            "anticlockwise": "anticlockwise, seen from the drive end",
            "both": "both ways",
            "unknown": "not known",
        }[self.value]


class Load(StrEnum):
    """How heavily a unit works."""

    LIGHT = "light"
    NORMAL = "normal"
    SHOCK = "shock"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "light": "light and smooth",
            "normal": "normal",
            "shock": "heavy, shocks or vibration",
        }[self.value]


@dataclass(frozen=True)
class AdviceLock:
    """A way to lock with its verdict, and what speaks for it and against it."""

    way: UnitLock
    words: str
    verdict: Verdict
    reasons: tuple[str, ...]
    against: tuple[str, ...]


def seen_at_collar(rotation: Rotation, faces_drive_end: bool) -> Rotation:
    """Which way the shaft turns for somebody who looks at the collar: from its own side.

    A collar that faces the drive end is looked at from there; one on the other side of its bearing
    is looked at from the far end, and the same shaft turns the other way for the eye.

    Symbols: rotation seen from the drive end.
    Valid: shafts that turn one way.
    Raises: nothing; what is not known or turns both ways stays so.
    Source: geometry of a mirror.

    >>> seen_at_collar(Rotation.CLOCKWISE, False).value
    'anticlockwise'
    """
    other = {Rotation.CLOCKWISE: Rotation.ANTICLOCKWISE, Rotation.ANTICLOCKWISE: Rotation.CLOCKWISE}
    return rotation if faces_drive_end else other.get(rotation, rotation)


def judge_collar(turned: Rotation, rotation: Rotation, faces_drive_end: bool) -> Verdict:
    """Whether a collar was turned the way the shaft turns.

    Symbols: turned as seen when looking at the collar; rotation of the shaft seen from the drive
        end.
    Valid: eccentric collars.
    Raises: nothing.
    Source: common practice, no source: in the direction of rotation, or it works itself loose.

    >>> judge_collar(Rotation.CLOCKWISE, Rotation.CLOCKWISE, False).word
    'turned the wrong way'
    """
    # A collar is turned by somebody who looks at it; rotation is named from the drive end. Mixed
    # up, the same turn that locks it loosens it.
    needed = seen_at_collar(rotation, faces_drive_end)
    if rotation is Rotation.BOTH:
        return Verdict(
            "no collar here",
            Level.STOP,
            "The shaft turns both ways: a collar holds one way alone and slips the other way.",
            code=CollarCode.NO_COLLAR_HERE,
        )
    if rotation is Rotation.UNKNOWN:
        return Verdict(
            "which way does it turn?",
            Level.UNKNOWN,
            "Which way the shaft turns decides which way the collar is turned.",
            code=CollarCode.WHICH_WAY_DOES_IT_TURN,
        )
    if turned is not needed:
        why = (
            f"Looked at from its own side the shaft turns {needed}, so the collar is turned"
            f" {needed}. This way it works itself loose."
        )
        return Verdict(
            "turned the wrong way", Level.STOP, why, code=CollarCode.TURNED_THE_WRONG_WAY
        )
    return Verdict(
        "turned as the shaft turns",
        Level.GOOD,
        f"{needed.capitalize()}, looked at from the collar's own side.",
    )


def advise_lock(
    rotation: Rotation, load: Load | None, *, moved_often: bool = False, trapped: bool = False
) -> tuple[AdviceLock, ...]:
    """Every way to lock, the best first; at equal rank in the order set screws, clamp, collar,
    adapter, two halves.

    Symbols: rotation of the shaft; how heavily it works, None where nobody said; whether the unit
    is taken off or shifted often; whether no end of the shaft can be cleared (trapped), so that
    nothing can be slid on.
    Valid: insert bearings on straight shafts.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     advise_lock(Rotation.BOTH, Load.SHOCK)[0].way.value,
    ...     advise_lock(Rotation.BOTH, Load.NORMAL)[-1].way.value,
    ... )
    ('adapter', 'collar')
    """
    found = [
        _screws(load, moved_often),
        _clamp(load),
        _collar(rotation, load),
        _adapter(load, moved_often),
    ]
    # A shaft between two machines: nothing slides on, whatever speaks for the other ways.
    if trapped:
        found = [
            _one(
                way.way,
                Level.STOP,
                list(way.reasons),
                ["No end of the shaft can be cleared: nothing can be slid on."],
            )
            for way in found
        ]
    found.append(_halves(trapped))
    ranks = {Level.GOOD: 0, Level.WATCH: 1, Level.UNKNOWN: 2, Level.STOP: 3}
    return tuple(sorted(found, key=lambda one: ranks[one.verdict.level]))


# Normal is not taken for what nobody said: what suits it lets go under shocks.
_HOW_HEAVY = "How heavily does it work?"


def _screws(load: Load | None, moved_often: bool) -> AdviceLock:
    reasons = ["Simple, holds both ways of turning, set in minutes with one key."]
    if load is None:
        against = [f"{_HOW_HEAVY} Shocks work the screws loose and fret the seat."]
        return _one(UnitLock.SET_SCREWS, Level.UNKNOWN, reasons, against)
    if load is Load.SHOCK:
        against = [
            "Shocks work the screws loose and fret the seat: at least a dimple or a flat under"
            " each, or another way."
        ]
        return _one(UnitLock.SET_SCREWS, Level.WATCH, reasons, against)
    against = ["The screws mark the shaft each time."] if moved_often else []
    return _one(UnitLock.SET_SCREWS, Level.WATCH if moved_often else Level.GOOD, reasons, against)


def _clamp(load: Load | None) -> AdviceLock:
    reasons = [
        "Keeps the ring in the middle of its shaft: runs truer, leaves no marks, holds both ways of"
        " turning."
    ]
    if load is None:
        against = [f"{_HOW_HEAVY} Under shocks it holds less than screws on dimples."]
        return _one(UnitLock.CLAMP, Level.UNKNOWN, reasons, against)
    against = ["Holds less along the shaft than screws on dimples."] if load is Load.SHOCK else []
    return _one(UnitLock.CLAMP, Level.WATCH if against else Level.GOOD, reasons, against)


def _collar(rotation: Rotation, load: Load | None) -> AdviceLock:
    reasons = ["Grips tighter as the shaft turns; one screw alone."]
    if rotation is Rotation.BOTH:
        return _one(
            UnitLock.COLLAR,
            Level.STOP,
            reasons,
            ["The shaft turns both ways: it slips the other way."],
        )
    if rotation is Rotation.UNKNOWN:
        return _one(
            UnitLock.COLLAR,
            Level.UNKNOWN,
            reasons,
            ["Which way does the shaft turn? It holds one way alone."],
        )
    if load is None:
        against = [f"{_HOW_HEAVY} Under shocks, or braked hard, it may slip."]
        return _one(UnitLock.COLLAR, Level.UNKNOWN, reasons, against)
    against = ["Under shocks, or braked hard, it may slip."] if load is Load.SHOCK else []
    return _one(UnitLock.COLLAR, Level.WATCH if against else Level.GOOD, reasons, against)


def _adapter(load: Load | None, moved_often: bool) -> AdviceLock:
    reasons = [
        "Grips all round: less fretting and vibration, takes a rougher shaft, drawn off by its own"
        " nut."
    ]
    against = ["It takes skill to drive up: too far takes the clearance, too little slips."]
    if load is Load.SHOCK:
        return _one(UnitLock.ADAPTER, Level.GOOD, reasons, against)
    return _one(
        UnitLock.ADAPTER,
        Level.WATCH,
        [*reasons, "Worth it where it is taken off often."] if moved_often else reasons,
        against,
    )


def _halves(trapped: bool) -> AdviceLock:
    reasons = [
        "Nothing is taken off the shaft and nothing is moved, so nothing has to be centred again."
    ]
    against = [
        "It has its own housing and its own sheet: no figure of a whole bearing holds for it. The"
        " maker's word on load and speed goes first."
    ]
    return _one(UnitLock.HALVES, Level.GOOD if trapped else Level.WATCH, reasons, against)


_CODES = {Level.UNKNOWN: CollarCode.WAY_NOT_KNOWN, Level.STOP: CollarCode.WAY_NOT_HERE}


def _one(way: UnitLock, level: Level, reasons: list[str], against: list[str]) -> AdviceLock:
    word = {
        Level.GOOD: "fits here",
        Level.WATCH: "possible",
        Level.UNKNOWN: "not known yet",
        Level.STOP: "not here",
    }[level]
    why = (reasons if level is Level.GOOD else against or reasons)[0]
    return AdviceLock(
        way,
        way.words,
        Verdict(word, level, why, code=_CODES.get(level, "")),
        tuple(reasons),
        tuple(against),
    )
