"""The adviser's trial as a page with charts in docs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import matplotlib as mpl
import numpy as np
from matplotlib.axes import Axes
from matplotlib.figure import Figure
from tests.mountings import world
from tests.mountings.hands import MISREAD, MOST_ATTEMPTS, Says
from tests.mountings.measure import Ended, Measured, Share

INK, DYE, SOFT, OXIDE, PAPER = "#1c2126", "#234a86", "#4a5157", "#8f2a16", "#fbfaf6"
# Widths of the true window, µm: from, to.
WIDTHS = ((0, 3), (3, 6), (6, 10), (10, 20), (20, 1000))


@dataclass(frozen=True)
class Report:
    """What the trial came to: one row a risk, one row a fault, the same mountings said in other
    ways, and what the job took before; the same with a second witness in narrow windows, and by
    blows.
    """

    seed: int
    risks: list[Measured]
    faults: list[tuple[world.Fault, Measured]]
    other_ways: list[Measured]
    before: float
    witness: Measured
    blows: Measured

    @property
    def usual(self) -> Measured:
        """The usual risk, 2 %."""
        return next(row for row in self.risks if "2 %" in row.name)


def percent(share: Share) -> str:
    """A share with its uncertainty, 19 times in 20."""
    return f"{share.value:.1%} ± {2 * share.error:.1%}"


def write_report(report: Report, docs: Path) -> None:
    """docs/adviser.md and docs/adviser.svg."""
    _plot(report, docs / "adviser.svg")
    first = report.usual
    risks = "\n".join(
        f"| {r.name} | {percent(r.inside)} | {percent(r.inside_wide)} | {percent(r.below_limit)} |"
        f" {r.against_leaf} | {r.gaugings:g} ({r.mean_gaugings:.1f}) | {_words(r)} |"
        for r in report.risks
    )
    faults = "\n".join(_fault_row(fault, row) for fault, row in report.faults)
    widths = "\n".join(
        f"| {_width_name(low, high)} | {len(found)} |"
        f" {percent(Share.of([e.inside for e in found]))} | {_missed(found)} |"
        f" {_median(found, lambda e: e.gaugings)} | {_median(found, lambda e: e.leaf_taps)} |"
        for low, high, found in _by_width(first)
    )
    narrow = len(first.between(0, 12)) / first.count
    three = [e for e in first.ended if e.width >= 3]
    two_steps = Share.of([e.inside for e in three])
    false = Share.of([e.alarmed for row in report.risks for e in row.ended])
    mechanism = [e for fault, row in report.faults if fault.of_the_mechanism for e in row.ended]
    stopped = Share.of([e.alarmed or e.word != "locked" for e in mechanism if e.acted])
    second = {
        (low, high): Share.of([e.inside for e in report.witness.between(low, high)])
        for low, high in ((3, 1000), (6, 10), (3, 6))
    }
    kept = [(said, was) for said, was in first.promises]
    promised, was_inside = np.mean([said for said, _ in kept]), Share.of([was for _, was in kept])
    looked = Share.of([e.cause_first for e in mechanism if e.cause_first is not None])
    aims = "\n".join(
        f"| {what} | {aim} | {found} | {'yes' if met else '**no**'} |"
        for what, aim, found, met in (
            (
                "inside, windows of 3 µm and more",
                "96 %",
                percent(two_steps),
                two_steps.value >= 0.96,
            ),
            (
                "inside, windows of two feeler steps and more",
                "99 %",
                percent(first.inside_wide),
                first.inside_wide.value >= 0.99,
            ),
            (
                "with a second witness: inside, windows of 3 µm and more",
                "97.5 %",
                percent(second[3, 1000]),
                second[3, 1000].value >= 0.975,
            ),
            (
                "with a second witness: inside, 6 to 10 µm",
                "95 %",
                percent(second[6, 10]),
                second[6, 10].value >= 0.95,
            ),
            (
                "with a second witness: inside, 3 to 6 µm",
                "92 %",
                percent(second[3, 6]),
                second[3, 6].value >= 0.92,
            ),
            (
                "the chance that was said at the lock, against what was found",
                f"{promised:.1%}",
                percent(was_inside),
                abs(promised - was_inside.value) <= 2 * was_inside.error,
            ),
            (
                "below the residual limit",
                "0.3 % at most",
                percent(first.below_limit),
                first.below_limit.value <= 0.003,
            ),
            (
                "gaugings, unmounted ones included, median",
                "4 at most",
                f"{first.gaugings:g}",
                first.gaugings <= 4,
            ),
            (
                "all taps, median; nine in ten",
                "30; 65 at most",
                _pair(first.taps),
                first.taps[0] <= 30 and first.taps[1] <= 65,
            ),
            (
                "faults of the mechanism that had shown themselves: stopped, or not locked",
                "95 %",
                percent(stopped),
                stopped.value >= 0.95,
            ),
            (
                "their cause first, once sleeve end and numbers were looked at",
                "85 %",
                percent(looked),
                looked.value >= 0.85,
            ),
            (
                "alarms of that kind in sound mountings",
                "1 % at most",
                percent(false),
                false.value <= 0.01,
            ),
            (
                "locked against the feeler, with faults",
                "never",
                str(sum(row.against_leaf for _, row in report.faults)),
                not any(row.against_leaf for _, row in report.faults),
            ),
        )
    )
    other_ways = "\n".join(
        f"| {row.name} | {_pair(row.leaf_taps)} | {_pair(row.taps)} |" for row in report.other_ways
    )
    text = f"""# The adviser on virtual mountings

