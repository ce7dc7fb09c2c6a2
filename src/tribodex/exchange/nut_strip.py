"""The nut strip and the protractor at 1:1, as SVG pages in millimetres and as PDF.

The strip is wrapped round the nut's rim: its degrees are lengths π·D·α/360. The protractor is a
ring that lies round the nut. Each page carries a line of 100 mm to check the printer with.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import ceil, cos, pi, radians, sin

from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.drive_up import rim_length_mm
from tribodex.core.working import number
from tribodex.exchange.drawn import (
    DYE,
    INK,
    MARGIN_MM,
    MARK,
    SOFT,
    check_line,
    line,
    pages_as_html,
    svg_page,
    text,
)
from tribodex.exchange.paper import Paper, Size
from tribodex.exchange.press import press

OVERLAP_MM = 10.0
# Room that a figure of degrees takes beside its tick.
LABEL_MM = 6.5
ROW_MM = 24.0
ROW_GAP_MM = 12.0
HEAD_MM = 30.0
FOOT_MM = 16.0
# A ring round the nut: this much air inside, this much paper.
AIR_MM, RING_MM = 0.5, 20.0
STRIP_HINT = (
    "Hold it still round the nut's rim, zero at the sleeve's mark, numbers running in the"
    " tightening direction (else turn it end for end); the nut's own mark then travels along the"
    " degrees."
)
RING_HINT = (
    "Hold it still round the nut, dot at the sleeve's mark, print towards you; the nut's own mark"
    " travels clockwise along the degrees."
)


@dataclass(frozen=True)
class StripOrder:
    """What to draw: the nut, the turn range to mark (degrees from the start mark) and a title."""

    nut: LockNut
    title: str
    from_deg: float | None = None
    to_deg: float | None = None

    @property
    def outside_mm(self) -> float:
        """Outside diameter of the nut. Raises InvalidInput while nobody knows it."""
        if self.nut.outside_mm is None:
            raise InvalidInput.at(
                "nut_outside",
                "The nut's outside diameter is not known: without it a strip is no scale.",
                "measure it over the rim, mm or inch",
            )
        return self.nut.outside_mm


def strip_pages(order: StripOrder, paper: Paper) -> list[str]:
    """The strip, and where it fits the protractor, one SVG a page."""
    size = paper.size.lying
    pages = [*_strip(order, size)]
    ring = _protractor(order, size)
    if ring:
        pages.append(ring)
    return [_page(order, size, body, i + 1, len(pages)) for i, body in enumerate(pages)]


def strip_pdf(order: StripOrder, paper: Paper) -> bytes:
    """Every page as PDF, 1:1."""
    return press.pdf(pages_as_html(strip_pages(order, paper), order.title, paper))


def _thread(nut: LockNut) -> str:
    """Tr for trapezoidal, threads per inch where the pitch is made of inches, M otherwise."""
    per_inch = 25.4 / nut.pitch_mm
    if abs(per_inch - round(per_inch)) < 1e-3:
        return f"Ø {number(nut.thread_mm)} mm, {round(per_inch)} to the inch"
    return f"{'Tr' if nut.trapezoidal else 'M'}{number(nut.thread_mm)}×{number(nut.pitch_mm)}"


def _page(order: StripOrder, size: Size, body: str, page: int, pages: int) -> str:
    nut = order.nut
    lock = (
        f"; {nut.slots} slots, {nut.tabs} {nut.lock.stop}s: a tab position every"
        f" {number(nut.tab_step_deg)}°"
        if nut.tab_step_deg
        else ""
    )
    of = f"nut of series {nut.series}" if nut.series else "nut as given"
    head = text(
        MARGIN_MM,
        14,
        f"{order.title}: {of}, thread {_thread(nut)}, Ø {number(order.outside_mm)} mm{lock}",
        4.2,
        "start",
    )
    count = text(size.width_mm - MARGIN_MM, 14, f"{page} of {pages}", 3.4, "end", colour=SOFT)
    return svg_page(size, head + count + body + check_line(size))


def tick_step(mm_per_deg: float) -> int:
    """Degrees from tick to tick, so that ticks stay apart by about 0.7 mm.

    >>> tick_step(1.05), tick_step(0.4), tick_step(0.2)
    (1, 2, 5)
    """
    return 1 if mm_per_deg >= 0.7 else 2 if mm_per_deg >= 0.35 else 5


def _strip(order: StripOrder, size: Size) -> Sequence[str]:
    """Pieces of one whole turn, row by row, page by page. Each piece ends in an overlap that the
    next one is glued on.
    """
    whole = rim_length_mm(360, order.outside_mm)
    room = size.width_mm - 2 * MARGIN_MM - OVERLAP_MM
    count = ceil(whole / room)
    rows = int((size.height_mm - HEAD_MM - FOOT_MM + ROW_GAP_MM) // (ROW_MM + ROW_GAP_MM))
    pieces = [(i * room, min(whole, (i + 1) * room)) for i in range(count)]
    pages = []
    for first in range(0, count, rows):
        body = ""
        for row, (start, end) in enumerate(pieces[first : first + rows]):
            body += _piece(
                order,
                start,
                end,
                MARGIN_MM,
                HEAD_MM + row * (ROW_MM + ROW_GAP_MM),
                whole=whole,
                name=f"piece {first + row + 1} of {count}",
            )
        pages.append(_hint(STRIP_HINT) + body)
    return pages


def _hint(words: str) -> str:
    return text(MARGIN_MM, 20, words, 3.2, "start", colour=SOFT)


def _piece(
    order: StripOrder, start: float, end: float, x0: float, y0: float, *, whole: float, name: str
) -> str:
    per_deg = whole / 360
    width = end - start
    top, bottom = y0, y0 + ROW_MM
    body = ""

    def x(along: float) -> float:
        return x0 + along - start

    body += _range(order, start, end, x, top, per_deg=per_deg)
    body += (
        f'<rect x="{x0:.3f}" y="{top:.3f}" width="{width + OVERLAP_MM:.3f}" height="{ROW_MM}"'
        f' fill="none" stroke="{INK}" stroke-width="0.2"/>'
    )
    body += line(x0 + width, top, x0 + width, bottom, 0.2, colour=SOFT, dash="1 1")
    body += text(
        x0 + width + OVERLAP_MM / 2, y0 + ROW_MM / 2, "glue", 2.6, "middle", colour=SOFT, turn=-90
    )
    step = tick_step(per_deg)
    for degree in range(0, 361, step):
        along = degree * per_deg
        if not start - 1e-6 <= along <= end + 1e-6:
            continue
        length = 7.0 if degree % 10 == 0 else 5.0 if degree % 5 == 0 else 3.0
        body += line(x(along), top, x(along), top + length, 0.35 if degree % 10 == 0 else 0.15)
        labelled = 10 if per_deg >= 0.7 else 20
        if degree % labelled == 0 and along < end - 0.5:
            # At the edge to the glue a figure stands before its tick, where the one before it
            # leaves room for both.
            near_end = along > end - LABEL_MM
            if (
                not near_end
                or labelled * per_deg >= 2 * LABEL_MM
                or along - labelled * per_deg < start
            ):
                body += text(
                    x(along) + (-0.6 if near_end else 0.6),
                    top + 10.4,
                    f"{degree}°",
                    2.9,
                    "end" if near_end else "start",
                )
    # Beneath, the drive-up that belongs to the turn: a pitch for a whole turn.
    pitch = order.nut.pitch_mm
    hundredths = 5 if whole / pitch >= 100 else 10
    for i in range(0, int(pitch * 100) + 1, hundredths):
        along = i / 100 / pitch * whole
        if not start - 1e-6 <= along <= end + 1e-6:
            continue
        tenth = i % 10 == 0
        body += line(
            x(along),
            bottom,
            x(along),
            bottom - (4.0 if tenth else 2.5),
            0.3 if tenth else 0.15,
            colour=DYE,
        )
        if tenth and along < end - 6:
            body += text(x(along) + 0.5, bottom - 4.6, f"{i / 100:.1f}", 2.5, "start", colour=DYE)
    if start == 0:
        body += f'<path d="M{x0:.3f} {top:.3f}l-3 -5h6z" fill="{INK}"/>' + text(
            x0 + 4, top - 2, "start mark", 3.0, "start"
        )
    body += text(
        x0 + width,
        top - 2,
        f"{name}; black: degrees, blue: mm of drive-up",
        2.6,
        "end",
        colour=SOFT,
    )
    return body


def _range(
    order: StripOrder,
    start: float,
    end: float,
    x: Callable[[float], float],
    top: float,
    *,
    per_deg: float,
) -> str:
    if order.from_deg is None or order.to_deg is None:
        return ""
    turns = int(order.from_deg // 360)
    low, high = (order.from_deg - 360 * turns) * per_deg, (order.to_deg - 360 * turns) * per_deg
    body = ""
    whole = 360 * per_deg
    # A range that runs over the end of the strip goes on at its beginning.
    for shift in (0.0, -whole):
        a, b = max(start, low + shift), min(end, high + shift)
        if a >= b:
            continue
        body += (
            f'<rect x="{x(a):.3f}" y="{top:.3f}" width="{b - a:.3f}" height="{ROW_MM}"'
            f' fill="{MARK}" fill-opacity="0.7"/>'
        )
        more = f" after {turns} turn{'s' if turns > 1 else ''}" if turns else ""
        body += text(
            x(a) + 1,
            top + ROW_MM - 8.5,
            f"{order.from_deg:.0f} to {order.to_deg:.0f}°{more}",
            3.0,
            "start",
        )
    return body


def _protractor(order: StripOrder, size: Size) -> str:
    """A whole ring, half of one where it is too large, nothing where even that does not fit the
    page.
    """
    inner = order.outside_mm / 2 + AIR_MM
    outer = inner + RING_MM
    height = size.height_mm - HEAD_MM - FOOT_MM
    width = size.width_mm - 2 * MARGIN_MM
    if 2 * outer <= min(height, width):
        return _arc(
            order, size.width_mm / 2, HEAD_MM + height / 2, inner, outer, from_deg=0, to_deg=360
        )
    if 2 * outer <= width and outer <= height:
        return _arc(
            order,
            size.width_mm / 2,
            HEAD_MM + outer + max(0.0, (height - outer) / 2),
            inner,
            outer,
            from_deg=0,
            to_deg=180,
        )
    return ""


def _arc(
    order: StripOrder,
    cx: float,
    cy: float,
    inner: float,
    outer: float,
    *,
    from_deg: int,
    to_deg: int,
) -> str:
    def at(radius: float, degree: float) -> tuple[float, float]:
        # Zero at the left for a half ring and at the top for a whole one, counted clockwise as seen
        # on the nut's face.
        zero = 180.0 if to_deg - from_deg < 360 else -90.0
        return cx + radius * cos(radians(zero + degree)), cy + radius * sin(radians(zero + degree))

    def ring(radius: float, width: float) -> str:
        if to_deg - from_deg == 360:
            return (
                f'<circle cx="{cx:.3f}" cy="{cy:.3f}" r="{radius:.3f}" fill="none" stroke="{INK}"'
                f' stroke-width="{width}"/>'
            )
        (ax, ay), (bx, by) = at(radius, from_deg), at(radius, to_deg)
        return (
            f'<path d="M{ax:.3f} {ay:.3f}A{radius:.3f} {radius:.3f} 0 0 1 {bx:.3f} {by:.3f}"'
            f' fill="none" stroke="{INK}" stroke-width="{width}"/>'
        )

    body = ""
    if (
        order.from_deg is not None
        and order.to_deg is not None
        and order.to_deg % 360 <= to_deg
        and order.from_deg % 360 < order.to_deg % 360
    ):
        low, high = order.from_deg % 360, order.to_deg % 360
        (ax, ay), (bx, by), (ex, ey), (fx, fy) = (
            at(inner, low),
            at(outer, low),
            at(outer, high),
            at(inner, high),
        )
        large = 1 if high - low > 180 else 0
        body += (
            f'<path d="M{ax:.3f} {ay:.3f}L{bx:.3f} {by:.3f}A{outer:.3f} {outer:.3f} 0 {large} 1'
            f" {ex:.3f} {ey:.3f}L{fx:.3f} {fy:.3f}A{inner:.3f} {inner:.3f} 0 {large} 0 {ax:.3f}"
            f' {ay:.3f}z" fill="{MARK}" fill-opacity="0.7"/>'
        )
    body += ring(inner, 0.25) + ring(outer, 0.25)
    step = tick_step(2 * pi * inner / 360)
    for degree in range(from_deg, to_deg + (1 if to_deg - from_deg < 360 else 0), step):
        length = 7.0 if degree % 10 == 0 else 5.0 if degree % 5 == 0 else 3.0
        (ax, ay), (bx, by) = at(inner, degree), at(inner + length, degree)
        body += line(ax, ay, bx, by, 0.35 if degree % 10 == 0 else 0.15)
        if degree % 10 == 0:
            tx, ty = at(inner + 10.5, degree)
            zero = 180.0 if to_deg - from_deg < 360 else -90.0
            body += text(tx, ty, f"{degree}°", 3.0, "middle", colour=INK, turn=zero + degree + 90)
    zx, zy = at(outer - 3, from_deg)
    body += f'<circle cx="{zx:.3f}" cy="{zy:.3f}" r="1.6" fill="{INK}"/>'
    half = (
        " Half a ring: for more than 180° go on with it turned by half."
        if to_deg - from_deg < 360
        else ""
    )
    return _hint(RING_HINT + half) + body
