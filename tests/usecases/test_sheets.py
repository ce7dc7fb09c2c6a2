"""Sheets of the calculator: every calculator asked in words and in any trade unit, with the same
answer as by its plain numbers.
"""

from __future__ import annotations

import json
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.usecases.examples import EXAMPLES
from tribodex.core.errors import InvalidInput, NotFound, TribodexError
from tribodex.core.quantities import Shown
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators import CALCULATORS, calculate, find
from tribodex.usecases.calculators.sheets import CalculatorSheet, sheets, work_out
from tribodex.usecases.calculators.words import SHEETS, WORDS

CASES = [case for path in EXAMPLES for case in json.loads(path.read_text("utf-8"))["cases"]]
UNIT = {
    "_mm": "mm",
    "_um": "µm",
    "_c": "°C",
    "_mm2": "mm²",
    "_g": "g",
    "_kg": "kg",
    "_nm": "N·m",
    "_cm3": "cm³",
    "_s": "s",
}
IN_INCHES = {
    "_mm": (25.4, "in"),
    "_um": (25.4, "thou"),
    "_g": (28.349523125, "oz"),
    "_kg": (0.45359237, "lb"),
    "_nm": (1.3558179483, "lbf·ft"),
    "_cm3": (16.387064, "in³"),
}


def typed(name: str, value: Any, inches: bool = False) -> str:
    """A value as a person writes it on a sheet."""
    if isinstance(value, bool):
        return "yes" if value else ""
    if isinstance(value, str):
        return value
    if isinstance(value, list):
        rows = value and isinstance(value[0], list) and name == "readings_mm"
        parts = [
            (
                typed(name, part, inches)
                if not isinstance(part, list)
                else pair(name, part, rows, inches)
            )
            for part in value
        ]
        return ("\n" if rows else "; ").join(parts)
    suffix = next((s for s in UNIT if name.endswith(s)), "")
    if inches and suffix in IN_INCHES and name != "pitch_mm":
        per, unit = IN_INCHES[suffix]
        return f"{value / per:.9f} {unit}"
    return (
        f"{value:g} {UNIT[suffix]}"
        if suffix and name != "pitch_mm" and value < 1000
        else f"{value}"
    )


def pair(name: str, part: list[Any], row: bool, inches: bool) -> str:
    if row:
        return "; ".join(f"{value} mm" for value in part)
    return f"{part[0]} {part[1]} µm"


def test_every_calculator_is_one_sheet_and_every_input_has_words() -> None:
    assert sorted(name for names in SHEETS.values() for name in names) == sorted(CALCULATORS)
    used = {name for calculator in CALCULATORS.values() for name in calculator.inputs.model_fields}
    assert used == set(WORDS), "words without an input, or an input without words"


@pytest.mark.parametrize("inches", [False, True], ids=["millimetres", "inches"])
@pytest.mark.parametrize("case", [pytest.param(case, id=case["name"]) for case in CASES])
def test_what_is_typed_gives_the_same_answer_as_the_plain_numbers(
    reference: Reference, case: dict[str, Any], inches: bool
) -> None:
    name, inputs = case["calculator"], case["inputs"]
    plain = calculate(reference, name, find(name).inputs.model_validate(inputs))
    sheet = work_out(
        reference, name, {field: typed(field, value, inches) for field, value in inputs.items()}
    )
    assert [r.id for r in sheet.results] == [r.id for r in plain.results]
    for one, other in zip(sheet.results, plain.results, strict=True):
        numbers = [[v for v in (r.value, r.value_to) if v is not None] for r in (one, other)]
        assert numbers[0] == pytest.approx(numbers[1], rel=1e-5, abs=1e-4)
    assert (sheet.verdict and sheet.verdict.word) == (plain.verdict and plain.verdict.word)


