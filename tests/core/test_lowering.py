"""Into the base: who and what weight, seal rings guided, the locating ring where it belongs. Common
practice, no source.
"""

from __future__ import annotations

import pytest

from tests import proved
from tests.benches.shaft import PLAN, ShaftBench
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.job import commands as job_cmd
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics import lineup, lowering
from tribodex.core.topics.lineup import commands as line
from tribodex.core.topics.lineup.state import results
from tribodex.core.topics.lowering.commands import LowerIn
from tribodex.core.topics.lowering.decide import BY_HAND_KG, planned_shift
from tribodex.core.working import Level

WHO = "Tobit at the hoist, Ines at the seals"
FIXED = LowerIn(WHO, "gear", True, "in", "85 kg")
FLOATING = LowerIn(WHO, "gear", True, "none", "85 kg")


@pytest.fixture
def bench() -> ShaftBench:
    made = ShaftBench()
    made.pass_gates()
    made.pass_gates_left()
    return made


def words(bench: ShaftBench, at: str) -> list[str]:
    desk = bench.desk(at)
    return [verdict.word for verdict in lowering.TOPIC.view(desk, desk.of(lowering.TOPIC)).verdicts]


def proven(bench: ShaftBench, at: str) -> bool:
    return all(proof.proven for proof in proved.of(bench.desk(at), lowering.TOPIC))


def test_both_ends_go_in_each_by_its_own_ring(bench: ShaftBench) -> None:
    assert not proven(bench, "1") and not proven(bench, "2"), "nothing done is not good"
    bench.do(FIXED, at="1")
    bench.do(FLOATING, at="2")
    assert words(bench, "1") == words(bench, "2") == ["in its base"]
    assert proven(bench, "1") and proven(bench, "2")


@pytest.mark.parametrize(
    ("at", "said", "word"),
    [
        ("1", LowerIn(WHO, "gear", True, "none"), "locating ring missing"),
        ("2", LowerIn(WHO, "gear", True, "in"), "ring in a floating seat"),
        ("1", LowerIn(WHO, "gear", False, "in"), "seal ring pinched"),
        ("1", LowerIn(WHO, "hands", True, "in"), "by hands alone"),
        ("1", LowerIn(WHO, "hands", True, "in", "21 kg"), "by hands alone"),
    ],
)
def test_what_is_wrong_stops_until_it_is_put_right(
    bench: ShaftBench, at: str, said: LowerIn, word: str
) -> None:
    bench.do(said, at=at)
    assert words(bench, at) == [word] and not proven(bench, at)
    desk = bench.desk(at)
    assert lowering.TOPIC.move(desk, desk.of(lowering.TOPIC)).headline == f"Stop: {word}"
    assert bench.job.alarms.open
    # Said again as it stands now, or the first entry corrected: both answer it.
    bench.do(FIXED if at == "1" else FLOATING, at=at)
    assert proven(bench, at)


def test_a_slip_is_corrected_and_stays_readable(bench: ShaftBench) -> None:
    bench.do(LowerIn(WHO, "gear", True, "none"), at="1")
    bench.do(job_cmd.Correct(bench.job.last_seq, "it was in", FIXED), at="1")
    assert words(bench, "1") == ["in its base"] and proven(bench, "1") and not bench.job.alarms.open


@pytest.mark.parametrize(
    ("kg", "stopped"), [("20 kg", False), ("20.5 kg", True), ("44 lb", False), ("45 lbs", True)]
)
def test_the_weight_in_any_unit(bench: ShaftBench, kg: str, stopped: bool) -> None:
    """44 lb are 19.96 kg, 45 lb are 20.4 kg; the limit is 20 kg."""
    assert BY_HAND_KG == 20.0
    bench.do(LowerIn(WHO, "hands", True, "in", kg), at="1")
    assert (words(bench, "1") == ["by hands alone"]) is stopped


@pytest.mark.parametrize(
    ("said", "field"),
    [
        (LowerIn("", "gear", True, "in"), "who"),
        (LowerIn(WHO, "gear", True, "in", "heavy"), "weight"),
        (LowerIn(WHO, "gear", True, "in", "-3 kg"), "weight"),
        (LowerIn(WHO, "gear", True, "in", "85 kg", "a bit"), "shift"),
        (LowerIn(WHO, "gear", True, "in", "85 kg", "3 m"), "shift"),
    ],
)
def test_wrong_input_is_named_and_adds_nothing(
    bench: ShaftBench, said: LowerIn, field: str
) -> None:
    before = bench.job.last_seq
    with pytest.raises(InvalidInput) as raised:
        bench.do(said, at="1")
    assert raised.value.fields[0].name == field and bench.job.last_seq == before


