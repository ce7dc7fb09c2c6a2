"""What a person can ask at a tapered seat. Amounts stay as typed until decide() reads them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.fits.seat import SeatSpec
from tribodex.core.job.asked import Family, choice, count, length, number, same, tick, warmth, words
from tribodex.core.mounting.by_hand import Swivel
from tribodex.core.mounting.gauging import Outcome, Phase, Row, Where
from tribodex.core.mounting.seat import LengthTool
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.quantities import Shown
from tribodex.core.topics.tapered.looks import LookFound, LookTarget
from tribodex.core.topics.tapered.plan import Plan

TurnUnit = Literal["degrees", "slots", "rim", "drive_up", "turns"]

_WHERE = {
    Where.HUNG_BOTTOM: "hanging, at the bottom",
    Where.LIFTED_TOP: "lifted, at the top",
    Where.BENCH_TOP: "on the bench, at the top",
}
_ZEROS: dict[str, str] = {"": "as planned", **{zero.value: zero.words for zero in SheetZero}}
LOOKS = {
    LookTarget.NUMBERS: "the numbers on bearing, sleeve and nut",
    LookTarget.THREADS: "the threads, counted",
    LookTarget.SLEEVE_END: "sleeve end and the mark across sleeve and shaft",
    LookTarget.ZERO: "the zero mark",
}
_UNITS = {
    "degrees": "degrees",
    "rim": "rim",
    "slots": "slots",
    "drive_up": "drive-up",
    "turns": "turns",
}


@dataclass(frozen=True)
class RevisePlan:
    """Change the plan before the bearing was gauged. `seat`: what the seat should measure then,
    where the plan changes that too.
    """

    plan: Annotated[Plan, words("The new plan")]
    reason: Annotated[str, words("Reason")]
    seat: Annotated[SeatSpec | None, words("The seat that belongs to it")] = None


_PHASES = {Phase.INITIAL: "unmounted", Phase.DRIVE_UP: "on the sleeve", Phase.FINAL: "final"}


@dataclass(frozen=True)
class StartGauging:
    """Begin a gauging. Places and where are the plan's unless named.

    Temperatures of inner and outer ring as typed (°C or °F), where they differ: the reading is
    corrected, or refused.
    """

    phase: Annotated[Phase, choice("Which gauging", _PHASES, stays=True)]
    places: Annotated[int | None, count("Places round the ring", "3", empty="as planned")] = None
    where: Annotated[Where | None, choice("Gauged", _WHERE)] = None
    inner_temperature: Annotated[str, warmth("Inner ring", "24 °C")] = ""
    outer_temperature: Annotated[str, warmth("Outer ring", "22 °C")] = ""


@dataclass(frozen=True)
class TryLeaf:
    """A leaf or stack was tried. `leaf` is a thickness as typed or tapped, for example “0.12” or
    “4.5 thou”.

    `shown` is the unit system on the screen (mm or in) that a bare number is read in.
    """

    place: Annotated[int, count("Place", stays=True)]
    row: Annotated[Row, choice("Row", {row: row.words for row in Row}, stays=True)]
    leaf: Annotated[str, length("Feeler", "0.12, 4.5 thou", fine=True)]
    outcome: Annotated[
        Outcome,
        choice(
            "What it did",
            {Outcome.PASSES: "passes", Outcome.DRAGS: "light drag", Outcome.STOPS: "does not pass"},
        ),
    ]
    typed: Annotated[bool, tick("Typed", stays=True)] = False
    shown: Shown = ""


@dataclass(frozen=True)
class BracketPlace:
    """The thickest leaf that goes in at a place; the next one of the set was tried and does not.
    “none”: not even the thinnest.

    `both_rows`: both rows of the place were tried and read the same; `row` is then either of them.
    `phase`: the gauging that begins with this reading where none is under way, at `places` places.
    `last`: this reading ends it; refused as a whole where it cannot.
    """

    place: Annotated[int, count("Place", stays=True)]
    row: Annotated[Row, choice("Row", {row: row.words for row in Row}, stays=True)]
    leaf: Annotated[
        str, length("Thickest feeler that goes in", "0.12, 4.5 thou, or none", fine=True)
    ]
    typed: Annotated[bool, tick("Typed", stays=True)] = False
    shown: Shown = ""
    both_rows: Annotated[bool, tick("Both rows read the same")] = False
    phase: Annotated[Phase | None, choice("Which gauging", _PHASES, stays=True)] = None
    places: Annotated[
        int | None, count("Places round the ring", "3", empty="as planned", stays=True)
    ] = None
    last: Annotated[bool, tick("Ends the gauging", stays=True)] = False


@dataclass(frozen=True)
class TakeFeelers:
    """Another gauge set of the crib is taken in hand: at any time, also in the middle of a
    gauging."""

    feeler_id: Annotated[str, words("Gauge set")]


@dataclass(frozen=True)
class RepeatPlace:
    """Gauge a place of a row anew: rolled leaf, dirt, rollers not settled. What was read there
    before no longer counts.
    """

    place: Annotated[int, count("Place", stays=True)]
    row: Annotated[Row, choice("Row", {row: row.words for row in Row}, stays=True)]


@dataclass(frozen=True)
class CloseGauging:
    """The gauging is finished."""


@dataclass(frozen=True)
class AcceptOutside:
    """Go on although the clearance is outside its group, the window is empty, narrower than feelers
    can tell or not to be proven by this set; or with one row alone.
    """

    what: Annotated[
        Literal["group", "window", "feelers", "narrow", "row"],
        choice(
            "What is accepted",
            {
                "group": "clearance outside its group",
                "window": "no window",
                "feelers": "a gauge set that cannot prove the window",
                "narrow": "window narrower than feelers can tell",
                "row": "the other row cannot be reached",
            },
        ),
    ]
    name: Annotated[str, words("Accepted by")]
    reason: Annotated[str, words("Reason")]


@dataclass(frozen=True)
class SetZero:
    """The nut stands at the method's zero point and is marked; with a hydraulic nut, the start
    pressure reached.

    `counted_from`: what the turns of a sheet count from, where the plan's sheet is silent.
    """

    tap_tested: Annotated[bool, tick("Held after the tap")]
    start_pressure: Annotated[
        str, number(Family.PRESSURE, "Start pressure reached", "2.5 MPa, 25 bar")
    ] = ""
    counted_from: Annotated[
        SheetZero | Literal[""], choice("The sheet's turns count from", _ZEROS)
    ] = ""


@dataclass(frozen=True)
class TurnNut:
    """The nut was tightened."""

    amount: Annotated[str, number(Family.TURN, "How far", "35°, 31 mm of rim, 1 1/2 slots")]
    unit: Annotated[TurnUnit, choice("In", _UNITS)] = "degrees"
    shown: Shown = ""


@dataclass(frozen=True)
class StrikeBlows:
    """Blows on the spanner, without a turn being counted. `same`: by the same hand, hammer and
    spanner as the last ones.
    """

    blows: Annotated[int, count("How many blows", "3")]
    same: Annotated[bool, tick("Same hand, hammer and spanner as the last")] = False


@dataclass(frozen=True)
class SeatNut:
    """The washer or lock is fitted and the nut seated firmly. Everything but the seating itself may
    be left open.

    `amount` is the counted turn behind the old mark (past it where `past`); `washer_thickness` as
    measured here; `sleeve_before` and `sleeve_after` thread end (of sleeve or shaft) to the ring's
    near face, measured with `tool`; `measured_from` says so.
    """

    amount: Annotated[str, number(Family.TURN, "Turn behind the old mark", "35°")] = ""
    unit: Annotated[TurnUnit, choice("In", _UNITS)] = "degrees"
    past: Annotated[bool, tick("Past its old mark")] = False
    washer_thickness: Annotated[str, length("Washer, measured", "1.2 mm", fine=True)] = ""
    sleeve_before: Annotated[str, length("Thread end to ring, before", "12.40 mm")] = ""
    sleeve_after: Annotated[str, length("Thread end to ring, after", "11.70 mm")] = ""
    tool: Annotated[
        LengthTool | None, choice("Measured with", {"": "not measured", **same(*LengthTool)})
    ] = None
    measured_from: Annotated[
        Literal["thread end", "another end"],
        choice("Measured from", same("thread end", "another end")),
    ] = "thread end"
    shown: Shown = ""


@dataclass(frozen=True)
class LookAt:
    """Leaf and nut do not agree: what was found at something that does not move the bearing.

    `sleeve_before` (the nut at its zero mark) and `sleeve_after` (now): thread end to the ring's
    near face, measured with `tool`; they tell whether the sleeve went along, and `found` may be
    empty then.
    """

    look: Annotated[LookTarget, choice("Looked at", LOOKS, stays=True)]
    found: Annotated[
        LookFound | None, choice("Found", {"": "by the two lengths", **same(*LookFound)})
    ] = None
    sleeve_before: Annotated[str, length("Thread end to ring, at the zero mark", "12.40 mm")] = ""
    sleeve_after: Annotated[str, length("Thread end to ring, now", "13.05 mm")] = ""
    tool: Annotated[
        LengthTool | None, choice("Measured with", {"": "not measured", **same(*LengthTool)})
    ] = None
    measured_from: Annotated[
        Literal["thread end", "another end"],
        choice("Measured from", same("thread end", "another end")),
    ] = "thread end"
    shown: Shown = ""


@dataclass(frozen=True)
class FollowLeaf:
    """Leaf and nut do not agree; the leaf was confirmed by a second gauging, and these checks were
    made, here or by looks logged before: it leads from here.
    """

    checks: Annotated[tuple[str, ...], words("What was checked")] = ()
    found: Annotated[str, words("What was found")] = ""


@dataclass(frozen=True)
class HandCheck:
    """The ring swivelled and turned by hand."""

    swivel: Annotated[Swivel, choice("Swivels", same("freely", "slight drag", "binds"))]
    turns_freely: Annotated[bool, tick("Turns freely")]


@dataclass(frozen=True)
class ChooseRisk:
    """The chance of going too far that the next moves may carry, for example 0.02."""

    risk: Annotated[
        float,
        choice(
            "Risk of going too far that a move may carry",
            {"0.01": "1 in 100", "0.02": "1 in 50, usual", "0.05": "1 in 20"},
        ),
    ]


@dataclass(frozen=True)
class SeeTab:
    """How far it is, by tightening, until a tab meets a slot."""

    amount: Annotated[str, number(Family.TURN, "How far to the next slot", "12 mm of rim, 8°")]
    unit: Annotated[TurnUnit, choice("In", _UNITS)] = "rim"
    shown: Shown = ""


@dataclass(frozen=True)
class Lock:
    """Tightened to a tab position, tab bent. Outside window or range: by name, with a reason."""

    turn: Annotated[str, number(Family.ANGLE, "Tightened to the tab", "8°")]
    decided_by: Annotated[str, words("Decided by")] = ""
    reason: Annotated[str, words("Reason")] = ""


@dataclass(frozen=True)
class Release:
    """Released from the sleeve; begin again."""

    reason: Annotated[str, words("Reason")]


COMMANDS: tuple[type, ...] = (
    RevisePlan,
    StartGauging,
    TryLeaf,
    BracketPlace,
    TakeFeelers,
    RepeatPlace,
    CloseGauging,
    AcceptOutside,
    SetZero,
    TurnNut,
    StrikeBlows,
    SeatNut,
    LookAt,
    FollowLeaf,
    HandCheck,
    ChooseRisk,
    SeeTab,
    Lock,
    Release,
)
