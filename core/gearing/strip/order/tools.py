"""What has to be at hand: drivers from the screws, special tools from the kinds of piece."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ...data import table
from ..entry import Entry
from .graph import StripStep


@dataclass(frozen=True, slots=True)
class Tool:
    """A tool, what it is for, and what serves where it is missing.

    Attributes
    ----------
    name : str
    system : str
        ``metric``, ``inch``, ``other`` or ``special``.
    steps : tuple of int
    makeshift : str
        Empty for most.
    """

    name: str
    system: str
    steps: tuple[int, ...]
    makeshift: str = ""


@dataclass(frozen=True, slots=True)
class ToolList:
    """The tools of a strip, each system by itself; `unsaid` are screws whose drive was not noted."""

    metric: tuple[Tool, ...]
    inch: tuple[Tool, ...]
    other: tuple[Tool, ...]
    special: tuple[Tool, ...]
    unsaid: tuple[int, ...]


def tool_of(entry: Entry) -> str:
    """The tool a step takes; empty for the bare hand.

    Examples
    --------
    >>> from ..entry import parse
    >>> tool_of(parse("4x M3x10 hex2")), tool_of(parse("e-clip 2.5")), tool_of(parse("cover"))
    ('hex 2', 'circlip pliers', '')
    """
    if entry.fastener and entry.fastener.drive:
        label = table("fasteners")["drives"][entry.fastener.drive]["label"]
        return f"{label} {entry.fastener.drive_size}".strip()
    row = _special(entry)
    return str(row["tool"]).format(size=_outside(entry)) if row else ""


def tools_for(steps: list[StripStep]) -> ToolList:
    """Everything to be gathered before the first screw."""
    needed_by: dict[tuple[str, str], list[int]] = {}
    makeshift: dict[str, str] = {}
    unsaid = []
    for step, entry in [(off, entry) for off in steps for entry in off.entries]:
        if entry.shut:
            continue
        tool = tool_of(entry)
        if not tool:
            if entry.kind in ("screw", "setscrew", "nut") and step.number not in unsaid:
                unsaid.append(step.number)
            continue
        row = None if entry.fastener and entry.fastener.drive else _special(entry)
        system = "special" if row else _system(entry)
        at = needed_by.setdefault((system, tool), [])
        if step.number not in at:
            at.append(step.number)
        makeshift[tool] = str(row["makeshift"]).format(size=_outside(entry)) if row else ""
    made = [Tool(tool, system, tuple(at), makeshift[tool]) for (system, tool), at in needed_by.items()]
    made.sort(key=lambda tool: (_number(tool.name), tool.name))
    by = {name: tuple(t for t in made if t.system == name) for name in ("metric", "inch", "other", "special")}
    return ToolList(by["metric"], by["inch"], by["other"], by["special"], tuple(unsaid))


def _special(entry: Entry) -> dict[str, str] | None:
    """The row of ``tools.toml`` that speaks of this piece: by kind, and by word where it asks for one."""
    said = entry.words.lower()
    for row in table("tools")["special"]:
        if entry.kind in row["kinds"] and (not row["words"] or any(word in said for word in row["words"])):
            return dict(row)
    return None


def _system(entry: Entry) -> str:
    fastener = entry.fastener
    if fastener is None or fastener.drive not in ("hex", "nut"):
        return "other"
    size = fastener.drive_size
    inch = "/" in size or (not size and "-" in fastener.thread) or size.startswith("0.0")
    return "inch" if inch else "metric"


def _outside(entry: Entry) -> str:
    """Outside diameter of a disc as typed, for a socket that must pass its seat."""
    numbers = re.findall(r"\d+(?:[.,]\d+)?", entry.size)
    return f"{max((n.replace(',', '.') for n in numbers), key=float)} mm" if numbers else "its own diameter"


def _number(name: str) -> float:
    match = re.search(r"(\d+)/(\d+)|(\d+(?:\.\d+)?)", name)
    if not match:
        return 0.0
    return int(match[1]) / int(match[2]) if match[1] else float(match[3])