def test_who_holds_the_shaft_is_asked_where_nobody_said(bench: ShaftBench) -> None:
    bench.do(line.SayFloat("2", Floats.UNKNOWN))
    bench.do(FLOATING, at="2")
    assert words(bench, "2") == ["fixed or floating?"] and not proven(bench, "2")
    bench.do(line.SayFloat("2", Floats.SEAT))
    assert proven(bench, "2"), "what was done stays, and is judged by what is known now"


def test_who_holds_the_shaft_said_anew_judges_the_ring_anew(bench: ShaftBench) -> None:
    bench.do(FIXED, at="1")
    bench.do(FLOATING, at="2")
    bench.do(line.SayFloat("1", Floats.SEAT), line.SayFloat("2", Floats.HELD))
    assert words(bench, "1") == ["ring in a floating seat"] and words(bench, "2") == [
        "locating ring missing"
    ]
    assert not proven(bench, "1") and not proven(bench, "2")
    for at in ("1", "2"):
        desk = bench.desk(at)
        assert lowering.TOPIC.move(desk, desk.of(lowering.TOPIC)).stops
        section = lowering.TOPIC.record(desk, desk.of(lowering.TOPIC))[0]
        assert section.verdict is not None and section.verdict.level is Level.STOP
    bench.do(LowerIn(WHO, "gear", True, "none", "85 kg"), at="1")
    bench.do(LowerIn(WHO, "gear", True, "in", "85 kg"), at="2")
    assert proven(bench, "1") and proven(bench, "2")


def test_the_shift_is_what_the_rings_make(bench: ShaftBench) -> None:
    """By hand: one ring on the far side of a seat wider than the bearing shifts it by half of the
    difference.
    """
    width = PLAN.bearing.width_mm
    bench.do(line.SayRings("1", f"{width + 10} mm", "10 mm"))
    planned = planned_shift(bench.desk("1"))
    assert planned is not None and abs(planned) == pytest.approx(5.0)
    bench.do(LowerIn(WHO, "gear", True, "in", "85 kg", "9 mm"), at="1")
    assert words(bench, "1") == ["shift is not the rings'"]
    bench.do(LowerIn(WHO, "gear", True, "in", "85 kg", "5 mm"), at="1")
    assert words(bench, "1") == ["in its base"]


def test_a_band_and_the_housings_own_mark_enter_the_start(bench: ShaftBench) -> None:
    """By hand: 12 mm to the ring, 0.6 to 0.75 mm still to come, half of the width."""
    bench.do(line.LaySleeve("1", "12 mm", "away from the datum", True, "0.6 to 0.75 mm", True))
    laid = bench.desk().of(lineup.TOPIC).laid["1"]
    assert laid.drive_up_mm == Span(0.6, 0.75) and laid.from_mark
    start = next(
        r
        for r in results(bench.desk(), bench.desk().of(lineup.TOPIC))
        if r.id.startswith("start_position")
    )
    middle = 12 + PLAN.bearing.width_mm / 2 + (0.6 + 0.75) / 2
    assert "the centre mark of its housing" in (start.note or "") and f"{middle:.4g}"[:4] in (
        start.note or ""
    )


@pytest.mark.parametrize(
    "band", ["0.75 to 0.6 mm", "0.6 to 0.7 to 0.8 mm", "some", "-0.2 mm", "60 mm"]
)
def test_a_band_nobody_can_mean_is_named(bench: ShaftBench, band: str) -> None:
    with pytest.raises(InvalidInput) as raised:
        bench.do(line.LaySleeve("1", "12 mm", "away from the datum", True, band))
    assert raised.value.fields[0].name == "drive_up"


def test_the_record_says_who_and_how(bench: ShaftBench) -> None:
    bench.do(FIXED, at="1")
    desk = bench.desk("1")
    section = lowering.TOPIC.record(desk, desk.of(lowering.TOPIC))[0]
    assert (
        WHO in section.lines[0]
        and "85 kg" in section.lines[0]
        and section.verdict is not None
        and section.verdict.level is Level.GOOD
    )
