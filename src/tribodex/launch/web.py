"""The web server's processes: a master that holds the address and keeps its workers alive; each
serves with waitress.

Run as a program by WebServer, with the listening socket as an open file. Workers read whole
requests before a thread works on them, so that a client that sends half of one holds nobody up.
"""

from __future__ import annotations

import gc
import logging
import os
import signal
import socket
import sys
import threading
import time
from pathlib import Path
from tempfile import TemporaryDirectory
from types import FrameType
from typing import Any

import waitress
from flask import Flask

from tribodex.exchange.press import press
from tribodex.launch.accounts import give_to_web, leave_root
from tribodex.launch.held import begun
from tribodex.launch.logs import write_lines
from tribodex.launch.processes import dies_with_parent, many_files

THREADS = 16
# A connection that says nothing for this long is closed, within a request or between two.
SILENT_SECONDS = 20
CONNECTIONS = 4000
# How long requests under way may still take, and their answers to get out.
LAST_SECONDS, LAST_ANSWERS_SECONDS = 8.0, 0.1
# A photograph as it is sent; every other address takes far less (web).
LARGEST_HEADER, LARGEST_BODY = 32 * 1024, 18 * 2**20
# A worker that ended at once is not started over and over.
LEAST_SECONDS = 0.5


def serve(app: Flask, listening: socket.socket) -> None:
    """One worker, until it is told to stop; requests under way are finished, papers under way end
    in words.
    """

    def stop(_signal: int, _frame: FrameType | None) -> None:
        threading.Thread(target=finish, daemon=True).start()

    def finish() -> None:
        # The loop goes on meanwhile: it carries the answers out.
        press.close()
        end = time.monotonic() + LAST_SECONDS
        while server.task_dispatcher.active_count and time.monotonic() < end:
            time.sleep(0.02)
        time.sleep(LAST_ANSWERS_SECONDS)
        os.kill(os.getpid(), signal.SIGUSR1)

    def end(_signal: int, _frame: FrameType | None) -> None:
        raise SystemExit(0)

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGUSR1, end)
    # A moment's queue is no news for who starts it.
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    server = waitress.create_server(
        app,
        sockets=[listening],
        threads=THREADS,
        channel_timeout=SILENT_SECONDS,
        cleanup_interval=5,
        connection_limit=CONNECTIONS,
        max_request_header_size=LARGEST_HEADER,
        max_request_body_size=LARGEST_BODY,
        asyncore_use_poll=True,
        ident=None,
        url_scheme="https" if os.environ.get("TRIBODEX_HTTPS") else "http",
        **_behind(os.environ.get("TRIBODEX_PROXY", "")),
    )
    server.run()


def _gone(worker: int) -> None:
    # Imported late: at its import it looks whether the counters of several processes come together.
    from prometheus_client.multiprocess import mark_process_dead

    mark_process_dead(worker)  # type: ignore[no-untyped-call]


def _behind(proxy: str) -> dict[str, Any]:
    """What a proxy at this address says of who asked, and how, is believed; from anybody else it is
    taken away.
    """
    if not proxy:
        return {"clear_untrusted_proxy_headers": True}
    said = {"x-forwarded-for", "x-forwarded-proto", "x-forwarded-host"}
    return {
        "trusted_proxy": proxy,
        "trusted_proxy_count": 1,
        "trusted_proxy_headers": said,
        "clear_untrusted_proxy_headers": True,
    }


class Master:
    """Forks workers of one loaded application, and forks again what ends."""

    def __init__(self, app: Flask, listening: socket.socket, workers: int) -> None:
        self._app, self._listening = app, listening
        self._wanted = workers
        self._workers: set[int] = set()
        self._stopping = False

    def run(self) -> int:
        """Until a signal to stop."""
        for name in (signal.SIGTERM, signal.SIGINT):
            signal.signal(name, self._stop)
        # What is there before the workers begin stays for good: neither copied for each nor looked
        # through for garbage.
        gc.collect()
        gc.freeze()
        while not self._stopping:
            while len(self._workers) < self._wanted and not self._stopping:
                self._fork()
            begin = time.monotonic()
            try:
                ended, _ = os.wait()
            except ChildProcessError:
                continue
            self._workers.discard(ended)
            _gone(ended)
            if time.monotonic() - begin < LEAST_SECONDS:
                time.sleep(LEAST_SECONDS)
        while self._workers:
            try:
                self._workers.discard(os.wait()[0])
            except ChildProcessError:
                break
        return 0

    def _fork(self) -> None:
        prepare = dies_with_parent()
        pid = os.fork()
        if pid:
            self._workers.add(pid)
            return
        code = 1
        try:
            prepare()
            signal.signal(signal.SIGINT, signal.SIG_IGN)
            serve(self._app, self._listening)
            code = 0
        except SystemExit:
            code = 0
        finally:
            os._exit(code)

    def _stop(self, _signal: int, _frame: FrameType | None) -> None:
        self._stopping = True
        for pid in self._workers:
            try:
                os.kill(pid, signal.SIGTERM)
            except ProcessLookupError:
                continue


def main() -> int:
    """The master. Arguments: number of the open file that is the listening socket, number of
    workers, folder of the checkout; where it has to wait for its word to begin, the number of the
    open file that the word comes from.
    """
    # Counters of all workers come together in files that end with this master.
    counters = TemporaryDirectory(prefix="tribodex-counted-")
    give_to_web(Path(sys.argv[3]), Path(counters.name))
    os.environ["PROMETHEUS_MULTIPROC_DIR"] = counters.name
    # Before anything is read that comes from outside.
    leave_root(Path(sys.argv[3]))
    write_lines()
    many_files()
    from tribodex.launch.wsgi import application, loaded

    reference = loaded()
    if len(sys.argv) > 4 and not begun(int(sys.argv[4])):
        return 0
    app, listening = application(reference), socket.socket(fileno=int(sys.argv[1]))
    with counters:
        return Master(app, listening, int(sys.argv[2])).run()


if __name__ == "__main__":
    sys.exit(main())
