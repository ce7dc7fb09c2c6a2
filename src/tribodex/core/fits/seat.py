"""What a micrometer says of a seat: mean, taper and out-of-round against limits, and the fit that
results with a measured ring.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.components.bands import Span
from tribodex.core.components.material import SHAFT_STEEL
from tribodex.core.errors import InvalidInput
from tribodex.core.fits.iso286 import shaft_limits_um, tolerance_um
from tribodex.core.quantities import micrometer_text, travel_text, um_text
from tribodex.core.working import Level, Line, Result, Verdict, number


class SeatCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    FIT_CANNOT_BE = "seat.fit_cannot_be"
    OUT_OF_FORM = "seat.out_of_form"
    OVER_SIZE = "seat.over_size"
    TOO_FEW_READINGS = "seat.too_few_readings"
    UNDER_SIZE = "seat.under_size"


# A fit further from nought than this is a misreading, or another ring: heavy fits end at half of
# it, ISO 492 lets a bore be a few hundredths under its size (own choice).
CANNOT_BE_UM, CANNOT_BE_UM_PER_MM = 20.0, 1.5
# A worn seat may have play far beyond any fit; more than this is another size, or a slip.
WORN_UM, WORN_UM_PER_MM = 500.0, 5.0
# Section along the seat, direction across it: both count from one.
Spot = tuple[int, int]
SECTIONS, DIRECTIONS = (1, 2, 3), (1, 2, 3, 4)
# Upright and level first, then the diagonals.
_PASSES = ((1, 3), (2, 4))
# How well a micrometer in careful hands reads a shaft (µm, about 19 times in 20; common practice,
# no source).
MICROMETER_UM = 4.0
EXPANSION_UM_PER_MM_K = SHAFT_STEEL.expansion_um_per_m_k / 1000


class SeatKind(StrEnum):
    """What a bearing sits on."""

    SLEEVE = "sleeve"
    CYLINDRICAL = "cylindrical"
    SLIDING = "sliding"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "sleeve": "seat under a sleeve",
            "cylindrical": "cylindrical seat",
            "sliding": "shaft that an insert is slid on",
        }[self.value]


@dataclass(frozen=True)
class SeatSpec:
    """What a seat should measure: nominal size (mm), deviations (µm), widest form (radial zone,
    µm), and where that comes from.
    """

    kind: SeatKind
    nominal_mm: float
    limits_um: Span
    form_um: float
    words: str
    source_id: str

    @property
    def on_the_micrometer(self) -> str:
        """The limits as the tool in the hand shows them.

        >>> cylindrical_seat(40, "k5").on_the_micrometer
        '40.002 mm (1.5749 in) to 40.013 mm (1.5753 in); two diameters may differ by 0.007 mm (0.3
        thou)'
        """
        least, most = (
            self.nominal_mm + um / 1000 for um in (self.limits_um.low, self.limits_um.high)
        )
        return (
            f"{micrometer_text(least)} to {micrometer_text(most)}; two diameters may differ by"
            f" {um_text(2 * self.form_um)}"
        )


@dataclass(frozen=True)
class SeatForm:
    """A measured seat (mm and µm): mean of every reading, taper from end to end, out-of-round as
    difference of two diameters.
    """

    mean_mm: float
    taper_um: float
    out_of_round_um: float
    least_mm: float
    greatest_mm: float
    sections: int
    # Sections that were read in two directions or more.
    crossed: int
    readings: int

    @property
    def enough(self) -> bool:
        """Whether a seat can be checked from it: two sections in two directions (common practice,
        no source).
        """
        return self.crossed >= 2

    @property
    def form_um(self) -> float:
        """The radial form error that two-point readings can see: half the widest difference of
        diameters (a three-lobed seat hides).
        """
        return (self.greatest_mm - self.least_mm) * 1000 / 2


def sleeve_seat(nominal_mm: float, band_um: Span | None = None, band_words: str = "") -> SeatSpec:
    """What a seat under a sleeve should measure: h9 with form in IT5/2, or the band of an inch
    shaft.

    Symbols: nominal size (mm); an inch shaft's deviations (µm).
    Valid: up to 500 mm.
    Raises: OutOfRange beyond.
    Source: ISO 286 classes h7 to h9 with IT5/2 to IT6/2, common practice, no source; inch bands as
        given.

    >>> sleeve_seat(80).limits_um, sleeve_seat(80).form_um
    (Span(low=-74, high=0), 6.5)
    """
    form = tolerance_um(nominal_mm, 5) / 2
    if band_um is not None:
        return SeatSpec(
            kind=SeatKind.SLEEVE,
            nominal_mm=nominal_mm,
            limits_um=band_um,
            form_um=form,
            words=f"{band_words}; form IT5/2",
            source_id="inch_shaft",
        )
    return SeatSpec(
        kind=SeatKind.SLEEVE,
        nominal_mm=nominal_mm,
        limits_um=shaft_limits_um(nominal_mm, "h9"),
        form_um=form,
        words="h9; form IT5/2 (up to IT6/2)",
        source_id="iso_286",
    )


def cylindrical_seat(nominal_mm: float, tolerance_class: str) -> SeatSpec:
    """What a cylindrical seat should measure: its class, with form in half of the next finer grade
    but one.

    Symbols: nominal size (mm); class such as m6.
    Valid: up to 500 mm.
    Raises: OutOfRange beyond, InvalidInput for a class that is not kept.
    Source: ISO 286-2, from memory; form IT(n-2)/2 as a radial zone, common practice, no source.

    >>> cylindrical_seat(60, "k5").form_um
    4.0
    """
    limits = shaft_limits_um(nominal_mm, tolerance_class)
    grade = int("".join(c for c in tolerance_class if c.isdigit()))
    form = tolerance_um(nominal_mm, max(4, grade - 2)) / 2
    return SeatSpec(
        kind=SeatKind.CYLINDRICAL,
        nominal_mm=nominal_mm,
        limits_um=limits,
        form_um=form,
        words=f"{tolerance_class}; form IT{max(4, grade - 2)}/2",
        source_id="iso_286",
    )


def sliding_seat(
    nominal_mm: float, tolerance_class: str, band_um: Span | None = None, band_words: str = ""
) -> SeatSpec:
    """What a shaft under an insert should measure: h6 to h9 as the work asks, or the band of an
    inch shaft.

    Symbols: nominal size (mm); class h6 to h9; an inch shaft's deviations (µm).
    Valid: up to 500 mm.
    Raises: InvalidInput for a class that an insert is not slid on; OutOfRange beyond 500 mm.
    Source: ISO 286, common practice, no source; inch bands as given.

    >>> sliding_seat(35, "h7").limits_um
    Span(low=-25, high=0)
    """
    form = tolerance_um(nominal_mm, 5) / 2
    if band_um is not None:
        return SeatSpec(
            kind=SeatKind.SLIDING,
            nominal_mm=nominal_mm,
            limits_um=band_um,
            form_um=form,
            words=f"{band_words}; form IT5/2",
            source_id="inch_shaft",
        )
    if tolerance_class not in ("h6", "h7", "h8", "h9"):
        raise InvalidInput.at(
            "shaft_class",
            f"An insert is slid on by hand: “{tolerance_class}” is no class for it.",
            "h6 or h7 (fast, heavy), h8, h9 (slow, light)",
        )
    return SeatSpec(
        kind=SeatKind.SLIDING,
        nominal_mm=nominal_mm,
        limits_um=shaft_limits_um(nominal_mm, tolerance_class),
        form_um=form,
        words=f"{tolerance_class}; form IT5/2",
        source_id="iso_286",
    )


def form_of(readings_mm: Mapping[Spot, float]) -> SeatForm | None:
    """Mean, taper and out-of-round of a seat from its readings; None without any.

    Symbols: readings by (section, direction) in mm; taper and out-of-round (µm, on diameter).
    Valid: each section counts the same, however many directions were read.
    Raises: nothing.
    Source: definition.

    >>> form_of({(1, 1): 79.99, (1, 2): 79.98, (2, 1): 79.96, (2, 2): 79.96}).taper_um
    25.0
    """
    if not readings_mm:
        return None
    by_section: dict[int, list[float]] = {}
    for (section, _), value in sorted(readings_mm.items()):
        by_section.setdefault(section, []).append(value)
    means = [sum(values) / len(values) for values in by_section.values()]
    every = list(readings_mm.values())
    return SeatForm(
        mean_mm=sum(means) / len(means),
        taper_um=round((means[0] - means[-1]) * 1000, 3),
        out_of_round_um=round(max(max(v) - min(v) for v in by_section.values()) * 1000, 3),
        least_mm=min(every),
        greatest_mm=max(every),
        sections=len(means),
        crossed=sum(len(values) >= 2 for values in by_section.values()),
        readings=len(every),
    )


def judge_seat(spec: SeatSpec, form: SeatForm, shaft_c: float | None = None) -> Verdict:
    """Whether a seat may take its bearing.

    Symbols: limits and form (µm), readings (mm); temperature of the shaft (°C), where known.
    Valid: two-point readings; they do not see a three-lobed form.
    Raises: nothing.
    Source: ISO 286; every reading inside, form inside its zone; common practice, no source.

    >>> judge_seat(
    ...     sleeve_seat(80), form_of({(1, 1): 79.97, (1, 2): 79.97, (2, 1): 79.968, (2, 2): 79.97})
    ... ).word
    'fit to use'
    """
    warm_um = 0.0 if shaft_c is None else (shaft_c - 20) * EXPANSION_UM_PER_MM_K * spec.nominal_mm
    low = (form.least_mm - spec.nominal_mm) * 1000 - warm_um
    high = (form.greatest_mm - spec.nominal_mm) * 1000 - warm_um
    if high > spec.limits_um.high + 0.5:
        over = um_text(high - spec.limits_um.high)
        return Verdict(
            "over size",
            Level.STOP,
            f"{over} above the largest size ({spec.words}): dress it, or nothing goes on straight.",
            code=SeatCode.OVER_SIZE,
        )
    if low < spec.limits_um.low - 0.5:
        under = um_text(spec.limits_um.low - low)
        return Verdict(
            "under size",
            Level.STOP,
            f"{under} below the smallest size ({spec.words}): worn. The ring or sleeve does not"
            " grip all round.",
            code=SeatCode.UNDER_SIZE,
        )
    if form.form_um > spec.form_um + 0.5:
        level = Level.STOP if form.form_um > 2 * spec.form_um else Level.WATCH
        return Verdict(
            "out of form",
            level,
            f"Diameters differ by {um_text(2 * form.form_um)} where {um_text(2 * spec.form_um)} is"
            f" allowed: taper {um_text(abs(form.taper_um))}, out of round"
            f" {um_text(form.out_of_round_um)}. The bearing takes the seat's shape.",
            code=SeatCode.OUT_OF_FORM,
        )
    if not form.enough:
        return Verdict(
            "too few readings",
            Level.UNKNOWN,
            "Inside its limits where it was read; two sections in two directions are the least.",
            code=SeatCode.TOO_FEW_READINGS,
        )
    near = min(spec.limits_um.high - high, low - spec.limits_um.low)
    if near < MICROMETER_UM and spec.kind is SeatKind.CYLINDRICAL:
        return Verdict(
            "at its limit",
            Level.WATCH,
            f"Inside by {um_text(max(near, 0.0))}, less than a micrometer tells.",
        )
    return Verdict(
        "fit to use",
        Level.GOOD,
        f"Every reading lies inside {spec.words}; form inside {um_text(2 * spec.form_um)} on"
        " diameter.",
    )


def seat_result(spec: SeatSpec, form: SeatForm, shaft_c: float | None = None) -> Result:
    """The seat's mean diameter with its working.

    Symbols: d mean of sections (mm); limits (mm); taper, out-of-round (µm).
    Valid: as judge_seat().
    Raises: nothing.
    Source: ISO 286; readings.

    >>> seat_result(sleeve_seat(80), form_of({(1, 1): 79.97, (2, 1): 79.97})).value
    79970.0
    """
    low, high = (spec.nominal_mm + um / 1000 for um in (spec.limits_um.low, spec.limits_um.high))
    warm = (
        ()
        if shaft_c is None
        else (
            Line(
                "t",
                "temperature of the shaft",
                "limits hold at 20 °C",
                f"({number(shaft_c)} - 20)·0.0115·{number(spec.nominal_mm)}",
                (shaft_c - 20) * EXPANSION_UM_PER_MM_K * spec.nominal_mm,
                "µm",
                "expansion",
            ),
        )
    )
    lines = (
        Line(
            "d",
            "mean of the sections",
            "Σ sections / n",
            f"{form.readings} readings in {form.sections} sections",
            form.mean_mm,
            "mm",
            "gauged",
        ),
        Line(
            "d_min", "least allowed", spec.words, number(spec.nominal_mm), low, "mm", spec.source_id
        ),
        Line(
            "d_max",
            "greatest allowed",
            spec.words,
            number(spec.nominal_mm),
            high,
            "mm",
            spec.source_id,
        ),
        Line("taper", "first section less last", "d₁ - dₙ", "", form.taper_um, "µm", "gauged"),
        Line(
            "round",
            "widest difference across one section",
            "max - min",
            "",
            form.out_of_round_um,
            "µm",
            "gauged",
        ),
        *warm,
    )
    verdict = judge_seat(spec, form, shaft_c)
    mean_um = round(form.mean_mm * 1000, 2)
    return Result(
        "seat_mean",
        "Seat, mean diameter",
        mean_um,
        "µm",
        uncertainty=MICROMETER_UM,
        verdict=verdict,
        working=lines,
    )


REAL_FIT, REAL_FIT_WORDS = "real_fit", "Fit of this ring on this seat"


def real_fit(seat_mm: float, bore_mm: float, shaft_c: float | None, ring_c: float | None) -> Result:
    """The fit of this ring on this seat: interference above zero, clearance below.

    Symbols: d seat, b bore (mm); temperatures of both when measured (°C); Δ = d - b, both at 20 °C
        (µm).
    Valid: cylindrical bores; steel on steel.
    Raises: InvalidInput where only one temperature is given: the difference would hide in the
        other.
    Source: definition; expansion of the material table.

    >>> real_fit(60.012, 59.995, None, None).value, real_fit(60.012, 59.995, 30, 20).value
    (17.0, 9.8)
    """
    if (shaft_c is None) != (ring_c is None):
        missing = "ring_temperature" if ring_c is None else "shaft_temperature"
        raise InvalidInput.at(
            missing,
            "One temperature alone says nothing of the fit.",
            "both, or neither where seat and ring lay together",
        )
    warm_um = (
        0.0
        if shaft_c is None or ring_c is None
        else (shaft_c - ring_c) * EXPANSION_UM_PER_MM_K * seat_mm
    )
    fit = round((seat_mm - bore_mm) * 1000 - warm_um, 1)
    verdict = None
    most = (
        CANNOT_BE_UM + CANNOT_BE_UM_PER_MM * seat_mm
        if fit > 0
        else WORN_UM + WORN_UM_PER_MM * seat_mm
    )
    if abs(fit) > most:
        what = (
            "more than any bearing is pressed on with"
            if fit > 0
            else "more play than a worn seat has"
        )
        why = (
            f"{travel_text(abs(fit) / 1000)} between seat and bore: {what}"
            f" ({travel_text(most / 1000)} at this size). Read both again."
        )
        verdict = Verdict("cannot be", Level.STOP, why, code=SeatCode.FIT_CANNOT_BE)
    elif fit <= 0:
        verdict = Verdict(
            "loose",
            Level.WATCH,
            f"{travel_text(-fit / 1000)} of clearance: a ring that turns under load creeps here.",
        )
    lines = (
        Line(
            "Δ",
            "seat less bore, at one temperature",
            "d - b - α·(t_d - t_b)·d",
            f"({number(seat_mm)} - {number(bore_mm)})·1000 - {number(warm_um)}",
            fit,
            "µm",
            "gauged",
        ),
    )
    note = "" if shaft_c is not None else "Seat and ring taken to be equally warm."
    return Result(
        REAL_FIT,
        REAL_FIT_WORDS,
        fit,
        "µm",
        uncertainty=1.4 * MICROMETER_UM,
        verdict=verdict,
        working=lines,
        note=note,
    )


def deviation_um(measured: SeatForm, nominal_mm: float, part_c: float | None) -> Span:
    """Where a measured part lies from its nominal size, with what a micrometer can tell and what
    was not read yet.

    Symbols: d mean, d_min, d_max of the readings (mm); t temperature of the part (°C), None where
        part and micrometer lay together.
    Valid: steel. While too few readings are there the widest of them counts, not their mean.
    Raises: nothing.
    Source: definition; limits hold at 20 °C, expansion of the material table.

    >>> deviation_um(
    ...     form_of({(1, 1): 45.010, (1, 3): 45.012, (2, 1): 45.010, (2, 3): 45.012}), 45, None
    ... )
    Span(low=7.0, high=15.0)
    >>> deviation_um(form_of({(1, 1): 45.010, (1, 3): 45.014}), 45, 30)
    Span(low=0.6, high=12.6)
    """
    warm_um = 0.0 if part_c is None else (part_c - 20) * EXPANSION_UM_PER_MM_K * nominal_mm
    low, high = (
        (measured.mean_mm, measured.mean_mm)
        if measured.enough
        else (measured.least_mm, measured.greatest_mm)
    )
    at_least, at_most = ((mm - nominal_mm) * 1000 - warm_um for mm in (low, high))
    return Span(round(at_least - MICROMETER_UM, 1), round(at_most + MICROMETER_UM, 1))


def next_spot(
    readings_mm: Mapping[Spot, float], sections: Sequence[int] = SECTIONS[:2]
) -> Spot | None:
    """The spot to read next: each section crosswise first, which is the least a seat is checked
    from, then the diagonals; None when all are read.

    Symbols: readings by (section, direction).
    Valid: always.
    Raises: nothing.
    Source: common practice, no source: two sections (three where the seat is long), four
        directions.

    >>> next_spot({(1, 1): 80.0}), next_spot({(1, 1): 80.0, (1, 3): 80.0})
    ((1, 3), (2, 1))
    """
    return next(
        ((s, d) for pair in _PASSES for s in sections for d in pair if (s, d) not in readings_mm),
        None,
    )
