"""The adviser's trial as a page with charts in docs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import matplotlib as mpl
import numpy as np
from matplotlib.axes import Axes
from matplotlib.figure import Figure
from tests.trial import (
    BIAS_SD,
    FEEL_SD,
    FORM_SD,
    LEAF_MOST_SHARE,
    LEAF_MOST_UM,
    MOST_ATTEMPTS,
    RATIO_SD,
    SEATING_MEAN,
    SEATING_MOST,
    TURN_SD,
    WASHER_SD_MM,
    Ended,
    Measured,
    Says,
    Share,
)

INK, DYE, SOFT, OXIDE, PAPER = "#1c2126", "#234a86", "#4a5157", "#8f2a16", "#fbfaf6"
# Widths of the true window, µm: from, to.
WIDTHS = ((0, 3), (3, 10), (10, 20), (20, 1000))


@dataclass(frozen=True)
class Report:
    """What the trial came to: one row a risk, one row a kind of error, the same mountings said in other ways, and what the job took before."""

    seed: int
    risks: list[Measured]
    errors: list[Measured]
    other_ways: list[Measured]
    before: float
    best: dict[int, float]

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
        f"| {r.name} | {percent(r.inside)} | {percent(r.inside_wide)} | {percent(r.below_limit)} | {r.against_leaf} | "
        f"{r.gaugings:g} ({r.mean_gaugings:.1f}) | {_words(r)} |"
        for r in report.risks
    )
    errors = "\n".join(
        f"| {r.name} | {r.count} | {r.against_leaf} | {percent(r.inside)} | {percent(r.below_limit)} | {_words(r)} |" for r in report.errors
    )
    widths = "\n".join(
        f"| {_width_name(low, high)} | {len(found)} | {percent(Share.of([e.inside for e in found]))} | {_missed(found)} | "
        f"{_median(found, lambda e: e.gaugings)} | {_median(found, lambda e: e.leaf_taps)} |"
        for low, high, found in _by_width(first)
    )
    aims = "\n".join(
        f"| {what} | {aim} | {found} | {'yes' if met else '**no**'} |"
        for what, aim, found, met in (
            ("inside, all windows", "90 %", percent(first.inside), first.inside.value >= 0.90),
            ("inside, wide windows", "98 %", percent(first.inside_wide), first.inside_wide.value >= 0.98),
            ("below the residual limit", "1 % at most", percent(first.below_limit), first.below_limit.value <= 0.01),
            ("gaugings, unmounted ones included, median", "4 at most", f"{first.gaugings:g}", first.gaugings <= 4),
            ("taps on leaves, median", f"{report.before / 2:g} at most", f"{first.leaf_taps[0]:g}", first.leaf_taps[0] <= report.before / 2),
            (
                "locked against the feeler, with errors",
                "never",
                str(sum(r.against_leaf for r in report.errors)),
                not any(r.against_leaf for r in report.errors),
            ),
        )
    )
    other_ways = "\n".join(f"| {row.name} | {_pair(row.leaf_taps)} | {_pair(row.taps)} |" for row in report.other_ways)
    text = f"""# The adviser on virtual mountings

`./run bench adviser` does {first.count} mountings at each risk and writes this page (seed {report.seed}, not used while the rules
were made). The mountings drive the bench itself: the same commands a person gives, the next move followed as told, locked only
where the bench lets them. Bores 30 to 300 mm, groups CN, C3 and C4, metric and inch leaves in equal parts, card A, seven in ten
by feeler and three in ten by angle, one nut in ten with tab positions 15° apart. Where the plan asks for finer feelers, a fine set is taken.
Nobody at the bench sees the truth, and it is not what the adviser believes:

| Hidden truth | drawn with | the adviser believes |
|---|---|---|
| ratio k, share of the elastic value | ± {RATIO_SD:.0%} (one sd), and smoothing of the seat | 10 %, heavy tails |
| seating turn after the zero mark | exponential, mean {SEATING_MEAN:g}°, cut at {SEATING_MOST:g}° | 10 ± 12°, heavy tails |
| form of ring and rollers at one place of one row | {FORM_SD:g} µm | 4 µm with the feeler |
| a feeler's own error (stacks add theirs up) | up to the larger of {LEAF_MOST_UM:g} µm and {LEAF_MOST_SHARE:.0%} | 4 µm with the form |
| feel of one try; bias of a whole gauging | {FEEL_SD:g} µm; {BIAS_SD:g} µm | in the likelihood, with room for a gross reading |
| how well a turn is set | {TURN_SD:g}° | 2° |
| washer's thickness against the table | {WASHER_SD_MM:g} mm | measured here, or not used |

*Inside*: the true residual lies in the window that belongs to the true unmounted clearance; a job that ends without a lock counts
as not inside. *Wide*: windows of two feeler steps of the drawn set or more ({first.wide} of {first.count}). *Below the limit*: less
than the card's residual limit is left. *Against the feeler*: locked although the last gauging, less the turn since, said outside.
Gaugings count the unmounted ones. Uncertainties hold about 19 times in 20.

| Risk allowed | inside | inside, wide windows | below the limit | against the feeler | gaugings, median (mean) | how it ended |
|---|---|---|---|---|---|---|
{risks}

With errors nobody is told of, at the usual risk. What counts is that nothing is locked while the feeler says otherwise:

| Error in every mounting | mountings | locked against the feeler | inside | below the limit | how it ended |
|---|---|---|---|---|---|
{errors}

![Shares inside and below the limit; share inside over the width of the window; promises against what was found](adviser.svg)

## By the width of the window (risk 2 %)

| True window | mountings | inside | misses end | gaugings, median | taps on leaves, median |
|---|---|---|---|---|---|
{widths}

