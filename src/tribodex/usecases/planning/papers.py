"""What a plan's paper says besides its figures: the parts, conditions, blanks to fill in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from tribodex.core.bolts.torque import pattern
from tribodex.core.errors import NotFound
from tribodex.core.follower.stud import Mount, clamp_result, looked_at
from tribodex.core.mounting.zero import SheetZero
from tribodex.core.shouldered.hub_plan import HubPlan
from tribodex.core.shouldered.tools import drift_tube
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics import cartridge
from tribodex.core.topics.cartridge.facts import CartridgePlan
from tribodex.core.topics.cartridge.state import Cartridge
from tribodex.core.topics.follower.facts import FollowerPlan
from tribodex.core.topics.insert.facts import InsertPlan
from tribodex.core.topics.shouldered.plan import ShoulderPlan
from tribodex.core.topics.units.plan import UnitPlan
from tribodex.core.units.locking import Rotation, UnitLock
from tribodex.core.working import Result, number
from tribodex.usecases.planning.cartridges import cartridge_figures


@dataclass(frozen=True)
class PlanPaper:
    """What a plan sheet says besides tools, parts and cautions. `blanks`: rows to fill in by hand,
    `cells` wide; `looks`: a list to tick.
    """

    label: str
    about: tuple[tuple[str, str], ...]
    figures: tuple[Result, ...]
    blanks: tuple[str, ...]
    conditions: frozenset[str]
    cells: int = 1
    looks: tuple[str, ...] = ()


def no_paper(made: Any) -> PlanPaper:
    raise NotFound("What others mounted has no plan sheet.")


def shoulder_paper(plan: ShoulderPlan) -> PlanPaper:
    bearing, ring = plan.bearing, plan.ring
    bored = f", bored {number(plan.shaft.bore_mm)} mm" if plan.shaft.hollow else ""
    size = (
        f"{number(bearing.bore_mm)} × {number(bearing.outside_mm)} × {number(bearing.width_mm)} mm,"
        f" {bearing.group}, {bearing.closure.words}"
    )
    groove = (
        f": groove {number(ring.groove_mm)} mm, ring {number(ring.ring_mm)} mm"
        if ring is not None
        else ""
    )
    tube = drift_tube(bearing, plan.stick_out_mm)
    longer = f", longer than {number(tube.length_mm)} mm" if tube.length_mm else ""
    inside = (
        f"inside {number(tube.inside_mm.low)} to {number(tube.inside_mm.high)} mm, outside under"
        f" {number(tube.outside_mm)} mm{longer}"
    )
    about = (
        ("Bearing", size),
        ("Seat", f"{plan.shaft_text} {plan.shaft_class}, {plan.shaft.finish}{bored}"),
        ("Held by", f"{plan.held_by.words}{groove}"),
        ("Never above", f"{number(plan.limit.limit_c)} °C, {plan.limit.why}"),
        ("Tube for a drift", f"{inside}; soft metal, square ends"),
        *(of_hub(plan.hub) if plan.hub is not None else ()),
    )
    blanks = (
        "Seat, two sections, four directions (mm)",
        "Bore of the new ring (mm)",
        "Shaft °C / ring °C, with the time",
        "Gaps to the shoulder: top, right, bottom, left",
        "0.03 mm feeler enters: top, right, bottom, left",
        *(("Ends of the retaining ring, before / after",) if ring is not None else ()),
        *(
            ("Hole of the hub / outside of the new ring (mm)", "Bearing °C / hub °C, with the time")
            if plan.hub is not None
            else ()
        ),
        *(("0.03 mm feeler in the hub: top, right, bottom, left",) if plan.hub is not None else ()),
    )
    figures = tuple(
        # A figure that is not known yet prints no blank that looks like nought.
        figure
        for figure in (*plan.figures, *plan.hub_figures)
        if figure.value is not None
    )
    return PlanPaper(
        label=bearing.label,
        about=about,
        figures=figures,
        blanks=blanks,
        conditions=plan.conditions
        | frozenset(f"on_by_{way}" for way in WayOn)
        | hub_conditions(plan.hub),
        cells=4,
    )


def of_hub(hub: HubPlan) -> tuple[tuple[str, str], ...]:
    most = (
        f"never above {number(hub.limit_c)} °C, {hub.limit_why}"
        if hub.limit_c is not None
        else "how warm it may get is not said"
    )
    size = (
        f"{number(hub.bearing.outside_mm)} {hub.hole_class} in {hub.material.name}, outside"
        f" {number(hub.hub_outside_mm)} mm"
    )
    return (("Hub", f"{size}; {most}"), ("Held in its hub by", hub.held_by.words))


def hub_conditions(hub: HubPlan | None) -> frozenset[str]:
    return (
        frozenset({f"hub_held_by_{hub.held_by}", *(f"in_by_{way}" for way in WayIn)})
        if hub is not None
        else frozenset()
    )


def follower_paper(plan: FollowerPlan) -> PlanPaper:
    stud = plan.mount is Mount.STUD
    thread = f", thread {plan.thread}" if plan.thread else ""
    about = (
        (
            "Follower",
            (
                f"{plan.mount.words}, {'stud' if stud else 'pin'} {number(plan.size.bore_mm)}"
                f" mm{thread}"
            ),
        ),
        (
            "Grease",
            (
                "regreased in service: its fitting stays in"
                if plan.regreased
                else "not regreased: its hole is plugged"
            ),
        ),
    )
    blanks = (
        "Stud / hole (mm)" if stud else "Pin / bore (mm)",
        "Grease hole to the unloaded side",
        "Nut: torque, thread dry or oiled, wrench" if stud else "Both plates backed up",
        "Plug or fitting in / roller turns",
    )
    figures = (clamp_result(plan.clamp),) if plan.clamp is not None else ()
    return PlanPaper(
        plan.size.label,
        about,
        figures,
        blanks,
        frozenset({f"follower_{plan.mount}"}),
        looks=looked_at(plan.mount, regreased=plan.regreased),
    )


def insert_paper(plan: InsertPlan) -> PlanPaper:
    about = (
        (
            "Insert",
            f"{number(plan.outside_mm)} mm outside, outer ring {number(plan.ring_mm)} mm wide",
        ),
        (
            "Housing",
            plan.iron.words
            + ("; works in grit or salt" if plan.grit else "")
            + ("; heavy, shocks" if plan.shock else ""),
        ),
        ("Balls", plan.balls.words if plan.balls is not None else "not said"),
        ("Grease", "regreased in service" if plan.regreased else "not regreased"),
    )
    blanks = (
        "Old one out: had its outer ring turned?",
        "Fitting's middle to the marked / other face (mm)",
        "Groove in the bore towards / slot for a pin",
        "New one in: groove towards / pin",
        "Depths at the two slots / circle (mm); swivels",
        "Hole closed by; plug out, fitting in, strokes, plug back",
    )
    return PlanPaper(plan.label, about, (), blanks, frozenset(), cells=2)


def unit_paper(plan: UnitPlan) -> PlanPaper:
    if plan.lock is UnitLock.ADAPTER:
        return adapter_paper(plan)
    if plan.lock is UnitLock.HALVES:
        return halves_paper(plan)
    turns = "" if plan.rotation is Rotation.UNKNOWN else f"; the shaft turns {plan.rotation.words}"
    about = (
        ("Unit", f"{plan.form.words}, {plan.lock.words}"),
        ("Shaft", f"{plan.shaft_text}, {plan.seat.words}{turns}"),
        ("Lined up", plan.form.lined_up_by),
        ("Works", plan.load.words),
    )
    own = {
        UnitLock.SET_SCREWS: "Screws: torque, passes, stand on",
        UnitLock.COLLAR: (
            "Collar turned: clockwise / anticlockwise, from its own side; screw torque"
        ),
    }.get(plan.lock, "Clamp: slits apart; screw torque")
    blanks = (
        "Shaft, two sections, four directions (mm)",
        "Room towards / away from the fixed unit (mm)",
        "Offset over length; feeler under each foot" if plan.form.on_feet else "Offset over length",
        "Housing bolts: torque, wrench",
        "Shaft turned by hand, after the bolts",
        own,
        "Screws again after ___ h",
    )
    return PlanPaper(
        label=plan.size.label,
        about=about,
        figures=plan.figures,
        blanks=blanks,
        conditions=plan.conditions,
        cells=4,
    )


def halves_paper(plan: UnitPlan) -> PlanPaper:
    about = (
        ("Unit", f"{plan.form.words}, {plan.lock.words}"),
        ("Shaft", f"{plan.shaft_text}, {plan.seat.words}"),
        ("Its sheet", plan.given.get("screw_source", "")),
        ("Lined up", plan.form.lined_up_by),
    )
    blanks = (
        "Shaft, two sections, four directions (mm)",
        "Numbers on both halves of each ring",
        "Room towards / away from the fixed unit (mm)",
        "Joint screws: torque, passes, wrench",
        "Both joints closed alike",
        "Offset over length; feeler under each foot" if plan.form.on_feet else "Offset over length",
        "Housing bolts: torque, wrench",
        "Shaft turned by hand, after the bolts",
    )
    return PlanPaper(
        label=plan.size.label,
        about=about,
        figures=plan.figures,
        blanks=blanks,
        conditions=plan.conditions,
        cells=4,
    )


def adapter_paper(plan: UnitPlan) -> PlanPaper:
    given = plan.given
    zero = (
        SheetZero(given["sheet_zero"]).words
        if given.get("sheet_zero")
        else "not said by the sheet: ask before the nut is marked"
    )
    about = (
        ("Unit", f"{plan.form.words}, {plan.lock.words}"),
        ("Shaft", f"{plan.shaft_text}, {plan.seat.words}"),
        ("Turns", f"{given.get('turns', '')}, {given.get('turns_source', '')}"),
        ("Counted from", zero),
        ("Lined up", plan.form.lined_up_by),
    )
    blanks = (
        "Shaft, two sections, four directions (mm)",
        "Room towards / away from the fixed unit (mm)",
        "Rim tapped: moved / did not move, each try",
        "Slots of the nut / holes of the plate",
        "Turns from the mark; on to the hole",
        "Turned by hand, plate on",
        "Offset over length; feeler under each foot" if plan.form.on_feet else "Offset over length",
        "Housing bolts: torque, wrench",
    )
    return PlanPaper(
        label=plan.size.label,
        about=about,
        figures=plan.figures,
        blanks=blanks,
        conditions=plan.conditions,
        cells=4,
    )


def cartridge_paper(plan: CartridgePlan, bearings: tuple[ShoulderPlan, ShoulderPlan]) -> PlanPaper:
    """The plan sheet of a cartridge: its bearings, housing, covers, nut pair and flingers."""
    fixed, floating = bearings
    order = " – ".join(str(number) for number in pattern(plan.screws.count))
    growth = f"{number(plan.growth_mm)} mm" if plan.growth_mm is not None else "not known"
    threads = [(end, plan.nut(end)[0]) for end in plan.made.nuts]
    nuts = [
        f"{end} end: {hand}-hand thread, tightened {hand.tightens}, looked at from the nut"
        for end, hand in threads
        if hand is not None
    ]
    about = (
        (
            "Fixed bearing",
            (
                f"{fixed.bearing.label}, {plan.fixed_end} end, seat {fixed.shaft_text}"
                f" {fixed.shaft_class}"
            ),
        ),
        (
            "Floating bearing",
            (
                f"{floating.bearing.label}, seat {floating.shaft_text} {floating.shaft_class};"
                f" growth {growth}"
            ),
        ),
        (
            "Never above",
            (
                f"{number(fixed.limit.limit_c)} °C / {number(floating.limit.limit_c)} °C,"
                f" {fixed.limit.why}"
            ),
        ),
        ("Housing", f"bores {plan.housing_class}"),
        (
            "Covers",
            (
                f"{plan.screws.count} × {plan.screws.text}, {plan.finish.words}, in the order"
                f" {order}, passes of 30, 60, 100 and 100 %"
            ),
        ),
        ("Built", f"{plan.made.stands.words}; the {plan.made.first} bearing first"),
        ("Nuts", "; ".join(nuts) or "none"),
        (
            "Retaining rings",
            ", ".join(f"{ring.row.sits} at the {ring.side} bearing" for ring in plan.rings)
            or "none",
        ),
        (
            "Flingers",
            " and ".join(f"{end} end" for end in plan.flingers)
            + (", clamped by the nuts" if plan.made.clamped else "")
            or "none",
        ),
    )
    blanks = (
        "Seats, two sections, four directions (mm)",
        "Bores of the new rings (mm)",
        "Bearing °C / housing °C before they meet",
        "Sticks out below / free height, before lowering; turned over (mm)",
        "Retaining rings: ends before / after, below the surface, turn",
        "First nut: torque, tab, second jammed",
        "Fixed cover: depth / spigot (mm)",
        "Floating cover: depth / spigot (mm)",
        "Gaps of the flange beside each screw",
        "Flingers: gap at drive / far end",
        "Grease between the pair / topped up",
        "Temporary parts: in / out",
    )
    return PlanPaper(
        label=f"cartridge, {fixed.bearing.label} and {floating.bearing.label}",
        about=about,
        figures=cartridge_figures(plan),
        blanks=blanks,
        conditions=cartridge.conditions(Cartridge(plan=plan)),
        cells=4,
    )
