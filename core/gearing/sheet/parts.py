"""The table of a sheet, the order screws are drawn down in, and the tools to gather."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, pi, sin

from ..geometry.gear import INCH
from ..rebuild.tighten import crosswise, is_ring
from ..strip.comparison import Difference, Versions
from ..strip.entry import Entry, short_name, thread_label
from ..strip.figures import module_said
from ..strip.kinds import kinds
from ..strip.order import StripStep, tools_for
from .layout import GearsRead, number_of
from .shapes import Stroke, circle, text


@dataclass(frozen=True, slots=True)
class PartRow:
    """One piece of the table; what is not known is empty."""

    number: str
    count: int
    name: str
    size: str
    gear: str
    material: str
    lubricant: str
    lock: str
    place: str
    note: str


@dataclass(frozen=True, slots=True)
class Ring:
    """Screws of one cover in the order they are drawn down: `turns` round the cover from any one of them."""

    number: str
    label: str
    turns: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class SheetParts:
    rows: tuple[PartRow, ...]
    rings: tuple[Ring, ...]
    tools: tuple[str, ...]


def parts_of(
    steps: Sequence[StripStep], read: GearsRead | None = None, versions: Versions | None = None
) -> SheetParts:
    """Everything beside the drawing.

    Examples
    --------
    >>> from ..strip.entry import read_line
    >>> lines = ("4x M3x10 hex2 cover", "gear 31/12")
    >>> row = [StripStep(n, *read_line(line)) for n, line in enumerate(lines, 1)]
    >>> parts = parts_of(row)
    >>> [(p.number, p.count, p.size, p.gear) for p in parts.rows], parts.rings[0].turns, parts.tools
    ([('1', 4, 'M3 × 10', ''), ('2', 1, '', '31 / 12 teeth')], (1, 3, 2, 4), ('hex 2',))
    """
    known = read or {}
    rows: list[PartRow] = []
    rings: list[Ring] = []
    for step in steps:
        entries = [entry for entry in step.entries if not entry.shut]
        for at, entry in enumerate(step.entries):
            if entry.shut:
                continue
            number = number_of((step.number, at), len(entries) > 1)
            fastener = entry.fastener
            size = entry.size.replace("x", " × ")
            name = short_name(entry)
            if fastener and fastener.thread:
                size = thread_label(fastener)
                rest = name.removeprefix(size).strip(" ,")
                label = kinds()[entry.kind].label
                name = rest if label in rest else f"{label}, {rest}" if rest else label
            rows.append(
                PartRow(
                    number,
                    entry.count,
                    name,
                    size or _bored(entry.bore, entry.width),
                    _gear(entry.teeth, known.get((step.number, at), {}), module_said(entry)),
                    entry.material,
                    entry.lubricant,
                    entry.lock,
                    entry.place,
                    _said(entry, (versions or {}).get(step.number, ()) if at == 0 else ()),
                )
            )
            if entry.kind == "screw" and is_ring(entry.count):
                label = f"{entry.count} × {size}" if size else f"{entry.count} screws"
                rings.append(Ring(number, label, tuple(crosswise(entry.count))))
    tools = tools_for(list(steps))
    named = [tool.name for group in (tools.metric, tools.inch, tools.other, tools.special) for tool in group]
    return SheetParts(tuple(rows), tuple(rings), tuple(named))


def _said(entry: Entry, otherwise: Sequence[Difference]) -> str:
    said = (entry.facing, entry.align, entry.caution, entry.side, *(each.short for each in otherwise))
    return "; ".join(each for each in said if each)


def _bored(bore: str, width: str) -> str:
    said = [f"bore {bore}" if bore else "", f"width {width}" if width else ""]
    return ", ".join(part for part in said if part)


def _gear(teeth: tuple[int, ...], read: object, module: float) -> str:
    if not teeth:
        return ""
    counted = " / ".join(map(str, teeth))
    sizes = {round(float(gear.module), 4) for gear in read.values()} if isinstance(read, dict) else set()
    known = sizes.pop() if len(sizes) == 1 else module
    return f"{counted} × {_size(known)}" if known else f"{counted} teeth"


def _size(module: float) -> str:
    pitch = INCH / module
    if abs(pitch - round(pitch)) < 0.01 and abs(module * 20 - round(module * 20)) > 0.01:
        return f"{round(pitch)} DP"
    return f"{module:.3g} module"


RING_SIZE = 92.0


def ring_shapes(ring: Ring, x: float, y: float) -> list[Stroke]:
    """A ring of screws seen from above, each with its turn."""
    middle, radius = (x + RING_SIZE / 2, y + RING_SIZE / 2 + 6), RING_SIZE / 2 - 16
    many = len(ring.turns)
    size = 11.0 if many <= 8 else 7.5
    shapes: list[Stroke] = [text(middle[0], y + 8, f"{ring.number}: {ring.label}", 9.5)]
    for n, turn in enumerate(ring.turns):
        angle = 2 * pi * n / many - pi / 2
        at = (middle[0] + radius * cos(angle), middle[1] + radius * sin(angle))
        shapes += [circle(*at, 0.85 * size), text(at[0], at[1] + 0.36 * size, str(turn), size)]
    return shapes
