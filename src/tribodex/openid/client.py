"""OpenID Connect Core 1.0, authorization code flow with PKCE (RFC 7636), against one provider."""

from __future__ import annotations

import threading
import time
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlsplit

import requests
from authlib.common.errors import AuthlibBaseError
from authlib.integrations.requests_client import OAuth2Session
from authlib.oidc.core import CodeIDToken
from joserfc import jwt
from joserfc.errors import JoseError
from joserfc.jwk import KeySet
from joserfc.jws import JWSRegistry

from tribodex.usecases.people.provider import Away, Identity, ProviderTrouble

# Signatures of the provider's own keys only: a token that anybody could make with a shared or an
# empty secret is none.
ALGORITHMS = ["RS256", "RS384", "RS512", "PS256", "PS384", "PS512", "ES256", "ES384", "EdDSA"]
PATIENCE_S, KNOWN_S, LEEWAY_S = 8.0, 3600.0, 60
# An unknown key is asked for again, but not as often as somebody sends one.
KEYS_AGAIN_S = 30.0
_LOOPBACK = ("localhost", "127.0.0.1", "::1")


@dataclass(frozen=True)
class ProviderSettings:
    """A provider. `claim`: which of its words is the name to sign in with here; `authority`: a file
    of certificates to trust it by.
    """

    issuer: str
    client_id: str
    secret: str = field(repr=False)
    name: str = "single sign-on"
    claim: str = "preferred_username"
    authority: str = ""


def provider_settings(environment: Mapping[str, str]) -> ProviderSettings | None:
    """From TRIBODEX_OPENID_ISSUER, _CLIENT, _SECRET, _NAME, _CLAIM and _CA; None where no issuer is
    set.

    Raises ValueError with what would be right.

    >>> provider_settings({}) is None
    True
    >>> provider_settings(
    ...     {"TRIBODEX_OPENID_ISSUER": "http://sign-on.example", "TRIBODEX_OPENID_CLIENT": "bench"}
    ... )
    Traceback (most recent call last):
    ...
    ValueError: TRIBODEX_OPENID_ISSUER: https:// is needed, not http://sign-on.example
    """
    said = {
        name: environment.get(f"TRIBODEX_OPENID_{name}", "").strip()
        for name in ("ISSUER", "CLIENT", "SECRET", "NAME", "CLAIM", "CA")
    }
    issuer = said["ISSUER"]
    if not issuer:
        return None
    _ask_https(issuer, "TRIBODEX_OPENID_ISSUER")
    if not said["CLIENT"]:
        raise ValueError(
            "TRIBODEX_OPENID_CLIENT: the name under which this server is known to the provider"
        )
    return ProviderSettings(
        issuer,
        said["CLIENT"],
        said["SECRET"],
        said["NAME"] or "single sign-on",
        said["CLAIM"] or "preferred_username",
        said["CA"],
    )


def _ask_https(address: str, what: str) -> None:
    parts = urlsplit(address)
    if parts.scheme != "https" and not (parts.scheme == "http" and parts.hostname in _LOOPBACK):
        raise ValueError(f"{what}: https:// is needed, not {address}")


