"""The way to the server is protected: a certificate of the site, a proxy of the site, and nobody
serves as root.
"""

from __future__ import annotations

import contextlib
import http.client
import json
import os
import re
import shutil
import signal
import socket
import ssl
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from cryptography import x509

from tests.launched import ROOT, Started, nothing_is_left_running, root  # noqa: F401
from tests.visitor import FIRST
from tribodex.launch.certificate import SiteCertificate, site_certificate
from tribodex.launch.front import Door, answer_plain
from tribodex.launch.mariadb import free_port
from tribodex.launch.processes import read_running

NAMES = ("plant-pc", "10.0.0.7", "127.0.0.1", "::1")
DOOR = Door(
    1,
    "https://plant-pc:8700",
    ("plant-pc", "10.0.0.7"),
    {"/trust": ("text/html", b"how"), "/trust/site.crt": ("application/x-x509-ca-cert", b"PEM")},
)


def until(what: Callable[[], bool], seconds: float = 240) -> None:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        try:
            if what():
                return
        except OSError:
            pass
        time.sleep(0.1)
    raise AssertionError("never")


def ask(
    port: int,
    path: str,
    authority: Path | None = None,
    name: str = "plant-pc",
    host: str = "",
    *,
    headers: dict[str, str] | None = None,
) -> tuple[int, dict[str, str], str]:
    """A request, over TLS where an authority is trusted, to the server by a name."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    if authority is not None:
        plain = socket.create_connection(("127.0.0.1", port), 60)
        connection.sock = ssl.create_default_context(cafile=str(authority)).wrap_socket(
            plain, server_hostname=name
        )
    connection.request("GET", path, headers={"Host": host or f"{name}:{port}", **(headers or {})})
    answer = connection.getresponse()
    found = (
        answer.status,
        {key.lower(): value for key, value in answer.getheaders()},
        answer.read().decode(errors="replace"),
    )
    connection.close()
    return found


def first_run(port: int, authority: Path, name: str = "plant-pc") -> dict[str, str]:
    """The first person comes in over TLS; the cookies that the browser sends from then on, none of
    them in the clear.
    """
    plain = socket.create_connection(("127.0.0.1", port), 60)
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    connection.sock = ssl.create_default_context(cafile=str(authority)).wrap_socket(
        plain, server_hostname=name
    )
    connection.request(
        "POST",
        "/api/first-run",
        json.dumps(FIRST),
        {"Host": f"{name}:{port}", "Content-Type": "application/json"},
    )
    answer = connection.getresponse()
    assert answer.status == 201, answer.read()
    cookies = answer.headers.get_all("Set-Cookie") or []
    assert cookies and all("Secure" in cookie and "SameSite=Lax" in cookie for cookie in cookies)
    connection.close()
    return {"Cookie": "; ".join(cookie.partition(";")[0] for cookie in cookies)}


def test_a_long_name_is_a_name_too(tmp_path: Path) -> None:
    name = ".".join(["plant-with-a-long-name"] * 5)
    made = site_certificate(tmp_path, (name,))
    verified = subprocess.run(
        ["openssl", "verify", "-CAfile", made.authority, "-verify_hostname", name, made.chain],
        capture_output=True,
    )
    assert verified.returncode == 0


def test_the_certificate_is_believed_for_its_names_and_the_authority_for_no_others(
    tmp_path: Path,
) -> None:
    made = site_certificate(tmp_path / "tls", NAMES)
    verified = subprocess.run(
        [
            "openssl",
            "verify",
            "-x509_strict",
            "-CAfile",
            made.authority,
            "-verify_hostname",
            "plant-pc",
            made.chain,
        ],
        capture_output=True,
        text=True,
    )
    assert verified.returncode == 0, verified.stderr
    other = subprocess.run(
        ["openssl", "verify", "-CAfile", made.authority, "-verify_hostname", "other", made.chain],
        capture_output=True,
    )
    assert other.returncode != 0
    authority = x509.load_pem_x509_certificate(made.authority.read_bytes())
    permitted = authority.extensions.get_extension_for_class(x509.NameConstraints)
    assert permitted.critical and len(permitted.value.permitted_subtrees or []) == len(NAMES)
    figures = subprocess.run(
        ["openssl", "x509", "-in", made.authority, "-noout", "-fingerprint", "-sha256"],
        capture_output=True,
        text=True,
    )
    assert figures.stdout.strip().rpartition("=")[2].replace(
        ":", ""
    ).lower() == made.fingerprint.replace(" ", "")
    assert all(
        file.stat().st_mode & 0o077 == 0 for file in (made.key, tmp_path / "tls" / "site.key")
    )


def test_it_is_renewed_in_time_and_devices_trust_it_still(tmp_path: Path) -> None:
    now = datetime.now(UTC)
    first = site_certificate(tmp_path, NAMES, now)
    assert first.new and first.new_authority
    again = site_certificate(tmp_path, NAMES, now + timedelta(days=300))
    assert again == replace(first, new=False, new_authority=False)
    later = site_certificate(tmp_path, NAMES, now + timedelta(days=370))
    assert later.new and not later.new_authority and later.fingerprint == first.fingerprint
    fewer = site_certificate(tmp_path, NAMES[:2], now + timedelta(days=371))
    assert fewer.new and not fewer.new_authority, "the authority covers them"
    more = site_certificate(tmp_path, (*NAMES, "plant-pc.site"), now + timedelta(days=372))
    assert more.new_authority and more.fingerprint != first.fingerprint


def test_an_authority_cannot_vouch_for_another_site(tmp_path: Path) -> None:
    """Whoever steals its key and makes a certificate for another name is refused by a device that
    checks the constraint.
    """
    from tribodex.launch.certificate import _general, _make_server

    made = site_certificate(tmp_path, NAMES)
    _make_server(
        tmp_path / "x.crt",
        tmp_path / "x.key",
        made.authority,
        tmp_path / "site.key",
        [_general("bank.example")],
        now=datetime.now(UTC),
    )
    verified = subprocess.run(
        ["openssl", "verify", "-CAfile", made.authority, tmp_path / "x.crt"],
        capture_output=True,
        text=True,
    )
    assert verified.returncode != 0 and "permitted subtree" in verified.stderr + verified.stdout


@pytest.mark.parametrize(
    ("head", "location"),
    [
        (
            b"GET /jobs/a?x=1 HTTP/1.1\r\nHost: plant-pc:8700\r\n\r\n",
            "https://plant-pc:8700/jobs/a",
        ),
        (b"POST / HTTP/1.1\r\nHost: 10.0.0.7\r\n\r\n", "https://10.0.0.7:8700/"),
        (b"GET // HTTP/1.1\r\nHost: evil.example\r\n\r\n", "https://plant-pc:8700/"),
        (b"GET /a\rSet-Cookie:x HTTP/1.1\r\n\r\n", "https://plant-pc:8700/"),
        (b"GET //evil.example/ HTTP/1.1\r\nHost: evil.example\r\n\r\n", "https://plant-pc:8700/"),
        (b"nonsense\r\n\r\n", "https://plant-pc:8700/"),
    ],
)
def test_without_tls_everything_is_shown_the_way(head: bytes, location: str) -> None:
    answer = answer_plain(head, DOOR).decode()
    assert (
        answer.startswith("HTTP/1.1 308 ")
        and f"\r\nLocation: {location}\r\n" in answer
        and "Set-Cookie" not in answer
        and "evil" not in answer
    )


def test_without_tls_a_device_gets_what_it_needs_to_trust() -> None:
    assert answer_plain(b"GET /trust?a HTTP/1.1\r\n\r\n", DOOR).endswith(b"\r\n\r\nhow")
    assert answer_plain(b"GET /trust/site.crt HTTP/1.1\r\n\r\n", DOOR).endswith(b"\r\n\r\nPEM")
    assert answer_plain(b"HEAD /trust HTTP/1.1\r\n\r\n", DOOR).endswith(b"\r\n\r\n")


@pytest.fixture
def secured(root: Path) -> Iterator[tuple[Started, int, SiteCertificate]]:  # noqa: F811
    port = free_port()
    started = Started(
        root, "serve", TRIBODEX_PORT=str(port), TRIBODEX_TLS="on", TRIBODEX_HOSTS="Plant-PC"
    )
    until(lambda: "Tribodex is at  https://" in started.text or started.process.poll() is not None)
    assert started.process.poll() is None, started.text
    made = site_certificate(
        root / ".run" / "serve" / "tls", ("plant-pc", "127.0.0.1", "localhost", "::1")
    )
    assert not made.new
    yield started, port, made
    assert started.stop() == 0


def door_of(started: Started) -> int:
    """The number of the door's process."""
    children = (
        Path(f"/proc/{started.process.pid}/task/{started.process.pid}/children").read_text().split()
    )
    return next(
        int(pid)
        for pid in children
        if "tribodex.launch.front" in Path(f"/proc/{pid}/cmdline").read_text()
    )


