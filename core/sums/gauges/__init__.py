"""The gauges as the screen draws them."""

from .compute import all_gauges
from .response import GaugesOut

__all__ = ["GaugesOut", "all_gauges"]
