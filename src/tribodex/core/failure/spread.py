"""What the marks on a raceway say by where they lie: dents at roller pitch or scattered, flakes in
the load zone, the path's width and skew.

Rules of the trade for the limits (load zone, skew, width): common practice, no source. The spacing
of dents is a comparison of two explanations by their likelihood: marks at one phase of the pitch,
spread by the error of marking, against marks anywhere.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from tribodex.core.failure.raceway import DamageSign, Face, Found
from tribodex.core.failure.weighing import Answered

# A dent is marked to so many mm along the face.
MARKING_MM = 1.5
# Counts of rollers that may be right when nobody counted them: the section's own is an
# approximation.
COUNT_OFF = 4
# One more where nobody counted the rollers.
LEAST_DENTS = 4
# Log of how much better one explanation must do than the other.
CLEAR = 3.0
LOAD_ZONE_DEG = 75.0
SKEW_SHARE, EDGE_SHARE, WIDE_SHARE = 0.08, 0.18, 0.75


@dataclass(frozen=True)
class Spread:
    """How dents are spread: the answer's letter to “how are the dents spread”, empty when they do
    not tell; in words, with the numbers.
    """

    letter: str
    words: str
    pitch_deg: float | None = None
    log_ratio: float | None = None


def dents(at_deg: Sequence[float], raceway_mm: float, rollers: int, counted: bool) -> Spread:
    """At roller pitch, at random, a single one, or not to be told from these marks.

    `raceway_mm` is the raceway's diameter, `rollers` those of one row; where they were not counted,
    counts near by are tried too, which costs evidence.
    """
    at_deg = _once_each(at_deg, MARKING_MM / (math.pi * raceway_mm) * 360)
    n = len(at_deg)
    if n == 0:
        return Spread("", "No dents are marked.")
    if n == 1:
        return Spread("d", "A single dent is marked.")
    counts = (
        [rollers] if counted else list(range(max(rollers - COUNT_OFF, 4), rollers + COUNT_OFF + 1))
    )
    phases = np.radians(np.asarray(at_deg, dtype=float))[:, None] * np.asarray(counts)[None, :]
    along = np.abs(np.exp(1j * phases).sum(axis=0))
    pitch_mm = math.pi * raceway_mm / np.asarray(counts)
    # Von Mises about the best phase: kappa from the error of marking, as an angle of the pitch.
    kappa = (pitch_mm / (2 * math.pi * MARKING_MM)) ** 2
    better = kappa * along - n * np.log(np.i0(kappa)) - 0.5 * math.log(n)
    best = int(np.argmax(better))
    ratio = float(better[best]) - math.log(len(counts))
    pitch_deg = 360.0 / counts[best]
    if n < LEAST_DENTS + (0 if counted else 1):
        return Spread(
            "", f"{n} dents are marked: too few to tell their spacing. Mark all there are."
        )
    if ratio > CLEAR:
        about = "" if counted else f" for about {counts[best]} rollers a row; count them to be sure"
        return Spread(
            "c", f"{n} dents lie at roller pitch ({pitch_deg:.1f}°){about}.", pitch_deg, ratio
        )
    if ratio < -CLEAR:
        return Spread("b", f"{n} dents lie at random: no roller pitch fits them.", None, ratio)
    return Spread(
        "",
        f"{n} dents do not tell whether they lie at roller pitch. Measure along the raceway, or"
        " count the rollers.",
        None,
        ratio,
    )


def _once_each(at_deg: Sequence[float], near_deg: float) -> list[float]:
    """The same dent marked twice is one dent, wherever on the ring the counting began."""
    return [_mean_deg(group) for group in _groups(at_deg, near_deg)]


def _apart(a: float, b: float) -> float:
    return abs((a - b + 180) % 360 - 180)


def _groups(at_deg: Sequence[float], gap: float) -> list[list[float]]:
    """Places round a ring in groups that are parted by at least `gap` degrees."""
    order = sorted(deg % 360 for deg in at_deg)
    if not order:
        return []
    gaps = [(b - a) for a, b in pairwise([*order, order[0] + 360])]
    start = gaps.index(max(gaps)) + 1
    turned = order[start:] + order[:start]
    found = [[turned[0]]]
    for last, deg in pairwise(turned):
        if (deg - last) % 360 >= gap:
            found.append([deg])
        else:
            found[-1].append(deg)
    return found


def _mean_deg(group: Sequence[float]) -> float:
    angles = np.radians(np.asarray(group, dtype=float))
    return float(np.degrees(math.atan2(np.sin(angles).sum(), np.cos(angles).sum()))) % 360


def flakes(at_deg: Sequence[float], load_deg: float | None) -> str:
    """Where flakes of the standing ring lie, as the letter of its answer; empty when they do not
    tell.
    """
    groups = _groups(at_deg, 60)
    if not groups:
        return ""
    if len(groups) == 2 and _apart(_mean_deg(groups[0]), _mean_deg(groups[1])) > 140:
        return "c"
    largest_gap = max(
        b - a
        for a, b in pairwise([*sorted(d % 360 for d in at_deg), min(d % 360 for d in at_deg) + 360])
    )
    if len(at_deg) >= 4 and largest_gap < 130:
        return "d"
    # Without the load's direction nobody knows where its zone is.
    if load_deg is not None and all(_apart(deg, load_deg) <= LOAD_ZONE_DEG for deg in at_deg):
        return "b"
    return ""


def path_round(paths: Sequence[Found]) -> str:
    """How far round the path goes: a load arc, all round, two opposite arcs."""
    if not paths:
        return ""
    covered = np.zeros(360, dtype=bool)
    for path in paths:
        covered[(np.arange(round(path.arc_deg) + 1) + round(path.from_deg)) % 360] = True
    if covered.sum() >= 330:
        return "b"
    groups = _groups(list(np.flatnonzero(covered)), 20)
    if len(groups) == 2 and _apart(_mean_deg(groups[0]), _mean_deg(groups[1])) > 140:
        return "c"
    return "a" if len(groups) == 1 and covered.sum() <= 200 else ""


def path_place(paths: Sequence[Found], row_width_mm: float, row: int) -> str:
    """Whether the path of a row is centred, skewed, at one edge or too wide, from its middle and
    width measured round the ring.

    The middle is fitted as m + a·cos φ + b·sin φ: a skewed ring makes a wave with one crest. Four
    places at least; fewer do not tell.
    """
    measured = [
        (p.middle_deg, p.middle_mm, p.width_mm)
        for p in paths
        if p.middle_mm is not None and p.width_mm is not None and p.row in (0, row)
    ]
    if len(measured) < 4:
        return ""
    phi = np.radians([deg for deg, _, _ in measured])
    middles = np.asarray([mm for _, mm, _ in measured], dtype=float)
    widths = np.asarray([mm for _, _, mm in measured], dtype=float)
    shape = np.stack([np.ones_like(phi), np.cos(phi), np.sin(phi)], axis=1)
    if np.linalg.cond(shape) > 30:
        return ""
    mean, cosine, sine = np.linalg.lstsq(shape, middles, rcond=None)[0]
    centre = row_width_mm / 2 if row < 2 else 1.5 * row_width_mm
    if math.hypot(cosine, sine) > SKEW_SHARE * row_width_mm:
        return "b"
    if float(widths.mean()) > WIDE_SHARE * row_width_mm:
        return "d"
    return "c" if abs(float(mean) - centre) > EDGE_SHARE * row_width_mm else "a"


@dataclass(frozen=True)
class Measured:
    """What the marked findings answer, with the sentence that says from what."""

    number: int
    answered: Answered
    words: str


def measured_answers(
    found: Sequence[Found],
    raceways_mm: dict[Face, float],
    width_mm: float,
    rollers: int,
    counted: bool,
    *,
    load_deg: float | None,
    standing: Face,
    rows: int = 2,
) -> tuple[Measured, ...]:
    """Answers that the marked findings give by themselves.

    `standing` is the raceway that does not turn under the load: it shows the load's arc.
    """
    answers: list[Measured] = []

    def say(number: int, letter: str, words: str) -> None:
        if letter:
            answers.append(Measured(number, Answered((letter,), "seen", measured=True), words))

    every = range(1, rows + 1)
    on = [one for one in found if one.face is standing]
    spots = [one.middle_deg for one in on if one.sign is DamageSign.FLAKE]
    say(5, flakes(spots, load_deg), f"{len(spots)} flakes are marked on the {standing.words}.")
    dented = [one for one in found if one.sign is DamageSign.DENT and one.face.rows]
    by_row = [
        (face, row, [one.middle_deg for one in dented if one.face is face and one.row in (0, row)])
        for face in raceways_mm
        for row in every
    ]
    if dented:
        face, row, most = max(by_row, key=lambda one: len(one[2]))
        spread = dents(most, raceways_mm[face], rollers, counted)
        letter = "" if spread.letter == "d" and len(dented) > 1 else spread.letter
        say(10, letter, f"{spread.words} ({face.words}, row {row})")
    paths = [one for one in on if one.sign is DamageSign.PATH]
    say(8, path_round(paths), f"The path is marked on the {standing.words}.")
    for row in every:
        letter = path_place(paths, width_mm / rows, row)
        if letter and letter != "a":
            say(9, letter, f"The path's middle and width were measured round row {row}.")
            break
    else:
        say(
            9,
            "a" if all(path_place(paths, width_mm / rows, row) == "a" for row in every) else "",
            "The paths of both rows were measured",
        )
    if rows < 2:
        return tuple(answers)
    marked = {one.row for one in on if one.sign in (DamageSign.FLAKE, DamageSign.PATH) and one.row}
    many = sum(1 for one in on if one.sign in (DamageSign.FLAKE, DamageSign.PATH))
    alone = len(marked) == 1 and many >= 2 and not any(one.row == 0 for one in on)
    say(7, "b" if alone else "a" if marked == {1, 2} else "", "Flakes and path by rows")
    return tuple(answers)
