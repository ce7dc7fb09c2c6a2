"""What to set on a torque wrench with an extension or crowfoot, and whether that lies in its range."""

from __future__ import annotations

import math

from tribodex.core.errors import InvalidInput
from tribodex.core.working import Line, Result, number


def wrench_setting(torque_nm: float, wrench_mm: float, extension_mm: float, angle_deg: float) -> Result:
    """The setting for a torque at the bolt: T_set = T·L/(L + E·cos φ).

    Symbols: T at the bolt (N·m); L from the drive to the middle of the grip, E from the drive to the bolt (mm); φ 0 straight on, 90 square to
    the wrench (no correction), 180 turned back (the setting goes up).
    Valid: an extension in the wrench's plane, held in the middle of the grip.
    Raises: InvalidInput for lengths that cannot be, or a bolt that comes under the hand.
    Source: equilibrium of moments.

    >>> round(wrench_setting(100, 400, 100, 0).value, 1), wrench_setting(100, 400, 100, 90).value, round(wrench_setting(100, 400, 100, 180).value, 1)
    (80.0, 100.0, 133.3)
    """
    if not 50 <= wrench_mm <= 3000:
        raise InvalidInput.at("wrench", f"A wrench of {number(wrench_mm)} mm is out of range.", "50 to 3000 mm, drive to the middle of the grip")
    if not 0 <= extension_mm <= 1500:
        raise InvalidInput.at("extension", f"An extension of {number(extension_mm)} mm is out of range.", "0 to 1500 mm, drive to bolt")
    reach = wrench_mm + extension_mm * math.cos(math.radians(angle_deg))
    if reach < 0.2 * wrench_mm:
        raise InvalidInput.at(
            "extension", "The bolt comes too close under the hand: the wrench tells nothing there.", "a shorter one, or another angle"
        )
    setting = torque_nm * wrench_mm / reach
    line = Line("T_set", "set on the wrench", "T·L/(L + E·cos φ)",
                f"{number(torque_nm)}·{number(wrench_mm)}/({number(wrench_mm)} + {number(extension_mm)}·cos {number(angle_deg)}°)", setting, "N·m",
                "practice")  # fmt: skip
    return Result("wrench_setting", "Set on the wrench", round(setting, 1), "N·m", working=(line,))
