"""What is known of failure marks, from its files."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError

from tribodex.core.failure.marks import (
    Cause,
    Consequence,
    DamageClass,
    FailureMarks,
    MarkQuestion,
    PartRule,
    RemovalMarks,
)
from tribodex.reference.yaml_file import read_yaml


def failure_marks(folder: Path) -> FailureMarks:
    """Read and check questions, causes, removal marks, classes and parts.

    Raises ValueError with the file and what is wrong.
    """
    return FailureMarks(
        _read(folder, "questions", TypeAdapter(tuple[MarkQuestion, ...])),
        _read(folder, "causes", TypeAdapter(tuple[Cause, ...])),
        _read(folder, "removal", TypeAdapter(RemovalMarks)),
        _read(folder, "classes", TypeAdapter(tuple[DamageClass, ...])),
        _read(folder, "parts", TypeAdapter(tuple[PartRule, ...])),
        _read(folder, "consequences", TypeAdapter(tuple[Consequence, ...])),
        _read(folder, "nothing_wrong", TypeAdapter(tuple[str, ...])),
    )


def _read(folder: Path, name: str, shape: TypeAdapter[Any]) -> Any:
    try:
        return shape.validate_python(read_yaml(folder / f"{name}.yaml"))
    except ValidationError as wrong:
        raise ValueError(f"{name}.yaml: {wrong}") from wrong
