"""The list of jobs: page by page without a gap, found by words, from the index, however many there
are.
"""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from urllib.parse import urlencode

import pytest
from flask.testing import FlaskClient
from sqlalchemy import Engine, insert, text
from sqlalchemy.orm import Session

from tests.helpers import BEGIN
from tribodex.store.models import JobListRow, JobRow
from tribodex.store.repository import SqlStore

MANY = 230


@pytest.fixture
def many(engine: Engine) -> Engine:
    """Jobs of two kinds; several changed in the same moment, so that time alone does not order
    them.
    """
    when = BEGIN.replace(tzinfo=None)
    with Session(engine) as session:
        session.execute(
            insert(JobRow),
            [{"id": f"job-{i:05d}", "number": i, "recorded_at": when} for i in range(1, MANY + 1)],
        )
        session.execute(insert(JobListRow), [row(i) for i in range(1, MANY + 1)])
        session.commit()
        assert (
            SqlStore(session).list_what_stood() == MANY and SqlStore(session).list_what_stood() == 0
        )
    return engine


def row(i: int) -> dict[str, Any]:
    return {
        "id": f"job-{i:05d}",
        "number": i,
        "title": "100 % done_here" if i == 7 else "Rattle",
        "machine": f"Conveyor {i % 5}",
        "position": "Drive side",
        "bearing": "22218 K C3" if i % 2 else "23224 K C4",
        "stage": "Drive up",
        "stage_at": 5,
        "stage_of": 7,
        "status": "signed" if i % 3 else "open",
        "live": not i % 3,
        "events": i,
        "updated_at": BEGIN.replace(tzinfo=None) + timedelta(minutes=i // 7),
    }


def page(client: FlaskClient, **asked: Any) -> list[dict[str, Any]]:
    answer = client.get(f"/api/jobs?{urlencode(asked)}")
    assert answer.status_code == 200, answer.text
    found: list[dict[str, Any]] = answer.json
    return found


def every_page(client: FlaskClient, **asked: Any) -> list[int]:
    found: list[int] = []
    after: dict[str, Any] = {}
    while jobs := page(client, **asked, **after):
        found += [job["number"] for job in jobs]
        after = {"after_time": jobs[-1]["updated_at"], "after_number": jobs[-1]["number"]}
    return found


@pytest.mark.parametrize("limit", [1, 7, 50, 200])
@pytest.mark.parametrize("live", [True, False])
def test_pages_follow_one_another_without_a_gap(
    client: FlaskClient, many: Engine, limit: int, live: bool
) -> None:
    found = (
        every_page(client, limit=limit, live=live)
        if limit > 1
        else every_page(client, limit=limit, live=live, words="Conveyor 3")
    )
    wanted = [i for i in range(MANY, 0, -1) if (i % 3 == 0) == live and (limit > 1 or i % 5 == 3)]
    assert found == sorted(wanted, key=lambda i: (i // 7, i), reverse=True)


def test_a_job_that_changes_meanwhile_hides_no_other(client: FlaskClient, many: Engine) -> None:
    """The third job of page two is tapped on between the pages: it moves up, every other one is
    still shown once.
    """
    first = page(client, limit=20, live=False)
    moving = page(
        client,
        limit=5,
        live=False,
        after_time=first[-1]["updated_at"],
        after_number=first[-1]["number"],
    )[2]["number"]
    with many.begin() as connection:
        connection.execute(
            text("UPDATE job_list SET updated_at = '2027-01-01' WHERE number = :n"), {"n": moving}
        )
    rest, after = [], first[-1]
    while jobs := page(
        client, limit=20, live=False, after_time=after["updated_at"], after_number=after["number"]
    ):
        rest += [job["number"] for job in jobs]
        after = jobs[-1]
    shown = [job["number"] for job in first] + rest
    assert len(shown) == len(set(shown)) and set(shown) | {moving} == {
        i for i in range(1, MANY + 1) if i % 3
    }


FOUND = {
    "conveyor 3": 46,
    "CONVEYOR 3 23224": 23,
    "3 conv rat": 46,
    "rattle 17": 1,
    "nothing like it": 0,
    "100 %": 1,
    "done_here": 1,
    "%": 1,
    "_": 0,
    # Any part of a number, and two letters at its end.
    # With job 218 itself.
    "218": 116,
    "C3": 115,
    "c4": 115,
    "3224": 115,
    # A figure alone stands at the beginning of a word.
    "8": 1,
    "onveyor": 0,
    "\\": 0,
    "'": 0,
}


@pytest.mark.parametrize("words", list(FOUND))
def test_found_by_words_in_any_order_and_signs_are_only_signs(
    client: FlaskClient, many: Engine, words: str
) -> None:
    assert len(every_page(client, limit=50, words=words)) == FOUND[words]


def test_a_number_finds_its_job(client: FlaskClient, many: Engine) -> None:
    assert 199 in every_page(client, words="199")


WRONG: list[dict[str, Any]] = [
    {"limit": 0},
    {"limit": 1000},
    {"live": "maybe"},
    {"after_time": "yesterday"},
    {"after_time": "9.49e-306"},
    {"after_time": "1700000000"},
    {"words": "x" * 200},
    {"after_number": -1},
]


@pytest.mark.parametrize("asked", WRONG)
def test_what_cannot_be_asked_names_its_field(client: FlaskClient, asked: dict[str, Any]) -> None:
    answer = client.get(f"/api/jobs?{urlencode(asked)}")
    assert answer.status_code == 422 and answer.json["fields"][0]["name"] == next(iter(asked))


def test_a_page_comes_from_the_index(many: Engine) -> None:
    with many.connect() as connection:
        plan = (
            connection.execute(
                text(
                    "EXPLAIN SELECT * FROM job_list WHERE site_id = 'main' AND live = 0 AND"
                    " updated_at <= '2026-10-06' ORDER BY updated_at DESC, number DESC LIMIT 50"
                )
            )
            .mappings()
            .one()
        )
    assert plan["key"] == "job_list_live" and "filesort" not in (plan["Extra"] or "")
