"""The log as lines of JSON: when, how serious, which request, what. Of an error its kind and where
it came from, never its words: they may repeat what somebody typed.
"""

from __future__ import annotations

import json
import logging
import os
import sys
import traceback
from datetime import UTC, datetime

from flask import g, has_app_context

# Modules whose messages are ours, and hold nothing that was typed.
LEVELS = ("info", "warning", "error")
OURS = ("tribodex", "waitress", "root")


class JsonLines(logging.Formatter):
    """One line of JSON for each entry."""

    def format(self, record: logging.LogRecord) -> str:
        """The line."""
        line: dict[str, object] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "process": record.process,
        }
        if has_app_context() and (request := g.get("request_id")):
            line["request"] = request
        line |= getattr(record, "said", None) or {
            "message": record.getMessage() if record.name.startswith(OURS) else record.name
        }
        if record.exc_info and record.exc_info[0] is not None:
            line["error"] = f"{record.exc_info[0].__module__}.{record.exc_info[0].__qualname__}"
            line["where"] = [
                f"{frame.filename}:{frame.lineno} {frame.name}"
                for frame in traceback.extract_tb(record.exc_info[2])
            ]
        return json.dumps(line, ensure_ascii=False)


def write_lines(level: str | None = None) -> None:
    """Write the log to the error stream: everything from a level on (TRIBODEX_LOG: info, warning,
    error).
    """
    handler = logging.StreamHandler(sys.stderr)
    handler.setFormatter(JsonLines())
    wanted = (level or os.environ.get("TRIBODEX_LOG") or LEVELS[1]).lower()
    logging.basicConfig(
        handlers=[handler], level=(wanted if wanted in LEVELS else LEVELS[1]).upper(), force=True
    )
    if wanted not in LEVELS:
        logging.getLogger("tribodex").warning(
            "TRIBODEX_LOG is none of %s: warning is taken", ", ".join(LEVELS)
        )
    # What a library has to say of its own work is of no interest to who keeps the server.
    for name in ("fontTools", "weasyprint", "PIL", "sqlalchemy", "alembic"):
        logging.getLogger(name).setLevel(logging.ERROR)
