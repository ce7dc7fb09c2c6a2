"""What is known of failure marks, as it is read on a page: it stays the same from tap to tap, so it has an address of its own."""

from __future__ import annotations

from dataclasses import dataclass

from tribodex.core.failure.marks import Cause, DamageClass, MarkQuestion, RemovalMarks
from tribodex.usecases.ports import Reference


@dataclass(frozen=True)
class FailureBook:
    """Questions in the order of a look, causes with every weight, marks of the removal, and the classes of ISO 15243."""

    questions: tuple[MarkQuestion, ...]
    causes: tuple[Cause, ...]
    removal: RemovalMarks
    classes: tuple[DamageClass, ...]


def failure_book(reference: Reference) -> FailureBook:
    """The whole book."""
    marks = reference.failure_marks
    return FailureBook(marks.questions, marks.causes, marks.removal, marks.classes)
