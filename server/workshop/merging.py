"""A write and what it was based on, laid beside what stands now."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any


def merge(
    based_on: Mapping[str, Any] | None, mine: Mapping[str, Any], now: Mapping[str, Any]
) -> tuple[dict[str, Any], list[str]]:
    """What to write, and the fields in which others came before.

    A field that only one side changed is that side's. One that both changed to
    the same is no quarrel. Without `based_on` (a device that does not say) the
    last word stands, as it always did.

    Returns
    -------
    merged : dict
        Every field of `mine`, as it is to stand.
    quarrel : list of str
        Fields both changed, differently; nothing is to be written then.

    Examples
    --------
    >>> merge({"a": 1, "b": 1}, {"a": 2, "b": 1}, {"a": 1, "b": 3})
    ({'a': 2, 'b': 3}, [])
    >>> merge({"a": 1}, {"a": 2}, {"a": 3})
    ({'a': 3}, ['a'])
    """
    merged = dict(mine)
    quarrel: list[str] = []
    if based_on is None:
        return merged, quarrel
    for name, value in mine.items():
        before = based_on.get(name, value)
        if value == before:
            merged[name] = now[name]
        elif now[name] not in (before, value):
            merged[name] = now[name]
            quarrel.append(name)
    return merged, quarrel
