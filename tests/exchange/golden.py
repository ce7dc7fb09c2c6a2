"""Logs that were kept, read."""

from __future__ import annotations

import json
from datetime import datetime
from pathlib import Path
from typing import Any

from tribodex.core.job.facts import Event
from tribodex.usecases.codec import decode

# Before that day what is nearer to a limit than a probe tells was good, and so was a stop greased
# until it shows, where nobody said that it does.
NEARNESS = "2026-12-02b"
NEAR_ITS_LIMIT = ("stop_done", "ring_warmth", "hub_warmth", "hole_measured", "warmth_read")
LOGS = sorted((Path(__file__).resolve().parents[1] / "data" / "logs").glob("*.json"))


def read(path: Path) -> tuple[dict[str, Any], list[Event]]:
    kept = json.loads(path.read_text("utf-8"))
    events = [
        Event(
            e["seq"],
            e["client_event_id"],
            e.get("at", ""),
            decode(e["kind"], e["payload"], e.get("version") or kept["schema"]),
            e["actor"],
            datetime.fromisoformat(e["happened_at"]),
            datetime.fromisoformat(e["recorded_at"]),
        )
        for e in kept["events"]
    ]
    return kept, events
