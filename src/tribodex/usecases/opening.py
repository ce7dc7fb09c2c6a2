"""Open a job: for one bearing or for every bearing of a shaft, with the mounting alone or with
every stage of the trade.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from tribodex.core.components.bearing import Kind
from tribodex.core.components.compare_numbers import not_as_listed
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.components.straight import StraightKind
from tribodex.core.errors import Field, InvalidInput
from tribodex.core.job.facts import Fact, JobOpened, Planned
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.job.scope import Scope, left_out_by
from tribodex.core.lineup.floating import Floats, float_conflict
from tribodex.core.topics import fold
from tribodex.core.topics.cartridge.facts import CartridgePlan, CartridgePlanned
from tribodex.core.topics.lineup.facts import Along, ShaftPlanned
from tribodex.core.topics.prepare.facts import SeatPlanned
from tribodex.core.topics.shouldered.facts import ShoulderPlanned
from tribodex.core.topics.stock.facts import PositionCompared
from tribodex.core.topics.tapered.facts import TaperedPlanned
from tribodex.usecases.books import Reference
from tribodex.usecases.crib import gauges_of, with_cards
from tribodex.usecases.draft.given import PlanDraft
from tribodex.usecases.jobs import Loaded, append, load
from tribodex.usecases.orders import Order
from tribodex.usecases.plan_sheet import procedure_id
from tribodex.usecases.planning import make_plan
from tribodex.usecases.planning.cartridges import cartridge_plan, in_cartridge
from tribodex.usecases.planning.followers import FollowerDraft
from tribodex.usecases.planning.given_shouldered import ShoulderDraft
from tribodex.usecases.planning.inserts import InsertDraft
from tribodex.usecases.planning.kinds import FITTED, INSERT, Draft, kind_of_draft
from tribodex.usecases.planning.sleeves import seat_spec
from tribodex.usecases.ports import ConcurrentWriter, Machine, Position, Store, Tap

# The procedure of the shaft: the mounting alone, or every stage.
MOUNTING, WHOLE, FOLLOWERS = "job-mounting", "job-shaft", "job-follower"
MOST_BEARINGS = 4
MOST_NAME = 80
NEEDED = "one of the plant's positions; or “not in the plant yet”, with what the machine is called"


def open_job(
    store: Store,
    reference: Reference,
    job_id: str,
    order: Order,
    tap: Tap,
    *,
    recorded_at: datetime,
) -> Loaded:
    """Open a job with its plans. Opening the same job id again gives the job that is there.

    Raises InvalidInput with the fields to correct; with several bearings they are named
    “bearings.0.shaft”.
    """
    wrong: list[Field] = []
    if not tap.actor.strip():
        wrong.append(Field("actor", "Who plans? The log names everybody.", "a name"))
    machine, positions = (
        _not_yet(order, order.machine, wrong)
        if order.machine is not None
        else _positions(store.machines(), order, wrong)
    )
    plans = _plans(store, reference, order, wrong)
    cartridge = _cartridge(reference, order, plans, wrong) if order.cartridge is not None else None
    benched = [isinstance(bearing.plan, InsertDraft) for bearing in order.bearings]
    if any(benched) and not all(benched):
        wrong.append(
            Field(
                "bearings",
                "An insert on the bench is a job of its own: what stands at the machine is another"
                " one.",
                "two jobs",
            )
        )
    if machine is None or any(field.name != "actor" for field in wrong) or wrong:
        raise InvalidInput(
            (
                f"{len(wrong)} entries need correcting."
                if len(wrong) > 1
                else "The job is not complete."
            ),
            *wrong,
        )
    if why := float_conflict(
        [
            (p.name, b.floats, plan.kind)
            for p, b, plan in zip(positions, order.bearings, plans, strict=True)
        ]
    ):
        raise InvalidInput.at(
            "floats",
            why,
            "one bearing fixed, the other floating; “not known” where nobody has looked yet",
        )
    number = store.create_job(job_id, recorded_at)
    log = store.events(job_id)
    if log:
        return Loaded(job_id, log, fold(log))
    shaft = reference.procedure(_shaft_procedure(order))
    places, planned = [], []
    for i, (position, bearing, plan) in enumerate(
        zip(positions, order.bearings, plans, strict=True), 1
    ):
        own = reference.procedure(plan.procedure)
        places.append(
            Place(
                id=str(i),
                position_id=position.id,
                name=position.name,
                procedure_id=own.id,
                procedure_version=own.version,
                floats=bearing.floats,
            )
        )
        planned += [Planned(str(i), fact) for fact in plan.facts]
    line = _line(machine, places) if shaft.id == WHOLE else None
    if line is not None:
        planned.append(Planned(SHAFT, line))
    if cartridge is not None:
        planned.append(Planned(SHAFT, CartridgePlanned(cartridge)))
    by_place = {
        SHAFT: shaft,
        **{
            place.id: reference.procedure(place.procedure_id, place.procedure_version)
            for place in places
        },
    }
    opened = JobOpened(
        number=number,
        title=order.title.strip()
        or f"{machine.name}, {' and '.join(place.name for place in places)}",
        machine_id=machine.id,
        machine=machine.name,
        procedure_id=shaft.id,
        procedure_version=shaft.version,
        places=tuple(places),
        plans=tuple(planned),
        left_out=(
            left_out_by(order.scope, by_place) if order.whole and not _at_the_bench(order) else ()
        ),
        off_machine=order.off_machine.strip() or _at_the_bench(order),
    )
    try:
        return append(
            store,
            reference,
            job_id,
            None,
            [(SHAFT, opened), *_not_as_listed(positions, places, plans)],
            tap=tap,
            recorded_at=recorded_at,
        )
    except ConcurrentWriter:
        return load(store, job_id)


def _not_as_listed(
    positions: Sequence[Position], places: Sequence[Place], plans: Sequence[_Planned]
) -> list[tuple[str, Fact]]:
    """Where the plant's list has another bearing than is planned: said as the job is opened."""
    found: list[tuple[str, Fact]] = []
    for position, place, plan in zip(positions, places, plans, strict=True):
        listed, planned = position.designation.strip(), plan.label.strip()
        if differs := not_as_listed(listed, planned):
            found.append((SHAFT, PositionCompared(place.id, listed, planned, differs)))
    return found


