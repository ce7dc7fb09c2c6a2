"""Records of works off the taper: page one alone is the certificate, and says what was done at each
place and to the whole.
"""

from __future__ import annotations

import io
from collections.abc import Callable

import pytest
from pypdf import PdfReader

from tests.benches.cartridge import CLOSING, CartridgeBench
from tests.benches.shaft import REFERENCE, ShaftBench
from tests.benches.units import COLLAR, SCREWS, UnitBench
from tribodex.core.job.commands import SetStageAside, Sign
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.cartridge import commands as built
from tribodex.core.topics.insert import commands as inside
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.units import commands as house
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.insert import Closed, Pin
from tribodex.exchange.paper import Paper
from tribodex.exchange.record_page import render_pdf
from tribodex.usecases.jobs import Loaded
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.record import record


def aside(bench: ShaftBench, *stages: tuple[str, str]) -> None:
    for stage, at in stages:
        bench.do(SetStageAside(stage, "another shift"), at=at)


def measured(bench: ShaftBench, at: str, size: str) -> None:
    for section in (1, 2):
        for direction in (1, 3):
            bench.do(seat.ReadSeat(section, direction, size), at=at)
    bench.do(seat.JudgeSeat(), at=at)


def a_cartridge() -> ShaftBench:
    made = CartridgeBench(CartridgeDraft(**CLOSING.__dict__))
    made.up_to_covers()
    for side in ("fixed", "floating"):
        made.cover(side)
    made.do(
        built.TurnCartridge(True),
        built.SetFlinger("drive", "0.8 mm", True, True),
        built.SetFlinger("far", "0.7 mm", False, True),
    )
    made.do(built.TopUp("20 g, silent", True))
    aside(made, ("take_stock", ""))
    return made


def two_units() -> ShaftBench:
    made = UnitBench(SCREWS, SCREWS)
    aside(
        made,
        *((stage, at) for stage in ("removal", "read_marks", "fill", "care") for at in ("1", "2")),
    )
    for at, by in (("1", FloatBy.RING_INNER), ("2", FloatBy.RING_OUTER)):
        measured(made, at, "39.985 mm")
        made.onto(at, by)
    for at in ("1", "2"):
        made.bolt(at)
        made.lock(at)
        made.do(house.TryUnit(True), at=at)
    return made


def an_insert() -> ShaftBench:
    made = UnitBench(COLLAR, floats=(Floats.HELD,))
    aside(made, *((stage, "1") for stage in ("removal", "read_marks", "fill", "care")))
    measured(made, "1", "29.985 mm")
    made.gate("ready_insert", "1")
    made.do(
        inside.TakeInsertOut(False),
        inside.MeasureFitting("14", "21"),
        inside.SeeBore("marked", True),
        at="1",
    )
    made.do(
        inside.EnterInsert("marked", Pin.IN_SLOT),
        inside.CentreInsert("6", "6", "55", True),
        inside.CloseHole(Closed.PLUG),
        at="1",
    )
    made.gate("ready_unit", "1")
    made.do(
        house.SlideOn(True),
        house.FindFloat(FloatBy.HOUSING),
        house.LineUpUnit("0", "600"),
        house.BoltHousing("40 N·m", "w"),
        at="1",
    )
    made.do(house.TurnShaft(True), at="1")
    made.gate("ready_lock", "1")
    made.do(house.LockUnit("5 N·m", 1, "key", turned="anticlockwise"), house.TryUnit(True), at="1")
    return made


CARTRIDGE_SAYS = (
    "Cartridge",
    "Nut pair, first at 95 N·m",
    "Cover of the fixed bearing: 4 rounds",
    "Flinger to cover, drive end",
    "Closed",
)
UNITS_SAY = (
    "End 1",
    "End 2",
    "Locked at 9 N·m",
    "towards the fixed unit",
    "a second time after a few hours",
)
INSERT_SAYS = ("Insert replaced", "Housed unit", "brass plug", "turned as the shaft turns")


@pytest.mark.parametrize(
    ("made", "says"),
    [(a_cartridge, CARTRIDGE_SAYS), (two_units, UNITS_SAY), (an_insert, INSERT_SAYS)],
)
@pytest.mark.parametrize("paper", list(Paper))
def test_the_certificate_of_another_work_is_one_page(
    made: Callable[[], ShaftBench], says: tuple[str, ...], paper: Paper
) -> None:
    bench = made()
    bench.do(Sign("Ada Fitter", "fitter"))
    kept = record(REFERENCE, Loaded("another-work", bench.log, bench.job))
    pages = PdfReader(io.BytesIO(render_pdf(kept, paper, short=True))).pages
    text = " ".join(" ".join(page.extract_text() for page in pages).split())
    for words in says:
        assert words.lower() in text.lower(), words
    assert len(pages) == 1
