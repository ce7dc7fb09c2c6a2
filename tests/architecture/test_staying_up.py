"""What ends is started again, what hangs holds nobody up, and no door is left open."""

from __future__ import annotations

import json
import os
import resource
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
from collections.abc import Callable, Iterator
from contextlib import suppress
from pathlib import Path

import pymysql
import pytest
import yaml

from tests.architecture.demo_file import DEMO
from tests.launched import ROOT, Started, get, nothing_is_left_running  # noqa: F401
from tests.visitor import at
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.processes import Running, read_running, started_at, write_running
from tribodex.launch.server import WebServer
from tribodex.store.migrate import migrate

pytestmark = [
    pytest.mark.faults,
    pytest.mark.in_turn(
        "tests/architecture/test_waiting.py",
        "tests/architecture/test_launch.py",
    ),
]


@pytest.fixture
def root(tmp_path: Path) -> Path:
    """A checkout as far as the launcher sees it, with a short demonstration: what is tried here is
    staying up.
    """
    (tmp_path / "web").symlink_to(ROOT / "web")
    demo = tmp_path / "data" / "demo"
    demo.mkdir(parents=True)
    for part in (ROOT / "data").iterdir():
        if part.name != "demo":
            (tmp_path / "data" / part.name).symlink_to(part)
    short = DEMO | {"jobs": sorted(DEMO["jobs"], key=lambda job: len(job["steps"]))[:2]}
    (demo / "hollin_vale.yaml").write_text(yaml.safe_dump(short, allow_unicode=True), "utf-8")
    return tmp_path


def wait_for(what: Callable[[], bool], seconds: float = 240) -> float:
    """Until it holds; how long that took."""
    begin = time.monotonic()
    while time.monotonic() - begin < seconds:
        try:
            if what():
                return time.monotonic() - begin
        except (OSError, ValueError):
            pass
        time.sleep(0.1)
    raise AssertionError("never")


def status(address: str, seconds: float = 20) -> tuple[int, str]:
    try:
        with at(address).open(address, seconds=seconds) as answer:
            return answer.status, answer.read().decode()
    except urllib.error.HTTPError as error:
        return error.code, error.read().decode()


def pid_of(folder: Path) -> int:
    return int((folder / "server.pid").read_text())


class HalfRequest(threading.Thread):
    """Half a request, sent while the other trials run; `took`: how long until the server closed
    it."""

    def __init__(self, address: str) -> None:
        super().__init__(daemon=True)
        host, port = address.removeprefix("http://").split(":")
        self.address, self.took = (host, int(port)), float("inf")
        self.start()

    def run(self) -> None:
        with socket.create_connection(self.address) as half:
            half.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\n")
            half.settimeout(45)
            begin = time.monotonic()
            # Ended properly or cut: closed is closed.
            with suppress(ConnectionError):
                while half.recv(4096):
                    pass
            self.took = time.monotonic() - begin


# One for each server, sent as it starts: its time runs out beside the other trials.
HALVES: dict[str, HalfRequest] = {}


@pytest.fixture(scope="module")
def served(tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[LocalMariaDB, WebServer]]:
    """A database and a web server of their own, without a launcher."""
    database = LocalMariaDB(tmp_path_factory.mktemp("up"), fast=True)
    database.start()
    migrate(database.owner_url, database.app_url)
    server = WebServer(
        ROOT,
        database.app_url,
        "127.0.0.1",
        free_port(),
        log=database.folder / "web.log",
        keys=database.folder / "keys",
    )
    server.wait_ready()
    HALVES[server.address] = HalfRequest(server.address)
    yield database, server
    server.stop()
    database.stop()


def start(checkout: Path, command: str, port: int | None = None) -> Started:
    """A launcher's command at a port of its own; “serve” takes it from the environment."""
    where = str(port or free_port())
    return (
        Started(checkout, command, "--port", where)
        if command == "demo"
        else Started(checkout, command, TRIBODEX_PORT=where)
    )


BOTH = pytest.mark.parametrize("command", ["demo", "serve"])


