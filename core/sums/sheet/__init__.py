"""The ``sheet`` sum."""

from .compute import draw_sheet, sheet_out
from .request import SheetIn
from .response import SheetOut

__all__ = ["SheetIn", "SheetOut", "draw_sheet", "sheet_out"]
