"""The row seen otherwise: by tray place, by stack, and by which screw goes in which hole."""

from __future__ import annotations

from dataclasses import dataclass

from .entry import Entry
from .entry.titles import thread_label
from .order import StripStep

SAME_LENGTH = 0.05
"""Lengths this near are one length, mm."""

STACKED = (
    "washer",
    "shim",
    "pad",
    "spring",
    "bearing",
    "gear",
    "ring",
    "hub",
    "bush",
    "circlip",
    "oring",
    "seal",
)
"""Kinds that sit on a shaft one on another."""

HOLES = frozenset(["short", "long", "shorter", "longer", "hole", "one", "the", "only"])
SIDES = frozenset(["front", "rear", "left", "right", "top", "bottom"])
"""Words that tell one hole of a cover from another, not one cover from another."""


@dataclass(frozen=True, slots=True)
class Place:
    """A place of the tray with the steps that lie there."""

    name: str
    steps: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class RowStack:
    """Things on one shaft, in the order they came off, the outermost first; each with its facing."""

    name: str
    steps: tuple[int, ...]
    facings: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class KindCount:
    """Screws of one cover that are alike."""

    label: str
    count: int
    length: float
    steps: tuple[int, ...]
    odd: bool


@dataclass(frozen=True, slots=True)
class Cover:
    """The fasteners of one cover, and what a mix-up among them would do."""

    name: str
    kinds: tuple[KindCount, ...]
    says: tuple[str, ...]


def tray(steps: list[StripStep]) -> list[Place]:
    """Places of the tray in order, whatever the order of the steps."""
    places: dict[str, list[int]] = {}
    for step in steps:
        if step.entry.place:
            places.setdefault(step.entry.place, []).append(step.number)
    return [Place(name, tuple(at)) for name, at in sorted(places.items(), key=lambda item: _natural(item[0]))]


def stacks(steps: list[StripStep]) -> list[RowStack]:
    """Sub-assemblies by name, and runs of three or more things that sit on one shaft."""
    by_name: dict[str, list[StripStep]] = {}
    run: list[StripStep] = []
    for step in [*steps, None]:
        if step is not None and step.entry.group:
            by_name.setdefault(step.entry.group, []).append(step)
        if step is not None and step.entry.kind in STACKED and not step.entry.group:
            run.append(step)
            continue
        if len(run) >= 3:
            by_name.setdefault(f"steps {run[0].number} to {run[-1].number}", []).extend(run)
        run = []
    return [
        RowStack(name, tuple(s.number for s in there), tuple(s.entry.facing for s in there))
        for name, there in by_name.items()
    ]


def fastener_map(steps: list[StripStep]) -> list[Cover]:
    """Screws by the cover they hold: which are the same, which hole takes the odd one.

    Examples
    --------
    >>> from .entry import parse
    >>> lines = ("3x M3x10 hex2 rear cover", "M3x8 hex2 rear cover @front")
    >>> fastener_map([StripStep(n, parse(line)) for n, line in enumerate(lines, 1)])[0].says
    ('M3 × 8 goes in its own hole, front: 2 mm longer there reaches something inside.',)
    """
    covers: dict[str, list[StripStep]] = {}
    last = ""
    for step in steps:
        if step.entry.fastener and step.entry.fastener.thread:
            # "Short, front" names no cover: it is a hole of the one just spoken of.
            last = _cover(step.entry) or last or "no cover named"
            covers.setdefault(last, []).append(step)
    return [_map(name, there) for name, there in covers.items()]


def _cover(entry: Entry) -> str:
    """What the screws hold, without the words that tell one hole from another; empty if nothing is left."""
    words = [word.strip(",") for word in entry.words.split()]
    named = [word for word in words if word.lower() not in HOLES]
    # A rear cover is a cover; "short, front" is a hole.
    return " ".join(named) if any(word.lower() not in SIDES for word in named) else ""


def _map(name: str, there: list[StripStep]) -> Cover:
    alike: dict[tuple[str, float, str], list[StripStep]] = {}
    for step in there:
        fastener = step.entry.fastener
        assert fastener is not None
        alike.setdefault(
            (fastener.thread, round(fastener.length_mm or 0.0, 1), fastener.threaded), []
        ).append(step)
    counted = {key: sum(s.entry.count for s in same) for key, same in alike.items()}
    most = max(counted.values())
    usual = next(key for key, many in counted.items() if many == most)
    kinds, says = [], []
    for key, same in alike.items():
        first = same[0].entry.fastener
        assert first is not None
        label = thread_label(first) + (" part-threaded" if key[2] == "part" else "")
        kind = KindCount(label, counted[key], key[1], tuple(s.number for s in same), key != usual)
        kinds.append(kind)
        if kind.odd:
            says.append(_odd(kind, same, usual[1]))
    return Cover(name, tuple(kinds), tuple(says))


def _odd(kind: KindCount, same: list[StripStep], usual: float) -> str:
    """Where the odd one goes, and what the wrong one would do there."""
    holes = (step.entry.words if not _cover(step.entry) else step.entry.side for step in same)
    where = next((hole for hole in holes if hole), "") or next((s.entry.words for s in same), "")
    hole = f"{kind.label} goes in its own hole" + (f", {where}" if where else "")
    by = usual - kind.length
    if not kind.length or not usual or abs(by) < SAME_LENGTH:
        return f"{hole}."
    if by > 0:
        return f"{hole}: {by:g} mm longer there reaches something inside."
    return f"{hole}: in another hole it reaches {-by:g} mm deeper than what belongs there."


def _natural(name: str) -> list[tuple[int, str]]:
    """A2 before A10."""
    parts: list[tuple[int, str]] = []
    digits = ""
    for sign in f"{name.lower()} ":
        if sign.isdigit():
            digits += sign
            continue
        if digits:
            parts.append((int(digits), ""))
            digits = ""
        parts.append((-1, sign))
    return parts
