"""Everything that is read from files, as one object."""

from __future__ import annotations

from pathlib import Path

import yaml
from pydantic import TypeAdapter

from tribodex.core.job.stages import ORDER
from tribodex.core.procedure import Procedure
from tribodex.core.sources import BUILT_IN, Source
from tribodex.reference import tables
from tribodex.usecases.ports import Reference

DATA = Path(__file__).resolve().parents[3] / "data"
_PROCEDURE = TypeAdapter(Procedure)


def load_reference(folder: Path = DATA) -> Reference:
    """Read and check tables and procedures.

    Raises ValueError or pydantic.ValidationError with the file and what is wrong.
    """
    sheets = tables.read_all(folder / "tables")
    sources: dict[str, Source] = {source.id: source for source in BUILT_IN} | {name: sheet.source for name, sheet in sheets.items()}
    return Reference(
        clearance=tables.clearance_table(sheets["clearance_srb_tapered"]),
        cards=tables.reduction_cards(sheets["reduction_srb_tapered"]),
        nuts=tables.lock_nut_table(sheets["lock_nut_metric"]),
        sleeves=tables.sleeve_table(sheets["adapter_sleeve"]),
        dimensions=tables.dimension_table(sheets["bearing_srb_dimensions"]),
        procedures={(p.id, p.version): p for p in read_procedures(folder / "procedures")},
        sources=sources,
    )


def read_procedures(folder: Path) -> list[Procedure]:
    """Every published procedure; its file is named id@version."""
    found = []
    for path in sorted(folder.glob("*.yaml")):
        procedure = _PROCEDURE.validate_python(yaml.safe_load(path.read_text("utf-8")))
        if path.stem != f"{procedure.id}@{procedure.version}":
            raise ValueError(f"{path.name} calls itself {procedure.id}@{procedure.version}")
        if tuple(stage.id for stage in procedure.stages) != ORDER:
            raise ValueError(f"{path.name}: the stages are not in the order of work {ORDER}")
        found.append(procedure)
    return found
