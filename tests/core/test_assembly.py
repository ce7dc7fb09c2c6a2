"""An order for a cartridge from its parts: every order offered can be built, every refusal names a
part, no order turns it over less often.
"""

from __future__ import annotations

import itertools
import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tribodex.core.cartridge.assembly import (
    End,
    InTheWay,
    Part,
    Stands,
    Step,
    before,
    in_the_way,
    inversions,
    may_come,
    order_of,
)
from tribodex.core.cartridge.parts import BearingHeld, Makeup, parts_of
from tribodex.core.errors import InvalidInput

# A pump: bearings that come apart, outer rings in first, a handle rod, a fixed cover, two nuts that
# clamp flingers without set screws.
PUMP = Makeup(
    stands=Stands.UPRIGHT,
    first="fixed",
    seats=(
        BearingHeld("fixed", "drive", separable=True),
        BearingHeld("floating", "far", separable=True),
    ),
    covers=("drive", "far"),
    nuts=("drive", "far"),
    flingers=("drive", "far"),
    clamped=True,
    rod="drive",
)
# A spindle that stands: sealed bearings held by retaining rings, hot below, cold above.
SPINDLE = Makeup(
    stands=Stands.UPRIGHT,
    first="fixed",
    seats=(
        BearingHeld("fixed", "drive", sealed=True, ring_on_shaft=True, ring_in_bore=True),
        BearingHeld("floating", "far", sealed=True, ring_on_shaft=True),
    ),
    covers=("drive", "far"),
    nuts=(),
    flingers=(),
)


def ids(steps: tuple[Step, ...]) -> list[str]:
    return [step.part.id if step.part is not None else f"up {step.up}" for step in steps]


def built(
    parts: tuple[Part, ...], steps: tuple[Step, ...], stands: Stands, up: End | None = None
) -> None:
    """Goes in, part by part, as it was offered; upright each from the end that is up."""
    placed: list[str] = []
    for step in steps:
        if step.part is None:
            up = step.up
            continue
        assert in_the_way(parts, placed, step.part) is None, f"{step.part.name} after {placed}"
        if up is None and stands is Stands.UPRIGHT and step.part.end:
            up = step.part.end
        assert stands is Stands.HORIZONTAL or step.part.end in (
            "",
            up,
        ), f"{step.part.name} from below"
        placed.append(step.part.id)
    assert sorted(placed) == sorted(part.id for part in parts)


def test_a_pump_cartridge_with_bearings_that_come_apart() -> None:
    parts = parts_of(PUMP)
    steps = order_of(parts, PUMP.stands)
    built(parts, steps, PUMP.stands)
    order = ids(steps)
    assert order.index("outer.fixed") < order.index("entry") > order.index("outer.floating")
    assert (
        order.index("rod_in")
        < order.index("entry")
        < order.index("rod_out")
        < order.index("cover.drive")
    )
    for end in ("drive", "far"):
        assert (
            order.index(f"cover.{end}") < order.index(f"flinger.{end}") < order.index(f"nuts.{end}")
        )
    assert inversions(steps) == fewest(parts)


def test_an_upright_spindle_has_its_fixed_cover_on_before_it_is_turned_over() -> None:
    parts = parts_of(SPINDLE)
    steps = order_of(parts, SPINDLE.stands)
    built(parts, steps, SPINDLE.stands)
    order = ids(steps)
    assert (
        order.index("ring_bore.fixed")
        < order.index("cover.drive")
        < order.index("up far")
        < order.index("bearing.floating")
    )
    assert (
        inversions(steps) == 1
        and "grease" not in order
        and not any(part.startswith("nuts") for part in order)
    )


def test_lying_nothing_is_turned_over() -> None:
    for made in (PUMP, SPINDLE):
        steps = order_of(parts_of(made), Stands.HORIZONTAL)
        built(parts_of(made), steps, Stands.HORIZONTAL)
        assert inversions(steps) == 0


def test_what_lies_over_a_part_is_named_and_what_it_would_shut_off() -> None:
    parts = parts_of(SPINDLE)
    by_id = {part.id: part for part in parts}
    on = {"bearing.fixed", "ring_shaft.fixed", "entry"}
    early = in_the_way(parts, on, by_id["cover.drive"])
    assert (
        early is not None
        and early.part.id == "ring_bore.fixed"
        and early.words.startswith("First the retaining ring in the bore")
    )
    late = in_the_way(parts, {*on, "cover.drive"}, by_id["ring_bore.fixed"])
    assert late is not None and late.part.id == "cover.drive" and "comes off first" in late.words
    missing = in_the_way(parts, on, by_id["ring_shaft.floating"])
    assert missing is not None and missing.part.id == "bearing.floating"


def test_parts_that_wait_for_each_other_are_named() -> None:
    parts = (Part("a", "the sleeve", rests_on=("b",)), Part("b", "the ring", rests_on=("a",)))
    with pytest.raises(InvalidInput, match="the sleeve, the ring"):
        order_of(parts, Stands.HORIZONTAL)


