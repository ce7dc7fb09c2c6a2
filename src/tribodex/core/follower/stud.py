"""A follower's stud in its hole, and how tight its nut may be."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from tribodex.core.components.bands import Span
from tribodex.core.errors import InvalidInput
from tribodex.core.quantities import um_text
from tribodex.core.sources import Source
from tribodex.core.working import Level, Line, Result, Verdict, number


class StudCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    HEAVY_PRESS = "stud.heavy_press"
    HOLE_UNDER_LOAD = "stud.hole_under_load"
    NO_PLUG = "stud.no_plug"
    THREAD_NOT_SAID = "stud.thread_not_said"
    TOO_LOOSE = "stud.too_loose"
    TOO_TIGHT = "stud.too_tight"


# A lubricated thread takes half to two thirds of the dry torque for the same pull (common practice,
# no source).
DRY_OVER_OILED = Span(1.5, 2.0)
# A click wrench and a hand on it (share of the value; common practice, no source).
WRENCH_SHARE = 0.10
# A light press on diameter, measured (µm; common practice, no source): looser works and wears,
# tighter is forced in.
LIGHT_PRESS_UM = Span(0.0, 15.0)
MICROMETER_UM = 4.0


class Mount(StrEnum):
    """How a follower is carried."""

    STUD = "stud"
    YOKE = "yoke"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"stud": "stud type", "yoke": "yoke type, on a pin in a fork"}[self.value]


class Thread(StrEnum):
    """The state of a thread when a torque is given for it, or set on it."""

    DRY = "dry"
    OILED = "oiled"


@dataclass(frozen=True)
class StudRow:
    """A follower's size: roller outside, stud (mm), thread, clamp torque of the nut on an oiled
    thread (N·m).
    """

    roller_mm: float
    stud_mm: float
    thread: str
    oiled_nm: float
    once: bool


@dataclass(frozen=True)
class StudTable:
    """Followers by roller diameter."""

    source: Source
    rows: tuple[StudRow, ...]

    def find(self, roller_mm: float) -> StudRow | None:
        """The follower of this roller diameter, to a hundredth; None where the table has none."""
        return next((row for row in self.rows if abs(row.roller_mm - roller_mm) < 0.01), None)


@dataclass(frozen=True)
class Clamp:
    """The torque that is asked: value (N·m), the thread it holds for (None: its sheet is silent),
    and where it comes from.
    """

    nm: float
    thread: Thread | None
    source: str

    def range_for(self, thread: Thread) -> Span | None:
        """What to set on a thread of this state: the value itself, or by the usual ratio of dry to
        oiled. None while its sheet is silent.

        >>> Clamp(58, Thread.OILED, "table").range_for(Thread.DRY)
        Span(low=87.0, high=116.0)
        >>> Clamp(58, None, "sheet 3").range_for(Thread.DRY) is None
        True
        """
        return None if self.thread is None else _given_for(self.nm, self.thread, thread)

    def readings(self) -> str:
        """What a figure would mean whose sheet does not say for which thread it is, both ways.
        Neither is a target.

        >>> Clamp(60, None, "sheet 3").readings()
        'meant for an oiled thread: oiled 60, dry 90 to 120 N·m; meant for a dry one: oiled 30 to
        40, dry 60 N·m'
        """
        means = []
        for meant, words in ((Thread.OILED, "an oiled thread"), (Thread.DRY, "a dry one")):
            each = [
                f"{thread} {_words(_given_for(self.nm, meant, thread))}"
                for thread in (Thread.OILED, Thread.DRY)
            ]
            means.append(f"meant for {words}: {', '.join(each)} N·m")
        return "; ".join(means)


def _given_for(nm: float, meant: Thread, thread: Thread) -> Span:
    if thread is meant:
        return Span(nm, nm)
    if meant is Thread.OILED:
        return Span(nm * DRY_OVER_OILED.low, nm * DRY_OVER_OILED.high)
    return Span(nm / DRY_OVER_OILED.high, nm / DRY_OVER_OILED.low)


def _words(span: Span) -> str:
    return f"{span.low:.0f}" if span.low == span.high else f"{span.low:.0f} to {span.high:.0f}"


def _not_said(clamp: Clamp) -> Verdict:
    why = (
        f"{number(clamp.nm)} N·m by {clamp.source}, silent about oil on the thread."
        f" {clamp.readings()[0].upper()}{clamp.readings()[1:]}."
    )
    return Verdict("dry or oiled not said", Level.UNKNOWN, why, code=StudCode.THREAD_NOT_SAID)


def clamp_result(clamp: Clamp) -> Result:
    """The clamp torque on an oiled thread, with what a dry one would take; as it was typed where
    its sheet does not say for which it is.

    Symbols: T torque (N·m).
    Valid: the nut of a follower's stud.
    Raises: nothing.
    Source: as the clamp says; dry to oiled 1.5 to 2 is common practice, no source.

    >>> clamp_result(Clamp(58, Thread.OILED, "cam_follower_stud")).value
    58.0
    """
    oiled, dry = clamp.range_for(Thread.OILED), clamp.range_for(Thread.DRY)
    if oiled is None or dry is None:
        line = Line("T", "as typed, its thread not said", "", "", clamp.nm, "N·m", clamp.source)
        silent = _not_said(clamp)
        return Result(
            "clamp_torque",
            "Torque on the sheet, not a target yet",
            clamp.nm,
            "N·m",
            working=(line,),
            verdict=silent,
            note=silent.reason,
        )
    lines = (
        Line(
            "T", f"given for a thread that is {clamp.thread}", "", "", clamp.nm, "N·m", clamp.source
        ),
        Line(
            "T_dry",
            "a dry thread, least",
            "1.5·T_oiled" if clamp.thread is Thread.OILED else "T",
            number(clamp.nm),
            dry.low,
            "N·m",
            "practice",
        ),
        Line(
            "T_dry",
            "a dry thread, most",
            "2·T_oiled" if clamp.thread is Thread.OILED else "T",
            number(clamp.nm),
            dry.high,
            "N·m",
            "practice",
        ),
    )
    note = (
        f"On a dry thread {dry.low:.0f} to {dry.high:.0f} N·m."
        if clamp.thread is Thread.OILED
        else "Given for a dry thread."
    )
    return Result(
        "clamp_torque",
        "Clamp torque, oiled thread",
        float(oiled.low),
        "N·m",
        value_to=None if oiled.low == oiled.high else oiled.high,
        working=lines,
        note=note,
    )


def judge_clamp(clamp: Clamp, set_nm: float, thread: Thread) -> Verdict:
    """A torque that was set, against what is asked for such a thread: too much stretches or breaks
    the stud, too little lets it walk out.
    """
    asked = clamp.range_for(thread)
    if asked is None:
        return _not_said(clamp)
    low, high = asked.low * (1 - WRENCH_SHARE), asked.high * (1 + WRENCH_SHARE)
    words = f"{_words(asked)} N·m"
    if set_nm > high:
        return Verdict(
            "too tight",
            Level.STOP,
            f"{set_nm:.0f} N·m, where {words} is asked on a thread that is {thread}: it stretches"
            " or breaks the stud.",
            code=StudCode.TOO_TIGHT,
        )
    if set_nm < low:
        return Verdict(
            "too loose",
            Level.STOP,
            f"{set_nm:.0f} N·m, where {words} is asked, thread {thread}: it lets the stud walk"
            " out.",
            code=StudCode.TOO_LOOSE,
        )
    return Verdict(
        "clamped", Level.GOOD, f"{set_nm:.0f} N·m of {words} on a thread that is {thread}."
    )


def stud_fit(stud_mm: float, hole_mm: float) -> Result:
    """The stud's fit in its hole: interference above zero.

    Symbols: d stud, D hole (mm), both at one temperature; Δ = d - D (µm).
    Valid: measured sizes.
    Raises: InvalidInput where the two are not of one size.
    Source: definition; light press is common practice, no source.

    >>> stud_fit(18.004, 18.000).verdict.word, stud_fit(17.98, 18.0).verdict.word
    ('light press', 'loose')
    """
    fit = round((stud_mm - hole_mm) * 1000, 1)
    if abs(fit) > 500:
        raise InvalidInput.at(
            "hole",
            f"A stud of {number(stud_mm)} mm and a hole of {number(hole_mm)} mm do not belong"
            " together.",
            "both measured, mm or in",
        )
    if fit < -MICROMETER_UM:
        verdict = Verdict(
            "loose",
            Level.WATCH,
            f"{um_text(-fit)} of slack: a loose stud works and wears its hole. Bush the hole, or"
            " another stud.",
        )
    elif fit <= LIGHT_PRESS_UM.low:
        why = (
            f"{um_text(abs(fit))} {'of slack' if fit < 0 else 'either way'}, ±"
            f" {um_text(1.4 * MICROMETER_UM)}: no press is proven. Read both again."
        )
        verdict = Verdict("no press proven", Level.WATCH, why)
    elif fit > LIGHT_PRESS_UM.high:
        verdict = Verdict(
            "heavy press",
            Level.STOP,
            f"{um_text(fit)} of interference: it goes in by force, and the stud bends. Ream the"
            " hole.",
            code=StudCode.HEAVY_PRESS,
        )
    else:
        verdict = Verdict("light press", Level.GOOD, "By an arbor press on the stud's end face.")
    line = Line(
        "Δ",
        "stud less hole",
        "d - D",
        f"({number(stud_mm)} - {number(hole_mm)})·1000",
        fit,
        "µm",
        "gauged",
    )
    return Result(
        "stud_fit",
        "Fit of the stud in its hole",
        fit,
        "µm",
        uncertainty=1.4 * MICROMETER_UM,
        verdict=verdict,
        working=(line,),
    )


Hole = Literal["unloaded", "loaded", "none"]


def judge_hole(hole: Hole) -> Verdict:
    """Where the grease hole of the inner raceway lies."""
    if hole == "loaded":
        return Verdict(
            "hole under load",
            Level.STOP,
            "The raceway wears at its edge: turn the mark to the unloaded side.",
            code=StudCode.HOLE_UNDER_LOAD,
        )
    return Verdict(
        "as it should be",
        Level.GOOD,
        (
            "The hole lies away from the load."
            if hole == "unloaded"
            else "It has no grease hole in its raceway."
        ),
    )


def judge_plug(regreased: bool, plug: bool) -> Verdict:
    """Whether the oil hole is closed, or has its fitting."""
    if regreased:
        return Verdict(
            "fitting in", Level.GOOD, "It is regreased: its fitting stays clean and free."
        )
    if not plug:
        return Verdict(
            "no plug",
            Level.STOP,
            "It will not be regreased: the plug belongs in its hole, or dirt gets in. Plugs are in"
            " the bag.",
            code=StudCode.NO_PLUG,
        )
    return Verdict("plugged", Level.GOOD, "It will not be regreased, and its hole is closed.")


def looked_at(mount: Mount, *, regreased: bool) -> tuple[str, ...]:
    """What a round looks at (common practice, no source).

    >>> looked_at(Mount.STUD, regreased=False)[:2]
    ('Nut at torque: by the wrench, never by feel', 'Plug in its hole')
    """
    carried = (
        "Nut at torque: by the wrench, never by feel"
        if mount is Mount.STUD
        else "Both end plates backed up by the fork"
    )
    hole = "Fitting clean, its cap on" if regreased else "Plug in its hole"
    return (
        carried,
        hole,
        "Tread worn evenly, not at one edge, no flat",
        "Roller turns, without a rough place",
        "No dirtier around it than before",
    )
