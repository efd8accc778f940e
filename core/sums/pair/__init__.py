"""The ``pair`` sum: two gears in mesh, with their outlines set tooth in space."""

from .given import PairIn
from .run import mesh_pair
from .told import PairOut

__all__ = ["PairIn", "PairOut", "mesh_pair"]