class OpenIdProvider:
    """One provider, asked when somebody comes: what it says of itself is known for an hour."""

    def __init__(self, settings: ProviderSettings) -> None:
        self._settings = settings
        self._lock = threading.Lock()
        self._known: dict[str, Any] = {}
        self._keys: KeySet | None = None
        self._known_at = self._keys_at = float("-inf")

    @property
    def name(self) -> str:
        """What the button says."""
        return self._settings.name

    def address(self, away: Away, back: str) -> str:
        """Where the browser goes. Raises ProviderTrouble."""
        known = self._metadata()
        with self._session(back) as session:
            address, _ = session.create_authorization_url(
                known["authorization_endpoint"],
                state=away.state,
                nonce=away.nonce,
                code_verifier=away.verifier,
            )
        return str(address)

    def who(self, code: str, away: Away, back: str) -> Identity:
        """Who came back with this code: by a token that this provider signed, for us, now, and for
        this very going away.

        Raises ProviderTrouble.
        """
        known = self._metadata()
        try:
            with self._session(back) as session:
                token = session.fetch_token(
                    known["token_endpoint"],
                    code=code,
                    code_verifier=away.verifier,
                    grant_type="authorization_code",
                    timeout=PATIENCE_S,
                )
            said = token.get("id_token")
            if not isinstance(said, str):
                raise ProviderTrouble("The sign-on did not say who it is.")
            read = self._read(said)
            claims = CodeIDToken(
                read.claims,
                read.header,
                {
                    "iss": {"essential": True, "value": self._settings.issuer},
                    "aud": {"essential": True, "value": self._settings.client_id},
                },
                {
                    "nonce": away.nonce,
                    "client_id": self._settings.client_id,
                    "access_token": token.get("access_token"),
                },
            )
            claims.validate(leeway=LEEWAY_S)
        except (JoseError, AuthlibBaseError, requests.RequestException, ValueError) as error:
            raise ProviderTrouble(
                f"What the sign-on said cannot be believed ({type(error).__name__}). Nobody was"
                " let in."
            ) from error
        return self._identity(read.claims)

    def _identity(self, claims: Mapping[str, Any]) -> Identity:
        subject, handle = claims.get("sub"), claims.get(self._settings.claim)
        if not isinstance(subject, str) or not subject:
            raise ProviderTrouble("The sign-on did not say who it is.")
        # An address that nobody looked at is what somebody wrote there.
        if self._settings.claim == "email" and claims.get("email_verified") is not True:
            raise ProviderTrouble("The sign-on does not vouch for this e-mail address.")
        return Identity(self._settings.issuer, subject, handle if isinstance(handle, str) else "")

    def _read(self, token: str) -> jwt.Token:
        registry = JWSRegistry(algorithms=ALGORITHMS)
        try:
            return jwt.decode(token, self._key_set(), registry=registry)
        except (JoseError, ValueError):
            if time.monotonic() - self._keys_at < KEYS_AGAIN_S:
                raise
            # The provider may have changed its keys since.
            return jwt.decode(token, self._key_set(again=True), registry=registry)

    def _session(self, back: str) -> OAuth2Session:
        method = "client_secret_basic" if self._settings.secret else "none"
        session = OAuth2Session(
            self._settings.client_id,
            self._settings.secret or None,
            token_endpoint_auth_method=method,
            scope="openid profile email",
            redirect_uri=back,
            code_challenge_method="S256",
        )
        session.verify = self._settings.authority or True
        return session

    def _metadata(self) -> dict[str, Any]:
        with self._lock:
            if time.monotonic() - self._known_at < KNOWN_S:
                return self._known
            issuer = self._settings.issuer
            known = self._get(f"{issuer.rstrip('/')}/.well-known/openid-configuration")
            if known.get("issuer") != issuer:
                raise ProviderTrouble(
                    f"The sign-on calls itself {known.get('issuer')}, and {issuer} is set."
                )
            for name in ("authorization_endpoint", "token_endpoint", "jwks_uri"):
                if not isinstance(known.get(name), str):
                    raise ProviderTrouble(f"The sign-on does not say its {name}.")
                try:
                    _ask_https(known[name], name)
                except ValueError as error:
                    raise ProviderTrouble(str(error)) from error
            self._known, self._known_at = known, time.monotonic()
            return known

    def _key_set(self, *, again: bool = False) -> KeySet:
        known = self._metadata()
        with self._lock:
            if self._keys is None or again or time.monotonic() - self._keys_at > KNOWN_S:
                try:
                    self._keys = KeySet.import_key_set(self._get(known["jwks_uri"]))  # type: ignore[arg-type]
                except (JoseError, ValueError, KeyError, TypeError) as error:
                    raise ProviderTrouble("The sign-on's keys cannot be read.") from error
                self._keys_at = time.monotonic()
            return self._keys

    def _get(self, address: str) -> dict[str, Any]:
        try:
            answer = requests.get(
                address,
                timeout=PATIENCE_S,
                verify=self._settings.authority or True,
                allow_redirects=False,
            )
            answer.raise_for_status()
            said = answer.json()
        except (requests.RequestException, ValueError) as error:
            raise ProviderTrouble(
                f"The sign-on does not answer ({type(error).__name__}). Name and password go on as"
                " before."
            ) from error
        if answer.status_code != 200 or not isinstance(said, dict):
            raise ProviderTrouble("The sign-on answers with something else.")
        return said
