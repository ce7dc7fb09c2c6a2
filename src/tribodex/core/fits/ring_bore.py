"""Whether a bore that was read can be that of a new ring: its class allows some hundredths at the
most.
"""

from __future__ import annotations

from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.quantities import travel_text
from tribodex.core.working import Level, Verdict

# Two micrometers read one bore within this (µm; own choice, with the micrometer's own ± 2 µm).
READ_UM = 5.0


class RingCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_THIS_RING = "ring.not_this_ring"


def judge_ring_bore(read_um: Span, limits_um: Span, nominal_mm: float) -> Verdict | None:
    """A bore against the limits of its tolerance class; None where it may be.

    Symbols: deviation from nominal as read, with what the micrometer may be off, and as the class
        allows (µm); nominal bore (mm).
    Valid: new rings with a cylindrical bore.
    Raises: nothing.
    Source: ISO 492 for the limits, from memory; the room for reading is an own choice.

    >>> (
    ...     judge_ring_bore(Span(-52, -48), Span(-12, 0), 45).word,
    ...     judge_ring_bore(Span(-17, -13), Span(-12, 0), 45).word,
    ... )
    ('not this ring', 'outside its class')
    >>> judge_ring_bore(Span(-8, -4), Span(-12, 0), 45) is None
    True
    """
    outside = max(limits_um.low - read_um.high, read_um.low - limits_um.high)
    if outside <= 0:
        return None
    mean = nominal_mm + (read_um.low + read_um.high) / 2000
    ends = " to ".join(f"{nominal_mm + at / 1000:.3f}" for at in (limits_um.low, limits_um.high))
    why = (
        f"Its bore reads {mean:.3f} mm, a new ring's is {ends} mm (ISO 492):"
        f" {travel_text(outside / 1000)} outside."
    )
    if outside > READ_UM + (limits_um.high - limits_um.low) / 2:
        return Verdict(
            "not this ring",
            Level.STOP,
            f"{why} Read it again; or it is another ring, or no new one.",
            code=RingCode.NOT_THIS_RING,
        )
    return Verdict(
        "outside its class",
        Level.WATCH,
        f"{why} Read it again, ring and micrometer at one temperature.",
    )
