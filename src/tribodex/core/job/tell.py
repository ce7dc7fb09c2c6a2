"""An entry in a sentence, for the log and the record."""

from __future__ import annotations

from tribodex.core.job import facts
from tribodex.core.job.proofs import What
from tribodex.core.job.topic import House
from tribodex.core.procedure.labels import gate_title, stage_title
from tribodex.core.working import number


def tell(house: House, fact: facts.Fact) -> str:
    """One sentence for one fact."""
    topic = house.by_fact.get(type(fact))
    if topic is not None:
        return topic.tell(fact)
    match fact:
        case facts.JobOpened():
            places = (
                f", {' and '.join(place.name for place in fact.places)}"
                if len(fact.places) > 1
                else ""
            )
            return f"Job {fact.number} opened: {fact.title}{places}."
        case facts.GateConfirmed():
            return f"Gate “{gate_title(fact.gate)}” confirmed: {'; '.join(fact.items)}."
        case facts.GateOverruled():
            return (
                f"Gate “{gate_title(fact.gate)}” overridden by {fact.name}: {fact.reason}. Not"
                f" confirmed: {'; '.join(fact.missing) or 'nothing'}."
            )
        case facts.StepTicked():
            return f"{'Done' if fact.done else 'To be done after all'}: {fact.step}"
        case facts.StageSetAside():
            return f"Stage “{stage_title(fact.stage)}” skipped: {fact.reason}."
        case facts.StageTakenUp():
            return f"Stage “{stage_title(fact.stage)}” reopened."
        case facts.Restarted():
            return house.by_name[fact.topic].restarted(fact.reason)
        case facts.AlarmAccepted():
            return (
                f"What entry {fact.entry} says is accepted as it is by {fact.name}: {fact.reason}."
            )
        case facts.Stated():
            return f"Done outside this job, says {fact.by}: {What(fact.what).words}. {fact.how}."
        case facts.PaperStep():
            many = (
                "The next entry was"
                if fact.entries == 1
                else f"The next {fact.entries} entries were"
            )
            return f"{many} done on paper by {fact.done_by}, typed in afterwards; not gated here."
        case facts.PaperSaid():
            return f"While it was done on paper, says {fact.said_by}: {fact.how}."
        case facts.PlaceFitted():
            b = fact.bearing
            if b is None:
                return f"Fitted here: a bearing nobody knows; shaft {fact.shaft_text}."
            size = " × ".join(number(mm) for mm in (b.bore_mm, b.outside_mm, b.width_mm))
            return f"Fitted here: {b.label}, {size} mm, {b.design.words}; shaft {fact.shaft_text}."
        case _:
            return _tell_remark(house, fact)


def _tell_remark(house: House, fact: facts.Fact) -> str:
    """Notes and open points, corrections, signatures."""
    match fact:
        case facts.PositionGiven():
            return f"In the plant now: {fact.machine}, {fact.name}."
        case facts.NoteAdded():
            return f"Note: {fact.text}"
        case facts.PointOpened():
            return f"Open point: {fact.text}" + (
                f" (blocks “{stage_title(fact.blocks)}”)" if fact.blocks else ""
            )
        case facts.PointClosed():
            return f"Open point {fact.point} settled: {fact.how}."
        case facts.Corrected():
            what = (
                f"should be: {tell(house, fact.replacement)}"
                if fact.replacement
                else "is withdrawn."
            )
            return f"Entry {fact.target} {what} Reason: {fact.reason}."
        case facts.JudgedAnew():
            return (
                f"After a correction, entry {fact.target} is checked again:"
                f" {tell(house, fact.replacement)}"
            )
        case facts.Signed():
            return f"Signed by {fact.name}, {fact.role}." + (
                f" A second person signs too: {fact.second}." if fact.second else ""
            )
        case facts.CounterSigned():
            return f"Counter-signed by {fact.name}, {fact.role}."
        case facts.HandedOver():
            return f"Handed over to {fact.to}: {fact.note}"
        case facts.Abandoned():
            return f"Abandoned by {fact.name}: {fact.reason}."
        case _:
            raise TypeError(f"nothing tells {facts.kind_of(type(fact))}")
