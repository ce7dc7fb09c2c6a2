"""An entry of a drive-up in a sentence, for the log and the record."""

from __future__ import annotations

from tribodex.core.components.feeler import Stack
from tribodex.core.job.facts import Fact
from tribodex.core.mounting.gauging import Outcome, Phase, Where
from tribodex.core.mounting.seat import behind_words, thickness_words
from tribodex.core.mounting.zero import ZeroPoint
from tribodex.core.quantities import um_text
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.commands import LOOKS
from tribodex.core.topics.tapered.looks import WORDS
from tribodex.core.topics.tapered.moves import leaf_words
from tribodex.core.topics.tapered.parting import CHECKS
from tribodex.core.working import number

PHASES = {
    Phase.INITIAL: "Unmounted clearance",
    Phase.DRIVE_UP: "Gauging on the sleeve",
    Phase.FINAL: "Final gauging",
}
PLACES = {
    Where.BENCH_TOP: "on the bench, at the top",
    Where.HUNG_BOTTOM: "hanging, at the bottom",
    Where.LIFTED_TOP: "lifted, at the top",
}
_OUTCOMES = {
    Outcome.PASSES: "passes",
    Outcome.DRAGS: "passes with a light drag",
    Outcome.STOPS: "does not pass",
}
UNITS = {
    "degrees": "°",
    "slots": " slots",
    "rim": " along the rim",
    "drive_up": " of drive-up",
    "turns": " turns",
}


def amount_words(typed: str, unit: str) -> str:
    """A turn as it was logged.

    >>> amount_words("30", "degrees"), amount_words("12", "rim"), amount_words("1/2 in", "rim")
    ('30°', '12 mm along the rim', '1/2 in along the rim')
    """
    if unit in ("rim", "drive_up") and typed.replace(".", "").replace(",", "").isdigit():
        typed += " mm"
    return typed.rstrip("°") + UNITS.get(unit, "")


def tell(payload: Fact) -> str:
    """One sentence for one event."""
    match payload:
        case ev.TaperedPlanned(reason=reason):
            return f"Plan changed: {reason}." if reason else "Drive-up planned."
        case ev.GaugingStarted():
            warm = ""
            if payload.inner_c is not None and payload.outer_c is not None:
                warm = (
                    f"; inner ring {payload.inner_c:.1f} °C, outer {payload.outer_c:.1f} °C,"
                    f" corrected by {um_text(payload.correction_um)}"
                )
            return (
                f"{PHASES[payload.phase]} begun ({PLACES[payload.where]}, {payload.places}"
                f" place{'s' if payload.places != 1 else ''}{warm})."
            )
        case ev.LeafTried():
            typed = f" (typed “{payload.typed}”)" if payload.typed else ""
            both = " (both rows in one)" if payload.both_rows else ""
            where = f"Place {payload.place}, {payload.row.called(payload.unmounted)}"
            return (
                f"{where}: {leaf_words(Stack(payload.leaves_um))}"
                f" {_OUTCOMES[payload.outcome]}{typed}{both}."
            )
        case ev.FeelersTaken(feeler=feeler):
            return f"Another gauge set in hand: {feeler.name}."
        case ev.PlaceRepeated():
            return (
                f"Place {payload.place}, {payload.row.called(payload.unmounted)}: gauged anew; what"
                " was read there before no longer counts."
            )
        case ev.GaugingClosed():
            return _closed(payload)
        case ev.OutsideAccepted():
            return _accepted(payload)
        case ev.ZeroSet(tap_tested=tested):
            if payload.zero is ZeroPoint.HAND_TIGHT:
                return (
                    "Nut run up with both hands, marked."
                    if not tested
                    else "Nut run up by hand and tapped, marked."
                )
            if payload.start_pressure_mpa is not None:
                return f"Start pressure reached ({payload.typed}), indicator set to zero."
            return (
                f"Nut at metal-to-metal, marked{', tap-tested' if tested else ', not tap-tested'}."
            )
        case ev.NoPlayFound():
            return (
                f"No measurable clearance: the thinnest feeler, {um_text(payload.thinnest_um)},"
                f" does not go in at {', '.join(payload.places)}."
            )
        case _:
            return _tell_driven(payload)


