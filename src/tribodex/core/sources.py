"""Where a number comes from, and how sure that is."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

Grade = Literal["standard", "practice", "maker", "physics", "measured"]
Checked = Literal["print", "memory", "derivation"]


class Recall(StrEnum):
    """How sure a cell is that was written down from memory."""

    TWICE = "remembered twice alike"
    DIFFERS = "two memories differ"
    ONCE = "remembered once"


def cell(text: str, safer: Callable[[Iterable[float]], float] = min) -> tuple[float | None, Recall]:
    """A cell with how sure it is: “12” remembered twice alike, “12~13” the memories differ (the
    safer is taken), “12?” once.

    >>> cell("0.75~0.7"), cell("12?", max), cell("")
    ((0.7, <Recall.DIFFERS: 'two memories differ'>), (12.0, <Recall.ONCE: 'remembered once'>),
    (None, <Recall.TWICE: 'remembered twice alike'>))
    """
    if not text:
        return None, Recall.TWICE
    parts = [part for part in text.rstrip("?").split("~") if part]
    recall = (
        Recall.ONCE if text.endswith("?") else Recall.DIFFERS if len(parts) > 1 else Recall.TWICE
    )
    return safer(float(part) for part in parts), recall


def value(text: str, safer: Callable[[Iterable[float]], float] = min) -> float:
    """The number of a cell that must have one."""
    number, _ = cell(text, safer)
    if number is None:
        raise ValueError("an empty cell where a number must stand")
    return number


@dataclass(frozen=True)
class Source:
    """Provenance of a table or formula.

    `grade`: a published standard, common practice without a source, a maker's sheet typed in,
    physics, or measured here. `checked`: against print, from memory only, or derived.
    """

    id: str
    title: str
    source: str
    grade: Grade
    checked: Checked
    confidence: str = ""
    edition: str | None = None
    page: str | None = None
    version: int = 1


LAME = Source(
    id="lame",
    title="Thick-walled rings, plane stress (Lamé)",
    source="elasticity theory; raceway diameter from the handbook approximation F = (3d + D)/4",
    grade="physics",
    checked="derivation",
    confidence=(
        "Ratio good to about ±10 % on a sleeve: smoothing and sleeve stiffness are not in it."
    ),
)
SCREW = Source(
    id="screw",
    title="Screw and taper geometry",
    source="geometry",
    grade="physics",
    checked="derivation",
    confidence="Exact for the stated pitch and taper.",
)
GAUGED = Source(
    id="gauged",
    title="Feeler brackets taken on this job",
    source="readings of this job",
    grade="measured",
    checked="derivation",
    confidence=(
        "Between the thickest feeler that passed and the thinnest that did not; feeler tolerance"
        " and feel added in quadrature."
    ),
)
EXPANSION = Source(
    id="expansion",
    title="Linear expansion of rings",
    source="expansion of bearing steel from the material table",
    grade="physics",
    checked="derivation",
    confidence="Expansion good to about ±4 %; uniform temperature in each ring.",
)
ISO_286 = Source(
    id="iso_286",
    title="Standard tolerances IT5 and IT9",
    source="ISO 286-1, table 1",
    grade="standard",
    checked="memory",
    confidence="Compared in a test with a reference library.",
)
ISO_281 = Source(
    "iso_281", "Viscosity that a rolling bearing needs", "ISO 281", "standard", "memory"
)
ASTM_D341 = Source(
    "astm_d341", "Viscosity against temperature (Walther)", "ASTM D341", "standard", "memory"
)
ISO_898 = Source(
    id="iso_898",
    title="Stress areas of threads",
    source="ISO 898-1; inch threads ASME B1.1",
    grade="standard",
    checked="memory",
    confidence="Compared with table values.",
)
FIRST_ORDER = Source(
    id="first_order",
    title="Warming of a body with losses in proportion",
    source="physics; fitted to the readings of this job, each as a bracket",
    grade="physics",
    checked="derivation",
    confidence=(
        "Fresh grease gives a hump first that it does not have; load, speed and ambient steady."
    ),
)
MAKER = Source(
    id="maker",
    title="A maker's sheet",
    source="typed in by a person",
    grade="maker",
    checked="memory",
    confidence="As it was typed.",
)
PRACTICE = Source("practice", "Common practice", "common practice, no source", "practice", "memory")

BUILT_IN = (
    LAME,
    SCREW,
    GAUGED,
    EXPANSION,
    ISO_286,
    ISO_281,
    ASTM_D341,
    ISO_898,
    FIRST_ORDER,
    MAKER,
    PRACTICE,
)
