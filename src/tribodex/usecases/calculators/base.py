"""What every calculator is made of: named inputs with their unit in the name, an answer with its
working.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, field_validator, model_validator
from pydantic_core import PydanticCustomError

from tribodex.core.components.bearing import Bearing, Group, Taper, check_dimensions
from tribodex.core.components.lock_nut import LockNut
from tribodex.core.errors import InvalidInput
from tribodex.core.mounting.compare import Comparison
from tribodex.core.mounting.locking import TabPosition
from tribodex.core.working import Result, Verdict
from tribodex.usecases.books import Reference

Mm = Annotated[float, Field(gt=0, le=3000)]
Um = Annotated[float, Field(ge=0, le=5000)]
Deg = Annotated[float, Field(ge=0, le=3600)]
# Nothing that is read at a bearing is nearer nought, in any of the units here.
LEAST = 1e-9
Pitch = Annotated[float, Field(gt=0, le=10)]


@dataclass(frozen=True)
class Answer:
    """What a calculator says. The first result is the main one; `tab_positions` only for tab
    positions.
    """

    calculator: str
    results: tuple[Result, ...]
    verdict: Verdict | None = None
    tab_positions: tuple[TabPosition, ...] = ()
    findings: tuple[str, ...] = ()
    comparison: Comparison | None = None


class Inputs(BaseModel):
    """Inputs of a calculator: no unknown names."""

    model_config = ConfigDict(extra="forbid")

    @model_validator(mode="before")
    @classmethod
    def _yes_and_no_are_no_numbers(cls, given: Any) -> Any:
        """“true” would otherwise be read as one, alone and in a list."""
        if isinstance(given, dict):
            asked = {name: field.annotation for name, field in cls.model_fields.items()}
            given = {
                name: value if asked.get(name) in (bool, bool | None) else _as_text(value)
                for name, value in given.items()
            }
        return given

    @field_validator("*", mode="after")
    @classmethod
    def _numbers_that_somebody_could_mean(cls, value: Any) -> Any:
        if _too_small(value):
            raise PydanticCustomError("too_small_to_mean", "So small a number is meant by nobody")
        return value


def _too_small(value: Any) -> bool:
    """A number so near nought that dividing by it says nothing; alone or in a list."""
    if isinstance(value, list | tuple):
        return any(_too_small(one) for one in value)
    return isinstance(value, float) and 0 < abs(value) < LEAST


def _as_text(value: Any) -> Any:
    """Yes and no as texts, wherever they stand in it: a text is refused, and named, where a number
    is wanted.
    """
    if isinstance(value, bool):
        return str(value).lower()
    if isinstance(value, list):
        return [_as_text(one) for one in value]
    return value


class BearingInputs(Inputs):
    """A tapered-bore spherical roller bearing by its dimensions."""

    bore_mm: Mm
    outside_mm: Mm
    width_mm: Mm
    group: Group = Field(description="clearance group as marked on the ring")
    taper: Taper = Field(description="1:12 (K) or 1:30 (K30)")

    def bearing(self) -> Bearing:
        """The bearing. Raises InvalidInput for impossible dimensions."""
        check_dimensions(self.bore_mm, self.outside_mm, self.width_mm)
        return Bearing(self.bore_mm, self.outside_mm, self.width_mm, self.taper, self.group)


@dataclass(frozen=True)
class Calculator:
    """A named calculator. `core_names`: what the core calls an input, where that is not the input's
    name without its unit.
    """

    name: str
    title: str
    inputs: type[Inputs]
    run: Callable[[Reference, Any], Answer]
    core_names: Mapping[str, str] = field(default_factory=dict)

    def own_name(self, core_name: str) -> str:
        """The input that the core means in an error."""
        if core_name in self.core_names:
            return self.core_names[core_name]
        return next(
            (name for name in self.inputs.model_fields if name.rpartition("_")[0] == core_name),
            core_name,
        )


def ordered(low: float, high: float, field: str) -> None:
    """Raise InvalidInput where the greater end is below the lesser."""
    if low > high:
        raise InvalidInput.at(
            field, f"The greater end ({high:g}) is below the lesser ({low:g}).", f"{low:g} or more"
        )


TRAPEZOIDAL_ABOVE_MM = 200.0


def nut_of(
    thread_mm: float,
    pitch_mm: float,
    outside_mm: float | None,
    slots: int | None = None,
    tabs: int | None = None,
) -> LockNut:
    """A nut from what a calculator was given; above 200 mm lock nuts have a trapezoidal thread (ISO
    2982-2, from memory).
    """
    return LockNut(
        thread_mm=thread_mm,
        pitch_mm=pitch_mm,
        outside_mm=outside_mm,
        slots=slots,
        tabs=tabs,
        slot_width_mm=None,
        trapezoidal=thread_mm > TRAPEZOIDAL_ABOVE_MM,
    )


def of_bore(bore_mm: float, group: Group) -> Bearing:
    """A bearing where only its bore and group matter (limits and cards)."""
    return Bearing(bore_mm, bore_mm * 1.7, bore_mm * 0.4, Taper.ONE_IN_12, group)
