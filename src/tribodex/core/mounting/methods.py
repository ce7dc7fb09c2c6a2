"""The methods of driving up and of locking: what each drives by and stops by, which is the default,
and why.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bearing import Kind


class Method(StrEnum):
    """How the drive-up is led."""

    FEELER = "F"
    ANGLE = "N"
    DRIVE_UP = "X"
    TURNS = "Z"
    BALL_ANGLE = "A"
    BLOWS = "B"

    @property
    def gauged(self) -> bool:
        """Whether the play is gauged with leaves."""
        return self in (Method.FEELER, Method.ANGLE, Method.DRIVE_UP, Method.BLOWS)

    @property
    def from_a_mark(self) -> bool:
        """Whether what is driven counts from a zero mark; by blows nobody sets one."""
        return self is not Method.BLOWS


class WasherMethod(StrEnum):
    """When the tab washer goes on."""

    OFF = "off"
    ON = "on"


@dataclass(frozen=True)
class MethodNote:
    """What a person needs to choose a method."""

    method: Method
    title: str
    drives_by: str
    stops_by: str
    good_for: str
    weak_point: str


# Common practice, no source.
METHOD_NOTES: dict[Method, MethodNote] = {
    n.method: n
    for n in (
        MethodNote(
            method=Method.FEELER,
            title="Feeler",
            drives_by="turns of the nut, gauging now and then",
            stops_by="the residual clearance is in the window",
            good_for="any spherical roller bearing that a feeler can reach",
            weak_point="slow; hangs on the skill of gauging",
        ),
        MethodNote(
            method=Method.BLOWS,
            title="Blows and feeler",
            drives_by="blows on the spanner, gauging after every few; no turn is counted",
            stops_by="the residual clearance is in the window",
            good_for="those who drive by the blow and never count a turn",
            weak_point=(
                "nothing checks the feeler: a reading that is wrong is not noticed by the nut"
            ),
        ),
        MethodNote(
            method=Method.ANGLE,
            title="Nut angle",
            drives_by="a start mark and an end mark on the nut, by protractor or strip",
            stops_by="the mark is reached, then the residual is gauged",
            good_for="small and medium bores, tight spaces",
            weak_point="the zero point",
        ),
        MethodNote(
            method=Method.DRIVE_UP,
            title="Axial drive-up",
            drives_by="dial indicator or depth rule between sleeve end and ring",
            stops_by="the drive-up is reached, then the residual is gauged",
            good_for="medium and large bores, hydraulic nut with its start pressure",
            weak_point="the zero point",
        ),
        MethodNote(
            method=Method.TURNS,
            title="Turns by the maker's sheet",
            drives_by="the maker's turns for that unit",
            stops_by="the turns are reached",
            good_for="sealed housed units that cannot be gauged",
            weak_point="only that maker's figure holds, for that unit, from that sheet's zero",
        ),
        MethodNote(
            method=Method.BALL_ANGLE,
            title="Angle, self-aligning ball bearing",
            drives_by="the tightening angle for the size",
            stops_by="the ring still swivels with slight drag and turns freely",
            good_for="self-aligning ball bearings on adapter sleeves",
            weak_point="the clearance is too small to gauge well",
        ),
    )
}


def methods_for(kind: Kind, no_leaf: bool) -> tuple[Method, ...]:
    """The methods that apply, the default first.

    Symbols: none.
    Valid: a housed unit is sold greased and sealed, a sealed bearing lets no leaf in: neither can
        be gauged.
    Raises: nothing.
    Source: common practice, no source.

    >>> (
    ...     [s.value for s in methods_for(Kind.SPHERICAL_ROLLER, False)],
    ...     [s.value for s in methods_for(Kind.SELF_ALIGNING_BALL, False)],
    ... )
    (['F', 'B', 'N', 'X'], ['A'])
    """
    if no_leaf:
        return (Method.TURNS,)
    if kind is Kind.SELF_ALIGNING_BALL:
        return (Method.BALL_ANGLE,)
    return (Method.FEELER, Method.BLOWS, Method.ANGLE, Method.DRIVE_UP)


def default_reason(method: Method) -> str:
    """Why a method is the default where it is.

    Symbols: none.
    Valid: for the first of methods_for().
    Raises: nothing.
    Source: common practice, no source.

    >>> "feeler" in default_reason(Method.FEELER)
    True
    """
    return {
        Method.FEELER: (
            "Default: trust the feeler, not the angle; the angle is worked out beside it and says"
            " how far to go."
        ),
        Method.TURNS: (
            "The only one for a sealed housed unit: no feeler gets in. The figure is the maker's"
            " for that unit, from its sheet's own zero."
        ),
        Method.BALL_ANGLE: (
            "The only one for a self-aligning ball bearing: its clearance is too small for feelers;"
            " the ring itself tells."
        ),
    }.get(
        method,
        f"Good for {METHOD_NOTES[method].good_for}; weak point: {METHOD_NOTES[method].weak_point}.",
    )


def default_washer(method: Method) -> WasherMethod:
    """Washer off while driving for the feeler method, on from the start for the others.

    Symbols: none.
    Valid: tab washers; plates and clips always come last.
    Raises: nothing.
    Source: common practice, no source.

    >>> default_washer(Method.FEELER).value, default_washer(Method.ANGLE).value
    ('off', 'on')
    """
    return WasherMethod.OFF if method in (Method.FEELER, Method.BLOWS) else WasherMethod.ON


WASHER_REASONS: dict[WasherMethod, str] = {
    WasherMethod.OFF: (
        "Washer off while driving: the tab is safe from spanner and hammer and no chips fall into"
        " the bearing. The nut is backed off while the seat holds dry, the washer fitted, and the"
        " nut seated firmly: by the washer's thickness behind its old mark. Default where blows"
        " drive (feeler)."
    ),
    WasherMethod.ON: (
        "Washer on from the start: fewer steps, the nut never comes off again, and the angle is"
        " counted with the washer in place. Default where an angle, a travel or turns are counted."
    ),
}


class Oil(StrEnum):
    """Where oil goes before the bearing is driven up."""

    ANGLE = "angle"
    ALL = "all"
    SHAFT = "shaft"


# Common practice, no source; the maker's word goes first, and some makers want sleeve bore and
# shaft dry.
OIL_REASONS: dict[Oil, str] = {
    Oil.ANGLE: (
        "Thin heavy mineral oil on the sleeve's outside and thread, the nut's thread and the nut"
        " face that rubs: the angle hangs on friction."
    ),
    Oil.ALL: "A very thin film on all surfaces that meet: easier on, easier off later, no rust.",
    Oil.SHAFT: "The shaft only, thin oil or rust inhibitor; the taper stays dry.",
}


def default_oil(method: Method) -> Oil:
    """Where oil goes unless another habit is chosen: by the angle where an angle is counted, else a
    thin film everywhere.

    Symbols: none.
    Valid: a tapered bore; no MoS₂ or EP paste on a 1:12 seat.
    Raises: nothing.
    Source: common practice, no source.

    >>> default_oil(Method.ANGLE).value, default_oil(Method.FEELER).value
    ('angle', 'all')
    """
    return Oil.ANGLE if method in (Method.ANGLE, Method.TURNS, Method.BALL_ANGLE) else Oil.ALL
