"""Taking stock in words, on its panel and in the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.part_numbers import MEMORY
from tribodex.core.sheet import Photo, Section, Table
from tribodex.core.topics.stock import commands as cmd
from tribodex.core.topics.stock.decide import NEEDED, missing_of
from tribodex.core.topics.stock.facts import (
    Attached,
    JointSaid,
    MarkKind,
    MarkMade,
    NumbersRead,
    PartChecked,
    PositionCompared,
    TemporaryIn,
    TemporaryOut,
    Tightness,
)
from tribodex.core.topics.stock.moves import StockDo as Do
from tribodex.core.topics.stock.state import Stock, Temporary
from tribodex.core.working import Level


def tell(fact: Any) -> str:
    """One entry in a sentence."""
    match fact:
        case MarkMade():
            return f"Marked, {fact.mark.words}: {fact.text}."
        case PartChecked():
            if not fact.differs:
                return f"{fact.part.capitalize()} {fact.found}: matches."
            differ = "; ".join(
                f"{d.what} {d.found} in place of {d.specified}" for d in fact.differs
            )
            who = (
                f" Used by decision of {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            )
            return f"{fact.part.capitalize()} {fact.found} is not {fact.specified}: {differ}.{who}"
        case NumbersRead():
            read = [
                f"{what} {text}"
                for what, text in (
                    ("block", fact.block),
                    ("sleeve", fact.sleeve),
                    ("ring", fact.bearing),
                )
                if text
            ]
            read += [f"shaft {fact.shaft_typed}"] if fact.shaft_typed else []
            return (
                f"Numbers read, {', '.join(read)}:"
                f" {'; '.join(verdict.word for verdict in fact.verdicts)}."
            )
        case PositionCompared():
            if not fact.differs:
                return f"Planned as the plant's list has it: {fact.planned}."
            who = f" Put right by {fact.decided_by}: {fact.reason}." if fact.decided_by else ""
            return f"The plant's list has {fact.listed}, planned is {fact.planned}.{who}"
        case TemporaryIn():
            return f"In: {fact.what}" + (f", {fact.where}." if fact.where else ".")
        case TemporaryOut():
            return f"Out again: what entry {fact.entry} put in."
        case JointSaid():
            return f"{fact.joint}: {fact.tightness}" + (f", {fact.wrench}." if fact.wrench else ".")
        case Attached():
            what = {"photo": "Photograph", "sheet": "Sheet", "voice": "Spoken note"}[fact.what]
            return (
                f"{what} kept{f', to entry {fact.belongs_to}' if fact.belongs_to else ''}:"
                f" {fact.caption}."
            )
        case _:
            raise TypeError(f"nothing tells {type(fact).__name__}")


def said(fact: Any) -> Any:
    """The command that says an entry again."""
    match fact:
        case MarkMade():
            return cmd.MakeMark(fact.mark, fact.text, fact.place)
        case PartChecked():
            return cmd.CheckPart(
                fact.part, fact.specified, fact.found, fact.place, fact.decided_by, fact.reason
            )
        case NumbersRead():
            return cmd.ReadNumbers(
                fact.block, fact.sleeve, fact.bearing, fact.shaft_typed, fact.place
            )
        case TemporaryIn():
            return cmd.PutIn(fact.what, fact.where)
        case JointSaid():
            return cmd.SayJoint(fact.joint, fact.tightness, fact.wrench)
        case _:
            return None


@dataclass(frozen=True)
class StockMark:
    """A mark, made or still missing."""

    place: str
    mark: MarkKind
    words: str
    text: str
    needed: bool


@dataclass(frozen=True)
class StockJoint:
    """A joint of the list."""

    joint: str
    tightness: Tightness
    wrench: str
    by: str


@dataclass(frozen=True)
class StockPlace:
    """A bearing with the number that is asked for there."""

    id: str
    name: str
    specified: str


@dataclass(frozen=True)
class StockWork:
    """Taking stock as its panel shows it."""

    topic: Literal["stock"]
    places: tuple[StockPlace, ...]
    marks: tuple[StockMark, ...]
    parts: tuple[PartChecked, ...]
    numbers: tuple[NumbersRead, ...]
    temporary: tuple[Temporary, ...]
    joints: tuple[StockJoint, ...]
    attached: tuple[Attached, ...]
    next_place: str
    next_mark: MarkKind | None
    asks: Do | None


def view(desk: Desk, state: Stock) -> StockWork:
    """Taking stock as it is shown."""
    missing = missing_of(desk, state)
    marks = tuple(
        StockMark(place.id, mark, mark.words, state.marks.get((place.id, mark), ""), mark in NEEDED)
        for place in desk.job.places
        for mark in MarkKind
    )
    return StockWork(
        asks=None,
        topic="stock",
        places=tuple(
            StockPlace(
                p.id,
                p.name,
                fitted.bearing.label if (fitted := desk.fitted(p.id)) is not None else "",
            )
            for p in desk.job.places
        ),
        marks=marks,
        parts=tuple(state.parts.values()),
        numbers=tuple(state.numbers.values()),
        temporary=tuple(state.temporary.values()),
        joints=tuple(
            StockJoint(said.joint, said.tightness, said.wrench, by)
            for said, by in state.joints.values()
        ),
        attached=tuple(state.attached.values()),
        next_place=missing[0] if missing else SHAFT,
        next_mark=missing[1] if missing else None,
    )


def record(desk: Desk, state: Stock) -> Sequence[Section]:
    """Marks, parts, registers and pictures, as the record holds them."""
    names = {place.id: place.name for place in desk.job.places} | {SHAFT: "shaft"}
    tables = []
    if state.marks:
        tables.append(
            Table(
                ("Where", "Mark", "As found"),
                tuple((names[p], m.words, t) for (p, m), t in state.marks.items()),
                "Marks before dismantling",
            )
        )
    if state.parts:
        rows = tuple(
            (
                names[p.place],
                p.part,
                p.specified,
                p.found,
                (
                    "matches"
                    if not p.differs
                    else f"{'; '.join(d.what for d in p.differs)} differ"
                    + (f"; used by {p.decided_by}: {p.reason}" if p.decided_by else "")
                ),
            )
            for p in state.parts.values()
        )
        tables.append(
            Table(("Where", "Part", "Specified", "Found", "Verdict"), rows, "Parts and numbers")
        )
    if state.numbers:
        rows2 = tuple(
            (
                names[number.place],
                c.what,
                c.value,
                c.why,
                f"confirmed: {c.confirmed}" if c.confirmed else MEMORY,
            )
            for number in state.numbers.values()
            for c in number.candidates
        )
        slips = tuple(
            (names[number.place], "slip", v.word, v.reason, "")
            for number in state.numbers.values()
            for v in number.verdicts
            if v.level is Level.STOP
        )
        tables.append(
            Table(
                ("Where", "What", "May be", "Why", "How sure"),
                (*slips, *rows2),
                "Numbers read on block, sleeve and ring",
            )
        )
    if state.temporary:
        rows3 = tuple(
            (t.what, t.where, t.by, t.out_by or "still in") for t in state.temporary.values()
        )
        tables.append(
            Table(("Temporary part", "Where", "In by", "Out by"), rows3, "Temporary parts")
        )
    if state.joints:
        rows4 = tuple(
            (said.joint, said.tightness.value, said.wrench, by)
            for said, by in state.joints.values()
        )
        tables.append(Table(("Joint", "State", "Wrench", "By"), rows4, "Joints"))
    photos = tuple(
        Photo(a.attachment, _belongs(a), a.marks)
        for a in state.attached.values()
        if a.what == "photo"
    )
    words = {"sheet": "Sheet", "voice": "Spoken note"}
    lines = tuple(
        f"{words[a.what]} kept with the job: {_belongs(a)}"
        for a in state.attached.values()
        if a.what in words
    )
    return (
        [
            Section(
                "Taking stock" if tables else "Kept with the job",
                lines,
                tuple(tables),
                photos=photos,
            )
        ]
        if tables or photos or lines
        else []
    )


def _belongs(kept: Attached) -> str:
    return f"{kept.caption} (entry {kept.belongs_to})" if kept.belongs_to else kept.caption
