"""Everything that is read from files, as one object."""

from __future__ import annotations

import threading
from collections.abc import Callable
from functools import cache
from pathlib import Path
from typing import Any

from cachetools import LRUCache, cached
from pydantic import TypeAdapter

from tribodex.core.failure.marks import FailureMarks
from tribodex.core.procedure import Procedure, Stage
from tribodex.core.procedure.labels import TRADE_STAGES
from tribodex.core.sources import BUILT_IN, Source
from tribodex.core.topics import HOUSE
from tribodex.reference.failure import failure_marks
from tribodex.reference.tables import (
    bearings,
    clearances,
    fastening,
    fits,
    lubricants,
    nuts,
    seals,
    sleeves,
)
from tribodex.reference.tables.sheets import changed, read_all
from tribodex.reference.tables.sound import sound
from tribodex.reference.yaml_file import read_yaml
from tribodex.usecases.books import Reference, RowChange, Sheet

DATA = Path(__file__).resolve().parents[3] / "data"
_PROCEDURE, _STAGE = TypeAdapter(Procedure), TypeAdapter(Stage)
# Procedures that are older than the trade's stages name their own.
_TRADE_OF = {
    "plan": "take_stock",
    "initial_clearance": "mount",
    "target_window": "mount",
    "drive_up": "mount",
    "final_check": "lock",
}


def load_reference(folder: Path = DATA) -> Reference:
    """Read and check tables and procedures; what ships is read once in a process.

    Raises ValueError or pydantic.ValidationError with the file and what is wrong.
    """
    return _shipped() if folder == DATA else _read(folder)


@cache
def _shipped() -> Reference:
    return _read(DATA)


def _read(folder: Path) -> Reference:
    shipped = read_all(folder / "tables")
    marks, procedures = (
        failure_marks(folder / "failure_marks"),
        {(p.id, p.version): p for p in read_procedures(folder / "procedures")},
    )

    # Sites that changed the same rows share what is made of them.
    @cached(LRUCache(maxsize=16), lock=threading.RLock())
    def change(changes: tuple[RowChange, ...], versions: tuple[tuple[str, int], ...]) -> Reference:
        sheets = changed(shipped, changes, dict(versions))
        sound(sheets.values())
        return _assembled(sheets, tuple(shipped.values()), marks, procedures, change)

    return change((), ())


def _assembled(
    sheets: dict[str, Sheet],
    shipped: tuple[Sheet, ...],
    marks: FailureMarks,
    procedures: dict[tuple[str, int], Procedure],
    change: Callable[[tuple[RowChange, ...], tuple[tuple[str, int], ...]], Reference],
) -> Reference:
    sources: dict[str, Source] = {source.id: source for source in BUILT_IN} | {
        name: sheet.source for name, sheet in sheets.items()
    }
    return Reference(
        clearance=clearances.clearance_table(sheets["clearance_srb_tapered"]),
        ball_clearance=clearances.clearance_table(sheets["clearance_self_aligning_ball_tapered"]),
        cards=clearances.reduction_cards(sheets["reduction_srb_tapered"]),
        nuts=nuts.metric_nuts(sheets["lock_nut_metric"], sheets["lock_nut_metric_large"]),
        inch_nuts=nuts.inch_nuts(sheets["lock_nut_inch"]),
        materials=fits.material_table(sheets["material"]),
        sleeves=sleeves.sleeve_table(sheets["adapter_sleeve"]),
        withdrawal=sleeves.withdrawal_table(sheets["withdrawal_sleeve"]),
        ball_angles=clearances.ball_angles(sheets["sab_angle"]),
        inch_shafts=fits.inch_shafts(sheets["inch_shaft"]),
        dimensions=bearings.dimension_table(
            sheets["bearing_srb_dimensions"], sheets["bearing_sab_dimensions"]
        ),
        rings=fits.ring_table(sheets["iso492_ring"]),
        groove_clearance=clearances.clearance_table(sheets["clearance_deep_groove_ball"]),
        groove_dimensions=bearings.dimension_table(sheets["bearing_dgbb_dimensions"]),
        retaining_rings=fastening.retaining_rings(sheets["retaining_ring"]),
        studs=bearings.stud_table(sheets["cam_follower_stud"]),
        set_screws=fastening.set_screws(sheets["set_screw_torque"]),
        bolts=fastening.bolt_strength(sheets["bolt_strength"]),
        thickeners=lubricants.thickeners(sheets["thickener_compatibility"]),
        oil_grades=lubricants.oil_grades(sheets["iso_vg"]),
        seal_materials=seals.seal_materials(sheets["seal_material"]),
        v_rings=seals.v_rings(sheets["v_ring"]),
        inserts=bearings.insert_sizes(sheets["insert_dimensions"], sheets["insert_screw"]),
        failure_marks=marks,
        procedures=procedures,
        sources=sources,
        sheets=tuple(sheets.values()),
        shipped=shipped,
        change=change,
    )


