"""What the ``fit`` sum answers."""

from __future__ import annotations

from ..base import Model


class FieldFitOut(Model):
    field: str
    verdict: str
    says: str


class FitOut(Model):
    """``fits``, ``change``, ``not``, or ``unknown`` while something is to be measured."""

    verdict: str
    says: str
    fields: list[FieldFitOut]
