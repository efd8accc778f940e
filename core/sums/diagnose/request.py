"""What the ``diagnose`` sum is asked."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..base import Model

Pick = Annotated[str, Field(max_length=80)]


class CheckMade(Model):
    """A check that was made: its answer by key, in its words, or as the figure read."""

    check: Annotated[str, Field(max_length=40)]
    answer: Annotated[str, Field(max_length=80)] | float


class DiagnoseIn(Model):
    """What is known of a unit: the complaint, what was picked, how far it was used, what was tried."""

    kind: Annotated[str, Field(max_length=60)] = Field(
        default="other", description="Kind of unit, by its key or its name"
    )
    words: Annotated[str, Field(max_length=200_000)] = ""
    symptoms: Annotated[list[Pick], Field(max_length=40)] = Field(default_factory=list)
    conditions: Annotated[list[Pick], Field(max_length=40)] = Field(default_factory=list)
    use: Annotated[str, Field(max_length=200)] = ""
    checks: Annotated[list[CheckMade], Field(max_length=60)] = Field(default_factory=list)
    stage: Literal["closed", "opened", "stripped"] = Field(
        default="closed", description="How far the unit is, for what can be tried now"
    )
