"""How many generated cases a property is tried on: a fixed few in each run, many behind ``--long``."""

from __future__ import annotations

import os
from collections.abc import Callable
from typing import Any

from hypothesis import HealthCheck, settings

LONG = bool(os.environ.get("DENTADO_LONG"))
"""Set by ``./dentado test --long``."""
LEAST = 10


def examples(many: int) -> Callable[[Any], Any]:
    """As a decorator: `many` drawn at random when long, a quarter of them and the same each time when not."""
    few = min(many, max(LEAST, many // 4))
    return settings(
        max_examples=many if LONG else few,
        derandomize=not LONG,
        deadline=None,
        suppress_health_check=list(HealthCheck),
    )


def of(many: int) -> int:
    """How many of `many` seeded cases are tried: a third of them when not long."""
    return many if LONG else max(1, many // 3)
