"""By which words a job is found: its beginnings of words, and any part of a number."""

from __future__ import annotations

import re
import unicodedata

from tribodex.usecases.ports import JobSummary

# Longer words are found by their first letters; more of them nobody types into a title.
LONGEST, MOST = 24, 150
# A part of a number in front of whole words; a job's own number, found as a whole only.
PART, NUMBER = "\x1f", "\x1e"
_PIECE = re.compile(r"[^\W_]+")


def plain(text: str) -> str:
    """Letters as they are compared: one form, small.

    >>> plain("Ölmühle KC3")
    'ölmühle kc3'
    """
    return unicodedata.normalize("NFC", text).casefold()


def found_by(summary: JobSummary) -> frozenset[str]:
    """What a job is listed under. A word with a figure in it is also listed from each of its later
    letters on, down to two.

    >>> said = ("Kiln", "Conveyor 2", "Drive", "22218 K C3")
    >>> job = JobSummary("a", 7, *said, "", 0, 0, "open", 1, "", None)
    >>> sorted(word.replace(PART, "…") for word in found_by(job) if word[0] != NUMBER)
    ['2', '22218', 'c3', 'conveyor', 'drive', 'k', 'kiln', '…18', '…218', '…2218']
    """
    found = {f"{NUMBER}{summary.number}"}
    for text in (summary.bearing, summary.position, summary.machine, summary.title):
        for word in plain(text).split():
            for piece in {word, *_PIECE.findall(word)}:
                found.add(piece[:LONGEST])
                if any(letter.isdigit() for letter in piece):
                    found |= {PART + piece[at : at + LONGEST] for at in range(1, len(piece) - 1)}
        if len(found) > MOST:
            break
    return frozenset(sorted(found, key=lambda word: (word[0] == PART, len(word)))[:MOST])


def asked_as(word: str) -> tuple[list[str], list[str]]:
    """A word that is searched for: what a listed one may begin with, and what it may be as a whole.

    >>> (
    ...     asked_as("C3") == (["c3", PART + "c3"], []),
    ...     asked_as("3") == (["3"], [NUMBER + "3"]),
    ...     asked_as("dri"),
    ... )
    (True, True, (['dri'], []))
    """
    word = plain(word)[:LONGEST]
    figures = any(letter.isdigit() for letter in word)
    begins = [word, *([PART + word] if figures and len(word) > 1 else [])]
    return begins, [f"{NUMBER}{int(word)}"] if word.isascii() and word.isdigit() else []
