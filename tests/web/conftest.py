"""The application without a network."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import Engine

from tests.helpers import ticking
from tests.signed_in import LIGHT, signed_in
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.usecases.books import Reference
from tribodex.web.app import Settings, create_app
from tribodex.web.context import KEY


@pytest.fixture
def dist(tmp_path: Path) -> Path:
    """A front end as built, small."""
    (tmp_path / "assets").mkdir()
    (tmp_path / "index.html").write_text('<meta name="csp-nonce" content="__CSP_NONCE__"><div id="root"></div>')
    (tmp_path / "assets" / "index-abc.js").write_text("console.log(1)" * 200)
    (tmp_path / "assets" / "index-abc.js.br").write_bytes(b"br")
    (tmp_path / "mark.svg").write_text("<svg/>")
    return tmp_path


@pytest.fixture
def app(database: LocalMariaDB, engine: Engine, reference: Reference, dist: Path, tmp_path: Path) -> Iterator[Flask]:
    moments = ticking()
    app = create_app(Settings(database.app_url, dist, keys=tmp_path / "keys", hashes=LIGHT), reference, lambda: next(moments))
    yield app
    app.extensions[KEY].engine.dispose()


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    return signed_in(app)