`./run bench adviser` does {first.count} mountings at each risk and writes this page (seed {report.seed}, not used while the rules
were made). The mountings drive the bench itself: the same commands a person gives, the next move followed as told, locked only
where the bench lets them. Bores 30 to 300 mm, groups CN, C3 and C4, metric and inch leaves in equal parts, card A, seven in ten
by feeler and three in ten by angle, one nut in ten with tab positions 15° apart. Where the plan asks for finer feelers, a fine set is taken.
Nobody at the bench sees the truth. It is made by a model of its own, which imports nothing of the adviser or the drive code (a contract of the
imports keeps that), and has effects that the adviser does not know of:

| In the world (`tests/mountings/world.py`) | drawn with | the adviser believes |
|---|---|---|
| a ring on its shaft | thick rings; raceway at {_span(world.RACEWAY_AT)}, ± {world.STIFFNESS_SD:.0%} | raceway at 0.25; ± 10 %, heavy tails |
| shafts | solid; one in ten bored to half, one in thirty of cast iron | as planned |
| the seat bites | by and by, over {world.BITE_MM[0]:g} to {world.BITE_MM[1]:g} mm | at once |
| surfaces smooth | {world.SMOOTHED_UM[0]:g} to {world.SMOOTHED_UM[1]:g} µm of the interference, at first | a share, all the way |
| the sleeve creeps along | up to {world.CREEP[1]:.0%} of the travel | not |
| closing after the zero mark | mean {world.CLOSING_MEAN_MM:g} mm, at most {world.CLOSING_MOST_MM:g} | 10 ± 12° of the nut, heavy tails |
| form at one place of one row; feel of one try | {world.FORM_SD_UM:g}; {world.FEEL_SD_UM:g} µm | 3 µm, the same each time; 3.5 µm with the leaf |
| a hand, all its life | ± {world.HAND_SD_UM:g} µm and ± {world.HAND_SHARE_SD:.1%} of the play | ± 1.5 µm, the same before and after |
| a gauging | ± {world.GAUGING_SD_UM:g} µm, {world.KEPT:g} of it kept to the next | ± 2.1 µm, each its own |
| the ring warmer than the shaft once mounted | up to {world.WARM_UM[1]:g} µm | not |
| a feeler | up to {world.LEAF_MOST_UM:g} µm or {world.LEAF_MOST_SHARE:.0%}; {world.FILM_UM:g} µm of film a joint | 1.5 % of the play; no film |
| how well a turn is set; pitch of the thread | ± {world.TURN_SD_DEG:g}°; ± {world.PITCH_SD:.1%} | ± 2°; exact |
| washer's thickness against the table | ± {world.WASHER_SD_MM:g} mm | measured here, or not used |

