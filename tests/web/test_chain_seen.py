"""A log that was changed past the server says so where it is opened: on the page, in the record, on
paper.
"""

from __future__ import annotations

import io

from flask.testing import FlaskClient
from pypdf import PdfReader
from sqlalchemy import create_engine, text

from tests.web.by_hand import do, open_job
from tribodex.launch.mariadb import LocalMariaDB

CHAIN = "/api/jobs/job-0001/chain"


def tampered(database: LocalMariaDB, statement: str) -> None:
    owner = create_engine(database.owner_url)
    with owner.begin() as connection:
        connection.execute(text(statement))
    owner.dispose()


def paper(client: FlaskClient) -> str:
    pages = PdfReader(io.BytesIO(client.get("/api/jobs/job-0001/record.pdf?short=true").data)).pages
    return " ".join(pages[0].extract_text().split())


def test_a_sound_log_shows_its_first_figures_on_the_certificate(client: FlaskClient) -> None:
    open_job(client)
    do(client, "add_note", text="one")
    seen = client.get(CHAIN).json
    assert seen["troubles"] == [] and seen["entries"] == 2 and len(seen["head"]) == 64
    first = " ".join(seen["head"][at : at + 4] for at in (0, 4, 8, 12))
    page = client.get("/api/jobs/job-0001/record.html").text
    assert first in page and '<div class="qr"><svg' in page and "not what was stored" not in page
    assert first in paper(client) and f"key {seen['key']}" in paper(client)
    assert client.get("/api/jobs/job-0001/record.json").json["chain"]["head"] == seen["head"]


def test_a_row_changed_by_the_owner_is_said_on_page_record_and_paper(
    client: FlaskClient, database: LocalMariaDB
) -> None:
    open_job(client)
    do(client, "add_note", text="the race was rough")
    # What was read before is kept in memory: the check looks at what stands.
    client.get("/api/jobs/job-0001")
    tampered(
        database,
        "UPDATE job_event SET payload = REPLACE(payload, 'rough', 'smooth') WHERE job_id ="
        " 'job-0001' AND seq = 2",
    )
    said = "Entry 2 was changed after it was stored."
    assert client.get(CHAIN).json["troubles"] == [said]
    page = client.get("/api/jobs/job-0001/record.html").text
    assert said in page and said in paper(client)
    assert '<span class="verdict stop">log changed</span>' in page, (
        "no record of a changed log is headed by anything else"
    )
    assert client.get("/api/jobs/job-0001/record.json").json["chain"]["troubles"] == [said]


def test_a_job_that_is_not_there_has_no_chain(client: FlaskClient) -> None:
    assert client.get("/api/jobs/job-0009/chain").status_code == 404
