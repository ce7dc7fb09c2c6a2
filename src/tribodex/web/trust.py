"""The page that says how a device comes to trust this server: here for devices that do, at the door
for those that do not yet.
"""

from __future__ import annotations

import secrets
from dataclasses import dataclass

from flask import Flask, Response, g

from tribodex.exchange.trust_page import trust_page


@dataclass(frozen=True)
class Trusted:
    """Where browsers go, the authority's certificate (PEM), and its SHA-256 in groups."""

    address: str
    authority: bytes
    fingerprint: str


def install(app: Flask, trusted: Trusted | None) -> None:
    """Serve the page and the authority's certificate; where there is none the page says so."""

    @app.route("/trust", endpoint="trust")
    def page() -> Response:
        g.csp_nonce = secrets.token_urlsafe(16)
        address, figures = (
            (trusted.address, trusted.fingerprint) if trusted is not None else ("", "")
        )
        return Response(
            trust_page(address, figures, g.csp_nonce), content_type="text/html; charset=utf-8"
        )

    if trusted is None:
        return

    @app.route("/trust/site.crt", endpoint="authority")
    def certificate() -> Response:
        return Response(trusted.authority, content_type="application/x-x509-ca-cert")
