"""What a person can ask while a housed unit goes on. Lengths and torques stay as typed until they
are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import Family, choice, count, length, number, tick, torque, words
from tribodex.core.quantities import Shown
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.locking import Rotation
from tribodex.core.units.screws import Footing

YesNo = Literal["yes", "no", ""]

_ASKED = {"yes": "yes", "no": "no", "": "not asked here"}
_FLOATS_BY = {
    FloatBy.HOUSING: "the housing holds it",
    FloatBy.RING_INNER: "snap ring, inner groove",
    FloatBy.RING_OUTER: "snap ring, outer groove",
    FloatBy.ROOM: "expansion housing, room on both sides",
}


@dataclass(frozen=True)
class SlideOn:
    """It is on, by hand; or it would not go."""

    by_hand: Annotated[bool, tick("It went on by hand")]
    text: Annotated[str, words("What is on the shaft")] = ""


@dataclass(frozen=True)
class FindFloat:
    """What holds it in its housing; the room on both sides where it floats."""

    by: Annotated[FloatBy, choice("What holds it or lets it float", _FLOATS_BY)]
    room_toward: Annotated[str, length("Room towards the fixed unit", "3 mm")] = ""
    room_away: Annotated[str, length("Room away from it", "3 mm")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class LineUpUnit:
    """An offset over a length; leaves under the feet (0.02 + 0 + 0.1 + 0); hole, bolt and
    correction where it must be shifted.
    """

    offset: Annotated[str, length("Out of line by", "0.2 mm; 0 where nothing is seen")]
    over: Annotated[str, length("Over a length of", "300 mm")]
    feet: Annotated[str, length("Feeler under each foot", "0 + 0.02", fine=True)] = ""
    hole: Annotated[str, length("Bolt hole", "18 mm")] = ""
    bolt: Annotated[str, length("Bolt", "16 mm")] = ""
    wanted: Annotated[str, length("Shift it by", "0.5 mm")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class BoltHousing:
    """The bolts of the housing at torque."""

    torque: Annotated[str, torque("Torque", "62 N·m, 45 lbf·ft")]
    wrench: Annotated[str, words("With which wrench")]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class TurnShaft:
    """How the shaft turns by hand, housings bolted."""

    freely: Annotated[bool, tick("Turns freely")]
    text: Annotated[str, words("How it turns")] = ""


@dataclass(frozen=True)
class LockUnit:
    """The insert locked. What is asked hangs on its lock: footing and line of screws, a collar's
    turn, a clamp's slits.
    """

    torque: Annotated[str, torque("Torque", "8 N·m")]
    passes: Annotated[int, count("Passes", choices={"1": "one", "2": "two, alternately"})]
    wrench: Annotated[str, words("With which wrench")]
    footing: Annotated[
        Footing | Literal[""],
        choice(
            "The screws stand on",
            {
                "": "no set screws",
                Footing.PLAIN: "the plain shaft",
                Footing.DIMPLE: "a dimple",
                Footing.FLAT: "a flat",
            },
        ),
    ] = ""
    in_line: Annotated[YesNo, choice("Screws of both units in line", _ASKED)] = ""
    turned: Annotated[
        Literal["clockwise", "anticlockwise", ""],
        choice(
            "Collar turned, seen from its own side",
            {"": "no collar", "clockwise": "clockwise", "anticlockwise": "anticlockwise"},
        ),
    ] = ""
    slits_apart: Annotated[YesNo, choice("Slits apart", _ASKED)] = ""
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class JoinHalves:
    """The halves screwed together round the shaft: torque of the last pass, and whether both joints
    closed alike.
    """

    torque: Annotated[str, torque("Torque", "45 N·m")]
    passes: Annotated[int, count("Passes", choices={"1": "one", "2": "two, crosswise"})]
    wrench: Annotated[str, words("With which wrench")]
    joints_alike: Annotated[bool, tick("Both joints closed alike, as its sheet shows them")]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class TryUnit:
    """How it turns, once locked."""

    freely: Annotated[bool, tick("Turns freely")]
    text: Annotated[str, words("How it turns")] = ""


@dataclass(frozen=True)
class TightenAgain:
    """Set screws a second time, after some hours of running."""

    torque: Annotated[str, torque("Torque", "8 N·m")]
    after: Annotated[str, number(Family.HOURS, "After how many hours of running", "8")]


COMMANDS: tuple[type, ...] = (
    SlideOn,
    FindFloat,
    LineUpUnit,
    BoltHousing,
    TurnShaft,
    LockUnit,
    JoinHalves,
    TryUnit,
    TightenAgain,
)
TURNS = {"clockwise": Rotation.CLOCKWISE, "anticlockwise": Rotation.ANTICLOCKWISE}
