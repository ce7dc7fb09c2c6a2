"""What is counted and written down: every request with its identifier; never a name, a word or a
secret.
"""

from __future__ import annotations

import io
import json
import logging
from collections.abc import Iterator

import pytest
from flask.testing import FlaskClient
from prometheus_client.parser import text_string_to_metric_families
from pymysql.err import OperationalError as PyMySQLError
from sqlalchemy.exc import OperationalError

from tests.web.by_hand import do, open_job
from tribodex.launch.logs import JsonLines


@pytest.fixture
def written() -> Iterator[io.StringIO]:
    """What is written down at its most talkative."""
    stream = io.StringIO()
    handler = logging.StreamHandler(stream)
    handler.setFormatter(JsonLines())
    root = logging.getLogger()
    level = root.level
    root.addHandler(handler)
    root.setLevel(logging.DEBUG)
    yield stream
    root.removeHandler(handler)
    root.setLevel(level)


def value(text: str, name: str, **labels: str) -> float:
    return sum(
        sample.value
        for family in text_string_to_metric_families(text)
        for sample in family.samples
        if sample.name == name
        and all(sample.labels.get(key) == said for key, said in labels.items())
    )


def test_every_answer_carries_an_identifier_that_stands_in_the_log(
    client: FlaskClient, written: io.StringIO
) -> None:
    first = client.get("/api/jobs").headers["X-Request-Id"]
    assert len(first) == 16 and first != client.get("/api/jobs").headers["X-Request-Id"]
    assert (
        client.get("/api/jobs", headers={"X-Request-Id": "from-the-proxy-17"}).headers[
            "X-Request-Id"
        ]
        == "from-the-proxy-17"
    )
    assert client.get("/api/jobs", headers={"X-Request-Id": "a b"}).headers["X-Request-Id"] != "a b"
    lines = [json.loads(line) for line in written.getvalue().splitlines()]
    mine = next(line for line in lines if line.get("request") == first)
    assert (mine["method"], mine["route"], mine["status"]) == ("GET", "/api/jobs", 200) and mine[
        "ms"
    ] >= 0


def test_no_name_no_word_and_no_secret_is_written_down(
    client: FlaskClient, written: io.StringIO, monkeypatch: pytest.MonkeyPatch
) -> None:
    open_job(client)
    do(client, "add_note", text="Wren said the secret-word 4711")
    client.get("/api/jobs?words=secret-word", headers={"Authorization": "Bearer secret-word"})
    client.get("/api/jobs/secret-word-0001")
    client.post("/api/jobs/job-0001/taps", json={"actor": "secret-word", "nonsense": "secret-word"})

    def breaks(*_: object, **__: object) -> None:
        raise RuntimeError("secret-word")

    monkeypatch.setattr("tribodex.web.jobs.load", breaks)
    assert client.get("/api/jobs/job-0001").status_code == 500
    said = written.getvalue()
    assert "secret-word" not in said and "Wren" not in said and "4711" not in said
    broken = next(line for line in map(json.loads, said.splitlines()) if "error" in line)
    assert (
        broken["error"] == "builtins.RuntimeError"
        and any("breaks" in frame for frame in broken["where"])
        and broken["request"]
    )


def test_trouble_of_the_database_is_written_without_what_was_typed(
    client: FlaskClient, written: io.StringIO, monkeypatch: pytest.MonkeyPatch
) -> None:
    open_job(client)

    def away(*_: object) -> None:
        raise OperationalError(
            "SELECT 'secret-word'",
            {"words": "secret-word"},
            PyMySQLError(2006, "gone: secret-word"),
        )

    monkeypatch.setattr("tribodex.store.repository.SqlStore.hold", away)
    assert do(client, "add_note", text="secret-word").status_code == 503
    said = written.getvalue()
    assert "secret-word" not in said and '"status": 503' in said and "error 2006" in said


def test_counters_answer_to_a_token_of_somebody_who_administers(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    counted = client
    assert counted.get("/metrics").status_code == 401
    assert counted.get("/metrics", headers={"Authorization": "Bearer other"}).status_code == 401
    made = counted.post(
        "/api/me/links", json={"kind": "metrics", "name": "the site's monitor"}
    ).json[-1]
    token = made["address"]
    open_job(counted)
    known = {"Authorization": f"Bearer {token}"}
    before = counted.get("/metrics", headers=known).text
    do(counted, "add_note", text="counted")
    do(counted, "confirm_gate", gate="none", items=[])
    counted.get("/api/jobs/job-0001")
    after = counted.get("/metrics", headers=known).text
    route = "/api/jobs/<job_id>/taps"
    assert (
        value(after, "tribodex_taps_total", outcome="stored")
        - value(before, "tribodex_taps_total", outcome="stored")
        == 1
    )
    assert (
        value(after, "tribodex_taps_total", outcome="refused")
        - value(before, "tribodex_taps_total", outcome="refused")
        == 1
    )
    assert (
        value(after, "tribodex_request_seconds_count", route=route)
        - value(before, "tribodex_request_seconds_count", route=route)
        == 2
    )
    assert "job-0001" not in after and "Tester" not in after
    for invented in ("AAA", "BBB"):
        counted.open("/api/jobs", method=invented)
    after = counted.get("/metrics", headers=known).text
    assert "AAA" not in after and value(after, "tribodex_requests_total", method="other") >= 2, (
        "what anybody may invent makes no new line"
    )

    # The monitor asks most urgently while the database is away; whoever had no token has none now.
    monkeypatch.setattr("tribodex.web.links._owner", _away)
    assert counted.get("/metrics", headers=known).status_code == 200
    assert counted.get("/metrics", headers={"Authorization": "Bearer other"}).status_code == 401
    monkeypatch.undo()
    assert counted.delete(f"/api/me/links/{made['id']}").json == []
    assert counted.get("/metrics", headers=known).status_code == 401


def _away(*_: object) -> None:
    raise OperationalError("", {}, PyMySQLError(2006, "gone"))
