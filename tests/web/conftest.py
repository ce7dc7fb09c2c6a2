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
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.usecases.books import Reference
from tribodex.web.app import Settings, attend, create_app
from tribodex.web.context import KEY, Context


@pytest.fixture(scope="session")
def dist(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A front end as built, small. No test changes it."""
    folder = tmp_path_factory.mktemp("dist")
    (folder / "assets").mkdir()
    (folder / "index.html").write_text(
        '<meta name="csp-nonce" content="__CSP_NONCE__"><div id="root"></div>'
    )
    (folder / "assets" / "index-abc.js").write_text("console.log(1)" * 200)
    (folder / "assets" / "index-abc.js.br").write_bytes(b"br")
    (folder / "mark.svg").write_text("<svg/>")
    return folder


@pytest.fixture(scope="session")
def _wired(database: LocalMariaDB, reference: Reference, dist: Path) -> Iterator[Flask]:
    """Its addresses are compiled once: that takes longer than most tests."""
    app = create_app(Settings(database.app_url, dist, hashes=LIGHT), reference)
    first: Context = app.extensions[KEY]
    yield app
    first.engine.dispose()


@pytest.fixture(scope="session")
def _asked(database: LocalMariaDB) -> Iterator[Engine]:
    """The application's way to the database: its statements are put into words once."""
    engine = make_engine(database.app_url)
    yield engine
    engine.dispose()


@pytest.fixture
def app(
    _wired: Flask, _asked: Engine, engine: Engine, reference: Reference, tmp_path: Path
) -> Flask:
    """The application as it is just started: nothing of an earlier test is known to it."""
    moments = ticking()
    keys = KeyFiles(tmp_path / "keys")
    # One for each test, for whoever listens to it; what it stands on is shared.
    made = _asked.execution_options()
    attend(_wired, Context(reference, made, lambda: next(moments), keys, LIGHT))
    _wired.test_client_class = None
    return _wired


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    return signed_in(app)
