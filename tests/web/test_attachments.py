"""Photographs and sheets: kept small and without the camera's header, once, and only what can be read."""

from __future__ import annotations

import base64
import io
from typing import Any

import pytest
from flask.testing import FlaskClient
from PIL import Image

from tests.web.test_api import do, open_job

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
    assert kept.headers["Content-Disposition"].startswith("attachment") and kept.headers["X-Content-Type-Options"] == "nosniff"


@pytest.mark.parametrize("data", [b"", b"<svg onload=alert(1)>", b"GIF89a", picture()[:200]])
def test_what_is_no_picture_is_refused_by_field(client: FlaskClient, data: bytes) -> None:
    open_job(client)
    answer = sent(client, data)
    assert answer.status_code == 422 and answer.json["fields"][0]["name"] == "file"


def test_nothing_is_kept_for_a_job_that_is_not_there_and_other_addresses_stay_narrow(client: FlaskClient) -> None:
    open_job(client)
    assert sent(client, picture(), "/api/jobs/job-9999/attachments").status_code == 404
    assert client.get(f"{ADDRESS}/{'0' * 64}").status_code == 404
    assert client.post("/api/jobs/job-0001/taps", data=b" " * 300_000, content_type="application/json").status_code == 413
    assert do(client, "add_note", text="still here").status_code == 200
