"""Names under which the server may be addressed: as browsers write them, whatever their case, a
trailing dot, or brackets of IPv6.
"""

from __future__ import annotations

from collections.abc import Iterable

# By these names a machine calls itself.
LOOPBACK = ("127.0.0.1", "localhost", "::1")


def name_of(host: str) -> str:
    """The name in a Host header, or as a person types it: without port, in small letters, without a
    trailing dot; IPv6 without brackets.

    >>> (
    ...     name_of("Plant-PC:8700"),
    ...     name_of("plant-pc."),
    ...     name_of("[::1]:8700"),
    ...     name_of("::1"),
    ...     name_of("10.0.0.7"),
    ... )
    ('plant-pc', 'plant-pc', '::1', '::1', '10.0.0.7')
    """
    host = host.strip().lower()
    if host.startswith("["):
        name, _, rest = host[1:].partition("]")
        # What follows is a port, or the name is none at all.
        return name if not rest or (rest[0] == ":" and rest[1:].isdigit()) else ""
    if host.count(":") == 1:
        name, _, port = host.partition(":")
        return name.rstrip(".") if port.isdigit() or not port else ""
    return host.rstrip(".")


def names(hosts: Iterable[str]) -> frozenset[str]:
    """The names that are answered to."""
    return frozenset(filter(None, map(name_of, hosts)))
