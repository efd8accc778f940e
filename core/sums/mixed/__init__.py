"""The ``mixed`` sum: two gears of different sizes, or one worn, tried together."""

from .compute import mix_pair
from .request import MixedIn
from .response import MixedOut

__all__ = ["MixedIn", "MixedOut", "mix_pair"]
