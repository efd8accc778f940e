"""What the ``sheet`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model

MOST_LINES = 600
SheetEntry = Annotated[str, Field(max_length=2000)]


class SheetIn(Model):
    """The strip, line by line, in the order it came off."""

    lines: Annotated[list[SheetEntry], Field(min_length=1, max_length=MOST_LINES)]
