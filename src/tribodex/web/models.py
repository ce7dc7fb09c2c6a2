"""What the models of the API have in common: they are worked out when they are first needed, not
when a server starts.
"""

from __future__ import annotations

from typing import Generic, TypeVar

from pydantic import BaseModel, ConfigDict, RootModel

T = TypeVar("T")


class Model(BaseModel):
    """What is sent to the API, or comes from it, by its fields."""

    model_config = ConfigDict(defer_build=True)


class Whole(RootModel[T], Generic[T]):
    """What comes from the API as a whole."""

    model_config = ConfigDict(defer_build=True)
