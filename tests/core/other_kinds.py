"""Other kinds on and locked."""

from __future__ import annotations

from tests.benches.shouldered import ShoulderBench
from tribodex.core.topics.shouldered import commands as on
from tribodex.usecases.planning.given_shouldered import ShoulderDraft


def draft(**said: str) -> ShoulderDraft:
    return ShoulderDraft(**{"shaft_class": "k5", "held_by": "lock_nut", **said})


SETTING = {"setting": "0.05 to 0.10 mm", "setting_by": "end_play", "setting_source": "drawing 12"}


def on_and_locked(**said: str) -> ShoulderBench:
    bench = ShoulderBench(draft(designation="30209", arrangement="back_to_back", **said))
    bench.prepared()
    bench.warmed("90 °C")
    bench.do(on.SwitchOff(), on.PushHome(), on.TryShoulder(""), at="1")
    bench.do(on.HoldFast("hook spanner, drag felt", tab_bent=True), at="1")
    return bench
