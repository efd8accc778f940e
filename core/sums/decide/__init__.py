"""The ``decide`` sum: mend, part, pair, set, donor or unit, weighed and with its reasons."""

from .compute import decide_unit
from .request import DecideIn
from .response import DecideOut

__all__ = ["DecideIn", "DecideOut", "decide_unit"]
