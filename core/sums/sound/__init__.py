"""The ``sound`` sum: what a recording of a turning unit tells."""

from .compute import hear_recording
from .request import SoundIn
from .response import SoundOut

__all__ = ["SoundIn", "SoundOut", "hear_recording"]
