"""Waiting for a server to come up: as long as it lives and gets on, never a fixed time; and what is
said when it does not.
"""

from __future__ import annotations

import os
import time
from collections.abc import Callable
from pathlib import Path

LOOK_SECONDS = 0.05
# Said again so often while it takes long.
TELL_SECONDS = 10.0
# A process that has neither computed nor read nor written for so long hangs; a busy machine still
# gives it a turn now and then.
STALLED_SECONDS = 120.0
Say = Callable[[str], None]


class NotUp(RuntimeError):
    """A server did not come up; the words say which, and why."""


def work_done(group: int) -> int:
    """What the processes of a group have done since they began: processor ticks and bytes read and
    written, as one growing number.
    """
    done = 0
    for folder in Path("/proc").iterdir():
        if not folder.name.isdigit():
            continue
        try:
            fields = (folder / "stat").read_text().rpartition(")")[2].split()
            if int(fields[2]) != group:
                continue
            done += int(fields[11]) + int(fields[12])
            moved = dict(line.split(": ") for line in (folder / "io").read_text().splitlines())
            done += int(moved["rchar"]) + int(moved["wchar"])
        except (OSError, ValueError, KeyError, IndexError):
            # It ended meanwhile, or it is another account's: what else it does still counts.
            continue
    return done


def wait_until(
    what: str,
    group: int,
    ready: Callable[[], bool],
    alive: Callable[[], bool],
    say: Say | None = None,
    *,
    stalled: float = STALLED_SECONDS,
) -> None:
    """Wait until `ready`. `what` is waited for; `group` is the process group that does the work (s:
    `stalled`).

    Raises NotUp when the process ended, or when nothing of its group got on for `stalled` seconds.
    """
    begin = told = moved = time.monotonic()
    done = work_done(group)
    while not ready():
        now = time.monotonic()
        if not alive():
            raise NotUp(f"{what} ended by itself after {now - begin:.0f} s, before it answered.")
        if (present := work_done(group)) != done:
            done, moved = present, now
        if now - moved > stalled:
            raise NotUp(
                f"{what} runs but does nothing: no answer after {now - begin:.0f} s, the last"
                f" {stalled:.0f} s of them idle."
            )
        if say is not None and now - told > TELL_SECONDS:
            told = now
            say(
                f"  still waiting for {what[0].lower()}{what[1:]}: {now - begin:.0f} s, it is at"
                " work"
            )
        time.sleep(LOOK_SECONDS)


def wait_gone(pid: int, alive: Callable[[], bool], stalled: float = STALLED_SECONDS) -> bool:
    """Wait until a process that was told to stop is gone; False when it hangs."""
    try:
        group = os.getpgid(pid)
    except ProcessLookupError:
        return True
    moved, done = time.monotonic(), work_done(group)
    while alive():
        now = time.monotonic()
        if (present := work_done(group)) != done:
            done, moved = present, now
        if now - moved > stalled:
            return False
        time.sleep(LOOK_SECONDS)
    return True


def end_of(log: Path, letters: int = 2000) -> str:
    """The end of a server's log, for who has to find out why."""
    try:
        return log.read_text(errors="replace")[-letters:].strip() or "(its log is empty)"
    except OSError:
        return "(it left no log)"
