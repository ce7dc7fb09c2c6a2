"""Walks: what one person knows, in the order in which it is known, driven through the API to the
signed record.

A file says how the job is opened, which items of gates are untrue there (they are never ticked),
and step by step what is done:

- `say`: one command as the API takes it; every other field stays blank.
- `refused`: a command that is refused, with the field or the words of the refusal; the log stays as
  it was.
- `gate`: the gate that is asked for now, every item of it; never one with an untrue item.
- `gauge`: a whole gauging, both rows at so many places, the leaf that goes in and the next one that
  does not.
- `tighten`: bolts of one joint in their order, in so many passes.
- `run`: every bearing read at so many minutes of a run.
- `shows`: what the screen says: what is asked (`do`), words of its headline, or words nobody may
  see.
- `stage`: a stage that is looked at, whether or not it is its turn. `at`: another place of the job.
- `paper`: from here typed in from a card, by whom and when; `false` ends it.
- `sign`: the signature.

`opened_at`: what else than a mounting is opened (keeping, rounds, seals). `first`: another walk, so
many days before.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable
from dataclasses import dataclass
from datetime import timedelta
from pathlib import Path
from typing import Any

import yaml
from flask.testing import FlaskClient

from tests.helpers import BEGIN

FOLDER = Path(__file__).parent / "data" / "walks"
FILES = sorted(FOLDER.glob("*.yaml"))
COUNT = itertools.count(1)


@dataclass
class Walk:
    """One person at one job."""

    client: FlaskClient
    told: dict[str, Any]
    job: str
    at: str = ""
    paper: dict[str, str] | None = None
    days_ago: int = 0
    stage: str = ""

    def __post_init__(self) -> None:
        self.never: list[str] = self.told.get("never", [])
        self.actor: str = self.told["who"]

    @property
    def now(self) -> str:
        return (BEGIN - timedelta(days=self.days_ago)).isoformat()

    def post(self, address: str, **rest: Any) -> Any:
        body = {
            "client_event_id": f"walk-{next(COUNT):08d}",
            "actor": self.actor,
            "happened_at": self.now,
            **rest,
        }
        return self.client.post(address, json=body)

    def open(self) -> None:
        if "opened_at" in self.told:
            # Bearings given into keeping, a round over positions, a large seal.
            answer = self.post(f"/api/{self.told['opened_at']}/{self.job}", **self.told["opened"])
            assert answer.status_code == 200, answer.json
            return
        answer = self.post("/api/jobs", job_id=self.job, **self.told["opened"])
        assert answer.status_code == 201, answer.json
        self.seen(answer.json)

    def bench(self) -> Any:
        paper = "&paper=true" if self.paper else ""
        stage = f"&stage={self.stage}" if self.stage else ""
        return self.client.get(f"/api/jobs/{self.job}?at={self.at}{stage}{paper}").json

    def seen(self, bench: Any) -> None:
        """Words that nobody may meet on this walk."""
        said = f"{bench['next']['headline']} {bench['next']['why']} {bench['next']['risk']}".lower()
        for words in self.never:
            assert words.lower() not in said, f"“{words}” in: {said}"

    def tap(self, command: dict[str, Any]) -> Any:
        said = (
            {"kind": "from_paper", **self.paper, "step": command}
            if self.paper and command["kind"] != "say_paper"
            else command
        )
        return self.post(f"/api/jobs/{self.job}/taps", at=self.at, command=said)

    def say(self, command: dict[str, Any]) -> None:
        answer = self.tap(command)
        assert answer.status_code == 200, f"{command}: {answer.json}"
        self.seen(answer.json)

    def refused(self, step: dict[str, Any]) -> None:
        before = self.bench()["last_seq"]
        answer = self.tap(step["say"])
        assert answer.status_code in (409, 422), f"{step['say']} was taken"
        assert step.get("words", "").lower() in answer.json["detail"].lower() or any(
            step["words"].lower() in field["message"].lower()
            for field in answer.json.get("fields", ())
        ), answer.json
        if "field" in step:
            assert step["field"] in [field["name"] for field in answer.json["fields"]], answer.json
        assert self.bench()["last_seq"] == before, "a refusal adds nothing"

    def gate(self, name: str) -> None:
        gate = self.bench()["gate"]
        asked = gate and gate["id"]
        headline = self.bench()["next"]["headline"]
        assert asked == name, f"{name} is not asked now, but {asked}: {headline}"
        items = [item["id"] for item in gate["items"]]
        untrue = set(items) & set(self.told.get("untrue", ()))
        assert not untrue, f"{name} asks for what is untrue here: {untrue}"
        self.say({"kind": "confirm_gate", "gate": name, "items": items})

    def gauge(self, read: dict[str, Any]) -> None:
        places = read.get("places", 3)
        self.say({"kind": "start_gauging", "phase": read["phase"], "places": places})
        for place in range(1, places + 1):
            for row in ("nut side", "far side"):
                for um, outcome in ((read["goes"], "passes"), (read["stops"], "does not pass")):
                    self.say(
                        {
                            "kind": "try_leaf",
                            "place": place,
                            "row": row,
                            "leaf": f"{um} µm",
                            "outcome": outcome,
                        }
                    )
        self.say({"kind": "close_gauging"})

    def tighten(self, told: dict[str, Any]) -> None:
        for turn in range(1, told.get("passes", 4) + 1):
            for bolt in told["order"]:
                self.say(
                    {"kind": "tighten_bolt", "joint": told["joint"], "bolt": bolt, "turn": turn}
                )

    def run(self, told: dict[str, Any]) -> None:
        for i, minutes in enumerate(told["minutes"]):
            for place, warm in told["places"].items():
                self.say(
                    {
                        "kind": "read_warmth",
                        "place": place,
                        "temperature": f"{warm[i]} °C",
                        "by": "thermometer",
                        "noise": "even",
                    }
                    | {"after": str(minutes)}
                )

    def shows(self, wanted: dict[str, Any]) -> None:
        bench = self.bench()
        move = bench["next"]
        assert wanted.get("do", move["do"]) == move["do"], f"{wanted}: {move}"
        assert wanted.get("headline", "").lower() in move["headline"].lower(), f"{wanted}: {move}"
        assert wanted.get("why", "").lower() in move["why"].lower(), f"{wanted}: {move}"
        assert wanted.get("anywhere", "").lower() in str(bench).lower(), (
            f"{wanted} nowhere in {bench}"
        )
        for words in wanted.get("nowhere", ()):
            assert words.lower() not in str(bench).lower(), f"{words} in {bench}"

    def go_to(self, at: str) -> None:
        self.at, self.stage = at, ""

    def look_at(self, stage: str) -> None:
        self.stage = stage

    def on_paper(self, said: dict[str, str] | bool) -> None:
        self.paper = dict(said) if isinstance(said, dict) else None

    def sign(self, name: str) -> None:
        self.at, self.paper = "", None
        self.say({"kind": "sign", "name": name, "role": "fitter"})

    def go(self) -> Any:
        """The whole of it; the record as it was signed."""
        does: dict[str, Callable[[Any], None]] = {
            "say": self.say,
            "refused": self.refused,
            "gate": self.gate,
            "gauge": self.gauge,
            "shows": self.shows,
            "at": self.go_to,
            "paper": self.on_paper,
            "sign": self.sign,
            "tighten": self.tighten,
            "run": self.run,
            "stage": self.look_at,
        }
        if "first" in self.told:
            # What stands in the plant's records before this walk begins.
            before = self.told["first"]
            Walk(
                self.client,
                read_walk(FOLDER / f"{before['walk']}.yaml"),
                f"{self.job}-first",
                days_ago=before["days_ago"],
            ).go()
        self.open()
        for i, step in enumerate(self.told["steps"], 1):
            ((name, said),) = step.items()
            try:
                does[name](said)
            except AssertionError as wrong:
                raise AssertionError(
                    f"step {i}, {name} {said}: {wrong}; now: {self.bench()['next']}"
                ) from wrong
        return self.client.get(f"/api/jobs/{self.job}/record.json").json


def read_walk(file: Path) -> dict[str, Any]:
    """One walk as it is written."""
    told: dict[str, Any] = yaml.safe_load(file.read_text("utf-8"))
    return told
