"""The ``pair`` sum: two gears in mesh, with their outlines set tooth in space."""

from .compute import mesh_pair
from .request import PairIn
from .response import PairOut

__all__ = ["PairIn", "PairOut", "mesh_pair"]
