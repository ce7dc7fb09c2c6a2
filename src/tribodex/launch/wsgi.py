"""What the web server loads, and the application as its environment says."""

from __future__ import annotations

import os
from pathlib import Path

from flask import Flask

from tribodex.launch.zone import keep_plant_zone
from tribodex.openid import OpenIdProvider, provider_settings
from tribodex.reference import load_reference
from tribodex.usecases.books import Reference
from tribodex.web.app import Settings, create_app
from tribodex.web.hosts import LOOPBACK
from tribodex.web.trust import Trusted


def settings() -> Settings:
    """Settings from TRIBODEX_DATABASE_URL, TRIBODEX_DIST, TRIBODEX_KEYS and TRIBODEX_HOSTS (names
    separated by commas); behind a door with TLS also TRIBODEX_ADDRESS, TRIBODEX_AUTHORITY (PEM) and
    TRIBODEX_FINGERPRINT; with a sign-on of the site's own TRIBODEX_OPENID_… (docs/serving.md).
    """
    hosts = tuple(
        name.strip() for name in os.environ.get("TRIBODEX_HOSTS", "").split(",") if name.strip()
    )
    dist = Path(
        os.environ.get("TRIBODEX_DIST", Path(__file__).resolve().parents[3] / "web" / "dist")
    )
    authority = os.environ.get("TRIBODEX_AUTHORITY", "")
    trusted = (
        Trusted(
            os.environ["TRIBODEX_ADDRESS"], authority.encode(), os.environ["TRIBODEX_FINGERPRINT"]
        )
        if authority
        else None
    )
    keys = Path(os.environ["TRIBODEX_KEYS"])
    single = provider_settings(os.environ)
    return Settings(
        os.environ["TRIBODEX_DATABASE_URL"],
        dist,
        (*LOOPBACK, *hosts),
        keys,
        trusted,
        one_tap=os.environ.get("TRIBODEX_ONE_TAP") == "1",
        provider=OpenIdProvider(single) if single is not None else None,
    )


def loaded() -> Reference:
    """Everything that takes time and hangs on no key and no database."""
    keep_plant_zone()
    return load_reference()


def application(reference: Reference) -> Flask:
    """The application; its keys are read here."""
    return create_app(settings(), reference)
