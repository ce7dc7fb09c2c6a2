"""Calculators against worked examples kept as files, and their errors."""

from __future__ import annotations

import json
import re
import shlex
import typing
from collections.abc import Iterator
from typing import Any

import pytest
from pydantic import ValidationError

from tests.usecases.examples import EXAMPLES
from tribodex.core.errors import InvalidInput, NotFound
from tribodex.core.working import Level
from tribodex.launch.calc import UNITS
from tribodex.main import main
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators import CALCULATORS, calculate, find

CASES = [
    pytest.param(case, id=f"{path.stem}:{case['name']}")
    for path in EXAMPLES
    for case in json.loads(path.read_text("utf-8"))["cases"]
]


@pytest.mark.parametrize("case", CASES)
def test_worked_example(reference: Reference, case: dict[str, Any]) -> None:
    calculator = find(case["calculator"])
    answer = calculate(
        reference, case["calculator"], calculator.inputs.model_validate(case["inputs"])
    )
    results = {result.id: result for result in answer.results}
    for name, expected in case["expected"].items():
        if name == "verdict":
            assert answer.verdict is not None and answer.verdict.word == expected
        elif name == "tab_turns":
            assert [m.turn_deg for m in answer.tab_positions][: len(expected)] == pytest.approx(
                expected, abs=case["tolerance"]
            )
        else:
            result = results[name]
            given = [result.value] if result.value_to is None else [result.value, result.value_to]
            assert given == pytest.approx(expected, abs=case["tolerance"]), name


def test_every_example_names_its_source_and_every_calculator_is_tried() -> None:
    files = [json.loads(path.read_text("utf-8")) for path in EXAMPLES]
    assert all(file["source"] for file in files)
    assert {case["calculator"] for file in files for case in file["cases"]} == set(CALCULATORS)


def test_answers_carry_working_with_known_sources(reference: Reference) -> None:
    for path in EXAMPLES:
        for case in json.loads(path.read_text("utf-8"))["cases"]:
            calculator = find(case["calculator"])
            for result in calculate(
                reference, calculator.name, calculator.inputs.model_validate(case["inputs"])
            ).results:
                assert all(line.source_id in reference.sources for line in result.working)


BEARING = {"bore_mm": 90, "outside_mm": 160, "width_mm": 40, "group": "C3", "taper": "1:12"}
NUT = {"pitch_mm": 2, "nut_outside_mm": 120}
LATE = (
    BEARING
    | NUT
    | {
        "initial_um": 124,
        "initial_uncertainty_um": 6,
        "nut_angle_deg": 10,
        "gauged_um": 90,
        "gauged_at_deg": 50,
    }
)


@pytest.mark.parametrize(
    ("name", "inputs", "field"),
    [
        (
            "own-window",
            {"initial_um": 100, "reduction_min_um": 60, "reduction_max_um": 40},
            "reduction_max_um",
        ),
        ("gauging", {"nut_side_um": [[110, 100]]}, "nut_side_um"),
        ("gauging", {"nut_side_um": []}, "nut_side_um"),
        ("clearance-group", {"bore_mm": 1700, "group": "C3"}, "bore_mm"),
        ("designation", {"designation": "22299 K"}, "designation"),
        ("length", {"text": "much"}, "text"),
        (
            "drive-up",
            BEARING | NUT | {"outside_mm": 92, "reduction_min_um": 1, "reduction_max_um": 2},
            "outside_mm",
        ),
        ("next-leaf", {"leaves_mm": [], "expected_low_um": 1, "expected_high_um": 2}, "leaves_mm"),
        ("position", LATE, "gauged_at_deg"),
    ],
)
def test_what_cannot_be_meant_names_its_field(
    reference: Reference, name: str, inputs: dict[str, Any], field: str
) -> None:
    with pytest.raises(InvalidInput) as raised:
        calculate(reference, name, find(name).inputs.model_validate(inputs))
    assert raised.value.fields[0].name == field


def test_unknown_names_are_refused(reference: Reference) -> None:
    with pytest.raises(NotFound, match="There are: clearance-group"):
        find("guess")
    with pytest.raises(ValidationError):
        find("window").inputs.model_validate(
            {"bore_mm": 90, "group": "C3", "initial_um": 120, "bore_in": 3}
        )


