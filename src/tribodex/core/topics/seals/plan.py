"""From what was typed to the seals of a housing: what was judged of speed, warmth, lead-in, its way
onto the shaft, and its grease.
"""

from __future__ import annotations

from dataclasses import asdict
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.errors import Field, InvalidInput, Refused
from tribodex.core.grease.thickener import Thickeners
from tribodex.core.job.gates import text
from tribodex.core.job.places import SHAFT
from tribodex.core.job.topic import Desk
from tribodex.core.lineup.floating import Floats
from tribodex.core.quantities import (
    LengthUnit,
    parse_degrees,
    parse_speed_rpm,
    parse_temperature_c,
    parse_torque_nm,
    read_length,
)
from tribodex.core.seals.kinds import DrawnLip, LipSide, SealKind
from tribodex.core.seals.material import (
    SealMaterials,
    chamfer_length,
    judge_material,
    judge_warmth,
    labyrinth_back,
    labyrinth_play,
    lip_speed,
    material_not_known,
)
from tribodex.core.seals.v_ring import Held, VRings, judge_v_speed, set_width, sheet_span
from tribodex.core.topics import lineup
from tribodex.core.topics.lineup.state import growth_of
from tribodex.core.topics.seals import commands as cmd
from tribodex.core.topics.seals import facts as ev
from tribodex.core.units.screws import ScrewTorque, ScrewUse, SetScrews, screw_result, torque_of
from tribodex.core.working import Level, Result, Verdict


class SealPlanCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BEARING_IN_THE_WAY = "seal_plan.bearing_in_the_way"
    GREASE_NOT_KNOWN = "seal_plan.grease_not_known"


INBOARD = "inboard_ring"
# Shaft or seat, width of a seal, and how far a shaft moves in it, as they are built.
LONG_UM, WIDTH_UM, MOVES_UM = (5_000.0, 3_000_000.0), (1_000.0, 60_000.0), (0.0, 60_000.0)
SIDES: dict[str, tuple[ev.Side, ...]] = {
    "both": ("inboard", "outboard"),
    "inboard": ("inboard",),
    "outboard": ("outboard",),
}
SEAL_SCREW = ScrewUse(
    "Set screw of the seal",
    "Too little lets the ring walk along the shaft, too much dents it.",
    "it dents shaft and ring. Loosen it, look, and again.",
    "the ring walks along the shaft.",
)


def shaft_here(desk: Desk) -> float | None:
    """The shaft under the seals (mm): of what is fitted here, else as it was said alone."""
    fitted, said = desk.fitted(desk.at), desk.job.fitted.get(desk.at)
    return (
        fitted.shaft.diameter_mm
        if fitted is not None
        else said.shaft_mm
        if said is not None
        else None
    )


def bearing_stays(desk: Desk) -> bool:
    """Whether this job mounts no bearing here: what is in one piece then does not pass the one that
    is on.
    """
    mounting = [
        stage
        for stage in desk.procedures[desk.at].stages
        if stage.trade == "mount" and stage.id != INBOARD
    ]
    return all((stage.id, desk.at) in desk.job.aside for stage in mounting)


