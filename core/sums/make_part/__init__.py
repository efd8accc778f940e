"""The ``make-part`` sum: a worm, wheel, bevel, pulley or sprocket as a file that a machine takes."""

from .compute import make_part
from .request import MakePartIn
from .response import MakePartOut

__all__ = ["MakePartIn", "MakePartOut", "make_part"]
