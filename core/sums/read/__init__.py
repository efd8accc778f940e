"""The ``read`` sum: which gear is this, how sure, and what to measure next."""

from .compute import read_gear
from .request import ReadIn, ReadingIn
from .response import CandidateOut, ReadOut

__all__ = ["CandidateOut", "ReadIn", "ReadOut", "ReadingIn", "read_gear"]
