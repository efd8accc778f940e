"""What a line of quick entry says, once understood."""

from __future__ import annotations

import re
from dataclasses import dataclass

IN_PAIRS = re.compile(
    r"\b(?:top and bottom|front and rear|left and right|both (?:sides|ends)|each (?:side|end))\b", re.I
)
"""Said behind a name it is two of them, one each."""


@dataclass(frozen=True, slots=True)
class Fastener:
    """A thread with what drives it.

    Attributes
    ----------
    thread : str
        Canonical: ``M3``, ``M3x0.5``, ``4-40``, ``1/4-20``, ``ST2.9``.
    diameter : float
        Major diameter, mm.
    length : str
        As typed, unit kept; empty if not given.
    length_mm : float or None
    head, drive, drive_size : str
        Keys of ``fasteners.toml``; the size as typed. Empty if not given.
    threaded : str
        ``part`` or ``full``; empty if not given.
    """

    thread: str = ""
    diameter: float = 0.0
    length: str = ""
    length_mm: float | None = None
    head: str = ""
    drive: str = ""
    drive_size: str = ""
    threaded: str = ""


@dataclass(frozen=True, slots=True)
class Entry:
    """One line of quick entry. Empty strings and tuples mean not said.

    Attributes
    ----------
    count : int
        How many of the piece.
    kind : str
        Key of :func:`gearing.strip.kinds.kinds`.
    words : str
        All that names it, in the order typed.
    verb : str
        What was done with it, where that was said: a key of :func:`gearing.strip.entry.lexicon.verbs`.
    fastener : Fastener or None
    teeth : tuple of int
        Tooth counts, two or more for a compound gear.
    size : str
        Other dimensions as typed: ``5x10x4``, ``0.2``.
    module : str
        Size of its teeth as a drawing says it: ``0.8 module``, ``48 DP``.
    bore, width, length : str
        As typed.
    colours : str
        Colours of its wires, in the order said.
    runs : str
        The surroundings it was said to run in: a key of :data:`gearing.strip.entry.runs.SURROUNDINGS`.
    starts : int
        Of a worm; 0 if not said.
    hand : str
        ``left`` or ``right`` where teeth lean; empty if not said.
    material, side, place, facing, caution, lubricant, lock : str
    align : str
        What it is lined up by: flat, notch, mark to mark.
    group : str
        The sub-assembly it belongs to, which comes off as one and is opened as a row of its own.
    after : tuple of int
        Numbers of the steps this one needs; empty for the one before.
    free : bool
        Whether it needs no step before it.
    discard : bool
        Whether it is not used again: a new one goes in.
    shut : bool
        Whether it is *not* to be undone.
    """

    count: int = 1
    kind: str = "other"
    words: str = ""
    verb: str = ""
    fastener: Fastener | None = None
    teeth: tuple[int, ...] = ()
    size: str = ""
    module: str = ""
    bore: str = ""
    width: str = ""
    length: str = ""
    colours: str = ""
    runs: str = ""
    starts: int = 0
    hand: str = ""
    material: str = ""
    side: str = ""
    place: str = ""
    facing: str = ""
    caution: str = ""
    lubricant: str = ""
    lock: str = ""
    after: tuple[int, ...] = ()
    align: str = ""
    group: str = ""
    free: bool = False
    discard: bool = False
    shut: bool = False

    @property
    def owed(self) -> int:
        """How many have to be accounted for: none of what stayed shut."""
        return 0 if self.shut else self.count


SAID_OF_ALL = ("side", "place", "caution", "facing", "lubricant", "lock", "align", "group", "after", "free")
"""Fields that a line says of all its pieces."""


@dataclass(frozen=True, slots=True)
class Chip:
    """One thing understood, to be echoed and, if wrong, corrected.

    Attributes
    ----------
    field : str
        What is corrected by it; see :func:`gearing.strip.entry.correct`.
    label, value : str
        The quiet word and the loud one.
    """

    field: str
    label: str
    value: str

    @property
    def typed(self) -> str:
        """The value as it would be typed again.

        Examples
        --------
        >>> [Chip("", "", said).typed for said in ("4 ×", "M3 × 10", "42 / 12", "rear cover")]
        ['4', 'M3x10', '42/12', 'rear cover']
        """
        return self.value.removesuffix(" ×").replace(" × ", "x").replace(" / ", "/")
