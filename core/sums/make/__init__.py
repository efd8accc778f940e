"""The ``make`` sum: a gear as a file that a machine takes."""

from .compute import make_gear, shown
from .request import BoreIn, MakeIn, ProcessIn, bored
from .response import MakeOut, PartLine

__all__ = ["BoreIn", "MakeIn", "MakeOut", "PartLine", "ProcessIn", "bored", "make_gear", "shown"]
