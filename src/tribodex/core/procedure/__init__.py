"""Procedures as the core sees them: stages in the order of work, steps, gates and cautions.

Where they are kept is not the core's business. Steps, cautions, tools, parts and gates may stand
only for some plans: `when` names conditions of a plan, and one of them is enough.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

from tribodex.core.errors import NotFound

# Stages that must not begin while a seat, a part or a float is not in order.
MOUNTING = frozenset(
    {
        "initial_clearance",
        "target_window",
        "drive_up",
        "set_on",
        "set_follower",
        "replace_insert",
        "set_unit",
    }
)

Turn = Literal["", "between", "after"]


@dataclass(frozen=True)
class Step:
    """One thing to do or to take along."""

    text: str
    when: tuple[str, ...] = ()


def texts_for(steps: Iterable[Step], conditions: frozenset[str]) -> tuple[str, ...]:
    """The steps that stand for a plan with these conditions.

    >>> texts_for([Step("always"), Step("with oil", ("hydraulic",))], frozenset({"spanner"}))
    ('always',)
    """
    return tuple(step.text for step in steps if not step.when or conditions.intersection(step.when))


@dataclass(frozen=True)
class GateItem:
    """One thing to confirm. `drawing` names the picture of this part that shows it, where there is
    one.
    """

    id: str
    text: str
    drawing: str = ""
    when: tuple[str, ...] = ()


@dataclass(frozen=True)
class Gate:
    """A stop that matters. It cannot be passed silently; it can be overruled by name with a reason,
    unless it is `firm`.

    `before`: the commands it stands before; without any it stands before its stage and later ones.
    """

    id: str
    title: str
    why: str
    items: tuple[GateItem, ...]
    when: tuple[str, ...] = ()
    overrule: bool = True
    before: tuple[str, ...] = ()

    @property
    def firm(self) -> bool:
        """Whether nobody may overrule it: isolation and load support."""
        return not self.overrule or self.id == "safe"

    def stands_for(self, conditions: frozenset[str]) -> bool:
        """Whether it stands at all for a plan with these conditions."""
        return not self.when or bool(conditions.intersection(self.when))

    def for_plan(self, conditions: frozenset[str]) -> Gate:
        """The same gate with the items that stand for a plan with these conditions."""
        items = tuple(
            item for item in self.items if not item.when or conditions.intersection(item.when)
        )
        return replace(self, items=items, overrule=not self.firm)


@dataclass(frozen=True)
class Stage:
    """One stage of the work. `gates` are passed before its work begins.

    `trade` is the one of the trade's stages that it belongs to. Where `ticks`, its steps are ticked
    off one by one; a `firm` stage is never set aside. `turn`: when a stage of the shaft comes among
    those of its bearings: before them all, between the first and the second, or after them all.
    """

    id: str
    title: str
    question: str
    steps: tuple[Step, ...]
    cautions: tuple[Step, ...] = ()
    # Drawings of the work by their names, where they stand for the plan.
    pictures: tuple[Step, ...] = ()
    gates: tuple[Gate, ...] = ()
    trade: str = ""
    ticks: bool = False
    firm: bool = False
    turn: Turn = ""


@dataclass(frozen=True)
class Choice:
    """One of several ways the trade works; one of a list is the default, and `reason` says why or
    when.
    """

    id: str
    title: str
    reason: str
    default: bool = False


@dataclass(frozen=True)
class Procedure:
    """A published procedure. A published version is never edited."""

    id: str
    version: int
    title: str
    assembly: str
    stages: tuple[Stage, ...]
    tools: tuple[Step, ...]
    parts: tuple[Step, ...]
    standing_above: str
    gauging_places: tuple[Choice, ...] = ()

    def stage(self, stage_id: str) -> Stage:
        """A stage by its id."""
        for stage in self.stages:
            if stage.id == stage_id:
                return stage
        raise NotFound(f"{self.title} has no stage “{stage_id}”.")

    def gate(self, gate_id: str) -> Gate:
        """A gate by its id."""
        for gate in self.gates():
            if gate.id == gate_id:
                return gate
        raise NotFound(f"{self.title} has no gate “{gate_id}”.")

    def gates(self) -> tuple[Gate, ...]:
        """All gates in the order of work."""
        return tuple(gate for stage in self.stages for gate in stage.gates)
