"""Logs written by earlier versions open for ever: they fold, tell, draw and print, and say what
they said then.
"""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.exchange.golden import LOGS, read
from tribodex.core.errors import Refused
from tribodex.core.job.ahead import next_move
from tribodex.core.job.facts import Corrected, Event, NoteAdded
from tribodex.core.job.proofs import proofs
from tribodex.core.job.rail import status
from tribodex.core.topics import fold, tell
from tribodex.exchange.record_page import render_html
from tribodex.usecases.bench import SHOWN_ENTRIES, bench
from tribodex.usecases.books import Reference
from tribodex.usecases.codec import KINDS, STEPS, decode, encode
from tribodex.usecases.jobs import Loaded, desk_of
from tribodex.usecases.record import record

# Kept as “open” by a version without alarms: a stop that nobody has answered stands in each of
# them.
STOPPED_NOW = {
    "2026-11-27d-after",
    "2026-11-27e-after",
    "2026-11-29-any-14",
    "2026-11-29-0015",
    "2026-11-29-0016",
}


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_an_earlier_log_says_what_it_said(path: Path, reference: Reference) -> None:
    kept, log = read(path)
    job = Loaded(kept["job_id"], log, fold(log))
    desk, state = desk_of(reference, job), job.tapered("1")
    assert status(desk) == ("stopped" if path.stem in STOPPED_NOW else kept["status"])
    assert [round(a.nut_deg, 3) for a in state.attempts] == kept["nut_deg"]
    final, verdict = state.attempt.final(), state.attempt.final_verdict()
    assert (verdict.overall.word if verdict else None) == kept["final"]
    assert (final.summary.mean_um if final else None) == kept["final_um"]
    assert all(tell(e.fact) for e in log)
    assert next_move(desk).headline


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_an_earlier_log_is_shown_and_printed(path: Path, reference: Reference) -> None:
    kept, log = read(path)
    job = Loaded(kept["job_id"], log, fold(log))
    seen = bench(reference, job)
    assert [line.seq for line in seen.log] == [e.seq for e in log][-SHOWN_ENTRIES:]
    made = record(reference, job)
    assert len(made.log) == len(log)
    page = render_html(made)
    assert str(seen.number) in page and (kept["final"] is None or kept["final"] in page)


def test_every_kind_stands_in_a_golden_log() -> None:
    """A new kind, or a new version of one, is recorded before it is released:
    tools/keep_logs.py."""
    logs = [read(path) for path in LOGS]
    kept = {(e.kind, e.version) for _, events in logs for e in events}
    # The plans with which a job was opened stand inside its first entry.
    opened = [e["payload"] for log, _ in logs for e in log["events"] if e["kind"] == "job_opened"]
    kept |= {
        (plan["fact"]["kind"], plan["fact"]["version"])
        for said in opened
        for plan in said.get("plans", ())
    }
    assert kept >= {(kind, cls.VERSION) for kind, cls in KINDS.items()}


def test_older_data_is_lifted_step_by_step_also_inside_a_correction(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """A kind that changed its shape twice and its name once; the entries around it did not."""
    monkeypatch.setattr(NoteAdded, "VERSION", 5)
    monkeypatch.setitem(STEPS, ("remark", 3), lambda data: ("remark", {"words": data["said"]}))
    monkeypatch.setitem(STEPS, ("remark", 4), lambda data: ("note_added", {"text": data["words"]}))
    for version, data in ((3, {"said": "dry"}), (4, {"words": "dry"})):
        assert decode("remark", data, version) == NoteAdded("dry")
        corrected = {
            "target": 4,
            "reason": "misheard",
            "replacement": {"kind": "remark", "version": version, "data": data},
        }
        assert decode("corrected", corrected, 3) == Corrected(4, NoteAdded("dry"), "misheard")
    written = encode(Corrected(4, NoteAdded("dry"), "misheard"))
    assert written["replacement"]["version"] == 5 and decode(
        "corrected", written, 3
    ).replacement == NoteAdded("dry")  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("kind", "version", "words"),
    [
        ("note_added", 4, "newer version"),
        ("seal_fitted", 1, "newer version|oldest"),
        ("seal_fitted", 3, "newer version"),
        ("note_added", 1, "the oldest"),
    ],
)
def test_what_cannot_be_read_is_refused_in_words(kind: str, version: int, words: str) -> None:
    with pytest.raises(Refused, match=words):
        decode(kind, {"text": "x"}, version)


def test_a_newer_entry_inside_a_correction_is_refused_in_words() -> None:
    newer = {
        "target": 4,
        "reason": "",
        "replacement": {"kind": "note_added", "version": 9, "data": {"text": "x"}},
    }
    with pytest.raises(Refused, match="newer version"):
        decode("corrected", newer, 3)


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_taking_a_proof_away_never_leaves_it_shown(path: Path, reference: Reference) -> None:
    """Each entry that shows something, withdrawn: what rested on it is missing, or rests on another
    entry that says it.
    """
    kept, log = read(path)
    desk = desk_of(reference, Loaded(kept["job_id"], log, fold(log)))
    shown = {
        (topic.name, at, p.claim.code, p.claim.about): p
        for topic, at in desk.in_use()
        for p in proofs(desk, topic, at)
    }
    proven = {
        key: proof
        for key, proof in shown.items()
        if proof.proven and proof.entry is not None and proof.claim.by
    }
    # The last ones of a long log: each is folded anew.
    for entry in sorted({proof.entry for proof in proven.values() if proof.entry is not None})[
        -10:
    ]:
        last = log[-1]
        gone = [
            *log,
            Event(
                last.seq + 1,
                "away",
                log[entry - 1].at,
                Corrected(entry, None, "not so"),
                "A",
                last.happened_at,
                last.recorded_at,
            ),
        ]
        less = desk_of(reference, Loaded(kept["job_id"], gone, fold(gone)))
        for topic, at in less.in_use():
            for proof in proofs(less, topic, at):
                before = proven.get((topic.name, at, proof.claim.code, proof.claim.about))
                if before is not None and before.entry == entry:
                    assert proof.entry != entry and (
                        proof.missing or not proof.proven or proof.entry is not None
                    ), proof