*Inside*: the true residual lies in the window that belongs to the true unmounted clearance; a job that ends without a lock counts
as not inside. *Wide*: windows of two feeler steps of the drawn set or more ({first.wide} of {first.count}). *Below the limit*: less
than the card's residual limit is left. *Against the feeler*: locked although the last gauging, less the turn since, said outside.
Gaugings count the unmounted ones. Where the bench stops because no turn or lock keeps the chosen risk, the first way out that it offers is taken:
a risk of 5 % ({sum(e.raised for e in first.ended)} of {first.count} jobs at 2 %). Uncertainties hold about 19 times in 20.

| Risk allowed | inside | inside, wide windows | below the limit | against the feeler | gaugings, median (mean) | how it ended |
|---|---|---|---|---|---|---|
{risks}

With faults nobody is told of, at the usual risk. *Alarm*: stopped before the lock with another taper, a sleeve that goes along or a bearing driven
before its zero mark among the reasons named first; of sleeves that go along only those count as missed faults that had lost
{world.ACTED_UM:g} µm of reduction by then. *Cause first*: of those alarmed, after sleeve end to ring was measured and the numbers read
(each misread {MISREAD:.0%} of the time), the right one stood first. *Missed*: locked outside the window without an alarm.

| Fault in every mounting | of | alarm | cause first | inside without one | missed | below the limit | against the feeler | how it ended |
|---|---|---|---|---|---|---|---|---|
{faults}

![Shares inside and below the limit; share inside over the width of the window; promises against what was found](adviser.svg)

## By the width of the window (risk 2 %)

| True window | mountings | inside | misses end | gaugings, median | taps on leaves, median |
|---|---|---|---|---|---|
{widths}

With a second witness where the window is under 12 µm (each feeler measured by micrometer, sleeve end to ring at the zero mark and now):
{percent(report.witness.inside)} inside over all windows, {percent(second[3, 6])} in windows of 3 to 6 µm. It tells a sleeve that goes along; what a
hand and a gauging are off by it does not tell, and that is most of what is left there.

By blows, where nobody counts a turn ({report.blows.count} mountings; a first blow takes {_span(world.BLOW_UM)} µm, each spreads by
{world.BLOW_SD:.0%}): {percent(report.blows.inside)} inside, {percent(report.blows.inside_wide)} in wide windows,
{percent(report.blows.below_limit)} below the limit; gaugings {report.blows.gaugings:g} in the median; {_words(report.blows)}.

## What was aimed at

| Aim, at risk 2 % | wanted | found | reached |
|---|---|---|---|
{aims}

What limits it is the rule that counts most: nothing may be locked unless the last gauged mean lies inside the window, its
lower bound is not below the residual limit, and the turn since then is subtracted. A gauging of six brackets is known to 3 to 5 µm
(its own bias of {world.GAUGING_SD_UM:g} µm and the errors of the leaves do not average out). In a window of 0 to 3 µm no such mean says where the
truth is; the narrower the window, the more gaugings are asked for and the more jobs end with a decision by name, a release or out of reach.
{narrow:.0%} of the mountings drawn have a window under 12 µm: small bores, whose card allows only 5 to 10 µm of freedom. Where the window is
two feeler steps wide, three gaugings do. A job that is told to release is begun anew, at most {MOST_ATTEMPTS} times ({_attempts(first)});
one whose window is out of reach is not, for it would end at the same place.

Kept, each tried on seeds 7 to 12:

- The turn to the tab counts. From a place high in the window the first, second or third tab position is often its middle: it is locked
  there instead of gauging again and turning by hand. That alone took the median from 5 gaugings to 4 there. No further than 20° unseen,
  but for the first position: a longer turn is gauged by itself, which costs half a gauging in the median here.
- In a narrow window a step between tab positions is a good part of it: where the tab stands is looked for before the last turns.
- In a narrow window that was accepted by name a turn ends below the window once in twenty at most. Short of it is made up by a further
  turn, past it only by a release. Without this bound a percent fewer ended inside.