def _at_the_bench(order: Order) -> str:
    """An insert by itself is changed with its housing on the bench: nothing there can start."""
    return (
        "the housing is on the bench"
        if all(isinstance(bearing.plan, InsertDraft) for bearing in order.bearings)
        else ""
    )


def _shaft_procedure(order: Order) -> str:
    if order.cartridge is not None:
        return "job-cartridge-whole" if order.whole else "job-cartridge"
    if not order.whole or any(isinstance(bearing.plan, InsertDraft) for bearing in order.bearings):
        return MOUNTING
    # A follower has no line of a shaft, no housing and no cap.
    return (
        FOLLOWERS
        if all(isinstance(bearing.plan, FollowerDraft) for bearing in order.bearings)
        else WHOLE
    )


def _cartridge(
    reference: Reference, order: Order, plans: Sequence[_Planned], wrong: list[Field]
) -> CartridgePlan | None:
    """The cartridge of two bearings, one held and one floating; what does not fit is added to
    `wrong`.
    """
    assert order.cartridge is not None  # asked for only then
    held = [str(i) for i, bearing in enumerate(order.bearings, 1) if bearing.floats is Floats.HELD]
    floating = [
        str(i)
        for i, bearing in enumerate(order.bearings, 1)
        if bearing.floats in (Floats.SEAT, Floats.HOUSING, Floats.INSIDE)
    ]
    if len(order.bearings) != 2 or len(held) != 1 or len(floating) != 1:
        wrong.append(
            Field(
                "floats",
                "A cartridge has two bearings: one is fixed, the other floats.",
                "held and in_its_seat, for example",
            )
        )
        return None
    found = {
        str(i): next((f.plan for f in plan.facts if isinstance(f, ShoulderPlanned)), None)
        for i, plan in enumerate(plans, 1)
    }
    bearings = {at: plan for at, plan in found.items() if plan is not None}
    if len(bearings) != 2 and not wrong:
        wrong.append(
            Field(
                "cartridge",
                "Both bearings of a cartridge sit on cylindrical seats.",
                "two plans of bearings on cylindrical seats",
            )
        )
    try:
        return cartridge_plan(reference, order.cartridge, bearings, held[0], floating[0])
    except InvalidInput as error:
        wrong.extend(replace(field, name=f"cartridge.{field.name}") for field in error.fields)
        return None


@dataclass(frozen=True)
class _Planned:
    """What an order's plan comes to: its procedure, its facts, and what kind of bearing it is."""

    procedure: str
    facts: tuple[Fact, ...]
    kind: Kind | StraightKind | None
    label: str = ""


def _planned(
    reference: Reference,
    cards: Reference,
    gauges: Sequence[FeelerSet],
    draft: PlanDraft | Draft,
    order: Order,
) -> _Planned:
    """Resolve a draft. Raises InvalidInput with the fields to correct."""
    whole = order.whole
    if isinstance(draft, PlanDraft):
        plan = make_plan(cards, gauges, draft)
        spec = seat_spec(reference, plan) if whole else None
        facts = [TaperedPlanned(plan), *([SeatPlanned(spec, None)] if spec is not None else [])]
        return _Planned(
            procedure_id(plan.method, whole=whole),
            tuple(facts),
            plan.bearing.kind,
            plan.bearing.label,
        )
    kind = kind_of_draft(draft)
    if kind is FITTED and not whole:
        raise InvalidInput.at(
            "fitted",
            "What others mounted is not mounted here: what does the job cover?",
            "grease and close, a seal, removal",
        )
    made = kind.made(reference, draft)
    name, size = kind.procedure(made), kind.size(made)
    # On the bench an insert has no more stages than its own.
    whole = whole and kind is not INSERT
    if kind is FITTED and size is None and order.scope is not Scope.SEAL:
        raise InvalidInput.at(
            "designation",
            "Which bearing is it? Only a seal alone needs no more than the shaft.",
            "its number, or its sizes",
        )
    known = (size.kind, size.label) if size is not None else (None, "")
    return _Planned(f"{name}-whole" if whole else name, tuple(kind.facts(made, whole)), *known)


