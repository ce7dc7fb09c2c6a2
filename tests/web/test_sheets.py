"""Sheets of the calculator, outlines and the mark-out sheet at their addresses: right answers, and
refusals with fields.
"""

from __future__ import annotations

from typing import Any
from xml.etree import ElementTree

import pytest
from flask.testing import FlaskClient

from tests.web.by_hand import PLAN, do, open_job, pass_gates, tap

SHEETS = "/api/calculator/sheets"
GROWTH = {
    "span_mm": "72 in",
    "mount_c": "15",
    "running_shaft_c": "65 °C",
    "running_base_c": "77 °F",
    "room_mm": "8",
}


def work(client: FlaskClient, sheet: str, given: Any, shown: str = "mm") -> Any:
    return client.post(f"{SHEETS}/{sheet}", json={"given": given, "shown": shown})


def test_every_sheet_is_listed_with_what_it_asks(client: FlaskClient) -> None:
    listed = client.get(SHEETS).json
    assert {"growth", "release-force", "clearance-group"} <= {sheet["id"] for sheet in listed}
    seat = next(sheet for sheet in listed if sheet["id"] == "seat")
    readings = next(entry for entry in seat["entries"] if entry["name"] == "readings_mm")
    assert readings["needed"] and readings["lines"] == 3 and readings["example"]


def test_a_sheet_reads_mixed_units(client: FlaskClient) -> None:
    answer = work(client, "growth", GROWTH).json
    # By hand: 72 in = 1828.8 mm; 1828.8 x 12 millionths x ((65 - 15) - (25 - 15)) = 0.88 mm.
    assert answer["results"][0]["value_to"] == pytest.approx(0.878, abs=0.002)
    assert answer["verdict"]["word"] == "room to float" and answer["results"][0]["working"]


@pytest.mark.parametrize(
    ("given", "field"),
    [
        (GROWTH | {"span_mm": "far"}, "span_mm"),
        (GROWTH | {"span_mm": "-3 mm"}, "span_mm"),
        (GROWTH | {"span_mm": "99999 m"}, "span_mm"),
        (GROWTH | {"running_shaft_c": "9000"}, "running_shaft_c"),
        (GROWTH | {"shaft_material": "cheese"}, "shaft_material"),
        (GROWTH | {"nonsense": "1"}, "nonsense"),
        ({name: text for name, text in GROWTH.items() if name != "span_mm"}, "span_mm"),
    ],
    ids=["words", "negative", "unknown unit", "too hot", "no such choice", "not asked", "missing"],
)
def test_what_is_wrong_is_named_by_its_entry(
    client: FlaskClient, given: dict[str, str], field: str
) -> None:
    refused = work(client, "growth", given)
    assert refused.status_code == 422 and refused.content_type == "application/problem+json"
    assert field in [one["name"] for one in refused.json["fields"]] and refused.json["detail"]


def test_a_bare_clearance_is_asked_back_with_every_reading_that_fits(client: FlaskClient) -> None:
    refused = work(client, "half-window", {"initial_um": "115"}).json
    assert (
        refused["fields"][0]["name"] == "initial_um" and "115 µm" in refused["fields"][0]["choices"]
    )
    assert work(client, "half-window", {"initial_um": "115 µm"}).status_code == 200


@pytest.mark.parametrize(
    "body",
    [
        {},
        {"given": []},
        {"given": {"span_mm": 3}},
        {"given": {"span_mm": "x" * 500}},
        {"given": GROWTH, "shown": "cubits"},
    ],
)
def test_a_body_that_is_none_is_refused_with_words(client: FlaskClient, body: Any) -> None:
    refused = client.post(f"{SHEETS}/growth", json=body)
    assert refused.status_code == 422 and refused.json["fields"]


def test_an_unknown_sheet_is_said(client: FlaskClient) -> None:
    assert work(client, "perpetual-motion", {}).status_code == 404


def test_steps_and_cautions_have_an_address_and_the_bench_names_the_one_that_holds(
    client: FlaskClient,
) -> None:
    now = open_job(client).json
    words = client.get("/api/jobs/job-0001/outline").json
    assert words["mark"] == now["outline"] and "steps" not in now
    tasks = {
        (task["stage"], task["at"]): task for stage in words["stages"] for task in stage["tasks"]
    }
    assert tasks["make_safe", ""] if ("make_safe", "") in tasks else tasks["make_safe", "1"]
    assert any("lock-out" in step for task in tasks.values() for step in task["steps"])
    pass_gates(client)
    assert client.get("/api/jobs/job-0001").json["outline"] == words["mark"], (
        "a gate changes no step"
    )
    hydraulic = PLAN | {"piston_area": "12000 mm2", "start_pressure": "20 bar"}
    revised = client.post(
        "/api/jobs/job-0001/plan", json=tap(plan=hydraulic, reason="hydraulic nut at hand")
    )
    if revised.status_code == 200:
        assert revised.json["outline"] != words["mark"], "another tool has other steps"
    assert client.get("/api/jobs/no-such-job/outline").status_code == 404


def test_the_mark_out_sheet_is_a_drawing_page_by_page(client: FlaskClient) -> None:
    open_job(client)
    drawn = client.get("/api/jobs/job-0001/mark-out.svg?paper=letter")
    assert drawn.status_code == 200 and drawn.content_type.startswith("image/svg+xml")
    assert ElementTree.fromstring(drawn.data).attrib["width"] == "279.4mm"
    assert "not measured" in drawn.get_data(as_text=True), "nobody said where the bearing sits"
    assert (
        client.get(
            f"/api/jobs/job-0001/mark-out.svg?page={int(drawn.headers['X-Pages']) + 1}"
        ).status_code
        == 404
    )
    assert client.get("/api/jobs/job-0001/mark-out.svg?paper=napkin").status_code == 422
    assert client.get("/api/jobs/job-0001/mark-out.pdf").data.startswith(b"%PDF")


def test_a_sheet_kept_for_a_later_stage_comes_with_every_answer(client: FlaskClient) -> None:
    open_job(client)
    pass_gates(client)
    name = "ab" * 32
    kept = do(
        client,
        "attach",
        attachment=name,
        what="sheet",
        caption="unit's own sheet",
        stage="drive_up",
    )
    assert kept.json["sheets"] == [
        {"attachment": name, "caption": "unit's own sheet", "stage": "drive_up"}
    ]
    refused = do(
        client, "attach", attachment="cd" * 32, what="sheet", caption="x", stage="no_such_stage"
    )
    assert refused.status_code == 422 and refused.json["fields"][0]["name"].endswith("stage")
