"""The exploded sheet: every piece in the order it came off, drawn from the record alone."""

from .layout import SheetDrawing, SheetGroup, SheetItem, SheetLine, sheet_of
from .parts import PartRow, Ring, SheetParts, parts_of
from .shapes import Box, Stroke
from .svg import svg_of

__all__ = [
    "Box",
    "PartRow",
    "Ring",
    "SheetDrawing",
    "SheetGroup",
    "SheetItem",
    "SheetLine",
    "SheetParts",
    "Stroke",
    "parts_of",
    "sheet_of",
    "svg_of",
]
