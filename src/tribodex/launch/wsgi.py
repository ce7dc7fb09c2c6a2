"""The application for a WSGI server; settings from the environment."""

from __future__ import annotations

import os
from pathlib import Path

from tribodex.reference import load_reference
from tribodex.web.app import Settings, create_app


def settings() -> Settings:
    """Settings from TRIBODEX_DATABASE_URL, TRIBODEX_DIST, TRIBODEX_KEYS and TRIBODEX_HOSTS (names separated by commas)."""
    hosts = tuple(name.strip() for name in os.environ.get("TRIBODEX_HOSTS", "").split(",") if name.strip())
    dist = Path(os.environ.get("TRIBODEX_DIST", Path(__file__).resolve().parents[3] / "web" / "dist"))
    return Settings(os.environ["TRIBODEX_DATABASE_URL"], dist, ("127.0.0.1", "localhost", *hosts), Path(os.environ["TRIBODEX_KEYS"]))


app = create_app(settings(), load_reference())
