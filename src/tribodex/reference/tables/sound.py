"""What no row of a table can be, whoever typed it: a bore greater than the outside, a groove on the
wrong side, a length below nought.
"""

from __future__ import annotations

from collections.abc import Iterable
from itertools import pairwise
from types import MappingProxyType

from tribodex.reference.tables.cells import Cells, cells_of
from tribodex.usecases.books import Sheet

# Columns whose numbers grow from left to right within a row, where they stand; “0”: from nought on.
_SIZES = ("0", "d", "D")
GROWING = MappingProxyType(
    {
        "bearing_srb_dimensions": (_SIZES, ("0", "B")),
        "bearing_sab_dimensions": (_SIZES, ("0", "B")),
        "bearing_dgbb_dimensions": (_SIZES, ("0", "B")),
        "insert_dimensions": (_SIZES, ("0", "C_mm"), ("0", "B_mm")),
        "cam_follower_stud": (
            ("0", "stud_d_mm", "roller_od_mm"),
            ("0", "clamp_torque_Nm_lubricated_typical"),
        ),
        "lock_nut_metric": (
            ("0", "pitch_mm", "thread_d_mm", "outside_d_mm"),
            ("0", "slots"),
            ("0", "washer_tabs"),
            ("0", "slot_width_mm"),
        ),
        "lock_nut_metric_large": (("0", "pitch_mm", "thread_d_mm", "outside_d_mm"), ("0", "slots")),
        "lock_nut_inch": (
            ("0", "thread_d_in", "outside_d_in"),
            ("0", "threads_per_in"),
            ("0", "slots"),
            ("0", "washer_tabs"),
        ),
        "adapter_sleeve": (("0", "shaft_mm", "bearing_bore_mm"), ("0", "sleeve_length_mm")),
        "withdrawal_sleeve": (("0", "shaft_mm", "bearing_bore_mm"), ("0", "sleeve_length_mm")),
        "seal_material": (("temp_min_C", "temp_max_C"), ("0", "max_speed_m_s")),
        "iso_vg": (("0", "nu_100", "nu_40"),),
        "inch_shaft": (("over_in", "to_in"), ("lower_in", "upper_in")),
        "iso492_ring": (("over_mm", "to_mm"), ("lower_um", "upper_um")),
        "v_ring": (("shaft_over_mm", "shaft_to_mm"), ("0", "set_width_mm")),
        "material": (("0", "E_GPa"), ("0", "alpha_um_per_mK"), ("0", "poisson")),
        "retaining_ring": (("0", "ring_mm", "slot_mm"), ("0", "d_mm"), ("0", "groove_mm")),
        "sab_angle": (("0", "bore_mm"), ("0", "angle_deg"), ("0", "drive_up_mm")),
    }
)


# The groove goes into the shaft, and into the wall of a bore.
_GROOVE = {"shaft": ("groove_mm", "d_mm"), "bore": ("d_mm", "groove_mm")}


def sound(sheets: Iterable[Sheet]) -> None:
    """Raises ValueError with file, line and column at the first number that cannot stand where it
    does.
    """
    for sheet in sheets:
        chains = GROWING.get(sheet.source.id, ())
        for row in cells_of(sheet):
            for chain in chains:
                _grows(row, chain)
            if (
                sheet.source.id == "retaining_ring"
                and (groove := _GROOVE.get(row.text("sits"))) is not None
            ):
                _grows(row, groove)


def _grows(row: Cells, chain: tuple[str, ...]) -> None:
    read = [(column, 0.0 if column == "0" else row.maybe(column)) for column in chain]
    there = [(column, number) for column, number in read if number is not None]
    for (before, less), (column, more) in pairwise(there):
        if more <= less:
            than = "nought" if before == "0" else f"{less:g} in {before}"
            raise row.wrong(column, f"{more:g} is not more than {than}")
