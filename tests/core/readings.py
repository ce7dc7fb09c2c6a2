"""Readings that part from the model."""

from __future__ import annotations

from dataclasses import replace

from tests.helpers import DRAFT

ON = replace(DRAFT, washer="on")
