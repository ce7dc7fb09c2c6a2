"""The demonstration as its file says it."""

from __future__ import annotations

import yaml

from tests.launched import ROOT

DEMO = yaml.safe_load((ROOT / "data" / "demo" / "hollin_vale.yaml").read_text("utf-8"))
