"""What a person gives for a plan, as typed."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import ConfigDict, with_config

# A misspelled entry is said, not dropped.
AS_TYPED = with_config(ConfigDict(extra="forbid"))


@AS_TYPED
@dataclass(frozen=True)
class PlanDraft:
    """What a person gave, as typed. Empty text means: not given; then the default is taken where
    there is one.
    """

    designation: str = ""
    bore: str = ""
    outside: str = ""
    width: str = ""
    group: str = ""
    taper: str = ""
    housed_unit: str = ""
    shaft: str = ""
    shaft_bore: str = ""
    shaft_material: str = ""
    shaft_finish: str = ""
    ring_rise: str = ""
    shaft_over_ring: str = ""
    seat: str = ""
    method: str = ""
    washer: str = ""
    card: str = "A"
    feeler_id: str = ""
    where: str = "hung_bottom"
    places: str = "3"
    nut_family: str = ""
    nut_thread: str = ""
    nut_pitch: str = ""
    nut_outside: str = ""
    nut_slots: str = ""
    nut_tabs: str = ""
    lock: str = ""
    range_low: str = ""
    range_high: str = ""
    range_source: str = ""
    piston_area: str = ""
    start_pressure: str = ""
    rated_pressure: str = ""
    risk: str = ""
    washer_thickness: str = ""
    special_sleeve: str = ""
    half_by: str = ""
    # One line of a maker's sheet, typed with the plan (card “sheet”): any of it may stay empty.
    sheet: str = ""
    sheet_reduction: str = ""
    sheet_final: str = ""
    sheet_least: str = ""
    sheet_drive_up: str = ""
    sheet_angle: str = ""
    sheet_unmounted: str = ""
    # What the sheet's turns or angle count from; empty where it is silent.
    sheet_zero: str = ""
    oil: str = ""
    # Fields whose number was read back and is meant, with commas.
    meant: str = ""
