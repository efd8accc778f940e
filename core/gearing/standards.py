"""Small parts by their standards: circlips, O-rings, wires and shims (``standards.toml``)."""

from __future__ import annotations

import re
from math import pi

from .data import table

ALIKE = 0.05
"""Within which a measured length is that of the list, mm."""

_GAUGE = re.compile(r"(?<![\w.])(\d{1,2})[\s-]?awg\b", re.IGNORECASE)


def wire_in_one_word(line: str) -> str:
    """A line in which a wire's gauge is one word: 22 awg is no count of wires.

    Examples
    --------
    >>> wire_in_one_word("22 awg wire to the motor"), wire_in_one_word("2x lead")
    ('22awg wire to the motor', '2x lead')
    """
    return _GAUGE.sub(r"\1awg", line)


def standard_says(kind: str, size: str, words: str) -> str:
    """What the standards say of a part: the groove of a clip, the number of a ring; empty where nothing.

    Parameters
    ----------
    kind : str
        Key of ``pieces.toml``.
    size : str
        As an entry has it, ``5x1.5``, mm.
    words : str
        The rest of what was said of it.

    Examples
    --------
    >>> standard_says("circlip", "5", "circlip"), standard_says("oring", "2.9x1.8", "o-ring")
    ('ring 0.6, groove ⌀ 4.8 × 0.7', 'AS568-006, groove 1.35 deep still, 1.55 sliding, 2.4 wide')
    """
    lengths = [float(each) for each in re.findall(r"\d+(?:\.\d+)?", size.replace(",", "."))]
    match kind:
        case "circlip" if len(lengths) == 1:
            return _circlip(lengths[0], words)
        case "oring":
            return _oring(lengths, words)
        case "shim" if len(lengths) >= 2:
            return _shim(lengths)
    gauge = _GAUGE.search(words)
    return wire_of(int(gauge[1])) if gauge else ""


def _circlip(nominal: float, words: str) -> str:
    lists = table("standards")["circlips"]
    said = set(re.findall(r"[a-z-]+", words.lower()))
    which = next((key for key in ("side", "bore") if said & set(lists["words"][key])), "shaft")
    row = lists[which].get(f"{nominal:g}")
    if row is None:
        return ""
    thick, groove, wide, *shafts = row
    on = f", shaft {shafts[0]:g} to {shafts[1]:g}" if shafts else ""
    return f"ring {thick:g}, groove ⌀ {groove:g} × {wide:g}{on}"


def ring_number(inside: float, section: float) -> str:
    """What an O-ring of that size is called by inch numbers; empty where it has none.

    Examples
    --------
    >>> ring_number(2.9, 1.78), ring_number(5, 1.5)
    ('AS568-006', '')
    """
    for number, (own_inside, own_section) in table("standards")["orings"]["inch"].items():
        if abs(inside - own_inside) <= ALIKE and abs(section - own_section) <= ALIKE:
            return f"AS568-{number}"
    return ""


def _oring(lengths: list[float], words: str) -> str:
    rings, own = table("standards")["orings"], ""
    if len(lengths) != 2:
        said = re.search(r"(?<!\d)-?([01]\d\d)(?!\d)", words)
        if not said or said[1] not in rings["inch"]:
            return ""
        lengths = rings["inch"][said[1]]
        own = f"{lengths[0]:g} × {lengths[1]:g}"
    groove, section = rings["groove"], lengths[1]
    depths = (
        f"groove {groove['still'] * section:.2f} deep still, {groove['slides'] * section:.2f} sliding, "
        f"{groove['wide'] * section:.1f} wide"
    )
    return ", ".join(filter(None, (ring_number(*lengths), own, depths)))


def _shim(lengths: list[float]) -> str:
    shims = table("standards")["shims"]
    inside, outside = lengths[:2]
    if not any(abs(inside - a) <= ALIKE and abs(outside - b) <= ALIKE for a, b in shims["rings"]):
        return ""
    thick = lengths[2] if len(lengths) > 2 else 0.0
    if thick and not any(abs(thick - each) < 0.01 for each in shims["thick"]):
        packs = ", ".join(f"{each:g}" for each in shims["thick"])
        return f"packs hold {packs}"
    return "of the usual packs"


def wire_of(gauge: int) -> str:
    """Diameter and section of a wire by its American gauge; empty outside the list.

    Examples
    --------
    >>> wire_of(22), wire_of(99)
    ('⌀ 0.64, 0.33 mm²', '')
    """
    wires = table("standards")["wires"]
    if not wires["thickest"] <= gauge <= wires["thinnest"]:
        return ""
    across = 0.127 * 92 ** ((36 - gauge) / 39)
    return f"⌀ {across:.2f}, {pi / 4 * across**2:.2f} mm²"
