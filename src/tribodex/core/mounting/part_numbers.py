"""Numbers on block and sleeve read: what a published standard lets them mean, as candidates, and
where two of them cannot go together.

Candidates are from memory until the number on the part or a measured diameter confirms them; none
of them fills a plan by itself.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from enum import StrEnum

from tribodex.core.components.adapter_sleeve import SleeveTable, WithdrawalTable
from tribodex.core.components.bearing import Designation, DimensionTable, read_designation
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.shaft_fit import nominal_of
from tribodex.core.working import Level, Verdict, number

MEMORY = "from memory"
# Shafts are measured to hundredths; a nominal within this of the measurement is meant (mm).
SAME_MM = 0.02


class SlipCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    BORES_DIFFER = "numbers.bores_differ"
    NO_SLEEVE_HERE = "numbers.no_sleeve_here"
    BORE_IS_CYLINDRICAL = "numbers.bore_is_cylindrical"
    SERIES_NOT_HERE = "numbers.series_not_here"
    ANOTHER_SLEEVE = "numbers.another_sleeve"
    SHAFT_NOT_THIS_SLEEVE = "numbers.shaft_not_this_sleeve"


@dataclass(frozen=True)
class BlockSeries:
    """A series of split plummer blocks: its standard, whether the bearing's bore is tapered, and
    the bearing series it takes.
    """

    digit: str
    standard: str
    tapered: bool
    bearings: tuple[str, ...]


# DIN 736 to 739, from memory: SN 5 and SN 6 with tapered bore on adapter sleeves, SN 2 and SN 3
# with cylindrical bore.
BLOCKS = {
    one.digit: one
    for one in (
        BlockSeries("5", "DIN 736", True, ("12", "22", "222")),
        BlockSeries("6", "DIN 737", True, ("13", "23", "213", "223")),
        BlockSeries("2", "DIN 738", False, ("12", "22", "222")),
        BlockSeries("3", "DIN 739", False, ("13", "23", "213", "223")),
    )
}
_BLOCK = re.compile(
    r"^\s*(?:DIN\s*73[6-9]\s*[-–]?\s*)?(?:S\s*N\s*)?([2356])(\d{2})\s*$", re.IGNORECASE
)
_SLEEVE_WHOLE = re.compile(r"^\s*(A?HE?)\s*(\d{3,5})\s*([A-Z]*)\s*$", re.IGNORECASE)


@dataclass(frozen=True)
class Block:
    """A split block by its number: bore of its bearing (mm)."""

    number: str
    series: BlockSeries
    bore_mm: float


@dataclass(frozen=True)
class Sleeve:
    """A sleeve by its number: series, bore of the bearing that sits on it (mm), adapter or
    withdrawal.
    """

    number: str
    series: str
    bore_mm: float
    withdrawal: bool


@dataclass(frozen=True)
class Candidate:
    """What a number may mean: for bearing, bore, sleeve, shaft, locating ring. `confirmed` by what;
    empty: from memory, nothing confirms it.
    """

    what: str
    value: str
    why: str
    confirmed: str = ""


@dataclass(frozen=True)
class Decoded:
    """What the numbers may mean, and what cannot go together."""

    candidates: tuple[Candidate, ...]
    slips: tuple[Verdict, ...]


def read_block(text: str, field: str = "block") -> Block:
    """A block's number by DIN 736 to 739.

    Symbols: size code × 5 is the *bearing's bore* (mm), not the shaft.
    Valid: SN 2, 3, 5, 6 with two figures of size.
    Raises: InvalidInput for anything else: a maker's own number is read from the maker's sheet
        only.
    Source: DIN 736, 737, 738, 739, from memory.

    >>> b = read_block("SN 518")
    >>> b.bore_mm, b.series.standard, b.series.tapered
    (90.0, 'DIN 736', True)
    """
    match = _BLOCK.match(text)
    size = int(match.group(2)) if match else 0
    if match is None or size < 4:
        what = f"“{text.strip()}” is no block number of a standard known here."
        raise InvalidInput.at(
            field,
            what,
            "SN 5xx, SN 6xx (adapter sleeve), SN 2xx, SN 3xx (cylindrical bore); a maker's own"
            " number: its sheet",
        )
    return Block(f"SN {match.group(1)}{match.group(2)}", BLOCKS[match.group(1)], size * 5.0)


def read_sleeve(text: str, field: str = "sleeve") -> Sleeve:
    """A sleeve's number by ISO 2982-1: H adapter sleeve, AH withdrawal sleeve; size code × 5 is the
    bearing's bore (mm).

    Symbols: none.
    Valid: series H 2, 3, 23, 30, 31, 32, 39 and AH with two figures of size.
    Raises: InvalidInput for anything else.
    Source: ISO 2982-1, from memory.

    >>> s = read_sleeve("H 318")
    >>> s.series, s.bore_mm, s.withdrawal
    ('H3', 90.0, False)
    >>> read_sleeve("AH 24124").series, read_sleeve("H 2318").series
    ('AH241', 'H23')
    """
    match = _SLEEVE_WHOLE.match(text)
    figures = match.group(2) if match else ""
    size = int(figures[-2:]) if figures else 0
    kind = match.group(1).upper() if match else ""
    series = figures[:-2]
    adapter = kind in ("H", "HE") and series in ("2", "3", "23", "30", "31", "32", "39")
    withdrawal = kind == "AH" and series in (
        "2",
        "3",
        "22",
        "23",
        "30",
        "31",
        "32",
        "39",
        "240",
        "241",
    )
    if match is None or size < 4 or not (adapter or withdrawal):
        what = f"“{text.strip()}” is no sleeve number of the standard."
        raise InvalidInput.at(
            field,
            what,
            "H 318, H 2318 (adapter sleeve), AH 24124 (withdrawal sleeve); a maker's own: its"
            " sheet",
        )
    plain = "AH" if withdrawal else "H"
    return Sleeve(f"{kind} {figures}", f"{plain}{series}", size * 5.0, withdrawal)


@dataclass(frozen=True)
class NumbersSaid:
    """What was read on parts and measured. The shaft in mm, None while nobody measured it; with how
    it was typed.
    """

    block: Block | None = None
    sleeve: Sleeve | None = None
    bearing: Designation | None = None
    shaft_mm: float | None = None
    shaft_text: str = ""


@dataclass(frozen=True)
class PartBooks:
    """Tables that numbers are looked up in."""

    dimensions: DimensionTable
    sleeves: SleeveTable
    withdrawal: WithdrawalTable


def _bore_of(bearing: Designation, books: PartBooks) -> float | None:
    row = books.dimensions.find(bearing.basic_code)
    return row.bore_mm if row is not None else None


def decode(said: NumbersSaid, books: PartBooks) -> Decoded:
    """Candidates for bearing, bore, sleeve, shaft and rings, and the slips between what was read.

    Symbols: none.
    Valid: numbers of the standards; whatever is left out is not used.
    Raises: nothing.
    Source: DIN 736 to 739, ISO 2982-1, ISO 15, from memory.

    >>> from tribodex.core.sources import PRACTICE
    >>> none = PartBooks(
    ...     DimensionTable(PRACTICE, ()), SleeveTable(PRACTICE, ()), WithdrawalTable(PRACTICE, ())
    ... )
    >>> decode(NumbersSaid(read_block("SN 518"), read_sleeve("H 316")), none).slips[0].word
    'numbers do not go together'
    """
    slips = tuple(_slips(said, books))
    bores = {bore for bore in _bores(said, books).values() if bore is not None}
    if len(bores) > 1:
        return Decoded((), slips)
    found: list[Candidate] = []
    bore = next(iter(bores), None)
    if bore is not None:
        sources = [name for name, value in _bores(said, books).items() if value is not None]
        confirmed = (
            f"number on the {sources[-1]}" if "bearing" in sources or len(sources) > 1 else ""
        )
        found.append(
            Candidate(
                "bearing bore",
                f"{number(bore)} mm",
                f"size code × 5, by the {sources[0]}",
                confirmed,
            )
        )
    found += _bearings(said, books, bore)
    found += _sleeves(said, books, bore)
    if said.block is not None:
        found.append(
            Candidate(
                "locating ring",
                "width asked",
                "the seat's width less the bearing's: measure the seat; one ring or two halves",
            )
        )
    return Decoded(tuple(_shaft_confirms(one, said) for one in found), slips)


def _bores(said: NumbersSaid, books: PartBooks) -> dict[str, float | None]:
    return {
        "block": said.block.bore_mm if said.block is not None else None,
        "sleeve": said.sleeve.bore_mm if said.sleeve is not None else None,
        "bearing": _bore_of(said.bearing, books) if said.bearing is not None else None,
    }


def _bearings(said: NumbersSaid, books: PartBooks, bore: float | None) -> list[Candidate]:
    if said.bearing is not None:
        row = books.dimensions.find(said.bearing.basic_code)
        width = f", {number(row.width_mm)} mm wide" if row is not None else ""
        return [
            Candidate(
                "bearing", f"{said.bearing.text}{width}", "as it is marked", "number on the ring"
            )
        ]
    if said.block is None or bore is None:
        return []
    candidates = []
    for series in said.block.series.bearings:
        code = f"{series}{round(bore / 5):02d}"
        row = books.dimensions.find(code)
        suffix = " K" if said.block.series.tapered else ""
        width = f", {number(row.width_mm)} mm wide" if row is not None else ""
        candidates.append(
            Candidate(
                "bearing",
                f"{code}{suffix}{width}",
                f"{said.block.series.standard} takes series {series}: which one is asked",
            )
        )
    return candidates


def _sleeves(said: NumbersSaid, books: PartBooks, bore: float | None) -> list[Candidate]:
    candidates = []
    if said.sleeve is not None:
        candidates.append(
            Candidate("sleeve", said.sleeve.number, "as it is marked", "number on the sleeve")
        )
        if not said.sleeve.withdrawal:
            for row in books.sleeves.for_bore(said.sleeve.bore_mm):
                if row.series == said.sleeve.series:
                    candidates.append(
                        Candidate(
                            "shaft",
                            f"{row.shaft_mm:g} mm",
                            f"H is metric: {said.sleeve.number} is for this shaft",
                        )
                    )
        return candidates
    if bore is None or (said.block is not None and not said.block.series.tapered):
        if said.block is not None and bore is not None:
            why = f"{said.block.series.standard}: cylindrical bore, no sleeve"
            candidates.append(Candidate("shaft", f"{number(bore)} mm", why))
        return candidates
    of = (
        [said.bearing.series]
        if said.bearing is not None
        else list(said.block.series.bearings)
        if said.block is not None
        else []
    )
    for series in of:
        listed = books.sleeves.find(series, bore)
        if listed is None or any(
            candidate.value == _name(listed.series, bore) for candidate in candidates
        ):
            continue
        name = _name(listed.series, bore)
        candidates.append(
            Candidate("sleeve", name, f"for a bearing {series} of {number(bore)} mm bore")
        )
        candidates.append(
            Candidate(
                "shaft",
                f"{listed.shaft_mm:g} mm",
                f"on a sleeve {name}; an inch shaft means another sleeve",
            )
        )
    return candidates


def _name(series: str, bore_mm: float) -> str:
    letters = series.rstrip("0123456789")
    return f"{letters} {series[len(letters) :]}{round(bore_mm / 5):02d}"


def _shaft_confirms(candidate: Candidate, said: NumbersSaid) -> Candidate:
    if candidate.what != "shaft" or said.shaft_mm is None:
        return candidate
    nominal = float(candidate.value.split()[0])
    # A shaft is at its size or a little below.
    near = nominal - 0.15 - nominal / 1000 <= said.shaft_mm <= nominal + SAME_MM
    return replace(candidate, confirmed="measured") if near else candidate


def _slips(said: NumbersSaid, books: PartBooks) -> list[Verdict]:
    verdicts = []
    bores = {name: bore for name, bore in _bores(said, books).items() if bore is not None}
    if len(set(bores.values())) > 1:
        each = ", ".join(f"{name} {number(bore)} mm" for name, bore in bores.items())
        why = (
            f"By their numbers the bearing's bore is: {each}. Read them again before anything is"
            " scrapped or ordered."
        )
        verdicts.append(
            Verdict("numbers do not go together", Level.STOP, why, code=SlipCode.BORES_DIFFER)
        )
    if said.block is not None:
        verdicts += _block_slips(said.block, said)
    if said.bearing is not None and said.sleeve is not None and len(set(bores.values())) == 1:
        verdicts += _sleeve_slips(said.bearing, said.sleeve, books)
    if said.sleeve is not None and said.shaft_mm is not None and not said.sleeve.withdrawal:
        verdicts += _shaft_slips(said.sleeve, said.shaft_mm, books)
    return verdicts


def _block_slips(block: Block, said: NumbersSaid) -> list[Verdict]:
    verdicts = []
    if not block.series.tapered and said.sleeve is not None:
        why = (
            f"{block.number} ({block.series.standard}) takes a bearing with cylindrical bore,"
            " straight on the shaft: no sleeve belongs there."
        )
        verdicts.append(
            Verdict("no sleeve in this block", Level.STOP, why, code=SlipCode.NO_SLEEVE_HERE)
        )
    bearing = said.bearing
    if bearing is None:
        return verdicts
    if bearing.series not in block.series.bearings:
        takes = ", ".join(block.series.bearings)
        why = (
            f"{block.number} ({block.series.standard}) takes series {takes}; {bearing.text} is of"
            f" series {bearing.series}."
        )
        verdicts.append(
            Verdict("another bearing series", Level.STOP, why, code=SlipCode.SERIES_NOT_HERE)
        )
    if block.series.tapered != (bearing.taper is not None):
        has = (
            "a tapered bore"
            if bearing.taper is not None
            else "a cylindrical bore (no K in its number)"
        )
        wants = (
            "a tapered bore on an adapter sleeve" if block.series.tapered else "a cylindrical bore"
        )
        why = (
            f"{block.number} is made for {wants}; {bearing.text} has {has}. Measure the bore at"
            " both faces."
        )
        verdicts.append(
            Verdict("bore is another one", Level.STOP, why, code=SlipCode.BORE_IS_CYLINDRICAL)
        )
    return verdicts


def _sleeve_slips(bearing: Designation, sleeve: Sleeve, books: PartBooks) -> list[Verdict]:
    bore = sleeve.bore_mm
    adapter, withdrawal = (
        books.sleeves.find(bearing.series, bore),
        books.withdrawal.find(bearing.series, bore),
    )
    wanted = (
        withdrawal.series
        if sleeve.withdrawal and withdrawal is not None
        else adapter.series
        if adapter is not None
        else ""
    )
    only = bearing.series in ("240", "241") and not sleeve.withdrawal
    if only or (wanted and wanted != sleeve.series):
        right = (
            f"AH {bearing.series}{round(bore / 5):02d}, a withdrawal sleeve"
            if only
            else _name(wanted, bore)
        )
        why = (
            f"{bearing.text} sits on {right}; the sleeve reads {sleeve.number}. Sleeve series is"
            " not bearing series: misread, or another part."
        )
        return [Verdict("another sleeve", Level.STOP, why, code=SlipCode.ANOTHER_SLEEVE)]
    return []


def _shaft_slips(sleeve: Sleeve, shaft_mm: float, books: PartBooks) -> list[Verdict]:
    rows = [row for row in books.sleeves.for_bore(sleeve.bore_mm) if row.series == sleeve.series]
    if not rows:
        return []
    row = rows[0]
    meant = nominal_of(row, shaft_mm)
    if meant is not None and meant[0].endswith("mm"):
        return []
    inch = (
        f" It is a {meant[0]} shaft: an inch sleeve on the same bearing."
        if meant is not None
        else ""
    )
    why = (
        f"{sleeve.number} is metric, for a shaft of {row.shaft_mm:g} mm; measured is"
        f" {number(shaft_mm)} mm.{inch}"
    )
    return [
        Verdict("shaft is not this sleeve's", Level.STOP, why, code=SlipCode.SHAFT_NOT_THIS_SLEEVE)
    ]


def read_bearing(text: str, field: str = "bearing") -> Designation:
    """The number on a ring; raises with this field's name.

    Symbols: none.
    Valid: spherical roller and self-aligning ball bearings.
    Raises: InvalidInput naming the field.
    Source: none.

    >>> read_bearing("22218 K C3").series
    '222'
    """
    try:
        return read_designation(text)
    except InvalidInput as error:
        raise InvalidInput.at(field, error.fields[0].message, error.fields[0].expected) from error
