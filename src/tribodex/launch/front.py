"""The door to the network: TLS with the site's certificate, everything else shown the way there.

Run as a program by TlsFront, with the listening socket as an open file. It holds connections that
say nothing, so that the web server behind it need not: only what a client has begun to send reaches
it. Without TLS it gives the page that says how a device comes to trust this server, the authority's
certificate, and for everything else the address to go to. It parses no request that came over TLS.
"""

from __future__ import annotations

import asyncio
import contextlib
import json
import signal
import socket
import ssl
import sys
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING, Any

from tribodex.launch.accounts import leave_root
from tribodex.launch.held import WAITING, HeldProcess, in_address
from tribodex.launch.processes import many_files

if TYPE_CHECKING:
    from tribodex.launch.certificate import SiteCertificate

# The first byte of a TLS record that begins a handshake (RFC 8446, 5.1).
HANDSHAKE = 0x16
SILENT_SECONDS, HANDSHAKE_SECONDS = 20.0, 10.0
CONNECTIONS, LARGEST_HEAD, BLOCK = 4000, 16 * 1024, 64 * 1024
TRUST, AUTHORITY = "/trust", "/trust/site.crt"


@dataclass(frozen=True)
class Door:
    """What is behind it (port on loopback), where it is called, and what it gives without TLS:
    media type and content by address.
    """

    behind: int
    address: str
    names: tuple[str, ...]
    given: Mapping[str, tuple[str, bytes]]


class TlsFront(HeldProcess):
    """The door as a process; `port` is where browsers come, `behind` the web server's port on
    loopback.
    """

    what = "The door to the network"

    def __init__(
        self,
        root: Path,
        where: tuple[str, int],
        behind: int,
        certificate: SiteCertificate,
        names: Sequence[str],
        *,
        page: Path,
        environment: Mapping[str, str],
        log: Path | None = None,
        say: Callable[[str], None] | None = None,
    ) -> None:
        host, port = where
        self.address = f"https://{in_address(names[0])}:{port}"
        self._authority = str(certificate.authority)
        self._settings = {
            "behind": behind,
            "address": self.address,
            "names": list(names),
            "chain": str(certificate.chain),
            "key": str(certificate.key),
            "authority": str(certificate.authority),
            "page": str(page),
            "root": str(root),
        }
        self._probe = (host if host not in ("0.0.0.0", "::") else "127.0.0.1", port)
        super().__init__((host, port), root, environment, log, say)

    def command(self, held: int, word: int | None) -> Sequence[str]:
        """The door, with the socket and what it needs to know."""
        return [
            sys.executable,
            "-m",
            "tribodex.launch.front",
            str(held),
            json.dumps(self._settings),
        ]

    def answers(self) -> bool:
        """Whether it speaks TLS."""
        context = ssl.create_default_context(cafile=self._authority)
        context.check_hostname = False
        try:
            with socket.create_connection(self._probe, 5) as plain, context.wrap_socket(plain):
                return True
        except OSError:
            return False


async def serve(listening: socket.socket, context: ssl.SSLContext, door: Door) -> None:
    """Until it is cancelled."""
    loop, busy = asyncio.get_running_loop(), set[asyncio.Task[None]]()
    listening.setblocking(False)
    while True:
        try:
            client, _ = await loop.sock_accept(listening)
        except OSError:
            # No file number is free: those that are open end first.
            await asyncio.sleep(0.2)
            continue
        if len(busy) >= CONNECTIONS:
            client.close()
            continue
        task = asyncio.create_task(_client(client, context, door))
        busy.add(task)
        task.add_done_callback(busy.discard)


async def _client(client: socket.socket, context: ssl.SSLContext, door: Door) -> None:
    client.setblocking(False)
    with contextlib.suppress(
        OSError,
        ssl.SSLError,
        TimeoutError,
        asyncio.IncompleteReadError,
        asyncio.LimitOverrunError,
        ConnectionError,
    ):
        try:
            async with asyncio.timeout(SILENT_SECONDS):
                first = await _first_byte(client)
        except BaseException:
            client.close()
            raise
        if first == HANDSHAKE:
            await _through(client, context, door)
        elif first is not None:
            await _plain(client, door)
        else:
            client.close()


async def _first_byte(client: socket.socket) -> int | None:
    """The first byte, left where it is; None where the client has gone."""
    loop, ready = asyncio.get_running_loop(), asyncio.Event()
    loop.add_reader(client.fileno(), ready.set)
    try:
        while True:
            await ready.wait()
            try:
                seen = client.recv(1, socket.MSG_PEEK)
            except BlockingIOError:
                ready.clear()
                continue
            return seen[0] if seen else None
    finally:
        loop.remove_reader(client.fileno())


async def _streams(
    client: socket.socket, context: ssl.SSLContext | None
) -> tuple[asyncio.StreamReader, asyncio.StreamWriter]:
    loop = asyncio.get_running_loop()
    reader = asyncio.StreamReader(limit=LARGEST_HEAD)
    protocol = asyncio.StreamReaderProtocol(reader)
    secured: dict[str, Any] = (
        {"ssl": context, "ssl_handshake_timeout": HANDSHAKE_SECONDS} if context is not None else {}
    )
    # From here on the socket is the transport's: closing it beside that would take its number away
    # while it still sends.
    transport, _ = await loop.connect_accepted_socket(lambda: protocol, client, **secured)
    return reader, asyncio.StreamWriter(transport, protocol, reader, loop)


