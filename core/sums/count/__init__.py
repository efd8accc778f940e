"""The ``count`` sum: how many teeth, when some are missing or two counts differ."""

from .compute import count_teeth
from .request import CountIn
from .response import CountOut

__all__ = ["CountIn", "CountOut", "count_teeth"]
