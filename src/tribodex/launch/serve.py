"""The production server; settings from the environment, no demonstration data.

TRIBODEX_DATABASE_URL   the application's account; when missing, an instance of its own is started
under .run/serve TRIBODEX_OWNER_URL      the owner's account; when given, the schema is brought up
to date and rights are granted TRIBODEX_HOST, TRIBODEX_PORT    127.0.0.1 and 8700 when missing
TRIBODEX_HOSTS          names under which browsers may address it, separated by commas
TRIBODEX_WORKERS        2 when missing TRIBODEX_TLS            on or off; when missing: on wherever
others than this machine can come in, and no proxy is named TRIBODEX_PROXY          address of a
reverse proxy whose X-Forwarded headers are believed TRIBODEX_ZONE           time zone of the
plant's days, as Europe/Dublin; that of the machine when missing TRIBODEX_OPENID_…       the site's
own sign-on by OpenID Connect (docs/serving.md) TRIBODEX_KEYS           folder of the keys that sign
the log; .run/serve/keys when missing
"""

from __future__ import annotations

import os
from ipaddress import ip_address
from pathlib import Path

from tribodex.launch.chained import begin_chain
from tribodex.launch.mariadb import LocalMariaDB, free_port
from tribodex.launch.own import keys_folder, serve_folder, whole_number
from tribodex.launch.server import WebServer, choose_port
from tribodex.launch.site import EVERYWHERE, Site
from tribodex.launch.steady import Steady
from tribodex.launch.waiting import NotUp
from tribodex.launch.watch import AlreadyRunning, Claim, say, watch
from tribodex.launch.zone import keep_plant_zone
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.migrate import migrate
from tribodex.store.standing import has_plant
from tribodex.web.hosts import LOOPBACK, name_of


def run_serve(root: Path) -> int:
    """Serve until stopped."""
    url, owner = os.environ.get("TRIBODEX_DATABASE_URL"), os.environ.get("TRIBODEX_OWNER_URL")
    try:
        # A name that is no zone is said before anything starts.
        keep_plant_zone()
        _check_provider()
        return _serve(root, url, owner, None, None) if url is not None else _own(root)
    except NotUp as error:
        say(f"The server did not start. {error}")
        return 1


def _own(root: Path) -> int:
    """Serve from an instance of its own."""
    folder = serve_folder(root)
    try:
        with Claim(folder) as claim:
            own = LocalMariaDB(folder, history=True, say=say)
            say("Starting the database …")
            try:
                Steady(own, say).start()
                return _serve(root, own.app_url, own.owner_url, own, claim)
            finally:
                own.stop()
    except AlreadyRunning as running:
        say(
            "The server runs"
            f" already{f', at {running.other.address}' if running.other.address else ''}: stop it"
            " there first."
        )
        return 1


def _serve(
    root: Path, url: str, owner: str | None, own: LocalMariaDB | None, claim: Claim | None
) -> int:
    steady, keys = Steady(own, say), KeyFiles(keys_folder(root))
    host, wanted = os.environ.get("TRIBODEX_HOST", "127.0.0.1"), whole_number("TRIBODEX_PORT", 8700)
    _check_proxy()
    secured = _secured(host)
    names = tuple(
        filter(
            None,
            (
                name_of(name)
                for name in (*os.environ.get("TRIBODEX_HOSTS", "").split(","), host)
                if name not in EVERYWHERE
            ),
        )
    )
    site = Site(root, names, host, choose_port(wanted, say)) if secured else None
    where = ("127.0.0.1", free_port()) if site is not None else (host, choose_port(wanted, say))
    # Whatever stands in the environment: only the demonstration takes people by one tap.
    more = {"TRIBODEX_ONE_TAP": "", **(site.settings() if site is not None else {})}
    workers = whole_number("TRIBODEX_WORKERS", 2)
    server = WebServer(
        root,
        url,
        *where,
        keys=keys.folder,
        hosts=",".join(names),
        workers=workers,
        say=say,
        more=more,
        # It loads while the data are looked after.
        waits=True,
    )
    door = None
    try:
        steady.step(lambda: _make_ready(url, owner, keys))
        server.let_in()
        server.wait_ready(steady.look)
        door = site.door(where[1]) if site is not None else None
        if door is not None:
            door.wait_ready(steady.look)
        if claim is not None:
            claim.serves(server, door.address if door is not None else "")
        return watch(
            server,
            own,
            claim,
            door,
            lambda: site.renew(door) if site is not None and door is not None else None,
        )
    finally:
        if door is not None:
            door.stop()
        server.stop()


def _make_ready(url: str, owner: str | None, keys: KeyFiles) -> None:
    """Schema, rights and chain; may be done twice."""
    if owner is not None:
        migrate(owner, url)
    engine = make_engine(url)
    if not has_plant(engine):
        say(
            "The plant is empty. Bring yours in with: ./run plant FILE.yaml (an example is"
            " data/demo/hollin_vale.yaml)"
        )
    begin_chain(engine, keys)
    engine.dispose()


def _check_provider() -> None:
    """Settings of the site's own sign-on that cannot be right. Raises NotUp."""
    if not os.environ.get("TRIBODEX_OPENID_ISSUER", "").strip():
        return
    # Only here: most sites sign in without one.
    from tribodex.openid import provider_settings

    try:
        provider_settings(os.environ)
    except ValueError as error:
        raise NotUp(str(error)) from error


def _check_proxy() -> None:
    """Requests come from an address, not from a name: a name would never be believed, without a
    word. Raises NotUp.
    """
    said = os.environ.get("TRIBODEX_PROXY", "")
    try:
        if said:
            ip_address(said)
    except ValueError as error:
        raise NotUp(
            f"TRIBODEX_PROXY is “{said}”; right would be the address that the proxy comes from, as"
            " 127.0.0.1."
        ) from error


def _secured(host: str) -> bool:
    """Whether the door speaks TLS: as TRIBODEX_TLS says; else wherever others than this machine can
    come in, unless a proxy does it.

    Raises NotUp for a word that is neither “on” nor “off”.
    """
    said = os.environ.get("TRIBODEX_TLS", "")
    if said not in ("", "on", "off"):
        raise NotUp(f"TRIBODEX_TLS is “{said}”; right would be on or off.")
    return said == "on" or (
        said == "" and not os.environ.get("TRIBODEX_PROXY") and name_of(host) not in LOOPBACK
    )
