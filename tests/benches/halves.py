"""A sheet of halves."""

from __future__ import annotations

from tribodex.usecases.planning.given_units import UnitDraft

SHEET = UnitDraft(
    lock="halves",
    bore="60 mm",
    form="foot_2",
    screw="M8",
    screw_torque="22 N·m",
    screw_source="sheet, page 3",
    shaft_limits="+0/-0.05 mm",
)
