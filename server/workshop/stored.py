"""JSON in the record that outlives the code that wrote it.

Each value is kept with the version of its shape, ``{"v": 2, "is": …}``, and is
brought up to today's as it is read, by small pure functions. What was kept
before there were versions is the first.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.db import models

Upgrade = Callable[[Any], Any]


@dataclass(frozen=True, slots=True)
class Shape:
    """A shape that stored values have, and how each earlier one becomes the next.

    Attributes
    ----------
    name : str
        What it is of, as ``piece.entry``.
    upgrades : tuple of callable
        From the first version to the second, and so on. They never fail on what was
        really kept, and leave alone what they do not know.
    """

    name: str
    upgrades: tuple[Upgrade, ...] = ()

    @property
    def version(self) -> int:
        return len(self.upgrades) + 1

    def read(self, kept: Any) -> Any:
        """A value as today's code knows it."""
        version, value = 1, kept
        if isinstance(kept, dict) and kept.keys() == {"v", "is"} and isinstance(kept["v"], int):
            version, value = kept["v"], kept["is"]
        for upgrade in self.upgrades[version - 1 :]:
            value = upgrade(value)
        return value

    def keep(self, value: Any) -> dict[str, Any]:
        """The value as it is stored."""
        return {"v": self.version, "is": value}


class StoredField(models.JSONField):
    """A JSON column of one shape. To migrations it is a plain JSON column: the shape is the code's affair."""

    def __init__(self, *args: Any, shape: Shape | None = None, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.shape = shape or Shape("plain")

    def deconstruct(self) -> Any:
        name, _, args, kwargs = super().deconstruct()
        return name, "django.db.models.JSONField", args, kwargs

    def from_db_value(self, value: Any, expression: Any, connection: Any) -> Any:
        kept = super().from_db_value(value, expression, connection)
        return None if kept is None else self.shape.read(kept)

    def get_db_prep_value(self, value: Any, connection: Any, prepared: bool = False) -> Any:
        kept = None if value is None else self.shape.keep(value)
        return super().get_db_prep_value(kept, connection, prepared)