@BOTH
def test_database_and_web_server_are_started_again(root: Path, command: str) -> None:
    started = start(root, command)
    address, folder = started.address(), root / ".run" / command
    assert get(f"{address}/health") == get(f"{address}/ready")
    jobs = get(f"{address}/api/jobs")

    first = pid_of(folder)
    os.kill(first, signal.SIGKILL)
    code, body = status(f"{address}/api/jobs")
    assert code in (200, 503)
    if code == 503:
        assert "The database is starting again" in json.loads(body)["title"]
    wait_for(lambda: pid_of(folder) != first and get(f"{address}/api/jobs") == jobs)

    web = read_running(folder / "web.json")
    assert web is not None
    os.kill(web.pid, signal.SIGKILL)
    wait_for(
        lambda: (
            (read_running(folder / "web.json") or web) != web and get(f"{address}/api/jobs") == jobs
        )
    )
    assert "starting it again" in started.text

    again = start(root, command)
    assert again.process.wait(30) == 1
    wait_for(lambda: address in again.text)
    assert get(f"{address}/api/jobs") == jobs, "a second start does not disturb the first"
    assert started.stop() == 0
    assert not (folder / "launcher.json").exists()


@BOTH
def test_nothing_keeps_the_port_when_the_launcher_is_killed(root: Path, command: str) -> None:
    port = free_port()
    started = start(root, command, port)
    address, folder = started.address(), root / ".run" / command
    web, database = read_running(folder / "web.json"), pid_of(folder)
    started.process.kill()
    started.process.wait()
    wait_for(lambda: not (web and web.alive) and started_at(database) is None)
    again = start(root, command, port)
    assert again.address() == address, "the same port is free again"
    assert again.stop() == 0


def test_an_orphan_is_known_by_its_start_not_by_its_number(tmp_path: Path) -> None:
    child = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(60)"])
    try:
        began = started_at(child.pid)
        assert began is not None
        write_running(tmp_path / "a.json", Running(child.pid, began, "here"))
        assert read_running(tmp_path / "a.json") == Running(child.pid, began, "here")
        write_running(tmp_path / "b.json", Running(child.pid, began - 7))
        assert read_running(tmp_path / "b.json") is None, "another process took the number"
        (tmp_path / "c.json").write_text("{nonsense")
        assert read_running(tmp_path / "c.json") is None
        Running(child.pid, began).end(2)
        assert started_at(child.pid) is None
    finally:
        child.kill()
        child.wait()


def test_a_worker_that_is_killed_is_replaced(served: tuple[LocalMariaDB, WebServer]) -> None:
    _, server = served
    workers = set(Path(f"/proc/{server.pid}/task/{server.pid}/children").read_text().split())
    assert len(workers) == 2
    for worker in workers:
        os.kill(int(worker), signal.SIGKILL)
    wait_for(
        lambda: (
            len(
                set(Path(f"/proc/{server.pid}/task/{server.pid}/children").read_text().split())
                - workers
            )
            == 2
        )
    )
    assert status(f"{server.address}/ready")[0] == 200


def test_a_database_that_hangs_makes_no_file_wait(served: tuple[LocalMariaDB, WebServer]) -> None:
    """The database is stopped, not ended: forty devices ask, and pages, files and health answer all
    the while.
    """
    database, server = served
    process = pid_of(database.folder)
    found: list[int] = []
    # Signed in before: forty that first had to would do so one after the other.
    assert status(f"{server.address}/api/jobs")[0] == 200
    os.kill(process, signal.SIGSTOP)
    try:
        crowd = [
            threading.Thread(
                target=lambda: found.append(status(f"{server.address}/api/jobs", 60)[0])
            )
            for _ in range(40)
        ]
        for thread in crowd:
            thread.start()
        time.sleep(1.0)
        slowest = 0.0
        # What needs somebody signed in needs the database too.
        for path in ("/", "/mark.svg", "/health", "/trust") * 3:
            begin = time.monotonic()
            assert status(f"{server.address}{path}")[0] == 200, path
            slowest = max(slowest, time.monotonic() - begin)
        assert slowest < 3, f"{slowest:.1f} s for a file"
        code, body = status(f"{server.address}/ready", 30)
        assert code == 503 and "database" in body
        for thread in crowd:
            thread.join(60)
        assert found == [503] * 40
    finally:
        os.kill(process, signal.SIGCONT)
    wait_for(lambda: status(f"{server.address}/ready")[0] == 200)