## What was aimed at

| Aim, at risk 2 % | wanted | found | reached |
|---|---|---|---|
{aims}

What limits it is the rule that counts most: nothing may be locked unless the last gauged mean lies inside the window, its
lower bound is not below the residual limit, and the turn since then is subtracted. A gauging of six brackets is known to 3 to 5 µm
(its own bias of {BIAS_SD:g} µm and the errors of the leaves do not average out). In a window of 0 to 3 µm no such mean says where the
truth is; the narrower the window, the more gaugings are asked for and the more jobs end with a decision by name, a release or out of reach.
Four in ten of the mountings drawn have a window under 12 µm: small bores, whose card allows only 5 to 10 µm of freedom. Where the window is
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
own errors stay). Leaves measured with a micrometer, so that a third of their error is left, brought a percent. Letting the model overrule the
feeler would raise the share inside, and is what this bench must never do.

## What gaugings can tell at best

Somebody who does everything right: slope and seat known, the nut set without error, one gauging enough on the way, brackets without a
width, the others shared as it is best between the unmounted clearance and the residual. What is left is the bias of each gauging and
the errors of the leaves, which no repeat averages out. On the same mountings such a fitter would be inside, with so many gaugings in every
one of them:

| gaugings | {" | ".join(str(total) for total in report.best)} |
|---|{"---|" * len(report.best)}
| inside, at best | {" | ".join(f"{share:.1%}" for share in report.best.values())} |

So 90 % with four gaugings is out of reach for every kind of advice in windows like these, unless the wide ones pay for the narrow ones:
four in the half with the wider windows, many more in the others. That is what the adviser does, with {first.mean_gaugings:.1f} in the mean; what
it may lack of the bound is what the bound leaves out: steps that keep the risk while the slope is not known, the seat with its washer, and the
rule of the leaf.

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
    (docs / "adviser.md").write_text("\n".join(line.rstrip() for line in text.splitlines()) + "\n", "utf-8")


def _pair(spread: tuple[float, float]) -> str:
    return f"{spread[0]:g} / {spread[1]:g}"


def _words(row: Measured) -> str:
    return ", ".join(f"{word} {n}" for word, n in sorted(row.words.items(), key=lambda item: -item[1]))


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
    mpl.rcParams.update({
        "svg.fonttype": "none", "svg.hashsalt": "tribodex", "font.family": "sans-serif", "font.size": 10, "text.color": INK, "axes.edgecolor": SOFT,
        "axes.labelcolor": INK, "xtick.color": INK, "ytick.color": INK, "axes.facecolor": PAPER, "figure.facecolor": PAPER,
    })  # fmt: skip
    figure = Figure(figsize=(13, 4.4), layout="constrained")
    shares, widths, promises = figure.subplots(1, 3, width_ratios=(1.25, 1, 1))
    _shares(shares, report.risks)
    _widths(widths, report.usual)
    _promises(promises, report.usual)
    figure.savefig(path, format="svg", metadata={"Date": None, "Creator": None})
    path.write_text("\n".join(line.rstrip() for line in path.read_text("utf-8").splitlines()) + "\n", "utf-8")


def _shares(axes: Axes, rows: list[Measured]) -> None:
    for i, row in enumerate(rows):
        for share, colour, dy, words in (
            (row.inside_wide, SOFT, -0.22, "inside, wide windows"),
            (row.inside, DYE, 0.0, "inside, all windows"),
            (row.below_limit, OXIDE, 0.22, "below the limit"),
        ):
            axes.errorbar(share.value * 100, i + dy, xerr=200 * share.error, fmt="o", color=colour, capsize=3)
            left = share.value > 0.5
            axes.annotate(
                f"{share.value:.1%} {words}", (share.value * 100, i + dy), (-12 if left else 12, 0), textcoords="offset points",
                ha="right" if left else "left", va="center", color=colour, fontsize=9,
            )  # fmt: skip
    axes.set_yticks(range(len(rows)), [row.name for row in rows])
    axes.set_ylim(len(rows) - 0.5, -0.5)
    axes.set_xlim(-2, 104)
    axes.set_xlabel("share of mountings, %")
    axes.set_title("What each risk reaches", loc="left", fontweight="bold", fontsize=11)


def _widths(axes: Axes, row: Measured) -> None:
    named = [(_width_name(low, high), Share.of([e.inside for e in found]), len(found)) for low, high, found in _by_width(row) if found]
    for x, (_, share, count) in enumerate(named):
        axes.bar(x, share.value * 100, color=DYE, alpha=0.25, edgecolor=DYE)
        axes.errorbar(x, share.value * 100, yerr=200 * share.error, fmt="none", color=DYE, capsize=4)
        axes.annotate(f"{share.value:.0%} of {count}", (x, 4), ha="center", fontsize=9)
    axes.set_xticks(range(len(named)), [name.replace(" and wider", "\nand wider") for name, _, _ in named])
    axes.set_ylim(0, 105)
    axes.set_xlabel("width of the true window")
    axes.set_ylabel("inside, %")
    axes.set_title(f"Inside over the window's width ({row.name})", loc="left", fontweight="bold", fontsize=11)


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
        axes.annotate(f"{here.sum()}", (promised[here].mean() * 100, share.value * 100), (7, -4), textcoords="offset points", fontsize=8, color=DYE)
    axes.set_xlim(0, 104)
    axes.set_ylim(0, 104)
    axes.set_xlabel("promised chance to be inside when locked, %")
    axes.set_ylabel("found inside, %")
    axes.set_title("Promises against what was found", loc="left", fontweight="bold", fontsize=11)
