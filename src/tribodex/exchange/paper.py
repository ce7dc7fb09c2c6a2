"""Paper sizes, fonts and figures that every printed page shares."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from functools import cache
from io import BytesIO
from pathlib import Path

from jinja2 import Environment, FileSystemLoader, StrictUndefined, select_autoescape

from tribodex.core.working import Line, Result, number, roughly
from tribodex.exchange.chain_mark import chain_qr, first_figures

TEMPLATES = Path(__file__).parent / "templates"
FONTS = Path(__file__).parent / "fonts"
_FONT_ADDRESS = "/api/fonts/"
DIGITS = {
    "mm": 2,
    "°": 0,
    "MPa": 1,
    "K": 0,
    "°C": 0,
    "h": 0,
    "s": 0,
    "g": 1,
    "strokes": 0,
    "cm³": 0,
    "mm²/s": 1,
}
# Orders of magnitude: two figures. A torque is given, and printed as it was.
ROUGH = ("kN",)


class Paper(StrEnum):
    """Paper that a printer has."""

    A4 = "A4"
    LETTER = "letter"

    @property
    def size(self) -> Size:
        """Upright, mm (ISO 216; ANSI/ASME Y14.1)."""
        return Size(210.0, 297.0) if self is Paper.A4 else Size(215.9, 279.4)


@dataclass(frozen=True)
class Size:
    """Width and height, mm."""

    width_mm: float
    height_mm: float

    @property
    def lying(self) -> Size:
        """Turned on its side."""
        return Size(self.height_mm, self.width_mm)


def why_of(title: str, machine: str, position: str) -> str:
    """Why a job was opened, without machine and position where its title begins with them: those
    stand before it.

    >>> why_of("Husk screw 3, drive end, grease gone hard", "Husk screw 3", "Drive end")
    'Grease gone hard'
    >>> (
    ...     why_of("Husk screw 30, noise", "Husk screw 3", "Drive end"),
    ...     why_of("Husk screw 3", "Husk screw 3", ""),
    ... )
    ('Husk screw 30, noise', '')
    """
    rest = title.strip()
    for said in (machine, position):
        after = rest[len(said) :]
        if said and rest.lower().startswith(said.lower()) and not after[:1].isalnum():
            rest = after.lstrip(" ,.:;")
    return rest[:1].upper() + rest[1:]


@cache
def environment() -> Environment:
    """Templates with the filters that they share."""
    made = Environment(
        loader=FileSystemLoader(TEMPLATES),
        autoescape=select_autoescape(["html"]),
        undefined=StrictUndefined,
        trim_blocks=True,
        lstrip_blocks=True,
    )
    made.filters.update(qr=chain_qr, figures=first_figures)
    made.filters.update(
        figure=figure_words,
        um=um_words,
        moment=_moment,
        day=_day,
        clock=_clock,
        line=_line_value,
        number=number,
        why=why_of,
    )
    return made


def um_words(um: float | None) -> str:
    """Micrometres as a page writes them: millimetres, and thousandths beside."""
    return "unknown" if um is None else f"{um / 1000:.3f} mm ({um / 25.4:.1f} thou)"


def figure_words(result: Result) -> str:
    """A figure with its unit, its range and its uncertainty."""
    if result.value is None:
        return "unknown"
    scale, unit, digits = (
        (1000.0, "mm", 3) if result.unit == "µm" else (1.0, result.unit, DIGITS.get(result.unit, 2))
    )

    def write(value: float) -> str:
        if result.unit == "N·m":
            return f"{value:.4g}"
        return roughly(value) if result.unit in ROUGH else f"{value / scale:.{digits}f}"

    text = write(result.value)
    if result.value_to is not None:
        text += f" to {write(result.value_to)}"
    if result.uncertainty is not None:
        text += f" ± {result.uncertainty / scale:.{digits}f}"
    if result.unit == "µm" and abs(result.value) >= 10_000:
        # A diameter, not a clearance.
        inch = f"{result.value / 25_400:.4f}" + (
            f" to {result.value_to / 25_400:.4f}" if result.value_to is not None else ""
        )
        return f"{text} mm ({inch} in)"
    if result.unit == "µm":
        thou = f"{result.value / 25.4:.1f}" + (
            f" to {result.value_to / 25.4:.1f}" if result.value_to is not None else ""
        )
        return f"{text} mm ({thou} thou)"
    return f"{text}{unit if unit == '°' else f' {unit}'}".rstrip()


def _line_value(line: Line) -> str:
    return "" if line.value is None else f"{number(line.value)} {line.unit}".strip()


def _day(moment: datetime) -> str:
    return moment.strftime("%Y-%m-%d")


def _clock(moment: datetime) -> str:
    return moment.strftime("%H:%M")


def _moment(moment: datetime | None) -> str:
    return "" if moment is None else moment.strftime("%Y-%m-%d %H:%M UTC")


@cache
def page_css(paper: Paper, *, for_print: bool) -> str:
    """The style of records and plan sheets; in print with the fonts of this folder."""
    css = (
        (TEMPLATES / "record.css").read_text("utf-8").replace("size: A4;", f"size: {paper.value};")
    )
    return css.replace(_FONT_ADDRESS, f"{FONTS.as_uri()}/") if for_print else css


@cache
def _unpacked(name: str) -> bytes:
    """A font of this folder as the printer wants it. Unpacking takes longer than a short page: once
    a process is enough.
    """
    from fontTools.ttLib import TTFont

    made = BytesIO()
    with TTFont(FONTS / name) as font:
        font.flavor = None
        font.save(made)
    return made.getvalue()


def pdf_of(html: str) -> bytes:
    """A page as PDF; nothing but the fonts of this folder is read for it. Slow: press.pdf() does it
    in a process of its own.
    """
    # Read here: it takes a while, and only printing needs it.
    from weasyprint import HTML
    from weasyprint.urls import URLFetcher, URLFetcherResponse

    class FontsOnly(URLFetcher):  # type: ignore[misc, unused-ignore]
        def fetch(self, url: str, headers: dict[str, str] | None = None) -> object:
            name = url.removeprefix(f"{FONTS.as_uri()}/")
            if name == url or "/" in name or ".." in name:
                raise ValueError(f"{url[:80]} is not one of the fonts")
            return URLFetcherResponse(url, _unpacked(name))

    made: bytes = HTML(string=html, url_fetcher=FontsOnly()).write_pdf()
    return made
