"""The parts of a cartridge, and what each of them rests on and shuts off, from how its bearings,
rings, covers and nuts are made.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from tribodex.core.cartridge.assembly import End, From, Part, Stands

Side = Literal["fixed", "floating"]
SIDES: tuple[Side, ...] = ("fixed", "floating")
ENTRY, GREASE, TURN, TOP_UP, ROD_IN, ROD_OUT = (
    "entry",
    "grease",
    "turn",
    "top_up",
    "rod_in",
    "rod_out",
)


@dataclass(frozen=True)
class BearingHeld:
    """How one bearing sits: its end of the shaft, whether it comes apart, is sealed, and which
    retaining rings hold it.
    """

    side: Side
    end: End
    separable: bool = False
    sealed: bool = False
    ring_on_shaft: bool = False
    ring_in_bore: bool = False


@dataclass(frozen=True)
class Makeup:
    """How a cartridge is made. `first`: the bearing that is on the shaft when the shaft meets its
    housing.

    `nuts`: ends with a nut pair; an empty one where nobody said which. `clamped`: the nuts hold the
    flingers, which have no screws. `rod`: the end where a handle rod is screwed on for the
    lowering; empty without one.
    """

    stands: Stands
    first: Side
    seats: tuple[BearingHeld, BearingHeld]
    covers: tuple[End, ...]
    nuts: tuple[From, ...]
    flingers: tuple[End, ...]
    clamped: bool = False
    rod: From = ""

    def seat(self, side: Side) -> BearingHeld:
        """How the bearing of a side sits."""
        return next(seat for seat in self.seats if seat.side == side)

    @property
    def second(self) -> Side:
        """The bearing that meets shaft and housing at once, or whose inner ring follows."""
        return "floating" if self.first == "fixed" else "fixed"

    @property
    def greased(self) -> bool:
        """Whether grease goes between the pair: two sealed bearings bring their own."""
        return not all(seat.sealed for seat in self.seats)

    @property
    def joins_inside(self) -> bool:
        """Whether the second bearing goes onto the shaft inside the housing: one that comes apart
        may be on before.
        """
        return not self.seat(self.second).separable


def part_id(kind: str, where: str) -> str:
    """The id of a part of one side or end.

    >>> part_id("cover", "drive")
    'cover.drive'
    """
    return f"{kind}.{where}"


def parts_of(made: Makeup) -> tuple[Part, ...]:
    """Every part and step of a cartridge, in the order that is usual where nothing else decides.

    Symbols: the makeup of the cartridge.
    Valid: two bearings in one housing.
    Raises: nothing.
    Source: common practice, no source; what shuts off what follows from where each part lies.

    >>> seats = (BearingHeld("fixed", "drive"), BearingHeld("floating", "far"))
    >>> [
    ...     part.id
    ...     for part in parts_of(Makeup(Stands.HORIZONTAL, "fixed", seats, ("drive",), (), ()))
    ... ][:4]
    ['bearing.fixed', 'entry', 'bearing.floating', 'grease']
    """
    return tuple(_parts(made))


def worked_at_both_ends(made: Makeup) -> bool:
    """Whether a part is put in from the end that is down when the shaft goes in: then one that
    stands is turned over.
    """
    up = made.seat(made.first).end
    return any(part.end not in ("", up) for part in parts_of(made))


def _parts(makeup: Makeup) -> Iterator[Part]:
    first, second = makeup.seat(makeup.first), makeup.seat(makeup.second)
    separable = tuple(seat for seat in (first, second) if seat.separable)
    for seat in separable:
        # It bottoms in the clean housing while nothing is in the way; an empty housing is turned as
        # one likes.
        yield Part(part_id("outer", seat.side), f"the outer ring of the {seat.side} bearing")
    yield Part(part_id("bearing", first.side), f"the {first.side} bearing on its seat", "")
    yield from _ring_on_shaft(first)
    if makeup.rod:
        yield Part(ROD_IN, f"the handle rod on the {makeup.rod} end")
    inside = makeup.joins_inside
    outer = tuple(part_id("outer", seat.side) for seat in separable)
    if not inside:
        # Usually before the shaft goes in; afterwards it is no harder.
        yield Part(part_id("bearing", second.side), f"the {second.side} bearing on its seat", "")
        yield from _ring_on_shaft(second)
    rod = (ROD_IN,) if makeup.rod else ()
    yield Part(
        ENTRY,
        "the shaft in its housing",
        first.end,
        rests_on=(part_id("bearing", first.side), *rod),
        shuts_off=outer,
    )
    yield from _ring_in_bore(first)
    if makeup.rod:
        yield Part(ROD_OUT, "the handle rod off again", "", rests_on=(ENTRY,))
    if inside:
        # A sealed bearing lets nothing past; an open one is packed through.
        shut = (GREASE,) if makeup.greased and second.sealed else ()
        yield Part(
            part_id("bearing", second.side),
            f"the {second.side} bearing on its seat",
            second.end,
            rests_on=(ENTRY,),
            shuts_off=shut,
        )
        yield from _ring_on_shaft(second)
    yield from _ring_in_bore(second)
    yield from _closing(makeup)


def _ring_on_shaft(seat: BearingHeld) -> Iterator[Part]:
    if seat.ring_on_shaft:
        name = f"the retaining ring on the shaft at the {seat.side} bearing"
        yield Part(
            part_id("ring_shaft", seat.side), name, "", rests_on=(part_id("bearing", seat.side),)
        )


def _ring_in_bore(seat: BearingHeld) -> Iterator[Part]:
    if seat.ring_in_bore:
        on = (
            (part_id("outer", seat.side),)
            if seat.separable
            else (ENTRY, part_id("bearing", seat.side))
        )
        yield Part(
            part_id("ring_bore", seat.side),
            f"the retaining ring in the bore at the {seat.side} bearing",
            seat.end,
            rests_on=on,
        )


def _closing(makeup: Makeup) -> Iterator[Part]:
    """Nuts, covers, flingers of each end, the first bearing's end first; then what is felt and
    topped up at the end.
    """
    ends = [makeup.seat(side).end for side in (makeup.first, makeup.second)]
    for end in ("", *ends):
        if end in makeup.nuts and not (makeup.clamped and end in makeup.flingers):
            yield _nuts(makeup, end)
    if makeup.greased:
        yield Part(
            GREASE, "the grease between the pair", makeup.seat(makeup.second).end, rests_on=(ENTRY,)
        )
    for end in ends:
        if end in makeup.covers:
            yield _cover(makeup, end)
    for end in ends:
        if end in makeup.flingers:
            # Closed in it may lie: either end is in reach.
            yield Part(
                part_id("flinger", end),
                f"the flinger at the {end} end",
                rests_on=_under_flinger(makeup, end),
            )
        if end in makeup.nuts and makeup.clamped and end in makeup.flingers:
            yield _nuts(makeup, end)
    covers = tuple(part_id("cover", end) for end in makeup.covers)
    seats = tuple(part_id("bearing", seat.side) for seat in makeup.seats)
    yield Part(TURN, "the shaft turned by hand", "", rests_on=(ENTRY, *seats, *covers))
    flingers = tuple(part_id("flinger", end) for end in makeup.flingers)
    nuts = tuple(part_id("nuts", end) for end in makeup.nuts)
    rod = (ROD_OUT,) if makeup.rod else ()
    grease = (GREASE,) if makeup.greased else ()
    yield Part(
        TOP_UP, "topped up, nothing touches", "", rests_on=(TURN, *grease, *flingers, *nuts, *rod)
    )


def _nuts(makeup: Makeup, end: From) -> Part:
    name = f"the nut pair at the {end} end" if end else "the nut pair"
    if makeup.clamped and end in makeup.flingers:
        return Part(part_id("nuts", end), name, rests_on=(part_id("flinger", end),))
    at = [seat for seat in makeup.seats if not end or seat.end == end]
    return Part(
        part_id("nuts", end),
        name,
        end,
        rests_on=tuple(part_id("bearing", seat.side) for seat in at),
    )


def _cover(makeup: Makeup, end: End) -> Part:
    seat = next(seat for seat in makeup.seats if seat.end == end)
    under = [part_id("ring_shaft", seat.side)] if seat.ring_on_shaft else []
    under += [part_id("ring_bore", seat.side)] if seat.ring_in_bore else []
    under += [
        part_id("nuts", nut)
        for nut in makeup.nuts
        if nut in ("", end) and not (makeup.clamped and nut in makeup.flingers)
    ]
    if makeup.rod == end:
        under.append(ROD_OUT)
    if makeup.greased and end == makeup.seat(makeup.second).end:
        under.append(GREASE)
    return Part(
        part_id("cover", end),
        f"the cover of the {seat.side} bearing",
        end,
        rests_on=(ENTRY, part_id("bearing", seat.side)),
        shuts_off=tuple(under),
    )


def _under_flinger(makeup: Makeup, end: End) -> tuple[str, ...]:
    return (
        (part_id("cover", end), TURN)
        if end in makeup.covers and not makeup.clamped
        else (part_id("cover", end),)
        if end in makeup.covers
        else (ENTRY,)
    )
