"""Two gears in mesh: geometry at any distance, verdict, warmth, paper, and what stands askew."""

from .at_distance import Engagement, closest_distance, mesh, mesh_at, zero_backlash_distance
from .pair import Pair, beyond

__all__ = ["Engagement", "Pair", "beyond", "closest_distance", "mesh", "mesh_at", "zero_backlash_distance"]
