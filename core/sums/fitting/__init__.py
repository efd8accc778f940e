"""The ``fitting`` sum: shims, disc springs, friction stacks, press fits, pre-turns, tightening orders."""

from .compute import fit_together
from .request import FittingIn
from .response import FittingOut

__all__ = ["FittingIn", "FittingOut", "fit_together"]
