"""Surroundings a piece can be said to run in, and how that is said."""

from __future__ import annotations

from collections.abc import Sequence

SURROUNDINGS = {
    "open": "in the open",
    "closed": "in a closed case",
    "fluid": "in a fluid-filled case",
    "dry": "dry by design",
    "drag": "in a drag stack",
    "sealed": "sealed roller",
}
"""Where a gear or a friction face runs: key to words."""

_SAID: dict[tuple[str, ...], str] = {
    **{("runs", *label.split()): key for key, label in SURROUNDINGS.items()},
    **{("runs", key): key for key in SURROUNDINGS},
    ("runs", "in", "fluid"): "fluid",
    ("runs", "in", "oil"): "fluid",
    ("runs", "sealed"): "sealed",
}


def runs_said(words: Sequence[str]) -> tuple[str, int] | None:
    """The surroundings that words name, and how many of them do; the longest way of saying it.

    Examples
    --------
    >>> runs_said(["runs", "in", "a", "closed", "case"]), runs_said(["runs", "rough"])
    (('closed', 5), None)
    """
    for many in range(min(len(words), 5), 1, -1):
        if key := _SAID.get(tuple(word.lower() for word in words[:many])):
            return key, many
    return None
