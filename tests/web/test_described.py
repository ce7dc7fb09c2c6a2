"""The API does what its description says, tried with requests made from the description and with
such as break it.
"""

from __future__ import annotations

import json
from collections import Counter
from functools import cache
from pathlib import Path
from typing import Any

import pytest
import schemathesis
from flask import Flask
from hypothesis import HealthCheck, given, settings
from hypothesis.stateful import run_state_machine_as_test
from schemathesis import GenerationMode
from schemathesis.specs.openapi.checks import positive_data_acceptance

from tests.signed_in import SignedIn, signed_in
from tests.web.by_hand import open_job
from tribodex.usecases.people.hashes import seal_of
from tribodex.web.access import DEVICE, SESSION

DOCUMENT = json.loads((Path(__file__).parents[2] / "docs" / "openapi.json").read_text("utf-8"))
# By address: whatever is asked there, right and broken. Nothing can be broken where nothing is
# asked.
ASKED = {
    path: [
        (method, mode)
        for method, operation in methods.items()
        for mode in GenerationMode
        if mode is GenerationMode.POSITIVE
        or "parameters" in operation
        or "requestBody" in operation
    ]
    for path, methods in DOCUMENT["paths"].items()
}
# Whether a body of the right shape is accepted is decided by the rules of the job, not by the
# description.
NOT_ASKED = [positive_data_acceptance]
# Making a PDF takes a moment each.
EXAMPLES, EXAMPLES_OF_PDF = 8, 2
RUNS, STEPS = 8, 12


@cache
def _read() -> Any:
    """Read once by each worker; that it is the one the application gives is tested beside it."""
    return schemathesis.openapi.from_dict(DOCUMENT)


@pytest.fixture
def described(app: Flask) -> Any:
    client = signed_in(app)
    assert isinstance(client, SignedIn)
    open_job(client)
    schema = _read()
    schema.app, schema.location = Carried(app, client), "/api/openapi.json"
    return schema


class Carried:
    """The application with somebody signed in: what that person's browser would send with every
    request.
    """

    def __init__(self, app: Flask, client: SignedIn) -> None:
        self._app, self._client = app, client

    def __call__(self, environ: dict[str, Any], start: Any) -> Any:
        token, device, _ = self._client.entered()
        carried = {
            "HTTP_COOKIE": f"{SESSION}={token}; {DEVICE}={device}",
            "HTTP_TRIBODEX_SEAL": seal_of(token),
        }
        return self._app(carried | environ, start)


@pytest.mark.parametrize("path", ASKED)
def test_every_operation_answers_as_described(described: Any, path: str) -> None:
    for method, mode in ASKED[path]:
        answers_as_described(described[path][method], path, mode)


def answers_as_described(operation: Any, path: str, mode: GenerationMode) -> None:

    @given(case=operation.as_strategy(generation_mode=mode))
    @settings(
        max_examples=EXAMPLES_OF_PDF if path.endswith(".pdf") else EXAMPLES,
        deadline=None,
        suppress_health_check=list(HealthCheck),
    )
    def tried(case: schemathesis.Case) -> None:
        case.headers["Accept-Encoding"] = "identity"
        if "job_id" in case.path_parameters and mode is GenerationMode.POSITIVE:
            case.path_parameters["job_id"] = "job-0001"
        case.call_and_validate(excluded_checks=NOT_ASKED)

    tried()


def test_operations_one_after_another_answer_as_described(described: Any) -> None:
    """What one answer names (a job, a machine, a sheet) is asked for, changed and taken away by the
    next requests, right and wrong ones.
    """
    ran: Counter[str] = Counter()

    class OneAfterAnother(described.as_state_machine()):  # type: ignore[misc]
        def before_call(self, case: schemathesis.Case) -> None:
            case.headers["Accept-Encoding"] = "identity"
            ran[f"{case.method} {case.path}"] += 1

        def validate_response(self, response: Any, case: schemathesis.Case, **given: Any) -> None:
            case.validate_response(response, excluded_checks=NOT_ASKED, **given)

    several = settings(
        max_examples=RUNS,
        stateful_step_count=STEPS,
        deadline=None,
        suppress_health_check=list(HealthCheck),
    )
    run_state_machine_as_test(OneAfterAnother, settings=several)
    assert len(ran) > 15 and ran.total() > 50, ran
