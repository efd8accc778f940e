"""Other gears for the same motor: which pinion and spur, and where to set them."""

from .holes import Plate, hole_chart
from .search import Drive, RegearChoice, RegearSearch, Stocked, Target, regear

__all__ = ["Drive", "Plate", "RegearChoice", "RegearSearch", "Stocked", "Target", "hole_chart", "regear"]
