"""Parts of the API whose description is made when somebody asks for it: a server starts without."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from flask_openapi3 import APIBlueprint
from flask_openapi3.utils import parse_parameters


class Blueprint(APIBlueprint):
    """What its views take is known at once; how they are described waits for describe()."""

    def __init__(self, *arguments: Any, **options: Any) -> None:
        self._undescribed: list[tuple[str, Callable[..., Any], dict[str, Any]]] = []
        super().__init__(*arguments, **options)

    def _collect_openapi_info(self, rule: str, func: Callable[..., Any], **said: Any) -> Any:
        self._undescribed.append((rule, func, said))
        return parse_parameters(func, doc_ui=False)

    def describe(self) -> None:
        """Describe what was not described yet."""
        undescribed, self._undescribed = self._undescribed, []
        for rule, func, said in undescribed:
            super()._collect_openapi_info(rule, func, **said)
