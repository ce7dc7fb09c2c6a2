"""The plan of one mounting, with every target as it was computed when the plan was made."""

from __future__ import annotations

from dataclasses import dataclass, field

from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Bearing, Group
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.lock_nut import LockKind, LockNut
from tribodex.core.components.shaft import Seat, Shaft
from tribodex.core.errors import Refused
from tribodex.core.mounting.force import HydraulicStep
from tribodex.core.mounting.gauging import Where
from tribodex.core.mounting.locking import USUAL_RISK
from tribodex.core.mounting.methods import METHOD_NOTES, Method, Oil, WasherMethod
from tribodex.core.mounting.window import Target, Window
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.sources import Source
from tribodex.core.working import Result

# Every condition that a plan can have: a procedure that asks for another one is wrong.
CONDITIONS = frozenset(
    {
        "hydraulic",
        "spanner",
        "sealed",
        *(f"oil_{oil.value}" for oil in Oil),
        *(f"washer_{washer.value}" for washer in WasherMethod),
        *(f"lock_{lock.value}" for lock in LockKind if lock is not LockKind.TAB_WASHER),
        *(f"seat_{seat.value}" for seat in Seat),
        *(f"method_{method.value}" for method in Method),
        # The first procedures called a method a school; a published version is never edited.
        *(f"school_{method.value}" for method in Method),
    }
)


@dataclass(frozen=True)
class Plan:
    """What was planned. Targets are kept as computed, so that a later table does not rewrite them.

    `nut` is None when neither the table nor the person gave one: then no nut angle is computed.
    `groups_um` is the whole row of group limits for the bore. `target` is None where the play is
    not gauged (turns from hand-tight). `drive_up_mm` counts from firm contact, `turn_range_deg`
    from the method's own zero point. `table_versions` names each table used with its version;
    `given` is what the person typed and chose, word for word. `sources` are those tables' own words
    as they stood when it was planned: what is changed later rewrites no record. `unmounted_um` is
    the sheet's own band before mounting, where it has one: that judges the unmounted gauging.
    `sheet_zero` is what the sheet's turns count from; None where it is silent or not asked.
    """

    bearing: Bearing
    shaft: Shaft
    shaft_text: str
    seat: Seat
    housed_unit: bool
    sleeve_length_mm: float | None
    nut: LockNut | None
    method: Method
    washer: WasherMethod
    card: str
    card_title: str
    card_reason: str
    card_source_id: str
    target: Target | None
    drive_up_mm: Span | None
    turn_range_deg: Span | None
    range_source: str
    hydraulic: HydraulicStep | None
    feeler: FeelerSet | None
    where: Where
    places: int
    groups_um: dict[Group, Span]
    figures: tuple[Result, ...]
    findings: tuple[str, ...]
    table_versions: dict[str, int]
    risk: float = USUAL_RISK
    oil: Oil = Oil.ALL
    sealed: bool = False
    given: dict[str, str] = field(default_factory=dict)
    sources: tuple[Source, ...] = ()
    unmounted_um: Span | None = None
    sheet_zero: SheetZero | None = None

    @property
    def gauge(self) -> FeelerSet:
        """The gauge set. Raises Refused where the plan gauges nothing with leaves."""
        if self.feeler is None:
            raise Refused(
                "This method gauges nothing with feelers; there is no gauge set in the plan."
            )
        return self.feeler

    @property
    def method_title(self) -> str:
        """What the method is called; plans older than the zero of a sheet counted from
        hand-tight."""
        if self.method is Method.TURNS and "sheet_zero" not in self.given:
            return "Turns from hand-tight"
        return METHOD_NOTES[self.method].title

    @property
    def limits_um(self) -> Span:
        """What the unmounted clearance should be: by the sheet where it says so, else the limits of
        the bearing's group.
        """
        return self.unmounted_um or self.groups_um[self.bearing.group]

    @property
    def reduction_um(self) -> Span | None:
        """The reduction aimed for, in the middle of the group where it is a share."""
        return self.target.reduction_um if self.target else None

    @property
    def least_residual_um(self) -> float | None:
        """What must be left, where it is known."""
        return self.target.least_residual_um if self.target else None

    @property
    def lock(self) -> LockKind:
        """What locks the nut."""
        return self.nut.lock if self.nut else LockKind.TAB_WASHER

    @property
    def reseats(self) -> bool:
        """Whether the nut is backed off to fit a washer, and seats again with the washer under
        it."""
        return (
            self.washer is WasherMethod.OFF
            and self.lock is LockKind.TAB_WASHER
            and self.hydraulic is None
        )

    @property
    def seats_again(self) -> bool:
        """Whether a nut is seated after the drive-up: with its washer under it, or in place of the
        hydraulic nut.
        """
        return self.reseats or self.hydraulic is not None

    @property
    def washer_thickness_mm(self) -> float | None:
        """Thickness of the washer, measured or remembered; None while nobody knows it."""
        return self.nut.washer_mm if self.nut else None

    @property
    def washer_measured(self) -> bool:
        """Whether the washer's thickness was measured here."""
        return self.nut is not None and self.nut.washer_measured

    @property
    def warm_shaft_um(self) -> float:
        """Play that the shaft's own warmth takes, as it was computed with the plan; zero where it
        does nothing.
        """
        return next(
            (
                figure.value
                for figure in self.figures
                if figure.id == "warm_shaft" and figure.value is not None
            ),
            0.0,
        )

    @property
    def conditions(self) -> frozenset[str]:
        """Names that a procedure's steps and gates can ask for in `when`."""
        lock = (
            f"washer_{self.washer.value}"
            if self.lock is LockKind.TAB_WASHER
            else f"lock_{self.lock.value}"
        )
        method = self.method.value
        driven = "hydraulic" if self.hydraulic else "spanner"
        found = {
            lock,
            f"seat_{self.seat.value}",
            f"method_{method}",
            f"school_{method}",
            driven,
            f"oil_{self.oil.value}",
        }
        return frozenset(found | ({"sealed"} if self.sealed else set()))

    def window(self, initial_um: float) -> Window | None:
        """Target window for a measured clearance; None where the play is not gauged."""
        return self.target.window(initial_um) if self.target else None
