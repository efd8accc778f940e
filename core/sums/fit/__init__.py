"""The ``fit`` sum: does this gear fit in place of that one."""

from .compute import fit_out, fit_part
from .request import FitIn, PartIn
from .response import FitOut

__all__ = ["FitIn", "FitOut", "PartIn", "fit_out", "fit_part"]
