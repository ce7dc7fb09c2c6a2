"""What a drive-up is now, and what follows from it: window, belief, advice, what the leaf allows.
fold() makes it from the log.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from enum import StrEnum

from tribodex.core.adviser.belief import Belief
from tribodex.core.adviser.move import Advice, Lock, Question, advise, far_apart
from tribodex.core.adviser.reading import Known
from tribodex.core.components.bands import Span
from tribodex.core.components.bearing import Taper
from tribodex.core.components.feeler import FeelerSet
from tribodex.core.errors import Refused
from tribodex.core.mounting.drive_up import reduction_per_degree_um
from tribodex.core.mounting.elastic import hoop_result, pressure_result
from tribodex.core.mounting.gauging import Gauged, Row
from tribodex.core.mounting.lock_ruling import LeafSays, LockCode, keeps_risk, may_lock, may_meet
from tribodex.core.mounting.locking import USUAL_RISK
from tribodex.core.mounting.methods import Method
from tribodex.core.mounting.provable import ProvableCode, proves
from tribodex.core.mounting.window import Window, judge_window
from tribodex.core.topics.tapered import estimate
from tribodex.core.topics.tapered import facts as ev
from tribodex.core.topics.tapered.attempt import Attempt, Gauging, Taken, agreeing, pool
from tribodex.core.topics.tapered.plan import Plan
from tribodex.core.working import Level, Verdict


class DriveUpCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_GAUGED = "drive_up.not_gauged"
    NO_MEASURABLE_CLEARANCE = "drive_up.no_measurable_clearance"
    TOO_FEW_PLACES = "drive_up.too_few_places"


# No inner ring gives more of its interference to the raceway than this.
LARGEST_RATIO = 0.9
# Gaugings this little of a turn apart tell of the same place (degrees).
POOLED_WITHIN_DEG = 15.0


@dataclass
class Tapered:
    """One bearing on its taper, now. Mutable only inside fold()."""

    planned: Plan | None = None
    initial: list[Gauging] = field(default_factory=list)
    numbered: dict[int, Gauging] = field(default_factory=dict)
    accepted: list[ev.OutsideAccepted] = field(default_factory=list)
    attempts: list[Attempt] = field(default_factory=lambda: [Attempt(1)])
    risk: float = USUAL_RISK
    # The gauge set in hand, where another was taken than planned.
    feelers: FeelerSet | None = None
    feelers_accepted: set[str] = field(default_factory=set)
    _position: Belief | None = field(default=None, compare=False, repr=False)
    _leaf_says: LeafSays | None = field(default=None, compare=False, repr=False)
    _unmounted: Known | None = field(default=None, compare=False, repr=False)
    _advice: Advice | None = field(default=None, compare=False, repr=False)
    _predicted: dict[int, Belief | None] = field(default_factory=dict, compare=False, repr=False)

    def forget(self) -> None:
        """Drop what was computed once for this state, before another entry is taken in."""
        self._position = self._leaf_says = self._unmounted = self._advice = None
        self._predicted = {}

    @property
    def plan(self) -> Plan:
        """The plan. Raises Refused where nobody planned a drive-up."""
        if self.planned is None:
            raise Refused("Nobody has planned a drive-up for this bearing.")
        return self.planned

    @property
    def gauge(self) -> FeelerSet:
        """The gauge set in hand. Raises Refused where nothing is gauged with leaves."""
        return self.feelers or self.plan.gauge

    @property
    def attempt(self) -> Attempt:
        """The present drive-up."""
        return self.attempts[-1]

    @property
    def gaugings(self) -> list[Gauging]:
        """Every gauging in order of its number."""
        return list(self.numbered.values())

    @property
    def last_gauging_number(self) -> int:
        """Number of the newest gauging; zero before the first."""
        return next(reversed(self.numbered), 0)

    def open_gauging(self) -> Gauging | None:
        """The gauging under way."""
        last = self.numbered.get(self.last_gauging_number)
        return last if last and not last.ended else None

    def initial_closed(self) -> ev.GaugingClosed | None:
        """The last judged initial gauging; None when the last one found no play."""
        last = next((g for g in reversed(self.initial) if g.closed or g.no_play), None)
        return last.closed if last else None

    def has_accepted(self, what: str) -> bool:
        """Whether this was accepted by name; of a gauge set, the one that was in hand then."""
        return any(a.what == what for a in self.accepted) and (
            what != "feelers" or self.gauge.id in self.feelers_accepted
        )

    def initials(self) -> list[Gauging]:
        """Gaugings of the unmounted clearance that count: the last one, and those before it that
        agree with it.

        One that differs by more than the uncertainty of both (dirt, a rolled leaf) is left out,
        with everything before it.
        """
        return agreeing([g for g in self.initial if g.closed]) if self.initial_closed() else []

    def initial_um(self) -> float | None:
        """Unmounted clearance as gauged: mean of the gaugings that count, each weighed by its
        brackets.
        """
        pooled = pool(self.initials())
        return pooled.mean_um if pooled else None

    def unmounted(self) -> Known | None:
        """The unmounted clearance that is believed: gaugings before mounting, and the group's
        limits as a soft prior.

        Nothing gauged on the sleeve changes it.
        """
        if self._unmounted is None:
            self._unmounted = estimate.unmounted(self._before())
        return self._unmounted

    def _group(self) -> Span | None:
        return None if self.has_accepted("group") else self.plan.limits_um

    def window(self) -> Window | None:
        """The one target window, of the unmounted clearance that is believed."""
        believed = self.unmounted()
        return None if believed is None else self.plan.window(believed.mean_um)

    def position(self) -> Belief | None:
        """Where the bearing is believed to be: needs the unmounted clearance and a known nut pitch.
        Computed once a state.
        """
        if self._position is None and self.plan.method is Method.BLOWS:
            self._position = self.by_blows()
        elif self._position is None:
            self._position = self._believe(
                self.attempt.gaugings, self.attempt.nut_deg, self.attempt.mark_var_deg2
            )
        return self._position

    def by_readings(self) -> Belief | None:
        """The same by readings alone: an alarm of theirs does not end because something was looked
        at.
        """
        if self.plan.method is Method.BLOWS or not self.attempt.looks:
            return self.position()
        used = [g for g in self.attempt.gaugings if g.closed or g.no_play]
        return estimate.by_turns(
            self._before(),
            self.attempt,
            used,
            self.attempt.nut_deg,
            self.attempt.mark_var_deg2,
            looked=False,
        )

    def position_with(self, gauging: Gauging) -> Belief | None:
        """Where the bearing is believed to be with what an open gauging has bracketed so far."""
        if self.plan.method is Method.BLOWS:
            return self.by_blows(gauging)
        return self._believe(
            self.attempt.gaugings, self.attempt.nut_deg, self.attempt.mark_var_deg2, gauging
        )

    def predicted(self, gauging: Gauging) -> Belief | None:
        """What the nut's turn alone says of a gauging on the sleeve, from everything gauged before
        at other places of the nut.

        Once a leaf was followed against the nut, what it taught counts as well.
        """
        if self.plan.method is Method.BLOWS:
            # Nobody counted: the nut says nothing.
            return None
        if gauging.number not in self._predicted:
            self._predicted[gauging.number] = self._as_predicted(gauging)
        return self._predicted[gauging.number]

    def _as_predicted(self, gauging: Gauging) -> Belief | None:
        followed = self.attempt.followed
        before = [
            g
            for g in self.attempt.gaugings
            if g.number < gauging.number
            and (g.nut_deg < gauging.nut_deg - 1e-6 or g.number <= followed)
        ]
        belief = self._believe(before, gauging.nut_deg, gauging.mark_var_deg2)
        if belief is None or any(g.number <= followed for g in before):
            return belief
        return belief.as_planned()

    def _before(self) -> estimate.Before:
        return estimate.Before(self.plan, self.initials(), self._group())

    def _believe(
        self,
        gaugings: Sequence[Gauging],
        nut_deg: float,
        mark_var_deg2: float,
        open_one: Gauging | None = None,
    ) -> Belief | None:
        used = [g for g in gaugings if g.closed or g.no_play or g is open_one]
        return estimate.by_turns(self._before(), self.attempt, used, nut_deg, mark_var_deg2)

    def by_blows(self, open_one: Gauging | None = None, further: int = 0) -> Belief | None:
        """Where the bearing is believed to be when nobody counts a turn; after `further` blows like
        the last.
        """
        used = [g for g in self.attempt.gaugings if g.closed or g.no_play or g is open_one]
        return estimate.struck(self._before(), self.attempt, used, further)

    def advice(self) -> Advice | None:
        """What to do with the nut; None while there is no window to aim at or no way to compute,
        and where blows are struck.
        """
        if self.plan.method is Method.BLOWS:
            return None
        window, position, nut = self.window(), self.position(), self.plan.nut
        if (
            self._advice is None
            and window is not None
            and not window.empty
            and position is not None
            and nut is not None
        ):
            here = self.here()
            lock = Lock(nut.tab_step_deg or 0.0, self.first_tab_deg(), self.leaf_allows)
            repeats = max(0, len(here) - 1)
            cap = self.turn_cap_deg()
            only_seated = (
                self.attempt.seated is not None and self.attempt.turns == self.attempt.turns_gauged
            )
            asked = Question(
                readings=len(self.gauged()),
                repeats=repeats,
                risk=self.risk,
                lock=lock,
                most_deg=cap,
                narrow=self.has_accepted("narrow"),
                only_seated=only_seated,
            )
            self._advice = advise(position, window, asked)
        return self._advice

    def turn_cap_deg(self) -> float | None:
        """How far the next turn may go at most: half of what the card asks before the first
        gauging; as far as the leaf proves to be safe once it was followed against the nut; None for
        no cap.
        """
        attempt, asked = self.attempt, self.plan.turn_range_deg
        if not self.gauged() and asked is not None:
            return max(0.0, asked.mid / 2 - attempt.nut_deg)
        return self.test_turn_deg() if attempt.followed else None

    def test_turn_deg(self) -> float:
        """The largest turn that cannot go below what must be left, whatever the explanation: 1:12,
        k 0.9, no seating.
        """
        says, window, nut = self.leaf_says(), self.window(), self.plan.nut
        if says is None or window is None or nut is None:
            return 0.0
        guard = window.guard_um if window.guard_um is not None else window.low_um
        per_degree = reduction_per_degree_um(LARGEST_RATIO, Taper.ONE_IN_12.slope, nut.pitch_mm)
        return max(
            0.0,
            math.floor((says.mean_um - says.uncertainty_um - guard) / per_degree - says.since_deg),
        )

    def first_tab_deg(self) -> float | None:
        """Turn from here to the first tab position, from what was seen on the nut; None when nobody
        looked.
        """
        seen, nut = self.attempt.tab_at_deg, self.plan.nut
        step = nut.tab_step_deg if nut is not None else None
        if seen is None or step is None:
            return None
        left = (seen - self.attempt.nut_deg) % step
        # Within a tenth of a degree of a whole step a tab is square already.
        return 0.0 if step - left < 0.1 else left

    def tabs_far_apart(self) -> bool:
        """Whether tab positions are so far apart that a turn should end on one."""
        window, position, step = (
            self.window(),
            self.position(),
            self.plan.nut.tab_step_deg if self.plan.nut else None,
        )
        return bool(
            step
            and window
            and not window.empty
            and position
            and far_apart(step, position.per_degree_um, window)
        )

    def on_sleeve(self) -> list[Gauging]:
        """Gaugings of this attempt that ended with an answer."""
        return [g for g in self.attempt.gaugings if g.closed or g.no_play]

    def here(self) -> list[Gauging]:
        """Gaugings taken where the nut stands now."""
        return [g for g in self.on_sleeve() if abs(g.nut_deg - self.attempt.nut_deg) < 1e-6]

    def no_play_here(self) -> ev.NoPlayFound | None:
        """Set when the last gauging on the sleeve found no measurable clearance."""
        last = self.on_sleeve()[-1:]
        return last[0].no_play if last else None

    def leaf_says(self) -> LeafSays | None:
        """The last gauging on the sleeve, with those just before it that agree; None without one.
        Computed once a state.

        A small turn between two of them is subtracted, so that both count where the nut stands.
        """
        if self._leaf_says is None:
            self._leaf_says = self._pooled()
        return self._leaf_says

    def _pooled(self) -> LeafSays | None:
        found = self.on_sleeve()
        if not found or found[-1].no_play is not None:
            return None
        last, position = found[-1], self.position()
        per_degree = position.per_degree_um if position is not None else 0.0
        # Between two places that were reached by blows nobody knows the way.
        within = POOLED_WITHIN_DEG if per_degree and self.plan.method is not Method.BLOWS else 1e-6
        near = []
        for gauging in reversed(found):
            back = last.nut_deg - gauging.nut_deg
            if gauging.closed is None or back > within or gauging.where is not last.where:
                break
            near.append(gauging)
        taken: Taken = lambda g: per_degree * (last.nut_deg - g.nut_deg)  # noqa: E731
        agree = agreeing(near[::-1], taken)
        pooled = pool(agree, taken)
        places = sum(self._places(g) for g in agree)
        return (
            None
            if pooled is None
            else LeafSays(
                pooled.mean_um, 2 * pooled.sd_um, self.attempt.nut_deg - last.nut_deg, places
            )
        )

    def _places(self, gauging: Gauging) -> int:
        """Places that were read in both rows; in one, where somebody said by name that the other
        cannot be reached.
        """
        closed = [cell for cell in gauging.cells(self.plan) if cell.bracket.closed]
        by_row = [len({cell.place for cell in closed if cell.row is row}) for row in Row]
        return max(by_row) if self.attempt.row_out is not None else min(by_row)

    def may_lock(self, turn_deg: float) -> Verdict:
        """Whether the leaf allows to lock after a further turn, gauged at enough places for it."""
        ruling, says = self.leaf_allows(turn_deg), self.leaf_says()
        if ruling.level is not Level.STOP and says is not None and self.gauged_short():
            return Verdict(
                "too few places",
                Level.STOP,
                f"{ruling.reason.removesuffix('.')}, but gauged at too few places: gauge at"
                f" {self.plan.places}, both rows, before the nut is locked.",
                code=DriveUpCode.TOO_FEW_PLACES,
            )
        return ruling

    def meets(self, turn_deg: float) -> Verdict | None:
        """Whether a tab position that the leaf does not allow may be locked by name after a further
        turn; None where nobody has to ask.
        """
        ruling, says, window, position = (
            self.may_lock(turn_deg),
            self.leaf_says(),
            self.window(),
            self.position(),
        )
        if (
            ruling.code not in (LockCode.PAST, LockCode.NOT_REACHED)
            or says is None
            or window is None
            or self.gauged_short()
        ):
            return None
        per_degree, nut = position.per_degree_um if position is not None else 0.0, self.plan.nut
        # A reading above the unmounted clearance: nothing is taken out yet.
        taken = max(
            0.0, window.initial_um - says.mean_um + per_degree * (says.since_deg + turn_deg)
        )
        bearing = self.plan.bearing
        hoop = hoop_result(bearing, pressure_result(bearing, self.plan.shaft, taken, taken)).verdict
        assert hoop is not None  # every hoop stress is judged
        return may_meet(
            window,
            says,
            per_degree,
            turn_deg,
            nut.tab_step_deg if nut is not None else None,
            hoop=hoop,
        )

    def over_um(self) -> float:
        """What may come out beyond the card's largest where a tab is met by name: as much as one
        tab step takes, and no more.
        """
        position, nut = self.position(), self.plan.nut
        step = nut.tab_step_deg if nut is not None else None
        return position.per_degree_um * step if position is not None and step is not None else 0.0

    @property
    def to_seat(self) -> bool:
        """Whether the nut is still to be seated on its washer by hand, and gauged there."""
        return self.plan.seats_again and not self.attempt.has_seat and self.plan.hydraulic is None

    def gauged_short(self) -> bool:
        """Whether fewer places were read for the last gauging on the sleeve than are planned:
        enough on the way, not for the lock.
        """
        says = self.leaf_says()
        return says is not None and says.places < self.plan.places

    def leaf_allows(self, turn_deg: float) -> Verdict:
        """Whether the last gauging allows to lock after a further turn, at however many places it
        was taken.
        """
        window, says, position = self.window(), self.leaf_says(), self.position()
        if window is None:
            return Verdict(
                "not gauged",
                Level.STOP,
                "The unmounted clearance is not known: there is no window to lock in.",
                code=DriveUpCode.NOT_GAUGED,
            )
        if self.no_play_here() is not None:
            return Verdict(
                "no measurable clearance",
                Level.STOP,
                "Not even the thinnest feeler went in: release, or gauge again if the feeler was at"
                " fault.",
                code=DriveUpCode.NO_MEASURABLE_CLEARANCE,
            )
        if (
            (position is None or self.plan.method is Method.BLOWS)
            and says is not None
            and self._moved(says)
        ):
            return Verdict(
                "not gauged",
                Level.STOP,
                "The nut went on since the last gauging, and how far is not known: gauge where it"
                " stands.",
                code=DriveUpCode.NOT_GAUGED,
            )
        ruling = may_lock(
            window, says, position.per_degree_um if position is not None else 0.0, turn_deg
        )
        if ruling.level is Level.STOP or position is None:
            return ruling
        return keeps_risk(window, position.after(turn_deg).below_limit(window), self.risk) or ruling

    def _moved(self, says: LeafSays) -> bool:
        """Whether the nut went on by nobody knows how much since the leaf spoke."""
        return (
            self.attempt.blows_since > 0 if self.plan.method is Method.BLOWS else says.since_deg > 0
        )

    def seat_to_prove(self) -> bool:
        """Whether the nut was seated on its washer and the bearing may have been driven on
        unseen."""
        attempt = self.attempt
        seated = attempt.seated
        asked = (seated is not None and seated.gauge_first) or (
            attempt.reseated is not None and seated is None and attempt.reseated.past_deg > 0
        )
        return asked and not any(g.number > attempt.seated_after for g in self.on_sleeve())

    def gauged(self) -> list[Gauged]:
        """Readings of the present attempt with their place of the nut."""
        return [
            Gauged(g.nut_deg, g.closed.summary.mean_um, g.closed.summary.sd_um)
            for g in self.attempt.gaugings
            if g.closed
        ]

    def stopped_by(self) -> str | None:
        """What keeps the drive-up from going on, unless accepted: “group”, “window” or “feelers”;
        “no_play” is not accepted by anybody.
        """
        last = next((g for g in reversed(self.initial) if g.closed or g.no_play), None)
        if last is not None and last.no_play is not None:
            return "no_play"
        closed = self.initial_closed()
        if closed is None:
            return None
        verdict = closed.initial_verdict
        if verdict is not None and verdict.level is Level.STOP and not self.has_accepted("group"):
            return "group"
        window = self.window()
        if (
            window is not None
            and judge_window(window).level is Level.STOP
            and not self.has_accepted("window")
        ):
            return "window"
        return (
            "feelers"
            if self.proven_by().level is Level.STOP and not self.has_accepted("feelers")
            else None
        )

    def proven_by(self) -> Verdict:
        """Whether the set in hand can prove the window; unknown while there is none."""
        window = self.window() if self.plan.method.gauged else None
        if window is None or window.empty:
            return Verdict(
                "no window",
                Level.UNKNOWN,
                "There is no window to prove.",
                code=ProvableCode.NO_WINDOW,
            )
        return proves(self.gauge, Span(window.low_um, window.high_um))
