"""Whether two greases bear each other, by their thickeners."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.errors import InvalidInput
from tribodex.core.sources import Source
from tribodex.core.working import Level, Verdict


class ThickenerCode(StrEnum):
    """What is found wrong here, by a name that never changes."""

    NOT_KNOWN = "thickener.not_known"
    NOT_MIXED = "thickener.not_mixed"


@dataclass(frozen=True)
class Thickeners:
    """Pairs of thickeners with the verdict on their mixture; `doubtful` where it was remembered
    once or two memories differ.
    """

    source: Source
    pairs: dict[frozenset[str], tuple[str, bool]]

    def names(self) -> tuple[str, ...]:
        """Every thickener there is, in order."""
        return tuple(sorted({name for pair in self.pairs for name in pair}))

    def mix(self, old: str, new: str) -> Verdict:
        """Whether fresh grease may go onto what is in there.

        Raises InvalidInput for a thickener that is not known.
        """
        known = self.names()
        for field, name in (("thickener_old", old), ("thickener_new", new)):
            if name not in (*known, "unknown"):
                raise InvalidInput.at(
                    field,
                    f"“{name}” is no thickener known here.",
                    f"{', '.join(known)}; or unknown",
                )
        if "unknown" in (old, new):
            why = (
                "What is in there is not known: purge it out, or clean bearing and housing; never"
                " onto it."
            )
            return Verdict("not known", Level.UNKNOWN, why, code=ThickenerCode.NOT_KNOWN)
        if old == new:
            return Verdict(
                "one kind",
                Level.GOOD,
                "The same thickener; base oils and additives of two makers may still differ.",
            )
        found, doubtful = self.pairs.get(frozenset((old, new)), ("", True))
        doubt = " Remembered with doubt: ask the maker." if doubtful else ""
        if found == "compatible":
            return Verdict(
                "may be mixed",
                Level.GOOD if not doubtful else Level.WATCH,
                f"Thickeners bear each other; the maker's word first.{doubt}",
            )
        if found == "borderline":
            return Verdict(
                "borderline",
                Level.WATCH,
                f"Purge well and grease again sooner; better cleaned out.{doubt}",
            )
        if found == "incompatible":
            return Verdict(
                "not mixed",
                Level.STOP,
                f"The mixture turns thin or hard: clean out first.{doubt}",
                code=ThickenerCode.NOT_MIXED,
            )
        return Verdict(
            "not known",
            Level.UNKNOWN,
            "Nothing is known of this pair: clean out first, or ask the maker.",
            code=ThickenerCode.NOT_KNOWN,
        )
