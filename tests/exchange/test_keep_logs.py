"""What keeps golden logs still makes every one of them: it is needed on the day that what is stored
changes, and by then nobody remembers what moved.
"""

from __future__ import annotations

import pytest
from tools.keep_logs import MADE, PAIRS, kept, some


@pytest.mark.parametrize("name", [*MADE, *PAIRS])
def test_a_log_of_every_kind_of_work_is_made(name: str) -> None:
    for named, log in some(name):
        told = kept(named, log)
        assert len(told["events"]) == len(log) > 1 and told["status"]
