"""Other gears for the same motor: which pinion and spur, and where to set them."""

from .holes import Plate, hole_chart
from .search import Choice, Drive, Found, Stocked, Target, regear

__all__ = ["Choice", "Drive", "Found", "Plate", "Stocked", "Target", "hole_chart", "regear"]
