"""People who work here: what each may do at a site, what proves who somebody is."""

from __future__ import annotations

from tribodex.core.people.proof import check_password, check_pin
from tribodex.core.people.rights import ROLES, Right, Rights, of_role
from tribodex.core.people.words import DECIDES, TOLD, Word, words_in

__all__ = [
    "DECIDES",
    "ROLES",
    "TOLD",
    "Right",
    "Rights",
    "Word",
    "check_password",
    "check_pin",
    "of_role",
    "words_in",
]
