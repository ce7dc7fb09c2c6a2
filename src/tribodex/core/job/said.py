"""How a tick or an answer was given, in the fields of a command that says it again."""

from __future__ import annotations


def ticked(said: bool) -> str:
    """A box: “yes” where it was ticked.

    >>> ticked(True), ticked(False)
    ('yes', '')
    """
    return "yes" if said else ""


def answered(said: bool | None) -> str:
    """A question of yes or no; empty where nobody answered it.

    >>> answered(True), answered(False), answered(None)
    ('yes', 'no', '')
    """
    return "" if said is None else "yes" if said else "no"
