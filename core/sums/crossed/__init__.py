"""The ``crossed`` sum: worm and wheel, or a bevel pair, by their simple theory."""

from .compute import cross_pair
from .request import CrossedIn
from .response import CrossedOut

__all__ = ["CrossedIn", "CrossedOut", "cross_pair"]
