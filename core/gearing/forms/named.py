"""Which form a piece of the row has, by the words it was laid down with."""

from __future__ import annotations

from functools import cache

from gearing.data import table
from gearing.strip.kinds import kinds

GEAR = "gear"
"""An external gear, the usual case; ``ring`` is one with internal teeth."""


@cache
def form_of(kind: str, words: str, counted: bool) -> str:
    """The form to read a piece as, empty for one that has no teeth.

    Examples
    --------
    >>> form_of("gear", "worm wheel bronze", True), form_of("worm", "worm", False)
    ('wheel', 'worm')
    >>> form_of("gear", "idler", True), form_of("hub", "belt pulley", False), form_of("screw", "", False)
    ('gear', 'pulley', '')
    """
    spaced = f" {words.lower()} "
    named = next(
        (r["form"] for r in table("forms")["word"] if any(f" {w} " in spaced for w in r["words"])), ""
    )
    teeth = kinds()[kind].teeth if kind in kinds() else ""
    if named and (counted or teeth):
        return str(named)
    return GEAR if counted or teeth == "always" else ""
