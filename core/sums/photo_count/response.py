"""What the ``photo-count`` sum answers."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model

Point = Annotated[list[float], Field(min_length=2, max_length=2)]


class PhotoCountOut(Model):
    """The count, or why it cannot be told. Points are shares of the picture's width and height."""

    teeth: int | None
    sure: float = Field(description="How likely the count is right, 0 to 1")
    missing: int = Field(description="Teeth that are broken off, counted among the teeth")
    tip_diameter_mm: float | None
    error_mm: float | None = Field(description="Standard error of the diameter")
    says: str
    refused: str = Field(description="Why it cannot be told; empty where it is")
    hint: str
    at: list[Point] = Field(description="Where each tooth stands")
    broken: list[int] = Field(description="Which of them are broken off, by their place in `at`")
    rim: list[Point] = Field(description="The circle of the tips as it is seen")
