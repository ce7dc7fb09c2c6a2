"""The mark-out sheet: to the scale that it states, with every dimension, from the datum; measured
in the drawing itself.
"""

from __future__ import annotations

import re
from dataclasses import replace
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.lineup.floating import Floats
from tribodex.core.topics.lineup.dimensions import Beside, Dimension
from tribodex.core.topics.lineup.facts import ShaftPart
from tribodex.core.topics.lineup.show import LineBearing, LineDrawing
from tribodex.exchange.drawn import MARGIN_MM
from tribodex.exchange.mark_out import SCALES, lengths, mark_out_pages, mark_out_pdf, scale_for
from tribodex.exchange.paper import Paper

SVG = "{http://www.w3.org/2000/svg}"


def bearing(name: str, at_mm: float | None, drawn_at_mm: float) -> LineBearing:
    return LineBearing(
        name, name, "22220 K", Floats.HELD, "fixed", at_mm, drawn_at_mm, 100, 180, 46
    )


def to(kind: str, name: str, mm: float, most: float | None = None) -> Dimension:
    return Dimension(kind, name, 0.0, Span(mm, most if most is not None else mm))  # type: ignore[arg-type]


SHAFT = LineDrawing(
    2400,
    True,
    "coupling end",
    90,
    (bearing("drive side", 400, 400), bearing("far side", 2000, 2000)),
    (ShaftPart("Coupling", "coupling", 90, 120, 260),),
    (
        to("part", "middle of Coupling", 90),
        to("mark", "centre mark of drive side", 400),
        to("sleeve", "thread end of the sleeve, drive side", 457.2, 457.9),
        Dimension(
            "span", "between the centre marks, drive side to far side", 400, Span(2000, 2000)
        ),
        to("mark", "centre mark of far side", 2000),
        to("shaft", "length of the shaft", 2400),
    ),
    (
        Beside("far side", "floating: the outer ring slides in its seat"),
        Beside("", "growth between the bearings 0 to 0.92 mm"),
    ),
)


def dimension_lines(page: str) -> list[tuple[float, float]]:
    """Where the dimension lines of a drawing begin and end, in millimetres of paper: level, blue,
    from tick to tick.
    """
    found = []
    for drawn in ElementTree.fromstring(page).iter(f"{SVG}line"):
        x1, y1, x2, y2 = (float(drawn.attrib[name]) for name in ("x1", "y1", "x2", "y2"))
        if y1 == y2 and drawn.attrib["stroke"] == "#234a86":
            found.append((x1, x2))
    return found


def words(page: str) -> str:
    return " | ".join(drawn.text or "" for drawn in ElementTree.fromstring(page).iter(f"{SVG}text"))


def test_every_dimension_is_drawn_to_the_scale_that_is_stated() -> None:
    first, *lists = mark_out_pages(SHAFT, "Job 7: Drum", Paper.A4)
    stated = re.search(r"scale 1:([0-9.]+)", words(first))
    assert stated is not None and float(stated[1]) in SCALES
    drawn = dimension_lines(first)
    assert [round((b - a) * float(stated[1]), 1) for a, b in drawn] == [
        round(d.length_mm.high, 1) for d in SHAFT.dimensions
    ]
    assert {a for (a, _), d in zip(drawn, SHAFT.dimensions, strict=True) if d.from_mm == 0} == {
        drawn[0][0]
    }, "all from one datum"
    listed = words(lists[0])
    for dimension in SHAFT.dimensions:
        assert (
            dimension.name in words(first)
            and dimension.name in listed
            and lengths(dimension.length_mm) in listed
        )
    assert "(1) 90 mm (3.54 in) middle of Coupling" in words(first), (
        "a number that cannot be read as part of the length"
    )
    assert (
        "coupling end" in words(first)
        and "slides in its seat" in words(first)
        and "100 mm" in words(first)
    )


def test_what_nobody_measured_is_said_to_be_drawn_at_a_usual_place() -> None:
    unknown = replace(
        SHAFT,
        known=False,
        bearings=(bearing("drive side", None, 480), SHAFT.bearings[1]),
        dimensions=SHAFT.dimensions[-1:],
    )
    first = mark_out_pages(unknown, "Job 7", Paper.A4)[0]
    assert "not measured" in words(first)
    assert [
        drawn
        for drawn in ElementTree.fromstring(first).iter(f"{SVG}rect")
        if drawn.attrib.get("stroke-dasharray")
    ]


@pytest.mark.parametrize("paper", list(Paper))
def test_the_pdf_has_the_size_of_its_paper_and_says_the_same(paper: Paper) -> None:
    from io import BytesIO

    pdf = PdfReader(BytesIO(mark_out_pdf(SHAFT, "Job 7: Drum", paper)))
    assert len(pdf.pages) == 2
    box, size = pdf.pages[0].mediabox, paper.size.lying
    assert (float(box.width) * 25.4 / 72, float(box.height) * 25.4 / 72) == pytest.approx(
        (size.width_mm, size.height_mm), abs=0.3
    )
    assert (
        "Mark-out sheet" in pdf.pages[0].extract_text()
        and "457.2 to 457.9 mm" in pdf.pages[1].extract_text()
    )


@given(length=st.floats(150, 39_000), across=st.floats(20, 1500), paper=st.sampled_from(Paper))
def test_any_shaft_fits_its_sheet_at_the_largest_scale_that_it_can(
    length: float, across: float, paper: Paper
) -> None:
    drawn = replace(
        SHAFT,
        length_mm=length,
        shaft_mm=across,
        bearings=(),
        parts=(),
        dimensions=(to("shaft", "length of the shaft", length),),
    )
    size = paper.size.lying
    scale = scale_for(drawn, size)
    (a, b), *_ = dimension_lines(mark_out_pages(drawn, "x", paper)[0])
    assert a >= MARGIN_MM and b <= size.width_mm - MARGIN_MM + 1e-6
    assert (b - a) * scale == pytest.approx(length, rel=1e-3)
    larger = [s for s in SCALES if s < scale]
    assert (
        not larger
        or length / larger[-1] > size.width_mm - 2 * MARGIN_MM - 12
        or across / larger[-1] > 56
    )


def test_many_marks_go_on_over_pages_and_none_is_lost() -> None:
    many = replace(
        SHAFT, dimensions=tuple(to("part", f"middle of part {i}", 10.0 * i) for i in range(1, 60))
    )
    first, *lists = mark_out_pages(many, "x", Paper.LETTER)
    assert "next page" in words(first)
    listed = " | ".join(map(words, lists))
    assert all(f"middle of part {i} |" in listed for i in range(1, 60)) and len(lists) > 1


def test_a_shaft_longer_than_any_sheet_is_refused() -> None:
    with pytest.raises(InvalidInput, match="longer than this sheet"):
        mark_out_pages(replace(SHAFT, length_mm=90_000), "x", Paper.A4)
