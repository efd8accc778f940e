"""Two gears in mesh: geometry at any distance, verdict, warmth, paper, and what stands askew."""

from .pair import Pair, beyond
from .state import Mesh, closest_distance, mesh, zero_backlash_distance

__all__ = ["Mesh", "Pair", "beyond", "closest_distance", "mesh", "zero_backlash_distance"]