@pytest.mark.parametrize(
    ("sheet", "typed_in", "shown", "field", "words"),
    [
        (
            "growth",
            {"span_mm": "1850", "mount_c": "15 K", "running_shaft_c": "65", "running_base_c": "25"},
            "mm",
            "mount_c",
            "unit of temperature",
        ),
        (
            "growth",
            {"span_mm": "long", "mount_c": "15", "running_shaft_c": "65", "running_base_c": "25"},
            "mm",
            "span_mm",
            "not a number",
        ),
        (
            "growth",
            {"span_mm": "1850", "mount_c": "15", "running_shaft_c": "900", "running_base_c": "25"},
            "mm",
            "running_shaft_c",
            "900",
        ),
        ("half-window", {"initial_um": "115"}, "mm", "initial_um", "no unit that makes sense"),
        ("gauging", {"nut_side_um": "0.10"}, "mm", "nut_side_um", "not a pair"),
        ("soft-foot", {"gaps_mm": "0.05; -0.1"}, "mm", "gaps_mm", "negative"),
        (
            "fit-limits",
            {"nominal_mm": "95", "tolerance_class": "q99"},
            "mm",
            "tolerance_class",
            "q99",
        ),
        ("seat", {"nominal_mm": "95", "colour": "blue"}, "mm", "colour", "not asked"),
        ("clearance-group", {"bore_mm": "95", "group": "C9"}, "mm", "group", "C9"),
    ],
)
def test_what_cannot_be_read_names_its_entry(
    *,
    reference: Reference,
    sheet: str,
    typed_in: dict[str, str],
    shown: Shown,
    field: str,
    words: str,
) -> None:
    with pytest.raises((InvalidInput, ValidationError)) as refused:
        work_out(reference, sheet, typed_in, shown)
    error = refused.value
    if isinstance(error, ValidationError):
        assert any(str(item["loc"][0]) == field for item in error.errors())
    else:
        assert any(
            f.name == field and (words in f.message or words in f.expected) for f in error.fields
        ), error.fields


def test_every_entry_that_is_wrong_is_named_at_once(reference: Reference) -> None:
    with pytest.raises(InvalidInput) as refused:
        work_out(
            reference,
            "growth",
            {"span_mm": "x", "mount_c": "y", "running_shaft_c": "65", "running_base_c": "25"},
        )
    assert {f.name for f in refused.value.fields} == {"span_mm", "mount_c"}


def test_a_bare_number_counts_in_what_the_screen_shows(reference: Reference) -> None:
    given_in = {"mount_c": "15", "running_shaft_c": "65", "running_base_c": "25"}
    metric = work_out(reference, "growth", {"span_mm": "100", **given_in}, "mm").results[0]
    inch = work_out(reference, "growth", {"span_mm": "100", **given_in}, "in").results[0]
    assert inch.value_to == pytest.approx(25.4 * metric.value_to) or inch.value == pytest.approx(
        25.4 * (metric.value or 0)
    )


def test_an_unknown_sheet_is_said(reference: Reference) -> None:
    with pytest.raises(NotFound, match="no sheet"):
        work_out(reference, "perpetual-motion", {})


def test_what_an_empty_choice_stands_for_is_said() -> None:
    growth = next(sheet for sheet in sheets() if sheet.id == "growth")
    empty = {entry.name: entry.options[0].label for entry in growth.entries if entry.options}
    assert empty == {"shaft_material": "steel (usual)", "base_material": "steel (usual)"}


@pytest.mark.parametrize("sheet", [pytest.param(sheet, id=sheet.id) for sheet in sheets()])
def test_a_number_that_is_assumed_when_nothing_is_typed_is_said_at_its_entry(
    sheet: CalculatorSheet,
) -> None:
    fields = CALCULATORS[sheet.id].inputs.model_fields
    for entry in sheet.entries:
        assumed = fields[entry.name].default
        numeric = isinstance(assumed, int | float) and not isinstance(assumed, bool)
        assert ("(usual)" in entry.example) is (numeric and not fields[entry.name].is_required()), (
            entry
        )


def test_what_is_assumed_is_said_with_its_unit() -> None:
    position = next(sheet for sheet in sheets() if sheet.id == "position")
    said = {entry.name: entry.example for entry in position.entries}
    assert said["gauged_uncertainty_um"] == "10 µm (usual)"
    assert (
        said["shaft_bore_mm"] == "0 mm (usual)"
        and said["gauged_at_deg"] == "0° (usual)"
        and said["risk"] == "0.02 (usual)"
    )


@given(sheet=st.sampled_from(sorted(CALCULATORS)), data=st.data())
def test_any_text_gives_an_answer_or_a_refusal_with_words(
    reference: Reference, sheet: str, data: st.DataObject
) -> None:
    names = list(CALCULATORS[sheet].inputs.model_fields)
    likely = st.sampled_from(
        [
            "",
            "95",
            "0.1",
            "0,12 mm",
            "4.5 thou",
            "0.10 0.12; 0.09 0.11",
            "C3",
            "1:12",
            "65 °C",
            "-3",
            "1e9",
            "m6",
            "yes",
            "22216 EK",
        ]
    )
    typed_in = {name: data.draw(likely | st.text(max_size=8)) for name in names}
    try:
        answer = work_out(reference, sheet, typed_in, data.draw(st.sampled_from(["", "mm", "in"])))
        assert answer.results or answer.verdict or answer.findings or answer.comparison
    except ValidationError as error:
        assert str(error)
    except TribodexError as error:
        assert error.detail
        assert all(f.name in names for f in error.fields), (
            f"{sheet}: an entry is named that is not on the sheet: {error.fields}"
        )
