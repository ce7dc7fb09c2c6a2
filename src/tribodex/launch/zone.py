"""The plant's time zone: TRIBODEX_ZONE (as Europe/Dublin), or that of this machine."""

from __future__ import annotations

import os
from datetime import UTC, tzinfo
from pathlib import Path
from zoneinfo import ZoneInfo

from tribodex.core.job.day import keep_days_of
from tribodex.launch.waiting import NotUp

MACHINE = Path("/etc/localtime")


def plant_zone(wanted: str | None = None, machine: Path = MACHINE) -> tzinfo:
    """The zone in which the plant's days begin. Raises NotUp for a name that is no zone."""
    wanted = os.environ.get("TRIBODEX_ZONE", "") if wanted is None else wanted
    if wanted:
        try:
            return ZoneInfo(wanted)
        except (OSError, ValueError) as error:
            raise NotUp(
                f"TRIBODEX_ZONE is “{wanted}”; right would be a time zone by its name, as"
                " Europe/Dublin or UTC."
            ) from error
    try:
        with machine.open("rb") as file:
            return ZoneInfo.from_file(file, key="machine")
    except (OSError, ValueError):
        return UTC


def keep_plant_zone() -> None:
    """Count days as the plant does, in this process."""
    keep_days_of(plant_zone())
