"""A model that many operations name describes itself once: the description is made when the server
starts, and somebody waits for that.
"""

from __future__ import annotations

from copy import deepcopy
from typing import Any

_TOLD: dict[object, dict[str, Any]] = {}


class ToldOnce:
    """Before BaseModel or RootModel in the bases of a model that stands in the answers of many
    operations.
    """

    @classmethod
    def model_json_schema(cls, *args: Any, **options: Any) -> dict[str, Any]:
        """Its own copy every time: who asks may change it."""
        asked = (cls, args, tuple(sorted(options.items())))
        if asked not in _TOLD:
            _TOLD[asked] = super().model_json_schema(*args, **options)  # type: ignore[misc]
        return deepcopy(_TOLD[asked])
