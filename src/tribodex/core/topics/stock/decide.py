"""What may follow while taking stock, and what is to be done next."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from tribodex.core.components.compare_numbers import differences, not_as_listed
from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.moves import Ask, Move
from tribodex.core.job.topic import Desk
from tribodex.core.mounting.part_numbers import (
    NumbersSaid,
    PartBooks,
    decode,
    read_bearing,
    read_block,
    read_sleeve,
)
from tribodex.core.photo_marks import read_marks
from tribodex.core.quantities import LengthUnit, read_length
from tribodex.core.topics.stock.commands import (
    Attach,
    CheckPart,
    ComparePosition,
    MakeMark,
    PutIn,
    ReadNumbers,
    SayJoint,
    TakeOut,
)
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
from tribodex.core.topics.stock.state import Stock
from tribodex.core.working import Level, Verdict

# Without these at every bearing nothing can go back as it was.
NEEDED = (MarkKind.FIXED, MarkKind.CAP_BASE, MarkKind.NUT_SIDE)


def decide(desk: Desk, state: Stock, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput, NotFound or Refused."""
    match command:
        case MakeMark():
            _place(desk, command.place)
            return [
                MarkMade(
                    command.place,
                    command.mark,
                    text(command.text, "text", f"what was found, for {command.mark.words}"),
                )
            ]
        case CheckPart():
            return [_checked(desk, command)]
        case ReadNumbers():
            _place(desk, command.place)
            return [_numbers(desk, command)]
        case ComparePosition():
            return [_compared(desk, state, command)]
        case PutIn():
            return [
                TemporaryIn(
                    text(command.what, "what", "for example “jack under the shaft”"),
                    command.where.strip(),
                )
            ]
        case TakeOut():
            part = state.temporary.get(command.number)
            if part is None:
                raise NotFound(f"Entry {command.number} put nothing in.")
            if part.out_by:
                raise Refused(f"“{part.what}” is out already.")
            return [TemporaryOut(command.number)]
        case SayJoint():
            joint, wrench = (
                text(command.joint, "joint", "for example “base bolts, drive end”"),
                command.wrench.strip(),
            )
            # A torque without a wrench that was set is a feeling, and tightness by feel has its own
            # word.
            if command.tightness is Tightness.AT_TORQUE and not wrench:
                raise InvalidInput.at(
                    "wrench", "At torque: with which wrench?", "the wrench and its setting"
                )
            return [JointSaid(joint, command.tightness, wrench)]
        case Attach():
            return [_attached(desk, state, command)]
        case _:
            raise TypeError(f"taking stock has no {type(command).__name__}")


def _place(desk: Desk, place: str) -> None:
    if place:
        desk.job.placed(place)


def _checked(desk: Desk, command: CheckPart) -> PartChecked:
    _place(desk, command.place)
    found = text(command.found, "found", "the number as it is marked on the part")
    specified = text(
        command.specified, "specified", "the number of the drawing or the maker's list"
    )
    by, reason = command.decided_by.strip(), command.reason.strip()
    # A name without a reason, or the other way round, decides nothing that can be read later.
    if bool(by) != bool(reason):
        raise InvalidInput.at(
            "reason" if by else "decided_by",
            "A different number is a decision with a name and a reason.",
            "both, or neither",
        )
    return PartChecked(
        place=command.place,
        part=text(command.part, "part", "for example bearing, sleeve, nut"),
        specified=specified,
        found=found,
        differs=differences(specified, found),
        decided_by=by,
        reason=reason,
    )


def _numbers(desk: Desk, command: ReadNumbers) -> NumbersRead:
    """What was legible, read; raises InvalidInput with every field to correct."""
    texts = {
        name: getattr(command, name).strip() for name in ("block", "sleeve", "bearing", "shaft")
    }
    if not any(texts.values()):
        raise InvalidInput.at(
            "block",
            "Nothing was read.",
            "the number on block, sleeve or ring, or the shaft as measured",
        )
    block = read_block(texts["block"]) if texts["block"] else None
    sleeve = read_sleeve(texts["sleeve"]) if texts["sleeve"] else None
    bearing = read_bearing(texts["bearing"]) if texts["bearing"] else None
    shaft = (
        read_length(texts["shaft"], "shaft", LengthUnit.MM, (8_000, 1_200_000), command.shown)
        if texts["shaft"]
        else None
    )
    said = NumbersSaid(
        block,
        sleeve,
        bearing,
        shaft.mm if shaft is not None else None,
        shaft.written if shaft is not None else "",
    )
    # Numbers name candidates. What nothing speaks against is still not measured, and is never good.
    decoded = decode(said, desk.book(PartBooks))
    fine = Verdict(
        "nothing contradicts",
        Level.WATCH,
        "Candidates from memory until the number on the part or a measured diameter confirms them.",
    )
    return NumbersRead(
        place=command.place,
        block=texts["block"],
        sleeve=texts["sleeve"],
        bearing=texts["bearing"],
        shaft_mm=said.shaft_mm,
        shaft_typed=said.shaft_text,
        candidates=decoded.candidates,
        verdicts=decoded.slips or (fine,),
    )


