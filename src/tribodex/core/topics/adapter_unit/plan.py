"""The plan of a housed unit on an adapter sleeve: the turns of its own sheet, and the zero that
they count from.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.bands import Span
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.sources import SCREW
from tribodex.core.units.adapter import Captive, turns_text
from tribodex.core.working import Line, Result, number


@dataclass(frozen=True)
class AdapterPlan:
    """What its sheet asks. `zero` is None where the sheet is silent; `step_deg` how far positions
    of its lock plate are apart, None until they are counted; `pitch_mm` of the nut's thread, None
    while nobody knows it. `top_up` is the maker's word on grease before the first run; None while
    nobody asked.
    """

    label: str
    shaft_text: str
    range_deg: Span
    zero: SheetZero | None
    source: str
    step_deg: float | None
    pitch_mm: float | None
    captive: Captive
    top_up: bool | None

    @property
    def turns(self) -> str:
        """The sheet's turns, as they are said."""
        low, high = turns_text(self.range_deg.low), turns_text(self.range_deg.high)
        return low if low == high else f"{low.partition(' turn')[0]} to {high}"

    @property
    def conditions(self) -> frozenset[str]:
        """What procedures can ask for."""
        zero = f"zero_{self.zero}" if self.zero is not None else "zero_silent"
        return frozenset({zero, f"nut_{self.captive}"})


CONDITIONS = frozenset(
    {*(f"zero_{zero}" for zero in SheetZero), "zero_silent", *(f"nut_{one}" for one in Captive)}
)


def turns_result(plan: AdapterPlan) -> Result:
    """The turns of the sheet, with the zero that they count from.

    Symbols: α (degrees), n (turns).
    Valid: this maker's unit of this size.
    Raises: nothing.
    Source: the sheet, as typed.
    """
    zero = (
        f"Counted from: {plan.zero.words}."
        if plan.zero is not None
        else "The sheet does not say what it counts from: ask before the nut is marked."
    )
    lines = tuple(
        Line(
            f"α_{end}",
            "turn of the nut, by the sheet",
            "n·360°",
            f"{number(value / 360)}·360",
            value,
            "°",
            plan.source,
        )
        for end, value in (("min", plan.range_deg.low), ("max", plan.range_deg.high))
    )
    note = f"{zero} {plan.source}. Never converted to another zero."
    return Result(
        "unit_turns",
        f"Turn of the nut, {plan.turns}",
        plan.range_deg.low,
        "°",
        value_to=plan.range_deg.high,
        working=lines,
        note=note,
    )


def travel_result(plan: AdapterPlan, total_deg: float | None = None) -> Result | None:
    """How far the nut travels; None while its pitch is not known. Closing the sleeve is in it.

    Symbols: s = P·α/360 (mm).
    Valid: any zero.
    Raises: nothing.
    Source: screw geometry.
    """
    if plan.pitch_mm is None:
        return None
    low, high = (
        (plan.range_deg.low, plan.range_deg.high) if total_deg is None else (total_deg, total_deg)
    )
    values = [plan.pitch_mm * angle / 360 for angle in (low, high)]
    put_in = f"{number(plan.pitch_mm)}·{number(high)}/360"
    line = Line("s", "travel of the nut", "s = P·α/360", put_in, values[1], "mm", SCREW.id)
    note = (
        "Closing the slit sleeve is in it: not to be compared with a drive-up from metal-to-metal."
    )
    return Result(
        "unit_travel",
        "Travel of the nut",
        values[0],
        "mm",
        value_to=values[1] if total_deg is None else None,
        working=(line,),
        note=note,
    )
