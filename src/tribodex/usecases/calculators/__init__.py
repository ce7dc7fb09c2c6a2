"""Every calculator by name: the same for the web address, the terminal and the tests.

A calculator takes named numbers with their unit in the name and answers value, uncertainty, verdict
and working.
"""

from dataclasses import replace

from tribodex.core.errors import InvalidInput, NotFound
from tribodex.usecases.books import Reference
from tribodex.usecases.calculators import (
    bolting,
    driving,
    gauging,
    greasing,
    reading,
    removing,
    running_in,
    sealing,
    shafting,
    shouldering,
)
from tribodex.usecases.calculators.base import Answer, Calculator, Inputs

__all__ = ["CALCULATORS", "Answer", "Calculator", "Inputs", "calculate", "find"]

_MODULES = (
    gauging,
    driving,
    reading,
    removing,
    shouldering,
    shafting,
    sealing,
    greasing,
    bolting,
    running_in,
)
CALCULATORS: dict[str, Calculator] = {
    calculator.name: calculator for module in _MODULES for calculator in module.CALCULATORS
}


def calculate(reference: Reference, name: str, inputs: Inputs) -> Answer:
    """Run a calculator. Raises InvalidInput, naming the calculator's own inputs, for values out of
    range, NotFound for a name unknown.
    """
    calculator = find(name)
    try:
        return calculator.run(reference, inputs)
    except InvalidInput as error:
        fields = [replace(field, name=calculator.own_name(field.name)) for field in error.fields]
        raise type(error)(error.detail, *fields) from error


def find(name: str) -> Calculator:
    """A calculator by its name. Raises NotFound, listing the names that exist."""
    if name not in CALCULATORS:
        raise NotFound(f"There is no calculator “{name}”. There are: {', '.join(CALCULATORS)}.")
    return CALCULATORS[name]
