"""Torque of the set screws that lock an insert, a collar or a flinger: by the maker, else by the
practices that are known.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class ScrewCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    TOO_LOOSE = "screw.too_loose"
    TOO_TIGHT = "screw.too_tight"


# A click wrench and a hand on it (share of the value; common practice, no source).
WRENCH_SHARE = 0.10
# The maker's single value, met by hand (share; common practice, no source).
MAKER_SHARE = 0.10


class Footing(StrEnum):
    """What a set screw stands on."""

    PLAIN = "plain"
    DIMPLE = "dimple"
    FLAT = "flat"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"plain": "on the plain shaft", "dimple": "in a dimple", "flat": "on a flat"}[
            self.value
        ]


@dataclass(frozen=True)
class ScrewRow:
    """A set screw by one practice: its key, and the torque (N·m) from low to high."""

    screw: str
    key: str
    torque_nm: Span
    practice: str
    limit: bool


@dataclass(frozen=True)
class SetScrews:
    """Set screws by size; several practices may stand side by side."""

    source: Source
    rows: tuple[ScrewRow, ...]

    def of(self, screw: str) -> tuple[ScrewRow, ...]:
        """The practices for a screw, without the limits of the screw itself; empty where none is
        known.
        """
        return tuple(row for row in self.rows if row.screw == _written(screw) and not row.limit)

    def sizes(self) -> tuple[str, ...]:
        """Every size there is a practice for."""
        return tuple(dict.fromkeys(row.screw for row in self.rows if not row.limit))


def _written(screw: str) -> str:
    return (
        screw.strip().upper().replace(" ", "").replace("IN", "").split("X")[0]
        if screw.strip().upper().startswith("M")
        else screw.strip()
    )


@dataclass(frozen=True)
class ScrewUse:
    """What a screw does when it locks: its name, and what too little and too much of its torque
    do."""

    name: str
    both_ways: str
    too_tight: str
    too_loose: str


@dataclass(frozen=True)
class ScrewTorque:
    """What is asked of a set screw: bands (N·m), one per practice, or the maker's single value;
    where it comes from; which key.
    """

    screw: str
    bands: tuple[Span, ...]
    source: str
    key: str = ""
    maker: bool = False

    @property
    def least(self) -> float:
        """The least of any practice, N·m."""
        return min(band.low for band in self.bands)

    @property
    def most(self) -> float:
        """The most of any practice, N·m."""
        return max(band.high for band in self.bands)

    @property
    def words(self) -> str:
        """As it is said.

        >>> ScrewTorque("1/4-28", (Span(4, 4.5), Span(7.5, 9.5)), "t").words
        '4 to 4.5, or 7.5 to 9.5 N·m'
        """
        each = [
            f"{band.low:g}" if band.low == band.high else f"{band.low:g} to {band.high:g}"
            for band in self.bands
        ]
        return f"{', or '.join(each)} N·m"


def torque_of(table: SetScrews, screw: str) -> ScrewTorque | None:
    """The torque of a set screw by the practices that are known; None where there is none."""
    rows = table.of(screw)
    if not rows:
        return None
    return ScrewTorque(
        rows[0].screw,
        tuple(sorted({row.torque_nm for row in rows}, key=lambda band: band.low)),
        table.source.id,
        rows[0].key,
    )


SET_SCREW = ScrewUse(
    "Set screw",
    "Too little slips, too much cracks the ring.",
    "it cracks the ring over the screw. New ring if it creaked.",
    "the shaft turns in the ring.",
)
JOINT_SCREW = ScrewUse(
    "Joint screw",
    "Too little lets the halves creep on the shaft, too much warps them.",
    "it warps the halves or pulls the thread out. Loosen it, look at the thread, and again"
    " crosswise.",
    "the halves creep on the shaft and part at their joints.",
)


def screw_result(torque: ScrewTorque, use: ScrewUse = SET_SCREW) -> Result:
    """The torque of a screw that locks, with where it comes from.

    Symbols: T torque (N·m); use: what the screw does.
    Valid: set screws in hardened inner rings, collars and flingers, dry; joint screws of halves by
        their maker.
    Raises: nothing.
    Source: the maker's sheet where one was typed in; else practices, from memory, kept apart.

    >>> screw_result(ScrewTorque("M8", (Span(6.5, 11),), "set_screw_torque", "4 mm")).value_to
    11
    """
    lines = tuple(
        Line(
            "T",
            "by the maker" if torque.maker else f"practice {i}",
            "",
            "",
            band.low,
            "N·m",
            torque.source,
        )
        for i, band in enumerate(torque.bands, 1)
    )
    note = f"{torque.words}{f', key {torque.key}' if torque.key else ''}. {use.both_ways}"
    if len(torque.bands) > 1:
        note += " The practices part: the maker's sheet decides."
    most = None if torque.least == torque.most else torque.most
    return Result(
        "set_screw_torque",
        f"{use.name} {torque.screw}",
        torque.least,
        "N·m",
        value_to=most,
        working=lines,
        note=note,
    )


def judge_screw(torque: ScrewTorque, set_nm: float, use: ScrewUse = SET_SCREW) -> Verdict:
    """A torque that was set, against what is asked: too much cracks the ring over the screw, too
    little lets the shaft turn in it.

    Symbols: set torque (N·m); use: what the screw does.
    Valid: as screw_result().
    Raises: nothing.
    Source: as the torque says; a wrench by hand ±10 %, common practice, no source.

    >>> m8 = ScrewTorque("M8", (Span(6.5, 11),), "set_screw_torque")
    >>> judge_screw(m8, 8).word, judge_screw(m8, 18).word, judge_screw(m8, 3).word
    ('at torque', 'too tight', 'too loose')
    """
    share = MAKER_SHARE if torque.maker else WRENCH_SHARE
    if set_nm > torque.most * (1 + share):
        why = f"{number(set_nm)} N·m, where {torque.words} is asked: {use.too_tight}"
        return Verdict("too tight", Level.STOP, why, code=ScrewCode.TOO_TIGHT)
    if set_nm < torque.least * (1 - share):
        return Verdict(
            "too loose",
            Level.STOP,
            f"{number(set_nm)} N·m, where {torque.words} is asked: {use.too_loose}",
            code=ScrewCode.TOO_LOOSE,
        )
    # Between two practices one of them is not met, and nothing here tells which one is right.
    if not any(
        band.low * (1 - share) <= set_nm <= band.high * (1 + share) for band in torque.bands
    ):
        return Verdict(
            "between two practices",
            Level.WATCH,
            f"{number(set_nm)} N·m lies between {torque.words}: look at the maker's sheet.",
        )
    return Verdict("at torque", Level.GOOD, f"{number(set_nm)} N·m of {torque.words}.")


def judge_footing(footing: Footing, shock: bool) -> Verdict:
    """What the screws stand on, against how heavily the unit works."""
    if footing is Footing.PLAIN and shock:
        return Verdict(
            "plain shaft under shocks",
            Level.WATCH,
            "Heavy work: a dimple or a flat under each screw, or they work loose.",
        )
    return Verdict("stands well", Level.GOOD, f"Screws {footing.words}.")
