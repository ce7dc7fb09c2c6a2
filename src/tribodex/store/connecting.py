"""Ways to the database."""

from __future__ import annotations

from typing import Any

from sqlalchemy import URL, Engine, create_engine, make_url

from tribodex.usecases.chain import stored_json


def socket_arguments(url: str | URL) -> dict[str, Any]:
    """What the driver is told besides: on a socket of this machine nobody listens in, and getting
    TLS ready for it would take longer than everything else at a connection.
    """
    return {"ssl_disabled": True} if "unix_socket" in make_url(url).query else {}


def engine_of(url: str | URL) -> Engine:
    """An engine for a few statements."""
    return create_engine(url, connect_args=socket_arguments(url))


def make_engine(url: str) -> Engine:
    """An engine that notices a restarted server and commits only what is on disk.

    READ COMMITTED: a writer that lost the race must see the winner's entries when it looks again.
    """
    return create_engine(
        url,
        pool_pre_ping=True,
        pool_recycle=1800,
        pool_size=8,
        max_overflow=8,
        pool_timeout=5,
        json_serializer=stored_json,
        # An error repeats its statement in the log: without the values that somebody typed.
        hide_parameters=True,
        isolation_level="READ COMMITTED",
        # A database that hangs is said to be away, soon; a writer waits for another one, but not
        # for ever.
        connect_args={
            **socket_arguments(url),
            "connect_timeout": 3,
            "read_timeout": 10,
            "write_timeout": 10,
            "init_command": "SET innodb_lock_wait_timeout = 5",
        },
    )
