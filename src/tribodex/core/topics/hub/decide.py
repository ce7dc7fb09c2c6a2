"""What may follow while a bearing goes into a tight hub."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from tribodex.core.errors import InvalidInput, Refused
from tribodex.core.job.facts import Fact
from tribodex.core.job.gates import text
from tribodex.core.job.topic import Desk
from tribodex.core.quantities import LengthUnit, parse_temperature_c, read_length, um_text
from tribodex.core.shouldered.heating import PROBE_K, READ_K
from tribodex.core.shouldered.hub import HubCode
from tribodex.core.shouldered.hub_plan import HubHeld, HubPlan
from tribodex.core.shouldered.retaining_ring import ring_as_said
from tribodex.core.shouldered.square import judge_shoulder, read_enters
from tribodex.core.shouldered.ways_in import WayIn
from tribodex.core.topics.hub import commands as cmd
from tribodex.core.topics.hub import facts as ev
from tribodex.core.topics.hub.state import HOLE_UM, RING_UM, Hub, least_c, tight_now, warm_way, ways
from tribodex.core.working import Level, Verdict

STAGE = "into_hub"
# No shop, hub or bearing is colder or warmer (°C).
TEMPERATURES_C = (-80.0, 400.0)
# A hub that was read longer ago has cooled nobody knows how far (s; our figure).
READ_S = 300.0


def decide(desk: Desk, state: Hub, command: Any) -> Sequence[Fact]:
    """Facts that the command adds. Raises InvalidInput or Refused."""
    plan = state.plan
    if plan is None:
        raise Refused("No tight hub is planned for this bearing.")
    match command:
        case cmd.MeasureHole():
            return [_hole(state, plan, command)]
        case cmd.ChooseWayIn():
            return [_way(state, command)]
        case cmd.SayBearingWarmth():
            return [ev.BearingWarmth(_temperature(command.temperature))]
        case cmd.ReadHub():
            return [_warmth(state, plan, command)]
        case cmd.PushIn():
            return [_in(desk, state, command)]
        case cmd.StopIn():
            _on_the_way(state)
            return [ev.StoppedIn(text(command.text, "text", "what hesitated or tilted"))]
        case cmd.SayStraightIn():
            if state.stopped is None:
                raise Refused("Nothing was said to have stopped.")
            return [
                ev.StraightIn(
                    text(
                        command.cause,
                        "cause",
                        "the cause, and that bearing and hub are straight again",
                    )
                )
            ]
        case cmd.TryHub():
            return [_tried(desk, state, command)]
        case cmd.HoldInHub():
            return [_held(state, plan, command)]
        case cmd.RenewHub():
            return [ev.HubRenewed(text(command.reason, "reason", "why another hub is taken"))]
        case _:
            raise TypeError(f"a hub takes no {type(command).__name__}")


def _temperature(typed: str) -> float:
    found = parse_temperature_c(typed, "temperature")
    if not TEMPERATURES_C[0] <= found <= TEMPERATURES_C[1]:
        raise InvalidInput.at(
            "temperature",
            f"{found:.0f} °C is no temperature of a hub or a bearing.",
            "°C or °F, as the thermometer shows it",
        )
    return found


def _hole(state: Hub, plan: HubPlan, command: cmd.MeasureHole) -> ev.HoleMeasured:
    # A tenth away is another bearing or another unit, not a worn hole.
    d = plan.bearing.outside_mm * 1000
    hole, ring = (
        (
            read_length(said, name, LengthUnit.MM, (0.9 * d, 1.1 * d), command.shown).mm
            if said.strip()
            else None
        )
        for name, said in (("hole", command.hole), ("ring", command.ring))
    )
    if hole is None:
        raise InvalidInput.at(
            "hole",
            "What does the bore gauge show?",
            f"{plan.bearing.outside_mm:g} mm and its decimals",
        )
    if not command.same_warmth:
        right = "left side by side for some hours, or overnight"
        raise InvalidInput.at(
            "same_warmth",
            "Ten degrees between hub and ring hide more than the whole fit: read once they are"
            " equally warm.",
            right,
        )
    return ev.HoleMeasured(hole, ring, command.hole.strip(), _fits(plan, hole, ring))


def _fits(plan: HubPlan, hole_mm: float, ring_mm: float | None) -> Verdict:
    """Hole and ring against what the drawing asks of them; with both measured their fit against the
    tightest and loosest that it allows.
    """
    allowed, nominal = plan.by_limits.um, plan.bearing.outside_mm
    of_hole = (hole_mm - nominal) * 1000
    # With the hole alone the ring may be anywhere inside its own limits, so the hole is held to the
    # drawing. With both measured only the fit counts: a hole outside its limits with a ring that
    # suits it holds, and the other way round does not.
    if ring_mm is None:
        low, high = plan.hole_um.low, plan.hole_um.high
        doubt = HOLE_UM
        under, over = low - of_hole, of_hole - high
        found = (
            f"The hole is {of_hole:+.0f} µm from {nominal:g} mm; {plan.hole_class} allows {low:g}"
            f" to {high:g} µm."
        )
    else:
        fit, doubt = (ring_mm - hole_mm) * 1000, HOLE_UM + RING_UM
        under, over = fit - allowed.high, allowed.low - fit
        found = (
            f"{um_text(abs(fit))} {'tight' if fit > 0 else 'loose'}; by the limits {allowed.low:g}"
            f" to {allowed.high:g} µm tight."
        )
    if over > doubt:
        return Verdict(
            "too loose in its hub",
            Level.STOP,
            f"{found} A ring that is loose here creeps and wears the hole.",
            code=HubCode.HOLE_TOO_WIDE,
        )
    if under > doubt:
        why = f"{found} It takes more clearance and more heat than was planned."
        return Verdict("too tight in its hub", Level.STOP, why, code=HubCode.HOLE_TOO_TIGHT)
    if max(under, over) > -doubt:
        # Inside or outside, nobody knows: no reading proves what it cannot tell.
        why = f"{found} Nearer to a limit than gauge and micrometer tell (±{doubt:g} µm)."
        return Verdict("at a limit of its drawing", Level.WATCH, why)
    return Verdict("as the drawing asks", Level.GOOD, found)


def _way(state: Hub, command: cmd.ChooseWayIn) -> ev.WayInChosen:
    if state.home:
        raise Refused("It is in already.")
    way = next((way for way in ways(state) if way.way is command.way), None)
    if way is None:
        raise Refused(
            f"{command.way.words.capitalize()}: that is for a bearing whose inner ring is tight on"
            " its shaft too."
        )
    by, reason = command.decided_by.strip(), command.reason.strip()
    if way.verdict.level in (Level.STOP, Level.UNKNOWN) and not (by and reason):
        why = f"{command.way.words.capitalize()}: {way.verdict.word}. {way.verdict.reason}"
        raise InvalidInput.at(
            "decided_by" if not by else "reason",
            why,
            "another way, or a name and a reason: they stand in the record",
        )
    return ev.WayInChosen(command.way, way.verdict, by, reason)


def _on_the_way(state: Hub) -> None:
    if state.way is None:
        raise Refused("First: by which way does it go in?")
    if state.stopped is not None:
        raise Refused("It is stopped: let off, cause out, straight again, and say so.")
    if state.pushed is not None:
        raise Refused("It is at its shoulder already.")


def _warmth(state: Hub, plan: HubPlan, command: cmd.ReadHub) -> ev.HubWarmth:
    _on_the_way(state)
    if not warm_way(state):
        raise Refused("This hub stays cold.")
    if state.bearing_c is None:
        raise Refused("First the temperature of the bearing: how warm the hub must be hangs on it.")
    c = _temperature(command.temperature)
    return ev.HubWarmth(c, judge_warmth(plan, c))


def judge_warmth(plan: HubPlan, hub_c: float) -> Verdict:
    """A reading of the warm hub against what it bears."""
    if plan.limit_c is None:
        # Warmed all the same by a decision with a name: said, and said again in the record.
        return Verdict(
            "its limit is not known",
            Level.WATCH,
            f"{hub_c:.0f} °C, and nobody said how warm it may get: watch paint, seals and alloy.",
        )
    # A thermometer is not surer than this; a stop is for what the hub did bear, not for a digit.
    if hub_c > plan.limit_c + READ_K:
        why = (
            f"{hub_c:.0f} °C, where {plan.limit_c:.0f} °C is allowed ({plan.limit_why}). Heat off;"
            " look what it did to seat, paint and seals."
        )
        return Verdict("above what the hub bears", Level.STOP, why, code=HubCode.ABOVE_ITS_LIMIT)
    if hub_c + PROBE_K > plan.limit_c:
        why = (
            f"{hub_c:.0f} °C of {plan.limit_c:.0f} °C, nearer than a probe tells"
            f" (±{PROBE_K:.0f} K): heat off, push it in now."
        )
        return Verdict("at its limit", Level.WATCH, why)
    return Verdict("inside its limit", Level.GOOD, f"{hub_c:.0f} °C of {plan.limit_c:.0f} °C.")


def _in(desk: Desk, state: Hub, command: cmd.PushIn) -> ev.PushedIn:
    _on_the_way(state)
    # A fit that is wrong is not put right by going in: it is looked at before.
    if (wrong := wrong_fit(desk, state)) is not None:
        raise Refused(f"It is {wrong.word}. {wrong.reason}")
    if warm_way(state):
        need, last = least_c(state), state.last
        if last is None or need is None:
            raise Refused("First a reading of the warm hub.")
        if last[1].verdict.level is Level.STOP and _open(desk, last[1].verdict.code):
            raise Refused(f"It is {last[1].verdict.word}. {last[1].verdict.reason}")
        # Typed from paper there is no clock to ask: the person who was there knew it.
        if desk.moment is not None and (desk.moment - last[0]).total_seconds() > READ_S:
            raise Refused("It was read minutes ago, and has cooled: read it again.")
        # It cools on the way in: where it grips half-way it goes neither on nor back without force.
        if last[1].hub_c < need:
            raise Refused(
                f"{last[1].hub_c:.0f} °C read last, {need:.0f} °C is needed at least: it would grip"
                " half-way."
            )
    return ev.PushedIn(command.text.strip() or "held until it gripped")


def wrong_fit(desk: Desk, state: Hub) -> Verdict | None:
    """The fit that stops, while its answer is not there."""
    said = state.hole.verdict if state.hole is not None else None
    return (
        said if said is not None and said.level is Level.STOP and _open(desk, said.code) else None
    )


def _open(desk: Desk, code: str) -> bool:
    """Whether a stop of this code still waits for its answer here."""
    return any(alarm.verdict.code == code and alarm.at == desk.at for alarm in desk.job.alarms.open)


def _tried(desk: Desk, state: Hub, command: cmd.TryHub) -> ev.HubTried:
    if state.pushed is None and not desk.correcting:
        raise Refused("First push it in.")
    enters = read_enters(command.enters)
    return ev.HubTried(enters, judge_shoulder(enters))


def _held(state: Hub, plan: HubPlan, command: cmd.HoldInHub) -> ev.HeldInHub:
    if not state.home:
        raise Refused("First against the shoulder of its hub: the 0.03 mm feeler enters nowhere.")
    if plan.ring is not None:
        return ev.HeldInHub(plan.held_by, *ring_as_said(plan.ring, command))
    if plan.held_by is HubHeld.FIT:
        said = command.text.strip() or "by its tight fit, as the drawing has it"
        return ev.HeldInHub(
            plan.held_by, said, Verdict("held by its fit", Level.GOOD, "As the drawing has it.")
        )
    said = text(command.text, "text", "how it was tightened: wrench and setting")
    return ev.HeldInHub(plan.held_by, said, Verdict("cover down", Level.GOOD, "Drawn down evenly."))


def judge(
    _: Desk, state: Hub, fact: ev.HoleMeasured | ev.HubWarmth
) -> ev.HoleMeasured | ev.HubWarmth:
    """A reading judged anew, by the plan as it is now."""
    if state.plan is None:
        return fact
    if isinstance(fact, ev.HoleMeasured):
        return replace(fact, verdict=_fits(state.plan, fact.hole_mm, fact.ring_mm))
    return replace(fact, verdict=judge_warmth(state.plan, fact.hub_c))


def both_at_once(state: Hub) -> bool:
    """Whether hub and shaft are entered at once, by a tool on both rings."""
    return state.plan is not None and state.way is not None and state.way.way is WayIn.BOTH_RINGS


def still_to_enter(state: Hub) -> bool:
    """Whether the outer ring has still to enter its hub."""
    tight = tight_now(state)
    return tight is not None and tight.um.high > 0 and state.pushed is None
