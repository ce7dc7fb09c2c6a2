"""Lines and words of drawings at a scale, in millimetres of paper."""

from __future__ import annotations

from html import escape

from tribodex.exchange.paper import FONTS, Paper, Size

MARGIN_MM = 12.0
CHECK_MM = 100.0
INK, SOFT, DYE, MARK = "#1c2126", "#4a5157", "#234a86", "#f3d64b"


def line(
    x1: float,
    y1: float,
    x2: float,
    y2: float,
    width: float = 0.2,
    *,
    colour: str = INK,
    dash: str = "",
) -> str:
    """A straight line."""
    dashed = f' stroke-dasharray="{dash}"' if dash else ""
    return (
        f'<line x1="{x1:.3f}" y1="{y1:.3f}" x2="{x2:.3f}" y2="{y2:.3f}" stroke="{colour}"'
        f' stroke-width="{width}"{dashed}/>'
    )


def text(
    x: float,
    y: float,
    words: str,
    size: float = 3.0,
    anchor: str = "middle",
    *,
    colour: str = INK,
    turn: float = 0.0,
) -> str:
    """Words at a point; the size is the height of the letters' body."""
    turned = f' transform="rotate({turn:.2f} {x:.3f} {y:.3f})"' if turn else ""
    return (
        f'<text x="{x:.3f}" y="{y:.3f}" font-size="{size}" text-anchor="{anchor}"'
        f' fill="{colour}"{turned}>{escape(words)}</text>'
    )


def box(
    x: float,
    y: float,
    width: float,
    height: float,
    fill: str = "none",
    *,
    stroke: float = 0.3,
    dash: str = "",
) -> str:
    """A rectangle."""
    dashed = f' stroke-dasharray="{dash}"' if dash else ""
    return (
        f'<rect x="{x:.3f}" y="{y:.3f}" width="{width:.3f}" height="{height:.3f}" fill="{fill}"'
        f' stroke="{INK}" stroke-width="{stroke}"{dashed}/>'
    )


def check_line(size: Size) -> str:
    """A line of 100 mm to check the printer with."""
    y = size.height_mm - 9
    return (
        line(MARGIN_MM, y, MARGIN_MM + CHECK_MM, y, 0.4)
        + line(MARGIN_MM, y - 2, MARGIN_MM, y + 2, 0.4)
        + line(MARGIN_MM + CHECK_MM, y - 2, MARGIN_MM + CHECK_MM, y + 2, 0.4)
        + text(
            MARGIN_MM + CHECK_MM + 4,
            y + 1,
            "This line must measure 100 mm. Print at 100 %, never “fit to page”.",
            3.4,
            "start",
        )
    )


def svg_page(size: Size, body: str) -> str:
    """One page as SVG, in millimetres."""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{size.width_mm:g}mm"'
        f' height="{size.height_mm:g}mm" viewBox="0 0 {size.width_mm:g} {size.height_mm:g}"'
        f' font-family="B612, DejaVu Sans, sans-serif">{body}</svg>'
    )


def pages_as_html(pages: list[str], title: str, paper: Paper) -> str:
    """Pages lying on their side, at 1:1 of paper, for the press."""
    css = (
        f"@page {{ size: {paper.value} landscape; margin: 0 }} body {{ margin: 0 }} svg {{ display:"
        " block; break-after: page } svg:last-child { break-after: auto } @font-face {"
        f" font-family: 'B612'; src: url('{(FONTS / 'b612-latin-400-normal.woff2').as_uri()}') }}"
    )
    return (
        f"<!doctype html><meta charset='utf-8'><title>{escape(title)}</title><style>{css}</style>"
        + "".join(pages)
    )
