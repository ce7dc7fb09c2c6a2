"""The command line: demo, serve, plant, verify, rebuild, calc, openapi."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError

from tribodex.core.errors import TribodexError
from tribodex.reference import load_reference
from tribodex.usecases.calculators import CALCULATORS, Answer, calculate, find
from tribodex.web.problems import from_validation

ROOT = Path(__file__).resolve().parents[2]


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; the exit code is 0 when it did what was asked."""
    parser = argparse.ArgumentParser(prog="tribodex", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    demo = commands.add_parser("demo", help="start with the demonstration plant, on a database of its own")
    demo.add_argument("--port", type=int, default=8700)
    demo.add_argument("--host", default="127.0.0.1")
    demo.add_argument("--names", default="", help="names or addresses that browsers may use for this machine, separated by commas")
    demo.add_argument("--reset", action="store_true", help="throw the demonstration's data away first")
    commands.add_parser("serve", help="production server; settings from the environment, see README")
    calc = commands.add_parser("calc", help="any calculator, as JSON")
    calc.add_argument("name", nargs="?", default="", help="without a name: which calculators there are, and what they take")
    calc.add_argument("inputs", nargs="*", metavar="key=value")
    plant = commands.add_parser("plant", help="bring machines, people and gauge sets in from a file")
    plant.add_argument("file", type=Path)
    backup = commands.add_parser("backup", help="everything the database holds, while the server goes on")
    backup.add_argument("folder", nargs="?", type=Path, help="where backups go; TRIBODEX_BACKUPS when missing")
    restore = commands.add_parser("restore", help="a backup, and what the history of changes has since")
    restore.add_argument("backup", nargs="?", type=Path, help="the backup; the newest one when missing")
    restore.add_argument("--until", default="", help="a moment, as 2026-11-30T14:05:00: nothing after it")
    restore.add_argument("--history", type=Path, help="folder of the history of changes, where it is not beside the data")
    restore.add_argument("--alone", action="store_true", help="the backup alone, without what the history has since")
    restore.add_argument("--replace", action="store_true", help="put aside what stands there")
    upgrade = commands.add_parser("upgrade", help="another version beside this one, with a backup before")
    upgrade.add_argument("archive", nargs="?", type=Path, help="as ./run pack makes it")
    upgrade.add_argument("--back", action="store_true", help="the version before again, with its data")
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
            from tribodex.launch.serve import import_plant

            return import_plant(ROOT, options.file)
        case "backup" | "restore" | "upgrade" as kind:
            return _copies(kind, options)
        case "verify":
            from tribodex.launch.chained import verify as check

            return check(ROOT, " ".join(options.figures))
        case "rebuild":
            from tribodex.launch.serve import rebuild

            return rebuild(ROOT)
        case "openapi":
            from tribodex.launch.openapi import write_openapi

            write_openapi(options.file, ROOT)
            return 0
        case _:
            return run_calc(options.name, options.inputs) if options.name else list_calculators()


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
        return restore(ROOT, options.backup, options.until, options.history, replace=options.replace, since=not options.alone)
    except NotUp as error:
        print(error, file=sys.stderr)
        return 1


def list_calculators() -> int:
    """Print every calculator with what it takes; what may be left out stands in brackets."""
    for calculator in CALCULATORS.values():
        takes = [name if field.is_required() else f"[{name}]" for name, field in calculator.inputs.model_fields.items()]
        print(f"{calculator.name}: {calculator.title}\n    {' '.join(takes)}")
    return 0


def plain(value: Any) -> Any:
    """Numbers as a person writes them: 5 for 5.0, seven figures for the rest."""
    if isinstance(value, float):
        short = float(f"{value:.7g}")
        return int(short) if short.is_integer() else short
    if isinstance(value, dict):
        return {key: plain(inner) for key, inner in value.items()}
    return [plain(inner) for inner in value] if isinstance(value, list) else value


def run_calc(name: str, pairs: Sequence[str]) -> int:
    """Print a calculator's answer as JSON; a problem goes to the error stream as JSON as well."""
    try:
        calculator = find(name)
        inputs = calculator.inputs.model_validate(dict(_pair(pair) for pair in pairs))
        answer = calculate(load_reference(), name, inputs)
    except ValidationError as error:
        print(from_validation(error).get_data(as_text=True), file=sys.stderr)
        return 2
    except TribodexError as error:
        fields = [{"name": f.name, "message": f.message, "expected": f.expected} for f in error.fields]
        print(json.dumps({"title": type(error).__name__, "detail": error.detail, "fields": fields}, ensure_ascii=False), file=sys.stderr)
        return 2
    print(json.dumps(plain(TypeAdapter(Answer).dump_python(answer, mode="json")), indent=2, ensure_ascii=False))
    return 0


def _pair(text: str) -> tuple[str, object]:
    key, _, value = text.partition("=")
    if value[:1] in "[{" and value:
        try:
            return key, json.loads(value)
        except json.JSONDecodeError:
            return key, value
    return key, value


if __name__ == "__main__":
    sys.exit(main())
