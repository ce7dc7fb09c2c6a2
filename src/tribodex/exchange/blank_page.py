"""A blank sheet to take along where there is no tablet: printed from the procedure, filled in by
hand, typed in afterwards.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from tribodex.core.job.asked import Asked, Family
from tribodex.core.job.facts import kind_of
from tribodex.core.job.readback import asked_of
from tribodex.core.procedure import Procedure, Stage
from tribodex.core.topics import HOUSE
from tribodex.exchange.paper import Paper, environment, page_css
from tribodex.exchange.press import press

# What is chosen by a tap at the bench and stands nowhere on paper: which unit, which entry.
_NOT_ON_PAPER = frozenset(
    {"shown", "unit", "typed", "both_rows", "last", "phase", "place", "decided_by", "reason"}
)
# Lines for one kind of reading.
LINES = 3
MANY = frozenset(
    {
        "try_leaf",
        "bracket_place",
        "read_seat",
        "tighten_bolt",
        "read_warmth",
        "turn_nut",
        "strike_blows",
    }
)
MANY_LINES = 6


@dataclass(frozen=True)
class BlankTable:
    """One kind of reading or step to fill in: a heading and a row of columns, with empty lines."""

    title: str
    columns: tuple[str, ...]
    lines: int


@dataclass(frozen=True)
class BlankStage:
    """One stage on paper: what is to be true before it, its steps, and what is written down."""

    title: str
    question: str
    gates: tuple[tuple[str, tuple[str, ...]], ...]
    steps: tuple[str, ...]
    cautions: tuple[str, ...]
    tables: tuple[BlankTable, ...]


def blank_stages(procedures: tuple[Procedure, ...]) -> tuple[BlankStage, ...]:
    """Every stage of these procedures as it stands on paper; what a topic takes is written under
    its first stage.
    """
    written: set[str] = set()
    return tuple(_stage(stage, written) for procedure in procedures for stage in procedure.stages)


def _stage(stage: Stage, written: set[str]) -> BlankStage:
    topic = HOUSE.by_stage.get(stage.id)
    tables: list[BlankTable] = []
    if topic is not None and topic.name not in written:
        written.add(topic.name)
        for command in dict.fromkeys(topic.entries.values()):
            columns = tuple(
                _column(ask) for name, ask in asked_of(command).items() if name not in _NOT_ON_PAPER
            )
            if columns:
                kind = kind_of(command)
                lines = MANY_LINES if kind in MANY else LINES
                tables.append(BlankTable(_title(command), columns, lines))
    return BlankStage(
        title=stage.title,
        question=stage.question,
        gates=tuple((gate.title, tuple(item.text for item in gate.items)) for gate in stage.gates),
        steps=tuple(step.text for step in stage.steps),
        cautions=tuple(caution.text for caution in stage.cautions),
        tables=tuple(tables),
    )


def _title(command: type) -> str:
    return (command.__doc__ or "").strip().splitlines()[0].split(": ")[0].rstrip(".")


def _column(ask: Asked) -> str:
    if ask.family is Family.YES_NO:
        return f"{ask.label}: yes / no"
    if ask.choices and len(ask.choices) <= 4:
        words = [word for word in ask.choices.values() if word]
        return f"{ask.label}: {' / '.join(words)}"
    return ask.label


def blank_html(
    title: str,
    procedures: tuple[Procedure, ...],
    *,
    for_print: bool = False,
    paper: Paper = Paper.A4,
) -> str:
    """The blank sheet as a page."""
    first = procedures[-1]
    said: dict[str, Any] = {
        "title": title,
        "number": f"{first.id}@{first.version}",
        "stages": blank_stages(procedures),
        "tools": tuple(
            dict.fromkeys(tool.text for procedure in procedures for tool in procedure.tools)
        ),
        "standing_above": first.standing_above,
        "css": page_css(paper, for_print=True) if for_print else "",
        "for_print": for_print,
    }
    return environment().get_template("blank.html").render(**said)


def blank_pdf(title: str, procedures: tuple[Procedure, ...], paper: Paper = Paper.A4) -> bytes:
    """The blank sheet as PDF."""
    return press.pdf(blank_html(title, procedures, for_print=True, paper=paper))
