"""What the ``entry`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model

Line = Annotated[str, Field(max_length=20_000)]
"""Long lines are let in so that the core can answer them in words."""


class Correction(Model):
    """One chip set right; an empty value takes it away."""

    field: Annotated[str, Field(max_length=20)]
    value: Annotated[str, Field(max_length=200)]
    piece: Annotated[int, Field(ge=0, le=99)] = Field(
        default=0, description="Which of the line's pieces, from 0"
    )


class EntryIn(Model):
    line: Line
    correction: Correction | None = None
