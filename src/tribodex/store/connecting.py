"""Ways to the database."""

from __future__ import annotations

from typing import Any

from sqlalchemy import URL, Engine, create_engine, make_url


def socket_arguments(url: str | URL) -> dict[str, Any]:
    """What the driver is told besides: on a socket of this machine nobody listens in, and getting
    TLS ready for it would take longer than everything else at a connection.
    """
    return {"ssl_disabled": True} if "unix_socket" in make_url(url).query else {}


def engine_of(url: str | URL) -> Engine:
    """An engine for a few statements."""
    return create_engine(url, connect_args=socket_arguments(url))
