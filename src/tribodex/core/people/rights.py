"""What a person may do, at each site by itself."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from types import MappingProxyType

from tribodex.core.errors import InvalidInput


class Right(StrEnum):
    """One thing that somebody may do at a site."""

    READ = "read"
    WORK = "work"
    SIGN = "sign"
    COUNTER_SIGN = "counter_sign"
    PLAN = "plan"
    CRIB = "crib"
    PLANT = "plant"
    ADMINISTER = "administer"

    @property
    def words(self) -> str:
        """As it is said."""
        return _WORDS[self]


_WORDS = {
    Right.READ: "read",
    Right.WORK: "work at the bench",
    Right.SIGN: "sign and decide by name",
    Right.COUNTER_SIGN: "counter-sign",
    Right.PLAN: "plan and open jobs",
    Right.CRIB: "keep the tool crib",
    Right.PLANT: "keep the plant",
    Right.ADMINISTER: "administer people",
}

_FITTER = (Right.READ, Right.WORK, Right.SIGN, Right.PLAN)
_SUPERVISOR = (*_FITTER, Right.COUNTER_SIGN, Right.CRIB, Right.PLANT)
# Bundles to begin with; every right can be given or taken by itself. Common practice, no source.
ROLES: Mapping[str, tuple[Right, ...]] = MappingProxyType(
    {
        "reader": (Right.READ,),
        "apprentice": (Right.READ, Right.WORK, Right.SIGN),
        "fitter": _FITTER,
        "supervisor": _SUPERVISOR,
        "administrator": tuple(Right),
    }
)


def of_role(role: str) -> tuple[Right, ...]:
    """The rights of a bundle. Raises InvalidInput for a name that is none.

    >>> [right.value for right in of_role("reader")]
    ['read']
    """
    if role not in ROLES:
        raise InvalidInput.at("role", f"There is no role “{role}”.", ", ".join(ROLES))
    return ROLES[role]


@dataclass(frozen=True)
class Rights:
    """Rights by site. Whoever may do anything at a site may read there.

    >>> rights = Rights.of({"main": ["work"]})
    >>> rights.may(Right.READ, "main"), rights.may(Right.WORK, "mill"), rights.sites
    (True, False, ('main',))
    """

    by_site: Mapping[str, frozenset[Right]] = field(default_factory=dict)

    @classmethod
    def of(cls, said: Mapping[str, Iterable[str]]) -> Rights:
        """From words; sites without any right are left out. Raises InvalidInput for a word that is
        no right.
        """
        found: dict[str, frozenset[Right]] = {}
        for site, words in said.items():
            here = set()
            for word in words:
                if word not in list(Right):
                    raise InvalidInput.at(
                        f"rights.{site}", f"“{word}” is no right.", ", ".join(Right)
                    )
                here.add(Right(word))
            if here:
                found[site] = frozenset(here | {Right.READ})
        return cls(found)

    def may(self, right: Right, site: str) -> bool:
        """Whether this may be done there."""
        return right in self.by_site.get(site, frozenset())

    def sites_with(self, right: Right) -> tuple[str, ...]:
        """Every site where this may be done."""
        return tuple(sorted(site for site, here in self.by_site.items() if right in here))

    @property
    def sites(self) -> tuple[str, ...]:
        """Every site that may be read."""
        return self.sites_with(Right.READ)

    def said(self) -> dict[str, list[str]]:
        """In words, in the order of the rights."""
        return {
            site: [right.value for right in Right if right in here]
            for site, here in sorted(self.by_site.items())
        }