def test_serve_speaks_tls_with_the_sites_certificate(
    secured: tuple[Started, int, SiteCertificate],
) -> None:
    started, port, made = secured
    code, headers, body = ask(port, "/ready", made.authority)
    assert (
        code == 200
        and '"ok"' in body
        and headers["strict-transport-security"].startswith("max-age=31536000")
    )
    assert "set-cookie" not in headers
    assert ask(port, "/ready", made.authority, "127.0.0.1")[0] == 200
    assert ask(port, "/api/jobs", made.authority, host="evil.example")[0] == 400
    assert (
        ask(port, "/jobs/x")[:1] == (308,)
        and ask(port, "/jobs/x")[1]["location"] == f"https://plant-pc:{port}/jobs/x"
    )
    code, headers, page = ask(port, "/trust")
    assert (
        code == 200
        and made.fingerprint in page
        and "<svg" in page
        and f"http://plant-pc:{port}/trust" in page
    )
    assert (
        ask(port, "/trust/site.crt")[2]
        == made.authority.read_text()
        == ask(port, "/trust/site.crt", made.authority)[2]
    )
    assert made.fingerprint in ask(port, "/trust", made.authority)[2]
    old = ssl.SSLContext(ssl.PROTOCOL_TLS_CLIENT)
    old.check_hostname, old.verify_mode, old.maximum_version = (
        False,
        ssl.CERT_NONE,
        ssl.TLSVersion.TLSv1_1,
    )
    with socket.create_connection(("127.0.0.1", port)) as plain, pytest.raises(ssl.SSLError):
        old.wrap_socket(plain)
    # Whoever reads slowly gets all of it.
    with socket.create_connection(("127.0.0.1", port)) as slow:
        slow.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2048)
        slow.sendall(b"GET /trust HTTP/1.1\r\nHost: plant-pc\r\n\r\n")
        got = b""
        while block := slow.recv(512):
            got += block
            time.sleep(0.002)
    assert got.endswith(page.encode()[-200:]) and len(got) > len(page.encode())
    # Those that say nothing, or half, hold nobody up; a door that is killed is there again.
    silent = [socket.create_connection(("127.0.0.1", port)) for _ in range(1100)]
    for one in silent[::2]:
        one.sendall(b"\x16\x03\x01")
    begin = time.monotonic()
    assert ask(port, "/health", made.authority)[0] == 200
    assert time.monotonic() - begin < 5
    for one in silent:
        one.close()
    first = door_of(started)
    os.kill(first, signal.SIGKILL)
    until(lambda: ask(port, "/ready", made.authority)[0] == 200)
    assert door_of(started) != first and "The door to the network ended by itself" in started.text


