"""Rounds and what is due at a position as iCalendar (RFC 5545): a file, or an address that a
calendar subscribes to.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta

from icalendar import Calendar, Event, vDuration

from tribodex.core.job.job import Job
from tribodex.core.topics import large_seal
from tribodex.usecases.due_stops import DueStop
from tribodex.usecases.positions import PositionView

REFRESH = timedelta(hours=6)
# From Monday to Friday (days).
FRIDAY = 4
# More lines than that nobody reads in a calendar.
LINES = 40


@dataclass(frozen=True)
class DayEntry:
    """Something in a calendar: whole days from a day, or hours from a moment. `uid` stays the same,
    so that a later file replaces it.
    """

    uid: str
    first: date | datetime
    long: float
    title: str
    text: str
    place: str


def calendar(name: str, entries: Iterable[DayEntry], now: datetime) -> bytes:
    """A calendar."""
    made = Calendar()
    made.add("prodid", "-//Tribodex//rounds//EN")
    made.add("version", "2.0")
    made.add("calscale", "GREGORIAN")
    made.add("method", "PUBLISH")
    made.add("x-wr-calname", _line(name))
    made.add("refresh-interval", vDuration(REFRESH), parameters={"VALUE": "DURATION"})
    made.add("x-published-ttl", "PT6H")
    for entry in entries:
        event = Event()
        event.add("uid", f"{entry.uid}@tribodex")
        event.add("dtstamp", now)
        # A moment stands in UTC: a zone by its offset alone is read differently by every calendar.
        first = entry.first.astimezone(UTC) if isinstance(entry.first, datetime) else entry.first
        event.add("dtstart", first)
        long = (
            timedelta(hours=entry.long)
            if isinstance(entry.first, datetime)
            else timedelta(days=entry.long)
        )
        event.add("dtend", first + long)
        event.add("summary", _line(entry.title))
        event.add("description", "\n".join(map(_line, entry.text.splitlines())))
        event.add("location", _line(entry.place))
        event.add("transp", "TRANSPARENT")
        made.add_component(event)
    written: bytes = made.to_ical()
    return written


def round_entries(stops: Sequence[DueStop], today: date) -> list[DayEntry]:
    """One entry for each route and crew of a week: Monday to Friday, with its stops. Of this week
    nothing stands in days that are gone.
    """
    monday = today - timedelta(days=today.weekday())
    weeks: dict[tuple[int, str, str], list[DueStop]] = defaultdict(list)
    for stop in stops:
        weeks[stop.week, stop.crew, stop.route].append(stop)
    entries = []
    for (week, crew, route), here in sorted(weeks.items()):
        begins = monday + timedelta(weeks=week)
        first = max(begins, today)
        lines = [f"{stop.machine}, {stop.position}: {_words(stop)}" for stop in here[:LINES]]
        if len(here) > LINES:
            lines.append(f"and {len(here) - LINES} more")
        minutes = round(sum(stop.minutes for stop in here))
        title = (
            f"Round {route or 'plant'}: {len(here)} stop{'s' if len(here) != 1 else ''},"
            f" {minutes} min"
        )
        entries.append(
            DayEntry(
                uid=f"round-{_slug(crew)}-{_slug(route)}-{begins:%Y%m%d}",
                first=first,
                long=max((begins + timedelta(days=FRIDAY) - first).days, 0) + 1,
                title=title,
                text="\n".join([crew, *lines]),
                place=route,
            )
        )
    return entries


def position_entries(view: PositionView, today: date) -> list[DayEntry]:
    """One entry for everything due at a position that has a day; what was due before today stands
    today.
    """
    where = f"{view.machine}, {view.position}"
    entries = []
    for due in view.due:
        if due.day is not None:
            uid = f"due-{_slug(view.id)}-{due.kind}-{due.since:%Y%m%d}"
            was = f" (was due on {due.day})" if due.day < today else ""
            title = f"{where}: {due.kind.words}{was}"
            entries.append(
                DayEntry(
                    uid=uid,
                    first=max(due.day, today),
                    long=1,
                    title=title,
                    text=f"{due.words}\n{view.kept}",
                    place=view.route,
                )
            )
    return entries


def lead_entries(job_id: str, job: Job) -> list[DayEntry]:
    """Steps that a wished start asks for, each at its hour."""
    entries = []
    for place in job.places:
        plan = job.of(large_seal.TOPIC, place.id).plan
        for i, step in enumerate(plan.begins if plan is not None else ()):
            title = f"{place.name}: {step.words}"
            entries.append(
                DayEntry(
                    uid=f"lead-{job_id}-{place.id}-{i}",
                    first=step.at,
                    long=step.hours,
                    title=title,
                    text=f"{job.opened.title}, {step.hours:g} h",
                    place=job.machine,
                )
            )
    return entries


def _words(stop: DueStop) -> str:
    return f"{stop.words}{' (late)' if stop.late else ''}"


def _line(text: str) -> str:
    """A text in one line: what breaks lines would begin another property."""
    return " ".join("".join(letter if letter.isprintable() else " " for letter in text).split())


def _slug(text: str) -> str:
    return "".join(letter if letter.isalnum() else "-" for letter in text.lower()) or "all"
