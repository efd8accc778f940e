"""The order of taking apart as a graph: what needs what, the least way in, the tools for it."""

from .graph import Spot, StripStep, Trouble, needs_of, precedence, troubles
from .reach import Reach, reach
from .tools import Tool, ToolList, tool_of, tools_for

__all__ = [
    "Reach",
    "Spot",
    "StripStep",
    "Tool",
    "ToolList",
    "Trouble",
    "needs_of",
    "precedence",
    "reach",
    "tool_of",
    "tools_for",
    "troubles",
]
