"""The shapes in which a visit's record is kept, and how earlier ones are read today."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from workshop.stored import Shape, Upgrade

from .first_shape import CHECKS, CONDITIONS, SYMPTOMS


def keys_for(sentences: Mapping[str, str]) -> Upgrade:
    """Sentences become keys; words that were never on a list stay words."""

    def upgrade(kept: Any) -> Any:
        return [sentences.get(sentence, sentence) for sentence in kept] if isinstance(kept, list) else kept

    return upgrade


def checks_of_a_change(kept: Any) -> Any:
    """A line of history that names checks names them by their keys."""
    if isinstance(kept, dict) and isinstance(kept.get("checks_done"), list):
        return {**kept, "checks_done": [CHECKS.get(check, check) for check in kept["checks_done"]]}
    return kept


HEARD = Shape("visit.symptoms", (keys_for(SYMPTOMS),))
HEARD_WHEN = Shape("visit.conditions", (keys_for(CONDITIONS),))
CHECKED = Shape("visit.checks_done", (keys_for(CHECKS),))
CHANGED = Shape("change", (checks_of_a_change,))
ENTRY = Shape("piece.entry")
FINDINGS = Shape("piece.findings")
READING = Shape("gear_reading.given")
CONCLUSION = Shape("gear_reading.chosen")
CALCULATION = Shape("kept_calculation.given")
MARKS = Shape("photo.marks")
DECISION = Shape("visit.decision")
HOLES = Shape("cover_map.holes")
