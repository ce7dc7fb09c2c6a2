"""The mark-out sheet: a shaft line at a stated scale with every dimension from its datum, to lay
beside the shaft and scribe from.
"""

from __future__ import annotations

from collections.abc import Callable

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.topics.lineup.dimensions import Dimension
from tribodex.core.topics.lineup.show import LineBearing, LineDrawing
from tribodex.exchange.drawn import (
    DYE,
    INK,
    MARGIN_MM,
    SOFT,
    box,
    check_line,
    line,
    pages_as_html,
    svg_page,
    text,
)
from tribodex.exchange.paper import Paper, Size
from tribodex.exchange.press import press

# Scales of engineering drawings that a rule can read (ISO 5455, and 1:2.5 and 1:25 beside it, from
# memory).
SCALES = (1.0, 2.0, 2.5, 5.0, 10.0, 20.0, 25.0, 50.0, 100.0, 200.0)
HEAD_MM, DRAWN_MM, ROW_MM = 26.0, 56.0, 6.2
# Dimension lines and words beside bearings that one page has room for.
MOST_ROWS = 12
# Height of the words at a dimension, and about how wide a letter of them is.
LETTERS_MM, LETTER_MM = 2.9, 1.6


def scale_for(drawn: LineDrawing, size: Size) -> float:
    """The largest scale of SCALES at which the shaft fits the page lying on its side, as 1 to so
    many. Raises InvalidInput beyond 1:200.
    """
    across = max(
        [
            drawn.shaft_mm,
            *(b.outside_mm for b in drawn.bearings),
            *(p.diameter_mm for p in drawn.parts),
        ]
    )
    for scale in SCALES:
        if (
            drawn.length_mm / scale <= size.width_mm - 2 * MARGIN_MM - 12
            and across / scale <= DRAWN_MM
        ):
            return scale
    raise InvalidInput.at(
        "length",
        f"A shaft of {drawn.length_mm:g} mm is longer than this sheet can show.",
        "up to 40 m",
    )


