"""What the ``sheet`` sum answers."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model

Corners = Annotated[list[float], Field(min_length=4, max_length=4)]


class SheetPiece(Model):
    """A piece on the sheet: x, y, width and height of it and of its number, in the sheet's units."""

    step: int
    at: int = Field(description="Its place among the pieces of its step, from 0")
    number: str
    box: Corners
    number_box: Corners
    true: bool = Field(
        description="Whether it is to scale; else it was kept large or small enough to be seen"
    )


class SheetFrame(Model):
    """The frame of a sub-assembly, or of its part on one line."""

    name: str
    box: Corners


class SheetRow(Model):
    """A line of the parts table."""

    number: str
    count: int
    name: str
    size: str
    gear: str
    material: str
    lubricant: str
    lock: str
    place: str
    note: str


class SheetRing(Model):
    """Screws of one cover, in the order they are drawn down, round from any one of them."""

    number: str
    label: str
    turns: list[int]


class SheetOut(Model):
    """The exploded drawing, and what stands beside it."""

    svg: str
    width: float
    height: float
    scale: float = Field(description="Units to the mm")
    pieces: list[SheetPiece]
    frames: list[SheetFrame]
    table: list[SheetRow]
    tightening: list[SheetRing]
    tools: list[str]