def planned(desk: Desk, command: cmd.PlanSeals) -> ev.SealPlan:
    """The seals of a housing. Raises InvalidInput or Refused."""
    shaft = shaft_here(desk)
    if shaft is None:
        raise Refused("Which bearing and shaft are here is not planned.")
    figures, verdicts = _of_lip(desk, command, shaft)
    if command.seal is SealKind.V_RING:
        figures.append(set_width(desk.book(VRings), shaft, _sheet(command)))
    if command.chamfer.strip():
        end = read_length(command.chamfer, "chamfer", LengthUnit.MM, LONG_UM, command.shown).mm
        lead = chamfer_length(
            shaft, end, parse_degrees(command.angle, "angle") if command.angle.strip() else None
        )
        figures.append(lead)
        verdicts += [lead.verdict] if lead.verdict is not None else []
    # Its gaps hang on how far the shaft moves here; a lip or felt bears that movement.
    labyrinth = command.seal is SealKind.LABYRINTH
    moves, screw = (_moves(command), _screw(desk, command)) if labyrinth else (None, None)
    if labyrinth:
        figures.extend(play_asked(desk, moves))
        figures += [screw_result(screw, SEAL_SCREW)] if screw is not None else []
    mixes = _mixes(desk, command)
    verdicts += [verdict for verdict in (_way_on(desk, command), mixes) if verdict is not None]
    return ev.SealPlan(
        kind=command.seal,
        purpose=command.purpose,
        material=command.material.strip(),
        sides=SIDES[command.sides],
        figures=tuple(figures),
        verdicts=tuple(verdicts),
        typed={k: str(v) for k, v in asdict(command).items() if v},
        drawn=_drawn(command),
        halves=labyrinth and mixes is not None,
        screw=screw,
        moves=moves,
        grease=command.grease.strip(),
        mixes=mixes,
    )


def _of_lip(desk: Desk, command: cmd.PlanSeals, shaft: float) -> tuple[list[Result], list[Verdict]]:
    """Speed and warmth where something rubs, as far as they were said."""
    if not command.seal.rubs:
        return [], []
    name = _material(command)
    if not name:
        # What was typed is shown, and not judged: never dropped.
        typed = command.speed.strip()
        known = [lip_speed(shaft, parse_speed_rpm(command.speed, "speed"))] if typed else []
        return known, [material_not_known()] if typed or command.temperature.strip() else []
    running = (
        parse_temperature_c(command.temperature, "temperature")
        if command.temperature.strip()
        else None
    )
    fitting = (
        parse_temperature_c(command.fitting_temperature, "fitting_temperature")
        if command.fitting_temperature.strip()
        else None
    )
    row = desk.book(SealMaterials).find(name)
    if not command.speed.strip():
        if command.material.strip():
            raise InvalidInput.at("speed", "How fast does the shaft turn under the lip?", "r/min")
        # Its kind says what it is made of: the temperature is judged by itself.
        return [], [judge_warmth(row, running)] if running is not None else []
    speed = lip_speed(shaft, parse_speed_rpm(command.speed, "speed"))
    v = speed.value or 0.0
    if command.seal is SealKind.V_RING:
        return [speed], [
            *judge_v_speed(v, Held(command.held) if command.held else None),
            judge_warmth(row, running),
        ]
    return [speed], list(judge_material(row, v, running, fitting))


def _material(command: cmd.PlanSeals) -> str:
    """The row of the table that counts; empty where no material was said."""
    if command.seal is SealKind.FELT:
        return "felt"
    if command.seal is SealKind.V_RING:
        return "axial V lip NBR"
    return command.material


def _sheet(command: cmd.PlanSeals) -> Span | None:
    least, most = (
        read_length(said, name, LengthUnit.MM, WIDTH_UM, command.shown).mm if said.strip() else None
        for name, said in (("sheet_least", command.sheet_least), ("sheet_most", command.sheet_most))
    )
    return sheet_span(least, most)


def _drawn(command: cmd.PlanSeals) -> DrawnLip | None:
    if not command.lip:
        return None
    if not command.seal.has_lip:
        raise InvalidInput.at("lip", f"A {command.seal.words} has no lip.", "as its purpose asks")
    return DrawnLip(
        LipSide(command.lip),
        text(command.lip_source, "lip_source", "the maker's drawing, number and sheet"),
    )


def _way_on(desk: Desk, command: cmd.PlanSeals) -> Verdict | None:
    """How the inboard ring comes onto a shaft whose bearing stays where it is; None where nothing
    is in its way.
    """
    # What goes round the shaft, or on from its free end, has nothing in its way.
    if command.sides == "outboard" or command.seal.goes_round or not bearing_stays(desk):
        return None
    if not command.inner:
        raise InvalidInput.at(
            "inner",
            "The bearing stays: is the inboard ring split, on the shaft already, or still to"
            " go on?",
            "look at it",
        )
    if command.inner == "whole":
        why = (
            "In one piece it does not pass the bearing: a split one, or the bearing comes off first"
            " and the job is another."
        )
        return Verdict("bearing in the way", Level.STOP, why, code=SealPlanCode.BEARING_IN_THE_WAY)
    return None


