"""The ``fitting`` sum: shims, disc springs, friction stacks, press fits, pre-turns, tightening orders."""

from .compute import choices, fit_together
from .request import FittingIn
from .response import ChoicesOut, FittingOut

__all__ = ["ChoicesOut", "FittingIn", "FittingOut", "choices", "fit_together"]
