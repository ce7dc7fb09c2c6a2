"""Secrets as they are kept: never they themselves."""

from __future__ import annotations

import hashlib
import hmac
import secrets

from argon2 import PasswordHasher
from argon2.exceptions import Argon2Error, InvalidHashError

_TOKEN_BYTES = 32


class Hashes:
    """Argon2id (RFC 9106, its second recommended option) for what people choose; SHA-256 for
    secrets that are random already.
    """

    def __init__(self, hasher: PasswordHasher | None = None) -> None:
        self._hasher = hasher or PasswordHasher()
        self._nobodys = self._hasher.hash(secrets.token_hex(8))

    def made(self, secret: str) -> str:
        """The hash that is kept."""
        return self._hasher.hash(secret)

    def good(self, kept: str, secret: str) -> bool:
        """Whether a secret is the one that was kept. Takes as long where there is none: who is not
        here is not told by the clock.
        """
        try:
            return self._hasher.verify(kept or self._nobodys, secret) and bool(kept)
        except (Argon2Error, InvalidHashError):
            return False


def new_token() -> str:
    """A secret that nobody guesses."""
    return secrets.token_urlsafe(_TOKEN_BYTES)


def token_hash(token: str) -> str:
    """A random secret as it is kept."""
    return hashlib.sha256(token.encode()).hexdigest()


def seal_of(token: str) -> str:
    """What a page of ours sends back with every write, derived from the session's secret: another
    site can neither read nor compute it.
    """
    return hmac.new(token.encode(), b"seal", hashlib.sha256).hexdigest()[:32]
