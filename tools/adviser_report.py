"""The adviser's trial as a table and a plot in docs."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from tests.trial import FORM_SD, LEAF_SD, RATIO_SD, SEATING_SD, SHARED_SD, TURN_SD, Measured, Share

INK, DYE, MARK, SOFT, OXIDE = "#1c2126", "#234a86", "#f3d64b", "#4a5157", "#8f2a16"


def percent(share: Share) -> str:
    """A share with its uncertainty, 19 times in 20."""
    return f"{share.value:.1%} ± {2 * share.error:.1%}"


def line_of(row: Measured) -> str:
    """One method for the terminal."""
    return (
        f"{row.name:38} inside {percent(row.inside)}  wide {percent(row.inside_wide)}  below limit {percent(row.below_limit)}"
        f"  gaugings {row.gaugings:g} (mean {row.mean_gaugings:.1f})  turns {row.turns:g}  (n {row.count}, wide {row.wide})"
    )


def write_report(rows: list[Measured], seed: int, docs: Path) -> None:
    """docs/adviser.md and docs/adviser.svg."""
    (docs / "adviser.svg").write_text(plot(rows), "utf-8")
    table = "\n".join(_row(r) for r in rows)
    first = rows[0]
    text = f"""# The adviser on virtual mountings

`./run bench adviser` does {first.count} mountings with each method, the same ones for all (seed {seed}), and writes this page.
Bores 30 to 300 mm, groups CN, C3 and C4, metric and inch leaves in equal parts, card A, real nuts and tabs. Nobody sees the
truth: it is drawn from distributions that are wider than what the adviser believes.

| Hidden truth | drawn with (one sd) | the adviser believes |
|---|---|---|
| ratio k, share of the elastic value | {RATIO_SD:.0%} | 10 % |
| seating turn after metal-to-metal | 10 ± {SEATING_SD:g}°, folded at zero | 10 ± 12° |
| form of ring and rollers at one place of one row | {FORM_SD:g} µm | with the leaf 4 µm |
| leaf and feel | {LEAF_SD:g} µm | with the form 4 µm |
| what a whole gauging shares | {SHARED_SD:g} µm | 2.1 µm |
| how well a turn is set | {TURN_SD:g}° | 2° |

A mounting ends when the tab is bent. *Inside*: the true residual lies in the window that belongs to the true unmounted
clearance. *Wide*: windows of two leaf steps or more ({first.wide} of {first.count}). *Below the limit*: less than the card's
residual limit is left. Uncertainties hold about 19 times in 20. Perfect knowledge turns to the best tab position there is; what it
misses nobody can reach.

| Method | inside | inside, wide windows | below the limit | gaugings (a second unmounted one counts), median (mean) | turns |
|---|---|---|---|---|---|
{table}

![Shares inside and below the limit, and promises against what was found](adviser.svg)

