"""YAML files, read quickly: by the library's own C reader where the machine has it."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import yaml

_LOADER: Any = getattr(yaml, "CSafeLoader", yaml.SafeLoader)


def read_yaml(path: Path) -> Any:
    """What a file says. Raises yaml.YAMLError with the place of a slip."""
    # Both loaders are safe ones: nothing but plain data is made.
    return yaml.load(path.read_text("utf-8"), Loader=_LOADER)
