"""Rows of tables compared with print, over the web and on a real database: what jobs rest on, whose
word it is, what another site sees.
"""

from __future__ import annotations

from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.web.by_hand import PLAN, do, open_job, tap

LIMITS = "/api/tables/clearance_srb_tapered"
SIZES = "/api/tables/bearing_srb_dimensions"


def row_of(client: FlaskClient, table: str, column: str, text: str) -> dict[str, str]:
    view = client.get(table).json
    row = next(row for row in view["rows"] if row[view["columns"].index(column)] == text)
    return dict(zip(view["columns"], row, strict=True))


def keep(
    client: FlaskClient,
    table: str,
    was: dict[str, str],
    reason: str = "",
    second: str = "",
    **changed: str,
) -> Any:
    row = {
        "was": was,
        "cells": {**was, **changed},
        "edition": "a standard, 2009",
        "page": "7",
        "second": second,
    }
    return client.post(f"{table}/rows", json=tap(row=row, reason=reason))


@pytest.fixture
def second(client: FlaskClient, monkeypatch: pytest.MonkeyPatch) -> str:
    """Somebody who read it as well, and stands by it."""
    name = "Bram Sedgeley"
    client.entered(name)  # type: ignore[attr-defined]
    monkeypatch.setattr("tests.signed_in.NAMED", ("second",))
    return name


def proven(
    client: FlaskClient,
    table: str,
    was: dict[str, str],
    second: str,
    reason: str = "",
    **changed: str,
) -> Any:
    """Kept with the second reader's word."""
    body = tap(
        row={
            "was": was,
            "cells": {**was, **changed},
            "edition": "a standard, 2009",
            "page": "7",
            "second": second,
        },
        reason=reason,
    )
    client._stand_by(
        client.application.extensions["tribodex"],
        {"client_event_id": body["client_event_id"], "command": {"second": second}},
    )  # type: ignore[attr-defined]
    return client.post(f"{table}/rows", json=body)


def test_jobs_that_rest_on_a_corrected_row_are_named_and_no_others(
    client: FlaskClient, second: str
) -> None:
    assert open_job(client).status_code == 201
    other = tap(
        job_id="job-0002",
        position_id="kc-2-drive",
        plan={**PLAN, "designation": "22208 K C3", "shaft": "35 mm"},
    )
    assert client.post("/api/jobs", json=other).status_code == 201
    was = row_of(client, LIMITS, "d_over_mm", "80")
    assert (
        keep(client, LIMITS, was, second=second, C3_max="138", C4_min="138").json["type"]
        == "/problems/pin-needed"
    )
    kept = proven(client, LIMITS, was, second, C3_max="138", C4_min="138")
    assert kept.status_code == 200, kept.json
    (check,) = kept.json["checks"]
    assert (check["state"], check["versions"][0]["second"], check["versions"][0]["by"]) == (
        "corrected",
        second,
        "Tester",
    )
    used = client.get(f"{LIMITS}/rows/{check['item_id']}/used").json
    assert [(job["job_id"], job["live"], job["version"]) for job in used["jobs"]] == [
        ("job-0001", True, 1)
    ]
    (told,) = client.get("/api/jobs/job-0001/superseded").json
    assert (
        told["changes"] == ["C3 max: 140 → 138", "C4 min: 140 → 138"]
        and told["where"] == "row d over mm 80"
        and told["by"] == "Tester"
    )
    assert client.get("/api/jobs/job-0002/superseded").json == []
    # A plan that is made again uses the row as it is now, and is named no more.
    anew = client.post(
        "/api/jobs/job-0001/plan", json=tap(plan=PLAN, reason="the table was corrected")
    )
    assert anew.status_code == 200, anew.json
    assert client.get(f"{LIMITS}/rows/{check['item_id']}/used").json["jobs"] == []
    assert "138" in str(client.get("/api/jobs/job-0001/record.json").json)
    assert client.get("/api/jobs/job-0001/superseded").json == []