def mark_out_pages(drawn: LineDrawing, title: str, paper: Paper) -> list[str]:
    """The drawing, and the list of marks to tick off, one SVG a page."""
    size = paper.size.lying
    scale = scale_for(drawn, size)
    head = (
        text(MARGIN_MM, 13, title, 4.4, "start")
        + text(
            MARGIN_MM,
            19,
            f"Mark-out sheet, scale 1:{scale:g}. Lengths from the datum: {drawn.datum}.",
            3.6,
            "start",
        )
        + (
            ""
            if drawn.known
            else text(
                MARGIN_MM,
                24,
                "Dashed bearings are not measured: they are drawn at a usual place.",
                3.2,
                "start",
                colour=DYE,
            )
        )
    )
    pages = [head + _drawing(drawn, size, scale) + _beside(drawn, size) + check_line(size)]
    rows = drawn.dimensions
    per_page = int((size.height_mm - HEAD_MM - 44) // 8)
    pages += [
        head + _list(rows[i : i + per_page], i, size) + check_line(size)
        for i in range(0, len(rows), per_page)
    ]
    count = len(pages)
    return [
        svg_page(
            size,
            body
            + text(size.width_mm - MARGIN_MM, 13, f"{i + 1} of {count}", 3.4, "end", colour=SOFT),
        )
        for i, body in enumerate(pages)
    ]


def mark_out_pdf(drawn: LineDrawing, title: str, paper: Paper) -> bytes:
    """Every page as PDF, to the scale that it states."""
    return press.pdf(pages_as_html(mark_out_pages(drawn, title, paper), title, paper))


def _drawing(drawn: LineDrawing, size: Size, scale: float) -> str:
    left, axis = MARGIN_MM + 6, HEAD_MM + DRAWN_MM / 2 + 4

    def x(mm: float) -> float:
        return left + mm / scale

    body = "".join(
        box(
            x(p.at_mm - p.width_mm / 2),
            axis - p.diameter_mm / scale / 2,
            p.width_mm / scale,
            p.diameter_mm / scale,
        )
        + text(x(p.at_mm), axis - p.diameter_mm / scale / 2 - 1.5, p.name, 3.0)
        for p in drawn.parts
    )
    body += box(
        x(0),
        axis - drawn.shaft_mm / scale / 2,
        drawn.length_mm / scale,
        drawn.shaft_mm / scale,
        "#ffffff",
        stroke=0.4,
    )
    body += line(
        x(0) - 5, axis, x(drawn.length_mm) + 5, axis, 0.15, colour=SOFT, dash="6 1.2 1.2 1.2"
    )
    body += "".join(
        _bearing(bearing, x(bearing.drawn_at_mm), axis, scale) for bearing in drawn.bearings
    )
    # The datum is named where it lies.
    below = HEAD_MM + DRAWN_MM + 10
    body += line(
        x(0),
        axis + drawn.shaft_mm / scale / 2,
        x(0),
        below + min(len(drawn.dimensions), MOST_ROWS) * ROW_MM,
        0.2,
        colour=DYE,
    )
    for row, dimension in enumerate(drawn.dimensions[:MOST_ROWS]):
        body += _dimension(dimension, x, below + row * ROW_MM, row + 1)
    if len(drawn.dimensions) > MOST_ROWS:
        body += text(
            left,
            below + MOST_ROWS * ROW_MM,
            "The rest stands in the list on the next page.",
            3.0,
            "start",
            colour=SOFT,
        )
    return body


def _bearing(bearing: LineBearing, at: float, axis: float, scale: float) -> str:
    half, width = bearing.outside_mm / scale / 2, bearing.width_mm / scale
    dash = "" if bearing.at_mm is not None else "1.5 1"
    drawn = box(at - width / 2, axis - half, width, 2 * half, "#ffffff", stroke=0.35, dash=dash)
    drawn += line(at - width / 2, axis - half, at + width / 2, axis + half, 0.15) + line(
        at - width / 2, axis + half, at + width / 2, axis - half, 0.15
    )
    drawn += line(at, axis - half - 4, at, axis + half + 4, 0.25, colour=DYE, dash="3 1 1 1")
    return drawn + text(at, axis + half + 8, f"{bearing.name}: {bearing.short}", 3.0)


def _dimension(dimension: Dimension, x: Callable[[float], float], y: float, number: int) -> str:
    a, b = x(dimension.from_mm), x(dimension.to_mm.high)
    ends = line(a, y - 1.6, a, y + 1.6, 0.3, colour=DYE) + line(
        b, y - 1.6, b, y + 1.6, 0.3, colour=DYE
    )
    # The number stands in brackets: “1 110 mm” would be read as 1110.
    words = f"({number}) {lengths(dimension.length_mm)} {dimension.name}"
    # Words stand behind the dimension where they are longer than it.
    at = b + 2 if len(words) * LETTER_MM > b - a else a + 2
    return (
        line(a, y, b, y, 0.25, colour=DYE)
        + ends
        + text(at, y + 1.0 if at > b else y - 0.9, words, LETTERS_MM, "start", colour=INK)
    )


def lengths(span: Span) -> str:
    """A length or a range as a rule and a tape show it.

    >>> lengths(Span(412.0, 412.0)), lengths(Span(127.2, 127.6))
    ('412 mm (16.22 in)', '127.2 to 127.6 mm (5.008 to 5.024 in)')
    """
    if span.high - span.low < 0.05:
        return f"{span.low:.1f}".removesuffix(".0") + f" mm ({span.low / 25.4:.2f} in)"
    return (
        f"{span.low:.1f} to {span.high:.1f} mm ({span.low / 25.4:.3f} to {span.high / 25.4:.3f} in)"
    )


def _beside(drawn: LineDrawing, size: Size) -> str:
    names = {bearing.id: bearing.name for bearing in drawn.bearings}
    top = HEAD_MM + DRAWN_MM + 14 + min(len(drawn.dimensions), MOST_ROWS) * ROW_MM
    room = int((size.height_mm - 18 - top) // 4.4)
    lines = [f"{names.get(note.place, 'Shaft')}: {note.text}." for note in drawn.beside]
    return "".join(
        text(MARGIN_MM + 6, top + i * 4.4, words, 3.1, "start", colour=INK)
        for i, words in enumerate(lines[: max(0, room)])
    )


def _list(rows: tuple[Dimension, ...], first: int, size: Size) -> str:
    """Marks to scribe and tick off, with room for what was measured."""
    top, columns = (
        HEAD_MM + 8,
        (
            MARGIN_MM,
            MARGIN_MM + 10,
            MARGIN_MM + 110,
            size.width_mm - 78,
            size.width_mm - 34,
        ),
    )
    body = "".join(
        text(x, top, words, 3.2, "start", colour=SOFT)
        for x, words in zip(columns, ("", "What", "Length", "Measured", "Scribed"), strict=True)
    )
    for i, dimension in enumerate(rows):
        y = top + 8 * (i + 1)
        body += text(columns[0], y, str(first + i + 1), 3.4, "start") + text(
            columns[1], y, dimension.name, 3.4, "start"
        )
        body += text(columns[2], y, lengths(dimension.length_mm), 3.4, "start")
        body += line(columns[3], y + 1, columns[3] + 36, y + 1, 0.2, colour=SOFT) + box(
            columns[4], y - 4, 5, 5
        )
        body += line(MARGIN_MM, y + 2.6, size.width_mm - MARGIN_MM, y + 2.6, 0.1, colour=SOFT)
    return body + text(
        MARGIN_MM,
        size.height_mm - 16,
        "Scribed by ______________________   Checked by ______________________   Date ____________",
        3.4,
        "start",
    )