# --- Fifty random part lists, and as many random makeups. -----------------------------------------


def some_parts(seed: int) -> tuple[Part, ...]:
    """Parts of which every one waits for some that come before it in a hidden order, listed in
    another.
    """
    luck = random.Random(seed)
    hidden = [f"p{i}" for i in range(luck.randint(2, 7))]
    made = []
    for i, name in enumerate(hidden):
        earlier = hidden[:i]
        rests = tuple(one for one in earlier if luck.random() < 0.25)
        shuts = tuple(one for one in earlier if one not in rests and luck.random() < 0.2)
        made.append(Part(name, f"part {name}", luck.choice(["drive", "far", ""]), rests, shuts))
    luck.shuffle(made)
    return tuple(made)


def fewest(parts: tuple[Part, ...]) -> int:
    """The least number of inversions, by trying both beginnings and going through every set of
    parts that can be in: another way than the order's.
    """
    best: list[int] = []
    for up in ("drive", "far"):
        reached: dict[tuple[frozenset[str], str], int] = {(frozenset(), up): 0}
        while reached:
            after: dict[tuple[frozenset[str], str], int] = {}
            for (placed, now), turned in reached.items():
                if len(placed) == len(parts):
                    best.append(turned)
                for part in parts:
                    if part.id in placed or not before(parts, part) <= placed:
                        continue
                    end = part.end or now
                    key = (placed | {part.id}, end)
                    after[key] = min(after.get(key, 99), turned + (end != now))
            reached = after
    return min(best)


@pytest.mark.parametrize("seed", range(50))
def test_every_order_offered_can_be_built_and_none_turns_it_over_less_often(seed: int) -> None:
    parts = some_parts(seed)
    for stands in Stands:
        built(parts, order_of(parts, stands), stands)
    assert inversions(order_of(parts, Stands.UPRIGHT)) == fewest(parts)


@pytest.mark.parametrize("seed", range(50))
def test_every_refusal_names_a_part_and_nothing_else_is_refused(seed: int) -> None:
    parts, luck = some_parts(seed), random.Random(seed)
    placed: set[str] = set()
    while len(placed) < len(parts):
        for part in parts:
            if part.id in placed:
                continue
            why = in_the_way(parts, placed, part)
            assert (why is None) == (before(parts, part) <= placed)
            assert why is None or (why.part.name in why.words.lower() or why.part.name in why.words)
        # Somebody's own order: any part that nothing is in the way of.
        placed.add(luck.choice(may_come(parts, placed)).id)


ends = st.sampled_from(["drive", "far"])
flags = st.booleans()


@st.composite
def makeups(draw: st.DrawFn) -> Makeup:
    fixed = draw(ends)
    other = "far" if fixed == "drive" else "drive"
    subset = st.sampled_from([(), ("drive",), ("far",), ("drive", "far")])
    return Makeup(
        stands=draw(st.sampled_from(Stands)),
        first=draw(st.sampled_from(["fixed", "floating"])),
        seats=(
            BearingHeld("fixed", fixed, draw(flags), draw(flags), draw(flags), draw(flags)),
            BearingHeld("floating", other, draw(flags), draw(flags), draw(flags), draw(flags)),
        ),
        covers=draw(subset),
        nuts=draw(st.sampled_from([(), ("drive",), ("far",), ("drive", "far"), ("",)])),
        flingers=draw(subset),
        clamped=draw(flags),
        rod=draw(st.sampled_from(["", "drive", "far"])),
    )


@given(makeups(), st.randoms())
def test_any_cartridge_can_be_built_from_wherever_it_stands(
    made: Makeup, luck: random.Random
) -> None:
    parts = parts_of(made)
    assert len({part.id for part in parts}) == len(parts)
    known = {part.id for part in parts}
    assert all(one in known for part in parts for one in (*part.rests_on, *part.shuts_off)), (
        "every need is a part of it"
    )
    built(parts, order_of(parts, made.stands), made.stands)
    # Somebody goes on in an own order for a while; from there on an order is offered again.
    placed: set[str] = set()
    for _ in range(luck.randint(0, len(parts))):
        free = may_come(parts, placed)
        if not free:
            break
        placed.add(luck.choice(free).id)
    rest = order_of(parts, made.stands, "drive", placed)
    assert {step.part.id for step in rest if step.part is not None} | placed == known
    for first, then in itertools.pairwise([step.part for step in rest if step.part is not None]):
        assert first.id != then.id


def test_a_refusal_is_a_sentence() -> None:
    for why in ("over it", "missing", "shut off"):
        words = InTheWay(Part("x", "the cover of the fixed bearing"), why).words  # type: ignore[arg-type]
        assert words[0].isupper() and words.endswith(".")
