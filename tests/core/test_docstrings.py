"""Every public formula says what it is: symbols, validity, errors, source, an example that runs."""

from __future__ import annotations

import importlib
import inspect
import pkgutil
from collections.abc import Callable, Iterator

import pytest

from tribodex import core
from tribodex.core import fits, lineup, mounting

PARTS = ("Symbols:", "Valid:", "Raises:", "Source:", ">>> ")


def formulas() -> Iterator[tuple[str, Callable[..., object]]]:
    """Every public function of every package of formulas."""
    for package in (mounting, fits, lineup):
        for module_info in pkgutil.iter_modules(package.__path__):
            module = importlib.import_module(f"{package.__name__}.{module_info.name}")
            for name, function in inspect.getmembers(module, inspect.isfunction):
                if (
                    not name.startswith("_")
                    and function.__module__ == module.__name__
                    and name != "ratio_line"
                ):
                    yield f"{module_info.name}.{name}", function


@pytest.mark.parametrize(
    ("name", "function"), list(formulas()), ids=[name for name, _ in formulas()]
)
def test_a_formula_tells_everything(name: str, function: Callable[..., object]) -> None:
    text = inspect.getdoc(function) or ""
    missing = [part for part in PARTS if part not in text]
    assert not missing, f"{name} lacks {missing}"


def test_every_public_name_of_the_core_has_a_docstring() -> None:
    without = []
    for module_info in pkgutil.walk_packages(core.__path__, f"{core.__name__}."):
        module = importlib.import_module(module_info.name)
        assert module.__doc__, module_info.name
        for name, thing in inspect.getmembers(module):
            mine = getattr(thing, "__module__", None) == module.__name__
            if (
                mine
                and not name.startswith("_")
                and (inspect.isclass(thing) or inspect.isfunction(thing))
                and not inspect.getdoc(thing)
            ):
                without.append(f"{module.__name__}.{name}")
    assert not without
