"""A tap by hand."""

from __future__ import annotations

from tests.helpers import BEGIN
from tribodex.usecases.ports import Tap


def tap(name: str, actor: str = "Tester") -> Tap:
    return Tap(f"tap-{name}-0001", actor, BEGIN)
