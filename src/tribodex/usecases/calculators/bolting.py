"""Calculators of bolts: torque by grade and finish with the order of tightening, a wrench with an
extension, set screws.
"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tribodex.core.bolts.thread import read_thread
from tribodex.core.bolts.torque import BoltFinish, Into, bolt_torque, engagement, pattern
from tribodex.core.bolts.wrench import wrench_setting
from tribodex.core.errors import InvalidInput
from tribodex.core.units.screws import screw_result, torque_of
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators.base import Answer, Calculator, Deg, Inputs, Mm


class BoltInputs(Inputs):
    """Torque of a bolt, and whether its thread is long enough in what it goes into."""

    screw: str
    grade: str
    finish: BoltFinish
    count: Annotated[int, Field(ge=1, le=24)] = 4
    into: Into | None = None
    engaged_mm: Mm | None = None


class WrenchInputs(Inputs):
    """What to set on a wrench with an extension."""

    torque_nm: Annotated[float, Field(gt=0, le=10_000)]
    wrench_mm: Mm
    extension_mm: Annotated[float, Field(ge=0, le=1500)]
    angle_deg: Annotated[Deg, Field(le=180)] = 0.0


class SetScrewInputs(Inputs):
    """Torque of a set screw by the practices that are known."""

    screw: str


def _bolt(reference: Reference, inputs: BoltInputs) -> Answer:
    thread = read_thread(inputs.screw)
    row = reference.bolts.find(inputs.grade, thread)
    if row is None:
        what = f"No strength is known for {inputs.grade} {thread.text}."
        raise InvalidInput.at("grade", what, ", ".join(reference.bolts.grades()))
    if (inputs.into is None) != (inputs.engaged_mm is None):
        missing = "engaged_mm" if inputs.engaged_mm is None else "into"
        raise InvalidInput.at(
            missing,
            "Both say whether the thread stands it: what it goes into, and how long.",
            "both, or neither",
        )
    verdict = (
        engagement(thread, inputs.into, inputs.engaged_mm, inputs.grade)
        if inputs.into is not None and inputs.engaged_mm is not None
        else None
    )
    order = " – ".join(str(number) for number in pattern(inputs.count))
    findings = (
        (f"{inputs.count} on a circle: {order}; passes of 30, 60, 100 %, and one last round.",)
        if inputs.count > 1
        else ()
    )
    return Answer(
        "bolt-torque",
        (bolt_torque(thread, row, inputs.finish),),
        verdict=verdict,
        findings=findings,
    )


def _wrench(_: Reference, inputs: WrenchInputs) -> Answer:
    return Answer(
        "wrench",
        (
            wrench_setting(
                inputs.torque_nm, inputs.wrench_mm, inputs.extension_mm, inputs.angle_deg
            ),
        ),
    )


def _set_screw(reference: Reference, inputs: SetScrewInputs) -> Answer:
    found = torque_of(reference.set_screws, inputs.screw)
    if found is None:
        raise InvalidInput.at(
            "screw",
            f"No torque is known here for a screw {inputs.screw}.",
            ", ".join(reference.set_screws.sizes()),
        )
    return Answer("set-screw", (screw_result(found),))


CALCULATORS = (
    Calculator("bolt-torque", "Torque of a bolt", BoltInputs, _bolt, {"engagement": "engaged_mm"}),
    Calculator("wrench", "A torque wrench with an extension", WrenchInputs, _wrench),
    Calculator("set-screw", "Torque of a set screw", SetScrewInputs, _set_screw),
)
