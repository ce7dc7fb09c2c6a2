"""Jobs by hand over HTTP, without a network."""

from __future__ import annotations

from typing import Any

from flask.testing import FlaskClient

from tests.helpers import BEGIN

PLAN = {"designation": "22218 K C3", "shaft": "80 mm", "feeler_id": "fs-m1"}
COUNT = iter(range(10_000_000))


def tap(**rest: Any) -> dict[str, Any]:
    return {
        "client_event_id": f"tap-{next(COUNT):08d}",
        "actor": "Tester",
        "happened_at": BEGIN.isoformat(),
        **rest,
    }


def open_job(client: FlaskClient, job_id: str = "job-0001") -> Any:
    return client.post("/api/jobs", json=tap(job_id=job_id, position_id="kc-2-drive", plan=PLAN))


def do(client: FlaskClient, kind: str, **values: Any) -> Any:
    return client.post("/api/jobs/job-0001/taps", json=tap(command={"kind": kind, **values}))


def pass_gates(client: FlaskClient) -> None:
    """Every gate that stands before the next move."""
    while (gate := client.get("/api/jobs/job-0001").json["gate"]) is not None:
        assert (
            do(
                client,
                "confirm_gate",
                gate=gate["id"],
                items=[item["id"] for item in gate["items"]],
            ).status_code
            == 200
        )
