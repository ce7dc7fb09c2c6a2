"""Models are worked out when they are first needed: also when many threads need them at the same
moment.
"""

from __future__ import annotations

import subprocess
import sys

import pytest

MANY = """
import sys, threading
sys.setswitchinterval(1e-5)
from tribodex.usecases.codec import _ADAPTERS
from tribodex.web.schemas import CommandBody, JobPath, OpenBody
said = {"client_event_id": "a-tap-0001", "happened_at": "2026-10-05T06:00:00Z"}
at = {"job_id": "job-00001", "position_id": "p", "plan": {"designation": "22218 K"}}
needed = [
    lambda: CommandBody.model_validate(said | {"command": {"kind": "add_note", "text": "seen"}}),
    lambda: OpenBody.model_validate(said | at),
    lambda: JobPath.model_validate({"job_id": "job-00001"}),
    lambda: _ADAPTERS["note_added"].validate_python({"text": "seen"}),
]
wrong, together = [], threading.Barrier(16)
def need(first):
    together.wait()
    for one in needed[first:] + needed[:first]:
        try:
            one()
        except Exception as error:
            wrong.append(repr(error)[:200])
threads = [threading.Thread(target=need, args=(n % len(needed),)) for n in range(16)]
for thread in threads: thread.start()
for thread in threads: thread.join()
print(wrong)
"""


@pytest.mark.parametrize("_", range(2))
def test_many_threads_may_need_the_same_model_first(_: int) -> None:
    done = subprocess.run([sys.executable, "-c", MANY], capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"
