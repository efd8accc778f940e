"""What the ``proof`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from gearing.train.line import LONGEST_LINE

from ..base import Model

MOST_STEPS = 600
MOST_SAID = 40_000
"""Characters of all lines and findings together: each is heard word by word, at some 30 µs a character."""
RowLine = Annotated[str, Field(max_length=2000)]
StepNumber = Annotated[int, Field(ge=1, le=MOST_STEPS)]
Picked = Annotated[str, Field(max_length=80)]


class StepFinding(Model):
    """What was found of a step's first piece, in words."""

    step: StepNumber
    what: Annotated[str, Field(max_length=400)]


class ProofIn(Model):
    """What was said, what came off, what was found, renewed and put in instead, and why it failed."""

    kind: Annotated[str, Field(max_length=60)] = Field(
        default="other", description="Kind of unit, by its key or its name"
    )
    words: Annotated[str, Field(max_length=20_000)] = ""
    symptoms: Annotated[list[Picked], Field(max_length=40)] = Field(default_factory=list)
    conditions: Annotated[list[Picked], Field(max_length=40)] = Field(default_factory=list)
    lines: Annotated[list[RowLine], Field(max_length=MOST_STEPS)] = Field(
        default_factory=list, description="The strip, line by line"
    )
    findings: Annotated[list[StepFinding], Field(max_length=MOST_STEPS)] = Field(default_factory=list)
    replaced: Annotated[list[StepNumber], Field(max_length=MOST_STEPS)] = Field(
        default_factory=list, description="Steps whose pieces are new"
    )
    instead: Annotated[dict[StepNumber, RowLine], Field(max_length=MOST_STEPS)] = Field(
        default_factory=dict, description="Steps for whose first piece another one went in"
    )
    cause: Annotated[str, Field(max_length=400)] = ""
    house: Annotated[dict[str, Annotated[str, Field(max_length=40)]], Field(max_length=40)] = Field(
        default_factory=dict, description="The schools followed, by the key of their question"
    )
    train: Annotated[str, Field(max_length=LONGEST_LINE)] = Field(
        default="", description="The train, where it is known better than from the row"
    )
    recorded: bool = False
    before: dict[Annotated[str, Field(max_length=40)], Annotated[float, Field(ge=-1e6, le=1e6)]] = Field(
        default_factory=dict,
        max_length=80,
        description="What checks of this unit read when it was last shown to be right, by key",
    )
