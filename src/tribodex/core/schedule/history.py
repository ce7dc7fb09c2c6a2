"""What was said and done of a bearing position over the years, and what of it is due now."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal

from tribodex.core.schedule.due import NEVER, Care, CareKind, Run, due_date, overgreased
from tribodex.core.schedule.meter import HourMeter, Reading

# Left due by work that was done, not by how the bearing is kept.
OWED = frozenset({CareKind.PURGE, CareKind.TIGHTEN})


@dataclass(frozen=True)
class SetSaid:
    """How a bearing is kept from a day on.

    `number`: of the job that says so, which parts what was said on one day; `fitted`: that job put
    the bearing there.
    """

    said: Literal["set"]
    on: date
    number: int
    due: tuple[Care, ...]
    hours_per_day: float | None
    way: str
    bearing: str
    grease: str
    amount_g: float | None
    strokes: int | None
    gun: str
    stroke_g: float | None
    running: bool
    looks: tuple[str, ...] = ()
    plug: bool = False
    fitted: bool = False


@dataclass(frozen=True)
class OwedSaid:
    """What follows from work that was done, beside how the bearing is kept: a seal to purge, screws
    and flingers to tighten again.

    `strokes` and `grease` of a seal; `hours_per_day` None: as the bearing is kept; `ends`: due no
    longer.
    """

    said: Literal["owed"]
    on: date
    number: int
    due: tuple[Care, ...]
    hours_per_day: float | None = None
    bearing: str = ""
    grease: str = ""
    strokes: int | None = None
    ends: tuple[CareKind, ...] = ()


@dataclass(frozen=True)
class DoneSaid:
    """What was done at a stop of a round, or found there; `purge_strokes` of its seals;
    `meter_old_h`: of an hour meter that was replaced.
    """

    said: Literal["done"]
    on: date
    number: int
    kinds: tuple[CareKind, ...]
    given_g: float | None
    strokes: int | None
    warm_c: float | None
    meter_h: float | None
    found: tuple[str, ...] = ()
    by: str = ""
    purge_strokes: int | None = None
    meter_old_h: float | None = None


@dataclass(frozen=True)
class SkipSaid:
    """A stop of a round that was not done; it stays due."""

    said: Literal["skipped"]
    on: date
    number: int
    reason: str
    by: str = ""


CareSaid = SetSaid | OwedSaid | DoneSaid | SkipSaid


@dataclass(frozen=True)
class DueNow:
    """Something due at a position, since when it counts, and what is known for doing it; `over`:
    why it got too much grease last time.

    `hours_per_day` looks ahead only, `told_per_day` is what somebody said; `run_h` were run since
    then, up to the day `run_on` (None: nothing was read since).
    """

    care: Care
    since: date
    hours_per_day: float | None
    way: str
    bearing: str
    grease: str
    amount_g: float | None
    strokes: int | None
    gun: str
    stroke_g: float | None
    running: bool
    last_c: float | None = None
    last_on: date | None = None
    over: str = ""
    meter_h: float | None = None
    meter_on: date | None = None
    looks: tuple[str, ...] = ()
    plug: bool = False
    number: int | None = None
    told_per_day: float | None = None
    run_h: float | None = None
    run_on: date | None = None

    @property
    def run(self) -> Run | None:
        """Hours that were run since it counts; None where no meter was read since."""
        return (
            Run(self.run_h, self.run_on)
            if self.run_h is not None and self.run_on is not None
            else None
        )

    @property
    def run_from(self) -> float | None:
        """The day (a number of the calendar) from which running hours count; None: as everything
        else, or it stands.
        """
        return self.run.begins(self.hours_per_day) if self.run is not None else None

    @property
    def day(self) -> date | None:
        """The day it is due; None where nothing that is known limits it."""
        return due_date(self.care, self.since, self.hours_per_day, self.run)


def due_now(entries: Iterable[CareSaid]) -> tuple[DueNow, ...]:
    """What is due at a position after everything that was said of it, whatever the order in which
    it came in.

    >>> look = Care(CareKind.LOOK, None, 30)
    >>> put = SetSaid(
    ...     "set", date(2026, 1, 1), 1, (look,), 16, "counted", "", "", None, None, "", None, False
    ... )
    >>> done = DoneSaid("done", date(2026, 2, 1), 2, (CareKind.LOOK,), None, None, 51, None)
    >>> [(one.since, one.last_c) for one in due_now([done, put])]
    [(datetime.date(2026, 2, 1), 51)]
    """
    found: dict[CareKind, DueNow] = {}
    meter = HourMeter()
    for entry in sorted(entries, key=lambda entry: (entry.on, entry.number, entry.said == "done")):
        if isinstance(entry, SetSaid):
            found = {
                **_still_owed(found, entry),
                **{care.kind: _begun(entry, care) for care in entry.due},
            }
            continue
        if isinstance(entry, OwedSaid):
            left = {kind: one for kind, one in found.items() if kind not in entry.ends}
            found = {**left, **_owed(found, entry)}
            continue
        # Skipped is not done: what was due stays due, from the same day.
        if isinstance(entry, SkipSaid):
            continue
        if entry.meter_h is not None and meter.read(
            Reading(entry.on, entry.meter_h, entry.meter_old_h)
        ):
            found = {kind: _metered(one, meter) for kind, one in found.items()}
        found = _done(found, entry)
    if meter.last is not None:
        found = {
            kind: replace(one, meter_on=meter.last.on, meter_h=meter.last.meter_h)
            for kind, one in found.items()
        }
    return tuple(_run(one, meter) for one in found.values())


def _still_owed(found: dict[CareKind, DueNow], entry: SetSaid) -> dict[CareKind, DueNow]:
    """What other work left due stays due however the bearing is kept; but screws of a bearing that
    is gone are tightened by nobody.
    """
    gone = {CareKind.TIGHTEN} if entry.fitted else set()
    owed = {
        kind: one
        for kind, one in found.items()
        if not one.way and (kind not in gone or one.number == entry.number)
    }
    return {
        kind: replace(
            one,
            hours_per_day=one.hours_per_day or entry.hours_per_day,
            told_per_day=one.told_per_day or entry.hours_per_day,
        )
        for kind, one in owed.items()
    }


def _owed(found: dict[CareKind, DueNow], entry: OwedSaid) -> dict[CareKind, DueNow]:
    kept = next((one for one in found.values() if one.hours_per_day is not None), None)
    hours = (
        entry.hours_per_day
        if entry.hours_per_day is not None
        else kept.hours_per_day
        if kept is not None
        else None
    )
    grease = entry.grease or (kept.grease if kept is not None else "")
    known = (entry.on, hours, "", entry.bearing, grease, None, entry.strokes, "", None)
    return {
        care.kind: DueNow(care, *known, running=False, number=entry.number, told_per_day=hours)
        for care in entry.due
    }


def _begun(entry: SetSaid, care: Care) -> DueNow:
    return DueNow(
        care=care,
        since=entry.on,
        hours_per_day=entry.hours_per_day,
        way=entry.way,
        bearing=entry.bearing,
        grease=entry.grease,
        amount_g=entry.amount_g,
        strokes=entry.strokes,
        gun=entry.gun,
        stroke_g=entry.stroke_g,
        running=entry.running,
        looks=entry.looks,
        plug=entry.plug,
        told_per_day=entry.hours_per_day,
    )


def _metered(due: DueNow, meter: HourMeter) -> DueNow:
    """Hours a day as the meter says, once two readings are far enough apart; hours that were run by
    then.
    """
    run = meter.hours_since(due.since, due.told_per_day)
    rate = meter.rate
    known = replace(due, run_h=round(run[0], 2), run_on=run[1]) if run is not None else due
    return known if rate is None else replace(known, hours_per_day=round(min(rate, 24.0), 2))


def _run(due: DueNow, meter: HourMeter) -> DueNow:
    """Hours that were run since it counts. A machine that stood of late may run again: ahead it
    counts as it ran on the whole.
    """
    run = meter.hours_since(due.since, due.told_per_day)
    if run is None:
        return replace(due, run_h=None, run_on=None)
    hours, on = run
    # A rate of nothing would never be due again, however long ago the last grease was.
    ahead = due.hours_per_day if due.hours_per_day != 0 else round(min(meter.whole_rate, 24.0), 2)
    return replace(due, run_h=round(hours, 2), run_on=on, hours_per_day=ahead)


def _done(found: dict[CareKind, DueNow], entry: DoneSaid) -> dict[CareKind, DueNow]:
    kept = dict(found)
    for kind in entry.kinds:
        one = kept.get(kind)
        if one is None:
            continue
        # A seal purged after the work, screws tightened again: done once, it is over.
        if one.care.once:
            del kept[kind]
            continue
        # Judged against what was due until now: once the stop counts, its own interval has begun
        # anew.
        over = _over(one, entry) if kind is CareKind.GREASE else one.over
        strokes = (
            entry.purge_strokes
            if kind is CareKind.PURGE and entry.purge_strokes is not None
            else one.strokes
        )
        kept[kind] = replace(
            one, since=max(one.since, entry.on), over=over, strokes=strokes, run_h=None, run_on=None
        )
    if entry.warm_c is None:
        return kept
    return {kind: replace(one, last_c=entry.warm_c, last_on=entry.on) for kind, one in kept.items()}


def _over(one: DueNow, entry: DoneSaid) -> str:
    due = one.day
    interval = (due - one.since).days if due is not None else NEVER
    return overgreased(
        entry.given_g,
        one.amount_g,
        (entry.on - one.since).days,
        interval if interval < NEVER else None,
    )
