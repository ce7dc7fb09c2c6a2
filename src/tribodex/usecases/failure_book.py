"""What is known of failure marks, as it is read on a page: it stays the same from tap to tap, so it
has an address of its own.
"""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.failure.marks import (
    Cause,
    Consequence,
    DamageClass,
    MarkQuestion,
    PartRule,
    RemovalMarks,
)
from tribodex.usecases.books import Reference


@dataclass(frozen=True)
class FailureBook:
    """Questions in the order of a look, causes with every weight, marks of the removal, classes of
    ISO 15243, and when a part may go back.
    """

    questions: tuple[MarkQuestion, ...]
    causes: tuple[Cause, ...]
    removal: RemovalMarks
    classes: tuple[DamageClass, ...]
    consequences: tuple[Consequence, ...]
    nothing_wrong: tuple[str, ...]
    parts: tuple[PartRule, ...]


def failure_book(reference: Reference) -> FailureBook:
    """The whole book."""
    marks = reference.failure_marks
    return FailureBook(
        marks.questions,
        marks.causes,
        marks.removal,
        marks.classes,
        marks.consequences,
        marks.nothing_wrong,
        marks.parts,
    )
