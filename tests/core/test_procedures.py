"""Procedures as files: complete, in order, and nothing in them that no plan can ever see."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import pytest
import yaml

from tests.helpers import DRAFT, FEELERS
from tribodex.core.procedure import Step, texts_for
from tribodex.core.topics.tapered.plan import CONDITIONS, Plan
from tribodex.core.topics.tapered.stages import STAGES
from tribodex.reference.library import DATA, read_procedures
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.plan_sheet import plan_sheet, procedure_id
from tribodex.usecases.planning import make_plan

DRAFTS = {
    "feeler": DRAFT,
    "washer on": replace(DRAFT, washer="on"),
    "blows": replace(DRAFT, method="B"),
    "nut angle": replace(DRAFT, method="N"),
    "drive-up": replace(DRAFT, method="X"),
    "hydraulic": replace(DRAFT, method="X", piston_area="9000"),
    "lock plate": replace(DRAFT, lock="lock_plate", nut_tabs="9"),
    "locking clip": replace(DRAFT, lock="locking_clip", nut_tabs="1"),
    "withdrawal sleeve": replace(DRAFT, seat="withdrawal_sleeve", nut_pitch="2"),
    "tapered shaft": replace(DRAFT, seat="tapered_shaft", shaft="90", nut_pitch="2"),
    "turns": replace(
        DRAFT, housed_unit="yes", range_low="1", range_high="1 1/4", range_source="sheet"
    ),
    "ball": PlanDraft(designation="2212 K C3", shaft="55"),
}


def plans(reference: Reference) -> dict[str, Plan]:
    return {name: make_plan(reference, FEELERS, draft) for name, draft in DRAFTS.items()}


def test_every_condition_is_one_that_some_plan_has(reference: Reference) -> None:
    seen = frozenset().union(*(plan.conditions for plan in plans(reference).values()))
    assert seen >= CONDITIONS - {"sealed", "oil_shaft"} and seen <= CONDITIONS
    other = PlanDraft(
        designation="22218-2CS5K C3",
        shaft="80 mm",
        range_low="1",
        range_high="1 1/4",
        range_source="sheet",
        oil="shaft",
        feeler_id="m",
    )
    assert {"sealed", "oil_shaft"} <= make_plan(reference, FEELERS, other).conditions


@pytest.mark.parametrize("name", list(DRAFTS))
def test_every_plan_has_a_procedure_with_stages_tools_and_cautions(
    reference: Reference, name: str
) -> None:
    plan = plans(reference)[name]
    procedure = reference.procedure(procedure_id(plan.method))
    stages = [stage.id for stage in procedure.stages]
    assert stages == [stage for stage in STAGES if stage in stages] and {
        "drive_up",
        "lock",
        "final_check",
    } <= set(stages)
    assert ("initial_clearance" in stages) == plan.method.gauged
    sheet = plan_sheet(reference, plan)
    assert sheet.tools and sheet.parts and sheet.cautions
    assert all(texts_for(stage.steps, plan.conditions) for stage in procedure.stages)
    assert any("hook spanner" in tool for tool in sheet.tools) == (plan.hydraulic is None)
    assert any("Hammer" in text for text in sheet.cautions) == (
        plan.hydraulic is None and plan.method.value != "Z"
    )
    assert all(gate.why and gate.items for gate in procedure.gates())


def test_what_stands_always_and_what_only_sometimes() -> None:
    steps = [
        Step("always"),
        Step("oil", ("hydraulic",)),
        Step("either", ("washer_on", "washer_off")),
    ]
    assert texts_for(steps, frozenset({"spanner", "washer_on"})) == ("always", "either")


@pytest.mark.parametrize(
    ("change", "word"),
    [
        (("id: tapered-turns", "id: other"), "calls itself other@1"),
        (("  - id: drive_up", "  - id: dryve_up"), "has no stage dryve_up"),
        (
            ("- hook spanner for the nut", '- { text: "hook spanner", when: [spaner] }'),
            "no plan ever has the condition spaner",
        ),
    ],
)
def test_a_wrong_procedure_stops_the_start_and_says_where(
    tmp_path: Path, change: tuple[str, str], word: str
) -> None:
    text = (DATA / "procedures" / "tapered-turns@1.yaml").read_text("utf-8")
    assert change[0] in text
    (tmp_path / "tapered-turns@1.yaml").write_text(text.replace(*change), "utf-8")
    with pytest.raises(ValueError, match=word):
        read_procedures(tmp_path)


def test_published_files_name_no_condition_twice_and_no_stage_without_a_question() -> None:
    for path in (DATA / "procedures").glob("*.yaml"):
        data = yaml.safe_load(path.read_text("utf-8"))
        assert all(
            stage["question"].endswith("?")
            for stage in data.get("stages", [])
            if isinstance(stage, dict)
        ), path.name
        assert "based_on" in data or "stand above this tool" in data["standing_above"]


def test_a_washer_that_stays_on_is_never_told_to_come_off_again(reference: Reference) -> None:
    plan = plans(reference)["washer on"]
    said = [
        item.text
        for stage in reference.procedure(procedure_id(plan.method)).stages
        for gate in stage.gates
        for item in gate.items
        if not item.when or plan.conditions.intersection(item.when)
    ]
    assert any("stays on" in text for text in said) and not any(
        "off again" in text for text in said
    )
