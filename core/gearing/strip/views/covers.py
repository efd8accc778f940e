"""The screws of each cover as a map of its holes: which are the same, and where the odd one goes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil, cos, pi, sin

from ..entry import Entry
from ..entry.holding import held_by
from ..entry.titles import thread_label
from ..order import Spot, StripStep

SAME_LENGTH = 0.05
"""Lengths this near are one length, mm."""

HOLES = frozenset(["short", "long", "shorter", "longer", "hole", "one", "the", "only"])
SIDES = frozenset(["front", "rear", "left", "right", "top", "bottom"])
"""Words that tell one hole of a cover from another, not one cover from another."""


@dataclass(frozen=True, slots=True)
class KindCount:
    """Screws of one cover that are alike."""

    label: str
    count: int
    length: float
    steps: tuple[int, ...]
    pieces: tuple[Spot, ...]
    odd: bool


LAYOUTS = ("rows", "circle", "corners")
"""How holes lie on a cover: along two sides, round it, or at its corners and between."""

MOST_HOLES = 60
"""More are drawn as a count, not as holes."""


@dataclass(frozen=True, slots=True)
class Hole:
    """A hole of a cover: where it lies, from -1 to 1 across and down, and which of its kinds goes in.

    `known` is whether that was said or laid out, and not only filled in.
    """

    x: float
    y: float
    kind: int
    known: bool


@dataclass(frozen=True, slots=True)
class Cover:
    """The fasteners of one cover, its holes, and what a mix-up among them would do."""

    name: str
    kinds: tuple[KindCount, ...]
    says: tuple[str, ...]
    layout: str = "rows"
    holes: tuple[Hole, ...] = ()


def laid_out(cover: Cover, layout: str, kept: Sequence[int]) -> Cover:
    """A cover with its holes as they were laid out by hand; `kept` is the kind of each hole.

    What no longer fits, because screws were said since, is filled in anew.
    """
    layout = layout if layout in LAYOUTS else cover.layout
    count = sum(kind.count for kind in cover.kinds)
    fits = len(kept) == count and all(
        sum(1 for at in kept if at == n) == kind.count for n, kind in enumerate(cover.kinds)
    )
    holes = _holes(cover.kinds, layout, tuple(kept) if fits else ())
    return replace(cover, layout=layout, holes=holes)


def _holes(kinds: Sequence[KindCount], layout: str, kept: tuple[int, ...]) -> tuple[Hole, ...]:
    count = sum(kind.count for kind in kinds)
    if not 0 < count <= MOST_HOLES:
        return ()
    # The odd ones come last: where they go is not known unless it was laid out.
    order = sorted(range(len(kinds)), key=lambda n: kinds[n].odd)
    filled = kept or tuple(n for n in order for _ in range(kinds[n].count))
    known = bool(kept) or len(kinds) == 1
    return tuple(Hole(x, y, n, known) for (x, y), n in zip(_spots(layout, count), filled, strict=True))


def _spots(layout: str, count: int) -> list[tuple[float, float]]:
    """Where so many holes lie, in the order one goes round.

    Examples
    --------
    >>> _spots("corners", 4)
    [(-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0)]
    """
    if layout == "circle" or count < 3:
        turn = 2 * pi / count
        return [(round(sin(n * turn), 4), round(-cos(n * turn), 4)) for n in range(count)]
    if layout == "corners":
        # Along the edge of a square, a corner first.
        along = [8 * n / count for n in range(count)]
        return [_on_edge(at) for at in along]
    top = ceil(count / 2)
    rows = [(top, -1.0), (count - top, 1.0)]
    return [
        (round(-1 + 2 * (n if y < 0 else many - 1 - n) / max(1, many - 1), 4) if many > 1 else 0.0, y)
        for many, y in rows
        for n in range(many)
    ]


def _on_edge(at: float) -> tuple[float, float]:
    side, along = int(at // 2), at % 2 - 1
    return [(along, -1.0), (1.0, along), (-along, 1.0), (-1.0, -along)][side]


def _layout_of(name: str, count: int) -> str:
    words = set(name.lower().split())
    if words & {"ring", "round", "bearing", "cap", "motor", "hub", "diff", "end"}:
        return "circle"
    return "corners" if count == 4 else "rows"


def fastener_map(steps: list[StripStep]) -> list[Cover]:
    """Screws by the cover they hold: which are the same, which hole takes the odd one.

    Examples
    --------
    >>> from ..entry import parse
    >>> lines = ("3x M3x10 hex2 rear cover", "M3x8 hex2 rear cover @front")
    >>> fastener_map([StripStep(n, parse(line)) for n, line in enumerate(lines, 1)])[0].says
    ('M3 × 8 goes in its own hole, front: 2 mm longer there reaches something inside.',)
    """
    covers: dict[str, list[_Laid]] = {}
    last = ""
    for step in steps:
        for at, entry in enumerate(step.entries):
            if entry.fastener and entry.fastener.thread and _holds_a_cover(entry):
                # "Short, front" names no cover: it is a hole of the one just spoken of.
                last = _cover(entry) or last or "no cover named"
                covers.setdefault(last, []).append(((step.number, at), entry))
    return [_map(name, there) for name, there in covers.items()]


def _holds_a_cover(entry: Entry) -> bool:
    """A screw, or nuts of which there are several; a set screw and the nut of a shaft hold none."""
    return not entry.shut and (entry.kind == "screw" or (entry.kind == "nut" and entry.count > 1))


_Laid = tuple[Spot, Entry]


def _cover(entry: Entry) -> str:
    """What the screws hold, without the words that tell one hole from another; empty if nothing is left."""
    named = [word for word in held_by(entry) if word.lower() not in HOLES]
    # A rear cover is a cover; "short, front" is a hole.
    return " ".join(named) if any(word.lower() not in SIDES for word in named) else ""


def _map(name: str, there: list[_Laid]) -> Cover:
    alike: dict[tuple[str, float, str], list[_Laid]] = {}
    for spot, entry in there:
        fastener = entry.fastener
        assert fastener is not None
        key = (fastener.thread, round(fastener.length_mm or 0.0, 1), fastener.threaded)
        alike.setdefault(key, []).append((spot, entry))
    counted = {key: sum(entry.count for _, entry in same) for key, same in alike.items()}
    most = max(counted.values())
    usual = next(key for key, many in counted.items() if many == most)
    kinds, says = [], []
    for key, same in alike.items():
        first = same[0][1].fastener
        assert first is not None
        label = thread_label(first) + (" part-threaded" if key[2] == "part" else "")
        spots = tuple(spot for spot, _ in same)
        numbers = tuple(dict.fromkeys(number for number, _ in spots))
        kind = KindCount(label, counted[key], key[1], numbers, spots, key != usual)
        kinds.append(kind)
        if kind.odd:
            says.append(_odd(kind, [entry for _, entry in same], usual[1]))
    layout = _layout_of(name, sum(counted.values()))
    return Cover(name, tuple(kinds), tuple(says), layout, _holes(kinds, layout, ()))


def _odd(kind: KindCount, same: list[Entry], usual: float) -> str:
    """Where the odd one goes, and what the wrong one would do there."""
    holes = (entry.words if not _cover(entry) else entry.side for entry in same)
    where = next((hole for hole in holes if hole), "") or next((entry.words for entry in same), "")
    hole = f"{kind.label} goes in its own hole" + (f", {where}" if where else "")
    by = usual - kind.length
    if not kind.length or not usual or abs(by) < SAME_LENGTH:
        return f"{hole}."
    if by > 0:
        return f"{hole}: {by:g} mm longer there reaches something inside."
    return f"{hole}: in another hole it reaches {-by:g} mm deeper than what belongs there."
