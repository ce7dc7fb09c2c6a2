"""A plan for a bearing cartridge: two bearings on shoulders, one fixed and one floating, and what
closes them in.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass, field, replace
from functools import partial
from typing import Any

from tribodex.core.bolts.thread import BoltThread, read_thread
from tribodex.core.bolts.torque import BoltFinish, Into, bolt_torque, engagement
from tribodex.core.cartridge.assembly import End
from tribodex.core.cartridge.grease import grease_between
from tribodex.core.cartridge.shaft_end import Hand, Turning, judge_hand
from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.fits.iso286 import hole_limits_um
from tribodex.core.job.asked import Family, Likely
from tribodex.core.job.expected import beside, torque_for
from tribodex.core.quantities import LengthUnit, parse_torque_nm, read_length
from tribodex.core.topics.cartridge.facts import CartridgePlan, CoverScrews
from tribodex.core.topics.shouldered.plan import ShoulderPlan
from tribodex.core.working import Level, Line, Result, Verdict, number
from tribodex.usecases.books import Reference
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.planning.cartridge_parts import read_makeup, ring_rows, space_as_typed
from tribodex.usecases.planning.given_cartridges import CartridgeDraft, one_of
from tribodex.usecases.planning.given_shouldered import ShoulderDraft, nut_torque_for
from tribodex.usecases.planning.shouldered import shoulder_plan

LENGTH_UM = (0.0, 5_000_000.0)
SCREWS = range(2, 25)


def cartridge_plan(
    reference: Reference,
    draft: CartridgeDraft,
    plans: Mapping[str, ShoulderPlan],
    fixed: str,
    floating: str,
) -> CartridgePlan:
    """Resolve a draft into a plan, for the bearings planned at two places. Raises InvalidInput with
    every field to correct.
    """
    errors = Collector(draft.meant)
    end = one_of(
        errors,
        draft.fixed_end,
        "fixed_end",
        ("drive", "far"),
        "At which end of the shaft is the fixed bearing?",
    )
    separable = one_of(
        errors,
        draft.separable,
        "separable",
        ("none", "fixed", "floating", "both"),
        "Which bearing comes apart?",
    )
    if not draft.housing_class.strip():
        errors.add(
            "housing_class",
            "The housing's tolerance class is needed: whether the ring slides in hangs on it.",
            "H7, J7, G7",
        )
        holes: dict[str, Span | None] = {}
    else:
        holes = {
            at: errors.take(partial(_hole, plan.bearing.outside_mm, draft))
            for at, plan in plans.items()
        }
    growth = (
        errors.take(
            lambda: read_length(draft.growth, "growth", LengthUnit.MM, LENGTH_UM, zero=True).mm
        )
        if draft.growth.strip()
        else None
    )
    said = draft.stands_out.strip()
    stands_out = (
        errors.take(lambda: read_length(said, "stands_out", LengthUnit.MM, LENGTH_UM, zero=True).mm)
        if said
        else None
    )
    finish = errors.choice(
        BoltFinish, draft.finish, "finish", question="Do the covers' screws go in dry or oiled?"
    )
    screws = _screws(errors, reference, draft, finish)
    hand, hand_far, turning = _nuts(errors, draft)
    errors.expect(
        "growth",
        draft.growth,
        Family.LENGTH,
        Likely(0.0, 1.0, "a cartridge grows by tenths of a millimetre at most"),
    )
    if plans:
        _expect_nut(errors, draft, max(plan.bearing.bore_mm for plan in plans.values()))
    nut, nut_source = _sourced(
        errors, draft.nut_torque, "nut_torque", draft.nut_source, "nut_source"
    )
    makeup = read_makeup(errors, draft, plans, fixed, floating)
    rings = (
        ring_rows(errors, reference, draft, plans, fixed, floating=floating)
        if len(plans) == 2
        else ()
    )
    space = space_as_typed(errors, draft, plans)
    errors.check()
    if len(plans) < 2:
        raise InvalidInput("First both bearings of the cartridge.")
    assert (
        screws is not None and finish is not None and makeup is not None and end is not None
    )  # checked
    places = {"none": (), "fixed": (fixed,), "floating": (floating,), "both": (fixed, floating)}
    limits = {
        at: reference.rings.limits_um("outer_od", plans[at].bearing.outside_mm, "Normal")
        for at in (fixed, floating)
    }
    at_end: End = "drive" if end == "drive" else "far"
    known = {at: hole for at, hole in holes.items() if hole is not None}
    given = {k: v for k, v in asdict(draft).items() if v}
    return CartridgePlan(
        fixed=fixed,
        floating=floating,
        fixed_end=at_end,
        separable=places[separable or "none"],
        housing_class=draft.housing_class.strip(),
        hole_um=known,
        ring_um=limits,
        growth_mm=growth,
        stands_out_mm=stands_out,
        screws=screws,
        finish=finish,
        hand=hand,
        turning=_turning(turning),
        nut_nm=nut,
        nut_source=nut_source,
        flingers=makeup.flingers,
        given=given,
        makeup=makeup,
        rings=rings,
        hand_far=hand_far,
        space=space if makeup.greased else None,
    )


def _nuts(errors: Collector, draft: CartridgeDraft) -> tuple[Hand | None, Hand | None, str | None]:
    """Hand of the thread, of the far one where both ends have nuts, and how the shaft turns;
    nothing of it is asked without nuts.
    """
    # Which way a shaft turns is no question for a cartridge that no nut holds.
    if draft.nuts.strip() in ("", "none"):
        return None, None, None
    hand = errors.choice(
        Hand, draft.hand, "hand", question="Is the nuts' thread right-hand or left-hand?"
    )
    far = None
    if draft.nuts.strip() == "both":
        far = errors.choice(
            Hand, draft.hand_far, "hand_far", question="And the thread of the nuts at the far end?"
        )
    where = "at the drive end" if far is not None else ""
    question = (
        f"Which way does the shaft turn, looked at from the nut{f' {where}' if where else ''}?"
    )
    return (
        hand,
        far,
        one_of(
            errors,
            draft.turning,
            "turning",
            ("clockwise", "anticlockwise", "both", "unknown"),
            question,
        ),
    )


def _turning(said: str | None) -> Turning:
    known: dict[str, Turning] = {
        "clockwise": "clockwise",
        "anticlockwise": "anticlockwise",
        "both": "both",
    }
    return known.get(said or "", "unknown")


def _hole(outside_mm: float, draft: CartridgeDraft) -> Span:
    try:
        return hole_limits_um(outside_mm, draft.housing_class.strip())
    except InvalidInput as error:
        raise InvalidInput(
            error.detail, *(replace(wrong, name="housing_class") for wrong in error.fields)
        ) from error


def _expect_nut(errors: Collector, draft: CartridgeDraft, bore_mm: float) -> None:
    errors.expect(
        "stands_out",
        draft.stands_out,
        Family.LENGTH,
        beside(bore_mm, 0.2, 25.0, "the larger bore is"),
    )
    errors.expect("nut_torque", draft.nut_torque, Family.TORQUE, nut_torque_for(bore_mm))


def _sourced(
    errors: Collector, typed: str, name: str, source: str, source_name: str
) -> tuple[float | None, str]:
    if not typed.strip():
        return None, ""
    # A torque without its sheet cannot be checked by whoever tightens next.
    if not source.strip():
        errors.add(source_name, "Where does the torque come from?", "the maker's sheet, page")
    return errors.take(lambda: parse_torque_nm(typed, name)), source.strip()


def _screws(
    errors: Collector, reference: Reference, draft: CartridgeDraft, finish: BoltFinish | None
) -> CoverScrews | None:
    """The covers' screws: by the maker where a torque was typed in, else by proof stress and
    friction.
    """
    count = int(draft.screws) if draft.screws.strip().isdigit() else 0
    if count not in SCREWS:
        what = f" “{draft.screws.strip()}” is no such number." if draft.screws.strip() else ""
        errors.add("screws", f"How many screws hold a cover?{what}", "2 to 24")
    if not draft.screw.strip():
        errors.add("screw", "Which screws hold a cover?", "M8, 1/4-20")
        return None
    thread = errors.take(lambda: read_thread(draft.screw))
    if thread is not None:
        errors.expect("cover_torque", draft.cover_torque, Family.TORQUE, torque_for(thread))
        errors.expect(
            "engaged",
            draft.engaged,
            Family.LENGTH,
            beside(thread.diameter_mm, 0.2, 6.0, "the screw's diameter is"),
        )
    engaged = errors.take(lambda: _engaged(thread, draft)) if thread is not None else None
    if engaged is not None and engaged.level is Level.STOP:
        errors.add("engaged", engaged.reason, "a longer screw, a larger one, or a thread insert")
    torque = _torque(errors, reference, draft, thread, finish) if thread is not None else None
    # Half a joint has no plan: its passes would have no figure to end at.
    if thread is None or torque is None or count not in SCREWS:
        return None
    return CoverScrews(count, thread.text, torque.value or 0.0, torque, engaged)


def _engaged(thread: BoltThread, draft: CartridgeDraft) -> Verdict | None:
    if not draft.engaged.strip() and not draft.into.strip():
        return None
    if draft.into.strip() not in list(Into):
        raise InvalidInput.at("into", "What do the screws go into?", ", ".join(Into))
    length = read_length(draft.engaged, "engaged", LengthUnit.MM, (1_000.0, 200_000.0)).mm
    return engagement(thread, Into(draft.into.strip()), length)


def _torque(
    errors: Collector,
    reference: Reference,
    draft: CartridgeDraft,
    thread: BoltThread,
    finish: BoltFinish | None,
) -> Result | None:
    if draft.cover_torque.strip():
        nm, source = _sourced(
            errors, draft.cover_torque, "cover_torque", draft.cover_source, "cover_source"
        )
        line = Line("T", "by the maker", "", "", nm, "N·m", source)
        return Result(
            "bolt_torque",
            f"Screws of the covers, {thread.text}",
            nm,
            "N·m",
            working=(line,),
            note=source,
        )
    row = reference.bolts.find(draft.grade, thread) if draft.grade.strip() else None
    if row is None:
        what = (
            f"No strength is known for {draft.grade.strip()} {thread.text}."
            if draft.grade.strip()
            else "What stands on the screws' heads?"
        )
        errors.add("grade", what, f"{', '.join(reference.bolts.grades())}; or the maker's torque")
        return None
    return bolt_torque(thread, row, finish) if finish is not None else None


@AS_TYPED
@dataclass(frozen=True)
class CartridgeOrder:
    """A cartridge as typed: both bearings, and what closes them in."""

    fixed: ShoulderDraft = field(default_factory=ShoulderDraft)
    floating: ShoulderDraft = field(default_factory=ShoulderDraft)
    cartridge: CartridgeDraft = field(default_factory=CartridgeDraft)


@dataclass(frozen=True)
class CartridgeSheet:
    """A cartridge worked out without keeping it: targets of both bearings and of what closes them
    in.
    """

    fixed: str
    floating: str
    fixed_figures: tuple[Result, ...]
    floating_figures: tuple[Result, ...]
    figures: tuple[Result, ...]
    verdicts: tuple[Verdict, ...]


def in_cartridge(draft: ShoulderDraft) -> ShoulderDraft:
    """A bearing of a cartridge: what holds it are nut pair and covers."""
    return replace(draft, held_by="cartridge")


def cartridge_sheet(reference: Reference, order: CartridgeOrder) -> CartridgeSheet:
    """The targets of a cartridge. Raises InvalidInput with every field to correct, named fixed.…,
    floating.…, cartridge.…
    """
    # Both bearings and what closes them in are read before anything is refused: one paper, one
    # answer.
    wrong = []
    plans: dict[str, Any] = {}
    for name, draft in (("fixed", order.fixed), ("floating", order.floating)):
        try:
            plans[name] = shoulder_plan(reference, in_cartridge(draft))
        except InvalidInput as error:
            wrong += [replace(field, name=f"{name}.{field.name}") for field in error.fields]
    try:
        plan = cartridge_plan(reference, order.cartridge, plans, "fixed", "floating")
    except InvalidInput as error:
        wrong += [replace(field, name=f"cartridge.{field.name}") for field in error.fields]
    if wrong:
        raise InvalidInput(
            wrong[0].message if len(wrong) == 1 else f"{len(wrong)} entries need correcting.",
            *wrong,
        )
    nuts = (plan.nut(end) for end in plan.made.nuts)
    verdicts = [
        *(judge_hand(hand, turning) for hand, turning in nuts if hand is not None),
        *([plan.screws.engaged] if plan.screws.engaged is not None else []),
    ]
    fixed, floating = plans["fixed"], plans["floating"]
    return CartridgeSheet(
        fixed=fixed.bearing.label,
        floating=floating.bearing.label,
        fixed_figures=fixed.figures,
        floating_figures=floating.figures,
        figures=cartridge_figures(plan),
        verdicts=tuple(verdicts),
    )


def cartridge_figures(plan: CartridgePlan) -> tuple[Result, ...]:
    """The targets of what closes a cartridge in."""
    grease = (grease_between(plan.space),) if plan.space is not None else ()
    if plan.nut_nm is None:
        return (plan.screws.torque, *grease)
    line = Line("T", "by the maker", "", "", plan.nut_nm, "N·m", plan.nut_source)
    nut = Result(
        "nut_torque",
        f"First nut, {plan.hand}-hand",
        plan.nut_nm,
        "N·m",
        working=(line,),
        note=f"{number(plan.nut_nm)} N·m, {plan.nut_source}",
    )
    return (plan.screws.torque, nut, *grease)