async def _through(client: socket.socket, context: ssl.SSLContext, door: Door) -> None:
    """Both ways until one side ends. What is behind is called only when the client has said
    something.
    """
    reader, writer = await _streams(client, context)
    try:
        async with asyncio.timeout(SILENT_SECONDS):
            begun = await reader.read(BLOCK)
        if not begun:
            return
        inner_reader, inner_writer = await asyncio.open_connection("127.0.0.1", door.behind)
        try:
            inner_writer.write(begun)
            ways = {
                asyncio.create_task(_copy(reader, inner_writer)),
                asyncio.create_task(_copy(inner_reader, writer)),
            }
            await asyncio.wait(ways, return_when=asyncio.FIRST_COMPLETED)
            for way in ways:
                way.cancel()
            await asyncio.gather(*ways, return_exceptions=True)
        finally:
            await _end(inner_writer)
    finally:
        await _end(writer)


async def _copy(reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
    while block := await reader.read(BLOCK):
        writer.write(block)
        await writer.drain()


async def _plain(client: socket.socket, door: Door) -> None:
    """One request without TLS: what a device needs before it can trust this server, or the way
    there.
    """
    reader, writer = await _streams(client, None)
    try:
        async with asyncio.timeout(SILENT_SECONDS):
            head = await reader.readuntil(b"\r\n\r\n")
        writer.write(answer_plain(head, door))
    finally:
        await _end(writer)


async def _end(writer: asyncio.StreamWriter) -> None:
    """Let out what was written, then end; cut off who does not take it."""
    writer.close()
    try:
        async with asyncio.timeout(SILENT_SECONDS):
            await writer.wait_closed()
    except (OSError, ssl.SSLError, TimeoutError):
        writer.transport.abort()


def answer_plain(head: bytes, door: Door) -> bytes:
    """The answer to a request without TLS. Nothing of the request is repeated but a path of plain
    letters.
    """
    method, _, rest = head.partition(b"\r\n")[0].decode("latin-1").partition(" ")
    path = rest.partition(" ")[0].partition("?")[0]
    if path in door.given and method in ("GET", "HEAD"):
        media, content = door.given[path]
        # The page's own style, and nothing else.
        lines = [
            "HTTP/1.1 200 OK",
            f"Content-Type: {media}",
            "Content-Security-Policy: default-src 'none'; style-src 'unsafe-inline'",
        ]
    else:
        media, content = (
            "text/plain; charset=utf-8",
            f"Tribodex is at {door.address}; how to trust it: {TRUST}\n".encode(),
        )
        plain = (
            path
            if path.startswith("/")
            and not path.startswith("//")
            and all(c.isalnum() or c in "/-_." for c in path)
            else "/"
        )
        to = _called(head, door)
        lines = [
            "HTTP/1.1 308 Permanent Redirect",
            f"Location: {to}{plain}",
            f"Content-Type: {media}",
        ]
    lines += [
        f"Content-Length: {len(content)}",
        "Cache-Control: no-store",
        "X-Content-Type-Options: nosniff",
        "Connection: close",
        "",
        "",
    ]
    return "\r\n".join(lines).encode() + (b"" if method == "HEAD" else content)


def _called(head: bytes, door: Door) -> str:
    """The address with the name that the client used, where that is one of ours."""
    port = door.address.rpartition(":")[2]
    for line in head.decode("latin-1").split("\r\n")[1:]:
        field, _, value = line.partition(":")
        if field.strip().lower() == "host":
            name = value.strip().rpartition(":")[0] or value.strip()
            if name.lower() in door.names:
                return f"https://{name.lower()}:{port}"
    return door.address


def main() -> int:
    """The door. Arguments: number of the open file that is the listening socket, settings as
    JSON."""
    said = json.loads(sys.argv[2])
    context = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    context.minimum_version = ssl.TLSVersion.TLSv1_2
    context.set_alpn_protocols(["http/1.1"])
    context.load_cert_chain(said["chain"], said["key"])
    given = {
        TRUST: ("text/html; charset=utf-8", Path(said["page"]).read_bytes()),
        AUTHORITY: ("application/x-x509-ca-cert", Path(said["authority"]).read_bytes()),
    }
    # The key is read: nothing more needs root.
    leave_root(Path(said["root"]))
    many_files()
    listening = socket.socket(fileno=int(sys.argv[1]))
    listening.listen(WAITING)

    async def until_told() -> None:
        task = asyncio.current_task()
        assert task is not None  # it is one
        asyncio.get_running_loop().add_signal_handler(signal.SIGTERM, task.cancel)
        await serve(
            listening, context, Door(said["behind"], said["address"], tuple(said["names"]), given)
        )

    with contextlib.suppress(asyncio.CancelledError):
        asyncio.run(until_told())
    return 0


if __name__ == "__main__":
    sys.exit(main())
