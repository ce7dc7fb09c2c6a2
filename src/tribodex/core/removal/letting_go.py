"""How a taper is let go, for what the bearing sits on. One source for whoever removes it, and for
whoever must start again.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.components.shaft import Seat
from tribodex.core.removal.backing_off import BackedOff


@dataclass(frozen=True)
class LettingGo:
    """What to do, how, and what it can do to you. `stop` says which nut is left on as the stop, and
    how far it is backed off.
    """

    stop: str
    headline: str
    how: str
    risk: str

    @property
    def in_full(self) -> str:
        """All of it, in the order in which it is done."""
        return f"{self.stop} {self.headline}. {self.how} {self.risk}"


_USUAL = (
    "2 to 4 mm in mid sizes, more in large ones: the drive-up, what lies between, and 1 to 2 mm"
)
_BANG = "It comes free with a bang: nobody in line with the shaft."


def letting_go(seat: Seat, gap: BackedOff | None = None, captive: bool = False) -> LettingGo:
    """How a bearing is let go of its taper.

    Symbols: gap as BackedOff (mm), None where the drive-up is not known; captive: a nut that draws
        the sleeve by itself.
    Valid: adapter sleeves, withdrawal sleeves, tapered shafts.
    Raises: nothing.
    Source: common practice, no source; the maker's instruction comes first.

    >>> letting_go(Seat.WITHDRAWAL_SLEEVE).headline
    'Run the withdrawal nut up against the inner ring until the sleeve comes out'
    >>> "blow" in letting_go(Seat.TAPERED_SHAFT).headline
    False
    """
    far = gap.words if gap is not None else _USUAL
    if captive:
        return LettingGo(
            "Load off, base bolts loose, lock plate off.",
            "Turn the captive nut back until the sleeve comes loose",
            "A captive nut draws the sleeve by itself: no blow is needed.",
            "Load off and base bolts loose before.",
        )
    if seat is Seat.WITHDRAWAL_SLEEVE:
        return LettingGo(
            "Support the load, the ring's far face on its abutment. Open the lock of the mounting"
            " nut (on the shaft, or an end plate) and turn it back only until its gap to the"
            f" sleeve is {far}; it stays on as the stop. No mounting nut there: another stop.",
            "Run the withdrawal nut up against the inner ring until the sleeve comes out",
            "The withdrawal nut sits on the sleeve's own thread, at its wide end: thread and face"
            " oiled, it is tightened, not turned back. Or a hydraulic nut, its ram returned before"
            " it is used again, or oil by the maker's sheet. A thread that stands out beyond the"
            " shaft is supported from inside.",
            f"Nobody strikes the thread end: that drives the sleeve further in. {_BANG}",
        )
    if seat is Seat.TAPERED_SHAFT:
        return LettingGo(
            _back_off(far),
            "Release the ring with oil between the faces, or a puller on the inner ring",
            "No blow on shaft, nut or rings. A hydraulic puller's valve is shut before pumping and"
            " opened slowly.",
            _BANG,
        )
    return LettingGo(
        _back_off(far),
        "Release it: drive against the nut's face through a tube or soft drift, towards the"
        " sleeve's wide end",
        "Towards the sleeve's wide end; on its bare thread end only under a protector, never on"
        " rings. Large: hydraulic nut or oil.",
        _BANG,
    )


def _back_off(far: str) -> str:
    return (
        f"Straighten the tab; back the nut off to a gap to the ring of {far}: the whole nut stays"
        " on its thread, the stop."
    )


def nut_of(seat: Seat) -> str:
    """The nut that is left on as the stop.

    >>> nut_of(Seat.WITHDRAWAL_SLEEVE)
    'mounting nut'
    """
    return "mounting nut" if seat is Seat.WITHDRAWAL_SLEEVE else "nut"
