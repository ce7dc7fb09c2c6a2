"""The plan of a housed unit: insert, form, locking, what it stands on, where it lets the shaft
grow.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.straight import StraightBearing
from tribodex.core.fits.seat import SeatSpec
from tribodex.core.sources import Source
from tribodex.core.units.forms import Form
from tribodex.core.units.known import KeptBearing, UnknownInside
from tribodex.core.units.locking import Load, Rotation, UnitLock
from tribodex.core.units.screws import JOINT_SCREW, SET_SCREW, ScrewTorque, ScrewUse, screw_result
from tribodex.core.working import Line, Result


@dataclass(frozen=True)
class UnitPlan:
    """A housed unit. `shaft_text` as the shaft is named; `base_nm` the maker's torque of its base
    bolts, None while not known.

    A unit on an adapter sleeve has no screw, and what is inside it may not be known. Of a bearing
    in two halves the screw holds its joints. `faces_drive_end` says where an eccentric collar looks
    to; None for other locks. `growth_mm`: what a floating unit has to take.
    """

    size: StraightBearing | KeptBearing | UnknownInside
    shaft_text: str
    seat: SeatSpec
    form: Form
    lock: UnitLock
    rotation: Rotation
    faces_drive_end: bool | None
    load: Load
    screw: ScrewTorque | None
    base_nm: float | None
    base_source: str
    regreased: bool
    growth_mm: float | None
    given: dict[str, str]
    sources: tuple[Source, ...]

    @property
    def conditions(self) -> frozenset[str]:
        """What procedures can ask for."""
        shock = {"unit_shock"} if self.load is Load.SHOCK else set()
        return frozenset(
            {
                f"unit_{self.form}",
                f"locked_by_{self.lock}",
                *shock,
                *({"unit_on_feet"} if self.form.on_feet else set()),
            }
        )

    @property
    def screw_use(self) -> ScrewUse:
        """What its screws do."""
        return JOINT_SCREW if self.lock is UnitLock.HALVES else SET_SCREW

    @property
    def figures(self) -> tuple[Result, ...]:
        """Every target of the plan."""
        screw = [screw_result(self.screw, self.screw_use)] if self.screw is not None else []
        return (
            shaft_limits(
                self.seat,
                {UnitLock.ADAPTER: "unit", UnitLock.HALVES: "halves"}.get(self.lock, "insert"),
            ),
            *screw,
            *([base_result(self)] if self.base_nm is not None else []),
        )


CONDITIONS = frozenset(
    {
        *(f"unit_{form}" for form in Form),
        *(f"locked_by_{lock}" for lock in UnitLock),
        "unit_shock",
        "unit_on_feet",
    }
)


def shaft_limits(seat: SeatSpec, what: str = "insert") -> Result:
    """What the shaft should measure.

    Symbols: d_min, d_max (mm).
    Valid: shafts that an insert or a unit on a sleeve is slid on; `what` is its name.
    Raises: nothing.
    Source: as the seat says.
    """
    low, high = (
        round(seat.nominal_mm + um / 1000, 4) for um in (seat.limits_um.low, seat.limits_um.high)
    )
    lines = (
        Line(
            "d_min",
            "least diameter",
            seat.words,
            f"{seat.nominal_mm:g} {seat.limits_um.low / 1000:+.4g}",
            low,
            "mm",
            seat.source_id,
        ),
        Line(
            "d_max",
            "greatest diameter",
            seat.words,
            f"{seat.nominal_mm:g} {seat.limits_um.high / 1000:+.4g}",
            high,
            "mm",
            seat.source_id,
        ),
    )
    return Result(
        "unit_shaft",
        f"Shaft under the {what}",
        round(low * 1000, 1),
        "µm",
        value_to=round(high * 1000, 1),
        working=lines,
        note=seat.words,
    )


def base_result(plan: UnitPlan) -> Result:
    """The torque of the bolts that hold the housing, by its maker."""
    line = Line("T", "by the maker of the housing", "", "", plan.base_nm, "N·m", plan.base_source)
    return Result(
        "base_torque",
        "Bolts of the housing",
        plan.base_nm,
        "N·m",
        working=(line,),
        note=plan.base_source,
    )