def test_behind_a_proxy_what_it_says_is_believed_and_nobody_else(
    root: Path,  # noqa: F811
    tmp_path: Path,
) -> None:
    port, https, plain = free_port(), free_port(), free_port()
    started = Started(
        root,
        "serve",
        TRIBODEX_PORT=str(port),
        TRIBODEX_PROXY="127.0.0.2",
        TRIBODEX_HOSTS="plant-pc",
    )
    made = site_certificate(tmp_path / "tls", ("plant-pc",))
    (tmp_path / "both.pem").write_text(made.chain.read_text() + made.key.read_text())
    text = (ROOT / "tools" / "serving" / "haproxy.cfg").read_text()
    for old, new in (
        (":443", f"127.0.0.1:{https}"),
        (":80\n", f"127.0.0.1:{plain}\n"),
        ("/etc/haproxy/plant-pc.pem", str(tmp_path / "both.pem")),
    ):
        assert old in text
        text = text.replace(old, new)
    text = text.replace(
        "server bench 127.0.0.1:8700", f"server bench 127.0.0.1:{port} source 127.0.0.2"
    )
    (tmp_path / "haproxy.cfg").write_text(text)
    started.address()
    proxy = subprocess.Popen(
        [
            shutil.which("haproxy", path=f"{os.environ['PATH']}:/usr/sbin") or "haproxy",
            "-f",
            str(tmp_path / "haproxy.cfg"),
        ]
    )
    try:
        until(lambda: ask(https, "/ready", made.authority, host="plant-pc")[0] == 200)
        assert (
            "strict-transport-security"
            in ask(https, "/api/jobs", made.authority, host="plant-pc")[1]
        )
        assert ask(https, "/api/jobs", made.authority, host="evil.example")[0] == 400
        assert ask(plain, "/jobs/x", host="plant-pc")[0] == 308
        forged = {"X-Forwarded-Proto": "https", "X-Forwarded-For": "10.1.1.1"}
        assert "strict-transport-security" not in ask(port, "/api/jobs", headers=forged)[1], (
            "only the proxy is believed"
        )
    finally:
        proxy.terminate()
        proxy.wait()
    assert started.stop() == 0


