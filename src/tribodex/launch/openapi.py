"""The API's description as a file."""

from __future__ import annotations

import json
from pathlib import Path

from tribodex.reference import load_reference
from tribodex.web.app import Settings, create_app


def write_openapi(file: Path, root: Path) -> None:
    """Write it with sorted keys, so that a change shows as a small difference."""
    app = create_app(
        Settings("mysql+pymysql://nobody@127.0.0.1/none", root / "web" / "dist"), load_reference()
    )
    document = app.api_doc  # type: ignore[attr-defined]
    file.write_text(
        json.dumps(document, indent=1, sort_keys=True, ensure_ascii=False) + "\n", "utf-8"
    )
