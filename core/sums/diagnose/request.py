"""What the ``diagnose`` sum is asked."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from gearing.train.line import LONGEST_LINE

from ..base import Model

Pick = Annotated[str, Field(max_length=80)]


Line = Annotated[str, Field(max_length=LONGEST_LINE)]


class Counted(Model):
    """Clicks counted by ear; with the train's line they point to a wheel."""

    clicks: Annotated[float, Field(ge=0, le=100_000)]
    turns: Annotated[float, Field(ge=1e-3, le=1000)]
    shaft: Annotated[str, Field(max_length=20)] = Field(
        default="", description="The one turned; the output if empty"
    )
    line: Line = ""


class Played(Model):
    """Slop at a radius; with the train's line what the teeth give is known, a module said for all of them."""

    play_mm: Annotated[float, Field(ge=1e-3, le=1000)]
    radius_mm: Annotated[float, Field(ge=0.5, le=1000)] = 20.0
    module_mm: Annotated[float, Field(ge=0.05, le=20)] = 0.5
    line: Line = ""


Said = Annotated[str, Field(max_length=80)] | float | Counted | Played


class CheckMade(Model):
    """A check that was made: its answer by key, in its words, as the figure read, counted or measured."""

    check: Annotated[str, Field(max_length=40)]
    answer: Said


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
