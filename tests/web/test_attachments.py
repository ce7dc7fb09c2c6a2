"""Photographs and sheets: kept small and without the camera's header, once, and only what can be
read.
"""

from __future__ import annotations

import base64
import io
from typing import Any

import pytest
from flask.testing import FlaskClient
from PIL import Image

from tests.web.by_hand import do, open_job

ADDRESS = "/api/jobs/job-0001/attachments"


def picture(size: tuple[int, int] = (1900, 900), form: str = "JPEG") -> bytes:
    made, exif = io.BytesIO(), Image.Exif()
    exif[0x010F], exif[0x0112] = "a camera", 6
    Image.new("RGB", size, "white").save(made, form, **({"exif": exif} if form == "JPEG" else {}))
    return made.getvalue()


def sent(client: FlaskClient, data: bytes, address: str = ADDRESS) -> Any:
    return client.post(address, json={"file": base64.b64encode(data).decode()})


def test_a_photograph_is_kept_upright_small_and_without_its_header(client: FlaskClient) -> None:
    open_job(client)
    first, again = sent(client, picture()), sent(client, picture())
    assert first.status_code == 201 and first.json == again.json and first.json["kind"] == "photo"
    kept = client.get(f"{ADDRESS}/{first.json['id']}")
    assert kept.content_type == "image/jpeg" and "immutable" in kept.headers["Cache-Control"]
    with Image.open(io.BytesIO(kept.data)) as opened:
        assert opened.height == 1600 > opened.width, "turned upright and made smaller"
        assert not opened.getexif()


def test_a_sheet_stays_as_it_is_and_is_never_shown_within_the_page(client: FlaskClient) -> None:
    open_job(client)
    answer = sent(client, b"%PDF-1.7 a sheet")
    kept = client.get(f"{ADDRESS}/{answer.json['id']}")
    assert (answer.json["kind"], kept.data) == ("sheet", b"%PDF-1.7 a sheet")
    assert (
        kept.headers["Content-Disposition"].startswith("attachment")
        and kept.headers["X-Content-Type-Options"] == "nosniff"
    )


@pytest.mark.parametrize("data", [b"", b"<svg onload=alert(1)>", b"GIF89a", picture()[:200]])
def test_what_is_no_picture_is_refused_by_field(client: FlaskClient, data: bytes) -> None:
    open_job(client)
    answer = sent(client, data)
    assert answer.status_code == 422 and answer.json["fields"][0]["name"] == "file"


RECORDINGS = [
    (b"\x1a\x45\xdf\xa3 opus", "audio/webm"),
    (b"OggS opus", "audio/ogg"),
    (b"\x00\x00\x00\x20ftypM4A aac", "audio/mp4"),
    (b"RIFF\x24\x00\x00\x00WAVEfmt ", "audio/wav"),
]


@pytest.mark.parametrize(("data", "mime"), RECORDINGS)
def test_a_spoken_note_is_kept_as_it_was_recorded_with_the_entry_it_belongs_to(
    client: FlaskClient, data: bytes, mime: str
) -> None:
    open_job(client)
    do(client, "add_note", text="rough at one place")
    answer = sent(client, data)
    assert answer.json["kind"] == "voice"
    kept = client.get(f"{ADDRESS}/{answer.json['id']}")
    assert (kept.data, kept.content_type, kept.headers["Content-Disposition"]) == (
        data,
        mime,
        "inline",
    )
    said = do(
        client,
        "attach",
        attachment=answer.json["id"],
        what="voice",
        caption="how it sounds",
        belongs_to=2,
    ).json["log"][-1]
    assert (
        said["text"] == "Spoken note kept, to entry 2: how it sounds."
        and said["said"]["attachment"] == answer.json["id"]
        and not said["says"]
    )
    assert (
        "Spoken note kept with the job: how it sounds (entry 2)"
        in client.get("/api/jobs/job-0001/record.html").text
    )


def test_a_photograph_belongs_to_a_reading_and_carries_arrow_and_circle(
    client: FlaskClient,
) -> None:
    open_job(client)
    name = sent(client, picture()).json["id"]
    marks = "circle 0.4 0.3 0.6 0.5; arrow 0.1 0.9 0.4 0.35"
    kept = do(
        client,
        "attach",
        attachment=name,
        what="photo",
        caption="spall at six o'clock",
        belongs_to=1,
        marks=marks,
    )
    assert kept.status_code == 200, kept.json
    assert kept.json["log"][-1]["said"]["marks"] == marks
    page = client.get("/api/jobs/job-0001/record.html").text
    assert (
        "spall at six o&#39;clock (entry 1)" in page
        and 'rx="100.0" ry="100.0"' in page
        and "M100.0 900.0L400.0 350.0" in page
    )
    # The same once more says nothing; drawn on anew it is another entry, and both stay readable.
    assert (
        do(
            client,
            "attach",
            attachment=name,
            what="photo",
            caption="spall at six o'clock",
            belongs_to=1,
            marks=marks,
        ).status_code
        == 409
    )
    assert (
        do(
            client,
            "attach",
            attachment=name,
            what="photo",
            caption="spall at six o'clock",
            belongs_to=1,
            marks="",
        ).status_code
        == 200
    )
    assert "M100.0 900.0" not in client.get("/api/jobs/job-0001/record.html").text
    for wrong in (
        {"marks": "square 0 0 1 1"},
        {"marks": "arrow 0 0 1 1.01"},
        {"marks": "arrow 0 0 1 1;" * 13},
        {"marks": "arrow 0 .. 1 1"},
        {"belongs_to": 99},
    ):
        said: dict[str, Any] = {"attachment": "ab" * 32, "what": "photo", "caption": "x"} | wrong
        refused = do(client, "attach", **said)
        assert refused.status_code == 422 and refused.json["fields"][0]["name"] == next(iter(wrong))
    assert (
        do(
            client, "attach", attachment="ab" * 32, what="sheet", caption="x", marks="arrow 0 0 1 1"
        ).status_code
        == 422
    )


def test_nothing_is_kept_for_a_job_that_is_not_there_and_other_addresses_stay_narrow(
    client: FlaskClient,
) -> None:
    open_job(client)
    assert sent(client, picture(), "/api/jobs/job-9999/attachments").status_code == 404
    assert client.get(f"{ADDRESS}/{'0' * 64}").status_code == 404
    assert (
        client.post(
            "/api/jobs/job-0001/taps", data=b" " * 300_000, content_type="application/json"
        ).status_code
        == 413
    )
    assert do(client, "add_note", text="still here").status_code == 200
