"""./run pack [FOLDER]: one archive that installs on Debian 12 without a network: the program as it
is committed, built web pages, Python wheels, Debian packages.

Needs the registries once, here; the archive needs none. It holds no data, no key and no setting of
this machine.
"""

from __future__ import annotations

import hashlib
import io
import json
import platform
import subprocess
import sys
import tarfile
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT / "src"))

from tribodex import __version__

# What the program itself needs of Debian, as the launcher names it; what these need comes with
# them.
PACKAGES = (
    "mariadb-server-core",
    "mariadb-client-core",
    "mariadb-client",
    "libpango-1.0-0",
    "libpangoft2-1.0-0",
    "libharfbuzz-subset0",
    "libatomic1",
    "fonts-dejavu-core",
    "python3-venv",
)
# Of the checkout: what runs, and what says how.
PARTS = (
    "run",
    "README.md",
    "LICENSE",
    "requirements/base.txt",
    "src",
    "data",
    "docs",
    "tools/serving",
)


def names_of_packages() -> list[str]:
    """The packages and everything they need, as apt would choose on a machine that has nothing;
    what every Debian has is left out.
    """
    with tempfile.NamedTemporaryFile() as nothing:
        asked = [
            "apt-get",
            "install",
            "--simulate",
            "--no-install-recommends",
            "-o",
            f"Dir::State::status={nothing.name}",
            *PACKAGES,
        ]
        said = subprocess.run(asked, capture_output=True, text=True, check=True).stdout
    found = sorted({line.split()[1] for line in said.splitlines() if line.startswith("Inst ")})
    shown = subprocess.run(
        ["apt-cache", "show", "--no-all-versions", *found],
        capture_output=True,
        text=True,
        check=True,
    ).stdout
    kept = []
    for block in shown.split("\n\n"):
        of = dict(
            line.split(": ", 1)
            for line in block.splitlines()
            if ": " in line and not line.startswith(" ")
        )
        if (
            of.get("Essential") != "yes"
            and of.get("Priority") not in ("required", "important")
            and "Package" in of
        ):
            kept.append(of["Package"])
    return kept


def committed() -> tuple[str, bytes]:
    """A name for what is packed, and its files as a tar: as committed, or as they lie here where
    there is no version control.
    """
    try:
        said = subprocess.run(
            ["git", "rev-parse", "--short=10", "HEAD"],
            cwd=ROOT,
            capture_output=True,
            text=True,
            check=True,
        )
        files = subprocess.run(
            ["git", "archive", "HEAD", *PARTS], cwd=ROOT, capture_output=True, check=True
        )
        return said.stdout.strip(), files.stdout
    except (OSError, subprocess.CalledProcessError):
        held = io.BytesIO()
        with tarfile.open(fileobj=held, mode="w") as archive:
            for part in PARTS:
                archive.add(
                    ROOT / part,
                    part,
                    filter=lambda info: None if "__pycache__" in info.name else _of_nobody(info),
                )
        return hashlib.sha256(held.getvalue()).hexdigest()[:10], held.getvalue()


def download(debs: Path) -> None:
    """The Debian packages; lists that are missing or old are fetched anew, where root asks."""
    for last in (False, True):
        try:
            subprocess.run(
                ["apt-get", "download", "-qq", *names_of_packages()],
                cwd=debs,
                check=True,
                capture_output=True,
            )
            return
        except subprocess.CalledProcessError:
            if last:
                raise
            subprocess.run(["apt-get", "update", "-qq"], check=True, capture_output=True)


def pack(into: Path) -> Path:
    """Make the archive; returns where it is."""
    commit, files = committed()
    name = f"tribodex-{__version__}-{commit}-debian12-{platform.machine()}"
    with tempfile.TemporaryDirectory() as folder:
        wheels, debs = Path(folder, "wheels"), Path(folder, "debs")
        wheels.mkdir()
        debs.mkdir()
        print("1 of 3: Python wheels …", flush=True)
        pip = [
            sys.executable,
            "-m",
            "pip",
            "download",
            "-q",
            "--require-hashes",
            "--only-binary",
            ":all:",
            "-r",
            "requirements/base.txt",
        ]
        subprocess.run([*pip, "-d", wheels], cwd=ROOT, check=True)
        print("2 of 3: Debian packages …", flush=True)
        download(debs)
        print("3 of 3: the archive …", flush=True)
        made = into / f"{name}.tar.gz"
        into.mkdir(parents=True, exist_ok=True)
        with tarfile.open(made, "w:gz", compresslevel=1) as archive:
            with tarfile.open(fileobj=io.BytesIO(files)) as inner:
                for member in inner.getmembers():
                    if not member.name.startswith("docs/screenshots"):
                        content = inner.extractfile(member) if member.isfile() else None
                        member.name = f"{name}/{member.name}"
                        archive.addfile(member, content)
            archive.add(ROOT / "web" / "dist", f"{name}/web/dist", filter=_of_nobody)
            archive.add(wheels, f"{name}/wheels", filter=_of_nobody)
            archive.add(debs, f"{name}/debs", filter=_of_nobody)
            said = json.dumps(
                {"version": __version__, "commit": commit, "machine": platform.machine()}
            ).encode()
            info = tarfile.TarInfo(f"{name}/packed")
            info.size, info.mode = len(said), 0o644
            archive.addfile(info, io.BytesIO(said))
    made.with_suffix(".gz.sha256").write_text(
        f"{hashlib.sha256(made.read_bytes()).hexdigest()}  {made.name}\n"
    )
    return made


def _of_nobody(info: tarfile.TarInfo) -> tarfile.TarInfo:
    info.uid = info.gid = 0
    info.uname = info.gname = "root"
    return info


if __name__ == "__main__":
    made = pack(Path(sys.argv[1]) if len(sys.argv) > 1 else ROOT / ".run" / "packed")
    print(
        f"{made} ({made.stat().st_size / 2**20:.0f} MB); install it with: tar xzf {made.name}, then"
        " python3 tools/serving/install.py in its folder"
    )
