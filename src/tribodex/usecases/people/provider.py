"""Single sign-on as the use cases see it: the site's own provider says who somebody is, and what
that person may do is kept here.
"""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import Protocol

from tribodex.core.errors import TribodexError


class ProviderTrouble(TribodexError):
    """The provider did not say who it is, or not in a way that can be believed. Nobody is let
    in."""


@dataclass(frozen=True)
class Identity:
    """Who somebody is for a provider. `subject` never changes there; `handle` is the name to sign
    in with, and may.

    >>> Identity("https://sign-on.example", "7", "wren").key == Identity(
    ...     "https://sign-on.example", "7", "w.ashby"
    ... ).key
    True
    """

    issuer: str
    subject: str
    handle: str

    @property
    def key(self) -> str:
        """What is kept of it: it cannot be read back."""
        return hashlib.sha256(f"{self.issuer}\n{self.subject}".encode()).hexdigest()


@dataclass(frozen=True)
class Away:
    """What a browser keeps while its person is at the provider: only an answer that belongs to it
    is taken.
    """

    state: str
    nonce: str
    verifier: str

    def said(self) -> str:
        """As one text."""
        return f"{self.state}.{self.nonce}.{self.verifier}"

    @staticmethod
    def read(text: str) -> Away | None:
        """The other way; None for what is no such text.

        >>> (
        ...     Away.read(Away("a", "b", "c").said()) == Away("a", "b", "c"),
        ...     Away.read("a.b"),
        ...     Away.read(".."),
        ... )
        (True, None, None)
        """
        parts = text.split(".")
        return Away(*parts) if len(parts) == 3 and all(parts) else None


class Provider(Protocol):
    """The site's own sign-on."""

    @property
    def name(self) -> str:
        """What the button says."""

    def address(self, away: Away, back: str) -> str:
        """Where the browser goes; it comes back to `back`. Raises ProviderTrouble."""

    def who(self, code: str, away: Away, back: str) -> Identity:
        """Who came back with this code. Raises ProviderTrouble."""
