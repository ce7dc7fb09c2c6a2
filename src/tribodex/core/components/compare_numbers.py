"""Two bearing numbers side by side: what differs, in words, and whether it may be let pass."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from tribodex.core.components.bearing import Designation, Group, Taper, read_designation
from tribodex.core.components.other_kinds import KindNumber, read_other
from tribodex.core.components.straight import StraightNumber, read_number
from tribodex.core.errors import InvalidInput


@dataclass(frozen=True)
class Difference:
    """One thing that differs; `grave` ones change how the bearing is mounted or what play it
    has."""

    what: str
    specified: str
    found: str
    grave: bool

    @property
    def another_size(self) -> bool:
        """Whether sleeve, housing and position do not fit: another size or kind, not a suffix."""
        return self.what in ANOTHER


GROOVE = "lubrication groove"
# What no name takes as it is: sleeve, seat and housing are made for another one.
ANOTHER = frozenset({"size", "kind", "taper of the bore"})
# Letters of the inside that change nothing here (common practice, no source).
DESIGN = frozenset({"E"})


def differences(specified: str, found: str) -> tuple[Difference, ...]:
    """What differs between the number that is asked for and the one on the new ring. Suffixes that
    nobody reads here are compared as text.

    Symbols: numbers as written.
    Valid: spherical roller and self-aligning ball bearings, deep groove ball bearings; other
        numbers are compared as text.
    Raises: nothing.
    Source: suffixes of the trade, common practice, no source.

    >>> [d.what for d in differences("22218 K C3 W33", "22218 K W33")]
    ['clearance group']
    >>> differences("22218 K/C3 W33", "22218KC3W33"), differences("22218 EK C3", "22218 K C3")
    ((), ())
    >>> (
    ...     [d.what for d in differences("6208 C3", "6209 C3")],
    ...     [d.what for d in differences("6208", "22208 K")],
    ... )
    (['size'], ['kind'])
    >>> (
    ...     [d.what for d in differences("6311 C3", "30211")],
    ...     [d.what for d in differences("NU 209", "NJ 209")],
    ...     differences("30209", "30209"),
    ... )
    (['kind'], ['size'], ())
    """
    try:
        asked, got = read_designation(specified), read_designation(found)
    except InvalidInput:
        if (balls := _of_balls(specified, found)) is not None:
            return balls
        if (others := _of_others(specified, found)) is not None:
            return others
        same = "".join(specified.upper().split()) == "".join(found.upper().split())
        return () if same else (Difference("number", specified.strip(), found.strip(), True),)
    pairs = [
        ("size", asked.basic_code, got.basic_code, True),
        ("taper of the bore", _taper(asked.taper), _taper(got.taper), True),
        ("clearance group", _group(asked.group), _group(got.group), True),
        ("seals", "sealed" if asked.sealed else "open", "sealed" if got.sealed else "open", True),
        (GROOVE, _groove(asked), _groove(got), False),
        ("other suffixes (cage, design)", _others(asked.unread), _others(got.unread), False),
    ]
    return tuple(Difference(what, a, b, grave) for what, a, b, grave in pairs if a != b)


def not_as_listed(listed: str, planned: str) -> tuple[Difference, ...]:
    """What differs between a list of positions and a plan. Nothing where one of them does not say
    which bearing it is.

    A groove is no difference here: lists name it, plans seldom do, and it is compared at the ring.

    >>> (
    ...     not_as_listed("22218 K C3 W33", "22218 K C3"),
    ...     not_as_listed("cam follower 47 mm", "22218 K"),
    ... )
    ((), ())
    >>> [d.what for d in not_as_listed("22218 K C3 W33", "22216 K C3")]
    ['size']
    """
    if not (readable(listed) and readable(planned)):
        return ()
    return tuple(
        difference for difference in differences(listed, planned) if difference.what != GROOVE
    )


def _others(unread: Sequence[str]) -> str:
    return " ".join(sorted(set(unread) - DESIGN)) or "none"


def _of_balls(specified: str, typed: str) -> tuple[Difference, ...] | None:
    """Where one of them is a deep groove ball bearing: another kind, or size, closure and group
    side by side; None where neither is.
    """
    balls = [_ball(text) for text in (specified, typed)]
    asked, got = balls
    if asked is not None and got is not None:
        pairs = [
            ("size", asked.code, got.code, True),
            (
                "seals",
                asked.closure.value if asked.closure_known else "not read",
                got.closure.value if got.closure_known else "not read",
                True,
            ),
            ("clearance group", _group(asked.group), _group(got.group), True),
            ("other suffixes (cage, design)", _others(asked.unread), _others(got.unread), False),
        ]
        return tuple(Difference(what, a, b, grave) for what, a, b, grave in pairs if a != b)
    one_ball = next((i for i, ball in enumerate(balls) if ball is not None), None)
    if one_ball is None or not readable((specified, typed)[1 - one_ball]):
        return None
    return (Difference("kind", specified.strip(), typed.strip(), True),)


def _of_others(specified: str, typed: str) -> tuple[Difference, ...] | None:
    """Where one of them is another kind with a cylindrical bore: the kinds, or size, group and
    suffixes side by side; None where neither is.
    """
    asked, got = _other(specified), _other(typed)
    if asked is not None and got is not None:
        pairs = [
            ("kind", asked.kind.words, got.kind.words, True),
            ("size", asked.code, got.code, True),
            ("clearance group", _group(asked.group), _group(got.group), True),
            ("other suffixes (cage, design)", _others(asked.unread), _others(got.unread), False),
        ]
        return tuple(Difference(what, a, b, grave) for what, a, b, grave in pairs if a != b)
    if (asked is None and got is None) or not (readable(specified) and readable(typed)):
        return None
    return (Difference("kind", specified.strip(), typed.strip(), True),)


def _other(text: str) -> KindNumber | None:
    try:
        return read_other(text)
    except InvalidInput:
        return None


def _ball(text: str) -> StraightNumber | None:
    try:
        return read_number(text)
    except InvalidInput:
        return None


def _reads(text: str) -> bool:
    try:
        return bool(read_designation(text).basic_code)
    except InvalidInput:
        return False


def readable(text: str) -> bool:
    """Whether a number says which bearing it is.

    >>> readable("22218 K C3"), readable("6209-2RS"), readable("cam follower 47 mm"), readable("")
    (True, True, False, False)
    """
    return _ball(text) is not None or _reads(text) or _other(text) is not None


def _taper(taper: Taper | None) -> str:
    return f"taper {taper}" if taper is not None else "cylindrical"


def _group(group: Group | None) -> str:
    return str(group or Group.CN)


def _groove(number: Designation) -> str:
    return "W33, groove and holes" if number.grooved else "none named"