The right-hand plot asks whether the adviser means what it says: mountings are sorted by the chance of being inside that it
stated when the tab was bent; dots show how many of each tenth really were. On the line it is calibrated; above it, it promised
too little. Most mountings that miss end within a few micrometres of a window only a leaf step wide.
"""
    (docs / "adviser.md").write_text(text, "utf-8")


def _row(r: Measured) -> str:
    shares = " | ".join(percent(share) for share in (r.inside, r.inside_wide, r.below_limit))
    return f"| {r.name} | {shares} | {r.gaugings:g} ({r.mean_gaugings:.1f}) | {r.turns:g} |"


def plot(rows: list[Measured]) -> str:
    """Two panels: what each method reached; promised chance against share found (adviser, middle risk)."""
    body = [
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 940 330" font-family="B612, DejaVu Sans, sans-serif" font-size="13">',
        '<rect width="940" height="330" fill="#fbfaf6"/>',
    ]
    left, right, top, step = 270, 560, 46, 40

    def x(share: float) -> float:
        return left + (share - 0.6) / 0.4 * (right - left)

    def x_below(share: float) -> float:
        return left + share / 0.4 * (right - left)

    for tick in (0.6, 0.7, 0.8, 0.9, 1.0):
        body.append(f'<line x1="{x(tick)}" y1="{top - 14}" x2="{x(tick)}" y2="{top + step * len(rows)}" stroke="#d5cfc0"/>')
        body.append(f'<text x="{x(tick)}" y="{top - 20}" text-anchor="middle">{tick:.0%}</text>')
    for i, row in enumerate(rows):
        y = top + i * step + 12
        body.append(f'<text x="{left - 14}" y="{y + 5}" text-anchor="end" fill="{INK}">{row.name}</text>')
        for share, colour, dy in ((row.inside_wide, SOFT, -7), (row.inside, DYE, 5)):
            a, b = x(max(0.6, share.value - 2 * share.error)), x(min(1.0, share.value + 2 * share.error))
            body.append(f'<line x1="{a:.1f}" y1="{y + dy}" x2="{b:.1f}" y2="{y + dy}" stroke="{colour}" stroke-width="2"/>')
            body.append(f'<circle cx="{x(max(0.6, share.value)):.1f}" cy="{y + dy}" r="4.5" fill="{colour}"/>')
        width = x_below(row.below_limit.value) - left
        body.append(f'<rect x="{left}" y="{y + 11}" width="{width:.1f}" height="6" fill="{OXIDE}"/>')
        body.append(f'<text x="{left + width + 5:.1f}" y="{y + 18}" font-size="11" fill="{OXIDE}">{row.below_limit.value:.1%} below the limit</text>')
    body.append(f'<text x="{left}" y="312" fill="{DYE}">● inside, all windows</text>')
    body.append(f'<text x="{left + 160}" y="312" fill="{SOFT}">● inside, wide windows</text>')
    body.extend(_calibration(next(r for r in rows if "2 %" in r.name)))
    body.append("</svg>")
    return "\n".join(body) + "\n"


def _calibration(row: Measured) -> list[str]:
    x0, y0, side = 650, 280, 240
    body = [
        f'<rect x="{x0}" y="{y0 - side}" width="{side}" height="{side}" fill="none" stroke="{INK}"/>',
        f'<line x1="{x0}" y1="{y0}" x2="{x0 + side}" y2="{y0 - side}" stroke="{SOFT}" stroke-dasharray="5 4"/>',
        f'<text x="{x0 + side / 2}" y="{y0 + 32}" text-anchor="middle">promised chance to be inside ({row.name})</text>',
        f'<text x="{x0 - 34}" y="{y0 - side / 2}" text-anchor="middle" transform="rotate(-90 {x0 - 34} {y0 - side / 2})">share found inside</text>',
    ]
    for tick in (0, 0.5, 1):
        body.append(f'<text x="{x0 + tick * side}" y="{y0 + 16}" text-anchor="middle">{tick:.0%}</text>')
        body.append(f'<text x="{x0 - 6}" y="{y0 - tick * side + 5}" text-anchor="end">{tick:.0%}</text>')
    promised = np.array([p for p, _ in row.promises])
    found = np.array([f for _, f in row.promises])
    for low in np.arange(0.0, 1.0, 0.1):
        here = (promised >= low) & (promised < low + 0.1 + (1e-9 if low > 0.85 else 0))
        if here.sum() < 10:
            continue
        share = Share.of([bool(f) for f in found[here]])
        cx, cy = x0 + promised[here].mean() * side, y0 - share.value * side
        reach = 2 * share.error * side
        body.append(f'<line x1="{cx:.1f}" y1="{cy - reach:.1f}" x2="{cx:.1f}" y2="{cy + reach:.1f}" stroke="{DYE}" stroke-width="2"/>')
        body.append(f'<circle cx="{cx:.1f}" cy="{cy:.1f}" r="{3 + 5 * float(here.mean()) ** 0.5:.1f}" fill="{DYE}"/>')
    return body
