"""The record as a page and as PDF, from one template. Drawings are SVG, computed here from the same
answer.
"""

from __future__ import annotations

import base64
from collections.abc import Mapping, Sequence
from typing import Any

from markupsafe import Markup

from tribodex.core.job.facts import ShownStage
from tribodex.core.mounting.ruler import Ruler
from tribodex.core.photo_marks import PhotoMark
from tribodex.core.sheet import Page
from tribodex.core.working import Level
from tribodex.exchange.paper import Paper, environment, page_css
from tribodex.exchange.press import press
from tribodex.usecases.record import Record

RULER_WIDTH = 640.0


def render_html(
    record: Record,
    *,
    for_print: bool = False,
    paper: Paper = Paper.A4,
    short: bool = False,
    pictures: Mapping[str, bytes] | None = None,
) -> str:
    """The record as a page of its own: a certificate that stands alone, and its appendix unless
    `short`.
    """

    def source(picture: str) -> str:
        """Where the page finds a picture: at its address; on paper within the page itself, empty
        where it is gone.
        """
        if not for_print:
            return f"/api/jobs/{record.job_id}/attachments/{picture}"
        data = (pictures or {}).get(picture)
        return f"data:image/jpeg;base64,{base64.b64encode(data).decode()}" if data else ""

    css = page_css(paper, for_print=True) if for_print else ""
    return (
        environment()
        .get_template("record.html")
        .render(
            r=record,
            one=[placed for placed in record.sections if placed.section.page is Page.ONE],
            drawn=_ruler,
            shown=_together(record.proven),
            for_print=for_print,
            css=css,
            short=short,
            photo_source=source,
            drawn_over=_marks,
        )
    )


def render_pdf(
    record: Record,
    paper: Paper = Paper.A4,
    *,
    short: bool = False,
    pictures: Mapping[str, bytes] | None = None,
) -> bytes:
    """The record as PDF; `short`: page one alone."""
    return press.pdf(
        render_html(record, for_print=True, paper=paper, short=short, pictures=pictures)
    )


def _together(proven: Sequence[ShownStage]) -> list[tuple[str, ShownStage]]:
    """Stages with the names they stand under: what says the same at several places in one line,
    what needs no more words in one at the end.
    """
    everywhere = {stage.place for stage in proven if stage.place}
    said: dict[tuple[str, str, Level, str, tuple[str, ...]], dict[str, ShownStage]] = {}
    for stage in proven:
        plain = stage.level is Level.GOOD and not stage.line and not stage.remarks
        said.setdefault(
            ("" if plain else stage.title, stage.word, stage.level, stage.line, stage.remarks), {}
        )[f"{stage.title}|{stage.place}"] = stage
    lines = []
    for stages in said.values():
        places: dict[str, list[str]] = {}
        for stage in stages.values():
            places.setdefault(stage.title, []).append(stage.place)
        names = [
            (
                title
                if not any(at) or (len(at) > 1 and set(at) == everywhere)
                else f"{title}, {' and '.join(at)}"
            )
            for title, at in places.items()
        ]
        lines.append(("; ".join(names), next(iter(stages.values()))))
    return sorted(
        lines,
        key=lambda line: line[1].level is Level.GOOD and not line[1].line and not line[1].remarks,
    )


def _ruler(ruler: Ruler | None) -> dict[str, Any] | None:
    """The ruler with window and readings, in the units of its drawing; None where nothing is
    gauged.
    """
    if ruler is None:
        return None
    scale = RULER_WIDTH / (ruler.to_um - ruler.from_um)

    def x(um: float) -> float:
        return round((um - ruler.from_um) * scale, 1)

    step = (
        10
        if ruler.to_um - ruler.from_um <= 160
        else 20
        if ruler.to_um - ruler.from_um <= 400
        else 50
    )
    first = -(-ruler.from_um // step) * step
    ticks = [first + i * step for i in range(int((ruler.to_um - first) // step) + 1)]
    window = ruler.window
    return {
        "group_name": ruler.group_name,
        "width": RULER_WIDTH,
        "ticks": [(x(t), f"{t / 1000:.2f}") for t in ticks],
        "group": (x(ruler.group.low), x(ruler.group.high)),
        "window": (x(window.low), x(window.high)) if window else None,
        "limit": (
            x(ruler.residual_limit_um)
            if ruler.residual_limit_um is not None and ruler.residual_limit_um >= ruler.from_um
            else None
        ),
        "readings": [
            (
                x(r.mean_um - r.uncertainty_um),
                x(r.mean_um),
                x(r.mean_um + r.uncertainty_um),
                f"{r.number}: {r.label}",
                30 + 18 * i,
            )
            for i, r in enumerate(ruler.readings)
        ],
        "height": 62 + 18 * len(ruler.readings),
    }


def _marks(marks: Sequence[PhotoMark]) -> Markup:
    """Arrows and circles over a photograph, whatever size it is shown in: shares of its width and
    height, lines of one width.
    """
    line = 'fill="none" stroke="#8c2612" stroke-width="3" vector-effect="non-scaling-stroke"'
    drawn = []
    for mark in marks:
        x, y, to_x, to_y = (
            round(1000 * share, 1) for share in (mark.x, mark.y, mark.to_x, mark.to_y)
        )
        if mark.shape == "circle":
            middle = f'cx="{(x + to_x) / 2:.1f}" cy="{(y + to_y) / 2:.1f}"'
            drawn.append(
                f'<ellipse {middle} rx="{abs(to_x - x) / 2:.1f}" ry="{abs(to_y - y) / 2:.1f}"'
                f" {line}/>"
            )
        else:
            drawn.append(
                f'<path d="M{x} {y}L{to_x} {to_y}" {line}/><circle cx="{to_x}" cy="{to_y}" r="14"'
                ' fill="#8c2612"/>'
            )
    return Markup(
        '<svg class="over" viewBox="0 0 1000 1000" preserveAspectRatio="none"'
        f' aria-hidden="true">{"".join(drawn)}</svg>'
    )