def test_clients_that_send_half_a_request_hold_nobody_up(
    served: tuple[LocalMariaDB, WebServer],
) -> None:
    _, server = served
    host, port = server.address.removeprefix("http://").split(":")
    halves = []
    try:
        for i in range(80):
            half = socket.create_connection((host, int(port)))
            body = b"Content-Length: 900\r\n\r\n{" if i % 2 else b""
            half.sendall(
                b"POST /api/plan HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
                + body
            )
            halves.append(half)
        for _ in range(10):
            begin = time.monotonic()
            assert status(f"{server.address}/ready")[0] == 200
            assert time.monotonic() - begin < 2
    finally:
        for half in halves:
            half.close()


def test_a_half_request_is_closed_in_time(served: tuple[LocalMariaDB, WebServer]) -> None:
    half = HALVES[served[1].address]
    half.join(45)
    assert half.took < 40


def test_no_account_without_a_password_and_no_port(served: tuple[LocalMariaDB, WebServer]) -> None:
    database, _ = served
    owner = json.loads((database.folder / "secrets.json").read_text())["owner"]
    with (
        pymysql.connect(
            unix_socket=str(database.socket), user="root", password=owner
        ) as connection,
        connection.cursor() as cursor,
    ):
        cursor.execute(
            "SELECT User, Host, JSON_VALUE(Priv, '$.authentication_string') FROM mysql.global_priv"
        )
        accounts = {(user, host): secret for user, host, secret in cursor.fetchall()}
        assert {user for user, _ in accounts} <= {
            "root",
            "tribodex_owner",
            "tribodex_app",
            "mariadb.sys",
        }
        assert {host for _, host in accounts} == {"localhost"}
        assert all(secret for (user, _), secret in accounts.items() if user != "mariadb.sys")
        cursor.execute("SELECT @@skip_networking, @@local_infile, @@secure_file_priv")
        networking, infile, files = cursor.fetchone() or (0, 1, "")
        assert (networking, infile) == (1, 0) and str(files).startswith(str(database.folder))
    for user, password in (
        ("root", ""),
        ("", ""),
        ("tribodex_app", ""),
        ("tribodex_owner", "guess"),
        ("mariadb.sys", ""),
        ("mysql", ""),
    ):
        with pytest.raises(pymysql.err.OperationalError):
            pymysql.connect(unix_socket=str(database.socket), user=user, password=password)
    ports = Path("/proc/net/tcp").read_text() + Path("/proc/net/tcp6").read_text()
    inodes = {
        os.readlink(f"/proc/{pid_of(database.folder)}/fd/{fd}")
        for fd in os.listdir(f"/proc/{pid_of(database.folder)}/fd")
    }
    assert not any(
        f"socket:[{line.split()[9]}]" in inodes
        for line in ports.splitlines()
        if len(line.split()) > 9 and line.split()[9].isdigit()
    )


@pytest.mark.skipif(os.geteuid() != 0, reason="only root can try as somebody else")
def test_another_user_of_the_machine_does_not_get_in() -> None:
    """In a folder that everybody may reach: not as root is it run, and nobody else gets as far as
    its socket.
    """
    with tempfile.TemporaryDirectory(dir="/tmp") as folder:
        os.chmod(folder, 0o755)
        database = LocalMariaDB(Path(folder) / "db", fast=True)
        database.start()
        try:
            owner = os.stat(f"/proc/{pid_of(database.folder)}").st_uid
            assert owner != 0, "not as root where another account can be had"
            code = (
                "import os, sys, pymysql\nos.setgid(54321); os.setuid(54321)\nfor name, word in"
                " (('root', ''), ('tribodex_app', ''), ('', '')):\n    try:\n       "
                " pymysql.connect(unix_socket=sys.argv[1], user=name, password=word)\n    except"
                " pymysql.err.OperationalError as error:\n        print(error.args[0])\n    else:\n"
                "        print('in')\nfor path in (sys.argv[2] + '/secrets.json', sys.argv[2] +"
                " '/init.sql', sys.argv[2] + '/data/mysql/global_priv.MAD'):\n    try:\n       "
                " open(path).read(); print('read', path)\n    except OSError:\n        pass\n"
            )
            tried = subprocess.run(
                [sys.executable, "-c", code, str(database.socket), str(database.folder)],
                capture_output=True,
                text=True,
                check=True,
            )
            assert tried.stdout.split() == ["2003"] * 3 and "read" not in tried.stdout, tried.stdout
        finally:
            database.stop()