def test_a_word_for_tls_that_is_none_is_said(root: Path) -> None:  # noqa: F811
    started = Started(root, "serve", TRIBODEX_PORT=str(free_port()), TRIBODEX_TLS="yes")
    assert started.process.wait(240) == 1
    until(lambda: "right would be on or off" in started.text, 10)


@pytest.mark.skipif(os.geteuid() != 0, reason="only root can leave root")
def test_nobody_serves_to_the_network_as_root() -> None:
    """In a folder that others may reach, with the machine's own Python: web server, workers, papers
    and door run under another account.
    """
    python = next(
        (path for path in ("/usr/bin/python3", sys.executable) if Path(path).exists()),
        sys.executable,
    )
    version = subprocess.run(
        [
            python,
            "-c",
            "import sys; print(sys.version_info[:2] == tuple(map(int, sys.argv[1:])))",
            *map(str, sys.version_info[:2]),
        ],
        capture_output=True,
        text=True,
    )
    if version.stdout.strip() != "True":
        pytest.skip(
            "this machine's own Python is another than the one that the packages here are for"
        )
    packages = next(path for path in sys.path if path.endswith("site-packages"))
    with tempfile.TemporaryDirectory(dir="/tmp") as folder:
        os.chmod(folder, 0o755)
        checkout, port = Path(folder), free_port()
        for name in ("data", "web"):
            (checkout / name).symlink_to(ROOT / name)
        environment = {
            "PYTHONPATH": f"{ROOT / 'src'}:{packages}",
            "TRIBODEX_PORT": str(port),
            "TRIBODEX_TLS": "on",
            "TRIBODEX_HOSTS": "plant-pc",
        }
        started = Started(checkout, "serve", python=python, **environment)
        until(
            lambda: "Tribodex is at  https://" in started.text or started.process.poll() is not None
        )
        assert started.process.poll() is None, started.text
        authority = checkout / ".run" / "serve" / "tls" / "site.crt"
        came = first_run(port, authority)
        kinds = json.loads(ask(port, "/api/blank-sheets", authority, headers=came)[2])
        kind = next(iter(kinds[0].values())) if isinstance(kinds[0], dict) else kinds[0]
        code, headers, paper = ask(
            port, f"/api/print/blank.pdf?kind={kind}", authority, headers=came
        )
        assert (
            code == 200
            and headers["content-type"] == "application/pdf"
            and paper.startswith("%PDF-")
        ), paper[:300]
        web = read_running(checkout / ".run" / "serve" / "web.json")
        assert web is not None
        serving = [
            door_of(started),
            web.pid,
            *map(int, Path(f"/proc/{web.pid}/task/{web.pid}/children").read_text().split()),
        ]
        assert len(serving) == 4
        for pid in serving:
            status = Path(f"/proc/{pid}/status").read_text()
            for kind in ("Uid", "Gid"):
                assert "0" not in re.search(rf"{kind}:\s+(.*)", status)[1].split(), (pid, status)  # type: ignore[index]
        keys = checkout / ".run" / "serve" / "keys" / "log.key"
        assert keys.stat().st_uid != 0 and keys.stat().st_mode & 0o077 == 0
        # Killed with its launcher, though it changed its account.
        started.process.kill()
        until(lambda: not any(Path(f"/proc/{pid}").exists() for pid in serving), 30)
        # The database outlives a launcher that is killed; not this test.
        database = int((checkout / ".run" / "serve" / "server.pid").read_text())
        with contextlib.suppress(ProcessLookupError):
            os.kill(database, signal.SIGTERM)
        until(lambda: not Path(f"/proc/{database}/exe").exists(), 30)
