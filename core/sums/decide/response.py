"""What the ``decide`` sum answers."""

from __future__ import annotations

from typing import Annotated

from pydantic import ConfigDict, Field

from ..base import Model


class OptionOut(Model):
    """One thing that can be done."""

    model_config = ConfigDict(serialize_by_alias=True, populate_by_name=True)

    key: str
    label: str
    parts: list[str]
    cost: Annotated[list[float], Field(min_length=2, max_length=2)] = Field(
        description="Least and most, of what is bought"
    )
    minutes: float
    days: float = Field(description="Until it is there")
    holds: float = Field(description="The chance that it holds")
    reasons: list[str]
    cautions: list[str]
    along: list[str] = Field(alias="with", description="What has to be got with it")
    expected: float = Field(description="Money and work, and the same again times the chance that it fails")


class DecideOut(Model):
    """What can be done, the best first, and the rule that decided."""

    options: list[OptionOut]
    says: str
    rule: str = Field(description="Why the first stands before the second")
