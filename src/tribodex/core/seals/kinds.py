"""Kinds of seal at a bearing, what they are for, and which way their lip looks."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.working import Level, Verdict


class LipCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    WHICH_WAY = "lip.which_way"
    WRONG_WAY_ROUND = "lip.wrong_way_round"


class SealKind(StrEnum):
    """What seals a housing."""

    LIP = "lip"
    V_RING = "v_ring"
    FELT = "felt"
    LABYRINTH = "labyrinth"
    SHAFT_SEAL = "shaft_seal"
    FLINGER = "flinger"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {
            "lip": "lip seal in the housing's groove, two halves",
            "v_ring": "V-ring on the shaft",
            "felt": "felt strip",
            "labyrinth": "labyrinth ring, purged with grease",
            "shaft_seal": "radial shaft seal",
            "flinger": "flinger",
        }[self.value]

    @property
    def has_lip(self) -> bool:
        """Whether it matters which way it looks."""
        return self in (SealKind.LIP, SealKind.V_RING, SealKind.SHAFT_SEAL)

    @property
    def has_material(self) -> bool:
        """Whether it is made of one material or another; felt and V-rings say theirs by their
        kind."""
        return self in (SealKind.LIP, SealKind.SHAFT_SEAL)

    @property
    def goes_round(self) -> bool:
        """Whether it is laid round a shaft that is in, by its kind: halves, or a strip."""
        return self in (SealKind.LIP, SealKind.FELT)

    @property
    def rubs(self) -> bool:
        """Whether it rubs on the shaft, so that speed and material count."""
        return self in (SealKind.LIP, SealKind.V_RING, SealKind.FELT, SealKind.SHAFT_SEAL)


@dataclass(frozen=True)
class Setting:
    """What is asked when a seal of a kind is set.

    What is greased, what has to be at the top (empty: nothing), what is wrong with it dry, where it
    goes, and that it is there.
    """

    greased: str
    top: str
    dry: str
    into: str
    sits: str


# Common practice, no source.
SETTING = {
    SealKind.LIP: Setting(
        "Grooves in base and cap filled with grease, lip greased",
        "Ends of the halves at the top",
        "Grooves in base and cap filled with grease, lip greased: dry it burns in the first"
        " minute.",
        "into its groove",
        "It sits in its groove",
    ),
    SealKind.FELT: Setting(
        "Strip soaked in warm oil, groove clean",
        "Ends of the strip at the top",
        "Soaked in warm oil: dry it chars.",
        "into its groove",
        "It sits in its groove",
    ),
    SealKind.V_RING: Setting(
        "Lip and face thinly greased, face clean",
        "",
        "A thin film of grease on lip and face: dry it burns in the first minute.",
        "greased and looked at",
        "It runs on its face",
    ),
    SealKind.SHAFT_SEAL: Setting(
        "Lip and shaft greased, space behind a dust lip filled",
        "",
        "Lip and shaft greased, the seat in the housing clean: dry it burns in the first minute.",
        "into its bore",
        "It sits in its bore, square",
    ),
    SealKind.LABYRINTH: Setting(
        "Groove filled with the bearing's own grease",
        "",
        "The groove is filled with the bearing's own grease before the halves are joined.",
        "into its groove",
        "It sits in its groove",
    ),
    SealKind.FLINGER: Setting(
        "Gap to the housing clean, with a film of grease",
        "",
        "A film of grease in its gap keeps dirt out.",
        "tightened and looked at",
        "It is tight on the shaft",
    ),
}


class Purpose(StrEnum):
    """What a seal is for, before all."""

    KEEP_GREASE = "keep_grease"
    KEEP_DIRT = "keep_dirt"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"keep_grease": "to hold the grease in", "keep_dirt": "to keep dirt and water out"}[
            self.value
        ]


class LipSide(StrEnum):
    """Which way a lip looks."""

    TOWARD = "toward"
    AWAY = "away"

    @property
    def words(self) -> str:
        """As the trade says it."""
        return {"toward": "towards the bearing", "away": "away from the bearing"}[self.value]


def lip_side(kind: SealKind, purpose: Purpose) -> LipSide:
    """Which way the lip looks for a purpose: towards what it holds back; that of a V-ring at the
    face it leans on.

    A V-ring turns with the shaft. Against dirt it sits outside and leans on the housing's outer
    face, so that its lip looks towards the bearing; to hold grease it sits inside and leans on the
    wall.

    Symbols: none.
    Valid: seals with one lip that counts; a maker's drawing goes first.
    Raises: nothing.
    Source: common practice, no source; that a V-ring's lip has to look at its face is geometry.

    >>> (
    ...     str(lip_side(SealKind.LIP, Purpose.KEEP_GREASE)),
    ...     str(lip_side(SealKind.LIP, Purpose.KEEP_DIRT)),
    ... )
    ('toward', 'away')
    >>> str(lip_side(SealKind.V_RING, Purpose.KEEP_DIRT))
    'toward'
    """
    holds_in = purpose is Purpose.KEEP_GREASE
    return LipSide.TOWARD if holds_in is (kind is not SealKind.V_RING) else LipSide.AWAY


@dataclass(frozen=True)
class DrawnLip:
    """Which way a lip looks by its maker's drawing, and which drawing that is: it goes before the
    purpose.
    """

    side: LipSide
    source: str


def lip_asked(kind: SealKind, purpose: Purpose, drawn: DrawnLip | None = None) -> LipSide:
    """Which way the lip has to look: as its maker's drawing shows it, else as its purpose asks.

    >>> str(
    ...     lip_asked(
    ...         SealKind.LIP, Purpose.KEEP_GREASE, DrawnLip(LipSide.AWAY, "drawing 7, sheet 2")
    ...     )
    ... )
    'away'
    """
    return drawn.side if drawn is not None else lip_side(kind, purpose)


def lip_why(kind: SealKind, purpose: Purpose, drawn: DrawnLip | None = None) -> str:
    """Which way the lip looks, and why, in a sentence.

    >>> lip_why(SealKind.LIP, Purpose.KEEP_DIRT)
    'Its lip looks away from the bearing, to keep dirt and water out.'
    >>> lip_why(SealKind.LIP, Purpose.KEEP_GREASE, DrawnLip(LipSide.AWAY, "drawing 7"))
    'Its lip looks away from the bearing, by drawing 7; its purpose alone would turn it round.'
    """
    if drawn is not None:
        other = (
            ""
            if drawn.side is lip_side(kind, purpose)
            else "; its purpose alone would turn it round"
        )
        return f"Its lip looks {drawn.side.words}, by {drawn.source}{other}."
    side = lip_side(kind, purpose).words
    if kind is not SealKind.V_RING:
        return f"Its lip looks {side}, {purpose.words}."
    if purpose is Purpose.KEEP_DIRT:
        return (
            f"It sits outside and leans on the housing's outer face: its lip looks {side},"
            f" {purpose.words}."
        )
    return f"It sits inside and leans on the housing's wall: its lip looks {side}, {purpose.words}."


def judge_lip(
    kind: SealKind, purpose: Purpose, side: LipSide | None, drawn: DrawnLip | None = None
) -> Verdict:
    """A seal as it was set, against its maker's drawing, or what it is for."""
    if not kind.has_lip:
        return Verdict("no lip", Level.GOOD, "It may look either way.")
    asked = lip_asked(kind, purpose, drawn)
    if side is None:
        return Verdict(
            "which way?",
            Level.STOP,
            f"{lip_why(kind, purpose, drawn)} Look, and say so.",
            code=LipCode.WHICH_WAY,
        )
    if side is not asked:
        why = f"Now it looks {side.words}. {lip_why(kind, purpose, drawn)}"
        return Verdict(
            "wrong way round",
            Level.STOP,
            f"{why} Turn it now: behind the next part it cannot be seen.",
            code=LipCode.WRONG_WAY_ROUND,
        )
    return Verdict("right way round", Level.GOOD, lip_why(kind, purpose, drawn))
