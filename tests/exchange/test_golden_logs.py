"""Logs written by earlier versions open for ever: they fold, tell, draw and print, and say what they said then."""

from __future__ import annotations

import json
from datetime import datetime
from pathlib import Path
from typing import Any

import pytest

from tribodex.core.job.events import Event
from tribodex.core.job.fold import fold
from tribodex.core.job.next_move import next_move
from tribodex.core.job.stages import status
from tribodex.core.job.telling import tell
from tribodex.exchange.record_page import render_html
from tribodex.usecases.bench import SHOWN_ENTRIES, bench
from tribodex.usecases.codec import decode
from tribodex.usecases.jobs import Loaded
from tribodex.usecases.ports import Reference
from tribodex.usecases.record import record

LOGS = sorted((Path(__file__).resolve().parents[1] / "data" / "logs").glob("*.json"))


def read(path: Path) -> tuple[dict[str, Any], list[Event]]:
    kept = json.loads(path.read_text("utf-8"))
    events = [
        Event(
            e["seq"],
            e["client_event_id"],
            decode(e["kind"], e["payload"], kept["schema"]),
            e["actor"],
            datetime.fromisoformat(e["happened_at"]),
            datetime.fromisoformat(e["recorded_at"]),
        )
        for e in kept["events"]
    ]
    return kept, events


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_an_earlier_log_says_what_it_said(path: Path, reference: Reference) -> None:
    kept, log = read(path)
    state = fold(log)
    assert status(state) == kept["status"]
    assert [round(a.nut_deg, 3) for a in state.attempts] == kept["nut_deg"]
    final, verdict = state.attempt.final(), state.attempt.final_verdict()
    assert (verdict.overall.word if verdict else None) == kept["final"]
    assert (final.summary.mean_um if final else None) == kept["final_um"]
    assert all(tell(e.payload) for e in log)
    procedure = reference.procedure(state.opened.procedure_id, state.opened.procedure_version)
    assert next_move(procedure, state).headline


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_an_earlier_log_is_shown_and_printed(path: Path, reference: Reference) -> None:
    kept, log = read(path)
    job = Loaded(kept["job_id"], log, fold(log))
    seen = bench(reference, job)
    assert [line.seq for line in seen.log] == [e.seq for e in log][-SHOWN_ENTRIES:]
    made, shown = record(reference, job)
    assert len(made.log) == len(log)
    page = render_html(made, shown)
    assert str(seen.number) in page and (kept["final"] is None or kept["final"] in page)
