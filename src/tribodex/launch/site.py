"""This site towards the network: its names, its certificate, its door."""

from __future__ import annotations

import os
import socket
from collections.abc import Mapping
from pathlib import Path

from tribodex.exchange.trust_page import trust_page
from tribodex.launch.certificate import SiteCertificate, site_certificate
from tribodex.launch.front import TlsFront
from tribodex.launch.held import in_address
from tribodex.launch.own import serve_folder
from tribodex.launch.watch import say
from tribodex.web.hosts import LOOPBACK

EVERYWHERE = ("0.0.0.0", "::", "")


class Site:
    """What is needed to speak TLS at an address. Names that were given first come first; this
    machine's own name is added.
    """

    def __init__(self, root: Path, names: tuple[str, ...], host: str, port: int) -> None:
        self._root, self._host, self._port = root, host, port
        self._names = tuple(
            dict.fromkeys((*names, *([] if names else [socket.gethostname().lower()]), *LOOPBACK))
        )
        self._folder = serve_folder(root) / "tls"
        self._made = self._certificate()
        if self._made.new_authority:
            plain = self.address.replace("https", "http", 1)
            say(
                f"  a certificate authority for {', '.join(self._names)} was made; each device"
                f" trusts it once: {plain}/trust"
            )

    @property
    def address(self) -> str:
        """Where browsers go."""
        return f"https://{in_address(self._names[0])}:{self._port}"

    def settings(self) -> Mapping[str, str]:
        """What the web server behind the door needs to know."""
        return {
            "TRIBODEX_HTTPS": "1",
            "TRIBODEX_HOSTS": ",".join(self._names),
            "TRIBODEX_ADDRESS": self.address,
            "TRIBODEX_AUTHORITY": self._made.authority.read_text(),
            "TRIBODEX_FINGERPRINT": self._made.fingerprint,
        }

    def door(self, behind: int) -> TlsFront:
        """The door, open."""
        page = self._folder / "trust.html"
        page.write_text(trust_page(self.address, self._made.fingerprint), "utf-8")
        return TlsFront(
            self._root,
            (self._host, self._port),
            behind,
            self._made,
            self._names,
            page=page,
            environment=os.environ,
            say=say,
        )

    def renew(self, door: TlsFront) -> None:
        """Make the certificate anew where it ends soon, and open the door anew with it."""
        made = self._certificate()
        if made.new:
            say("The server's certificate was renewed.")
            self._made = made
            door.restart()

    def _certificate(self) -> SiteCertificate:
        return site_certificate(self._folder, self._names)
