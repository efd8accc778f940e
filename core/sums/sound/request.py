"""What the ``sound`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model
from ..train import TrainIn

LARGEST_MB = 24
Wav = Annotated[str, Field(max_length=LARGEST_MB * 1024 * 1024 * 4 // 3 + 8)]


class SoundIn(Model):
    """A recording, how it was turned, and the train it is of."""

    wav: Wav = Field(description="A WAV file, base64")
    before: Wav = Field(default="", description="One made before the repair, under the same conditions")
    turns: Annotated[float, Field(gt=0, le=10_000)] | None = Field(
        default=None, description="Whole turns of the shaft made from start to end, by hand"
    )
    shaft: Annotated[str, Field(max_length=20)] = Field(
        default="", description="The shaft turned; empty for the first driven"
    )
    line: Annotated[str, Field(max_length=2000)] = Field(default="", description="The train, as a strip line")
    rpm: Annotated[float, Field(gt=0, le=1_000_000)] | None = Field(
        default=None, description="Speed of that shaft where it ran by itself"
    )

    def train(self) -> TrainIn:
        return TrainIn(line=self.line)
