"""What the record knows of a gear before it is measured: the evidence a reading begins with."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass

from ..lengths import NUMBER, read_length
from ..strip.entry import Entry
from ..strip.figures import module_said

WORN = {"pointed": "both", "stepped": "one", "polished": "one", "sector": "sector"}
"""Where the findings of the look-over say that wear sits."""

_MARK = re.compile(r"\b(?:marked|stamped|moulded|engraved|mark)\b:?\s+([^,;]+)", re.I)
_APART = re.compile(
    r"(?:centre|center|shaft)s? (?:distance|spacing|apart)|between (?:the )?(?:shafts|centres|centers)"
    r"|cent(?:re|er) to cent(?:re|er)",
    re.I,
)
"""Words by which a measure is the distance between two shafts."""


@dataclass(frozen=True, slots=True)
class KnownGear:
    """What is known of a gear besides readings. Lengths mm; 0 and empty where not known.

    Attributes
    ----------
    teeth : int
    module : float
        Of its size as said, and `size` how it was said.
    size, mark, material, hand : str
    bore, width, distance : float
        `distance` is between its shaft and its mate's.
    worn : str
        ``both``, ``one`` or ``sector``: where wear sits.
    pointed : bool
    """

    teeth: int = 0
    module: float = 0.0
    size: str = ""
    mark: str = ""
    material: str = ""
    hand: str = ""
    bore: float = 0.0
    width: float = 0.0
    distance: float = 0.0
    worn: str = ""
    pointed: bool = False


def known_gear(entry: Entry, rim: int, findings: Iterable[str], mate: Entry | None = None) -> KnownGear:
    """What its line, its findings and the line of its mate say of a gear.

    Parameters
    ----------
    rim : int
        Which of the gears of a compound one, from 0.
    findings : iterable of str
        Keys of what was seen on it.

    Examples
    --------
    >>> from ..strip.entry import parse
    >>> known = known_gear(parse("pinion 15t 32 pitch steel bore 1/8, centre distance 27.4"), 0, ["pointed"])
    >>> known.teeth, known.size, known.bore, known.distance, known.worn
    (15, '32 DP', 3.175, 27.4, 'both')
    """
    seen = list(findings)
    mark = _MARK.search(f"{entry.words} {entry.caution}")
    return KnownGear(
        teeth=entry.teeth[rim] if rim < len(entry.teeth) else 0,
        module=module_said(entry),
        size=entry.module,
        mark=mark[1].strip() if mark else "",
        material=entry.material,
        hand=entry.hand,
        bore=read_length(entry.bore).mm if entry.bore else 0.0,
        width=read_length(entry.width).mm if entry.width else 0.0,
        distance=_apart(entry) or (_apart(mate) if mate else 0.0),
        worn=next((WORN[key] for key in WORN if key in seen), ""),
        pointed="pointed" in seen,
    )


def _apart(entry: Entry) -> float:
    """The distance between two shafts, where the line speaks of one; 0 for none."""
    text = f"{entry.words} {entry.caution}"
    if not _APART.search(text):
        return 0.0
    number = re.fullmatch(rf"({NUMBER})(?:mm)?", entry.size) or re.search(rf"({NUMBER})", text)
    return read_length(number[1]).mm if number else 0.0
