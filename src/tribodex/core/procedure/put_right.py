"""Sentences of published procedures that could hurt somebody, and what is shown in their place.

A published version is never edited, and a job keeps the one it was opened with. What was harmful in
it is not shown again all the same.
"""

from __future__ import annotations

_RELEASE = (
    "the whole nut on its thread as the stop; drive against the nut's face through a tube or soft"
    " drift, never on rings; nobody in line with the shaft."
)
PUT_RIGHT = {
    (
        "Straighten the tab; back the nut off to a gap of 2 to 4 mm, its whole height on the"
        " thread as a stop."
    ): (
        "Straighten the tab; back the nut that is the stop off to the gap that is worked out here,"
        " the whole nut on its thread."
    ),
    (
        "Blow on the sleeve's thread end or the nut's face through a soft block; on large bores"
        " oil or a hydraulic nut."
    ): (
        "Adapter sleeve: drive against the nut's face through a tube or soft drift, towards the"
        " sleeve's wide end. Withdrawal sleeve: run its own nut up. Tapered shaft: oil or a puller."
        " No blow on the last two."
    ),
    (
        "Too far cannot be undone by loosening: release. Back the nut off to a gap of 2 to 4 mm,"
        " its whole height on the thread as a stop; blow on the sleeve's thread end or the nut's"
        " face, never on rings; nobody in line with the shaft."
    ): (
        "Too far cannot be undone by loosening: release. Back the nut off to the gap that is"
        f" worked out, {_RELEASE}"
    ),
    (
        "Too far cannot be undone by loosening: run the withdrawal nut against its abutment until"
        " the sleeve comes free, nut on its full thread; nobody in line with the shaft."
    ): (
        "Too far cannot be undone by loosening: ease the mounting nut and leave it on as the stop,"
        " then run the withdrawal nut up against the inner ring until the sleeve comes free; nobody"
        " in line with the shaft."
    ),
}


def shown(text: str) -> str:
    """The sentence as it is shown today.

    >>> shown("Tighten to meet, never loosen.")
    'Tighten to meet, never loosen.'
    """
    return PUT_RIGHT.get(text, text)
