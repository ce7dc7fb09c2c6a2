"""What is expected of the numbers of a tool or a card, before it is kept. What was kept before is
never asked about again.
"""

from __future__ import annotations

from tribodex.core.errors import TribodexError
from tribodex.core.job.asked import STROKE, Family, Likely
from tribodex.core.mounting.sheet import KeyedBy
from tribodex.core.quantities import parse_length
from tribodex.usecases.crib.cards import CardDraft, CardRowDraft
from tribodex.usecases.crib.gauges import GaugeDraft
from tribodex.usecases.crib.guns import WEIGHED_STROKES, GunDraft
from tribodex.usecases.crib.wrenches import WrenchDraft
from tribodex.usecases.draft.collector import Collector

# Shares of the bore that cards ask for, a fifth and five times as much besides (common practice, no
# source).
REDUCTION, RESIDUAL, CLEARANCE = (1e-4, 2.5e-3), (8e-5, 2.5e-3), (8e-5, 6e-3)
# Axial drive-up in shares of the bore, for a taper of 1:12 and of 1:30.
DRIVE, DRIVE_30 = (1.2e-3, 5e-2), (3e-3, 1.2e-1)
_COLUMNS = {
    **dict.fromkeys(("reduction_low", "reduction_high"), REDUCTION),
    **dict.fromkeys(("drive_low", "drive_high"), DRIVE),
    **dict.fromkeys(("drive30_low", "drive30_high"), DRIVE_30),
    **dict.fromkeys(("residual_cn", "residual_c3", "residual_c4", "residual"), RESIDUAL),
    **dict.fromkeys(("final_low", "final_high", "unmounted_low", "unmounted_high"), CLEARANCE),
}
SCALE = Likely(0.4, 3_000.0, "torque wrenches reach from 0.4 to 3000 N·m")
LEAF = Likely(0.008, 2.5, "leaves are 0.01 to 2 mm thick")


def ask_gauge(draft: GaugeDraft) -> None:
    """Raises InvalidInput where a leaf is not one."""
    errors = Collector(draft.meant)
    unit = "thou" if draft.unit == "thou" else "mm"
    each = " + ".join(
        f"{leaf} {unit}" if leaf[-1].isdigit() else leaf
        for leaf in draft.leaves.replace(";", " ").split()
    )
    errors.expect("leaves", each, Family.LENGTH, LEAF)
    errors.check()


def ask_card(draft: CardDraft) -> None:
    """Raises InvalidInput where a row says what no bearing of its bores is asked."""
    errors = Collector(draft.meant)
    for i, row in enumerate(draft.rows):
        bores = _bores(row)
        if bores is None or draft.keyed_by.strip() == KeyedBy.PART:
            continue
        for name, (least, most) in _COLUMNS.items():
            likely = Likely(
                round(least * bores[0], 4),
                round(most * bores[1], 3),
                f"bores of {bores[0]:g} to {bores[1]:g} mm are asked so much",
            )
            errors.expect(f"rows.{i}.{name}", getattr(row, name), Family.LENGTH, likely)
    errors.check()


def ask_gun(draft: GunDraft) -> None:
    """Raises InvalidInput where ten strokes weigh what no gun gives."""
    errors = Collector(draft.meant)
    assert STROKE.low is not None and STROKE.high is not None  # it has both ends
    likely = Likely(
        WEIGHED_STROKES * STROKE.low,
        WEIGHED_STROKES * STROKE.high,
        "ten strokes of a gun weigh 5 to 50 g",
    )
    for weighed in draft.weighings.split(";"):
        errors.expect("weighings", weighed, Family.MASS, likely)
    errors.check()


def ask_wrench(draft: WrenchDraft) -> None:
    """Raises InvalidInput where its scale or its length is none."""
    errors = Collector(draft.meant)
    errors.expect("least", draft.least, Family.TORQUE, SCALE)
    errors.expect("most", draft.most, Family.TORQUE, SCALE)
    errors.expect(
        "length",
        draft.length,
        Family.LENGTH,
        Likely(100.0, 2_000.0, "a torque wrench is 100 mm to 2 m long"),
    )
    errors.check()


def _bores(row: CardRowDraft) -> tuple[float, float] | None:
    try:
        over = parse_length(row.over or "0", "over", zero=True).mm
        to = parse_length(row.to, "to").mm
    except TribodexError:
        return None
    # The first row of a card begins at nothing.
    return (over or to / 3, to)
