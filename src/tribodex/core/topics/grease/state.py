"""How the grease of a bearing stands, now."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import assert_never

from tribodex.core.grease.amounts import Pace
from tribodex.core.job.facts import Event
from tribodex.core.topics.grease import facts as ev
from tribodex.core.working import Level


@dataclass
class Greasing:
    """How the grease of a bearing stands, now. Mutable only inside fold()."""

    chosen: ev.LubricantChosen | None = None
    planned: ev.FillPlan | None = None
    packed: ev.BearingPacked | None = None
    corners: dict[int, ev.CornerFilled] = field(default_factory=dict)
    tagged: ev.StorageTagged | None = None
    oil: ev.OilFilled | None = None
    as_made: ev.LeftAsMade | None = None

    @property
    def chosen_right(self) -> bool:
        """Whether what goes in is known, and may go in."""
        return self.chosen is not None and self.chosen.mixes.level in (Level.GOOD, Level.WATCH)

    @property
    def packed_right(self) -> bool:
        """Whether the bearing is packed as it should be, or that was decided by name."""
        return self.packed is not None and (
            self.packed.verdict.level is not Level.STOP or self.packed.decided_by != ""
        )

    @property
    def next_corner(self) -> int | None:
        """The corner that is next: one that got too much first; None when all have theirs."""
        if self.planned is None:
            return None
        every = range(1, self.planned.corners + 1)
        bad = next(
            (i for i in every if i in self.corners and self.corners[i].verdict.level is Level.STOP),
            None,
        )
        return bad or next((i for i in every if i not in self.corners), None)

    @property
    def stored(self) -> bool:
        """Whether it is filled up to be stored."""
        return self.planned is not None and self.planned.pace is Pace.STORED

    @property
    def given(self) -> float:
        """What all corners got: strokes, or grams where no gun is used."""
        return sum(corner.amount for corner in self.corners.values())

    @property
    def given_g(self) -> float | None:
        """The same in grams; None while nothing was filled in."""
        if (
            self.planned is None
            or not self.corners
            or (self.planned.counted and self.planned.gun is None)
        ):
            return None
        return self.given * (self.planned.gun.stroke_g if self.planned.gun is not None else 1.0)

    @property
    def done(self) -> bool:
        """Whether everything is in, or it came so."""
        if self.as_made is not None:
            return True
        if not self.chosen_right or self.chosen is None:
            return False
        if self.chosen.kind == "oil":
            return self.oil is not None and all(
                verdict.level is not Level.STOP for verdict in self.oil.verdicts
            )
        filled = self.planned is not None and self.packed_right and self.next_corner is None
        return filled and (not self.stored or self.tagged is not None)


def fold(state: Greasing, _: Event, fact: ev.GreaseFact) -> None:
    """Take one entry into the slice."""
    match fact:
        case ev.LubricantChosen():
            if state.chosen is not None and _another(state.chosen, fact):
                state.packed, state.oil = None, None
                state.corners.clear()
            state.chosen, state.as_made = fact, None
        case ev.FillPlanned():
            # What a corner got belongs to the plan it was filled by.
            if state.planned is not None and state.planned.asked != fact.plan.asked:
                state.corners.clear()
            # Full is right at one speed and hot at another.
            if state.planned is not None and state.planned.pace is not fact.plan.pace:
                state.packed = None
            state.planned = fact.plan
        case ev.BearingPacked():
            state.packed = fact
        case ev.CornerFilled():
            state.corners[fact.corner] = fact
        case ev.StorageTagged():
            state.tagged = fact
        case ev.OilFilled():
            state.oil = fact
        case ev.LeftAsMade():
            state.as_made = fact
        case _:
            assert_never(fact)


def _another(before: ev.LubricantChosen, now: ev.LubricantChosen) -> bool:
    """Whether something else goes in: what is in there already is not it."""
    return (before.kind, before.name.casefold(), before.thickener) != (
        now.kind,
        now.name.casefold(),
        now.thickener,
    )
