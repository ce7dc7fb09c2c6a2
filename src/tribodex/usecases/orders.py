"""What a job is opened with: its bearings, their places, and what is done."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.job.scope import Scope
from tribodex.core.lineup.floating import Floats
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.planning.kinds import Draft


@dataclass(frozen=True)
class BearingOrder:
    """One bearing of the job: its position, its plan as typed, and where it lets the shaft grow.

    Where it is not in the plant yet the position is empty, and `name` says which bearing it is.
    """

    position_id: str
    plan: PlanDraft | Draft
    floats: Floats = Floats.UNKNOWN
    name: str = ""


@dataclass(frozen=True)
class Order:
    """A job to open. `whole`: from taking stock to keeping, not the mounting alone. `cartridge`:
    what closes its two bearings in.

    `scope`: what of every stage is covered; `off_machine`: why it is work away from the machine.
    `machine`: what the machine is called that is not in the plant yet; None where the positions say
    it.
    """

    title: str
    bearings: tuple[BearingOrder, ...]
    whole: bool = False
    cartridge: CartridgeDraft | None = None
    scope: Scope = Scope.WHOLE
    off_machine: str = ""
    machine: str | None = None