- Before the washer is fitted no gauging is repeated where the window is likely; it has to be gauged on its seat anyway.

Tried and given back: a micrometre of film for each joint of a stack, 95 % asked for in windows up to 20 µm, one place alone before the
washer, a third and fourth gauging of the unmounted clearance or a fourth repeat in narrow windows (more gaugings, not more inside: the leaves'
own errors stay). Letting the model overrule the
feeler would raise the share inside, and is what this bench must never do.

## Taps

A complete job, plan to lock, median and 90th percentile of those that ended locked:

| Way of gauging | taps on leaves | all taps at the bench |
|---|---|---|
| as it was: feeler by feeler, earlier rules | {report.before:g} | |
{other_ways}
| {Says.ROWS} | {_pair(first.leaf_taps)} | {_pair(first.taps)} |

A tap says the thickest feeler that goes in, and that the next of the set was tried and does not. Where both rows of a place were tried and
read the same, one tap says both; where they differ, each row is a tap. On the way to the window one place on both rows is read, and one place
of a repeat that agrees with the gauging before it; the lock stands on all planned places. In a window under 12 µm every place is read every
time, because one place alone made more jobs end with a decision by name.

The calibration plot asks whether the adviser means what it says: mountings are sorted by the chance of being inside that it stated
when the nut was locked; dots show how many of each tenth really were. On the line it is calibrated; above it, it promised too little.
"""
    (docs / "adviser.md").write_text(
        "\n".join(line.rstrip() for line in text.splitlines()) + "\n", "utf-8"
    )


def _span(ends: tuple[float, float]) -> str:
    return f"{ends[0]:g} to {ends[1]:g}"


def _fault_row(fault: world.Fault, row: Measured) -> str:
    """What became of one kind of fault."""
    looked = [e.cause_first for e in row.ended if e.cause_first is not None]
    quiet = [e for e in row.ended if not e.alarmed]
    alarm = percent(Share.of([e.alarmed for e in row.ended]))
    first = percent(Share.of(looked)) if looked and fault.of_the_mechanism else ""
    inside, missed = (
        sum(e.inside for e in quiet),
        sum(e.word == "locked" and not e.inside for e in quiet),
    )
    return (
        f"| {row.name} | {row.count} | {alarm} | {first} | {inside} | {missed} |"
        f" {percent(row.below_limit)} | {row.against_leaf} | {_words(row)} |"
    )


def _pair(spread: tuple[float, float]) -> str:
    return f"{spread[0]:g} / {spread[1]:g}"


def _words(row: Measured) -> str:
    return ", ".join(
        f"{word} {n}" for word, n in sorted(row.words.items(), key=lambda item: -item[1])
    )


def _attempts(row: Measured) -> str:
    counts = [sum(1 for e in row.ended if e.attempts == n) for n in range(1, MOST_ATTEMPTS + 1)]
    return ", ".join(f"{count} jobs took {n}" for n, count in enumerate(counts, 1))


def _width_name(low: float, high: float) -> str:
    return f"{low:g} µm and wider" if high >= 1000 else f"{low:g} to {high:g} µm"


def _by_width(row: Measured) -> list[tuple[float, float, list[Ended]]]:
    return [(low, high, row.between(low, high)) for low, high in WIDTHS]


def _median(found: list[Ended], of: Callable[[Ended], int]) -> str:
    return f"{np.median([of(e) for e in found]):g}" if found else ""


def _missed(found: list[Ended]) -> str:
    offs = [abs(e.off_um) for e in found if e.word == "locked" and e.off_um]
    unlocked = sum(1 for e in found if e.word != "locked")
    said = f"half of them within {np.median(offs):.1f} µm of it" if offs else "none locked outside"
    return f"{said}; {unlocked} not locked"


def _plot(report: Report, path: Path) -> None:
    """Three panels, with axes, units and direct labels."""
    mpl.rcParams.update(
        {
            "svg.fonttype": "none",
            "svg.hashsalt": "tribodex",
            "font.family": "sans-serif",
            "font.size": 10,
            "text.color": INK,
            "axes.edgecolor": SOFT,
            "axes.labelcolor": INK,
            "xtick.color": INK,
            "ytick.color": INK,
            "axes.facecolor": PAPER,
            "figure.facecolor": PAPER,
        }
    )
    figure = Figure(figsize=(13, 4.4), layout="constrained")
    shares, widths, promises = figure.subplots(1, 3, width_ratios=(1.25, 1, 1))
    _shares(shares, report.risks)
    _widths(widths, report.usual)
    _promises(promises, report.usual)
    figure.savefig(path, format="svg", metadata={"Date": None, "Creator": None})
    path.write_text(
        "\n".join(line.rstrip() for line in path.read_text("utf-8").splitlines()) + "\n", "utf-8"
    )


def _shares(axes: Axes, rows: list[Measured]) -> None:
    for i, row in enumerate(rows):
        for share, colour, dy, words in (
            (row.inside_wide, SOFT, -0.22, "inside, wide windows"),
            (row.inside, DYE, 0.0, "inside, all windows"),
            (row.below_limit, OXIDE, 0.22, "below the limit"),
        ):
            axes.errorbar(
                share.value * 100, i + dy, xerr=200 * share.error, fmt="o", color=colour, capsize=3
            )
            left = share.value > 0.5
            axes.annotate(
                f"{share.value:.1%} {words}",
                (share.value * 100, i + dy),
                (-12 if left else 12, 0),
                textcoords="offset points",
                ha="right" if left else "left",
                va="center",
                color=colour,
                fontsize=9,
            )
    axes.set_yticks(range(len(rows)), [row.name for row in rows])
    axes.set_ylim(len(rows) - 0.5, -0.5)
    axes.set_xlim(-2, 104)
    axes.set_xlabel("share of mountings, %")
    axes.set_title("What each risk reaches", loc="left", fontweight="bold", fontsize=11)


def _widths(axes: Axes, row: Measured) -> None:
    named = [
        (_width_name(low, high), Share.of([e.inside for e in found]), len(found))
        for low, high, found in _by_width(row)
        if found
    ]
    for x, (_, share, count) in enumerate(named):
        axes.bar(x, share.value * 100, color=DYE, alpha=0.25, edgecolor=DYE)
        axes.errorbar(
            x, share.value * 100, yerr=200 * share.error, fmt="none", color=DYE, capsize=4
        )
        axes.annotate(f"{share.value:.0%} of {count}", (x, 4), ha="center", fontsize=9)
    axes.set_xticks(
        range(len(named)), [name.replace(" and wider", "\nand wider") for name, _, _ in named]
    )
    axes.set_ylim(0, 105)
    axes.set_xlabel("width of the true window")
    axes.set_ylabel("inside, %")
    axes.set_title(
        f"Inside over the window's width ({row.name})", loc="left", fontweight="bold", fontsize=11
    )


def _promises(axes: Axes, row: Measured) -> None:
    axes.plot([0, 100], [0, 100], "--", color=SOFT)
    axes.annotate("promise kept exactly", (8, 12), rotation=38, color=SOFT, fontsize=9)
    promised = np.array([p for p, _ in row.promises])
    found = np.array([f for _, f in row.promises])
    for low in np.arange(0.0, 1.0, 0.1):
        here = (promised >= low) & (promised < low + 0.1 + (1e-9 if low > 0.85 else 0))
        if here.sum() < 10:
            continue
        share = Share.of([bool(f) for f in found[here]])
        axes.errorbar(
            promised[here].mean() * 100,
            share.value * 100,
            yerr=200 * share.error,
            fmt="o",
            color=DYE,
            markersize=4 + 8 * float(here.mean()) ** 0.5,
            capsize=3,
        )
        axes.annotate(
            f"{here.sum()}",
            (promised[here].mean() * 100, share.value * 100),
            (7, -4),
            textcoords="offset points",
            fontsize=8,
            color=DYE,
        )
    axes.set_xlim(0, 104)
    axes.set_ylim(0, 104)
    axes.set_xlabel("promised chance to be inside when locked, %")
    axes.set_ylabel("found inside, %")
    axes.set_title("Promises against what was found", loc="left", fontweight="bold", fontsize=11)