def _line(machine: Machine, places: Sequence[Place]) -> ShaftPlanned | None:
    """The plant's drawing of the shaft that these places are on; None where there is none."""
    for shaft in machine.shafts:
        marks = tuple(
            Along(place.id, shaft.bearings[place.position_id])
            for place in places
            if place.position_id in shaft.bearings
        )
        if len(marks) == len(places):
            return ShaftPlanned(shaft.length_mm, shaft.datum, shaft.parts, marks)
    return None


def _positions(
    machines: Sequence[Machine], order: Order, wrong: list[Field]
) -> tuple[Machine | None, list[Position]]:
    """The machine and the positions that are meant; what does not fit is added to `wrong`."""
    known = {
        position.id: (machine, position) for machine in machines for position in machine.positions
    }
    found: list[Position] = []
    machine: Machine | None = None
    if not 1 <= len(order.bearings) <= MOST_BEARINGS:
        wrong.append(
            Field(
                "bearings",
                f"A job covers 1 to {MOST_BEARINGS} bearings of one shaft.",
                "the bearings of this shaft",
            )
        )
    for i, bearing in enumerate(order.bearings):
        here = known.get(bearing.position_id)
        if here is None:
            wrong.append(
                Field(
                    _field(order, i, "position_id"),
                    "A machine and a bearing position are needed.",
                    NEEDED,
                )
            )
        elif machine is not None and here[0] is not machine:
            wrong.append(
                Field(
                    _field(order, i, "position_id"),
                    "This position is on another machine.",
                    "a bearing of the same shaft",
                )
            )
        elif here[1] in found:
            wrong.append(
                Field(
                    _field(order, i, "position_id"),
                    "This position stands in the job already.",
                    "another bearing of the shaft",
                )
            )
        else:
            machine = here[0]
            found.append(here[1])
    return machine, found


def _not_yet(
    order: Order, called: str, wrong: list[Field]
) -> tuple[Machine | None, list[Position]]:
    """A machine that is not in the plant yet, and its bearings by what they are called; they are
    given their positions later.
    """
    machine = Machine("", called.strip(), "", ())
    found: list[Position] = []
    if not 1 <= len(order.bearings) <= MOST_BEARINGS:
        wrong.append(
            Field(
                "bearings",
                f"A job covers 1 to {MOST_BEARINGS} bearings of one shaft.",
                "the bearings of this shaft",
            )
        )
    if not any(letter.isalnum() for letter in machine.name) or len(machine.name) > MOST_NAME:
        wrong.append(
            Field(
                "machine",
                "What is the machine called?",
                f"what people call it, up to {MOST_NAME} letters",
            )
        )
    for i, bearing in enumerate(order.bearings):
        name = bearing.name.strip()
        if bearing.position_id:
            wrong.append(
                Field(
                    _field(order, i, "position_id"),
                    "In the plant, or not in it yet?",
                    "a position alone, or machine and name alone",
                )
            )
        elif not any(letter.isalnum() for letter in name) or len(name) > MOST_NAME:
            wrong.append(
                Field(
                    _field(order, i, "name"),
                    "Which bearing of the machine is it?",
                    "for example “drive end”",
                )
            )
        elif name.lower() in {one.name.lower() for one in found}:
            wrong.append(
                Field(
                    _field(order, i, "name"),
                    f"“{name}” is in this job twice.",
                    "a name of its own for each bearing",
                )
            )
        else:
            found.append(Position("", "", name, "", "", None))
    return machine, found


def _in(order: Order, draft: PlanDraft | Draft) -> PlanDraft | Draft:
    """A bearing as it stands in its order: in a cartridge that is what holds it."""
    return (
        in_cartridge(draft)
        if order.cartridge is not None and isinstance(draft, ShoulderDraft)
        else draft
    )


def _plans(store: Store, reference: Reference, order: Order, wrong: list[Field]) -> list[_Planned]:
    # The crib is read once, however many bearings there are.
    items = store.crib_items()
    cards, gauges = with_cards(reference, items), gauges_of(items)
    plans: list[_Planned] = []
    for i, bearing in enumerate(order.bearings):
        # Where nothing lines up the shaft later on, nobody would be asked again.
        unsaid = bearing.floats is Floats.UNKNOWN and not order.whole
        if (
            unsaid
            and not isinstance(bearing.plan, PlanDraft)
            and kind_of_draft(bearing.plan).asks_float
        ):
            wrong.append(
                Field(
                    _field(order, i, "floats"),
                    "Does it hold the shaft, or let it float?",
                    f"one of {', '.join(Floats)}",
                )
            )
        try:
            plans.append(_planned(reference, cards, gauges, _in(order, bearing.plan), order))
        except InvalidInput as error:
            wrong.extend(
                replace(field, name=_field(order, i, field.name)) for field in error.fields
            )
    return plans


def _field(order: Order, at: int, name: str) -> str:
    return f"bearings.{at}.{name}" if len(order.bearings) > 1 else name
