"""Trouble of the database in its own words: what cannot succeed is not said to be sent again by
itself.
"""

from __future__ import annotations

import base64
import json
import os
import random
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pymysql
import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy.exc import InternalError, OperationalError

from tests.web.by_hand import open_job
from tribodex.launch.mariadb import LARGEST_PACKET, LocalMariaDB
from tribodex.store.repository import SqlStore
from tribodex.web import trouble
from tribodex.web.context import Context

ADDRESS = "/api/jobs/job-0001/attachments"


def sheet(size: int) -> bytes:
    return b"%PDF-1.7 " + random.Random(7).randbytes(size)


def send(client: FlaskClient, data: bytes) -> Any:
    return client.post(ADDRESS, json={"file": base64.b64encode(data).decode()})


@pytest.mark.parametrize(
    "data",
    [sheet(12 * 2**20 - 9), b"%PDF-1.7 " + b"\0" * (12 * 2**20 - 9)],
    ids=["random", "noughts"],
)
def test_a_sheet_of_twelve_megabytes_is_kept_as_it_is(client: FlaskClient, data: bytes) -> None:
    open_job(client)
    answer = send(client, data)
    assert answer.status_code == 201, answer.json
    assert client.get(f"{ADDRESS}/{answer.json['id']}").data == data


def takes(database: LocalMariaDB, most: int) -> None:
    """How long a statement the server takes, for sessions that begin now."""
    owner = json.loads((database.folder / "secrets.json").read_text())["owner"]
    with (
        pymysql.connect(
            unix_socket=str(database.socket), user="root", password=owner
        ) as connection,
        connection.cursor() as cursor,
    ):
        cursor.execute("SET GLOBAL max_allowed_packet = %s", (most,))


def test_a_database_that_takes_less_says_so_before(
    database: LocalMariaDB, client: FlaskClient
) -> None:
    open_job(client)
    takes(database, 2**20)
    try:
        # Sessions that are open keep what they began with.
        client.application.extensions["tribodex"].engine.dispose()
        answer = send(client, sheet(2 * 2**20))
        assert answer.status_code == 422 and "1 MB at once" in answer.json["fields"][0]["message"]
        assert send(client, sheet(2**19 - 4096)).status_code == 201
    finally:
        takes(database, LARGEST_PACKET)
        client.application.extensions["tribodex"].engine.dispose()


def failing(error: Exception) -> Any:
    @contextmanager
    def store(_: Context, **__: bool) -> Iterator[SqlStore]:
        raise error
        yield

    return store


@pytest.mark.parametrize(
    ("code", "words", "status", "kind", "again"),
    [
        (2006, "server has gone away", 503, "database-away", True),
        (2003, "can't connect", 503, "database-away", True),
        (
            1021,
            "Disk full (/tmp/x); waiting for someone to free some space",
            507,
            "disk-full",
            True,
        ),
        (1114, "The table 'job_event' is full", 507, "disk-full", True),
        (
            1030,
            'Got error 28 "No space left on device" from storage engine InnoDB',
            507,
            "disk-full",
            True,
        ),
        (
            1030,
            'Got error 194 "Tablespace is missing" from storage engine InnoDB',
            500,
            "database-damaged",
            False,
        ),
        (1712, "Index job_event is corrupted", 500, "database-damaged", False),
        (
            1877,
            "Operation cannot be performed. The table is missing, corrupt or contains bad data.",
            500,
            "database-damaged",
            False,
        ),
        (1153, "Got a packet bigger than 'max_allowed_packet' bytes", 413, "too-large", False),
        (
            1969,
            "Query execution was interrupted (max_statement_time exceeded)",
            504,
            "too-slow",
            False,
        ),
        (1205, "Lock wait timeout exceeded", 503, "busy", True),
    ],
)
def test_each_trouble_has_its_own_words(
    *,
    client: FlaskClient,
    monkeypatch: pytest.MonkeyPatch,
    code: int,
    words: str,
    status: int,
    kind: str,
    again: bool,
) -> None:
    # Signed in while all was well.
    assert client.get("/api/jobs").status_code == 200
    for wrapped in (OperationalError, InternalError):
        monkeypatch.setattr(
            Context,
            "store",
            failing(wrapped("SELECT 1", {}, pymysql.err.OperationalError(code, words))),
        )
        answer = client.get("/api/jobs")
        assert (answer.status_code, answer.json["type"].rpartition("/")[2]) == (
            status,
            kind,
        ), answer.json
        assert ("Retry-After" in answer.headers) is again
        assert again or "sent again by itself" not in answer.json["detail"]


def test_a_server_whose_disk_is_full_is_not_ready(
    app: Flask, client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert client.get("/ready").status_code == 200
    seen = os.statvfs("/")

    class Full:
        f_bavail, f_frsize = 10, seen.f_frsize

    monkeypatch.setattr(trouble.os, "statvfs", lambda _: Full)
    answer = client.get("/ready")
    assert answer.status_code == 507 and "disk" in answer.json["title"]
    # Whoever watches the process alone is told that it lives.
    assert client.get("/health").status_code == 200


def test_a_disk_that_cannot_be_seen_is_not_said_to_be_full() -> None:
    assert not trouble.no_room("/nowhere/at/all")


def test_who_only_asked_is_not_told_of_a_tap(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    open_job(client)

    def away(*_: object) -> None:
        raise OperationalError("", {}, pymysql.err.OperationalError(2006, "gone"))

    monkeypatch.setattr(SqlStore, "job_summaries", away)
    monkeypatch.setattr(SqlStore, "hold", away)
    asked = client.get("/api/jobs?words=kiln")
    assert (
        asked.status_code == 503
        and "tap" not in asked.json["detail"]
        and "asked again" in asked.json["detail"]
    )
    body = {
        "client_event_id": "tap-000001",
        "actor": "T",
        "happened_at": "2026-10-05T06:00:00Z",
        "command": {"kind": "add_note", "text": "x"},
    }
    tapped = client.post("/api/jobs/job-0001/taps", json=body)
    assert tapped.status_code == 503 and "This tap was not stored" in tapped.json["detail"]
