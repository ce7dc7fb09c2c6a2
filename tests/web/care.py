"""What a position is cared for with, as it is sent."""

from __future__ import annotations

CARE = {
    "kind": "set_care",
    "way": "until_shows",
    "hours_per_day": "16",
    "speed": "64",
    "temperature": "52 °C",
    "dirt": "some dust",
    "wet": "dry",
    "shakes": "quiet",
    "stands": "horizontal",
    "path": "side",
    "gun": "gun 2",
    "stroke": "1.3 g",
    "look_days": "7",
}