@pytest.mark.skipif(os.geteuid() != 0, reason="only root runs it under another account")
def test_a_folder_that_only_root_may_enter_is_served_all_the_same() -> None:
    """A private folder, as temporary ones are: no other account reaches it, so root keeps it."""
    with tempfile.TemporaryDirectory(dir="/tmp") as folder:
        database = LocalMariaDB(Path(folder), fast=True)
        database.start()
        try:
            migrate(database.owner_url, database.app_url)
        finally:
            database.stop()


def test_a_crowd_of_idle_connections_makes_nobody_wait(
    served: tuple[LocalMariaDB, WebServer],
) -> None:
    _, server = served
    host, port = server.address.removeprefix("http://").split(":")
    most, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    resource.setrlimit(
        resource.RLIMIT_NOFILE,
        (min(hard, max(most, 4096)) if hard != resource.RLIM_INFINITY else max(most, 4096), hard),
    )
    idle = [socket.create_connection((host, int(port))) for _ in range(1100)]
    try:
        begin = time.monotonic()
        assert status(f"{server.address}/health")[0] == 200
        assert time.monotonic() - begin < 3
    finally:
        for one in idle:
            one.close()


def test_papers_under_way_end_in_words_when_the_server_is_stopped(tmp_path: Path) -> None:
    """A paper that takes long is being printed when the stop comes: who asked is told to ask again,
    and the server ends.
    """
    listening = socket.create_server(("127.0.0.1", 0))
    code = (
        "import sys, socket, time, flask\n"
        "from tribodex.core.errors import Busy\n"
        "from tribodex.exchange import press as pressing\n"
        "from tribodex.launch.web import serve\n"
        "app = flask.Flask('slow')\n"
        "@app.get('/')\n"
        "def paper():\n"
        "    try:\n"
        "        return pressing.press.pdf('<p>' + 'long ' * 400000)\n"
        "    except Busy as error:\n"
        "        return error.detail, 503\n"
        "@app.get('/begun')\n"
        "def begun():\n"
        "    return str(pressing.press._pool is not None)\n"
        "if __name__ == '__main__':\n"
        "    serve(app, socket.socket(fileno=int(sys.argv[1])))\n"
    )
    (tmp_path / "slow.py").write_text(code)
    held = listening.fileno()
    process = subprocess.Popen(
        [sys.executable, str(tmp_path / "slow.py"), str(held)], pass_fds=(held,)
    )
    try:
        address = f"http://127.0.0.1:{listening.getsockname()[1]}"
        answers: list[tuple[int, str]] = []
        asking = threading.Thread(target=lambda: answers.append(status(address, 120)))
        asking.start()
        wait_for(lambda: status(f"{address}/begun")[1] == "True")
        process.terminate()
        asking.join(60)
        assert answers == [
            (503, "The server is being stopped: ask for this paper again in a moment.")
        ]
        assert process.wait(30) == 0
    finally:
        process.kill()
        process.wait()
        listening.close()


@BOTH
def test_a_database_killed_in_the_first_seconds_is_started_again(root: Path, command: str) -> None:
    """Killed as soon as it has a number, and once more while everything is made ready: the start
    goes on and ends well.
    """
    started = start(root, command)
    folder = root / ".run" / command
    killed = {0}

    def another() -> bool:
        return (
            (folder / "server.pid").exists()
            and pid_of(folder) not in killed
            and started_at(pid_of(folder)) is not None
        )

    for _ in range(2):
        wait_for(another)
        killed.add(pid_of(folder))
        os.kill(pid_of(folder), signal.SIGKILL)
    address = started.address()
    wait_for(lambda: status(f"{address}/ready")[0] == 200)
    assert "Traceback" not in started.text and "starting it again" in started.text
    assert started.stop() == 0
