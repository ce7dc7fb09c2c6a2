"""Prints at 1:1: the geometry is measured in the drawing itself."""

from __future__ import annotations

import io
from math import pi
from xml.etree import ElementTree

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from tests.helpers import DRAFT, FEELERS
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import InvalidInput
from tribodex.exchange.drawn import CHECK_MM, INK, MARGIN_MM
from tribodex.exchange.nut_strip import OVERLAP_MM, StripOrder, strip_pages, strip_pdf
from tribodex.exchange.paper import Paper
from tribodex.exchange.plan_page import BLANK_GAUGINGS, plan_html, plan_pdf
from tribodex.usecases.books import Reference
from tribodex.usecases.plan_sheet import plan_sheet
from tribodex.usecases.planning import make_plan

SVG = "{http://www.w3.org/2000/svg}"
NUT = LockNut(90, 2, 120, 4, 17, 10)


def order(nut: LockNut = NUT, low: float | None = 126, high: float | None = 162) -> StripOrder:
    return StripOrder(nut, "22218 K C3", low, high)


def parsed(page: str) -> ElementTree.Element:
    return ElementTree.fromstring(page)


@pytest.mark.parametrize("paper", list(Paper))
def test_a_page_is_as_large_as_its_paper_and_carries_a_true_check_line(paper: Paper) -> None:
    for page in strip_pages(order(), paper):
        svg = parsed(page)
        width, height = paper.size.lying.width_mm, paper.size.lying.height_mm
        assert (
            svg.get("width") == f"{width:g}mm" and svg.get("viewBox") == f"0 0 {width:g} {height:g}"
        ), "one unit is one millimetre"
        longest = max(
            (abs(float(e.get("x2", 0)) - float(e.get("x1", 0))) for e in svg.iter(f"{SVG}line")),
            default=0,
        )
        assert longest == CHECK_MM
        assert any("must measure 100 mm" in (e.text or "") for e in svg.iter(f"{SVG}text"))


def ticks_of(page: ElementTree.Element) -> list[float]:
    """Where the ten-degree ticks stand along the strip, pieces joined at their glue lines."""
    pieces = [r for r in page.iter(f"{SVG}rect") if r.get("fill") == "none"]
    found, done = [], 0.0
    for piece in pieces:
        x0, top = float(piece.get("x", 0)), float(piece.get("y", 0))
        length = float(piece.get("width", 0)) - OVERLAP_MM
        for line in page.iter(f"{SVG}line"):
            vertical = line.get("x1") == line.get("x2")
            if (
                vertical
                and float(line.get("y1", 0)) == top
                and abs(float(line.get("y2", 0)) - top - 7) < 1e-6
                and line.get("stroke") == INK
            ):
                found.append(done + float(line.get("x1", 0)) - x0)
        done += length
    return sorted({round(x, 2) for x in found})


@settings(max_examples=25, deadline=None)
@given(st.floats(32, 330), st.sampled_from(list(Paper)))
def test_ten_degrees_are_a_thirty_sixth_of_the_rim_whatever_the_nut(
    outside: float, paper: Paper
) -> None:
    nut = LockNut(outside / 1.3, 2, outside, 4, 17, 10)
    at = ticks_of(parsed(strip_pages(order(nut), paper)[0]))
    step = pi * outside / 36
    if pi * outside < 800:  # all pieces on the first page
        assert len(at) >= 37
        assert at[-1] == pytest.approx(pi * outside, abs=0.05)
    for i, x in enumerate(at):
        assert x == pytest.approx(i * step, abs=0.06)


@pytest.mark.parametrize(
    ("nut", "words"),
    [
        (LockNut(90, 2, 120, 4, 17, 10, series="KM"), ("nut of series KM", "M90×2")),
        (
            LockNut(220, 4, 280, 4, 16, 20, series="HM 30", trapezoidal=True),
            ("nut of series HM 30", "Tr220×4"),
        ),
        (LockNut(90.42, 25.4 / 12, 120, 4, 17, 10), ("nut as given", "12 to the inch")),
    ],
)
def test_the_strip_says_for_which_nut_it_is(nut: LockNut, words: tuple[str, ...]) -> None:
    for page in strip_pages(order(nut), Paper.A4):
        said = " ".join(parsed(page).itertext())
        assert all(word in said for word in words), said


def test_the_marked_range_is_where_the_angle_says() -> None:
    first = parsed(strip_pages(order(), Paper.A4)[0])
    marked = next(r for r in first.iter(f"{SVG}rect") if r.get("fill") != "none")
    per_degree = pi * 120 / 360
    assert float(marked.get("x", 0)) - MARGIN_MM == pytest.approx(126 * per_degree, abs=0.01)
    assert float(marked.get("width", 0)) == pytest.approx(36 * per_degree, abs=0.01)


def test_more_than_a_turn_is_marked_after_its_turns() -> None:
    text = "".join(strip_pages(order(NUT, 360, 450), Paper.A4))
    assert "360 to 450° after 1 turn" in text
    over_the_end = strip_pages(order(NUT, 340, 380), Paper.A4)[0]
    assert over_the_end.count('fill-opacity="0.7"') == 2, "goes on at the beginning"


def test_the_protractor_lies_round_the_nut() -> None:
    whole = parsed(strip_pages(order(), Paper.A4)[-1])
    radii = sorted(float(c.get("r", 0)) for c in whole.iter(f"{SVG}circle"))
    assert radii[-2] == pytest.approx(60.5), "half a millimetre of air"
    half = strip_pages(order(LockNut(150, 2, 195, 4, 19, 14)), Paper.A4)[-1]
    assert "Half a ring" in half
    none = strip_pages(order(LockNut(300, 4, 380, 8, None, None)), Paper.A4)
    assert not any("Protractor" in page or "Half a ring" in page for page in none), (
        "too large for the paper: the strip alone"
    )


def test_a_nut_of_unknown_diameter_has_no_strip() -> None:
    with pytest.raises(InvalidInput) as raised:
        strip_pages(order(LockNut(90, 2, None, 4, 17, None)), Paper.A4)
    assert raised.value.fields[0].name == "nut_outside"


@pytest.mark.parametrize(
    ("paper", "box"), [(Paper.A4, (841.9, 595.3)), (Paper.LETTER, (792.0, 612.0))]
)
def test_the_pdf_has_the_papers_size(paper: Paper, box: tuple[float, float]) -> None:
    pages = PdfReader(io.BytesIO(strip_pdf(order(), paper))).pages
    assert len(pages) == len(strip_pages(order(), paper))
    for page in pages:
        assert (float(page.mediabox.width), float(page.mediabox.height)) == (
            pytest.approx(box[0], abs=0.6),
            pytest.approx(box[1], abs=0.6),
        )


def test_the_plan_sheet_has_blanks_for_every_reading(reference: Reference) -> None:
    sheet = plan_sheet(reference, make_plan(reference, FEELERS, DRAFT))
    html = plan_html(sheet, "Test machine")
    assert html.count("<td>/</td>") == len(BLANK_GAUGINGS) * 6
    assert (
        "hook spanner" in html
        and "stand above this tool" in html
        and "0.064" not in html.split("Targets")[0]
    )
    assert plan_pdf(sheet, "Test machine", Paper.LETTER).startswith(b"%PDF")