def _compared(desk: Desk, state: Stock, command: ComparePosition) -> PositionCompared:
    place = desk.job.placed(command.place)
    before, fitted = state.positions.get(place), desk.fitted(place)
    if before is None or fitted is None:
        raise Refused("Plan and plant's list agree here: there is nothing to compare again.")
    by, reason = command.decided_by.strip(), command.reason.strip()
    planned = fitted.bearing.label
    differs = not_as_listed(before.listed, planned)
    # Another bearing than the list has may be a mended mistake or a new one: only somebody who was
    # there can tell.
    if differs and not (by and reason):
        still = "; ".join(f"{d.what}: {d.specified} listed, {d.found} planned" for d in differs)
        raise InvalidInput.at(
            "decided_by" if not by else "reason",
            f"They still differ. {still}.",
            "plan the bearing of this position; or who put position, sleeve and housing right, and"
            " what was changed",
        )
    return PositionCompared(
        place, before.listed, planned, differs, by if differs else "", reason if differs else ""
    )


def _attached(desk: Desk, state: Stock, command: Attach) -> Attached:
    if command.stage and not any(
        command.stage == stage.id
        for procedure in desk.procedures.values()
        for stage in procedure.stages
    ):
        raise InvalidInput.at(
            "stage", f"This job has no stage “{command.stage}”.", "the stage that needs it"
        )
    caption = text(command.caption, "caption", "what it shows")
    if command.belongs_to and not any(event.seq == command.belongs_to for event in desk.log):
        raise InvalidInput.at(
            "belongs_to",
            f"This job has no entry {command.belongs_to}.",
            "the number of an entry of its log; 0 for none",
        )
    # A sheet is the maker's own, and is kept as it came.
    if command.marks.strip() and command.what != "photo":
        raise InvalidInput.at(
            "marks", "Marks are drawn on a photograph.", "empty for a sheet or a spoken note"
        )
    marks = read_marks(command.marks)
    id = text(command.attachment, "attachment", "what the upload answered")
    said = Attached(id, command.what, caption, command.stage, command.belongs_to, marks)
    if state.attached.get(id) == said:
        raise Refused("This is kept already, as it is said here.")
    return said


def missing_of(desk: Desk, state: Stock) -> tuple[str, MarkKind | None] | None:
    """The first place where something needed is missing: a mark, or the number of the bearing."""
    for place in desk.job.places:
        for mark in NEEDED:
            if (place.id, mark) not in state.marks:
                return place.id, mark
        if (place.id, "bearing") not in state.parts:
            return place.id, None
    return None


def move(desk: Desk, state: Stock) -> Move:
    """What to mark or check next."""
    undecided = state.undecided()
    if undecided:
        part = undecided[0]
        points = tuple(
            f"{d.what}: {d.specified} is asked for, {d.found} is on the part" for d in part.differs
        )
        return Move(
            Do.DECIDE_PART,
            f"Stop: {part.part} {part.found} is not {part.specified}",
            "A different number is a decision with a name, not an accident.",
            points=points,
            stops=True,
        )
    missing = missing_of(desk, state)
    if missing is None:
        return Move(
            Ask.NOTHING,
            "Everything is marked and checked",
            "More can be marked, photographed and noted at any time.",
        )
    at, mark = missing
    name = desk.job.place(at).name
    if mark is None:
        return Move(
            Do.CHECK_PART,
            f"{name}: read the number on the new ring",
            "Suffixes included: clearance group, taper, groove, cage.",
            "A look-alike goes on, and fails.",
        )
    return Move(
        Do.MAKE_MARK,
        f"{name}: {mark.words}",
        "Mark it, note it, photograph it before anything is loosened.",
        "Without a drawing these marks are the drawing.",
    )
