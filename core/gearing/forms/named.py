"""Which form a piece of the row has, by the words it was laid down with."""

from __future__ import annotations

from functools import cache

from gearing.sizes import table

GEAR = "gear"
"""An external gear, the usual case; ``ring`` is one with internal teeth."""

TOOTHED = ("gear", "worm")
"""Kinds of piece that have teeth to read even where none were counted yet."""


@cache
def form_of(kind: str, words: str, counted: bool) -> str:
    """The form to read a piece as, empty for one that has no teeth.

    Examples
    --------
    >>> form_of("gear", "worm wheel bronze", True), form_of("worm", "worm", False)
    ('wheel', 'worm')
    >>> form_of("gear", "idler", True), form_of("screw", "", False)
    ('gear', '')
    """
    if not counted and kind not in TOOTHED:
        return ""
    told = f" {words.lower()} "
    for row in table("forms")["word"]:
        if any(f" {word} " in told for word in row["words"]):
            return str(row["form"])
    return GEAR
