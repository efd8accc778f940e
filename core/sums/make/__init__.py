"""The ``make`` sum: a gear as a file that a machine takes."""

from .compute import make_gear
from .request import BoreIn, MakeIn, ProcessIn, bored
from .response import MakeOut

__all__ = ["BoreIn", "MakeIn", "MakeOut", "ProcessIn", "bored", "make_gear"]