def read_procedures(folder: Path) -> list[Procedure]:
    """Every published procedure; its file is named id@version."""
    found = []
    conditions = frozenset().union(*(topic.every_condition for topic in HOUSE.topics))
    files = {path.stem: read_yaml(path) for path in sorted(folder.glob("*.yaml"))}
    # A stage of its own stands in dozens of procedures: read and checked once.
    stages: dict[str, Stage] = {}
    for path in sorted(folder.glob("*.yaml")):
        file = _based(files, path.stem)
        for entry in file["stages"]:
            if isinstance(entry, str) and entry not in stages:
                stages[entry] = _stage(folder / "stages" / f"{entry}.yaml", entry)
        file["stages"] = [
            stages[entry] if isinstance(entry, str) else _trade(entry) for entry in file["stages"]
        ]
        procedure = _PROCEDURE.validate_python(_said_whole(file, ("tools", "parts")))
        if path.stem != f"{procedure.id}@{procedure.version}":
            raise ValueError(f"{path.name} calls itself {procedure.id}@{procedure.version}")
        _in_order(path.name, procedure)
        if unknown := _asked(procedure) - conditions:
            raise ValueError(
                f"{path.name}: no plan ever has the condition {', '.join(sorted(unknown))}; there"
                f" are {', '.join(sorted(conditions))}"
            )
        if wrong := {kind for gate in procedure.gates() for kind in gate.before} - set(
            HOUSE.commands
        ):
            raise ValueError(
                f"{path.name}: a gate stands before {', '.join(sorted(wrong))}, and nobody can ask"
                " that"
            )
        found.append(procedure)
    return found


def _based(files: dict[str, dict[str, Any]], name: str) -> dict[str, Any]:
    """A procedure that is another one with stages before and after it, written out."""
    file = dict(files[name])
    base = file.pop("based_on", None)
    if base is None:
        return file
    if base not in files:
        raise ValueError(f"{name}.yaml is based on {base}, which is no procedure")
    known, before, after = files[base], file.pop("before", []), file.pop("after", [])
    return {**known, **file, "stages": [*before, *known["stages"], *after]}


def _stage(path: Path, entry: str) -> Stage:
    """A stage in a file of its own, that procedures name by id@version."""
    stage: dict[str, Any] = read_yaml(path)
    if stage.pop("id") + f"@{stage.pop('version')}" != entry:
        raise ValueError(f"{path.name} calls itself something else")
    return _STAGE.validate_python(_said_whole({"id": entry.partition("@")[0], **stage}))


def _trade(stage: dict[str, Any]) -> dict[str, Any]:
    """A stage as it stands in the procedure itself."""
    return _said_whole({"trade": _TRADE_OF.get(stage["id"], stage["id"]), **stage})


def _in_order(name: str, procedure: Procedure) -> None:
    """Raises ValueError where stages are not known, or not in the trade's order, or those of a
    topic not in its own.
    """
    stages = [stage.id for stage in procedure.stages]
    if unknown := {stage.trade for stage in procedure.stages} - set(TRADE_STAGES):
        raise ValueError(
            f"{name}: the trade has no stage {', '.join(sorted(unknown))}; it has"
            f" {', '.join(TRADE_STAGES)}"
        )
    for topic in HOUSE.topics:
        own = [stage for stage in stages if stage in topic.stages]
        if own != [stage for stage in topic.stages if stage in own]:
            raise ValueError(
                f"{name}: the stages {own} are not in the order of work {topic.stages}"
            )
    trade = [TRADE_STAGES.index(stage.trade) for stage in procedure.stages if stage.id != "plan"]
    if trade != sorted(trade):
        raise ValueError(f"{name}: the stages {stages} are not in the order of work {TRADE_STAGES}")


def _asked(procedure: Procedure) -> set[str]:
    """Conditions that steps, cautions, tools, parts and gates ask for: a misspelt one would hide
    them for ever.
    """
    steps = [
        *procedure.tools,
        *procedure.parts,
        *(
            s
            for stage in procedure.stages
            for s in (*stage.steps, *stage.cautions, *stage.pictures)
        ),
    ]
    items = (item for gate in procedure.gates() for item in gate.items)
    whens = [
        *(s.when for s in steps),
        *(g.when for g in procedure.gates()),
        *(i.when for i in items),
    ]
    return {name for when in whens for name in when}


def _said_whole(
    holder: dict[str, Any], names: tuple[str, ...] = ("steps", "cautions", "pictures")
) -> dict[str, Any]:
    """A step may be written as its text alone."""
    whole = {
        name: [{"text": step} if isinstance(step, str) else step for step in holder.get(name, [])]
        for name in names
    }
    return {**holder, **whole}