def test_a_job_that_was_given_up_is_not_named_and_a_withdrawn_row_names_those_after_it(
    client: FlaskClient, second: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    was = row_of(client, LIMITS, "d_over_mm", "80")
    item = proven(client, LIMITS, was, second, C3_max="138", C4_min="138").json["checks"][0][
        "item_id"
    ]
    open_job(client)
    assert client.get(f"{LIMITS}/rows/{item}/used").json["jobs"] == []
    gone = client.post(f"{LIMITS}/rows/{item}/withdraw", json=tap(reason="read the wrong line"))
    assert gone.json["checks"][0]["state"] == "left out"
    assert [job["number"] for job in client.get(f"{LIMITS}/rows/{item}/used").json["jobs"]] == [1]
    (told,) = client.get("/api/jobs/job-0001/superseded").json
    assert (
        told["changes"] == ["C3 max: 138 → 140", "C4 min: 138 → 140"]
        and told["said"] == "withdrawn: read the wrong line"
    )
    monkeypatch.setattr("tests.signed_in.NAMED", ("name",))
    assert do(client, "abandon", name="Tester", reason="no parts").status_code == 200
    assert client.get(f"{LIMITS}/rows/{item}/used").json["jobs"] == []


def test_a_size_typed_once_is_offered_planned_with_and_worked_out_with(
    client: FlaskClient, second: str
) -> None:
    cells = {
        "series": "222",
        "code": "22299",
        "d": "90",
        "D": "160",
        "B": "40",
        "mass_kg_approx": "",
    }
    plan = {**PLAN, "designation": "22299 K C3"}
    assert client.post("/api/plan", json=plan).status_code == 422
    added = proven(client, SIZES, {}, second, **cells)
    assert added.status_code == 200, added.json
    assert added.json["checks"][0]["state"] == "added"
    sheet = client.post("/api/plan", json=plan)
    assert sheet.status_code == 200 and "90" in str(sheet.json["section"]), sheet.json
    assert "22299" in client.get("/api/plant").json["bearings"]
    assert (
        client.get("/api/sources").json["bearing_srb_dimensions"]["confidence"].endswith("1 added.")
    )


def test_where_no_log_names_a_table_it_is_said_and_not_that_no_job_used_it(
    client: FlaskClient,
) -> None:
    for table, column, named in (
        ("v_ring", "shaft_over_mm", False),
        ("iso_vg", "ISO_VG", False),
        ("lock_nut_metric", "thread_d_mm", True),
    ):
        view = client.get(f"/api/tables/{table}").json
        was = dict(zip(view["columns"], view["rows"][0], strict=True))
        assert was[column]
        cells = {name: text.removesuffix("?") for name, text in was.items()}
        row = {"was": was, "cells": cells, "edition": "a sheet", "page": "1"}
        kept = client.post(f"/api/tables/{table}/rows", json=tap(row=row))
        assert kept.status_code == 200, kept.json
        assert (
            client.get(f"/api/tables/{table}/rows/{kept.json['checks'][0]['item_id']}/used").json[
                "named"
            ]
            is named
        )


def test_a_card_said_anew_names_the_jobs_that_its_earlier_version_led(client: FlaskClient) -> None:
    row = {
        "over": "80",
        "to": "100",
        "reduction_low": "0.040",
        "reduction_high": "0.060",
        "residual_c3": "0.055",
    }
    card = {
        "name": "Sheet 9",
        "source": "maker's sheet 9, 2021",
        "designation": "22218",
        "rows": [row],
    }
    assert client.post("/api/crib/cards/own-nine", json=tap(card=card)).status_code == 200
    assert (
        client.post(
            "/api/jobs",
            json=tap(
                job_id="job-0001", position_id="kc-2-drive", plan={**PLAN, "card": "own-nine"}
            ),
        ).status_code
        == 201
    )
    assert client.get("/api/crib/cards/own-nine/used").json["jobs"] == []
    changed = {**card, "rows": [{**row, "reduction_high": "0.065"}]}
    assert (
        client.post(
            "/api/crib/cards/own-nine", json=tap(card=changed, reason="newer sheet")
        ).status_code
        == 200
    )
    (job,) = client.get("/api/crib/cards/own-nine/used").json["jobs"]
    assert (job["job_id"], job["version"], job["live"]) == ("job-0001", 1, True)
    (told,) = client.get("/api/jobs/job-0001/superseded").json
    assert (told["what"], told["said"]) == ("Sheet 9", "changed: newer sheet")
    assert client.get("/api/crib/cards/own-ten/used").status_code == 404


def test_what_is_wrong_is_a_problem_with_its_cell(client: FlaskClient) -> None:
    was = row_of(client, LIMITS, "d_over_mm", "80")
    refused = keep(client, LIMITS, was, C3_max="1380")
    assert refused.status_code == 422
    assert {"cells.C3_max", "second"} <= {field["name"] for field in refused.json["fields"]}
    assert (
        next(field for field in refused.json["fields"] if field["name"] == "cells.C3_max")["meant"]
        is True
    )
    assert keep(client, "/api/tables/nothing", was).status_code == 404
    assert client.get(f"{LIMITS}/rows/row-0/used").status_code in (404, 422)
    assert keep(client, LIMITS, was, second="Nobody Here").status_code == 403


def test_a_tap_reads_a_mark_of_the_rows_and_not_the_rows(client: FlaskClient, second: str) -> None:
    open_job(client)
    was = row_of(client, LIMITS, "d_over_mm", "80")
    here = client.application.extensions["tribodex"]
    with here.store() as store:
        before, shipped = store.row_mark(), here.reference_of(store)
        assert here.reference_of(store) is shipped is here.reference
    assert proven(client, LIMITS, was, second, C3_max="138", C4_min="138").status_code == 200
    with here.store() as store:
        changed = here.reference_of(store)
        assert (
            store.row_mark() != before
            and changed is not shipped
            and here.reference_of(store) is changed
        )


def test_a_row_sent_again_because_its_answer_was_lost_is_kept_once(client: FlaskClient) -> None:
    was = row_of(client, LIMITS, "d_over_mm", "80")
    body = tap(row={"was": was, "cells": was, "edition": "a standard, 2009", "page": "7"})
    assert (
        client.post(f"{LIMITS}/rows", json=body).status_code
        == client.post(f"{LIMITS}/rows", json=body).status_code
        == 200
    )
    assert len(client.get(LIMITS).json["checks"][0]["versions"]) == 1
