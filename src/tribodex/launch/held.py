"""Processes at an address that outlives them: while one is started anew, browsers wait and lose
nothing.
"""

from __future__ import annotations

import contextlib
import os
import signal
import socket
import subprocess
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path

from tribodex.launch.processes import dies_with_parent
from tribodex.launch.waiting import NotUp, end_of, wait_until

WAITING = 1024
BEGIN = b"1"


def in_address(name: str) -> str:
    """A name or number as it stands in an address (RFC 3986, 3.2.2).

    >>> in_address("::1"), in_address("plant-pc")
    ('[::1]', 'plant-pc')
    """
    return f"[{name}]" if ":" in name else name


class HeldProcess:
    """A process group that serves a listening socket, which is held here.

    `waits`: it loads at once and serves when it is let in; whoever comes before waits at the
    socket.
    """

    what = "The server"

    def __init__(
        self,
        where: tuple[str, int],
        root: Path,
        environment: Mapping[str, str],
        log: Path | None,
        say: Callable[[str], None] | None,
        *,
        waits: bool = False,
    ) -> None:
        host, port = where
        self._root, self._environment, self._log, self._say = root, dict(environment), log, say
        family = socket.AF_INET6 if ":" in host else socket.AF_INET
        both = host == "::" and socket.has_dualstack_ipv6()
        self._listening = socket.create_server(
            (host, port), family=family, backlog=WAITING, dualstack_ipv6=both
        )
        self._to_begin: int | None = None
        self._process = self._start(waits=waits)

    def command(self, held: int, word: int | None) -> Sequence[str]:
        """What is run; `held` is the number of the open socket, `word` that of the open file that
        it reads its word to begin from, where it waits for one.
        """
        raise NotImplementedError

    def answers(self) -> bool:
        """Whether it is ready."""
        raise NotImplementedError

    @property
    def pid(self) -> int:
        """The first process's number."""
        return self._process.pid

    def let_in(self) -> None:
        """What it waited for is ready: it serves from now on."""
        if self._to_begin is None:
            return
        # It may have ended meanwhile: who waits for its answer is told so.
        with contextlib.suppress(BrokenPipeError):
            os.write(self._to_begin, BEGIN)
        os.close(self._to_begin)
        self._to_begin = None

    def restart(self) -> None:
        """Start it anew at the same address."""
        self.kill()
        self._process = self._start()

    def wait_ready(self, meanwhile: Callable[[], None] = lambda: None) -> None:
        """Wait until it answers; `meanwhile` is done at each look. Raises NotUp, in words, when it
        does not.
        """

        def answers() -> bool:
            meanwhile()
            return self.answers()

        try:
            wait_until(self.what, self._process.pid, answers, self.alive, self._say)
        except NotUp as error:
            self.stop()
            raise NotUp(f"{error}{self.last_words()}") from None

    def last_words(self) -> str:
        """The end of what it wrote, where that was kept in a file; else it stands on the terminal
        already.
        """
        return f" What it wrote last:\n{end_of(self._log)}" if self._log is not None else ""

    def alive(self) -> bool:
        """Whether it runs."""
        return self._process.poll() is None

    def stop(self) -> None:
        """End it after the requests under way, and give the address up."""
        if self.alive():
            self._process.terminate()
            try:
                self._process.wait(timeout=15)
            except subprocess.TimeoutExpired:
                self._process.kill()
                self._process.wait()
        self._listening.close()
        if self._to_begin is not None:
            os.close(self._to_begin)
            self._to_begin = None

    def kill(self) -> None:
        """End the whole group without a word; the address stays."""
        if self.alive():
            os.killpg(self._process.pid, signal.SIGKILL)
        self._process.wait()

    def _start(self, *, waits: bool = False) -> subprocess.Popen[bytes]:
        output = self._log.open("ab") if self._log is not None else None
        held, word = self._listening.fileno(), None
        if waits:
            # Ours closes with us: what waits for a launcher that was killed reads its end.
            word, self._to_begin = os.pipe()
        try:
            return subprocess.Popen(
                self.command(held, word),
                env=self._environment,
                cwd=self._root,
                stdout=output,
                stderr=output,
                start_new_session=True,
                pass_fds=(held,) if word is None else (held, word),
                preexec_fn=dies_with_parent(signal.SIGTERM),
            )
        finally:
            if output is not None:
                output.close()
            if word is not None:
                os.close(word)


def begun(word: int) -> bool:
    """Wait, in the process that was started, for the word to begin; False: who started it ended
    without one.
    """
    with os.fdopen(word, "rb") as told:
        return told.read(len(BEGIN)) == BEGIN
