"""The web server as a process of its own."""

from __future__ import annotations

import os
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

START_SECONDS = 30.0


class WebServer:
    """gunicorn on one address."""

    def __init__(self, root: Path, database_url: str, host: str, port: int, *, hosts: str = "", workers: int = 2, quiet: bool = False) -> None:
        self.address = f"http://{'127.0.0.1' if host in ('0.0.0.0', '::') else host}:{port}"
        environment = os.environ | {"TRIBODEX_DATABASE_URL": database_url, "TRIBODEX_DIST": str(root / "web" / "dist"), "TRIBODEX_HOSTS": hosts}
        command = [sys.executable, "-m", "gunicorn", "tribodex.launch.wsgi:app", "--bind", f"{host}:{port}", "--workers", str(workers)]
        command += ["--worker-class", "gthread", "--threads", "4", "--graceful-timeout", "10", "--log-level", "warning", "--no-control-socket"]
        output = subprocess.DEVNULL if quiet else None
        self._process = subprocess.Popen(command, env=environment, cwd=root, stdout=output, stderr=output, start_new_session=True)

    def wait_ready(self) -> None:
        """Wait until it answers. Raises RuntimeError when it does not."""
        deadline = time.monotonic() + START_SECONDS
        while time.monotonic() < deadline and self._process.poll() is None:
            try:
                with urllib.request.urlopen(f"{self.address}/api/health", timeout=2):
                    return
            except (urllib.error.URLError, ConnectionError, TimeoutError):
                time.sleep(0.05)
        self.stop()
        raise RuntimeError("the web server did not come up")

    def alive(self) -> bool:
        """Whether it runs."""
        return self._process.poll() is None

    def stop(self) -> None:
        """End it after the requests under way."""
        if self.alive():
            self._process.terminate()
            try:
                self._process.wait(timeout=15)
            except subprocess.TimeoutExpired:
                self._process.kill()
                self._process.wait()

    def kill(self) -> None:
        """End the whole group without a word."""
        if self.alive():
            os.killpg(self._process.pid, 9)
            self._process.wait()
