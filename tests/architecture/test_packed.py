"""The archive installs and serves with no registry in reach, is upgraded with a backup before, and
there is a way back.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tarfile
import urllib.request
from pathlib import Path

import pytest

from tests.launched import ROOT, Started, get, nothing_is_left_running  # noqa: F401
from tests.visitor import FIRST, at
from tribodex.launch.mariadb import free_port

pytestmark = pytest.mark.in_turn(
    "tests/architecture/test_launch.py",
    "tests/store/test_migrate.py",
    "tests/store/test_backup.py",
)

# Nothing answers there.
NOWHERE = "http://127.0.0.1:9"
CUT_OFF = {
    "http_proxy": NOWHERE,
    "https_proxy": NOWHERE,
    "no_proxy": "127.0.0.1,localhost",
    "PIP_INDEX_URL": f"{NOWHERE}/simple",
    "PIP_EXTRA_INDEX_URL": "",
    "PIP_CONFIG_FILE": os.devnull,
    "npm_config_registry": NOWHERE,
}


def run(*command: str | Path) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        list(map(str, command)),
        capture_output=True,
        text=True,
        env=os.environ | CUT_OFF,
        check=False,
    )


def serve(prefix: Path) -> Started:
    """`run serve` of an installation."""
    return Started(
        prefix,
        command=[str(prefix / "current" / "run"), "serve"],
        TRIBODEX_PORT=str(free_port()),
        **CUT_OFF,
    )


def people(address: str) -> list[str]:
    found: list[str] = json.loads(json.dumps(get(f"{address}/api/people")))
    return [name for name in found if name != FIRST["name"]]


def add_person(address: str, name: str) -> None:
    at(address).open(f"{address}/api/persons", {"name": name, "rights": {"main": ["work"]}}).close()


def test_installed_upgraded_and_taken_back_without_a_network(tmp_path: Path) -> None:
    subprocess.run(
        [sys.executable, ROOT / "tools" / "pack.py", tmp_path / "made"],
        check=True,
        capture_output=True,
    )
    archive = next((tmp_path / "made").glob("*.tar.gz"))
    with tarfile.open(archive) as packed:
        packed.extractall(tmp_path / "first", filter="data")
    unpacked = next((tmp_path / "first").iterdir())
    assert len(list((unpacked / "wheels").iterdir())) > 25 and any(
        "mariadb-server-core" in file.name for file in (unpacked / "debs").iterdir()
    )
    assert not list(unpacked.rglob("log.key")) and not (unpacked / ".run").exists()
    prefix = tmp_path / "prefix"
    installed = run(sys.executable, unpacked / "tools" / "serving" / "install.py", prefix)
    assert installed.returncode == 0, installed.stderr

    served = serve(prefix)
    address = served.address()
    with urllib.request.urlopen(f"{address}/", timeout=60) as page:
        assert page.status == 200 and get(f"{address}/ready")
    add_person(address, "Before the upgrade")
    refused = run(prefix / "current" / "run", "upgrade", archive)
    assert refused.returncode == 1 and "stop it first" in refused.stderr
    assert served.stop() == 0

    newer = tmp_path / "newer.tar"
    # The newer version changes the schema: the older one cannot read what that made of it.
    (
        unpacked / "src" / "tribodex" / "store" / "migrations" / "versions" / "9999_newer.py"
    ).write_text(
        'import sqlalchemy as sa\nfrom alembic import op\n\nrevision, down_revision = "9999",'
        ' "0012"\n\n\ndef upgrade() -> None:\n    op.create_table("newer", sa.Column("id",'
        " sa.Integer(), primary_key=True))\n"
    )
    with tarfile.open(newer, "w") as packed:
        packed.add(unpacked, "tribodex-newer")
    upgraded = run(prefix / "current" / "run", "upgrade", newer)
    assert upgraded.returncode == 0, upgraded.stdout + upgraded.stderr
    assert (
        prefix / "current"
    ).resolve().name == "tribodex-newer" and "Backup made" in upgraded.stdout
    served = serve(prefix)
    address = served.address()
    assert people(address) == ["Before the upgrade"]
    add_person(address, "After the upgrade")
    assert served.stop() == 0

    back = run(prefix / "current" / "run", "upgrade", "--back")
    assert back.returncode == 0, back.stdout + back.stderr
    assert (prefix / "current").resolve().name == unpacked.name
    served = serve(prefix)
    assert people(served.address()) == ["Before the upgrade"]
    assert served.stop() == 0
    nothing = run(prefix / "current" / "run", "upgrade", archive.with_suffix(".none"))
    assert nothing.returncode == 1 and "cannot be unpacked" in nothing.stderr
