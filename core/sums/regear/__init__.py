"""The ``regear`` sum: other gears for the same motor; and the ``holes`` sum, a plate's chart."""

from .given import RegearIn
from .holes import HolesIn, HolesOut, chart_holes
from .run import regear_drive
from .told import RegearOut

__all__ = ["HolesIn", "HolesOut", "RegearIn", "RegearOut", "chart_holes", "regear_drive"]
