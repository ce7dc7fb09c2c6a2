"""The command line: demo, serve, plant, verify, rebuild, calc, openapi."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; the exit code is 0 when it did what was asked."""
    parser = argparse.ArgumentParser(prog="tribodex", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    demo = commands.add_parser(
        "demo", help="start with the demonstration plant, on a database of its own"
    )
    demo.add_argument("--port", type=int, default=8700)
    demo.add_argument("--host", default="127.0.0.1")
    demo.add_argument(
        "--names",
        default="",
        help="names or addresses that browsers may use for this machine, separated by commas",
    )
    demo.add_argument(
        "--reset", action="store_true", help="throw the demonstration's data away first"
    )
    commands.add_parser(
        "serve", help="production server; settings from the environment, see README"
    )
    _calculators(commands.add_parser("calc", help="any calculator"))
    plant = commands.add_parser(
        "plant", help="bring machines, people and gauge sets in from a file"
    )
    plant.add_argument("file", type=Path)
    _copy_parsers(commands)
    verify = commands.add_parser("verify", help="check every log against its chain")
    verify.add_argument("figures", nargs="*", help="figures of a paper, to be found in a log")
    commands.add_parser("rebuild", help="make the list of jobs anew from their logs")
    openapi = commands.add_parser("openapi", help="write the API's description")
    openapi.add_argument("file", type=Path)
    options = parser.parse_args(arguments)
    match options.command:
        case "demo":
            from tribodex.launch.demo import run_demo

            return run_demo(ROOT, options.host, options.names, options.port, options.reset)
        case "serve":
            from tribodex.launch.serve import run_serve

            return run_serve(ROOT)
        case "plant":
            from tribodex.launch.plant_data import import_plant

            return import_plant(ROOT, options.file)
        case "backup" | "restore" | "upgrade" as kind:
            return _copies(kind, options)
        case "verify":
            from tribodex.launch.chained import verify as check

            return check(ROOT, " ".join(options.figures))
        case "rebuild":
            from tribodex.launch.plant_data import rebuild

            return rebuild(ROOT)
        case "openapi":
            from tribodex.launch.openapi import write_openapi

            write_openapi(options.file, ROOT)
            return 0
        case _:
            from tribodex.launch.calc import calc

            return calc(options.name, options.inputs, as_json=options.json)


def _copy_parsers(commands: argparse._SubParsersAction[argparse.ArgumentParser]) -> None:
    backup = commands.add_parser(
        "backup", help="everything the database holds, while the server goes on"
    )
    backup.add_argument(
        "folder", nargs="?", type=Path, help="where backups go; TRIBODEX_BACKUPS when missing"
    )
    restore = commands.add_parser(
        "restore", help="a backup, and what the history of changes has since"
    )
    restore.add_argument(
        "backup", nargs="?", type=Path, help="the backup; the newest one when missing"
    )
    restore.add_argument(
        "--until", default="", help="a moment, as 2026-11-30T14:05:00: nothing after it"
    )
    restore.add_argument(
        "--history",
        type=Path,
        help="folder of the history of changes, where it is not beside the data",
    )
    restore.add_argument(
        "--alone", action="store_true", help="the backup alone, without what the history has since"
    )
    restore.add_argument("--replace", action="store_true", help="put aside what stands there")
    upgrade = commands.add_parser(
        "upgrade", help="another version beside this one, with a backup before"
    )
    upgrade.add_argument("archive", nargs="?", type=Path, help="as ./run pack makes it")
    upgrade.add_argument(
        "--back", action="store_true", help="the version before again, with its data"
    )


def _calculators(parser: argparse.ArgumentParser) -> None:
    parser.add_argument(
        "name", nargs="?", default="", help="without a name: which calculators there are"
    )
    parser.add_argument(
        "inputs",
        nargs="*",
        metavar="key=value",
        help="lists with commas, as minutes=0,30,60; without any: what it takes",
    )
    parser.add_argument("--json", action="store_true", help="everything, with the working, as JSON")


def _copies(kind: str, options: argparse.Namespace) -> int:
    """Backup, restore and upgrade; what does not work is said in words."""
    from tribodex.launch.backup import backup
    from tribodex.launch.restore import restore
    from tribodex.launch.upgrade import back, upgrade
    from tribodex.launch.waiting import NotUp

    try:
        if kind == "backup":
            return backup(ROOT, options.folder)
        if kind == "upgrade":
            if options.back == (options.archive is not None):
                raise NotUp("Either an archive or --back.")
            return back(ROOT) if options.back else upgrade(ROOT, options.archive)
        return restore(
            ROOT,
            options.backup,
            options.until,
            options.history,
            replace=options.replace,
            since=not options.alone,
        )
    except NotUp as error:
        print(error, file=sys.stderr)
        return 1


if __name__ == "__main__":
    sys.exit(main())
