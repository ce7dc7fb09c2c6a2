"""What was made ready once by this very program is not looked through at every start."""

from __future__ import annotations

import hashlib
import json
from dataclasses import asdict, dataclass
from pathlib import Path

PROGRAM = Path(__file__).resolve().parents[1]


def fingerprint(*folders: Path) -> str:
    """Names, sizes and times of every file in the folders: another one after any change of the
    program or of what it is fed with.
    """
    said = hashlib.sha256()
    for folder in folders:
        for path in sorted(folder.rglob("*")):
            if path.is_file() and "__pycache__" not in path.parts:
                state = path.stat()
                name = path.relative_to(folder)
                said.update(f"{name} {state.st_size} {state.st_mtime_ns}\n".encode())
    return said.hexdigest()


@dataclass(frozen=True)
class LookedAfter:
    """By which program, and how many jobs it left."""

    program: str
    jobs: int

    @classmethod
    def read(cls, file: Path) -> LookedAfter | None:
        """None where nobody did, or where the file says nothing that can be read."""
        try:
            return cls(**json.loads(file.read_text("utf-8")))
        except (OSError, ValueError, TypeError):
            return None

    def write(self, file: Path) -> None:
        """Keep it; a file that a power cut leaves half says nothing."""
        file.write_text(json.dumps(asdict(self)), "utf-8")
