"""How plain data and what it stands for become each other: worked out when it is first needed, then
kept.
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property
from typing import Any, Generic, Literal, TypeVar

from pydantic import TypeAdapter

T = TypeVar("T")


class Shape(Generic[T]):
    """A type adapter that is made at its first use: a start that needs three of a hundred waits for
    three.

    >>> Shape(tuple[int, ...]).dump_json((1, 2))
    b'[1,2]'
    """

    def __init__(self, kind: type[T]) -> None:
        self._kind = kind

    @cached_property
    def adapter(self) -> TypeAdapter[T]:
        """The adapter itself."""
        return TypeAdapter(self._kind)

    def validate_python(self, value: Any, *, context: Mapping[str, Any] | None = None) -> T:
        """What plain data stands for. Raises pydantic.ValidationError."""
        return self.adapter.validate_python(
            value, context=dict(context) if context is not None else None
        )

    def validate_json(self, text: str | bytes) -> T:
        """What a JSON text stands for. Raises pydantic.ValidationError."""
        return self.adapter.validate_json(text)

    def dump_python(self, value: T, *, mode: Literal["python", "json"] = "python") -> Any:
        """As plain data."""
        return self.adapter.dump_python(value, mode=mode)

    def dump_json(self, value: T) -> bytes:
        """As a JSON text."""
        return self.adapter.dump_json(value)
