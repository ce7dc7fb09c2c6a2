"""Worked examples of the calculators."""

from __future__ import annotations

from pathlib import Path

EXAMPLES = sorted((Path(__file__).parents[2] / "data" / "worked_examples").glob("*.json"))
