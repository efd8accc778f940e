"""The ``regear`` sum: other gears for the same motor; and the ``holes`` sum, a plate's chart."""

from .compute import regear_drive
from .holes import HolesIn, HolesOut, chart_holes
from .request import RegearIn
from .response import RegearOut

__all__ = ["HolesIn", "HolesOut", "RegearIn", "RegearOut", "chart_holes", "regear_drive"]