def _tell_driven(payload: Fact) -> str:
    """What was done to the nut and looked at; the lock."""
    match payload:
        case ev.LookedAt():
            return _looked(payload)
        case ev.LeafFollowed():
            return _followed(payload)
        case ev.NutSeated():
            return _seated(payload)
        case ev.Reseated(past_deg=past):
            if past < 0:
                return f"Washer fitted; the nut stands {number(-past)}° behind its old mark."
            return "Washer fitted; the nut is back on its old mark" + (
                f", {number(past)}° past it." if past else "."
            )
        case ev.HandChecked():
            turning = "turns freely" if payload.turns_freely else "does not turn freely"
            swivel = {
                "freely": "swivels freely",
                "slight drag": "swivels with slight drag",
                "binds": "binds",
            }[payload.swivel]
            return f"By hand: the ring {swivel} and {turning}."
        case ev.RiskChosen(risk=risk):
            return f"Risk of going too far set to {number(risk * 100)} %."
        case ev.BlowsStruck():
            how = (
                "like the last"
                if payload.same
                else "first ones, or with another hand, hammer or spanner"
            )
            return f"{payload.blows} blow{'s' if payload.blows != 1 else ''}, {how}."
        case ev.NutTurned():
            if payload.unit == "drive_up":
                return (
                    "Driven up"
                    f" {amount_words(payload.typed, payload.unit).removesuffix(' of drive-up')},"
                    f" {number(payload.degrees)}° of the nut."
                )
            exact = "" if payload.unit == "degrees" else f", {number(payload.degrees)}°"
            return f"Nut tightened {amount_words(payload.typed, payload.unit)}{exact}."
        case ev.TabSeen():
            return (
                f"Next tab meets a slot after {number(payload.turn_deg)}°"
                f" ({amount_words(payload.typed, payload.unit)})."
            )
        case ev.Locked():
            predicted = (
                f", predicted residual {um_text(payload.predicted_um)}"
                if payload.predicted_um is not None
                else ""
            )
            return f"Tightened {number(payload.turn_deg)}° to the tab, tab bent{predicted}."
        case _:
            raise TypeError(f"nothing tells {type(payload).__name__}")


_ACCEPTED = {
    "group": "Clearance outside its group",
    "feelers": "A gauge set that cannot prove the window",
    "row": "One row alone, the other cannot be reached:",
}


def _accepted(payload: ev.OutsideAccepted) -> str:
    thing = _ACCEPTED.get(payload.what, "Empty window")
    return f"{thing} accepted by {payload.name}: {payload.reason}."


def _looked(fact: ev.LookedAt) -> str:
    measured = (
        f" ({fact.moved_typed}, by {fact.tool}; the nut says {number(fact.nut_mm or 0.0)} mm)"
        if fact.moved_typed
        else ""
    )
    return f"Looked at {LOOKS[fact.look]}: {WORDS[fact.look][fact.found]}{measured}."


def _followed(fact: ev.LeafFollowed) -> str:
    # Where turns are counted the zero mark is always looked at; by blows there is none.
    what = "Feeler and nut" if "zero" in fact.checks else "Two gaugings"
    return (
        f"{what} did not agree; looked at: {', '.join(CHECKS[c] for c in fact.checks)}. Found:"
        f" {fact.found}. The feeler leads from here."
    )


def _seated(payload: ev.NutSeated) -> str:
    words = "Nut seated"
    if payload.behind_deg is not None:
        words += f", {behind_words(payload.behind_deg)} its old mark"
    if payload.thickness_mm is not None:
        words += (
            f"; washer {thickness_words(payload.thickness_mm)},"
            f" {'measured' if payload.measured else 'remembered'}"
        )
    if payload.moved_mm is not None:
        words += f"; sleeve end to ring {payload.moved_typed}, by {payload.tool}"
    return f"{words}: {payload.seat.verdict.word}."


def _closed(payload: ev.GaugingClosed) -> str:
    words = (
        f"Gauged: {um_text(payload.summary.mean_um)}, ± {um_text(payload.summary.uncertainty_um)}"
    )
    if payload.initial_verdict:
        words += f"; {payload.initial_verdict.word}"
    if payload.final_verdict:
        words += f"; {payload.final_verdict.overall.word}"
    return f"{words}."
