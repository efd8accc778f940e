"""The ``fitting`` sum: shims, disc springs, friction stacks, press fits, pre-turns, tightening orders."""

from .given import FittingIn
from .run import choices, fit_together
from .told import ChoicesOut, FittingOut

__all__ = ["ChoicesOut", "FittingIn", "FittingOut", "choices", "fit_together"]
