"""The ``entry`` sum: a line of quick entry, understood, and corrected chip by chip."""

from .compute import facts, figure_out, read_entry
from .request import EntryIn, Line
from .response import EntryOut, FigureOut, PieceFacts

__all__ = ["EntryIn", "EntryOut", "FigureOut", "Line", "PieceFacts", "facts", "figure_out", "read_entry"]
