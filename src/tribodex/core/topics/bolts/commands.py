"""What a person can ask while a housing is closed. Torques, lengths and dates stay as typed until
they are read.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from tribodex.core.job.asked import Family, choice, count, day, length, number, same, tick, words
from tribodex.core.job.asked import torque as torque_asked
from tribodex.core.quantities import Shown
from tribodex.core.topics.bolts.facts import BaseHabit


@dataclass(frozen=True)
class PairCap:
    """Cap and base before they close; `rubs`: what rubs, empty where nothing does."""

    numbers_agree: Annotated[bool, tick("Numbers of cap and base agree, on the same side")]
    faces_clean: Annotated[bool, tick("Joint faces wiped, no old sealant, no chip")]
    rubs: Annotated[str, words("What rubs when the shaft is turned", empty="nothing")] = ""


@dataclass(frozen=True)
class ChooseHabit:
    """When the base bolts come to torque."""

    habit: Annotated[
        BaseHabit,
        choice(
            "Base bolts",
            {
                BaseHabit.ALL_SNUG: "all snug, then torque",
                BaseHabit.FIXED_FIRST: "the fixed base first",
            },
        ),
    ]


@dataclass(frozen=True)
class PlanJoint:
    """A joint. The maker's torque with its source, else by grade and how the thread is; with an
    extension what the wrench is set to.
    """

    joint: Annotated[str, choice("Joint", same("base", "cap", "cover"), stays=True)]
    count: Annotated[str, count("Number of bolts", "4")]
    layout: Annotated[
        str,
        choice(
            "They stand",
            {"corners": "at corners, in turn", "circle": "on a circle", "rows": "in two rows"},
        ),
    ]
    screw: Annotated[str, words("Thread", "M16, M20x1.5, 5/8-11")]
    grade: Annotated[str, words("Grade", "8.8")] = ""
    finish: Annotated[str, words("The thread is", "oiled")] = ""
    torque: Annotated[str, torque_asked("The maker's torque", "58 N·m, 43 lbf·ft")] = ""
    torque_source: Annotated[str, words("Whose it is", "sheet of the housing")] = ""
    into: Annotated[str, words("They go into", "grey iron")] = ""
    engaged: Annotated[str, length("Thread engaged", "24 mm", empty="not measured")] = ""
    wrench: Annotated[str, words("Wrench")] = ""
    wrench_from: Annotated[str, torque_asked("Scale from", "20 N·m")] = ""
    wrench_to: Annotated[str, torque_asked("Scale to", "200 N·m")] = ""
    wrench_checked: Annotated[str, day("Checked on")] = ""
    wrench_length: Annotated[str, length("Drive to middle of grip", "400 mm")] = ""
    extension: Annotated[str, length("Extension, drive to bolt", "100 mm")] = ""
    angle: Annotated[str, number(Family.ANGLE, "Its angle", "0 straight on, 90 square")] = ""
    shown: Shown = ""


@dataclass(frozen=True)
class TightenBolt:
    """One bolt in one pass. `torque` at the bolt where it was not the one that is asked; with an
    extension what the wrench showed, in `shows`.
    """

    joint: Annotated[str, choice("Joint", same("base", "cap", "cover"), stays=True)]
    bolt: Annotated[int, count("Bolt", stays=True)]
    turn: Annotated[int, count("Pass", stays=True)]
    torque: Annotated[str, torque_asked("Torque", "58 N·m", empty="the one that is asked")] = ""
    shows: Annotated[
        str,
        torque_asked(
            "The wrench showed, with its extension", "48 N·m", empty="no extension, or as asked"
        ),
    ] = ""


@dataclass(frozen=True)
class LoosenJoint:
    """A joint is opened again."""

    joint: Annotated[str, choice("Joint", same("base", "cap", "cover"), stays=True)]
    reason: Annotated[str, words("Reason")]


@dataclass(frozen=True)
class TakeSupportOut:
    """The support comes out, the load comes on: what was taken out."""

    text: Annotated[str, words("What was taken out")]


@dataclass(frozen=True)
class AlignLoaded:
    """Lined up with the load on; leaf under each foot: 0 + 0.02."""

    offset: Annotated[str, length("Offset read", "0.05 mm; 0 where nothing is seen")]
    over: Annotated[str, length("Over a length of", "300 mm")]
    feet: Annotated[str, length("Feeler under each foot", "0 + 0.02", fine=True)] = ""
    turned: Annotated[bool, tick("The shaft was turned by hand before")] = False
    labyrinth: Annotated[bool, tick("It has a labyrinth seal, which forgives less")] = False
    shown: Shown = ""


@dataclass(frozen=True)
class ReadRingGaps:
    """Gaps beside the outer ring."""

    toward: Annotated[str, length("Gap towards the other bearing", "2.5 mm")]
    away: Annotated[str, length("Gap away from it", "2.5 mm")]
    how: Annotated[
        Literal["cap_off", "pushed"],
        choice(
            "Measured",
            {
                "cap_off": "cap off, by feeler or caliper",
                "pushed": "cap on, pushed to and fro with a dial",
            },
        ),
    ]
    shown: Shown = ""


@dataclass(frozen=True)
class LookRubbing:
    """Cap on and tight: turned and looked at; `rubs`: what rubs, empty where nothing does."""

    freely: Annotated[bool, tick("Turns freely")]
    rubs: Annotated[str, words("What rubs, how it turns", empty="nothing")] = ""


COMMANDS: tuple[type, ...] = (
    PairCap,
    ChooseHabit,
    PlanJoint,
    TightenBolt,
    LoosenJoint,
    TakeSupportOut,
    AlignLoaded,
    ReadRingGaps,
    LookRubbing,
)