def test_the_terminal_answers_in_a_short_table_and_in_json_when_asked(
    capsys: pytest.CaptureFixture[str],
) -> None:
    asked = ["calc", "window", "bore_mm=90", "group=C3", "initial_um=124"]
    assert main(asked) == 0
    said = capsys.readouterr().out
    assert (
        re.search(r"residual clearance +64 to 79 µm +good: ", said)
        and "{" not in said
        and len(said.splitlines()) < 12
    )
    assert main([*asked, "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    assert answer["results"][0]["value"] == 64 and answer["results"][0]["working"]


@pytest.mark.parametrize("typed", ["[[100,110],[110,120]]", "100,110;110,120", "100 110; 110 120"])
def test_lists_are_taken_as_people_type_them(
    capsys: pytest.CaptureFixture[str], typed: str
) -> None:
    assert main(["calc", "gauging", f"nut_side_um={typed}", "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["results"][0]["value"] == 110


def test_a_list_with_commas(capsys: pytest.CaptureFixture[str]) -> None:
    assert (
        main(
            [
                "calc",
                "settling",
                "around_c=20",
                "minutes=0,30,60",
                "housing_c=20,60,62",
                "read_by=thermometer",
            ]
        )
        == 0
    )
    assert "Levels at" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("arguments", "word"),
    [
        (["window", "bore_mm=ninety"], "not a number"),
        (["guess"], "no calculator"),
        (["length", "text=-4"], "negative"),
    ],
)
def test_the_terminal_says_what_is_wrong(
    capsys: pytest.CaptureFixture[str], arguments: list[str], word: str
) -> None:
    assert main(["calc", *arguments]) == 2
    captured = capsys.readouterr()
    assert captured.out == "" and word in captured.err and "{" not in captured.err
    assert main(["calc", *arguments, "--json"]) == 2
    captured = capsys.readouterr()
    assert captured.out == "" and word in json.loads(captured.err)["detail"] + captured.err


def test_a_bare_call_lists_what_there_is(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["calc"]) == 0
    said = capsys.readouterr().out
    for calculator in CALCULATORS.values():
        assert f"{calculator.name}: {calculator.title}" in said


@pytest.mark.parametrize("name", sorted(CALCULATORS))
def test_called_without_inputs_it_says_what_it_takes_with_units_and_an_example_that_works(
    capsys: pytest.CaptureFixture[str], name: str
) -> None:
    assert main(["calc", name]) == 0
    said = capsys.readouterr().out
    for field in CALCULATORS[name].inputs.model_fields:
        [line] = [line for line in said.splitlines() if line.startswith(f"  {field} ")]
        unit = UNITS.get(field.rpartition("_")[2])
        assert unit is None or unit in line or "one of" in line, line
    example = said.splitlines()[-1]
    assert example.startswith(f"./run calc {name} "), "every calculator has a worked example"
    assert main(["calc", *shlex.split(example)[2:]]) == 0
    assert capsys.readouterr().out


def test_no_raw_floats_are_printed(capsys: pytest.CaptureFixture[str]) -> None:
    assert (
        main(
            [
                "calc",
                "card",
                "bore_mm=90",
                "outside_mm=160",
                "width_mm=40",
                "group=C3",
                "taper=1:12",
                "--json",
            ]
        )
        == 0
    )
    steel = [
        "bore_mm=90",
        "outside_mm=160",
        "width_mm=40",
        "group=C3",
        "taper=1:12",
        "reduction_min_um=45",
        "reduction_max_um=60",
    ]
    assert main(["calc", "drive-up", *steel, "pitch_mm=2", "--json"]) == 0
    said = capsys.readouterr().out
    numbers = re.findall(r": (-?\d+\.\d+)", said)
    assert not [n for n in numbers if n.endswith(".0") or len(n.split(".")[1]) > 7], numbers


def test_every_number_of_a_calculator_has_an_end_on_both_sides() -> None:
    """What is only worked out is compared with nothing: it is bounded by what can be, and stands in
    the working as it was read.
    """

    def inner(hint: Any) -> Iterator[Any]:
        yield hint
        for part in typing.get_args(hint):
            yield from inner(part)

    open_ends = []
    for name, calculator in CALCULATORS.items():
        for field, info in calculator.inputs.model_fields.items():
            hints = list(inner(info.annotation))
            if bool in hints or not {int, float} & {
                hint for hint in hints if isinstance(hint, type)
            }:
                continue
            said = [
                *info.metadata,
                *(
                    item
                    for hint in hints
                    for meta in getattr(hint, "__metadata__", ())
                    for item in (meta, *getattr(meta, "metadata", ()))
                ),
            ]
            low, high = (
                any(getattr(item, end, None) is not None for item in said for end in ends)
                for ends in (("gt", "ge"), ("lt", "le"))
            )
            if not (low and high):
                open_ends.append(f"{name}.{field}")
    assert open_ends == []


@pytest.mark.parametrize("share", [0.5, 1.0, 10.0])
def test_an_outside_diameter_that_no_bearing_has_is_refused_by_every_calculator(
    reference: Reference, share: float
) -> None:
    """Below the bore, as large, or ten-fold: what is worked out from it would be no amount and no
    interval.
    """
    tried = set()
    for path in EXAMPLES:
        for case in json.loads(path.read_text("utf-8"))["cases"]:
            calculator, inputs = find(case["calculator"]), case["inputs"]
            if not {"bore_mm", "outside_mm"} <= set(inputs) or calculator.name in tried:
                continue
            tried.add(calculator.name)
            given = calculator.inputs.model_validate(
                inputs | {"outside_mm": inputs["bore_mm"] * share}
            )
            with pytest.raises(InvalidInput, match=r"outside|sizes|diameter"):
                calculate(reference, calculator.name, given)
    assert len(tried) > 12


def test_a_bearing_driven_past_all_its_play_is_not_good(reference: Reference) -> None:
    """720° of a 2 mm thread: 0.13 mm less than nothing, and the window's own verdict was “good”."""
    find_it = find("position").inputs.model_validate(
        LATE | {"nut_angle_deg": 720, "gauged_um": None, "gauged_at_deg": 0}
    )
    answer = calculate(reference, "position", find_it)
    assert (
        answer.verdict is not None
        and answer.verdict.level is Level.STOP
        and answer.verdict.word == "nothing left"
    )


OIL = {"bore_mm": 90, "outside_mm": 160, "speed_rpm": 600, "bearing_c": 70}


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"grade_vg": "220", "nu40": 100}, "grade_vg"),
        ({"grade_vg": "220", "vi": 95}, "grade_vg"),
        ({"nu40": 220, "nu100": 19, "vi": 60}, "vi"),
    ],
)
def test_an_oil_is_said_in_one_way(reference: Reference, more: dict[str, Any], field: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        calculate(
            reference,
            "oil-viscosity",
            find("oil-viscosity").inputs.model_validate({"grade_vg": ""} | OIL | more),
        )
    assert refused.value.fields[0].name == field


@pytest.mark.parametrize(
    ("mass", "cavity", "word"),
    [(2.1, 82, "cannot be"), (2.1, 8200, "cannot be"), (0.9, 820, "cannot be"), (2.1, 820, "")],
)
def test_a_space_or_a_mass_that_no_such_bearing_has_is_not_by_the_rule(
    reference: Reference, mass: float, cavity: float, word: str
) -> None:
    """82 or 8200 cm³ where 820 was meant; pounds taken for kilograms."""
    given = {
        "bore_mm": 80,
        "outside_mm": 140,
        "width_mm": 33,
        "mass_kg": mass,
        "cavity_cm3": cavity,
        "pace": "middling",
    }
    answer = calculate(reference, "grease-fill", find("grease-fill").inputs.model_validate(given))
    assert (answer.verdict.word if answer.verdict is not None else "") == word


@pytest.mark.parametrize(
    ("grams", "word"),
    [
        (2.5, ""),
        (12, "many strokes"),
        (25, "cannot be"),
        (100_000, "cannot be"),
        (1, "not with this gun"),
    ],
)
def test_an_inserts_grams_ten_times_too_many_are_said(
    reference: Reference, grams: float, word: str
) -> None:
    answer = calculate(
        reference,
        "insert-strokes",
        find("insert-strokes").inputs.model_validate({"stroke_g": 1.2, "maker_g": grams}),
    )
    assert (answer.verdict.word if answer.verdict is not None else "") == word
