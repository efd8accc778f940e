"""What the ``entry`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model
from ..gear import Point


class ChipOut(Model):
    field: str
    label: str
    value: str
    typed: str = Field(description="The value as it would be typed again")


class RimOut(Model):
    teeth: int
    tip_radius_mm: float
    tooth: list[Point]
    read: bool


class FigureOut(Model):
    """A piece as drawn in the row; lengths mm, zero where not known."""

    shape: str
    length: float
    diameter: float
    bore: float
    thickness: float
    head: str
    head_width: float
    head_height: float
    drive: str
    rims: list[RimOut]


class PieceFacts(Model):
    """What a line says of its piece."""

    kind: str
    count: int
    owed: int = Field(description="How many must be accounted for: none of what stayed shut")
    name: str
    fastener: str = Field(description="Its fastener alone, to be said again of the next")
    thread: str
    size: str
    group: str = Field(description="The sub-assembly it is part of")
    facing: str
    caution: str
    order_words: str = Field(description="What the same again is asked for by, besides its name")
    teeth: list[int]
    module: str = Field(description="What its teeth were said to be of: 32 DP; empty if not said")
    form: str = Field(description="What to read it as: gear, ring, worm …; empty if it has no teeth")
    chips: list[ChipOut]
    look: int = Field(description="When it is looked over: what carries the load first")
    together: bool = Field(description="Whether it is looked over with its like, in one move")
    minds: list[str] = Field(description="What to mind as it comes off")
    side: str = Field(description="The side of the unit it came off from, as said")
    unnamed: bool = Field(description="Whether a picture was taken and its name is still to come")


class PieceSaid(PieceFacts):
    """A piece of a line, with what is drawn of it."""

    renewed: bool = Field(description="Whether a new one goes in its place whatever is found")
    figure: FigureOut


class AnotherReading(Model):
    """Another piece the line could mean: taken by setting its kind."""

    kind: str
    label: str


class EntryOut(PieceSaid):
    """The line as it now stands and what was understood of it; the piece said first at the top."""

    line: str
    title: str
    pieces: list[PieceSaid] = Field(description="Every thing the line says, in order; mostly one")
    alternatives: list[AnotherReading] = Field(description="What else the first could be, nearest first")
