"""The ``gear`` sum: all that is measured on one gear."""

from .compute import draw, hold_out, measure_gear
from .request import GearIn, Teeth
from .response import Drawing, GearOut, HoldOut, Point

__all__ = ["Drawing", "GearIn", "GearOut", "HoldOut", "Point", "Teeth", "draw", "hold_out", "measure_gear"]
