"""Install from an unpacked archive, without a network: python3 tools/serving/install.py [PREFIX],
as root where packages are missing.

PREFIX (/opt/tribodex) gets versions/NAME, state/ (data, keys, backups: kept by every later version)
and current, a link to the version that is served. Nothing of an earlier version is taken away.
Standard library alone: this runs before anything is installed.
"""

from __future__ import annotations

import json
import os
import shutil
import subprocess
import sys
from pathlib import Path

HERE = Path(__file__).resolve().parents[2]
UNITS = ("tribodex.service", "tribodex-backup.service", "tribodex-backup.timer")


def debian_packages() -> None:
    """Install those of the archive's packages that are not there yet, all at once."""
    missing = []
    for file in sorted((HERE / "debs").glob("*.deb")):
        name = file.name.partition("_")[0]
        asked = subprocess.run(
            ["dpkg-query", "-W", "-f=${db:Status-Abbrev}", name],
            capture_output=True,
            text=True,
            check=False,
        )
        if not asked.stdout.startswith("ii"):
            missing.append(file)
    if not missing:
        return
    if os.geteuid() != 0:
        sys.exit(
            f"Root is needed for {len(missing)} Debian packages:"
            f" {', '.join(file.name.partition('_')[0] for file in missing)}"
        )
    print(f"Debian packages: {len(missing)} …", flush=True)
    quiet = os.environ | {"DEBIAN_FRONTEND": "noninteractive"}
    subprocess.run(
        ["dpkg", "--install", *map(str, missing)], check=True, env=quiet, stdout=subprocess.DEVNULL
    )


def version(prefix: Path) -> Path:
    """The program with a Python environment of its own, from the archive's wheels."""
    made = prefix / "versions" / HERE.name
    if (prefix / "current").resolve() == made:
        sys.exit(f"{made.name} is installed already, and is the one that is served.")
    if made.exists():
        shutil.rmtree(made)
    shutil.copytree(
        HERE, made, symlinks=True, ignore=shutil.ignore_patterns("wheels", "debs", ".run", ".venv")
    )
    (prefix / "state").mkdir(exist_ok=True)
    (made / ".run").symlink_to(prefix / "state")
    python = made / ".venv" / "bin" / "python"
    subprocess.run([sys.executable, "-m", "venv", made / ".venv"], check=True)
    pip = [
        python,
        "-m",
        "pip",
        "install",
        "-q",
        "--disable-pip-version-check",
        "--no-index",
        "--find-links",
        HERE / "wheels",
    ]
    subprocess.run([*pip, "--require-hashes", "-r", made / "requirements" / "base.txt"], check=True)
    # Whoever serves is not root and could not keep what it compiles.
    subprocess.run([python, "-m", "compileall", "-q", made / "src"], check=True)
    where = subprocess.run(
        [python, "-c", "import sysconfig; print(sysconfig.get_path('purelib'))"],
        capture_output=True,
        text=True,
        check=True,
    )
    Path(where.stdout.strip(), "tribodex.pth").write_text(f"{made / 'src'}\n")
    return made


def switch(prefix: Path, made: Path) -> None:
    """From now on this version is served; the one before is remembered."""
    current, part = prefix / "current", prefix / "current.part"
    if current.is_symlink() and current.resolve() != made:
        (prefix / "previous.json").write_text(json.dumps({"version": current.resolve().name}))
    part.unlink(missing_ok=True)
    part.symlink_to(made.relative_to(prefix))
    part.rename(current)


def units(prefix: Path, made: Path, folder: Path) -> None:
    """Units for systemd, where it runs; started by hand, after the settings were looked at."""
    if os.geteuid() != 0 or not folder.is_dir():
        return
    for name in UNITS:
        (folder / name).write_text(
            (made / "tools" / "serving" / name).read_text().replace("/opt/tribodex", str(prefix))
        )
    settings = Path("/etc/default/tribodex")
    if not settings.exists():
        shutil.copy(made / "tools" / "serving" / "settings", settings)
    subprocess.run(["systemctl", "daemon-reload"], check=False)
    print(
        "Settings are in /etc/default/tribodex. Then: systemctl enable --now tribodex"
        " tribodex-backup.timer"
    )


def main() -> int:
    """Install."""
    prefix = Path(sys.argv[1] if len(sys.argv) > 1 else "/opt/tribodex").resolve()
    if not (HERE / "packed").exists():
        sys.exit("This is no unpacked archive: ./run pack makes one.")
    prefix.mkdir(parents=True, exist_ok=True)
    debian_packages()
    made = version(prefix)
    switch(prefix, made)
    if prefix == Path("/opt/tribodex"):
        units(prefix, made, Path("/etc/systemd/system"))
    print(f"Installed: {made}. It is served by: {prefix}/current/run serve")
    return 0


if __name__ == "__main__":
    sys.exit(main())
