"""The record as a page and as PDF, from one template. Drawings are SVG, computed here from the same answer."""

from __future__ import annotations

from datetime import datetime
from functools import cache
from pathlib import Path
from typing import Any

from jinja2 import Environment, FileSystemLoader, StrictUndefined, select_autoescape

from tribodex.core.working import Line, Result, number
from tribodex.usecases.bench import Bench
from tribodex.usecases.record import Record

_HERE = Path(__file__).parent / "templates"
FONTS = Path(__file__).parent / "fonts"
_FONT_ADDRESS = "/api/fonts/"
RULER_WIDTH = 640.0


@cache
def _environment() -> Environment:
    environment = Environment(
        loader=FileSystemLoader(_HERE), autoescape=select_autoescape(["html"]), undefined=StrictUndefined, trim_blocks=True, lstrip_blocks=True
    )
    environment.filters.update(figure=figure_words, um=um_words, moment=_moment, line=_line_value, number=number)
    return environment


def um_words(um: float | None) -> str:
    """Micrometres as the record writes them: millimetres, and thousandths beside."""
    return "unknown" if um is None else f"{um / 1000:.3f} mm ({um / 25.4:.1f} thou)"


def figure_words(result: Result) -> str:
    """A figure with its unit, its range and its doubt."""
    if result.value is None:
        return "unknown"
    scale, unit, digits = (1000.0, "mm", 3) if result.unit == "µm" else (1.0, result.unit, {"mm": 2, "°": 0}.get(result.unit, 2))
    text = f"{result.value / scale:.{digits}f}"
    if result.value_to is not None:
        text += f" to {result.value_to / scale:.{digits}f}"
    if result.doubt is not None:
        text += f" ± {result.doubt / scale:.{digits}f}"
    if result.unit == "µm":
        thou = f"{result.value / 25.4:.1f}" + (f" to {result.value_to / 25.4:.1f}" if result.value_to is not None else "")
        return f"{text} mm ({thou} thou)"
    return f"{text}{unit if unit == '°' else f' {unit}'}"


def _line_value(line: Line) -> str:
    return "" if line.value is None else f"{number(line.value)} {line.unit}".strip()


def _moment(moment: datetime | None) -> str:
    return "" if moment is None else moment.strftime("%Y-%m-%d %H:%M UTC")


def render_html(record: Record, bench: Bench, *, for_print: bool = False) -> str:
    """The record as a page of its own."""
    css = record_css().replace(_FONT_ADDRESS, f"{FONTS.as_uri()}/") if for_print else ""
    template = _environment().get_template("record.html")
    return template.render(r=record, ruler=_ruler(bench), for_print=for_print, css=css)


def render_pdf(record: Record, bench: Bench) -> bytes:
    """The record as PDF. WeasyPrint is read here: it takes a while, and only this needs it."""
    from weasyprint import HTML

    made: bytes = HTML(string=render_html(record, bench, for_print=True)).write_pdf()
    return made


@cache
def record_css() -> str:
    """The record's style."""
    return (_HERE / "record.css").read_text("utf-8")


def _ruler(bench: Bench) -> dict[str, Any] | None:
    """The ruler with window and readings, in the units of its drawing; None where nothing is gauged."""
    ruler = bench.ruler
    if ruler is None:
        return None
    scale = RULER_WIDTH / (ruler.to_um - ruler.from_um)

    def x(um: float) -> float:
        return round((um - ruler.from_um) * scale, 1)

    step = 10 if ruler.to_um - ruler.from_um <= 160 else 20 if ruler.to_um - ruler.from_um <= 400 else 50
    first = -(-ruler.from_um // step) * step
    ticks = [first + i * step for i in range(int((ruler.to_um - first) // step) + 1)]
    window = ruler.window
    return {
        "width": RULER_WIDTH,
        "ticks": [(x(t), f"{t / 1000:.3f}".rstrip("0").rstrip(".")) for t in ticks],
        "group": (x(ruler.group.low), x(ruler.group.high)),
        "window": (x(window.low), x(window.high)) if window else None,
        "limit": x(ruler.residual_limit_um) if ruler.residual_limit_um is not None and ruler.residual_limit_um >= ruler.from_um else None,
        "readings": [
            (x(r.mean_um - r.doubt_um), x(r.mean_um), x(r.mean_um + r.doubt_um), f"{r.number}: {r.label}", 30 + 18 * i)
            for i, r in enumerate(ruler.readings)
        ],
        "height": 62 + 18 * len(ruler.readings),
    }
