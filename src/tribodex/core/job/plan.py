"""The plan of one mounting, with every target as it was computed when the plan was made."""

from __future__ import annotations

from dataclasses import dataclass, field

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.mounting.gauging import Where
from tribodex.core.mounting.reduction import Card
from tribodex.core.working import Result


@dataclass(frozen=True)
class Plan:
    """What was planned. Targets are kept as computed, so that a later table does not rewrite them.

    `nut` is None when neither the table nor the person gave one: then no nut angle is computed. `groups_um` is the
    whole row of group limits for the bore. `table_versions` names each table used with its version; `given` is what the person
    typed and chose, word for word.
    """

    bearing: Bearing
    shaft_mm: float
    shaft_text: str
    sleeve_length_mm: float | None
    nut: LockNut | None
    card: Card
    card_reason: str
    feeler: FeelerSet
    where: Where
    places: int
    groups_um: dict[Group, Span]
    reduction_um: Span
    least_residual_um: float | None
    figures: tuple[Result, ...]
    findings: tuple[str, ...]
    table_versions: dict[str, int]
    given: dict[str, str] = field(default_factory=dict)

    @property
    def limits_um(self) -> Span:
        """Limits of the bearing's own group."""
        return self.groups_um[self.bearing.group]
