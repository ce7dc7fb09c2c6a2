"""The demonstration's jobs: written whole, finished where they were only begun, never twice."""

from __future__ import annotations

from pathlib import Path

import yaml
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from tribodex.core.job.facts import Signed
from tribodex.core.topics.tapered.facts import BlowsStruck, NutTurned, ZeroSet
from tribodex.launch.demo_jobs import load_jobs
from tribodex.store.repository import SqlStore
from tribodex.usecases.books import Reference

ROOT = Path(__file__).resolve().parents[2]


def test_a_job_that_was_only_opened_is_finished_in_order_and_once(
    engine: Engine, reference: Reference, tmp_path: Path
) -> None:
    demo = yaml.safe_load((ROOT / "data" / "demo" / "hollin_vale.yaml").read_text("utf-8"))
    entry = next(job for job in demo["jobs"] if job["id"] == "hollin-vale-0002")
    file = tmp_path / "jobs.yaml"

    def loaded(steps: list[object]) -> list[int]:
        file.write_text(
            yaml.safe_dump(
                {"procedures": demo["procedures"], "jobs": [entry | {"steps": steps}]},
                allow_unicode=True,
            ),
            "utf-8",
        )
        load_jobs(engine, reference, file)
        with Session(engine) as session:
            return [event.seq for event in SqlStore(session).events(entry["id"])]

    assert loaded([]) == [1]
    whole = loaded(entry["steps"])
    assert len(whole) > 5 and whole == list(range(1, len(whole) + 1))
    assert loaded(entry["steps"]) == whole


def test_the_job_by_blows_can_be_gone_on_with_to_its_end(
    engine: Engine, reference: Reference, tmp_path: Path
) -> None:
    demo = yaml.safe_load((ROOT / "data" / "demo" / "hollin_vale.yaml").read_text("utf-8"))
    entry = next(job for job in demo["jobs"] if job["id"] == "hollin-vale-0025")
    file = tmp_path / "jobs.yaml"
    steps = [*entry["steps"], {"follow": 40}, {"sign": {"name": "Tobit Marr", "role": "fitter"}}]
    file.write_text(
        yaml.safe_dump(
            {"procedures": demo["procedures"], "jobs": [entry | {"steps": steps}]},
            allow_unicode=True,
        ),
        "utf-8",
    )
    load_jobs(engine, reference, file)
    with Session(engine) as session:
        kinds = [type(event.fact) for event in SqlStore(session).events(entry["id"])]
    assert kinds[-1] is Signed and kinds.count(BlowsStruck) >= 4
    assert NutTurned not in kinds and ZeroSet not in kinds


def test_a_job_whose_bearing_is_not_as_listed_is_filled_in_too(
    engine: Engine, reference: Reference, tmp_path: Path
) -> None:
    """What is compared with the plant's list at the opening is no work that somebody did."""
    demo = yaml.safe_load((ROOT / "data" / "demo" / "hollin_vale.yaml").read_text("utf-8"))
    entry = next(job for job in demo["jobs"] if job["id"] == "hollin-vale-0027")
    file = tmp_path / "jobs.yaml"
    file.write_text(
        yaml.safe_dump({"procedures": demo["procedures"], "jobs": [entry]}, allow_unicode=True),
        "utf-8",
    )
    load_jobs(engine, reference, file)
    with Session(engine) as session:
        assert len(SqlStore(session).events(entry["id"])) > 20
