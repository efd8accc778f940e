"""Two gears in mesh: geometry at any distance, verdict, warmth, paper, and what stands askew."""

from .at_distance import Mesh, closest_distance, mesh, zero_backlash_distance
from .pair import Pair, beyond

__all__ = ["Mesh", "Pair", "beyond", "closest_distance", "mesh", "zero_backlash_distance"]