def _moves(command: cmd.PlanSeals) -> Span | None:
    """How far the shaft moves here as it was typed; None where nobody typed it."""
    said = {"moves_away": command.moves_away, "moves_back": command.moves_back}
    if not any(one.strip() for one in said.values()):
        return None
    away, back = (
        read_length(
            text(one, name, "mm or in; 0 where it does not"),
            name,
            LengthUnit.MM,
            MOVES_UM,
            command.shown,
            zero=True,
        ).mm
        for name, one in said.items()
    )
    return Span(-back, away)


def _screw(desk: Desk, command: cmd.PlanSeals) -> ScrewTorque | None:
    """What its set screws take: by the maker, else as the practices have it; None where nobody said
    which they are.
    """
    screw = command.screw.strip()
    if not screw:
        if command.screw_torque.strip():
            raise InvalidInput.at("screw", "Which screws is that torque for?", "M6, or 1/4-28")
        return None
    if command.screw_torque.strip():
        nm = parse_torque_nm(command.screw_torque, "screw_torque")
        return ScrewTorque(
            screw,
            (Span(nm, nm),),
            text(command.screw_source, "screw_source", "the maker's sheet, page"),
            maker=True,
        )
    found = torque_of(desk.book(SetScrews), screw)
    if found is None:
        raise InvalidInput.at(
            "screw",
            f"No torque is known here for a screw {screw}.",
            f"{', '.join(desk.book(SetScrews).sizes())}; or the maker's",
        )
    return found


def _mixes(desk: Desk, command: cmd.PlanSeals) -> Verdict | None:
    """The grease in the seal beside the bearing's: the two meet. None where it is not asked and
    nobody said it.
    """
    match command.grease_is:
        case "same":
            return Verdict(
                "the bearing's own grease", Level.GOOD, "What purges inwards meets its own kind."
            )
        case "unknown":
            why = (
                "What the bearing has is not known, and the seal's grease reaches it: find out, or"
                " purge both until only the new one shows."
            )
            return Verdict(
                "grease not known", Level.UNKNOWN, why, code=SealPlanCode.GREASE_NOT_KNOWN
            )
        case "other":
            new, old = (
                text(said, name, "its thickener, or unknown").lower()
                for name, said in (
                    ("thickener", command.thickener),
                    ("bearing_thickener", command.bearing_thickener),
                )
            )
            try:
                return desk.book(Thickeners).mix(old, new)
            except InvalidInput as error:
                names = {"thickener_old": "bearing_thickener", "thickener_new": "thickener"}
                raise InvalidInput(
                    error.detail,
                    *(Field(names[f.name], f.message, f.expected) for f in error.fields),
                ) from error
        case _:
            # Said before this was asked, an entry is said again as it was.
            if command.seal is SealKind.LABYRINTH and not desk.correcting:
                raise InvalidInput.at(
                    "grease_is",
                    "Which grease goes in? The seal's reaches the bearing.",
                    "the bearing's own, another, or not known",
                )
            return None


def play_asked(desk: Desk, typed: Span | None) -> tuple[Result, Result]:
    """Gaps of a labyrinth here, away from the fixed bearing and towards it: by the signed growth
    where this bearing floats.

    What the shaft line of this job says goes before what was typed.
    """
    moves: Span | None = Span(0.0, 0.0)
    if desk.floats(desk.at) is not Floats.HELD:
        growth = growth_of(desk, desk.job.of(lineup.TOPIC, SHAFT), desk.at)
        known = growth is not None and growth.value is not None and growth.value_to is not None
        moves = Span(growth.value, growth.value_to) if known and growth is not None else typed  # type: ignore[arg-type]
    return labyrinth_play(moves), labyrinth_back(moves)
