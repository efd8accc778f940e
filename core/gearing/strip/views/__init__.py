"""The row seen otherwise: by tray place, by stack, and by which screw goes in which hole."""

from .covers import LAYOUTS, Cover, Hole, KindCount, fastener_map, laid_out
from .stacks import RowStack, SectionPart, stacks
from .tray import Place, tray

__all__ = [
    "LAYOUTS",
    "Cover",
    "Hole",
    "KindCount",
    "Place",
    "RowStack",
    "SectionPart",
    "fastener_map",
    "laid_out",
    "stacks",
    "tray",
]
